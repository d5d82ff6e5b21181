package spot

import (
	"math"
	"sort"
	"strings"
)

// Sizes in points of what is drawn on forms (common practice, no source).
const (
	tickLeast, tickMost = 5.0, 17.0 // side of a box to tick
	lineLeast           = 13.0      // shortest line for one initial
	cellLow, cellTall   = 8.0, 62.0 // height of a cell to write in; what is taller is a frame
	dashGap             = 3.6       // widest gap between the dashes of one line
	joint               = 2.2       // how exactly rules meet
)

// cell is a rectangle closed by rules on all sides.
type cell struct{ x0, y0, x1, y1 float64 }

func (c cell) holds(x, y float64) bool { return x > c.x0 && x < c.x1 && y > c.y0 && y < c.y1 }

// frames sorts rules into lines to write on, boxes to tick and cells.
func (p *printed) frames() {
	var across []stroke
	from := "rule"
	if p.Picture {
		from = "scan"
	}
	for _, r := range p.Rules {
		switch w, h := r.X1-r.X0, r.Y1-r.Y0; {
		case w >= h:
			across = append(across, stroke{x0: r.X0, x1: r.X1, y: (r.Y0 + r.Y1) / 2, from: from})
		default:
			p.ups = append(p.ups, r)
		}
	}
	across = joined(across)
	if p.Picture {
		across = p.mended(across)
	}
	p.strokes = joined(p.strokes)
	for _, b := range p.Boxes {
		if b.W >= tickLeast && b.W <= tickMost && b.H >= tickLeast && b.H <= tickMost && b.W < 1.6*b.H && b.H < 1.6*b.W {
			p.ticks = append(p.ticks, tick{b.X, b.Y, b.X + b.W, b.Y + b.H, from})
			continue
		}
		across = append(across, stroke{x0: b.X, x1: b.X + b.W, y: b.Y, from: from}, stroke{x0: b.X, x1: b.X + b.W, y: b.Y + b.H, from: from})
		p.ups = append(p.ups, Rule{b.X, b.Y, b.X, b.Y + b.H, 0.5}, Rule{b.X + b.W, b.Y, b.X + b.W, b.Y + b.H, 0.5})
	}
	across = joined(across)
	sort.Slice(p.ups, func(a, b int) bool { return p.ups[a].X0 < p.ups[b].X0 })
	sort.Slice(across, func(a, b int) bool { return across[a].y < across[b].y })
	p.split(across)
	p.dropTicked()
}

// joined puts together what is one line: dashes, a line drawn twice.
func joined(in []stroke) []stroke {
	sort.Slice(in, func(a, b int) bool {
		if d := in[a].y - in[b].y; math.Abs(d) > 0.8 {
			return d < 0
		}
		return in[a].x0 < in[b].x0
	})
	var out []stroke
next:
	for _, s := range in {
		for i := len(out) - 1; i >= 0 && s.y-out[i].y < 2; i-- {
			o := &out[i]
			if s.from == o.from && math.Abs(s.y-o.y) < 1.3 && s.x0-o.x1 < gapOf(*o, s) && o.x0-s.x1 < gapOf(*o, s) {
				o.x0, o.x1 = math.Min(o.x0, s.x0), math.Max(o.x1, s.x1)
				continue next
			}
		}
		out = append(out, s)
	}
	return out
}

// mended joins the pieces into which a faint rule falls on a scan: five or more of uneven length behind one
// another, with nothing printed between them.
func (p *printed) mended(in []stroke) []stroke {
	sort.Slice(in, func(a, b int) bool { return in[a].x0 < in[b].x0 })
	var out []stroke
	used := make([]bool, len(in))
	for i := range in {
		if used[i] {
			continue
		}
		used[i] = true
		whole, pieces := in[i], []stroke{in[i]}
		least := whole.x1 - whole.x0
		most := least
		for k := i + 1; k < len(in) && in[k].x0-whole.x1 < 45; k++ {
			last, next := pieces[len(pieces)-1], in[k]
			if used[k] || next.x0 < last.x1-2 || math.Abs(next.y-last.y) > 1.6 || p.printedAt(last.x1, next.x0, last.y) {
				continue
			}
			used[k] = true
			pieces = append(pieces, next)
			least, most = math.Min(least, next.x1-next.x0), math.Max(most, next.x1-next.x0)
			whole.x1 = next.x1
		}
		if len(pieces) < 5 || most < 1.4*least {
			out = append(out, pieces...)
		} else {
			out = append(out, whole)
		}
	}
	return out
}

