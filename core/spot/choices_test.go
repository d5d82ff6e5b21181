package spot

import (
	"strings"
	"testing"

	"indicum/core/field"
)

// What of a form is a choice, and on which side of it each place stands.
func TestChoices(t *testing.T) {
	for name, c := range map[string]struct {
		draw func(p *paper)
		want string
	}{
		"heads above heads": {func(p *paper) {
			for i, s := range []string{"Buyer 1", "Buyer 2", "Buyer 1", "Buyer 2"} {
				p.box(256+float64(i)*60, 220, 60, 20)
				p.text(9, 258+float64(i)*60, 233, s)
				p.box(256+float64(i)*60, 240, 60, 24)
			}
			p.box(256, 200, 120, 20)
			p.text(9, 258, 213, "ELECTS")
			p.box(376, 200, 120, 20)
			p.text(9, 378, 213, "DECLINES")
		}, "elects elects declines declines"},
		"of lines below one another one is asked for": {func(p *paper) {
			p.text(9, 56, 180, "Buyer to initial one:")
			p.text(9, 56, 200, "_____ _____ The deposit is returned to the buyer at once.")
			p.text(9, 56, 230, "_____ _____ The deposit stays with the seller until then.")
		}, "The deposit is returned to the buyer at|The deposit is returned to the buyer at|The deposit stays with the seller until then|The deposit stays with the seller until then"},
		"all are asked for": {func(p *paper) {
			p.text(9, 56, 180, "Buyer to initial each:")
			p.text(9, 56, 200, "_____ _____ Buyer has received the pamphlet.")
			p.text(9, 56, 230, "_____ _____ Buyer is not represented.")
		}, "   "},
		"boxes that take and leave": {func(p *paper) {
			p.text(9, 56, 200, "[ ] Buyer elects a survey at the seller's expense")
			p.text(9, 56, 220, "[ ] Buyer elects a survey at the buyer's expense")
			p.text(9, 56, 240, "[ ] Buyer declines a survey")
		}, "Buyer elects a survey at the seller's expense|Buyer elects a survey at the buyer's expense|Buyer declines a survey"},
	} {
		p := newPaper()
		c.draw(p)
		var got []string
		groups := map[string]bool{}
		for _, s := range Find([]Page{p.Page}) {
			got = append(got, s.Side)
			groups[s.Group] = true
		}
		sep := " "
		if strings.Contains(c.want, "|") {
			sep = "|"
		}
		if g := strings.Join(got, sep); g != c.want || len(groups) != 1 {
			t.Errorf("%s: %q in %d groups, want %q", name, g, len(groups), c.want)
		}
	}
}

// A page with a grid of six hundred lines each way, thousands of words and boxes is no form: what would be compared
// with one another is limited, or it would take minutes.
func TestNoForm(t *testing.T) {
	p := newPaper()
	for i := range 600 {
		p.Rules = append(p.Rules, Rule{0, float64(i) * 9, 5400, float64(i) * 9, 0.4}, Rule{float64(i) * 9, 0, float64(i) * 9, 5400, 0.4})
		for k := range 12 {
			p.text(4, float64(k)*50, float64(i)*9+7, "☐ word ____ □")
		}
	}
	p.Widgets = []Widget{{Rect: field.Rect{X: 56, Y: 700, W: 150, H: 18}, Type: "Sig", Name: "buyer1"}}
	taken := takeApart(p.Page)
	taken.frames()
	if len(taken.cells) > 3*mostPlaces+600 || len(taken.ticks) > 3*mostTicks+600 {
		t.Fatalf("%d cells, %d boxes", len(taken.cells), len(taken.ticks))
	}
	if got := Find([]Page{p.Page}); len(got) != 1 || got[0].Kind != Signature {
		t.Errorf("%d spots", len(got))
	}
}

func TestClause(t *testing.T) {
	p := newPaper()
	p.text(9, 56, 200, "4. The deposit is held in trust by the firm that is named above until closing.")
	p.text(9, 56, 240, "Radon test:")
	p.text(9, 300, 240, "Declined")
	s := See([]Page{p.Page})[0]
	for at, want := range map[field.Rect]string{
		{X: 350, Y: 228, W: 40, H: 14}: "Radon test:",
		{X: 56, Y: 206, W: 40, H: 14}:  "4. The deposit is held in trust by the…",
		{X: 56, Y: 600, W: 40, H: 14}:  "",
	} {
		if got := s.Clause(at); got != want {
			t.Errorf("at %+v: %q, want %q", at, got, want)
		}
	}
}
