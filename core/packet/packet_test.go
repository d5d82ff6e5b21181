package packet

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"
)

var now = time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)

// in returns a packet in the given state: signers 1 and 2 in turn 1, signer 3 in turn 2.
func in(s State) Packet {
	p := Packet{State: Draft, Due: now.Add(time.Hour), Signers: []Signer{{ID: 1, Turn: 1, Stage: Waiting}, {ID: 2, Turn: 1, Stage: Waiting}, {ID: 3, Turn: 2, Stage: Waiting}}}
	if s == Draft {
		return p
	}
	p, _, _ = Apply(p, Action{Deed: Send, At: now})
	p.State = s
	return p
}

func consented(p Packet, ids ...int64) Packet {
	for i := range p.Signers {
		for _, id := range ids {
			if p.Signers[i].ID == id {
				p.Signers[i].Consented, p.Signers[i].Opened = true, true
			}
		}
	}
	return p
}

// Every deed in every state: what the table does not name must be refused with ErrState.
func TestEveryTransition(t *testing.T) {
	late := now.Add(2 * time.Hour)
	deeds := map[Deed]Action{
		Send: {At: now}, Open: {Signer: 1}, Consent: {Signer: 1}, Fill: {Signer: 1}, Finish: {Signer: 1}, Decline: {Signer: 1},
		Replace: {Signer: 1, By: 4}, Leave: {Signer: 1},
		Remind: {Signer: 1}, Readdress: {Signer: 1}, Extend: {At: now, Due: late}, Withdraw: {}, Lapse: {At: late}, Seal: {},
	}
	want := map[string]string{
		"draft send": "circulating [{ask 1} {ask 2}]", "circulating send": ErrAlready.Error(),
		"circulating open": "circulating []", "circulating consent": "circulating []", "circulating fill": "circulating []",
		"circulating finish":    "circulating [{tell sender 1}]",
		"circulating decline":   "declined [{tell ended 2} {tell sender 1}]",
		"circulating remind":    "circulating [{ask again 1}]",
		"circulating readdress": "circulating [{ask 1}]",
		"circulating replace":   "circulating [{tell left 1} {ask 4}]",
		"circulating leave":     "circulating [{tell left 1}]",
		"circulating extend":    "circulating []",
		"circulating withdraw":  "withdrawn [{tell ended 1} {tell ended 2}]",
		"circulating lapse":     "lapsed [{tell ended 1} {tell ended 2} {tell sender 0}]",
		"executed seal":         "executed [{send copies 0}]",
	}
	for _, state := range []State{Draft, Circulating, Executed, Declined, Withdrawn, Lapsed} {
		for deed, a := range deeds {
			a.Deed = deed
			p := in(state)
			if deed == Fill || deed == Finish {
				p = consented(p, 1)
			}
			if deed == Replace {
				p.Signers = append(p.Signers, Signer{ID: 4})
			}
			next, follow, err := Apply(p, a)
			got := fmt.Sprintf("%s %v", next.State, follow)
			if err != nil {
				got = err.Error()
				if fmt.Sprint(next) != fmt.Sprint(p) {
					t.Errorf("%s %s: refused, yet the packet changed", state, deed)
				}
			}
			expect, ok := want[string(state)+" "+string(deed)]
			if !ok {
				expect = ErrState.Error()
			}
			if got != expect {
				t.Errorf("%s %s: got %q, want %q", state, deed, got, expect)
			}
		}
	}
}

func TestRefusals(t *testing.T) {
	both := consented(in(Circulating), 1, 2, 3)
	oneDone, _, _ := Apply(both, Action{Deed: Finish, Signer: 1})
	alone := Packet{State: Circulating, Signers: []Signer{{ID: 1, Turn: 1, Stage: Holding}, {ID: 2, Turn: 1, Stage: Left}}}
	sealed := in(Executed)
	sealed.Sealed = true
	for name, c := range map[string]struct {
		p    Packet
		a    Action
		want error
	}{
		"later turn opens early":   {both, Action{Deed: Open, Signer: 3}, ErrNotYours},
		"later turn signs early":   {both, Action{Deed: Finish, Signer: 3}, ErrNotYours},
		"stranger":                 {both, Action{Deed: Finish, Signer: 9}, ErrNotYours},
		"no consent":               {in(Circulating), Action{Deed: Finish, Signer: 1}, ErrConsent},
		"mark without consent":     {in(Circulating), Action{Deed: Fill, Signer: 1}, ErrConsent},
		"places empty":             {both, Action{Deed: Finish, Signer: 1, Open: 2}, ErrOpen},
		"finish twice":             {oneDone, Action{Deed: Finish, Signer: 1}, ErrAlready},
		"decline after finishing":  {oneDone, Action{Deed: Decline, Signer: 1}, ErrNotYours},
		"remind one who waits":     {both, Action{Deed: Remind, Signer: 3}, ErrNotYours},
		"lapse before it is due":   {both, Action{Deed: Lapse, At: now}, ErrState},
		"extend into the past":     {both, Action{Deed: Extend, At: now, Due: now}, ErrState},
		"send with open findings":  {in(Draft), Action{Deed: Send, At: now, Open: 1}, ErrFindings},
		"send when already lapsed": {in(Draft), Action{Deed: Send, At: now.Add(3 * time.Hour)}, ErrFindings},
		"send to nobody":           {Packet{State: Draft}, Action{Deed: Send, At: now}, ErrFindings},
		"replace one who signed":   {oneDone, Action{Deed: Replace, Signer: 1, By: 2}, ErrState},
		"replace by one who signs": {both, Action{Deed: Replace, Signer: 1, By: 2}, ErrState},
		"leave after signing":      {oneDone, Action{Deed: Leave, Signer: 1}, ErrState},
		"the last one leaves":      {alone, Action{Deed: Leave, Signer: 1}, ErrNobody},
		"who left signs":           {alone, Action{Deed: Finish, Signer: 2}, ErrNotYours},
		"seal twice":               {sealed, Action{Deed: Seal}, ErrAlready},
	} {
		if _, _, err := Apply(c.p, c.a); !errors.Is(err, c.want) {
			t.Errorf("%s: got %v, want %v", name, err, c.want)
		}
	}
}

