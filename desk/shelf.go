package desk

import (
	"context"
	"errors"
	"strings"
	"unicode/utf8"

	"indicum/store"
)

// The shelf is the office's library of blank forms. A form has editions; the newest is the one taken into
// deals, and a deal keeps the edition it took.

// ShelfForm is a form as the shelf shows it.
type ShelfForm struct {
	store.Form
	Edition store.Edition // the one in use
	In      string        // for one deal: "" not in it, "this" in this edition, "older" in an older one
}

// Sides of a form, as the shelf groups them.
var Sides = []string{"buyer", "seller", "both"}

// Shelf lists an office's forms by side, purpose and name. With a deal it leaves out retired ones and
// says which are in the deal.
func (d *Desk) Shelf(ctx context.Context, office, dealID int64) ([]ShelfForm, error) {
	t := d.Store.Read(ctx)
	query := "office_id = ?"
	if dealID != 0 {
		query += " AND NOT retired"
	}
	forms, err := store.All[store.Form](t, "side, purpose, name, id", query, office)
	if err != nil {
		return nil, err
	}
	light := store.Tx{DB: t.Select("id, form_id, number, words, file, sha, size, pages, notes, created_at")}
	editions, err := store.All[store.Edition](light, "id", "office_id = ?", office)
	if err != nil {
		return nil, err
	}
	byID := map[int64]store.Edition{}
	for _, e := range editions {
		byID[e.ID] = e
	}
	in := map[int64]string{} // by form
	if dealID != 0 {
		if in, err = formsIn(t, dealID, forms, byID); err != nil {
			return nil, err
		}
	}
	var out []ShelfForm
	for _, f := range forms {
		out = append(out, ShelfForm{f, byID[f.EditionID], in[f.ID]})
	}
	return out, nil
}

// formsIn says which forms a deal has: "this" in the edition in use, however the file came, or "older".
func formsIn(t store.Tx, dealID int64, forms []store.Form, editions map[int64]store.Edition) (map[int64]string, error) {
	sources, err := store.All[store.Source](store.Tx{DB: t.Select("sha, edition_id")}, "id", "deal_id = ?", dealID)
	out := map[int64]string{}
	shas := map[string]bool{}
	for _, s := range sources {
		shas[s.Sha] = true
		if s.EditionID != 0 {
			out[editions[s.EditionID].FormID] = "older"
		}
	}
	for _, f := range forms {
		if shas[editions[f.EditionID].Sha] {
			out[f.ID] = "this"
		}
	}
	return out, err
}

// PutForm puts a blank form on the shelf. A form of that name which is there already gets the file as its
// newer edition only through NewEdition; here it is refused.
func (d *Desk) PutForm(ctx context.Context, m store.Member, side, purpose, name string, data []byte) (ShelfForm, error) {
	f := store.Form{OfficeID: m.OfficeID, Side: side, Purpose: purpose, Name: documentName(name), CreatedAt: store.Now()}
	if err := checkForm(&f); err != nil {
		return ShelfForm{}, err
	}
	e, err := d.edition(ctx, name, data)
	if err != nil {
		return ShelfForm{}, err
	}
	if len(e.Proposals) == 1 && f.Name == documentName(e.File) && !strings.HasPrefix(e.Proposals[0].Name, "Pages ") {
		f.Name = clip(e.Proposals[0].Name, 190) // what it is titled says more than what its file is called
	}
	err = d.write(ctx, func(t store.Tx) error {
		f.ID, e.ID = 0, 0
		if err := freeName(t, f); err != nil {
			return err
		}
		if twin, err := store.One[store.Edition](t, "office_id = ? AND sha = ?", m.OfficeID, e.Sha); err == nil {
			if form, err := store.One[store.Form](t, "id = ?", twin.FormID); err == nil {
				return problem("This file is on the shelf already, as “%s”.", form.Name)
			}
		}
		if err := t.Create(&f).Error; err != nil {
			return err
		}
		return addEdition(t, &f, &e, 1)
	})
	return ShelfForm{Form: f, Edition: e}, err
}

func checkForm(f *store.Form) error {
	f.Name, f.Purpose = tidy(f.Name), tidy(f.Purpose)
	if n := utf8.RuneCountInString(f.Name); n < 1 || n > 190 {
		return problem("A form’s name has between 1 and 190 characters.")
	}
	if utf8.RuneCountInString(f.Purpose) > 60 {
		return problem("A purpose has at most 60 characters.")
	}
	if f.Purpose == "" {
		f.Purpose = "General"
	}
	for _, s := range Sides {
		if f.Side == s {
			return nil
		}
	}
	return problem("Please say which side uses the form.")
}

