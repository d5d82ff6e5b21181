package demo

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"time"

	"indicum/core/contact"
	"indicum/mail"
	"indicum/store"
)

// shelf puts blank forms on the office's shelf.
func (s *scene) shelf() {
	for _, f := range []struct {
		side, purpose string
		data          []byte
	}{
		{"buyer", "Offer", PurchaseAgreement()},
		{"buyer", "Offer", Addendum("Well and septic addendum", "Buyer 1", "Buyer 2", "Seller 1", "Seller 2")},
		{"buyer", "Offer", Addendum("Heating oil addendum", "Buyer 1", "Buyer 2", "Seller 1", "Seller 2")},
		{"buyer", "Inspection", Addendum("Inspection waiver", "Buyer 1", "Buyer 2")},
		{"seller", "Listing", Addendum("Listing terms", "Seller 1", "Seller 2", "Agent")},
		{"seller", "Disclosure", Addendum("Seller’s property statement", "Seller 1", "Seller 2")},
		{"both", "Disclosure", AgencyDisclosure()},
		{"both", "Disclosure", Addendum("Wire fraud notice", "Party 1", "Party 2")},
	} {
		if s.err == nil {
			_, err := s.d.PutForm(s.ctx, s.m, f.side, f.purpose, "form.pdf", f.data)
			s.must(err)
		}
	}
}

// contacts fills the address book.
func (s *scene) contacts() {
	for _, c := range []contact.Contact{
		{Name: "Ines Halloran", Email: "ines@lanternpike.example.org", Phone: "555 010 7788", Company: "Lantern Pike Realty"},
		{Name: "Bracken Title Company", Email: "closing@bracken-title.example.org", Phone: "555 010 4410"},
		{Name: "Selam Bekele-Moreau", Email: "selam@example.org", Phone: "555 010 9031"},
		{Name: "Osric Vantongeren", Email: "osric@fencourt-bank.example.org", Company: "Fencourt Bank"},
		{Name: "Paloma Wexcombe-Sato", Email: "paloma@wexcombe-law.example.org", Phone: "555 010 6127", Company: "Wexcombe Law"},
		{Name: "Hannelore Quint", Email: "h.quint@example.org"},
	} {
		s.must(s.d.KeepContact(s.ctx, s.m.OfficeID, c))
	}
}

// mailed sends files to a deal's address, as somebody's mail program would.
func (s *scene) mailed(dealID int64, from, name, subject string, files map[string][]byte) {
	row, err := store.One[store.Deal](s.d.Store.Read(s.ctx), "id = ?", dealID)
	s.must(err)
	if s.err != nil {
		return
	}
	var b bytes.Buffer
	fmt.Fprintf(&b, "From: %s <%s>\r\nTo: %s\r\nSubject: %s\r\nDate: %s\r\nMessage-ID: <%d.demo@example.org>\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=part\r\n\r\n--part\r\nContent-Type: text/plain\r\n\r\nPlease find the papers attached.\r\n",
		name, from, s.d.MailAddress(row), subject, time.Now().Format(time.RFC1123Z), time.Now().UnixNano())
	for file, data := range files {
		fmt.Fprintf(&b, "--part\r\nContent-Type: application/pdf; name=%q\r\nContent-Disposition: attachment; filename=%q\r\nContent-Transfer-Encoding: base64\r\n\r\n", file, file)
		text := base64.StdEncoding.EncodeToString(data)
		for len(text) > 76 {
			b.WriteString(text[:76] + "\r\n")
			text = text[76:]
		}
		b.WriteString(text + "\r\n")
	}
	b.WriteString("--part--\r\n")
	s.must(mail.SendRaw(s.ctx, s.d.Relay, from, s.d.MailAddress(row), b.Bytes()))
}

// mails lets two mails arrive: one from a party, which is filed, and one from a stranger.
func (s *scene) mails(dealID int64) {
	s.mailed(dealID, "h.quint@example.org", "Hannelore Quint", "Our papers for the house", map[string][]byte{"sellers-statement.pdf": Addendum("Seller’s property statement", "Seller 1", "Seller 2")})
	s.mailed(dealID, "closing@bracken-title.example.org", "Bracken Title Company", "Title commitment, 14 Saltmarsh Lane", map[string][]byte{"title-commitment.pdf": Letter("Bracken Title Company", "Title commitment for 14 Saltmarsh Lane")})
	for range 100 { // until the first is filed, so that the demo always starts the same
		if in, err := store.One[store.Incoming](s.d.Store.Read(s.ctx), "deal_id = ? AND state = ?", dealID, store.MailFiled); s.err != nil || err == nil && in.ID != 0 {
			return
		}
		time.Sleep(100 * time.Millisecond)
	}
}
