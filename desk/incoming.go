package desk

import (
	"context"
	"crypto/rand"
	"encoding/json"
	"errors"
	"fmt"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"gorm.io/gorm/clause"

	"indicum/mail"
	"indicum/store"
)

// Mail sent to a deal's own address is filed into the deal: from members of its office, from parties of
// the deal, and from whoever a member has nodded to before. Others wait for a nod. Nothing is dropped:
// who can't be served is answered, unless a program wrote (RFC 3834).

// newMailKey makes the part of a deal's address that nobody guesses.
func newMailKey() string { return strings.ToLower(rand.Text()[:12]) }

// MailAddress is where mail for a deal is sent.
func (d *Desk) MailAddress(row store.Deal) string {
	var slug strings.Builder
	for _, r := range strings.ToLower(row.Property) {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			slug.WriteRune(r)
		case slug.Len() > 0 && !strings.HasSuffix(slug.String(), "-"):
			slug.WriteByte('-')
		}
		if slug.Len() >= 40 {
			break
		}
	}
	if slug.Len() == 0 {
		slug.WriteString("deal-")
	}
	return strings.TrimSuffix(slug.String(), "-") + "-" + row.MailKey + "@" + d.mailDomain()
}

// mailKey returns the key in a recipient's address; false when the address is not one of deals.
func (d *Desk) mailKey(recipient string) (string, bool) {
	local, domain, ok := strings.Cut(strings.ToLower(recipient), "@")
	if !ok || domain != strings.ToLower(d.mailDomain()) || local == "packets" || local == "postmaster" {
		return "", false
	}
	return local[strings.LastIndexByte(local, '-')+1:], true
}

// receive keeps a mail to a deal's address, and promises to file or answer it.
func (d *Desk) receive(ctx context.Context, key string, r mail.Received) error {
	sha, err := d.Store.PutBlob(ctx, r.Raw)
	if err != nil {
		return err
	}
	in := store.Incoming{
		MessageID: clip(r.ID, 190), Recipient: clip(strings.ToLower(r.Recipient), 254), Sender: clip(r.Sender, 254), SenderName: clip(tidy(r.From), 190),
		Subject: clip(tidy(r.Subject), 400), Automatic: r.Automatic, State: store.MailNew, Sha: sha, At: store.Now(),
	}
	if !r.Date.IsZero() {
		in.SentAt = pointer(r.Date.UTC())
	}
	return d.write(ctx, func(t store.Tx) error {
		in.ID = 0
		row, err := store.One[store.Deal](t, "mail_key = ? AND mail_key <> ''", key)
		switch {
		case errors.Is(err, store.ErrNotFound):
			in.State = store.MailLost
		case err != nil:
			return err
		default:
			in.OfficeID, in.DealID = row.OfficeID, row.ID
			known, err := knowsSender(t, in)
			if err != nil {
				return err
			}
			if !known {
				in.State = store.MailWaiting
			}
		}
		res := t.Clauses(clause.Insert{Modifier: "IGNORE"}).Create(&in)
		if res.Error != nil || res.RowsAffected == 0 {
			return res.Error // sent a second time: it is here already
		}
		switch in.State {
		case store.MailLost:
			return d.answer(t, in, "lost", "No deal has the address "+in.Recipient+". It may be mistyped: please copy it from the deal’s page. Nothing was filed.")
		case store.MailWaiting:
			if err := pulse(t, store.Packet{OfficeID: in.OfficeID}); err != nil {
				return err
			}
			return d.answer(t, in, "waiting", "Your mail has arrived. Because "+in.Sender+" is not yet known for this deal, somebody at the office looks at it first; then its files are put with the deal’s documents.")
		}
		return promiseFiling(t, in)
	})
}

func promiseFiling(t store.Tx, in store.Incoming) error {
	return t.Create(&store.Job{Kind: "file", Once: fmt.Sprintf("file/%d", in.ID), Payload: fmt.Append(nil, in.ID), RunAt: store.Now()}).Error
}

