package proof

import (
	"strings"
	"testing"
	"time"

	"indicum/core/field"
)

func TestRead(t *testing.T) {
	now := time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	whole := func() Draft {
		return Draft{Title: "Offer", Now: now, Due: now.Add(time.Hour), Documents: []Document{{5, "Agency", 2, false}, {6, "Offer", 3, false}, {7, "Cover letter", 1, true}},
			Signers: []Signer{{ID: 1, Name: "Marek Dvorsky", Email: "m@example.net"}},
			Fields:  []field.Field{{ID: "f1", Document: 5, Kind: field.Signature, Required: true, Signer: 1}, {ID: "f2", Document: 6, Page: 2, Kind: field.Date, Required: true, Signer: 1}}}
	}
	if got := Read(whole()); len(got) != 0 {
		t.Fatalf("a whole draft: %v", got)
	}
	for want, change := range map[string]func(*Draft){
		"山田 Yamada has characters in the name that can’t be printed yet: “山田”": func(d *Draft) { d.Signers[0].Name = "山田 Yamada" },
		"Packet has no title":                                                func(d *Draft) { d.Title = " " },
		"Packet would lapse before it is sent":                               func(d *Draft) { d.Due = now },
		"Packet has no document":                                             func(d *Draft) { d.Documents = nil },
		"Packet has nobody who signs":                                        func(d *Draft) { d.Signers, d.Fields = nil, nil },
		"Marek Dvorsky has no e-mail address":                                func(d *Draft) { d.Signers[0].Email = "" },
		"Marek Dvorsky has an e-mail address without a full domain: “m@net”": func(d *Draft) { d.Signers[0].Email = "m@net" },
		"Page 5 a signing date belongs to nobody":                            func(d *Draft) { d.Fields[1].Signer = 0 },
		"Marek Dvorsky signs for Ada Bekele under an authority that ended on 2026-11-22": func(d *Draft) {
			d.Signers[0].For, d.Signers[0].Proven, d.Signers[0].Expires = "Ada Bekele", true, "2026-11-22"
		},
		"Marek Dvorsky signs for Ada Bekele without a proof of authority in the deal": func(d *Draft) { d.Signers[0].For, d.Signers[0].Expires = "Ada Bekele", "2026-11-23" },
		"Marek Dvorsky stands twice in turn 1 and would get two mails": func(d *Draft) {
			d.Signers[0].Person, d.Signers[0].Turn = "marek", 1
			again := d.Signers[0]
			again.ID = 2
			d.Signers = append(d.Signers, again)
			d.Fields = append(d.Fields, field.Field{ID: "f3", Document: 5, Kind: field.Signature, Required: true, Signer: 2})
		},
		"Marek Dvorsky has no place they must fill":                                         func(d *Draft) { d.Fields[0].Required = false },
		"“Cover letter” has no place for anybody; if nobody signs on it, let it ride along": func(d *Draft) { d.Documents[2].Rides = false },
	} {
		d := whole()
		change(&d)
		got := Read(d)
		if len(got) != 1 || got[0].Where+" "+got[0].Text != want {
			t.Errorf("want %q, got %+v", want, got)
			continue
		}
		if warns := strings.Contains(want, "without a proof"); (Open(got) == 0) != warns {
			t.Errorf("%q: keeps from sending: %d", want, Open(got))
		}
	}
}
