package spot

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"indicum/core/field"
)

// Find returns the spots of a document's pages, page by page in reading order.
func Find(pages []Page) []Spot {
	var out []Spot
	for i, p := range pages {
		out = append(out, findOn(p, i+1)...)
	}
	return out
}

// Beyond these numbers a page is no form, and comparing all with all would take minutes: a survey, a plan, a
// table of glyphs, a ledger.
const (
	drawing    = 6000 // strokes
	mostWords  = 8000
	mostTicks  = 400
	mostPlaces = 1000
)

func findOn(page Page, nr int) []Spot {
	if page.Paths > drawing && len(page.Widgets) == 0 {
		page.Rules, page.Boxes = nil, nil
	}
	p := takeApart(page)
	if len(p.words) > mostWords {
		p = takeApart(Page{Width: page.Width, Height: page.Height, Turn: page.Turn, Skew: page.Skew, Widgets: page.Widgets})
	}
	p.frames()
	if len(p.ticks) > mostTicks {
		p.ticks = nil
	}
	if len(p.cells)+len(p.strokes) > 3*mostPlaces {
		p.strokes, p.cells = nil, nil
	}
	all := p.places()
	if len(all) > mostPlaces {
		p.strokes, p.cells = nil, nil
		all = p.places()
	}
	all = p.shared(all)
	all = p.tables(all)
	p.name(all)
	for _, q := range all {
		p.interpret(q, all)
	}
	if page.Unread {
		p.guess(all)
	}
	p.unnamed(all)
	p.margins(all)
	alike(all)
	p.separators(all)
	p.settle(all)
	p.unknownTo(all)
	p.signingDates(all)
	p.seats(all)
	p.choices(all, nr)
	var out []Spot
	for _, q := range all {
		if !q.dropped && !(q.widget != nil && q.widget.Filled && q.kind != Signature && q.kind != Initials) {
			out = append(out, p.spot(q, nr))
		}
	}
	out = append(out, p.boxes(nr)...)
	sort.SliceStable(out, func(a, b int) bool {
		if d := (out[a].Y + out[a].H) - (out[b].Y + out[b].H); math.Abs(d) > 4 {
			return d < 0
		}
		return out[a].X < out[b].X
	})
	return out
}

// shared divides a long line under which two things are named: a signature and its date.
func (p *printed) shared(in []*place) []*place {
	var out []*place
	for _, q := range in {
		if q.cell != nil || q.widget != nil {
			out = append(out, q)
			continue
		}
		var under []*segment
		for _, g := range p.segs {
			if up := g.top - q.y; up > -2.5 && up < p.captionReach(g, q, in) && g.x0 > q.x0-6 && g.x1 < q.x1+12 && g.base > q.y+2 {
				if m := read(g.text); (m.kind != "" || m.roleOnly) && len(g.words) <= 8 && p.nothingCloser(g, q, in) {
					under = append(under, g)
				}
			}
		}
		sort.Slice(under, func(a, b int) bool { return under[a].x0 < under[b].x0 })
		if len(under) < 2 || math.Abs(under[0].base-under[len(under)-1].base) > 3 || len(under) > 5 {
			out = append(out, q)
			continue
		}
		at := q.x0
		var parts []*place
		for i, g := range under {
			part := *q
			part.x0, part.x1 = at, q.x1
			if i+1 < len(under) {
				part.x1 = under[i+1].x0 - 4
				if g.x0-at > 16 { // labels in the middle of their parts
					part.x1 = (g.x1 + under[i+1].x0) / 2
				}
			}
			at = part.x1 + 4
			parts = append(parts, &part)
		}
		for _, part := range parts {
			if part.width() < 24 { // the last caption is that of the next line
				parts = []*place{q}
			}
		}
		out = append(out, parts...)
	}
	return out
}

