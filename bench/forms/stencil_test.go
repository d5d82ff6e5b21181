package forms

import (
	"context"
	"fmt"
	"math"
	"testing"

	"indicum/core/cuts"
	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/likeness"
	"indicum/core/spot"
	"indicum/core/stencil"
)

// paper reads a form as the desk does: prints of all that is printed on it, and what was seen on its pages.
func paper(t testing.TB, f Form) stencil.Paper {
	t.Helper()
	ctx := context.Background()
	in, err := engine.Intake(ctx, f.PDF)
	if err != nil {
		t.Fatal(err)
	}
	read, err := engine.Read(ctx, "", len(in.Pages), in.Clean)
	if err == nil {
		err = engine.ReadScans(ctx, "", in.Clean, read, nil)
	}
	if err != nil {
		t.Fatal(err)
	}
	looked, err := engine.Look(ctx, "", len(in.Pages), in.Clean, nil)
	if err != nil {
		t.Fatal(err)
	}
	out := stencil.Paper{Titles: make([]string, len(read))}
	for i, s := range spot.See(looked) {
		out.Prints = append(out.Prints, likeness.Of(read[i]))
		out.Pages = append(out.Pages, s)
	}
	for _, p := range cuts.Propose(read) {
		out.Titles[p.From-1] = p.Name
	}
	return out
}

// kept is a form with its true places, as somebody kept them.
func kept(p stencil.Paper, f Form) stencil.Form {
	out := stencil.Form{Title: p.Titles[0], Prints: p.Prints, Pages: p.Pages}
	for i, k := range f.Places {
		kind := field.Kind(k.Kind)
		if k.Kind == spot.Checkbox {
			kind = field.Tick
		}
		out.Places = append(out.Places, stencil.Place{
			Field: field.Field{ID: fmt.Sprint(i), Page: k.Page - 1, Kind: kind, Rect: field.Rect{X: k.X0, Y: k.Y - 12, W: k.X1 - k.X0, H: 12}},
			Seat:  deal.Seat{Role: deal.Role(k.Role), Number: k.Number},
		})
	}
	return out
}

func joined(parts ...stencil.Paper) (out stencil.Paper) {
	for _, p := range parts {
		out.Prints = append(out.Prints, p.Prints...)
		out.Titles = append(out.Titles, p.Titles...)
		out.Pages = append(out.Pages, p.Pages...)
	}
	return out
}

type tally struct{ forms, known, places, right, look, lost, wrong int }

// compare counts where the places of a kept form lie on a paper that shows it from page at on; truth is in
// the same order.
func (c *tally) compare(t testing.TB, f stencil.Form, p stencil.Paper, at int, truth []Place) {
	c.forms++
	for _, m := range stencil.Find([]stencil.Form{f}, p) {
		c.known++
		laid, _ := stencil.Lay(f, p, m)
		for i, to := range laid {
			k := truth[i]
			c.places++
			// A scanned place is a slanted line; its truth is given by its middle.
			near := to.Page == at+k.Page-1 && math.Abs(to.Y+to.H-k.Y) <= 6 && overlap(k, spot.Spot{X: to.X, W: to.W}) >= 0.6
			switch {
			case to.State == stencil.Lost:
				c.lost++
			case to.State == stencil.Moved:
				c.look++
			case near:
				c.right++
			default:
				c.wrong++
				t.Logf("%s: place %d (%s) lies on page %d at %.0f, %.0f instead of page %d at %.0f, %.0f", f.Title, i, k.Kind, to.Page, to.X, to.Y+to.H, at+k.Page-1, k.X0, k.Y)
			}
		}
	}
}

// A form whose places were kept is known again filled in, in the middle of a merged file and scanned, and no
// form is taken for another. Made-up forms, all of one hand: their prose is drawn from the same words.
func TestStencilsAreKnownAgain(t *testing.T) {
	var filled, merged, scanned tally
	var all []stencil.Form
	var papers []stencil.Paper
	makers := append(append([]Maker{}, Seen...), Held...)
	for i, m := range makers {
		seed := uint64(7 + i) // other words in each
		blank := m.Make(seed)
		p := paper(t, blank)
		f := kept(p, blank)
		all, papers = append(all, f), append(papers, p)
		in := paper(t, m.Filled(seed))
		filled.compare(t, f, in, 0, blank.Places)
		other := papers[max(0, i-1)]
		if i > 0 {
			merged.compare(t, f, joined(other, in, other), len(other.Pages), blank.Places)
		}
		if i%6 == 0 {
			s := Scanned(t, blank, 3)
			scanned.compare(t, f, paper(t, s), 0, s.Places)
		}
	}
	taken := 0
	for i, p := range papers {
		for _, m := range stencil.Find(all, p) {
			if m.Form != i {
				taken++
				t.Logf("%s was taken for %s, %.2f", makers[i].Name, makers[m.Form].Name, m.Share)
			}
		}
	}
	t.Logf("filled %+v\nmerged %+v\nscanned %+v", filled, merged, scanned)
	for _, c := range []tally{filled, merged, scanned} {
		if c.known < c.forms || c.wrong > 0 || float64(c.right) < 0.9*float64(c.places) {
			t.Errorf("%+v", c)
		}
	}
	if taken > 0 {
		t.Errorf("%d of %d forms were taken for another", taken, len(papers))
	}
}

// A newer edition with a paragraph more and without its witness: what moved is to be looked at, what is gone is
// said, and nothing lies on other words.
func TestANewerEdition(t *testing.T) {
	before, after := Revised(false), Revised(true)
	p := paper(t, after)
	f := kept(paper(t, before), before)
	found := stencil.Find([]stencil.Form{f}, p)
	if len(found) != 1 {
		t.Fatalf("found %+v", found)
	}
	laid, fresh := stencil.Lay(f, p, found[0])
	for i, to := range laid {
		was := before.Places[i]
		if was.Role == "witness" {
			if to.State != stencil.Lost {
				t.Errorf("the witness’s %s was put at %+v", was.Kind, to)
			}
			continue
		}
		now := after.Places[i]
		if to.State != stencil.Moved || math.Abs(to.Y+to.H-now.Y) > 3 || math.Abs(to.X-now.X0) > 3 {
			t.Errorf("%s of the %s: %+v instead of %+v", was.Kind, was.Role, to, now)
		}
	}
	if len(fresh) > 0 {
		t.Errorf("new places: %+v", fresh)
	}
	// The other way round the witness is new.
	f, p = kept(p, after), paper(t, before)
	_, fresh = stencil.Lay(f, p, stencil.Find([]stencil.Form{f}, p)[0])
	if len(fresh[0]) != 2 || fresh[0][0].Role != "witness" {
		t.Errorf("new places: %+v", fresh)
	}
}
