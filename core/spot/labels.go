package spot

import (
	"math"
	"strings"
)

// Distances in points within which a text names a place (common practice, no source).
const (
	leftReach  = 46.0
	farReach   = 170.0 // of a label in a column of labels
	rightReach = 14.0
	belowReach = 13.0
	farBelow   = 21.0
	aboveReach = 34.0
)

// name finds the texts that stand around each place and could say what it is.
func (p *printed) name(all []*place) {
	for i, q := range all {
		p.beside(q, all, i)
	}
	rightward(all)
	defer headRows(all)
	stacked := p.habit(all)
	for _, q := range all {
		if q.in == nil {
			q.in = p.around(q)
		}
		if q.in != nil && q.inside == nil && q.left == nil && q.head == nil {
			p.heads(q)
		}
		if q.inside == nil && (q.cell == nil || q.head == nil && q.rowHead == nil) || q.widget != nil {
			q.below = p.beneath(q, all, stacked)
			q.above = p.over(q, all, stacked)
		}
	}
}

// beside finds the texts left and right of a place on its own line.
func (p *printed) beside(q *place, all []*place, at int) {
	stop := math.Inf(-1) // the end of the place before it in the row
	for _, o := range all {
		if o != q && math.Abs(o.y-q.y) < 5 && o.x1 <= q.x0+2 && o.x1 > stop {
			stop = o.x1
			q.chained = o
		}
	}
	next := math.Inf(1)
	for _, o := range all {
		if o != q && math.Abs(o.y-q.y) < 5 && o.x0 >= q.x1-2 && o.x0 < next {
			next = o.x0
		}
	}
	middle := q.y
	if q.widget != nil {
		middle = q.y - 0.25*(q.y-q.top)
	}
	for _, g := range p.segs {
		within := q.widget != nil && g.base > q.top && g.base < q.y+3 || q.cell != nil && q.cell.y1-q.cell.y0 < 36 && g.base > q.cell.y0+3 && g.base < q.cell.y1
		if math.Abs(g.base-middle) > 6 && !within || q.inside == g {
			continue
		}
		if t := plain(g.text); t == "" || (dateGlue.MatchString(t) || p.Picture && len([]rune(t)) <= 2 && t != "on" && t != "by" || t == "x" && q.width() < shortLine) && q.chained != nil && q.x0-stop < 26 {
			continue // brackets and strokes around a blank
		}
		x0, x1 := q.x0, q.x1
		if q.cell != nil {
			if q.inside != nil || p.cellOf(g) != nil && p.cellOf(g) != q.cell {
				continue
			}
			if len(g.words) > 8 && g.x1 < q.x1 {
				continue // prose beside the table
			}
			x0, x1 = q.cell.x0-1.5, q.cell.x1+1.5 // beyond its own walls
		}
		if g.x1 <= x0+3 && g.x0 >= stop-3 && (x0-g.x1 < leftReach || x0-g.x1 < farReach && g.labelLike()) && (q.left == nil || g.x1 > q.left.x1) && !p.walled(g.x1, x0, q.y) {
			q.left = g
		}
		if g.x0 >= x1-3 && g.x1 <= next+3 && g.x0-x1 < rightReach && (q.right == nil || g.x0 < q.right.x0) && !p.walled(x1, g.x0, q.y) {
			q.right = g
		}
	}
	if q.left != nil && (q.x0-q.left.x1 < 14 || strings.HasSuffix(q.left.text, ":")) {
		q.left.taken = true
	}
	if q.left != nil || q.chained != nil && q.x0-q.chained.x1 > leftReach {
		q.chained = nil
	}
	if c := q.chained; c != nil && c.cell == nil && p.walled(c.x1, q.x0, q.y) {
		q.chained = nil
	}
}

