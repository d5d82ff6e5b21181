package desk

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

// act does one deed of a member on a circulating packet.
func (d *Desk) act(ctx context.Context, m store.Member, who Who, id int64, a packet.Action, kind string, facts map[string]string, before func(store.Tx, *store.Packet, []store.Signer) error) error {
	return refusal(d.write(ctx, func(t store.Tx) error { return d.actIn(t, m, who, id, a, kind, facts, before) }))
}

// refusal words what the rules refuse to a member.
func refusal(err error) error {
	switch {
	case errors.Is(err, packet.ErrAlready):
		return nil
	case errors.Is(err, packet.ErrState):
		return problem("The packet’s state does not allow this any more.")
	case errors.Is(err, packet.ErrNobody):
		return problem("Nobody would be left to sign the packet; please withdraw it instead.")
	case errors.Is(err, packet.ErrNotYours):
		return problem("It is not this person’s turn yet; there is nothing to remind them of.")
	}
	return err
}

// actIn is act within a transaction.
func (d *Desk) actIn(t store.Tx, m store.Member, who Who, id int64, a packet.Action, kind string, facts map[string]string, before func(store.Tx, *store.Packet, []store.Signer) error) error {
	p, signers, err := lockedPacket(t, m.OfficeID, id)
	if err != nil {
		return err
	}
	if before != nil {
		if err := before(t, &p, signers); err != nil {
			return err
		}
	}
	if err := d.record(t, &p, kind, who, facts); err != nil {
		return err
	}
	if a.By != 0 { // somebody joined
		if signers, err = store.All[store.Signer](t, "turn, id", "packet_id = ?", id); err != nil {
			return err
		}
	}
	if err := d.apply(t, &p, signers, a); err != nil {
		return err
	}
	return settle(t, p)
}

// Remind mails a signer who holds the packet once more, with a fresh link.
func (d *Desk) Remind(ctx context.Context, m store.Member, who Who, id, signer int64) error {
	s, err := store.One[store.Signer](d.Store.Read(ctx), "id = ? AND packet_id = ?", signer, id)
	if err != nil {
		return err
	}
	return d.act(ctx, m, who, id, packet.Action{Deed: packet.Remind, Signer: signer}, "reminded", map[string]string{"whom": s.Name}, nil)
}

// Readdress corrects a signer's mail address. Links sent to the old address die.
func (d *Desk) Readdress(ctx context.Context, m store.Member, who Who, id, signer int64, email string) error {
	email = strings.TrimSpace(email)
	if trouble := deal.CheckEmail(email); trouble != "" {
		return problem("The signer %s.", trouble)
	}
	facts := map[string]string{"to": email}
	return d.act(ctx, m, who, id, packet.Action{Deed: packet.Readdress, Signer: signer}, "readdressed", facts, func(t store.Tx, p *store.Packet, signers []store.Signer) error {
		for i := range signers {
			if s := &signers[i]; s.ID == signer {
				facts["whom"], facts["from"] = s.Name, s.Email
				s.Email = email
				return errors.Join(t.Save(s).Error, t.Where("signer_id = ?", s.ID).Delete(&store.Link{}).Error)
			}
		}
		return store.ErrNotFound
	})
}

// Withdraw takes a circulating packet back.
func (d *Desk) Withdraw(ctx context.Context, m store.Member, who Who, id int64) error {
	return d.act(ctx, m, who, id, packet.Action{Deed: packet.Withdraw}, "withdrawn", nil, nil)
}

// Extend moves the date on which the packet lapses to the end of the given day.
func (d *Desk) Extend(ctx context.Context, m store.Member, who Who, id int64, day string) error {
	at, err := time.ParseInLocation("2006-01-02", day, d.zone(d.Store.Read(ctx), m.OfficeID))
	if err != nil {
		return problem("“%s” is not a date.", clip(day, 20))
	}
	due := at.AddDate(0, 0, 1).Add(-time.Minute).UTC()
	if !due.After(store.Now()) {
		return problem("The new date has passed already.")
	}
	return d.act(ctx, m, who, id, packet.Action{Deed: packet.Extend, Due: due}, "extended", map[string]string{"until": day}, func(_ store.Tx, p *store.Packet, _ []store.Signer) error {
		p.DueAt = &due
		return nil
	})
}

