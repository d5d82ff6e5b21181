package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"gorm.io/gorm/clause"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/spot"
	"indicum/store"
)

// Spots is what was found on a packet's pages; it travels as JSON.
type Spots struct {
	Looking int         `json:"looking"` // documents that are still being looked at
	Pages   []SpotsPage `json:"pages"`
	Known   []KnownForm `json:"known"`
}

// SpotsPage is what was found on one page of a packet's document.
type SpotsPage struct {
	Document int64           `json:"document"`
	Page     int             `json:"page"` // from 0
	Foot     string          `json:"foot"` // what is printed at its foot, without numbers
	Text     [][4]float64    `json:"text"` // lines of print: x, y, width, height
	Columns  []field.Columns `json:"columns,omitempty"`
	Spots    []SheetSpot     `json:"spots"`
}

// SheetSpot is a spot on the sheet.
type SheetSpot struct {
	ID   string     `json:"id"` // the field it becomes has the same
	Kind field.Kind `json:"kind"`
	field.Rect
	Role   deal.Role `json:"role"`
	Number int       `json:"number"`
	Code   string    `json:"code"` // of the seat, "" where the form doesn’t say
	Seat   string    `json:"seat"`
	Label  string    `json:"label"`
	Group  string    `json:"group"`
	Side   string    `json:"side"`
	About  string    `json:"about,omitempty"` // what the choice is about
	Sure   int       `json:"sure"`            // percent

	// Of a form whose places were kept: the field it becomes but for its signer, who is the Person-th on the
	// seat in their Again-th turn, both counted from 0.
	Kept   *field.Field `json:"kept,omitempty"`
	Person int          `json:"person,omitempty"`
	Again  int          `json:"again,omitempty"`
	Aside  bool         `json:"aside,omitempty"` // a line to stand places on, but not offered
}

// kindOf is the kind of field that a spot becomes.
func kindOf(s spot.Spot) field.Kind {
	if s.Kind == spot.Checkbox {
		return field.Tick
	}
	return field.Kind(s.Kind)
}

// queueLook has a file's pages looked at, unless that was asked for already.
func queueLook(t store.Tx, sha string, pages int) error {
	job := store.Job{Kind: "look", Once: fmt.Sprint("look/", spot.Edition, "/", sha), Payload: fmt.Appendf(nil, "%s/%d", sha, pages), RunAt: store.Now()}
	return t.Clauses(clause.OnConflict{DoNothing: true}).Create(&job).Error
}

// lookAt is the job that finds the places on a file's pages.
func (d *Desk) lookAt(ctx context.Context, job store.Job) error {
	sha, count, _ := strings.Cut(string(job.Payload), "/")
	n, err := strconv.Atoi(count)
	if err != nil {
		return fmt.Errorf("look for places: %w", err)
	}
	clean, err := d.Store.Blob(ctx, sha)
	if err != nil {
		return err
	}
	pages, err := d.Engine.Look(ctx, sha, n, clean, nil)
	if err != nil {
		if ctx.Err() != nil {
			return err
		}
		d.Log.Warn("a file can’t be searched for places", "sha", sha, "error", err)
		pages = make([]spot.Page, n) // it can still be signed, with places set by hand
	}
	const atOnce = 40
	rows := make([]store.Look, 0, atOnce)
	for i, s := range spot.See(pages) {
		row, err := store.LookRow(sha, i, s)
		if err != nil {
			return err
		}
		if rows = append(rows, row); len(rows) < atOnce && i+1 < n {
			continue
		}
		err = d.write(ctx, func(t store.Tx) error {
			return t.Clauses(clause.OnConflict{UpdateAll: true}).Create(&rows).Error
		})
		if err != nil {
			return err
		}
		rows = rows[:0]
	}
	return d.write(ctx, func(t store.Tx) error {
		var offices []int64
		if err := t.Raw("SELECT DISTINCT office_id FROM source WHERE clean_sha = ?", sha).Scan(&offices).Error; err != nil {
			return err
		}
		for _, office := range offices {
			if err := pulse(t, store.Packet{OfficeID: office}); err != nil {
				return err
			}
		}
		return nil
	})
}

// sights returns what was seen on a document's pages, as the packet shows them; missing says which
// files have not been looked at yet.
func sights(t store.Tx, doc store.PacketDocument) (out []spot.Sight, missing map[string]bool, err error) {
	missing = map[string]bool{}
	seen := map[string]spot.Sight{}
	shas := map[string]bool{}
	for _, p := range doc.Pages {
		shas[p.Sha] = true
	}
	for sha := range shas {
		rows, err := store.All[store.Look](t, "page", "sha = ? AND edition = ?", sha, spot.Edition)
		if err != nil {
			return nil, nil, err
		}
		for _, r := range rows {
			s, err := r.Sight()
			if err != nil {
				return nil, nil, err
			}
			seen[fmt.Sprint(sha, "/", r.Page)] = s
		}
	}
	out = make([]spot.Sight, len(doc.Pages))
	for i, p := range doc.Pages {
		s, ok := seen[fmt.Sprint(p.Sha, "/", p.Page)]
		if !ok {
			missing[p.Sha] = true
			continue
		}
		out[i] = s.Turned(p.Turn)
	}
	return out, missing, nil
}

