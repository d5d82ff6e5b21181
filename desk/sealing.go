package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"indicum/core/packet"
	"indicum/core/pdf"
	"indicum/store"
)

// eventWords say in the signing record and on screen what happened.
var eventWords = map[string]string{
	"sent": "sent the packet", "asked": "mailed the link to", "opened": "opened the packet", "consented": "agreed to sign electronically",
	"signed": "signed", "declined": "declined", "reminded": "reminded", "readdressed": "corrected the address of", "extended": "extended the time",
	"withdrawn": "withdrew the packet", "lapsed": "ended the packet: its time had passed", "sealed": "sealed the executed copy", "copied": "mailed",
	"replaced": "let somebody else sign in the place of", "left": "let the packet go on without",
}

// EventText words an event for people, without the actor.
func EventText(e store.Event) string {
	text := eventWords[e.Kind]
	f := e.Facts
	switch e.Kind {
	case "asked":
		text += " " + f["whom"] + " at " + f["to"]
	case "copied":
		text += fmt.Sprintf(" %s to %s at %s", f["what"], f["whom"], f["to"])
	case "replaced":
		text += fmt.Sprintf(" %s: %s", f["whom"], f["by"])
	case "left":
		text += fmt.Sprintf(" %s: %s", f["whom"], f["why"])
	case "withdrawn":
		if f["why"] != "" {
			text += ": " + f["why"]
		}
	case "reminded":
		text += " " + f["whom"]
	case "readdressed":
		text += fmt.Sprintf(" %s from %s to %s", f["whom"], f["from"], f["to"])
	case "signed":
		text += " in " + countOf(f["places"], "place")
	case "declined":
		text += ": “" + f["reason"] + "”"
	case "extended":
		text += " until " + f["until"]
	}
	return text
}

func countOf(n, what string) string {
	if n == "1" {
		return n + " " + what
	}
	return n + " " + what + "s"
}

// material is what an executed copy is made of.
type material struct {
	draft
	office store.Office
	docs   [][]byte
	marks  []store.Mark
	record pdf.Record
}

func (d *Desk) material(ctx context.Context, p store.Packet) (material, error) {
	t := d.Store.Read(ctx)
	var m material
	var err error
	if m.draft, err = readDraft(t, p); err != nil {
		return m, err
	}
	if m.office, err = store.One[store.Office](t, "id = ?", p.OfficeID); err != nil {
		return m, err
	}
	for _, doc := range m.documents {
		data, err := d.Store.Blob(ctx, doc.SentSha)
		if err != nil {
			return m, fmt.Errorf("document as sent: %w", err)
		}
		m.docs = append(m.docs, data)
	}
	if m.marks, err = store.All[store.Mark](t, "field_id", "packet_id = ?", p.ID); err != nil {
		return m, err
	}
	events, err := store.All[store.Event](t, "seq", "packet_id = ? AND seq < COALESCE((SELECT MIN(seq) FROM event WHERE packet_id = ? AND kind = 'sealed'), 1 << 30)", p.ID, p.ID) // what the record in the copy can know
	if err != nil {
		return m, err
	}
	m.record = d.signingRecord(m, events)
	return m, nil
}

func (d *Desk) signingRecord(m material, events []store.Event) pdf.Record {
	at := func(t *time.Time) string {
		if t == nil {
			return "not"
		}
		return t.UTC().Format("2006-01-02 15:04:05")
	}
	r := pdf.Record{
		Title: m.packet.Title,
		Facts: [][2]string{{"Property", m.deal.Property}, {"Office", m.office.Name}, {"Packet", fmt.Sprintf("%d, round %d", m.packet.ID, m.packet.Round)}},
		Note:  "All times are UTC. The office’s seal covers every byte of this file; any PDF reader, “indicum verify”, or " + d.address("/verify") + " can check it.",
	}
	for _, doc := range m.documents {
		r.Documents = append(r.Documents, pdf.RecordDocument{Name: doc.Name, Pages: len(doc.Pages), SHA256: doc.SentSha})
	}
	count := map[int64]int{}
	for _, k := range m.marks {
		count[k.SignerID]++
	}
	for _, s := range m.signers {
		name := s.Name
		if s.Standing != nil {
			name = s.Standing.Reading.Line
		}
		if s.Stage == packet.Left {
			r.People = append(r.People, pdf.RecordPerson{Code: s.Seat().Code(), Name: name, Lines: []string{
				fmt.Sprintf("%s, turn %d, %s", s.Seat().Title(), s.Turn, s.Email),
				fmt.Sprintf("asked %s, opened %s; did not sign: %s", at(s.AskedAt), at(s.OpenedAt), s.Reason),
			}})
			continue
		}
		r.People = append(r.People, pdf.RecordPerson{Code: s.Seat().Code(), Name: name, Lines: []string{
			fmt.Sprintf("%s, turn %d, %s", s.Seat().Title(), s.Turn, s.Email),
			fmt.Sprintf("asked %s, opened %s", at(s.AskedAt), at(s.OpenedAt)),
			fmt.Sprintf("agreed to sign electronically %s", at(s.ConsentedAt)),
			fmt.Sprintf("finished %s from %s, %s", at(s.DoneAt), s.FromAddr, countOf(fmt.Sprint(count[s.ID]), "place")),
		}})
	}
	for _, e := range events {
		r.Events = append(r.Events, pdf.RecordEvent{At: e.At.UTC().Format("2006-01-02 15:04:05"), Who: e.Actor, What: EventText(e), From: e.FromAddr})
		r.Head = e.Hash
	}
	return r
}

