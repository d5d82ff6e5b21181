package desk

import (
	"context"
	"errors"
	"fmt"

	"indicum/core/packet"
	"indicum/core/pdf"
	"indicum/core/proof"
	"indicum/store"
)

// SendPlan says who gets mail when a draft is sent, for the one confirmation before it.
type SendPlan struct {
	Now   []store.Signer
	Later [][]store.Signer // by turn
}

// SendPlan returns who would be asked at once and who only later.
func (d *Desk) SendPlan(ctx context.Context, m store.Member, id int64) (SendPlan, store.Packet, error) {
	var out SendPlan
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return out, p, err
	}
	signers, err := store.All[store.Signer](t, "turn, id", "packet_id = ?", id)
	for i, s := range signers {
		switch {
		case s.Turn == signers[0].Turn:
			out.Now = append(out.Now, s)
		case s.Turn != signers[i-1].Turn:
			out.Later = append(out.Later, []store.Signer{s})
		default:
			out.Later[len(out.Later)-1] = append(out.Later[len(out.Later)-1], s)
		}
	}
	return out, p, err
}

// Send sends a draft: its documents are frozen, the first turn is asked. rev is the revision that
// was confirmed; sending twice is sending once.
func (d *Desk) Send(ctx context.Context, m store.Member, who Who, id int64, rev int) error {
	p, err := store.One[store.Packet](d.Store.Read(ctx), "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return err
	}
	if p.State == packet.Circulating {
		return nil
	}
	if p.Rev != rev {
		return ErrStale
	}
	seen, err := readDraft(d.Store.Read(ctx), p)
	if err == nil {
		err = seen.columns(d.Store.Read(ctx))
	}
	if err != nil {
		return err
	}
	docs := seen.documents
	for i := range docs {
		if docs[i].SentSha, err = d.freeze(ctx, docs[i].Pages); err != nil {
			return err
		}
	}
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		if p.State == packet.Draft && p.Rev != rev {
			return ErrStale
		}
		dr, err := readDraft(t, p)
		if err != nil {
			return err
		}
		open := dr.findings()
		if err := dr.settleWords(t, &p, signers); err != nil {
			return err
		}
		facts := map[string]string{"title": p.Title, "message": p.Message, "subject": p.Subject}
		for i, doc := range docs {
			row := dr.documents[i]
			if row.SentSha, row.Columns = doc.SentSha, doc.Columns; row.ID != doc.ID {
				return ErrStale
			}
			if err := t.Save(&row).Error; err != nil {
				return err
			}
			facts[fmt.Sprintf("document %d", i+1)] = doc.Name + ", SHA-256 " + doc.SentSha
		}
		facts["places"] = fmt.Sprint(len(dr.fields))
		if err := d.record(t, &p, "sent", who, facts); err != nil {
			return err
		}
		p.SentAt = pointer(store.Now())
		if err := d.apply(t, &p, signers, packet.Action{Deed: packet.Send, Open: proof.Open(open)}); err != nil {
			return err
		}
		return settle(t, p)
	})
	switch {
	case errors.Is(err, packet.ErrAlready):
		return nil
	case errors.Is(err, packet.ErrFindings):
		return problem("The proof still has open findings; nothing was sent.")
	}
	return err
}

// freeze makes one file of a document's pages and keeps it; its hash says what was sent.
func (d *Desk) freeze(ctx context.Context, pages []store.PageAt) (string, error) {
	var sources [][]byte
	index := map[string]int{}
	refs := make([]pdf.PageRef, len(pages))
	for i, p := range pages {
		if _, ok := index[p.Sha]; !ok {
			data, err := d.Store.Blob(ctx, p.Sha)
			if err != nil {
				return "", err
			}
			index[p.Sha] = len(sources)
			sources = append(sources, data)
		}
		refs[i] = pdf.PageRef{Source: index[p.Sha], Page: p.Page, Turn: p.Turn}
	}
	data, err := d.Engine.Compose(ctx, sources, refs)
	if err != nil {
		return "", fmt.Errorf("freeze document: %w", err)
	}
	return d.Store.PutBlob(ctx, data)
}
