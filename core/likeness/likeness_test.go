package likeness

import (
	"fmt"
	"strings"
	"testing"

	"indicum/core/cuts"
)

// form is a document of pages of numbered sentences; change replaces words by others.
func form(pages int, change ...string) []Print {
	var out []Print
	for p := range pages {
		var lines []cuts.Line
		for i := range 30 {
			text := fmt.Sprintf("Clause %d of page %d says that party %d may do thing %d before day %d", i, p, i*7%5, i*p%11, i*3)
			lines = append(lines, cuts.Line{Text: strings.NewReplacer(change...).Replace(text)})
		}
		out = append(out, Of(cuts.Page{Width: 612, Height: 792, Lines: lines}))
	}
	return out
}

func TestCompare(t *testing.T) {
	blank := Of(cuts.Page{})
	unread := Of(cuts.Page{Picture: true})
	other := []Print{Of(cuts.Page{Lines: []cuts.Line{{Text: strings.Repeat("An entirely different letter about the weather at the coast. ", 20)}}})}
	moved := append(form(1, "Clause 3 ", "A new clause that nobody had before stands here and "), form(3)[1:]...)
	for name, c := range map[string]struct {
		a, b []Print
		want Verdict
	}{
		"the same":               {form(3), form(3), Same},
		"the same, blank behind": {append(form(1), blank), append(form(1), blank), Same},
		"filled in":              {form(3), form(3, "party 2", "party Ottoline Bekele"), Version},
		"a clause changed":       {form(3), moved, Version},
		"one page of three":      {form(3), form(1), Different},
		"another text":           {form(1), other, Different},
		"two blank sheets":       {[]Print{blank}, []Print{blank}, Different},
		"two unread scans":       {[]Print{unread}, []Print{unread}, Different},
		"nothing":                {nil, form(1), Different},
	} {
		if got := Compare(c.a, c.b, true); got != c.want {
			t.Errorf("%s: %d, want %d", name, got, c.want)
		}
		if got := Compare(c.b, c.a, true); got != c.want {
			t.Errorf("%s, the other way round: %d, want %d", name, got, c.want)
		}
	}
}

// Forms of one maker share clauses; that alone does not make them versions of one form.
func TestSharedClauses(t *testing.T) {
	half := form(2, "Clause 1", "Another opening")
	if got := Compare(form(2), half, true); got != Version {
		t.Errorf("of the same title: %d", got)
	}
	if got := Compare(form(2), half, false); got != Different {
		t.Errorf("of another title: %d", got)
	}
}

func TestEdition(t *testing.T) {
	edition := func(foot string) float64 {
		_, n := Edition(cuts.Page{Width: 612, Height: 792, Lines: []cuts.Line{{Text: "rev. 99 of the law", Y: 400}, {Text: foot, Y: 750}}})
		return n
	}
	for foot, want := range map[string]float64{"Form 12, rev. 4": 4, "Revised 3/24": 2024.03, "Rev 11/2023 Page 1 of 2": 2023.11, "Edition 2.1": 2.1, "Page 4": 0, "Reversed 5": 0} {
		if got := edition(foot); got != want {
			t.Errorf("%q: %g, want %g", foot, got, want)
		}
	}
	if !(edition("Revised 3/24") > edition("Rev 11/2023")) {
		t.Error("a later date is not a later edition")
	}
}
