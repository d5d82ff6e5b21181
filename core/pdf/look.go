package pdf

import (
	"fmt"
	"math"

	"github.com/klippa-app/go-pdfium/enums"
	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/structs"
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
	"indicum/core/spot"
)

// lookTask asks for what is printed and drawn on the pages From to To (half open, from 0).
type lookTask struct {
	Key      string
	From, To int
}

// What is looked at on one page at the most; a page with more is a drawing.
const (
	mostChars    = 30_000
	mostObjects  = 12_000
	mostSegments = 4_000
	formsDeep    = 8
)

// look returns pages as the line finder needs them, set upright.
func (e *renderer) look(t lookTask, data []byte) ([]spot.Page, error) {
	doc, err := e.document(t.Key, data)
	if err != nil {
		return nil, err
	}
	r, err := open(data)
	if err != nil {
		r = &reader{} // without its form fields the page can still be read
	}
	var out []spot.Page
	for i := t.From; i < t.To; i++ {
		v, err := e.view(doc, i)
		if err != nil {
			return nil, fmt.Errorf("look at page %d: %w", i+1, err)
		}
		v.text()
		v.drawn()
		if i < len(r.pages) {
			v.widgets(r, r.pages[i])
		}
		v.close()
		out = append(out, v.Page)
	}
	return out, nil
}

// view is a page being looked at.
type view struct {
	spot.Page
	e        *renderer
	page     requests.Page
	turn     int     // from user space to upright, clockwise
	x0, y0   float64 // corner of the crop box in user space
	loaded   references.FPDF_TEXTPAGE
	pictured float64 // area covered by pictures, in square points
	objects  int
}

func (e *renderer) view(doc references.FPDF_DOCUMENT, index int) (*view, error) {
	v := &view{e: e, page: requests.Page{ByIndex: &requests.PageByIndex{Document: doc, Index: index}}}
	size, err := e.instance.GetPageSize(&requests.GetPageSize{Page: v.page})
	if err != nil {
		return nil, err
	}
	rotation, err := e.instance.FPDFPage_GetRotation(&requests.FPDFPage_GetRotation{Page: v.page})
	if err != nil {
		return nil, err
	}
	v.Width, v.Height = size.Width, size.Height
	turn := int(rotation.PageRotation) * 90
	v.Turn = e.uprightTurn(v.page, turn)
	v.turn = (turn + v.Turn) % 360
	if v.Turn%180 != 0 {
		v.Width, v.Height = v.Height, v.Width
	}
	v.x0, v.y0 = e.corner(v.page)
	return v, nil
}

// corner is the lower left corner of what is shown of a page, in user space.
func (e *renderer) corner(page requests.Page) (x, y float64) {
	if b, err := e.instance.FPDFPage_GetCropBox(&requests.FPDFPage_GetCropBox{Page: page}); err == nil {
		return float64(b.Left), float64(b.Bottom)
	}
	if b, err := e.instance.FPDFPage_GetMediaBox(&requests.FPDFPage_GetMediaBox{Page: page}); err == nil {
		return float64(b.Left), float64(b.Bottom)
	}
	return 0, 0
}

// upright places a box given in user space on the page set upright.
func (v *view) upright(x0, y0, x1, y1 float64) field.Rect {
	l := turnedLine(x0-v.x0, y0-v.y0, x1-v.x0, y1-v.y0, v.Width, v.Height, v.turn)
	return field.Rect{X: l.X, Y: l.Y, W: l.W, H: l.H}
}

func (v *view) close() {
	if v.loaded != "" {
		v.e.instance.FPDFText_ClosePage(&requests.FPDFText_ClosePage{TextPage: v.loaded})
	}
	v.Paths = v.objects
	v.Picture = v.pictured > 0.5*v.Width*v.Height && len(v.Rules) < 12
}

