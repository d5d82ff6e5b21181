package desk

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

// What happens to packets when the people of a deal change: a party's details, who signs for it, somebody
// else in a signer's place, a party that leaves.

// refreshDrafts writes a changed party into the drafts in which it signs.
func (d *Desk) refreshDrafts(t store.Tx, q store.Party) error {
	office, err := officeOfDeal(t, q.DealID)
	if err != nil {
		return err
	}
	var ids []int64
	err = t.Raw("SELECT DISTINCT p.id FROM packet p JOIN signer s ON s.packet_id = p.id WHERE p.deal_id = ? AND p.state = ? AND s.party_id = ? ORDER BY p.id", q.DealID, packet.Draft, q.ID).Scan(&ids).Error
	if err != nil {
		return err
	}
	for _, id := range ids {
		if err := d.inDraft(t, office.ID, id, func(e *editor) error { return e.refresh(office, q) }); err != nil {
			return err
		}
	}
	return nil
}

func officeOfDeal(t store.Tx, dealID int64) (store.Office, error) {
	return store.One[store.Office](t, "id = (SELECT office_id FROM deal WHERE id = ?)", dealID)
}

// inDraft changes a draft from outside of its sheet.
func (d *Desk) inDraft(t store.Tx, office, id int64, f func(*editor) error) error {
	p, signers, err := lockedPacket(t, office, id)
	if err != nil || p.State != packet.Draft {
		return err
	}
	e := editor{t: t, d: d, p: &p, signers: signers, rev: p.Rev}
	if err := e.bump(); err != nil {
		return err
	}
	if err := f(&e); err != nil {
		return err
	}
	if err := e.arrange(); err != nil {
		return err
	}
	return settle(t, p)
}

// refresh makes a party's signers, turn by turn, those who sign for it now. Whoever stays keeps their
// places; somebody new takes over those of who is gone.
func (e *editor) refresh(o store.Office, q store.Party) error {
	turns := map[int][]store.Signer{}
	for _, s := range e.signers {
		if s.PartyID == q.ID {
			turns[s.Turn] = append(turns[s.Turn], s)
		}
	}
	for turn, have := range turns {
		want, err := signersOf(o, q, store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: turn})
		var alone Problem
		if err != nil && !errors.As(err, &alone) {
			return err
		}
		if err := e.match(have, want); err != nil {
			return err
		}
	}
	return nil
}

// match turns the signers there are into the wanted ones.
func (e *editor) match(have, want []store.Signer) error {
	taken := make([]bool, len(want))
	to := map[int64]int{}
	same := func(a, b store.Signer) bool { return strings.EqualFold(a.Name, b.Name) }
	for _, fits := range []func(a, b store.Signer) bool{same, func(a, b store.Signer) bool { return true }} {
		for _, s := range have {
			for i := range want {
				if _, done := to[s.ID]; !done && !taken[i] && fits(s, want[i]) {
					to[s.ID], taken[i] = i, true
				}
			}
		}
	}
	for _, s := range have {
		i, ok := to[s.ID]
		if !ok {
			if err := e.takeOut(s.ID); err != nil {
				return err
			}
			continue
		}
		if err := e.become(e.signer(s.ID), want[i]); err != nil {
			return err
		}
	}
	for i := range want {
		if !taken[i] {
			if err := e.t.Create(&want[i]).Error; err != nil {
				return err
			}
			e.signers = append(e.signers, want[i])
		}
	}
	return nil
}

// become gives a signer another identity; turn, places and note stay.
func (e *editor) become(s *store.Signer, as store.Signer) error {
	if s.Role != as.Role {
		s.Follows = 0
		if err := e.t.Model(&store.Signer{}).Where("packet_id = ? AND follows = ?", e.p.ID, s.ID).Update("follows", 0).Error; err != nil {
			return err
		}
	}
	s.PartyID, s.MemberID, s.Name, s.Email, s.Role, s.Number = as.PartyID, as.MemberID, as.Name, as.Email, as.Role, as.Number
	s.Standing, s.AnyOf, s.Initials = as.Standing, as.AnyOf, as.Initials
	return e.t.Save(s).Error
}

