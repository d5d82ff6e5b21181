package forms

import (
	"math"

	"indicum/core/spot"
)

// Score counts, for some kinds, what was found, what should have been, and whose it was said to be.
type Score struct{ Right, Found, True, Seats int }

// Add adds another score.
func (s *Score) Add(o Score) {
	s.Right += o.Right
	s.Found += o.Found
	s.True += o.True
	s.Seats += o.Seats
}

// F1 is the harmonic mean of how much of what was found is right and how much of what is right was found.
func (s Score) F1() float64 {
	if s.Found+s.True == 0 {
		return 1
	}
	return 2 * float64(s.Right) / float64(s.Found+s.True)
}

// SeatShare is the share of the matched places with the right role and number.
func (s Score) SeatShare() float64 {
	if s.Right == 0 {
		return 0
	}
	return float64(s.Seats) / float64(s.Right)
}

// Signing are the kinds that are measured together.
var Signing = []string{spot.Signature, spot.Initials, spot.Date}

// Measure compares what was found on a form with its places: the same page and kind, the line within six
// points, three fifths of the length in common. What it says of single misses goes to note.
func Measure(f Form, found []spot.Spot, kinds []string, note func(format string, args ...any)) Score {
	of := func(kind string) bool {
		for _, k := range kinds {
			if k == kind {
				return true
			}
		}
		return false
	}
	var s Score
	used := make([]bool, len(found))
	for _, want := range f.Places {
		if !of(want.Kind) {
			continue
		}
		s.True++
		hit := -1
		for i, g := range found {
			if !used[i] && g.Page == want.Page && g.Kind == want.Kind && math.Abs(g.Y+g.H-want.Y) <= 6 && overlap(want, g) >= 0.6 {
				hit = i
				break
			}
		}
		if hit < 0 {
			note("%s: missed %+v", f.Maker, want)
			continue
		}
		used[hit] = true
		s.Right++
		if g := found[hit]; g.Role == want.Role && (g.Number == want.Number || want.Role == "") {
			s.Seats++
		} else {
			note("%s: seat of %+v: %s %d (%q)", f.Maker, want, g.Role, g.Number, g.Label)
		}
	}
	for i, g := range found {
		if of(g.Kind) {
			s.Found++
			if !used[i] {
				note("%s: surplus %+v", f.Maker, g)
			}
		}
	}
	return s
}

// overlap is what two places have in common, as a share of the longer one.
func overlap(p Place, s spot.Spot) float64 {
	common := math.Min(p.X1, s.X+s.W) - math.Max(p.X0, s.X)
	return common / math.Max(p.X1-p.X0, s.W)
}
