// Package letter fills the blanks of message texts: words in braces, such as {property}, that stand for
// something the deal knows.
package letter

import (
	"regexp"
	"slices"
	"strings"
)

// Blank is a word that may stand in braces, and what it stands for.
type Blank struct {
	Word  string
	About string
}

// Blanks lists the words that can be filled, in the order in which they are offered.
func Blanks() []Blank {
	return []Blank{
		{"name", "whom the mail goes to"}, {"first name", "their first name"}, {"role", "their role in the deal"},
		{"property", "the deal’s property"}, {"packet", "the packet’s title"}, {"price", "the deal’s price"},
		{"offer date", "the deal’s offer date"}, {"closing date", "the deal’s closing date"}, {"last day", "the last day to sign"},
		{"buyers", "the buyers’ names"}, {"sellers", "the sellers’ names"}, {"me", "your name"}, {"office", "your office"},
	}
}

var braces = regexp.MustCompile(`\{\s*([^{}\n]{0,60}?)\s*\}`)

// Fill puts values into the blanks of a text. What it can't fill, because nobody knows the word or the deal
// has no such thing, stays as it is.
func Fill(text string, values map[string]string) string {
	return braces.ReplaceAllStringFunc(text, func(m string) string {
		if v := values[word(m)]; v != "" {
			return v
		}
		return m
	})
}

// Open lists what Fill would leave standing, each once: the words nobody knows, and those without a value.
func Open(text string, values map[string]string) (unknown, empty []string) {
	for _, m := range braces.FindAllString(text, -1) {
		w := word(m)
		known := slices.ContainsFunc(Blanks(), func(b Blank) bool { return b.Word == w })
		switch {
		case !known && !slices.Contains(unknown, m):
			unknown = append(unknown, m)
		case known && values[w] == "" && !slices.Contains(empty, m):
			empty = append(empty, m)
		}
	}
	return unknown, empty
}

func word(braced string) string {
	return strings.Join(strings.Fields(strings.ToLower(strings.Trim(braced, "{}"))), " ")
}

// FirstName is how somebody is addressed: the first word of a person's name.
func FirstName(name string) string {
	f := strings.Fields(name)
	if len(f) == 0 {
		return ""
	}
	return f[0]
}

// List joins names as a sentence does: “Marek Dvorsky and Lucie Dvorsky”.
func List(names []string) string {
	switch n := len(names); n {
	case 0:
		return ""
	case 1:
		return names[0]
	default:
		return strings.Join(names[:n-1], ", ") + " and " + names[n-1]
	}
}