// printedAt reports whether a word stands on a line between two positions.
func (p *printed) printedAt(x0, x1, y float64) bool {
	for _, w := range p.words {
		if w.x1 > x0 && w.x0 < x1 && w.base > y-8 && w.base < y+3 {
			return true
		}
	}
	return false
}

// gapOf allows a gap between dashes, but none between two lines that only come close.
func gapOf(a, b stroke) float64 {
	if math.Min(a.x1-a.x0, b.x1-b.x0) < 6 {
		return dashGap
	}
	return 1.2
}

// split takes each horizontal rule as the lower side of cells where verticals stand on it, and as a
// line to write on elsewhere.
func (p *printed) split(across []stroke) {
	for i, s := range across {
		if len(p.cells) > 3*mostPlaces || len(p.ticks) > 3*mostTicks {
			return // no form
		}
		var posts []float64
		hangs := false // something hangs from it: it is the upper side of a table or frame
		for _, u := range p.ups {
			if u.X0 < s.x0-joint || u.X0 > s.x1+joint {
				continue
			}
			if u.Y1 > s.y-joint && u.Y0 < s.y-cellLow+1 && (len(posts) == 0 || u.X0-posts[len(posts)-1] > 3) {
				posts = append(posts, u.X0)
			}
			hangs = hangs || u.Y0 < s.y+joint && u.Y1 > s.y+cellLow-1
		}
		if len(posts) < 2 {
			if !hangs && s.x1-s.x0 >= lineLeast {
				p.strokes = append(p.strokes, s)
			}
			continue
		}
		for k := 1; k < len(posts); k++ {
			if top, ok := roof(across[:i], posts[k-1], posts[k], s.y); ok {
				p.closed(cell{posts[k-1], top, posts[k], s.y}, s.from)
			}
		}
	}
}

// roof finds the rule that closes a cell from above.
func roof(above []stroke, x0, x1, y float64) (float64, bool) {
	for i := len(above) - 1; i >= 0; i-- {
		if a := above[i]; y-a.y > 4 && a.x0 < x0+4 && a.x1 > x1-4 {
			return a.y, true
		}
	}
	return 0, false
}

func (p *printed) closed(c cell, from string) {
	w, h := c.x1-c.x0, c.y1-c.y0
	if w >= tickLeast && w <= tickMost && h >= tickLeast && h <= tickMost && w < 1.6*h && h < 1.6*w {
		p.ticks = append(p.ticks, tick{c.x0, c.y0, c.x1, c.y1, from})
		return
	}
	p.cells = append(p.cells, c)
}

// dropTicked leaves out boxes that hold a mark already, or that were found twice.
func (p *printed) dropTicked() {
	if len(p.ticks) > 3*mostTicks {
		p.ticks = nil
	}
	var out []tick
next:
	for _, t := range p.ticks {
		for _, o := range out {
			if math.Abs(o.x0-t.x0) < 5 && math.Abs(o.y0-t.y0) < 5 {
				continue next
			}
		}
		for _, w := range p.words {
			if t.from == "text" && strings.Trim(w.text, "()[]{}") == "" {
				continue // the brackets of a typed box
			}
			if cx, cy := (w.x0+w.x1)/2, (w.top+w.base)/2; cx > t.x0 && cx < t.x1 && cy > t.y0-1 && cy < t.y1+1 && w.x1-w.x0 < t.x1-t.x0+4 {
				continue next
			}
		}
		out = append(out, t)
	}
	p.ticks = out
}
