package pdf

import (
	"bytes"
	"context"
	"crypto/rand"
	"crypto/rsa"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"image/png"
	"math/big"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"indicum/core/field"
)

var engine *Engine

func TestMain(m *testing.M) {
	RunIfWorker()
	engine = NewEngine(2, filepath.Join(os.TempDir(), "indicum-test-wasm"))
	code := m.Run()
	engine.Close()
	os.Exit(code)
}

// raw writes a PDF by hand, without the code under test: objects 1.. with object 1 as catalog.
func raw(objs ...string) []byte {
	var b bytes.Buffer
	b.WriteString("%PDF-1.7\n")
	var at []int
	for i, o := range objs {
		at = append(at, b.Len())
		fmt.Fprintf(&b, "%d 0 obj\n%s\nendobj\n", i+1, o)
	}
	start := b.Len()
	fmt.Fprintf(&b, "xref\n0 %d\n0000000000 65535 f \n", len(objs)+1)
	for _, n := range at {
		fmt.Fprintf(&b, "%010d 00000 n \n", n)
	}
	fmt.Fprintf(&b, "trailer\n<</Size %d/Root 1 0 R>>\nstartxref\n%d\n%%%%EOF\n", len(objs)+1, start)
	return b.Bytes()
}

func content(ops string) string {
	return fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", len(ops), ops)
}

// onePage is a page with the given extra entries and content; its font is F.
func onePage(entries, ops string) []byte {
	return raw("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>",
		"<</Type/Page/Parent 2 0 R/Resources<</Font<</F 5 0 R>>>>/Contents 4 0 R "+entries+">>",
		content(ops), "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>")
}

func tool(t testing.TB, name string, args ...string) string {
	t.Helper()
	out, err := exec.Command(name, args...).CombinedOutput()
	if err != nil {
		t.Fatalf("%s %v: %v\n%s", name, args, err, out)
	}
	return string(out)
}

func save(t testing.TB, data []byte) string {
	t.Helper()
	f := filepath.Join(t.TempDir(), "a.pdf")
	if err := os.WriteFile(f, data, 0o600); err != nil {
		t.Fatal(err)
	}
	return f
}

// poppler renders page 1's crop box at 144 dpi: two pixels a point.
func poppler(t testing.TB, data []byte) (w, h int, grey func(x, y int) int) {
	t.Helper()
	f := save(t, data)
	tool(t, "pdftoppm", "-cropbox", "-png", "-r", "144", "-f", "1", "-l", "1", "-singlefile", f, f)
	r, err := os.Open(f + ".png")
	if err != nil {
		t.Fatal(err)
	}
	defer r.Close()
	img, err := png.Decode(r)
	if err != nil {
		t.Fatal(err)
	}
	return img.Bounds().Dx(), img.Bounds().Dy(), func(x, y int) int {
		r, g, b, _ := img.At(x, y).RGBA()
		return int(r+g+b) / 3 >> 8
	}
}

var office = sync.OnceValues(func() (*x509.Certificate, *rsa.PrivateKey) {
	key, _ := rsa.GenerateKey(rand.Reader, 2048)
	tmpl := &x509.Certificate{SerialNumber: big.NewInt(42), Subject: pkix.Name{CommonName: "Heron Quay Realty"}, NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().AddDate(5, 0, 0), KeyUsage: x509.KeyUsageDigitalSignature | x509.KeyUsageContentCommitment}
	der, _ := x509.CreateCertificate(rand.Reader, tmpl, tmpl, key.Public(), key)
	cert, _ := x509.ParseCertificate(der)
	return cert, key
})

