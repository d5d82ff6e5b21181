package pdf

import (
	"fmt"

	"indicum/core/field"
	"indicum/core/typeface"
)

// Continuation is a sheet behind a document for those who found no room on it.
type Continuation struct {
	Document string // its name
	Whom     string // for whom the sheet is
	Rows     []ContinuationRow
}

// ContinuationRow is one line on the sheet.
type ContinuationRow struct {
	Continues string  // what of the document it continues: “Page 3, beside the initials of Buyer 2”
	Under     string  // printed below the line
	W, H      float64 // of the place, in points
}

// ContinuationPlace is where a row's place lies on the sheet.
type ContinuationPlace struct {
	Page int // from 0
	field.Rect
}

// Sheet writes the sheet and says where the place of each row lies.
func (c Continuation) Sheet() ([]byte, []ContinuationPlace) {
	b := newBuilder()
	p := &recordPages{title: c.Document, name: "Continuation sheet"}
	p.turn()
	p.para("text", 9.5, recordLeft, fmt.Sprintf("This sheet is part of “%s”. It continues, for %s, the places named below, beside which there was no room.", c.Document, c.Whom))
	var out []ContinuationPlace
	for _, r := range c.Rows {
		p.room(r.H + 44)
		p.y += 18
		p.para("text", 8.5, recordLeft, r.Continues)
		p.y += r.H
		place := ContinuationPlace{len(p.pages) - 1, field.Rect{X: recordLeft, Y: p.y - r.H, W: min(r.W, recordRight-recordLeft), H: r.H}}
		out = append(out, place)
		line := &field.Shape{Stroked: true, Path: []typeface.Segment{{Op: 'M'}, {Op: 'L', P: [3][2]float64{{place.W, 0}}}}}
		p.add(field.Item{Shape: line, Scale: 1, Width: 0.6, X: recordLeft, Y: p.y})
		p.y += 10
		p.text("text", 7.5, recordLeft, r.Under)
		p.y += 6
	}
	b.laid(p.pages, "Continuation of "+c.Document)
	b.embedFonts()
	data, _ := b.finish()
	return data, out
}
