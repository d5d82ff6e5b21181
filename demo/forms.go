package demo

import (
	"bytes"
	"fmt"
	"strings"
)

// form draws a made-up county form with the standard PDF fonts: no files, nothing from outside.
type form struct {
	title, number string
	pages         []*bytes.Buffer
	y             float64 // from the top, in points
	rows          []row
}

// row is where somebody's signature line stands.
type row struct {
	page int
	line float64 // from the top, in points
}

func newForm(title, number string) *form { return &form{title: title, number: number} }

const (
	formLeft  = 56.0
	formRight = 556.0
)

func (f *form) page() *bytes.Buffer { return f.pages[len(f.pages)-1] }

func (f *form) turn() {
	f.pages = append(f.pages, &bytes.Buffer{})
	f.text("F", 8, formLeft, 40, f.number)
	f.line(formLeft, formRight, 48)
	f.y = 84
}

func (f *form) text(font string, size, x, y float64, s string) {
	var enc strings.Builder // WinAnsiEncoding
	for _, r := range s {
		switch {
		case r == '(' || r == ')' || r == '\\':
			enc.WriteByte('\\')
			enc.WriteRune(r)
		case r == '’':
			enc.WriteString(`\222`)
		case r < 256:
			fmt.Fprintf(&enc, `\%03o`, r)
		default:
			enc.WriteByte('?')
		}
	}
	fmt.Fprintf(f.page(), "BT /%s %g Tf %g %g Td (%s) Tj ET\n", font, size, x, 792-y, enc.String())
}

func (f *form) line(x0, x1, y float64) {
	fmt.Fprintf(f.page(), "0.7 w %g %g m %g %g l S\n", x0, 792-y, x1, 792-y)
}

// clause writes a numbered paragraph of words that mean nothing in particular.
func (f *form) clause(n int, heading string, lines int) {
	if f.y+float64(lines)*14 > 690 {
		f.turn()
	}
	f.text("B", 10.5, formLeft, f.y, fmt.Sprintf("%d. %s", n, heading))
	f.y += 16
	words := strings.Fields("The parties agree that the matters named in this paragraph are settled as written here and that each of them has had time to read it and to take advice before signing and that nothing said beside it changes what it says unless it is written down and initialed by everyone concerned")
	at := (n*7 + f.seed()) % len(words)
	for i := range lines {
		s := ""
		for len(s) < 92-(i%3)*4 && !(i == lines-1 && len(s) > 40) {
			s += words[at%len(words)] + " "
			at += 1 + f.seed()%3
		}
		f.text("F", 9.5, formLeft, f.y, strings.TrimSpace(s))
		f.y += 13.5
	}
	f.y += 10
}

// seed makes the words of one form different from those of another.
func (f *form) seed() int {
	sum := 0
	for i, r := range f.title {
		sum += int(r) * (i%7 + 1)
	}
	return sum
}

// foot puts a line for initials at the foot of every page.
func (f *form) foot(who string, n int) {
	for i, p := range f.pages {
		last := f.pages
		f.pages = f.pages[:i+1]
		f.text("F", 8, formLeft, 752, who+"’s initials")
		for k := range n {
			x := formLeft + 92 + float64(k)*56
			f.line(x, x+44, 754)
		}
		f.text("F", 8, 500, 752, fmt.Sprintf("Page %d of %d", i+1, len(last)))
		f.pages = last
		_ = p
	}
}

// block writes a signature line with date and printed name.
func (f *form) block(label string) {
	if f.y > 660 {
		f.turn()
	}
	f.y += 24
	f.rows = append(f.rows, row{len(f.pages) - 1, f.y})
	f.line(formLeft, 256, f.y)
	f.line(274, 376, f.y)
	f.line(394, formRight, f.y)
	f.text("F", 7.5, formLeft, f.y+9, label)
	f.text("F", 7.5, 274, f.y+9, "Date")
	f.text("F", 7.5, 394, f.y+9, "Print name")
	f.y += 24
}

