package desk

import (
	"context"
	"fmt"
	"sort"
	"strings"

	"indicum/core/field"
	"indicum/core/pdf"
	"indicum/store"
)

// Fit is where an extra signer can sign: beside the places of the one wherever whom they sign.
type Fit struct {
	Signer int64         `json:"signer"`
	Places []field.Field `json:"places"`
	Lacks  []Lack        `json:"lacks"` // beside which there is no room
}

// Lack is a place beside which there is no room.
type Lack struct {
	Document int64  `json:"document"`
	Page     int    `json:"page"` // in the document, from 0
	What     string `json:"what"`

	beside field.Field
	clause string
}

// Fit computes room for an extra signer on all pages.
func (d *Desk) Fit(ctx context.Context, m store.Member, id, signer int64) (Fit, error) {
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return Fit{}, err
	}
	dr, err := readDraft(t, p)
	if err != nil {
		return Fit{}, err
	}
	return d.fit(t, dr, signer)
}

func (d *Desk) fit(t store.Tx, dr draft, signer int64) (Fit, error) {
	out := Fit{Signer: signer, Places: []field.Field{}, Lacks: []Lack{}}
	s, leader := dr.signer(signer), store.Signer{}
	if s != nil {
		if l := dr.signer(s.Follows); l != nil {
			leader = *l
		}
	}
	if leader.ID == 0 {
		return out, problem("Say first wherever whom this person signs.")
	}
	before := map[field.Kind][]field.Offset{}
	for _, doc := range dr.documents {
		seen, missing, err := sights(t, doc)
		if err != nil {
			return out, err
		}
		for page := range doc.Pages {
			var refs, here []field.Field
			for _, f := range dr.fields {
				if f.Document != doc.ID || f.Page != page {
					continue
				}
				here = append(here, f)
				if f.Signer == leader.ID {
					refs = append(refs, f)
				}
			}
			refs = without(refs, dr.fields, signer)
			if len(refs) == 0 {
				continue
			}
			if len(missing) > 0 {
				return out, problem("“%s” is still being looked at. Please try again in a moment.", doc.Name)
			}
			at := doc.Pages[page]
			room := seen[page].Room(at.Width, at.Height, here)
			for _, unit := range field.Units(refs) {
				offsets, ok := room.BesideAll(unit, before)
				for i, ref := range unit {
					if !ok {
						out.Lacks = append(out.Lacks, Lack{doc.ID, page, fmt.Sprintf("the %s of %s", ref.Kind.Title(), leader.Seat().Title()), ref, seen[page].Clause(ref.Rect)})
						continue
					}
					before[ref.Kind] = remember(before[ref.Kind], offsets[i])
					made := ref
					made.ID, made.Signer, made.Rect, made.Rev = fitID(ref, signer), signer, offsets[i].At(ref.Rect), 0
					out.Places = append(out.Places, made)
				}
			}
		}
	}
	return out, nil
}

// remember keeps the offset used last first.
func remember(list []field.Offset, o field.Offset) []field.Offset {
	out := []field.Offset{o}
	for _, k := range list {
		if k != o && len(out) < 6 {
			out = append(out, k)
		}
	}
	return out
}

// without leaves out the places beside which the extra signer has one already.
func without(refs, all []field.Field, signer int64) []field.Field {
	has := map[string]bool{}
	for _, f := range all { // also on a continuation sheet
		has[f.ID] = true
	}
	var out []field.Field
	for _, ref := range refs {
		if !has[fitID(ref, signer)] {
			out = append(out, ref)
		}
	}
	sort.SliceStable(out, func(a, b int) bool {
		if d := out[a].Y + out[a].H - out[b].Y - out[b].H; d < -4 || d > 4 {
			return d < 0
		}
		return out[a].X < out[b].X
	})
	return out
}

// fitID names the place beside another, so that it is made once.
func fitID(ref field.Field, signer int64) string {
	return "ft" + shaOf(fmt.Appendf(nil, "%s/%d", ref.ID, signer))[:20]
}

func (d draft) signer(id int64) *store.Signer {
	for i := range d.signers {
		if d.signers[i].ID == id {
			return &d.signers[i]
		}
	}
	return nil
}

// Continue adds, behind each document on which an extra signer found no room, a sheet with lines for them.
func (d *Desk) Continue(ctx context.Context, m store.Member, id, signer int64) (Sheet, error) {
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return Sheet{}, err
	}
	dr, err := readDraft(t, p)
	if err != nil {
		return Sheet{}, err
	}
	fit, err := d.fit(t, dr, signer)
	if err != nil {
		return Sheet{}, err
	}
	sheet, err := d.Sheet(ctx, m, id)
	for _, doc := range dr.documents {
		var lacks []Lack
		for _, l := range fit.Lacks {
			if l.Document == doc.ID {
				lacks = append(lacks, l)
			}
		}
		if err == nil && len(lacks) > 0 {
			sheet, err = d.continueDocument(ctx, m, p, *dr.signer(signer), doc, lacks)
		}
	}
	return sheet, err
}

// continues says what of the document a line of the sheet goes on with: page, clause, whose place, which side.
func (l Lack) continues() string {
	out := fmt.Sprintf("Page %d, beside %s", l.Page+1, l.What)
	if l.clause != "" {
		out = fmt.Sprintf("Page %d, “%s”, beside %s", l.Page+1, l.clause, l.What)
	}
	if l.beside.Group != "" {
		out += fmt.Sprintf(", if the answer is “%s”", l.beside.Side)
	}
	return out
}

func (d *Desk) continueDocument(ctx context.Context, m store.Member, p store.Packet, s store.Signer, doc store.PacketDocument, lacks []Lack) (Sheet, error) {
	c := pdf.Continuation{Document: doc.Name, Whom: s.Name}
	for _, l := range lacks {
		w, h := field.Least(l.beside.Kind)
		c.Rows = append(c.Rows, pdf.ContinuationRow{
			Continues: l.continues(),
			Under:     fmt.Sprintf("%s, %s, %s", s.PrintedName(), s.Seat().Title(), l.beside.Kind.Title()),
			W:         max(w, l.beside.W), H: max(h, l.beside.H, 16),
		})
	}
	data, places := c.Sheet()
	name := doc.Name + ", continuation for " + s.Name
	filed, _, err := d.arrive(ctx, arrival{office: m.OfficeID, deal: p.DealID, name: name + ".pdf", data: data})
	if err != nil {
		return Sheet{}, err
	}
	now, err := d.Sheet(ctx, m, p.ID)
	if err != nil {
		return now, err
	}
	now, err = d.EditDraft(ctx, m, p.ID, now.Rev, []Edit{{Op: "document", Document: filed.ID}})
	if err != nil {
		return now, err
	}
	made := now.Documents[len(now.Documents)-1].ID
	pos := 0
	for i, o := range now.Documents {
		if o.ID == doc.ID {
			pos = i + 1
		}
	}
	edits := []Edit{{Op: "order", Document: made, Pos: pos}, {Op: "name", Document: made, Name: clip(name, 200)}}
	for i, at := range places {
		f := lacks[i].beside
		f.ID, f.Signer, f.Document, f.Page, f.Rect, f.Rev = fitID(lacks[i].beside, s.ID), s.ID, made, at.Page, at.Rect, 0
		f.Label = clip(strings.TrimSpace(f.Label), 110)
		edits = append(edits, Edit{Op: "field", Field: &f})
	}
	return d.EditDraft(ctx, m, p.ID, now.Rev, edits)
}