// nothingCloser reports whether a text below a line is not the label of a line just below it.
func (p *printed) nothingCloser(g *segment, q *place, all []*place) bool {
	d, ok := p.down(g, all, q)
	if ok && d < g.top-q.y {
		return false
	}
	for _, o := range all { // nor of one behind it
		if o != q && math.Abs(o.y-g.base) < 5 && o.x0 >= g.x1-2 && o.x0-g.x1 < 14 {
			return false
		}
	}
	return true
}

// separators drops lines that divide a page, or underline, and that nothing names.
func (p *printed) separators(all []*place) {
	for _, q := range all {
		if q.widget != nil || q.kind != Text || q.dropped {
			continue
		}
		named := q.left != nil || q.inside != nil || q.chained != nil || q.head != nil || q.rowHead != nil
		small := q.below != nil && q.below.width() < 0.7*q.width() && len(q.below.words) <= 6 && plain(q.below.text) != ""
		if small && q.width() > 0.7*p.Width { // rather a rule across the page, with something small under it
			small = read(q.below.text) != meaning{}
		}
		if q.typed || named || small {
			if q.cell != nil && !named {
				q.dropped = true
			}
			continue
		}
		if q.right != nil && q.width() < 120 && q.from != "scan" {
			continue
		}
		q.dropped = !p.writeIn(q, all)
	}
}

// writeIn reports whether a line without a label is one of several, evenly spaced, to write on.
func (p *printed) writeIn(q *place, all []*place) bool {
	if q.cell != nil {
		return false
	}
	for _, o := range all {
		d := math.Abs(o.y - q.y)
		if o == q || o.cell != nil || d < 11 || d > 34 || math.Abs(o.x1-q.x1) > 4 || o.x0 > q.x1 || o.x1 < q.x0 || o.left != nil && o.left.x0 > q.x0+30 {
			continue
		}
		clear := true
		for _, g := range p.segs {
			if g.base > math.Min(o.y, q.y)+2 && g.base < math.Max(o.y, q.y)-1 && g.x1 > q.x0 && g.x0 < q.x1 {
				clear = false
			}
		}
		if clear {
			return true
		}
	}
	return false
}

// signingDates makes a date that no signature goes with a text: the date of an offer, of a closing.
func (p *printed) signingDates(all []*place) {
	for _, q := range all {
		if q.dropped || q.kind != Date || q.role != "" {
			continue
		}
		near := false
		for _, s := range all {
			if s.dropped || s.kind != Signature && s.kind != Initials {
				continue
			}
			if d := math.Abs(s.y - q.y); d < 45 || inColumn(s, q) && d < blockReach && (q.y > s.y || !p.prose(q, s)) {
				near = true
			}
		}
		if !near {
			q.kind = Text
			q.sure = 0.7
		}
	}
}

// prose reports whether sentences stand between two places below one another.
func (p *printed) prose(a, b *place) bool {
	for _, g := range p.segs {
		if g.base > a.y+6 && g.base < b.y-12 && len(g.words) >= 5 && g.x1 > b.x0 && g.x0 < b.x1 {
			return true
		}
	}
	return false
}

// guess says what places may be by their lengths alone.
func (p *printed) guess(all []*place) {
	for _, q := range all {
		if q.widget != nil || q.cell != nil {
			continue
		}
		q.sure = 0.3
		q.typed = true // nothing could be read: keep it
		switch w := q.width(); {
		case w < 24:
		case w < shortLine:
			q.kind, q.sure = Initials, 0.35
			if before := q.chained; before != nil && before.width() > 110 {
				q.kind = Date
			}
		case w < 115:
			q.kind, q.sure = Date, 0.35
		case w < 330:
			q.kind, q.sure = Signature, 0.35
		}
	}
}

// Heights in points of what is written by hand or set, where there is room.
var heights = map[string]float64{Signature: 20, Initials: 16, Date: 14, Name: 14, Text: 14, Checkbox: 10}

