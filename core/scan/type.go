package scan

import (
	"image"
	"slices"
	"sort"
)

// Box is a rectangle on a bitmap, edges included; pixels from the top left.
type Box struct{ X0, Y0, X1, Y1 int }

// TypeLine is a line of type as it shows on a bitmap, unread.
type TypeLine struct {
	Box
	Prose bool // part of a paragraph: nothing on it is to be filled in
}

// TypeLines finds the lines of type on a level page from which rules have been taken. rules and boxes are
// what was taken: a line of type on which one stands is no prose.
func (b *Bitmap) TypeLines(rules, boxes []Rule) []TypeLine {
	letters := b.blobs(b.px(3), b.px(60))
	sort.Slice(letters, func(i, j int) bool { return letters[i].X0 < letters[j].X0 })
	gap := b.px(17)
	var lines []TypeLine
	var open []int
	for _, l := range letters {
		best := -1
		kept := open[:0]
		for _, k := range open {
			o := lines[k].Box
			if l.X0-o.X1 > gap {
				continue
			}
			kept = append(kept, k)
			if common := min(o.Y1, l.Y1) - max(o.Y0, l.Y0); common*2 >= min(o.Y1-o.Y0, l.Y1-l.Y0) && (best < 0 || common > min(lines[best].Y1, l.Y1)-max(lines[best].Y0, l.Y0)) {
				best = k
			}
		}
		open = kept
		if best < 0 {
			lines = append(lines, TypeLine{Box: l})
			open = append(open, len(lines)-1)
			continue
		}
		o := &lines[best].Box
		o.X1 = max(o.X1, l.X1)
		if h := max(o.Y1, l.Y1) - min(o.Y0, l.Y0); h < b.px(44) {
			o.Y0, o.Y1 = min(o.Y0, l.Y0), max(o.Y1, l.Y1)
		}
	}
	lines = slices.DeleteFunc(lines, func(l TypeLine) bool { return l.Y1-l.Y0 < b.px(7) }) // specks, dashes
	sort.Slice(lines, func(i, j int) bool { return lines[i].Y1 < lines[j].Y1 })
	markProse(lines, b.W, b.px(12), append(append([]Rule(nil), rules...), boxes...))
	return lines
}

// markProse marks long lines that nothing is filled in on, and what follows them as a paragraph's last line.
func markProse(lines []TypeLine, width, reach int, rules []Rule) {
	on := func(l Box) bool {
		for _, r := range rules {
			if r.Y1 > l.Y0-2 && r.Y0 < l.Y1+reach && r.X1 > l.X0-8*reach && r.X0 < l.X1+8*reach {
				return true
			}
		}
		return false
	}
	for i := range lines {
		l := &lines[i]
		if l.X1-l.X0 > width*45/100 && l.Y1-l.Y0 < width/25 {
			l.Prose = !on(l.Box)
			continue
		}
		for j := i - 1; j >= 0 && l.Y0-lines[j].Y1 < l.Y1-l.Y0; j-- {
			o := lines[j]
			if o.Prose && abs(o.X0-l.X0) < reach/2 && l.Y0 > o.Y0+4 && !on(l.Box) {
				l.Prose = true
			}
		}
	}
}

// blobs finds connected ink of the size of letters and their parts.
func (b *Bitmap) blobs(least, most int) []Box {
	type run struct{ x0, x1, at int }
	parent := []int{}
	boxes := []Box{}
	find := func(i int) int {
		for parent[i] != i {
			parent[i] = parent[parent[i]]
			i = parent[i]
		}
		return i
	}
	var above, row []run
	for y := range b.H {
		above, row = row, above[:0]
		k := 0
		b.runs(y*b.W, 1, b.W, func(at, n int) {
			r := run{at - y*b.W, at - y*b.W + n - 1, -1}
			for k > 0 && k < len(above) && above[k].x0 > r.x0 {
				k--
			}
			for j := k; j < len(above) && above[j].x0 <= r.x1+1; j++ {
				if above[j].x1 < r.x0-1 {
					continue
				}
				root := find(above[j].at)
				if r.at < 0 {
					r.at = root
				} else if own := find(r.at); own != root {
					parent[root] = own
					boxes[own] = around2(boxes[own], boxes[root])
				}
				k = j
			}
			if r.at < 0 {
				r.at = len(parent)
				parent = append(parent, r.at)
				boxes = append(boxes, Box{r.x0, y, r.x1, y})
			}
			r.at = find(r.at)
			boxes[r.at] = around2(boxes[r.at], Box{r.x0, y, r.x1, y})
			row = append(row, r)
		})
	}
	var out []Box
	for i, p := range parent {
		if bx := boxes[i]; p == i && max(bx.X1-bx.X0, bx.Y1-bx.Y0)+1 >= least && bx.Y1-bx.Y0 < most && bx.X1-bx.X0 < 4*most {
			out = append(out, bx)
		}
	}
	return out
}