// rightward finds the rows that have their labels right of the lines, and takes away what was thought to
// stand left of the next.
func rightward(all []*place) {
	for i := 0; i < len(all); {
		j := i
		for j < len(all) && math.Abs(all[j].y-all[i].y) < 5 {
			j++
		}
		row := all[i:j]
		i = j
		for k := 1; k < len(row); k++ { // ____ (initials) ____ (date)
			if g := row[k].left; g != nil && g == row[k-1].right && enclosed(g) && row[k].right != nil && enclosed(row[k].right) {
				g.taken, row[k].left = false, nil
			}
		}
		first, last := row[0], row[len(row)-1]
		if len(row) < 2 || first.left != nil || first.right == nil || !first.right.labelLike() {
			continue
		}
		bracketed := strings.HasPrefix(first.right.text, "(")
		for k := 1; k < len(row); k++ {
			bracketed = bracketed && row[k].left == row[k-1].right && row[k].left != nil && strings.HasPrefix(row[k].left.text, "(")
		}
		if !bracketed && (last.right == nil || !last.right.labelLike()) {
			continue
		}
		for k := 1; k < len(row); k++ {
			if row[k].left != nil && row[k].left == row[k-1].right && (bracketed || row[k].left.x0-row[k-1].x1 < row[k].x0-row[k].left.x1) {
				row[k].left.taken = false
				row[k].left = nil
			}
		}
	}
}

// enclosed reports whether a text stands in brackets.
func enclosed(g *segment) bool {
	return strings.HasPrefix(g.text, "(") && strings.HasSuffix(strings.TrimRight(g.text, ".,;"), ")")
}

// walled reports whether a vertical rule stands between two positions on a line.
func (p *printed) walled(x0, x1, y float64) bool {
	for _, u := range p.ups {
		if u.X0 > x0-1 && u.X0 < x1+1 && u.Y0 < y-3 && u.Y1 > y-1 {
			return true
		}
	}
	return false
}

// habit says where this page's lines have their labels: more than 0 for below, less for above.
func (p *printed) habit(all []*place) (votes int) {
	for _, g := range p.segs {
		if m := read(g.text); g.taken || m.kind == "" && !m.roleOnly || len(g.words) > 8 {
			continue
		}
		up, down := math.Inf(1), math.Inf(1)
		for _, q := range all {
			if q.cell != nil || g.x1 < q.x0 || g.x0 > q.x1 {
				continue
			}
			if d := g.top - q.y; d > -2 {
				up = math.Min(up, d)
			}
			if d := q.y - g.base; d > 6 {
				down = math.Min(down, d)
			}
		}
		switch {
		case up < belowReach && down > 45:
			votes += 2
		case up < belowReach && up < 0.38*down:
			votes++
		case up > 30 && down < aboveReach:
			votes -= 2
		case down < aboveReach && up > 0.6*down:
			votes--
		}
	}
	return votes
}

// beneath finds the small text below a line.
func (p *printed) beneath(q *place, all []*place, habit int) *segment {
	y := q.y
	if q.cell != nil {
		y = q.cell.y1
	}
	var best *segment
	for _, g := range p.segs {
		up := g.top - y
		if q.cell != nil && p.cellOf(g) != nil {
			continue
		}
		if g.taken || up < -2.5 || up > belowReach && (habit < 0 || up > p.captionReach(g, q, all)) || g.x1 < q.x0-2 || g.x0 > q.x1+2 || g.base <= q.y+2 {
			continue
		}
		if mid := (g.x0 + g.x1) / 2; mid < q.x0-4 && g.x1 < q.x0+8 || mid > q.x1+4 && g.x0 > q.x1-8 {
			continue
		}
		if down, ok := p.down(g, all, q); ok && down < aboveReach && (up > 0.55*down || up > 0.38*down && habit < 0) {
			continue
		}
		m := read(g.text)
		if len(g.words) > 12 && m.kind == "" {
			continue
		}
		if m.roleOnly && q.left != nil && math.Abs(g.x0-q.left.x0) < 4 && g.x0 < q.x0-14 && entitles(g, all) {
			continue // the title of the next block, set where the labels are
		}
		if best == nil || g.top < best.top-3 || math.Abs(g.top-best.top) <= 3 && g.x0 < best.x0 {
			best = g
		}
	}
	return best
}

