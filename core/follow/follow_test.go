package follow

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"indicum/core/field"
	"indicum/core/spot"
)

// contract is a text with places in it, laid out anew for each version.
type contract struct {
	clauses []clause
	width   float64 // of a letter, in ems
	size    float64
	date    string // filled in at the head, "" for a blank
	cut     int    // words of each clause that were left out
}

type clause struct {
	id    int
	words []string
	sign  bool // two lines to sign below it
}

type truth struct {
	Place
	id string
}

func (c contract) layout() (pages []spot.Sight, places []truth) {
	const left, bottom = 60.0, 690.0
	y, line := 100.0, 0
	words := func(x, at float64, text string) float64 {
		line++
		s := &pages[len(pages)-1]
		for _, w := range strings.Fields(text) {
			wide := float64(len(w)) * c.size * c.width
			s.Words = append(s.Words, spot.Word{Text: w, Rect: field.Rect{X: x, Y: at - 0.7*c.size, W: wide, H: 0.7 * c.size}, Line: line})
			x += wide + c.size*0.3
		}
		return x
	}
	put := func(id, kind string, x, at, w float64) {
		h := map[string]float64{spot.Signature: 20, spot.Initials: 14, spot.Date: 14}[kind]
		r := field.Rect{X: x, Y: at - h, W: w, H: h}
		places = append(places, truth{Place{len(pages) - 1, r, kind}, id})
		s := &pages[len(pages)-1]
		s.Spots = append(s.Spots, spot.Spot{Kind: kind, X: r.X, Y: r.Y, W: r.W, H: r.H})
	}
	turn := func() {
		pages = append(pages, spot.Sight{Width: 612, Height: 792})
		y = 100
		x := words(left, 750, "Buyer's initials ")
		put(fmt.Sprint("foot", len(pages)), spot.Initials, x, 751, 40)
		words(480, 750, fmt.Sprintf("Page %d", len(pages)))
	}
	turn()
	words(left, y, "Agreement made on "+c.date)
	y += 30
	for n, k := range c.clauses {
		row := fmt.Sprintf("%d.", n+1)
		text := k.words[:len(k.words)-c.cut%len(k.words)/3]
		for _, w := range text {
			if float64(len(row)+len(w))*c.size*c.width*1.15 > 380 {
				if y > bottom {
					turn()
				}
				words(left, y, row)
				y += 1.4 * c.size
				row = ""
			}
			row += " " + w
		}
		x := words(left, y, row+" Initials")
		put(fmt.Sprint("clause", k.id), spot.Initials, x+4, y+1, 36)
		y += 26
		if k.sign {
			if y > bottom-60 {
				turn()
			}
			y += 24
			x := words(left, y, "Seller signature")
			put(fmt.Sprint("sign", k.id), spot.Signature, x, y, 180)
			x = words(400, y, "Date")
			put(fmt.Sprint("date", k.id), spot.Date, x, y, 80)
			y += 30
		}
	}
	return pages, places
}

func newContract(r *rand.Rand) contract {
	vocabulary := strings.Fields("seller buyer property price closing title deed escrow inspection roof septic well radon heating survey deposit loan lender notice delivery written within days after before unless shall pays keeps repairs agrees walls furnace dock fence easement taxes rents keys permits boundary wetlands chimney")
	c := contract{width: 0.5, size: 10}
	for i := range 14 + r.IntN(10) {
		k := clause{id: i, sign: r.IntN(5) == 0}
		for range 25 + r.IntN(60) {
			k.words = append(k.words, vocabulary[r.IntN(len(vocabulary))])
		}
		c.clauses = append(c.clauses, k)
	}
	return c
}

