package desk

import (
	"fmt"
	"strings"

	"indicum/core/field"
	"indicum/store"
)

// Differs refuses to finish because of answers that contradict those of others.
type Differs struct{ Answers []string }

func (d Differs) Error() string { return strings.Join(d.Answers, " ") }

// choose takes a side of a choice: its places for ink and ticks are filled, those of the other sides are
// emptied where only one may be taken. Content "" takes the answer back.
func (d *Desk) choose(t store.Tx, p store.Packet, s *store.Signer, mates []int64, f field.Field, content string) error {
	rows, err := store.All[store.Field](t, "id", "packet_id = ? AND grp = ? AND signer_id IN ?", p.ID, f.Group, mates)
	if err != nil {
		return err
	}
	for _, r := range rows {
		side := r.Side == f.Side
		switch {
		case side && content == "" || !side && content != "" && f.Rule != field.AtLeastOne:
			if err := t.Where("packet_id = ? AND field_id = ?", p.ID, r.ID).Delete(&store.Mark{}).Error; err != nil {
				return err
			}
			continue
		case !side || content == "" || r.Kind.Automatic() || r.Kind == field.Text && r.ID != f.ID:
			continue
		case r.Kind == field.Signature && s.SignatureInk == nil, r.Kind == field.Initials && s.InitialsInk == nil:
			continue // they make it when they come to it
		}
		text := "x"
		if r.Kind == field.Text {
			text = content
		}
		if err := t.Save(&store.Mark{PacketID: p.ID, FieldID: r.ID, SignerID: s.ID, Content: text, At: store.Now()}).Error; err != nil {
			return err
		}
	}
	return nil
}

// clashes says in words where a signer's answers contradict those of others who should answer alike.
func clashes(t store.Tx, p store.Packet, signers []store.Signer, s store.Signer) ([]string, error) {
	rows, err := store.All[store.Field](t, "document_id, page, y, x", "packet_id = ? AND same AND grp <> ''", p.ID)
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	marks, err := store.All[store.Mark](t, "field_id", "packet_id = ?", p.ID)
	if err != nil {
		return nil, err
	}
	fields := make([]field.Field, len(rows))
	for i, r := range rows {
		fields[i] = r.Core()
	}
	filled := map[string]bool{}
	for _, m := range marks {
		filled[m.FieldID] = true
	}
	return clashWords(fields, filled, signers, s.ID), nil
}

func clashWords(fields []field.Field, filled map[string]bool, signers []store.Signer, me int64) []string {
	names := map[int64]string{}
	for _, s := range signers {
		names[s.ID] = s.Name
	}
	var out []string
	for _, c := range field.Clashes(fields, filled, me) {
		where := ""
		for _, f := range fields {
			if f.Group == c.Group {
				if where = fmt.Sprintf("On page %d of its document", f.Page+1); f.Label != "" {
					where += fmt.Sprintf(", at “%s”,", f.Label)
				}
				break
			}
		}
		out = append(out, fmt.Sprintf("%s %s chose “%s”, and here it is “%s”.", where, names[c.Other], c.Theirs, c.Side))
	}
	return out
}
