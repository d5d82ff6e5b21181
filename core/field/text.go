package field

import (
	"fmt"
	"math"
	"regexp"
	"strings"
	"unicode/utf8"

	"indicum/core/typeface"
)

// Style is how a text is set, and of what form it must be. The zero value is a line of type as large as
// fits.
type Style struct {
	Size   float64 `json:"size,omitempty"` // points; 0: as large as fits
	Bold   bool    `json:"bold,omitempty"`
	Align  string  `json:"align,omitempty"`  // "", "center" or "right"
	Format string  `json:"format,omitempty"` // one of Formats, "" for any
	Struck float64 `json:"struck,omitempty"` // of a struck term: the height in points of its words, at the foot of the field
}

// Format is a form that a text must have.
type Format struct {
	Name, Title, Example string
	re                   *regexp.Regexp
}

// Formats lists the forms of text that contracts ask for (common practice, no source).
func Formats() []Format { return formats }

var formats = []Format{
	{"time", "time", "5:00 PM", regexp.MustCompile(`(?i)^(0?[1-9]|1[0-2]):[0-5][0-9] ?[ap]\.?m\.?$|^([01]?[0-9]|2[0-3]):[0-5][0-9]$`)},
	{"ampm", "AM or PM", "PM", regexp.MustCompile(`(?i)^[ap]\.?m\.?$`)},
	{"day", "day of the month", "27", regexp.MustCompile(`(?i)^(0?[1-9]|[12][0-9]|3[01])(st|nd|rd|th)?$`)},
	{"month", "month", "November", regexp.MustCompile(`(?i)^(0?[1-9]|1[0-2]|jan(uary)?|feb(ruary)?|mar(ch)?|apr(il)?|may|june?|july?|aug(ust)?|sept?(ember)?|oct(ober)?|nov(ember)?|dec(ember)?)\.?$`)},
	{"year", "year", "2026", regexp.MustCompile(`^(19|20)?[0-9]{2}$`)},
	{"number", "number", "12", regexp.MustCompile(`^-?[0-9][0-9,]*(\.[0-9]+)?$`)},
	{"money", "amount of money", "$4,500.00", regexp.MustCompile(`^\$? ?[0-9][0-9,]*(\.[0-9]{2})?$`)},
	{"company", "company", "", nil}, {"license", "license number", "", nil}, {"title", "title or capacity", "", nil},
}

func formatOf(name string) (Format, bool) {
	for _, f := range formats {
		if f.Name == name {
			return f, true
		}
	}
	return Format{}, name == ""
}

// checkText refuses a style or a text that could not be set.
func (f Field) checkText() error {
	_, known := formatOf(f.Format)
	switch {
	case !known:
		return fmt.Errorf("%w: there is no form of text “%s”", ErrField, f.Format)
	case f.Align != "" && f.Align != "center" && f.Align != "right":
		return fmt.Errorf("%w: text can’t be set “%s”", ErrField, f.Align)
	case math.IsNaN(f.Size) || f.Size != 0 && (f.Size < minSize || f.Size > 36):
		return fmt.Errorf("%w: type is between %g and 36 points large", ErrField, minSize)
	case math.IsNaN(f.Struck) || f.Struck < 0 || f.Struck > f.H:
		return fmt.Errorf("%w: the struck words are higher than it", ErrField)
	case f.Kind == Strike && f.Value != "" && f.H-f.Struck < leastAbove:
		return fmt.Errorf("%w: there is no room above the struck words; what replaces them goes into a note beside", ErrField)
	case utf8.RuneCountInString(f.Value) > MaxText:
		return fmt.Errorf("%w: its text is longer than %d characters", ErrField, MaxText)
	}
	if f.Value != "" && f.Kind != Strike {
		if err := f.CheckText(f.Value); err != nil {
			return fmt.Errorf("%w: %w", ErrField, err)
		}
	}
	return nil
}

// face is the typeface a field's text is set in.
func (f Field) face() string {
	if f.Bold {
		return "strong"
	}
	return "text"
}

// textSize is the size at which a text stands in the field on one line.
func (f Field) textSize(text string) float64 {
	size := math.Min(maxSize, f.H*0.74)
	if f.Size > 0 {
		size = f.Size
	}
	if w := typeface.Get(f.face()).Width(text, 1); w > 0 {
		size = math.Min(size, (f.W-2*inset)/w)
	}
	return math.Max(size, minSize)
}

// CheckText refuses a text that would not fit the field, can’t be printed, or is not of the form asked for.
func (f Field) CheckText(text string) error {
	face := typeface.Get(f.face())
	if missing := face.Missing(text); missing != "" {
		return fmt.Errorf("%w: these characters can’t be printed here: “%s”", ErrField, missing)
	}
	if utf8.RuneCountInString(text) > MaxText || face.Width(text, f.leastSize()) > f.W-2*inset+0.01 {
		return ErrTooLong
	}
	if form, _ := formatOf(f.Format); form.re != nil && !form.re.MatchString(strings.TrimSpace(text)) {
		return fmt.Errorf("%w: this should be a %s, like “%s”", ErrField, form.Title, form.Example)
	}
	return nil
}

// Fits is about how many letters the field holds on its one line.
func (f Field) Fits() int {
	return max(1, int((f.W-2*inset)/typeface.Get(f.face()).Width("n", f.leastSize())))
}

// leastSize is the smallest size at which its text is set: type that was given a size is not made unreadable.
func (f Field) leastSize() float64 {
	if f.Size > 0 {
		return math.Min(f.Size, goodSize)
	}
	return minSize
}

// drawText sets a text on the lower edge of the field.
func (f Field) drawText(text string) []Item {
	if strings.TrimSpace(text) == "" {
		return nil
	}
	size := f.textSize(text)
	x := f.X + inset
	free := f.W - 2*inset - typeface.Get(f.face()).Width(text, size)
	switch f.Align {
	case "center":
		x += free / 2
	case "right":
		x += free
	}
	return []Item{{Text: text, Face: f.face(), Size: size, X: x, Y: f.Y + f.H - 0.26*size}}
}

const leastAbove = 6.5 // points above struck words in which what replaces them can be read

// drawStrike draws a line through printed words and, where there is room above them, what replaces them.
func (f Field) drawStrike() []Item {
	y := f.Y + f.H - f.Struck/2
	line := &Shape{Stroked: true, Path: []typeface.Segment{{Op: 'M', P: [3][2]float64{{0, 0}}}, {Op: 'L', P: [3][2]float64{{f.W, 0}}}}}
	items := []Item{{Shape: line, Scale: 1, Width: 0.9, X: f.X, Y: y}}
	above := f
	above.H -= f.Struck
	return append(items, above.drawText(f.Value)...)
}
