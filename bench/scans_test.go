package bench

import (
	"bytes"
	"context"
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

	"indicum/core/pdf"
)

// drawn renders a file's pages as grey pictures, by poppler.
func drawn(b testing.TB, data []byte, dpi int) []*image.Gray {
	b.Helper()
	dir := b.TempDir()
	os.WriteFile(filepath.Join(dir, "in.pdf"), data, 0o600)
	if out, err := exec.Command("pdftoppm", "-gray", "-r", fmt.Sprint(dpi), filepath.Join(dir, "in.pdf"), filepath.Join(dir, "p")).CombinedOutput(); err != nil {
		b.Fatalf("pdftoppm: %v %s", err, out)
	}
	files, _ := filepath.Glob(filepath.Join(dir, "p*.pgm"))
	sort.Strings(files)
	var out []*image.Gray
	for _, f := range files {
		raw, err := os.ReadFile(f)
		if err != nil {
			b.Fatal(err)
		}
		var w, h, levels int
		if _, err := fmt.Sscanf(string(raw[:min(len(raw), 40)]), "P5\n%d %d\n%d\n", &w, &h, &levels); err != nil {
			b.Fatal(err)
		}
		g := image.NewGray(image.Rect(0, 0, w, h))
		copy(g.Pix, raw[len(raw)-w*h:])
		out = append(out, g)
	}
	return out
}

// scanned is a page as an office scanner returns it: a little askew, uneven light, noise, specks.
func scanned(r *rand.Rand, page *image.Gray) *image.Gray {
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
	return out
}

// scannedFile is a file of pictures of another file's pages.
func scannedFile(b testing.TB, r *rand.Rand, data []byte) []byte {
	b.Helper()
	var sources [][]byte
	var refs []pdf.PageRef
	for _, page := range drawn(b, data, 150) {
		in, err := engine.Intake(context.Background(), jpegOf(b, scanned(r, page), 60+r.IntN(30)))
		if err != nil {
			b.Fatal(err)
		}
		refs = append(refs, pdf.PageRef{Source: len(sources), Page: pdf.AllPages})
		sources = append(sources, in.Clean)
	}
	out, err := engine.Compose(context.Background(), sources, refs)
	if err != nil {
		b.Fatal(err)
	}
	return out
}

func jpegOf(b testing.TB, g *image.Gray, quality int) []byte {
	var out bytes.Buffer
	if err := jpeg.Encode(&out, g, &jpeg.Options{Quality: quality}); err != nil {
		b.Fatal(err)
	}
	return out.Bytes()
}
