package desk

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"indicum/core/bench"
	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/packet"
	"indicum/core/proof"
	"indicum/store"
)

// Sheet is a packet as its one workspace shows it; it travels as JSON.
type Sheet struct {
	ID        int64            `json:"id"`
	Title     string           `json:"title"`
	Subject   string           `json:"subject"`
	Message   string           `json:"message"`
	State     packet.State     `json:"state"`
	Due       string           `json:"due"` // a date, "" for none
	Rev       int              `json:"rev"`
	Notice    string           `json:"notice,omitempty"` // what the last change of a draft brought with it
	Deal      int64            `json:"deal"`
	Property  string           `json:"property"`
	Side      string           `json:"side"` // "buyer" or "seller": whom the office acts for
	Documents []SheetDocument  `json:"documents"`
	Signers   []SheetSigner    `json:"signers"`
	Copies    []SheetCopy      `json:"copies"`
	Fields    []field.Field    `json:"fields"`
	Findings  []proof.Finding  `json:"findings"`
	Parties   []SheetParty     `json:"parties"`   // who could be added
	Everybody []SheetParty     `json:"everybody"` // all parties of the deal
	Shelf     []SheetDocument  `json:"shelf"`     // the deal's documents that are not in the packet
	Circles   []SheetCircle    `json:"circles"`   // of the office
	Passed    []string         `json:"passed"`    // spots that are not wanted
	Drawn     map[string]Drawn `json:"drawn"`     // what stands on the pages from the start, by field
}

// SheetDocument is a document on the sheet.
type SheetDocument struct {
	ID    int64       `json:"id"`
	Name  string      `json:"name"`
	Rides bool        `json:"rides,omitempty"` // goes along, nobody signs on it
	Pages []SheetPage `json:"pages"`
}

// SheetPage is a page's displayed size in points and the address of its images, to which the width
// in pixels is appended.
type SheetPage struct {
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Image  string  `json:"image"`
}

// SheetSigner is a signer on the sheet.
type SheetSigner struct {
	ID     int64        `json:"id"`
	Name   string       `json:"name"`
	Email  string       `json:"email"`
	Code   string       `json:"code"`
	Seat   string       `json:"seat"`
	Ink    int          `json:"ink"`
	Role   deal.Role    `json:"role"`
	Number int          `json:"number"`
	Turn   int          `json:"turn"`
	You    bool         `json:"you"`
	Stage  packet.Stage `json:"stage"`

	Party   int64 `json:"party"`             // 0 for a member
	Follows int64 `json:"follows,omitempty"` // the signer wherever whom this one signs

	Note   string `json:"note,omitempty"`
	Meant  string `json:"meant,omitempty"` // the address that was probably meant
	Prints string `json:"prints"`          // in printed-name places
	For    string `json:"for,omitempty"`   // whom a proxy signs for, and as what

	// What forms ask for beside a signature, as far as it is known.
	Company  string `json:"company,omitempty"`
	License  string `json:"license,omitempty"`
	Capacity string `json:"capacity,omitempty"`
}

// SheetParty is somebody who could become a signer; ID 0 is the member who looks.
type SheetParty struct {
	ID    int64  `json:"id"`
	Name  string `json:"name"`
	Email string `json:"email"`
	Code  string `json:"code"`
	Seat  string `json:"seat"`
}

// draft is everything of a packet, read in one go.
type draft struct {
	packet    store.Packet
	deal      store.Deal
	documents []store.PacketDocument
	signers   []store.Signer
	fields    []field.Field
	texts     texts
}

func readDraft(t store.Tx, p store.Packet) (draft, error) {
	out := draft{packet: p}
	var err error
	if out.deal, err = store.One[store.Deal](t, "id = ?", p.DealID); err != nil {
		return out, err
	}
	if out.documents, err = store.All[store.PacketDocument](t, "pos, id", "packet_id = ?", p.ID); err != nil {
		return out, err
	}
	if out.signers, err = store.All[store.Signer](t, "turn, id", "packet_id = ?", p.ID); err != nil {
		return out, err
	}
	if out.texts, err = readTexts(t, out); err != nil {
		return out, err
	}
	rows, err := store.All[store.Field](t, "document_id, page, y, x", "packet_id = ?", p.ID)
	out.fields = make([]field.Field, len(rows))
	for i, r := range rows {
		out.fields[i] = r.Core()
	}
	return out, err
}

