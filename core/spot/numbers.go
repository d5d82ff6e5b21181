package spot

import (
	"math"
	"strings"
)

// number numbers the places of one kind by the order in which people of a role are listed.
func (p *printed) number(all []*place, kind string) {
	last := map[string]*place{}
	for _, q := range all { // in reading order
		if q.dropped || q.kind != kind || q.role == "" {
			continue
		}
		role := string(q.role)
		if q.number == 0 && q.signs == nil {
			q.number = 1
			if a := last[role]; a != nil && !p.startsAnew(a, q, all) {
				q.number = min(a.number+1, 9)
			}
		}
		if a := last[role]; p.Picture && kind == Signature && a != nil && a.number == q.number && q.signs == nil && !p.startsAnew(a, q, all) {
			q.number = min(a.number+1, 9) // a number that was misread
		}
		last[role] = q
	}
}

// startsAnew reports whether a place begins another list of the same people.
func (p *printed) startsAnew(a, q *place, all []*place) bool {
	if math.Abs(a.y-q.y) < 5 || sameRow(a, q) {
		if q.kind == Initials && a.in != nil && q.in != nil && a.in != q.in {
			return choiceWord(headText(a)) != choiceWord(headText(q)) || a.rowHead != q.rowHead
		}
		if q.kind == Initials && q.label != a.label && decides.MatchString(plain(q.label)) {
			return true
		}
		if q.kind == Initials && q.left != nil && q.left != a.left && len(q.left.words) > 2 && read(bracketed.ReplaceAllString(q.left.text, "")) == (meaning{}) {
			return true // the next matter to initial
		}
		if q.kind == Initials && q.left != nil && a.left != nil && q.left != a.left {
			return choiceWord(q.left.text) != choiceWord(a.left.text)
		}
		return false
	}
	if a.in != nil && q.in != nil && q.kind == Initials && math.Abs(q.in.y0-a.in.y1) < 4 && q.role == a.role && q.rowHead != a.rowHead && q.rowHead != nil {
		m := read(q.rowHead.text)
		return m.role == "" // rows of people go on, rows of matters begin anew
	}
	if q.kind == Initials && q.left != nil && a.left != nil && q.left != a.left && q.label == a.label && q.label != q.left.text && read(q.left.text) == (meaning{}) {
		return true // the next item below one heading
	}
	if n := rowOf(a, all); q.kind == Initials && n > 1 && n == rowOf(q, all) && p.proseBeside(a, q) {
		return true // rows of blanks beside clauses
	}
	if q.kind == Initials && rowOf(a, all) > 1 && rowOf(q, all) > 1 && q.left != nil && read(q.left.text).kind == Initials {
		return true // one label on either row, and blanks for all of them behind each
	}
	if q.kind == Initials && q.left == nil && nextItem(a, q, all) {
		return true
	}
	if a.in != nil && q.in != nil && q.rowHead == a.rowHead && math.Abs(q.in.y0-a.in.y1) < 4 && math.Abs(q.in.x0-a.in.x0) < 4 {
		return false // cells below one another, whatever stands beside them
	}
	if q.y-a.y > 130 || p.sameFormAgain(a, q) {
		return true
	}
	for _, g := range p.segs {
		if g.base < a.y+2 || g.base > q.y+3 || g == a.below || g == q.below {
			continue
		}
		if m := read(g.text); len(g.words) >= 7 && m.kind == "" || len(g.words) >= 5 && g.width() > 0.4*p.Width && m.kind == "" {
			return true
		}
		if q.kind == Initials && g == q.left && q.y-a.y > 9 {
			t := plain(g.text)
			_, rest := roleIn(t)
			if strings.Trim(initialsRe.ReplaceAllString(rest, ""), edges+"0123456789# ") != "" {
				return true
			}
		}
	}
	// The same words once more, a good way below: another list.
	return q.kind == Initials && q.y-a.y > 60
}

// columnNumbers gives initials without a number that of the place in their column whose caption has one.
func columnNumbers(all []*place) {
	for _, q := range all {
		if q.dropped || q.kind != Initials || q.number != 0 || q.left != nil {
			continue
		}
		for _, o := range all {
			if !o.dropped && o.kind == Initials && o.number != 0 && o.role == q.role && o.left == nil && math.Abs(o.x0-q.x0) < 4 && math.Abs(o.x1-q.x1) < 4 {
				q.number = o.number
				break
			}
		}
	}
}

// nextItem reports whether a row of initials stands before an item of its own: each item of a list is initialed
// anew by everybody.
func nextItem(a, q *place, all []*place) bool {
	item, n := behindRow(q, all)
	if item == nil {
		return false
	}
	m, words := read(item.text), len(item.words)
	return words >= 3 && m.role == "" || words >= 4 && (m.kind == "" || m.kind == Text) || n > 1 && !m.roleOnly && rowOf(a, all) == rowOf(q, all)
}

// proseBeside reports whether running text stands left of two rows of initials, between the one and the other.
func (p *printed) proseBeside(a, q *place) bool {
	for _, g := range p.segs {
		if len(g.words) >= 5 && g.width() > 0.35*p.Width && g.x1 < math.Min(a.x0, q.x0)+3 && g.base > a.y+3 && g.base < q.y+8 {
			return true
		}
	}
	return false
}

// sameFormAgain reports whether a page holds the same small form several times, one below another: a rule across
// the page and a heading that stood above the first place too part the two.
func (p *printed) sameFormAgain(a, q *place) bool {
	parted := false
	for _, s := range p.strokes {
		parted = parted || s.y > a.y+3 && s.y < q.y-9 && s.x1-s.x0 > 0.7*p.Width
	}
	if !parted {
		return false
	}
	for _, g := range p.segs {
		if g.base < a.y+3 || g.base > q.y-9 || len(g.words) > 6 || read(g.text) != (meaning{}) {
			continue
		}
		for _, o := range p.segs {
			if o.base < a.y-9 && o.text == g.text && math.Abs(o.x0-g.x0) < 4 {
				return true
			}
		}
	}
	return false
}

// before is the place of the same kind before one in its row.
func before(q *place, all []*place) (best *place) {
	for _, o := range all {
		if !o.dropped && o != q && o.kind == q.kind && math.Abs(o.y-q.y) < 5 && o.x1 <= q.x0+2 && (best == nil || o.x0 > best.x0) {
			best = o
		}
	}
	return best
}

// rowOf counts the initials of one role on a place's row.
func rowOf(q *place, all []*place) (n int) {
	for _, o := range all {
		if !o.dropped && o.kind == q.kind && o.role == q.role && math.Abs(o.y-q.y) < 5 {
			n++
		}
	}
	return n
}

func headText(q *place) string {
	if q.head != nil {
		return q.head.text
	}
	return ""
}
