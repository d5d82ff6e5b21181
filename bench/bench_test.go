// Package bench measures Indicum against peers in the same run; it reports ratios, never judges
// wall time. Run it with `make bench`.
package bench

import (
	"bufio"
	"bytes"
	"context"
	"crypto/rand"
	"crypto/rsa"
	"crypto/x509"
	"crypto/x509/pkix"
	"database/sql"
	"fmt"
	"io"
	"log/slog"
	"math/big"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"strings"
	"testing"
	"time"

	"indicum/core/field"
	"indicum/core/pdf"
	"indicum/demo"
	"indicum/desk"
	"indicum/store"
	"indicum/store/testdb"
)

var engine *pdf.Engine

func TestMain(m *testing.M) {
	pdf.RunIfWorker()
	engine = pdf.NewEngine(1, filepath.Join(os.TempDir(), "indicum-test-wasm"))
	if err := engine.Warm(); err != nil {
		fmt.Println(err)
		os.Exit(1)
	}
	defer engine.Close()
	testdb.Main(m)
}

// median of n runs, in milliseconds.
func median(b *testing.B, n int, f func()) float64 {
	b.Helper()
	times := make([]float64, n)
	for i := range times {
		start := time.Now()
		f()
		times[i] = float64(time.Since(start).Microseconds()) / 1000
	}
	sort.Float64s(times)
	return times[n/2]
}

func report(b *testing.B, ours, peer, aim float64) {
	b.ReportMetric(ours, "ours-ms")
	b.ReportMetric(peer, "peer-ms")
	b.ReportMetric(ours/peer, "ratio")
	b.ReportMetric(aim, "aim")
	b.ReportMetric(0, "ns/op")
}

func run(b *testing.B, name string, args ...string) {
	b.Helper()
	if out, err := exec.Command(name, args...).CombinedOutput(); err != nil {
		b.Fatalf("%s: %v %s", name, err, out)
	}
}

func must[T any](b *testing.B) func(T, error) T {
	return func(v T, err error) T {
		b.Helper()
		if err != nil {
			b.Fatal(err)
		}
		return v
	}
}

// Sealing a 40-page packet with 60 marks, against qpdf merely copying the same 40 pages.
func BenchmarkSeal40Pages60Marks(b *testing.B) {
	ctx := context.Background()
	var refs []pdf.PageRef
	for i := range 40 {
		refs = append(refs, pdf.PageRef{Page: i % 6})
	}
	doc := must[[]byte](b)(engine.Compose(ctx, [][]byte{demo.PurchaseAgreement()}, refs))
	plan := pdf.Plan{Documents: [][]byte{doc}, Sealed: true, Record: &pdf.Record{Title: "Bench"}}
	for i := range 60 {
		f := field.Field{Page: i % 40, Kind: field.Signature, Rect: field.Rect{X: 60, Y: 100 + float64(i), W: 180, H: 20}}
		plan.Marks = append(plan.Marks, pdf.Placed{Field: f, Mark: field.Mark{Ink: field.Ink{Style: "quill", Name: "Ottoline Bekele"}}})
	}
	key := must[*rsa.PrivateKey](b)(rsa.GenerateKey(rand.Reader, 3072))
	tmpl := &x509.Certificate{SerialNumber: big.NewInt(1), Subject: pkix.Name{CommonName: "Bench"}, NotAfter: time.Now().AddDate(1, 0, 0)}
	der := must[[]byte](b)(x509.CreateCertificate(rand.Reader, tmpl, tmpl, key.Public(), key))
	cert := must[*x509.Certificate](b)(x509.ParseCertificate(der))
	file := filepath.Join(b.TempDir(), "in.pdf")
	os.WriteFile(file, doc, 0o600)
	ours := median(b, 9, func() {
		p := must[pdf.Prepared](b)(engine.Execute(ctx, plan, time.Now()))
		must[[]byte](b)(pdf.Seal(p, cert, key))
	})
	report(b, ours, median(b, 9, func() { run(b, "qpdf", file, file+".out") }), 5)
}

func newDesk(b *testing.B) (*desk.Desk, store.Member) {
	d := must[*desk.Desk](b)(desk.New(testdb.Open(b), engine, desk.Settings{Public: "http://x.example.com", Relay: "127.0.0.1:1", Secret: bytes.Repeat([]byte{1}, 32)}, slog.New(slog.NewTextHandler(io.Discard, nil))))
	if _, _, err := d.NewOffice(context.Background(), "Bench", "UTC", "Bench", "bench@example.com", "x"); err != nil {
		b.Fatal(err)
	}
	return d, must[store.Member](b)(store.One[store.Member](d.Store.Read(context.Background()), "email = 'bench@example.com'"))
}

// The first view of a page nobody has drawn yet, against pdftoppm drawing it as a whole process; and
// the second view.
func BenchmarkPageImage(b *testing.B) {
	ctx := context.Background()
	file := filepath.Join(b.TempDir(), "in.pdf")
	os.WriteFile(file, demo.PurchaseAgreement(), 0o600)
	d, m := newDesk(b)
	dealID := must[int64](b)(d.SaveDeal(ctx, store.Deal{OfficeID: m.OfficeID, Property: "x", Side: "buyer"}))
	doc, _, err := d.AddFile(ctx, m.OfficeID, dealID, "a.pdf", demo.PurchaseAgreement())
	if err != nil {
		b.Fatal(err)
	}
	page := 0
	cold := median(b, 6, func() {
		must[[]byte](b)(d.PageImage(ctx, doc.Pages[page], 820))
		page++
	})
	peer := median(b, 6, func() { run(b, "pdftoppm", "-png", "-r", "96", "-f", "3", "-l", "3", file, file) })
	warm := median(b, 50, func() { must[[]byte](b)(d.PageImage(ctx, doc.Pages[2], 820)) })
	report(b, cold, peer, 1)
	b.ReportMetric(warm, "warm-ms")
}

