package desk_test

import (
	"testing"

	"indicum/core/field"
	"indicum/desk"
)

// A third buyer signs wherever the second does: beside it where there is room; where there is none, on a
// sheet behind the document.
func TestExtraSigner(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(3)
	second, third := sheet.Signers[1], sheet.Signers[2]
	page, last := sheet.Documents[0].Pages[0], len(sheet.Documents[0].Pages)-1
	var edits []desk.Edit
	for _, f := range sheet.Fields {
		if f.Signer == third.ID {
			edits = append(edits, desk.Edit{Op: "unfield", ID: f.ID, Rev: f.Rev})
		}
	}
	edits = append(edits,
		desk.Edit{Op: "follow", Signer: third.ID, Party: second.ID},
		// On the last page, where nothing is printed: a signature and its date.
		desk.Edit{Op: "field", Field: &field.Field{ID: "last-signature", Document: sheet.Documents[0].ID, Page: last, Kind: field.Signature, Signer: second.ID, Required: true, Rect: field.Rect{X: 60, Y: 600, W: 200, H: 18}}},
		desk.Edit{Op: "field", Field: &field.Field{ID: "last-date", Document: sheet.Documents[0].ID, Page: last, Kind: field.Date, Signer: second.ID, Required: true, Rect: field.Rect{X: 280, Y: 600, W: 90, H: 18}}},
		// All of the page's width and a strip so high that nothing is within reach.
		desk.Edit{Op: "field", Field: &field.Field{ID: "walled-in", Document: sheet.Documents[0].ID, Kind: field.Initials, Signer: second.ID, Required: true, Rect: field.Rect{X: 300, Y: 400, W: 40, H: 16}}},
		desk.Edit{Op: "field", Field: &field.Field{ID: "wall-above", Document: sheet.Documents[0].ID, Kind: field.Text, Signer: second.ID, Rect: field.Rect{X: 0, Y: 310, W: page.Width, H: 90}}},
		desk.Edit{Op: "field", Field: &field.Field{ID: "wall-below", Document: sheet.Documents[0].ID, Kind: field.Text, Signer: second.ID, Rect: field.Rect{X: 0, Y: 417, W: page.Width, H: 90}}},
		desk.Edit{Op: "field", Field: &field.Field{ID: "wall-left", Document: sheet.Documents[0].ID, Kind: field.Text, Signer: second.ID, Rect: field.Rect{X: 0, Y: 400, W: 299, H: 17}}},
		desk.Edit{Op: "field", Field: &field.Field{ID: "wall-right", Document: sheet.Documents[0].ID, Kind: field.Text, Signer: second.ID, Rect: field.Rect{X: 341, Y: 400, W: page.Width - 341, H: 17}}})
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, edits)
	o.must(err)
	o.letters() // until the pages have been looked at
	fit, err := o.Fit(o.ctx, o.m, id, third.ID)
	o.must(err)
	seats := 0
	for _, f := range fit.Places {
		if f.Signer != third.ID {
			t.Errorf("a place of somebody else: %+v", f)
		}
		for _, g := range sheet.Fields {
			if g.Page == f.Page && g.Document == f.Document && f.X < g.X+g.W && g.X < f.X+f.W && f.Y < g.Y+g.H && g.Y < f.Y+f.H {
				t.Errorf("%+v covers %+v", f.Rect, g.Rect)
			}
		}
		if f.Page == last {
			seats++
		}
	}
	lacks := map[string]bool{}
	for _, l := range fit.Lacks {
		lacks[l.What] = true
	}
	// Among the clauses of the first page the signature would stand on text that is about something else: its date
	// goes with it onto the sheet.
	if seats != 2 || !lacks["the initials of Buyer 2"] || !lacks["the signature of Buyer 2"] || !lacks["the signing date of Buyer 2"] {
		t.Fatalf("fit: %+v", fit)
	}
	sheet, err = o.Continue(o.ctx, o.m, id, third.ID)
	o.must(err)
	made := 0
	for _, f := range sheet.Fields {
		if f.Document == sheet.Documents[1].ID && f.Signer == third.ID {
			made++
		}
	}
	if len(sheet.Documents) != 2 || made != len(fit.Lacks) {
		t.Errorf("%d documents, %d places on the sheet, want %d", len(sheet.Documents), made, len(fit.Lacks))
	}
	if again, err := o.Fit(o.ctx, o.m, id, third.ID); err != nil || len(again.Lacks) != 0 {
		t.Errorf("after the sheet was added: %+v, %v", again.Lacks, err)
	}
}