// text collects the page's characters into runs: a run ends where the line does, or at a wide gap.
func (v *view) text() {
	loaded, err := v.e.instance.FPDFText_LoadPage(&requests.FPDFText_LoadPage{Page: v.page})
	if err != nil {
		return // a page whose text can't be read is a page without text
	}
	v.loaded = loaded.TextPage
	count, err := v.e.instance.FPDFText_CountChars(&requests.FPDFText_CountChars{TextPage: v.loaded})
	if err != nil {
		return
	}
	var run *spot.Run
	for i := range min(count.Count, mostChars) {
		u, err := v.e.instance.FPDFText_GetUnicode(&requests.FPDFText_GetUnicode{TextPage: v.loaded, Index: i})
		if err != nil {
			continue
		}
		r := rune(u.Unicode)
		if r == '\r' || r == '\n' {
			run = nil
			continue
		}
		b, err := v.e.instance.FPDFText_GetCharBox(&requests.FPDFText_GetCharBox{TextPage: v.loaded, Index: i})
		if err != nil {
			continue
		}
		c := spot.Char{R: r}
		at := v.upright(b.Left, b.Bottom, b.Right, b.Top)
		c.X0, c.Y0, c.X1, c.Y1 = at.X, at.Y, at.X+at.W, at.Y+at.H
		if r == ' ' && at.W == 0 {
			if run != nil {
				last := run.Chars[len(run.Chars)-1]
				run.Chars = append(run.Chars, spot.Char{R: ' ', X0: last.X1, X1: last.X1, Y0: last.Y0, Y1: last.Y1})
			}
			continue
		}
		if run == nil || broken(*run, c) {
			v.Runs = append(v.Runs, v.run(i))
			run = &v.Runs[len(v.Runs)-1]
		}
		run.Chars = append(run.Chars, c)
	}
}

// broken reports whether a character does not go on where a run ended.
func broken(run spot.Run, c spot.Char) bool {
	last := run.Chars[len(run.Chars)-1]
	return c.Y0 > last.Y1+run.Size || c.Y1 < last.Y0-run.Size || c.X0 < last.X0-2 || c.X0 > last.X1+3*run.Size
}

// run begins a run at a character, with the size and name of its type.
func (v *view) run(at int) spot.Run {
	out := spot.Run{Size: 10}
	if s, err := v.e.instance.FPDFText_GetFontSize(&requests.FPDFText_GetFontSize{TextPage: v.loaded, Index: at}); err == nil {
		out.Size = s.FontSize
	}
	if f, err := v.e.instance.FPDFText_GetFontInfo(&requests.FPDFText_GetFontInfo{TextPage: v.loaded, Index: at}); err == nil {
		out.Font = f.FontName
	}
	if out.Size <= 2 || out.Size > 40 { // scaled type, which says its size elsewhere
		out.Size = 10
		if b, err := v.e.instance.FPDFText_GetLooseCharBox(&requests.FPDFText_GetLooseCharBox{TextPage: v.loaded, Index: at}); err == nil {
			at := v.upright(float64(b.Rect.Left), float64(b.Rect.Bottom), float64(b.Rect.Right), float64(b.Rect.Top))
			out.Size = math.Max(3, math.Min(at.H*0.85, 90))
		}
	}
	return out
}

type matrix [6]float64

func (m matrix) apply(x, y float64) (float64, float64) {
	return m[0]*x + m[2]*y + m[4], m[1]*x + m[3]*y + m[5]
}

// times returns the matrix that first does n, then m.
func (m matrix) times(n matrix) matrix {
	return matrix{
		m[0]*n[0] + m[2]*n[1], m[1]*n[0] + m[3]*n[1],
		m[0]*n[2] + m[2]*n[3], m[1]*n[2] + m[3]*n[3],
		m[0]*n[4] + m[2]*n[5] + m[4], m[1]*n[4] + m[3]*n[5] + m[5],
	}
}

func matrixOf(f structs.FPDF_FS_MATRIX) matrix {
	return matrix{float64(f.A), float64(f.B), float64(f.C), float64(f.D), float64(f.E), float64(f.F)}
}

// drawn collects rules and small frames from the page's objects.
func (v *view) drawn() {
	n, err := v.e.instance.FPDFPage_CountObjects(&requests.FPDFPage_CountObjects{Page: v.page})
	if err != nil {
		return
	}
	for i := range n.Count {
		o, err := v.e.instance.FPDFPage_GetObject(&requests.FPDFPage_GetObject{Page: v.page, Index: i})
		if err == nil {
			v.object(o.PageObject, matrix{1, 0, 0, 1, 0, 0}, 0)
		}
	}
}

