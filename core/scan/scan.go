// Package scan looks at the bitmap of a scanned page: is anything on it, and which way up does it lie.
// It knows nothing of PDF.
//
// The rules rest on how Latin, Greek and Cyrillic type is built (common practice, no source): lines of
// type make a strong rhythm of ink across their direction; letters rise above the height of an x far
// more often than they reach below the line.
package scan

import (
	"image"
	"math"
)

// Bitmap is a page in black and white, row by row.
type Bitmap struct {
	W, H int
	DPI  float64 // dots an inch; 0 counts as 150
	ink  []bool
	bare *Bitmap // without rules, once that was asked for
}

// At reports whether there is ink; coordinates are pixels from the top left and must be on the page.
func (b *Bitmap) At(x, y int) bool { return b.ink[y*b.W+x] }

// cell is the side, in pixels, of the squares over which paper's own brightness is measured.
const cell = 32

// FromGray makes a bitmap of a grey page. Ink is what is clearly darker than the paper around it, so
// that shadows and yellowed paper are not taken for ink.
func FromGray(g *image.Gray) *Bitmap {
	w, h := g.Rect.Dx(), g.Rect.Dy()
	b := &Bitmap{W: w, H: h, ink: make([]bool, w*h)}
	cw, ch := (w+cell-1)/cell, (h+cell-1)/cell
	paper := make([]int, cw*ch)
	for cy := range ch {
		for cx := range cw {
			paper[cy*cw+cx] = brightness(g, cx*cell, cy*cell)
		}
	}
	limit := make([]uint8, cw*ch) // below which it is ink
	for cy := range ch {
		for cx := range cw {
			p := around(paper, cw, ch, cx, cy)
			limit[cy*cw+cx] = uint8(max(0, p-max(38, p/4)))
		}
	}
	for y := range h {
		row, ink := g.Pix[y*g.Stride:y*g.Stride+w], b.ink[y*w:(y+1)*w]
		for cx := range cw {
			below := limit[y/cell*cw+cx]
			for x := cx * cell; x < min(w, (cx+1)*cell); x++ {
				ink[x] = row[x] < below
			}
		}
	}
	return b
}

// brightness is the level that four fifths of a square's pixels stay below or at: its paper.
func brightness(g *image.Gray, x0, y0 int) int {
	var counts [256]int
	n := 0
	for y := y0; y < min(y0+cell, g.Rect.Dy()); y++ {
		for x := x0; x < min(x0+cell, g.Rect.Dx()); x++ {
			counts[g.Pix[y*g.Stride+x]]++
			n++
		}
	}
	for level, sum := 0, 0; level < 256; level++ {
		if sum += counts[level]; sum*5 >= n*4 {
			return level
		}
	}
	return 255
}

// around takes the brightest of a square and its neighbours, so that a solid black area is still ink.
func around(paper []int, cw, ch, cx, cy int) int {
	best := 0
	for y := max(0, cy-1); y <= min(ch-1, cy+1); y++ {
		for x := max(0, cx-1); x <= min(cw-1, cx+1); x++ {
			best = max(best, paper[y*cw+x])
		}
	}
	return best
}

// px is a length in pixels that was measured at 150 dots an inch.
func (b *Bitmap) px(n int) int {
	if b.DPI == 0 {
		return n
	}
	return max(1, int(float64(n)*b.DPI/150+0.5))
}

// Turned returns the bitmap turned clockwise by 0, 90, 180 or 270 degrees.
func (b *Bitmap) Turned(degrees int) *Bitmap {
	out := &Bitmap{W: b.W, H: b.H, DPI: b.DPI, ink: make([]bool, len(b.ink))}
	if degrees%180 != 0 {
		out.W, out.H = b.H, b.W
	}
	for y := range b.H {
		for x := range b.W {
			tx, ty := x, y
			switch degrees {
			case 90:
				tx, ty = b.H-1-y, x
			case 180:
				tx, ty = b.W-1-x, b.H-1-y
			case 270:
				tx, ty = y, b.W-1-x
			}
			out.ink[ty*out.W+tx] = b.ink[y*b.W+x]
		}
	}
	return out
}

// WithoutRules returns the bitmap without what is longer than type is: rules, frames, underscores and
// the black edges of a copier.
func (b *Bitmap) WithoutRules() *Bitmap {
	if b.bare != nil {
		return b.bare
	}
	out := &Bitmap{W: b.W, H: b.H, ink: append([]bool(nil), b.ink...)}
	longest := max(24, b.W/24) // pixels: about the width of four letters
	for y := range b.H {
		b.runs(y*b.W, 1, b.W, func(at, n int) {
			if n >= longest {
				for i := range n {
					out.ink[at+i] = false
				}
			}
		})
	}
	for x := range b.W {
		b.runs(x, b.W, b.H, func(at, n int) {
			if n >= longest {
				for i := range n {
					out.ink[at+i*b.W] = false
				}
			}
		})
	}
	b.bare = out
	return out
}

// runs reports each unbroken run of ink along a row or column.
func (b *Bitmap) runs(from, step, n int, found func(at, length int)) {
	length := 0
	for i := range n + 1 {
		if i < n && b.ink[from+i*step] {
			length++
			continue
		}
		if length > 0 {
			found(from+(i-length)*step, length)
		}
		length = 0
	}
}

// leastInk is the share of a page that print covers at the least: two short lines of small type.
const leastInk = 0.0006

// Blank reports whether nothing is printed on the page; specks, punched holes and edges don't count.
func (b *Bitmap) Blank() bool {
	c := b.WithoutRules()
	mx, my := c.W/20, c.H/20
	n := 0
	for y := my; y < c.H-my; y++ {
		for x := mx; x < c.W-mx; x++ {
			if c.ink[y*c.W+x] && c.neighbours(x, y) >= 2 {
				n++
			}
		}
	}
	return float64(n) < leastInk*float64(c.W*c.H)
}

