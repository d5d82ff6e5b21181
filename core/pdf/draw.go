package pdf

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode/utf16"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
	"indicum/core/typeface"
)

func num(v float64) string { return strconv.FormatFloat(math.Round(v*1e4)/1e4, 'f', -1, 64) }

// toUser is the matrix from displayed coordinates (top left origin) to user space, for a crop box
// and a clockwise rotation (ISO 32000-1, 8.3.3 and table 30).
func toUser(c box, rotate int) [6]float64 {
	switch rotate {
	case 90:
		return [6]float64{0, 1, 1, 0, c.x0, c.y0}
	case 180:
		return [6]float64{-1, 0, 0, 1, c.x1, c.y0}
	case 270:
		return [6]float64{0, -1, -1, 0, c.x1, c.y1}
	}
	return [6]float64{1, 0, 0, -1, c.x0, c.y1}
}

// overlay draws items, given in displayed coordinates, above a page that wrap has prepared.
func (b *builder) overlay(page types.Dict, crop box, rotate int, items []field.Item) {
	m := toUser(crop, rotate)
	fonts := types.Dict{}
	var ops strings.Builder
	fmt.Fprintf(&ops, "q %s %s %s %s %s %s cm 0.07 0.13 0.22 rg 0.07 0.13 0.22 RG 1 J 1 j\n", num(m[0]), num(m[1]), num(m[2]), num(m[3]), num(m[4]), num(m[5]))
	for _, it := range items {
		if it.Text != "" {
			ops.WriteString("BT\n")
			b.showText(&ops, fonts, it.Face, it.Text, it.Size, [2]float64{it.X, it.Y}, true)
			ops.WriteString("ET\n")
			continue
		}
		showPath(&ops, it)
	}
	ops.WriteString("Q\n")
	res := page["Resources"].(types.Dict)
	if len(fonts) > 0 {
		res["Font"] = fonts
	}
	page["Contents"] = types.Array{page["Contents"], b.stream(nil, []byte(ops.String()))}
}

// showPath writes an outline; quadratic curves become cubic ones (exactly).
func showPath(w io.Writer, it field.Item) {
	var at [2]float64
	open := false
	for _, s := range it.Path {
		switch s.Op {
		case 'M':
			if open && it.Width == 0 {
				fmt.Fprint(w, "h\n")
			}
			fmt.Fprintf(w, "%s %s m\n", num(s.P[0][0]), num(s.P[0][1]))
		case 'L':
			fmt.Fprintf(w, "%s %s l\n", num(s.P[0][0]), num(s.P[0][1]))
		case 'Q':
			q, e := s.P[0], s.P[1]
			fmt.Fprintf(w, "%s %s %s %s %s %s c\n", num(at[0]+2*(q[0]-at[0])/3), num(at[1]+2*(q[1]-at[1])/3), num(e[0]+2*(q[0]-e[0])/3), num(e[1]+2*(q[1]-e[1])/3), num(e[0]), num(e[1]))
		case 'C':
			fmt.Fprintf(w, "%s %s %s %s %s %s c\n", num(s.P[0][0]), num(s.P[0][1]), num(s.P[1][0]), num(s.P[1][1]), num(s.P[2][0]), num(s.P[2][1]))
		}
		at, open = s.P[s.Points()-1], true
	}
	if it.Width > 0 {
		fmt.Fprintf(w, "%s w S\n", num(it.Width))
	} else if open {
		fmt.Fprint(w, "h f\n")
	}
}

// embedded is a face used in the file: its font objects are written once, with the glyphs used.
type embedded struct {
	face   *typeface.Face
	ref    types.IndirectRef
	name   string
	glyphs map[uint16]rune
}

