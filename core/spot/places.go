package spot

import (
	"math"
	"regexp"
	"sort"
	"strings"

	"indicum/core/field"
)

// place is where something may be written: a line, a cell, a widget.
type place struct {
	x0, x1, y float64 // the line
	top       float64 // as high as a cell or widget reaches; 0 for a line
	from      string
	typed     bool  // underscores among words
	cell      *cell // the cell it is
	in        *cell // the cell in which it stands
	widget    *Widget

	left, right, below, above, inside, head, rowHead *segment
	chained                                          *place // the place before it in the row, with nothing between

	meaning
	label    string
	sentence bool // stands in running text
	listed   int  // the number printed before it, 0 for none
	signs    *place
	sure     float64
	nobodys  bool // of a seat that the form leaves open: an agent, of either side
	dropped  bool
	group    string
	side     string
	about    string
}

func (p *place) width() float64 { return p.x1 - p.x0 }

// line returns the place's lower edge and the room above it.
func (q *place) rect(height float64) field.Rect {
	if q.widget != nil {
		return field.Rect{X: q.x0, Y: q.top, W: q.x1 - q.x0, H: q.y - q.top}
	}
	if q.cell != nil {
		height = math.Min(height, q.y-q.top)
	}
	return field.Rect{X: q.x0, Y: q.y - height, W: q.x1 - q.x0, H: height}
}

// places collects everything that may be written on.
func (p *printed) places() []*place {
	var out []*place
	for _, s := range p.strokes {
		out = append(out, p.free(s)...)
	}
	for i := range p.cells {
		if q := p.room(&p.cells[i], out); q != nil {
			out = append(out, q)
		}
	}
	out = p.widgets(out)
	sort.SliceStable(out, func(a, b int) bool {
		if d := out[a].y - out[b].y; math.Abs(d) > 4 {
			return d < 0
		}
		return out[a].x0 < out[b].x0
	})
	return out
}

const sits = 6.0 // points above a line within which what stands there is written on it

// free returns the parts of a line on which nothing is written. A line that only underlines, or that was
// filled in, has none.
func (p *printed) free(s stroke) []*place {
	type span struct{ x0, x1 float64 }
	var on []span
	x0, x1, covered := s.x0, s.x1, 0.0
	label := true
	for _, g := range p.segs {
		if g.base < s.y-sits || g.base > s.y+1.5 || g.x1 < s.x0+1 || g.x0 > s.x1-1 {
			continue
		}
		a, b := math.Max(g.x0, s.x0), math.Min(g.x1, s.x1)
		covered += b - a
		on = append(on, span{a, b})
		if !g.labelLike() {
			label = false
		}
	}
	if s.dots && p.leadsToNumber(s) {
		return nil
	}
	if len(on) == 0 {
		return []*place{{x0: x0, x1: x1, y: s.y, from: s.from, typed: s.from == "text"}}
	}
	if covered > 0.75*(s.x1-s.x0) || !label && (s.from == "text" || covered > 8) {
		return nil
	}
	sort.Slice(on, func(a, b int) bool { return on[a].x0 < on[b].x0 })
	var out []*place
	at := s.x0
	for _, o := range append(on, span{s.x1, s.x1}) {
		if o.x0-at >= 30 {
			from := at
			if at > s.x0 {
				from += 3
			}
			out = append(out, &place{x0: from, x1: o.x0, y: s.y, from: s.from, typed: s.from == "text"})
		}
		at = math.Max(at, o.x1)
	}
	return out
}

// leadsToNumber reports whether dots lead to a page number, as in a list of contents.
func (p *printed) leadsToNumber(s stroke) bool {
	for _, g := range p.segs {
		if math.Abs(g.base-s.y) < 4 && g.x0 > s.x1-2 && g.x0-s.x1 < 30 && pageNumber.MatchString(g.text) {
			return true
		}
	}
	return false
}

var pageNumber = regexp.MustCompile(`^[0-9ivx]{1,4}$`)

// labelLike reports whether a text names what is to be written behind it.
func (g *segment) labelLike() bool {
	t := strings.TrimSpace(g.text)
	m := read(t)
	return strings.HasSuffix(t, ":") || m.kind != "" && len(g.words) <= 5 || m.roleOnly || t == "$" || t == "#"
}

