package forms

import (
	"bytes"
	"fmt"
	"image"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"testing"

	"golang.org/x/image/draw"
	"golang.org/x/image/math/f64"
)

// Draw renders a file's pages as grey pictures, by poppler.
func Draw(t testing.TB, data []byte, dpi int) []*image.Gray {
	t.Helper()
	dir := t.TempDir()
	os.WriteFile(filepath.Join(dir, "in.pdf"), data, 0o600)
	if out, err := exec.Command("pdftoppm", "-gray", "-r", fmt.Sprint(dpi), filepath.Join(dir, "in.pdf"), filepath.Join(dir, "p")).CombinedOutput(); err != nil {
		t.Fatalf("pdftoppm: %v %s", err, out)
	}
	files, _ := filepath.Glob(filepath.Join(dir, "p*.pgm"))
	sort.Strings(files)
	var out []*image.Gray
	for _, f := range files {
		raw, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		var w, h, levels int
		if _, err := fmt.Sscanf(string(raw[:min(len(raw), 40)]), "P5\n%d %d\n%d\n", &w, &h, &levels); err != nil {
			t.Fatal(err)
		}
		g := image.NewGray(image.Rect(0, 0, w, h))
		copy(g.Pix, raw[len(raw)-w*h:])
		out = append(out, g)
	}
	return out
}

// Askew is a page as an office scanner returns it: a little askew, uneven light, noise, specks; and how
// its dots were moved.
func Askew(r *rand.Rand, page *image.Gray) (*image.Gray, f64.Aff3) {
	w, h := page.Rect.Dx(), page.Rect.Dy()
	out := image.NewGray(page.Rect)
	paper := uint8(232 + r.IntN(22))
	for i := range out.Pix {
		out.Pix[i] = paper
	}
	sin, cos := math.Sincos((r.Float64() - 0.5) * 3.4 * math.Pi / 180) // up to 1.7 degrees
	cx, cy := float64(w)/2, float64(h)/2
	m := f64.Aff3{cos, -sin, cx - cos*cx + sin*cy + r.Float64()*8, sin, cos, cy - sin*cx - cos*cy + r.Float64()*8}
	draw.BiLinear.Transform(out, m, page, page.Rect, draw.Src, nil)
	shade := r.Float64() * 26
	for y := range h {
		for x := range w {
			v := float64(out.Pix[y*out.Stride+x])*float64(paper)/255 - shade*float64(x)/float64(w) + r.NormFloat64()*7
			out.Pix[y*out.Stride+x] = uint8(max(0, min(255, v)))
		}
	}
	for range r.IntN(40) { // dust
		out.Pix[r.IntN(len(out.Pix))] = 20
	}
	return out, m
}

// JPEG encodes a picture.
func JPEG(t testing.TB, g *image.Gray, quality int) []byte {
	var out bytes.Buffer
	if err := jpeg.Encode(&out, g, &jpeg.Options{Quality: quality}); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// Scanned is a form as a file of scans, with its places where the scanner moved them. Some pages are
// stored sideways, with a note in the file that turns them back.
func Scanned(t testing.TB, f Form, seed uint64) Form {
	t.Helper()
	const dpi = 150
	r := rand.New(rand.NewPCG(seed, uint64(len(f.Maker))))
	out := Form{Maker: f.Maker}
	var objs []string
	kids := ""
	for i, page := range Draw(t, f.PDF, dpi) {
		g, m := Askew(r, page)
		for _, p := range f.Places {
			if p.Page == i+1 {
				mid, y := (p.X0+p.X1)/2*dpi/72, p.Y*dpi/72
				x, down := m[0]*mid+m[1]*y+m[2], m[3]*mid+m[4]*y+m[5]
				half := (p.X1 - p.X0) / 2
				p.X0, p.X1, p.Y = x*72/dpi-half, x*72/dpi+half, down*72/dpi
				out.Places = append(out.Places, p)
			}
		}
		rotate := 0
		if r.IntN(3) == 0 {
			rotate = 90
			g = counterclockwise(g)
		}
		w, h := g.Rect.Dx(), g.Rect.Dy()
		pw, ph := float64(w)*72/dpi, float64(h)*72/dpi
		at := 3 + len(objs)
		kids += fmt.Sprintf("%d 0 R ", at)
		pic := JPEG(t, g, 60+r.IntN(30))
		ops := fmt.Sprintf("%.3f 0 0 %.3f 0 0 cm /P Do", pw, ph)
		objs = append(objs,
			fmt.Sprintf("<</Type/Page/Parent 2 0 R/MediaBox[0 0 %.3f %.3f]/Rotate %d/Contents %d 0 R/Resources<</XObject<</P %d 0 R>>>>>>", pw, ph, rotate, at+1, at+2),
			fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", len(ops), ops),
			fmt.Sprintf("<</Type/XObject/Subtype/Image/Width %d/Height %d/ColorSpace/DeviceGray/BitsPerComponent 8/Filter/DCTDecode/Length %d>>\nstream\n%s\nendstream", w, h, len(pic), pic))
	}
	objs = append([]string{"<</Type/Catalog/Pages 2 0 R>>", fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d>>", kids, len(objs)/3)}, objs...)
	out.PDF = file(objs)
	return out
}

func counterclockwise(g *image.Gray) *image.Gray {
	w, h := g.Rect.Dx(), g.Rect.Dy()
	out := image.NewGray(image.Rect(0, 0, h, w))
	for y := range h {
		for x := range w {
			out.Pix[(w-1-x)*out.Stride+y] = g.Pix[y*g.Stride+x]
		}
	}
	return out
}