// The board with 10,000 packets and 200,000 events, against hand-written SQL that reads the same rows.
func BenchmarkBoard10000Packets(b *testing.B) {
	ctx := context.Background()
	d, m := newDesk(b)
	t := d.Store.Read(ctx)
	for _, statement := range []string{
		"INSERT INTO deal (id, office_id, property, side, created_at) SELECT seq, @office, CONCAT(seq, ' Bench Street'), 'buyer', NOW(6) FROM seq_1_to_500",
		"INSERT INTO packet (id, office_id, deal_id, sender_id, title, subject, message, state, ledger_seq, created_at, moved_at) SELECT seq, @office, 1 + seq % 500, 1, CONCAT('Packet ', seq), '', '', CASE WHEN seq % 20 = 0 THEN 'circulating' WHEN seq % 40 = 1 THEN 'draft' ELSE 'executed' END, 20, NOW(6), NOW(6) - INTERVAL seq * 5 MINUTE FROM seq_1_to_10000",
		"INSERT INTO signer (packet_id, name, email, role, number, ink, turn, stage, asked_at) SELECT p.id, CONCAT('Signer ', k.seq), 's@example.net', 'buyer', k.seq, k.seq, k.seq, IF(k.seq = 1, 'holding', 'waiting'), p.moved_at FROM packet p JOIN seq_1_to_3 k",
		"INSERT INTO event (packet_id, seq, at, kind, actor, from_addr, agent, facts, prev, hash) SELECT p.id, k.seq, NOW(6), 'opened', 'Somebody', '', '', '{}', '', '' FROM packet p JOIN seq_1_to_20 k",
		"INSERT INTO field (packet_id, id, document_id, page, kind, x, y, w, h, required, signer_id, rev) SELECT s.packet_id, CONCAT('f', s.id, '-', k.seq), 1, 0, 'signature', 1, 1, 9, 9, 1, s.id, 1 FROM signer s JOIN seq_1_to_4 k",
	} {
		if err := t.Exec("SET @office = ?", m.OfficeID).Error; err != nil {
			b.Fatal(err)
		}
		statement = string(bytes.ReplaceAll([]byte(statement), []byte("@office"), fmt.Append(nil, m.OfficeID)))
		if err := t.Exec(statement).Error; err != nil {
			b.Fatal(err)
		}
	}
	t.Exec("ANALYZE TABLE deal, packet, signer, event, field")
	pool := must[*sql.DB](b)(t.DB.DB())
	rows := 0
	ours := median(b, 7, func() {
		board := must[desk.Board](b)(d.Board(ctx, m))
		rows = 0
		for _, g := range board.Groups {
			rows += g.Total
		}
	})
	peer := median(b, 7, func() {
		r := must[*sql.Rows](b)(pool.Query(`SELECT p.id, p.title, d.property, p.state, p.moved_at, p.due_at, s.id, s.name, s.role, s.number, s.ink, s.turn, s.stage, s.asked_at
			FROM packet p JOIN deal d ON d.id = p.deal_id LEFT JOIN signer s ON s.packet_id = p.id
			WHERE p.office_id = ? AND (p.state IN ('circulating', 'draft') OR p.moved_at > NOW(6) - INTERVAL 7 DAY) ORDER BY p.moved_at DESC, s.turn`, m.OfficeID))
		defer r.Close()
		seen := map[int64]bool{}
		for r.Next() {
			var id, signer int64
			var title, property, state, name, role, stage string
			var number, ink, turn int
			var moved time.Time
			var due, asked *time.Time
			if err := r.Scan(&id, &title, &property, &state, &moved, &due, &signer, &name, &role, &number, &ink, &turn, &stage, &asked); err != nil {
				b.Fatal(err)
			}
			seen[id] = true
		}
		if len(seen) != rows {
			b.Fatalf("the peer reads %d packets, the board %d", len(seen), rows)
		}
	})
	report(b, ours, peer, 3)
	b.ReportMetric(float64(rows), "rows")
}

// From the program's start until it can serve, with the database answering and everything compiled.
func BenchmarkWarmStart(b *testing.B) {
	dsn, data := testdb.DSN(b), b.TempDir()
	cache := filepath.Join(os.TempDir(), "indicum-test-wasm")
	if err := os.Symlink(cache, filepath.Join(data, "wasm")); err != nil {
		b.Fatal(err)
	}
	start := func() {
		cmd := exec.Command("../bin/indicum", "serve", "--listen", "127.0.0.1:0", "--database", dsn, "--data", data)
		out := must[io.ReadCloser](b)(cmd.StdoutPipe())
		if err := cmd.Start(); err != nil {
			b.Fatal(err)
		}
		line := must[string](b)(bufio.NewReader(out).ReadString('\n'))
		resp := must[*http.Response](b)(http.Get(strings.TrimSpace(strings.TrimPrefix(line, "Indicum is at ")) + "/readyz"))
		resp.Body.Close()
		if resp.StatusCode != 200 {
			b.Fatal(resp.Status)
		}
		cmd.Process.Kill()
		cmd.Wait()
	}
	start() // makes the tables
	b.ReportMetric(median(b, 5, start), "ours-ms")
	b.ReportMetric(2000, "aim-ms")
	b.ReportMetric(0, "ns/op")
}
