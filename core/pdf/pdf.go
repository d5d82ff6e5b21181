// Package pdf is the only package that touches PDF bytes: taking files in, moving pages, rendering,
// drawing marks, sealing and verifying.
//
// Every file that comes from outside is parsed in a worker process (see Engine) that has no network,
// no files and bounded memory and time; only sealing and verifying, which parse nothing but the byte
// ranges they cover, run in the caller's process.
//
// Coordinates are points with the origin at the top left of the page as displayed (crop box, after
// rotation). Only this package converts to PDF user space (ISO 32000-1, 8.3).
package pdf

import (
	"errors"
	"fmt"

	"indicum/core/field"
)

// Limits on what is taken in.
const (
	MaxBytes = 50 << 20 // of one incoming file
	MaxPages = 5000     // of one file
	MaxSide  = 10800.0  // of a page, in points: 150 inches
)

// Page is one page as displayed.
type Page struct {
	Width  float64 `json:"width"`          // points
	Height float64 `json:"height"`         // points
	Rotate int     `json:"rotate"`         // the file's own /Rotate, already applied to Width and Height
	Turn   int     `json:"turn,omitempty"` // proposed: clockwise degrees that would set the text upright
}

// PageRef names a page of one of several sources, with an extra clockwise turn of 0, 90, 180 or 270.
type PageRef struct {
	Source int
	Page   int // from 0, or AllPages
	Turn   int
}

// AllPages as the page of a PageRef stands for every page of its source, in order.
const AllPages = -1

// Intake is what taking a file in found out.
type Intake struct {
	Pages []Page         `json:"pages"`
	Notes []string       `json:"notes"`
	Seals []IncomingSeal `json:"seals,omitempty"` // digital signatures the file came with
	Clean []byte         `json:"-"`               // the same pages without scripts, launch actions and attached files
}

// Placed is a mark with its place: an index into the documents of a Plan and a page in it.
type Placed struct {
	Document int
	Field    field.Field
	Mark     field.Mark
}

// Plan says what an executed copy is made of.
type Plan struct {
	Documents [][]byte
	Marks     []Placed
	Record    *Record // nil: without signing record
	Title     string
	Sealed    bool // reserve the place of a seal
}

// ErrRefused is wrapped by every refusal of a file; its text is a sentence for the person who
// brought the file.
var ErrRefused = errors.New("refused")

// SourceError says which of several sources an error is about, counted from 0.
type SourceError struct {
	Source int
	Err    error
}

func (e SourceError) Error() string { return e.Err.Error() }
func (e SourceError) Unwrap() error { return e.Err }

// refusal carries the sentence shown to a person.
type refusal struct{ Sentence string }

func (r refusal) Error() string        { return r.Sentence }
func (r refusal) Is(target error) bool { return target == ErrRefused }

func refuse(format string, args ...any) error { return refusal{fmt.Sprintf(format, args...)} }

// Sentence returns the sentence for a person that a refusal carries, "" when err is none.
func Sentence(err error) string {
	var r refusal
	if errors.As(err, &r) {
		return r.Sentence
	}
	return ""
}
