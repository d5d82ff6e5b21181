package desk

import (
	"context"
	"slices"
	"strings"

	"gorm.io/gorm/clause"

	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/store"
)

// Contacts lists the office's address book by name; search narrows it, each word somewhere. most limits
// the list, 0 for all.
func (d *Desk) Contacts(ctx context.Context, office int64, search string, most int) ([]store.Contact, error) {
	q := d.Store.Read(ctx).Where("office_id = ?", office)
	for _, word := range strings.Fields(clip(search, 80)) {
		like := "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(word) + "%"
		q = q.Where("name LIKE ? OR email LIKE ? OR company LIKE ?", like, like, like)
	}
	if most > 0 {
		q = q.Limit(most)
	}
	var out []store.Contact
	err := q.Order("name, id").Find(&out).Error
	return out, err
}

// Imported says what became of a file of contacts.
type Imported struct {
	Added  int             // that were not there yet
	Known  int             // that the address book has already, or the file twice
	Faults []contact.Fault // what could not be read
}

// ImportContacts reads a vCard or CSV file into the address book: all that can be read, in one
// transaction.
func (d *Desk) ImportContacts(ctx context.Context, office int64, data []byte) (Imported, error) {
	if len(data) > 8<<20 {
		return Imported{}, problem("This file is larger than 8 MB.")
	}
	good, twice, faults := contact.Read(data)
	out := Imported{Faults: faults}
	var rows []store.Contact
	for _, c := range good {
		rows = append(rows, contactRow(office, c))
	}
	err := d.write(ctx, func(t store.Tx) error {
		out.Added = 0
		for batch := range slices.Chunk(rows, 500) {
			batch = slices.Clone(batch) // creating writes ids into it, and this may run again
			res := t.Clauses(clause.Insert{Modifier: "IGNORE"}).Create(&batch)
			if res.Error != nil {
				return res.Error
			}
			out.Added += int(res.RowsAffected)
		}
		return nil
	})
	out.Known = twice + len(rows) - out.Added
	return out, err
}

func contactRow(office int64, c contact.Contact) store.Contact {
	return store.Contact{OfficeID: office, Name: clip(c.Name, 160), Email: clip(c.Email, 254), Phone: clip(c.Phone, 60), Company: clip(c.Company, 160), License: clip(c.License, 60)}
}

// ExportContacts writes the whole address book as vCard or CSV.
func (d *Desk) ExportContacts(ctx context.Context, office int64, cards bool) ([]byte, error) {
	rows, err := d.Contacts(ctx, office, "", 0)
	if err != nil {
		return nil, err
	}
	list := make([]contact.Contact, len(rows))
	for i, r := range rows {
		list[i] = contact.Contact{Name: r.Name, Email: r.Email, Phone: r.Phone, Company: r.Company, License: r.License}
	}
	if cards {
		return contact.Cards(list)
	}
	return contact.Table(list)
}

// KeepContact puts somebody into the address book. Of somebody who is there already it takes over what is given.
func (d *Desk) KeepContact(ctx context.Context, office int64, c contact.Contact) error {
	c.Name = tidy(c.Name)
	if c.Name == "" {
		return problem("Please give a name.")
	}
	if c.Email != "" {
		if trouble := deal.CheckEmail(c.Email); trouble != "" {
			return problem("%s %s.", c.Name, trouble)
		}
	}
	row := contactRow(office, c)
	given := map[string]any{}
	for column, value := range map[string]string{"phone": row.Phone, "company": row.Company, "license": row.License} {
		if value != "" {
			given[column] = value
		}
	}
	known := clause.OnConflict{DoUpdates: clause.Assignments(given), DoNothing: len(given) == 0}
	return d.Store.Read(ctx).Clauses(known).Create(&row).Error
}

// DropContact takes somebody out of the address book; deals keep what they took.
func (d *Desk) DropContact(ctx context.Context, office, id int64) error {
	return dropOwn[store.Contact](d.Store.Read(ctx), office, id)
}

// AddSelf makes the member a party of a deal, as the agent of the office's side. Twice is once.
func (d *Desk) AddSelf(ctx context.Context, m store.Member, dealID int64) error {
	row, err := store.One[store.Deal](d.Store.Read(ctx), "id = ? AND office_id = ?", dealID, m.OfficeID)
	if err != nil {
		return err
	}
	seat := ownSeat(row)
	if _, err := store.One[store.Party](d.Store.Read(ctx), "deal_id = ? AND role = ? AND LOWER(email) = LOWER(?)", dealID, seat.Role, m.Email); err == nil {
		return nil
	}
	_, err = d.SaveParty(ctx, m.OfficeID, store.Party{DealID: dealID, Role: seat.Role, Name: m.Name, Email: m.Email, Phone: m.Phone})
	return err
}

// SaveParties adds several parties to a deal, all or none.
func (d *Desk) SaveParties(ctx context.Context, office int64, list []store.Party) error {
	for i := range list {
		if err := checkParty(&list[i]); err != nil {
			return err
		}
	}
	return d.write(ctx, func(t store.Tx) error {
		for _, p := range list {
			if err := d.putParty(t, office, &p); err != nil {
				return err
			}
		}
		return nil
	})
}
