package field

import (
	"errors"
	"math"
	"strings"
	"testing"

	"indicum/core/typeface"
)

// Whatever is drawn stays inside its field: the paper and the screen rely on it.
func TestDrawingsStayInside(t *testing.T) {
	drawn := Ink{Style: "drawn", Strokes: [][][2]float64{{{0.1, 0.2}, {2, 0.9}, {4, -0.3}}, {{1, 1}}}}
	for _, r := range []Rect{{72, 700, 200, 18}, {10, 10, 24, 9}, {300, 40, 30, 60}} {
		for name, items := range map[string][]Item{
			"quill": DrawInk(r, Ink{Style: "quill", Name: "Ingrid Vásquez"}), "brisk": DrawInk(r, Ink{Style: "brisk", Name: "gjpq"}),
			"sweeping": DrawInk(r, Ink{Style: "sweeping", Name: "Marek Dvorsky"}), "drawn": DrawInk(r, drawn), "tick": DrawTick(r),
		} {
			if len(items) == 0 {
				t.Errorf("%s in %v: nothing drawn", name, r)
			}
			for _, it := range items {
				x0, y0, x1, y1 := typeface.Bounds(it.Outline())
				half := it.Width / 2
				if x0-half < r.X || y0-half < r.Y || x1+half > r.X+r.W || y1+half > r.Y+r.H {
					t.Errorf("%s leaves %v: %v %v %v %v", name, r, x0, y0, x1, y1)
				}
			}
		}
		it := DrawText(r, "Marek Dvorsky, Esq.")[0]
		if it.Size > minSize && (it.X+typeface.Get("text").Width(it.Text, it.Size) > r.X+r.W || it.Y-it.Size*0.8 < r.Y || it.Y+it.Size*0.25 > r.Y+r.H) {
			t.Errorf("text leaves %v: %+v", r, it)
		}
	}
}

func TestCheck(t *testing.T) {
	good := Field{ID: "abcd1234", Kind: Text, Rect: Rect{0, 774, 612, 18}}
	if err := good.Check(612, 792); err != nil {
		t.Fatalf("a field on the page's edge: %v", err)
	}
	for name, change := range map[string]func(*Field){
		"off the right":  func(f *Field) { f.X = 5 },
		"off the bottom": func(f *Field) { f.Y = 780 },
		"negative":       func(f *Field) { f.X = -4; f.W = 20 },
		"too small":      func(f *Field) { f.H = 3 },
		"no number":      func(f *Field) { f.Y = math.NaN() },
		"kind":           func(f *Field) { f.Kind = "seal" },
		"id":             func(f *Field) { f.ID = "a<script>" },
		"label":          func(f *Field) { f.Label = strings.Repeat("é", 121) },
	} {
		f := good
		change(&f)
		if err := f.Check(612, 792); !errors.Is(err, ErrField) {
			t.Errorf("%s: got %v", name, err)
		}
	}
}

func TestCheckInkAndText(t *testing.T) {
	for name, k := range map[string]Ink{
		"empty drawing": {Style: "drawn"}, "a dot": {Style: "drawn", Strokes: [][][2]float64{{{0, 0}}}},
		"out of area": {Style: "drawn", Strokes: [][][2]float64{{{0, 0}, {1e9, 0}}}}, "unknown style": {Style: "serif", Name: "A"},
		"no name": {Style: "quill", Name: "  "}, "unwritable": {Style: "quill", Name: "署名"},
	} {
		if err := k.Check(); !errors.Is(err, ErrInk) {
			t.Errorf("%s: got %v", name, err)
		}
	}
	r := Rect{0, 0, 60, 14}
	if err := CheckText(r, "5:00 PM, Nov 27"); err != nil {
		t.Errorf("short text: %v", err)
	}
	if err := CheckText(r, strings.Repeat("long ", 20)); !errors.Is(err, ErrTooLong) {
		t.Errorf("long text: %v", err)
	}
	if err := CheckText(r, "名"); !errors.Is(err, ErrField) {
		t.Errorf("unprintable text: %v", err)
	}
}
