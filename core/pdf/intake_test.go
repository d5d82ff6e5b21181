package pdf

import (
	"bytes"
	"compress/zlib"
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"indicum/core/field"
)

const letter = "/MediaBox[0 0 612 792]"

func bomb(layers int) string {
	data := bytes.Repeat([]byte{' '}, 400<<20)
	filters := ""
	for range layers {
		var z bytes.Buffer
		w := zlib.NewWriter(&z)
		w.Write(data)
		w.Close()
		data = z.Bytes()
		filters += "/FlateDecode"
	}
	return fmt.Sprintf("<</Length %d/Filter[%s]>>\nstream\n%s\nendstream", len(data), filters, data)
}

func TestBadFilesGetASentence(t *testing.T) {
	good := onePage(letter, "BT /F 12 Tf 72 700 Td (Hello) Tj ET")
	f := save(t, good)
	tool(t, "qpdf", "--encrypt", "secret", "owner", "256", "--", f, f+".locked")
	locked, _ := os.ReadFile(f + ".locked")
	many := func(n int) []byte {
		kids := strings.Repeat("4 0 R ", n) // one page object named over and over is one page
		return raw("<</Type/Catalog/Pages 2 0 R>>", fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d>>", kids, n), "null", "<</Type/Page/Parent 2 0 R"+letter+">>")
	}
	thousands := []string{"<</Type/Catalog/Pages 2 0 R>>", ""}
	kids := ""
	for i := range MaxPages + 1 {
		kids += fmt.Sprintf("%d 0 R ", i+3)
		thousands = append(thousands, "<</Type/Page/Parent 2 0 R"+letter+">>")
	}
	thousands[1] = fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d>>", kids, MaxPages+1)
	loop := raw("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[2 0 R]/Count 1>>")
	var peak atomic.Int64
	stop := make(chan struct{})
	go watch(&peak, stop)
	for name, c := range map[string]struct {
		data []byte
		want string // part of the sentence; "" when the file is to be taken
	}{
		"good":             {good, ""},
		"not a pdf":        {[]byte("PK\x03\x04 this is a word-processor file"), "not a PDF"},
		"empty":            {nil, "empty"},
		"truncated":        {good[:90], "can’t be read"},
		"locked":           {locked, "password"},
		"too large":        {make([]byte, MaxBytes+1), "up to 50 MB"},
		"thousands":        {raw(thousands...), "more than 5000 pages"},
		"one page, often":  {many(3000), ""},
		"200 inches":       {onePage("/MediaBox[0 0 14400 792]", ""), "200 by 11 inches"},
		"page tree loop":   {loop, ""},
		"inflates forever": {raw("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>", "<</Type/Page/Parent 2 0 R"+letter+"/Contents 4 0 R>>", bomb(3)), "?"},
	} {
		start := time.Now()
		in, err := engine.Intake(context.Background(), c.data)
		if d := time.Since(start); d > 20*time.Second {
			t.Errorf("%s: took %v", name, d)
		}
		switch {
		case c.want == "?": // either answer will do, within the bounds
		case name == "page tree loop":
			if Sentence(err) == "" {
				t.Errorf("%s: got %v", name, err)
			}
		case c.want == "" && (err != nil || len(in.Pages) != 1):
			t.Errorf("%s: %d pages, %v", name, len(in.Pages), err)
		case c.want != "" && (!errors.Is(err, ErrRefused) || !strings.Contains(Sentence(err), c.want)):
			t.Errorf("%s: got %v, want a sentence with %q", name, err, c.want)
		}
	}
	close(stop)
	if mb := peak.Load() >> 20; mb > 1500 || mb < 20 {
		t.Errorf("a worker used %d MB", mb)
	}
}

// watch keeps the largest resident size of any worker.
func watch(peak *atomic.Int64, stop chan struct{}) {
	for {
		select {
		case <-stop:
			return
		case <-time.After(10 * time.Millisecond):
		}
		var kids []byte
		tasks, _ := filepath.Glob("/proc/self/task/*/children")
		for _, task := range tasks {
			k, _ := os.ReadFile(task)
			kids = append(append(kids, k...), ' ')
		}
		for _, pid := range bytes.Fields(kids) {
			b, _ := os.ReadFile("/proc/" + string(pid) + "/statm")
			var size, resident int64
			fmt.Sscan(string(b), &size, &resident)
			peak.Store(max(peak.Load(), resident*int64(os.Getpagesize())))
		}
	}
}

func TestDamagedAndProtectedFilesAreTakenIn(t *testing.T) {
	good := onePage(letter, "BT /F 12 Tf 72 700 Td (Hello there) Tj ET")
	f := save(t, good)
	tool(t, "qpdf", "--encrypt", "", "owner", "256", "--modify=none", "--", f, f+".kept")
	kept, _ := os.ReadFile(f + ".kept")
	for name, data := range map[string][]byte{
		"owner password only": kept,
		"wrong startxref":     bytes.Replace(good, []byte("startxref\n"), []byte("startxref\n9"), 1),
		"rubbish before":      append([]byte("junk\n"), good...),
	} {
		in, err := engine.Intake(context.Background(), data)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if text := tool(t, "pdftotext", save(t, in.Clean), "-"); !strings.Contains(text, "Hello there") {
			t.Errorf("%s: the clean copy reads %q", name, text)
		}
	}
}

func TestActiveContentIsTakenOutAndNoted(t *testing.T) {
	src := raw("<</Type/Catalog/Pages 2 0 R/OpenAction<</S/JavaScript/JS(app.alert\\(1\\))>>/Names<</EmbeddedFiles<</Names[(a)7 0 R]>>/JavaScript<</Names[(x)8 0 R]>>>>>>",
		"<</Type/Pages/Kids[3 0 R]/Count 1>>",
		"<</Type/Page/Parent 2 0 R"+letter+"/AA<</O<</S/JavaScript/JS(opened)>>>>/Contents 4 0 R/Annots[5 0 R 6 0 R 9 0 R]>>", content("0 0 10 10 re f"),
		"<</Type/Annot/Subtype/Link/Rect[0 0 9 9]/A<</S/Launch/F(calc.exe)>>>>",
		"<</Type/Annot/Subtype/Link/Rect[0 0 9 9]/A<</S/URI/URI(https://example.org/)>>>>",
		"<</Type/Filespec/F(evil.bin)/EF<</F 4 0 R>>>>", "<</S/JavaScript/JS(named)>>",
		"<</Type/Annot/Subtype/FileAttachment/Rect[0 0 9 9]/FS 7 0 R>>")
	in, err := engine.Intake(context.Background(), src)
	if err != nil {
		t.Fatal(err)
	}
	f := save(t, in.Clean)
	tool(t, "qpdf", "--qdf", "--object-streams=disable", f, f+".qdf")
	plain, _ := os.ReadFile(f + ".qdf")
	for _, gone := range []string{"JavaScript", "Launch", "calc.exe", "EmbeddedFiles", "evil.bin", "FileAttachment", "/AA"} {
		if bytes.Contains(plain, []byte(gone)) {
			t.Errorf("the clean copy still has %s", gone)
		}
	}
	if !bytes.Contains(plain, []byte("https://example.org/")) {
		t.Error("a plain web link was lost")
	}
	for _, noted := range []string{"scripts", "attached files", "start other programs"} {
		if !strings.Contains(strings.Join(in.Notes, " "), noted) {
			t.Errorf("the notes %q don’t name %s", in.Notes, noted)
		}
	}
}

// A value typed into a form field before the file came must show in the executed copy.
func TestFilledFormValuesStayVisible(t *testing.T) {
	src := raw("<</Type/Catalog/Pages 2 0 R/AcroForm<</Fields[5 0 R 7 0 R]/DA(/Helv 0 Tf)>>>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>",
		"<</Type/Page/Parent 2 0 R"+letter+"/Contents 4 0 R/Annots[5 0 R 7 0 R]/Resources<</Font<</F 8 0 R>>>>>>", content("BT /F 9 Tf 72 720 Td (printed) Tj ET"),
		"<</Type/Annot/Subtype/Widget/FT/Tx/T(price)/V(412,500 dollars)/Rect[72 600 272 620]/AP<</N 6 0 R>>/P 3 0 R>>",
		"<</Type/XObject/Subtype/Form/BBox[0 0 200 20]/Resources<</Font<</F 8 0 R>>>>/Length 44>>\nstream\nBT /F 12 Tf 2 5 Td (412,500 dollars) Tj ET\nendstream",
		"<</Type/Annot/Subtype/Widget/FT/Tx/T(name)/V(Ottoline Bekele)/Rect[72 560 272 580]/P 3 0 R>>", "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>")
	in, err := engine.Intake(context.Background(), src)
	if err != nil {
		t.Fatal(err)
	}
	out := sealed(t, Plan{Documents: [][]byte{in.Clean}, Marks: []Placed{mark(field.Date, field.Rect{X: 72, Y: 300, W: 90, H: 16}, field.Mark{Text: "Nov 23, 2026"})}})
	text := tool(t, "pdftotext", "-bbox", save(t, out), "-")
	for _, word := range []string{"412,500", "Ottoline", "printed"} {
		if i := strings.Index(text, ">"+word+"<"); i < 0 {
			t.Errorf("%q is not on the executed page:\n%s", word, text)
		}
	}
}

func TestComposeSplitsAndMergesWithoutLeftovers(t *testing.T) {
	a := raw("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R 5 0 R]/Count 2/MediaBox[0 0 612 792]/Resources<</Font<</F 7 0 R>>>>>>",
		"<</Type/Page/Parent 2 0 R/Contents 4 0 R/Annots[8 0 R]>>", content("BT /F 12 Tf 72 700 Td (First page) Tj ET"),
		"<</Type/Page/Parent 2 0 R/Contents 6 0 R/Rotate 90>>", content("BT /F 12 Tf 72 700 Td (Secret page) Tj ET"), "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>",
		"<</Type/Annot/Subtype/Link/Rect[0 0 9 9]/Dest[5 0 R/Fit]>>")
	b := onePage(letter, "BT /F 12 Tf 72 700 Td (Other file) Tj ET")
	out, err := engine.Compose(context.Background(), [][]byte{b, a}, []PageRef{{0, 0, 90}, {1, 0, 0}, {0, 0, 0}})
	if err != nil {
		t.Fatal(err)
	}
	f := save(t, out)
	tool(t, "qpdf", "--check", f)
	tool(t, "qpdf", "--qdf", f, f+".qdf")
	plain, _ := os.ReadFile(f + ".qdf")
	if bytes.Contains(plain, []byte("Secret")) {
		t.Error("a page that was left out is still in the bytes")
	}
	for page, want := range map[int]string{1: "Other file", 2: "First page", 3: "Other file"} {
		if got := tool(t, "pdftotext", "-f", fmt.Sprint(page), "-l", fmt.Sprint(page), f, "-"); strings.TrimSpace(got) != want {
			t.Errorf("page %d reads %q", page, got)
		}
	}
	if info := tool(t, "pdfinfo", "-f", "1", "-l", "3", f); !strings.Contains(info, "Page    1 rot:   90") || !strings.Contains(info, "Page    3 rot:   0") {
		t.Errorf("turns: %s", info)
	}
	if _, err := engine.Compose(context.Background(), [][]byte{b}, []PageRef{{0, 4, 0}}); Sentence(err) == "" {
		t.Errorf("a page that is not there: %v", err)
	}
}
