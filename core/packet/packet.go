// Package packet is the state machine of a signing packet. It is pure: given the state and what
// somebody did it returns the next state and what must follow (mails, the seal). Nothing here
// reads a clock, a database or the network.
package packet

import (
	"errors"
	"fmt"
	"slices"
	"time"
)

// State is where a packet stands.
type State string

// The states of a packet. Draft and Circulating go on; the others are final.
const (
	Draft       State = "draft"
	Circulating State = "circulating"
	Executed    State = "executed"
	Declined    State = "declined"
	Withdrawn   State = "withdrawn"
	Lapsed      State = "lapsed"
)

// Final reports whether nothing more can be signed.
func (s State) Final() bool { return s != Draft && s != Circulating }

// Stage is where one signer stands.
type Stage string

// The stages of a signer.
const (
	Waiting Stage = "waiting" // not asked yet
	Holding Stage = "holding" // asked, and may sign now
	Done    Stage = "done"
	Refused Stage = "refused" // this signer declined
	// Released: another proxy of the same party has signed, and any one was enough.
	Released Stage = "released"
	// Left: before signing, somebody else took over or the party left the deal.
	Left Stage = "left"
)

// Signer is one person in one turn.
type Signer struct {
	ID        int64
	Turn      int // equal turns sign at the same time; any positive numbers, gaps allowed
	Stage     Stage
	Opened    bool
	Consented bool
	AnyOf     int64 // signers of one packet with the same number share a seat that any one of them completes; 0: alone
}

// through reports whether nothing more is wanted of the signer.
func (s Signer) through() bool { return s.Stage == Done || s.Stage == Released || s.Stage == Left }

// Packet is what the rules need to know of a packet.
type Packet struct {
	State   State
	Signers []Signer
	Due     time.Time // zero: never lapses
	Sealed  bool      // the executed copy exists
}

// Deed is something somebody did.
type Deed string

// What can be done to a packet.
const (
	Send      Deed = "send"
	Open      Deed = "open"
	Consent   Deed = "consent"
	Fill      Deed = "fill" // put a mark in one place
	Finish    Deed = "finish"
	Decline   Deed = "decline"
	Remind    Deed = "remind"
	Readdress Deed = "readdress" // correct the mail address of a signer who has not finished
	Replace   Deed = "replace"   // somebody else takes the turn of a signer who has not finished
	Leave     Deed = "leave"     // a signer who has not finished goes, and nobody takes their turn
	Extend    Deed = "extend"
	Withdraw  Deed = "withdraw"
	Lapse     Deed = "lapse"
	Seal      Deed = "seal" // the executed copy was made
)

// Action is a deed with its circumstances.
type Action struct {
	Deed   Deed
	Signer int64 // for the signer's own deeds, Remind, Readdress, Replace and Leave
	By     int64 // Replace: who takes over, among the packet's signers already, without a stage
	At     time.Time
	Open   int       // Finish: required places still empty; Send: open findings that forbid sending
	Due    time.Time // Extend
}

// Effect is something that must follow, committed together with the new state.
type Effect string

// What can follow.
const (
	Ask        Effect = "ask"         // mail the signer their link
	AskAgain   Effect = "ask again"   // mail a reminder with the link
	TellSender Effect = "tell sender" // mail the sender what happened
	TellEnded  Effect = "tell ended"  // mail a signer who was asked that the packet has ended
	TellLeft   Effect = "tell left"   // mail a signer who was asked that nothing is wanted of them any more
	TellSigned Effect = "tell signed" // mail a signer who was asked that another has signed for the same party
	MakeSeal   Effect = "make seal"   // compose and seal the executed copy
	SendCopies Effect = "send copies" // mail the executed copy to everybody
)

// Consequence is an effect and, where it concerns one, the signer.
type Consequence struct {
	Effect Effect
	Signer int64
}

// What Apply refuses. Callers decide on these.
var (
	ErrState    = errors.New("the packet does not allow this now")
	ErrNotYours = errors.New("it is not this signer’s turn")
	ErrConsent  = errors.New("the signer has not agreed to sign electronically")
	ErrOpen     = errors.New("required places are still empty")
	ErrAlready  = errors.New("this was already done")
	ErrFindings = errors.New("the proof has open findings")
	ErrNobody   = errors.New("nobody would be left to sign")
)

// Holders returns the signers who may sign now.
func (p Packet) Holders() []Signer {
	var out []Signer
	if p.State != Circulating {
		return out
	}
	for _, s := range p.Signers {
		if s.Stage == Holding {
			out = append(out, s)
		}
	}
	return out
}

// Apply returns the packet after a and what follows from it. p is not changed. On an error the
// returned packet is p; ErrAlready marks a repetition that callers may take for success.
func Apply(p Packet, a Action) (Packet, []Consequence, error) {
	next := p
	next.Signers = slices.Clone(p.Signers)
	var follow []Consequence
	var err error
	switch a.Deed {
	case Send:
		follow, err = next.send(a)
	case Open, Consent, Fill, Finish, Decline:
		follow, err = next.bySigner(a)
	case Remind, Readdress:
		follow, err = next.toSigner(a)
	case Replace, Leave:
		follow, err = next.change(a)
	case Extend:
		if next.State != Circulating || !a.Due.After(a.At) {
			err = ErrState
		}
		next.Due = a.Due
	case Withdraw:
		follow, err = next.end(Withdrawn, 0)
	case Lapse:
		if p.Due.IsZero() || a.At.Before(p.Due) {
			return p, nil, ErrState
		}
		follow, err = next.end(Lapsed, 0)
		follow = append(follow, Consequence{Effect: TellSender})
	case Seal:
		if next.State != Executed {
			err = ErrState
		} else if next.Sealed {
			err = ErrAlready
		}
		next.Sealed = true
		follow = []Consequence{{Effect: SendCopies}}
	default:
		err = fmt.Errorf("packet: unknown deed %q", a.Deed)
	}
	if err != nil {
		return p, nil, err
	}
	return next, follow, nil
}