// Random orders of deeds by up to 12 signers in up to 5 turns.
func TestNobodyIsAskedEarlyAndEveryPacketEndsOrWaitsOnSomebody(t *testing.T) {
	deeds := []Deed{Send, Open, Consent, Fill, Finish, Finish, Finish, Decline, Remind, Readdress, Withdraw, Lapse, Seal, Consent, Consent, Replace, Leave}
	ends, left := map[State]int{}, 0
	for seed := range uint64(4000) {
		r := rand.New(rand.NewPCG(seed, 1))
		p := Packet{State: Draft, Due: now.Add(time.Hour)}
		for i := range 1 + r.IntN(12) {
			p.Signers = append(p.Signers, Signer{ID: int64(i + 1), Turn: 1 + r.IntN(5), Stage: Waiting, AnyOf: int64(max(0, r.IntN(8)-4))})
		}
		asked := map[int64]int{}
		seals := 0
		p, follow, err := Apply(p, Action{Deed: Send, At: now})
		if err != nil {
			t.Fatal(err)
		}
		for step := 0; ; step++ {
			for _, c := range follow {
				if c.Effect == Ask && asked[c.Signer] == 0 {
					asked[c.Signer]++
					me := p.signer(c.Signer)
					for _, o := range p.Signers {
						if o.Turn < me.Turn && !o.through() {
							t.Fatalf("seed %d: signer %d of turn %d asked while signer %d of turn %d is %s", seed, me.ID, me.Turn, o.ID, o.Turn, o.Stage)
						}
					}
				}
				if c.Effect == MakeSeal {
					seals++
				}
			}
			if p.State.Final() || step == 400 {
				break
			}
			if len(p.Holders()) == 0 {
				t.Fatalf("seed %d: circulating, and nobody holds it: %+v", seed, p)
			}
			deed := deeds[r.IntN(len(deeds))]
			if (deed == Decline || deed == Withdraw || deed == Lapse) && r.IntN(60) > 0 {
				continue
			}
			if (deed == Replace || deed == Leave) && r.IntN(6) > 0 {
				continue
			}
			a := Action{Deed: deed, Signer: int64(1 + r.IntN(len(p.Signers))), By: int64(len(p.Signers) + 1), At: now.Add(time.Duration(r.IntN(90)) * time.Minute), Open: r.IntN(2)}
			with := p
			if deed == Replace {
				with.Signers = append(slices.Clone(p.Signers), Signer{ID: a.By})
			}
			next, then, err := Apply(with, a)
			if err != nil {
				follow = nil
				continue
			}
			p, follow = next, then
		}
		if p.State == Executed {
			for _, s := range p.Signers {
				signed := 0
				for _, o := range p.Signers {
					if o.AnyOf == s.AnyOf && o.Stage == Done {
						signed++
					}
				}
				everyoneLeft := true // of the seat
				for _, o := range p.Signers {
					everyoneLeft = everyoneLeft && (o.AnyOf != s.AnyOf || o.Stage == Left)
				}
				if !s.through() || s.Stage == Done && asked[s.ID] != 1 || s.Stage == Released && (s.AnyOf == 0 || signed == 0) || s.AnyOf != 0 && signed != 1 && !everyoneLeft {
					t.Fatalf("seed %d: executed, but signer %d is %s, asked %d times; %d signed in the seat", seed, s.ID, s.Stage, asked[s.ID], signed)
				}
			}
		}
		if want := map[bool]int{true: 1}[p.State == Executed]; seals != want {
			t.Fatalf("seed %d: %s with %d seals", seed, p.State, seals)
		}
		ends[p.State]++
		for _, s := range p.Signers {
			left += map[bool]int{true: 1}[s.Stage == Left]
		}
	}
	if left < 1000 {
		t.Errorf("only %d signers left or were replaced", left)
	}
	for _, s := range []State{Executed, Declined, Withdrawn, Lapsed} {
		if ends[s] < 50 {
			t.Errorf("only %d of the random packets ended %s: the test says little about that end", ends[s], s)
		}
	}
}
