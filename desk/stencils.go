package desk

import (
	"context"
	"fmt"
	"slices"
	"unicode/utf8"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/likeness"
	"indicum/core/spot"
	"indicum/core/stencil"
	"indicum/store"
)

// A stencil is the places of a form that recurs, kept by seat. Wherever the form shows up again they are
// offered instead of what the line finder sees there.

// Stencils lists an office's stencils.
func (d *Desk) Stencils(ctx context.Context, office int64) ([]store.Stencil, error) {
	return store.All[store.Stencil](store.Tx{DB: d.Store.Read(ctx).Omit("body", "prints")}, "name, id", "office_id = ?", office)
}

// DropStencil forgets a stencil; packets keep the places they took.
func (d *Desk) DropStencil(ctx context.Context, office, id int64) error {
	return dropOwn[store.Stencil](d.Store.Read(ctx), office, id)
}

// KeepStencil keeps the places of a packet's document by seat under a name, in place of the stencil that had
// it. Of what belongs to this deal alone (words that were typed in, notes, struck terms) it keeps nothing
// unless words is set. It says in a sentence what was kept.
func (d *Desk) KeepStencil(ctx context.Context, m store.Member, id, document int64, name string, words bool) (said string, err error) {
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		doc, err := store.One[store.PacketDocument](t, "id = ? AND packet_id = ?", document, p.ID)
		if err != nil {
			return err
		}
		said, err = keepStencil(t, p, doc, signers, name, words)
		return err
	})
	return said, err
}

const mostStencil = 300 // pages

func keepStencil(t store.Tx, p store.Packet, doc store.PacketDocument, signers []store.Signer, name string, words bool) (string, error) {
	name = tidy(name)
	if name == "" || utf8.RuneCountInString(name) > 80 {
		return "", problem("Please give the stencil a name of at most 80 characters.")
	}
	if len(doc.Pages) > mostStencil {
		return "", problem("A stencil has at most %d pages; “%s” has %d.", mostStencil, doc.Name, len(doc.Pages))
	}
	paper, missing, err := readPaper(t, doc)
	if err != nil {
		return "", err
	}
	if missing {
		return "", problem("The pages of “%s” are still being looked at. Please try again in a moment.", doc.Name)
	}
	if !slices.ContainsFunc(paper.Prints, func(p likeness.Print) bool { return p.Words > 0 }) {
		return "", problem("No words could be read on “%s”, so it would not be recognised again.", doc.Name)
	}
	rows, err := store.All[store.Field](t, "page, y, x", "packet_id = ? AND document_id = ?", p.ID, doc.ID)
	if err != nil {
		return "", err
	}
	form := stencil.Form{Title: paper.Titles[0], Prints: paper.Prints, Pages: paper.Pages}
	left := 0
	for _, r := range rows {
		if place, ok := placeOf(r.Core(), signers, words); ok {
			form.Places = append(form.Places, place)
		} else {
			left++
		}
	}
	if len(form.Places) == 0 {
		return "", problem("“%s” has no places to keep yet.", doc.Name)
	}
	row, err := store.StencilRow(p.OfficeID, name, paper.edition, form)
	if err != nil {
		return "", err
	}
	said := fmt.Sprintf("%s of “%s” kept by seat. They are offered wherever these pages show up again.", countOf(fmt.Sprint(len(form.Places)), "place"), name)
	if left > 0 {
		said += fmt.Sprintf(" %s belonging to this deal alone, or to nobody, left out.", countOf(fmt.Sprint(left), "place"))
	}
	return said, putNamed(t, &row, "title", "edition", "places", "prints", "body", "kept_at")
}

// placeOf is a field as a stencil keeps it.
func placeOf(f field.Field, signers []store.Signer, words bool) (stencil.Place, bool) {
	out := stencil.Place{Field: f}
	out.Document, out.Signer, out.Rev = 0, 0, 0
	if !words {
		out.Value = ""
	}
	if f.Kind.Preparers() {
		return out, words
	}
	i := slices.IndexFunc(signers, func(s store.Signer) bool { return s.ID == f.Signer })
	if i < 0 {
		return out, false
	}
	out.Seat = signers[i].Seat()
	out.Person, out.Again = place(signers, i)
	return out, true
}

// place says which of the people on one seat a signer is, and which of their turns it is.
func place(signers []store.Signer, i int) (person, again int) {
	who := func(s store.Signer) string { return fmt.Sprint(s.PartyID, s.MemberID, s.Name) }
	var people []string
	for k, s := range signers {
		if s.Seat() != signers[i].Seat() {
			continue
		}
		if !slices.Contains(people, who(s)) {
			people = append(people, who(s))
		}
		if k < i && who(s) == who(signers[i]) {
			again++
		}
	}
	return slices.Index(people, who(signers[i])), again
}

// paper is a packet's document as forms are looked for in it.
type paper struct {
	stencil.Paper
	edition string // which its first page says it is
}

