package stencil

import (
	"math"

	"indicum/core/field"
	"indicum/core/follow"
	"indicum/core/spot"
)

// State says how surely a place lies where it was laid.
type State int

const (
	Kept  State = iota // where it was on the form
	Moved              // its words stand elsewhere in this edition: worth a look
	Lost               // its words are not there; the rest says nothing
)

// Laid is a place of a form on a paper.
type Laid struct {
	Place int // of Form.Places
	Page  int // of the paper
	field.Rect
	State State
}

// Lay puts a form's places onto the paper in which it was found. Each follows the words it belongs to. Fresh
// are the spots of the paper that the form had no counterpart of, by page: places that a newer edition brings.
func Lay(f Form, paper Paper, m Match) (laid []Laid, fresh map[int][]spot.Spot) {
	l := newLayer(f, paper, m)
	for i, to := range l.move(places(f)) {
		to.Place = i
		if to.State != Lost && to.State != Moved && l.elsewhere(f.Places[i].Page, to) {
			to.State = Moved
		}
		laid = append(laid, to)
	}
	return laid, l.fresh(laid)
}

type layer struct {
	form  Form
	paper Paper
	match Match
	lo    int          // the first page of the paper that is the form's
	after []spot.Sight // the paper's pages from lo on
	same  []bool       // whether a page of the form is there word for word
	shift [][2]float64 // by which most words of a page of the form have moved
	known []bool       // whether shift is
	rigid []bool       // whether nearly all of them have, exactly
	still []bool       // and all but a few: only blanks were filled in
}

func newLayer(f Form, paper Paper, m Match) *layer {
	l := &layer{form: f, paper: paper, match: m, lo: len(paper.Pages), same: make([]bool, len(f.Pages)), shift: make([][2]float64, len(f.Pages)), known: make([]bool, len(f.Pages)), rigid: make([]bool, len(f.Pages)), still: make([]bool, len(f.Pages))}
	hi := 0
	for _, p := range m.Pages {
		if p >= 0 {
			l.lo, hi = min(l.lo, p), max(hi, p+1)
		}
	}
	l.after = paper.Pages[l.lo:hi]
	for i, p := range m.Pages {
		if p < 0 || i >= len(f.Pages) {
			continue
		}
		a, b := f.Prints[i], paper.Prints[p]
		size := math.Abs(f.Pages[i].Width-paper.Pages[p].Width) < 1 && math.Abs(f.Pages[i].Height-paper.Pages[p].Height) < 1
		l.same[i] = size && a.Words > 0 && a.Sum == b.Sum && a.Words == b.Words && !a.Picture && !b.Picture
		if l.same[i] {
			l.known[i], l.rigid[i], l.still[i] = true, true, true
		} else {
			by, share, exact := shifted(f.Pages[i], paper.Pages[p])
			l.shift[i], l.known[i], l.rigid[i] = by, share >= 0.5, exact >= 0.8
			l.still[i] = exact >= 0.97
		}
	}
	return l
}

func places(f Form) []follow.Place {
	out := make([]follow.Place, len(f.Places))
	for i, p := range f.Places {
		out[i] = follow.Place{Page: p.Page, Rect: p.Rect, Kind: string(p.Kind)}
		if p.Kind == field.Tick {
			out[i].Kind = spot.Checkbox
		}
	}
	return out
}

