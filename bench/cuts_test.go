package bench

import (
	"bytes"
	"context"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"indicum/core/cuts"
	"indicum/core/pdf"
)

// maker is a way of laying out forms: every maker of forms has habits of its own.
type maker struct {
	w, h           float64
	font           string
	size           float64
	head, foot     string // %d: form number; "" for none
	counter        string // with page and total; "" for none
	titleSize      float64
	titleCaps      bool
	clauses, title bool
}

var makers = []maker{
	{612, 792, "Helvetica", 10, "County form %d", "", "Page %d of %d", 18, false, true, true},
	{612, 792, "Times-Roman", 11, "", "Form no. %d, rev. 4", "%d / %d", 16, true, true, true},
	{612, 1008, "Helvetica", 9, "", "", "Page %d of %d", 14, true, false, true},
	{595, 842, "Times-Roman", 10, "Brokers’ guild, paper %d", "", "", 15, false, true, true},
	{612, 792, "Courier", 10, "", "", "", 14, true, true, true},
	{612, 792, "Helvetica", 10, "", "Form %d", "- %[1]d -", 13, true, false, true},
	{612, 792, "Times-Roman", 10.5, "", "", "", 20, false, false, true},
	{612, 792, "Helvetica", 11, "Disclosure series %d", "All rights with the maker", "", 15, false, false, true},
	{612, 792, "Helvetica", 9.5, "", "Initials ____ ____", "Page %d of %d", 12.5, true, true, true},
	{792, 612, "Helvetica", 10, "", "Schedule %d", "", 16, false, false, true},
	{612, 792, "Times-Roman", 10, "", "Sheet for file %d", "%d of %d", 17, false, true, true},
	{612, 792, "Courier", 9, "LOT %d", "", "pg. %d/%d", 13, true, false, true},
}

var titles = []string{"Purchase agreement", "Agency disclosure", "Lead paint notice", "Well and septic addendum", "Inspection elections", "Counteroffer", "Seller property statement", "Private road notice", "Heating oil tank disclosure", "Closing cost schedule", "Wire fraud warning", "Extension of time", "Survey waiver", "Shoreline addendum"}