// Spots returns the places found on a draft’s pages. Files that were never looked at are put in line.
func (d *Desk) Spots(ctx context.Context, m store.Member, id int64) (Spots, error) {
	out := Spots{Pages: []SpotsPage{}, Known: []KnownForm{}}
	t := d.Store.Read(ctx)
	p, err := store.One[store.Packet](t, "id = ? AND office_id = ?", id, m.OfficeID)
	if err != nil {
		return out, err
	}
	docs, err := store.All[store.PacketDocument](t, "pos, id", "packet_id = ?", p.ID)
	if err != nil {
		return out, err
	}
	for _, doc := range docs {
		if doc.Rides {
			continue
		}
		seen, missing, err := sights(t, doc)
		if err != nil {
			return out, err
		}
		if len(missing) > 0 {
			out.Looking++
			if err := d.lookLater(ctx, missing); err != nil {
				return out, err
			}
		}
		pages := make([]SpotsPage, len(seen))
		for i, s := range seen {
			pages[i] = SpotsPage{doc.ID, i, s.Foot(), s.Lines(), s.Columns(), sheetSpots(doc, i, s.Spots)}
		}
		known, waiting, err := recognise(t, p.OfficeID, doc, pages)
		if err != nil {
			return out, err
		}
		if waiting && len(missing) == 0 {
			out.Looking++ // a scan that is still being read may be a known form
		}
		out.Known = append(out.Known, known...)
		for i, s := range seen {
			if s.Width > 0 {
				out.Pages = append(out.Pages, pages[i])
			}
		}
	}
	return out, nil
}

// Looked reports whether the pages of a file have been looked at.
func (d *Desk) Looked(ctx context.Context, office, source int64) (bool, error) {
	t := d.Store.Read(ctx)
	src, err := store.One[store.Source](withoutPrints(t), "id = ? AND office_id = ?", source, office)
	if err != nil {
		return false, err
	}
	var n int64
	err = t.Model(&store.Look{}).Where("sha = ? AND edition = ?", src.CleanSha, spot.Edition).Count(&n).Error
	return n >= int64(len(src.Pages)), err
}

func (d *Desk) lookLater(ctx context.Context, shas map[string]bool) error {
	return d.write(ctx, func(t store.Tx) error {
		for sha := range shas {
			src, err := store.One[store.Source](withoutPrints(t), "clean_sha = ?", sha)
			if errors.Is(err, store.ErrNotFound) {
				continue
			} else if err != nil {
				return err
			}
			if err := queueLook(t, sha, len(src.Pages)); err != nil {
				return err
			}
		}
		return nil
	})
}

func sheetSpots(doc store.PacketDocument, page int, in []spot.Spot) []SheetSpot {
	at := doc.Pages[page]
	out := make([]SheetSpot, 0, len(in))
	for _, s := range in {
		o := SheetSpot{
			ID: spotID(doc.ID, at, s), Kind: kindOf(s), Role: deal.Role(s.Role), Number: s.Number, Label: s.Label, Side: s.Side, About: s.About, Sure: int(s.Confidence*100 + 0.5),
			Rect: field.Rect{X: s.X, Y: s.Y, W: s.W, H: s.H}.Within(at.Width, at.Height),
		}
		if s.Group != "" {
			o.Group = fmt.Sprint(doc.ID, "-", page, "-", s.Group)
		}
		if o.Role.Valid() {
			seat := deal.Seat{Role: o.Role, Number: max(1, s.Number)}
			o.Code, o.Seat = seat.Code(), seat.Title()
		}
		out = append(out, o)
	}
	return out
}

// spotID names a spot the same each time, so that accepting it twice makes one field.
func spotID(doc int64, at store.PageAt, s spot.Spot) string {
	return "sp" + shaOf(fmt.Appendf(nil, "%d/%s/%d/%d/%.0f/%.0f/%.0f", doc, at.Sha, at.Page, at.Turn, s.X, s.Y, s.W))[:20]
}

// pass notes that spots are not wanted, or that they are after all.
func (e *editor) pass(x Edit) error {
	kept := e.p.Passed[:0:0]
	for _, id := range e.p.Passed {
		if !slices.Contains(x.Spots, id) && !(x.Op == "unpass" && len(x.Spots) == 0) {
			kept = append(kept, id)
		}
	}
	if x.Op == "pass" {
		kept = append(kept, x.Spots...)
	}
	if len(kept) > maxFields {
		return problem("Too many found places were passed over; take the rest one by one.")
	}
	for _, id := range kept {
		if len(id) > 32 {
			return fmt.Errorf("pass over spots: %q is none", clip(id, 40))
		}
	}
	e.p.Passed = kept
	return nil
}