func around2(a, b Box) Box {
	return Box{min(a.X0, b.X0), min(a.Y0, b.Y0), max(a.X1, b.X1), max(a.Y1, b.Y1)}
}

// Sheet holds lines of type taken off a page, one below another and larger, so that they are read faster
// than the page and better.
type Sheet struct {
	Image *image.Gray
	rows  []sheetRow
}

type sheetRow struct {
	from Box // on the level page
	y    int // where it begins on the sheet
}

const (
	readLarger = 2  // times; the reader is made for type of 300 dots an inch
	sheetEdge  = 12 // pixels of the sheet around each line
)

// NewSheet takes lines off a grey page that fell by skew; rules are left out.
func NewSheet(g *image.Gray, skew float64, lines []Box, rules []Rule) Sheet {
	var s Sheet
	w, h := 200, sheetEdge
	for _, l := range lines {
		l = Box{max(0, l.X0-3), max(0, l.Y0-3), min(g.Rect.Dx()-1, l.X1+3), min(g.Rect.Dy()-1, l.Y1+3)}
		s.rows = append(s.rows, sheetRow{l, h})
		w = max(w, (l.X1-l.X0+1)*readLarger+2*sheetEdge)
		h += (l.Y1-l.Y0+1)*readLarger + sheetEdge
	}
	s.Image = image.NewGray(image.Rect(0, 0, w, h))
	for i := range s.Image.Pix {
		s.Image.Pix[i] = 255
	}
	for _, r := range s.rows {
		part := levelPart(g, skew, r.from, readLarger)
		whiten(part)
		for _, k := range rules {
			for y := max(0, (k.Y0-1-r.from.Y0)*readLarger); y < min(part.Rect.Dy(), (k.Y1+2-r.from.Y0)*readLarger); y++ {
				for x := max(0, (k.X0-1-r.from.X0)*readLarger); x < min(part.Rect.Dx(), (k.X1+2-r.from.X0)*readLarger); x++ {
					part.Pix[y*part.Stride+x] = 255
				}
			}
		}
		for y := range part.Rect.Dy() {
			copy(s.Image.Pix[(r.y+y)*s.Image.Stride+sheetEdge:], part.Pix[y*part.Stride:y*part.Stride+part.Rect.Dx()])
		}
	}
	return s
}

// whiten spreads the greys of a line of type so that its paper is white.
func whiten(g *image.Gray) {
	var counts [256]int
	for _, v := range g.Pix {
		counts[v]++
	}
	dark, paper, sum := 0, 255, 0
	for level, n := range counts {
		if sum*100 < len(g.Pix) {
			dark = level
		}
		if sum += n; sum*3 < 2*len(g.Pix) {
			paper = level
		}
	}
	paper = paper * 94 / 100
	if paper-dark < 30 {
		return
	}
	for i, v := range g.Pix {
		g.Pix[i] = uint8(max(0, min(255, (int(v)-dark)*255/(paper-dark))))
	}
}

// Back puts what was read on the sheet where it stands on the level page. Words of different lines are
// never in one.
func (s Sheet) Back(lines []Line) []Line {
	var out []Line
	for _, l := range lines {
		row, last := -1, -1
		for _, w := range l.Parts {
			mid := int(w.Y0+w.Y1) / 2
			row = -1
			for i, r := range s.rows {
				if mid >= r.y && mid < r.y+(r.from.Y1-r.from.Y0+1)*readLarger+sheetEdge/2 {
					row = i
				}
			}
			if row < 0 {
				continue
			}
			if row != last {
				out = append(out, Line{Size: l.Size / readLarger, Confidence: l.Confidence})
				last = row
			}
			r := s.rows[row]
			x := func(v float64) float64 { return (v-sheetEdge)/readLarger + float64(r.from.X0) }
			y := func(v float64) float64 { return (v-float64(r.y))/readLarger + float64(r.from.Y0) }
			o := &out[len(out)-1]
			o.Words++
			o.Parts = append(o.Parts, Word{w.Text, x(w.X0), y(w.Y0), x(w.X1), y(w.Y1)})
		}
	}
	return out
}
