package spot

import (
	"math"
	"regexp"
	"sort"
	"strings"
)

// tables divides the rows of a table that has no vertical rules by the heads of its columns.
func (p *printed) tables(in []*place) []*place {
	var out []*place
	for _, q := range in {
		heads := p.headsOver(q, in)
		if heads == nil {
			out = append(out, q)
			continue
		}
		var first *segment
		above := q.y - 45
		for _, o := range in {
			if o != q && o.y < q.y-8 && o.y > above && o.x0 < q.x0+4 && o.x1 > q.x1-4 {
				above = o.y
			}
		}
		above = math.Max(above, heads[0].base)
		for i, h := range heads {
			part := *q
			part.x0, part.x1, part.head = h.x0, q.x1, h
			if i == 0 {
				part.x0 = math.Min(h.x0, math.Max(q.x0, h.x0-3))
			}
			if i+1 < len(heads) {
				part.x1 = heads[i+1].x0 - 4
			}
			written := false
			for _, g := range p.segs {
				if g.base > above+4 && g.base < q.y+1.5 && g.x0 < part.x1 && g.x1 > part.x0 {
					written = true
					if first == nil {
						first = g
					}
				}
			}
			if !written {
				part.rowHead = first
				out = append(out, &part)
			}
		}
	}
	return out
}

// headsOver finds the row of column heads above a long rule: at least two texts on one line that say
// what is to be written below them, over a stack of rules of the same length.
func (p *printed) headsOver(q *place, all []*place) []*segment {
	if q.cell != nil || q.widget != nil || q.from == "text" || q.width() < 220 {
		return nil
	}
	top := q.y
	for range 40 { // up the stack
		next := math.Inf(-1)
		for _, o := range all {
			if d := top - o.y; d > 9 && d < 46 && o.cell == nil && math.Abs(o.x0-q.x0) < 6 && math.Abs(o.x1-q.x1) < 6 {
				next = math.Max(next, o.y)
			}
		}
		if math.IsInf(next, -1) {
			break
		}
		top = next
	}
	lines := map[int][]*segment{}
	for _, g := range p.segs {
		if g.base > top-48 && g.base < top+2 && g.x0 > q.x0-6 && g.x1 < q.x1+6 && len(g.words) <= 5 {
			lines[g.line] = append(lines[g.line], g)
		}
	}
	for _, segs := range lines {
		known := 0
		for _, g := range segs {
			if caption(g, all) || labels(g, all) {
				continue
			}
			if m := read(g.text); m.kind == Signature || m.kind == Date || m.kind == Initials || m.kind == Name {
				known++
			}
		}
		if known >= 2 && (top < q.y-8 || segs[0].base > q.y-48) && segs[0].base < q.y-8 {
			sort.Slice(segs, func(a, b int) bool { return segs[a].x0 < segs[b].x0 })
			return segs
		}
	}
	return nil
}

// caption reports whether a text stands right below a line of its own.
func caption(g *segment, all []*place) bool {
	for _, o := range all {
		if up := g.top - o.y; o.cell == nil && up > -2.5 && up < 6 && o.x0 > g.x0-12 && o.x0 < g.x1 && o.x1 > g.x0 {
			return true
		}
	}
	return false
}

// labels reports whether a text stands right before a line of its own.
func labels(g *segment, all []*place) bool {
	for _, o := range all {
		if o.cell == nil && math.Abs(o.y-g.base) < 5 && o.x0-g.x1 > -3 && o.x0-g.x1 < 14 {
			return true
		}
	}
	return false
}

// unnamed finds the lines below the title of a block that have no words of their own: who is named there
// signs on them.
func (p *printed) unnamed(all []*place) {
	for _, q := range all {
		if q.dropped || q.kind != Text || q.cell != nil || q.widget != nil || q.width() < 90 || q.width() > 0.62*p.Width || q.sentence || q.left != nil && q.listed == 0 || q.below != nil && (len(q.below.words) < 2 || !personal(q.below.text)) || q.chained != nil {
			continue
		}
		if q.above != nil && q.above.labelLike() && read(q.above.text).role == "" {
			continue
		}
		title := p.titleRight(q, all)
		if title == nil && q.below != nil && q.width() > 110 && datedBelow(q, all) { // a person's name under the line
			title = p.titleAbove(q)
		}
		if title == nil {
			continue
		}
		m := read(title.text)
		q.kind, q.role, q.number, q.sure, q.label = Signature, m.role, max(m.number, q.listed), 0.8, title.text
		q.nobodys = m.role == ""
	}
}

