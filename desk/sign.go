package desk

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"unicode/utf8"

	"indicum/core/field"
	"indicum/core/packet"
	"indicum/store"
)

// Opened notes that a signer has looked.
func (d *Desk) Opened(ctx context.Context, token string, who Who) error {
	return d.bySigner(ctx, token, who, packet.Action{Deed: packet.Open}, "opened", nil, nil)
}

// Consented notes that a signer agreed to sign electronically (15 U.S.C. 7001(c)); disclosure is
// the hash of the words they read.
func (d *Desk) Consented(ctx context.Context, token string, who Who, disclosure string) error {
	return d.bySigner(ctx, token, who, packet.Action{Deed: packet.Consent}, "consented", map[string]string{"disclosure, SHA-256": disclosure}, nil)
}

// Declined ends the packet for everybody.
func (d *Desk) Declined(ctx context.Context, token string, who Who, reason string) error {
	reason = strings.TrimSpace(strings.ToValidUTF8(reason, ""))
	if reason == "" || utf8.RuneCountInString(reason) > 500 {
		return problem("Please say why in a few words, at most 500 characters.")
	}
	return d.bySigner(ctx, token, who, packet.Action{Deed: packet.Decline}, "declined", map[string]string{"reason": reason}, func(t store.Tx, s *store.Signer) error {
		s.Reason = reason
		return t.Save(s).Error
	})
}

// bySigner does one deed of a signer: event, rules, consequences. before may change the signer's row.
func (d *Desk) bySigner(ctx context.Context, token string, who Who, a packet.Action, kind string, facts map[string]string, before func(store.Tx, *store.Signer) error) error {
	s, err := d.byLink(ctx, d.Store.Read(ctx), token, who.From)
	if err != nil {
		return err
	}
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, 0, s.PacketID)
		if err != nil {
			return err
		}
		a.Signer = s.ID
		who.Name = s.Name
		if err := d.record(t, &p, kind, who, facts); err != nil {
			return err
		}
		for i := range signers {
			if signers[i].ID == s.ID && before != nil {
				if err := before(t, &signers[i]); err != nil {
					return err
				}
			}
		}
		if err := d.apply(t, &p, signers, a); err != nil {
			return err
		}
		return settle(t, p)
	})
	if errors.Is(err, packet.ErrAlready) {
		return nil
	}
	return signerProblem(err)
}

// signerProblem words what the rules refuse for a signer.
func signerProblem(err error) error {
	switch {
	case errors.Is(err, packet.ErrState):
		return problem("This packet has ended; nothing more can be signed.")
	case errors.Is(err, packet.ErrNotYours):
		return problem("It is not your turn to sign, or you have finished already.")
	case errors.Is(err, packet.ErrConsent):
		return problem("Please agree to sign electronically first.")
	case errors.Is(err, packet.ErrOpen):
		return problem("A required place is still empty.")
	}
	return err
}

// mine locks the packet and checks that the signer may put marks now.
func (d *Desk) mine(ctx context.Context, token, from string, f func(store.Tx, store.Packet, *store.Signer) error) error {
	s, err := d.byLink(ctx, d.Store.Read(ctx), token, from)
	if err != nil {
		return err
	}
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, 0, s.PacketID)
		if err != nil {
			return err
		}
		if _, _, err := packet.Apply(rules(p, signers), packet.Action{Deed: packet.Fill, Signer: s.ID}); err != nil {
			return err
		}
		for i := range signers {
			if signers[i].ID == s.ID {
				return f(t, p, &signers[i])
			}
		}
		return store.ErrNotFound
	})
	return signerProblem(err)
}

// SetInk keeps how the signer signs and initials. Places already signed show the new ink.
func (d *Desk) SetInk(ctx context.Context, token string, who Who, signature, initials *field.Ink) error {
	for _, k := range []*field.Ink{signature, initials} {
		if k == nil {
			continue
		}
		if err := k.Check(); err != nil {
			return Problem{upperFirst(err.Error()) + "."}
		}
	}
	return d.mine(ctx, token, who.From, func(t store.Tx, _ store.Packet, s *store.Signer) error {
		if err := ownName(*s, signature); err != nil {
			return err
		}
		if signature != nil {
			s.SignatureInk = signature
		}
		if initials != nil {
			s.InitialsInk = initials
		}
		return t.Save(s).Error
	})
}

// ownName refuses a proxy's written signature that is not their own name: whom they sign for, and as
// what, the page adds itself.
func ownName(s store.Signer, k *field.Ink) error {
	if s.Standing == nil || k == nil || k.Style == "drawn" || strings.EqualFold(tidy(k.Name), s.Name) {
		return nil
	}
	return problem("Please write your own name, %s: the page itself adds that you sign for %s.", s.Name, s.Standing.Principal)
}

func upperFirst(s string) string {
	r := []rune(s)
	if len(r) == 0 {
		return s
	}
	return strings.ToUpper(string(r[:1])) + string(r[1:])
}