// replace lets somebody else sign in a signer's place in a draft: another party, or with 0 the member.
func (e *editor) replace(s *store.Signer, party int64) error {
	was := s.Name
	office, err := store.One[store.Office](e.t, "id = ?", e.p.OfficeID)
	if err != nil {
		return err
	}
	want, err := e.joining(office, party, store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: s.Turn})
	if err != nil {
		return err
	}
	if err := e.match([]store.Signer{*s}, want); err != nil {
		return err
	}
	if err := e.d.record(e.t, e.p, "replaced", Who{Name: e.m.Name}, map[string]string{"whom": was, "by": want[0].Name}); err != nil {
		return err
	}
	return e.arrange()
}

// joining returns who signs when a party, or with 0 the member, joins.
func (e *editor) joining(o store.Office, party int64, base store.Signer) ([]store.Signer, error) {
	if party == 0 {
		row, err := store.One[store.Deal](e.t, "id = ?", e.p.DealID)
		seat := ownSeat(row)
		base.MemberID, base.Name, base.Email, base.Role, base.Number = e.m.ID, e.m.Name, e.m.Email, seat.Role, seat.Number
		return []store.Signer{base}, err
	}
	q, err := store.One[store.Party](e.t, "id = ? AND deal_id = ?", party, e.p.DealID)
	if errors.Is(err, store.ErrNotFound) {
		return nil, ErrStale
	} else if err != nil {
		return nil, err
	}
	return signersOf(o, q, base)
}

// Replace lets somebody else sign in the place of a signer who has not finished: same turn, same places.
// Who is replaced is told, and their link ends.
func (d *Desk) Replace(ctx context.Context, m store.Member, who Who, id, signer int64, name, email string) error {
	name, email = tidy(name), strings.TrimSpace(email)
	if name == "" || len([]rune(name)) > 160 {
		return problem("Please give the name of who signs instead, in at most 160 characters.")
	}
	if trouble := deal.CheckEmail(email); trouble != "" {
		return problem("%s %s.", name, trouble)
	}
	facts := map[string]string{"by": name, "to": email}
	return d.write(ctx, func(t store.Tx) error {
		a := packet.Action{Deed: packet.Replace, Signer: signer}
		_, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		var old, by store.Signer
		for _, s := range signers {
			if s.ID == signer {
				old = s
			}
		}
		if old.ID == 0 {
			return store.ErrNotFound
		}
		if by, err = successor(t, old, name, email); err != nil {
			return err
		}
		facts["whom"] = old.Name
		a.By = by.ID
		return refusal(d.actIn(t, m, who, id, a, "replaced", facts, nil))
	})
}

// successor makes the signer who takes over another's seat and places. For a party that others sign for,
// they do so in the same capacity.
func successor(t store.Tx, old store.Signer, name, email string) (store.Signer, error) {
	by := store.Signer{PacketID: old.PacketID, Name: name, Email: email, Role: old.Role, Number: old.Number, Ink: old.Ink, Turn: old.Turn, Follows: old.Follows, AnyOf: old.AnyOf}
	if old.Standing != nil {
		q, err := store.One[store.Party](t, "id = ?", old.PartyID)
		if errors.Is(err, store.ErrNotFound) {
			return by, problem("%s is no longer in the deal; please withdraw the packet.", old.Standing.Principal)
		} else if err != nil {
			return by, err
		}
		office, err := officeOfDeal(t, q.DealID)
		if err != nil {
			return by, err
		}
		by.PartyID = old.PartyID
		by.Standing = &store.Standing{Principal: q.Principal().Title(), Capacity: old.Standing.Capacity, Reading: deal.Read(q.Principal(), name, old.Standing.Capacity, office.Wording(q))}
	}
	if err := t.Create(&by).Error; err != nil {
		return by, err
	}
	err := errors.Join(
		t.Model(&store.Field{}).Where("packet_id = ? AND signer_id = ?", old.PacketID, old.ID).Update("signer_id", by.ID).Error,
		t.Model(&store.Signer{}).Where("packet_id = ? AND follows = ?", old.PacketID, old.ID).Update("follows", by.ID).Error,
		t.Where("packet_id = ? AND signer_id = ?", old.PacketID, old.ID).Delete(&store.Mark{}).Error,
		t.Model(&store.Signer{}).Where("id = ?", old.ID).Update("reason", name+" signs instead").Error,
	)
	return by, err
}

