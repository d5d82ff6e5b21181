package desk

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"path"
	"strings"
	"time"
	"unicode/utf8"

	"indicum/core/cuts"
	"indicum/core/deal"
	"indicum/core/pdf"
	"indicum/store"
)

// DealView is a deal with all it keeps.
type DealView struct {
	store.Deal
	Parties   []store.Party
	Documents []store.Document
	Sources   map[int64]store.Source
	Packets   []Row
}

// Deals lists an office's deals, newest first.
func (d *Desk) Deals(ctx context.Context, office int64) ([]store.Deal, error) {
	return store.All[store.Deal](d.Store.Read(ctx), "id DESC", "office_id = ?", office)
}

// Deal returns one deal.
func (d *Desk) Deal(ctx context.Context, office, id int64) (DealView, error) {
	t := d.Store.Read(ctx)
	row, err := store.One[store.Deal](t, "id = ? AND office_id = ?", id, office)
	if err != nil {
		return DealView{}, err
	}
	v := DealView{Deal: row, Sources: map[int64]store.Source{}}
	if v.Parties, err = store.All[store.Party](t, "role, number", "deal_id = ?", id); err != nil {
		return v, err
	}
	if v.Documents, err = store.All[store.Document](t, "pos, id", "deal_id = ? AND NOT aside", id); err != nil {
		return v, err
	}
	sources, err := store.All[store.Source](t, "id", "deal_id = ?", id)
	if err != nil {
		return v, err
	}
	for _, s := range sources {
		v.Sources[s.ID] = s
	}
	v.Packets, err = d.rows(ctx, "p.deal_id = ?", id)
	return v, err
}

// SaveDeal makes a deal (ID 0) or changes one. Rev must be the one that was read; ErrStale says
// that somebody else has changed the deal since.
func (d *Desk) SaveDeal(ctx context.Context, in store.Deal) (int64, error) {
	in.Property = tidy(in.Property)
	if in.Property == "" || utf8.RuneCountInString(in.Property) > 200 {
		return 0, problem("Please give the property’s address, in at most 200 characters.")
	}
	if in.Side != "buyer" && in.Side != "seller" {
		return 0, problem("Please say which side you are on.")
	}
	for _, day := range []string{in.OfferDate, in.ClosingDate} {
		if _, err := time.Parse("2006-01-02", day); day != "" && err != nil {
			return 0, problem("“%s” is not a date.", clip(day, 20))
		}
	}
	in.Price = clip(tidy(in.Price), 40)
	err := d.write(ctx, func(t store.Tx) error {
		if in.ID == 0 {
			in.Rev, in.CreatedAt = 1, store.Now()
			return t.Create(&in).Error
		}
		old, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", in.ID, in.OfficeID)
		if err != nil {
			return err
		}
		if old.Rev != in.Rev {
			return ErrStale
		}
		in.Rev++
		in.CreatedAt, in.BenchRev = old.CreatedAt, old.BenchRev
		return t.Save(&in).Error
	})
	return in.ID, err
}

func tidy(s string) string { return strings.Join(strings.Fields(strings.ToValidUTF8(s, "")), " ") }

// SaveParty adds a party (ID 0) to the next free seat of its role, or changes one.
func (d *Desk) SaveParty(ctx context.Context, office int64, in store.Party) (store.Party, error) {
	in.Name, in.Email, in.Phone = tidy(in.Name), strings.TrimSpace(in.Email), clip(tidy(in.Phone), 40)
	if in.Name == "" || utf8.RuneCountInString(in.Name) > 160 {
		return in, problem("Please give the party’s name, in at most 160 characters.")
	}
	if !in.Role.Valid() {
		return in, problem("Please choose a role for %s.", in.Name)
	}
	if in.Email != "" {
		if trouble := deal.CheckEmail(in.Email); trouble != "" {
			return in, problem("%s %s.", in.Name, trouble)
		}
	}
	err := d.write(ctx, func(t store.Tx) error {
		if _, err := store.One[store.Deal](t.Lock(), "id = ? AND office_id = ?", in.DealID, office); err != nil {
			return err
		}
		if in.ID != 0 {
			old, err := store.One[store.Party](t, "id = ? AND deal_id = ?", in.ID, in.DealID)
			if err != nil {
				return err
			}
			if old.Role == in.Role {
				in.Number = old.Number
				return t.Save(&in).Error
			}
		}
		var last int
		if err := t.Raw("SELECT COALESCE(MAX(number), 0) FROM party WHERE deal_id = ? AND role = ?", in.DealID, in.Role).Scan(&last).Error; err != nil {
			return err
		}
		in.Number = last + 1
		return t.Save(&in).Error
	})
	return in, err
}

