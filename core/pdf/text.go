package pdf

import (
	"fmt"
	"math"
	"sort"

	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"

	"indicum/core/cuts"
)

// readTask asks for the text of the pages From to To (half open, from 0).
type readTask struct {
	Key      string
	From, To int
}

// read returns pages as the proposals need them: lines of text in displayed coordinates, and how far
// the text is from upright.
func (e *renderer) read(t readTask, data []byte) ([]cuts.Page, error) {
	doc, err := e.document(t.Key, data)
	if err != nil {
		return nil, err
	}
	marks := e.bookmarks(doc)
	var out []cuts.Page
	for i := t.From; i < t.To; i++ {
		p, err := e.readPage(doc, i)
		if err != nil {
			return nil, fmt.Errorf("read page %d: %w", i+1, err)
		}
		p.Bookmark = marks[i]
		out = append(out, p)
	}
	return out, nil
}

// bookmarks returns the titles of top-level bookmarks by page.
func (e *renderer) bookmarks(doc references.FPDF_DOCUMENT) map[int]string {
	out := map[int]string{}
	resp, err := e.instance.GetBookmarks(&requests.GetBookmarks{Document: doc})
	if err != nil {
		return out
	}
	for _, b := range resp.Bookmarks {
		dest := b.DestInfo
		if dest == nil && b.ActionInfo != nil {
			dest = b.ActionInfo.DestInfo
		}
		if dest != nil && out[dest.PageIndex] == "" {
			out[dest.PageIndex] = b.Title
		}
	}
	return out
}

func (e *renderer) readPage(doc references.FPDF_DOCUMENT, index int) (cuts.Page, error) {
	page := requests.Page{ByIndex: &requests.PageByIndex{Document: doc, Index: index}}
	size, err := e.instance.GetPageSize(&requests.GetPageSize{Page: page})
	if err != nil {
		return cuts.Page{}, err
	}
	out := cuts.Page{Width: size.Width, Height: size.Height}
	rotation, err := e.instance.FPDFPage_GetRotation(&requests.FPDFPage_GetRotation{Page: page})
	if err != nil {
		return out, err
	}
	turn := int(rotation.PageRotation) * 90
	// What is printed is read the way it would be read: on a page set upright.
	out.Turn = e.uprightTurn(page, turn)
	turn = (turn + out.Turn) % 360
	if out.Turn%180 != 0 {
		out.Width, out.Height = out.Height, out.Width
	}
	text, err := e.instance.GetPageTextStructured(&requests.GetPageTextStructured{Page: page, Mode: requests.GetPageTextStructuredModeRects, CollectFontInformation: true})
	if err != nil {
		return out, nil // a page whose text can't be read is a page without text
	}
	for _, r := range text.Rects {
		at := r.PointPosition
		l := turnedLine(at.Left, at.Bottom, at.Right, at.Top, out.Width, out.Height, turn)
		l.Text = r.Text
		if f := r.FontInformation; f != nil {
			l.Font, l.Size = f.Name, f.Size
		}
		if l.Size < 1 || l.Size > l.H*4 {
			l.Size = l.H // scaled type: the box says more than the nominal size
		}
		out.Lines = append(out.Lines, l)
	}
	out.Lines = joinLines(out.Lines)
	return out, nil
}

// turnedLine places a box given in user space on a page shown with a clockwise rotation; w and h are
// the page's size as shown.
func turnedLine(x0, y0, x1, y1, w, h float64, turn int) cuts.Line {
	switch turn {
	case 90:
		return cuts.Line{X: y0, Y: x0, W: y1 - y0, H: x1 - x0}
	case 180:
		return cuts.Line{X: w - x1, Y: y0, W: x1 - x0, H: y1 - y0}
	case 270:
		return cuts.Line{X: w - y1, Y: h - x1, W: y1 - y0, H: x1 - x0}
	}
	return cuts.Line{X: x0, Y: h - y1, W: x1 - x0, H: y1 - y0}
}

// joinLines sorts pieces of text from top to bottom and joins those on one line.
func joinLines(in []cuts.Line) []cuts.Line {
	sort.SliceStable(in, func(a, b int) bool {
		if d := (in[a].Y + in[a].H) - (in[b].Y + in[b].H); math.Abs(d) > 2 {
			return d < 0
		}
		return in[a].X < in[b].X
	})
	var out []cuts.Line
	for _, l := range in {
		if n := len(out); n > 0 {
			last := &out[n-1]
			gap := l.X - (last.X + last.W)
			if math.Abs((last.Y+last.H)-(l.Y+l.H)) <= 2 && gap > -2 && gap < max(last.Size, l.Size)*1.2 {
				space := ""
				if gap > l.Size*0.15 {
					space = " "
				}
				last.Text += space + l.Text
				last.W = l.X + l.W - last.X
				continue
			}
		}
		out = append(out, l)
	}
	return out
}

// uprightTurn samples the angles of a page's characters and returns the clockwise turn that would set
// most of them upright as displayed; 0 when they are, or when there is too little text to say.
func (e *renderer) uprightTurn(page requests.Page, rotation int) int {
	loaded, err := e.instance.FPDFText_LoadPage(&requests.FPDFText_LoadPage{Page: page})
	if err != nil {
		return 0
	}
	defer e.instance.FPDFText_ClosePage(&requests.FPDFText_ClosePage{TextPage: loaded.TextPage})
	chars, err := e.instance.FPDFText_CountChars(&requests.FPDFText_CountChars{TextPage: loaded.TextPage})
	if err != nil || chars.Count < 20 {
		return 0
	}
	votes := map[int]int{}
	asked := 0
	for i := 0; i < chars.Count; i += max(1, chars.Count/60) {
		angle, err := e.instance.FPDFText_GetCharAngle(&requests.FPDFText_GetCharAngle{TextPage: loaded.TextPage, Index: i})
		if err != nil || angle.CharAngle < 0 {
			continue
		}
		asked++
		quarter := int(math.Round(float64(angle.CharAngle)/(math.Pi/2))) % 4
		votes[quarter*90]++
	}
	for degrees, n := range votes {
		if n*10 > asked*8 {
			// The text stands at that angle, counter-clockwise, before the page is rotated clockwise.
			return ((degrees-rotation)%360 + 360) % 360
		}
	}
	return 0
}
