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

// Edit is one change of a draft. Which of the other members count follows from Op.
type Edit struct {
	Op       string       `json:"op"`
	Field    *field.Field `json:"field"`    // "field"
	ID       string       `json:"id"`       // "unfield"
	Rev      int          `json:"rev"`      // "unfield": the revision seen
	Signer   int64        `json:"signer"`   // "turns", "email", "unsigner", "note", "replace"
	Party    int64        `json:"party"`    // "signer", "copy": 0 is the member themself, or nobody; "follow": the signer to follow; "replace": who signs instead
	Turn     int          `json:"turn"`     // "signer", "turns"
	Document int64        `json:"document"` // "document" (of the deal), "order", "name", "rides", "undocument"
	Rides    bool         `json:"rides"`    // "rides", "document": whether it goes along unsigned
	Pos      int          `json:"pos"`      // "order": new index
	Name     string       `json:"name"`     // "name", "title"
	Email    string       `json:"email"`
	Subject  string       `json:"subject"` // "letter"
	Message  string       `json:"message"` // "letter", "note"
	Due      string       `json:"due"`     // "due": a date or ""
	Early    bool         `json:"early"`   // "copy": when it is sent, instead of when it is executed
	Copy     int64        `json:"copy"`    // "uncopy"
	Circle   int64        `json:"circle"`  // "circle": the office's circle to use
	Recipe   int64        `json:"recipe"`  // "recipe": the office's recipe to start from
	With     int64        `json:"with"`    // "swap": the deal’s document that takes the place of Document
	Spots    []string     `json:"spots"`   // "pass": spots not wanted; "unpass": wanted again, none named: all
	Edits    []Edit       `json:"edits"`   // "turns": several "turn" edits that only make sense together
}

const (
	maxFields  = 6000
	maxSigners = 40
	maxDocs    = 200
)

// NewPacket starts a draft in a deal.
func (d *Desk) NewPacket(ctx context.Context, m store.Member, dealID int64) (int64, error) {
	row, err := store.One[store.Deal](d.Store.Read(ctx), "id = ? AND office_id = ?", dealID, m.OfficeID)
	if err != nil {
		return 0, err
	}
	now := store.Now()
	p := store.Packet{OfficeID: m.OfficeID, DealID: row.ID, SenderID: m.ID, State: packet.Draft, Round: 1, Rev: 1, CreatedAt: now, MovedAt: now}
	err = d.write(ctx, func(t store.Tx) error {
		p.ID = 0
		if err := t.Create(&p).Error; err != nil {
			return err
		}
		return pulse(t, p)
	})
	return p.ID, err
}

// EditDraft applies edits to a draft, all or none, and returns the sheet after them. rev is the
// draft's revision the member saw; fields carry their own, so that two people may work on
// different fields at once. ErrStale says that what an edit would change has changed since; the
// sheet returned with it is the present one.
func (d *Desk) EditDraft(ctx context.Context, m store.Member, id int64, rev int, edits []Edit) (Sheet, error) {
	var out Sheet
	err := d.write(ctx, func(t store.Tx) error {
		p, signers, err := lockedPacket(t, m.OfficeID, id)
		if err != nil {
			return err
		}
		if p.State != packet.Draft {
			return problem("This packet has been sent; it can no longer be edited.")
		}
		e := editor{t: t, d: d, m: m, p: &p, signers: signers, rev: rev}
		for _, edit := range edits {
			if err := e.do(edit); err != nil {
				return err
			}
		}
		p.MovedAt, p.Notice = store.Now(), strings.Join(e.notice, " ")
		if err := settle(t, p); err != nil {
			return err
		}
		out, err = d.sheet(t, m, p)
		return err
	})
	if errors.Is(err, ErrStale) {
		now, readErr := d.Sheet(ctx, m, id)
		return now, errors.Join(err, readErr)
	}
	return out, err
}

type editor struct {
	t       store.Tx
	d       *Desk
	m       store.Member
	p       *store.Packet
	signers []store.Signer
	rev     int
	bumped  bool
	notice  []string // what the one who edits should know
}

// bump claims the draft's revision for a change of people, documents or words.
func (e *editor) bump() error {
	if e.bumped {
		return nil
	}
	if e.p.Rev != e.rev {
		return ErrStale
	}
	e.p.Rev++
	e.bumped = true
	return nil
}

