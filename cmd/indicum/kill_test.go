package main

import (
	"bufio"
	"context"
	"fmt"
	"log/slog"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/pdf"
	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
	"indicum/store/testdb"
)

func TestMain(m *testing.M) {
	if os.Getenv("INDICUM_TEST_RUN") != "" {
		main()
		return
	}
	pdf.RunIfWorker()
	testdb.Main(m)
}

// process is the real program, started as a process of its own.
type process struct {
	cmd    *exec.Cmd
	url    string
	stderr chan string
}

const testSecret = "0707070707070707070707070707070707070707070707070707070707070707"

func startProcess(t *testing.T, dsn, data, dieAt string) *process {
	t.Helper()
	// Compiled code is shared between the processes: six at once on a cold machine take their time.
	cache := filepath.Join(os.TempDir(), "indicum-test-wasm")
	os.MkdirAll(cache, 0o700)
	os.Symlink(cache, filepath.Join(data, "wasm"))
	p := &process{cmd: exec.Command(os.Args[0], "serve", "--listen", "127.0.0.1:0", "--database", dsn, "--data", data, "--secret", testSecret), stderr: make(chan string, 1000)}
	p.cmd.Env = append(os.Environ(), "INDICUM_TEST_RUN=1", "INDICUM_TEST_DIE_AT="+dieAt)
	out, _ := p.cmd.StdoutPipe()
	errs, _ := p.cmd.StderrPipe()
	if err := p.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(p.kill)
	go func() {
		for s := bufio.NewScanner(errs); s.Scan(); {
			select {
			case p.stderr <- s.Text():
			default:
			}
		}
		close(p.stderr)
	}()
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatalf("the program did not start: %v %s", err, <-p.stderr)
	}
	p.url = strings.TrimSpace(strings.TrimPrefix(line, "Indicum is at "))
	return p
}

func (p *process) kill() {
	p.cmd.Process.Kill()
	p.cmd.Wait()
}

func (p *process) reached(t *testing.T, point string) {
	t.Helper()
	after := time.After(30 * time.Second)
	for {
		select {
		case line := <-p.stderr:
			if line == "reached "+point {
				return
			}
		case <-after:
			t.Fatalf("the program never reached %q", point)
		}
	}
}

// A real process, killed with SIGKILL at points between a finish and the last mail, then started
// again: one sealed copy, and each mail once.
func TestKilledAnywhereNothingIsLostOrDoubled(t *testing.T) {
	for _, point := range []string{"finished", "job seal", "copy made", "work done", "job mail", "before mail"} {
		t.Run(point, func(t *testing.T) {
			t.Parallel()
			dsn, data := testdb.DSN(t), t.TempDir()
			s := testdb.OpenAt(t, dsn)
			token, id, packetEvents := lastSigner(t, s, startProcess(t, dsn, data, ""))
			p := startProcess(t, dsn, data, point)
			go http.Post(p.url+"/sign/"+token+"/finish", "application/json", strings.NewReader("{}"))
			p.reached(t, point)
			p.kill()
			startProcess(t, dsn, data, "")
			waitForJobs(t, s)
			checkOnce(t, s, id, packetEvents)
		})
	}
}

// lastSigner brings a packet of one buyer and the agent to where only the agent's finish is missing,
// using a first process for the mails, which it then ends.
func lastSigner(t *testing.T, s *store.Store, p *process) (token string, packetID int64, before int) {
	t.Helper()
	ctx := context.Background()
	must := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	engine := pdf.NewEngine(1, os.TempDir()+"/indicum-test-wasm")
	defer engine.Close()
	d, err := desk.New(s, engine, desk.Settings{Public: p.url, Secret: []byte(strings.Repeat("\x07", 32))}, slog.Default())
	must(err)
	_, _, err = d.NewOffice(ctx, "Office", "UTC", "Agnes Agent", "agnes@example.com", "some password")
	must(err)
	m, err := store.One[store.Member](s.Read(ctx), "email = 'agnes@example.com'")
	must(err)
	dealID, err := d.SaveDeal(ctx, store.Deal{OfficeID: m.OfficeID, Property: "1 Test Street", Side: "buyer"})
	must(err)
	party, err := d.SaveParty(ctx, m.OfficeID, store.Party{DealID: dealID, Role: deal.Buyer, Name: "Bea Buyer", Email: "bea@example.net"})
	must(err)
	doc, _, err := d.AddFile(ctx, m.OfficeID, dealID, "a.pdf", demo.AgencyDisclosure())
	must(err)
	packetID, err = d.NewPacket(ctx, m, dealID)
	must(err)
	sheet, err := d.EditDraft(ctx, m, packetID, 1, []desk.Edit{{Op: "title", Name: "Offer"}, {Op: "document", Document: doc.ID}, {Op: "signer", Party: party.ID, Turn: 1}, {Op: "signer", Turn: 2}})
	must(err)
	var places []desk.Edit
	for i, g := range sheet.Signers {
		places = append(places, desk.Edit{Op: "field", Field: &field.Field{ID: fmt.Sprintf("tick-%05d", i), Document: sheet.Documents[0].ID, Kind: field.Tick, Rect: field.Rect{X: 50, Y: 50 + 30*float64(i), W: 20, H: 20}, Required: true, Signer: g.ID}})
	}
	sheet, err = d.EditDraft(ctx, m, packetID, sheet.Rev, places)
	must(err)
	must(d.Send(ctx, m, desk.Who{Name: m.Name}, packetID, sheet.Rev))
	for i, to := range []string{"bea@example.net", "agnes@example.com"} {
		waitForJobs(t, s)
		letter, err := store.One[store.Message](s.Read(ctx), "recipient = ? AND subject LIKE 'Please sign%'", to)
		must(err)
		read, err := mail.Parse(letter.Raw)
		must(err)
		token = regexp.MustCompile(`/sign/([A-Za-z0-9_-]{43})`).FindStringSubmatch(read.Text)[1]
		who := desk.Who{From: "127.0.0.1"}
		must(d.Opened(ctx, token, who))
		must(d.Consented(ctx, token, who, "x"))
		must(d.Fill(ctx, token, who, fmt.Sprintf("tick-%05d", i), "x"))
		if i == 0 {
			must(d.Finish(ctx, token, who, false))
		}
	}
	waitForJobs(t, s)
	p.kill()
	var n int64
	must(s.Read(ctx).Raw("SELECT COUNT(*) FROM message").Scan(&n).Error)
	return token, packetID, int(n)
}

