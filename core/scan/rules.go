package scan

import (
	"image"
	"math"
	"sort"
	"sync"
)

// Rule is a straight line on a bitmap, level or upright; pixels from the top left.
type Rule struct{ X0, Y0, X1, Y1 int }

// Sizes in pixels of an image of a letter page with 150 dots an inch, scaled with the resolution.
const (
	shortest  = 26 // of a level rule: half an inch holds one initial
	shortUp   = 20
	thickest  = 8  // of what is still a line
	widestGap = 13 // between dashes or dots
	cutGap    = 4  // between two blanks; where ink is faint a line breaks for less
	longSolid = 46 // longer than the strokes of letters
	boxLeast  = 10 // side of a box to tick
	boxMost   = 38
)

// Skew returns the slope by which lines of type and rules fall to the right, 0 when it can't be told.
func (b *Bitmap) Skew() float64 {
	points := b.points()
	if len(points) < 200 {
		return 0
	}
	_, coarse := rhythmIn(points, b.W, b.H, false, -steepest, steepest, slope)
	_, fine := rhythmIn(points, b.W, b.H, false, coarse-slope, coarse+slope, slope/8)
	return -fine
}

// Level turns a grey page about its middle so that what fell by skew lies level.
func Level(g *image.Gray, skew float64) *image.Gray {
	return levelPart(g, skew, Box{0, 0, g.Rect.Dx() - 1, g.Rect.Dy() - 1}, 1)
}

// levelPart is a part of the level page, so many times larger.
func levelPart(g *image.Gray, skew float64, part Box, times int) *image.Gray {
	w, h := (part.X1-part.X0+1)*times, (part.Y1-part.Y0+1)*times
	out := image.NewGray(image.Rect(0, 0, w, h))
	sin, cos := math.Sincos(math.Atan(skew))
	step := 1 / float64(times)
	mx, my := float64(g.Rect.Dx()-1)/2, float64(g.Rect.Dy()-1)/2
	x0, y0 := float64(part.X0)-0.5+step/2-mx, float64(part.Y0)-0.5+step/2-my
	rows := func(from, to int) {
		for y := from; y < to; y++ {
			dx, dy := x0, y0+float64(y)*step
			fx, fy := dx*cos-dy*sin+mx, dx*sin+dy*cos+my
			row := out.Pix[y*out.Stride : y*out.Stride+w]
			for x := range row {
				row[x] = sample(g, fx, fy)
				fx += cos * step
				fy += sin * step
			}
		}
	}
	both(func() { rows(0, h/2) }, func() { rows(h/2, h) })
	return out
}

// both does two things at once: a page alone need not wait for one processor.
func both(a, b func()) {
	var wg sync.WaitGroup
	wg.Go(a)
	b()
	wg.Wait()
}

// sample reads a grey between pixels; beyond the edge it is white.
func sample(g *image.Gray, fx, fy float64) uint8 {
	x, y := int(math.Floor(fx)), int(math.Floor(fy))
	if x < 0 || y < 0 || x+1 >= g.Rect.Dx() || y+1 >= g.Rect.Dy() {
		return 255
	}
	ax, ay := int((fx-float64(x))*256), int((fy-float64(y))*256)
	at := y*g.Stride + x
	top := int(g.Pix[at])*(256-ax) + int(g.Pix[at+1])*ax
	low := int(g.Pix[at+g.Stride])*(256-ax) + int(g.Pix[at+g.Stride+1])*ax
	return uint8((top*(256-ay) + low*ay) >> 16)
}

// Rules finds the level and the upright rules of a level page.
func (b *Bitmap) Rules() (level, upright []Rule) {
	var up []Rule
	both(func() { up = b.Turned(90).lines(shortUp) }, func() { level = b.lines(shortest) })
	for _, r := range up {
		// Turned clockwise, the left edge became the upper one.
		r = Rule{r.Y0, b.H - 1 - r.X1, r.Y1, b.H - 1 - r.X0}
		if r.Y1-r.Y0 > b.px(longSolid)*3/2 || meets(r, level) {
			upright = append(upright, r) // a shorter one that meets nothing is the stem of a letter
		}
	}
	return level, upright
}

func meets(r Rule, level []Rule) bool {
	for _, l := range level {
		if l.X0 < r.X1+5 && l.X1 > r.X0-5 && (abs(l.Y0-r.Y0) < 6 || abs(l.Y1-r.Y1) < 6) {
			return true
		}
	}
	return false
}