// knowsSender reports whether a sender's mail is filed without asking.
func knowsSender(t store.Tx, in store.Incoming) (bool, error) {
	if in.Sender == "" {
		return false, nil
	}
	var n int64
	err := t.Raw(`SELECT (SELECT COUNT(*) FROM member WHERE office_id = ? AND LOWER(email) = ?)
		+ (SELECT COUNT(*) FROM party WHERE deal_id = ? AND LOWER(email) = ?)
		+ (SELECT COUNT(*) FROM incoming WHERE deal_id = ? AND sender = ? AND nodded_by <> 0)`,
		in.OfficeID, in.Sender, in.DealID, in.Sender, in.DealID, in.Sender).Scan(&n).Error
	return n > 0, err
}

const mostAnswers = 6 // to one address within an hour: two programs must not answer each other for ever

// answer promises a mail back to the sender.
func (d *Desk) answer(t store.Tx, in store.Incoming, name string, lines ...string) error {
	if in.Automatic || in.Sender == "" || strings.HasSuffix(in.Sender, "@"+d.mailDomain()) {
		return nil
	}
	var recent int64
	if err := t.Model(&store.Incoming{}).Where("sender = ? AND at > ?", in.Sender, store.Now().Add(-time.Hour)).Count(&recent).Error; err != nil {
		return err
	}
	if recent > mostAnswers && (in.State == store.MailLost || in.State == store.MailWaiting) {
		return nil
	}
	l := outgoing{Office: in.OfficeID, From: "Indicum", To: in.Sender, ToName: in.SenderName, Subject: "Re: " + in.Subject, Lines: lines}
	if l.ToName == "" {
		l.ToName = in.Sender
	}
	if in.OfficeID != 0 {
		office, err := store.One[store.Office](t, "id = ?", in.OfficeID)
		if err != nil {
			return err
		}
		l.From = office.Name
	}
	b, err := json.Marshal(l)
	if err != nil {
		return err
	}
	return t.Create(&store.Job{Kind: "mail", Once: fmt.Sprintf("answer/%d/%s", in.ID, name), Payload: d.seal("letter", b), RunAt: store.Now()}).Error
}

// fileMail is the job that puts a mail's attachments into its deal. Each is taken in once, however often
// the job is interrupted.
func (d *Desk) fileMail(ctx context.Context, job store.Job) error {
	id, err := strconv.ParseInt(string(job.Payload), 10, 64)
	if err != nil {
		return fmt.Errorf("file mail: %w", err)
	}
	in, err := store.One[store.Incoming](d.Store.Read(ctx), "id = ?", id)
	if err != nil || in.State != store.MailNew {
		return err
	}
	raw, err := d.Store.Blob(ctx, in.Sha)
	if err != nil {
		return err
	}
	read, parseErr := mail.Parse(raw) // what could be read before a fault is used
	for i, a := range wanted(read.Attachments) {
		f := store.IncomingFile{Name: clip(tidy(a.Name), 190), Size: len(a.Data)}
		_, _, err := d.arrive(ctx, arrival{
			office: in.OfficeID, deal: in.DealID, name: a.Name, data: a.Data, once: fmt.Sprintf("mail/%d/%d", in.ID, i),
			origin: store.Origin{Way: "mail", From: strings.TrimSpace(in.SenderName + " <" + in.Sender + ">"), Subject: in.Subject, Date: in.SentAt},
		})
		var p Problem
		switch {
		case errors.As(err, &p):
			f.Trouble = p.Sentence
		case err != nil && !errors.Is(err, errThere):
			return err
		}
		d.pause("mail filed")
		in.Files = append(in.Files, f)
	}
	return d.write(ctx, func(t store.Tx) error {
		row, err := store.One[store.Deal](t, "id = ?", in.DealID)
		if err != nil {
			return err
		}
		lines, state := filingAnswer(in.Files, row.Property, parseErr != nil)
		in.State = state
		if err := t.Save(&in).Error; err != nil {
			return err
		}
		if err := pulse(t, store.Packet{OfficeID: in.OfficeID}); err != nil {
			return err
		}
		return d.answer(t, in, "filed", lines...)
	})
}

