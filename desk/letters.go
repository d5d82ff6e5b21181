package desk

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"html/template"
	"strings"
	"time"

	"indicum/core/packet"
	"indicum/mail"
	"indicum/store"
)

// outgoing is a mail as it waits to be sent. It may hold a link, so it is kept encrypted and removed
// once it is sent.
type outgoing struct {
	Office         int64
	From, ReplyTo  string
	To, ToName     string
	Subject        string
	Lines          []string // paragraphs
	Message        string   // the sender's own words
	Note           string   // and those to this one alone
	Link, LinkText string
	AttachCopy     bool
	AttachSent     bool // the documents as they were sent
}

// follow writes what an action brings about: mails and jobs, in the same transaction.
func (d *Desk) follow(t store.Tx, p *store.Packet, signers []store.Signer, a packet.Action, list []packet.Consequence) error {
	if len(list) == 0 {
		return nil
	}
	row, err := store.One[store.Deal](t, "id = ?", p.DealID)
	if err != nil {
		return err
	}
	x, err := readTexts(t, draft{packet: *p})
	if err != nil {
		return err
	}
	w := writer{d: d, t: t, p: p, signers: signers, sender: x.sender, office: x.office, deal: row, texts: x}
	if a.Deed == packet.Send {
		if err := w.copiesOut(true); err != nil {
			return err
		}
	}
	for _, c := range list {
		var s store.Signer
		for _, o := range signers {
			if o.ID == c.Signer {
				s = o
			}
		}
		switch c.Effect {
		case packet.Ask, packet.AskAgain:
			err = w.ask(s, c.Effect == packet.AskAgain)
		case packet.TellSender:
			err = w.tellSender(s)
		case packet.TellEnded:
			err = w.tellEnded(s)
		case packet.TellSigned:
			err = w.tellSigned(s)
		case packet.TellLeft:
			err = w.tellLeft(s)
		case packet.MakeSeal:
			err = w.job("seal", "seal", nil)
		case packet.SendCopies:
			if err = w.copies(); err == nil {
				err = w.copiesOut(false)
			}
		}
		if err != nil {
			return err
		}
	}
	return nil
}

type writer struct {
	d       *Desk
	t       store.Tx
	p       *store.Packet
	signers []store.Signer
	sender  store.Member
	office  store.Office
	deal    store.Deal
	texts   texts
}

// job promises work; its name makes it happen once.
func (w writer) job(kind, name string, payload []byte) error {
	once := fmt.Sprintf("%s/%d/%d/%s", kind, w.p.ID, w.p.LedgerSeq, name)
	return w.t.Create(&store.Job{Kind: kind, Once: once, PacketID: w.p.ID, Payload: append([]byte{}, payload...), RunAt: store.Now()}).Error
}

func (w writer) mail(name string, l outgoing) error {
	l.Office = w.office.ID
	b, err := json.Marshal(l)
	if err != nil {
		return err
	}
	return w.job("mail", name, w.d.seal("letter", b))
}

// link makes a new link for a signer; only its hash is kept.
func (w writer) link(s store.Signer) (string, error) {
	token, hash := newToken()
	err := w.t.Create(&store.Link{TokenHash: hash, SignerID: s.ID, CreatedAt: store.Now()}).Error
	return w.d.address("/sign/" + token), err
}

func (w writer) about() string { return w.p.Title + ", " + w.deal.Property }

func (w writer) ask(s store.Signer, again bool) error {
	link, err := w.link(s)
	if err != nil {
		return err
	}
	l := outgoing{
		From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: s.Email, ToName: s.Name,
		Subject: w.fill(w.p.Subject, s), Message: w.fill(w.p.Message, s), Note: w.fill(s.Note, s), Link: link, LinkText: "Read and sign",
	}
	if l.Subject == "" {
		l.Subject = "Please sign: " + w.about()
	}
	what := fmt.Sprintf("%s asks you to read and sign “%s” for %s, as %s.", w.sender.Name, w.p.Title, w.deal.Property, lowerFirst(s.Seat().Title()))
	if again {
		l.Subject = "Reminder: " + l.Subject
		what = fmt.Sprintf("%s reminds you: “%s” for %s waits for your signature.", w.sender.Name, w.p.Title, w.deal.Property)
	}
	l.Lines = []string{what}
	if s.Standing != nil {
		l.Lines = append(l.Lines, s.Standing.Reading.Mail)
	}
	if w.p.DueAt != nil {
		l.Lines = append(l.Lines, "Please sign by "+PageTime(w.office, *w.p.DueAt, "Monday, January 2, 15:04")+"; after that the packet ends.")
	}
	l.Lines = append(l.Lines, "The link is for you alone: whoever has it can sign in your name. You need no account. To ask something first, answer this mail.")
	if !again {
		if err := w.d.record(w.t, w.p, "asked", Who{Name: "Indicum"}, map[string]string{"whom": s.Name, "to": s.Email}); err != nil {
			return err
		}
	}
	return w.mail(fmt.Sprintf("ask-%d", s.ID), l)
}

