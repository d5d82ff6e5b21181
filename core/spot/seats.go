package spot

import (
	"math"
	"regexp"
	"strings"

	"indicum/core/deal"
)

// seats says for whom each place is: from titles above, from the signature beside it, from the order.
func (p *printed) seats(all []*place) {
	for _, q := range all {
		if !q.dropped && q.role == "" && !q.nobodys && (q.kind == Signature || q.kind == Initials) {
			if c := before(q, all); c != nil && (q.chained == c && c.label == q.label && q.x0-c.x1 < 30 || q.kind == Initials && q.left != nil) {
				q.role, q.nobodys = c.role, c.nobodys // one of several after one label, or after one beginning of a sentence
				continue
			}
			if n := namedInRow(q, all); n != nil {
				q.role, q.number = n.role, n.number
				continue
			}
			p.underTitle(q, all)
		}
	}
	for _, q := range all {
		if q.dropped {
			continue
		}
		switch q.kind {
		case Date, Name, Text:
			p.partner(q, all)
		}
	}
	for _, q := range all { // a date behind a printed name, in the row below the signature
		if q.dropped || q.kind != Date || q.signs != nil || q.role != "" {
			continue
		}
		for _, o := range all {
			if !o.dropped && o.signs != nil && (o.kind == Name || o.kind == Text) && math.Abs(o.y-q.y) < 5 && o.x1 <= q.x0+3 {
				q.signs = o.signs
			}
		}
	}
	p.onlyRole(all)
	columnNumbers(all)
	for _, kind := range []string{Signature, Initials} {
		p.number(all, kind)
	}
	for _, q := range all {
		if s := q.signs; s != nil && q.number == 0 {
			q.role, q.number = s.role, s.number
		}
	}
	for _, kind := range []string{Date, Name} {
		p.number(all, kind)
	}
	for _, q := range all {
		if q.role == "" {
			q.number = 0
		}
	}
}

var bracketed = regexp.MustCompile(`^\([^)]*\)\s*`)

// onlyRole gives initials that nothing says whose they are to those who sign the page, when all who do are of
// one role.
func (p *printed) onlyRole(all []*place) {
	var role deal.Role
	for _, q := range all {
		if q.dropped || q.kind != Signature {
			continue
		}
		if q.role == "" || role != "" && q.role != role {
			return
		}
		role = q.role
	}
	if role == deal.Witness {
		return
	}
	for _, q := range all {
		if !q.dropped && q.kind == Initials && q.role == "" && !q.nobodys && role != "" {
			q.role = role
			q.sure -= 0.12
		}
	}
}

const titleReach = 230.0 // points from a block's title to its last line

// underTitle takes a signature's seat from the title of its block or of its column.
func (p *printed) underTitle(q *place, all []*place) {
	if q.entity { // by ____, behind the company's name
		for _, o := range all {
			if o != q && o.left != nil && math.Abs(o.y-q.y) < 5 && o.x1 < q.x0 && q.x0-o.x1 < 60 && firmIn(o.left.text) != "" {
				q.role = firmIn(o.left.text)
				return
			}
		}
	}
	x0, x1 := q.x0, q.x1
	if q.left != nil {
		x0 = math.Min(x0, q.left.x0)
	}
	var best *segment
	var m meaning // of the best
	score := math.Inf(1)
	for _, g := range p.segs {
		d := q.y - g.base
		if d < 5 || d > titleReach || len(g.words) > 8 || belowOf(g, all) {
			continue
		}
		title, ok := q.entitled(g)
		if !ok {
			continue
		}
		aside := math.Max(0, math.Max(g.x0-x1, x0-g.x1-30))
		if aside > 0 && g.x0 > x1 {
			continue // the title of another column
		}
		if s := d + aside*1.2; s < score {
			best, score, m = g, s, title
		}
	}
	if best != nil {
		q.role, q.number, q.nobodys = m.role, m.number, m.role == ""
		q.sure -= 0.06
		if m.number == 0 {
			q.number = q.listed
		}
		if q.label == "" || plain(q.label) == "x" {
			q.label = best.text
		}
		return
	}
	// The last words of the paragraph above may say who is to sign.
	var near *segment
	for _, g := range p.segs {
		if d := q.y - g.base; d > 5 && d < 90 && len(g.words) > 8 && g.x0 < x1 && g.x1 > x0 && (near == nil || g.base > near.base) {
			if role, _ := roleIn(plain(g.text)); role != "" {
				near = g
			}
		}
	}
	if near != nil {
		q.role, _ = roleIn(plain(near.text))
		q.sure -= 0.2
	}
}

// entitled says what a text means as the title of a place's block; the role is empty for somebody who has no seat.
func (q *place) entitled(g *segment) (meaning, bool) {
	m := read(g.text)
	if at := strings.IndexByte(g.text, ':'); m.kind == Text && at > 0 && read(g.text[:at]).roleOnly {
		m = read(g.text[:at]) // LANDLORD: Corbel Street Rentals LLC
	}
	if q.entity && firmIn(g.text) != "" {
		m = meaning{role: firmIn(g.text), number: m.number}
	}
	if m.kind == Text || m.kind == Date || m.kind == Name {
		return m, false
	}
	return m, m.role != "" || signsToo.MatchString(plain(g.text))
}

// belowOf reports whether a text names the line above it.
func belowOf(g *segment, all []*place) bool {
	for _, o := range all {
		if o.below == g && !o.dropped && o.kind != Text {
			return true
		}
	}
	return false
}

