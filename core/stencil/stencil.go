// Package stencil keeps the places of a form that recurs, by seat, and puts them onto the same form when it
// shows up again: filled in, scanned, inside a merged file, or in a newer edition. It works on what was seen
// on the pages and knows nothing of PDF.
package stencil

import (
	"slices"
	"strings"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/likeness"
	"indicum/core/spot"
)

// Form is a form as its places were kept.
type Form struct {
	Title  string // as the pages bear it, "" where unknown
	Prints []likeness.Print
	Pages  []spot.Sight
	Places []Place
}

// Place is a field of the form. Its Document, Signer and Rev say nothing.
type Place struct {
	field.Field
	Seat   deal.Seat `json:"seat"`   // nothing for the preparer’s own kinds
	Person int       `json:"person"` // of several who share the seat, such as proxies, counted from 0
	Again  int       `json:"again"`  // the person’s second turn, and so on, counted from 0
}

// Paper is a document in which forms are looked for.
type Paper struct {
	Prints []likeness.Print
	Titles []string // of the form that begins on a page, "" for none; as many as pages
	Pages  []spot.Sight
}

// Match says which page of a paper each page of a form is.
type Match struct {
	Form  int
	Pages []int   // of the paper, -1 where the form's page is not there
	Share float64 // of the form's words, about
}

// From which share on a form is recognised: where the paper bears its title at that place, where one of them
// has none, and where the title is another: one maker's forms share much of their text.
const (
	titled   = 0.38
	untitled = 0.75
	mistaken = 0.9
	faint    = 0.2 // below which two pages are not the same at all
)

// Find looks for forms in a paper. No page belongs to two; the likeliest form goes first, the one that was
// given first among equals.
func Find(forms []Form, paper Paper) []Match {
	var out []Match
	used := make([]bool, len(paper.Prints))
	best := make([]Match, len(forms)) // the likeliest place of each
	for i, f := range forms {
		best[i] = in(f, paper, used)
	}
	for {
		at := -1
		for i, m := range best {
			if m.Share > 0 && (at < 0 || m.Share > best[at].Share) {
				at = i
			}
		}
		if at < 0 {
			return out
		}
		m := best[at]
		m.Form = at
		out = append(out, m)
		for _, p := range m.Pages {
			if p >= 0 {
				used[p] = true
			}
		}
		for i, o := range best {
			if slices.ContainsFunc(o.Pages, func(p int) bool { return p >= 0 && used[p] }) {
				best[i] = in(forms[i], paper, used)
			}
		}
	}
}

// in finds where a form is likeliest in a paper; a share of 0 says nowhere.
func in(f Form, paper Paper, used []bool) (best Match) {
	total := 0.0
	for _, p := range f.Prints {
		total += float64(p.Words)
	}
	if total == 0 {
		return best
	}
	same := func(i, j int) float64 {
		if used[j] {
			return 0
		}
		r := likeness.Resemblance(f.Prints[i], paper.Prints[j])
		if r < faint {
			return 0
		}
		return r * float64(f.Prints[i].Words) / total
	}
	table := make([][]float64, len(f.Prints))
	for i := range table {
		table[i] = make([]float64, len(paper.Prints))
		for j := range table[i] {
			table[i][j] = same(i, j)
		}
	}
	for from := range paper.Prints {
		if used[from] || !begins(table, from) {
			continue
		}
		to := min(len(paper.Prints), from+len(f.Prints)+2) // an edition may have pages more
		m := chain(table, from, to)
		if m.Share >= needed(f.Title, paper.Titles[from]) && m.Share > best.Share {
			best = m
		}
	}
	return best
}

func needed(a, b string) float64 {
	switch {
	case a == "" || b == "":
		return untitled
	case alike(a, b):
		return titled
	}
	return mistaken
}

// alike reports whether two titles are the same but for a letter or two that a reader of scans mistook: most
// of their pairs of letters are in both.
func alike(a, b string) bool {
	pairs := func(s string) map[string]int {
		out := map[string]int{}
		r := []rune(strings.ToLower(strings.Join(strings.Fields(s), " ")))
		for i := 0; i+1 < len(r); i++ {
			out[string(r[i:i+2])]++
		}
		return out
	}
	if strings.EqualFold(a, b) {
		return true
	}
	x, y := pairs(a), pairs(b)
	common, all := 0, 0
	for k, n := range x {
		common += min(n, y[k])
		all += n
	}
	for _, n := range y {
		all += n
	}
	return all > 0 && float64(2*common)/float64(all) >= 0.8
}

// begins reports whether one of a form's first pages may be a page of the paper; the very first may be missing.
func begins(table [][]float64, at int) bool {
	for _, row := range table[:min(2, len(table))] {
		if row[at] > 0 {
			return true
		}
	}
	return false
}

// chain matches a form's pages with a range of a paper's, both in order, so that they resemble each other most.
func chain(table [][]float64, from, to int) Match {
	n, w := len(table), to-from
	best := make([][]float64, n+1)
	for i := range best {
		best[i] = make([]float64, w+1)
	}
	for i := n - 1; i >= 0; i-- {
		for j := w - 1; j >= 0; j-- {
			best[i][j] = max(best[i+1][j], best[i][j+1])
			if s := table[i][from+j]; s > 0 {
				best[i][j] = max(best[i][j], s+best[i+1][j+1])
			}
		}
	}
	m := Match{Pages: make([]int, n), Share: best[0][0]}
	for i := range m.Pages {
		m.Pages[i] = -1
	}
	for i, j := 0, 0; i < n && j < w; {
		switch s := table[i][from+j]; {
		case s > 0 && best[i][j] == s+best[i+1][j+1]:
			m.Pages[i] = from + j
			i, j = i+1, j+1
		case best[i][j] == best[i+1][j]:
			i++
		default:
			j++
		}
	}
	return m
}