// bytes writes the file.
func (f *form) bytes() []byte {
	var out bytes.Buffer
	var at []int
	obj := func(s string) {
		at = append(at, out.Len())
		fmt.Fprintf(&out, "%d 0 obj\n%s\nendobj\n", len(at), s)
	}
	out.WriteString("%PDF-1.4\n")
	kids := ""
	for i := range f.pages {
		kids += fmt.Sprintf("%d 0 R ", 5+2*i)
	}
	obj("<</Type/Catalog/Pages 2 0 R>>")
	obj(fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d/MediaBox[0 0 612 792]/Resources<</Font<</F 3 0 R/B 4 0 R>>>>>>", kids, len(f.pages)))
	obj("<</Type/Font/Subtype/Type1/BaseFont/Helvetica/Encoding/WinAnsiEncoding>>")
	obj("<</Type/Font/Subtype/Type1/BaseFont/Times-Bold/Encoding/WinAnsiEncoding>>")
	for i, p := range f.pages {
		obj(fmt.Sprintf("<</Type/Page/Parent 2 0 R/Contents %d 0 R>>", 6+2*i))
		obj(fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", p.Len(), p.String()))
	}
	start := out.Len()
	fmt.Fprintf(&out, "xref\n0 %d\n0000000000 65535 f \n", len(at)+1)
	for _, n := range at {
		fmt.Fprintf(&out, "%010d 00000 n \n", n)
	}
	fmt.Fprintf(&out, "trailer\n<</Size %d/Root 1 0 R>>\nstartxref\n%d\n%%%%EOF\n", len(at)+1, start)
	return out.Bytes()
}

func (f *form) heading() {
	f.turn()
	f.text("B", 17, formLeft, f.y, f.title)
	f.y += 30
}

var clauses = []string{"Parties", "Property", "Price and deposit", "Financing", "Appraisal", "Title and survey", "Inspections", "Condition of the property", "Fixtures and what stays", "Possession", "Closing", "Costs", "Risk of loss", "Wells and septic", "Private road", "Default", "Time for acceptance", "Entire agreement", "Notices and copies", "Signatures"}

// PurchaseAgreement is a six-page sample with initials at every foot and three signature blocks.
func PurchaseAgreement() []byte { return purchaseAgreement().bytes() }

func purchaseAgreement() *form {
	f := newForm("Purchase agreement", "Fennel County form 12")
	f.heading()
	for i, c := range clauses {
		f.clause(i+1, c, 5+i%5*2)
	}
	for _, who := range []string{"Buyer 1", "Buyer 2", "Buyer’s agent"} {
		f.block(who)
	}
	f.foot("Buyer", 2)
	return f
}

// AgencyDisclosure is a two-page sample.
func AgencyDisclosure() []byte { return agencyDisclosure().bytes() }

func agencyDisclosure() *form {
	f := newForm("Agency disclosure", "Fennel County form 3")
	f.heading()
	for i, c := range clauses[:9] {
		f.clause(i+1, c, 3+i%4*2)
	}
	for _, who := range []string{"Client 1", "Client 2", "Agent"} {
		f.block(who)
	}
	f.foot("Client", 2)
	return f
}

// Addendum is a one-page sample with lines for the given people.
func Addendum(title string, who ...string) []byte {
	f := newForm(title, "Fennel County addendum")
	f.heading()
	for i := range 4 {
		f.clause(i+1, clauses[(i*3+len(title))%len(clauses)], 5)
	}
	for _, w := range who {
		f.block(w)
	}
	f.foot("Party", len(who))
	return f.bytes()
}

// Letter is a one-page letter on which nobody signs.
func Letter(from, subject string) []byte {
	f := newForm(from, from)
	f.turn()
	f.text("B", 14, formLeft, f.y, from)
	f.y += 40
	f.text("F", 10, formLeft, f.y, subject)
	f.y += 26
	for i := range 3 {
		f.clause(i+1, clauses[(i*5+len(subject))%len(clauses)], 4)
	}
	f.text("F", 10, formLeft, f.y+16, "With kind regards")
	return f.bytes()
}
