package scan

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/draw"
	"image/png"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
)

const prose = "The parties to this paper agree that what is written here holds and that each has read it with care before signing"

// page draws a page of prose through poppler: the judge of what a page looks like is not ours.
func page(t *testing.T, font string, size int) *image.Gray {
	t.Helper()
	var ops strings.Builder
	for i := range 30 {
		words := strings.Fields(prose)
		fmt.Fprintf(&ops, "BT /F %d Tf 60 %d Td (%s) Tj ET\n", size, 700-i*size*3/2, strings.Join(words[i%9:i%9+12], " "))
	}
	pdf := fmt.Sprintf("%%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj\n3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]/Resources<</Font<</F 5 0 R>>>>/Contents 4 0 R>>endobj\n4 0 obj<</Length %d>>stream\n%s\nendstream endobj\n5 0 obj<</Type/Font/Subtype/Type1/BaseFont/%s>>endobj\ntrailer<</Root 1 0 R>>", ops.Len(), ops.String(), font)
	file := filepath.Join(t.TempDir(), "p")
	os.WriteFile(file+".pdf", []byte(pdf), 0o600)
	if out, err := exec.Command("pdftoppm", "-gray", "-png", "-singlefile", "-r", "150", file+".pdf", file).CombinedOutput(); err != nil {
		t.Fatalf("pdftoppm: %v %s", err, out)
	}
	raw, _ := os.ReadFile(file + ".png")
	img, err := png.Decode(bytes.NewReader(raw))
	if err != nil {
		t.Fatal(err)
	}
	grey := image.NewGray(img.Bounds())
	draw.Draw(grey, grey.Rect, img, image.Point{}, draw.Src)
	return grey
}

// askew turns a picture by a few degrees about its middle, with noise and a shadow.
func askew(g *image.Gray, degrees float64) *image.Gray {
	r := rand.New(rand.NewPCG(1, uint64(100+degrees*10)))
	out := image.NewGray(g.Rect)
	sin, cos := math.Sincos(degrees * math.Pi / 180)
	w, h := g.Rect.Dx(), g.Rect.Dy()
	for y := range h {
		for x := range w {
			dx, dy := float64(x-w/2), float64(y-h/2)
			sx, sy := int(dx*cos+dy*sin)+w/2, int(dy*cos-dx*sin)+h/2
			v := 235.0
			if sx >= 0 && sy >= 0 && sx < w && sy < h {
				v = float64(g.GrayAt(sx, sy).Y) * 235 / 255
			}
			out.Pix[y*out.Stride+x] = uint8(max(0, min(255, v-30*float64(x)/float64(w)+float64(r.IntN(21)-10))))
		}
	}
	return out
}

func TestUpright(t *testing.T) {
	for _, font := range []string{"Helvetica", "Times-Roman", "Courier"} {
		for _, degrees := range []float64{0, -1.4, 2} {
			b := FromGray(askew(page(t, font, 10), degrees))
			if b.Blank() {
				t.Errorf("%s: a full page is called blank", font)
			}
			for _, lying := range []int{0, 90, 180, 270} {
				if turn, sure := b.Turned(lying).Upright(); turn != (360-lying)%360 {
					t.Errorf("%s, askew by %g, lying at %d: turn %d (%.2f sure)", font, degrees, lying, turn, sure)
				}
			}
		}
	}
}

func TestBlank(t *testing.T) {
	empty := image.NewGray(image.Rect(0, 0, 1275, 1650))
	for i := range empty.Pix {
		empty.Pix[i] = 240
	}
	r := rand.New(rand.NewPCG(2, 2))
	sheet := askew(empty, 0)
	for range 300 { // dust
		sheet.Pix[r.IntN(len(sheet.Pix))] = 10
	}
	for y := range 1650 { // the copier's black edge
		for x := range 14 {
			sheet.Pix[y*sheet.Stride+x] = 5
		}
	}
	b := FromGray(sheet)
	if !b.Blank() {
		t.Error("an empty sheet with dust and a black edge is not called blank")
	}
	if turn, sure := b.Upright(); turn != 0 && sure > 0.2 {
		t.Errorf("an empty sheet is turned by %d", turn)
	}
}

func TestRead(t *testing.T) {
	var file bytes.Buffer
	png.Encode(&file, page(t, "Times-Roman", 12))
	lines, err := Read(context.Background(), file.Bytes(), 150)
	if err != nil {
		t.Fatal(err)
	}
	if len(lines) != 30 || lines[0].Text != strings.Join(strings.Fields(prose)[:12], " ") || math.Abs(lines[0].X-125) > 6 || lines[0].Confidence < 0.8 {
		t.Errorf("%d lines, the first %+v", len(lines), lines[0])
	}
	// Type that runs from top to bottom is read as well (not so the other way round): its angle is told.
	side := image.NewGray(image.Rect(0, 0, 1650, 1275))
	upright := page(t, "Courier", 9)
	for y := range 1650 {
		for x := range 1275 {
			side.Set(1649-y, x, upright.GrayAt(x, y))
		}
	}
	file.Reset()
	png.Encode(&file, side)
	if lines, err = Read(context.Background(), file.Bytes(), 150); err != nil {
		t.Fatal(err)
	}
	told := 0
	for _, l := range lines {
		if l.Angle == 270 {
			told++
		}
	}
	if told*2 < len(lines) {
		t.Errorf("lying on its side: %d of %d lines say so", told, len(lines))
	}
	t.Setenv("PATH", t.TempDir())
	if _, err := Read(context.Background(), file.Bytes(), 150); !errors.Is(err, ErrNoReader) {
		t.Errorf("without Tesseract: %v", err)
	}
}