// Fill puts a mark into one of the signer's places, or takes it out again when content is "" for a
// text or tick. Signatures and initials take the signer's ink; any content but "" places it.
func (d *Desk) Fill(ctx context.Context, token string, who Who, fieldID, content string) error {
	content = tidy(content)
	return d.mine(ctx, token, who.From, func(t store.Tx, p store.Packet, s *store.Signer) error {
		mates, err := seatMates(t, *s)
		if err != nil {
			return err
		}
		row, err := store.One[store.Field](t, "packet_id = ? AND id = ? AND signer_id IN ?", p.ID, fieldID, mates)
		if errors.Is(err, store.ErrNotFound) {
			return problem("This place is not yours.")
		} else if err != nil {
			return err
		}
		f := row.Core()
		switch {
		case f.Kind.Automatic():
			return problem("This place fills itself when you finish.")
		case f.Kind == field.Signature && s.SignatureInk == nil, f.Kind == field.Initials && s.InitialsInk == nil:
			return problem("Please make your %s first.", f.Kind.Title())
		case f.Kind == field.Text && content != "":
			if err := f.CheckText(content); err != nil {
				return Problem{upperFirst(err.Error()) + "."}
			}
		}
		if f.Group != "" {
			return d.choose(t, p, s, mates, f, content)
		}
		if content == "" {
			return t.Where("packet_id = ? AND field_id = ?", p.ID, fieldID).Delete(&store.Mark{}).Error
		}
		if f.Kind != field.Text {
			content = "x"
		}
		return t.Save(&store.Mark{PacketID: p.ID, FieldID: fieldID, SignerID: s.ID, Content: content, At: store.Now()}).Error
	})
}

// Finish ends a signer's turn. Dates and names fill themselves; a required place still empty is
// refused. Finishing twice is finishing once. Answers that contradict those of somebody who should answer
// alike are refused with ErrDiffers unless the signer has seen that (anyway).
func (d *Desk) Finish(ctx context.Context, token string, who Who, anyway bool) error {
	s, err := d.byLink(ctx, d.Store.Read(ctx), token, who.From)
	if err != nil {
		return err
	}
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, 0, s.PacketID)
		if err != nil {
			return err
		}
		open, filled, err := d.fillRest(t, p, s)
		if err != nil {
			return err
		}
		for i := range signers {
			if signers[i].ID == s.ID && signers[i].Stage != packet.Done {
				signers[i].FromAddr = who.From
				if err := t.Save(&signers[i]).Error; err != nil {
					return err
				}
			}
		}
		who.Name = s.Name
		facts := map[string]string{"places": fmt.Sprint(filled)}
		differs, err := clashes(t, p, signers, s)
		if err != nil {
			return err
		}
		if len(differs) > 0 && !anyway && open == 0 {
			return Differs{differs}
		}
		for i, c := range differs {
			facts[fmt.Sprintf("answer %d differs", i+1)] = c
		}
		if err := d.record(t, &p, "signed", who, facts); err != nil {
			return err
		}
		if err := d.apply(t, &p, signers, packet.Action{Deed: packet.Finish, Signer: s.ID, Open: open}); err != nil {
			return err
		}
		if err := takeSeat(t, s); err != nil {
			return err
		}
		return settle(t, p)
	})
	if errors.Is(err, packet.ErrAlready) {
		return nil
	}
	if err == nil {
		d.pause("finished")
	}
	return signerProblem(err)
}

// seatMates returns the signers whose places a signer fills: their own, and those of the others who share
// a seat that any one completes.
func seatMates(t store.Tx, s store.Signer) ([]int64, error) {
	out := []int64{s.ID}
	if s.AnyOf == 0 {
		return out, nil
	}
	err := t.Model(&store.Signer{}).Where("packet_id = ? AND any_of = ?", s.PacketID, s.AnyOf).Pluck("id", &out).Error
	return out, err
}

// takeSeat makes the places of a shared seat those of whoever signed in it; marks that others began there
// go.
func takeSeat(t store.Tx, s store.Signer) error {
	mates, err := seatMates(t, s)
	if err != nil || s.AnyOf == 0 {
		return err
	}
	if err := t.Where("packet_id = ? AND signer_id IN ? AND signer_id <> ?", s.PacketID, mates, s.ID).Delete(&store.Mark{}).Error; err != nil {
		return err
	}
	return t.Model(&store.Field{}).Where("packet_id = ? AND signer_id IN ?", s.PacketID, mates).Update("signer_id", s.ID).Error
}

// fillRest writes the marks that fill themselves and counts the required places still empty.
func (d *Desk) fillRest(t store.Tx, p store.Packet, s store.Signer) (open, filled int, err error) {
	mates, err := seatMates(t, s)
	if err != nil {
		return 0, 0, err
	}
	rows, err := store.All[store.Field](t, "id", "packet_id = ? AND signer_id IN ?", p.ID, mates)
	if err != nil {
		return 0, 0, err
	}
	marks, err := store.All[store.Mark](t, "field_id", "packet_id = ? AND signer_id = ?", p.ID, s.ID)
	if err != nil {
		return 0, 0, err
	}
	has := map[string]bool{}
	for _, m := range marks {
		has[m.FieldID] = true
	}
	fields := make([]field.Field, len(rows))
	for i, r := range rows {
		fields[i] = r.Core()
		fields[i].Signer = s.ID                                                 // those of a shared seat too
		if r.Kind == field.Text && r.Value != "" && r.Grp == "" && !has[r.ID] { // what stood there from the start was left
			has[r.ID] = true
			if err := t.Save(&store.Mark{PacketID: p.ID, FieldID: r.ID, SignerID: s.ID, Content: r.Value, At: store.Now()}).Error; err != nil {
				return 0, 0, err
			}
		}
	}
	standing := field.Choose(fields, has, s.ID)
	now := store.Now()
	today := field.FormatDate(now, d.zone(t, p.OfficeID))
	for _, r := range rows {
		switch {
		case has[r.ID]:
			filled++
		case standing[r.ID].Freed:
		case r.Kind.Automatic():
			content := today
			switch r.Kind {
			case field.Name:
				content = s.PrintedName()
			case field.Email:
				content = s.Email
			}
			if err := t.Save(&store.Mark{PacketID: p.ID, FieldID: r.ID, SignerID: s.ID, Content: content, At: now}).Error; err != nil {
				return 0, 0, err
			}
			filled++
		case r.Required && r.Grp == "":
			open++
		}
	}
	return open + field.OpenChoices(fields, has, s.ID), filled, nil
}
