package pdf

import (
	"fmt"
	"math"
	"strings"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
)

// Annotation kinds that only mark or link (ISO 32000-1, table 169). The others play, embed or launch.
var quietAnnots = map[string]bool{
	"Link": true, "Text": true, "FreeText": true, "Line": true, "Square": true, "Circle": true, "Polygon": true,
	"PolyLine": true, "Highlight": true, "Underline": true, "Squiggly": true, "StrikeOut": true, "Stamp": true,
	"Caret": true, "Ink": true, "Popup": true, "Watermark": true, "Redact": true,
}

const (
	annotHidden = 1 << 1
	annotNoView = 1 << 5
)

// appearance is something to draw above a page's content: a form XObject and its matrix.
type appearance struct {
	form   types.IndirectRef
	matrix [6]float64
}

// annotations returns the annotations a page keeps, and the appearances of its form widgets unless
// the copier keeps those alive.
func (c *copier) annotations(n pageNode, self types.IndirectRef) (types.Array, []appearance) {
	var kept types.Array
	var drawn []appearance
	for _, o := range c.r.array(n.dict["Annots"]) {
		d := c.r.dict(o)
		kind := c.r.name(d["Subtype"])
		switch {
		case d == nil:
		case kind == "Widget" && c.live && (c.fieldType(d) != "Sig" || c.inherited(d, "V") == nil):
			kept = append(kept, c.liveWidget(o, d, self))
		case kind == "Widget":
			if a, ok := c.widget(d); ok {
				drawn = append(drawn, a)
			}
		case quietAnnots[kind]:
			dest, inside := c.leadsTo(d)
			if inside && dest == nil {
				continue // to a page that was left out
			}
			o := c.copy(o)
			copied, _ := o.(types.Dict)
			if ref, ok := o.(types.IndirectRef); ok {
				c.drain()
				copied, _ = c.b.objs[ref.ObjectNumber.Value()-1].(types.Dict)
			}
			if copied == nil {
				continue
			}
			copied["P"] = self
			if inside {
				copied["Dest"] = dest
				delete(copied, "A")
			}
			kept = append(kept, o)
		default: // what it does is lost, how it looks is not
			what := "sound, film or other active content"
			if kind == "FileAttachment" {
				what = "attached files"
			}
			c.dropped[what] = true
			if a, ok := c.look(d); ok {
				drawn = append(drawn, a)
			}
		}
	}
	return kept, drawn
}

// widget returns how a form field's widget is drawn, so that its value becomes part of the page.
func (c *copier) widget(d types.Dict) (appearance, bool) {
	if rect, ok := c.shown(d); ok {
		if a, ok := c.look(d); ok {
			return a, true
		}
		return c.plainWidget(d, rect)
	}
	return appearance{}, false
}

// shown returns where an annotation is drawn; false when it is hidden or has no place.
func (c *copier) shown(d types.Dict) (box, bool) {
	flags, _ := c.r.number(d["F"])
	rect, ok := c.r.box(d["Rect"])
	return rect, ok && int(flags)&(annotHidden|annotNoView) == 0
}

// look returns the normal appearance of an annotation, as it would be drawn.
func (c *copier) look(d types.Dict) (appearance, bool) {
	rect, ok := c.shown(d)
	normal := c.r.dict(d["AP"])["N"]
	if states, ok := c.r.deref(normal).(types.Dict); ok {
		normal = states[c.r.name(d["AS"])]
	}
	form, isForm := c.r.deref(normal).(types.StreamDict)
	if !ok || !isForm {
		return appearance{}, false
	}
	bbox, ok := c.r.box(form.Dict["BBox"])
	if !ok {
		return appearance{}, false
	}
	m := [6]float64{1, 0, 0, 1, 0, 0}
	if n, ok := c.r.numbers(form.Dict["Matrix"], 6); ok {
		copy(m[:], n)
	}
	ref, ok := c.copy(normal).(types.IndirectRef)
	if !ok {
		ref = c.b.add(c.copy(normal))
	}
	c.drain()
	copied := c.b.objs[ref.ObjectNumber.Value()-1].(types.StreamDict)
	copied.Dict["Type"], copied.Dict["Subtype"] = types.Name("XObject"), types.Name("Form")
	return appearance{ref, fitMatrix(bbox, m, rect)}, true
}

// fitMatrix is algorithm 8.1 of ISO 32000-1, 12.5.5: it maps the transformed box onto the rectangle.
func fitMatrix(b box, m [6]float64, r box) [6]float64 {
	t := box{math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)}
	for _, p := range [4][2]float64{{b.x0, b.y0}, {b.x1, b.y0}, {b.x0, b.y1}, {b.x1, b.y1}} {
		x, y := m[0]*p[0]+m[2]*p[1]+m[4], m[1]*p[0]+m[3]*p[1]+m[5]
		t = box{min(t.x0, x), min(t.y0, y), max(t.x1, x), max(t.y1, y)}
	}
	sx, sy := 1.0, 1.0
	if t.x1 > t.x0 && t.y1 > t.y0 {
		sx, sy = (r.x1-r.x0)/(t.x1-t.x0), (r.y1-r.y0)/(t.y1-t.y0)
	}
	return [6]float64{sx, 0, 0, sy, r.x0 - t.x0*sx, r.y0 - t.y0*sy}
}

