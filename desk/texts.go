package desk

import (
	"context"
	"strings"
	"time"
	"unicode/utf8"

	"gorm.io/gorm/clause"

	"indicum/core/deal"
	"indicum/core/letter"
	"indicum/core/proof"
	"indicum/store"
)

// The words that go with a packet: blanks filled from the deal, and texts the office uses again.

// texts is what blanks are filled from.
type texts struct {
	office          store.Office
	sender          store.Member
	buyers, sellers []string
}

func readTexts(t store.Tx, d draft) (texts, error) {
	var out texts
	var err error
	if out.office, err = store.One[store.Office](t, "id = ?", d.packet.OfficeID); err != nil {
		return out, err
	}
	if out.sender, err = store.One[store.Member](t, "id = ?", d.packet.SenderID); err != nil {
		return out, err
	}
	parties, err := store.All[store.Party](t, "number", "deal_id = ?", d.packet.DealID)
	for _, q := range parties {
		switch q.Role {
		case deal.Buyer, deal.Tenant:
			out.buyers = append(out.buyers, q.Principal().Title())
		case deal.Seller, deal.Landlord:
			out.sellers = append(out.sellers, q.Principal().Title())
		}
	}
	return out, err
}

// values returns what the blanks of a packet's words stand for in the mail to a signer.
func (x texts) values(p store.Packet, row store.Deal, s store.Signer) map[string]string {
	out := map[string]string{
		"name": s.Name, "first name": letter.FirstName(s.Name), "role": lowerFirst(s.Seat().Title()),
		"property": row.Property, "packet": p.Title, "price": row.Price, "offer date": longDate(row.OfferDate), "closing date": longDate(row.ClosingDate),
		"buyers": letter.List(x.buyers), "sellers": letter.List(x.sellers), "me": x.sender.Name, "office": x.office.Name,
	}
	if p.DueAt != nil {
		out["last day"] = PageTime(x.office, *p.DueAt, "Monday, January 2")
	}
	return out
}

// words returns what nobody has filled in, text by text.
func (d draft) words() []proof.Words {
	first := store.Signer{Name: "x", Role: deal.Other, Number: 1}
	if len(d.signers) > 0 {
		first = d.signers[0]
	}
	values := d.texts.values(d.packet, d.deal, first)
	var out []proof.Words
	add := func(where, text string) {
		if unknown, empty := letter.Open(text, values); len(unknown)+len(empty) > 0 {
			out = append(out, proof.Words{Where: where, Unknown: unknown, Empty: empty})
		}
	}
	add("The subject", d.packet.Subject)
	add("The message", d.packet.Message)
	for _, s := range d.signers {
		add("The note to "+s.Name, s.Note)
	}
	return out
}

// settleWords fills the blanks that the deal knows when a packet is sent, so that a later change of the deal
// changes nothing of what was said. What differs from mail to mail is filled as each is written.
func (d draft) settleWords(t store.Tx, p *store.Packet, signers []store.Signer) error {
	values := d.texts.values(*p, d.deal, store.Signer{Role: deal.Other, Number: 1})
	for _, later := range []string{"name", "first name", "role", "last day"} {
		delete(values, later)
	}
	p.Subject, p.Message = letter.Fill(p.Subject, values), letter.Fill(p.Message, values)
	for i := range signers {
		s := &signers[i]
		if filled := letter.Fill(s.Note, values); filled != s.Note {
			s.Note = filled
			if err := t.Save(s).Error; err != nil {
				return err
			}
		}
	}
	return nil
}

// fill fills the blanks of a text for somebody.
func (w writer) fill(text string, s store.Signer) string {
	return letter.Fill(text, w.texts.values(*w.p, w.deal, s))
}

// Texts lists the messages that an office uses again.
func (d *Desk) Texts(ctx context.Context, office int64) ([]store.KeptText, error) {
	return store.All[store.KeptText](d.Store.Read(ctx), "name, id", "office_id = ?", office)
}

// KeepText keeps a message under a name, in place of the one that had it.
func (d *Desk) KeepText(ctx context.Context, in store.KeptText) error {
	in.Name, in.Subject, in.Message = tidy(in.Name), tidy(in.Subject), strings.TrimSpace(strings.ToValidUTF8(in.Message, ""))
	switch {
	case in.Name == "" || utf8.RuneCountInString(in.Name) > 80:
		return problem("Please give the text a name of at most 80 characters.")
	case in.Subject == "" && in.Message == "":
		return problem("The text is empty.")
	case utf8.RuneCountInString(in.Subject) > 200 || utf8.RuneCountInString(in.Message) > 5000:
		return problem("The subject has at most 200 characters and the message 5,000.")
	}
	if unknown, _ := letter.Open(in.Subject+"\n"+in.Message, nil); len(unknown) > 0 {
		return problem("“%s” stands for nothing. Words that are filled in: %s.", unknown[0], blankWords())
	}
	return putNamed(d.Store.Read(ctx), &in, "subject", "message")
}

// putNamed writes something an office keeps under a name, in place of what had that name. Twice is once.
func putNamed[T any](t store.Tx, row *T, columns ...string) error {
	return t.Clauses(clause.OnConflict{DoUpdates: clause.AssignmentColumns(columns)}).Create(row).Error
}

func blankWords() string {
	var out []string
	for _, b := range letter.Blanks() {
		out = append(out, "{"+b.Word+"}")
	}
	return strings.Join(out, " ")
}

// DropText forgets a text; packets keep the words they took.
func (d *Desk) DropText(ctx context.Context, office, id int64) error {
	return dropOwn[store.KeptText](d.Store.Read(ctx), office, id)
}

// dropOwn deletes something of an office.
func dropOwn[T any](t store.Tx, office, id int64) error {
	res := t.Where("id = ? AND office_id = ?", id, office).Delete(new(T))
	if res.Error == nil && res.RowsAffected == 0 {
		return store.ErrNotFound
	}
	return res.Error
}

// SetWordings says how those sign who sign for others, where a party does not say.
func (d *Desk) SetWordings(ctx context.Context, office int64, in map[deal.Kind]deal.Wording) error {
	for k, w := range in {
		if (store.Office{Wordings: in}).Wording(store.Party{Kind: k}) != w {
			return problem("%s can’t sign that way.", k.Title())
		}
	}
	return d.write(ctx, func(t store.Tx) error {
		o, err := store.One[store.Office](t.Lock(), "id = ?", office)
		if err != nil {
			return err
		}
		o.Wordings = in
		if err := t.Save(&o).Error; err != nil {
			return err
		}
		var parties []store.Party
		err = t.Raw("SELECT q.* FROM party q JOIN deal d ON d.id = q.deal_id WHERE d.office_id = ? AND q.wording = '' AND q.proxies IS NOT NULL AND q.proxies NOT IN ('null', '[]') ORDER BY q.id", office).Scan(&parties).Error
		if err != nil {
			return err
		}
		for _, q := range parties {
			if err := d.refreshDrafts(t, q); err != nil {
				return err
			}
		}
		return nil
	})
}

// longDate words a date such as 2027-01-15.
func longDate(day string) string {
	at, err := time.Parse("2006-01-02", day)
	if err != nil {
		return ""
	}
	return at.Format("January 2, 2006")
}
