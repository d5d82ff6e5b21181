package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"indicum/core/cuts"
	"indicum/core/likeness"
	"indicum/store"
)

// study reads what is printed on a file and notes what it suggests: where to cut it, what the parts are
// called, which pages to turn, on which nobody signs. Scanned pages take about a second each; they are
// looked at only when asked for.
func (d *Desk) study(ctx context.Context, e *store.Edition, clean []byte, scans bool) error {
	key := shaOf(clean)
	read, err := d.Engine.Read(ctx, key, len(e.Pages), clean)
	if err == nil && scans {
		err = d.Engine.ReadScans(ctx, key, clean, read, nil)
	}
	if ctx.Err() != nil {
		return ctx.Err()
	}
	if err != nil {
		d.Log.Warn("no proposals for a file", "error", err)
		return nil // a file that can't be read for proposals can still be signed
	}
	e.Proposals = cuts.Propose(read)
	e.Prints = store.Prints{Editions: map[int]store.EditionAt{}}
	for i, p := range read {
		e.Pages[i].Turn = p.Turn
		e.Prints.Pages = append(e.Prints.Pages, likeness.Of(p))
	}
	for _, p := range e.Proposals {
		if words, order := likeness.Edition(read[p.From-1]); words != "" {
			e.Prints.Editions[p.From-1] = store.EditionAt{Words: words, Order: order}
		}
	}
	if first, ok := e.Prints.Editions[0]; ok && len(e.Proposals) == 1 {
		e.Words = clip(first.Words, 80)
	}
	return nil
}

// withoutPrints leaves out of what is read what only comparing files needs: it grows with every page.
func withoutPrints(t store.Tx) store.Tx { return store.Tx{DB: t.Omit("prints")} }

// unread counts the pages on which no word was read.
func unread(p store.Prints) int {
	n := 0
	for _, page := range p.Pages {
		if page.Words == 0 {
			n++
		}
	}
	return n
}

// readScans is the job that reads a source's scanned pages.
func (d *Desk) readScans(ctx context.Context, job store.Job) error {
	id, err := strconv.ParseInt(string(job.Payload), 10, 64)
	if err != nil {
		return fmt.Errorf("read scans: %w", err)
	}
	src, err := store.One[store.Source](d.Store.Read(ctx), "id = ?", id)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	} else if err != nil {
		return err
	}
	clean, err := d.Store.Blob(ctx, src.CleanSha)
	if err != nil {
		return err
	}
	e := store.Edition{Pages: src.Pages}
	if err := d.study(ctx, &e, clean, true); err != nil {
		return err
	}
	return d.write(ctx, func(t store.Tx) error {
		src, err := store.One[store.Source](t.Lock(), "id = ?", id)
		if err != nil {
			return err
		}
		src.Unread = 0
		if len(e.Prints.Pages) > 0 { // else it could not be read, and what was known stays
			src.Pages, src.Proposals, src.Prints = e.Pages, e.Proposals, e.Prints
		}
		if err := noticeTwins(t, &src); err != nil {
			return err
		}
		if err := t.Save(&src).Error; err != nil {
			return err
		}
		return pulse(t, store.Packet{OfficeID: src.OfficeID})
	})
}

const mostCompared = 20_000 // pairs of documents

// noticeTwins notes on a source what of it the deal has already: the same file, the same pages in other
// bytes, another edition of a form.
func noticeTwins(t store.Tx, src *store.Source) error {
	others, err := store.All[store.Source](t, "id", "deal_id = ? AND id <> ?", src.DealID, src.ID)
	if err != nil {
		return err
	}
	note := func(format string, args ...any) {
		if text := fmt.Sprintf(format, args...); !slices.Contains(src.Notes, text) {
			src.Notes = append(src.Notes, text)
		}
	}
	compared := 0
	for _, o := range others {
		if o.Sha == src.Sha {
			if src.ID == 0 { // of two, the later one says so
				note("The same file is in this deal already: “%s”.", o.Name)
			}
			continue
		}
		for _, mine := range src.Proposals {
			for _, theirs := range o.Proposals {
				if compared++; compared > mostCompared {
					return nil
				}
				compareParts(note, *src, o, mine, theirs)
			}
		}
	}
	return nil
}

func compareParts(note func(string, ...any), src, o store.Source, mine, theirs cuts.Proposal) {
	part := func(s store.Source, p cuts.Proposal) []likeness.Print {
		if p.To > len(s.Prints.Pages) {
			return nil
		}
		return s.Prints.Pages[p.From-1 : p.To]
	}
	switch likeness.Compare(part(src, mine), part(o, theirs), strings.EqualFold(mine.Name, theirs.Name)) {
	case likeness.Same:
		note("“%s” has the same pages as “%s”, which is in this deal already.", mine.Name, o.Name)
	case likeness.Version:
		a, b := src.Prints.Editions[mine.From-1], o.Prints.Editions[theirs.From-1]
		switch {
		case a.Order > b.Order && b.Order > 0:
			note("“%s” is a newer edition (%s) of a form in “%s” (%s).", mine.Name, a.Words, o.Name, b.Words)
		case a.Order < b.Order && a.Order > 0:
			note("“%s” is an older edition (%s) of a form in “%s” (%s).", mine.Name, a.Words, o.Name, b.Words)
		default:
			note("“%s” is another version of a form in “%s”: filled in, or changed in places.", mine.Name, o.Name)
		}
	}
}
