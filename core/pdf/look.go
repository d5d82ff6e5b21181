package pdf

import (
	"fmt"
	"math"

	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
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
