package forms

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"indicum/core/pdf"
	"indicum/core/spot"
)

var engine *pdf.Engine

func TestMain(m *testing.M) {
	pdf.RunIfWorker()
	engine = pdf.NewEngine(2, filepath.Join(os.TempDir(), "indicum-test-wasm"))
	code := m.Run()
	engine.Close()
	os.Exit(code)
}

func found(t testing.TB, data []byte) []spot.Spot {
	t.Helper()
	ctx := context.Background()
	in, err := engine.Intake(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	pages, err := engine.Look(ctx, "", len(in.Pages), in.Clean, nil)
	if err != nil {
		t.Fatal(err)
	}
	return spot.Find(pages)
}

// Places found on forms of many layouts, against where they were drawn.
func TestVectorForms(t *testing.T) {
	for part, makers := range map[string][]Maker{"seen": Seen, "held back": Held} {
		var all Score
		for _, m := range makers {
			var sum Score
			said := map[string]bool{}
			for seed := range uint64(6) {
				f := m.Make(seed)
				if dir := os.Getenv("INDICUM_FORMS"); dir != "" && seed < 2 {
					os.WriteFile(filepath.Join(dir, fmt.Sprintf("%s-%d.pdf", m.Name, seed)), f.PDF, 0o600)
				}
				sum.Add(Measure(f, found(t, f.PDF), Signing, func(format string, args ...any) {
					if s := fmt.Sprintf(format, args...); !said[s] && os.Getenv("INDICUM_MISSES") == part {
						said[s] = true
						t.Logf("%d %s", seed, s)
					}
				}))
			}
			t.Logf("%-10s %-34s F1 %.3f  seats %.3f  (%d places)", part, m.Name, sum.F1(), sum.SeatShare(), sum.True)
			all.Add(sum)
		}
		t.Logf("%-10s %-34s F1 %.3f  seats %.3f", part, "all", all.F1(), all.SeatShare())
	}
}

// The same forms as pictures: drawn by poppler, as an office scanner returns them, some lying sideways.
func TestScannedForms(t *testing.T) {
	times := uint64(1)
	for part, makers := range map[string][]Maker{"seen": Seen, "held back": Held} {
		var all Score
		for _, m := range makers {
			var sum Score
			for seed := range times {
				f := Scanned(t, m.Make(seed), seed)
				if dir := os.Getenv("INDICUM_FORMS"); dir != "" {
					os.WriteFile(filepath.Join(dir, fmt.Sprintf("scan-%s-%d.pdf", m.Name, seed)), f.PDF, 0o600)
				}
				start := time.Now()
				spots := found(t, f.PDF)
				took += time.Since(start)
				pages++
				sum.Add(Measure(f, spots, Signing, func(format string, args ...any) {
					if os.Getenv("INDICUM_MISSES") == part {
						t.Logf("%d %s", seed, fmt.Sprintf(format, args...))
					}
				}))
			}
			t.Logf("%-10s %-34s F1 %.3f  seats %.3f  (%d places)", part, m.Name, sum.F1(), sum.SeatShare(), sum.True)
			all.Add(sum)
		}
		t.Logf("%-10s %-34s F1 %.3f  seats %.3f", part, "all scanned", all.F1(), all.SeatShare())
	}
	t.Logf("%d ms a page", took.Milliseconds()/int64(pages))
}

var (
	took  time.Duration
	pages int
)
