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
	var said []string
	for _, f := range coverage(d) {
		said = append(said, f.Where+" "+f.Text)
	}
	if got := strings.Join(said, "; "); got != "Two initials “Offer”, but not page 5–6" {
		t.Errorf("%q", got)
	}
}