// move places each place on the paper. On a page that is there word for word it stays; elsewhere it follows
// its words, and where it has none of its own it goes with the page.
func (l *layer) move(in []follow.Place) []Laid {
	out := make([]Laid, len(in))
	var at []int
	var ask []follow.Place
	for i, p := range in {
		if p.Page < len(l.same) && l.same[p.Page] {
			out[i] = Laid{Page: l.match.Pages[p.Page], Rect: p.Rect}
			continue
		}
		at, ask = append(at, i), append(ask, p)
	}
	if len(ask) == 0 {
		return out
	}
	for k, m := range follow.Move(l.form.Pages, l.after, ask) {
		i, p := at[k], ask[k]
		page := -1
		if p.Page < len(l.match.Pages) {
			page = l.match.Pages[p.Page]
		}
		along := p.Rect
		if page >= 0 {
			along.X, along.Y = along.X+l.shift[p.Page][0], along.Y+l.shift[p.Page][1]
		}
		switch {
		case m.Found && m.Page+l.lo == page && l.rigid[p.Page] && math.Abs(m.Y+m.H-along.Y-along.H) < 3:
			out[i] = Laid{Page: page, Rect: along} // the page as it was: exactly there
		case m.Found:
			out[i] = Laid{Page: m.Page + l.lo, Rect: m.Rect}
		case page >= 0 && l.still[p.Page]:
			out[i] = Laid{Page: page, Rect: along}
		case page >= 0 && l.known[p.Page]:
			out[i] = Laid{Page: page, Rect: along, State: Moved}
		default:
			out[i] = Laid{State: Lost}
		}
	}
	return out
}

// elsewhere reports whether a place has moved against its page. On a scan everything has, by a little; a page
// that was set again as it was may have moved as a whole.
func (l *layer) elsewhere(page int, to Laid) bool {
	p := l.form.Places[to.Place]
	if page >= len(l.match.Pages) || l.match.Pages[page] != to.Page {
		return true
	}
	reach, s := 4.0, l.shift[page]
	if l.paper.Prints[to.Page].Picture {
		reach = 25
	} else if !l.rigid[page] {
		s = [2]float64{}
	}
	return math.Abs(to.X-p.X-s[0]) > 3*reach || math.Abs(to.Y+to.H-p.Y-p.H-s[1]) > reach
}

// shifted is by how much most words of a page have moved: which share of those that occur once agrees about,
// as on a page that was scanned, and which exactly, as on one that was set again.
func shifted(a, b spot.Sight) (by [2]float64, about, exact float64) {
	at := map[string][]spot.Word{}
	for _, w := range b.Words {
		at[w.Text] = append(at[w.Text], w)
	}
	count := map[string]int{}
	for _, w := range a.Words {
		count[w.Text]++
	}
	var dx, dy []float64
	for _, w := range a.Words {
		if to := at[w.Text]; len(to) == 1 && count[w.Text] == 1 {
			dx, dy = append(dx, to[0].X-w.X), append(dy, to[0].Y+to[0].H-w.Y-w.H)
		}
	}
	if len(dx) < 4 {
		return by, 0, 0
	}
	by = [2]float64{follow.Middle(dx), follow.Middle(dy)}
	for i := range dx {
		x, y := math.Abs(dx[i]-by[0]), math.Abs(dy[i]-by[1])
		if x < 12 && y < 8 {
			about += 1 / float64(len(dx))
		}
		if x < 1 && y < 1 {
			exact += 1 / float64(len(dx))
		}
	}
	return by, about, exact
}

// fresh are the spots of the paper that neither a place nor a spot of the form has become. A scan's are left
// out: what is seen on it varies from scan to scan.
func (l *layer) fresh(laid []Laid) map[int][]spot.Spot {
	out := map[int][]spot.Spot{}
	var ask []follow.Place
	for i, s := range l.form.Pages {
		for _, k := range s.Spots {
			ask = append(ask, follow.Place{Page: i, Rect: field.Rect{X: k.X, Y: k.Y, W: k.W, H: k.H}, Kind: k.Kind})
		}
	}
	old := append(l.move(ask), laid...)
	for i, p := range l.match.Pages {
		if p < 0 || l.same[i] || l.form.Prints[i].Picture || l.paper.Prints[p].Picture {
			continue
		}
		for _, s := range l.paper.Pages[p].Spots {
			r := field.Rect{X: s.X, Y: s.Y, W: s.W, H: s.H}
			had := false
			for _, o := range old {
				had = had || o.State != Lost && o.Page == p && touches(o.Rect, r)
			}
			if !had {
				out[p] = append(out[p], s)
			}
		}
	}
	return out
}

// touches reports whether two places stand on one line and share some of it.
func touches(a, b field.Rect) bool {
	return math.Abs(a.Y+a.H-b.Y-b.H) < 6 && a.X < b.X+b.W && b.X < a.X+a.W
}