// DropParty takes a party out of its deal. It leaves drafts, where its places then belong to nobody; a
// circulating packet in which it has yet to sign goes on without it, or is withdrawn. What it signed stays.
func (d *Desk) DropParty(ctx context.Context, m store.Member, who Who, dealID, partyID int64, rev int, withdraw bool) error {
	return d.write(ctx, func(t store.Tx) error {
		if _, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", dealID, m.OfficeID); err != nil {
			return err
		}
		q, err := store.One[store.Party](t.Lock(), "id = ? AND deal_id = ?", partyID, dealID)
		if err != nil {
			return err
		}
		if q.Rev != rev {
			return ErrStale
		}
		var packets []store.Packet
		err = t.Raw("SELECT DISTINCT p.* FROM packet p JOIN signer s ON s.packet_id = p.id WHERE p.deal_id = ? AND p.state IN ('draft', 'circulating') AND s.party_id = ? ORDER BY p.id", dealID, q.ID).Scan(&packets).Error
		if err != nil {
			return err
		}
		for _, p := range packets {
			if err := d.dropFrom(t, m, who, p, q, withdraw); err != nil {
				return err
			}
		}
		if err := t.Delete(&store.Party{}, q.ID).Error; err != nil {
			return err
		}
		return d.moveUp(t, q)
	})
}

// dropFrom takes a party out of one packet.
func (d *Desk) dropFrom(t store.Tx, m store.Member, who Who, p store.Packet, q store.Party, withdraw bool) error {
	if p.State == packet.Draft {
		return d.inDraft(t, m.OfficeID, p.ID, func(e *editor) error { return e.match(of(e.signers, q.ID), nil) })
	}
	facts := map[string]string{"why": q.Principal().Title() + " left the deal"}
	_, signers, err := lockedPacket(t, m.OfficeID, p.ID)
	if err != nil {
		return err
	}
	if withdraw {
		return refusal(d.actIn(t, m, who, p.ID, packet.Action{Deed: packet.Withdraw}, "withdrawn", facts, nil))
	}
	for _, s := range of(signers, q.ID) {
		if s.Stage != packet.Waiting && s.Stage != packet.Holding {
			continue
		}
		err := d.actIn(t, m, who, p.ID, packet.Action{Deed: packet.Leave, Signer: s.ID}, "left", map[string]string{"whom": s.Name, "why": facts["why"]}, func(t store.Tx, _ *store.Packet, all []store.Signer) error {
			for i := range all {
				if all[i].ID == s.ID {
					all[i].Reason = facts["why"]
				}
			}
			return t.Where("packet_id = ? AND signer_id = ?", p.ID, s.ID).Delete(&store.Mark{}).Error
		})
		if errors.Is(err, packet.ErrNobody) {
			return problem("Nobody would be left to sign “%s”: please choose to withdraw it.", p.Title)
		}
		if err != nil {
			return refusal(err)
		}
	}
	return nil
}

// of returns the signers of a party.
func of(signers []store.Signer, party int64) []store.Signer {
	var out []store.Signer
	for _, s := range signers {
		if s.PartyID == party {
			out = append(out, s)
		}
	}
	return out
}

// moveUp closes the gap that a party leaves among the seats of its role.
func (d *Desk) moveUp(t store.Tx, gone store.Party) error {
	rest, err := store.All[store.Party](t, "number", "deal_id = ? AND role = ? AND number > ?", gone.DealID, gone.Role, gone.Number)
	if err != nil {
		return err
	}
	for _, q := range rest {
		q.Number--
		q.Rev++
		if err := t.Save(&q).Error; err != nil {
			return fmt.Errorf("move up: %w", err)
		}
		if err := d.refreshDrafts(t, q); err != nil {
			return err
		}
	}
	return nil
}
