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
		it := Field{Kind: Text, Rect: r}.Draw(Mark{Text: "Marek Dvorsky, Esq."})[0]
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
	if err := (Field{Rect: r}).CheckText("5:00 PM, Nov 27"); err != nil {
		t.Errorf("short text: %v", err)
	}
	if err := (Field{Rect: r}).CheckText(strings.Repeat("long ", 20)); !errors.Is(err, ErrTooLong) {
		t.Errorf("long text: %v", err)
	}
	if err := (Field{Rect: r}).CheckText("名"); !errors.Is(err, ErrField) {
		t.Errorf("unprintable text: %v", err)
	}
}

// The words around a proxy's ink stay inside the field, readable, and never on the ink.
func TestWordsAroundInk(t *testing.T) {
	ink := Ink{Style: "quill", Name: "Ingrid Vásquez"}
	for _, r := range []Rect{{X: 50, Y: 100, W: 200, H: 20}, {X: 50, Y: 100, W: 90, H: 14}, {X: 50, Y: 100, W: 400, H: 40}, {X: 50, Y: 100, W: 44, H: 17}} {
		for _, words := range [][2]string{{"Ottoline Bekele by", ", attorney-in-fact"}, {"", ", trustee of the Bekele Family Trust"}, {"Fennel Holdings, LLC, By:", "Its: Manager"}, {"OB by", ""}, {"", "for OB"}} {
			if r.W < 60 && len(words[0]+words[1]) > 8 {
				continue // a place for initials
			}
			items := Field{Kind: Signature, Rect: r}.Draw(Mark{Ink: ink, Before: words[0], After: words[1]})
			var inkBox, wordBoxes []Rect
			said := ""
			for _, it := range items {
				path, dx, dy := it.path()
				x0, y0, x1, y1 := typeface.Bounds(path)
				box := Rect{x0 + dx, y0 + dy, x1 - x0, y1 - y0}
				if box.X < r.X-0.6 || box.X+box.W > r.X+r.W+0.6 || box.Y < r.Y-0.6 {
					t.Errorf("%v %q: something leaves the field: %+v", r, words, box)
				}
				if it.Shape != nil {
					inkBox = append(inkBox, box)
				} else {
					wordBoxes = append(wordBoxes, box)
					said += it.Text
					if it.Size < 3.2 {
						t.Errorf("%v %q: set in %.1f points", r, words, it.Size)
					}
				}
			}
			if len(inkBox) != 1 || inkBox[0].W < 8 {
				t.Fatalf("%v %q: the ink is gone or too small: %+v", r, words, inkBox)
			}
			for _, w := range wordBoxes {
				k := inkBox[0]
				if w.X < k.X+k.W-0.5 && k.X < w.X+w.W-0.5 && w.Y < k.Y+k.H-1.2 && k.Y < w.Y+w.H-1.2 {
					t.Errorf("%v %q: words and ink overlap: %+v %+v", r, words, w, k)
				}
			}
			for _, part := range strings.Fields(words[0] + " " + words[1]) {
				if !strings.Contains(said, strings.Trim(part, ", ")) {
					t.Errorf("%v: %q is not printed, only %q", r, part, said)
				}
			}
		}
	}
}

// A proxy's printed name is set in two lines where one would be too small, inside the field.
func TestLongPrintedNames(t *testing.T) {
	long := "Fennel Holdings, LLC, an Oregon limited liability company, by Ingrid Vásquez, its managing member"
	for _, r := range []Rect{{X: 10, Y: 10, W: 240, H: 18}, {X: 10, Y: 10, W: 160, H: 22}} {
		items := Field{Kind: Name, Rect: r}.Draw(Mark{Text: long})
		if len(items) != 2 || items[0].Text+" "+items[1].Text != long {
			t.Fatalf("%v: %+v", r, items)
		}
		for _, it := range items {
			if w := typeface.Get("text").Width(it.Text, it.Size); it.X+w > r.X+r.W+0.1 || it.Y-it.Size > r.Y+r.H || it.Y-0.75*it.Size < r.Y-0.5 {
				t.Errorf("%v: %q leaves the field", r, it.Text)
			}
		}
	}
	if items := (Field{Kind: Name, Rect: Rect{W: 160, H: 16}}).Draw(Mark{Text: "Lucie Dvorsky"}); len(items) != 1 {
		t.Errorf("a short name in %d lines", len(items))
	}
}
