package desk_test

import (
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
)

// An estate and a person under a power of attorney are signed for by proxies: what is printed, mailed and
// recorded is composed from principal, proxy and capacity, and can't be signed otherwise. pdftotext reads
// the executed copy.
func TestProxiesSignForTheirPrincipals(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	dealID := o.benchDeal(demo.Addendum("Well test", "Seller 1", "Seller 2"))
	save := func(p store.Party) (store.Party, error) {
		p.DealID, p.Role = dealID, deal.Seller
		return o.SaveParty(o.ctx, o.m.OfficeID, p)
	}
	for want, bad := range map[string]store.Party{
		"in what capacity":          {Name: "Ottoline Bekele", Kind: deal.Individual, Proxies: []store.Proxy{{Name: "X Y", Capacity: "trustee"}}},
		"the name of who signs":     {Name: "Ottoline Bekele", Kind: deal.Estate, Proxies: []store.Proxy{{Email: "a@example.org", Capacity: "executor"}}},
		"not among the deal’s docu": {Name: "Ottoline Bekele", Kind: deal.Estate, Proxies: []store.Proxy{{Name: "X Y", Capacity: "executor", Proof: 999}}},
		"is not a date":             {Name: "Ottoline Bekele", Kind: deal.Estate, Proxies: []store.Proxy{{Name: "X Y", Capacity: "executor", Expires: "soon"}}},
	} {
		if _, err := save(bad); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("want %q, got %v", want, err)
		}
	}
	estate, err := save(store.Party{Name: "Ottoline Bekele", Kind: deal.Estate})
	o.must(err)
	view, err := o.Deal(o.ctx, o.m.OfficeID, dealID)
	o.must(err)
	doc := view.Documents[0].ID
	id, err := o.NewPacket(o.ctx, o.m, dealID)
	o.must(err)
	add := []desk.Edit{{Op: "title", Name: "Well"}, {Op: "document", Document: doc}, {Op: "signer", Party: estate.ID, Turn: 1}}
	if _, err := o.EditDraft(o.ctx, o.m, id, 1, add); err == nil || !strings.Contains(err.Error(), "Estate of Ottoline Bekele can’t sign by itself") {
		t.Fatalf("an estate nobody signs for: %v", err)
	}
	other := estate // as a second member has it open
	estate.Proxies = []store.Proxy{{Name: "Selam Moreau", Email: "selam@example.org", Capacity: "personal representative", Proof: doc}}
	_, err = save(estate)
	o.must(err)
	other.Name = "Somebody Else"
	if _, err := save(other); !errors.Is(err, desk.ErrStale) {
		t.Errorf("overwrote what another member had saved: %v", err)
	}
	owner, err := save(store.Party{Name: "Hannelore Quint", Kind: deal.Individual, Proxies: []store.Proxy{{Name: "Piet Quint", Email: "piet@example.org", Capacity: "attorney-in-fact"}}})
	o.must(err)
	sheet, err := o.EditDraft(o.ctx, o.m, id, 1, append(add, desk.Edit{Op: "signer", Party: owner.ID, Turn: 1}))
	o.must(err)
	var edits []desk.Edit
	for i, s := range sheet.Signers {
		y := 600 + float64(i)*40
		for k, kind := range []field.Kind{field.Signature, field.Name, field.Initials} {
			edits = append(edits, desk.Edit{Op: "field", Field: &field.Field{ID: "proxy-" + string(kind) + s.Code, Document: sheet.Documents[0].ID, Kind: kind, Rect: field.Rect{X: 60 + 170*float64(k), Y: y, W: 160, H: 22}, Required: true, Signer: s.ID}})
		}
	}
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, edits)
	o.must(err)
	if len(sheet.Findings) != 1 || !sheet.Findings[0].Warn || sheet.Findings[0].Where != "Piet Quint" {
		t.Fatalf("findings: %+v", sheet.Findings)
	}
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	for name, email := range map[string]string{"Selam Moreau": "selam@example.org", "Piet Quint": "piet@example.org"} {
		token, text := o.mailTo(email)
		if !strings.Contains(text, map[string]string{"Selam Moreau": "You sign for the Estate of Ottoline Bekele, as its personal representative", "Piet Quint": "You sign in the name of Hannelore Quint, as attorney-in-fact"}[name]) {
			t.Errorf("the mail to %s: %s", name, text)
		}
		o.must(o.Consented(o.ctx, token, who, "x"))
		if err := o.SetInk(o.ctx, token, who, &field.Ink{Style: "quill", Name: "Hannelore Quint"}, nil); err == nil || !strings.Contains(err.Error(), "write your own name") {
			t.Errorf("%s signed with the principal's name: %v", name, err)
		}
		o.must(o.SetInk(o.ctx, token, who, &field.Ink{Style: "quill", Name: name}, &field.Ink{Style: "quill", Name: deal.Initials(name)}))
		v, err := o.Signing(o.ctx, token, who)
		o.must(err)
		for _, p := range v.Places {
			if p.Mine && !p.Kind.Automatic() {
				o.must(o.Fill(o.ctx, token, who, p.ID, "x"))
			}
		}
		o.must(o.Finish(o.ctx, token, who, false))
	}
	text := o.executedText(id, 99)
	for _, want := range []string{
		"Hannelore Quint by", "attorney-in-fact", "Hannelore Quint by Piet Quint, attorney-in-fact", "HQ by",
		"By:", "Its: Personal representative", "Estate of Ottoline Bekele, by Selam Moreau, its personal representative",
		"Estate of Ottoline Bekele, By: Selam Moreau Its: Personal representative", // the record
	} {
		if !strings.Contains(text, want) {
			t.Errorf("the executed copy does not say %q", want)
		}
	}
}