// columns finds out how the pages with several places are set; pages that were not looked at are read across.
func (d draft) columns(t store.Tx) error {
	count := map[string]int{}
	at := func(doc int64, page int) string { return fmt.Sprint(doc, "/", page) }
	for _, f := range d.fields {
		count[at(f.Document, f.Page)]++
	}
	for i, doc := range d.documents {
		d.documents[i].Columns = map[int][]field.Columns{}
		for page, p := range doc.Pages {
			if count[at(doc.ID, page)] < 2 {
				continue
			}
			look, err := store.One[store.Look](t, "sha = ? AND page = ?", p.Sha, p.Page)
			if errors.Is(err, store.ErrNotFound) {
				continue
			} else if err != nil {
				return err
			}
			seen, err := look.Sight()
			if err != nil {
				return err
			}
			if c := seen.Turned(p.Turn).Columns(); len(c) > 0 {
				d.documents[i].Columns[page] = c
			}
		}
	}
	return nil
}

// inOrder is a document's fields as people read.
func (d draft) inOrder(doc store.PacketDocument) []field.Field {
	byPage := make([][]field.Field, len(doc.Pages))
	for _, f := range d.fields {
		if f.Document == doc.ID && f.Page < len(byPage) {
			byPage[f.Page] = append(byPage[f.Page], f)
		}
	}
	var out []field.Field
	for page, list := range byPage {
		field.Order(list, doc.Columns[page])
		out = append(out, list...)
	}
	return out
}

func (d draft) findings() []proof.Finding {
	in := proof.Draft{Title: d.packet.Title, Now: store.Now(), Fields: d.fields, Words: d.words()}
	if d.packet.DueAt != nil {
		in.Due = *d.packet.DueAt
	}
	for _, doc := range d.documents {
		in.Documents = append(in.Documents, proof.Document{ID: doc.ID, Name: doc.Name, Pages: len(doc.Pages), Rides: doc.Rides})
	}
	for _, s := range d.signers {
		p := proof.Signer{Role: string(s.Role), ID: s.ID, Name: s.Name, Email: s.Email, AnyOf: s.AnyOf, Turn: s.Turn, Person: strings.ToLower(s.Name + "\x00" + s.Email)}
		p.Meant = contact.Suggest(s.Email)
		if s.Standing != nil {
			p.For, p.Proven, p.Expires, p.Prints = s.Standing.Principal, s.Standing.Proven, s.Standing.Expires, s.Standing.Reading.Line
		}
		in.Signers = append(in.Signers, p)
	}
	return proof.Read(in)
}

// Sheet returns a packet's sheet for a member of its office.
func (d *Desk) Sheet(ctx context.Context, m store.Member, id int64) (Sheet, error) {
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return Sheet{}, err
	}
	return d.sheet(t, m, p)
}

func (d *Desk) sheet(t store.Tx, m store.Member, p store.Packet) (Sheet, error) {
	dr, err := readDraft(t, p)
	if err != nil {
		return Sheet{}, err
	}
	out := Sheet{
		ID: p.ID, Title: p.Title, Subject: p.Subject, Message: p.Message, State: p.State, Rev: p.Rev, Deal: p.DealID, Property: dr.deal.Property, Side: dr.deal.Side,
		Documents: []SheetDocument{}, Signers: []SheetSigner{}, Copies: []SheetCopy{}, Fields: dr.fields, Findings: dr.findings(), Parties: []SheetParty{}, Everybody: []SheetParty{}, Shelf: []SheetDocument{}, Circles: []SheetCircle{}, Passed: append([]string{}, p.Passed...), Drawn: drawn(dr.fields),
	}
	if p.State == packet.Draft {
		out.Notice = p.Notice
	}
	if p.DueAt != nil {
		out.Due = p.DueAt.In(d.zone(t, p.OfficeID)).Format("2006-01-02")
	}
	copies, err := store.All[store.CopyTo](t, "id", "packet_id = ?", p.ID)
	if err != nil {
		return out, err
	}
	for _, c := range copies {
		out.Copies = append(out.Copies, SheetCopy{c.ID, c.Name, c.Email, c.Early})
	}
	used := map[string]bool{}
	for _, doc := range dr.documents {
		out.Documents = append(out.Documents, SheetDocument{doc.ID, doc.Name, doc.Rides, SheetPages(p.ID, doc)})
		for _, pg := range doc.Pages {
			used[pageKey(pg)] = true
		}
	}
	taken := map[int64]bool{}
	self := false
	for _, s := range dr.signers {
		out.Signers = append(out.Signers, SheetSigner{s.ID, s.Name, s.Email, s.Seat().Code(), s.Seat().Title(), s.Ink, s.Role, s.Number, s.Turn, s.MemberID == m.ID, s.Stage, s.PartyID, s.Follows, s.Note, contact.Suggest(s.Email), s.PrintedName(), forWhom(s), "", "", ""})
		taken[s.PartyID] = true
		self = self || s.MemberID == m.ID
	}
	if p.State != packet.Draft {
		return out, nil
	}
	if err := signerDetails(t, dr, out.Signers); err != nil {
		return out, err
	}
	parties, err := store.All[store.Party](t, "role, number", "deal_id = ?", p.DealID)
	if err != nil {
		return out, err
	}
	if !self {
		seat := ownSeat(dr.deal)
		out.Parties = append(out.Parties, SheetParty{0, m.Name, m.Email, seat.Code(), seat.Title()})
	}
	for _, q := range parties {
		out.Everybody = append(out.Everybody, SheetParty{q.ID, q.Principal().Title(), q.Email, q.Seat().Code(), q.Seat().Title()})
		if !taken[q.ID] {
			out.Parties = append(out.Parties, SheetParty{q.ID, q.Principal().Title(), q.Email, q.Seat().Code(), q.Seat().Title()})
		}
	}
	if out.Circles, err = sheetCircles(t, p.OfficeID); err != nil {
		return out, err
	}
	docs, err := store.All[store.Document](t, "pos, id", "deal_id = ? AND NOT aside", p.DealID)
	for _, doc := range docs {
		if kept := bench.Kept(doc.Pages); len(kept) > 0 && !used[pageKey(kept[0])] {
			out.Shelf = append(out.Shelf, SheetDocument{doc.ID, doc.Name, doc.Rides, nil})
		}
	}
	return out, err
}

