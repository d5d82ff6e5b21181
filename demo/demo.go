// Package demo loads the sample scenario: an invented office, invented people and forms. Everything
// goes through the same use cases, mails and signer links as real work would.
package demo

import (
	"context"
	"errors"
	"fmt"
	"regexp"
	"time"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
)

// Login is how to get in.
type Login struct{ Email, Password string }

var login = Login{"tamsin@heronquay.example.com", "saltmarsh-heron-12"}

// Load fills an empty installation once.
func Load(ctx context.Context, d *desk.Desk) (Login, error) {
	_, err := store.One[store.Member](d.Store.Read(ctx), "email = ?", login.Email)
	if err == nil {
		return login, nil
	}
	if !errors.Is(err, store.ErrNotFound) {
		return login, err
	}
	office, _, err := d.NewOffice(ctx, "Heron Quay Realty", "America/New_York", "Tamsin Okafor-Reyes", login.Email, login.Password)
	if err != nil {
		return login, err
	}
	m, err := store.One[store.Member](d.Store.Read(ctx), "email = ?", login.Email)
	if err != nil {
		return login, err
	}
	if err := d.AddMember(ctx, office.ID, "Bram Achterberg", "bram@heronquay.example.com", "assistant", login.Password); err != nil {
		return login, err
	}
	s := &scene{ctx: ctx, d: d, m: m}
	s.play()
	return login, s.err
}

type scene struct {
	ctx context.Context
	d   *desk.Desk
	m   store.Member
	err error
}

func (s *scene) must(err error) {
	if s.err == nil && err != nil {
		s.err = err
	}
}

type person struct {
	role        deal.Role
	name, email string
}

// set is a deal with its parties by name.
type set struct {
	id      int64
	parties map[string]int64
}

func (s *scene) deal(property, side, price, closing string, people ...person) set {
	out := set{parties: map[string]int64{}}
	if s.err != nil {
		return out
	}
	id, err := s.d.SaveDeal(s.ctx, store.Deal{OfficeID: s.m.OfficeID, Property: property, Side: side, Price: price, ClosingDate: closing})
	s.must(err)
	out.id = id
	for _, p := range people {
		row, err := s.d.SaveParty(s.ctx, s.m.OfficeID, store.Party{DealID: id, Role: p.role, Name: p.name, Email: p.email})
		s.must(err)
		out.parties[p.name] = row.ID
	}
	return out
}

// turns names who signs in which turn; "me" is the member.
type turns [][]string

type file struct {
	name string
	data []byte
	rows map[string]float64 // signature line of each person on the last page, from the top
}

// packet makes a draft with documents and signers, and places on the documents' printed lines.
func (s *scene) packet(in set, title, message string, days int, order turns, files ...file) int64 {
	if s.err != nil {
		return 0
	}
	id, err := s.d.NewPacket(s.ctx, s.m, in.id)
	s.must(err)
	rev := 1
	edit := func(e ...desk.Edit) desk.Sheet {
		sheet, err := s.d.EditDraft(s.ctx, s.m, id, rev, e)
		s.must(err)
		rev = sheet.Rev
		return sheet
	}
	edit(desk.Edit{Op: "title", Name: title}, desk.Edit{Op: "letter", Message: message})
	if days > 0 {
		edit(desk.Edit{Op: "due", Due: time.Now().AddDate(0, 0, days).Format("2006-01-02")})
	}
	for _, f := range files {
		doc, _, err := s.d.AddFile(s.ctx, s.m.OfficeID, in.id, f.name+".pdf", f.data)
		s.must(err)
		edit(desk.Edit{Op: "document", Document: doc.ID})
	}
	var sheet desk.Sheet
	for turn, names := range order {
		for _, n := range names {
			sheet = edit(desk.Edit{Op: "signer", Party: in.parties[n], Turn: turn + 1})
		}
	}
	if s.err != nil {
		return 0
	}
	edit(s.places(sheet, files)...)
	return id
}

func (s *scene) places(sheet desk.Sheet, files []file) []desk.Edit {
	var out []desk.Edit
	n := 0
	put := func(doc int64, page int, signer int64, kind field.Kind, x, line, w, h float64) {
		n++
		out = append(out, desk.Edit{Op: "field", Field: &field.Field{ID: fmt.Sprintf("demo-%d-%d", sheet.ID, n), Document: doc, Page: page, Kind: kind, Rect: field.Rect{X: x, Y: line - h, W: w, H: h}, Required: true, Signer: signer}})
	}
	for i, doc := range sheet.Documents {
		last := len(doc.Pages) - 1
		for k, p := range sheet.Signers {
			name := p.Name
			if p.You {
				name = "me"
			}
			line, ok := files[i].rows[name]
			if !ok {
				continue
			}
			put(doc.ID, last, p.ID, field.Signature, formLeft, line, 200, 20)
			put(doc.ID, last, p.ID, field.Date, 274, line, 102, 16)
			put(doc.ID, last, p.ID, field.Name, 394, line, 162, 16)
			if k < 2 && !p.You {
				for page := range doc.Pages {
					put(doc.ID, page, p.ID, field.Initials, formLeft+92+float64(k)*56, 754, 44, 17)
				}
			}
		}
	}
	return out
}