func (m maker) form(r *rand.Rand, title string, n, number int) []byte {
	words := strings.Fields("the parties to this paper agree that what is written here holds and that each has read it with care before signing and keeps a copy of it for as long as the sale runs and after")
	var b bytes.Buffer
	var at []int
	obj := func(s string) {
		at = append(at, b.Len())
		fmt.Fprintf(&b, "%d 0 obj\n%s\nendobj\n", len(at), s)
	}
	b.WriteString("%PDF-1.4\n")
	kids := ""
	for i := range n {
		kids += fmt.Sprintf("%d 0 R ", 4+2*i)
	}
	obj("<</Type/Catalog/Pages 2 0 R>>")
	obj(fmt.Sprintf("<</Type/Pages/Kids[%s]/Count %d/MediaBox[0 0 %g %g]/Resources<</Font<</F 3 0 R>>>>>>", kids, n, m.w, m.h))
	obj("<</Type/Font/Subtype/Type1/Encoding/WinAnsiEncoding/BaseFont/" + m.font + ">>")
	clause := 1
	for i := range n {
		var ops strings.Builder
		text := func(size, x, y float64, s string) {
			s = strings.NewReplacer("’", "'", "(", `\(`, ")", `\)`).Replace(s)
			fmt.Fprintf(&ops, "BT /F %g Tf %g %g Td (%s) Tj ET\n", size, x, m.h-y, s)
		}
		if m.head != "" {
			text(8, 54, 36, fmt.Sprintf(m.head, number))
		}
		y := 84.0
		if i == 0 {
			shown := title
			if m.titleCaps {
				shown = strings.ToUpper(title)
			}
			text(m.titleSize, 54, y, shown)
			y += 34
		}
		bottom := m.h - 100 - float64(r.IntN(3))*60
		if i == n-1 {
			bottom -= 150
		}
		for y < bottom {
			k := r.IntN(len(words) - 14)
			line := strings.Join(words[k:k+9+r.IntN(5)], " ")
			if m.clauses && r.IntN(5) == 0 {
				line = fmt.Sprintf("%d. %s", clause, strings.ToUpper(line[:1])+line[1:])
				clause++
			}
			text(m.size, 54, y, line)
			y += m.size * 1.4
		}
		if m.foot != "" {
			text(8, 54, m.h-38, strings.Split(fmt.Sprintf(m.foot, number), "%!")[0])
		}
		if m.counter != "" {
			text(8, m.w-120, m.h-38, strings.Split(fmt.Sprintf(m.counter, i+1, n), "%!")[0])
		}
		obj(fmt.Sprintf("<</Type/Page/Parent 2 0 R/Contents %d 0 R>>", 5+2*i))
		obj(fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", ops.Len(), ops.String()))
	}
	start := b.Len()
	fmt.Fprintf(&b, "xref\n0 %d\n0000000000 65535 f \n", len(at)+1)
	for _, a := range at {
		fmt.Fprintf(&b, "%010d 00000 n \n", a)
	}
	fmt.Fprintf(&b, "trailer\n<</Size %d/Root 1 0 R>>\nstartxref\n%d\n%%%%EOF\n", len(at)+1, start)
	return b.Bytes()
}

// Cuts, names and turns proposed for combined files, against how they were combined. The makers
// were written after the rules and the rules not tuned to them since; a third is reported by itself,
// so that whoever does tune can keep it back.
func BenchmarkProposals(b *testing.B) {
	for part, choice := range map[string][]maker{"seen": makers[:8], "held-back": makers[8:]} {
		b.Run(part, func(b *testing.B) { measure(b, choice, 60, false) })
		b.Run(part+"-scanned", func(b *testing.B) { measure(b, choice, 12, true) })
	}
}

// measure combines forms of some makers, times over. As scans, every page becomes a picture first.
func measure(b *testing.B, choice []maker, times int, scans bool) {
	ctx := context.Background()
	r := rand.New(rand.NewPCG(uint64(len(choice)), 11))
	var cutsRight, cutsMade, cutsTrue, names, forms, turnsRight, turned, upright, falseTurns int
	for range times {
		var sources [][]byte
		var refs []pdf.PageRef
		starts := map[int]string{}
		turns := map[int]int{}
		for range 2 + r.IntN(4) {
			m, title, n := choice[r.IntN(len(choice))], titles[r.IntN(len(titles))], 1+r.IntN(6)
			starts[len(refs)] = title
			for p := range n {
				turn := 0
				if r.IntN(12) == 0 {
					turn = 90 * (1 + r.IntN(3))
				}
				turns[len(refs)] = (360 - turn) % 360
				refs = append(refs, pdf.PageRef{Source: len(sources), Page: p, Turn: turn})
			}
			form := m.form(r, title, n, 1+r.IntN(90))
			if scans {
				form = scannedFile(b, r, form)
			}
			sources = append(sources, form)
		}
		data := must[[]byte](b)(engine.Compose(ctx, sources, refs))
		read := must[[]cuts.Page](b)(engine.Read(ctx, fmt.Sprint("bench", r.Uint64()), len(refs), data))
		if scans {
			if err := engine.ReadScans(ctx, fmt.Sprint("bench", r.Uint64()), data, read, nil); err != nil {
				b.Fatal(err)
			}
		}
		for i, p := range read {
			if turns[i] != 0 {
				turned++
				if p.Turn == turns[i] {
					turnsRight++
				}
			} else {
				upright++
				if p.Turn != 0 {
					falseTurns++
				}
			}
		}
		cutsTrue += len(starts) - 1
		forms += len(starts)
		for _, p := range cuts.Propose(read) {
			title, right := starts[p.From-1]
			if p.From > 1 {
				cutsMade++
				if right {
					cutsRight++
				}
			}
			if right && strings.EqualFold(p.Name, title) {
				names++
			}
		}
	}
	b.ReportMetric(float64(cutsRight)/float64(max(1, cutsMade)), "cut-precision")
	b.ReportMetric(float64(cutsRight)/float64(cutsTrue), "cut-recall")
	b.ReportMetric(float64(names)/float64(forms), "names")
	b.ReportMetric(float64(turnsRight)/float64(max(1, turned)), "turns")
	b.ReportMetric(float64(falseTurns)/float64(upright), "false-turns")
	b.ReportMetric(0, "ns/op")
}
