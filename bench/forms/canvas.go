// Package forms draws made-up forms in many layouts and says exactly where their places are: the labelled
// set on which the line finder is measured. Nobody’s forms are copied; the layouts are habits of the trade.
package forms

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"strings"

	"github.com/pdfcpu/pdfcpu/pkg/font"
)

// Place is a place as it was drawn: points from the top left; its lower edge is the line.
type Place struct {
	Page       int
	Kind, Role string
	Number     int
	X0, X1, Y  float64
}

// Form is a drawn form.
type Form struct {
	Maker  string
	PDF    []byte
	Places []Place
}

// canvas is a form being drawn.
type canvas struct {
	*rand.Rand
	w, h    float64
	font    string // one of the standard 14
	pages   []*bytes.Buffer
	places  []Place
	widgets [][]string
	y       float64
}

func newCanvas(r *rand.Rand, font string, w, h float64) *canvas {
	c := &canvas{Rand: r, w: w, h: h, font: font}
	c.turn()
	return c
}

func (c *canvas) turn() {
	c.pages = append(c.pages, &bytes.Buffer{})
	c.widgets = append(c.widgets, nil)
	c.y = 60
}

func (c *canvas) op(format string, args ...any) {
	fmt.Fprintf(c.pages[len(c.pages)-1], format+"\n", args...)
}

func (c *canvas) width(size float64, s string) float64 {
	w, err := font.TextWidth(strings.ReplaceAll(s, "’", "'"), c.font, 1000)
	if err != nil {
		panic(err) // one of the standard fonts is always known
	}
	return w * size / 1000
}