// datedBelow reports whether a date is asked for beside a line or right below it.
func datedBelow(q *place, all []*place) bool {
	for _, o := range all {
		if d := o.y - q.y; !o.dropped && o.kind == Date && (math.Abs(d) < 5 && o.x0 > q.x1 || d > 0 && d < 50 && inColumn(o, q)) {
			return true
		}
	}
	return false
}

// titleAbove finds the nearest title of a party above a line in its column.
func (p *printed) titleAbove(q *place) (best *segment) {
	for _, g := range p.segs {
		if d := q.y - g.base; d > 5 && d < titleReach && math.Abs(g.x0-q.x0) < 24 && len(g.words) <= 4 && (best == nil || g.base > best.base) && read(g.text).roleOnly {
			best = g
		}
	}
	return best
}

// titleRight finds the party's title right above a line, or above lines like it right above it.
func (p *printed) titleRight(q *place, all []*place) *segment {
	y := q.y
	for range 6 {
		for _, g := range p.segs {
			if d := y - g.base; d > 8 && d < 46 && math.Abs(g.x0-q.x0) < 24 && len(g.words) <= 4 && !listed.MatchString(g.text) {
				if m := read(g.text); m.roleOnly || signsToo.MatchString(plain(g.text)) {
					return g
				} else if m.kind == Date && g.taken && q.width() > 110 {
					continue // the end of the block of who signs above
				}
				return nil
			}
		}
		next := y
		for _, o := range all {
			if d := y - o.y; d > 12 && d < 46 && (math.Abs(o.x0-q.x0) < 6 && math.Abs(o.width()-q.width()) < 8 || o.kind == Date && !o.dropped && o.left != nil && math.Abs(o.left.x0-q.x0) < 6 && q.width() > 110) {
				next = o.y
			}
		}
		if next == y {
			return nil
		}
		y = next
	}
	return nil
}

var (
	decides  = regexp.MustCompile(`^(` + takes + `|` + leaves + `|counter(s|ed)?|agree[sd]?|consent(s|ed)?|acknowledge[sd]?)\b`)
	decided  = regexp.MustCompile(`\b(` + takes + `|` + leaves + `)$`)
	anyAgent = regexp.MustCompile(`\b(agents?|brokers?|licensees?|realtors?)\b`)
)

// behindRow is the text right of a row of blanks that stand close together, and how many they are.
func behindRow(q *place, all []*place) (*segment, int) {
	n := 1
	for _, o := range all { // before it
		if o != q && math.Abs(o.y-q.y) < 5 && q.x0-o.x1 > -2 && q.x0-o.x1 < 14 {
			n++
		}
	}
	for range 6 {
		if q.right != nil {
			return q.right, n
		}
		var next *place
		for _, o := range all {
			if o != q && math.Abs(o.y-q.y) < 5 && o.x0-q.x1 > -2 && o.x0-q.x1 < 14 {
				next = o
			}
		}
		if next == nil {
			break
		}
		q, n = next, n+1
	}
	return nil, n
}

// alike takes short blanks for initials that stand in one column with blanks which are said to be, or right
// before one, when nothing of their own names them: the caption of a column may stand at its foot.
func alike(all []*place) {
	for again, rounds := true, 0; again && rounds < 4; rounds++ {
		again = false
		for _, q := range all {
			if q.dropped || q.kind != Text || q.widget != nil || q.cell != nil || q.width() > shortLine || q.below != nil || q.left != nil && len(q.left.words) < 5 {
				continue
			}
			for _, o := range all {
				column := math.Abs(o.x0-q.x0) < 4 && math.Abs(o.x1-q.x1) < 4
				next := math.Abs(o.y-q.y) < 5 && o.chained == q && o.x0-q.x1 < 16
				if o.kind == Initials && !o.dropped && o.widget == nil && o.cell == nil && (column || next) {
					q.kind, q.role, q.sure, q.label, q.sentence, q.nobodys = Initials, o.role, o.sure-0.05, o.label, false, o.nobodys
					again = true
					break
				}
			}
		}
	}
}

