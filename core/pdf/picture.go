package pdf

import (
	"bytes"
	"encoding/binary"
	"image"
	"image/color"
	_ "image/jpeg" // decoders by their magic bytes
	_ "image/png"
	"io"
	"math"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
	_ "golang.org/x/image/tiff" // as the others
)

// Photos and scans become pages: as large as letter paper allows, never enlarged beyond 100 dots an
// inch, upright as the camera noted.
const (
	paperLong, paperShort = 792.0, 612.0 // points: US letter, common practice for scans
	mostPictureDots       = 80_000_000
	mostFileDots          = 400_000_000 // of all pages of a TIFF
	mostTIFFPages         = 500
	fewestDPI             = 100.0
)

// picture reports whether data is a picture of a kind that can become a page.
func picture(data []byte) bool {
	for _, magic := range []string{"\xff\xd8\xff", "\x89PNG\r\n\x1a\n", "II*\x00", "MM\x00*"} {
		if bytes.HasPrefix(data, []byte(magic)) {
			return true
		}
	}
	return false
}

// pictureFile makes a PDF of a picture: a page, or several of a TIFF that holds several. A JPEG keeps
// its bytes.
func pictureFile(data []byte) ([]byte, error) {
	b := newBuilder()
	starts := []int{0}
	if isTIFF(data) {
		var err error
		if starts, err = tiffPages(data); err != nil {
			return nil, err
		}
	}
	dots := 0
	for _, at := range starts {
		if err := b.picturePage(tiffFrom(data, at), &dots); err != nil {
			return nil, err
		}
	}
	out, _ := b.finish()
	return out, nil
}

// picturePage adds a page with a picture; dots counts those of all pages.
func (b *builder) picturePage(data io.ReadSeeker, dots *int) error {
	c, kind, err := image.DecodeConfig(data)
	if err != nil {
		return refuse("This picture can’t be read: it is damaged or of an unusual kind. Saving it as JPEG or PNG usually helps.")
	}
	if c.Width < 1 || c.Height < 1 || c.Width > mostPictureDots/c.Height {
		return refuse("This picture has %d by %d dots; Indicum takes up to %d million.", c.Width, c.Height, mostPictureDots/1_000_000)
	}
	if *dots += c.Width * c.Height; *dots > mostFileDots {
		return refuse("The pages of this picture have more than %d million dots together; please save it as a PDF, or in parts.", mostFileDots/1_000_000)
	}
	data.Seek(0, io.SeekStart)
	d := types.Dict{"Type": types.Name("XObject"), "Subtype": types.Name("Image"), "Width": types.Integer(c.Width), "Height": types.Integer(c.Height), "BitsPerComponent": types.Integer(8)}
	var x types.IndirectRef
	turn := 0
	if kind == "jpeg" && c.ColorModel != color.CMYKModel {
		d["ColorSpace"], d["Filter"] = types.Name("DeviceRGB"), types.Name("DCTDecode")
		if c.ColorModel == color.GrayModel {
			d["ColorSpace"] = types.Name("DeviceGray")
		}
		raw, err := io.ReadAll(data)
		if err != nil {
			return err
		}
		x, turn = b.add(types.StreamDict{Dict: d, Raw: raw}), exifTurn(raw)
	} else {
		img, _, err := image.Decode(data)
		if err != nil {
			return refuse("This picture can’t be read: it is damaged. Saving it as JPEG or PNG usually helps.")
		}
		dots, space := opaque(img)
		d["ColorSpace"] = types.Name(space)
		x = b.stream(d, dots)
	}
	w, h := pictureSize(c.Width, c.Height)
	page := types.Dict{"Type": types.Name("Page"), "Parent": b.tree, "MediaBox": box{0, 0, w, h}.array(),
		"Resources": types.Dict{"XObject": types.Dict{"P": x}},
		"Contents":  b.stream(nil, []byte(num(w)+" 0 0 "+num(h)+" 0 0 cm /P Do"))}
	if turn != 0 {
		page["Rotate"] = types.Integer(turn)
	}
	b.pages = append(b.pages, b.add(page))
	return nil
}

func isTIFF(data []byte) bool {
	return bytes.HasPrefix(data, []byte("II*\x00")) || bytes.HasPrefix(data, []byte("MM\x00*"))
}

func tiffOrder(data []byte) binary.ByteOrder {
	if data[0] == 'M' {
		return binary.BigEndian
	}
	return binary.LittleEndian
}

// tiffPages returns the byte offsets of a TIFF's image file directories (TIFF 6.0, section 2).
func tiffPages(data []byte) ([]int, error) {
	order := tiffOrder(data)
	var out []int
	seen := map[int]bool{}
	for at := 4; at+4 <= len(data); {
		dir := int(order.Uint32(data[at:]))
		if dir == 0 {
			break
		}
		if dir < 8 || dir+2 > len(data) || seen[dir] || len(out) == mostTIFFPages {
			return nil, refuse("This TIFF can’t be read: it is damaged, or has more than %d pages. Saving it as a PDF usually helps.", mostTIFFPages)
		}
		seen[dir] = true
		out = append(out, dir)
		at = dir + 2 + 12*int(order.Uint16(data[dir:]))
	}
	if len(out) == 0 {
		return nil, refuse("This TIFF holds no picture.")
	}
	return out, nil
}

// tiffFrom reads a TIFF as if the directory at the given offset were its first, since the decoder knows
// only that one; 0 reads any file as it is.
func tiffFrom(data []byte, dir int) io.ReadSeeker {
	if dir == 0 {
		return bytes.NewReader(data)
	}
	head := bytes.Clone(data[:8])
	tiffOrder(data).PutUint32(head[4:], uint32(dir))
	return io.NewSectionReader(patched{head, data}, 0, int64(len(data)))
}

// patched is data with other bytes at its start.
type patched struct{ head, data []byte }

func (p patched) ReadAt(b []byte, off int64) (int, error) {
	if off >= int64(len(p.data)) {
		return 0, io.EOF
	}
	n := copy(b, p.data[off:])
	if off < int64(len(p.head)) {
		copy(b[:n], p.head[off:])
	}
	if n < len(b) {
		return n, io.EOF
	}
	return n, nil
}

// pictureSize is the page's size in points for a picture of so many dots.
func pictureSize(dotsWide, dotsHigh int) (w, h float64) {
	w, h = float64(dotsWide), float64(dotsHigh)
	scale := math.Min(paperLong/math.Max(w, h), paperShort/math.Min(w, h))
	scale = math.Min(scale, 72/fewestDPI)
	return round2(math.Max(3, w*scale)), round2(math.Max(3, h*scale))
}

// opaque returns a picture's dots on white, as grey when it has no colour.
func opaque(img image.Image) ([]byte, string) {
	r := img.Bounds()
	if g, ok := img.(*image.Gray); ok {
		out := make([]byte, 0, r.Dx()*r.Dy())
		for y := range r.Dy() {
			out = append(out, g.Pix[y*g.Stride:y*g.Stride+r.Dx()]...)
		}
		return out, "DeviceGray"
	}
	out := make([]byte, 0, 3*r.Dx()*r.Dy())
	for y := r.Min.Y; y < r.Max.Y; y++ {
		for x := r.Min.X; x < r.Max.X; x++ {
			cr, cg, cb, a := img.At(x, y).RGBA() // premultiplied
			white := 0xffff - a
			out = append(out, byte((cr+white)>>8), byte((cg+white)>>8), byte((cb+white)>>8))
		}
	}
	return out, "DeviceRGB"
}

// exifTurn reads from a JPEG how the camera was held, as a clockwise turn (Exif 2.3, tag 0x0112).
// Mirrored orientations, which cameras don't write, are taken as upright.
func exifTurn(data []byte) int {
	i := bytes.Index(data[:min(len(data), 1<<16)], []byte("Exif\x00\x00"))
	if i < 0 || i+14 > len(data) {
		return 0
	}
	t := data[i+6:]
	var order binary.ByteOrder = binary.LittleEndian
	if bytes.HasPrefix(t, []byte("MM")) {
		order = binary.BigEndian
	}
	at := int(order.Uint32(t[4:]))
	if at < 8 || at+2 > len(t) {
		return 0
	}
	for k := range int(order.Uint16(t[at:])) {
		e := at + 2 + 12*k
		if e+12 > len(t) {
			return 0
		}
		if order.Uint16(t[e:]) == 0x0112 {
			return map[uint16]int{3: 180, 6: 90, 8: 270}[order.Uint16(t[e+8:])]
		}
	}
	return 0
}