func (e *editor) do(x Edit) error {
	switch x.Op {
	case "field":
		return e.putField(x)
	case "unfield":
		return e.dropField(x)
	}
	if err := e.bump(); err != nil {
		return err
	}
	switch x.Op {
	case "signer":
		return e.addSigner(x)
	case "email", "unsigner", "note", "replace":
		return e.changeSigner(x)
	case "circle":
		return e.useCircle(x.Circle)
	case "recipe":
		return e.useRecipe(x.Recipe)
	case "copy":
		return e.addCopy(x)
	case "uncopy":
		return e.dropCopy(x)
	case "follow":
		return e.follow(x)
	case "turns":
		return e.setTurns(x.Edits)
	case "pass", "unpass":
		return e.pass(x)
	case "swap":
		return e.swap(x)
	case "document":
		return e.addDocument(x)
	case "order", "name", "rides", "undocument":
		return e.changeDocument(x)
	case "title":
		e.p.Title = tidy(x.Name)
		if utf8.RuneCountInString(e.p.Title) > 200 {
			return problem("A title has at most 200 characters.")
		}
	case "letter":
		e.p.Subject, e.p.Message = tidy(x.Subject), strings.TrimSpace(strings.ToValidUTF8(x.Message, ""))
		if utf8.RuneCountInString(e.p.Subject) > 200 || utf8.RuneCountInString(e.p.Message) > 5000 {
			return problem("The subject has at most 200 characters and the message 5,000.")
		}
	case "due":
		e.p.DueAt = nil
		if x.Due != "" {
			day, err := time.ParseInLocation("2006-01-02", x.Due, e.d.zone(e.t, e.p.OfficeID))
			if err != nil {
				return problem("“%s” is not a date.", clip(x.Due, 20))
			}
			e.p.DueAt = pointer(day.AddDate(0, 0, 1).Add(-time.Minute).UTC())
		}
	default:
		return fmt.Errorf("edit draft: unknown change %q", x.Op)
	}
	return nil
}

func (e *editor) putField(x Edit) error {
	if x.Field == nil {
		return fmt.Errorf("edit draft: no field given")
	}
	f := *x.Field
	doc, err := store.One[store.PacketDocument](e.t, "id = ? AND packet_id = ?", f.Document, e.p.ID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	if f.Page < 0 || f.Page >= len(doc.Pages) {
		return problem("There is no such page in “%s”.", doc.Name)
	}
	if err := f.Check(doc.Pages[f.Page].Width, doc.Pages[f.Page].Height); err != nil {
		return Problem{err.Error() + "."}
	}
	if f.Signer != 0 && e.signer(f.Signer) == nil {
		return ErrStale
	}
	old, err := store.One[store.Field](e.t, "packet_id = ? AND id = ?", e.p.ID, f.ID)
	switch {
	case errors.Is(err, store.ErrNotFound):
		var n int64
		if err := e.t.Model(&store.Field{}).Where("packet_id = ?", e.p.ID).Count(&n).Error; err != nil {
			return err
		}
		if n >= maxFields {
			return problem("A packet has at most %d places.", maxFields)
		}
		f.Rev++
		row := store.FieldRow(e.p.ID, f)
		return e.t.Create(&row).Error
	case err != nil:
		return err
	}
	seen := f
	seen.Rev = old.Rev
	if old.Core() == seen {
		return nil // the same change again, after an answer that got lost
	}
	if old.Rev != f.Rev {
		return ErrStale
	}
	f.Rev++
	row := store.FieldRow(e.p.ID, f)
	return e.t.Save(&row).Error
}

func (e *editor) dropField(x Edit) error {
	old, err := store.One[store.Field](e.t, "packet_id = ? AND id = ?", e.p.ID, x.ID)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err == nil && old.Rev != x.Rev {
		return ErrStale
	}
	if err != nil {
		return err
	}
	return e.t.Where("packet_id = ? AND id = ?", e.p.ID, x.ID).Delete(&store.Field{}).Error
}

func (e *editor) signer(id int64) *store.Signer {
	for i := range e.signers {
		if e.signers[i].ID == id {
			return &e.signers[i]
		}
	}
	return nil
}
