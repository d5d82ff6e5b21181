package desk

import (
	"context"
	"strings"

	"gorm.io/gorm/clause"

	"indicum/mail"
	"indicum/store"
)

// KeepLetter takes a message in: to a deal if it is addressed to one, else into the mailroom. A message
// that is there already is not kept twice.
func (d *Desk) KeepLetter(ctx context.Context, r mail.Received) error {
	if key, ok := d.mailKey(r.Recipient); ok {
		return d.receive(ctx, key, r)
	}
	if d.DealMailOnly {
		return mail.ErrNotHere
	}
	row := store.Message{MessageID: clip(r.ID, 190), OfficeID: r.Office, Recipient: clip(r.Recipient, 254), Subject: clip(r.Subject, 400), Raw: r.Raw, At: store.Now()}
	return d.Store.Read(ctx).Clauses(clause.Insert{Modifier: "IGNORE"}).Create(&row).Error
}

// Letters lists the mailroom's messages of an office, newest first.
func (d *Desk) Letters(ctx context.Context, office int64, search string) ([]store.Message, error) {
	t := d.Store.Read(ctx)
	q := t.Select("id, message_id, office_id, recipient, subject, at").Where("office_id = ?", office)
	if s := strings.TrimSpace(search); s != "" {
		like := "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(clip(s, 80)) + "%"
		q = q.Where("recipient LIKE ? OR subject LIKE ?", like, like)
	}
	var out []store.Message
	err := q.Order("id DESC").Limit(200).Find(&out).Error
	return out, err
}

// Letter returns one message.
func (d *Desk) Letter(ctx context.Context, office, id int64) (store.Message, error) {
	return store.One[store.Message](d.Store.Read(ctx), "id = ? AND office_id = ?", id, office)
}
