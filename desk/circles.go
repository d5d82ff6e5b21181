package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"indicum/core/deal"
	"indicum/core/letter"
	"indicum/core/packet"
	"indicum/store"
)

// A circle is who signs, in which turns, and who gets copies, kept by seat to be used again.

// SheetCircle is a circle as the sheet offers it.
type SheetCircle struct {
	ID    int64  `json:"id"`
	Name  string `json:"name"`
	Words string `json:"words"`
}

// CircleWords says a circle in a line: “Buyer 1 and Buyer 2, then you; a copy to Harbourlight Title”.
func CircleWords(c store.Circle) string {
	turns := map[int][]string{}
	last := 0
	for _, s := range c.Seats {
		who := s.Seat.Title()
		if s.Me {
			who = "you"
		}
		turns[s.Turn], last = append(turns[s.Turn], who), max(last, s.Turn)
	}
	var parts, copies []string
	for turn := range last + 1 {
		if len(turns[turn]) > 0 {
			parts = append(parts, letter.List(turns[turn]))
		}
	}
	for _, x := range c.Copies {
		if x.Seat != nil {
			copies = append(copies, x.Seat.Title())
		} else {
			copies = append(copies, x.Name)
		}
	}
	out := strings.Join(parts, ", then ")
	if len(copies) > 0 {
		out += "; a copy to " + letter.List(copies)
	}
	return out
}

// Circles lists an office's circles.
func (d *Desk) Circles(ctx context.Context, office int64) ([]store.Circle, error) {
	return store.All[store.Circle](d.Store.Read(ctx), "name, id", "office_id = ?", office)
}

func sheetCircles(t store.Tx, office int64) ([]SheetCircle, error) {
	list, err := store.All[store.Circle](t, "name, id", "office_id = ?", office)
	out := []SheetCircle{}
	for _, c := range list {
		out = append(out, SheetCircle{c.ID, c.Name, CircleWords(c)})
	}
	return out, err
}

// DropCircle forgets a circle; packets keep whom they took.
func (d *Desk) DropCircle(ctx context.Context, office, id int64) error {
	return dropOwn[store.Circle](d.Store.Read(ctx), office, id)
}

// KeepCircle keeps a packet's people by their seats under a name, in place of the circle that had it.
func (d *Desk) KeepCircle(ctx context.Context, m store.Member, id int64, name string) error {
	name = tidy(name)
	if name == "" || utf8.RuneCountInString(name) > 80 {
		return problem("Please give the circle a name of at most 80 characters.")
	}
	return d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		c, err := circleOf(t, p, signers)
		if err != nil {
			return err
		}
		if len(c.Seats) == 0 {
			return problem("Nobody signs yet; there is nothing to keep.")
		}
		c.Name = name
		return putNamed(t, &c, "seats", "copies")
	})
}

// circleOf is who signs a packet and gets copies of it, by seat where the deal has one for them.
func circleOf(t store.Tx, p store.Packet, signers []store.Signer) (store.Circle, error) {
	c := store.Circle{OfficeID: p.OfficeID, Seats: circleSeats(signers), Copies: []store.CircleCopy{}}
	copies, err := store.All[store.CopyTo](t, "id", "packet_id = ?", p.ID)
	if err != nil {
		return c, err
	}
	parties, err := store.All[store.Party](t, "id", "deal_id = ?", p.DealID)
	if err != nil {
		return c, err
	}
	for _, x := range copies {
		k := store.CircleCopy{Name: x.Name, Email: x.Email, Early: x.Early}
		for _, q := range parties {
			if strings.EqualFold(q.Email, x.Email) && q.Principal().Title() == x.Name {
				k = store.CircleCopy{Seat: &deal.Seat{Role: q.Role, Number: q.Number}, Early: x.Early}
			}
		}
		c.Copies = append(c.Copies, k)
	}
	return c, nil
}

// circleSeats is a packet's signers by seat; those who sign for one party are one seat.
func circleSeats(signers []store.Signer) []store.CircleSeat {
	out := []store.CircleSeat{}
	for _, s := range signers {
		k := store.CircleSeat{Seat: s.Seat(), Turn: s.Turn, Me: s.MemberID != 0}
		for _, o := range signers {
			if s.Follows != 0 && o.ID == s.Follows {
				k.Follows = &deal.Seat{Role: o.Role, Number: o.Number}
			}
		}
		if !slices.ContainsFunc(out, func(x store.CircleSeat) bool { return x.Seat == k.Seat && x.Turn == k.Turn && x.Me == k.Me }) {
			out = append(out, k)
		}
	}
	return out
}

