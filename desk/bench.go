package desk

import (
	"context"
	"errors"
	"fmt"
	"reflect"

	"indicum/core/bench"
	"indicum/store"
)

// Bench is a deal's documents as they lie on the bench; it travels as JSON.
type Bench struct {
	Deal     int64          `json:"deal"`
	Property string         `json:"property"`
	Rev      int            `json:"rev"`
	Docs     []BenchDoc     `json:"docs"`
	Undo     string         `json:"undo"` // what undoing takes back, "" for nothing
	Redo     string         `json:"redo"`
	Notes    map[int64]Came `json:"sources"`
	Proposed []Proposed     `json:"proposals"`
}

// BenchDoc is a document on the bench.
type BenchDoc struct {
	ID    int64       `json:"id"`
	Name  string      `json:"name"`
	Aside bool        `json:"aside"`
	Rides bool        `json:"rides"`
	Pages []BenchPage `json:"pages"`
}

// BenchPage is a page on the bench.
type BenchPage struct {
	SheetPage
	Aside  bool  `json:"aside,omitempty"`
	Source int64 `json:"source"`
}

// Came says where pages came from.
type Came struct {
	Name   string   `json:"name"`
	At     string   `json:"at"`
	Notes  []string `json:"notes"`
	Unread int      `json:"unread,omitempty"` // scanned pages still to be read
}

const (
	benchSteps = 200 // that can be undone
	undoKind   = "undo"
	redoKind   = "redo"
)

// Bench returns a deal's bench.
func (d *Desk) Bench(ctx context.Context, m store.Member, dealID int64) (Bench, error) {
	t := d.Store.Read(ctx)
	row, err := store.One[store.Deal](t, "id = ? AND office_id = ?", dealID, m.OfficeID)
	if err != nil {
		return Bench{}, err
	}
	return d.benchOf(t, row)
}

func (d *Desk) benchOf(t store.Tx, row store.Deal) (Bench, error) {
	out := Bench{Deal: row.ID, Property: row.Property, Rev: row.BenchRev, Docs: []BenchDoc{}, Notes: map[int64]Came{}, Proposed: []Proposed{}}
	docs, err := store.All[store.Document](t, "pos, id", "deal_id = ?", row.ID)
	if err != nil {
		return out, err
	}
	for _, doc := range docs {
		b := BenchDoc{ID: doc.ID, Name: doc.Name, Aside: doc.Aside, Rides: doc.Rides}
		for _, p := range doc.Pages {
			image := fmt.Sprintf("/sources/%d/pages/%d/%s-", p.Source, p.Page, imageVersion(p))
			b.Pages = append(b.Pages, BenchPage{SheetPage{p.Width, p.Height, image}, p.Aside, p.Source})
		}
		out.Docs = append(out.Docs, b)
	}
	sources, err := store.All[store.Source](withoutPrints(t), "id", "deal_id = ?", row.ID)
	if err != nil {
		return out, err
	}
	byID := map[int64]store.Source{}
	for _, s := range sources {
		byID[s.ID] = s
	}
	for _, doc := range docs {
		out.Proposed = append(out.Proposed, proposed(doc, byID)...)
	}
	zone := d.zone(t, row.OfficeID)
	for _, s := range sources {
		out.Notes[s.ID] = Came{s.Name, s.CreatedAt.In(zone).Format("Jan 2, 15:04"), s.Notes, s.Unread}
	}
	steps, err := store.All[store.BenchStep](store.Tx{DB: t.Select("seq, undone, words")}, "seq", "deal_id = ?", row.ID)
	for _, s := range steps {
		if !s.Undone {
			out.Undo = s.Words
		} else if out.Redo == "" {
			out.Redo = s.Words
		}
	}
	return out, err
}

// Work does one thing on a deal's bench, or undoes or repeats one. rev is the bench the member saw;
// ErrStale says that somebody else has worked on it since, and comes with the bench as it is now.
func (d *Desk) Work(ctx context.Context, m store.Member, dealID int64, rev int, op bench.Op) (Bench, error) {
	var out Bench
	err := d.write(ctx, func(t store.Tx) error {
		row, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", dealID, m.OfficeID)
		if err != nil {
			return err
		}
		if row.BenchRev != rev {
			return ErrStale
		}
		if op.Kind == undoKind || op.Kind == redoKind {
			err = stepBench(t, row, op.Kind == undoKind)
		} else {
			err = workBench(t, row, op)
		}
		if err != nil {
			return err
		}
		row.BenchRev++
		if err := t.Model(&store.Deal{}).Where("id = ?", row.ID).Update("bench_rev", row.BenchRev).Error; err != nil {
			return err
		}
		out, err = d.benchOf(t, row)
		return err
	})
	switch {
	case errors.Is(err, ErrStale):
		now, readErr := d.Bench(ctx, m, dealID)
		return now, errors.Join(err, readErr)
	case errors.Is(err, bench.ErrOp):
		return out, Problem{err.Error()}
	}
	return out, err
}

