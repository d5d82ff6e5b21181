package field

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"
	"unicode/utf8"

	"indicum/core/typeface"
)

// Ink is how a signer writes: a written style, or strokes drawn by hand.
type Ink struct {
	Style   string         `json:"style"`   // one of typeface.Styles, or "drawn"
	Name    string         `json:"name"`    // what a written style writes
	Strokes [][][2]float64 `json:"strokes"` // for "drawn": points in units of the drawing area's height, y down
}

// ErrInk is wrapped by what Ink.Check refuses.
var ErrInk = errors.New("this can’t be used as a signature")

const (
	maxStrokes = 200
	maxPoints  = 6000
	maxSpread  = 40.0
)

// Check refuses an ink that is empty, too large or that the written style cannot write.
func (k Ink) Check() error {
	if k.Style != "drawn" {
		switch name := strings.TrimSpace(k.Name); {
		case !typeface.IsStyle(k.Style):
			return fmt.Errorf("%w: there is no written style “%s”", ErrInk, k.Style)
		case name == "" || utf8.RuneCountInString(name) > 80:
			return fmt.Errorf("%w: write between 1 and 80 characters", ErrInk)
		case typeface.Get(k.Style).Missing(name) != "":
			return fmt.Errorf("%w: this style cannot write “%s”; please draw instead", ErrInk, typeface.Get(k.Style).Missing(name))
		}
		return nil
	}
	n, length := 0, 0.0
	for _, s := range k.Strokes {
		n += len(s)
		for i, p := range s {
			if math.IsNaN(p[0]+p[1]) || math.Abs(p[0]) > maxSpread || math.Abs(p[1]) > maxSpread {
				return fmt.Errorf("%w: a stroke leaves the drawing area", ErrInk)
			}
			if i > 0 {
				length += math.Hypot(p[0]-s[i-1][0], p[1]-s[i-1][1])
			}
		}
	}
	if len(k.Strokes) > maxStrokes || n > maxPoints {
		return fmt.Errorf("%w: the drawing has too many strokes", ErrInk)
	}
	if length < 0.3 {
		return fmt.Errorf("%w: there is almost nothing drawn", ErrInk)
	}
	return nil
}

// ParseInk reads an ink from JSON and checks it.
func ParseInk(b []byte) (Ink, error) {
	var k Ink
	if err := json.Unmarshal(b, &k); err != nil {
		return k, fmt.Errorf("%w: it cannot be read", ErrInk)
	}
	return k, k.Check()
}

// Shape is an ink's outline in units of its own. All marks made with one ink share it.
type Shape struct {
	Path           []typeface.Segment
	Stroked        bool
	x0, y0, x1, y1 float64
}

// Item is one thing to draw, in page coordinates: a shape, scaled by Scale and moved by X, Y; or text
// set with its baseline starting at X, Y.
type Item struct {
	Shape *Shape
	Scale float64
	Width float64 // of a stroked shape's pen, in points
	Text  string
	Face  string // typeface family of Text
	Size  float64
	X, Y  float64
}

// Outline returns a shape's item as a path in page coordinates.
func (it Item) Outline() []typeface.Segment {
	out := make([]typeface.Segment, len(it.Shape.Path))
	for i, s := range it.Shape.Path {
		for j := range s.P {
			s.P[j] = [2]float64{s.P[j][0]*it.Scale + it.X, s.P[j][1]*it.Scale + it.Y}
		}
		out[i] = s
	}
	return out
}

const inset = 1.0 // points kept free inside a field's edge

// NewShape draws an ink once.
func NewShape(k Ink) *Shape {
	s := &Shape{Stroked: k.Style == "drawn"}
	if s.Stroked {
		s.Path = strokes(k.Strokes)
	} else if typeface.IsStyle(k.Style) {
		s.Path = typeface.Get(k.Style).Outline(strings.TrimSpace(k.Name), 100)
	}
	s.x0, s.y0, s.x1, s.y1 = typeface.Bounds(s.Path)
	return s
}

// Fit places a signature or initials in r, keeping its proportions, as large as fits, standing on the
// lower edge.
func (s *Shape) Fit(r Rect) []Item {
	if len(s.Path) == 0 {
		return nil
	}
	pen := 0.0
	if s.Stroked {
		pen = math.Max(0.6, math.Min(1.4, r.H*0.045))
	}
	edge := inset + pen/2
	w, h := math.Max(s.x1-s.x0, 1e-6), math.Max(s.y1-s.y0, 1e-6)
	scale := math.Min((r.W-2*edge)/w, (r.H-2*edge)/h)
	if scale <= 0 {
		return nil
	}
	return []Item{{Shape: s, Scale: scale, Width: pen, X: r.X + edge - s.x0*scale, Y: r.Y + r.H - edge - s.y1*scale}}
}

// DrawInk is Fit for a single mark.
func DrawInk(r Rect, k Ink) []Item { return NewShape(k).Fit(r) }