// Of two trustees any one may sign: the first completes the seat, with their own name; the other is told,
// and what they began is gone.
func TestAnyOneOfTwoTrustees(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	dealID := o.benchDeal(demo.Addendum("Well test", "Seller 1"))
	trust, err := o.SaveParty(o.ctx, o.m.OfficeID, store.Party{DealID: dealID, Role: deal.Seller, Name: "Bekele Family Trust", Kind: deal.Trust, AnyOne: true, Proxies: []store.Proxy{
		{Name: "Selam Moreau", Email: "selam@example.org", Capacity: "co-trustee"}, {Name: "Piet Quint", Email: "piet@example.org", Capacity: "co-trustee"}}})
	o.must(err)
	view, err := o.Deal(o.ctx, o.m.OfficeID, dealID)
	o.must(err)
	id, err := o.NewPacket(o.ctx, o.m, dealID)
	o.must(err)
	sheet, err := o.EditDraft(o.ctx, o.m, id, 1, []desk.Edit{{Op: "title", Name: "Well"}, {Op: "document", Document: view.Documents[0].ID}, {Op: "signer", Party: trust.ID, Turn: 1}})
	o.must(err)
	var edits []desk.Edit
	for k, kind := range []field.Kind{field.Signature, field.Text} {
		edits = append(edits, desk.Edit{Op: "field", Field: &field.Field{ID: "shared-" + string(kind), Document: sheet.Documents[0].ID, Kind: kind, Rect: field.Rect{X: 60 + 230*float64(k), Y: 600, W: 220, H: 24}, Required: true, Signer: sheet.Signers[0].ID}})
	}
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, edits)
	o.must(err)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	selam, _ := o.mailTo("selam@example.org")
	piet, _ := o.mailTo("piet@example.org")
	for name, token := range map[string]string{"Selam Moreau": selam, "Piet Quint": piet} {
		o.must(o.Consented(o.ctx, token, who, "x"))
		o.must(o.SetInk(o.ctx, token, who, &field.Ink{Style: "quill", Name: name}, nil))
	}
	o.must(o.Fill(o.ctx, selam, who, "shared-text", "begun by Selam"))
	for _, f := range []string{"shared-text", "shared-signature"} {
		o.must(o.Fill(o.ctx, piet, who, f, "written by Piet"))
	}
	if err := o.Finish(o.ctx, selam, who, false); err == nil {
		t.Error("finished with the other's marks")
	}
	o.must(o.Finish(o.ctx, piet, who, false))
	if text := o.executedText(id, 1); !strings.Contains(text, "written by Piet") || strings.Contains(text, "Selam") {
		t.Errorf("the page does not show what Piet signed alone: %s", text)
	}
	s, err := store.One[store.Signer](o.Store.Read(o.ctx), "packet_id = ? AND name = 'Selam Moreau'", id)
	o.must(err)
	if s.Stage != "released" {
		t.Errorf("the other trustee is %s", s.Stage)
	}
	told := false
	for _, m := range o.letters() {
		told = told || m.Recipient == "selam@example.org" && strings.HasPrefix(m.Subject, "No longer to be signed")
		if m.Recipient == "selam@example.org" && strings.HasPrefix(m.Subject, "Executed") {
			t.Error("who need not sign got the copy of signers")
		}
	}
	if !told {
		t.Error("the other trustee was not told")
	}
}

