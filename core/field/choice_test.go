package field

import "testing"

// Two buyers elect or decline by initialing one of two columns; each column has a tick beside it.
func TestChoices(t *testing.T) {
	make := func(rule Rule, same bool) []Field {
		var out []Field
		for _, who := range []int64{1, 2} {
			for _, side := range []string{"elects", "declines"} {
				for _, kind := range []Kind{Initials, Tick} {
					id := side[:1] + string(kind[:1]) + string(rune('0'+who))
					out = append(out, Field{ID: id, Kind: kind, Signer: who, Bond: Bond{Group: "g", Side: side, Rule: rule, Same: same}})
				}
			}
		}
		return append(out, Field{ID: "alone", Kind: Signature, Signer: 1, Required: true})
	}
	for name, c := range map[string]struct {
		rule   Rule
		same   bool
		filled []string
		open   int // choices the first buyer must still see to
		freed  []string
		clash  bool
	}{
		"nothing done, one wanted":      {rule: ExactlyOne, open: 1},
		"nothing done, none wanted":     {rule: AtMostOne},
		"half of a side":                {rule: ExactlyOne, filled: []string{"ei1"}, open: 1, freed: []string{"di1", "dt1"}},
		"a whole side":                  {rule: ExactlyOne, filled: []string{"ei1", "et1"}, freed: []string{"di1", "dt1"}},
		"at most one, taken":            {rule: AtMostOne, filled: []string{"di1", "dt1"}, freed: []string{"ei1", "et1"}},
		"at least one leaves the other": {rule: AtLeastOne, filled: []string{"ei1", "et1"}},
		"the other’s side is no matter": {rule: ExactlyOne, filled: []string{"ei1", "et1", "di2", "dt2"}, freed: []string{"di1", "dt1"}},
		"unless all answer alike":       {rule: ExactlyOne, same: true, filled: []string{"ei1", "et1", "di2"}, freed: []string{"di1", "dt1"}, clash: true},
		"alike":                         {rule: ExactlyOne, same: true, filled: []string{"ei1", "et1", "ei2"}, freed: []string{"di1", "dt1"}},
	} {
		filled := map[string]bool{}
		for _, id := range c.filled {
			filled[id] = true
		}
		fields := make(c.rule, c.same)
		if n := OpenChoices(fields, filled, 1); n != c.open {
			t.Errorf("%s: %d open, want %d", name, n, c.open)
		}
		standing := Choose(fields, filled, 1)
		freed := 0
		for _, s := range standing {
			if s.Freed {
				freed++
			}
		}
		for _, id := range c.freed {
			if !standing[id].Freed {
				t.Errorf("%s: %s is not freed", name, id)
			}
		}
		if _, alone := standing["alone"]; freed != len(c.freed) || alone {
			t.Errorf("%s: %d freed, want %d; %+v", name, freed, len(c.freed), standing)
		}
		if got := len(Clashes(fields, filled, 1)) > 0; got != c.clash {
			t.Errorf("%s: clash %v", name, got)
		}
	}
}
