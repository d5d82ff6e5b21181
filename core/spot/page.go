// Package spot finds the places on a form where somebody signs, initials, dates, prints a name, ticks or
// writes, and says for which seat the form printed them. It works on an abstract page, so that each rule
// can be tested without a PDF.
//
// The rules come from how forms are laid out (common practice, no source): what is written stands on a
// line, in a cell or in a box; what it is stands left of it, below it in small type, above it, or at the
// head of its column and row; people of one role are listed in the order of their numbers.
package spot

import "indicum/core/field"

// Page is what is known of a page, set upright: points, origin at the top left.
type Page struct {
	Width, Height float64
	Runs          []Run
	Rules         []Rule
	Boxes         []field.Rect // small closed frames, round or square
	Widgets       []Widget
	Turn          int  // clockwise degrees by which the displayed page was turned to set it upright
	Picture       bool // rules and boxes were found on a bitmap
	Unread        bool // there may be words, but nothing could read them
	Paths         int  // how many strokes the page has; a drawing has thousands

	// Slope by which the lines of a scan fall to the right on the page. Everything above is given with the
	// page turned about its middle so that they run level.
	Skew float64
}

// Run is a piece of text on one line, as it was set.
type Run struct {
	Chars []Char
	Size  float64 // of the type
	Font  string
}

// Char is a character and the box of its ink.
type Char struct {
	R      rune
	X0, Y0 float64
	X1, Y1 float64
}

// Rule is a straight line, horizontal or vertical.
type Rule struct {
	X0, Y0, X1, Y1 float64 // Y0 is the upper end, X0 the left one
	Thick          float64
}

// Widget is a place of an interactive form (ISO 32000-1, 12.7).
type Widget struct {
	field.Rect
	Type   string // Tx, Btn, Ch or Sig
	Name   string // fully qualified
	Says   string // the alternate name, which is read out to people
	Filled bool
}

// The kinds of spots, in the words of `indicum lines`.
const (
	Signature = "signature"
	Initials  = "initials"
	Date      = "date"
	Name      = "name"
	Text      = "text"
	Checkbox  = "checkbox"
)

// Spot is a found place. Its lower edge lies on the line, on the page as displayed.
type Spot struct {
	Page       int     `json:"page"` // from 1
	Kind       string  `json:"kind"`
	X          float64 `json:"x"`
	Y          float64 `json:"y"`
	W          float64 `json:"w"`
	H          float64 `json:"h"`
	Role       string  `json:"role"`   // a deal.Role; "" where the form doesn't say
	Number     int     `json:"number"` // from 1; 0 where the form doesn't say
	Label      string  `json:"label"`
	From       string  `json:"from"`            // rule, text, widget or scan
	Group      string  `json:"group"`           // places of which one is chosen share it
	Side       string  `json:"side,omitempty"`  // which side of the choice it is
	About      string  `json:"about,omitempty"` // what the choice is about
	Confidence float64 `json:"confidence"`      // 0 to 1
}
