package desk

import (
	"context"
	"fmt"
	"slices"

	"indicum/core/field"
	"indicum/core/typeface"
	"indicum/store"
)

// Change is a printed term that was changed: struck out here, or by hand on a page that came back. Points.
type Change struct {
	Field    string // the struck term; "" for a change made by hand
	Document int64
	Page     int // in the document, from 0
	field.Rect
}

// Sizes in points of initials and of a note beside a changed term.
const (
	initialsW, initialsH = 34.0, 14.0
	noteH, noteType      = 12.0, 8.5
)

// FitInitials finds room beside a changed term for the initials of some signers and for what replaces the
// words, if that is given.
func (d *Desk) FitInitials(ctx context.Context, m store.Member, id int64, term Change, signers []int64, note string) (Fit, error) {
	out := Fit{Places: []field.Field{}, Lacks: []Lack{}}
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return out, err
	}
	dr, err := readDraft(t, p)
	if err != nil {
		return out, err
	}
	at := slices.IndexFunc(dr.documents, func(doc store.PacketDocument) bool { return doc.ID == term.Document })
	if at < 0 || term.Page < 0 || term.Page >= len(dr.documents[at].Pages) {
		return out, store.ErrNotFound
	}
	doc := dr.documents[at]
	seen, missing, err := sights(t, doc)
	if err != nil {
		return out, err
	}
	if len(missing) > 0 {
		return out, problem("“%s” is still being looked at. Please try again in a moment.", doc.Name)
	}
	if term.Field == "" {
		term.Field = fmt.Sprintf("hand/%d/%d/%.0f/%.0f/%.0f", doc.ID, term.Page, term.X, term.Y, term.W)
	}
	var here []field.Field
	for _, f := range dr.fields {
		if f.Document == doc.ID && f.Page == term.Page {
			here = append(here, f)
		}
	}
	size := doc.Pages[term.Page]
	room := seen[term.Page].Room(size.Width, size.Height, here)
	room.Take(term.Rect) // what was written by hand is not known otherwise
	end := field.Rect{X: term.X + term.W - initialsW, Y: term.Y + term.H - initialsH, W: initialsW, H: initialsH}
	if note = tidy(note); note != "" {
		made := field.Field{ID: "nt" + shaOf([]byte(term.Field + note))[:20], Document: doc.ID, Page: term.Page, Kind: field.Note, Value: note}
		at := field.Rect{X: term.X, Y: term.Y + term.H - noteH, W: typeface.Get("text").Width(note, noteType) + 4, H: noteH}
		if o, ok := room.Beside(at, field.Note, nil); ok {
			made.Rect = o.At(at)
			room.Take(made.Rect)
			out.Places = append(out.Places, made)
		} else {
			out.Lacks = append(out.Lacks, Lack{Document: doc.ID, Page: term.Page, What: "what replaces the words", beside: made})
		}
	}
	for _, id := range signers {
		s := dr.signer(id)
		if s == nil {
			return out, ErrStale
		}
		ref := field.Field{ID: term.Field, Document: doc.ID, Page: term.Page, Kind: field.Initials, Rect: end, Required: true}
		made := ref
		made.ID, made.Signer = fitID(ref, id), id
		if slices.ContainsFunc(here, func(f field.Field) bool { return f.ID == made.ID }) {
			continue
		}
		o, ok := room.Beside(end, field.Initials, nil)
		if !ok {
			out.Lacks = append(out.Lacks, Lack{Document: doc.ID, Page: term.Page, What: "the initials of " + s.Name, beside: ref})
			continue
		}
		made.Rect = o.At(end)
		room.Take(made.Rect)
		out.Places = append(out.Places, made)
	}
	return out, nil
}