// plan puts the chosen documents and their marks together.
func (m material) plan(title string, only ...int) pdf.Plan {
	out := pdf.Plan{Title: title, Record: &m.record, Sealed: true}
	signers := map[int64]store.Signer{}
	for _, s := range m.signers {
		signers[s.ID] = s
	}
	content := map[string]string{}
	for _, k := range m.marks {
		content[k.FieldID] = k.Content
	}
	for i, doc := range m.documents {
		if len(only) > 0 && !slices.Contains(only, i) {
			continue
		}
		for _, f := range m.fields {
			if c, ok := content[f.ID]; (ok || f.Kind.Preparers()) && f.Document == doc.ID {
				out.Marks = append(out.Marks, pdf.Placed{Document: len(out.Documents), Field: f, Mark: markOf(signers[f.Signer], f, c)})
			}
		}
		out.Documents = append(out.Documents, m.docs[i])
	}
	return out
}

func (d *Desk) sealed(ctx context.Context, m material, plan pdf.Plan, at time.Time) ([]byte, []int, error) {
	prepared, err := d.Engine.Execute(ctx, plan, at)
	if err != nil {
		return nil, nil, fmt.Errorf("compose executed copy: %w", err)
	}
	cert, key, err := d.sealingKey(m.office)
	if err != nil {
		return nil, nil, err
	}
	data, err := pdf.Seal(prepared, cert, key)
	return data, prepared.PageCounts, err
}

// sealPacket makes the executed copy and, in one transaction, keeps it, records it and promises the
// mails. A second attempt finds it done.
func (d *Desk) sealPacket(ctx context.Context, job store.Job) error {
	p, err := store.One[store.Packet](d.Store.Read(ctx), "id = ?", job.PacketID)
	if err != nil {
		return err
	}
	if p.ExecutedSha != "" {
		return nil
	}
	m, err := d.material(ctx, p)
	if err != nil {
		return err
	}
	data, counts, err := d.sealed(ctx, m, m.plan(p.Title), *p.EndedAt)
	if err != nil {
		return err
	}
	sha, err := d.Store.PutBlob(ctx, data)
	if err != nil {
		return err
	}
	d.pause("copy made")
	err = d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, 0, job.PacketID)
		if err != nil {
			return err
		}
		if err := d.record(t, &p, "sealed", Who{Name: "Indicum"}, map[string]string{"SHA-256": sha, "pages": strings.Trim(fmt.Sprint(counts), "[]")}); err != nil {
			return err
		}
		if err := d.apply(t, &p, signers, packet.Action{Deed: packet.Seal}); err != nil {
			return err
		}
		p.ExecutedSha, p.PageCounts = sha, counts
		return settle(t, p)
	})
	if errors.Is(err, packet.ErrAlready) {
		return nil
	}
	return err
}

type part struct {
	name string
	data []byte
}

// sealedParts makes one sealed PDF of each document. What goes into them is fixed, and so is the
// signature scheme; they come out the same each time.
func (d *Desk) sealedParts(ctx context.Context, p store.Packet) ([]part, error) {
	m, err := d.material(ctx, p)
	if err != nil {
		return nil, err
	}
	var out []part
	for i, doc := range m.documents {
		data, _, err := d.sealed(ctx, m, m.plan(doc.Name, i), *p.EndedAt)
		if err != nil {
			return nil, err
		}
		out = append(out, part{doc.Name, data})
	}
	return out, nil
}
