package desk

import (
	"errors"
	"slices"
	"strings"
	"unicode/utf8"

	"gorm.io/gorm"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

func (e *editor) addSigner(x Edit) error {
	if len(e.signers) >= maxSigners {
		return problem("A packet has at most %d signers.", maxSigners)
	}
	office, err := store.One[store.Office](e.t, "id = ?", e.p.OfficeID)
	if err != nil {
		return err
	}
	add, err := e.joining(office, x.Party, store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: max(1, x.Turn)})
	if err != nil {
		return err
	}
	for i := range add {
		if err := e.t.Create(&add[i]).Error; err != nil {
			return err
		}
	}
	e.signers = append(e.signers, add...)
	return e.arrange()
}

// signersOf returns who signs for a party: itself, or each of its proxies.
func signersOf(o store.Office, q store.Party, base store.Signer) ([]store.Signer, error) {
	base.PartyID, base.Name, base.Email, base.Role, base.Number, base.Initials = q.ID, q.Name, q.Email, q.Role, q.Number, q.Initials
	if len(q.Proxies) == 0 {
		if q.Kind.NeedsProxy() {
			return nil, problem("%s can’t sign by itself: please say on the deal’s page who signs for it.", q.Principal().Title())
		}
		return []store.Signer{base}, nil
	}
	var out []store.Signer
	for _, p := range q.Proxies {
		s := base
		s.Name, s.Email, s.Initials = p.Name, p.Email, p.Initials
		if q.AnyOne && len(q.Proxies) > 1 {
			s.AnyOf = q.ID
		}
		s.Standing = &store.Standing{Principal: q.Principal().Title(), Capacity: p.Capacity, Reading: deal.Read(q.Principal(), p.Name, p.Capacity, o.Wording(q)), Proven: p.Proof != 0, Expires: p.Expires}
		out = append(out, s)
	}
	return out, nil
}

func (e *editor) changeSigner(x Edit) error {
	s := e.signer(x.Signer)
	if s == nil {
		return ErrStale
	}
	switch x.Op {
	case "email":
		return e.setEmail(s, x.Email)
	case "note":
		s.Note = strings.TrimSpace(strings.ToValidUTF8(x.Message, ""))
		if utf8.RuneCountInString(s.Note) > 2000 {
			return problem("A note has at most 2,000 characters.")
		}
		return e.t.Save(s).Error
	case "replace":
		return e.replace(s, x.Party)
	}
	if err := e.takeOut(s.ID); err != nil {
		return err
	}
	return e.arrange()
}

// takeOut removes a signer. Their places stay, without an owner: the proof names them, and undoing is one step.
func (e *editor) takeOut(id int64) error {
	if err := e.t.Delete(&store.Signer{}, id).Error; err != nil {
		return err
	}
	if err := e.t.Model(&store.Field{}).Where("packet_id = ? AND signer_id = ?", e.p.ID, id).Updates(map[string]any{"signer_id": 0}).Error; err != nil {
		return err
	}
	if err := e.t.Model(&store.Signer{}).Where("packet_id = ? AND follows = ?", e.p.ID, id).Update("follows", 0).Error; err != nil {
		return err
	}
	e.signers = slices.DeleteFunc(e.signers, func(o store.Signer) bool { return o.ID == id })
	return nil
}

// follow makes somebody an extra signer, who signs wherever another of the same role does and in the same
// turn; or, with 0, no longer. The places follow from that when they are fitted.
func (e *editor) follow(x Edit) error {
	s := e.signer(x.Signer)
	if s == nil {
		return ErrStale
	}
	if x.Party != 0 {
		o := e.signer(x.Party)
		switch {
		case o == nil:
			return ErrStale
		case o.ID == s.ID || o.Follows != 0 || o.Role != s.Role:
			return problem("%s can sign only wherever another %s with places of their own signs.", s.Name, lowerFirst(s.Role.Title()))
		}
		s.Turn = o.Turn
	}
	s.Follows = x.Party
	if err := e.t.Model(&store.Signer{}).Where("id = ?", s.ID).Update("follows", x.Party).Error; err != nil {
		return err
	}
	return e.arrange()
}

func (e *editor) setTurns(list []Edit) error {
	for _, x := range list {
		s := e.signer(x.Signer)
		if s == nil {
			return ErrStale
		}
		s.Turn = x.Turn
	}
	return e.arrange()
}

// setEmail corrects an address on the packet and, for a party, in the deal it came from.
func (e *editor) setEmail(s *store.Signer, email string) error {
	email = strings.TrimSpace(email)
	if trouble := deal.CheckEmail(email); trouble != "" {
		return problem("%s %s.", s.Name, trouble)
	}
	was := s.Email
	s.Email = email
	if err := e.t.Save(s).Error; err != nil || s.PartyID == 0 {
		return err
	}
	if s.Standing != nil {
		return setProxyEmail(e.t, *s)
	}
	return e.setPartyEmail(s.PartyID, was, email)
}

// setPartyEmail writes a corrected address into a party, into the other of a couple that shares it, and into
// the drafts in which they sign.
func (e *editor) setPartyEmail(party int64, was, email string) error {
	q, err := store.One[store.Party](e.t, "id = ? AND deal_id = ?", party, e.p.DealID)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	var ids []int64
	if err := e.t.Model(&store.Party{}).Where("deal_id = ? AND (id = ? OR couple = ? AND couple <> 0 AND email = ?)", e.p.DealID, q.ID, q.Couple, was).Pluck("id", &ids).Error; err != nil {
		return err
	}
	for i := range e.signers {
		if s := &e.signers[i]; slices.Contains(ids, s.PartyID) && s.Standing == nil {
			s.Email = email
		}
	}
	return errors.Join(
		e.t.Model(&store.Party{}).Where("id IN ?", ids).Updates(map[string]any{"email": email, "rev": gorm.Expr("rev + 1")}).Error,
		e.t.Exec("UPDATE signer s JOIN packet p ON p.id = s.packet_id SET s.email = ? WHERE p.deal_id = ? AND p.state = ? AND s.party_id IN ? AND (s.standing IS NULL OR s.standing = 'null')", email, e.p.DealID, packet.Draft, ids).Error,
	)
}

// setProxyEmail writes a proxy's corrected address into the party it signs for.
func setProxyEmail(t store.Tx, s store.Signer) error {
	q, err := store.One[store.Party](t.Lock(), "id = ?", s.PartyID)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	for i, p := range q.Proxies {
		if p.Name == s.Name {
			q.Proxies[i].Email = s.Email
		}
	}
	q.Rev++
	return t.Save(&q).Error
}

// arrange numbers the turns from 1 without gaps and gives the inks out.
func (e *editor) arrange() error {
	turns := map[int]bool{}
	seats := make([]deal.Seat, len(e.signers))
	for i, s := range e.signers {
		turns[s.Turn] = true
		seats[i] = s.Seat()
	}
	inks := deal.Inks(seats)
	ranks := map[int]int{}
	for turn := range turns {
		n := 1
		for o := range turns {
			if o < turn {
				n++
			}
		}
		ranks[turn] = n
	}
	for i := range e.signers {
		s := e.signers[i]
		if err := e.t.Model(&store.Signer{}).Where("id = ?", s.ID).Updates(map[string]any{"ink": inks[i], "turn": ranks[s.Turn]}).Error; err != nil {
			return err
		}
	}
	return nil
}
