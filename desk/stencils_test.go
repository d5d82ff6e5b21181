package desk_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"indicum/bench/forms"
	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/core/field"
	"indicum/demo"
	"indicum/desk"
	"indicum/store"
)

// deal makes a deal with n buyers.
func (o *office) deal(property string, n int) (int64, []store.Party) {
	o.t.Helper()
	id, err := o.SaveDeal(o.ctx, store.Deal{OfficeID: o.m.OfficeID, Property: property, Side: "buyer"})
	o.must(err)
	var parties []store.Party
	for i := range n {
		p, err := o.SaveParty(o.ctx, o.m.OfficeID, store.Party{DealID: id, Role: deal.Buyer, Name: fmt.Sprintf("Buyer %d of %s", i+1, property), Email: fmt.Sprintf("b%d@%d.example.net", i+1, id)})
		o.must(err)
		parties = append(parties, p)
	}
	return id, parties
}

// A packet becomes a recipe: its forms come from the shelf into the next deal, whoever holds the seats there
// signs in the same turns at the same places, and what only the first deal had is said to be missing.
func TestARecipeStartsPackets(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	shelved, err := o.PutForm(o.ctx, o.m, "buyer", "Offer", "Purchase agreement.pdf", demo.PurchaseAgreement())
	o.must(err)
	first, parties := o.deal("1 Test Street", 2)
	_, err = o.TakeForms(o.ctx, o.m, first, []int64{shelved.ID})
	o.must(err)
	_, _, err = o.AddFile(o.ctx, o.m.OfficeID, first, "Lender letter.pdf", demo.AgencyDisclosure())
	o.must(err)
	id, err := o.NewPacket(o.ctx, o.m, first)
	o.must(err)
	edits := []desk.Edit{{Op: "title", Name: "Offer for 1 Test Street"}, {Op: "letter", Subject: "Your offer", Message: "Please sign, {first name}."}}
	docs, err := store.All[store.Document](o.Store.Read(o.ctx), "id", "deal_id = ?", first)
	o.must(err)
	for _, doc := range docs {
		edits = append(edits, desk.Edit{Op: "document", Document: doc.ID})
	}
	// The same form once more, to ride along: the next deal has one of it only.
	edits = append(edits, desk.Edit{Op: "document", Document: docs[0].ID, Rides: true})
	for _, p := range parties {
		edits = append(edits, desk.Edit{Op: "signer", Party: p.ID, Turn: 2})
	}
	edits = append(edits, desk.Edit{Op: "signer", Turn: 1}, desk.Edit{Op: "signer", Turn: 3}) // the member checks first and fills in the date last
	sheet, err := o.EditDraft(o.ctx, o.m, id, 1, edits)
	o.must(err)
	var places []desk.Edit
	put := func(f field.Field) { places = append(places, desk.Edit{Op: "field", Field: &f}) }
	for i, s := range sheet.Signers {
		f := field.Field{ID: fmt.Sprint("signing-", i), Document: sheet.Documents[0].ID, Page: 5, Kind: field.Signature, Rect: field.Rect{X: 60, Y: 200 + 40*float64(i), W: 150, H: 20}, Required: true, Signer: s.ID}
		put(f)
		f.ID, f.Kind, f.Label, f.Value, f.X = fmt.Sprint("texting-", i), field.Text, "Time", "noon", 300
		put(f)
	}
	put(field.Field{ID: "a-note-of-it", Document: sheet.Documents[0].ID, Kind: field.Note, Value: "this deal only", Rect: field.Rect{X: 60, Y: 60, W: 150, H: 20}})
	o.letters() // until the pages have been looked at
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, places)
	o.must(err)
	said, err := o.KeepRecipe(o.ctx, o.m, id, "Offer packet")
	o.must(err)
	if !strings.Contains(said, "3 documents; you, then Buyer 1 and Buyer 2, then you") || !strings.Contains(said, "1 form") {
		t.Errorf("it said %q", said)
	}
	recipe, err := store.One[store.Recipe](o.Store.Read(o.ctx), "office_id = ?", o.m.OfficeID)
	o.must(err)

	for buyers := 1; buyers <= 2; buyers++ {
		next, _ := o.deal(fmt.Sprint(buyers, " Other Lane"), buyers)
		id, err := o.NewPacket(o.ctx, o.m, next)
		o.must(err)
		got, err := o.EditDraft(o.ctx, o.m, id, 1, []desk.Edit{{Op: "recipe", Recipe: recipe.ID}})
		o.must(err)
		if got.Title != fmt.Sprintf("Offer for %d Other Lane", buyers) || got.Message != "Please sign, {first name}." || len(got.Documents) != 1 || got.Documents[0].Name != "Purchase agreement" || len(got.Signers) != buyers+2 {
			t.Fatalf("%+v", got)
		}
		if got.Documents[0].Rides || !strings.Contains(got.Notice, "“Lender letter” and “Purchase agreement”") {
			t.Errorf("notice %q", got.Notice)
		}
		by := map[int64][]field.Field{}
		for _, f := range got.Fields {
			by[f.Signer] = append(by[f.Signer], f)
		}
		for i, s := range got.Signers {
			was := sheet.Signers[i]
			if buyers == 1 && i == 2 {
				was = sheet.Signers[3] // no second buyer: the member's last turn
			}
			k := slices.IndexFunc(sheet.Signers, func(o desk.SheetSigner) bool { return o.ID == was.ID })
			if fs := by[s.ID]; len(fs) != 2 || fs[0].Y != 200+40*float64(k) || fs[0].Value+fs[1].Value != "" || s.Turn != was.Turn {
				t.Errorf("%d buyers: %s in turn %d has %+v", buyers, s.Name, s.Turn, fs)
			}
		}
		if len(by[0]) > 0 {
			t.Errorf("nobody’s: %+v", by[0])
		}
		if _, err := o.EditDraft(o.ctx, o.m, id, got.Rev, []desk.Edit{{Op: "recipe", Recipe: recipe.ID}}); err == nil {
			t.Error("a recipe was used twice on one packet")
		}
	}
}