// AddFile takes a file into a deal: its bytes are kept as they came, checked, and become a document.
// A refusal is a Problem; nothing is kept then.
func (d *Desk) AddFile(ctx context.Context, office, dealID int64, name string, data []byte) (store.Document, store.Source, error) {
	var doc store.Document
	var src store.Source
	if _, err := store.One[store.Deal](d.Store.Read(ctx), "id = ? AND office_id = ?", dealID, office); err != nil {
		return doc, src, err
	}
	in, err := d.Engine.Intake(ctx, data)
	if s := pdf.Sentence(err); s != "" {
		return doc, src, Problem{s}
	}
	if err != nil {
		return doc, src, err
	}
	src = store.Source{OfficeID: office, DealID: dealID, Name: clip(tidy(path.Base(strings.ReplaceAll(name, "\\", "/"))), 190), Size: int64(len(data)), Pages: in.Pages, Notes: in.Notes, CreatedAt: store.Now()}
	if err := d.propose(ctx, &src, in.Clean, data); err != nil {
		return doc, src, err
	}
	if src.Sha, err = d.Store.PutBlob(ctx, data); err != nil {
		return doc, src, err
	}
	if src.CleanSha, err = d.Store.PutBlob(ctx, in.Clean); err != nil {
		return doc, src, err
	}
	doc = store.Document{OfficeID: office, DealID: dealID, Name: documentName(src.Name), CreatedAt: src.CreatedAt}
	err = d.write(ctx, func(t store.Tx) error {
		src.ID, doc.ID, doc.Pages = 0, 0, nil
		if _, err := store.One[store.Deal](t.Lock(), "id = ?", dealID); err != nil {
			return err
		}
		if err := t.Raw("SELECT COALESCE(MAX(pos), -1) + 1 FROM document WHERE deal_id = ?", dealID).Scan(&doc.Pos).Error; err != nil {
			return err
		}
		if err := t.Create(&src).Error; err != nil {
			return err
		}
		for i, p := range in.Pages {
			doc.Pages = append(doc.Pages, store.PageAt{Source: src.ID, Sha: src.CleanSha, Page: i, Width: p.Width, Height: p.Height})
		}
		if err := t.Create(&doc).Error; err != nil {
			return err
		}
		// A new document changes the bench under whoever works there.
		return t.Exec("UPDATE deal SET bench_rev = bench_rev + 1 WHERE id = ?", dealID).Error
	})
	return doc, src, err
}

// propose reads what is printed on an incoming file and notes what it suggests: where to cut it, which
// pages to turn, and that the deal has the file already.
func (d *Desk) propose(ctx context.Context, src *store.Source, clean, data []byte) error {
	sum := sha256.Sum256(data)
	twin, err := store.One[store.Source](d.Store.Read(ctx), "deal_id = ? AND sha = ?", src.DealID, hex.EncodeToString(sum[:]))
	if err == nil {
		src.Notes = append(src.Notes, fmt.Sprintf("The same file is in this deal already: “%s”.", twin.Name))
	} else if !errors.Is(err, store.ErrNotFound) {
		return err
	}
	// The bookmarks are in the file as it came; the clean copy has none. A picture is read as the page
	// it became.
	read, err := d.Engine.Read(ctx, hex.EncodeToString(sum[:]), len(src.Pages), data)
	if err != nil || len(read) != len(src.Pages) {
		read, err = d.Engine.Read(ctx, hex.EncodeToString(sum[:])+" clean", len(src.Pages), clean)
	}
	if err != nil {
		d.Log.Warn("no proposals for a file", "error", err)
		return nil // a file that can't be read for proposals can still be signed
	}
	for i := range read {
		src.Pages[i].Turn = read[i].Turn
	}
	src.Proposals = cuts.Propose(read)
	return nil
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

// Original returns an incoming file as it came.
func (d *Desk) Original(ctx context.Context, office, id int64) (store.Source, []byte, error) {
	src, err := store.One[store.Source](d.Store.Read(ctx), "id = ? AND office_id = ?", id, office)
	if err != nil {
		return src, nil, err
	}
	data, err := d.Store.Blob(ctx, src.Sha)
	return src, data, err
}
