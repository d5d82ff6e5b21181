package pdf

import (
	"context"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
)

// The public test files that the modules we depend on ship: PDF of every kind, odd and damaged ones
// among them.
func corpus(t *testing.T) []string {
	t.Helper()
	var files []string
	for _, module := range []string{"github.com/pdfcpu/pdfcpu", "github.com/klippa-app/go-pdfium"} {
		dir, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", module).Output()
		if err != nil {
			t.Fatal(err)
		}
		filepath.WalkDir(strings.TrimSpace(string(dir)), func(path string, e fs.DirEntry, err error) error {
			if err == nil && strings.HasSuffix(strings.ToLower(path), ".pdf") {
				files = append(files, path)
			}
			return nil
		})
	}
	return files
}

var pageSize = regexp.MustCompile(`Page +\d+ size: +([\d.]+) x ([\d.]+)`)

// Whatever two of qpdf, poppler and mutool open is taken in, with as many pages of the same size and
// the same words, and what comes out is clean to qpdf. Every fourth file, to keep the test short.
func TestPublicTestFilesAreTakenIn(t *testing.T) {
	files := corpus(t)
	if len(files) < 300 {
		t.Fatalf("only %d files found", len(files))
	}
	taken := 0
	step := 4
	if os.Getenv("INDICUM_WHOLE_CORPUS") != "" {
		step = 1
	}
	for i := 0; i < len(files); i += step {
		name := filepath.Base(files[i])
		data, err := os.ReadFile(files[i])
		if err != nil || len(data) > 8<<20 {
			continue
		}
		in, err := engine.Intake(context.Background(), data)
		info, infoErr := exec.Command("pdfinfo", "-f", "1", "-l", "99999", files[i]).Output()
		if err != nil {
			judges := 0
			for _, judge := range [][]string{{"qpdf", "--show-npages"}, {"mutool", "info"}} {
				if exec.Command(judge[0], append(judge[1:], files[i])...).Run() == nil {
					judges++
				}
			}
			if infoErr == nil {
				judges++
			}
			if judges >= 2 {
				t.Errorf("%s: refused with %q, yet %d judges open it", name, err, judges)
			}
			continue
		}
		taken++
		sizes := pageSize.FindAllStringSubmatch(string(info), -1)
		if infoErr == nil && len(sizes) != len(in.Pages) {
			t.Errorf("%s: %d pages, poppler sees %d", name, len(in.Pages), len(sizes))
			continue
		}
		for k, s := range sizes {
			w, h := in.Pages[k].Width, in.Pages[k].Height
			if in.Pages[k].Rotate%180 != 0 {
				w, h = h, w // pdfinfo gives sizes before rotation
			}
			if got := fmt.Sprintf("%.0f x %.0f", w, h); got != fmt.Sprintf("%.0f x %.0f", atof(s[1]), atof(s[2])) {
				t.Errorf("%s page %d: %s, poppler says %s x %s", name, k+1, got, s[1], s[2])
				break
			}
		}
		clean := save(t, in.Clean)
		if out, err := exec.Command("qpdf", "--check", clean).CombinedOutput(); err != nil && strings.Contains(string(out), "WARNING") {
			t.Logf("%s: qpdf: %.200s", name, out) // a flaw within a stream that came with the file
		} else if err != nil {
			t.Errorf("%s: qpdf: %.300s", name, out)
		}
		before, err1 := exec.Command("pdftotext", "-l", "5", files[i], "-").Output()
		after, err2 := exec.Command("pdftotext", "-l", "5", clean, "-").Output()
		if err1 == nil && (err2 != nil || string(before) != string(after)) {
			t.Errorf("%s: the clean copy reads differently", name)
		}
		sameWhenComposed(t, files[i], data)
	}
	if taken < 100 {
		t.Errorf("only %d files were taken in", taken)
	}
}

// sameWhenComposed compares a file's pages, composed anew, with the source's: poppler draws and reads both.
func sameWhenComposed(t *testing.T, file string, data []byte) {
	t.Helper()
	name := filepath.Base(file)
	made, err := engine.Compose(context.Background(), [][]byte{data}, []PageRef{{Page: AllPages}})
	if err != nil {
		t.Errorf("%s: compose: %v", name, err)
		return
	}
	out := save(t, made)
	if msg, err := exec.Command("qpdf", "--check", out).CombinedOutput(); err != nil && !strings.Contains(string(msg), "WARNING") {
		t.Errorf("%s: qpdf on the composed file: %.300s", name, msg)
	}
	before, err1 := exec.Command("pdftotext", "-l", "5", file, "-").Output()
	after, err2 := exec.Command("pdftotext", "-l", "5", out, "-").Output()
	if err1 == nil && (err2 != nil || words(before) != words(after)) {
		t.Errorf("%s: the composed file reads differently\n%.300s\n---\n%.300s", name, words(before), words(after))
	}
	was, err1 := exec.Command("pdftoppm", "-gray", "-r", "40", "-l", "2", file).Output()
	is, err2 := exec.Command("pdftoppm", "-gray", "-r", "40", "-l", "2", out).Output()
	if err1 != nil || len(was) == 0 {
		return
	}
	if err2 != nil || len(was) != len(is) {
		t.Errorf("%s: the composed file is drawn in another size", name)
		return
	}
	off := 0
	for i := range was {
		if d := int(was[i]) - int(is[i]); d > 48 || d < -48 {
			off++
		}
	}
	if off*500 > len(was) {
		t.Errorf("%s: %.1f%% of the composed file is drawn differently", name, 100*float64(off)/float64(len(was)))
	}
}

// words is a text without regard to where its lines break.
func words(text []byte) string { return strings.Join(strings.Fields(string(text)), " ") }

func atof(s string) float64 {
	var f float64
	fmt.Sscan(s, &f)
	return f
}
