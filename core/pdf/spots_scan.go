package pdf

import (
	"context"
	"errors"
	"image"
	"runtime"
	"slices"
	"strings"
	"sync"

	"indicum/core/field"
	"indicum/core/scan"
	"indicum/core/spot"
)

// lookAtScans completes the pages that are pictures, several at a time.
func (e *Engine) lookAtScans(ctx context.Context, key string, data []byte, pages []spot.Page, done func()) error {
	var todo []int
	for i, p := range pages {
		if p.Picture || letters(p) < 12 && len(p.Widgets) == 0 && len(p.Rules) < 12 {
			todo = append(todo, i)
		} else if done != nil {
			done()
		}
	}
	readers := max(1, runtime.GOMAXPROCS(0)/max(1, len(todo))) // of one page
	return eachPage(ctx, todo, func(i int) error {
		seen, err := e.lookAtScan(ctx, key, data, i, pages[i], readers)
		if err == nil {
			pages[i] = seen
		}
		return err
	}, done)
}

// eachPage calls work for each page, several at a time, and done after each, one call at a time. It ends
// early when work fails or ctx ends.
func eachPage(ctx context.Context, pages []int, work func(page int) error, done func()) error {
	var mu sync.Mutex
	var wg sync.WaitGroup
	var first error
	next := 0
	for range min(runtime.GOMAXPROCS(0), len(pages)) {
		wg.Go(func() {
			for {
				mu.Lock()
				if next == len(pages) || first != nil || ctx.Err() != nil {
					mu.Unlock()
					return
				}
				i := pages[next]
				next++
				mu.Unlock()
				err := work(i)
				mu.Lock()
				if err != nil && first == nil {
					first = err
				}
				if done != nil {
					done()
				}
				mu.Unlock()
			}
		})
	}
	wg.Wait()
	return errors.Join(first, ctx.Err())
}

func letters(p spot.Page) int {
	n := 0
	for _, r := range p.Runs {
		n += len(r.Chars)
	}
	return n
}

// lookAtScan draws one page and looks at the picture: which way up it lies, how far askew, its rules and
// boxes, and its words, unless the file has them as text already. A page that can't be drawn stays as
// it was.
func (e *Engine) lookAtScan(ctx context.Context, key string, data []byte, index int, p spot.Page, readers int) (spot.Page, error) {
	shown := p.Width
	if p.Turn%180 != 0 {
		shown = p.Height
	}
	width := min(int(shown/72*scanDPI), scanPixels)
	grey, err := e.grey(ctx, key, index, width, data)
	if err != nil {
		return p, ctx.Err()
	}
	worded := letters(p) >= 12
	turn, sure := p.Turn, 1.0
	var look *scan.Bitmap
	if !worded {
		look = scan.FromGray(grey)
		if look.Blank() {
			return p, nil
		}
		turn, sure = look.Upright()
		if p.Turn%180 != 0 {
			p.Width, p.Height = p.Height, p.Width
		}
		if turn%180 != 0 {
			p.Width, p.Height = p.Height, p.Width
		}
		p.Runs = nil
	}
	p.Picture = true
	dpi := float64(width) * 72 / shown
	best, read, err := levelled(ctx, grey, look, p, turn, dpi, worded, readers)
	if err != nil || worded {
		return best, err
	}
	for _, other := range []int{180, 90, 270} {
		if read.words < 6 && sure >= unsureRight || read.clear() >= legible && (sure >= unsureRight || read.words > 40) {
			break
		}
		if other != 180 && read.clear() >= readable {
			break // type was found along this axis
		}
		q := p
		if other%180 != 0 {
			q.Width, q.Height = p.Height, p.Width
		}
		again, better, err := levelled(ctx, grey, look, q, (turn+other)%360, dpi, false, readers)
		if err != nil {
			return best, err
		}
		if better.clear() > read.clear() {
			best, read = again, better
		}
	}
	return best, nil
}

// reading says how well words could be read.
type reading struct {
	words int
	sum   float64
}

func (r reading) clear() float64 { return r.sum / float64(max(r.words, 6)) }