// text sets a line with its baseline at y and returns where it ends.
func (c *canvas) text(size, x, y float64, s string) float64 {
	esc := strings.NewReplacer("’", `\222`, "(", `\(`, ")", `\)`, `\`, `\\`).Replace(s)
	c.op("BT /F %g Tf %.2f %.2f Td (%s) Tj ET", size, x, c.h-y, esc)
	return x + c.width(size, s)
}

func (c *canvas) bold(size, x, y float64, s string) {
	esc := strings.NewReplacer("’", `\222`, "(", `\(`, ")", `\)`).Replace(s)
	c.op("BT /B %g Tf %.2f %.2f Td (%s) Tj ET", size, x, c.h-y, esc)
}

func (c *canvas) rule(x0, x1, y float64) {
	c.op("0.6 w %.2f %.2f m %.2f %.2f l S", x0, c.h-y, x1, c.h-y)
}
func (c *canvas) bar(x0, x1, y, thick float64) {
	c.op("%.2f %.2f %.2f %.2f re f", x0, c.h-y-thick/2, x1-x0, thick)
}
func (c *canvas) up(x, y0, y1 float64) { c.op("0.6 w %.2f %.2f m %.2f %.2f l S", x, c.h-y0, x, c.h-y1) }
func (c *canvas) dashes(x0, x1, y float64) {
	c.op("[2 2] 0 d 0.6 w %.2f %.2f m %.2f %.2f l S [] 0 d", x0, c.h-y, x1, c.h-y)
}
func (c *canvas) box(x, y, w, h float64) {
	c.op("0.6 w %.2f %.2f %.2f %.2f re S", x, c.h-y-h, w, h)
}

// filler types a run of one character and returns where it begins and ends.
func (c *canvas) filler(size, x, y float64, with string, n int) (x0, x1 float64) {
	return x, c.text(size, x, y, strings.Repeat(with, n))
}

func (c *canvas) place(kind, role string, number int, x0, x1, y float64) {
	c.places = append(c.places, Place{len(c.pages), kind, role, number, x0, x1, y})
}

// line draws a line and notes what it is for.
func (c *canvas) line(kind, role string, number int, x0, x1, y float64) {
	c.rule(x0, x1, y)
	c.place(kind, role, number, x0, x1, y)
}

// typed sets a label and underscores behind it, notes the place, and returns where they end.
func (c *canvas) typed(size, x, y float64, label string, n int, kind, role string, number int) float64 {
	if label != "" {
		x = c.text(size, x, y, label+" ")
	}
	x0, x1 := c.filler(size, x, y, "_", n)
	if kind != "" {
		c.place(kind, role, number, x0, x1, y)
	}
	return x1
}

var prose = strings.Fields("the parties to this paper agree that what is written here holds and that each of them has read it with care before taking part and keeps a copy of it for as long as the sale runs and for three years after it has closed unless the law asks for more and nothing that was said beside it changes what it says")

// para sets lines of running text and moves down.
func (c *canvas) para(size, x, width float64, lines int) {
	for i := range lines {
		line := ""
		for {
			w := prose[c.IntN(len(prose))]
			if c.width(size, line+" "+w) > width || i == lines-1 && len(line) > 50 {
				break
			}
			line = strings.TrimSpace(line + " " + w)
		}
		if i == 0 {
			line = strings.ToUpper(line[:1]) + line[1:]
		}
		if i == lines-1 {
			line += "."
		}
		c.text(size, x, c.y, line)
		c.y += size * 1.35
	}
	c.y += size * 0.7
}

func (c *canvas) widget(kind, name string, x, y, w, h float64) {
	k := len(c.widgets) - 1
	flags := ""
	if kind == "Btn" {
		flags = "/MK<</CA(4)>>"
	}
	c.widgets[k] = append(c.widgets[k], fmt.Sprintf("<</Type/Annot/Subtype/Widget/FT/%s/T(%s)/Rect[%.2f %.2f %.2f %.2f]/F 4%s>>", kind, name, x, c.h-y-h, x+w, c.h-y, flags))
}

// form writes the file.
func (c *canvas) form(maker string) Form {
	bold := map[string]string{"Helvetica": "Helvetica-Bold", "Times-Roman": "Times-Bold", "Courier": "Courier-Bold"}[c.font]
	var objs []string
	obj := func(s string) { objs = append(objs, s) }
	n := len(c.pages)
	next := 5 + 2*n
	kids, fields := "", ""
	annots := make([]string, n)
	for i := range n {
		kids += fmt.Sprintf("%d 0 R ", 5+2*i)
		for range c.widgets[i] {
			annots[i] += fmt.Sprintf("%d 0 R ", next)
			next++
		}
		fields += annots[i]
	}
	obj(fmt.Sprintf("<</Type/Catalog/Pages 2 0 R/AcroForm<</Fields[%s]>>>>", fields))
	obj(fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d/MediaBox[0 0 %g %g]/Resources<</Font<</F 3 0 R/B 4 0 R>>>>>>", kids, n, c.w, c.h))
	obj("<</Type/Font/Subtype/Type1/Encoding/WinAnsiEncoding/BaseFont/" + c.font + ">>")
	obj("<</Type/Font/Subtype/Type1/Encoding/WinAnsiEncoding/BaseFont/" + bold + ">>")
	for i, p := range c.pages {
		obj(fmt.Sprintf("<</Type/Page/Parent 2 0 R/Contents %d 0 R/Annots[%s]>>", 6+2*i, annots[i]))
		obj(fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", p.Len(), p.String()))
	}
	for _, page := range c.widgets {
		for _, w := range page {
			obj(w)
		}
	}
	return Form{maker, file(objs), c.places}
}

// file writes a PDF of objects numbered from 1, of which the first is the catalog.
func file(objs []string) []byte {
	var out bytes.Buffer
	out.WriteString("%PDF-1.5\n")
	at := make([]int, len(objs))
	for i, o := range objs {
		at[i] = out.Len()
		fmt.Fprintf(&out, "%d 0 obj\n%s\nendobj\n", i+1, o)
	}
	start := out.Len()
	fmt.Fprintf(&out, "xref\n0 %d\n0000000000 65535 f \n", len(at)+1)
	for _, a := range at {
		fmt.Fprintf(&out, "%010d 00000 n \n", a)
	}
	fmt.Fprintf(&out, "trailer\n<</Size %d/Root 1 0 R>>\nstartxref\n%d\n%%%%EOF\n", len(at)+1, start)
	return out.Bytes()
}

// Maker is a way of laying out forms.
type Maker struct {
	Name string
	draw func(r *rand.Rand) *canvas
}

// Make draws a form; the same seed gives the same form.
func (m Maker) Make(seed uint64) Form {
	return m.draw(rand.New(rand.NewPCG(seed, 5))).form(m.Name)
}

// Filled draws the same form with its blanks typed in, as a form that comes back from somebody.
func (m Maker) Filled(seed uint64) Form {
	c := m.draw(rand.New(rand.NewPCG(seed, 5)))
	said := map[string]string{"date": "11/24/2026", "name": "Ottoline Varga-Hume", "text": "as agreed on Monday"}
	pages := c.pages
	for _, p := range c.places {
		words, ok := said[p.Kind]
		if !ok {
			continue
		}
		c.pages = pages[:p.Page]
		size := min(9, 9*(p.X1-p.X0-4)/c.width(9, words))
		c.text(size, p.X0+2, p.Y-2, words)
	}
	c.pages = pages
	return c.form(m.Name)
}

// who is a role with its name on forms.
type who struct{ role, name string }
