package desk_test

import (
	"fmt"
	"strings"
	"testing"

	"indicum/core/deal"
	"indicum/desk"
	"indicum/store"
)

func (o *office) parties(dealID int64) map[string]store.Party {
	o.t.Helper()
	v, err := o.Deal(o.ctx, o.m.OfficeID, dealID)
	o.must(err)
	out := map[string]store.Party{}
	for _, p := range v.Parties {
		out[p.Name] = p
	}
	return out
}

// people words a draft's signers with how many places each has.
func people(s desk.Sheet) string {
	n := map[int64]int{}
	for _, f := range s.Fields {
		n[f.Signer]++
	}
	var out []string
	for _, p := range s.Signers {
		out = append(out, fmt.Sprintf("%d %s %s %s %d", p.Turn, p.Code, p.Name, p.Email, n[p.ID]))
	}
	if n[0] > 0 {
		out = append(out, fmt.Sprintf("nobody %d", n[0]))
	}
	return strings.Join(out, "; ")
}

// What changes about a deal's people reaches its drafts; places stay with who takes over.
func TestADraftFollowsTheDealsPeople(t *testing.T) {
	o := open(t)
	id, sheet := o.draft(3)
	save := func(p store.Party) {
		t.Helper()
		_, err := o.SaveParty(o.ctx, o.m.OfficeID, p)
		o.must(err)
	}
	want := func(words string) {
		t.Helper()
		var err error
		sheet, err = o.Sheet(o.ctx, o.m, id)
		o.must(err)
		if got := people(sheet); got != words {
			t.Errorf("got  %s\nwant %s", got, words)
		}
	}
	me := "2 BA Agnes Agent agnes@office.example.com 3"
	p := o.parties(sheet.Deal)["Buyer Number2"]
	p.Name, p.Email = "Berta Zwei", "berta@example.net"
	save(p)
	want("1 B1 Buyer Number1 b1@example.net 3; 1 B2 Berta Zwei berta@example.net 3; 1 B3 Buyer Number3 b3@example.net 3; " + me)

	p = o.parties(sheet.Deal)["Berta Zwei"]
	p.Kind, p.Proxies = deal.Trust, []store.Proxy{{Name: "Ida Eins", Email: "ida@example.org", Capacity: "trustee"}, {Name: "Jon Zwei", Email: "jon@example.org", Capacity: "trustee", Initials: "JZ2"}}
	save(p)
	p = o.parties(sheet.Deal)["Berta Zwei"]
	p.Proxies = []store.Proxy{p.Proxies[1]} // the second stays, with the places of the one who is gone left over
	save(p)
	want("1 B1 Buyer Number1 b1@example.net 3; 1 B3 Buyer Number3 b3@example.net 3; 1 B2 Jon Zwei jon@example.org 0; " + me + "; nobody 3")
	jon, err := store.One[store.Signer](o.Store.Read(o.ctx), "packet_id = ? AND name = 'Jon Zwei'", id)
	o.must(err)
	if jon.Initials != "JZ2" || jon.Standing.Reading.Printed != "Berta Zwei, by Jon Zwei, its trustee" {
		t.Errorf("Jon signs %q as %q", jon.Initials, jon.Standing.Reading.Printed)
	}
	o.must(o.SetWordings(o.ctx, o.m.OfficeID, map[deal.Kind]deal.Wording{deal.Trust: deal.ForOther}))
	if err := o.SetWordings(o.ctx, o.m.OfficeID, map[deal.Kind]deal.Wording{deal.Trust: deal.ByProxy}); err == nil {
		t.Error("a wording that does not suit a trust was taken")
	}
	jon, err = store.One[store.Signer](o.Store.Read(o.ctx), "id = ?", jon.ID)
	o.must(err)
	if jon.Standing.Reading.Printed != "Jon Zwei, trustee of the Berta Zwei" {
		t.Errorf("the office’s wording did not reach the draft: %q", jon.Standing.Reading.Printed)
	}
	want("1 B1 Buyer Number1 b1@example.net 3; 1 B3 Buyer Number3 b3@example.net 3; 1 B2 Jon Zwei jon@example.org 0; " + me + "; nobody 3")

	o.must(o.DropParty(o.ctx, o.m, who, sheet.Deal, o.parties(sheet.Deal)["Buyer Number1"].ID, 1, false))
	want("1 B2 Buyer Number3 b3@example.net 3; 1 B1 Jon Zwei jon@example.org 0; " + me + "; nobody 6")

	// Somebody else in a signer's place, in the draft.
	save(store.Party{DealID: sheet.Deal, Role: deal.Seller, Name: "Sven Seller", Email: "sven@example.org"})
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "replace", Signer: sheet.Signers[0].ID, Party: o.parties(sheet.Deal)["Sven Seller"].ID}})
	o.must(err)
	want("1 S1 Sven Seller sven@example.org 3; 1 B1 Jon Zwei jon@example.org 0; " + me + "; nobody 6")

	// A couple is two parties; their common address changes for both.
	o.must(o.SaveCouple(o.ctx, o.m.OfficeID, store.Party{DealID: sheet.Deal, Role: deal.Tenant, Name: "Ada Paar", Email: "paar@example.org"}, "Bo Paar"))
	p = o.parties(sheet.Deal)["Bo Paar"]
	if p.Number != 2 || p.Email != "paar@example.org" {
		t.Errorf("the second of the couple: %+v", p)
	}
	p.Email = "neu@example.org"
	save(p)
	if got := o.parties(sheet.Deal)["Ada Paar"].Email; got != "neu@example.org" {
		t.Errorf("the first of the couple is left at %s", got)
	}
}

