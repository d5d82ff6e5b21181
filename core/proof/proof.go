// Package proof reads a draft before it is sent, as a careful assistant would: is every place
// assigned, has everybody something to do, can everybody be reached.
package proof

import (
	"fmt"
	"strings"
	"time"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/typeface"
)

// Draft is what the proof reads.
type Draft struct {
	Title     string
	Due       time.Time // zero: none
	Now       time.Time
	Documents []Document
	Signers   []Signer
	Fields    []field.Field
	Words     []Words
}

// Words is a text that goes out with the packet, and what of it nobody has filled in.
type Words struct {
	Where   string   // "The message", "The note to Lucie Dvorsky"
	Unknown []string // blanks that stand for nothing
	Empty   []string // blanks for which the deal has nothing
}

// Document is one of the draft's documents, in reading order.
type Document struct {
	ID    int64
	Name  string
	Pages int
	Rides bool // goes along; nobody is missed on it
}

// Signer is one of the draft's signers.
type Signer struct {
	Role  string // people of one role are to do alike
	ID    int64
	Name  string
	Email string

	Meant   string // the address that was probably meant, "" when it looks right
	Turn    int
	Person  string // the same for one person who stands in several turns or roles; "" for one who does not
	AnyOf   int64  // signers with the same number share places that any one of them fills
	For     string // whom a proxy signs for, "" for who signs for themself
	Prints  string // how a proxy's signature reads
	Proven  bool   // a proof of the proxy's authority is in the deal
	Expires string // the date to which that authority is said to run, "" for none
}

// Finding is something that must be put right before sending, and where to go to do so.
type Finding struct {
	Where    string `json:"where"` // "Page 5", "Lucie Dvorsky", "Packet"
	Text     string `json:"text"`
	Document int64  `json:"document,omitempty"`
	Page     int    `json:"page"` // index in the document
	Field    string `json:"field,omitempty"`
	Signer   int64  `json:"signer,omitempty"`
	Warn     bool   `json:"warn,omitempty"` // worth a look, but no reason not to send
	Over     bool   `json:"over,omitempty"` // there is too much, not too little
	Fix      string `json:"fix"`            // what the sheet opens: "field", "email", "title", "document", "people", "due", "letter"
}

// Open counts the findings that keep a draft from being sent.
func Open(list []Finding) int {
	n := 0
	for _, f := range list {
		if !f.Warn {
			n++
		}
	}
	return n
}