// executedText waits for a packet's executed copy and reads its first pages, by pdftotext.
func (o *office) executedText(id int64, pages int) string {
	o.t.Helper()
	var p store.Packet
	wait(o.t, "the executed copy", func() bool {
		var err error
		p, err = store.One[store.Packet](o.Store.Read(o.ctx), "id = ?", id)
		return err == nil && p.ExecutedSha != ""
	})
	data, err := o.Store.Blob(o.ctx, p.ExecutedSha)
	o.must(err)
	file := filepath.Join(o.t.TempDir(), "x.pdf")
	os.WriteFile(file, data, 0o600)
	out, err := exec.Command("pdftotext", "-l", fmt.Sprint(pages), file, "-").Output()
	o.must(err)
	return strings.Join(strings.Fields(string(out)), " ")
}

// mailTo waits for the newest mail to somebody and returns their link's token and the words.
func (o *office) mailTo(email string) (token, text string) {
	o.t.Helper()
	wait(o.t, "mail to "+email, func() bool {
		m, err := store.One[store.Message](o.Store.Read(o.ctx), "recipient = ?", email)
		if err != nil {
			return false
		}
		r, err := mail.Parse(m.Raw)
		o.must(err)
		text = r.Text
		return true
	})
	at := strings.Index(text, "/sign/")
	return text[at+6 : at+6+43], text
}

// Who only gets copies gets them once, at their time, and a link that leads to nothing else.
func TestCopiesOnly(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(1)
	sheet, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{
		{Op: "copy", Email: "lender@bank.example.org", Early: true}, {Op: "copy", Name: "Ines Halloran", Email: "ines@lanternpike.example.org"}, {Op: "copy", Email: "wrong@example.org"},
	})
	o.must(err)
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "uncopy", Copy: sheet.Copies[2].ID}, {Op: "copy", Email: "lender@bank.example.org", Early: true}})
	o.must(err)
	if len(sheet.Copies) != 2 {
		t.Fatalf("copies: %+v", sheet.Copies)
	}
	if _, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "copy", Email: "nowhere"}}); err == nil {
		t.Error("a copy to no address")
	}
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	for _, to := range []string{"b1@example.net", o.m.Email} {
		token := o.token(to)
		o.ready(token)
		o.must(o.Finish(o.ctx, token, who, false))
	}
	got := map[string][]string{}
	for _, m := range o.letters() {
		r, err := mail.Parse(m.Raw)
		o.must(err)
		if strings.Contains(m.Recipient, "example.org") {
			got[m.Recipient] = append(got[m.Recipient], strings.SplitN(m.Subject, ":", 2)[0])
			at := strings.Index(r.Text, "/copy/")
			if len(r.Attachments) != 1 || at < 0 {
				t.Fatalf("%s: %d attachments, %q", m.Recipient, len(r.Attachments), r.Text)
			}
			name, data, err := o.CopyFor(o.ctx, r.Text[at+6:at+6+43], who)
			if err != nil || len(data) != len(r.Attachments[0].Data) {
				t.Errorf("%s: the link leads to %q, %d bytes, %v", m.Recipient, name, len(data), err)
			}
		}
	}
	if fmt.Sprint(got) != "map[ines@lanternpike.example.org:[Executed] lender@bank.example.org:[For your information]]" {
		t.Errorf("mails: %v", got)
	}
	if _, _, err := o.CopyFor(o.ctx, strings.Repeat("A", 43), who); err == nil {
		t.Error("a guessed link leads somewhere")
	}
	o.must(o.CheckLedger(o.ctx, id))
}

// A third buyer signs wherever the second does, in the same turn, until the second leaves.
func TestExtraSignersFollow(t *testing.T) {
	o := open(t)
	id, sheet := o.draft(3)
	second, third, agent := sheet.Signers[1].ID, sheet.Signers[2].ID, sheet.Signers[3].ID
	edit := func(x ...desk.Edit) (desk.Sheet, error) { return o.EditDraft(o.ctx, o.m, id, sheet.Rev, x) }
	for _, bad := range []int64{third, agent} {
		if _, err := edit(desk.Edit{Op: "follow", Signer: third, Party: bad}); err == nil {
			t.Errorf("follows %d, who is themself or of another role", bad)
		}
	}
	next, err := edit(desk.Edit{Op: "turns", Edits: []desk.Edit{{Signer: second, Turn: 2}}}, desk.Edit{Op: "follow", Signer: third, Party: second})
	o.must(err)
	of := func(s desk.Sheet, id int64) desk.SheetSigner {
		for _, x := range s.Signers {
			if x.ID == id {
				return x
			}
		}
		return desk.SheetSigner{}
	}
	if x := of(next, third); x.Follows != second || x.Turn != of(next, second).Turn || x.Code != "B3" {
		t.Fatalf("the extra signer: %+v", x)
	}
	sheet = next
	next, err = edit(desk.Edit{Op: "unsigner", Signer: second})
	o.must(err)
	if x := of(next, third); x.Follows != 0 {
		t.Errorf("still follows somebody who is gone: %+v", x)
	}
}
