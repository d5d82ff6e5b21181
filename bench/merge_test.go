package bench

import (
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
)

// Merging as whole processes: ours against qpdf (the ratio) and mutool (which checks far less).
func BenchmarkMerge(b *testing.B) {
	dir := b.TempDir()
	program := filepath.Join(dir, "indicum")
	run(b, "go", "build", "-trimpath", "-o", program, "indicum/cmd/indicum")
	r := rand.New(rand.NewPCG(3, 9))
	files := func(name string, n, pages int) []string {
		var out []string
		for i := range n {
			m := makers[i%len(makers)]
			f := filepath.Join(dir, fmt.Sprintf("%s-%d.pdf", name, i))
			if err := os.WriteFile(f, m.form(r, titles[i%len(titles)], pages, i+1), 0o600); err != nil {
				b.Fatal(err)
			}
			out = append(out, f)
		}
		return out
	}
	for name, in := range map[string][]string{"3x450pages": files("book", 3, 450), "2000pages": files("thick", 1, 2000), "300files": files("small", 300, 2)} {
		b.Run(name, func(b *testing.B) {
			out := filepath.Join(dir, "out.pdf")
			ours := median(b, 7, func() { run(b, program, append([]string{"merge", "-o", out}, in...)...) })
			qpdf := median(b, 7, func() {
				run(b, "qpdf", append(append([]string{"--empty", "--pages"}, in...), "--", out+".qpdf")...)
			})
			mutool := median(b, 7, func() { run(b, "mutool", append([]string{"merge", "-o", out + ".mutool"}, in...)...) })
			if n, err := exec.Command("qpdf", "--show-npages", out).Output(); err != nil {
				b.Fatalf("%s %v", n, err)
			}
			report(b, ours, qpdf, 1)
			b.ReportMetric(mutool, "mutool-ms")
			b.ReportMetric(ours/mutool, "mutool-ratio")
		})
	}
}
