package desk

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"indicum/core/field"
	"indicum/core/packet"
	"indicum/store"
)

// Signing is what a signer's link opens.
type Signing struct {
	Packet    store.Packet
	Signer    store.Signer
	Signers   []store.Signer
	Office    store.Office
	Sender    store.Member
	Deal      store.Deal
	Documents []store.PacketDocument
	Places    []Place // everybody's marks so far and the signer's own places, in reading order
}

// Place is a field as a signer sees it.
type Place struct {
	field.Field
	Mine    bool
	Filled  bool
	Content string // text; for ink, whose it is shows in Fill and Stroke
	Fill    string // SVG path data in points from the field's top left
	Stroke  string
	Width   float64
}

// Open reports whether a required place of the signer's own is still empty.
func (p Place) Open() bool {
	return p.Mine && p.Required && !p.Filled && !p.Kind.Automatic()
}

// ErrLink is returned for a link that leads nowhere.
var ErrLink = errors.New("this link leads nowhere")

// byLink finds the signer of a link. from is throttled when it guesses.
func (d *Desk) byLink(ctx context.Context, t store.Tx, token, from string) (store.Signer, error) {
	if d.throttled(ctx, "link", from, 30) {
		return store.Signer{}, ErrThrottled
	}
	l, err := store.One[store.Link](t, "token_hash = ?", hashToken(token))
	if errors.Is(err, store.ErrNotFound) {
		d.failed(ctx, "link", from)
		return store.Signer{}, ErrLink
	}
	if err != nil {
		return store.Signer{}, err
	}
	return store.One[store.Signer](t, "id = ?", l.SignerID)
}

// Signing returns what a link opens. Once the packet has ended only its state and, when it was
// executed, the copy are to be had; see Copy.
func (d *Desk) Signing(ctx context.Context, token string, who Who) (Signing, error) {
	var out Signing
	t := d.Store.Read(ctx)
	var err error
	if out.Signer, err = d.byLink(ctx, t, token, who.From); err != nil {
		return out, err
	}
	if out.Packet, err = store.One[store.Packet](t, "id = ?", out.Signer.PacketID); err != nil {
		return out, err
	}
	if out.Office, err = store.One[store.Office](t, "id = ?", out.Packet.OfficeID); err != nil {
		return out, err
	}
	if out.Sender, err = store.One[store.Member](t, "id = ?", out.Packet.SenderID); err != nil {
		return out, err
	}
	dr, err := readDraft(t, out.Packet)
	if err != nil {
		return out, err
	}
	out.Deal, out.Signers = dr.deal, dr.signers
	if out.Packet.State.Final() {
		return out, nil
	}
	out.Documents = dr.documents
	marks, err := store.All[store.Mark](t, "at", "packet_id = ?", out.Packet.ID)
	if err != nil {
		return out, err
	}
	out.Places = places(dr, marks, out.Signer.ID)
	return out, nil
}

// Preview returns a draft as the given signer will see it when their turn comes.
func (d *Desk) Preview(ctx context.Context, m store.Member, id, signer int64) (Signing, error) {
	var out Signing
	t := d.Store.Read(ctx)
	var err error
	if out.Packet, err = store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID); err != nil {
		return out, err
	}
	if out.Signer, err = store.One[store.Signer](t, "id = ? AND packet_id = ?", signer, id); err != nil {
		return out, err
	}
	if out.Office, err = store.One[store.Office](t, "id = ?", m.OfficeID); err != nil {
		return out, err
	}
	dr, err := readDraft(t, out.Packet)
	out.Sender, out.Deal, out.Signers, out.Documents = m, dr.deal, dr.signers, dr.documents
	out.Places = places(dr, nil, signer)
	return out, err
}

// places puts fields and marks together in reading order.
func places(dr draft, marks []store.Mark, me int64) []Place {
	byField := map[string]store.Mark{}
	for _, m := range marks {
		byField[m.FieldID] = m
	}
	signers := map[int64]store.Signer{}
	for _, s := range dr.signers {
		signers[s.ID] = s
	}
	var out []Place
	for _, doc := range dr.documents {
		for _, f := range dr.fields {
			if f.Document != doc.ID {
				continue
			}
			m, filled := byField[f.ID]
			p := Place{Field: f, Mine: f.Signer == me, Filled: filled, Content: m.Content}
			if !filled && !p.Mine || !p.Mine && signers[f.Signer].Stage != packet.Done {
				continue // others’ empty places and unfinished marks are not shown
			}
			if filled {
				p.Fill, p.Stroke, p.Width = field.SVG(f.Rect, f.Draw(markOf(signers[f.Signer], f, m.Content)))
			}
			out = append(out, p)
		}
	}
	return out
}

