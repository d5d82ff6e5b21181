package mail

import (
	"bytes"
	"context"
	"errors"
	netmail "net/mail"
	"strings"
	"testing"
	"time"
)

func letter() Letter {
	return Letter{ID: "abc123", Domain: "sign.example.com", FromName: "Zoë Okafor, Heron Quay", ReplyTo: "zoe@example.com", To: "marek@example.net", ToName: "Marek “M” Dvořák",
		Subject: "Please sign: Ängelholm\r\nBcc: thief@example.org", Text: "Dear Marek,\n.\nfrom a line with one dot\n", HTML: "<p>Dear Marek,</p>", Date: time.Now(),
		Attach: bytes.Repeat([]byte("%PDF\x00\xff\r\n."), 9000), AttachAs: "Kaufvertrag, ausgeführt.pdf", Office: 7}
}

// Over real SMTP into the mailroom and back; net/mail of the Go tree as a second reader (RFC 5322).
func TestALetterArrivesWhole(t *testing.T) {
	got := make(chan Received, 9)
	room, err := OpenMailroom("127.0.0.1:0", func(r Received) error { got <- r; return nil })
	if err != nil {
		t.Fatal(err)
	}
	defer room.Close()
	l := letter()
	if err := Send(context.Background(), room.Addr, l); err != nil {
		t.Fatal(err)
	}
	r := <-got
	if r.ID != "abc123@sign.example.com" || r.Office != 7 || r.Recipient != l.To {
		t.Errorf("received %+v", r)
	}
	read, err := Parse(r.Raw)
	if err != nil {
		t.Fatal(err)
	}
	if strings.ReplaceAll(read.Text, "\r\n", "\n") != l.Text || strings.TrimSpace(read.HTML) != l.HTML || !bytes.Equal(read.Attachments[0].Data, l.Attach) || read.Attachments[0].Name != l.AttachAs {
		t.Errorf("text %q, html %q, attachment %q of %d bytes", read.Text, read.HTML, read.Attachments[0].Name, len(read.Attachments[0].Data))
	}
	if read.To != "Marek “M” Dvořák <marek@example.net>" || !strings.Contains(read.From, "Zoë Okafor, Heron Quay <packets@sign.example.com>") {
		t.Errorf("from %q to %q", read.From, read.To)
	}
	m, err := netmail.ReadMessage(bytes.NewReader(r.Raw))
	if err != nil || m.Header.Get("Bcc") != "" || m.Header.Get("Reply-To") == "" {
		t.Errorf("a second reader: %v, Bcc %q", err, m.Header.Get("Bcc"))
	}
}

// RFC 3492, 7.1 (L) has the domain label of this address in both forms; mail servers know only the second.
func TestAnInternationalisedDomainTravelsInASCII(t *testing.T) {
	got := make(chan Received, 1)
	room, err := OpenMailroom("127.0.0.1:0", func(r Received) error { got <- r; return nil })
	if err != nil {
		t.Fatal(err)
	}
	defer room.Close()
	l := letter()
	l.To = "marek@3年b組金八先生.example"
	if err := Send(context.Background(), room.Addr, l); err != nil {
		t.Fatal(err)
	}
	if r := <-got; r.Recipient != "marek@xn--3b-ww4c5e180e575a65lsy2b.example" || !bytes.Contains(r.Raw, []byte(r.Recipient)) {
		t.Errorf("received for %q", r.Recipient)
	}
}

func TestWhatTheMailroomCantKeepIsRefused(t *testing.T) {
	room, err := OpenMailroom("127.0.0.1:0", func(Received) error { return errors.New("the database is away") })
	if err != nil {
		t.Fatal(err)
	}
	defer room.Close()
	if err := Send(context.Background(), room.Addr, letter()); err == nil || !strings.Contains(err.Error(), "451") {
		t.Errorf("a mailroom that can't keep mail says %v, want 451", err)
	}
	room.Close()
	if err := Send(context.Background(), room.Addr, letter()); err == nil {
		t.Error("mail to a closed mailroom was sent")
	}
}
