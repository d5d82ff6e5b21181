package spot

import (
	"math"
	"sort"

	"indicum/core/field"
)

// Columns finds where a page is set in two columns of prose: between Top and Bottom, parted at X. Rows of
// blanks beside each other are none: they are read across.
func (s Sight) Columns() []field.Columns {
	lines := s.Lines()
	var best []field.Columns
	most, width := 0, 0
	for x := 0.3 * s.Width; x <= 0.7*s.Width; x += 4 {
		list, n := parted(lines, x, s.Width, s.Height)
		switch {
		case n > most:
			best, most, width = list, n, 1
		case n == most && n > 0 && width > 0 && len(list) == len(best):
			for i := range best { // the middle of the gap
				best[i].X += (list[i].X - best[i].X) / float64(width+1)
			}
			width++
		}
	}
	return best
}

const (
	prose    = 0.2  // of the page's width: shorter lines may be labels
	leastSet = 5    // lines of prose in each of two columns
	leastRun = 60.0 // points over which they stand beside each other
)

// parted finds the stretches of a page on which no line crosses x while prose stands on both sides of it; n is
// how many lines that is.
func parted(lines [][4]float64, x, w, h float64) (out []field.Columns, n int) {
	var cross, rest [][4]float64
	for _, l := range lines {
		if l[0] < x-3 && l[0]+l[2] > x+3 {
			cross = append(cross, l)
		} else {
			rest = append(rest, l)
		}
	}
	sort.Slice(cross, func(a, b int) bool { return cross[a][1] < cross[b][1] })
	top := 0.0
	for _, c := range append(cross, [4]float64{0, h, w, 0}) {
		bottom := c[1]
		var left, right stretch
		for _, l := range rest {
			switch {
			case l[1] < top || l[1]+l[3] > bottom:
			case l[0]+l[2] <= x+3:
				left.add(l, w)
			default:
				right.add(l, w)
			}
		}
		if left.prose >= leastSet && right.prose >= leastSet && math.Min(left.y1, right.y1)-math.Max(left.y0, right.y0) >= leastRun {
			out = append(out, field.Columns{Top: top, Bottom: bottom, X: x})
			n += left.lines + right.lines
		}
		top = c[1] + c[3]
	}
	return out, n
}

type stretch struct {
	lines, prose int
	y0, y1       float64
}

func (s *stretch) add(l [4]float64, w float64) {
	if s.lines++; l[2] < prose*w {
		return
	}
	if s.prose++; s.prose == 1 {
		s.y0, s.y1 = l[1], l[1]+l[3]
	}
	s.y0, s.y1 = math.Min(s.y0, l[1]), math.Max(s.y1, l[1]+l[3])
}