func sealed(t testing.TB, plan Plan) []byte {
	t.Helper()
	plan.Sealed = true
	p, err := engine.Execute(context.Background(), plan, time.Now())
	if err != nil {
		t.Fatal(err)
	}
	cert, key := office()
	out, err := Seal(p, cert, key)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func mark(kind field.Kind, r field.Rect, m field.Mark) Placed {
	return Placed{Field: field.Field{Kind: kind, Rect: r}, Mark: m}
}

// ISO 32000-1, table 30: /Rotate and /CropBox decide what "displayed" means; poppler is the judge.
func TestInkIsInsideItsFieldAndNowhereElse(t *testing.T) {
	quill := field.Mark{Ink: field.Ink{Style: "quill", Name: "Ingrid Vásquez"}}
	drawn := field.Mark{Ink: field.Ink{Style: "drawn", Strokes: [][][2]float64{{{0, 0}, {1, 1}, {2, 0}, {3, 1}}}}}
	for _, rotate := range []int{0, 90, 180, 270} {
		for _, crop := range []string{"", "/CropBox[40 60 500 700]"} {
			// An unbalanced q with a scaled, shifted matrix must not displace what comes after it.
			src := onePage(fmt.Sprintf("/MediaBox[10 20 622 812]/Rotate %d%s", rotate, crop), "q 0.5 0 0 0.5 90 90 cm 0.8 g 0 0 300 200 re f BT 1 0 0 rg /F 30 Tf 50 50 Td (printed) Tj ET")
			in, err := engine.Intake(context.Background(), src)
			if err != nil {
				t.Fatal(err)
			}
			page := in.Pages[0]
			w0, h0, before := poppler(t, src)
			if w0 != int(2*page.Width) || h0 != int(2*page.Height) {
				t.Fatalf("rotate %d %s: page said to be %vx%v points, poppler shows %dx%d half points", rotate, crop, page.Width, page.Height, w0, h0)
			}
			rects := []field.Rect{{X: 30, Y: 40, W: 150, H: 22}, {X: page.Width - 130, Y: page.Height - 60, W: 100, H: 30}, {X: 210, Y: 200, W: 120, H: 16}, {X: 210, Y: 240, W: 14, H: 14}}
			out := sealed(t, Plan{Documents: [][]byte{in.Clean}, Marks: []Placed{mark(field.Signature, rects[0], quill), mark(field.Initials, rects[1], drawn), mark(field.Text, rects[2], field.Mark{Text: "Nov 23, 2026"}), mark(field.Tick, rects[3], field.Mark{Text: "x"})}})
			_, _, after := poppler(t, out)
			count := make([]int, len(rects))
			for y := range h0 {
				for x := range w0 {
					if before(x, y)-after(x, y) < 24 && after(x, y)-before(x, y) < 24 {
						continue
					}
					hit := false
					for i, r := range rects {
						if fx, fy := float64(x)/2, float64(y)/2; fx >= r.X-0.5 && fx <= r.X+r.W && fy >= r.Y-0.5 && fy <= r.Y+r.H {
							count[i]++
							hit = true
						}
					}
					if !hit {
						t.Fatalf("rotate %d %s: ink outside every field at %v, %v", rotate, crop, float64(x)/2, float64(y)/2)
					}
				}
			}
			for i, n := range count {
				if n < 40 {
					t.Errorf("rotate %d %s: field %d has %d pixels of ink", rotate, crop, i, n)
				}
			}
			if text := tool(t, "pdftotext", save(t, out), "-"); !strings.Contains(text, "Nov 23, 2026") || !strings.Contains(text, "printed") {
				t.Errorf("rotate %d %s: pdftotext reads %q", rotate, crop, text)
			}
		}
	}
}

func longRecord() *Record {
	r := &Record{Title: "Purchase offer", Facts: [][2]string{{"Property", "Lot 6, Fennel Court"}}, Documents: []RecordDocument{{"Purchase agreement", 6, strings.Repeat("ab", 32)}}, Head: strings.Repeat("0f", 32), Note: "Times are UTC."}
	for i := range 90 {
		r.Events = append(r.Events, RecordEvent{"2026-11-23 09:00:00", fmt.Sprintf("put ink into place %d of a long list of places on page 7", i), "Marek Dvořák", "192.0.2.7"})
	}
	return r
}

// The seal: qpdf, pdfsig (poppler) and openssl as judges that share no code with us.
func TestSealHoldsForIndependentJudges(t *testing.T) {
	in, err := engine.Intake(context.Background(), onePage("/MediaBox[0 0 612 792]", "BT /F 12 Tf 72 700 Td (Purchase agreement) Tj ET"))
	if err != nil {
		t.Fatal(err)
	}
	out := sealed(t, Plan{Title: "Purchase offer", Documents: [][]byte{in.Clean}, Record: longRecord(), Marks: []Placed{mark(field.Signature, field.Rect{X: 72, Y: 600, W: 200, H: 20}, field.Mark{Ink: field.Ink{Style: "brisk", Name: "Marek"}})}})
	f := save(t, out)
	if got := tool(t, "qpdf", "--check", f); strings.Contains(strings.ToLower(got), "warning") || strings.Contains(strings.ToLower(got), "error") && !strings.Contains(got, "No syntax or stream encoding errors") {
		t.Errorf("qpdf --check: %s", got)
	}
	sig := tool(t, "pdfsig", "-nocert", f)
	for _, want := range []string{"Signature is Valid", "Total document signed", "ETSI.CAdES.detached", "Heron Quay Realty"} {
		if !strings.Contains(sig, want) {
			t.Errorf("pdfsig does not say %q:\n%s", want, sig)
		}
	}
	if text := tool(t, "pdftotext", f, "-"); !strings.Contains(text, "Marek Dvořák put ink into place 89") || !strings.Contains(text, "Signing record, page 3 of") {
		t.Error("the signing record does not read whole")
	}
	m := byteRange.FindSubmatchIndex(out)
	gap := [2]int{m[1] - 1, m[1] + 2*sealRoom + 1}
	der := make([]byte, sealRoom)
	fmt.Sscanf(string(out[gap[0]+1:gap[1]-1]), "%x", &der)
	dir := t.TempDir()
	cert, _ := office()
	for name, data := range map[string][]byte{"sig.der": der[:derLength(der)], "content": append(bytes.Clone(out[:gap[0]]), out[gap[1]:]...), "ca.pem": pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: cert.Raw})} {
		os.WriteFile(filepath.Join(dir, name), data, 0o600)
	}
	tool(t, "openssl", "cms", "-verify", "-binary", "-inform", "DER", "-in", filepath.Join(dir, "sig.der"), "-content", filepath.Join(dir, "content"), "-CAfile", filepath.Join(dir, "ca.pem"), "-purpose", "any", "-out", "/dev/null")
	attrs := tool(t, "openssl", "cms", "-cmsout", "-print", "-inform", "DER", "-in", filepath.Join(dir, "sig.der"))
	if strings.Contains(attrs, "signingTime") || !strings.Contains(attrs, "id-smime-aa-signingCertificateV2") {
		t.Error("EN 319 142-1, 6.3: signing-certificate-v2 is needed and signing-time is forbidden among the attributes")
	}
}

