package field

import "math"

// Least returns the smallest size in points at which a field of a kind can still be used by hand or read.
func Least(k Kind) (w, h float64) {
	switch k {
	case Signature:
		return 90, 14
	case Initials:
		return 24, 9
	case Date:
		return 44, 9
	case Tick:
		return 8, 8
	}
	return 48, 9
}

// Reach in points within which a place counts as beside another.
const (
	reachAcross = 190.0
	reachDown   = 64.0
	edge        = 12.0 // kept free at the edges of the page
)

// Room knows what of a page is taken. Its steps are points: what is taken in part counts as taken.
type Room struct {
	w, h  int
	sum   []int32 // how many taken points lie above and left
	added []Rect
	prose []Rect // lines of running text
	walls []Rect // upright rules
	bars  []Rect // level rules
}

// NewRoom returns the room on a page of w by h points, of which some rectangles are taken. Of rules it is
// known besides that they divide: what lies beyond one belongs to something else.
func NewRoom(w, h float64, taken, rules []Rect) *Room {
	r := &Room{w: int(math.Ceil(w)), h: int(math.Ceil(h))}
	for _, k := range rules {
		switch {
		case k.H >= 10 && k.W < 4:
			r.walls = append(r.walls, k)
		case k.W >= 40 && k.H < 4:
			r.bars = append(r.bars, k)
		}
	}
	taken = append(append([]Rect(nil), taken...), rules...)
	grid := make([]bool, r.w*r.h)
	for _, t := range taken {
		x0, x1 := max(0, int(math.Floor(t.X))), min(r.w, int(math.Ceil(t.X+t.W)))
		for y := max(0, int(math.Floor(t.Y))); y < min(r.h, int(math.Ceil(t.Y+t.H))); y++ {
			for x := x0; x < x1; x++ {
				grid[y*r.w+x] = true
			}
		}
	}
	r.sum = make([]int32, (r.w+1)*(r.h+1))
	for y := range r.h {
		row := int32(0)
		for x := range r.w {
			if grid[y*r.w+x] {
				row++
			}
			r.sum[(y+1)*(r.w+1)+x+1] = r.sum[y*(r.w+1)+x+1] + row
		}
	}
	return r
}

// Prose says that a line of print is running text: what lies beyond it belongs to something else.
func (r *Room) Prose(line Rect) { r.prose = append(r.prose, line) }

// Take takes a rectangle.
func (r *Room) Take(t Rect) { r.added = append(r.added, t) }

// Free reports whether nothing of a rectangle is taken and it lies well inside the page.
func (r *Room) Free(t Rect) bool {
	if t.X < edge || t.Y < edge || t.X+t.W > float64(r.w)-edge || t.Y+t.H > float64(r.h)-edge {
		return false
	}
	x0, y0, x1, y1 := int(math.Floor(t.X)), int(math.Floor(t.Y)), int(math.Ceil(t.X+t.W)), int(math.Ceil(t.Y+t.H))
	n := r.w + 1
	if r.sum[y1*n+x1]-r.sum[y0*n+x1]-r.sum[y1*n+x0]+r.sum[y0*n+x0] > 0 {
		return false
	}
	for _, a := range r.added {
		if a.X < t.X+t.W+1 && t.X < a.X+a.W+1 && a.Y < t.Y+t.H+1 && t.Y < a.Y+a.H+1 {
			return false
		}
	}
	return true
}

// Offset is where a place was put beside another: how far, and how large.
type Offset struct{ DX, DY, W, H float64 }

// At returns the place that lies so beside another. DY is from line to line.
func (o Offset) At(ref Rect) Rect {
	return Rect{ref.X + o.DX, ref.Y + ref.H + o.DY - o.H, o.W, o.H}
}