func filingAnswer(files []store.IncomingFile, property string, damaged bool) (lines []string, state string) {
	var good, bad []string
	for _, f := range files {
		if f.Trouble == "" {
			good = append(good, "“"+f.Name+"”")
		} else {
			bad = append(bad, "“"+f.Name+"” was not: "+f.Trouble)
		}
	}
	state = store.MailFiled
	switch {
	case len(files) == 0:
		state = store.MailEmpty
		lines = []string{"Your mail for " + property + " had nothing attached that could be filed. Please send the documents as attachments: PDF files, photos or scans, or word-processor files."}
	case len(good) == 0:
		state = store.MailEmpty
		lines = []string{"None of the files you sent for " + property + " could be taken in."}
	default:
		lines = []string{"With the documents for " + property + " now: " + strings.Join(good, ", ") + "."}
	}
	if damaged {
		lines = append(lines, "A part of the mail could not be read; please look whether anything is missing.")
	}
	return append(lines, bad...), state
}

const letterhead = 60 << 10 // bytes: a picture within a mail's text that is smaller is a logo

// wanted leaves out what mail programs add of their own: logos, calendars, cards, keys.
func wanted(all []mail.Attachment) []mail.Attachment {
	var out []mail.Attachment
	for _, a := range all {
		ending := strings.ToLower(filepath.Ext(a.Name))
		switch {
		case strings.HasPrefix(a.Kind, "image/") && a.Inline && len(a.Data) < letterhead:
		case ending == ".ics" || ending == ".vcf" || ending == ".p7s" || ending == ".asc" || a.Kind == "text/calendar" || a.Kind == "application/pkcs7-signature" || a.Kind == "application/pgp-signature":
		case ending == "" && a.Kind == "application/pdf":
			a.Name += ".pdf"
			out = append(out, a)
		default:
			out = append(out, a)
		}
	}
	return out
}

// Waiting returns a deal's mails that wait for a nod, oldest first, with what is attached.
func (d *Desk) Waiting(ctx context.Context, dealID int64) ([]store.Incoming, error) {
	list, err := store.All[store.Incoming](d.Store.Read(ctx), "id", "deal_id = ? AND state = ?", dealID, store.MailWaiting)
	for i := range list {
		raw, err := d.Store.Blob(ctx, list[i].Sha)
		if err != nil {
			return nil, err
		}
		read, _ := mail.Parse(raw)
		for _, a := range wanted(read.Attachments) {
			list[i].Files = append(list[i].Files, store.IncomingFile{Name: clip(tidy(a.Name), 190), Size: len(a.Data)})
		}
	}
	return list, err
}

// Nod lets a waiting mail into its deal, and its sender's later ones; or turns it away.
func (d *Desk) Nod(ctx context.Context, m store.Member, id int64, let bool) (dealID int64, err error) {
	err = d.write(ctx, func(t store.Tx) error {
		in, err := store.One[store.Incoming](t.Lock(), "id = ? AND office_id = ?", id, m.OfficeID)
		if err != nil {
			return err
		}
		dealID = in.DealID
		if in.State != store.MailWaiting {
			return nil // somebody was quicker, or it was clicked twice
		}
		if !let {
			in.State = store.MailRefused
			if err := t.Save(&in).Error; err != nil {
				return err
			}
			return d.answer(t, in, "refused", "The office has decided not to file what you sent. To ask why, please write to the person you deal with there.")
		}
		in.State, in.NoddedBy = store.MailNew, m.ID
		if err := t.Save(&in).Error; err != nil {
			return err
		}
		return promiseFiling(t, in)
	})
	return dealID, err
}