// Revisions of the kind that corrected contracts are: at least 98 of 100 places lie within three points of
// where the new version has them, none on other words; what is gone is said to be gone.
func TestPlacesFollowTheirWords(t *testing.T) {
	for name, revise := range map[string]func(r *rand.Rand, c *contract){
		"nothing changed": func(*rand.Rand, *contract) {},
		"a clause inserted": func(r *rand.Rand, c *contract) {
			at := 1 + r.IntN(len(c.clauses)-1)
			words := newContract(r).clauses[0].words
			c.clauses = append(c.clauses[:at:at], append([]clause{{id: 100, words: words}}, c.clauses[at:]...)...)
		},
		"a clause taken out": func(r *rand.Rand, c *contract) {
			at := 1 + r.IntN(len(c.clauses)-2)
			c.clauses = append(c.clauses[:at:at], c.clauses[at+1:]...)
		},
		"a page of clauses added": func(r *rand.Rand, c *contract) {
			for i, k := range newContract(r).clauses[:9] {
				k.id, k.sign = 200+i, false
				c.clauses = append(c.clauses[:3:3], append([]clause{k}, c.clauses[3:]...)...)
			}
		},
		"another typeface": func(_ *rand.Rand, c *contract) { c.width, c.size = 0.46, 10.5 },
		"a date filled in": func(_ *rand.Rand, c *contract) { c.date = "the 27th of November 2026" },
		"words changed": func(r *rand.Rand, c *contract) {
			for i := range c.clauses {
				w := append([]string(nil), c.clauses[i].words...)
				w[r.IntN(len(w))] = "corrected"
				c.clauses[i].words = w
			}
		},
	} {
		all, right, wrong, kept := 0, 0, 0, 0
		for seed := range uint64(12) {
			r := rand.New(rand.NewPCG(seed, 3))
			c := newContract(r)
			before, places := c.layout()
			revise(r, &c)
			after, now := c.layout()
			where := map[string]Place{}
			for _, p := range now {
				where[p.id] = p.Place
			}
			list := make([]Place, len(places))
			for i, p := range places {
				list[i] = p.Place
			}
			for i, m := range Move(before, after, list) {
				want, there := where[places[i].id]
				switch {
				case !there && m.Found && !strings.HasPrefix(places[i].id, "foot"):
					wrong++ // its clause is gone: wherever it is now, those are other words
				case !there:
				case m.Found && m.Page == want.Page && math.Abs(m.X-want.X) <= 3 && math.Abs(m.Y+m.H-want.Y-want.H) <= 3:
					all++
					right++
				case m.Found:
					all++
					wrong++
					t.Logf("%s: %s is at %+v, not %+v", name, places[i].id, m.Place, want)
				default:
					all++
					kept++
				}
			}
		}
		if wrong > 0 || right*100 < all*98 {
			t.Errorf("%s: of %d places %d right, %d on wrong words, %d not found", name, all, right, wrong, kept)
		}
	}
}

// The cells of a table go with the row they stand in: when rows come in above, and only as long as their row is
// there. What stands far from all words goes with its page.
func TestCellsFollowTheirRows(t *testing.T) {
	table := func(down float64, rows ...string) spot.Sight {
		s := spot.Sight{Width: 612, Height: 792}
		for i, row := range append([]string{"What the buyers of this house elect"}, rows...) {
			for k, w := range strings.Fields(row) {
				s.Words = append(s.Words, spot.Word{Text: w, Rect: field.Rect{X: 60 + 40*float64(k), Y: down + 140 + 24*float64(i), W: 30, H: 8}, Line: i})
			}
		}
		return s
	}
	cell := func(row int) Place {
		return Place{0, field.Rect{X: 420, Y: 136 + 24*float64(row), W: 50, H: 16}, spot.Initials}
	}
	before := []spot.Sight{table(0, "Radon gas", "Sewer line", "Chimney and flue")}
	far := Place{0, field.Rect{X: 300, Y: 600, W: 50, H: 16}, spot.Initials}
	for name, c := range map[string]struct {
		after spot.Sight
		moved []float64 // of the three cells and of what stands far away; below -900 is lost
	}{
		"as it was":          {table(0, "Radon gas", "Sewer line", "Chimney and flue"), []float64{0, 0, 0, 0}},
		"all lower":          {table(30, "Radon gas", "Sewer line", "Chimney and flue"), []float64{30, 30, 30, 30}},
		"a row comes in":     {table(0, "Radon gas", "Well flow", "Sewer line", "Chimney and flue"), []float64{0, 24, 24, -999}},
		"a row is taken out": {table(0, "Radon gas", "Chimney and flue"), []float64{0, -999, -24, -999}},
	} {
		places := []Place{cell(1), cell(2), cell(3), far}
		for i, m := range Move(before, []spot.Sight{c.after}, places) {
			if lost := c.moved[i] < -900; lost == m.Found || !lost && math.Abs(m.Y-places[i].Y-c.moved[i]) > 0.01 {
				t.Errorf("%s, place %d: %+v", name, i, m)
			}
		}
	}
}