func (s *scene) send(id int64) {
	if s.err != nil {
		return
	}
	sheet, err := s.d.Sheet(s.ctx, s.m, id)
	s.must(err)
	s.must(s.d.Send(s.ctx, s.m, desk.Who{Name: s.m.Name, From: "127.0.0.1", Agent: "demo"}, id, sheet.Rev))
}

var linkPattern = regexp.MustCompile(`/sign/([A-Za-z0-9_-]{43})`)

// token finds a signer's link in the mail that reached the mailroom for this packet, as the signer would.
func (s *scene) token(id int64, name string) string {
	row, err := store.One[store.Packet](s.d.Store.Read(s.ctx), "id = ?", id)
	s.must(err)
	signer, err := store.One[store.Signer](s.d.Store.Read(s.ctx), "packet_id = ? AND name = ?", id, name)
	s.must(err)
	for range 200 {
		if s.err != nil {
			return ""
		}
		list, err := s.d.Letters(s.ctx, s.m.OfficeID, row.Title)
		s.must(err)
		for _, l := range list {
			full, err := s.d.Letter(s.ctx, s.m.OfficeID, l.ID)
			s.must(err)
			read, err := mail.Parse(full.Raw)
			s.must(err)
			if m := linkPattern.FindStringSubmatch(read.Text); l.Recipient == signer.Email && m != nil {
				return m[1]
			}
		}
		time.Sleep(50 * time.Millisecond)
	}
	s.must(fmt.Errorf("no mail reached %s", name))
	return ""
}

// sign lets somebody open, agree, fill so many places (-1: all, and finish) in a written style.
func (s *scene) sign(id int64, name, style string, places int) {
	token := s.token(id, name)
	if s.err != nil {
		return
	}
	who := desk.Who{From: "127.0.0.1", Agent: "demo"}
	s.must(s.d.Opened(s.ctx, token, who))
	if places == 0 {
		return
	}
	s.must(s.d.Consented(s.ctx, token, who, "demo"))
	s.must(s.d.SetInk(s.ctx, token, who, &field.Ink{Style: style, Name: name}, &field.Ink{Style: style, Name: deal.Initials(name)}))
	v, err := s.d.Signing(s.ctx, token, who)
	s.must(err)
	for _, p := range v.Places {
		if p.Mine && !p.Kind.Automatic() && places != 0 {
			s.must(s.d.Fill(s.ctx, token, who, p.ID, "x"))
			places--
		}
	}
	if places < 0 {
		s.must(s.d.Finish(s.ctx, token, who, false))
	}
}

const (
	row1 = 24.0 // from where the blocks of Addendum start
)

// addendum is a one-page file whose lines belong to the given people, in order.
func addendum(title string, people ...string) file {
	labels := make([]string, len(people))
	rows := map[string]float64{}
	y := 84.0 + 30 + 4*(16+5*13.5+10)
	for i, p := range people {
		labels[i] = p
		if p == "me" {
			labels[i] = "Agent"
		}
		rows[p] = y + row1
		y += 48
	}
	return file{title, Addendum(title, labels...), rows}
}