// room returns the free part of a cell, nil when it is full, a heading, or has lines of its own.
func (p *printed) room(c *cell, lines []*place) *place {
	h, w := c.y1-c.y0, c.x1-c.x0
	if h < cellLow || h > cellTall || w < lineLeast+3 {
		return nil
	}
	for _, l := range lines {
		if l.x0 > c.x0-3 && l.x1 < c.x1+3 && l.y > c.y0+4 && l.y < c.y1-1 {
			return nil
		}
	}
	for _, t := range p.ticks {
		if c.holds((t.x0+t.x1)/2, (t.y0+t.y1)/2) {
			return nil
		}
	}
	q := &place{x0: c.x0 + 2, x1: c.x1 - 2, y: c.y1 - 2, top: c.y0 + 1.5, from: "rule", cell: c, in: c}
	if p.Picture {
		q.from = "scan"
	}
	for _, g := range p.segs {
		if !c.holds((g.x0+g.x1)/2, g.base-0.3*g.size) {
			continue
		}
		switch {
		case q.inside != nil && math.Abs(q.inside.base-g.base) > 2 && g.base-c.y0 > 0.6*h:
			return nil
		case g.base-c.y0 <= 0.55*h && h >= 17: // a small label at its head
			q.top = math.Max(q.top, g.base+1)
		case c.x1-g.x1 >= math.Max(34, 0.3*w) && g.x0-c.x0 < 0.3*w && g.labelLike(): // a label at its left
			q.x0 = g.x1 + 3
		case g.top-c.y0 >= 0.5*h && h >= 20 && g.labelLike(): // a small label at its foot
			q.y = g.top - 1
		default:
			return nil
		}
		if q.inside == nil {
			q.inside = g
		}
		g.taken = true
	}
	if q.y-q.top < 7 || q.inside != nil && p.isHead(c) {
		return nil
	}
	return q
}

// isHead reports whether a cell with text names the empty cells right of it or below it.
func (p *printed) isHead(c *cell) bool {
	under := 0
	for i := range p.cells {
		k := &p.cells[i]
		if math.Abs(k.y0-c.y1) < 3 && k.x0 > c.x0-3 && k.x1 < c.x1+3 && k.x1-k.x0 < 0.7*(c.x1-c.x0) {
			if under++; under > 1 {
				return true // a band above several columns
			}
		}
		right := math.Abs(k.x0-c.x1) < 3 && math.Abs(k.y0-c.y0) < 3 && math.Abs(k.y1-c.y1) < 3
		if right && p.asks(k) {
			return true
		}
		below := math.Abs(k.y0-c.y1) < 3 && math.Abs(k.x0-c.x0) < 3 && math.Abs(k.x1-c.x1) < 3
		if (right || below) && p.empty(k) {
			return true
		}
	}
	return false
}

// asks reports whether a cell holds a label that says what is written into the empty cell right of it.
func (p *printed) asks(c *cell) bool {
	for _, g := range p.segs {
		if c.holds((g.x0+g.x1)/2, g.base-0.3*g.size) {
			if m := read(g.text); m.kind == "" || m.role != "" {
				return false
			}
			for i := range p.cells {
				if k := &p.cells[i]; math.Abs(k.x0-c.x1) < 3 && math.Abs(k.y0-c.y0) < 3 && math.Abs(k.y1-c.y1) < 3 && p.empty(k) {
					return true
				}
			}
		}
	}
	return false
}

func (p *printed) empty(c *cell) bool {
	for _, g := range p.segs {
		if c.holds((g.x0+g.x1)/2, g.base-0.3*g.size) {
			return false
		}
	}
	return true
}

// widgets adds form fields, each in place of the line or cell it stands on.
func (p *printed) widgets(in []*place) []*place {
	out := in
	for i := range p.Widgets {
		w := &p.Widgets[i]
		if w.W < 4 || w.H < 4 {
			continue
		}
		q := &place{x0: w.X, x1: w.X + w.W, y: w.Y + w.H, top: w.Y, from: "widget", widget: w}
		var kept []*place
		for _, o := range out {
			across := math.Min(o.x1, q.x1) - math.Max(o.x0, q.x0)
			if o.widget == nil && across > 0.5*math.Min(o.width(), q.width()) && o.y > w.Y-1 && o.y < w.Y+w.H+5 {
				if o.cell == nil && math.Abs(o.y-q.y) < 5 {
					q.y = o.y
				}
				if o.inside != nil {
					q.inside = o.inside
				}
				if across < 0.7*o.width() && o.cell == nil { // the rest of a long line may be another place
					rest := *o
					if q.x0-o.x0 > o.x1-q.x1 {
						rest.x1 = q.x0 - 3
					} else {
						rest.x0 = q.x1 + 3
					}
					kept = append(kept, &rest)
				}
				continue
			}
			kept = append(kept, o)
		}
		out = append(kept, q)
		p.dropTick(w)
	}
	return out
}

func (p *printed) dropTick(w *Widget) {
	var out []tick
	for _, t := range p.ticks {
		if cx, cy := (t.x0+t.x1)/2, (t.y0+t.y1)/2; cx > w.X-2 && cx < w.X+w.W+2 && cy > w.Y-2 && cy < w.Y+w.H+2 {
			continue
		}
		out = append(out, t)
	}
	p.ticks = out
}
