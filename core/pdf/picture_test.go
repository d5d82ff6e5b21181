package pdf

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"testing"

	"golang.org/x/image/tiff"
)

// A picture, dark in its top left quarter, as page 1 of a PDF that poppler shows: the dark quarter must
// be where it belongs, also when the camera was held sideways.
func TestPicturesBecomePages(t *testing.T) {
	img := image.NewRGBA(image.Rect(0, 0, 800, 600))
	for y := range 600 {
		for x := range 800 {
			c := color.RGBA{240, 240, 240, 255}
			if x < 400 && y < 300 {
				c = color.RGBA{10, 20, 30, 255}
			}
			img.Set(x, y, c)
		}
	}
	encoded := func(f func(*bytes.Buffer) error) []byte {
		var b bytes.Buffer
		if err := f(&b); err != nil {
			t.Fatal(err)
		}
		return b.Bytes()
	}
	photo := encoded(func(b *bytes.Buffer) error { return jpeg.Encode(b, img, nil) })
	grey := image.NewGray(img.Rect)
	for i := range grey.Pix {
		grey.Pix[i] = img.Pix[4*i]
	}
	// Exif 2.3: orientation 6 says that the top of the scene is at the picture's right.
	exif := append([]byte("\xff\xe1\x00\x22Exif\x00\x00MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00\x06\x00\x00"), 0, 0, 0, 0)
	sideways := append(append(bytes.Clone(photo[:2]), exif...), photo[2:]...)
	for name, c := range map[string]struct {
		data []byte
		wide bool
		dark [2]float64 // where the dark quarter is, as shares of the page
	}{
		"jpeg":          {photo, true, [2]float64{0.25, 0.25}},
		"grey jpeg":     {encoded(func(b *bytes.Buffer) error { return jpeg.Encode(b, grey, nil) }), true, [2]float64{0.25, 0.25}},
		"png":           {encoded(func(b *bytes.Buffer) error { return png.Encode(b, img) }), true, [2]float64{0.25, 0.25}},
		"tiff":          {encoded(func(b *bytes.Buffer) error { return tiff.Encode(b, img, nil) }), true, [2]float64{0.25, 0.25}},
		"camera turned": {sideways, false, [2]float64{0.75, 0.25}},
	} {
		in, err := engine.Intake(context.Background(), c.data)
		if err != nil || len(in.Pages) != 1 || (in.Pages[0].Width > in.Pages[0].Height) != c.wide {
			t.Errorf("%s: %+v %v", name, in.Pages, err)
			continue
		}
		w, h, at := poppler(t, in.Clean)
		for _, fx := range []float64{0.25, 0.75} {
			for _, fy := range []float64{0.25, 0.75} {
				want := [2]float64{fx, fy} == c.dark
				if got := at(int(fx*float64(w)), int(fy*float64(h))) < 128; got != want {
					t.Errorf("%s: at %v, %v of the page: dark is %v", name, fx, fy, got)
				}
			}
		}
	}
	single := encoded(func(b *bytes.Buffer) error { return tiff.Encode(b, grey, nil) })
	first := int(binary.LittleEndian.Uint32(single[4:])) // TIFF 6.0, section 2: the link follows the directory's entries
	link := first + 2 + 12*int(binary.LittleEndian.Uint16(single[first:]))
	linked := func(to int) []byte {
		out := bytes.Clone(single)
		binary.LittleEndian.PutUint32(out[link:], uint32(to))
		return out
	}
	two := append(linked(len(single)), single[first:link+4]...) // a second directory, for the same dots
	if in, err := engine.Intake(context.Background(), two); err != nil || len(in.Pages) != 2 {
		t.Errorf("a TIFF of two pages: %d pages, %v", len(in.Pages), err)
	} else if _, _, at := poppler(t, in.Clean); at(100, 100) > 128 {
		t.Error("a TIFF of two pages: the first is not what it was")
	}
	for name, data := range map[string][]byte{"pages that lead in a circle": linked(first), "a page beyond the end": linked(len(single) + 9), "cut short": photo[:300], "only magic": []byte("\x89PNG\r\n\x1a\n")} {
		if _, err := engine.Intake(context.Background(), data); !errors.Is(err, ErrRefused) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
