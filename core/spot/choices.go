package spot

import (
	"math"
	"regexp"
)

// The words with which forms offer two sides of a choice (common practice, no source).
var sides = []struct {
	word string
	re   *regexp.Regexp
}{
	{"no", regexp.MustCompile(`\b(no|declines?|declined|rejects?|rejected|waives?|waived|refuses?|is not|are not|does not|do not|has not|have not|will not|disapproves?)\b`)},
	{"yes", regexp.MustCompile(`\b(yes|elects?|elected|accepts?|accepted|requests?|requested|approves?|wants?|does|do|is|are|has|have|will)\b`)},
	{"unknown", regexp.MustCompile(`\b(unknown|don't know|n/?a|not applicable)\b`)},
}

// choiceWord says which side of a choice a text names, "" for none.
func choiceWord(s string) string {
	s = plain(s)
	for _, k := range sides {
		if k.re.MatchString(s) {
			return k.word
		}
	}
	return ""
}

// choices binds places of one row that stand under opposite heads.
func (p *printed) choices(all []*place, nr int) {
	side := func(q *place) string {
		for _, g := range []*segment{q.head, q.left, q.below, q.above} {
			if g != nil && len(g.words) <= 6 {
				if w := choiceWord(g.text); w != "" {
					return w
				}
			}
		}
		return ""
	}
	for i, a := range all {
		if a.dropped || a.kind != Initials || side(a) == "" {
			continue
		}
		for _, b := range all[i+1:] {
			if b.dropped || b.kind != a.kind || side(b) == "" || side(b) == side(a) || math.Abs(a.y-b.y) > 6 && !sameRow(a, b) {
				continue
			}
			if a.group == "" {
				a.group, a.side = groupName(nr, a.y), side(a)
			}
			b.group, b.side = a.group, side(b)
		}
	}
	for _, q := range all { // the second blank of the same side
		if c := q.chained; c != nil && q.group == "" && q.kind == Initials && c.group != "" {
			q.group, q.side = c.group, c.side
		}
	}
}

// tickGroup names the choice to which a box belongs: boxes of one row, or stacked, that offer sides.
func (p *printed) tickGroup(at, nr int) (group, side string) {
	t := p.ticks[at]
	own := p.tickLabel(t)
	if own == nil || choiceWord(own.text) == "" || len(own.words) > 12 {
		return "", ""
	}
	first := t.y0
	found := false
	for i, o := range p.ticks {
		if i == at {
			continue
		}
		row := math.Abs(o.y0-t.y0) < 5
		stack := math.Abs(o.x0-t.x0) < 4 && math.Abs(o.y0-t.y0) < 40
		if !row && !stack {
			continue
		}
		other := p.tickLabel(o)
		if other != nil && choiceWord(other.text) != "" && choiceWord(other.text) != choiceWord(own.text) {
			found = true
			first = math.Min(first, o.y0)
		}
	}
	if !found {
		return "", ""
	}
	return groupName(nr, first), choiceWord(own.text)
}
