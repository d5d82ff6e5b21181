package desk

import (
	"context"
	"errors"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"indicum/core/deal"
	"indicum/store"
)

const (
	mostProxies  = 6
	mostInitials = 8
)

// SaveParty adds a party (ID 0) to the next free seat of its role, or changes one. Rev must be the one that
// was read; ErrStale says that somebody else has changed the party since.
func (d *Desk) SaveParty(ctx context.Context, office int64, in store.Party) (store.Party, error) {
	if err := checkParty(&in); err != nil {
		return in, err
	}
	rev := in.Rev
	err := d.write(ctx, func(t store.Tx) error {
		in.Rev = rev // this may run again
		return d.putParty(t, office, &in)
	})
	return in, err
}

// putParty writes a checked party.
func (d *Desk) putParty(t store.Tx, office int64, in *store.Party) error {
	if _, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", in.DealID, office); err != nil {
		return err
	}
	for _, p := range in.Proxies {
		if p.Proof == 0 {
			continue
		}
		if _, err := store.One[store.Document](t, "id = ? AND deal_id = ?", p.Proof, in.DealID); err != nil {
			return problem("The proof of %s’s authority is not among the deal’s documents.", p.Name)
		}
	}
	var moved *store.Party // as it was in another role
	if in.ID != 0 {
		old, err := store.One[store.Party](t, "id = ? AND deal_id = ?", in.ID, in.DealID)
		if err != nil {
			return err
		}
		if old.Rev != in.Rev {
			return ErrStale
		}
		in.Rev++
		in.Number, in.Couple = old.Number, old.Couple
		if err := d.shareAddress(t, old, *in); err != nil {
			return err
		}
		if old.Role == in.Role {
			if err := t.Save(in).Error; err != nil {
				return err
			}
			return d.refreshDrafts(t, *in)
		}
		moved = &old
	}
	in.Rev = max(1, in.Rev)
	var last int
	if err := t.Raw("SELECT COALESCE(MAX(number), 0) FROM party WHERE deal_id = ? AND role = ?", in.DealID, in.Role).Scan(&last).Error; err != nil {
		return err
	}
	in.Number = last + 1
	if err := t.Save(in).Error; err != nil || moved == nil {
		return err
	}
	return errors.Join(d.moveUp(t, *moved), d.refreshDrafts(t, *in))
}

func checkParty(in *store.Party) error {
	in.Name, in.Email, in.Phone, in.Form = tidy(in.Name), strings.TrimSpace(in.Email), clip(tidy(in.Phone), 40), clip(tidy(in.Form), 150)
	if in.Kind == "" {
		in.Kind = deal.Individual
	}
	if in.Name == "" || utf8.RuneCountInString(in.Name) > 160 {
		return problem("Please give the party’s name, in at most 160 characters.")
	}
	if !in.Role.Valid() {
		return problem("Please choose a role for %s.", in.Name)
	}
	if !slices.Contains(deal.Kinds(), in.Kind) {
		return problem("Please say what %s is.", in.Name)
	}
	if !slices.Contains(in.Kind.Wordings(), in.Wording) {
		in.Wording = "" // as the office has it
	}
	in.Initials = tidy(in.Initials)
	if utf8.RuneCountInString(in.Initials) > mostInitials {
		return problem("Initials have at most %d characters.", mostInitials)
	}
	if in.Email != "" {
		if trouble := deal.CheckEmail(in.Email); trouble != "" {
			return problem("%s %s.", in.Name, trouble)
		}
	}
	if len(in.Proxies) > mostProxies {
		return problem("At most %d people can sign for one party.", mostProxies)
	}
	for i := range in.Proxies {
		if err := checkProxy(in, &in.Proxies[i]); err != nil {
			return err
		}
	}
	return nil
}

func checkProxy(in *store.Party, p *store.Proxy) error {
	p.Name, p.Email, p.Capacity = tidy(p.Name), strings.TrimSpace(p.Email), deal.Capacity(tidy(string(p.Capacity)))
	p.Initials = clip(tidy(p.Initials), mostInitials)
	switch {
	case p.Name == "" || utf8.RuneCountInString(p.Name) > 160:
		return problem("Please give the name of who signs for %s, in at most 160 characters.", in.Name)
	case !in.Kind.Holds(p.Capacity):
		return problem("Please say in what capacity %s signs for %s.", p.Name, in.Principal().Title())
	}
	if p.Email != "" {
		if trouble := deal.CheckEmail(p.Email); trouble != "" {
			return problem("%s %s.", p.Name, trouble)
		}
	}
	if _, err := time.Parse("2006-01-02", p.Expires); p.Expires != "" && err != nil {
		return problem("“%s” is not a date.", clip(p.Expires, 20))
	}
	return nil
}

// SaveCouple adds two people who share an address as two parties, each in a seat of their own.
func (d *Desk) SaveCouple(ctx context.Context, office int64, one store.Party, second string) error {
	two := one
	two.Name, two.Initials, two.Proxies = second, "", nil
	one.Kind, two.Kind = deal.Individual, deal.Individual
	for _, p := range []*store.Party{&one, &two} {
		if err := checkParty(p); err != nil {
			return err
		}
	}
	return d.write(ctx, func(t store.Tx) error {
		a, b := one, two
		if err := d.putParty(t, office, &a); err != nil {
			return err
		}
		a.Couple, b.Couple = a.ID, a.ID
		if err := d.putParty(t, office, &b); err != nil {
			return err
		}
		return t.Model(&store.Party{}).Where("id = ?", a.ID).Update("couple", a.ID).Error
	})
}

// shareAddress gives a couple's new address to both, if both had the old one.
func (d *Desk) shareAddress(t store.Tx, old, now store.Party) error {
	if old.Couple == 0 || old.Email == now.Email {
		return nil
	}
	other, err := store.One[store.Party](t, "deal_id = ? AND couple = ? AND id <> ? AND email = ?", old.DealID, old.Couple, old.ID, old.Email)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	other.Email = now.Email
	other.Rev++
	if err := t.Save(&other).Error; err != nil {
		return err
	}
	return d.refreshDrafts(t, other)
}