// showText writes text-showing operators. flipped is for pages drawn top-down.
func (b *builder) showText(w io.Writer, fonts types.Dict, family, text string, size float64, at [2]float64, flipped bool) {
	sign := "1"
	if flipped {
		sign = "-1"
	}
	x := at[0]
	for _, run := range typeface.Get(family).Runs(text) {
		f := b.fonts[run.Face.Name]
		if f == nil {
			f = &embedded{face: run.Face, ref: b.add(nil), name: fmt.Sprintf("IxF%d", len(b.fonts)), glyphs: map[uint16]rune{}}
			b.fonts[run.Face.Name] = f
		}
		fonts[f.name] = f.ref
		var hex strings.Builder
		width := 0.0
		for _, r := range run.Text {
			g := run.Face.Glyph(r)
			if _, ok := f.glyphs[g]; !ok {
				f.glyphs[g] = r
			}
			fmt.Fprintf(&hex, "%04x", g)
			width += run.Face.Advance(g) * size / 1000
		}
		fmt.Fprintf(w, "/%s %s Tf 1 0 0 %s %s %s Tm <%s> Tj\n", f.name, num(size), sign, num(x), num(at[1]), hex.String())
		x += width
	}
}

// embedFonts writes the font objects: Type 0 with the TrueType file and a ToUnicode map, so that
// text can be searched and copied (ISO 32000-1, 9.7 and 9.10.3).
func (b *builder) embedFonts() {
	names := make([]string, 0, len(b.fonts))
	for n := range b.fonts {
		names = append(names, n)
	}
	slices.Sort(names)
	for _, n := range names {
		f := b.fonts[n]
		ascent, descent, capHeight := f.face.Metrics()
		base := types.Name(strings.ReplaceAll(n, "-", ""))
		file := b.stream(types.Dict{"Length1": types.Integer(len(f.face.Data))}, f.face.Data)
		desc := b.add(types.Dict{
			"Type": types.Name("FontDescriptor"), "FontName": base, "Flags": types.Integer(4), "ItalicAngle": types.Integer(0),
			"FontBBox": types.Array{types.Integer(-500), types.Integer(-400), types.Integer(1500), types.Integer(1200)},
			"Ascent":   types.Float(ascent), "Descent": types.Float(-descent), "CapHeight": types.Float(capHeight),
			"StemV": types.Integer(80), "FontFile2": file,
		})
		ids := make([]int, 0, len(f.glyphs))
		for g := range f.glyphs {
			ids = append(ids, int(g))
		}
		slices.Sort(ids)
		var widths types.Array
		var m strings.Builder
		for _, g := range ids {
			widths = append(widths, types.Integer(g), types.Array{types.Float(round2(f.face.Advance(uint16(g))))})
			fmt.Fprintf(&m, "1 beginbfchar <%04x> <", g)
			for _, u := range utf16.Encode([]rune{f.glyphs[uint16(g)]}) {
				fmt.Fprintf(&m, "%04x", u)
			}
			m.WriteString("> endbfchar\n")
		}
		cid := b.add(types.Dict{
			"Type": types.Name("Font"), "Subtype": types.Name("CIDFontType2"), "BaseFont": base, "CIDToGIDMap": types.Name("Identity"),
			"CIDSystemInfo":  types.Dict{"Registry": types.StringLiteral("Adobe"), "Ordering": types.StringLiteral("Identity"), "Supplement": types.Integer(0)},
			"FontDescriptor": desc, "W": widths,
		})
		cmap := "/CIDInit /ProcSet findresource begin 12 dict begin begincmap\n/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n/CMapName /Adobe-Identity-UCS def /CMapType 2 def\n1 begincodespacerange <0000> <ffff> endcodespacerange\n" + m.String() + "endcmap CMapName currentdict /CMap defineresource pop end end"
		b.set(f.ref, types.Dict{
			"Type": types.Name("Font"), "Subtype": types.Name("Type0"), "BaseFont": base, "Encoding": types.Name("Identity-H"),
			"DescendantFonts": types.Array{cid}, "ToUnicode": b.stream(nil, []byte(cmap)),
		})
	}
}
