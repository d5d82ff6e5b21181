package desk

import (
	"context"
	"errors"
	"fmt"

	"indicum/core/deal"
	"indicum/core/pdf"
	"indicum/store"
)

// People who only get copies: the other agent, the lender, an attorney.

const mostCopies = 40

// SheetCopy is somebody who gets a copy.
type SheetCopy struct {
	ID    int64  `json:"id"`
	Name  string `json:"name"`
	Email string `json:"email"`
	Early bool   `json:"early"`
}

func (e *editor) addCopy(x Edit) error {
	c := store.CopyTo{PacketID: e.p.ID, Name: tidy(x.Name), Email: x.Email, Early: x.Early}
	if x.Party != 0 {
		q, err := store.One[store.Party](e.t, "id = ? AND deal_id = ?", x.Party, e.p.DealID)
		if errors.Is(err, store.ErrNotFound) {
			return ErrStale
		} else if err != nil {
			return err
		}
		c.Name, c.Email = q.Principal().Title(), q.Email
	}
	if c.Name == "" {
		c.Name = c.Email
	}
	if trouble := deal.CheckEmail(c.Email); trouble != "" {
		return problem("%s %s.", clip(c.Name, 160), trouble)
	}
	var n int64
	if err := e.t.Model(&store.CopyTo{}).Where("packet_id = ?", e.p.ID).Count(&n).Error; err != nil {
		return err
	}
	if n >= mostCopies {
		return problem("At most %d people can get copies.", mostCopies)
	}
	err := e.t.Create(&c).Error
	if store.Duplicate(err) {
		return nil // they get it already
	}
	return err
}

func (e *editor) dropCopy(x Edit) error {
	return e.t.Where("id = ? AND packet_id = ?", x.Copy, e.p.ID).Delete(&store.CopyTo{}).Error
}

// copiesOut mails the copies that are due: the documents as sent to early ones, else the executed copy.
func (w writer) copiesOut(early bool) error {
	list, err := store.All[store.CopyTo](w.t, "id", "packet_id = ? AND early = ?", w.p.ID, early)
	if err != nil {
		return err
	}
	for _, c := range list {
		token, hash := newToken()
		if err := w.t.Model(&store.CopyTo{}).Where("id = ?", c.ID).Update("token_hash", hash).Error; err != nil {
			return err
		}
		l := outgoing{From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: c.Email, ToName: c.Name, Link: w.d.address("/copy/" + token)}
		if early {
			l.Subject, l.LinkText, l.AttachSent = "For your information: "+w.about(), "Fetch the documents", true
			l.Lines = []string{fmt.Sprintf("%s has sent “%s” for %s round to be signed. The documents as they were sent are attached; nobody has signed them yet. You need do nothing.", w.sender.Name, w.p.Title, w.deal.Property)}
		} else {
			l.Subject, l.LinkText, l.AttachCopy = "Executed: "+w.about(), "Fetch the executed copy", true
			l.Lines = []string{fmt.Sprintf("Everybody has signed “%s” for %s. The executed copy, sealed by %s, is attached. You need do nothing.", w.p.Title, w.deal.Property, w.office.Name)}
		}
		if err := w.d.record(w.t, w.p, "copied", Who{Name: "Indicum"}, map[string]string{"whom": c.Name, "to": c.Email, "what": map[bool]string{true: "the documents as sent", false: "the executed copy"}[early]}); err != nil {
			return err
		}
		if err := w.mail(fmt.Sprintf("copy-to-%d", c.ID), l); err != nil {
			return err
		}
	}
	return nil
}

// asSent puts a packet's documents, as they were sent, into one file.
func (d *Desk) asSent(ctx context.Context, packetID int64) ([]byte, error) {
	docs, err := store.All[store.PacketDocument](d.Store.Read(ctx), "pos, id", "packet_id = ?", packetID)
	if err != nil {
		return nil, err
	}
	var sources [][]byte
	var refs []pdf.PageRef
	for i, doc := range docs {
		data, err := d.Store.Blob(ctx, doc.SentSha)
		if err != nil {
			return nil, err
		}
		sources, refs = append(sources, data), append(refs, pdf.PageRef{Source: i, Page: pdf.AllPages})
	}
	return d.Engine.Compose(ctx, sources, refs)
}

// CopyFor returns what somebody's link to a copy leads to, and its name.
func (d *Desk) CopyFor(ctx context.Context, token string, who Who) (string, []byte, error) {
	t := d.Store.Read(ctx)
	if d.throttled(ctx, "link", who.From, 30) {
		return "", nil, ErrThrottled
	}
	c, err := store.One[store.CopyTo](t, "token_hash = ?", hashToken(token))
	if errors.Is(err, store.ErrNotFound) {
		d.failed(ctx, "link", who.From)
		return "", nil, ErrLink
	} else if err != nil {
		return "", nil, err
	}
	p, err := store.One[store.Packet](t, "id = ?", c.PacketID)
	if err != nil {
		return "", nil, err
	}
	if c.Early {
		data, err := d.asSent(ctx, p.ID)
		return p.Title + ", as sent", data, err
	}
	if p.ExecutedSha == "" {
		return "", nil, store.ErrNotFound
	}
	data, err := d.Store.Blob(ctx, p.ExecutedSha)
	return p.Title + ", executed", data, err
}
