package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"indicum/core/letter"
	"indicum/core/stencil"
	"indicum/store"
)

// A recipe is a whole packet that an office sends again and again: its forms in their order, who signs in which
// turn and gets copies, and its words. The places come from the stencils of its forms.

// RecipeWords says a recipe in a line: “4 documents; Buyer 1 and Buyer 2, then you”.
func RecipeWords(r store.Recipe) string {
	return countOf(fmt.Sprint(len(r.Documents)), "document") + "; " + CircleWords(r.Circle())
}

// Recipes lists an office's recipes.
func (d *Desk) Recipes(ctx context.Context, office int64) ([]store.Recipe, error) {
	return store.All[store.Recipe](d.Store.Read(ctx), "name, id", "office_id = ?", office)
}

// DropRecipe forgets a recipe; packets that were started from it stay.
func (d *Desk) DropRecipe(ctx context.Context, office, id int64) error {
	return dropOwn[store.Recipe](d.Store.Read(ctx), office, id)
}

// KeepRecipe keeps a packet as a recipe under a name, in place of the recipe that had it, and the places of
// its documents as stencils. It says in a sentence what was kept.
func (d *Desk) KeepRecipe(ctx context.Context, m store.Member, id int64, name string) (said string, err error) {
	name = tidy(name)
	if name == "" || utf8.RuneCountInString(name) > 80 {
		return "", problem("Please give the recipe a name of at most 80 characters.")
	}
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		dr, err := readDraft(t, p)
		if err != nil {
			return err
		}
		circle, err := circleOf(t, p, signers)
		if err != nil {
			return err
		}
		row := store.Recipe{OfficeID: m.OfficeID, Name: name, Title: general(p.Title, dr.deal), Subject: general(p.Subject, dr.deal), Message: p.Message, Documents: []store.RecipeDocument{}, Seats: circle.Seats, Copies: circle.Copies}
		if len(dr.documents)+len(row.Seats) == 0 {
			return problem("There is nothing in this packet yet to keep.")
		}
		stencils := 0
		for _, doc := range dr.documents {
			form, err := formOf(t, doc)
			if err != nil {
				return err
			}
			row.Documents = append(row.Documents, store.RecipeDocument{Form: form, Name: doc.Name, Rides: doc.Rides})
			kept, err := keepAlong(t, p, doc, signers)
			if err != nil {
				return err
			}
			stencils += kept
		}
		said = fmt.Sprintf("“%s” is kept: %s.", name, RecipeWords(row))
		if stencils > 0 {
			said += fmt.Sprintf(" So are the places of %s.", countOf(fmt.Sprint(stencils), "form"))
		}
		return putNamed(t, &row, "title", "subject", "message", "documents", "seats", "copies")
	})
	return said, err
}

// general puts a blank where words name the deal's property, so that the next deal's is named there.
func general(words string, d store.Deal) string {
	if d.Property == "" {
		return words
	}
	return strings.ReplaceAll(words, d.Property, "{property}")
}

// formOf is the form of the shelf of which a document has all pages, else 0.
func formOf(t store.Tx, doc store.PacketDocument) (int64, error) {
	src, err := store.One[store.Source](withoutPrints(t), "id = ?", doc.Pages[0].Source)
	if err != nil || src.EditionID == 0 || len(doc.Pages) != len(src.Pages) {
		return 0, err
	}
	for _, p := range doc.Pages {
		if p.Source != src.ID {
			return 0, nil
		}
	}
	e, err := store.One[store.Edition](store.Tx{DB: t.Select("id, form_id")}, "id = ?", src.EditionID)
	return e.FormID, err
}

// keepAlong keeps the places of a recipe's document: under the name by which its form is known, or its own. A
// document whose places can't be kept goes without.
func keepAlong(t store.Tx, p store.Packet, doc store.PacketDocument, signers []store.Signer) (int, error) {
	name := doc.Name
	in, missing, err := readPaper(t, doc)
	if err != nil || missing {
		return 0, err
	}
	rows, outlines, err := knownForms(t, p.OfficeID)
	if err != nil {
		return 0, err
	}
	for _, m := range stencil.Find(outlines, in.Paper) {
		if m.Pages[0] == 0 {
			name = rows[m.Form].Name
		}
	}
	_, err = keepStencil(t, p, doc, signers, clip(name, 80), false)
	var cant Problem
	if errors.As(err, &cant) {
		return 0, nil
	}
	return 1, err
}

