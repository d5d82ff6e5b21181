package scan

import (
	"image"
	"math"
)

// Rule is a straight line on a bitmap, level or upright; pixels from the top left.
type Rule struct{ X0, Y0, X1, Y1 int }

// Sizes in pixels of an image of a letter page with 150 dots an inch, scaled with the resolution.
const (
	shortest  = 26 // of a level rule: half an inch holds one initial
	shortUp   = 20
	thickest  = 8  // of what is still a line
	widestGap = 7  // between dashes or dots
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
	w, h := g.Rect.Dx(), g.Rect.Dy()
	out := image.NewGray(image.Rect(0, 0, w, h))
	sin, cos := math.Sincos(math.Atan(skew))
	cx, cy := float64(w)/2, float64(h)/2
	for y := range h {
		dy := float64(y) - cy
		fx, fy := -cx*cos-dy*sin+cx, -cx*sin+dy*cos+cy
		row := out.Pix[y*out.Stride : y*out.Stride+w]
		for x := range row {
			row[x] = sample(g, fx, fy)
			fx += cos
			fy += sin
		}
	}
	return out
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
	scale := float64(b.W) / 1275
	level = b.lines(int(shortest*scale), int(thickest*scale))
	for _, r := range b.Turned(90).lines(int(shortUp*scale), int(thickest*scale)) {
		// Turned clockwise, the left edge became the upper one.
		upright = append(upright, Rule{r.Y0, b.H - 1 - r.X1, r.Y1, b.H - 1 - r.X0})
	}
	return level, upright
}

type growing struct {
	Rule
	first, last int // rows
	ink         int // most ink of a row
}

// lines finds what is long and thin: runs of ink with small gaps, on few rows.
func (b *Bitmap) lines(shortest, thickest int) []Rule {
	var open []*growing
	var out []Rule
	shut := func(g *growing) {
		if g.last-g.first+1-2 <= thickest { // each row was thickened by its neighbours
			out = append(out, Rule{g.X0, g.first + 1, g.X1, g.last - 1})
		}
	}
	thick := make([]bool, b.W)
	for y := 1; y < b.H-1; y++ {
		for x := range b.W {
			i := y*b.W + x
			thick[x] = b.ink[i] || b.ink[i-b.W] || b.ink[i+b.W]
		}
		runsWithGaps(thick, shortest, func(x0, x1, ink int) {
			if float64(ink) < 0.28*float64(x1-x0) {
				return
			}
			for _, g := range open {
				common := min(g.X1, x1) - max(g.X0, x0)
				if y-g.last <= 2 && common*10 >= 6*max(g.X1-g.X0, x1-x0) {
					g.last = y
					if ink > g.ink {
						g.X0, g.X1, g.ink = x0, x1, ink
					}
					return
				}
			}
			open = append(open, &growing{Rule: Rule{X0: x0, X1: x1}, first: y, last: y, ink: ink})
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
	return b.thinned(out)
}

func runsWithGaps(row []bool, shortest int, found func(x0, x1, ink int)) {
	for x := 0; x < len(row); {
		if !row[x] {
			x++
			continue
		}
		end, ink := x, 0
		for i := x; i < len(row) && i-end <= widestGap; i++ {
			if row[i] {
				end = i
				ink++
			}
		}
		if end-x+1 >= shortest {
			found(x, end+1, ink)
		}
		x = end + 1
	}
}

// thinned leaves out what is the upper or lower edge of letters: there is ink above or below along much
// of it, as there is not along a rule.
func (b *Bitmap) thinned(in []Rule) []Rule {
	var out []Rule
	for _, r := range in {
		solid, near, n := 0, 0, 0
		for x := r.X0; x < r.X1; x++ {
			on := false
			for y := r.Y0; y <= r.Y1; y++ {
				on = on || b.At(x, y)
			}
			if on {
				solid++
			}
			for _, y := range []int{r.Y0 - 3, r.Y0 - 4, r.Y1 + 3, r.Y1 + 4} {
				if y >= 0 && y < b.H {
					n++
					if b.At(x, y) {
						near++
					}
				}
			}
		}
		w := r.X1 - r.X0
		if n == 0 || solid*100 < w*85 && near*100 > n*12 || near*100 > n*45 {
			continue
		}
		out = append(out, r)
	}
	return out
}

// Without returns a copy of a grey page with rules painted over, so that they are not read as type.
func Without(g *image.Gray, rules []Rule) *image.Gray {
	out := image.NewGray(g.Rect)
	copy(out.Pix, g.Pix)
	for _, r := range rules {
		for y := max(0, r.Y0-1); y <= min(g.Rect.Dy()-1, r.Y1+1); y++ {
			for x := max(0, r.X0-1); x <= min(g.Rect.Dx()-1, r.X1+1); x++ {
				out.Pix[y*out.Stride+x] = 255
			}
		}
	}
	return out
}

// Boxes finds small empty squares.
func (b *Bitmap) Boxes() []Rule {
	scale := float64(b.W) / 1275
	least, most := int(boxLeast*scale), int(boxMost*scale)
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
		if left*10 >= side*9 && right*10 >= side*9 && inner*100 < n*side*6 {
			return side
		}
	}
	return 0
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
