// Package cuts proposes where a file that holds several forms should be cut, and what the parts are
// called, from what is printed on its pages. It works on an abstract page, so that each sign can be
// tested without a PDF.
//
// The signs and their weights come from how forms are laid out (common practice, no source): page
// counters, running heads and feet, titles, paper, typeface, numbered clauses, bookmarks.
package cuts

import (
	"math"
	"regexp"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Line is a line of text on a page as displayed: points, origin at the top left; Y is the top.
type Line struct {
	Text string
	Font string // name of the typeface
	X, Y float64
	W, H float64
	Size float64 // of the type, in points
}

// Page is what is known of a page.
type Page struct {
	Width, Height float64
	Lines         []Line // from top to bottom
	Bookmark      string // title of a top-level bookmark that leads here
	Turn          int    // clockwise degrees that would set its text upright
	Picture       bool   // a scan or drawing, whether or not its words could be read
}

// Proposal is a document that the pages From to To, counted from 1, seem to be.
type Proposal struct {
	From       int     `json:"from"`
	To         int     `json:"to"`
	Name       string  `json:"name"`
	Confidence float64 `json:"confidence"`
	Rides      bool    `json:"rides,omitempty"` // nobody seems to sign on it: a letter, a cover sheet, a survey
}

// Propose returns the documents that pages seem to be, covering all of them. A file that is one
// document gives one proposal.
func Propose(pages []Page) []Proposal {
	if len(pages) == 0 {
		return nil
	}
	read := make([]traits, len(pages))
	for i, p := range pages {
		read[i] = traitsOf(p)
		if i > 0 && read[i].title != "" && runs(read[i-1], read[i], edgeText(read[i].title)) {
			read[i].title, read[i].titleSize = "", 0 // a running head
		}
	}
	var out []Proposal
	from, sure := 0, 1.0
	for i := 1; i <= len(pages); i++ {
		score := math.Inf(1)
		if i < len(pages) {
			score = boundary(read, i)
		}
		likely := 1 / (1 + math.Exp(-score))
		if likely <= 0.5 {
			sure = min(sure, 1-likely)
			continue
		}
		out = append(out, Proposal{From: from + 1, To: i, Name: read[from].name(), Confidence: math.Round(sure*100) / 100, Rides: rides(pages[from:i])})
		from, sure = i, likely
	}
	for i, p := range out {
		if p.Name == "" {
			out[i].Name = "Pages " + strconv.Itoa(p.From) + "–" + strconv.Itoa(p.To)
		}
	}
	return out
}

// traits are the signs a page gives.
type traits struct {
	page         Page
	blank        bool
	number, of   int      // "page 2 of 6"; 0 where not printed
	edges        []string // lines at head and foot, without page counters
	title        string
	titleSize    float64
	body         float64 // size of the running text
	font         string  // of the running text
	first, last  int     // numbers of the first and last numbered clause
	runsOn       bool    // the text stops in mid-sentence
	startsInside bool    // the text starts in mid-sentence
}

var (
	counters = []*regexp.Regexp{
		regexp.MustCompile(`(?i)\b(?:page|pg\.?|p\.)\s*(\d{1,4})\s*(?:of|/)\s*(\d{1,4})\b`),
		regexp.MustCompile(`^\W*(\d{1,4})\s*(?:of|/)\s*(\d{1,4})\W*$`),
	}
	lonely = []*regexp.Regexp{
		regexp.MustCompile(`(?i)\b(?:page|pg\.?)\s*(\d{1,4})\b`),
		regexp.MustCompile(`^[\s\-–—.]*(\d{1,3})[\s\-–—.]*$`),
	}
	clause = regexp.MustCompile(`^(?:§\s*|(?i:section|article|paragraph)\s+)?(\d{1,3})[.)]\s+\p{L}`)
)

const edgeShare = 0.105 // of the page's height is head, and as much foot

func traitsOf(p Page) traits {
	t := traits{page: p, blank: len(p.Lines) == 0 && !p.Picture}
	sizes := map[float64]int{}
	fonts := map[string]int{}
	var inner []Line
	for _, l := range p.Lines {
		text := strings.TrimSpace(l.Text)
		if text == "" {
			continue
		}
		n := utf8.RuneCountInString(text)
		sizes[math.Round(l.Size*2)/2] += n
		fonts[family(l.Font)] += n
		if l.Y < p.Height*edgeShare || l.Y+l.H > p.Height*(1-edgeShare) {
			t.edge(text)
		} else {
			inner = append(inner, l)
		}
	}
	t.body, t.font = most(sizes), most(fonts)
	for _, l := range inner {
		if m := clause.FindStringSubmatch(strings.TrimSpace(l.Text)); m != nil {
			t.last, _ = strconv.Atoi(m[1])
			if t.first == 0 {
				t.first = t.last
			}
		}
	}
	t.readTitle(p)
	if len(inner) > 0 {
		end := strings.TrimRight(strings.TrimSpace(inner[len(inner)-1].Text), `"”')`)
		last, _ := utf8.DecodeLastRuneInString(end)
		t.runsOn = utf8.RuneCountInString(end) > 30 && (unicode.IsLower(last) || last == ',')
		start, _ := utf8.DecodeRuneInString(strings.TrimSpace(inner[0].Text))
		t.startsInside = unicode.IsLower(start) && utf8.RuneCountInString(inner[0].Text) > 30
	}
	return t
}

// edge takes a line of head or foot: its page counter is read and taken out.
func (t *traits) edge(text string) {
	for _, c := range counters {
		if m := c.FindStringSubmatch(text); m != nil {
			number, _ := strconv.Atoi(m[1])
			of, _ := strconv.Atoi(m[2])
			if number >= 1 && number <= of {
				t.number, t.of = number, of
			}
			text = c.ReplaceAllString(text, " ")
		}
	}
	if t.number == 0 {
		for _, c := range lonely {
			if m := c.FindStringSubmatch(text); m != nil {
				t.number, _ = strconv.Atoi(m[1])
				text = c.ReplaceAllString(text, " ")
				break
			}
		}
	}
	if text = edgeText(text); len(text) > 2 {
		t.edges = append(t.edges, text)
	}
}

// readTitle finds the largest line in the upper part that stands out from the running text.
func (t *traits) readTitle(p Page) {
	for i, l := range p.Lines {
		text := strings.TrimSpace(l.Text)
		if l.Y > p.Height*0.4 || utf8.RuneCountInString(text) < 4 || utf8.RuneCountInString(text) > 90 || clause.MatchString(text) {
			continue
		}
		letters := 0
		for _, r := range text {
			if unicode.IsLetter(r) {
				letters++
			}
		}
		size := l.Size
		if text == strings.ToUpper(text) || strings.Contains(strings.ToLower(l.Font), "bold") {
			size *= 1.12
		}
		if letters < 4 || size < t.body*1.2 || size <= t.titleSize*1.02 {
			continue
		}
		t.title, t.titleSize = text, size
		// A title set in two lines of one size is one title.
		if i+1 < len(p.Lines) {
			if next := p.Lines[i+1]; math.Abs(next.Size-l.Size) < 0.3 && next.Y-l.Y < l.Size*1.7 && next.Font == l.Font && len(next.Text)+len(text) < 110 && !clause.MatchString(next.Text) {
				t.title += " " + strings.TrimSpace(next.Text)
			}
		}
	}
}

// family reduces a font's name to its typeface: without subset tag, weight and slant.
func family(font string) string {
	if i := strings.IndexByte(font, '+'); i == 6 {
		font = font[7:]
	}
	font = strings.ToLower(font)
	if i := strings.IndexAny(font, "-,"); i > 0 {
		font = font[:i]
	}
	return strings.TrimSuffix(strings.TrimSuffix(font, "mt"), "ps")
}

func most[K string | float64](counts map[K]int) K {
	var best K
	n := 0
	for k, c := range counts {
		if c > n || c == n && k > best {
			best, n = k, c
		}
	}
	return best
}

// boundary weighs the signs for a cut before page i, as the logarithm of the odds.
func boundary(read []traits, i int) float64 {
	prev, cur := read[i-1], read[i]
	score := -1.0
	if cur.blank { // an empty back side or separator goes with what is before it
		return -2
	}
	if prev.blank {
		score += 1.2
		for k := i - 1; k > 0 && read[k].blank; k-- {
			prev = read[k-1]
		}
	}
	score += byCounter(prev, cur)
	if d := math.Abs(prev.page.Width-cur.page.Width) + math.Abs(prev.page.Height-cur.page.Height); d > 4 {
		score += 1.5
		if math.Abs(prev.page.Width-cur.page.Height)+math.Abs(prev.page.Height-cur.page.Width) < 4 {
			score -= 1 // the same paper, turned
		}
	}
	score += byEdges(prev, cur)
	if cur.page.Bookmark != "" {
		score += 1.2
	}
	if cur.title != "" {
		score += 1.3
		if cur.titleSize > cur.body*1.45 {
			score += 0.7
		}
	}
	switch {
	case prev.font == "" || cur.font == "":
	case prev.font != cur.font:
		score += 0.9
	case math.Abs(prev.body-cur.body) > 0.9:
		score += 0.6
	default:
		score -= 0.4
	}
	switch {
	case prev.last > 0 && cur.first == prev.last+1:
		score -= 2.2
	case prev.last > 1 && cur.first == 1:
		score += 1.6
	}
	if prev.runsOn && cur.startsInside {
		score -= 1.4
	}
	return score
}

func byCounter(prev, cur traits) float64 {
	switch {
	case cur.of > 0 && prev.of == cur.of && cur.number == prev.number+1:
		return -5
	case cur.of > 0 && cur.number == 1:
		return 5
	case prev.of > 0 && prev.number == prev.of && cur.of != prev.of:
		return 3.5
	case cur.of > 0 && prev.of > 0 && cur.of != prev.of:
		return 3
	case cur.of > 0 && cur.number > 1 && prev.of == 0:
		return -0.5
	case cur.number > 1 && prev.number == cur.number-1:
		return -3
	case cur.number == 1 && prev.number > 0:
		return 3
	case cur.number > 0 && prev.number > 0 && cur.number <= prev.number:
		return 2
	case prev.of > prev.number && cur.of == 0: // the counter promises more pages
		return -0.8
	}
	return 0
}

// byEdges compares heads and feet: what runs along both pages speaks against a cut.
func byEdges(prev, cur traits) float64 {
	if len(prev.edges) == 0 && len(cur.edges) == 0 {
		return 0
	}
	if len(prev.edges) == 0 || len(cur.edges) == 0 {
		return 0.5
	}
	shared := 0
	for _, e := range cur.edges {
		if runs(prev, cur, e) {
			shared++
		}
	}
	share := float64(shared) / float64(max(1, min(len(prev.edges), len(cur.edges))))
	return 1.9 - 3.6*share
}

// name is what a document that starts with this page is called.
func (t traits) name() string {
	switch {
	case t.title != "":
		return tidy(t.title)
	case t.page.Bookmark != "":
		return tidy(t.page.Bookmark)
	case len(t.edges) > 0:
		return tidy(t.edges[0])
	}
	return ""
}

// tidy writes a printed title as a name: capitals throughout become sentence case.
func tidy(s string) string {
	s = strings.Trim(strings.Join(strings.Fields(s), " "), " .:-–—_")
	if s == strings.ToUpper(s) {
		s = strings.ToLower(s)
	}
	r := []rune(s)
	if len(r) > 120 {
		r = r[:120]
	}
	if len(r) > 0 {
		r[0] = unicode.ToUpper(r[0])
	}
	return string(r)
}
