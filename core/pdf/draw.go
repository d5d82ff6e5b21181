package pdf

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode/utf16"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
	"indicum/core/typeface"
)

func num(v float64) string { return string(appendNum(nil, v)) }

func appendNum(b []byte, v float64) []byte {
	return strconv.AppendFloat(b, math.Round(v*1e4)/1e4, 'f', -1, 64)
}

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
	fonts, shapes := types.Dict{}, types.Dict{}
	ops := make([]byte, 0, 256*len(items))
	ops = append(ops, 'q', ' ')
	for _, v := range m {
		ops = append(appendNum(ops, v), ' ')
	}
	ops = append(ops, "cm 0.07 0.13 0.22 rg 0.07 0.13 0.22 RG 1 J 1 j\n"...)
	for _, it := range items {
		if it.Shape == nil {
			ops = append(ops, "BT\n"...)
			ops = b.showText(ops, fonts, it.Face, it.Text, it.Size, [2]float64{it.X, it.Y}, true)
			ops = append(ops, "ET\n"...)
			continue
		}
		name, ref := b.shape(it.Shape)
		shapes[name] = ref
		ops = append(ops, "q "...)
		if it.Width > 0 { // the pen is scaled with the shape
			ops = append(strconv.AppendFloat(ops, it.Width/it.Scale, 'f', 5, 64), " w "...)
		}
		for _, v := range [6]float64{it.Scale, 0, 0, it.Scale, it.X, it.Y} {
			ops = append(strconv.AppendFloat(ops, v, 'f', 5, 64), ' ')
		}
		ops = fmt.Appendf(ops, "cm /%s Do Q\n", name)
	}
	ops = append(ops, 'Q', '\n')
	res := page["Resources"].(types.Dict)
	if len(fonts) > 0 {
		res["Font"] = fonts
	}
	if len(shapes) > 0 {
		x, ok := res["XObject"].(types.Dict)
		if !ok {
			x = types.Dict{}
			res["XObject"] = x
		}
		for k, v := range shapes {
			x[k] = v
		}
	}
	page["Contents"] = types.Array{page["Contents"], b.stream(nil, ops)}
}

// drawnShape is a shape's form XObject; marks made with the same ink share it.
type drawnShape struct {
	name string
	ref  types.IndirectRef
}

func (b *builder) shape(s *field.Shape) (string, types.IndirectRef) {
	if d, ok := b.shapes[s]; ok {
		return d.name, d.ref
	}
	x0, y0, x1, y1 := typeface.Bounds(s.Path)
	room := 1.0 // for the pen
	if s.Stroked {
		room = max(x1-x0, y1-y0)
	}
	d := drawnShape{fmt.Sprintf("IxS%d", len(b.shapes)), b.stream(types.Dict{
		"Type": types.Name("XObject"), "Subtype": types.Name("Form"), "BBox": box{x0 - room, y0 - room, x1 + room, y1 + room}.array(), "Resources": types.Dict{},
	}, appendPath(nil, s))}
	b.shapes[s] = d
	return d.name, d.ref
}

// appendPath writes an outline; quadratic curves become cubic ones (exactly).
func appendPath(ops []byte, shape *field.Shape) []byte {
	var at [2]float64
	point := func(x, y float64) { ops = append(appendNum(append(appendNum(ops, x), ' '), y), ' ') }
	for i, s := range shape.Path {
		switch s.Op {
		case 'M':
			if i > 0 && !shape.Stroked {
				ops = append(ops, "h\n"...)
			}
			point(s.P[0][0], s.P[0][1])
			ops = append(ops, "m\n"...)
		case 'L':
			point(s.P[0][0], s.P[0][1])
			ops = append(ops, "l\n"...)
		case 'Q':
			q, e := s.P[0], s.P[1]
			point(at[0]+2*(q[0]-at[0])/3, at[1]+2*(q[1]-at[1])/3)
			point(e[0]+2*(q[0]-e[0])/3, e[1]+2*(q[1]-e[1])/3)
			point(e[0], e[1])
			ops = append(ops, "c\n"...)
		case 'C':
			for _, p := range s.P {
				point(p[0], p[1])
			}
			ops = append(ops, "c\n"...)
		}
		at = s.P[s.Points()-1]
	}
	if shape.Stroked {
		return append(ops, "S\n"...)
	}
	return append(ops, "h f\n"...)
}

// embedded is a face used in the file: its font objects are written once, with the glyphs used.
type embedded struct {
	face   *typeface.Face
	ref    types.IndirectRef
	name   string
	glyphs map[uint16]rune
}

// showText appends text-showing operators. flipped is for pages drawn top-down.
func (b *builder) showText(ops []byte, fonts types.Dict, family, text string, size float64, at [2]float64, flipped bool) []byte {
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
		ops = fmt.Appendf(ops, "/%s %s Tf 1 0 0 %s %s %s Tm <", f.name, num(size), sign, num(x), num(at[1]))
		for _, r := range run.Text {
			g := run.Face.Glyph(r)
			if _, ok := f.glyphs[g]; !ok {
				f.glyphs[g] = r
			}
			ops = fmt.Appendf(ops, "%04x", g)
			x += run.Face.Advance(g) * size / 1000
		}
		ops = append(ops, "> Tj\n"...)
	}
	return ops
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
