package desk

import (
	"errors"
	"fmt"

	"indicum/core/bench"
	"indicum/core/field"
	"indicum/core/follow"
	"indicum/core/spot"
	"indicum/store"
)

// swap replaces a document of a draft by a corrected version from the deal. Its name and place in the order
// stay; every field follows the words it belongs to. What finds no words stays on its page, belongs to nobody
// until somebody looks at it, and is named in the notice.
func (e *editor) swap(x Edit) error {
	doc, err := store.One[store.PacketDocument](e.t, "id = ? AND packet_id = ?", x.Document, e.p.ID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	by, err := store.One[store.Document](e.t, "id = ? AND deal_id = ?", x.With, e.p.DealID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	next := doc
	next.Pages = bench.Kept(by.Pages)
	if len(next.Pages) == 0 {
		return problem("All pages of “%s” are set aside.", by.Name)
	}
	before, missing, err := sights(e.t, doc)
	if err != nil {
		return err
	}
	after, more, err := sights(e.t, next)
	if err != nil {
		return err
	}
	if len(missing)+len(more) > 0 {
		return problem("The pages are still being looked at. Please try again in a moment.")
	}
	rows, err := store.All[store.Field](e.t, "page, y, x", "packet_id = ? AND document_id = ?", e.p.ID, doc.ID)
	if err != nil {
		return err
	}
	if err := e.t.Save(&next).Error; err != nil {
		return err
	}
	places := make([]follow.Place, len(rows))
	for i, r := range rows {
		places[i] = follow.Place{Page: r.Page, Rect: r.Core().Rect, Kind: spotKind(r.Kind)}
	}
	lost := 0
	for i, m := range follow.Move(before, after, places) {
		f := rows[i].Core()
		f.Rev++
		if m.Found {
			f.Page, f.Rect = m.Page, m.Rect
		} else {
			lost++
			f.Label = clip(fmt.Sprintf("lost its words: %s%s, page %d %s", f.Kind.Title(), e.whose(f.Signer), f.Page+1, f.Value), 115)
			f.Signer = 0
			if f.Kind.Preparers() {
				f.Kind, f.Value, f.Style = field.Text, "", field.Style{} // so that it is seen to be nobody’s
			}
		}
		f.Page = min(max(f.Page, 0), len(next.Pages)-1)
		f.Rect = f.Within(next.Pages[f.Page].Width, next.Pages[f.Page].Height)
		row := store.FieldRow(e.p.ID, f)
		if err := e.t.Save(&row).Error; err != nil {
			return err
		}
	}
	e.notice = append(e.notice, fmt.Sprintf("“%s” was replaced; %s of %d followed their words.", doc.Name, countOf(fmt.Sprint(len(rows)-lost), "place"), len(rows)))
	if lost > 0 {
		e.notice = append(e.notice, fmt.Sprintf("The words of %s are gone: they belong to nobody until you place them, and are among the open findings.", countOf(fmt.Sprint(lost), "place")))
	}
	if len(next.Pages) > len(doc.Pages) {
		e.notice = append(e.notice, fmt.Sprintf("It has %s more; look whether they are to be initialed.", countOf(fmt.Sprint(len(next.Pages)-len(doc.Pages)), "page")))
	}
	return nil
}

func (e *editor) whose(signer int64) string {
	if s := e.signer(signer); s != nil {
		return " of " + s.Name
	}
	return ""
}

// spotKind is the kind of spot on which a field of a kind stands.
func spotKind(k field.Kind) string {
	if k == field.Tick {
		return spot.Checkbox
	}
	return string(k)
}
