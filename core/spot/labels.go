package spot

import (
	"math"
	"strings"
)

// Distances in points within which a text names a place (common practice, no source).
const (
	leftReach  = 46.0
	rightReach = 14.0
	belowReach = 13.0
	aboveReach = 34.0
)

// name finds the texts that stand around each place and could say what it is.
func (p *printed) name(all []*place) {
	for i, q := range all {
		p.beside(q, all, i)
	}
	stacked := p.habit(all)
	for _, q := range all {
		if q.cell != nil && q.inside == nil {
			p.heads(q)
		}
		if q.inside == nil || q.widget != nil {
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
		if math.Abs(g.base-middle) > 6 && !(q.widget != nil && g.base > q.top && g.base < q.y+3) || q.inside == g {
			continue
		}
		if q.cell != nil && (g.x0 < q.cell.x0-1 || g.x1 > q.cell.x1+1) {
			continue
		}
		if g.x1 <= q.x0+3 && g.x0 >= stop-3 && q.x0-g.x1 < leftReach && (q.left == nil || g.x1 > q.left.x1) && !p.walled(g.x1, q.x0, q.y) {
			q.left = g
		}
		if g.x0 >= q.x1-3 && g.x1 <= next+3 && g.x0-q.x1 < rightReach && (q.right == nil || g.x0 < q.right.x0) && !p.walled(q.x1, g.x0, q.y) {
			q.right = g
		}
	}
	if q.left != nil && (q.x0-q.left.x1 < 14 || strings.HasSuffix(q.left.text, ":")) {
		q.left.taken = true
	}
	if q.left != nil || q.chained != nil && q.x0-q.chained.x1 > leftReach {
		q.chained = nil
	}
	if c := q.chained; c != nil && p.walled(c.x1, q.x0, q.y) {
		q.chained = nil
	}
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
		case up < belowReach && up < 0.6*down:
			votes++
		case up > 30 && down < aboveReach:
			votes -= 2
		case down < aboveReach && down < 0.8*up:
			votes--
		}
	}
	return votes
}

// beneath finds the small text below a line.
func (p *printed) beneath(q *place, all []*place, habit int) *segment {
	if q.cell != nil {
		return nil
	}
	var best *segment
	for _, g := range p.segs {
		up := g.top - q.y
		if g.taken || up < -2.5 || up > belowReach || g.x1 < q.x0-2 || g.x0 > q.x1+2 || g.base <= q.y+2 {
			continue
		}
		if mid := (g.x0 + g.x1) / 2; mid < q.x0-4 && g.x1 < q.x0+8 || mid > q.x1+4 && g.x0 > q.x1-8 {
			continue
		}
		if down, ok := p.down(g, all, q); ok && (down < 0.75*up || down < 1.7*up && habit < 0) {
			continue
		}
		if m := read(g.text); len(g.words) > 12 && m.kind == "" {
			continue
		}
		if best == nil || g.top < best.top-3 || math.Abs(g.top-best.top) <= 3 && g.x0 < best.x0 {
			best = g
		}
	}
	return best
}

// down is the distance from a text to the next line below it.
func (p *printed) down(g *segment, all []*place, but *place) (float64, bool) {
	best, found := math.Inf(1), false
	for _, o := range all {
		if d := o.y - g.base; o != but && d > 5 && g.x1 > o.x0 && g.x0 < o.x1 && d < best {
			best, found = d, true
		}
	}
	return best, found
}

// over finds the text above a line that names it, as a form with labels above has it.
func (p *printed) over(q *place, all []*place, habit int) *segment {
	if q.cell != nil {
		return nil
	}
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
		if g.taken || g.base > top || g.base < ceiling || g.x1 < q.x0 || g.x0 > q.x1 || len(g.words) > 9 {
			continue
		}
		if math.Abs(g.x0-q.x0) > 14 && math.Abs((g.x0+g.x1)/2-(q.x0+q.x1)/2) > 14 {
			continue
		}
		if g.base < ceiling+belowReach && ceiling > q.y-aboveReach && g.top-ceiling < q.y-g.base && habit >= 0 {
			continue // it stands closer below the line above
		}
		if best == nil || g.base > best.base {
			best = g
		}
	}
	return best
}

// heads finds the texts at the head of a cell's column and row.
func (p *printed) heads(q *place) {
	c := q.cell
	q.head = p.columnHead(c)
	// The first text cell left of it in its row.
	for _, g := range p.segs {
		if g.x1 < c.x0+1 && g.base > c.y0 && g.top < c.y1 && p.inCell(g, c) && (q.rowHead == nil || g.x0 < q.rowHead.x0) {
			q.rowHead = g
		}
	}
}

func (p *printed) inCell(g *segment, row *cell) bool {
	for i := range p.cells {
		k := &p.cells[i]
		if math.Abs(k.y0-row.y0) < 4 && math.Abs(k.y1-row.y1) < 4 && k.holds((g.x0+g.x1)/2, g.base-2) {
			return true
		}
	}
	return false
}

// columnHead climbs from cell to cell until one holds text.
func (p *printed) columnHead(c *cell) *segment {
	at := *c
	for range 60 {
		var up *cell
		for i := range p.cells {
			k := &p.cells[i]
			if math.Abs(k.y1-at.y0) < 3 && k.x0 < (at.x0+at.x1)/2 && k.x1 > (at.x0+at.x1)/2 {
				up = k
			}
		}
		if up == nil {
			break
		}
		var last *segment
		text := ""
		for _, g := range p.segs {
			if up.holds((g.x0+g.x1)/2, g.base-0.3*g.size) {
				last = g
				text = strings.TrimSpace(text + " " + g.text)
			}
		}
		if last != nil {
			joined := *last
			joined.text = text
			return &joined
		}
		at = *up
	}
	// A head without a frame of its own, right above the table.
	var best *segment
	for _, g := range p.segs {
		if mid := (g.x0 + g.x1) / 2; g.base < at.y0+1 && g.base > at.y0-16 && mid > c.x0 && mid < c.x1 && (best == nil || g.base > best.base) {
			best = g
		}
	}
	return best
}