// useRecipe makes an empty draft what the recipe says, as far as the deal has it. What it lacks is a notice.
func (e *editor) useRecipe(id int64) error {
	r, err := store.One[store.Recipe](e.t, "id = ? AND office_id = ?", id, e.p.OfficeID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	var n int64
	if err := e.t.Model(&store.PacketDocument{}).Where("packet_id = ?", e.p.ID).Count(&n).Error; err != nil {
		return err
	}
	if n > 0 || len(e.signers) > 0 {
		return problem("A recipe starts a packet; this one has something in it already.")
	}
	row, err := store.One[store.Deal](e.t, "id = ?", e.p.DealID)
	if err != nil {
		return err
	}
	e.p.Title = clip(letter.Fill(r.Title, map[string]string{"property": row.Property}), 200)
	e.p.Subject, e.p.Message = r.Subject, r.Message
	if err := e.recipeDocuments(r); err != nil {
		return err
	}
	if err := e.useSeats(r.Circle()); err != nil {
		return err
	}
	return e.layKnown()
}

// recipeDocuments puts a recipe's documents into the draft: one of the deal of that name, else the form of
// the shelf, which comes into the deal with it.
func (e *editor) recipeDocuments(r store.Recipe) error {
	var lacks []string
	taken := map[int64]bool{} // a form that is in the packet twice needs two documents
	for _, k := range r.Documents {
		docs, err := store.All[store.Document](e.t, "pos, id", "deal_id = ? AND NOT aside", e.p.DealID)
		if err != nil {
			return err
		}
		at := slices.IndexFunc(docs, func(d store.Document) bool { return strings.EqualFold(d.Name, k.Name) && !taken[d.ID] })
		if at < 0 && k.Form != 0 {
			src, _, err := e.d.takeForm(e.t, e.m, e.p.DealID, k.Form)
			if err != nil && !errors.Is(err, store.ErrNotFound) {
				return err
			}
			if docs, err = store.All[store.Document](e.t, "pos, id", "deal_id = ? AND NOT aside", e.p.DealID); err != nil {
				return err
			}
			at = slices.IndexFunc(docs, func(d store.Document) bool {
				return src.ID != 0 && len(d.Pages) > 0 && d.Pages[0].Source == src.ID && !taken[d.ID]
			})
		}
		if at < 0 {
			lacks = append(lacks, "“"+k.Name+"”")
			continue
		}
		taken[docs[at].ID] = true
		if err := e.addDocument(Edit{Document: docs[at].ID, Rides: k.Rides}); err != nil {
			return err
		}
	}
	if len(lacks) > 0 {
		e.notice = append(e.notice, fmt.Sprintf("Still to be added, the deal has it not yet: %s.", letter.List(lacks)))
	}
	return nil
}

// layKnown puts the kept places of recognised forms onto the draft for those who hold their seats. Places worth
// a look, and those of files that are still being looked at, are left to be taken on the sheet.
func (e *editor) layKnown() error {
	docs, err := store.All[store.PacketDocument](e.t, "pos, id", "packet_id = ?", e.p.ID)
	if err != nil {
		return err
	}
	slices.SortStableFunc(e.signers, func(a, b store.Signer) int { return a.Turn - b.Turn })
	later := false
	for _, doc := range docs {
		if doc.Rides {
			continue
		}
		pages := make([]SpotsPage, len(doc.Pages))
		known, _, err := recognise(e.t, e.p.OfficeID, doc, pages)
		if err != nil {
			return err
		}
		later = later || len(known) == 0
		for _, page := range pages {
			for _, s := range page.Spots {
				if err := e.takeKept(s); err != nil {
					return err
				}
			}
		}
	}
	if later {
		e.notice = append(e.notice, "Places of documents that are not known, or still being looked at, are offered as they are found.")
	}
	return nil
}

func (e *editor) takeKept(s SheetSpot) error {
	if s.Kept == nil || s.Sure < 80 {
		return nil
	}
	f := *s.Kept
	if !f.Kind.Preparers() {
		i := seated(e.signers, s)
		if i < 0 {
			return nil
		}
		f.Signer = e.signers[i].ID
	}
	return e.putField(Edit{Field: &f})
}

// seated is which signer a kept place is for: the seat's n-th person, in their n-th turn or else their last;
// -1 for none. The sheet finds the same one (stencil.js).
func seated(signers []store.Signer, s SheetSpot) int {
	at, turns := -1, -1
	for i, o := range signers {
		if o.Role != s.Role || o.Number != max(1, s.Number) {
			continue
		}
		if person, again := place(signers, i); person == s.Person && again <= s.Again && again > turns {
			at, turns = i, again
		}
	}
	return at
}
