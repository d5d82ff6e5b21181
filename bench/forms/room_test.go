package forms

import (
	"testing"

	"indicum/core/field"
	"indicum/core/spot"
)

// Somebody more signs wherever the last of a role does: on every made-up form there is room beside the place, or it
// is said that there is none. That the room is free is judged by what poppler draws of the page.
func TestSomebodyMoreFindsRoom(t *testing.T) {
	refs, found := 0, 0
	for i, m := range append(append([]Maker{}, Seen...), Held...) {
		f := m.Make(uint64(40 + i))
		seen := paper(t, f).Pages
		drawn := Draw(t, f.PDF, 72) // a pixel a point
		role, last := f.Places[0].Role, 0
		for _, p := range f.Places {
			if p.Role == role {
				last = max(last, p.Number)
			}
		}
		before := map[field.Kind][]field.Offset{}
		for n, s := range seen {
			var here, of []field.Field
			for _, p := range f.Places {
				if p.Page != n+1 || p.Kind == spot.Checkbox || p.Kind == spot.Text {
					continue
				}
				k := field.Field{Kind: field.Kind(p.Kind), Rect: field.Rect{X: p.X0, Y: p.Y - 14, W: p.X1 - p.X0, H: 14}}
				if here = append(here, k); p.Role == role && p.Number == last {
					of = append(of, k)
				}
			}
			room := s.Room(s.Width, s.Height, here)
			for _, unit := range field.Units(of) {
				refs += len(unit)
				offsets, ok := room.BesideAll(unit, before)
				if !ok {
					t.Logf("%s: no room beside %v", m.Name, unit)
					continue
				}
				found += len(unit)
				for i, ref := range unit {
					at := offsets[i].At(ref.Rect)
					before[ref.Kind] = append([]field.Offset{offsets[i]}, before[ref.Kind]...)
					dark := 0
					for y := int(at.Y) + 1; y < int(at.Y+at.H)-1; y++ {
						for x := int(at.X) + 1; x < int(at.X+at.W)-1; x++ {
							if drawn[n].GrayAt(x, y).Y < 140 {
								dark++
							}
						}
					}
					if w, h := field.Least(ref.Kind); dark > 0 || at.W < w-0.01 || at.H < h-0.01 {
						t.Errorf("%s: beside %s at %+v: %+v covers %d points of print", m.Name, ref.Kind, ref.Rect, at, dark)
					}
				}
			}
		}
	}
	t.Logf("%d of %d places have room beside them", found, refs)
	if float64(found) < 0.7*float64(refs) {
		t.Error("too few")
	}
}