// captionReach is how far below a line a text may stand that names it: farther where a word processor left
// the space of a paragraph between, nothing else names the line, and the text is no title of what follows.
func (p *printed) captionReach(g *segment, q *place, all []*place) float64 {
	up := g.top - q.y
	if up < belowReach || up > farBelow || q.cell != nil || q.widget != nil || len(g.words) > 4 || g.text == strings.ToUpper(g.text) || strings.HasSuffix(g.text, ":") {
		return belowReach
	}
	if m := read(g.text); m.kind == "" && !m.roleOnly {
		return belowReach
	}
	if down, ok := p.down(g, all, q); ok && up > 0.6*down {
		return belowReach
	}
	for _, o := range p.segs {
		if math.Abs(o.base-q.y) < 6 && o.x1 <= q.x0+3 && q.x0-o.x1 < leftReach {
			return belowReach
		}
		if o != g && o.top > q.y && o.base < g.base-4 && o.x1 > q.x0 && o.x0 < q.x1 {
			return belowReach
		}
	}
	return farBelow
}

// entitles reports whether a place below a text has a label in its column that names nobody: the text says who.
func entitles(g *segment, all []*place) bool {
	for _, o := range all {
		if d := o.y - g.base; d > 8 && d < 48 && o.left != nil && math.Abs(o.left.x0-g.x0) < 4 {
			m := read(o.left.text)
			return m.role == "" && m.kind != Initials
		}
	}
	return false
}

// down is the distance from a text to the next line below it.
func (p *printed) down(g *segment, all []*place, but *place) (float64, bool) {
	best, found := math.Inf(1), false
	for _, o := range all {
		if d := o.y - g.base; o != but && d > 5 && g.x1 > o.x0 && g.x0 < o.x1 && d < best && (math.Abs(g.x0-o.x0) < 14 || math.Abs(g.x0+g.x1-o.x0-o.x1) < 28) {
			best, found = d, true
		}
	}
	return best, found
}

// over finds the text above a line that names it, as a form with labels above has it.
func (p *printed) over(q *place, all []*place, habit int) *segment {
	ceiling := q.y - aboveReach
	for _, o := range all { // what stands above another line belongs to that one
		if o != q && o.y < q.y-5 && o.y > ceiling && o.x0 < q.x1 && o.x1 > q.x0 {
			ceiling = o.y
		}
	}
	var best *segment
	for _, g := range p.segs {
		top := q.y - 6.5
		if q.widget != nil {
			top = q.top + 3
		}
		if q.cell != nil {
			if p.cellOf(g) != nil || g.base < q.cell.y0-14 {
				continue
			}
			top = q.cell.y0 + 1
		}
		if g.taken || g.size > 1.25*p.size || g.base > top || g.base < ceiling || g.x1 < q.x0 || g.x0 > q.x1 || len(g.words) > 9 {
			continue
		}
		if math.Abs(g.x0-q.x0) > 14 && math.Abs((g.x0+g.x1)/2-(q.x0+q.x1)/2) > 14 || p.endsParagraph(g) {
			continue
		}
		if p.captions(g, q, all) {
			continue
		}
		if up, down := g.top-ceiling, q.y-g.base; ceiling > q.y-aboveReach && up < belowReach && (up <= 0.38*down || up <= 0.55*down && habit >= 0) {
			continue // it stands closer below the line above
		}
		if best == nil || g.base > best.base {
			best = g
		}
	}
	return best
}

// captions reports whether a text above a place stands much closer below another line, which it names.
func (p *printed) captions(g *segment, q *place, all []*place) bool {
	for _, o := range all {
		if up := g.top - o.y; o != q && o.cell == nil && up > -2.5 && up < 0.3*(q.y-g.base) && g.x0 < o.x1 && g.x1 > o.x0 && math.Abs(g.x0-o.x0) < 14 {
			return true
		}
	}
	return false
}

// endsParagraph reports whether a short text is the last line of running text.
func (p *printed) endsParagraph(g *segment) bool {
	if !strings.HasSuffix(g.text, ".") || len(g.words) < 2 {
		return false
	}
	for _, o := range p.segs {
		if up := g.base - o.base; up > 0.9*g.size && up < 1.7*g.size && math.Abs(o.x0-g.x0) < 4 && o.width() > 0.45*p.Width && len(o.words) > 7 {
			return true
		}
	}
	return false
}
