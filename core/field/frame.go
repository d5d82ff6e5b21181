package field

import (
	"math"
	"strings"

	"indicum/core/typeface"
)

// Sizes in points of the words printed around a proxy's signature.
const (
	frameMax = 7.5
	frameMin = 3.2 // below it the words would not read in print
	sideMin  = 4.5 // smallest beside the ink
	frameGap = 3.0
)

// frameWords draws what is printed before and after an ink, and returns the rectangle left for the ink.
// Words that fit stand on the line beside the ink; else they stand above it, so that the ink is never
// squeezed below half of the width.
func frameWords(r Rect, before, after string) ([]Item, Rect) {
	face := typeface.Get("text")
	before, after = strings.TrimSpace(before), strings.TrimSpace(after)
	if before == "" && after == "" {
		return nil, r
	}
	size := math.Min(frameMax, r.H*0.42)
	width := func(s string, size float64) float64 { return face.Width(s, size) }
	beside := width(before, size) + width(after, size) + 2*frameGap
	if beside <= r.W*0.5 {
		return besideInk(r, before, after, size)
	}
	// Above, on one line; what belongs right beside the ink stays there when there is room.
	top, left, right := before, "", after
	if name, ok := strings.CutSuffix(before, ", By:"); ok {
		top, left = name, "By:"
	}
	if w := width(left, 1) + width(right, 1); w > 0 {
		size = math.Max(math.Min(size, (r.W*0.55-2*frameGap)/w), frameMin)
	}
	if top == "" || size < sideMin && width(left, size)+width(right, size)+2*frameGap > r.W*0.55 {
		top, left, right = strings.TrimSpace(before+" … "+after), "", ""
		if before == "" {
			top = strings.TrimLeft(after, ", ")
		}
	}
	head := math.Min(frameMax, r.H*0.29)
	if w := width(top, 1); w > 0 {
		head = math.Min(head, (r.W-2*inset)/w)
	}
	head = math.Max(head, frameMin)
	items := []Item{{Text: top, Face: "text", Size: head, X: r.X + inset, Y: r.Y + head*0.86}}
	below := Rect{r.X, r.Y + head*1.05, r.W, r.H - head*1.05}
	more, room := besideInk(below, left, right, math.Min(size, below.H*0.6))
	return append(items, more...), room
}

func besideInk(r Rect, before, after string, size float64) ([]Item, Rect) {
	face := typeface.Get("text")
	base := r.Y + r.H - 0.26*size
	var items []Item
	left := r
	if before != "" {
		w := face.Width(before, size)
		items = append(items, Item{Text: before, Face: "text", Size: size, X: r.X + inset, Y: base})
		left.X += w + frameGap
		left.W -= w + frameGap
	}
	if after = strings.TrimLeft(after, ", "); after != "" { // at the right edge, apart from the ink
		w := face.Width(after, size)
		items = append(items, Item{Text: after, Face: "text", Size: size, X: r.X + r.W - inset - w, Y: base})
		left.W -= w + frameGap
	}
	return items, left
}