// useCircle puts a circle's people into the draft.
func (e *editor) useCircle(id int64) error {
	c, err := store.One[store.Circle](e.t, "id = ? AND office_id = ?", id, e.p.OfficeID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	return e.useSeats(c)
}

// useSeats puts a circle's people into the draft, from the deal's parties. Seats that the deal has and the
// circle has not (a third buyer) join the last of their role; those that the deal has not are left out.
func (e *editor) useSeats(c store.Circle) error {
	parties, err := store.All[store.Party](e.t, "role, number", "deal_id = ?", e.p.DealID)
	if err != nil {
		return err
	}
	office, err := store.One[store.Office](e.t, "id = ?", e.p.OfficeID)
	if err != nil {
		return err
	}
	for i := range e.signers {
		e.signers[i].Turn += 1000 // whom the circle does not name stays, behind those it does
	}
	var missing []string
	for _, k := range c.Seats {
		if k.Me {
			err = e.seat(office, 0, k.Turn)
		} else if q, ok := partyIn(parties, k.Seat); ok {
			err = e.seat(office, q.ID, k.Turn)
		} else if k.Seat.Number == 1 {
			missing = append(missing, "no "+lowerFirst(k.Seat.Role.Title()))
		}
		if err != nil {
			return err
		}
	}
	if err := e.joinRole(office, c, parties); err != nil {
		return err
	}
	if err := e.followSeats(c); err != nil {
		return err
	}
	if len(missing) > 0 {
		e.notice = append(e.notice, fmt.Sprintf("The deal has %s; the rest of “%s” is in.", letter.List(missing), c.Name))
	}
	return errors.Join(e.circleCopies(c, parties), e.arrange())
}

func partyIn(parties []store.Party, s deal.Seat) (store.Party, bool) {
	i := slices.IndexFunc(parties, func(q store.Party) bool { return q.Seat() == s })
	if i < 0 {
		return store.Party{}, false
	}
	return parties[i], true
}

// seat puts a party, or with 0 the member, into a turn: who is there already moves, others join.
func (e *editor) seat(o store.Office, party int64, turn int) error {
	found := false
	for i := range e.signers {
		s := &e.signers[i]
		mine := party == 0 && s.MemberID == e.m.ID || party != 0 && s.PartyID == party
		if mine && s.Turn > 1000 && (party != 0 || !found) {
			s.Turn, found = turn, true
		}
	}
	if found {
		return nil
	}
	add, err := e.joining(o, party, store.Signer{PacketID: e.p.ID, Stage: packet.Waiting, Turn: turn})
	var alone Problem
	if errors.As(err, &alone) {
		e.notice = append(e.notice, alone.Sentence)
		return nil
	} else if err != nil {
		return err
	}
	if len(e.signers)+len(add) > maxSigners {
		return problem("A packet has at most %d signers.", maxSigners)
	}
	for i := range add {
		if err := e.t.Create(&add[i]).Error; err != nil {
			return err
		}
	}
	e.signers = append(e.signers, add...)
	return nil
}

// joinRole lets parties of the circle's roles join that the circle does not name.
func (e *editor) joinRole(o store.Office, c store.Circle, parties []store.Party) error {
	for _, q := range parties {
		turn, named := 0, false
		for _, k := range c.Seats {
			if !k.Me && k.Seat.Role == q.Role {
				turn, named = k.Turn, named || k.Seat == q.Seat()
			}
		}
		if turn == 0 || named {
			continue
		}
		if err := e.seat(o, q.ID, turn); err != nil {
			return err
		}
		e.notice = append(e.notice, fmt.Sprintf("%s joined the other %ss.", q.Principal().Title(), lowerFirst(q.Role.Title())))
	}
	return nil
}

// followSeats makes extra signers follow whom they follow in the circle.
func (e *editor) followSeats(c store.Circle) error {
	for _, k := range c.Seats {
		if k.Follows == nil {
			continue
		}
		leader := slices.IndexFunc(e.signers, func(s store.Signer) bool { return s.Seat() == *k.Follows && s.Turn == k.Turn })
		for i := range e.signers {
			if s := &e.signers[i]; leader >= 0 && s.Seat() == k.Seat && s.Turn == k.Turn && s.ID != e.signers[leader].ID {
				s.Follows = e.signers[leader].ID
				if err := e.t.Model(&store.Signer{}).Where("id = ?", s.ID).Update("follows", s.Follows).Error; err != nil {
					return err
				}
			}
		}
	}
	return nil
}

func (e *editor) circleCopies(c store.Circle, parties []store.Party) error {
	for _, k := range c.Copies {
		x := Edit{Op: "copy", Name: k.Name, Email: k.Email, Early: k.Early}
		if k.Seat != nil {
			q, ok := partyIn(parties, *k.Seat)
			if !ok || q.Email == "" {
				e.notice = append(e.notice, fmt.Sprintf("No copy goes to %s: the deal has no address for them.", lowerFirst(k.Seat.Title())))
				continue
			}
			x = Edit{Op: "copy", Party: q.ID, Early: k.Early}
		}
		if err := e.addCopy(x); err != nil {
			return err
		}
	}
	return nil
}