// plainWidget draws a text or choice field that came without an appearance: the background and
// border its characteristics name (ISO 32000-1, table 189), and its value.
func (c *copier) plainWidget(d types.Dict, rect box) (appearance, bool) {
	kind, value := c.fieldType(d), c.r.text(c.inherited(d, "V"))
	if kind != "Tx" && kind != "Ch" {
		return appearance{}, false
	}
	w, h := rect.x1-rect.x0, rect.y1-rect.y0
	size := min(11, h*0.72)
	ops := append([]byte("q "), c.frame(d, w, h)...)
	ops = append(ops, "BT 0 g 0 Tr\n"...)
	res := types.Dict{"Font": types.Dict{}}
	lines := strings.Split(strings.ReplaceAll(value, "\r", "\n"), "\n")
	y := h/2 - size*0.33
	if len(lines) > 1 {
		y = h - size*1.1
	}
	for _, line := range lines {
		ops = c.b.showText(ops, res["Font"].(types.Dict), "text", line, size, [2]float64{2, y}, false)
		y -= size * 1.2
	}
	form := c.b.stream(types.Dict{
		"Type": types.Name("XObject"), "Subtype": types.Name("Form"), "Resources": res,
		"BBox": box{0, 0, w, h}.array(),
	}, append(ops, "ET Q"...))
	return appearance{form, [6]float64{1, 0, 0, 1, rect.x0, rect.y0}}, true
}

// frame writes the background and border of a widget of w by h points.
func (c *copier) frame(d types.Dict, w, h float64) string {
	mk := c.r.dict(d["MK"])
	colour := func(o types.Object, operators map[int]string) string {
		n := len(c.r.array(o))
		v, ok := c.r.numbers(o, n)
		if !ok || operators[n] == "" {
			return ""
		}
		out := ""
		for _, x := range v {
			out += num(x) + " "
		}
		return out + operators[n] + " "
	}
	out := ""
	if fill := colour(mk["BG"], map[int]string{1: "g", 3: "rg", 4: "k"}); fill != "" {
		out += fmt.Sprintf("%s0 0 %s %s re f\n", fill, num(w), num(h))
	}
	pen := 1.0
	if b := c.r.array(d["Border"]); len(b) >= 3 {
		pen, _ = c.r.number(b[2])
	}
	if n, ok := c.r.number(c.r.dict(d["BS"])["W"]); ok {
		pen = n
	}
	if stroke := colour(mk["BC"], map[int]string{1: "G", 3: "RG", 4: "K"}); stroke != "" && pen > 0 {
		out += fmt.Sprintf("%s%s w %s %s %s %s re S\n", stroke, num(pen), num(pen/2), num(pen/2), num(w-pen), num(h-pen))
	}
	return out
}

// wrap turns a page's content into a form XObject, draws extra appearances above it, and leaves
// room for marks: a form saves and restores the graphics state around itself, so an unbalanced
// content stream cannot displace what is drawn after it.
func (b *builder) wrap(page types.Dict, above []appearance) {
	x := types.Dict{"IxPage": b.contentForm(page)}
	var ops strings.Builder
	ops.WriteString("/IxPage Do\n")
	for i, a := range above {
		name := fmt.Sprintf("IxW%d", i)
		x[name] = a.form
		m := a.matrix
		fmt.Fprintf(&ops, "q %s %s %s %s %s %s cm /%s Do Q\n", num(m[0]), num(m[1]), num(m[2]), num(m[3]), num(m[4]), num(m[5]), name)
	}
	page["Resources"] = types.Dict{"XObject": x}
	page["Contents"] = b.stream(nil, []byte(ops.String()))
}

func (b *builder) contentForm(page types.Dict) types.IndirectRef {
	var parts []types.StreamDict
	var collect func(o types.Object)
	collect = func(o types.Object) {
		switch v := o.(type) {
		case types.IndirectRef:
			collect(b.objs[v.ObjectNumber.Value()-1])
		case types.Array:
			for _, e := range v {
				collect(e)
			}
		case types.StreamDict:
			parts = append(parts, v)
		}
	}
	collect(page["Contents"])
	d := types.Dict{"Type": types.Name("XObject"), "Subtype": types.Name("Form"), "BBox": page["MediaBox"], "Resources": page["Resources"]}
	if len(parts) == 1 { // keep its bytes and filters as they are
		for _, k := range []string{"Filter", "DecodeParms", "DL"} {
			if v, ok := parts[0].Dict[k]; ok {
				d[k] = v
			}
		}
		return b.add(types.StreamDict{Dict: d, Raw: parts[0].Raw})
	}
	var all []byte
	for _, p := range parts {
		if content, err := decoded(p); err == nil {
			all = append(append(all, content...), '\n')
		}
	}
	return b.stream(d, all)
}