func waitForJobs(t *testing.T, s *store.Store) {
	t.Helper()
	for range 1200 {
		var open int64
		if err := s.Read(context.Background()).Raw("SELECT COUNT(*) FROM job WHERE done_at IS NULL").Scan(&open).Error; err != nil {
			t.Fatal(err)
		}
		if open == 0 {
			return
		}
		time.Sleep(50 * time.Millisecond)
	}
	t.Fatal("promised work was never done")
}

func checkOnce(t *testing.T, s *store.Store, id int64, before int) {
	t.Helper()
	ctx := context.Background()
	p, err := store.One[store.Packet](s.Read(ctx), "id = ?", id)
	if err != nil {
		t.Fatal(err)
	}
	copyBytes, err := s.Blob(ctx, p.ExecutedSha)
	if err != nil {
		t.Fatalf("no executed copy: %v", err)
	}
	if _, err := pdf.Verify(copyBytes); err != nil {
		t.Errorf("the executed copy: %v", err)
	}
	var seals int64
	s.Read(ctx).Raw("SELECT COUNT(*) FROM event WHERE kind = 'sealed'").Scan(&seals)
	if seals != 1 {
		t.Errorf("%d seals", seals)
	}
	all, err := store.All[store.Message](s.Read(ctx), "id", "1 = 1")
	if err != nil {
		t.Fatal(err)
	}
	count := map[string]int{}
	for _, m := range all[before:] {
		count[m.Recipient+" "+strings.SplitN(m.Subject, ":", 2)[0]]++
	}
	if got, want := fmt.Sprint(count), "map[agnes@example.com Agnes Agent signed:1 agnes@example.com Executed:1 bea@example.net Executed:1]"; got != want {
		t.Errorf("mails after the finish: %s, want %s", got, want)
	}
}

// Ctrl-C ends the program in good order, letting a running request finish.
func TestStopsInGoodOrder(t *testing.T) {
	p := startProcess(t, testdb.DSN(t), t.TempDir(), "")
	if resp, err := http.Get(p.url + "/readyz"); err != nil || resp.StatusCode != 200 {
		t.Fatalf("readyz: %v", err)
	}
	p.cmd.Process.Signal(os.Interrupt)
	done := make(chan error, 1)
	go func() { done <- p.cmd.Wait() }()
	select {
	case err := <-done:
		if err != nil {
			t.Errorf("ended with %v", err)
		}
	case <-time.After(20 * time.Second):
		t.Error("did not end")
	}
}

// Idle, the program and its PDF worker take at most 400 MB together.
func TestIdleMemory(t *testing.T) {
	p := startProcess(t, testdb.DSN(t), t.TempDir(), "")
	measure := func() (processes, megabytes int) {
		pids := []string{fmt.Sprint(p.cmd.Process.Pid)}
		kids, _ := filepath.Glob(fmt.Sprintf("/proc/%d/task/*/children", p.cmd.Process.Pid))
		for _, k := range kids {
			b, _ := os.ReadFile(k)
			pids = append(pids, strings.Fields(string(b))...)
		}
		for _, pid := range pids {
			b, _ := os.ReadFile("/proc/" + pid + "/statm")
			var size, resident int
			fmt.Sscan(string(b), &size, &resident)
			megabytes += resident * os.Getpagesize() >> 20
		}
		return len(pids), megabytes
	}
	for range 600 {
		if n, _ := measure(); n > 1 {
			break
		}
		time.Sleep(100 * time.Millisecond)
	}
	time.Sleep(3 * time.Second) // the worker warms itself
	if n, mb := measure(); n < 2 || mb < 40 || mb > 400 {
		t.Errorf("%d processes take %d MB", n, mb)
	}
}