// A signer is replaced while the packet circulates: who was asked is told and gets nothing more, the other
// signs in the same places, and the record and the ledger say so. Then a party leaves.
func TestSomebodyElseSignsInstead(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(3)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	old := o.token("b1@example.net")
	o.must(o.Opened(o.ctx, old, who))
	o.must(o.Consented(o.ctx, old, who, "hash"))
	o.must(o.Fill(o.ctx, old, who, "field-0-2", "written by the first"))
	o.must(o.Replace(o.ctx, o.m, who, id, sheet.Signers[0].ID, "Nora Neu", "nora@example.net"))
	if err := o.Fill(o.ctx, old, who, "field-0-2", "too late"); err == nil {
		t.Error("who was replaced can still write")
	}
	if err := o.Replace(o.ctx, o.m, who, id, sheet.Signers[0].ID, "Nora Neu", "nora@example.net"); err == nil {
		t.Error("replaced twice")
	}
	if v, err := o.Signing(o.ctx, old, who); err != nil || len(v.Places)+len(v.Documents) > 0 {
		t.Errorf("who was replaced still sees %d places of %d documents, %v", len(v.Places), len(v.Documents), err)
	}
	nora := o.token("nora@example.net")
	v, err := o.Signing(o.ctx, nora, who)
	o.must(err)
	for _, p := range v.Places {
		if p.Filled {
			t.Errorf("a mark of who was replaced is left: %+v", p)
		}
	}
	o.ready(nora)
	o.must(o.Finish(o.ctx, nora, who, false))
	ready2 := o.token("b2@example.net")
	o.ready(ready2)
	o.must(o.Finish(o.ctx, ready2, who, false))

	b3 := o.parties(sheet.Deal)["Buyer Number3"]
	o.must(o.DropParty(o.ctx, o.m, who, sheet.Deal, b3.ID, b3.Rev, false))
	mine := o.token("agnes@office.example.com") // the next turn was asked
	o.ready(mine)
	o.must(o.Finish(o.ctx, mine, who, false))
	text := o.executedText(id, 99)
	for _, want := range []string{"let somebody else sign in the place of Buyer Number1: Nora Neu", "did not sign: Nora Neu signs instead", "did not sign: Buyer Number3 left the deal", "let the packet go on without Buyer Number3"} {
		if !strings.Contains(text, want) {
			t.Errorf("the record does not say %q", want)
		}
	}
	if strings.Contains(text, "written by the first") {
		t.Error("a mark of who was replaced is in the executed copy")
	}
	o.must(o.CheckLedger(o.ctx, id))
	got := map[string]int{}
	for _, m := range o.letters() {
		if strings.HasPrefix(m.Subject, "No longer") || strings.HasPrefix(m.Subject, "Executed") {
			got[m.Recipient+" "+strings.Fields(m.Subject)[0]]++
		}
	}
	if want := "map[agnes@office.example.com Executed::1 b1@example.net No:1 b2@example.net Executed::1 b3@example.net No:1 nora@example.net Executed::1]"; fmt.Sprint(got) != want {
		t.Errorf("mails: %v", got)
	}
	if _, _, err := o.Copy(o.ctx, old, who); err == nil {
		t.Error("who was replaced gets the executed copy")
	}

	// The last one leaving would leave nobody: it has to be withdrawn.
	id, sheet = o.draft(1)
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "unsigner", Signer: sheet.Signers[1].ID}, {Op: "unfield", ID: "field-1-0", Rev: 1}, {Op: "unfield", ID: "field-1-1", Rev: 1}, {Op: "unfield", ID: "field-1-2", Rev: 1}})
	o.must(err)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	b1 := o.parties(sheet.Deal)["Buyer Number1"]
	if err := o.DropParty(o.ctx, o.m, who, sheet.Deal, b1.ID, b1.Rev, false); err == nil || !strings.Contains(err.Error(), "withdraw it") {
		t.Errorf("the last one left: %v", err)
	}
	if len(o.parties(sheet.Deal)) != 1 {
		t.Error("a refused leaving left a trace")
	}
	o.must(o.DropParty(o.ctx, o.m, who, sheet.Deal, b1.ID, b1.Rev, true))
	if p, err := store.One[store.Packet](o.Store.Read(o.ctx), "id = ?", id); err != nil || p.State != "withdrawn" {
		t.Errorf("the packet is %s", p.State)
	}
}

