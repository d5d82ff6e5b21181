package spot

import (
	"fmt"
	"math"
	"regexp"
	"sort"
	"strings"
)

// The words with which forms offer two sides of a choice (common practice, no source).
const (
	takes  = `accept(?:s|ed)?|elect(?:s|ed)?|approve[sd]?`
	leaves = `reject(?:s|ed)?|decline[sd]?|waive[sd]?|disapprove[sd]?`
)

var sides = []struct {
	word string
	re   *regexp.Regexp
}{
	{"no", regexp.MustCompile(`\b(no|` + leaves + `|refuses?|is not|are not|does not|do not|has not|have not|will not)\b`)},
	{"counter", regexp.MustCompile(`\bcounter(s|ed|offers?)?\b`)},
	{"yes", regexp.MustCompile(`\b(yes|` + takes + `|requests?|requested|wants?|does|do|is|are|has|have|will)\b`)},
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

// sideName is how a side is called to those who choose: the words of its head without the person, if they are
// few, else yes or no.
func sideName(text string) string {
	_, rest := roleIn(plain(text))
	rest = strings.Trim(spaces.ReplaceAllString(notSide.ReplaceAllString(rest, " "), " "), edges)
	if n := len(strings.Fields(rest)); n == 0 || n > 3 {
		return choiceWord(text)
	}
	return clipped(rest)
}

// clipped shortens the name of a side.
func clipped(s string) string {
	if r := []rune(s); len(r) > 60 {
		return string(r[:59]) + "…"
	}
	return s
}

var notSide = regexp.MustCompile(`\([^)]*\)|\binitial(s|ed)?\b|\bcolumn\b|[0-9_]+|\b(here|to|the|by|if)\b`)

// side finds the words that say on which side of a choice a place stands: at it, at the head of its column, or
// at the head above that: Elect, and below it Buyer 1 and Buyer 2.
func (p *printed) side(q *place, all []*place) string {
	if item, _ := behindRow(q, all); item != nil && q.cell == nil && decides.MatchString(plain(item.text)) && decidedBehind(q, all) {
		return item.text
	}
	if decides.MatchString(plain(q.label)) && choiceWord(q.label) != "" {
		return q.label // the words behind it
	}
	heads := []*segment{q.head, q.left, q.below, q.above}
	if q.in != nil && q.head != nil {
		if c := p.cellOf(q.head); c != nil {
			heads = append(heads, p.columnHead(c))
		}
	}
	for _, g := range heads {
		if g != nil && len(g.words) <= 6 && choiceWord(g.text) != "" {
			return g.text
		}
	}
	if g := p.band(q); g != nil {
		return g.text
	}
	return ""
}

const bandReach = 260.0 // points from the heads of a table to its last row

// band finds the head, of those that stand on one line above a place and offer two sides, under which it is.
func (p *printed) band(q *place) (best *segment) {
	lines := map[int][]*segment{}
	nearest := -1
	for _, g := range p.segs {
		if d := q.y - g.base; d < 9 || d > bandReach || len(g.words) > 4 || choiceWord(g.text) == "" {
			continue
		}
		lines[g.line] = append(lines[g.line], g)
		if l := lines[g.line]; len(l) > 1 && choiceWord(l[0].text) != choiceWord(g.text) && g.line > nearest {
			nearest = g.line
		}
	}
	off := math.Inf(1)
	for _, g := range lines[nearest] {
		if d := math.Abs(g.x0 + g.x1 - q.x0 - q.x1); d < off {
			best, off = g, d
		}
	}
	return best
}

// choices binds places of one row that stand under opposite heads, and rows below one another that offer
// opposite things or of which a heading asks for one.
func (p *printed) choices(all []*place, nr int) {
	var sided []*place
	on, name := map[*place]string{}, map[*place]string{}
	for _, q := range all {
		if q.dropped || q.kind != Initials {
			continue
		}
		if text := p.side(q, all); text != "" {
			on[q], name[q] = choiceWord(text), sideName(text)
			sided = append(sided, q)
		}
	}
	for i, a := range sided {
		for _, b := range sided[i+1:] {
			if math.Abs(a.y-b.y) > 6 && !sameRow(a, b) || on[a] == on[b] {
				continue
			}
			if a.group == "" {
				a.group, a.side, a.about = groupName(nr, a.y), name[a], p.question(a)
			}
			b.group, b.side, b.about = a.group, name[b], a.about
		}
	}
	for _, q := range all { // the second blank of the same side
		if c := q.chained; c != nil && q.group == "" && q.kind == Initials && c.group != "" {
			q.group, q.side, q.about = c.group, c.side, c.about
		}
	}
	var rows []option
	for _, q := range all {
		if q.dropped || q.kind != Initials || q.group != "" || q.cell != nil {
			continue
		}
		if n := len(rows); n > 0 && math.Abs(rows[n-1].y-q.y) < 5 {
			rows[n-1].places = append(rows[n-1].places, q)
			continue
		}
		item, _ := behindRow(q, all)
		rows = append(rows, option{x: q.x0, y: q.y, item: item, places: []*place{q}})
	}
	for _, c := range p.alternatives(rows) {
		for i, o := range c {
			for _, q := range o.places {
				q.group, q.side, q.about = groupName(nr, c[0].y), sideOf(c, i), p.asking(c[0])
			}
		}
	}
}

// option is a row of blanks, or a box, before what it stands for.
type option struct {
	x, y   float64
	item   *segment
	places []*place
	tick   int
}

var (
	askedOne = regexp.MustCompile(`\b(initial|check|select|choose|mark|tick|complete)\b.*\b(one|either|\(?i\)? or \(?ii\)?|a or b)\b|\bone of the following\b`)
	taking   = regexp.MustCompile(`\b(` + takes + `|requests?|wants?|will obtain|known)\b`)
	leaving  = regexp.MustCompile(`\b(` + leaves + `|refuses?|no knowledge|does not|do not|will not)\b`)
)

const optionsApart = 72.0 // points at most between two options, with an explanation between them

// alternatives finds the options of which one is to be taken: a heading asks for one of them, or two that follow
// each other say opposite things.
func (p *printed) alternatives(rows []option) (out [][]option) {
	for i := 0; i < len(rows); i++ {
		end := i + 1
		for end < len(rows) && rows[end].y-rows[end-1].y < optionsApart && math.Abs(rows[end].x-rows[i].x) < 12 && rows[end].item != nil && len(rows[end].places) == len(rows[i].places) {
			end++
		}
		switch {
		case rows[i].item == nil || end-i < 2:
			continue
		case p.asking(rows[i]) == "":
			if end = opposed(rows[:end], i); end == 0 {
				continue
			}
		case end-i > 6:
			continue // a list
		}
		out = append(out, rows[i:end])
		i = end - 1
	}
	return out
}

// opposed returns the end of the options from one on that take something or leave it, 0 if none is of the other kind.
func opposed(rows []option, from int) int {
	takes, leaves, end := false, false, from
	for _, o := range rows[from:] {
		text := plain(o.item.text)
		leave := leaving.MatchString(text)
		if !leave && !taking.MatchString(text) {
			break
		}
		takes, leaves, end = takes || !leave, leaves || leave, end+1
	}
	if !takes || !leaves || end-from > 4 {
		return 0
	}
	return end
}

// asking is the text right above an option, if it asks for one of those below.
func (p *printed) asking(o option) string {
	var head *segment
	for _, g := range p.segs {
		if d := o.y - g.base; d > 6 && d < 45 && g.x0 < o.x+60 && (head == nil || g.base > head.base) {
			head = g
		}
	}
	if head == nil || !askedOne.MatchString(plain(head.text)) {
		return ""
	}
	return shortened(strings.TrimRight(head.text, " :"))
}

// question is what the choice of a row is about: the words that begin the row.
func (p *printed) question(q *place) string {
	if q.rowHead != nil && choiceWord(q.rowHead.text) == "" {
		return shortened(q.rowHead.text)
	}
	return p.rowBegins(q.x0, q.y)
}

var endsSide = regexp.MustCompile(`(?i)[\s:(]*\b(` + takes + `|` + leaves + `|yes|no)\W*$`)

// rowBegins is the first text of a line, left of a position, without the word of a side.
func (p *printed) rowBegins(x, y float64) string {
	var first *segment
	for _, g := range p.segs {
		if math.Abs(g.base-y) < 7 && g.x1 < x+3 && (first == nil || g.x0 < first.x0) {
			first = g
		}
	}
	if first == nil {
		return ""
	}
	return shortened(strings.Trim(endsSide.ReplaceAllString(first.text, ""), " :[]()"))
}

// sideOf names an option among its alternatives by its first words, with its number where they are the same.
func sideOf(c []option, i int) string {
	name := func(o option) string {
		words := strings.Fields(strings.TrimLeft(o.item.text, "])} "))
		return clipped(strings.TrimRight(strings.Join(words[:min(len(words), 8)], " "), ".,;:"))
	}
	for k := range c {
		if k != i && name(c[k]) == name(c[i]) {
			return fmt.Sprint(i+1, ": ", name(c[i]))
		}
	}
	return name(c[i])
}

// tickGroup names the choice to which a box belongs: boxes of one row, or stacked, that offer sides.
func (p *printed) tickGroup(at, nr int, choices [][]option) (group, side, about string) {
	t := p.ticks[at]
	for _, c := range choices {
		for i, o := range c {
			if o.tick == at {
				return groupName(nr, c[0].y), sideOf(c, i), p.asking(c[0])
			}
		}
	}
	own := p.tickLabel(t)
	if own == nil || choiceWord(own.text) == "" || len(own.words) > 12 {
		return "", "", ""
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
		return "", "", ""
	}
	return groupName(nr, first), sideName(own.text), p.rowBegins(t.x0, t.y1)
}

// tickOptions are the boxes that stand alone on their lines, from top to bottom.
func (p *printed) tickOptions() []option {
	var out []option
	for i, t := range p.ticks {
		alone := true
		for _, o := range p.ticks {
			alone = alone && !(math.Abs(o.y0-t.y0) < 5 && o.x0 != t.x0)
		}
		if alone {
			out = append(out, option{x: t.x0, y: t.y1, item: p.tickLabel(t), tick: i})
		}
	}
	sort.SliceStable(out, func(a, b int) bool { return out[a].y < out[b].y })
	return out
}
