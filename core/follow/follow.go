// Package follow finds where places of a document lie in a corrected version of it: each follows the words
// it belongs to. It works on what was seen on the pages and knows nothing of PDF.
package follow

import (
	"math"
	"sort"
	"strings"
	"unicode"

	"indicum/core/field"
	"indicum/core/spot"
)

// Place is a rectangle on a page, counted from 0.
type Place struct {
	Page int
	field.Rect
	Kind string // of the spot it may stand on, as spot.Spot has it
}

// Moved is where a place lies in the new version.
type Moved struct {
	Place
	Found bool // the words it belongs to are there; otherwise the rest says nothing
}

// Distances in points within which a word belongs to a place.
const (
	beside   = 60.0 // on its line, left or right
	label    = 15.0 // below it
	around   = 150.0
	margin   = 0.115 // share of the page's height that running heads and feet keep to
	sameLine = 7.0
)

// Move places each place in the new version.
func Move(before, after []spot.Sight, places []Place) []Moved {
	m := newMatcher(before, after)
	out := make([]Moved, len(places))
	for i, p := range places {
		if p.Page < 0 || p.Page >= len(before) {
			continue
		}
		to, ok := m.running(p)
		if !ok {
			to, ok = m.follow(p)
		}
		if ok {
			out[i] = Moved{m.settle(p, to), true}
		}
	}
	return out
}

type token struct {
	text string
	page int
	field.Rect
}

type matcher struct {
	before, after []spot.Sight
	old, now      []token
	byPage        [][]int // indices of old tokens
	match         []int   // index of the same word in now, -1 for none
}

func tokens(pages []spot.Sight) []token {
	var out []token
	for p, s := range pages {
		for _, w := range s.Words {
			text := strings.ToLower(strings.TrimFunc(w.Text, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }))
			if text != "" {
				out = append(out, token{text, p, w.Rect})
			}
		}
	}
	return out
}

func newMatcher(before, after []spot.Sight) *matcher {
	m := &matcher{before: before, after: after, byPage: make([][]int, len(before))}
	all := tokens(before)
	// What runs at the head and foot of pages stays there, while the text between flows: it would only
	// cross what is matched in order.
	m.old, m.now = flowing(all, before), flowing(tokens(after), after)
	for i, t := range m.old {
		m.byPage[t.page] = append(m.byPage[t.page], i)
	}
	a, b := make([]string, len(m.old)), make([]string, len(m.now))
	for i, t := range m.old {
		a[i] = t.text
	}
	for i, t := range m.now {
		b[i] = t.text
	}
	m.match = align(a, b)
	return m
}

func flowing(in []token, pages []spot.Sight) []token {
	if len(pages) < 2 {
		return in
	}
	var out []token
	for _, t := range in {
		if !inMargin(t.Y+t.H/2, pages[t.page].Height) {
			out = append(out, t)
		}
	}
	return out
}

func inMargin(y, h float64) bool { return y < margin*h || y > (1-margin)*h }

// running places what stands at the head or foot of a page, beside words that stand there on the page of
// the same number in the new version.
func (m *matcher) running(p Place) (Place, bool) {
	s := m.before[p.Page]
	if len(m.before) < 2 || !inMargin(p.Y+p.H/2, s.Height) || p.Page >= len(m.after) {
		return p, false
	}
	to := m.after[p.Page]
	old, now := marginWords(s), marginWords(to)
	var best *token
	var at token
	least := math.Inf(1)
	for i, w := range old {
		d := distance(w.Rect, p.Rect)
		if d > around || d >= least {
			continue
		}
		for _, k := range now {
			if k.text == w.text && math.Abs((k.Y-to.Height)-(w.Y-s.Height)) < 30 && math.Abs(k.X-w.X) < 120 {
				best, at, least = &old[i], k, d
				break
			}
		}
	}
	if best == nil {
		return p, false
	}
	p.X += at.X - best.X
	p.Y += at.Y + at.H - best.Y - best.H
	return p, true
}

func marginWords(s spot.Sight) []token {
	var out []token
	for _, t := range tokens([]spot.Sight{s}) {
		if inMargin(t.Y+t.H/2, s.Height) {
			out = append(out, t)
		}
	}
	return out
}