func lowerFirst(s string) string { return strings.ToLower(s[:1]) + s[1:] }

func (w writer) tellSender(s store.Signer) error {
	l := outgoing{From: "Indicum, " + w.office.Name, To: w.sender.Email, ToName: w.sender.Name, Link: w.d.address(fmt.Sprintf("/packets/%d", w.p.ID)), LinkText: "Open the packet"}
	switch {
	case w.p.State == packet.Lapsed:
		l.Subject = "Lapsed: " + w.about()
		l.Lines = []string{"The packet’s time has passed before everybody signed. Nobody can sign it any more."}
	case w.p.State == packet.Declined:
		l.Subject = s.Name + " declined: " + w.about()
		l.Lines = []string{s.Name + " declined to sign and wrote: “" + s.Reason + "”", "The packet has ended for everybody."}
	default:
		if s.MemberID == w.sender.ID && w.p.State != packet.Executed {
			return nil // one's own signing is no news
		}
		done, all := 0, 0
		for _, o := range w.signers {
			if o.Stage == packet.Done || o.Stage == packet.Released {
				done++
			}
			if o.Stage != packet.Left {
				all++
			}
		}
		l.Subject = s.Name + " signed: " + w.about()
		l.Lines = []string{fmt.Sprintf("%s has signed. %d of %d people are done.", s.Name, done, all)}
		differs, err := clashes(w.t, *w.p, w.signers, s)
		if err != nil {
			return err
		}
		if len(differs) > 0 {
			l.Subject = "Answers differ: " + w.about()
			l.Lines = append(append(l.Lines, differs...), "They should answer alike. "+s.Name+" was shown this before finishing.")
		}
		if w.p.State == packet.Executed {
			l.Lines = append(l.Lines, "That was the last signature. The sealed copy follows in a moment.")
		}
	}
	return w.mail(fmt.Sprintf("sender-%d", s.ID), l)
}

func (w writer) tellEnded(s store.Signer) error {
	why := map[packet.State]string{
		packet.Declined: "somebody declined to sign it", packet.Withdrawn: w.sender.Name + " withdrew it", packet.Lapsed: "its time has passed",
	}[w.p.State]
	return w.mail(fmt.Sprintf("ended-%d", s.ID), outgoing{
		From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: s.Email, ToName: s.Name,
		Subject: "No longer to be signed: " + w.about(),
		Lines:   []string{fmt.Sprintf("The packet “%s” for %s has ended: %s.", w.p.Title, w.deal.Property, why), "You need do nothing. Your link no longer opens the documents."},
	})
}

// tellLeft tells somebody who was asked that nothing is wanted of them any more.
func (w writer) tellLeft(s store.Signer) error {
	return w.mail(fmt.Sprintf("left-%d", s.ID), outgoing{
		From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: s.Email, ToName: s.Name,
		Subject: "No longer to be signed: " + w.about(),
		Lines:   []string{fmt.Sprintf("You need not sign “%s” for %s any more: %s.", w.p.Title, w.deal.Property, s.Reason), "Your link no longer opens the documents."},
	})
}

// tellSigned tells a proxy that another has signed for the same party.
func (w writer) tellSigned(s store.Signer) error {
	return w.mail(fmt.Sprintf("signed-%d", s.ID), outgoing{
		From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: s.Email, ToName: s.Name,
		Subject: "No longer to be signed: " + w.about(),
		Lines:   []string{fmt.Sprintf("Somebody else has signed “%s” for %s. One signature is enough; you need do nothing, and your link no longer opens the documents.", w.p.Title, s.Standing.Principal)},
	})
}

// copies mails the executed copy to everybody who signed and to the sender; people who share an
// address each get their own.
func (w writer) copies() error {
	senderSigned := false
	for _, s := range w.signers {
		if s.Stage == packet.Released || s.Stage == packet.Left {
			continue // told already that nothing is wanted of them
		}
		senderSigned = senderSigned || s.MemberID == w.sender.ID
		link, err := w.link(s)
		if err != nil {
			return err
		}
		if err := w.copyTo(fmt.Sprintf("copy-%d", s.ID), s.Name, s.Email, link); err != nil {
			return err
		}
	}
	if senderSigned {
		return nil
	}
	return w.copyTo("copy-sender", w.sender.Name, w.sender.Email, w.d.address(fmt.Sprintf("/packets/%d", w.p.ID)))
}

