package cuts

import (
	"regexp"
	"strings"
	"unicode/utf8"
)

// What a form prints where somebody is to sign (common practice, no source): a drawn-out underscore, or
// a short line that names a signature, initials, a printed name.
var (
	place = regexp.MustCompile(`_{4,}|\bX\s*_{2,}`)
	label = regexp.MustCompile(`(?i)\b(signature|signed|sign here|initials?|initialed|printed? name|name printed|witness|notary|undersigned|seal)\b|^\s*(by|its|date|buyers?|sellers?|tenants?|landlords?|purchasers?)\s*(\d\s*)?:?\s*$`)
)

const shortLine = 6 // words: longer ones are prose that merely speaks of signing

// rides reports whether a document has no place where anybody would sign. Pages nobody can read leave
// that open, so that it then says no.
func rides(pages []Page) bool {
	read := 0
	for _, p := range pages {
		if p.Picture && len(p.Lines) == 0 {
			return false
		}
		for _, l := range p.Lines {
			text := strings.TrimSpace(l.Text)
			read += utf8.RuneCountInString(text)
			if place.MatchString(text) || len(strings.Fields(text)) <= shortLine && label.MatchString(text) {
				return false
			}
		}
	}
	return read > 0
}