func (v *view) object(o references.FPDF_PAGEOBJECT, m matrix, depth int) {
	if v.objects++; v.objects > mostObjects {
		return
	}
	kind, err := v.e.instance.FPDFPageObj_GetType(&requests.FPDFPageObj_GetType{PageObject: o})
	if err != nil {
		return
	}
	switch kind.Type {
	case enums.FPDF_PAGEOBJ_FORM:
		count, err := v.e.instance.FPDFFormObj_CountObjects(&requests.FPDFFormObj_CountObjects{PageObject: o})
		own, err2 := v.e.instance.FPDFPageObj_GetMatrix(&requests.FPDFPageObj_GetMatrix{PageObject: o})
		if err != nil || err2 != nil || depth >= formsDeep {
			return
		}
		for i := range count.Count {
			if in, err := v.e.instance.FPDFFormObj_GetObject(&requests.FPDFFormObj_GetObject{PageObject: o, Index: uint64(i)}); err == nil {
				v.object(in.PageObject, m.times(matrixOf(own.Matrix)), depth+1)
			}
		}
	case enums.FPDF_PAGEOBJ_PATH:
		if box, ok := v.bounds(o, m); ok {
			v.path(o, m, box)
		}
	case enums.FPDF_PAGEOBJ_IMAGE:
		if box, ok := v.bounds(o, m); ok {
			v.pictured += box.W * box.H
			v.thin(box)
		}
	}
}

func (v *view) bounds(o references.FPDF_PAGEOBJECT, m matrix) (field.Rect, bool) {
	b, err := v.e.instance.FPDFPageObj_GetBounds(&requests.FPDFPageObj_GetBounds{PageObject: o})
	if err != nil {
		return field.Rect{}, false
	}
	return v.boxed(m, [2]float64{float64(b.Left), float64(b.Bottom)}, [2]float64{float64(b.Right), float64(b.Top)}), true
}

// boxed returns the upright box around two points.
func (v *view) boxed(m matrix, a, b [2]float64) field.Rect {
	ax, ay := m.apply(a[0], a[1])
	bx, by := m.apply(b[0], b[1])
	return v.upright(math.Min(ax, bx), math.Min(ay, by), math.Max(ax, bx), math.Max(ay, by))
}

const thinnest = 2.6 // points; what is thicker is an area

// thin takes a box that is as thin as a rule for one.
func (v *view) thin(b field.Rect) bool {
	switch {
	case b.H <= thinnest && b.W > 1.2*b.H && b.W > 0.8:
		v.Rules = append(v.Rules, spot.Rule{X0: b.X, X1: b.X + b.W, Y0: b.Y + b.H/2, Y1: b.Y + b.H/2, Thick: b.H})
	case b.W <= thinnest && b.H > 3:
		v.Rules = append(v.Rules, spot.Rule{X0: b.X + b.W/2, X1: b.X + b.W/2, Y0: b.Y, Y1: b.Y + b.H, Thick: b.W})
	default:
		return false
	}
	return true
}

// path takes a path apart into rules and frames.
func (v *view) path(o references.FPDF_PAGEOBJECT, m matrix, box field.Rect) {
	mode, err := v.e.instance.FPDFPath_GetDrawMode(&requests.FPDFPath_GetDrawMode{PageObject: o})
	if err != nil || !mode.Stroke && mode.FillMode == enums.FPDF_FILLMODE_NONE || v.white(o, mode.Stroke) {
		return
	}
	if v.thin(box) {
		return
	}
	count, err := v.e.instance.FPDFPath_CountSegments(&requests.FPDFPath_CountSegments{PageObject: o})
	if err != nil || count.Count > mostSegments {
		return
	}
	t := tracer{v: v, m: m}
	for i := range count.Count {
		t.segment(o, i)
	}
	t.end()
	if t.curved {
		if box.W < 18 && box.H < 18 && mode.Stroke {
			v.Boxes = append(v.Boxes, box)
		}
		return
	}
	for _, part := range t.parts {
		v.part(part, mode.Stroke)
	}
}

// white reports whether a path is drawn in white: a gap, not a line.
func (v *view) white(o references.FPDF_PAGEOBJECT, stroke bool) bool {
	var c structs.FPDF_COLOR
	if stroke {
		got, err := v.e.instance.FPDFPageObj_GetStrokeColor(&requests.FPDFPageObj_GetStrokeColor{PageObject: o})
		if err != nil {
			return false
		}
		c = got.StrokeColor
	} else {
		got, err := v.e.instance.FPDFPageObj_GetFillColor(&requests.FPDFPageObj_GetFillColor{PageObject: o})
		if err != nil {
			return false
		}
		c = got.FillColor
	}
	return c.A < 20 || c.R > 246 && c.G > 246 && c.B > 246
}