// lines finds level rules: ink that is thin and long by itself, or in pieces one behind another; and long
// solid runs where a rule touches type or other rules.
func (b *Bitmap) lines(shortest int) []Rule {
	var pieces []Rule
	for _, c := range b.blobs(2, b.H) {
		if c.Y1-c.Y0 < b.px(thickest) && c.X1-c.X0 >= (c.Y1-c.Y0)*3/4 {
			pieces = append(pieces, Rule(c))
		}
	}
	out := chained(pieces, b.px)
	for _, r := range b.solid(b.px(longSolid), b.px(thickest)) {
		known := false
		for _, o := range out {
			known = known || r.Y0 <= o.Y1+2 && r.Y1 >= o.Y0-2 && r.X0 >= o.X0-4 && r.X1 <= o.X1+4
		}
		if !known {
			out = append(out, r)
		}
	}
	return out
}

// chained joins pieces that follow one another on a line. Pieces as short as dots must be many and evenly
// spaced, or dirt and full stops would make rules.
func chained(in []Rule, px func(int) int) []Rule {
	gap, shortest, cut, blank := px(widestGap), px(shortest), px(cutGap), px(shortest)
	sort.Slice(in, func(a, b int) bool { return in[a].X0 < in[b].X0 })
	type chain struct {
		Rule
		lastY  int // middle of the last piece
		lastW  int // its length
		ink, n int
		tall   int // heights of its pieces together
		least  int // shortest gap
		wide   int // gaps much wider than that: a dot is missing
	}
	var open []*chain
	var out []Rule
	shut := func(c *chain) {
		w := c.X1 - c.X0 + 1
		solid := c.ink*10 >= w*8
		even := c.n >= 6 && c.wide*5 <= c.n && c.ink*5 >= w
		// Small letters that touch are as solid as a rule, but as high as their pieces are long.
		letters := c.tall >= c.n*px(6) && c.tall*6 > w
		if w >= shortest && c.Y1-c.Y0 < 14 && (solid || even) && !letters {
			out = append(out, Rule{c.X0, c.Y0, c.X1, c.Y1})
		}
	}
	for _, r := range in {
		mid := (r.Y0 + r.Y1) / 2
		var best *chain
		kept := open[:0]
		for _, c := range open {
			d := r.X0 - c.X1
			if d > gap {
				shut(c)
				continue
			}
			kept = append(kept, c)
			if r.X1-r.X0 <= 3 && c.ink > gap*c.n {
				continue // dirt behind a line
			}
			if d > gap*2/3 && (r.X1-r.X0 > gap || c.ink > gap*c.n) {
				continue // only between dots; two lines may come as close
			}
			if d >= cut && min(r.X1-r.X0, c.lastW) >= blank {
				continue // the blanks of two people, side by side
			}
			if abs(mid-c.lastY) <= 3 && d > -3 && (best == nil || abs(mid-c.lastY) < abs(mid-best.lastY)) {
				best = c
			}
		}
		open = kept
		if best == nil {
			open = append(open, &chain{Rule: r, lastY: mid, lastW: r.X1 - r.X0, ink: r.X1 - r.X0 + 1, tall: r.Y1 - r.Y0 + 1, n: 1, least: 99})
			continue
		}
		d := r.X0 - best.X1
		best.least = min(best.least, d)
		if d > best.least+4 {
			best.wide++
		}
		best.ink += r.X1 - r.X0 + 1
		best.n++
		best.tall += r.Y1 - r.Y0 + 1
		best.X1, best.lastY = max(best.X1, r.X1), mid
		best.lastW = r.X1 - r.X0
		best.Y0, best.Y1 = min(best.Y0, r.Y0), max(best.Y1, r.Y1)
	}
	for _, c := range open {
		shut(c)
	}
	return out
}

// solid finds runs of ink longer than any stroke of a letter, on few rows.
func (b *Bitmap) solid(longest, thickest int) []Rule {
	type growing struct {
		Rule
		first, last int
	}
	var open []*growing
	var out []Rule
	shut := func(g *growing) {
		r := Rule{g.X0, min(g.first+1, g.last), g.X1, max(g.last-1, g.first)} // each row was thickened by its neighbours
		if g.last-g.first < thickest+2 && (r.X1-r.X0 > 3*longest || !b.inType(r)) {
			out = append(out, r)
		}
	}
	thick := make([]bool, b.W)
	for y := 1; y < b.H-1; y++ {
		for x := range b.W {
			i := y*b.W + x
			thick[x] = b.ink[i] || b.ink[i-b.W] || b.ink[i+b.W]
		}
		runsWithGaps(thick, longest, func(x0, x1 int) {
			for _, g := range open {
				if common := min(g.X1, x1) - max(g.X0, x0); y-g.last <= 2 && common*10 >= 5*max(g.X1-g.X0, x1-x0) {
					g.last = y
					g.X0, g.X1 = min(g.X0, x0), max(g.X1, x1)
					return
				}
			}
			open = append(open, &growing{Rule{X0: x0, X1: x1}, y, y})
		})
		kept := open[:0]
		for _, g := range open {
			if y-g.last > 2 {
				shut(g)
			} else {
				kept = append(kept, g)
			}
		}
		open = kept
	}
	for _, g := range open {
		shut(g)
	}
	return out
}

