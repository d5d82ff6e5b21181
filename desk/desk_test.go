package desk_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/ledger"
	"indicum/core/packet"
	"indicum/core/pdf"
	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
	"indicum/store/testdb"
)

var engine *pdf.Engine

func TestMain(m *testing.M) {
	pdf.RunIfWorker()
	engine = pdf.NewEngine(2, filepath.Join(os.TempDir(), "indicum-test-wasm"))
	defer engine.Close()
	testdb.Main(m)
}

var secret = bytes.Repeat([]byte{7}, 32)

// office is a desk with one office, one member and a mailroom that speaks real SMTP.
type office struct {
	*desk.Desk
	t   testing.TB
	ctx context.Context
	m   store.Member
	dsn string
}

func newDesk(t testing.TB, dsn string) *desk.Desk {
	t.Helper()
	d, err := desk.New(testdb.OpenAt(t, dsn), engine, desk.Settings{Public: "https://sign.example.com", Secret: secret}, slog.New(slog.NewTextHandler(io.Discard, nil)))
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func run(t testing.TB, d *desk.Desk) {
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan struct{})
	go func() { d.Run(ctx); close(done) }()
	t.Cleanup(func() { stop(); <-done })
}

func open(t testing.TB) *office {
	t.Helper()
	o := &office{t: t, ctx: context.Background(), dsn: testdb.DSN(t)}
	o.Desk = newDesk(t, o.dsn)
	room, err := mail.OpenMailroom("127.0.0.1:0", func(r mail.Received) error { return o.KeepLetter(context.Background(), r) })
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(room.Close)
	o.Relay = room.Addr
	if _, _, err := o.NewOffice(o.ctx, "Test Office", "America/New_York", "Agnes Agent", "agnes@office.example.com", "a long password"); err != nil {
		t.Fatal(err)
	}
	o.m, err = store.One[store.Member](o.Store.Read(o.ctx), "email = ?", "agnes@office.example.com")
	if err != nil {
		t.Fatal(err)
	}
	return o
}

func (o *office) must(err error) {
	o.t.Helper()
	if err != nil {
		o.t.Fatal(err)
	}
}

var who = desk.Who{Name: "Agnes Agent", From: "192.0.2.1", Agent: "test"}

// draft makes a packet: n buyers in turn 1, the member in turn 2, each with a signature, a date and
// a text that may stay empty on the first page of a six-page form.
func (o *office) draft(n int) (int64, desk.Sheet) {
	o.t.Helper()
	dealID, err := o.SaveDeal(o.ctx, store.Deal{OfficeID: o.m.OfficeID, Property: "1 Test Street", Side: "buyer"})
	o.must(err)
	doc, _, err := o.AddFile(o.ctx, o.m.OfficeID, dealID, "offer.pdf", demo.PurchaseAgreement())
	o.must(err)
	id, err := o.NewPacket(o.ctx, o.m, dealID)
	o.must(err)
	edits := []desk.Edit{{Op: "title", Name: "Offer"}, {Op: "document", Document: doc.ID}}
	for i := range n {
		p, err := o.SaveParty(o.ctx, o.m.OfficeID, store.Party{DealID: dealID, Role: deal.Buyer, Name: fmt.Sprintf("Buyer Number%d", i+1), Email: fmt.Sprintf("b%d@example.net", i+1)})
		o.must(err)
		edits = append(edits, desk.Edit{Op: "signer", Party: p.ID, Turn: 1})
	}
	edits = append(edits, desk.Edit{Op: "signer", Party: 0, Turn: 2})
	sheet, err := o.EditDraft(o.ctx, o.m, id, 1, edits)
	o.must(err)
	var places []desk.Edit
	for i, s := range sheet.Signers {
		for k, kind := range []field.Kind{field.Signature, field.Date, field.Text} {
			places = append(places, desk.Edit{Op: "field", Field: &field.Field{ID: fmt.Sprintf("field-%d-%d", i, k), Document: sheet.Documents[0].ID, Kind: kind, Rect: field.Rect{X: 60 + 150*float64(k), Y: 100 + 40*float64(i), W: 120, H: 18}, Required: k < 2, Signer: s.ID}})
		}
	}
	sheet, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, places)
	o.must(err)
	return id, sheet
}

