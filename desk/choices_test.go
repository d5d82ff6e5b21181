package desk_test

import (
	"errors"
	"strings"
	"testing"

	"indicum/core/field"
	"indicum/desk"
)

// Both buyers elect or decline; they should answer alike. The second is told that the first answered
// otherwise, may finish all the same, and the sender hears of it at once.
func TestChoicesWhileSigning(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(2)
	var edits []desk.Edit
	for _, s := range sheet.Signers[:2] {
		for i, side := range []string{"elects", "declines"} {
			edits = append(edits, desk.Edit{Op: "field", Field: &field.Field{ID: side + "-" + s.Code, Document: sheet.Documents[0].ID, Kind: field.Tick, Signer: s.ID,
				Rect: field.Rect{X: 100 + float64(i)*80, Y: 300, W: 12, H: 12}, Bond: field.Bond{Group: "radon", Side: side, Rule: field.ExactlyOne, Same: true}}})
		}
	}
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, edits)
	o.must(err)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	side := func(token, name string) (found desk.Place) {
		v, err := o.Signing(o.ctx, token, who)
		o.must(err)
		for _, p := range v.Places {
			if p.Mine && p.Side == name {
				found = p
			}
		}
		return found
	}
	one, two := o.token("b1@example.net"), o.token("b2@example.net")
	o.ready(one) // fills what is open, and so takes the last side
	o.must(o.Fill(o.ctx, one, who, side(one, "declines").ID, ""))
	var p desk.Problem
	if err := o.Finish(o.ctx, one, who, false); !errors.As(err, &p) || !strings.Contains(p.Sentence, "still empty") {
		t.Fatalf("finishing without an answer: %v", err)
	}
	o.must(o.Fill(o.ctx, one, who, side(one, "declines").ID, "x"))
	o.must(o.Fill(o.ctx, one, who, side(one, "elects").ID, "x"))
	if taken, left := side(one, "elects"), side(one, "declines"); !taken.Filled || left.Filled || !left.Freed {
		t.Fatalf("taking the other side: %+v, %+v", taken, left)
	}
	o.must(o.Finish(o.ctx, one, who, false))
	o.ready(two)
	if side(two, "declines").Clash == "" {
		t.Error("the second is not told before finishing")
	}
	var differs desk.Differs
	if err := o.Finish(o.ctx, two, who, false); !errors.As(err, &differs) {
		t.Fatalf("finishing with another answer: %v", err)
	}
	o.must(o.Finish(o.ctx, two, who, true))
	told := false
	for _, m := range o.letters() {
		told = told || m.Recipient == o.m.Email && strings.HasPrefix(m.Subject, "Answers differ")
	}
	if !told {
		t.Error("the sender is not told")
	}
}
