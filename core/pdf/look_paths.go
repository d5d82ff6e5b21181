package pdf

import (
	"math"

	"github.com/klippa-app/go-pdfium/enums"
	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/structs"

	"indicum/core/field"
	"indicum/core/spot"
)

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
	// The points of a path are as its operators give them, before the matrix that stood when it was drawn.
	own, err := v.e.instance.FPDFPageObj_GetMatrix(&requests.FPDFPageObj_GetMatrix{PageObject: o})
	if err != nil {
		return
	}
	t := tracer{v: v, m: m.times(matrixOf(own.Matrix))}
	for i := range count.Count {
		t.segment(o, i)
	}
	t.end()
	if t.curved {
		if box.W < 18 && box.H < 18 && mode.Stroke || len(t.parts) <= 2 && rounded(box, int(count.Count)) {
			v.Boxes = append(v.Boxes, box)
		}
		return
	}
	for _, part := range t.parts {
		v.part(part, mode.Stroke)
	}
}

// rounded takes a curved path of few segments for a frame to write in: an oval, a box with round corners, drawn
// or filled between two outlines.
func rounded(box field.Rect, segments int) bool {
	return segments <= 240 && box.W > 24 && box.W < 400 && box.H > 12 && box.H < 50 && box.W > 1.3*box.H
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
