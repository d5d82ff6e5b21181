// Package typeface holds the type that marks on a page are set in: it measures text, turns it into
// outlines, and says which embedded face can write which character.
//
// All measures are in points; outlines have their origin at the left end of the baseline, x to the
// right, y downwards, as on a displayed page.
package typeface

import (
	"embed"
	"fmt"
	"strings"
	"sync"

	"golang.org/x/image/font"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/image/math/fixed"
)

//go:embed all:dist
var files embed.FS

// Face is one embedded font file.
type Face struct {
	Name       string // PostScript-like name, safe as a PDF name
	Data       []byte // the TrueType file
	UnitsPerEm int
	font       *sfnt.Font
}

// Family is a list of faces tried in order for each character.
type Family struct {
	Title string // what a signer reads beside a written style
	Faces []*Face
}

// Run is a stretch of text that one face can write.
type Run struct {
	Face *Face
	Text string
}

// Segment is one step of an outline. Op is 'M', 'L', 'Q' or 'C' as in an SVG path; a contour is
// closed before the next 'M' and at the end.
type Segment struct {
	Op byte
	P  [3][2]float64
}

var load = sync.OnceValue(func() map[string]*Family {
	family := func(title string, names ...string) *Family {
		f := &Family{Title: title}
		for _, n := range names {
			f.Faces = append(f.Faces, mustFace(n))
		}
		return f
	}
	return map[string]*Family{
		"text":      family("Plain", "public-sans-latin-400", "public-sans-latin-ext-400", "public-sans-vietnamese-400", "noto-sans-greek-400", "noto-sans-cyrillic-400", "noto-sans-cyrillic-ext-400"),
		"strong":    family("Strong", "public-sans-latin-600", "public-sans-latin-ext-600", "public-sans-vietnamese-400", "noto-sans-greek-400", "noto-sans-cyrillic-400", "noto-sans-cyrillic-ext-400"),
		"title":     family("Title", "newsreader-latin-500", "newsreader-latin-ext-500", "noto-sans-greek-400", "noto-sans-cyrillic-400"),
		"quill":     family("Quill", "la-belle-aurore-latin-400", "la-belle-aurore-latin-ext-400", "noto-sans-greek-400", "noto-sans-cyrillic-400"),
		"brisk":     family("Brisk", "caveat-latin-500", "caveat-latin-ext-500", "caveat-cyrillic-500", "noto-sans-greek-400"),
		"sweeping":  family("Sweeping", "mrs-saint-delafield-latin-400", "mrs-saint-delafield-latin-ext-400", "noto-sans-greek-400", "noto-sans-cyrillic-400"),
		"bookplate": family("Bookplate", "newsreader-latin-500", "newsreader-latin-ext-500", "noto-sans-greek-400", "noto-sans-cyrillic-400"),
	}
})

// Styles are the written styles a signer chooses among, in the order they are offered.
var Styles = []string{"quill", "brisk", "sweeping", "bookplate"}

// Get returns a family by its key; it panics on a key the program never defined.
func Get(key string) *Family {
	f, ok := load()[key]
	if !ok {
		panic("typeface: no family " + key)
	}
	return f
}

// IsStyle reports whether key names a written style.
func IsStyle(key string) bool {
	for _, s := range Styles {
		if s == key {
			return true
		}
	}
	return false
}

func mustFace(name string) *Face {
	data, err := files.ReadFile("dist/" + name + ".ttf")
	if err != nil {
		panic(fmt.Sprintf("typeface: %s is not built in; run make build: %v", name, err))
	}
	f, err := sfnt.Parse(data)
	if err != nil {
		panic(fmt.Sprintf("typeface: %s: %v", name, err))
	}
	return &Face{Name: name, Data: data, UnitsPerEm: int(f.UnitsPerEm()), font: f}
}