// markOf returns what stands in a field: the signer's ink, or the content.
func markOf(s store.Signer, f field.Field, content string) field.Mark {
	m := field.Mark{Text: content}
	switch {
	case f.Kind == field.Signature && s.SignatureInk != nil:
		m.Ink = *s.SignatureInk
	case f.Kind == field.Initials && s.InitialsInk != nil:
		m.Ink = *s.InitialsInk
	}
	return m
}

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
		if signature != nil {
			s.SignatureInk = signature
		}
		if initials != nil {
			s.InitialsInk = initials
		}
		return t.Save(s).Error
	})
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
		row, err := store.One[store.Field](t, "packet_id = ? AND id = ? AND signer_id = ?", p.ID, fieldID, s.ID)
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
			if err := field.CheckText(f.Rect, content); err != nil {
				return Problem{upperFirst(err.Error()) + "."}
			}
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
// refused. Finishing twice is finishing once.
func (d *Desk) Finish(ctx context.Context, token string, who Who) error {
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
		if err := d.record(t, &p, "signed", who, map[string]string{"places": fmt.Sprint(filled)}); err != nil {
			return err
		}
		if err := d.apply(t, &p, signers, packet.Action{Deed: packet.Finish, Signer: s.ID, Open: open}); err != nil {
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

// fillRest writes the marks that fill themselves and counts the required places still empty.
func (d *Desk) fillRest(t store.Tx, p store.Packet, s store.Signer) (open, filled int, err error) {
	rows, err := store.All[store.Field](t, "id", "packet_id = ? AND signer_id = ?", p.ID, s.ID)
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
	now := store.Now()
	today := field.FormatDate(now, d.zone(t, p.OfficeID))
	for _, r := range rows {
		switch {
		case has[r.ID]:
			filled++
		case r.Kind.Automatic():
			content := today
			if r.Kind == field.Name {
				content = s.Name
			}
			if err := t.Save(&store.Mark{PacketID: p.ID, FieldID: r.ID, SignerID: s.ID, Content: content, At: now}).Error; err != nil {
				return 0, 0, err
			}
			filled++
		case r.Required:
			open++
		}
	}
	return open, filled, nil
}

// SigningImage draws a page for a signer while the packet circulates.
func (d *Desk) SigningImage(ctx context.Context, token string, who Who, docID int64, page, width int) ([]byte, error) {
	t := d.Store.Read(ctx)
	s, err := d.byLink(ctx, t, token, who.From)
	if err != nil {
		return nil, err
	}
	p, err := store.One[store.Packet](t, "id = ?", s.PacketID)
	if err != nil {
		return nil, err
	}
	if p.State != packet.Circulating || s.ConsentedAt == nil {
		return nil, store.ErrNotFound
	}
	return d.documentImage(ctx, p.ID, docID, page, width)
}

// Copy returns the executed copy for one of its signers.
func (d *Desk) Copy(ctx context.Context, token string, who Who) (store.Packet, []byte, error) {
	t := d.Store.Read(ctx)
	s, err := d.byLink(ctx, t, token, who.From)
	if err != nil {
		return store.Packet{}, nil, err
	}
	p, err := store.One[store.Packet](t, "id = ?", s.PacketID)
	if err != nil {
		return p, nil, err
	}
	if p.ExecutedSha == "" {
		return p, nil, store.ErrNotFound
	}
	data, err := d.Store.Blob(ctx, p.ExecutedSha)
	return p, data, err
}

// PageTime writes a moment in the office's time zone.
func PageTime(o store.Office, at time.Time, layout string) string {
	zone, err := time.LoadLocation(o.Zone)
	if err != nil {
		zone = time.UTC
	}
	return at.In(zone).Format(layout)
}