// The same form, filled in, between the pages of another: its kept places are offered there, in place of what
// the line finder sees, and nowhere else; keeping it again replaces it.
func TestAStencilIsOfferedInAMergedFile(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	m, other := forms.Seen[0], forms.Seen[1]
	id, sheet := o.draft(1)
	file := func(f forms.Form) store.Document {
		doc, _, err := o.AddFile(o.ctx, o.m.OfficeID, sheet.Deal, f.Maker+".pdf", f.PDF)
		o.must(err)
		return doc
	}
	blank := m.Make(3)
	form, filled, around := file(blank), file(m.Filled(3)), file(other.Make(4))
	o.letters()
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "document", Document: form.ID}})
	o.must(err)
	at := sheet.Documents[1].ID
	if _, err := o.KeepStencil(o.ctx, o.m, id, at, "Form", false); err == nil {
		t.Error("a form without places was kept")
	}
	p := blank.Places[0]
	one := field.Field{ID: "field-at-first", Document: at, Page: p.Page - 1, Kind: field.Signature, Rect: field.Rect{X: p.X0, Y: p.Y - 14, W: p.X1 - p.X0, H: 14}, Required: true, Signer: sheet.Signers[0].ID, Label: "kept"}
	two := one
	two.ID, two.Y, two.Kind = "field-at-second", 60, field.Initials
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "field", Field: &one}, {Op: "field", Field: &two}})
	o.must(err)
	for range 2 {
		_, err = o.KeepStencil(o.ctx, o.m, id, at, "Form", false)
		o.must(err)
	}
	list, err := o.Stencils(o.ctx, o.m.OfficeID)
	o.must(err)
	if len(list) != 1 || list[0].Places != 2 {
		t.Fatalf("%+v", list)
	}
	merged := store.PacketDocument{PacketID: id, Pos: 2, Name: "Merged", Pages: append(append(append([]store.PageAt{}, around.Pages...), filled.Pages...), around.Pages...)}
	o.must(o.Store.Read(o.ctx).Create(&merged).Error)
	spots, err := o.Spots(o.ctx, o.m, id)
	o.must(err)
	known := slices.IndexFunc(spots.Known, func(k desk.KnownForm) bool { return k.Document == merged.ID })
	if known < 0 || len(spots.Known) != 2 || spots.Known[known].Page != len(around.Pages) || spots.Known[known].Places != 2 || spots.Known[known].Moved+spots.Known[known].Fresh+len(spots.Known[known].Lost) != 0 {
		t.Fatalf("%+v", spots.Known)
	}
	offered, elsewhere := 0, 0
	for _, page := range spots.Pages {
		for _, s := range page.Spots {
			inside := page.Page >= len(around.Pages) && page.Page < len(around.Pages)+len(filled.Pages)
			switch {
			case page.Document != merged.ID || s.Aside:
			case !inside:
				elsewhere++
				if s.Kept != nil {
					t.Errorf("offered on page %d of another form: %+v", page.Page, s)
				}
			case s.Kept == nil || s.Role != deal.Buyer || s.Number != 1:
				t.Errorf("not a kept place: %+v", s)
			default:
				offered++
				if s.Kind == field.Signature && (math.Abs(s.X-one.X) > 1 || math.Abs(s.Y-one.Y) > 1 || s.Kept.Label != "kept") {
					t.Errorf("offered at %+v", s)
				}
			}
		}
	}
	if offered != 2 || elsewhere == 0 {
		t.Errorf("%d kept places offered, %d others on the other form", offered, elsewhere)
	}
}

// Saving somebody again adds what was not known of them, and forgets nothing.
func TestAContactGainsALicense(t *testing.T) {
	o := open(t)
	for _, c := range []contact.Contact{{Name: "Ines Halloran", Email: "ines@example.org", Phone: "555 0100", Company: "Lantern Pike"}, {Name: "Ines Halloran", Email: "ines@example.org", License: "OR-201234"}, {Name: "Ines Halloran", Email: "ines@example.org"}} {
		o.must(o.KeepContact(o.ctx, o.m.OfficeID, c))
	}
	list, err := o.Contacts(o.ctx, o.m.OfficeID, "", 0)
	o.must(err)
	if len(list) != 1 || list[0].License != "OR-201234" || list[0].Phone != "555 0100" || list[0].Company != "Lantern Pike" {
		t.Errorf("%+v", list)
	}
}
