package desk

import (
	"errors"
	"unicode/utf8"

	"indicum/core/bench"
	"indicum/store"
)

func (e *editor) addDocument(x Edit) error {
	doc, err := store.One[store.Document](e.t, "id = ? AND deal_id = ?", x.Document, e.p.DealID)
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	} else if err != nil {
		return err
	}
	var n int64
	if err := e.t.Model(&store.PacketDocument{}).Where("packet_id = ?", e.p.ID).Count(&n).Error; err != nil {
		return err
	}
	if n >= maxDocs {
		return problem("A packet has at most %d documents.", maxDocs)
	}
	pages := bench.Kept(doc.Pages) // as the document is now; what happens to it later does not reach the packet
	if len(pages) == 0 {
		return problem("All pages of “%s” are set aside.", doc.Name)
	}
	return e.t.Create(&store.PacketDocument{PacketID: e.p.ID, Pos: int(n), Name: doc.Name, Rides: doc.Rides || x.Rides, Pages: pages}).Error
}

func (e *editor) changeDocument(x Edit) error {
	docs, err := store.All[store.PacketDocument](e.t, "pos, id", "packet_id = ?", e.p.ID)
	if err != nil {
		return err
	}
	at := -1
	for i, doc := range docs {
		if doc.ID == x.Document {
			at = i
		}
	}
	if at < 0 {
		return ErrStale
	}
	doc := docs[at]
	switch x.Op {
	case "name":
		doc.Name = tidy(x.Name)
		if doc.Name == "" || utf8.RuneCountInString(doc.Name) > 200 {
			return problem("A document’s name has between 1 and 200 characters.")
		}
		return e.t.Save(&doc).Error
	case "rides":
		doc.Rides = x.Rides
		return e.t.Save(&doc).Error
	case "undocument":
		if err := e.t.Delete(&store.PacketDocument{}, doc.ID).Error; err != nil {
			return err
		}
		docs = append(docs[:at], docs[at+1:]...)
		if err := e.t.Where("packet_id = ? AND document_id = ?", e.p.ID, doc.ID).Delete(&store.Field{}).Error; err != nil {
			return err
		}
	case "order":
		docs = append(docs[:at], docs[at+1:]...)
		to := min(max(x.Pos, 0), len(docs))
		docs = append(docs[:to], append([]store.PacketDocument{doc}, docs[to:]...)...)
	}
	for i, o := range docs {
		if err := e.t.Model(&store.PacketDocument{}).Where("id = ?", o.ID).Update("pos", i).Error; err != nil {
			return err
		}
	}
	return nil
}