func (p *Packet) send(a Action) ([]Consequence, error) {
	switch {
	case p.State == Circulating:
		return nil, ErrAlready
	case p.State != Draft:
		return nil, ErrState
	case a.Open > 0 || len(p.Signers) == 0:
		return nil, ErrFindings
	case !p.Due.IsZero() && !p.Due.After(a.At):
		return nil, ErrFindings
	}
	p.State = Circulating
	return p.ask(), nil
}

// ask hands the packet to the lowest turn that is not done.
func (p *Packet) ask() []Consequence {
	turn, found := 0, false
	for _, s := range p.Signers {
		if !s.through() && (!found || s.Turn < turn) {
			turn, found = s.Turn, true
		}
	}
	var out []Consequence
	for i := range p.Signers {
		if s := &p.Signers[i]; found && s.Turn == turn && s.Stage == Waiting {
			s.Stage = Holding
			out = append(out, Consequence{Ask, s.ID})
		}
	}
	return out
}

func (p *Packet) signer(id int64) *Signer {
	for i := range p.Signers {
		if p.Signers[i].ID == id {
			return &p.Signers[i]
		}
	}
	return nil
}

func (p *Packet) bySigner(a Action) ([]Consequence, error) {
	s := p.signer(a.Signer)
	switch {
	case s == nil:
		return nil, ErrNotYours
	case s.Stage == Done && a.Deed == Finish:
		return nil, ErrAlready
	case s.Stage == Released || s.Stage == Left:
		return nil, ErrNotYours
	case p.State != Circulating:
		return nil, ErrState
	case s.Stage != Holding:
		return nil, ErrNotYours
	}
	switch a.Deed {
	case Open:
		if s.Opened {
			return nil, ErrAlready
		}
		s.Opened = true
		return nil, nil
	case Consent:
		if s.Consented {
			return nil, ErrAlready
		}
		s.Opened, s.Consented = true, true
		return nil, nil
	case Decline:
		s.Stage = Refused
		out, err := p.end(Declined, s.ID)
		return append(out, Consequence{TellSender, s.ID}), err
	}
	if !s.Consented {
		return nil, ErrConsent
	}
	if a.Deed == Fill {
		return nil, nil
	}
	if a.Open > 0 {
		return nil, ErrOpen
	}
	s.Stage = Done
	return p.goOn(append([]Consequence{{TellSender, s.ID}}, p.release(*s)...)), nil
}

// goOn hands the packet to the next turn once nobody of this one is left, or ends it.
func (p *Packet) goOn(out []Consequence) []Consequence {
	for _, o := range p.Signers {
		if o.Stage == Holding {
			return out // others of the same turn still sign
		}
	}
	asked := p.ask()
	if len(asked) == 0 {
		p.State = Executed
		return append(out, Consequence{Effect: MakeSeal})
	}
	return append(out, asked...)
}

// change lets a signer go who has not finished: somebody else takes their place in the order, or nobody.
func (p *Packet) change(a Action) ([]Consequence, error) {
	s := p.signer(a.Signer)
	if p.State != Circulating || s == nil || s.through() {
		return nil, ErrState
	}
	held := s.Stage == Holding
	var out []Consequence
	if held {
		out = append(out, Consequence{TellLeft, s.ID})
	}
	if a.Deed == Replace {
		by := p.signer(a.By)
		if by == nil || by.Stage != "" {
			return nil, ErrState
		}
		by.Turn, by.AnyOf, by.Stage = s.Turn, s.AnyOf, s.Stage
		s.Stage = Left
		if held {
			out = append(out, Consequence{Ask, by.ID})
		}
		return out, nil
	}
	s.Stage = Left
	for _, o := range p.Signers {
		if o.Stage == Done || !o.through() {
			return p.goOn(out), nil
		}
	}
	return nil, ErrNobody
}

// release frees the others who could have signed in the same seat.
func (p *Packet) release(by Signer) []Consequence {
	var out []Consequence
	for i := range p.Signers {
		s := &p.Signers[i]
		if by.AnyOf == 0 || s.AnyOf != by.AnyOf || s.ID == by.ID || s.through() {
			continue
		}
		if s.Stage == Holding {
			out = append(out, Consequence{TellSigned, s.ID})
		}
		s.Stage = Released
	}
	return out
}

func (p *Packet) toSigner(a Action) ([]Consequence, error) {
	s := p.signer(a.Signer)
	if p.State != Circulating || s == nil || s.through() {
		return nil, ErrState
	}
	if s.Stage == Waiting {
		if a.Deed == Remind {
			return nil, ErrNotYours
		}
		return nil, nil // the new address is used when their turn comes
	}
	if a.Deed == Readdress {
		return []Consequence{{Ask, s.ID}}, nil
	}
	return []Consequence{{AskAgain, s.ID}}, nil
}

// end stops a circulating packet and tells everybody who was asked, but for the one who stopped it.
func (p *Packet) end(to State, by int64) ([]Consequence, error) {
	if p.State != Circulating {
		return nil, ErrState
	}
	p.State = to
	var out []Consequence
	for _, s := range p.Signers {
		if s.ID != by && (s.Stage == Holding || s.Stage == Done) {
			out = append(out, Consequence{TellEnded, s.ID})
		}
	}
	return out, nil
}