// readPaper reads what is known of a document's pages; missing says that some were not looked at, or read, yet.
func readPaper(t store.Tx, doc store.PacketDocument) (out paper, missing bool, err error) {
	seen, unseen, err := sights(t, doc)
	if err != nil {
		return out, false, err
	}
	out.Pages, out.Titles, out.Prints = seen, make([]string, len(doc.Pages)), make([]likeness.Print, len(doc.Pages))
	sources := map[int64]store.Source{}
	for i, p := range doc.Pages {
		src, ok := sources[p.Source]
		if !ok {
			if src, err = store.One[store.Source](t, "id = ?", p.Source); err != nil {
				return out, false, err
			}
			sources[p.Source] = src
			missing = missing || src.Unread > 0
		}
		if p.Page < len(src.Prints.Pages) {
			out.Prints[i] = src.Prints.Pages[p.Page]
		}
		for _, k := range src.Proposals {
			if k.From-1 == p.Page {
				out.Titles[i] = k.Name
			}
		}
		if i == 0 {
			out.edition = clip(src.Prints.Editions[p.Page].Words, 80)
		}
	}
	return out, missing || len(unseen) > 0, nil
}

// KnownForm says where the sheet's pages show a form whose places were kept.
type KnownForm struct {
	Document int64    `json:"document"`
	Page     int      `json:"page"` // the first of them, from 0
	Name     string   `json:"name"`
	Edition  string   `json:"edition,omitempty"` // the one its places were kept of, when this is another
	Places   int      `json:"places"`            // that were laid
	Moved    int      `json:"moved"`             // of them, worth a look
	Lost     []string `json:"lost"`              // whose words are not there
	Fresh    int      `json:"fresh"`             // places of this edition that the other had not
}

// recognise finds forms in a document whose places were kept, and lays these; missing says that its pages are still
// being looked at or read. The spots of the pages it
// returns are to be shown in place of those the line finder saw; these stay as Aside, to stand places on.
func recognise(t store.Tx, office int64, doc store.PacketDocument, pages []SpotsPage) (out []KnownForm, missing bool, err error) {
	rows, outlines, err := knownForms(t, office)
	if err != nil || len(rows) == 0 {
		return nil, false, err
	}
	in, missing, err := readPaper(t, doc)
	if err != nil || missing {
		return nil, missing, err
	}
	for _, m := range stencil.Find(outlines, in.Paper) {
		row, err := store.One[store.Stencil](t, "id = ?", rows[m.Form].ID)
		if err != nil {
			return nil, false, err
		}
		form, err := row.Form()
		if err != nil {
			return nil, false, err
		}
		known := layForm(row, form, in.Paper, m, doc, pages)
		if row.Edition != in.edition && row.Edition != "" {
			known.Edition = row.Edition
		}
		out = append(out, known)
	}
	return out, false, nil
}

// knownForms are an office's stencils, as far as it takes to recognise them.
func knownForms(t store.Tx, office int64) ([]store.Stencil, []stencil.Form, error) {
	rows, err := store.All[store.Stencil](store.Tx{DB: t.Omit("body")}, "kept_at DESC, id", "office_id = ?", office)
	out := make([]stencil.Form, len(rows))
	for i, r := range rows {
		out[i] = r.Outline()
	}
	return rows, out, err
}

func layForm(row store.Stencil, form stencil.Form, in stencil.Paper, m stencil.Match, doc store.PacketDocument, pages []SpotsPage) KnownForm {
	laid, fresh := stencil.Lay(form, in, m)
	known := KnownForm{Document: doc.ID, Page: -1, Name: row.Name, Lost: []string{}}
	for _, p := range m.Pages {
		if p < 0 {
			continue
		}
		if known.Page < 0 {
			known.Page = p
		}
		for i, s := range pages[p].Spots {
			pages[p].Spots[i].Aside = !slices.ContainsFunc(fresh[p], func(f spot.Spot) bool { return f.X == s.X && f.Y+f.H == s.Y+s.H })
		}
		known.Fresh += len(fresh[p])
	}
	for _, l := range laid {
		place := form.Places[l.Place]
		if l.State == stencil.Lost {
			known.Lost = append(known.Lost, fmt.Sprintf("%s of %s, page %d", place.Kind.Title(), lowerFirst(place.Seat.Title()), place.Page+1))
			continue
		}
		known.Places++
		s := keptSpot(row.ID, place, l, doc, known.Page)
		if l.State == stencil.Moved {
			known.Moved++
			s.Sure = 60
		}
		pages[l.Page].Spots = append(pages[l.Page].Spots, s)
	}
	return known
}

// keptSpot is a kept place as a spot of the sheet: named the same each time, so that taking it twice makes one field.
func keptSpot(id int64, place stencil.Place, l stencil.Laid, doc store.PacketDocument, first int) SheetSpot {
	at := doc.Pages[l.Page]
	name := func(s string) string { return shaOf(fmt.Appendf(nil, "%d/%d/%d/%s", doc.ID, id, first, s))[:20] }
	f := place.Field
	f.ID, f.Document, f.Page, f.Rect = "st"+name(f.ID), doc.ID, l.Page, l.Rect.Within(at.Width, at.Height)
	if f.Group != "" {
		f.Group = "st" + name("group "+f.Group)
	}
	s := SheetSpot{
		ID: f.ID, Kind: f.Kind, Rect: f.Rect, Role: place.Seat.Role, Number: place.Seat.Number, Label: f.Label, Group: f.Group, Side: f.Side, Sure: 99,
		Kept: &f, Person: place.Person, Again: place.Again,
	}
	if s.Role.Valid() {
		seat := deal.Seat{Role: s.Role, Number: max(1, s.Number)}
		s.Code, s.Seat = seat.Code(), seat.Title()
	}
	return s
}
