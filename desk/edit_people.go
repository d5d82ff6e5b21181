package desk

import (
	"errors"
	"strings"

	"gorm.io/gorm"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

func (e *editor) addSigner(x Edit) error {
	if len(e.signers) >= maxSigners {
		return problem("A packet has at most %d signers.", maxSigners)
	}
	base := store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: max(1, x.Turn)}
	add := []store.Signer{base}
	if x.Party == 0 {
		row, err := store.One[store.Deal](e.t, "id = ?", e.p.DealID)
		if err != nil {
			return err
		}
		seat, s := ownSeat(row), &add[0]
		s.MemberID, s.Name, s.Email, s.Role, s.Number = e.m.ID, e.m.Name, e.m.Email, seat.Role, seat.Number
	} else {
		q, err := store.One[store.Party](e.t, "id = ? AND deal_id = ?", x.Party, e.p.DealID)
		if errors.Is(err, store.ErrNotFound) {
			return ErrStale
		} else if err != nil {
			return err
		}
		if add, err = signersOf(q, base); err != nil {
			return err
		}
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
func signersOf(q store.Party, base store.Signer) ([]store.Signer, error) {
	base.PartyID, base.Name, base.Email, base.Role, base.Number = q.ID, q.Name, q.Email, q.Role, q.Number
	if len(q.Proxies) == 0 {
		if q.Kind.NeedsProxy() {
			return nil, problem("%s can’t sign by itself: please say on the deal’s page who signs for it.", q.Principal().Title())
		}
		return []store.Signer{base}, nil
	}
	var out []store.Signer
	for _, p := range q.Proxies {
		s := base
		s.Name, s.Email = p.Name, p.Email
		if q.AnyOne && len(q.Proxies) > 1 {
			s.AnyOf = q.ID
		}
		s.Standing = &store.Standing{Principal: q.Principal().Title(), Capacity: p.Capacity, Reading: deal.Read(q.Principal(), p.Name, p.Capacity, q.Wording), Proven: p.Proof != 0, Expires: p.Expires}
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
	case "unsigner":
		if err := e.t.Delete(&store.Signer{}, s.ID).Error; err != nil {
			return err
		}
		// Their places stay, without an owner: the proof names them, and undoing is one step.
		if err := e.t.Model(&store.Field{}).Where("packet_id = ? AND signer_id = ?", e.p.ID, s.ID).Updates(map[string]any{"signer_id": 0}).Error; err != nil {
			return err
		}
		if err := e.t.Model(&store.Signer{}).Where("packet_id = ? AND follows = ?", e.p.ID, s.ID).Update("follows", 0).Error; err != nil {
			return err
		}
		var rest []store.Signer
		for _, o := range e.signers {
			if o.ID != x.Signer {
				rest = append(rest, o)
			}
		}
		e.signers = rest
	}
	return e.arrange()
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
	s.Email = email
	if s.PartyID != 0 && s.Standing != nil {
		if err := setProxyEmail(e.t, *s); err != nil {
			return err
		}
	} else if s.PartyID != 0 {
		if err := e.t.Model(&store.Party{}).Where("id = ? AND deal_id = ?", s.PartyID, e.p.DealID).Updates(map[string]any{"email": email, "rev": gorm.Expr("rev + 1")}).Error; err != nil {
			return err
		}
	}
	return e.t.Save(s).Error
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
