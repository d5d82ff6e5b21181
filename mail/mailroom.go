package mail

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"net"
	"strconv"
	"strings"
	"time"

	"github.com/emersion/go-message"
	_ "github.com/emersion/go-message/charset" // subjects and names in other character sets
	gomail "github.com/emersion/go-message/mail"
	"github.com/emersion/go-smtp"
)

// Received is a message the mailroom took in, for one recipient.
type Received struct {
	ID        string // Message-ID, or one made of its bytes where it has none
	Office    int64
	Recipient string
	Sender    string // address of the From field
	From      string // the name there
	Subject   string
	Date      time.Time // zero when the message gives none
	Automatic bool      // by a program, which must not be answered (RFC 3834, 2)
	Raw       []byte
}

// ErrNotHere is returned by keep for a recipient that nobody is.
var ErrNotHere = errors.New("nobody has this address")

// Mailroom is a mail server that keeps what it gets. Keep must be safe to call with a message it
// already has: a sender that was interrupted sends again.
type Mailroom struct {
	server *smtp.Server
	Addr   string
}

// OpenMailroom listens on addr (host:port, port 0 for any).
func OpenMailroom(addr string, keep func(Received) error) (*Mailroom, error) {
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return nil, fmt.Errorf("open mailroom: %w", err)
	}
	s := smtp.NewServer(backend{keep})
	s.Domain = "mailroom.indicum.example"
	s.ReadTimeout, s.WriteTimeout = 60*time.Second, 60*time.Second
	s.MaxMessageBytes = 40 << 20
	s.MaxRecipients = 20
	s.AllowInsecureAuth = false
	go s.Serve(l)
	return &Mailroom{s, l.Addr().String()}, nil
}

// Close stops listening.
func (m *Mailroom) Close() { m.server.Close() }

type backend struct{ keep func(Received) error }

func (b backend) NewSession(*smtp.Conn) (smtp.Session, error) { return &session{keep: b.keep}, nil }

type session struct {
	keep func(Received) error
	from string // of the envelope, empty for a bounce
	to   []string
}

func (s *session) Reset()                                      { s.to = nil }
func (s *session) Logout() error                               { return nil }
func (s *session) Mail(from string, _ *smtp.MailOptions) error { s.from, s.to = from, nil; return nil }
func (s *session) Rcpt(to string, _ *smtp.RcptOptions) error   { s.to = append(s.to, to); return nil }

func (s *session) Data(r io.Reader) error {
	raw, err := io.ReadAll(r)
	if err != nil {
		return err
	}
	m, err := gomail.CreateReader(bytes.NewReader(raw))
	if err != nil && !message.IsUnknownCharset(err) {
		return &smtp.SMTPError{Code: 554, EnhancedCode: smtp.EnhancedCode{5, 6, 0}, Message: "This is not a mail message"}
	}
	got := Received{Raw: raw, Automatic: s.from == "" || automatic(m.Header)}
	got.ID, _ = m.Header.MessageID()
	if got.ID == "" {
		sum := sha256.Sum256(raw)
		got.ID = hex.EncodeToString(sum[:])
	}
	got.Subject, _ = m.Header.Subject()
	got.Date, _ = m.Header.Date()
	got.Office, _ = strconv.ParseInt(m.Header.Get(officeHeader), 10, 64)
	if list, err := m.Header.AddressList("From"); err == nil && len(list) > 0 {
		got.Sender, got.From = strings.ToLower(list[0].Address), list[0].Name
	}
	for _, to := range s.to {
		got.Recipient = to
		switch err := s.keep(got); {
		case errors.Is(err, ErrNotHere):
			return &smtp.SMTPError{Code: 550, EnhancedCode: smtp.EnhancedCode{5, 1, 1}, Message: "Nobody has this address here"}
		case err != nil:
			return &smtp.SMTPError{Code: 451, EnhancedCode: smtp.EnhancedCode{4, 3, 0}, Message: "Try again later"}
		}
	}
	return nil
}

// automatic reports whether a message says that a program wrote it or that it went to a list.
func automatic(h gomail.Header) bool {
	auto := strings.ToLower(strings.TrimSpace(h.Get("Auto-Submitted")))
	bulk := strings.ToLower(strings.TrimSpace(h.Get("Precedence")))
	return auto != "" && auto != "no" || bulk == "bulk" || bulk == "junk" || bulk == "list" || h.Get("List-Id") != ""
}

// Read is a message as its reader sees it.
type Read struct {
	From, To, ReplyTo, Subject string
	Date                       time.Time
	Text, HTML                 string
	Attachments                []Attachment
}

// Attachment is a file that came with a message.
type Attachment struct {
	Name   string
	Kind   string // media type
	Inline bool   // shown within the text
	Data   []byte
}

// Limits on taking a message apart.
const (
	mostParts = 200
	deepest   = 5 // messages within messages
)

// Parse takes a message apart. Messages forwarded as attachments (message/rfc822) are opened, and what is
// attached to them counts as attached; files shown within the text count too.
func Parse(raw []byte) (Read, error) {
	var out Read
	left := mostParts
	err := out.parse(raw, 0, &left)
	return out, err
}

func (out *Read) parse(raw []byte, depth int, left *int) error {
	m, err := gomail.CreateReader(bytes.NewReader(raw))
	if err != nil && !message.IsUnknownCharset(err) {
		return fmt.Errorf("read mail: %w", err)
	}
	defer m.Close()
	if depth == 0 {
		out.headers(m.Header)
	}
	for ; *left > 0; *left-- {
		p, err := m.NextPart()
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil && !message.IsUnknownCharset(err) {
			return fmt.Errorf("read mail: %w", err)
		}
		body, err := io.ReadAll(p.Body)
		if err != nil {
			return fmt.Errorf("read mail: %w", err)
		}
		if err := out.part(p.Header, body, depth, left); err != nil {
			return err
		}
	}
	return nil
}

func (out *Read) part(h gomail.PartHeader, body []byte, depth int, left *int) error {
	kind, params, name, inline := "", map[string]string(nil), "", false
	switch h := h.(type) {
	case *gomail.InlineHeader:
		kind, params, _ = h.ContentType()
		inline = true
	case *gomail.AttachmentHeader:
		kind, params, _ = h.ContentType()
		name, _ = h.Filename()
	}
	if name == "" {
		name = params["name"]
	}
	switch {
	case kind == "message/rfc822" && depth < deepest:
		return out.parse(body, depth+1, left)
	case inline && kind == "text/html":
		if depth == 0 {
			out.HTML = string(body)
		}
	case inline && strings.HasPrefix(kind, "text/"):
		if depth == 0 {
			out.Text = string(body)
		}
	default:
		if name == "" {
			name = "attachment" + endings[kind]
		}
		out.Attachments = append(out.Attachments, Attachment{name, kind, inline || strings.TrimSpace(h.Get("Content-Id")) != "", body})
	}
	return nil
}

// endings name parts that came without a file name.
var endings = map[string]string{"application/pdf": ".pdf", "image/jpeg": ".jpg", "image/png": ".png", "image/tiff": ".tif"}

func (out *Read) headers(h gomail.Header) {
	list := func(key string) string {
		var all []string
		as, _ := h.AddressList(key)
		for _, a := range as {
			all = append(all, strings.TrimSpace(a.Name+" <"+a.Address+">"))
		}
		return strings.Join(all, ", ")
	}
	out.From, out.To, out.ReplyTo = list("From"), list("To"), list("Reply-To")
	out.Subject, _ = h.Subject()
	out.Date, _ = h.Date()
}