// strokes joins the middles of successive points by quadratic curves, which rounds off the
// steps of a pointer's samples.
func strokes(in [][][2]float64) []typeface.Segment {
	var out []typeface.Segment
	for _, s := range in {
		if len(s) == 0 {
			continue
		}
		out = append(out, typeface.Segment{Op: 'M', P: [3][2]float64{s[0]}})
		for i := 1; i < len(s)-1; i++ {
			mid := [2]float64{(s[i][0] + s[i+1][0]) / 2, (s[i][1] + s[i+1][1]) / 2}
			out = append(out, typeface.Segment{Op: 'Q', P: [3][2]float64{s[i], mid}})
		}
		end := s[len(s)-1]
		if len(s) == 1 {
			end[0] += 0.002 // a dot: a stroke that goes nowhere draws nothing
		}
		out = append(out, typeface.Segment{Op: 'L', P: [3][2]float64{end}})
	}
	return out
}

// Text size in points: largest for a line of type, smallest that still reads.
const (
	maxSize = 12.0
	minSize = 4.0
)

// ErrTooLong is returned for a text that does not fit its field at the smallest readable size.
var ErrTooLong = errors.New("the text is too long for its place")

const goodSize = 6.5 // points: below it a name is rather set in two lines

// drawName sets a printed name on the lower edge of the field: what a proxy prints may be long, and then
// stands in two lines.
func (f Field) drawName(name string) []Item {
	if f.textSize(name) >= math.Min(goodSize, f.H*0.74) {
		return f.drawText(name)
	}
	words := strings.Fields(name)
	face := typeface.Get(f.face())
	best, size := 0, 0.0
	for i := 1; i < len(words); i++ {
		wide := math.Max(face.Width(strings.Join(words[:i], " "), 1), face.Width(strings.Join(words[i:], " "), 1))
		if s := math.Min(f.H*0.44, (f.W-2*inset)/wide); s > size {
			best, size = i, s
		}
	}
	if size <= f.textSize(name) {
		return f.drawText(name)
	}
	size = math.Max(size, frameMin)
	base := f.Y + f.H - 0.26*size
	return []Item{
		{Text: strings.Join(words[:best], " "), Face: f.face(), Size: size, X: f.X + inset, Y: base - 1.08*size},
		{Text: strings.Join(words[best:], " "), Face: f.face(), Size: size, X: f.X + inset, Y: base},
	}
}

var tick = &Shape{Stroked: true, Path: []typeface.Segment{
	{Op: 'M', P: [3][2]float64{{0.12, 0.52}}}, {Op: 'L', P: [3][2]float64{{0.40, 0.84}}}, {Op: 'L', P: [3][2]float64{{0.88, 0.14}}},
}}

// DrawTick draws a tick inside r.
func DrawTick(r Rect) []Item {
	side := math.Min(r.W, r.H) - 2*inset
	return []Item{{Shape: tick, Scale: side, Width: math.Max(0.8, side*0.12), X: r.X + (r.W-side)/2, Y: r.Y + (r.H-side)/2}}
}

// Mark is what a signer put into a field.
type Mark struct {
	Text   string // text, date, name; "x" for a tick
	Ink    Ink    // signature, initials
	Before string // printed before the ink, when somebody signs for another
	After  string // and behind it
}

// Drawer draws marks; marks made with one ink share its shape. The zero value is ready.
type Drawer struct{ shapes map[string]*Shape }

// Draw returns what the mark looks like in the field.
func (d *Drawer) Draw(f Field, m Mark) []Item {
	switch f.Kind {
	case Signature, Initials:
		key := fmt.Sprint(m.Ink.Style, "\x00", m.Ink.Name, m.Ink.Strokes)
		if d.shapes == nil {
			d.shapes = map[string]*Shape{}
		}
		if d.shapes[key] == nil {
			d.shapes[key] = NewShape(m.Ink)
		}
		words, room := frameWords(f.Rect, m.Before, m.After)
		return append(words, d.shapes[key].Fit(room)...)
	case Tick:
		if m.Text == "" {
			return nil
		}
		return DrawTick(f.Rect)
	}
	switch f.Kind {
	case Name:
		return f.drawName(m.Text)
	case Note:
		return f.drawText(f.Value)
	case Strike:
		return f.drawStrike()
	}
	return f.drawText(m.Text)
}

// Draw returns what the mark looks like in the field.
func (f Field) Draw(m Mark) []Item { return new(Drawer).Draw(f, m) }

// path returns an item's outline and how far it is to be moved.
func (it Item) path() (path []typeface.Segment, dx, dy float64) {
	if it.Shape != nil {
		return it.Outline(), 0, 0
	}
	return typeface.Get(it.Face).Outline(it.Text, it.Size), it.X, it.Y
}

// SVG writes items as SVG path data relative to the top left of r, in points: one string of
// shapes to fill, one to stroke, and the width of those strokes.
func SVG(r Rect, items []Item) (fill, stroke string, width float64) {
	var f, s strings.Builder
	for _, it := range items {
		path, dx, dy := it.path()
		dx, dy = dx-r.X, dy-r.Y
		b := &f
		if it.Width > 0 {
			b, width = &s, it.Width
		}
		for i, seg := range path {
			if seg.Op == 'M' && i > 0 && it.Width == 0 {
				b.WriteByte('Z')
			}
			b.WriteByte(seg.Op)
			for j := range seg.Points() {
				if j > 0 {
					b.WriteByte(' ')
				}
				b.WriteString(num(seg.P[j][0]+dx) + " " + num(seg.P[j][1]+dy))
			}
		}
		if it.Width == 0 && len(path) > 0 {
			b.WriteByte('Z')
		}
	}
	return f.String(), s.String(), width
}

func num(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }
