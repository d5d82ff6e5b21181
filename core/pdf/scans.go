package pdf

import (
	"context"
	"errors"
	"image"

	"indicum/core/cuts"
	"indicum/core/scan"
)

const (
	scanDPI     = 150
	scanPixels  = 2400 // at most this wide
	legible     = 0.78 // mean confidence from which a page counts as read the right way up; type usually gives 0.9
	readable    = 0.4  // and from which what was read is kept
	unsureRight = 0.25 // below it the other way up is tried as well
)

// Unread returns the indices of pages that hold no text: scans, pictures, blank pages.
func Unread(pages []cuts.Page) []int {
	var out []int
	for i, p := range pages {
		if len(p.Lines) == 0 {
			out = append(out, i)
		}
	}
	return out
}

// ReadScans looks at the pages without text: it finds which way up they lie and reads what is printed
// on them, several at a time. done is called after each page, from one goroutine at a time. Where no
// reader is installed the pages are only turned.
func (e *Engine) ReadScans(ctx context.Context, key string, data []byte, pages []cuts.Page, done func()) error {
	return eachPage(ctx, Unread(pages), func(i int) error {
		read, err := e.readScan(ctx, key, data, i, pages[i])
		pages[i] = read
		return err
	}, done)
}

// readScan reads one page. A page that can't be drawn or read stays as it was.
func (e *Engine) readScan(ctx context.Context, key string, data []byte, index int, p cuts.Page) (cuts.Page, error) {
	width := min(int(p.Width/72*scanDPI), scanPixels)
	grey, err := e.grey(ctx, key, index, width, data)
	if err != nil {
		return p, ctx.Err()
	}
	look := scan.FromGray(grey)
	if look.Blank() {
		return p, nil
	}
	p.Picture = true
	turn, sure := look.Upright()
	dpi := float64(width) * 72 / p.Width
	lines, clear, lying, err := readTurned(ctx, grey, turn, dpi)
	if lying != 0 { // the reader saw type that runs another way
		turn = (turn + lying) % 360
		lines, clear, _, err = readTurned(ctx, grey, turn, dpi)
	}
	if errors.Is(err, scan.ErrNoReader) {
		if sure >= unsureRight {
			p.Turn = turn
		}
		return p, nil
	}
	if err == nil && (clear < legible || sure < unsureRight && len(lines) < 8) {
		for _, other := range []int{180, 90, 270} {
			if other != 180 && clear >= readable {
				break // type was found along this axis
			}
			again, better, _, againErr := readTurned(ctx, grey, (turn+other)%360, dpi)
			if againErr == nil && better > clear {
				lines, clear, turn = again, better, (turn+other)%360
			}
			if clear >= legible {
				break
			}
		}
	}
	if err != nil || clear < readable {
		if sure >= unsureRight {
			p.Turn = turn // a drawing, or handwriting: lines lie along it, words can't be read
		}
		return p, ctx.Err()
	}
	p.Turn = turn
	if turn%180 != 0 {
		p.Width, p.Height = p.Height, p.Width
	}
	p.Lines = lines
	return p, nil
}

// readTurned reads a picture turned clockwise; clear is the mean confidence of the words, less when
// there are few of them; lying is the further clockwise turn that most of the type would need.
func readTurned(ctx context.Context, g *image.Gray, turn int, dpi float64) (lines []cuts.Line, clear float64, lying int, err error) {
	file, err := encode(turned(g, turn))
	if err != nil {
		return nil, 0, 0, err
	}
	read, err := scan.Read(ctx, file, int(dpi+0.5))
	if err != nil {
		return nil, 0, 0, err
	}
	words, scale := 0, 72/dpi
	angles := map[int]int{}
	for _, l := range read {
		words += l.Words
		angles[l.Angle] += l.Words
		clear += l.Confidence * float64(l.Words)
		lines = append(lines, cuts.Line{Text: l.Text, X: l.X * scale, Y: l.Y * scale, W: l.W * scale, H: l.H * scale, Size: l.Size * scale})
	}
	for angle, n := range angles {
		if n*2 > words && angle%90 == 0 {
			lying = angle % 360
		}
	}
	return joinLines(lines), clear / float64(max(words, 6)), lying, nil
}

func greyed(img image.Image) *image.Gray {
	if g, ok := img.(*image.Gray); ok {
		return g
	}
	r := img.Bounds()
	out := image.NewGray(image.Rect(0, 0, r.Dx(), r.Dy()))
	for y := range r.Dy() {
		for x := range r.Dx() {
			out.Set(x, y, img.At(r.Min.X+x, r.Min.Y+y))
		}
	}
	return out
}
