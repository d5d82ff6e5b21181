package field

import "math"

const blockDown = 75.0 // points below a signature in which its date and name stand

// Units sorts one person's places of a page into those that are of no use without each other: the sides of a
// choice, a signature with the date and the name beside or below it. Every place is in one unit.
func Units(places []Field) (out [][]Field) {
	unit := make([]int, len(places))
	groups := map[string]int{}
	n := 0
	for i, f := range places {
		unit[i] = n
		if f.Group != "" {
			if first, ok := groups[f.Group]; ok {
				unit[i] = first
				continue
			}
			groups[f.Group] = n
		}
		n++
	}
	for i, f := range places {
		if f.Group != "" || f.Kind == Signature || f.Kind == Initials || f.Kind == Tick {
			continue
		}
		best, least := -1, math.Inf(1)
		for k, s := range places {
			if s.Kind != Signature || s.Group != "" {
				continue
			}
			down := f.Y + f.H - s.Y - s.H
			d := math.Max(0, math.Max(f.X-s.X-s.W, s.X-f.X-f.W))
			switch {
			case math.Abs(down) <= 8:
			case down > 0 && down < blockDown && f.X < s.X+s.W+12 && f.X+f.W > s.X-12:
				d = 400 + down // only where no signature stands in its row
			default:
				continue
			}
			if d < least {
				best, least = k, d
			}
		}
		if best >= 0 {
			unit[i] = unit[best]
		}
	}
	at := map[int]int{}
	for i, f := range places {
		k, ok := at[unit[i]]
		if !ok {
			k = len(out)
			at[unit[i]] = k
			out = append(out, nil)
		}
		out[k] = append(out[k], f)
	}
	return out
}

// BesideAll finds room beside each place of a unit and takes it, or takes nothing and reports false. Offsets used
// before, by kind, come first.
func (r *Room) BesideAll(unit []Field, before map[Kind][]Offset) ([]Offset, bool) {
	taken := len(r.added)
	var out []Offset
	for _, f := range unit {
		first := before[f.Kind]
		if len(out) > 0 && f.Kind != Signature { // lying to its own as the first of the unit does, if it can
			first = append([]Offset{{out[0].DX, out[0].DY, f.W, f.H}}, first...)
		}
		o, ok := r.Beside(f.Rect, f.Kind, first)
		if !ok {
			r.added = r.added[:taken]
			return nil, false
		}
		r.Take(o.At(f.Rect))
		out = append(out, o)
	}
	return out, true
}
