package desk

import (
	"context"
	"errors"
	"fmt"
	"path"
	"slices"
	"strings"

	"indicum/core/pdf"
	"indicum/store"
)

// arrival is a file on its way into a deal.
type arrival struct {
	office, deal int64
	name         string
	data         []byte
	origin       store.Origin
	once         string // a name under which it is taken in once only; "" for always
}

// AddFile takes a file into a deal: its bytes are kept as they came, checked, and become a document.
// A refusal is a Problem; nothing is kept then.
func (d *Desk) AddFile(ctx context.Context, office, dealID int64, name string, data []byte) (store.Document, store.Source, error) {
	return d.arrive(ctx, arrival{office: office, deal: dealID, name: name, data: data})
}

// errThere says that a file with the same once-name is in already.
var errThere = errors.New("the file was taken in before")

func (d *Desk) arrive(ctx context.Context, a arrival) (store.Document, store.Source, error) {
	var src store.Source
	if _, err := store.One[store.Deal](d.Store.Read(ctx), "id = ? AND office_id = ?", a.deal, a.office); err != nil {
		return store.Document{}, src, err
	}
	e, err := d.edition(ctx, a.name, a.data)
	if err != nil {
		return store.Document{}, src, err
	}
	src = sourceOf(e)
	src.OfficeID, src.DealID, src.Origin = a.office, a.deal, a.origin
	if a.once != "" {
		src.Once = &a.once
	}
	var doc store.Document
	err = d.write(ctx, func(t store.Tx) error {
		var err error
		doc, err = d.file(t, &src, documentName(src.Name))
		return err
	})
	if store.Duplicate(err) {
		err = errThere
	}
	return doc, src, err
}

// edition checks a file and reads what can be read at once: what is common to a file that comes into a
// deal and one that is put on the shelf.
func (d *Desk) edition(ctx context.Context, name string, data []byte) (store.Edition, error) {
	e := store.Edition{File: clip(tidy(path.Base(strings.ReplaceAll(name, "\\", "/"))), 190), Size: int64(len(data)), CreatedAt: store.Now()}
	readable, notes, err := d.readable(ctx, e.File, data)
	if err != nil {
		return e, err
	}
	in, err := d.Engine.Intake(ctx, readable)
	if s := pdf.Sentence(err); s != "" {
		return e, Problem{s}
	}
	if err != nil {
		return e, err
	}
	e.Pages, e.Notes = in.Pages, append(notes, in.Notes...)
	if err := d.study(ctx, &e, in.Clean, false); err != nil {
		return e, err
	}
	if e.Sha, err = d.Store.PutBlob(ctx, data); err != nil {
		return e, err
	}
	e.CleanSha, err = d.Store.PutBlob(ctx, in.Clean)
	return e, err
}

// sourceOf makes the source that a deal keeps of a file.
func sourceOf(e store.Edition) store.Source {
	return store.Source{Name: e.File, Sha: e.Sha, CleanSha: e.CleanSha, Size: e.Size, Pages: e.Pages, Notes: slices.Clone(e.Notes), Proposals: e.Proposals, Prints: e.Prints, EditionID: e.ID, CreatedAt: store.Now()}
}

// file puts a source into its deal, as a document of all its pages.
func (d *Desk) file(t store.Tx, src *store.Source, name string) (store.Document, error) {
	doc := store.Document{OfficeID: src.OfficeID, DealID: src.DealID, Name: name, CreatedAt: src.CreatedAt}
	src.ID = 0
	if _, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", src.DealID, src.OfficeID); err != nil {
		return doc, err
	}
	if err := t.Raw("SELECT COALESCE(MAX(pos), -1) + 1 FROM document WHERE deal_id = ?", src.DealID).Scan(&doc.Pos).Error; err != nil {
		return doc, err
	}
	src.Unread = unread(src.Prints)
	if err := noticeTwins(t, src); err != nil {
		return doc, err
	}
	if err := t.Create(src).Error; err != nil {
		return doc, err
	}
	for i, p := range src.Pages {
		doc.Pages = append(doc.Pages, store.PageAt{Source: src.ID, Sha: src.CleanSha, Page: i, Width: p.Width, Height: p.Height})
	}
	if err := t.Create(&doc).Error; err != nil {
		return doc, err
	}
	if err := queueLook(t, src.CleanSha, len(src.Pages)); err != nil {
		return doc, err
	}
	if src.Unread > 0 {
		job := store.Job{Kind: "read", Once: fmt.Sprintf("read/%d", src.ID), Payload: fmt.Append(nil, src.ID), RunAt: store.Now()}
		if err := t.Create(&job).Error; err != nil {
			return doc, err
		}
	}
	// A new document changes the bench under whoever works there.
	if err := t.Exec("UPDATE deal SET bench_rev = bench_rev + 1 WHERE id = ?", src.DealID).Error; err != nil {
		return doc, err
	}
	return doc, pulse(t, store.Packet{OfficeID: src.OfficeID})
}

// documentName makes a readable name of a file name.
func documentName(file string) string {
	n := strings.TrimSuffix(strings.TrimSuffix(file, path.Ext(file)), ".")
	n = tidy(strings.NewReplacer("_", " ", "-", " ").Replace(n))
	if n == "" {
		return "Untitled document"
	}
	r := []rune(n)
	return strings.ToUpper(string(r[:1])) + string(r[1:])
}