// Beside finds room for a field of a kind beside another: on its line or on one parallel to it, as near
// and as large as can be, never smaller than Least. Offsets that were used before come first, so that pages
// look alike. It reports false when there is no room within reach.
func (r *Room) Beside(ref Rect, k Kind, before []Offset) (Offset, bool) {
	for _, o := range before {
		if r.Free(o.At(ref)) && !r.divided(ref, o.At(ref)) {
			return o, true
		}
	}
	var best Offset
	least := math.Inf(1)
	lw, lh := Least(k)
	across := reachAcross
	if k == Note {
		across = r.widest() // what replaces struck words may stand in the margin
	}
	for _, scale := range []float64{1, 0.85, 0.7, 0.6, 0.5, 0.4} {
		w, h := math.Max(lw, ref.W*scale), math.Max(lh, ref.H*math.Max(scale, 0.75))
		shrunk := (1 - scale) * 90
		if shrunk >= least {
			break
		}
		for dy := -reachDown; dy <= reachDown; dy += 1 {
			down := math.Abs(dy) * 1.3
			if k == Note {
				down *= 4 // on another line nobody would know what it replaces
			}
			if dy != 0 {
				down += 10 // the same line is best
			}
			if shrunk+down >= least {
				continue
			}
			for dx := -across; dx <= across; dx += 2 {
				o := Offset{dx, dy, w, h}
				if dx > 0 && dy == 0 { // against the end of the other place, whatever its length
					o.DX = ref.W + dx
				}
				cost := shrunk + down + apart(ref, o.At(ref))
				if dx < 0 {
					cost += 4 // people of one list follow one another to the right
				}
				if cost < least && r.Free(o.At(ref)) && !r.divided(ref, o.At(ref)) {
					best, least = o, cost
				}
			}
		}
	}
	return best, !math.IsInf(least, 1)
}

func (r *Room) widest() float64 { return 2 * float64(r.w/2) }

// divided reports whether rules part two places: another row of a table, another cell of its row. Only the
// margin right beside a table belongs to its row as well.
func (r *Room) divided(ref, at Rect) bool {
	middle, foot := ref.Y+ref.H/2, ref.Y+ref.H
	for _, b := range r.bars {
		y := b.Y + b.H/2
		if y < math.Min(middle, at.Y+at.H/2) || y > math.Max(middle, at.Y+at.H/2) {
			continue
		}
		if math.Abs(y-foot) < 4 && b.X > ref.X-8 && b.X+b.W < ref.X+ref.W+8 && !r.cornered(b) {
			continue // the line on which the other place stands
		}
		if b.X < ref.X+ref.W && b.X+b.W > ref.X || b.X < at.X+at.W && b.X+b.W > at.X {
			return true
		}
	}
	for _, l := range r.prose {
		if y := l.Y + l.H/2; y > math.Min(middle, at.Y+at.H/2) && y < math.Max(middle, at.Y+at.H/2) && l.X < math.Max(ref.X+ref.W, at.X+at.W) && l.X+l.W > math.Min(ref.X, at.X) {
			return true
		}
	}
	left, right := math.Min(ref.X, at.X), math.Max(ref.X+ref.W, at.X+at.W)
	crossed, beyond := 0, false
	for _, w := range r.walls {
		x := w.X + w.W/2
		if w.Y > middle || w.Y+w.H < middle {
			continue
		}
		if x > left && x < right {
			crossed++
		}
		beyond = beyond || at.X > ref.X && x > right || at.X < ref.X && x < left
	}
	return crossed > 1 || crossed == 1 && beyond
}

// cornered reports whether an upright rule meets an end of a level one: it is the side of a frame.
func (r *Room) cornered(b Rect) bool {
	for _, w := range r.walls {
		if (math.Abs(w.X-b.X) < 3 || math.Abs(w.X-b.X-b.W) < 3) && w.Y < b.Y+3 && w.Y+w.H > b.Y-3 {
			return true
		}
	}
	return false
}

// apart is the distance across between two rectangles, or a little for how far their left ends differ when
// one stands below the other.
func apart(a, b Rect) float64 {
	if gap := math.Max(a.X-b.X-b.W, b.X-a.X-a.W); gap > 0 {
		return gap
	}
	return math.Abs(a.X-b.X) * 0.3
}

// Obstacles makes of print and rules what a new place keeps away from, by so many points.
func Obstacles(print []Rect, away float64) []Rect {
	out := make([]Rect, len(print))
	for i, p := range print {
		out[i] = Rect{p.X - away, p.Y - away, p.W + 2*away, p.H + 2*away}
	}
	return out
}
