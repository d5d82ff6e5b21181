package desk

import (
	"context"
	"errors"
	"time"

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

	Todo  bool   // something must be done here, or on another side of its choice
	Freed bool   // another side of its choice was taken
	Clash string // somebody who should answer alike took another side
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
// executed, the copy are to be had; see Copy. Who left before signing sees nothing of it.
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
	if out.Packet.State.Final() || out.Signer.Stage == packet.Left {
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
	if err == nil {
		err = dr.columns(t)
	}
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
	own := make([]field.Field, len(dr.fields))
	has := map[string]bool{}
	for i, f := range dr.fields {
		if shared := signers[me].AnyOf; shared != 0 && signers[f.Signer].AnyOf == shared {
			f.Signer = me
		}
		own[i] = f
		if m, ok := byField[f.ID]; ok && (f.Signer != me || m.SignerID == me) {
			has[f.ID] = f.Signer == me || signers[f.Signer].Stage == packet.Done
		}
	}
	standing := field.Choose(own, has, me)
	clash := map[string]string{}
	for _, c := range field.Clashes(own, has, me) {
		clash[c.Group] = signers[c.Other].Name + " chose “" + c.Theirs + "”"
	}
	var out []Place
	for _, doc := range dr.documents {
		for _, f := range dr.inOrder(doc) {
			m, filled := byField[f.ID]
			if shared := signers[me].AnyOf; shared != 0 && signers[f.Signer].AnyOf == shared {
				f.Signer = me // whoever signs fills the places of the seat they share
				filled = filled && m.SignerID == me
			}
			if f.Kind.Preparers() {
				p := Place{Field: f}
				p.Fill, p.Stroke, p.Width = field.SVG(f.Rect, f.Draw(field.Mark{}))
				out = append(out, p)
				continue
			}
			p := Place{Field: f, Mine: f.Signer == me, Filled: filled, Content: m.Content}
			if p.Mine {
				p.Todo = f.Required && f.Group == "" && !filled && !f.Kind.Automatic() && f.Value == "" || standing[f.ID].Open
				p.Freed, p.Clash = standing[f.ID].Freed, clash[f.Group]
			}
			if p.Mine && !filled && f.Value != "" {
				p.Content = f.Value
			}
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
	if s.Standing != nil {
		r := s.Standing.Reading
		m.Before, m.After = r.Before, r.After
		if f.Kind == field.Initials {
			m.Before, m.After = r.InitialsBefore, r.InitialsAfter
		}
	}
	return m
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
	if p.State != packet.Circulating || s.ConsentedAt == nil || s.Stage == packet.Left {
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
	if p.ExecutedSha == "" || s.Stage == packet.Left {
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