// toInitial is the heading above a list of short items with a blank behind each: Buyer to initial.
func (p *printed) toInitial(q *place) (best *segment) {
	for _, g := range p.segs {
		if d := q.y - g.base; d > 4 && d < 130 && len(g.words) <= 6 && g.x0 < q.x1 && g.x1 > q.left.x0 && !g.taken && read(g.text).kind == Initials && (best == nil || g.base > best.base) {
			best = g
		}
	}
	return best
}

// decidedBehind reports whether a row has the words of its sides behind their blanks: behind the last one too.
func decidedBehind(q *place, all []*place) bool {
	last := q
	for _, o := range all {
		if math.Abs(o.y-q.y) < 5 && o.x0 > last.x0 {
			last = o
		}
	}
	return last.right != nil && decides.MatchString(plain(last.right.text))
}

// rowBehind counts the blanks that stand close behind one another from one on.
func rowBehind(q *place, all []*place) int {
	n := 1
	for _, o := range all { // sorted from left to right
		if math.Abs(o.y-q.y) < 5 && o.x0-q.x1 > -2 && o.x0-q.x1 < 14 {
			q, n = o, n+1
		}
	}
	return n
}

// saysInitials reports whether a page speaks of initials at all.
func saysInitials(segs []*segment) bool {
	for _, g := range segs {
		if initialsRe.MatchString(plain(g.text)) {
			return true
		}
	}
	return false
}

const sectionReach = 300.0 // points from a heading to the last item below it

// margins finds the blanks at the left of items: for initials where the heading above says so or the item
// says who speaks, for a mark where the form asks to check one. 40 CFR 745.113 has buyers and sellers of
// older housing initial the items of a disclosure in this way.
func (p *printed) margins(all []*place) {
	for _, q := range all {
		if q.dropped || q.kind != Text || q.widget != nil || q.width() > shortLine || q.width() < 12 || q.cell != nil && (q.inside != nil || q.head != nil) {
			continue
		}
		if q.left != nil && !q.sentence && len(q.left.words) <= 4 && (read(q.left.text) == meaning{}) {
			if head := p.toInitial(q); head != nil {
				q.kind, q.role, q.sure, q.label = Initials, read(head.text).role, 0.7, head.text
				q.nobodys = q.role == "" && anyAgent.MatchString(plain(head.text))
				continue
			}
		}
		if q.left != nil && !q.sentence && decided.MatchString(plain(q.left.text)) && !decidedBehind(q, all) && (rowBehind(q, all) > 1 || p.initialed) {
			q.kind, q.sure, q.label = Initials, 0.75, q.left.text
			continue
		}
		if c := q.chained; c != nil && q.left == nil && c.kind == Initials && q.x0-c.x1 < 14 {
			q.kind, q.role, q.sure, q.label = Initials, c.role, c.sure, c.label
			continue
		}
		behind, row := behindRow(q, all)
		if behind == nil && q.chained == nil || q.chained != nil && q.chained.sentence {
			continue
		}
		if behind != nil && !q.sentence && decides.MatchString(plain(behind.text)) && (row > 1 || q.width() < 50) {
			q.kind, q.sure, q.label = Initials, 0.75, behind.text
			continue
		}
		if q.left != nil && q.listed == 0 && (len([]rune(plain(q.left.text))) > 3 || smallWord.MatchString(q.left.text)) {
			continue
		}
		var head *segment
		asked := false
		for _, g := range p.segs {
			if d := q.y - g.base; d > 4 && d < sectionReach && len(g.words) <= 14 && (head == nil || g.base > head.base) {
				if m := read(g.text); m.kind == Initials && !g.taken {
					head = g
				}
			}
			if d := q.y - g.base; d > -2 && d < 60 && regexp.MustCompile(`\bcheck\b`).MatchString(plain(g.text)) {
				asked = true
			}
		}
		switch {
		case asked && q.width() < 50:
			q.kind, q.sure = Checkbox, 0.6
		case head != nil:
			m := read(head.text)
			q.kind, q.role, q.sure, q.label = Initials, m.role, 0.8, head.text
			q.nobodys = m.role == "" && anyAgent.MatchString(plain(head.text))
		case behind != nil && len(behind.words) > 3:
			first := plain(strings.Join(strings.Fields(behind.text)[:2], " "))
			if role, rest := roleIn(first); role != "" && len(strings.Fields(rest)) <= 1 {
				q.kind, q.role, q.sure, q.label = Initials, role, 0.6, shortened(behind.text)
			}
		}
	}
}