func (w writer) copyTo(name, to, email, link string) error {
	return w.mail(name, outgoing{
		From: w.sender.Name + ", " + w.office.Name, ReplyTo: w.sender.Email, To: email, ToName: to, AttachCopy: true,
		Subject: "Executed: " + w.about(), Link: link, LinkText: "Fetch the executed copy",
		Lines: []string{
			fmt.Sprintf("Everybody has signed “%s” for %s. The executed copy, sealed by %s, is attached.", w.p.Title, w.deal.Property, w.office.Name),
			"Its last pages are the signing record. Whether the file is still as it was sealed can be checked at " + w.d.address("/verify") + ".",
		},
	})
}

var letterPage = template.Must(template.New("letter").Parse(`<!doctype html><html lang="en"><head><meta charset="utf-8"><title>{{.Subject}}</title></head>
<body style="margin:0;background:#f6f3ea;color:#1c2925;font-family:'Public Sans','Segoe UI',Arial,sans-serif;font-size:16px;line-height:1.5">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0"><tr><td align="center" style="padding:32px 16px">
<table role="presentation" width="560" cellspacing="0" cellpadding="0" style="max-width:560px;text-align:left">
<tr><td style="border-bottom:1px solid #1c2925;padding-bottom:8px;font-size:14px">{{.From}}</td></tr>
<tr><td style="padding-top:20px">Dear {{.ToName}},</td></tr>
{{range .Lines}}<tr><td style="padding-top:14px">{{.}}</td></tr>{{end}}
{{if .Message}}<tr><td style="padding-top:14px"><div style="border-left:2px solid #1c2925;padding-left:14px;white-space:pre-line">{{.Message}}</div></td></tr>{{end}}
{{if .Note}}<tr><td style="padding-top:14px"><div style="font-size:13px;color:#59635d">For you alone:</div><div style="border-left:2px solid #1c2925;padding-left:14px;white-space:pre-line">{{.Note}}</div></td></tr>{{end}}
{{if .Link}}<tr><td style="padding-top:24px"><a href="{{.Link}}" style="background:#1c2925;color:#f6f3ea;padding:12px 22px;text-decoration:none;font-weight:600;display:inline-block">{{.LinkText}}</a></td></tr>{{end}}
<tr><td style="padding-top:28px;border-bottom:1px solid #cdc6b4"></td></tr>
<tr><td style="padding-top:8px;font-size:13px;color:#59635d">Sent with Indicum for {{.From}}.</td></tr>
</table></td></tr></table></body></html>`))

// sendLetter is the mail job.
func (d *Desk) sendLetter(ctx context.Context, job store.Job) error {
	plain, err := d.unseal("letter", job.Payload)
	if err != nil {
		return err
	}
	var l outgoing
	if err := json.Unmarshal(plain, &l); err != nil {
		return fmt.Errorf("read letter: %w", err)
	}
	var page bytes.Buffer
	if err := letterPage.Execute(&page, l); err != nil {
		return fmt.Errorf("write letter: %w", err)
	}
	text := "Dear " + l.ToName + ",\n\n" + strings.Join(l.Lines, "\n\n") + "\n"
	if l.Message != "" {
		text += "\n> " + strings.ReplaceAll(l.Message, "\n", "\n> ") + "\n"
	}
	if l.Note != "" {
		text += "\nFor you alone:\n> " + strings.ReplaceAll(l.Note, "\n", "\n> ") + "\n"
	}
	if l.Link != "" {
		text += "\n" + l.LinkText + ": " + l.Link + "\n"
	}
	out := mail.Letter{
		ID: hashToken(job.Once)[:32], Domain: d.mailDomain(), FromName: l.From, ReplyTo: l.ReplyTo, To: l.To, ToName: l.ToName,
		Subject: l.Subject, Text: text, HTML: page.String(), Date: time.Now(), Office: l.Office,
	}
	if l.AttachCopy {
		p, err := store.One[store.Packet](d.Store.Read(ctx), "id = ?", job.PacketID)
		if err != nil {
			return err
		}
		data, err := d.Store.Blob(ctx, p.ExecutedSha)
		if err != nil {
			return err
		}
		if len(data) <= 12<<20 { // larger ones are fetched by the link: many mail servers refuse them
			out.Attach, out.AttachAs = data, FileName(p.Title+", executed")+".pdf"
		}
	}
	if l.AttachSent {
		data, err := d.asSent(ctx, job.PacketID)
		if err != nil {
			return err
		}
		if len(data) <= 12<<20 {
			out.Attach, out.AttachAs = data, "Documents as sent.pdf"
		}
	}
	d.pause("before mail")
	return mail.Send(ctx, d.Relay, out)
}