// neighbours counts the ink around a pixel; a speck has none or one.
func (b *Bitmap) neighbours(x, y int) int {
	n := 0
	for dy := -1; dy <= 1; dy++ {
		for dx := -1; dx <= 1; dx++ {
			if (dx != 0 || dy != 0) && b.At(x+dx, y+dy) {
				n++
			}
		}
	}
	return n
}

// Upright returns the clockwise turn that would set the page upright, and how sure that is: 0 for a
// guess, 1 for certain.
func (b *Bitmap) Upright() (turn int, sure float64) {
	c := b.WithoutRules()
	points := c.points()
	if len(points) < 200 {
		return 0, 0
	}
	across, skew := rhythm(points, c.W, c.H, false)
	along, skewed := rhythm(points, c.W, c.H, true)
	lying := math.Max(across, along) / (across + along) // 0.5: no telling
	if along > across {
		c, skew, turn = c.Turned(90), -skewed, 90
	}
	up, n := c.rising(skew)
	if n < 6 {
		return turn, 0
	}
	if up < 0 {
		turn = (turn + 180) % 360
	}
	return turn, math.Min(1, (lying-0.5)*4) * math.Min(1, math.Abs(up)/0.2)
}

type point struct{ x, y int }

// points samples the ink, without specks.
func (b *Bitmap) points() []point {
	var out []point
	for y := 1; y < b.H-1; y += 2 {
		for x := 1 + y/2%2; x < b.W-1; x += 2 {
			if b.ink[y*b.W+x] && b.neighbours(x, y) >= 2 {
				out = append(out, point{x, y})
			}
		}
	}
	return out
}

const (
	steepest = 0.07  // how far lines may run askew: 4 degrees, as a slope
	slope    = 0.005 // steps in which that is tried
)

// rhythm measures how strongly ink comes and goes from line to line, at the slope where it does most.
// upright measures columns instead of rows.
func rhythm(points []point, w, h int, upright bool) (strength, skew float64) {
	return rhythmIn(points, w, h, upright, -steepest, steepest, slope)
}

// rhythmIn tries the slopes of a range.
func rhythmIn(points []point, w, h int, upright bool, from, to, step float64) (strength, skew float64) {
	if upright {
		w, h = h, w
	}
	margin := int(float64(w)*math.Max(math.Abs(from), math.Abs(to))) + 2
	profile := make([]float64, h/2+margin+2)
	for at := from; at <= to+1e-9; at += step {
		clear(profile)
		for _, p := range points {
			x, y := p.x, p.y
			if upright {
				x, y = y, x
			}
			profile[(y+int(at*float64(x))+margin)/2]++
		}
		sum := 0.0
		for i := 1; i < len(profile); i++ {
			d := profile[i] - profile[i-1]
			sum += d * d
		}
		if sum > strength {
			strength, skew = sum, at
		}
	}
	return strength, skew
}

const strips = 5 // columns of type need not stand on the same lines

// profile counts the ink in each row of a strip, along lines of the given slope.
func (b *Bitmap) profile(strip int, skew float64) []int {
	x0, x1 := b.W*strip/strips, b.W*(strip+1)/strips
	out := make([]int, b.H)
	for x := x0; x < x1; x++ {
		shift := int(math.Round(skew * float64(x)))
		for y := max(0, -shift); y < min(b.H, b.H-shift); y++ {
			if b.ink[y*b.W+x] {
				out[y+shift]++
			}
		}
	}
	return out
}

// rising compares, over all lines of type, the ink above the height of an x with that below the line:
// 1 when all is above, -1 when all is below. n counts the lines that could tell.
func (b *Bitmap) rising(skew float64) (up float64, n int) {
	var above, below float64
	for s := range strips {
		profile := b.profile(s, skew)
		for y := 0; y < len(profile); {
			if profile[y] < 2 {
				y++
				continue
			}
			end := y
			for end < len(profile) && profile[end] >= 2 {
				end++
			}
			if a, d, ok := overhang(profile[y:end]); ok {
				above += a
				below += d
				n++
			}
			y = end
		}
	}
	if above+below == 0 {
		return 0, 0
	}
	return (above - below) / (above + below), n
}

// overhang splits the rows of one line of type into the dense band between the line and the height of
// an x and what reaches above and below it, as shares of the band.
func overhang(rows []int) (above, below float64, ok bool) {
	if len(rows) < 7 || len(rows) > 90 {
		return 0, 0, false
	}
	most := 0
	for _, v := range rows {
		most = max(most, v)
	}
	if most < 12 {
		return 0, 0, false // a letter or two
	}
	// The band's edges are the steepest rise and the steepest fall over two rows.
	top, bottom, rise, fall := 0, len(rows)-1, 0, 0
	for y := range len(rows) {
		before, after := 0, 0
		if y >= 2 {
			before = rows[y-2]
		}
		if y+2 < len(rows) {
			after = rows[y+2]
		}
		if d := rows[y] - before; d > rise {
			rise, top = d, y
		}
		if d := rows[y] - after; d >= fall {
			fall, bottom = d, y
		}
	}
	if bottom-top < 2 || (bottom-top+1)*4 < len(rows) {
		return 0, 0, false
	}
	band := 0
	for y, v := range rows {
		switch {
		case y < top:
			above += float64(v)
		case y > bottom:
			below += float64(v)
		default:
			band += v
		}
	}
	return above / float64(band), below / float64(band), band > 0
}