func (p *printed) spot(q *place, nr int) Spot {
	h := math.Min(heights[q.kind], math.Max(9, p.roomAbove(q)))
	if q.kind == Signature || q.kind == Initials {
		h = math.Max(h, 10)
	}
	s := Spot{Page: nr, Kind: q.kind, Role: string(q.role), Number: q.number, From: q.from, Group: q.group, Side: q.side, About: q.about, Label: shortened(q.label)}
	p.set(&s, q.rect(h))
	sure := q.sure
	if q.from == "scan" {
		sure -= 0.06
	}
	if q.role == "" && q.kind != Text && q.kind != Checkbox {
		sure -= 0.1
	}
	s.Confidence = math.Round(math.Max(0.05, math.Min(0.99, sure))*100) / 100
	return s
}

func shortened(s string) string {
	s = strings.TrimSpace(s)
	if r := []rune(s); len(r) > 80 {
		return "…" + string(r[len(r)-79:])
	}
	return s
}

// roomAbove is how far print stays away above a line.
func (p *printed) roomAbove(q *place) float64 {
	room := 26.0
	for _, g := range p.segs {
		if g.x1 < q.x0+1 || g.x0 > q.x1-1 || g.base > q.y-5 {
			continue
		}
		room = math.Min(room, q.y-g.low)
	}
	for _, s := range p.strokes {
		if s.y < q.y-5 && s.x1 > q.x0+1 && s.x0 < q.x1-1 {
			room = math.Min(room, q.y-s.y-1)
		}
	}
	return room
}

// set places a spot on the displayed page.
func (p *printed) set(s *Spot, r field.Rect) {
	r = p.displayed(r)
	s.X, s.Y, s.W, s.H = r.X, r.Y, r.W, r.H
}

// displayed turns back what was turned and levelled to be read. A line's middle is where the page has it.
func (p *printed) displayed(r field.Rect) field.Rect {
	if p.Skew != 0 {
		sin, cos := math.Sincos(math.Atan(p.Skew))
		x, y := r.X+r.W/2-p.Width/2, r.Y+r.H-p.Height/2
		r.X, r.Y = p.Width/2+x*cos-y*sin-r.W/2, p.Height/2+x*sin+y*cos-r.H
	}
	r = turned(r, p.Width, p.Height, (360-p.Turn)%360)
	round := func(v float64) float64 { return math.Round(v*100) / 100 }
	return field.Rect{X: round(r.X), Y: round(r.Y), W: round(r.W), H: round(r.H)}
}

// boxes returns the boxes to tick, with the words behind or before them.
func (p *printed) boxes(nr int) []Spot {
	var out []Spot
	choices := p.alternatives(p.tickOptions())
	for i, t := range p.ticks {
		s := Spot{Page: nr, Kind: Checkbox, From: t.from, Confidence: 0.9}
		p.set(&s, field.Rect{X: t.x0, Y: t.y0, W: t.x1 - t.x0, H: t.y1 - t.y0})
		if g := p.tickLabel(t); g != nil {
			s.Label = shortened(g.text)
		} else {
			s.Confidence = 0.6
		}
		s.Group, s.Side, s.About = p.tickGroup(i, nr, choices)
		out = append(out, s)
	}
	return out
}

func (p *printed) tickLabel(t tick) *segment {
	mid := (t.y0 + t.y1) / 2
	var right, left *segment
	for _, g := range p.segs {
		if g.base < mid-2 || g.top > mid+3 {
			continue
		}
		if g.x0 >= t.x1-2 && g.x0-t.x1 < 30 && (right == nil || g.x0 < right.x0) {
			right = g
		}
		if g.x1 <= t.x0+2 && t.x0-g.x1 < 30 && (left == nil || g.x1 > left.x1) {
			left = g
		}
	}
	if right != nil {
		return right
	}
	return left
}

// groupName names a choice by its page and first row.
func groupName(nr int, y float64) string { return fmt.Sprintf("p%d-%d", nr, int(y)) }
