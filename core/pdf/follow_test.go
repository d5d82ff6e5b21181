package pdf

import (
	"bytes"
	"context"
	"crypto/rand"
	"crypto/rsa"
	"crypto/x509"
	"crypto/x509/pkix"
	"fmt"
	"math/big"
	"os/exec"
	"regexp"
	"strings"
	"testing"
	"time"
)

// book has three pages with links, bookmarks and form fields, written by hand. Page 1 links to page 3 by
// name (in the name tree), by a name in the old dictionary, and to page 2 directly.
func book(word string) []byte {
	page := func(n int, extra string) string {
		return fmt.Sprintf("<</Type/Page/Parent 2 0 R/Resources<</Font<</F 9 0 R>>>>/Contents %d 0 R %s>>", 5+n, extra)
	}
	text := func(n int) string { return content(fmt.Sprintf("BT /F 20 Tf 72 700 Td (%s page %d) Tj ET", word, n)) }
	return raw(
		"<</Type/Catalog/Pages 2 0 R/Names<</Dests 16 0 R>>/Dests<</Old[5 0 R/Fit]>>/Outlines 17 0 R/AcroForm<</Fields[20 0 R 22 0 R]/DR<</Font<</F 9 0 R>>>>/DA(/F 0 Tf 0 g)>>>>",
		"<</Type/Pages/Kids[3 0 R 4 0 R 5 0 R]/Count 3/MediaBox[0 0 612 792]>>",
		page(1, "/Annots[13 0 R 14 0 R 15 0 R 21 0 R]"), page(2, "/Annots[22 0 R]"), page(3, "/Annots[23 0 R]"),
		text(1), text(2), text(3),
		"<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>",
		"null", "null", "null",
		"<</Type/Annot/Subtype/Link/Rect[72 600 200 620]/Dest(Third)>>",
		"<</Type/Annot/Subtype/Link/Rect[72 560 200 580]/A<</S/GoTo/D/Old>>>>",
		"<</Type/Annot/Subtype/Link/Rect[72 520 200 540]/Dest[4 0 R/XYZ 72 700 0]>>",
		"<</Names[(Third)<</D[5 0 R/FitH 700]>>]>>",
		"<</Type/Outlines/First 18 0 R/Last 18 0 R/Count 1>>",
		"<</Title("+word+" chapter)/Parent 17 0 R/First 19 0 R/Last 19 0 R/Count -1>>",
		"<</Title("+word+" end)/Parent 18 0 R/Dest(Third)>>",
		"<</FT/Tx/T(owner)/V("+word+" owner)/Kids[21 0 R 23 0 R]>>",
		"<</Type/Annot/Subtype/Widget/Parent 20 0 R/Rect[72 480 300 500]/F 4>>",
		"<</Type/Annot/Subtype/Widget/FT/Tx/T(note)/V("+word+" note)/Rect[72 480 300 500]/F 4>>",
		"<</Type/Annot/Subtype/Widget/Parent 20 0 R/Rect[72 440 300 460]/F 4>>",
	)
}

func mutool(t *testing.T, data []byte, what string) string {
	t.Helper()
	out, err := exec.Command("mutool", "show", save(t, data), what).CombinedOutput()
	if err != nil && what != "outline" {
		t.Fatalf("mutool show %s: %v %s", what, err, out)
	}
	return string(out)
}

// Links, bookmarks and fields follow their pages through splitting and merging; mutool and qpdf read what
// came of it. What led to pages that were left out is gone, with the words that stood there.
func TestWhatLeadsToPagesFollowsThem(t *testing.T) {
	ctx := context.Background()
	a, b := book("Alder"), book("Birch")
	all, err := engine.Compose(ctx, [][]byte{a, b}, []PageRef{{Source: 1, Page: 2}, {Source: 0, Page: AllPages}, {Source: 1, Page: 0}})
	if err != nil {
		t.Fatal(err)
	}
	tool(t, "qpdf", "--check", save(t, all))
	outline := mutool(t, all, "outline")
	for want, page := range map[string]string{"Alder end": "#page=4", "Birch end": "#page=1"} {
		if !regexp.MustCompile(`"` + want + `"\s+` + page + `\b`).MatchString(outline) {
			t.Errorf("bookmarks: want %q at %s in\n%s", want, page, outline)
		}
	}
	links := func(data []byte, page int) int {
		return strings.Count(mutool(t, data, fmt.Sprintf("pages/%d/Annots/*/Dest", page)), "0 R")
	}
	if n := links(all, 2); n != 3 {
		t.Errorf("Alder's first page has %d links, want 3", n)
	}
	if n := links(all, 5); n != 2 { // Birch's second page was left out
		t.Errorf("Birch's first page has %d links, want 2", n)
	}
	fields := mutool(t, all, "form")
	for _, want := range []string{"(owner)", `(owner \(2\))`, "(note)"} {
		if !strings.Contains(fields, want) {
			t.Errorf("fields: no %q in\n%s", want, fields)
		}
	}
	text := tool(t, "pdftotext", "-layout", save(t, all), "-")
	for _, want := range []string{"Alder owner", "Birch owner", "Alder note"} {
		if !strings.Contains(text, want) {
			t.Errorf("the value %q is not shown", want)
		}
	}
	if out := tool(t, "qpdf", "--qdf", "--object-streams=disable", save(t, all), "-"); strings.Contains(out, "Birch note") || strings.Contains(out, "Birch page 2") {
		t.Error("a left-out page's words are still in the file")
	}
	first, err := engine.Compose(ctx, [][]byte{a}, []PageRef{{Page: 1}})
	if err != nil {
		t.Fatal(err)
	}
	out := tool(t, "qpdf", "--qdf", "--object-streams=disable", save(t, first), "-")
	if strings.Contains(out, "owner") || strings.Contains(out, "chapter") || !strings.Contains(out, "Alder note") {
		t.Error("page 2 alone carries what is not on it, or lost its own")
	}
}