// Read returns the findings in the order in which one would put them right.
func Read(d Draft) []Finding {
	out := []Finding{}
	if strings.TrimSpace(d.Title) == "" {
		out = append(out, Finding{Where: "Packet", Text: "has no title", Fix: "title"})
	}
	if !d.Due.IsZero() && !d.Due.After(d.Now) {
		out = append(out, Finding{Where: "Packet", Text: "would lapse before it is sent", Fix: "due"})
	}
	if len(d.Documents) == 0 {
		out = append(out, Finding{Where: "Packet", Text: "has no document", Fix: "document"})
	}
	if len(d.Signers) == 0 {
		out = append(out, Finding{Where: "Packet", Text: "has nobody who signs", Fix: "people"})
	}
	for _, w := range d.Words {
		for _, blank := range w.Unknown {
			out = append(out, Finding{Where: w.Where, Text: "has “" + blank + "”, which stands for nothing", Fix: "letter"})
		}
		for _, blank := range w.Empty {
			out = append(out, Finding{Where: w.Where, Text: "has “" + blank + "”, and the deal does not say it", Fix: "letter"})
		}
	}
	required := map[int64]int{}
	known := map[int64]bool{}
	for _, s := range d.Signers {
		known[s.ID] = true
	}
	for _, f := range d.Fields {
		if must := f.Required && f.Group == "" || f.Rule == field.ExactlyOne || f.Rule == field.AtLeastOne; must && !f.Kind.Automatic() {
			required[f.Signer]++
		}
	}
	shared := map[int64]int{}
	for _, s := range d.Signers {
		if s.AnyOf != 0 {
			shared[s.AnyOf] += required[s.ID]
		}
	}
	for _, s := range d.Signers {
		if trouble := deal.CheckEmail(s.Email); trouble != "" {
			out = append(out, Finding{Where: s.Name, Text: trouble, Signer: s.ID, Fix: "email"})
		}
		if s.Meant != "" {
			out = append(out, Finding{Where: s.Name, Text: "has an address that may hold a slip: was " + s.Meant + " meant?", Signer: s.ID, Warn: true, Fix: "email"})
		}
		if missing := typeface.Get("text").Missing(s.Name + s.Prints); missing != "" {
			out = append(out, Finding{Where: s.Name, Text: "has characters in the name that can’t be printed yet: “" + missing + "”", Signer: s.ID, Fix: "people"})
		}
		for _, o := range d.Signers {
			if o.ID < s.ID && o.Person != "" && o.Person == s.Person && o.Turn == s.Turn && o.For == s.For {
				out = append(out, Finding{Where: s.Name, Text: fmt.Sprintf("stands twice in turn %d and would get two mails", s.Turn), Signer: s.ID, Fix: "people"})
			}
		}
		switch {
		case s.For != "" && s.Expires != "" && s.Expires < d.Now.Format("2006-01-02"):
			out = append(out, Finding{Where: s.Name, Text: "signs for " + s.For + " under an authority that ended on " + s.Expires, Signer: s.ID, Fix: "deal"})
		case s.For != "" && !s.Proven:
			out = append(out, Finding{Where: s.Name, Text: "signs for " + s.For + " without a proof of authority in the deal", Signer: s.ID, Warn: true, Fix: "deal"})
		}
		if required[s.ID]+shared[s.AnyOf] == 0 && len(d.Documents) > 0 {
			out = append(out, Finding{Where: s.Name, Text: "has no place they must fill", Signer: s.ID, Fix: "place"})
		}
	}
	used := map[int64]bool{}
	for _, f := range d.Fields {
		used[f.Document] = true
	}
	for _, doc := range d.Documents {
		if !used[doc.ID] && !doc.Rides && len(d.Signers) > 0 {
			out = append(out, Finding{Where: "“" + doc.Name + "”", Text: "has no place for anybody; if nobody signs on it, let it ride along", Document: doc.ID, Fix: "rides"})
		}
	}
	first := map[int64]int{}
	at := 0
	for _, doc := range d.Documents {
		first[doc.ID] = at
		at += doc.Pages
	}
	out = append(out, coverage(d)...)
	out = append(out, surplus(d)...)
	out = append(out, choices(d.Fields, func(f field.Field) string { return fmt.Sprintf("Page %d", first[f.Document]+f.Page+1) })...)
	for _, f := range d.Fields {
		if !known[f.Signer] && !f.Kind.Preparers() {
			out = append(out, Finding{Where: fmt.Sprintf("Page %d", first[f.Document]+f.Page+1), Text: nobodys(f), Document: f.Document, Page: f.Page, Field: f.ID, Fix: "field"})
		}
	}
	return out
}

// nobodys says of a field that it has no owner, and what it is.
func nobodys(f field.Field) string {
	if f.Label != "" {
		return "a place belongs to nobody: " + f.Label
	}
	return "a " + f.Kind.Title() + " belongs to nobody"
}

// choices finds choices that somebody could not make: with one side only, or with a side on which another
// has a place and they have none.
func choices(fields []field.Field, page func(field.Field) string) []Finding {
	type part struct {
		group  string
		signer int64
	}
	sides := map[part]map[string]bool{}
	all := map[string]map[string]bool{}
	first := map[part]field.Field{}
	var order []part
	for _, f := range fields {
		if f.Group == "" {
			continue
		}
		at := part{f.Group, f.Signer}
		if sides[at] == nil {
			sides[at], first[at] = map[string]bool{}, f
			order = append(order, at)
		}
		if all[f.Group] == nil {
			all[f.Group] = map[string]bool{}
		}
		sides[at][f.Side], all[f.Group][f.Side] = true, true
	}
	var out []Finding
	for _, at := range order {
		f := first[at]
		text := ""
		switch {
		case len(all[at.group]) < 2:
			text = "a choice has one side only"
		case len(sides[at]) < len(all[at.group]):
			text = "a choice lacks a side for one of the people in it"
		default:
			continue
		}
		out = append(out, Finding{Where: page(f), Text: text, Document: f.Document, Page: f.Page, Field: f.ID, Fix: "field"})
	}
	return out
}
