package proof

import (
	"strings"
	"testing"

	"indicum/core/field"
)

func TestCoverage(t *testing.T) {
	d := Draft{Documents: []Document{{ID: 1, Name: "Offer", Pages: 8}}, Signers: []Signer{{ID: 1, Role: "buyer", Name: "One"}, {ID: 2, Role: "buyer", Name: "Two"}, {ID: 3, Role: "seller", Name: "Three"}}}
	put := func(signer int64, kind field.Kind, page int) {
		d.Fields = append(d.Fields, field.Field{Document: 1, Page: page, Kind: kind, Signer: signer})
	}
	for page := range 7 { // the eighth is signed
		put(1, field.Initials, page)
		if page != 4 && page != 5 {
			put(2, field.Initials, page)
		}
	}
	for signer := range int64(3) {
		put(signer+1, field.Signature, 7)
	}
	said := func(list []Finding) string {
		var out []string
		for _, f := range list {
			out = append(out, f.Where+" "+f.Text)
		}
		return strings.Join(out, "; ")
	}
	if got := said(coverage(d)); got != "Two initials “Offer”, but not page 5–6" {
		t.Errorf("%q", got)
	}
	for i := range d.Fields { // each at a place of their own
		d.Fields[i].Rect = field.Rect{X: 20 * float64(i), Y: 50, W: 15, H: 10}
	}
	if got := said(surplus(d)); got != "" {
		t.Errorf("too much: %q", got)
	}
	put(2, field.Initials, 0)
	d.Fields[len(d.Fields)-1].Rect = field.Rect{X: 500, Y: 50, W: 15, H: 10}
	twice := d.Fields[len(d.Fields)-2]
	twice.X += 4
	d.Fields = append(d.Fields, twice)
	if got := said(surplus(d)); got != "Two initials page 1 of “Offer” 2 times, One 1; Three has two places for signature on one another on page 8 of “Offer”" {
		t.Errorf("%q", got)
	}
}
