package desk_test

import (
	"math"
	"strings"
	"testing"

	"indicum/bench/forms"
	"indicum/core/field"
	"indicum/desk"
)

// A form is replaced by the same one with other paragraphs and a line less: each place goes with its label,
// and the one whose label is gone is named and belongs to nobody.
func TestReplaceADocument(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(2)
	deal := sheet.Deal
	before, after := forms.Revised(false), forms.Revised(true)
	docOf := func(f forms.Form) int64 {
		doc, _, err := o.AddFile(o.ctx, o.m.OfficeID, deal, f.Maker+".pdf", f.PDF)
		o.must(err)
		return doc.ID
	}
	old, by := docOf(before), docOf(after)
	o.letters() // until the pages have been looked at
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "document", Document: old}})
	o.must(err)
	doc := sheet.Documents[1].ID
	rect := func(p forms.Place) field.Rect { return field.Rect{X: p.X0, Y: p.Y - 14, W: p.X1 - p.X0, H: 14} }
	var edits []desk.Edit
	for _, p := range before.Places {
		edits = append(edits, desk.Edit{Op: "field", Field: &field.Field{ID: "place-" + p.Role + "-" + p.Kind, Document: doc, Page: p.Page - 1, Kind: field.Kind(p.Kind), Signer: sheet.Signers[0].ID, Required: true, Rect: rect(p)}})
	}
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, edits)
	o.must(err)
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "swap", Document: doc, With: by}})
	o.must(err)
	want := map[string]field.Rect{}
	for _, p := range after.Places {
		want["place-"+p.Role+"-"+p.Kind] = rect(p)
	}
	lost := 0
	for _, f := range sheet.Fields {
		if f.Document != doc {
			continue
		}
		to, there := want[f.ID]
		switch {
		case !there:
			lost++
			if f.Signer != 0 || !strings.Contains(f.Label, "lost its words") {
				t.Errorf("%s is gone and still somebody’s: %+v", f.ID, f)
			}
		case f.Signer == 0 || math.Abs(f.X-to.X) > 3 || math.Abs(f.Y+f.H-to.Y-to.H) > 3:
			t.Errorf("%s is at %+v, want %+v", f.ID, f, to)
		}
	}
	if lost != len(before.Places)-len(after.Places) || lost == 0 {
		t.Errorf("%d lost, want %d", lost, len(before.Places)-len(after.Places))
	}
	if !strings.Contains(sheet.Notice, "are gone") || len(sheet.Documents) != 2 || sheet.Documents[1].Name != "Contract as sent" {
		t.Errorf("notice %q, documents %+v", sheet.Notice, sheet.Documents)
	}
}
