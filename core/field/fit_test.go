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

// A signature and its date, the sides of a choice: room for all of it or for nothing.
func TestUnits(t *testing.T) {
	f := func(id string, k Kind, x, y, w float64, group string) Field {
		return Field{ID: id, Kind: k, Rect: Rect{x, y, w, 14}, Bond: Bond{Group: group}}
	}
	for name, c := range map[string]struct {
		places []Field
		want   string
	}{
		"dates beside":            {[]Field{f("s", Signature, 50, 100, 200, ""), f("d", Date, 300, 102, 60, ""), f("t", Signature, 50, 140, 200, ""), f("e", Date, 300, 140, 60, "")}, "sd te"},
		"names and dates below":   {[]Field{f("s", Signature, 50, 100, 200, ""), f("n", Name, 50, 130, 200, ""), f("d", Date, 50, 160, 80, "")}, "snd"},
		"two columns":             {[]Field{f("s", Signature, 50, 100, 200, ""), f("t", Signature, 320, 100, 200, ""), f("d", Date, 50, 130, 80, ""), f("e", Date, 320, 130, 80, "")}, "sd te"},
		"a choice":                {[]Field{f("y", Initials, 300, 100, 40, "g"), f("s", Signature, 50, 100, 200, ""), f("n", Initials, 400, 100, 40, "g")}, "yn s"},
		"a date far away, alone":  {[]Field{f("d", Date, 50, 40, 80, ""), f("s", Signature, 50, 100, 200, "")}, "d s"},
		"initials beside a place": {[]Field{f("s", Signature, 50, 100, 200, ""), f("i", Initials, 300, 100, 40, "")}, "s i"},
	} {
		got := ""
		for _, u := range Units(c.places) {
			for _, f := range u {
				got += f.ID
			}
			got += " "
		}
		if got != c.want+" " {
			t.Errorf("%s: %q, want %q", name, got, c.want)
		}
	}
	room := NewRoom(612, 792, []Rect{{0, 120, 612, 600}, {0, 0, 612, 96}, {364, 90, 248, 40}, {0, 90, 300, 40}}, nil)
	unit := []Field{f("d", Date, 100, 100, 60, ""), f("s", Signature, 50, 100, 200, "")}
	if o, ok := room.BesideAll(unit, nil); ok || len(room.added) != 0 {
		t.Errorf("a date without its signature: %+v, %d taken", o, len(room.added))
	}
	room = NewRoom(612, 792, []Rect{{60, 300, 36, 12}, {100, 700, 400, 1}}, nil)
	room.Prose(Rect{50, 316, 500, 10})
	if o, ok := room.Beside(Rect{60, 300, 36, 12}, Initials, []Offset{{0, 30, 36, 12}}); !ok || o.DY > 12 {
		t.Errorf("across a line of text: %+v", o)
	}
}
