package desk

import (
	"errors"
	"strings"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

func (e *editor) addSigner(x Edit) error {
	if len(e.signers) >= maxSigners {
		return problem("A packet has at most %d signers.", maxSigners)
	}
	s := store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: max(1, x.Turn)}
	if x.Party == 0 {
		row, err := store.One[store.Deal](e.t, "id = ?", e.p.DealID)
		if err != nil {
			return err
		}
		seat := ownSeat(row)
		s.MemberID, s.Name, s.Email, s.Role, s.Number = e.m.ID, e.m.Name, e.m.Email, seat.Role, seat.Number
	} else {
		q, err := store.One[store.Party](e.t, "id = ? AND deal_id = ?", x.Party, e.p.DealID)
		if errors.Is(err, store.ErrNotFound) {
			return ErrStale
		} else if err != nil {
			return err
		}
		s.PartyID, s.Name, s.Email, s.Role, s.Number = q.ID, q.Name, q.Email, q.Role, q.Number
	}
	if err := e.t.Create(&s).Error; err != nil {
		return err
	}
	e.signers = append(e.signers, s)
	return e.arrange()
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
	if s.PartyID != 0 {
		if err := e.t.Model(&store.Party{}).Where("id = ? AND deal_id = ?", s.PartyID, e.p.DealID).Update("email", email).Error; err != nil {
			return err
		}
	}
	return e.t.Save(s).Error
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