// follow moves a place as the words move that it belongs to. At least one of those on its line, or right
// below it, must still be there, next to the words it had around it.
func (m *matcher) follow(p Place) (Place, bool) {
	var near, own, row []anchor
	named, heads := 0, 0 // words that name the place, that begin its row, found or not
	for _, i := range m.byPage[p.Page] {
		w := m.old[i]
		mine, head := belongs(w.Rect, p.Rect), begins(w.Rect, p.Rect)
		if mine {
			named++
		}
		if head {
			heads++
		}
		if m.match[i] < 0 {
			continue
		}
		a := anchor{w, m.now[m.match[i]], distance(w.Rect, p.Rect)}
		if mine {
			own = append(own, a)
		}
		if head {
			row = append(row, a)
		}
		if a.d < around {
			near = append(near, a)
		}
	}
	list := own
	switch {
	case named > 0:
	case heads > 0:
		list = row // a cell of a table goes with its row
	case len(near) >= 3:
		list = near // nothing names it: it stands by itself, and goes with the text around it
	default:
		return m.along(p)
	}
	if len(list) == 0 {
		return p, false
	}
	sort.SliceStable(list, func(a, b int) bool { return list[a].d < list[b].d })
	list = list[:min(len(list), 5)]
	// The page on which most of them are now.
	votes := map[int]int{}
	for _, a := range list {
		votes[a.to.page]++
	}
	page := list[0].to.page
	for k, n := range votes {
		if n > votes[page] {
			page = k
		}
	}
	var dx, dy []float64
	for _, a := range list {
		if a.to.page == page {
			dx = append(dx, a.to.X-a.from.X)
			dy = append(dy, a.to.Y+a.to.H-a.from.Y-a.from.H)
		}
	}
	out := p
	out.Page = page
	out.X += nearest(dx)
	out.Y += nearest(dy)
	return out, true
}

type anchor struct {
	from, to token
	d        float64
}

// along moves a place with its page, if nearly all words of the page have moved together.
func (m *matcher) along(p Place) (Place, bool) {
	pages := map[int]int{}
	words := m.byPage[p.Page]
	page := -1
	for _, i := range words {
		if m.match[i] >= 0 {
			k := m.now[m.match[i]].page
			if pages[k]++; page < 0 || pages[k] > pages[page] {
				page = k
			}
		}
	}
	if page < 0 || float64(pages[page]) < 0.9*float64(len(words)) {
		return p, false
	}
	var dx, dy []float64
	for _, i := range words {
		if m.match[i] >= 0 && m.now[m.match[i]].page == page {
			to := m.now[m.match[i]]
			dx, dy = append(dx, to.X-m.old[i].X), append(dy, to.Y+to.H-m.old[i].Y-m.old[i].H)
		}
	}
	x, y, alike := Middle(dx), Middle(dy), 0
	for i := range dx {
		if math.Abs(dx[i]-x) < 1 && math.Abs(dy[i]-y) < 1 {
			alike++
		}
	}
	p.Page, p.X, p.Y = page, p.X+x, p.Y+y
	return p, float64(alike) >= 0.9*float64(len(dx))
}

// Middle is the median of some values, at least one.
func Middle(v []float64) float64 {
	sorted := append([]float64(nil), v...)
	sort.Float64s(sorted)
	return sorted[len(sorted)/2]
}

// begins reports whether a word stands left of a place at its height, as the head of a table's row does.
func begins(w, p field.Rect) bool {
	return w.X+w.W <= p.X && w.Y < p.Y+p.H && w.Y+w.H > p.Y+2
}

// belongs reports whether a word names a place: on its line close by, or right below it.
func belongs(w, p field.Rect) bool {
	base, line := w.Y+w.H, p.Y+p.H
	if math.Abs(base-line) <= sameLine {
		return math.Max(p.X-w.X-w.W, w.X-p.X-p.W) < beside
	}
	below := w.Y - line
	return below > -2 && below < label && w.X < p.X+p.W && w.X+w.W > p.X-4
}

// nearest is the value of the nearest anchor, unless the others agree on another.
func nearest(v []float64) float64 {
	first := v[0]
	if mid := Middle(v); len(v) >= 3 && math.Abs(mid-first) > 3 {
		return mid
	}
	return first
}

func distance(a, b field.Rect) float64 {
	dx := math.Max(0, math.Max(a.X-b.X-b.W, b.X-a.X-a.W))
	dy := math.Max(0, math.Max(a.Y-b.Y-b.H, b.Y-a.Y-a.H))
	return math.Hypot(dx, 2*dy)
}

// settle puts a place on the printed line it has come close to, as it stood on one before.
func (m *matcher) settle(was, to Place) Place {
	from, ok := line(m.before[was.Page], was, 7)
	if !ok || to.Page >= len(m.after) {
		return to
	}
	on, ok := line(m.after[to.Page], to, 12)
	if !ok {
		return to
	}
	to.Y = on.Y + on.H - to.H + (was.Y + was.H - from.Y - from.H)
	x, full := on.X+(was.X-from.X), math.Abs(was.W-from.W) < 4 // as long as its line
	switch {
	case math.Abs(x-to.X) > 12 || full && math.Abs(on.W-was.W) > was.W/3:
		// Something has been typed onto the line, or two have run together: only its height is to be had.
	case full:
		to.X, to.W = x, on.W
	default:
		to.X = x
	}
	return to
}

// line finds the spot of a kind on which a place stands.
func line(s spot.Sight, p Place, within float64) (spot.Spot, bool) {
	var best spot.Spot
	least := within
	for _, k := range s.Spots {
		d := math.Abs(k.Y+k.H-p.Y-p.H) + math.Abs(k.X-p.X)/8
		if k.Kind == p.Kind && d < least && k.X < p.X+p.W && p.X < k.X+k.W {
			best, least = k, d
		}
	}
	return best, least < within
}
