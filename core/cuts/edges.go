package cuts

import (
	"slices"
	"strings"
	"unicode"
)

// Lines at head and foot, which run through a document.

func edgeText(text string) string {
	return strings.ToLower(strings.Trim(strings.Join(strings.Fields(text), " "), "-–—_|. "))
}

// runs reports whether a line stands at the head or foot of both pages.
func runs(prev, cur traits, line string) bool {
	same := func(o string) bool {
		return line == o || (prev.page.Picture || cur.page.Picture) && alike(line, o)
	}
	return slices.ContainsFunc(prev.edges, same) && slices.ContainsFunc(cur.edges, same)
}

// alike reports whether two lines are the same but for a letter in eight, as lines read from scans are;
// their numbers must be the same.
func alike(a, b string) bool {
	if digits(a) != digits(b) {
		return false
	}
	if long, short := max(len(a), len(b)), min(len(a), len(b)); short*5 >= long*3 && (strings.Contains(a, b) || strings.Contains(b, a)) {
		return true // a word at the edge was not read
	}
	ra, rb := []rune(a), []rune(b)
	most := max(len(ra), len(rb)) / 8
	if most == 0 || len(ra)-len(rb) > most || len(rb)-len(ra) > most || len(ra) > 200 || len(rb) > 200 {
		return false
	}
	row := make([]int, len(rb)+1) // Levenshtein distance
	for j := range row {
		row[j] = j
	}
	for i, x := range ra {
		diagonal := row[0]
		row[0] = i + 1
		for j, y := range rb {
			cost := diagonal
			if x != y {
				cost++
			}
			diagonal = row[j+1]
			row[j+1] = min(cost, row[j]+1, row[j+1]+1)
		}
	}
	return row[len(rb)] <= most
}

func digits(s string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsDigit(r) {
			return r
		}
		return -1
	}, s)
}