// lapse ends the packets whose time has passed.
func (d *Desk) lapse(ctx context.Context) error {
	var ids []int64
	now := store.Now()
	if err := d.Store.Read(ctx).Model(&store.Packet{}).Where("state = ? AND due_at <= ?", packet.Circulating, now).Limit(50).Pluck("id", &ids).Error; err != nil {
		return err
	}
	for _, id := range ids {
		err := d.act(ctx, store.Member{}, Who{Name: "Indicum"}, id, packet.Action{Deed: packet.Lapse, At: now}, "lapsed", nil, nil)
		var p Problem
		if err != nil && !errors.As(err, &p) { // another instance may have been faster
			return err
		}
	}
	return nil
}

// PacketView is a sent packet with all that is known about it.
type PacketView struct {
	Sheet
	Row       store.Packet
	People    []store.Signer
	Sender    store.Member
	Events    []store.Event
	LedgerBad bool
	Done      map[int64]int // marks so far, by signer
	Total     map[int64]int
}

// Packet returns a packet for a member of its office.
func (d *Desk) Packet(ctx context.Context, m store.Member, id int64) (PacketView, error) {
	var v PacketView
	t := d.Store.Read(ctx)
	var err error
	if v.Row, err = store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID); err != nil {
		return v, err
	}
	if v.Sheet, err = d.sheet(t, m, v.Row); err != nil {
		return v, err
	}
	if v.People, err = store.All[store.Signer](t, "turn, id", "packet_id = ?", id); err != nil {
		return v, err
	}
	if v.Sender, err = store.One[store.Member](t, "id = ?", v.Row.SenderID); err != nil {
		return v, err
	}
	if v.Events, err = store.All[store.Event](t, "seq", "packet_id = ?", id); err != nil {
		return v, err
	}
	v.LedgerBad = d.CheckLedger(ctx, id) != nil
	v.Done, v.Total, err = progress(t, []int64{id})
	return v, err
}

// Executed returns the executed copy for a member.
func (d *Desk) Executed(ctx context.Context, office, id int64) (store.Packet, []byte, error) {
	p, err := store.One[store.Packet](d.Store.Read(ctx), "id = ? AND office_id = ?", id, office)
	if err != nil {
		return p, nil, err
	}
	if p.ExecutedSha == "" {
		return p, nil, store.ErrNotFound
	}
	data, err := d.Store.Blob(ctx, p.ExecutedSha)
	return p, data, err
}

// ExecutedZip returns a zip with one sealed PDF for each document, each with the signing record,
// beside the merged copy.
func (d *Desk) ExecutedZip(ctx context.Context, office, id int64) (store.Packet, []byte, error) {
	p, merged, err := d.Executed(ctx, office, id)
	if err != nil {
		return p, nil, err
	}
	parts, err := d.sealedParts(ctx, p)
	if err != nil {
		return p, nil, err
	}
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	used := map[string]bool{}
	add := func(name string, data []byte) error {
		name = FileName(name)
		for n := 2; used[strings.ToLower(name)]; n++ {
			name = fmt.Sprintf("%s (%d)", strings.TrimSuffix(name, fmt.Sprintf(" (%d)", n-1)), n)
		}
		used[strings.ToLower(name)] = true
		f, err := w.CreateHeader(&zip.FileHeader{Name: name + ".pdf", Method: zip.Deflate, Modified: *p.EndedAt})
		if err != nil {
			return err
		}
		_, err = f.Write(data)
		return err
	}
	for _, part := range parts {
		if err := add(part.name+", executed", part.data); err != nil {
			return p, nil, fmt.Errorf("write zip: %w", err)
		}
	}
	if err := add(p.Title+", executed, all documents", merged); err != nil {
		return p, nil, fmt.Errorf("write zip: %w", err)
	}
	if err := w.Close(); err != nil {
		return p, nil, fmt.Errorf("write zip: %w", err)
	}
	return p, out.Bytes(), nil
}

// FileName makes a name that every file system takes.
func FileName(s string) string {
	s = strings.Map(func(r rune) rune {
		if r < 32 || strings.ContainsRune(`/\:*?"<>|`, r) {
			return '-'
		}
		return r
	}, tidy(s))
	s = strings.Trim(clip(s, 120), " .")
	if s == "" {
		return "Packet"
	}
	return s
}