// part takes one subpath for what it shows: a frame, a bar, or a line of several legs.
func (v *view) part(points [][2]float64, stroke bool) {
	x0, y0, x1, y1 := math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, p := range points {
		x0, y0, x1, y1 = math.Min(x0, p[0]), math.Min(y0, p[1]), math.Max(x1, p[0]), math.Max(y1, p[1])
	}
	b := v.upright(x0, y0, x1, y1)
	if !stroke || len(points) >= 4 && b.W < 18 && b.H < 18 && b.W > 4 && b.H > 4 {
		if stroke {
			v.Boxes = append(v.Boxes, b)
		} else {
			v.thin(b)
		}
		return
	}
	for i := 1; i < len(points); i++ {
		p, q := points[i-1], points[i]
		leg := v.upright(math.Min(p[0], q[0]), math.Min(p[1], q[1]), math.Max(p[0], q[0]), math.Max(p[1], q[1]))
		if leg.W < 0.6 || leg.H < 0.6 {
			v.thin(leg)
		}
	}
}

// tracer follows a path's segments, in user space.
type tracer struct {
	v      *view
	m      matrix
	parts  [][][2]float64
	points [][2]float64
	curved bool
}

func (t *tracer) segment(o references.FPDF_PAGEOBJECT, i int) {
	s, err := t.v.e.instance.FPDFPath_GetPathSegment(&requests.FPDFPath_GetPathSegment{PageObject: o, Index: i})
	if err != nil {
		return
	}
	kind, err := t.v.e.instance.FPDFPathSegment_GetType(&requests.FPDFPathSegment_GetType{PathSegment: s.PathSegment})
	at, err2 := t.v.e.instance.FPDFPathSegment_GetPoint(&requests.FPDFPathSegment_GetPoint{PathSegment: s.PathSegment})
	if err != nil || err2 != nil {
		return
	}
	x, y := t.m.apply(float64(at.X), float64(at.Y))
	switch kind.Type {
	case enums.FPDF_SEGMENT_MOVETO:
		t.end()
		t.points = [][2]float64{{x, y}}
		return
	case enums.FPDF_SEGMENT_BEZIERTO:
		t.curved = true
	}
	t.points = append(t.points, [2]float64{x, y})
	if c, err := t.v.e.instance.FPDFPathSegment_GetClose(&requests.FPDFPathSegment_GetClose{PathSegment: s.PathSegment}); err == nil && c.IsClose && len(t.points) > 1 {
		t.points = append(t.points, t.points[0])
	}
}

func (t *tracer) end() {
	if len(t.points) > 1 {
		t.parts = append(t.parts, t.points)
	}
	t.points = nil
}

// widgets collects the page's form fields (ISO 32000-1, 12.7.3).
func (v *view) widgets(r *reader, n pageNode) {
	c := &copier{r: r}
	for _, o := range r.array(n.dict["Annots"]) {
		d := r.dict(o)
		rect, ok := c.shown(d)
		if !ok || r.name(d["Subtype"]) != "Widget" {
			continue
		}
		flags, _ := r.number(c.inherited(d, "Ff"))
		w := spot.Widget{Type: c.fieldType(d), Name: c.fullName(d), Says: r.text(c.inherited(d, "TU"))}
		if w.Type == "Btn" && int(flags)&pushButton != 0 {
			continue
		}
		w.Rect = v.upright(rect.x0, rect.y0, rect.x1, rect.y1)
		w.Filled = w.Type == "Tx" && r.text(c.inherited(d, "V")) != ""
		v.Widgets = append(v.Widgets, w)
	}
}

const pushButton = 1 << 16 // ISO 32000-1, table 226

// fullName is a field's name with those above it (ISO 32000-1, 12.7.3.2).
func (c *copier) fullName(d types.Dict) string {
	name := ""
	for up, i := d, 0; up != nil && i < fieldDepth; up, i = c.r.dict(up["Parent"]), i+1 {
		if part := c.r.text(up["T"]); part != "" {
			if name != "" {
				part += "." + name
			}
			name = part
		}
	}
	return name
}
