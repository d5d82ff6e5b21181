package desk

import (
	"context"
	"strings"
	"time"
	"unicode/utf8"

	"indicum/store"
)

// DealView is a deal with all it keeps.
type DealView struct {
	store.Deal
	Parties   []store.Party
	Documents []store.Document
	Sources   map[int64]store.Source
	Packets   []Row
	Mail      string // the address to which mail for the deal is sent
	Waiting   []store.Incoming
}

// Deals lists an office's deals, newest first.
func (d *Desk) Deals(ctx context.Context, office int64) ([]store.Deal, error) {
	return store.All[store.Deal](d.Store.Read(ctx), "id DESC", "office_id = ?", office)
}

// Deal returns one deal.
func (d *Desk) Deal(ctx context.Context, office, id int64) (DealView, error) {
	t := d.Store.Read(ctx)
	row, err := store.One[store.Deal](t, "id = ? AND office_id = ?", id, office)
	if err != nil {
		return DealView{}, err
	}
	v := DealView{Deal: row, Sources: map[int64]store.Source{}}
	if v.Parties, err = store.All[store.Party](t, "role, number", "deal_id = ?", id); err != nil {
		return v, err
	}
	if v.Documents, err = store.All[store.Document](t, "pos, id", "deal_id = ? AND NOT aside", id); err != nil {
		return v, err
	}
	sources, err := store.All[store.Source](withoutPrints(t), "id", "deal_id = ?", id)
	if err != nil {
		return v, err
	}
	for _, s := range sources {
		v.Sources[s.ID] = s
	}
	v.Mail = d.MailAddress(row)
	if v.Waiting, err = d.Waiting(ctx, id); err != nil {
		return v, err
	}
	v.Packets, err = d.rows(ctx, "p.deal_id = ?", id)
	return v, err
}

// SaveDeal makes a deal (ID 0) or changes one. Rev must be the one that was read; ErrStale says
// that somebody else has changed the deal since.
func (d *Desk) SaveDeal(ctx context.Context, in store.Deal) (int64, error) {
	in.Property = tidy(in.Property)
	if in.Property == "" || utf8.RuneCountInString(in.Property) > 200 {
		return 0, problem("Please give the property’s address, in at most 200 characters.")
	}
	if in.Side != "buyer" && in.Side != "seller" {
		return 0, problem("Please say which side you are on.")
	}
	for _, day := range []string{in.OfferDate, in.ClosingDate} {
		if _, err := time.Parse("2006-01-02", day); day != "" && err != nil {
			return 0, problem("“%s” is not a date.", clip(day, 20))
		}
	}
	in.Price = clip(tidy(in.Price), 40)
	err := d.write(ctx, func(t store.Tx) error {
		if in.ID == 0 {
			in.Rev, in.CreatedAt, in.MailKey = 1, store.Now(), newMailKey()
			return t.Create(&in).Error
		}
		old, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", in.ID, in.OfficeID)
		if err != nil {
			return err
		}
		if old.Rev != in.Rev {
			return ErrStale
		}
		in.Rev++
		in.CreatedAt, in.BenchRev, in.MailKey = old.CreatedAt, old.BenchRev, old.MailKey
		return t.Save(&in).Error
	})
	return in.ID, err
}

func tidy(s string) string { return strings.Join(strings.Fields(strings.ToValidUTF8(s, "")), " ") }

// Original returns an incoming file as it came.
func (d *Desk) Original(ctx context.Context, office, id int64) (store.Source, []byte, error) {
	src, err := store.One[store.Source](d.Store.Read(ctx), "id = ? AND office_id = ?", id, office)
	if err != nil {
		return src, nil, err
	}
	data, err := d.Store.Blob(ctx, src.Sha)
	return src, data, err
}