// Drawn is a mark as SVG path data in points from its field's top left.
type Drawn struct {
	Fill   string  `json:"fill"`
	Stroke string  `json:"stroke"`
	Width  float64 `json:"width"`
}

// drawn draws what stands in fields before anybody signs, as it will stand on the paper.
func drawn(fields []field.Field) map[string]Drawn {
	out := map[string]Drawn{}
	for _, f := range fields {
		if !f.Kind.Preparers() && f.Value == "" {
			continue
		}
		var d Drawn
		d.Fill, d.Stroke, d.Width = field.SVG(f.Rect, f.Draw(field.Mark{Text: f.Value}))
		out[f.ID] = d
	}
	return out
}

func forWhom(s store.Signer) string {
	if s.Standing == nil {
		return ""
	}
	if s.AnyOf != 0 {
		return "for " + s.Standing.Principal + ", as " + string(s.Standing.Capacity) + "; any one signs"
	}
	return "for " + s.Standing.Principal + ", as " + string(s.Standing.Capacity)
}

// pageKey names a page of a source, whichever document it is in.
func pageKey(p store.PageAt) string { return fmt.Sprint(p.Source, "/", p.Page) }

// ownSeat is the seat of the office's agent in a deal.
func ownSeat(d store.Deal) deal.Seat {
	if d.Side == "seller" {
		return deal.Seat{Role: deal.ListingAgent, Number: 1}
	}
	return deal.Seat{Role: deal.BuyerAgent, Number: 1}
}

func (d *Desk) zone(t store.Tx, office int64) *time.Location {
	var name string
	t.Raw("SELECT zone FROM office WHERE id = ?", office).Scan(&name)
	zone, err := time.LoadLocation(name)
	if err != nil {
		return time.UTC
	}
	return zone
}

// signerDetails adds what forms ask for beside a signature: from the office, the address book, and who is signed for.
func signerDetails(t store.Tx, dr draft, signers []SheetSigner) error {
	var emails []string
	for _, s := range signers {
		emails = append(emails, s.Email)
	}
	known, err := store.All[store.Contact](t, "id", "office_id = ? AND email IN ?", dr.packet.OfficeID, append(emails, ""))
	if err != nil {
		return err
	}
	for i := range signers {
		s := &signers[i]
		for _, c := range known {
			if s.Email != "" && strings.EqualFold(c.Email, s.Email) && (s.Company == "" || strings.EqualFold(c.Name, s.Name)) {
				s.Company, s.License = c.Company, c.License
			}
		}
		row := dr.signers[i]
		switch {
		case row.Standing != nil:
			s.Company, s.Capacity = row.Standing.Principal, string(row.Standing.Capacity)
		case row.MemberID != 0 && s.Company == "":
			s.Company = dr.texts.office.Name
		}
	}
	return nil
}
