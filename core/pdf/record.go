package pdf

import (
	"fmt"
	"strings"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
	"indicum/core/typeface"
)

// Record is the printed form of a packet's ledger: the last pages of an executed copy.
type Record struct {
	Title     string
	Facts     [][2]string // label and value: property, office, packet
	Documents []RecordDocument
	People    []RecordPerson
	Events    []RecordEvent
	Head      string // hash of the ledger's last event before sealing
	Note      string // how times are given, how the seal can be checked
}

// RecordDocument is one document as it was sent.
type RecordDocument struct {
	Name   string
	Pages  int
	SHA256 string
}

// RecordPerson is one signer.
type RecordPerson struct {
	Code, Name string
	Lines      []string
}

// RecordEvent is one line of the history.
type RecordEvent struct{ At, What, Who, From string }

const (
	recordW, recordH = 612.0, 792.0
	recordLeft       = 60.0
	recordRight      = recordW - 60
	recordBottom     = recordH - 64
)

var recordRule = &field.Shape{Stroked: true, Path: []typeface.Segment{{Op: 'M'}, {Op: 'L', P: [3][2]float64{{recordRight - recordLeft, 0}}}}}

// recordPages lays the record out from the top, starting a page when one is full.
type recordPages struct {
	pages [][]field.Item
	y     float64
	name  string // what the pages are
	title string
}

func (b *builder) record(r Record) {
	p := &recordPages{name: "Signing record", title: r.Title}
	p.turn()
	for _, f := range r.Facts {
		p.pair(f[0], f[1])
	}
	p.heading("Documents as they were sent")
	for _, d := range r.Documents {
		p.para("strong", 9.5, recordLeft, fmt.Sprintf("%s, %s", d.Name, count(d.Pages, "page")))
		p.para("text", 8, recordLeft, "SHA-256 "+d.SHA256)
		p.y += 4
	}
	p.heading("People")
	for _, s := range r.People {
		p.room(30)
		p.text("strong", 9.5, recordLeft, s.Code)
		p.text("strong", 9.5, recordLeft+34, s.Name)
		p.y += 13
		for _, l := range s.Lines {
			p.para("text", 8.5, recordLeft+34, l)
		}
		p.y += 5
	}
	p.heading("History")
	for _, e := range r.Events {
		p.event(e)
	}
	p.y += 8
	p.para("text", 8, recordLeft, "Last entry of the ledger: "+r.Head)
	p.para("text", 8, recordLeft, r.Note)
	b.laid(p.pages, "Signing record")
}

// laid adds pages that were laid out, numbered at their feet.
func (b *builder) laid(pages [][]field.Item, name string) {
	for i, items := range pages {
		items = append(items, field.Item{Face: "text", Size: 8, X: recordLeft, Y: recordH - 36, Text: fmt.Sprintf("%s, page %d of %d", name, i+1, len(pages))})
		page := b.add(types.Dict{
			"Type": types.Name("Page"), "Parent": b.tree, "MediaBox": box{0, 0, recordW, recordH}.array(),
			"Resources": types.Dict{}, "Contents": b.stream(nil, []byte(" ")),
		})
		b.pages = append(b.pages, page)
		b.overlay(b.objs[page.ObjectNumber.Value()-1].(types.Dict), box{0, 0, recordW, recordH}, 0, items)
	}
}

func count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

func (p *recordPages) add(it field.Item) {
	p.pages[len(p.pages)-1] = append(p.pages[len(p.pages)-1], it)
}

func (p *recordPages) turn() {
	p.pages = append(p.pages, nil)
	p.y = 64
	if len(p.pages) == 1 {
		p.text("title", 21, recordLeft, p.name)
		p.y += 24
		p.para("title", 13, recordLeft, p.title)
		p.y += 8
	}
	p.rule()
	p.y += 16
}

func (p *recordPages) rule() {
	p.add(field.Item{Shape: recordRule, Scale: 1, Width: 0.6, X: recordLeft, Y: p.y})
}

func (p *recordPages) room(h float64) {
	if p.y+h > recordBottom {
		p.turn()
	}
}

func (p *recordPages) text(face string, size, x float64, s string) {
	if strings.TrimSpace(s) != "" {
		p.add(field.Item{Face: face, Size: size, X: x, Y: p.y, Text: s})
	}
}

// para sets text in lines between x and the right margin; a word longer than a line is broken.
func (p *recordPages) para(face string, size, x float64, s string) {
	for _, line := range wrapText(typeface.Get(face), s, size, recordRight-x) {
		p.room(size * 1.4)
		p.text(face, size, x, line)
		p.y += size * 1.4
	}
}

func wrapText(f *typeface.Family, s string, size, width float64) []string {
	var lines []string
	line := ""
	for _, word := range strings.Fields(s) {
		for f.Width(word, size) > width {
			cut := []rune(word)
			for len(cut) > 1 && f.Width(string(cut), size) > width {
				cut = cut[:len(cut)-1]
			}
			if line != "" {
				lines, line = append(lines, line), ""
			}
			lines, word = append(lines, string(cut)), word[len(string(cut)):]
		}
		joined := strings.TrimSpace(line + " " + word)
		if f.Width(joined, size) > width {
			lines, joined = append(lines, line), word
		}
		line = joined
	}
	if line != "" {
		lines = append(lines, line)
	}
	return lines
}

func (p *recordPages) heading(s string) {
	p.room(50)
	p.y += 14
	p.text("title", 13, recordLeft, s)
	p.y += 6
	p.rule()
	p.y += 15
}

func (p *recordPages) pair(label, value string) {
	p.room(13)
	p.text("text", 9, recordLeft, label)
	p.para("strong", 9, recordLeft+90, value)
	p.y += 1
}

func (p *recordPages) event(e RecordEvent) {
	what := wrapText(typeface.Get("text"), e.Who+" "+e.What, 8.5, 284)
	p.room(12 * float64(len(what)))
	p.text("text", 8.5, recordLeft, e.At)
	p.text("text", 8.5, recordRight-88, e.From)
	for _, l := range what {
		p.text("text", 8.5, recordLeft+112, l)
		p.y += 12
	}
}