func freeName(t store.Tx, f store.Form) error {
	_, err := store.One[store.Form](t, "office_id = ? AND name = ? AND side = ? AND id <> ?", f.OfficeID, f.Name, f.Side, f.ID)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	return problem("There is a form called “%s” already. Is this its newer edition?", f.Name)
}

func addEdition(t store.Tx, f *store.Form, e *store.Edition, number int) error {
	e.OfficeID, e.FormID, e.Number = f.OfficeID, f.ID, number
	if err := t.Create(e).Error; err != nil {
		return err
	}
	f.EditionID = e.ID
	return t.Save(f).Error
}

// NewEdition replaces a form's edition by a newer one; deals keep what they took.
func (d *Desk) NewEdition(ctx context.Context, m store.Member, formID int64, name string, data []byte) (ShelfForm, error) {
	if _, err := store.One[store.Form](d.Store.Read(ctx), "id = ? AND office_id = ?", formID, m.OfficeID); err != nil {
		return ShelfForm{}, err
	}
	e, err := d.edition(ctx, name, data)
	if err != nil {
		return ShelfForm{}, err
	}
	var f store.Form
	err = d.write(ctx, func(t store.Tx) error {
		var err error
		if f, err = store.One[store.Form](t.Lock(), "id = ? AND office_id = ?", formID, m.OfficeID); err != nil {
			return err
		}
		last, err := store.One[store.Edition](t, "id = ?", f.EditionID)
		if err != nil {
			return err
		}
		if last.Sha == e.Sha {
			return problem("This is the edition that is on the shelf already.")
		}
		e.ID, f.Retired = 0, false
		return addEdition(t, &f, &e, last.Number+1)
	})
	return ShelfForm{Form: f, Edition: e}, err
}

// ChangeForm renames, regroups, retires or brings back a form.
func (d *Desk) ChangeForm(ctx context.Context, m store.Member, in store.Form) error {
	if err := checkForm(&in); err != nil {
		return err
	}
	return d.write(ctx, func(t store.Tx) error {
		f, err := store.One[store.Form](t.Lock(), "id = ? AND office_id = ?", in.ID, m.OfficeID)
		if err != nil {
			return err
		}
		f.Name, f.Side, f.Purpose, f.Retired = in.Name, in.Side, in.Purpose, in.Retired
		if err := freeName(t, f); err != nil {
			return err
		}
		return t.Save(&f).Error
	})
}

// TakeForms puts forms from the shelf into a deal, in the order given. One that the deal has in the same
// edition is not added again; added counts the others.
func (d *Desk) TakeForms(ctx context.Context, m store.Member, dealID int64, ids []int64) (added int, err error) {
	if len(ids) == 0 {
		return 0, problem("No form was chosen.")
	}
	err = d.write(ctx, func(t store.Tx) error {
		added = 0
		if _, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", dealID, m.OfficeID); err != nil {
			return err
		}
		for _, id := range ids {
			_, is, err := d.takeForm(t, m, dealID, id)
			if err != nil {
				return err
			}
			if is {
				added++
			}
		}
		return nil
	})
	return added, err
}

// takeForm brings the edition in use of a form into a deal, unless it is there already.
func (d *Desk) takeForm(t store.Tx, m store.Member, dealID, id int64) (src store.Source, added bool, err error) {
	f, err := store.One[store.Form](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return src, false, err
	}
	e, err := store.One[store.Edition](t, "id = ?", f.EditionID)
	if err != nil {
		return src, false, err
	}
	if src, err = store.One[store.Source](withoutPrints(t), "deal_id = ? AND sha = ?", dealID, e.Sha); err == nil || !errors.Is(err, store.ErrNotFound) {
		return src, false, err
	}
	src = sourceOf(e)
	src.OfficeID, src.DealID, src.Origin = m.OfficeID, dealID, store.Origin{Way: "shelf"}
	_, err = d.file(t, &src, f.Name)
	return src, true, err
}

// FormFile returns the edition in use as it was put on the shelf.
func (d *Desk) FormFile(ctx context.Context, office, formID int64) (store.Edition, []byte, error) {
	f, err := store.One[store.Form](d.Store.Read(ctx), "id = ? AND office_id = ?", formID, office)
	if err != nil {
		return store.Edition{}, nil, err
	}
	e, err := store.One[store.Edition](d.Store.Read(ctx), "id = ?", f.EditionID)
	if err != nil {
		return e, nil, err
	}
	data, err := d.Store.Blob(ctx, e.Sha)
	return e, data, err
}
