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

var parts = []struct {
	name   string
	makers []Maker
}{{"seen", Seen}, {"held back", Held}}

// measured finds the places on forms of one maker and compares them with where they were drawn. With
// INDICUM_MISSES set to the name of a part its misses are said; with INDICUM_FORMS, forms are kept there.
func measured(t testing.TB, part string, m Maker, seeds uint64, scans bool) (sum Score, each time.Duration) {
	t.Helper()
	for seed := range seeds {
		f := m.Make(seed)
		if scans {
			f = Scanned(t, f, seed)
		}
		if dir := os.Getenv("INDICUM_FORMS"); dir != "" {
			os.WriteFile(filepath.Join(dir, fmt.Sprintf("%s-%d.pdf", m.Name, seed)), f.PDF, 0o600)
		}
		start := time.Now()
		spots := found(t, f.PDF)
		each += time.Since(start)
		sum.Add(Measure(f, spots, Signing, func(format string, args ...any) {
			if os.Getenv("INDICUM_MISSES") == part {
				t.Logf("%d "+format, append([]any{seed}, args...)...)
			}
		}))
	}
	return sum, each / time.Duration(seeds)
}

// The aims of the project, on forms as files and, for every fourth maker, as scans.
func TestFindingPlaces(t *testing.T) {
	for _, part := range parts {
		var drawn, scans Score
		for i, m := range part.makers {
			sum, _ := measured(t, part.name, m, 3, false)
			drawn.Add(sum)
			if i%4 == 0 {
				sum, _ = measured(t, part.name, m, 1, true)
				scans.Add(sum)
			}
		}
		t.Logf("%s: F1 %.3f, seats %.3f; scanned F1 %.3f, seats %.3f", part.name, drawn.F1(), drawn.SeatShare(), scans.F1(), scans.SeatShare())
		if drawn.F1() < 0.95 || drawn.SeatShare() < 0.95 {
			t.Errorf("%s: F1 %.3f, seats %.3f of forms as files", part.name, drawn.F1(), drawn.SeatShare())
		}
		if scans.F1() < 0.85 || scans.SeatShare() < 0.9 {
			t.Errorf("%s: F1 %.3f, seats %.3f of scans", part.name, scans.F1(), scans.SeatShare())
		}
	}
}

// The table of styles. The held-back makers were written before the rules were first measured with them.
func BenchmarkLines(b *testing.B) {
	for _, scans := range []bool{false, true} {
		for _, part := range parts {
			var all Score
			for _, m := range part.makers {
				name := part.name + "/" + m.Name
				if scans {
					name = "scanned " + name
				}
				b.Run(name, func(b *testing.B) {
					sum, each := measured(b, part.name, m, map[bool]uint64{false: 6, true: 2}[scans], scans)
					b.ReportMetric(sum.F1(), "F1")
					b.ReportMetric(sum.SeatShare(), "seats")
					b.ReportMetric(float64(each.Microseconds())/1000, "ms/page")
					all.Add(sum)
				})
			}
			b.Logf("%s, scanned %v: F1 %.3f, seats %.3f", part.name, scans, all.F1(), all.SeatShare())
		}
	}
}