// levelled looks at a picture turned clockwise. look is its bitmap, if there is one already.
func levelled(ctx context.Context, grey *image.Gray, look *scan.Bitmap, p spot.Page, turn int, dpi float64, worded bool, readers int) (spot.Page, reading, error) {
	first := turned(grey, turn).(*image.Gray)
	g, b := first, look
	if turn != 0 || b == nil {
		b = scan.FromGray(g)
	}
	b.DPI = dpi
	p.Turn = turn
	if skew := b.Skew(); skew > 0.0008 || skew < -0.0008 {
		if !worded { // words that are text already are where the picture has them
			p.Skew = skew
			g = scan.Level(g, skew)
			b = scan.FromGray(g)
			b.DPI = dpi
		}
	}
	level, upright := b.Rules()
	scale := 72 / dpi
	for _, r := range level {
		y := float64(r.Y0+r.Y1+1) / 2 * scale
		p.Rules = append(p.Rules, spot.Rule{X0: float64(r.X0) * scale, X1: float64(r.X1) * scale, Y0: y, Y1: y, Thick: float64(r.Y1-r.Y0+1) * scale})
	}
	for _, r := range upright {
		x := float64(r.X0+r.X1+1) / 2 * scale
		p.Rules = append(p.Rules, spot.Rule{X0: x, X1: x, Y0: float64(r.Y0) * scale, Y1: float64(r.Y1) * scale, Thick: float64(r.X1-r.X0+1) * scale})
	}
	boxes := b.Boxes()
	for _, r := range boxes {
		p.Boxes = append(p.Boxes, field.Rect{X: float64(r.X0) * scale, Y: float64(r.Y0) * scale, W: float64(r.X1-r.X0) * scale, H: float64(r.Y1-r.Y0) * scale})
	}
	if worded {
		return p, reading{}, nil
	}
	var read []scan.Box
	for _, l := range b.Bare(level, upright, boxes).TypeLines(level, boxes) {
		if l.Prose {
			p.Runs = append(p.Runs, unread(l.Box, scale))
		} else {
			read = append(read, l.Box)
		}
	}
	lines, err := readLines(ctx, first, p.Skew, read, slices.Concat(level, upright, boxes), dpi, readers)
	if errors.Is(err, scan.ErrNoReader) {
		p.Unread = true
		return p, reading{}, nil
	}
	if err != nil {
		p.Unread = true
		return p, reading{}, ctx.Err()
	}
	var how reading
	for _, l := range lines {
		how.words += l.Words
		how.sum += l.Confidence * float64(l.Words)
		for _, w := range l.Parts {
			p.Runs = append(p.Runs, spot.Run{Size: l.Size * scale, Chars: spread(w, l.Size, scale)})
		}
	}
	p.Unread = how.words > 5 && how.clear() < readable
	return p, how, nil
}

const leastShared = 6 // lines that are worth a reader of their own

// readLines reads lines of type, by several readers at once where there are processors for them.
func readLines(ctx context.Context, g *image.Gray, skew float64, boxes []scan.Box, drawn []scan.Rule, dpi float64, readers int) ([]scan.Line, error) {
	readers = max(1, min(readers, len(boxes)/leastShared))
	parts := make([][]scan.Line, readers)
	errs := make([]error, readers)
	var wg sync.WaitGroup
	for i := range readers {
		wg.Go(func() {
			sheet := scan.NewSheet(g, skew, boxes[i*len(boxes)/readers:(i+1)*len(boxes)/readers], drawn)
			file, err := encode(sheet.Image)
			if err == nil {
				parts[i], err = scan.ReadSheet(ctx, sheet, file, int(dpi+0.5))
			}
			errs[i] = err
		})
	}
	wg.Wait()
	return slices.Concat(parts...), errors.Join(errs...)
}

// spread works out where in a word that was read each letter stands.
func spread(w scan.Word, size, scale float64) []spot.Char {
	letters := []rune(w.Text)
	step := (w.X1 - w.X0) / float64(len(letters))
	base := w.Y1
	if strings.ContainsAny(w.Text, "gjpqy,;()[]{}/") {
		base -= 0.2 * size
	}
	out := make([]spot.Char, len(letters))
	for i, r := range letters {
		x := w.X0 + float64(i)*step
		out[i] = spot.Char{R: r, X0: x * scale, X1: (x + step) * scale, Y0: w.Y0 * scale, Y1: base * scale}
	}
	return out
}

// unread stands for a line of a paragraph, which takes long to read and names no place: words that say
// nothing.
func unread(b scan.Box, scale float64) spot.Run {
	const words = 10
	size := float64(b.Y1-b.Y0) * scale
	out := spot.Run{Size: size}
	step := float64(b.X1-b.X0) * scale / words
	for i := range words {
		x := float64(b.X0)*scale + float64(i)*step
		out.Chars = append(out.Chars, spot.Char{R: '▒', X0: x, X1: x + step - size*0.5, Y0: float64(b.Y0) * scale, Y1: float64(b.Y1)*scale - 0.2*size},
			spot.Char{R: ' ', X0: x + step - size*0.5, X1: x + step, Y0: float64(b.Y0) * scale, Y1: float64(b.Y1) * scale})
	}
	return out
}