func readBench(t store.Tx, dealID int64) ([]store.BenchDoc, []bench.Doc, error) {
	rows, err := store.All[store.Document](t, "pos, id", "deal_id = ?", dealID)
	placed, docs := make([]store.BenchDoc, len(rows)), make([]bench.Doc, len(rows))
	for i, r := range rows {
		docs[i] = bench.Doc{ID: r.ID, Name: r.Name, Aside: r.Aside, Rides: r.Rides, Pages: r.Pages}
		placed[i] = store.BenchDoc{Doc: docs[i], Pos: r.Pos}
	}
	return placed, docs, err
}

// workBench applies an operation, writes what changed, and keeps the step for undoing.
func workBench(t store.Tx, row store.Deal, op bench.Op) error {
	before, docs, err := readBench(t, row.ID)
	if err != nil {
		return err
	}
	next, words, err := bench.Apply(docs, op)
	if err != nil {
		return err
	}
	old := map[int64]store.BenchDoc{}
	for _, b := range before {
		old[b.ID] = b
	}
	step := store.BenchStep{DealID: row.ID, Words: clip(words, 190)}
	for pos, doc := range next {
		after := store.BenchDoc{Doc: doc, Pos: pos}
		if doc.ID == 0 {
			made := store.Document{OfficeID: row.OfficeID, DealID: row.ID, CreatedAt: store.Now()}
			if err := t.Create(&made).Error; err != nil {
				return err
			}
			after.ID = made.ID
		}
		if b, ok := old[after.ID]; ok {
			delete(old, after.ID)
			if reflect.DeepEqual(b, after) {
				continue
			}
			step.BeforeDocs = append(step.BeforeDocs, b)
		}
		step.AfterDocs = append(step.AfterDocs, after)
	}
	for _, gone := range old {
		step.BeforeDocs = append(step.BeforeDocs, gone)
	}
	if err := putBench(t, row, step.BeforeDocs, step.AfterDocs); err != nil {
		return err
	}
	// Doing something new ends what could be repeated.
	if err := t.Where("deal_id = ? AND undone", row.ID).Delete(&store.BenchStep{}).Error; err != nil {
		return err
	}
	if err := t.Raw("SELECT COALESCE(MAX(seq), 0) + 1 FROM bench_step WHERE deal_id = ?", row.ID).Scan(&step.Seq).Error; err != nil {
		return err
	}
	if err := t.Where("deal_id = ? AND seq <= ?", row.ID, step.Seq-benchSteps).Delete(&store.BenchStep{}).Error; err != nil {
		return err
	}
	return t.Create(&step).Error
}

// putBench turns the documents of from into those of to: what is in from alone goes, what is in to is
// written.
func putBench(t store.Tx, row store.Deal, from, to []store.BenchDoc) error {
	keep := map[int64]bool{}
	for _, b := range to {
		keep[b.ID] = true
		doc := store.Document{ID: b.ID, OfficeID: row.OfficeID, DealID: row.ID, Name: b.Name, Pages: b.Pages, Pos: b.Pos, Aside: b.Aside, Rides: b.Rides, CreatedAt: store.Now()}
		if old, err := store.One[store.Document](t, "id = ? AND deal_id = ?", b.ID, row.ID); err == nil {
			doc.CreatedAt = old.CreatedAt
		}
		if err := t.Save(&doc).Error; err != nil {
			return err
		}
	}
	for _, b := range from {
		if !keep[b.ID] {
			if err := t.Where("id = ? AND deal_id = ?", b.ID, row.ID).Delete(&store.Document{}).Error; err != nil {
				return err
			}
		}
	}
	return nil
}

// stepBench undoes the newest step, or repeats the oldest undone one.
func stepBench(t store.Tx, row store.Deal, undo bool) error {
	order, undone := "seq DESC", false
	if !undo {
		order, undone = "seq", true
	}
	steps, err := store.All[store.BenchStep](store.Tx{DB: t.Limit(1)}, order, "deal_id = ? AND undone = ?", row.ID, undone)
	if err != nil {
		return err
	}
	if len(steps) == 0 {
		return problem("There is nothing to take back or repeat.")
	}
	s := steps[0]
	from, to := s.BeforeDocs, s.AfterDocs
	if undo {
		from, to = to, from
	}
	if err := putBench(t, row, from, to); err != nil {
		return err
	}
	return t.Model(&store.BenchStep{}).Where("id = ?", s.ID).Update("undone", undo).Error
}

// SourceImage draws a page of an incoming file, turned, for a member of its office.
func (d *Desk) SourceImage(ctx context.Context, office, sourceID int64, page, turn, width int) ([]byte, error) {
	s, err := store.One[store.Source](d.Store.Read(ctx), "id = ? AND office_id = ?", sourceID, office)
	if err != nil {
		return nil, err
	}
	if page < 0 || page >= len(s.Pages) || turn%90 != 0 || turn < 0 || turn > 270 {
		return nil, store.ErrNotFound
	}
	return d.PageImage(ctx, store.PageAt{Source: s.ID, Sha: s.CleanSha, Page: page, Turn: turn}, width)
}