func TestVerifySeesEveryChange(t *testing.T) {
	in, _ := engine.Intake(context.Background(), onePage("/MediaBox[0 0 612 792]", "BT /F 12 Tf 72 700 Td (Offer) Tj ET"))
	out := sealed(t, Plan{Documents: [][]byte{in.Clean}})
	v, err := Verify(out)
	if err != nil || v.Sealer != "Heron Quay Realty" || time.Since(v.At) > time.Minute || time.Since(v.At) < -time.Minute {
		t.Fatalf("untouched: %+v, %v", v, err)
	}
	m := byteRange.FindSubmatchIndex(out)
	for i := 0; i < len(out); i++ {
		if i > 3000 && i < m[0]-400 || i > m[1]+3400 && i < m[1]+2*sealRoom-20 && i%7 > 0 {
			continue // the middle of the content and most of the padding: all alike
		}
		for _, flip := range []byte{1, 0x20} {
			bad := bytes.Clone(out)
			bad[i] ^= flip
			if _, err := Verify(bad); err == nil {
				t.Fatalf("byte %d (%q) changed by %#x: still said to be unchanged", i, out[max(0, i-10):min(len(out), i+10)], flip)
			}
		}
	}
	f := save(t, out)
	tool(t, "qpdf", "--linearize", f, f+".2")
	edited, _ := os.ReadFile(f + ".2")
	for name, data := range map[string][]byte{"another tool's copy": edited, "something appended": append(bytes.Clone(out), "\n% more"...), "cut short": out[:len(out)-1]} {
		if _, err := Verify(data); !errors.Is(err, ErrChanged) {
			t.Errorf("%s: got %v, want ErrChanged", name, err)
		}
	}
	if _, err := Verify(in.Clean); !errors.Is(err, ErrNoSeal) {
		t.Errorf("never sealed: got %v, want ErrNoSeal", err)
	}
}
