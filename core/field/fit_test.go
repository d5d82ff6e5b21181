package field

import (
	"math/rand/v2"
	"testing"
)

// On pages of random print, rules and fields: what is found overlaps none of them, keeps the least sizes,
// stays on the page, and is the same each time.
func TestRoomBeside(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	found := 0
	for range 80 {
		var taken, rules []Rect
		for y := 40.0; y < 740; y += 14 {
			if r.IntN(3) > 0 {
				for x := 50.0; x < 560; x += 10 + r.Float64()*40 {
					taken = append(taken, Rect{x, y, 8 + r.Float64()*60, 9})
				}
			}
		}
		for range r.IntN(12) {
			rules = append(rules, Rect{r.Float64() * 500, r.Float64() * 780, 40 + r.Float64()*300, 0.8})
		}
		kind := []Kind{Signature, Initials, Date, Name, Tick}[r.IntN(5)]
		ref := Rect{40 + r.Float64()*400, 60 + r.Float64()*660, 30 + r.Float64()*160, 10 + r.Float64()*14}
		taken = append(taken, ref)
		room := NewRoom(612, 792, taken, rules)
		o, ok := room.Beside(ref, kind, nil)
		again, _ := NewRoom(612, 792, taken, rules).Beside(ref, kind, nil)
		if again != o {
			t.Fatalf("not the same twice: %+v, %+v", o, again)
		}
		if !ok {
			continue
		}
		found++
		got := o.At(ref)
		w, h := Least(kind)
		if got.W < w || got.H < h || got.X < 0 || got.Y < 0 || got.X+got.W > 612 || got.Y+got.H > 792 {
			t.Fatalf("%s: %+v", kind, got)
		}
		for _, k := range append(append([]Rect(nil), taken...), rules...) {
			if k.X < got.X+got.W && got.X < k.X+k.W && k.Y < got.Y+got.H && got.Y < k.Y+k.H {
				t.Fatalf("%+v covers %+v", got, k)
			}
		}
		room.Take(got)
		if next, ok := room.Beside(ref, kind, []Offset{o}); ok && next == o {
			t.Fatal("two in one place")
		}
	}
	if found < 25 {
		t.Errorf("room was found on only %d of 80 pages", found)
	}
	// On an empty page the next one stands right behind, on the same line, as large.
	ref := Rect{100, 700, 40, 16}
	if o, ok := NewRoom(612, 792, []Rect{ref}, nil).Beside(ref, Initials, nil); !ok || o.DY != 0 || o.W != 40 || o.DX < 40 || o.DX > 46 {
		t.Errorf("on an empty page: %+v", o)
	}

	// In a table: another row or another cell is somebody else's, the margin beside the row is not.
	cell := func(x, y float64) []Rect {
		return []Rect{{x, y, 100, 0.6}, {x, y + 26, 100, 0.6}, {x, y, 0.6, 26}, {x + 100, y, 0.6, 26}}
	}
	var table []Rect
	for row := range 3 {
		for col := range 3 {
			table = append(table, cell(100+float64(col)*100, 300+float64(row)*26)...)
		}
	}
	full := []Rect{{102, 328, 96, 22}, {202, 328, 94, 22}, {302, 328, 94, 22}}
	if o, ok := NewRoom(612, 792, full, table).Beside(full[2], Initials, nil); !ok || o.DX < 94 || o.DY != 0 {
		t.Errorf("beside the last cell of a row: %+v, %v", o, ok)
	}
	if o, ok := NewRoom(612, 792, full, table).Beside(full[1], Initials, nil); ok {
		t.Errorf("beside a cell in the middle: %+v", o)
	}
}
