package spot

import (
	"math"
	"strings"
)

// heads finds the texts at the head of a cell's column and row.
func (p *printed) heads(q *place) {
	c := q.in
	q.head = p.columnHead(c)
	for _, g := range p.segs { // the cell right before it, when that says what it is
		if k := p.cellOf(g); k != nil && math.Abs(k.x1-c.x0) < 3 && math.Abs(k.y0-c.y0) < 4 && q.head == nil && p.asks(k) {
			q.left, g.taken = g, true
		}
	}
	// The first text cell left of it in its row.
	for _, g := range p.segs {
		if g.x1 < c.x0+1 && g.base > c.y0 && g.top < c.y1 && p.inCell(g, c) && (q.rowHead == nil || g.x0 < q.rowHead.x0) {
			q.rowHead = g
		}
	}
}

// around finds the cell in which a line stands.
func (p *printed) around(q *place) *cell {
	var best *cell
	for i := range p.cells {
		c := &p.cells[i]
		if c.x0 < q.x0+3 && c.x1 > q.x1-3 && c.y0 < q.y-5 && c.y1 > q.y-1 && c.y1-c.y0 < 110 && (best == nil || c.y0 > best.y0) {
			best = c
		}
	}
	return best
}

// cellOf is the cell in which a text stands, nil if none.
func (p *printed) cellOf(g *segment) *cell {
	for i := range p.cells {
		if c := &p.cells[i]; c.y1-c.y0 < 110 && c.holds((g.x0+g.x1)/2, g.base-0.3*g.size) {
			return c
		}
	}
	return nil
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
	number := "" // of a person, below a head for all of them
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
			if up.holds((g.x0+g.x1)/2, g.base-0.3*g.size) && plain(g.text) != "" {
				last = g
				text = strings.TrimSpace(text + " " + g.text)
			}
		}
		if last != nil && number == "" && listed.MatchString(text) {
			number = " " + text
		} else if last != nil {
			joined := *last
			joined.text = text + number
			return &joined
		}
		at = *up
	}
	// A head without a frame of its own, right above the table.
	var best *segment
	for _, g := range p.segs {
		if strings.HasPrefix(g.text, "▒") {
			continue // was not read
		}
		if mid := (g.x0 + g.x1) / 2; g.base < at.y0+1 && g.base > at.y0-16 && mid > c.x0 && mid < c.x1 && !p.endsParagraph(g) && (best == nil || g.base > best.base) {
			best = g
		}
	}
	return best
}

// headRows drops the cells of a table's heads: those whose text heads a column, empty ones among them, and
// those that name a person above cells that say what is written into them.
func headRows(all []*place) {
	for _, q := range all {
		if q.cell == nil || q.inside == nil || len(q.inside.words) > 4 {
			continue
		}
		if m := read(q.inside.text); m.role == "" || m.kind != "" {
			continue
		}
		for _, o := range all { // the head of a row
			if o.cell != nil && o.inside != nil && o.cell.x0 > q.cell.x1-4 && math.Abs(o.cell.y0-q.cell.y0) < 3 && math.Abs(o.cell.y1-q.cell.y1) < 3 {
				if m := read(o.inside.text); m.kind == Signature && m.role == "" {
					q.dropped = true
				}
			}
		}
		for _, o := range all {
			if q.dropped && o.cell != nil && o.inside != nil && o.rowHead == nil && o.cell.x0 > q.cell.x1-4 && math.Abs(o.cell.y0-q.cell.y0) < 3 {
				o.rowHead = q.inside
			}
		}
		for _, o := range all {
			if o.cell != nil && o.inside != nil && math.Abs(o.cell.y0-q.cell.y1) < 4 && o.cell.x0 > q.cell.x0-4 && o.cell.x1 < q.cell.x1+4 {
				if m := read(o.inside.text); m.kind == Signature && m.role == "" {
					q.dropped = true
				}
			}
		}
	}
	for _, q := range all { // a band above cells with labels of their own
		under := 0
		for _, o := range all {
			if q.cell != nil && q.inside != nil && o.cell != nil && o.inside != nil && math.Abs(o.cell.y0-q.cell.y1) < 4 && o.cell.x0 > q.cell.x0-4 && o.cell.x1 < q.cell.x1+4 && o.width() < 0.8*q.cell.x1-0.8*q.cell.x0 {
				under++
			}
		}
		q.dropped = q.dropped || under > 1
	}
	for _, q := range all { // the head of the column that says whom each row is for
		heads := 0
		for _, o := range all {
			if q.cell != nil && q.inside != nil && o.head != nil && o.rowHead != nil && o.head.base > q.cell.y0 && o.head.base < q.cell.y1 && o.head.x0 > q.cell.x1 && math.Abs(o.rowHead.x0-q.inside.x0) < 4 {
				heads++
			}
		}
		q.dropped = q.dropped || heads > 1
	}
	for _, q := range all {
		for _, o := range all {
			if q.cell != nil && q.inside != nil && o.head != nil && o.head.base == q.inside.base && o.head.x0 == q.inside.x0 {
				q.dropped = true
			}
		}
	}
	for _, q := range all {
		for _, o := range all {
			if q.cell != nil && q.inside == nil && q.head == nil && o.cell != nil && o.cell.y0 > q.cell.y0+4 && o.head != nil && o.head.base > q.cell.y0 && o.head.base < q.cell.y1 && math.Abs(o.cell.y0-q.cell.y1) < 4 {
				q.dropped = true
			}
		}
	}
}