// partner finds the signature to which a date, a name or a detail belongs.
func (p *printed) partner(q *place, all []*place) {
	if q.kind == Text && !inBlock(q) {
		return
	}
	match := func(s *place) bool {
		return !s.dropped && (s.kind == Signature || s.kind == Initials && q.kind == Date) && (q.role == "" || q.role == s.role) && (q.number == 0 || s.number == 0 || q.number == s.number)
	}
	var row *place
	for _, s := range all {
		if !match(s) || math.Abs(s.y-q.y) > 10 && !sameRow(s, q) {
			continue
		}
		left := s.x1 <= q.x0+3
		switch {
		case row == nil, left && row.x0 > q.x0, left && s.x0 > row.x0 && row.x1 <= q.x0+3, !left && row.x0 > q.x0 && s.x0 < row.x0:
			row = s
		}
	}
	if row != nil && row.kind == Initials && row.x0 < q.x0 { // one date behind the initials of several is the first one's
		for c := row.chained; c != nil && c.kind == Initials && !c.dropped && row.left == nil; c = c.chained {
			row = c
		}
	}
	if row != nil && !(row.x0 > q.x0 && p.ofColumn(q, all, match)) {
		q.signs = row
		return
	}
	up, down := p.signAbove(q, all, match), p.signBelow(q, all, match)
	switch {
	case up == nil && down == nil:
		return
	case up == nil:
		q.signs = down
	case down == nil || !p.leads(q, all) || q.kind == Text && q.y-up.y < 0.6*(down.y-q.y):
		q.signs = up
	default:
		q.signs = down
	}
	if q.kind == Text && math.Abs(q.signs.y-q.y) > 110 {
		q.signs = nil
	}
}

// ofColumn reports whether a place left of a signature belongs to the one above it instead.
func (p *printed) ofColumn(q *place, all []*place, match func(*place) bool) bool {
	up := p.signAbove(q, all, match)
	return up != nil && (q.kind != Date || q.y-up.y < 50 && up.kind == Signature)
}

func sameRow(a, b *place) bool {
	if a.in == b.in && a.in != nil {
		return math.Abs(a.y-b.y) < 6
	}
	return a.in != nil && b.in != nil && math.Abs(a.in.y0-b.in.y0) < 3 && math.Abs(a.in.y1-b.in.y1) < 3
}

// inBlock reports whether a text place is a detail of who signs.
func inBlock(q *place) bool {
	s := plain(q.label)
	for _, w := range []string{"title", "its", "capacity", "company", "firm", "brokerage", "license", "licence", "lic", "phone", "email", "e-mail", "address", "time", "mls"} {
		if strings.HasPrefix(s, w) || strings.HasSuffix(s, w) {
			return len(strings.Fields(s)) <= 5
		}
	}
	return false
}

func inColumn(a, b *place) bool {
	return a.x0 < b.x1+12 && a.x1 > b.x0-12
}

// nearer reports whether the middle of a place is nearer to that of a third, across, than another's.
func nearer(a, than, to *place) bool {
	return math.Abs(a.x0+a.x1-to.x0-to.x1) < math.Abs(than.x0+than.x1-to.x0-to.x1)
}

const blockReach = 140.0

func (p *printed) signAbove(q *place, all []*place, match func(*place) bool) *place {
	var best *place
	for _, s := range all {
		if d := q.y - s.y; match(s) && d > 4 && d < blockReach && inColumn(s, q) && (best == nil || s.y > best.y+5 || s.y > best.y-5 && nearer(s, best, q)) {
			best = s
		}
	}
	if best != nil && p.titleBetween(best, q) {
		return nil
	}
	return best
}

func (p *printed) signBelow(q *place, all []*place, match func(*place) bool) *place {
	var best *place
	for _, s := range all {
		if d := s.y - q.y; match(s) && d > 4 && d < blockReach && inColumn(s, q) && (best == nil || s.y < best.y-5 || s.y < best.y+5 && nearer(s, best, q)) {
			best = s
		}
	}
	if best != nil && p.titleBetween(q, best) {
		return nil
	}
	return best
}

// titleBetween reports whether the title of another block stands between two places of a column.
func (p *printed) titleBetween(a, b *place) bool {
	for _, g := range p.segs {
		if g.top < a.y+3 || g.base > b.y-9 || g.taken || g.x1 < math.Min(a.x0, b.x0)-30 || g.x0 > math.Max(a.x1, b.x1) || g == a.below || g == b.above {
			continue
		}
		if m := read(g.text); m.roleOnly && len(g.words) <= 4 && g.top-a.y > belowReach {
			return true
		}
		if len(g.words) >= 9 && g.width() > 0.4*p.Width {
			return true
		}
	}
	return false
}

// leads reports whether places of this kind come before the signature in their column's blocks.
func (p *printed) leads(q *place, all []*place) bool {
	var first *place // the first signature of the column
	for _, s := range all {
		if !s.dropped && s.kind == Signature && inColumn(s, q) && math.Abs(s.y-q.y) < 3*blockReach && (first == nil || s.y < first.y) {
			first = s
		}
	}
	if first == nil {
		return false
	}
	for _, o := range all {
		if d := first.y - o.y; !o.dropped && o.kind == q.kind && (q.kind != Text || o.label == q.label) && d > 4 && d < 90 && inColumn(o, first) && !p.titleBetween(o, first) {
			return true
		}
	}
	return false
}

// namedInRow is the place right before a signature on which the person's name is printed, when that says who it is.
func namedInRow(q *place, all []*place) (best *place) {
	for _, o := range all {
		if q.kind == Signature && !o.dropped && o != q && math.Abs(o.y-q.y) < 5 && o.x1 <= q.x0+2 && (best == nil || o.x0 > best.x0) {
			best = o
		}
	}
	if best == nil || best.kind != Name || best.role == "" {
		return nil
	}
	return best
}