// Glyph returns the glyph index of r, 0 when the face has none.
func (f *Face) Glyph(r rune) uint16 {
	var b sfnt.Buffer
	g, err := f.font.GlyphIndex(&b, r)
	if err != nil {
		return 0
	}
	return uint16(g)
}

// Advance returns the advance width of a glyph in thousandths of an em.
func (f *Face) Advance(g uint16) float64 {
	var b sfnt.Buffer
	a, err := f.font.GlyphAdvance(&b, sfnt.GlyphIndex(g), fixed.I(1000), font.HintingNone)
	if err != nil {
		return 0
	}
	return float64(a) / 64
}

// Metrics returns ascent, descent (positive, below the baseline) and cap height in thousandths of an em.
func (f *Face) Metrics() (ascent, descent, capHeight float64) {
	var b sfnt.Buffer
	m, err := f.font.Metrics(&b, fixed.I(1000), font.HintingNone)
	if err != nil {
		return 900, 250, 700
	}
	return float64(m.Ascent) / 64, float64(m.Descent) / 64, float64(m.CapHeight) / 64
}

// Runs splits text by the first face that can write each character. A character that no face can
// write goes to the first face, which draws its placeholder; see Missing.
func (f *Family) Runs(text string) []Run {
	var runs []Run
	for _, r := range text {
		face := f.Faces[0]
		for _, c := range f.Faces {
			if c.Glyph(r) != 0 {
				face = c
				break
			}
		}
		if n := len(runs); n > 0 && (runs[n-1].Face == face || r == ' ') {
			runs[n-1].Text += string(r)
			continue
		}
		runs = append(runs, Run{face, string(r)})
	}
	return runs
}

// Missing returns the characters of text that the family cannot write.
func (f *Family) Missing(text string) string {
	var out strings.Builder
next:
	for _, r := range text {
		for _, c := range f.Faces {
			if c.Glyph(r) != 0 {
				continue next
			}
		}
		out.WriteRune(r)
	}
	return out.String()
}

// Width returns the width in points of text set at size.
func (f *Family) Width(text string, size float64) float64 {
	w := 0.0
	for _, run := range f.Runs(text) {
		for _, r := range run.Text {
			w += run.Face.Advance(run.Face.Glyph(r))
		}
	}
	return w * size / 1000
}

// Outline returns the shape of text set at size, starting at the origin.
func (f *Family) Outline(text string, size float64) []Segment {
	var out []Segment
	var b sfnt.Buffer
	x := 0.0
	for _, run := range f.Runs(text) {
		for _, r := range run.Text {
			g := run.Face.Glyph(r)
			segs, err := run.Face.font.LoadGlyph(&b, sfnt.GlyphIndex(g), fixed.I(1000), nil)
			if err == nil {
				for _, s := range segs {
					out = append(out, segment(s, x, size/1000))
				}
			}
			x += run.Face.Advance(g) * size / 1000
		}
	}
	return out
}

func segment(s sfnt.Segment, dx, scale float64) Segment {
	out := Segment{Op: "MLQC"[s.Op]}
	for i, a := range s.Args {
		out.P[i] = [2]float64{dx + float64(a.X)/64*scale, float64(a.Y) / 64 * scale}
	}
	return out
}

// Points returns how many points of P an operation uses.
func (s Segment) Points() int {
	switch s.Op {
	case 'Q':
		return 2
	case 'C':
		return 3
	}
	return 1
}

// Bounds returns the box around the control points of an outline: x0, y0, x1, y1.
func Bounds(segs []Segment) (x0, y0, x1, y1 float64) {
	for i, s := range segs {
		for j := range s.Points() {
			p := s.P[j]
			if i == 0 && j == 0 {
				x0, y0, x1, y1 = p[0], p[1], p[0], p[1]
			}
			x0, y0 = min(x0, p[0]), min(y0, p[1])
			x1, y1 = max(x1, p[0]), max(y1, p[1])
		}
	}
	return
}