var linkPattern = regexp.MustCompile(`/sign/([A-Za-z0-9_-]{43})`)

// letters waits until nothing is promised any more and returns all mail, oldest first.
func (o *office) letters() []store.Message {
	o.t.Helper()
	for range 400 {
		var open int64
		o.must(o.Store.Read(o.ctx).Raw("SELECT COUNT(*) FROM job WHERE done_at IS NULL").Scan(&open).Error)
		if open == 0 {
			all, err := store.All[store.Message](o.Store.Read(o.ctx), "id", "1 = 1")
			o.must(err)
			return all
		}
		time.Sleep(25 * time.Millisecond)
	}
	o.t.Fatal("jobs did not come to an end")
	return nil
}

// token returns the link in the newest mail to an address.
func (o *office) token(to string) string {
	o.t.Helper()
	all := o.letters()
	for i := len(all) - 1; i >= 0; i-- {
		read, err := mail.Parse(all[i].Raw)
		o.must(err)
		if m := linkPattern.FindStringSubmatch(read.Text); all[i].Recipient == to && m != nil {
			return m[1]
		}
	}
	o.t.Fatalf("no link was mailed to %s", to)
	return ""
}

func (o *office) ready(token string) {
	o.t.Helper()
	o.must(o.Opened(o.ctx, token, who))
	o.must(o.Consented(o.ctx, token, who, "hash"))
	o.must(o.SetInk(o.ctx, token, who, &field.Ink{Style: "quill", Name: "Signer"}, nil))
	v, err := o.Signing(o.ctx, token, who)
	o.must(err)
	for _, p := range v.Places {
		if p.Todo {
			o.must(o.Fill(o.ctx, token, who, p.ID, "x"))
		}
	}
}

// The whole way, with every finish sent many times at once.
func TestNothingIsLostAndNothingDoubled(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(3)
	if len(sheet.Findings) > 0 {
		t.Fatalf("findings: %v", sheet.Findings)
	}
	atOnce(4, func(int) { o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev)) })
	var tokens []string
	for i := range 3 {
		tokens = append(tokens, o.token(fmt.Sprintf("b%d@example.net", i+1)))
		o.ready(tokens[i])
	}
	for _, m := range o.letters() {
		if m.Recipient == o.m.Email {
			t.Fatalf("turn 2 got mail while turn 1 signs: %s", m.Subject)
		}
	}
	atOnce(12, func(i int) { o.must(o.Finish(o.ctx, tokens[i%3], who, false)) })
	last := o.token(o.m.Email)
	o.ready(last)
	atOnce(5, func(int) { o.must(o.Finish(o.ctx, last, who, false)) })

	count := map[string]int{}
	for _, m := range o.letters() {
		count[m.Recipient+" "+strings.SplitN(m.Subject, ":", 2)[0]]++
	}
	want := map[string]int{"b1@example.net Please sign": 1, "b1@example.net Executed": 1, "agnes@office.example.com Please sign": 1, "agnes@office.example.com Executed": 1,
		"agnes@office.example.com Buyer Number1 signed": 1, "agnes@office.example.com Agnes Agent signed": 1}
	for k, n := range want {
		if count[k] != n {
			t.Errorf("mail %q: %d, want %d (all: %v)", k, count[k], n, count)
		}
	}
	events := map[string]int{}
	rows, err := store.All[store.Event](o.Store.Read(o.ctx), "seq", "packet_id = ?", id)
	o.must(err)
	for _, e := range rows {
		events[e.Kind]++
	}
	if fmt.Sprint(events) != "map[asked:4 consented:4 opened:4 sealed:1 sent:1 signed:4]" {
		t.Errorf("ledger: %v", events)
	}
	p, data, err := o.Executed(o.ctx, o.m.OfficeID, id)
	o.must(err)
	if v, err := pdf.Verify(data); err != nil || v.Sealer != "Test Office" || p.State != packet.Executed {
		t.Errorf("executed copy: %+v %v, packet %s", v, err, p.State)
	}
	_, zip1, err := o.ExecutedZip(o.ctx, o.m.OfficeID, id)
	o.must(err)
	_, zip2, err := o.ExecutedZip(o.ctx, o.m.OfficeID, id)
	o.must(err)
	if !bytes.Equal(zip1, zip2) {
		t.Error("the documents one by one come out differently each time")
	}
	_, own, err := o.Copy(o.ctx, tokens[0], who)
	if err != nil || !bytes.Equal(own, data) {
		t.Errorf("a signer’s own copy: %v", err)
	}
	if _, err := o.SigningImage(o.ctx, tokens[0], who, sheet.Documents[0].ID, 0, 820); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a link opens pages after the end: %v", err)
	}
}

func atOnce(n int, f func(i int)) {
	var wg sync.WaitGroup
	for i := range n {
		wg.Go(func() { f(i) })
	}
	wg.Wait()
}

func TestARequiredPlaceKeepsFinishFromWorking(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(1)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	token := o.token("b1@example.net")
	var p desk.Problem
	if err := o.Fill(o.ctx, token, who, "field-0-0", "x"); !errors.As(err, &p) {
		t.Errorf("a mark before agreeing: %v", err)
	}
	o.ready(token)
	o.must(o.Fill(o.ctx, token, who, "field-0-0", ""))
	if err := o.Finish(o.ctx, token, who, false); !errors.As(err, &p) || !strings.Contains(p.Sentence, "still empty") {
		t.Errorf("finish with an empty place: %v", err)
	}
	for _, other := range []string{"field-1-0", "field-0-1", "nothing-here"} {
		if err := o.Fill(o.ctx, token, who, other, "x"); !errors.As(err, &p) {
			t.Errorf("filling %s: %v", other, err)
		}
	}
	if err := o.Fill(o.ctx, token, who, "field-0-2", strings.Repeat("much too long ", 30)); !errors.As(err, &p) {
		t.Errorf("a text longer than its place: %v", err)
	}
}

// Every way a packet ends without being executed: all who were asked are told, and links die.
func TestEndsOtherThanExecuted(t *testing.T) {
	for name, end := range map[string]func(*office, int64, string) error{
		"declined":  func(o *office, _ int64, token string) error { return o.Declined(o.ctx, token, who, "the price") },
		"withdrawn": func(o *office, id int64, _ string) error { return o.Withdraw(o.ctx, o.m, who, id) },
		"lapsed": func(o *office, id int64, _ string) error {
			return o.Store.Read(o.ctx).Exec("UPDATE packet SET due_at = ? WHERE id = ?", time.Now().UTC().Add(-time.Second), id).Error
		},
	} {
		t.Run(name, func(t *testing.T) {
			o := open(t)
			run(t, o.Desk)
			id, sheet := o.draft(2)
			o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
			one, two := o.token("b1@example.net"), o.token("b2@example.net")
			o.ready(one)
			o.must(end(o, id, one))
			for range 200 {
				p, err := store.One[store.Packet](o.Store.Read(o.ctx), "id = ?", id)
				o.must(err)
				if string(p.State) == name {
					break
				}
				time.Sleep(100 * time.Millisecond) // the sweeper looks now and then
			}
			told := false
			for _, m := range o.letters() {
				told = told || m.Recipient == "b2@example.net" && strings.HasPrefix(m.Subject, "No longer to be signed")
			}
			if !told {
				t.Error("the other signer was not told")
			}
			var p desk.Problem
			if err := o.Finish(o.ctx, two, who, false); !errors.As(err, &p) {
				t.Errorf("finishing after the end: %v", err)
			}
			if v, err := o.Signing(o.ctx, two, who); err != nil || string(v.Packet.State) != name || len(v.Documents) > 0 || len(v.Places) > 0 {
				t.Errorf("the link shows %d documents after the end (%v)", len(v.Documents), err)
			}
			if _, _, err := o.Copy(o.ctx, two, who); !errors.Is(err, store.ErrNotFound) {
				t.Errorf("a copy of what was never executed: %v", err)
			}
			o.must(o.CheckLedger(o.ctx, id))
		})
	}
}

func TestACorrectedAddressKillsTheOldLink(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(1)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	old := o.token("b1@example.net")
	o.must(o.Readdress(o.ctx, o.m, who, id, sheet.Signers[0].ID, "right@example.net"))
	if _, err := o.Signing(o.ctx, old, who); !errors.Is(err, desk.ErrLink) {
		t.Errorf("the link at the wrong address: %v", err)
	}
	o.ready(o.token("right@example.net"))
	o.must(o.Remind(o.ctx, o.m, who, id, sheet.Signers[0].ID))
}

func TestTheDatabaseCantBeEditedUnnoticed(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, sheet := o.draft(1)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	o.ready(o.token("b1@example.net"))
	o.must(o.CheckLedger(o.ctx, id))
	undo := errors.New("undo")
	for _, edit := range []string{
		"UPDATE event SET actor = 'Somebody Else' WHERE seq = 2", "UPDATE event SET at = at + INTERVAL 1 SECOND WHERE seq = 3",
		"UPDATE event SET facts = '{\"places\":\"9\"}' WHERE seq = 1", "UPDATE event SET hash = prev WHERE seq = 2", "DELETE FROM event WHERE seq = 1",
		"DELETE FROM event ORDER BY seq DESC LIMIT 1",
		"UPDATE packet p JOIN event e ON e.packet_id = p.id AND e.seq = 2 SET p.ledger_seq = 2, p.ledger_head = e.hash",
	} {
		err := o.Store.Write(o.ctx, func(tx store.Tx) error {
			o.must(tx.Exec(edit).Error)
			if err := o.CheckLedgerIn(tx, id); !errors.Is(err, ledger.ErrBroken) {
				t.Errorf("%s: %v, want ErrBroken", edit, err)
			}
			return undo // so that each edit meets an untouched chain
		})
		if !errors.Is(err, undo) {
			t.Fatal(err)
		}
	}
	o.must(o.CheckLedger(o.ctx, id))
}

// Two windows on one draft: different fields go together, the same one does not silently.
func TestTwoWindowsOnOneDraft(t *testing.T) {
	o := open(t)
	id, sheet := o.draft(1)
	byID := map[string]field.Field{}
	for _, f := range sheet.Fields {
		byID[f.ID] = f
	}
	move := func(name string, x float64) desk.Edit {
		f := byID[name]
		f.X = x
		return desk.Edit{Op: "field", Field: &f}
	}
	_, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{move("field-0-0", 11)})
	o.must(err)
	_, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{move("field-0-1", 200)})
	o.must(err)
	if _, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{move("field-0-0", 11)}); err != nil {
		t.Errorf("the same change sent again after a lost answer: %v", err)
	}
	now, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{move("field-0-1", 70), move("field-0-0", 99)})
	if !errors.Is(err, desk.ErrStale) {
		t.Fatalf("the same field from an old state: %v", err)
	}
	for _, f := range now.Fields {
		if f.ID == "field-0-0" && f.X != 11 || f.ID == "field-0-1" && f.X != 200 {
			t.Errorf("a refused change left a trace: %+v", f)
		}
	}
	_, err = o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "title", Name: "First"}})
	o.must(err)
	if _, err := o.EditDraft(o.ctx, o.m, id, sheet.Rev, []desk.Edit{{Op: "title", Name: "Second"}}); !errors.Is(err, desk.ErrStale) {
		t.Errorf("the title from an old state: %v", err)
	}
	if err := o.Send(o.ctx, o.m, who, id, sheet.Rev); !errors.Is(err, desk.ErrStale) {
		t.Errorf("sending what was not looked at: %v", err)
	}
}