// A digital signature is checked when a file comes in; pdfsig is the judge of the intact one.
func TestIncomingSeals(t *testing.T) {
	ctx := context.Background()
	key, err := rsa.GenerateKey(rand.Reader, 2048)
	if err != nil {
		t.Fatal(err)
	}
	tmpl := &x509.Certificate{SerialNumber: big.NewInt(7), Subject: pkix.Name{CommonName: "Lantern Pike Realty"}, NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().AddDate(1, 0, 0)}
	der, err := x509.CreateCertificate(rand.Reader, tmpl, tmpl, key.Public(), key)
	if err != nil {
		t.Fatal(err)
	}
	cert, _ := x509.ParseCertificate(der)
	p, err := engine.Execute(ctx, Plan{Documents: [][]byte{book("Cedar")}, Sealed: true}, time.Date(2026, 5, 3, 12, 0, 0, 0, time.UTC))
	if err != nil {
		t.Fatal(err)
	}
	sealed, err := Seal(p, cert, key)
	if err != nil {
		t.Fatal(err)
	}
	if out := tool(t, "pdfsig", "-nocert", save(t, sealed)); !strings.Contains(out, "Signature is Valid") {
		t.Fatalf("pdfsig: %s", out)
	}
	changed := bytes.Replace(sealed, []byte("/MediaBox [0 0 612 792]"), []byte("/MediaBox [0 0 612 791]"), 1)
	start := sealed[bytes.LastIndex(sealed, []byte("startxref\n"))+10:]
	start = start[:bytes.IndexByte(start, '\n')]
	extended := fmt.Appendf(bytes.Clone(sealed), "xref\n0 1\n0000000000 65535 f \ntrailer\n<</Size 500/Root %s/Prev %s>>\nstartxref\n%d\n%%%%EOF\n", regexp.MustCompile(`/Root (\d+ 0 R)`).FindSubmatch(sealed)[1], start, len(sealed))
	for want, data := range map[SealState][]byte{SealIntact: sealed, SealBroken: changed, SealExtended: extended} {
		in, err := engine.Intake(ctx, data)
		if err != nil || len(in.Seals) != 1 {
			t.Errorf("%s: %v, %d seals", want, err, len(in.Seals))
			continue
		}
		s := in.Seals[0]
		if s.State != want || s.Signer != "Lantern Pike Realty" || s.At.Day() != 3 {
			t.Errorf("want %s, got %+v", want, s)
		}
		if notes := strings.Join(in.Notes, " "); !strings.Contains(notes, "makes a new copy without that seal") {
			t.Errorf("%s: notes %q", want, notes)
		}
		if out, _ := exec.Command("pdfsig", save(t, in.Clean)).CombinedOutput(); !strings.Contains(string(out), "does not contain any signatures") {
			t.Errorf("%s: the clean copy still says it is signed: %s", want, out)
		}
	}
}

// The clean copy keeps what the proposals read of a file's bookmarks.
func TestCleanCopyKeepsBookmarks(t *testing.T) {
	in, err := engine.Intake(context.Background(), raw("<</Type/Catalog/Pages 2 0 R/Outlines 6 0 R>>", "<</Type/Pages/Kids[3 0 R 4 0 R]/Count 2/MediaBox[0 0 612 792]>>",
		"<</Type/Page/Parent 2 0 R/Contents 5 0 R>>", "<</Type/Page/Parent 2 0 R/Contents 5 0 R>>", content("0 0 9 9 re f"),
		"<</Type/Outlines/First 7 0 R/Last 7 0 R/Count 1>>", "<</Title(Lead paint notice)/Parent 6 0 R/Dest[4 0 R/Fit]>>"))
	if err != nil {
		t.Fatal(err)
	}
	read, err := engine.Read(context.Background(), "bookmarks", 2, in.Clean)
	if err != nil || read[0].Bookmark != "" || read[1].Bookmark != "Lead paint notice" {
		t.Errorf("%+v %v", read, err)
	}
}
