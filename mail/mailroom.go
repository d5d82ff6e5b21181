package mail

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"net"
	"strconv"
	"strings"
	"time"

	gomail "github.com/emersion/go-message/mail"
	"github.com/emersion/go-smtp"
)

// Received is a message the mailroom took in, for one recipient.
type Received struct {
	ID        string // Message-ID
	Office    int64
	Recipient string
	Subject   string
	Raw       []byte
}

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
	to   []string
}

func (s *session) Reset()                                    { s.to = nil }
func (s *session) Logout() error                             { return nil }
func (s *session) Mail(string, *smtp.MailOptions) error      { s.to = nil; return nil }
func (s *session) Rcpt(to string, _ *smtp.RcptOptions) error { s.to = append(s.to, to); return nil }

func (s *session) Data(r io.Reader) error {
	raw, err := io.ReadAll(r)
	if err != nil {
		return err
	}
	m, err := gomail.CreateReader(bytes.NewReader(raw))
	if err != nil {
		return &smtp.SMTPError{Code: 554, EnhancedCode: smtp.EnhancedCode{5, 6, 0}, Message: "This is not a mail message"}
	}
	id, _ := m.Header.MessageID()
	subject, _ := m.Header.Subject()
	office, _ := strconv.ParseInt(m.Header.Get(officeHeader), 10, 64)
	if id == "" {
		return &smtp.SMTPError{Code: 554, EnhancedCode: smtp.EnhancedCode{5, 6, 0}, Message: "The message has no Message-ID"}
	}
	for _, to := range s.to {
		if err := s.keep(Received{id, office, to, subject, raw}); err != nil {
			return &smtp.SMTPError{Code: 451, EnhancedCode: smtp.EnhancedCode{4, 3, 0}, Message: "Try again later"}
		}
	}
	return nil
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
	Name string
	Data []byte
}

// Parse takes a message apart.
func Parse(raw []byte) (Read, error) {
	var out Read
	m, err := gomail.CreateReader(bytes.NewReader(raw))
	if err != nil {
		return out, fmt.Errorf("read mail: %w", err)
	}
	defer m.Close()
	list := func(key string) string {
		var all []string
		as, _ := m.Header.AddressList(key)
		for _, a := range as {
			all = append(all, strings.TrimSpace(a.Name+" <"+a.Address+">"))
		}
		return strings.Join(all, ", ")
	}
	out.From, out.To, out.ReplyTo = list("From"), list("To"), list("Reply-To")
	out.Subject, _ = m.Header.Subject()
	out.Date, _ = m.Header.Date()
	for {
		p, err := m.NextPart()
		if errors.Is(err, io.EOF) {
			return out, nil
		}
		if err != nil {
			return out, fmt.Errorf("read mail: %w", err)
		}
		body, err := io.ReadAll(p.Body)
		if err != nil {
			return out, fmt.Errorf("read mail: %w", err)
		}
		switch h := p.Header.(type) {
		case *gomail.InlineHeader:
			if t, _, _ := h.ContentType(); t == "text/html" {
				out.HTML = string(body)
			} else {
				out.Text = string(body)
			}
		case *gomail.AttachmentHeader:
			name, _ := h.Filename()
			out.Attachments = append(out.Attachments, Attachment{name, body})
		}
	}
}
