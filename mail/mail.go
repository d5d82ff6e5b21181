// Package mail writes messages (RFC 5322), sends them over SMTP (RFC 5321), and runs the mailroom:
// a small mail server that takes in what was sent, for offices without a relay and for the demo.
package mail

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"net"
	"strings"
	"time"

	gomail "github.com/emersion/go-message/mail"
	"github.com/emersion/go-smtp"
	"golang.org/x/net/idna"
)

// Letter is a message to one person.
type Letter struct {
	ID       string // left part of the Message-ID; the same letter keeps it when sent again
	Domain   string // right part, and the domain of the sending address
	FromName string
	ReplyTo  string // address, may be empty
	To       string
	ToName   string
	Subject  string
	Text     string
	HTML     string
	Date     time.Time
	Attach   []byte
	AttachAs string
	Office   int64 // which office it was sent for; only the mailroom reads it
}

const officeHeader = "X-Indicum-Office"

// Bytes writes the letter as a MIME message: plain text and HTML, with the attachment beside them.
func (l Letter) Bytes() ([]byte, error) {
	var h gomail.Header
	h.SetDate(l.Date)
	h.SetSubject(oneLine(l.Subject))
	h.SetAddressList("From", []*gomail.Address{{Name: oneLine(l.FromName), Address: "packets@" + l.Domain}})
	h.SetAddressList("To", []*gomail.Address{{Name: oneLine(l.ToName), Address: wire(l.To)}})
	if l.ReplyTo != "" {
		h.SetAddressList("Reply-To", []*gomail.Address{{Name: oneLine(l.FromName), Address: wire(l.ReplyTo)}})
	}
	h.SetMessageID(l.ID + "@" + l.Domain)
	h.Set("Auto-Submitted", "auto-generated")
	h.Set(officeHeader, fmt.Sprint(l.Office))
	var out bytes.Buffer
	w, err := gomail.CreateWriter(&out, h)
	if err != nil {
		return nil, fmt.Errorf("write mail: %w", err)
	}
	alt, err := w.CreateInline()
	if err != nil {
		return nil, fmt.Errorf("write mail: %w", err)
	}
	for _, part := range [][2]string{{"text/plain", l.Text}, {"text/html", l.HTML}} {
		var ih gomail.InlineHeader
		ih.SetContentType(part[0], map[string]string{"charset": "utf-8"})
		p, err := alt.CreatePart(ih)
		if err != nil {
			return nil, fmt.Errorf("write mail: %w", err)
		}
		io.WriteString(p, part[1])
		p.Close()
	}
	alt.Close()
	if l.Attach != nil {
		var ah gomail.AttachmentHeader
		ah.SetContentType("application/pdf", nil)
		ah.SetFilename(l.AttachAs)
		a, err := w.CreateAttachment(ah)
		if err != nil {
			return nil, fmt.Errorf("write mail: %w", err)
		}
		a.Write(l.Attach)
		a.Close()
	}
	if err := w.Close(); err != nil {
		return nil, fmt.Errorf("write mail: %w", err)
	}
	return out.Bytes(), nil
}

// wire is an address as mail servers know it: an internationalised domain in its ASCII form (RFC 5890).
func wire(address string) string {
	at := strings.LastIndexByte(address, '@')
	domain, err := idna.Lookup.ToASCII(address[at+1:])
	if at < 0 || err != nil {
		return address
	}
	return address[:at+1] + domain
}

func oneLine(s string) string { return strings.Join(strings.Fields(s), " ") }

// Send hands a letter to the server at addr (host:port).
func Send(ctx context.Context, addr string, l Letter) error {
	raw, err := l.Bytes()
	if err != nil {
		return err
	}
	return SendRaw(ctx, addr, "packets@"+l.Domain, l.To, raw)
}

// SendRaw hands a written message to the server at addr (host:port). The server may offer STARTTLS,
// which is then used, except on loopback.
func SendRaw(ctx context.Context, addr, from, to string, raw []byte) error {
	d := net.Dialer{Timeout: 10 * time.Second}
	conn, err := d.DialContext(ctx, "tcp", addr)
	if err != nil {
		return fmt.Errorf("reach mail server: %w", err)
	}
	c := smtp.NewClient(conn)
	defer c.Close()
	c.CommandTimeout, c.SubmissionTimeout = 20*time.Second, 60*time.Second
	host, _, _ := net.SplitHostPort(addr)
	if ip := net.ParseIP(host); ip == nil || !ip.IsLoopback() {
		if ok, _ := c.Extension("STARTTLS"); ok {
			c.Close()
			if c, err = smtp.DialStartTLS(addr, nil); err != nil {
				return fmt.Errorf("reach mail server: %w", err)
			}
			defer c.Close()
		}
	}
	if err := c.SendMail(from, []string{wire(to)}, bytes.NewReader(raw)); err != nil {
		return fmt.Errorf("send mail: %w", err)
	}
	return c.Quit()
}
