// Package field knows the places on a page where a signer puts something: their kinds, their
// geometry, and how what is put there is drawn. The same drawing serves the screen and the paper.
//
// Coordinates are PDF points with the origin at the top left of the page as displayed (crop box,
// after rotation); y grows downwards and Y+H lies on the printed line.
package field

import (
	"errors"
	"fmt"
	"math"
	"strings"
	"time"
	"unicode/utf8"
)

// Kind says what goes into a field.
type Kind string

// The kinds of fields.
const (
	Signature Kind = "signature"
	Initials  Kind = "initials"
	Date      Kind = "date"  // filled by the act of signing
	Name      Kind = "name"  // the signer's printed name, filled in for them
	Email     Kind = "email" // the signer's address, filled in for them
	Text      Kind = "text"
	Tick      Kind = "tick"
	Note      Kind = "note"   // text typed by the preparer; nobody fills it
	Strike    Kind = "strike" // printed words struck out, with what replaces them
)

// Kinds lists the kinds in the order in which they are offered.
func Kinds() []Kind {
	return []Kind{Signature, Initials, Date, Name, Email, Text, Tick, Note, Strike}
}

// Title is the kind as people read it.
func (k Kind) Title() string {
	return map[Kind]string{Signature: "signature", Initials: "initials", Date: "signing date", Name: "printed name", Email: "e-mail address", Text: "text", Tick: "tick", Note: "note", Strike: "struck term"}[k]
}

// Automatic reports whether the field fills itself when its signer acts.
func (k Kind) Automatic() bool { return k == Date || k == Name || k == Email }

// Preparers reports whether the field is the preparer’s own: it belongs to no signer and is on the page from
// the start.
func (k Kind) Preparers() bool { return k == Note || k == Strike }

// Rect is a rectangle in points.
type Rect struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	W float64 `json:"w"`
	H float64 `json:"h"`
}

// Within returns the rectangle moved and, if need be, made smaller so that it lies on a page of w by h
// points, and made larger so that it is no smaller than a field may be.
func (r Rect) Within(w, h float64) Rect {
	r.W, r.H = math.Min(math.Max(r.W, minSide), w), math.Min(math.Max(r.H, minSide), h)
	r.X, r.Y = math.Min(math.Max(r.X, 0), w-r.W), math.Min(math.Max(r.Y, 0), h-r.H)
	return r
}

// Field is a place on a page for one signer.
type Field struct {
	ID       string `json:"id"`       // made by the client: 8 to 32 letters, digits, '-' or '_'
	Document int64  `json:"document"` // the packet's document
	Page     int    `json:"page"`     // index in that document, from 0
	Kind     Kind   `json:"kind"`
	Rect
	Required bool   `json:"required"`
	Signer   int64  `json:"signer"`          // 0: nobody yet
	Label    string `json:"label"`           // for text: what is asked
	Value    string `json:"value,omitempty"` // what stands in it from the start; of a note and a struck term, all of it
	Style
	Bond
	Rev int `json:"rev"` // counts changes of this field; see desk.EditFields
}

// ErrField is wrapped by what Check refuses.
var ErrField = errors.New("the field can’t be placed like that")

const (
	minSide  = 6.0
	maxLabel = 120
	// MaxText is the longest text a signer may type into one field, in characters.
	MaxText = 500
)

// Check refuses a field that is malformed or does not lie on a page of w by h points.
func (f Field) Check(w, h float64) error {
	known := false
	for _, k := range Kinds() {
		known = known || k == f.Kind
	}
	bad := func(format string, args ...any) error {
		return fmt.Errorf("%w: %s", ErrField, fmt.Sprintf(format, args...))
	}
	switch {
	case len(f.ID) < 8 || len(f.ID) > 32 || strings.Trim(f.ID, "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-_") != "":
		return bad("it has no usable identity")
	case !known:
		return bad("there is no kind “%s”", f.Kind)
	case math.IsNaN(f.X + f.Y + f.W + f.H):
		return bad("its place is no number")
	case f.W < minSide || f.H < minSide:
		return bad("it must be at least %g points wide and high", minSide)
	case f.X < -0.01 || f.Y < -0.01 || f.X+f.W > w+0.01 || f.Y+f.H > h+0.01:
		return bad("it would leave the page")
	case utf8.RuneCountInString(f.Label) > maxLabel:
		return bad("its label is longer than %d characters", maxLabel)
	case len(f.Group) > 80 || len(f.Side) > 80 || (f.Group == "") != (f.Rule == "") || f.Rule != "" && !f.Rule.Valid():
		return bad("it can’t be part of such a choice")
	}
	return f.checkText()
}

// DateForm is how a signing date reads on the page.
const DateForm = "Jan 2, 2006"

// FormatDate writes the date on which at falls in the office's time zone.
func FormatDate(at time.Time, zone *time.Location) string { return at.In(zone).Format(DateForm) }