// Two instances on one database: jobs are done once, and live views of one see what the other did.
func TestTwoInstances(t *testing.T) {
	o := open(t)
	second := newDesk(t, o.dsn)
	second.Relay = o.Relay
	run(t, o.Desk)
	run(t, second)
	live := desk.NewLive()
	ctx, stop := context.WithCancel(o.ctx)
	defer stop()
	go live.Run(ctx, second)
	moved, end := live.Subscribe(o.m.OfficeID)
	defer end()
	time.Sleep(500 * time.Millisecond)
	id, sheet := o.draft(4)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev))
	deadline := time.After(5 * time.Second)
	for seen := false; !seen; {
		select {
		case n := <-moved:
			seen = n == id
		case <-deadline:
			t.Fatal("the other instance’s live view never heard of it")
		}
	}
	var tokens []string
	for i := range 4 {
		tokens = append(tokens, o.token(fmt.Sprintf("b%d@example.net", i+1)))
	}
	for i, token := range tokens {
		if i%2 == 0 {
			o.ready(token)
		} else {
			(&office{Desk: second, t: t, ctx: o.ctx}).ready(token)
		}
	}
	atOnce(8, func(i int) {
		if i%2 == 0 {
			o.must(o.Finish(o.ctx, tokens[i/2], who, false))
		} else {
			o.must(second.Finish(o.ctx, tokens[i/2], who, false))
		}
	})
	n := 0
	for _, m := range o.letters() {
		if m.Recipient == o.m.Email && strings.HasPrefix(m.Subject, "Please sign") {
			n++
		}
	}
	if n != 1 {
		t.Errorf("turn 2 was asked %d times", n)
	}
	var tries int
	o.must(o.Store.Read(o.ctx).Raw("SELECT MAX(tries) FROM job").Scan(&tries).Error)
	if tries != 1 {
		t.Errorf("a job was tried %d times", tries)
	}
}

func TestGuessingIsSlowedDown(t *testing.T) {
	o := open(t)
	var p desk.Problem
	for range 8 {
		if _, err := o.LogIn(o.ctx, o.m.Email, "wrong", "192.0.2.9"); !errors.As(err, &p) || p == desk.ErrThrottled {
			t.Fatalf("a wrong password: %v", err)
		}
	}
	if _, err := o.LogIn(o.ctx, o.m.Email, "a long password", "192.0.2.10"); !errors.As(err, &p) || p != desk.ErrThrottled {
		t.Errorf("the ninth attempt: %v", err)
	}
	for range 30 {
		if _, err := o.Signing(o.ctx, "guess", desk.Who{From: "192.0.2.9"}); !errors.Is(err, desk.ErrLink) {
			t.Fatalf("a guessed link: %v", err)
		}
	}
	if _, err := o.Signing(o.ctx, "guess", desk.Who{From: "192.0.2.9"}); !errors.As(err, &p) || p != desk.ErrThrottled {
		t.Errorf("link guess after many: %v", err)
	}
}

func TestSecretsAreNotInTheDatabase(t *testing.T) {
	o := open(t)
	id, sheet := o.draft(1)
	o.must(o.Send(o.ctx, o.m, who, id, sheet.Rev)) // nobody runs the jobs: the mail with its link waits
	jobs, err := store.All[store.Job](o.Store.Read(o.ctx), "id", "kind = 'mail'")
	o.must(err)
	if len(jobs) != 1 || bytes.Contains(jobs[0].Payload, []byte("/sign/")) || bytes.Contains(jobs[0].Payload, []byte("example.net")) {
		t.Error("a waiting mail can be read in the database")
	}
	row, err := store.One[store.Office](o.Store.Read(o.ctx), "id = ?", o.m.OfficeID)
	o.must(err)
	if bytes.Contains(row.KeyBox, []byte("\x30\x82")) && bytes.Contains(row.KeyBox, []byte{0x2a, 0x86, 0x48, 0x86, 0xf7, 0x0d, 0x01, 0x01, 0x01}) {
		t.Error("the office’s key lies open")
	}
	m, err := store.One[store.Member](o.Store.Read(o.ctx), "id = ?", o.m.ID)
	o.must(err)
	if !strings.HasPrefix(m.PasswordHash, "$argon2id$v=19$m=19456,t=2,p=1$") {
		t.Errorf("password kept as %.30s", m.PasswordHash)
	}
}