func (s *scene) play() {
	me := "me"
	fennel := s.deal("Lot 6, Fennel Court", "buyer", "412,500", "2027-01-15",
		person{deal.Buyer, "Marek Dvorsky", "dvorsky@example.net"}, person{deal.Buyer, "Lucie Dvorsky", "dvorsky@example.net"},
		person{deal.Seller, "Ottoline Bekele", ""}, person{deal.ListingAgent, "Ines Halloran", "ines@lanternpike.example.org"})
	salt := s.deal("14 Saltmarsh Lane", "buyer", "365,000", "2026-12-18",
		person{deal.Buyer, "Ingrid Vásquez", "ingrid.vasquez@example.net"}, person{deal.Buyer, "Tobias Vásquez", "tobias.vasquez@example.net"},
		person{deal.Seller, "Hannelore Quint", "h.quint@example.org"}, person{deal.Seller, "Piet Quint", "p.quint@example.org"})
	orchard := s.deal("88 Orchard Rise", "seller", "289,900", "2026-12-30",
		person{deal.Seller, "Amara Lindqvist", "amara.lindqvist@example.org"}, person{deal.Buyer, "Joss Featherstone-Ito", "joss.fi@example.net"})

	inspection := s.packet(salt, "Inspection elections", "Please read the elections with care; call me if anything is unclear.", 1, turns{{"Ingrid Vásquez", "Tobias Vásquez"}, {me}},
		addendum("Inspection elections", "Ingrid Vásquez", "Tobias Vásquez", me))
	s.send(inspection)
	s.sign(inspection, "Tobias Vásquez", "brisk", -1)
	s.sign(inspection, "Ingrid Vásquez", "quill", 1)

	acceptance := s.packet(salt, "Date of acceptance", "", 2, turns{{"Ingrid Vásquez"}, {me}}, addendum("Date of acceptance", "Ingrid Vásquez", me))
	s.send(acceptance)
	s.sign(acceptance, "Ingrid Vásquez", "quill", -1)

	counter := s.packet(salt, "Counteroffer no. 2", "The buyers have signed; please have the sellers sign by Wednesday.", 4, turns{{"Ingrid Vásquez"}, {"Hannelore Quint", "Piet Quint"}}, addendum("Counteroffer no. 2", "Ingrid Vásquez", "Hannelore Quint", "Piet Quint"))
	s.send(counter)
	s.sign(counter, "Ingrid Vásquez", "quill", -1)
	s.sign(counter, "Hannelore Quint", "sweeping", 0)

	paint := s.packet(orchard, "Lead-paint disclosure", "", 7, turns{{"Amara Lindqvist"}, {"Joss Featherstone-Ito"}, {me}}, addendum("Lead-paint disclosure", "Amara Lindqvist", "Joss Featherstone-Ito", me))
	s.send(paint)
	s.sign(paint, "Amara Lindqvist", "sweeping", -1)
	s.sign(paint, "Joss Featherstone-Ito", "bookplate", -1)
	s.sign(paint, s.m.Name, "brisk", -1)

	listing := s.packet(orchard, "Listing agreement, extension", "", 6, turns{{"Amara Lindqvist"}, {me}}, addendum("Listing agreement, extension", "Amara Lindqvist", me))
	s.send(listing)
	if token := s.token(listing, "Amara Lindqvist"); s.err == nil {
		who := desk.Who{From: "127.0.0.1", Agent: "demo"}
		s.must(s.d.Opened(s.ctx, token, who))
		s.must(s.d.Declined(s.ctx, token, who, "The end date should be March, not June."))
	}

	disclosure := s.packet(fennel, "Agency disclosure", "Before we look at houses together, please both sign this.", 9, turns{{"Marek Dvorsky", "Lucie Dvorsky"}, {me}}, addendum("Agency disclosure", "Marek Dvorsky", "Lucie Dvorsky", me))
	s.send(disclosure)

	offer := s.packet(fennel, "Purchase offer", "Here is the offer as we discussed it. Please sign today if you can.", 5, turns{{"Marek Dvorsky", "Lucie Dvorsky"}, {me}},
		file{"Agency disclosure, long form", AgencyDisclosure(), nil}, file{"Purchase agreement", PurchaseAgreement(), nil})
	s.must(s.offerPlaces(offer))
	s.house(offer)
	s.shelf()
	s.contacts()
	s.mails(salt.id)
}

// house is what the office has settled for all deals.
func (s *scene) house(offer int64) {
	if s.err != nil {
		return
	}
	for _, t := range []store.KeptText{
		{Name: "Offer, to the buyers", Subject: "Your offer for {property}", Message: "Dear {first name},\n\nhere is the offer as we discussed it: {price}, closing {closing date}. Please sign by {last day}.\n\n{me}"},
		{Name: "Disclosures, to the sellers", Message: "Dear {first name},\n\nplease read these slowly; what you tick here is what you say about the house."},
	} {
		t.OfficeID = s.m.OfficeID
		s.must(s.d.KeepText(s.ctx, t))
	}
	s.must(s.d.KeepCircle(s.ctx, s.m, offer, "Buyers, then me"))
}

// offerPlaces marks the draft offer, but for the agent, who has yet to be given a place.
func (s *scene) offerPlaces(id int64) error {
	if s.err != nil {
		return nil
	}
	sheet, err := s.d.Sheet(s.ctx, s.m, id)
	if err != nil {
		return err
	}
	var edits []desk.Edit
	put := func(doc, page, k int, kind field.Kind, x, line, w, h float64) {
		edits = append(edits, desk.Edit{Op: "field", Field: &field.Field{ID: fmt.Sprintf("offer-%d-%d", id, len(edits)), Document: sheet.Documents[doc].ID, Page: page, Kind: kind, Rect: field.Rect{X: x, Y: line - h, W: w, H: h}, Required: true, Signer: sheet.Signers[k].ID}})
	}
	for d, f := range []*form{agencyDisclosure(), purchaseAgreement()} {
		for k := range 2 {
			for page := range f.pages {
				put(d, page, k, field.Initials, formLeft+92+56*float64(k), 754, 44, 17)
			}
			r := f.rows[k]
			put(d, r.page, k, field.Signature, formLeft, r.line, 200, 20)
			put(d, r.page, k, field.Date, 274, r.line, 102, 16)
			put(d, r.page, k, field.Name, 394, r.line, 162, 16)
		}
	}
	_, err = s.d.EditDraft(s.ctx, s.m, id, sheet.Rev, edits)
	return err
}