// A circle kept from one packet is filled from another deal's parties; words in braces from its facts.
func TestCirclesAndTexts(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(2)
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "copy", Name: "Harbour Title", Email: "title@example.org"}, {Op: "copy", Party: o.parties(sheet.Deal)["Buyer Number2"].ID, Early: true}})
	o.must(err)
	o.must(o.KeepCircle(o.ctx, o.m, id, "Buyers, then me"))
	o.must(o.KeepCircle(o.ctx, o.m, id, "Buyers, then me")) // in place of the first
	second, sheet2 := o.draft(3)
	edits := []desk.Edit{}
	for _, s := range sheet2.Signers {
		edits = append(edits, desk.Edit{Op: "unsigner", Signer: s.ID})
	}
	sheet2, err = o.EditDraft(o.ctx, o.m, second, sheet2.Rev, edits)
	o.must(err)
	if len(sheet2.Circles) != 1 || sheet2.Circles[0].Words != "Buyer 1 and Buyer 2, then you; a copy to Harbour Title and Buyer 2" {
		t.Fatalf("circles: %+v", sheet2.Circles)
	}
	sheet2, err = o.EditDraft(o.ctx, o.m, second, sheet2.Rev, []desk.Edit{{Op: "circle", Circle: sheet2.Circles[0].ID}})
	o.must(err)
	if got := people(sheet2); !strings.HasPrefix(got, "1 B1 Buyer Number1 b1@example.net 0; 1 B2 Buyer Number2 b2@example.net 0; 1 B3 Buyer Number3 b3@example.net 0; 2 BA Agnes Agent") || !strings.Contains(sheet2.Notice, "Buyer Number3 joined") || len(sheet2.Copies) != 2 {
		t.Errorf("%s; %q; %v", got, sheet2.Notice, sheet2.Copies)
	}

	if err := o.KeepText(o.ctx, store.KeptText{OfficeID: o.m.OfficeID, Name: "Offer", Message: "Dear {frist name}"}); err == nil || !strings.Contains(err.Error(), "{frist name}") {
		t.Errorf("a text with a blank that stands for nothing: %v", err)
	}
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "letter", Subject: "{packet} for {property}", Message: "Dear {first name}, closing is {closing date}. {odd}"}, {Op: "note", Signer: sheet.Signers[0].ID, Message: "Call me, {name}."}})
	o.must(err)
	var said []string
	for _, f := range sheet.Findings {
		said = append(said, f.Where+" "+f.Text)
	}
	if want := "The message has “{odd}”, which stands for nothing; The message has “{closing date}”, and the deal does not say it"; strings.Join(said, "; ") != want {
		t.Errorf("findings %q", said)
	}
	if err := o.Send(o.ctx, o.m, who, id, sheet.Rev); err == nil {
		t.Error("sent with a blank nobody filled")
	}
	row, err := store.One[store.Deal](o.Store.Read(o.ctx), "id = ?", sheet.Deal)
	o.must(err)
	row.ClosingDate = "2027-01-15"
	_, err = o.SaveDeal(o.ctx, row)
	o.must(err)
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "letter", Subject: sheet.Subject, Message: "Dear {first name}, closing is {closing date}."}})
	o.must(err)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	row, err = store.One[store.Deal](o.Store.Read(o.ctx), "id = ?", sheet.Deal)
	o.must(err)
	row.ClosingDate = ""
	_, err = o.SaveDeal(o.ctx, row)
	o.must(err)
	sent, err := store.One[store.Packet](o.Store.Read(o.ctx), "id = ?", id)
	o.must(err)
	if sent.Subject != "Offer for 1 Test Street" || sent.Message != "Dear {first name}, closing is January 15, 2027." {
		t.Errorf("what was said depends on what the deal says later: %q, %q", sent.Subject, sent.Message)
	}
	_, one := o.mailTo("b1@example.net")
	_, two := o.mailTo("b2@example.net")
	if !strings.Contains(one, "Dear Buyer, closing is January 15, 2027.") || !strings.Contains(one, "Call me, Buyer Number1.") || strings.Contains(two, "Call me") {
		t.Errorf("the mails: %s\n%s", one, two)
	}
}
