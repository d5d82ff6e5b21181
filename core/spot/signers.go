package spot

import (
	"math"
	"regexp"
	"strings"
	"unicode"
)

// settle decides what only the neighbours can tell: whether the line behind a party's name is for a
// signature or for printing the name.
func (p *printed) settle(all []*place) {
	for _, q := range all {
		if q.dropped || !q.roleOnly || q.kind != Signature || q.widget != nil {
			continue
		}
		for _, o := range all {
			if o != q && o.entity && o.y > q.y+4 && o.y-q.y < 70 && math.Abs(o.x0-q.x0) < 90 && !p.otherParty(q, o, all) {
				q.kind, q.sure = Name, 0.85 // the company's name, above the line of who signs for it
			}
		}
		if q.kind == Signature && !p.dated(q, all) && (p.proseBelow(q) || p.filledIn(q, all)) {
			q.kind, q.sure = Name, 0.7
		}
	}
}

// unknownTo takes a line for a signature whose label is no word known here, such as a party's name in another
// kind of contract, when a date is asked for right behind it and nothing else on that line is signed.
func (p *printed) unknownTo(all []*place) {
	for _, q := range all {
		if !q.dropped && q.kind == Text && !q.sentence && q.cell == nil && q.widget == nil && q.left == nil && q.below != nil && q.width() > 110 && signsToo.MatchString(plain(q.below.text)) {
			q.kind, q.sure, q.nobodys = Signature, 0.7, true
			continue
		}
		if q.dropped || q.kind != Text || q.sentence || q.cell != nil || q.widget != nil || q.left == nil || q.width() < 100 || len(q.left.words) > 3 || read(q.left.text).kind != "" {
			continue
		}
		dated := false
		for _, o := range all {
			if o == q || o.dropped || math.Abs(o.y-q.y) > 5 {
				continue
			}
			if o.kind != Date || o.x0 < q.x1 || o.x0-q.x1 > 60 {
				dated = false
				break
			}
			dated = true
		}
		if dated {
			q.kind, q.sure, q.nobodys = Signature, 0.65, true
		}
	}
}

// Others who sign what goes with a sale, by what stands under their lines (common practice, no source): no
// seats of the deal.
var signsToo = regexp.MustCompile(`^(the )?(principals?|notary( public)?|affiants?|declarants?|guarantors?|borrowers?|applicants?|clients?|trust(ee|or)s?|settlors?|execut(or|rix)|personal representative|attorney(-| )in(-| )fact|managers?|members?|(escrow|closing|settlement) (officer|agent|holder)|assign(or|ee)s?|occupants?|donors?|donees?|mortgag(or|ee)s?|spouse|husband|wife|guardian|contractor|inspector|appraiser|consumers?|(real estate )?(agents?|licensees?)|salespersons?|realtors?)$`)

// title is the text under a person's printed name that says who they are.
func (p *printed) title(name *segment) *segment {
	if len(name.words) < 2 || len(name.words) > 5 || !personal(name.text) {
		return nil
	}
	for _, g := range p.segs {
		if d := g.base - name.base; d > 0.8*name.size && d < 1.9*name.size && (math.Abs(g.x0-name.x0) < 4 || math.Abs(g.x0+g.x1-name.x0-name.x1) < 8) && read(g.text).roleOnly {
			return g
		}
	}
	return nil
}

// personal reports whether words are set as a person's name is and mean nothing else.
func personal(s string) bool {
	for _, w := range strings.Fields(s) {
		if r := []rune(w); !unicode.IsUpper(r[0]) {
			return false
		}
	}
	m := read(s)
	return m.kind == "" && m.role == "" && !strings.ContainsAny(s, ":0123456789")
}

// otherParty reports whether another party's line stands between two places.
func (p *printed) otherParty(q, o *place, all []*place) bool {
	for _, k := range all {
		if k != q && k.roleOnly && k.kind == Signature && k.y > q.y+4 && k.y < o.y-4 && math.Abs(k.x0-q.x0) < 60 {
			return true
		}
	}
	return false
}

// dated reports whether a place for a date, a signature or a printed name belongs to the line.
func (p *printed) dated(q *place, all []*place) bool {
	for _, o := range all {
		if o == q || o.dropped || o.roleOnly {
			continue
		}
		if k := o.kind; (k == Date || k == Signature || k == Name) && o.y-q.y < 34 && o.y-q.y > -5 {
			return true
		}
	}
	return false
}

// filledIn reports whether a line stands at the head of a form that goes on with things to fill in.
func (p *printed) filledIn(q *place, all []*place) bool {
	if q.y > 0.4*p.Height || q.below != nil && p.proseAbove(q) {
		return false
	}
	n, last := 0, q.y
	for _, o := range all {
		if o.y < last+5 || o.dropped {
			continue
		}
		if o.kind == Signature && !o.roleOnly || o.kind == Date && o.y-q.y < 60 {
			return false
		}
		if o.kind == Text && !inBlock(o) {
			n, last = n+1, o.y
		}
	}
	return n >= 3
}

// proseAbove reports whether two lines of running text stand above a place.
func (p *printed) proseAbove(q *place) bool {
	n := 0
	for _, g := range p.segs {
		if g.base < q.y-10 && len(g.words) >= 8 && g.width() > 0.4*p.Width {
			n++
		}
	}
	return n >= 2
}

// proseBelow reports whether the text of the form goes on below a place.
func (p *printed) proseBelow(q *place) bool {
	n := 0
	for _, g := range p.segs {
		if g.base > q.y+10 && len(g.words) >= 8 && g.width() > 0.4*p.Width && g.base < p.Height-60 {
			n++
		}
	}
	return n >= 3
}