// inType reports whether a run is the foot or the top of letters that touch: there is much ink right above
// or right below it.
func (b *Bitmap) inType(r Rule) bool {
	w := r.X1 - r.X0 + 1
	for _, y := range []int{r.Y0 - 4, r.Y0 - 3, r.Y1 + 3, r.Y1 + 4} {
		if y >= 0 && y < b.H && b.rowInk(r.X0, y, w)*4 > w {
			return true
		}
	}
	return false
}

// runsWithGaps reports runs that are solid but for single dots.
func runsWithGaps(row []bool, longest int, found func(x0, x1 int)) {
	for x := 0; x < len(row); {
		if !row[x] {
			x++
			continue
		}
		end := x
		for i := x; i < len(row) && i-end <= 2; i++ {
			if row[i] {
				end = i
			}
		}
		if end-x+1 >= longest {
			found(x, end)
		}
		x = end + 1
	}
}

// Bare returns the bitmap without rules.
func (b *Bitmap) Bare(kinds ...[]Rule) *Bitmap {
	out := &Bitmap{W: b.W, H: b.H, DPI: b.DPI, ink: append([]bool(nil), b.ink...)}
	for _, rules := range kinds {
		for _, r := range rules {
			for y := max(0, r.Y0-1); y <= min(b.H-1, r.Y1+1); y++ {
				clear(out.ink[y*b.W+max(0, r.X0-1) : y*b.W+min(b.W, r.X1+2)])
			}
		}
	}
	return out
}

// Boxes finds small empty squares.
func (b *Bitmap) Boxes() []Rule {
	least, most := b.px(boxLeast), b.px(boxMost)
	var out []Rule
	for y := 1; y < b.H-least-1; y++ {
		b.runs(y*b.W, 1, b.W, func(at, n int) {
			x := at - y*b.W
			if n < least || n > most || y > 0 && b.rowInk(x, y-1, n) > n/2 {
				return
			}
			if side := b.square(x, y, n); side > 0 {
				for _, o := range out {
					if abs(o.X0-x) < 5 && abs(o.Y0-y) < 5 {
						return
					}
				}
				out = append(out, Rule{x, y, x + n - 1, y + side})
			}
		})
	}
	return out
}

// square returns the height of the square of which a run is the upper side, 0 if there is none.
func (b *Bitmap) square(x, y, n int) int {
	for side := n * 3 / 4; side <= n*4/3 && y+side+1 < b.H; side++ {
		if b.rowInk(x, y+side, n) < n*9/10 || b.rowInk(x, y+side+1, n) > n*9/10 && side < n {
			continue
		}
		left, right, inner := 0, 0, 0
		for dy := 0; dy <= side; dy++ {
			if b.At(x, y+dy) || x+1 < b.W && b.At(x+1, y+dy) {
				left++
			}
			if b.At(x+n-1, y+dy) || b.At(x+n-2, y+dy) {
				right++
			}
			if dy > 2 && dy < side-2 {
				inner += b.rowInk(x+3, y+dy, n-6)
			}
		}
		if left*10 >= side*9 && right*10 >= side*9 && inner*100 < n*side*6 && b.corner(x, y) && b.corner(x+n-2, y) && b.corner(x, y+side-1) && b.corner(x+n-2, y+side-1) && !b.stems(x, y, n, side) {
			return side
		}
	}
	return 0
}

// stems reports whether a side of a square goes on beyond it, as the stem of a letter does.
func (b *Bitmap) stems(x, y, n, side int) bool {
	for _, at := range []int{x, x + n - 2} {
		for _, from := range []int{y - 4, y + side + 2} {
			ink := 0
			for dy := range 3 {
				if from+dy >= 0 && from+dy < b.H && b.rowInk(at, from+dy, 2) > 0 {
					ink++
				}
			}
			if ink == 3 {
				return true
			}
		}
	}
	return false
}

// corner reports whether there is ink on most of four dots, as a round letter has not in its corners.
func (b *Bitmap) corner(x, y int) bool {
	return b.rowInk(x, y, 2)+b.rowInk(x, y+1, 2) >= 3
}

func (b *Bitmap) rowInk(x, y, n int) int {
	c := 0
	for i := range n {
		if x+i < b.W && b.ink[y*b.W+x+i] {
			c++
		}
	}
	return c
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}
