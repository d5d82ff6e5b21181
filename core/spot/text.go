package spot

import (
	"math"
	"regexp"
	"sort"
	"strings"
	"unicode"
)

// word is a piece of text without spaces.
type word struct {
	text                         string
	x0, x1, top, base, low, size float64
}

// segment is words of one line that stand together: a label, a heading, a line of a paragraph.
type segment struct {
	words             []word
	text              string
	x0, x1, top, base float64
	low, size         float64
	line              int  // segments of one line share it
	taken             bool // it names a place on its own line
}

func (s *segment) width() float64 { return s.x1 - s.x0 }

// stroke is a horizontal line that may be one to write on.
type stroke struct {
	x0, x1, y float64
	from      string
	dots      bool // typed with full stops
}

// printed is a page taken apart.
type printed struct {
	Page
	words   []word
	segs    []*segment
	strokes []stroke
	ups     []Rule // vertical
	ticks   []tick
	// what of the strokes turned out to belong to a frame or a table
	cells []cell
	size  float64 // of most of the type

	initialed bool // the page speaks of initials
}

type tick struct {
	x0, y0, x1, y1 float64
	from           string
}

const boxGlyphs = "☐□❑❒❏▢◻⬜○◯❍◘\uf06f\uf0a8\uf071\uf072\uf0a3\uf06d"

func isFiller(r rune) bool {
	switch r {
	case '_', '‗', '＿', '.', '…', '·', '-', '–', '—', '․':
		return true
	}
	return false
}

// least says how many of a filler make a line.
func least(r rune) int {
	switch r {
	case '_', '‗', '＿':
		return 2
	case '…':
		return 2
	case '.', '·', '․':
		return 5
	}
	return 6
}

// takeApart splits a page's runs into words, typed lines and typed boxes.
func takeApart(p Page) *printed {
	out := &printed{Page: p}
	for _, r := range p.Runs {
		out.run(r)
	}
	out.brackets()
	out.lines()
	out.size = out.usualSize()
	out.initialed = saysInitials(out.segs)
	return out
}

func (p *printed) run(r Run) {
	dings := strings.Contains(strings.ToLower(r.Font), "dings")
	ch := r.Chars
	for i := 0; i < len(ch); {
		c := ch[i]
		switch {
		case unicode.IsSpace(c.R) || c.R == 0:
			i++
		case strings.ContainsRune(boxGlyphs, c.R) || dings && strings.ContainsRune("o¨qrnpmlx£", c.R):
			p.ticks = append(p.ticks, squared(c, r.Size))
			i++
		case isFiller(c.R) && filler(ch[i:]) > 0:
			n := filler(ch[i:])
			p.typed(ch[i:i+n], r.Size)
			i += n
		default:
			n := wordLength(ch[i:], r.Size)
			p.words = append(p.words, p.wordOf(ch[i:i+n], r.Size))
			i += n
		}
	}
}

// squared takes a glyph for the box it shows; not every font gives its ink truly.
func squared(c Char, size float64) tick {
	w, h := c.X1-c.X0, c.Y1-c.Y0
	if w < 4 || h < 4 || h > 1.6*w || w > 1.6*h {
		s := math.Max(5, 0.72*size)
		return tick{c.X0, c.Y1 - s, c.X0 + s, c.Y1, "text"}
	}
	return tick{c.X0, c.Y0, c.X1, c.Y1, "text"}
}

// filler counts the characters of a typed line, spaces between them included, 0 if it is none.
func filler(ch []Char) int {
	first, n, end := ch[0].R, 0, 0
	for i, c := range ch {
		if c.R == first && (i == 0 || c.X0-ch[end-1].X1 < 9) {
			n++
			end = i + 1
			continue
		}
		if !unicode.IsSpace(c.R) || least(first) < 4 { // between underscores a space parts two lines
			break
		}
	}
	if n < least(first) {
		return 0
	}
	return end
}

func (p *printed) typed(ch []Char, size float64) {
	s := stroke{x0: ch[0].X0, x1: ch[len(ch)-1].X1, y: (ch[0].Y0 + ch[0].Y1) / 2, from: "text"}
	if ch[0].R == '.' || ch[0].R == '…' || ch[0].R == '·' {
		s.y, s.dots = ch[0].Y1, true
	}
	p.strokes = append(p.strokes, s)
}

// brackets pairs those with nothing between them: a box to tick when they are close, else a line.
func (p *printed) brackets() {
	for i, a := range p.words {
		at := strings.IndexByte("[({", a.text[len(a.text)-1])
		if at < 0 {
			continue
		}
		var next *word
		for k := range p.words {
			if b := &p.words[k]; k != i && math.Abs(b.low-a.low) < 3 && b.x0 > a.x1-0.5 && (next == nil || b.x0 < next.x0) {
				next = b
			}
		}
		if next == nil || next.text[0] != "])}"[at] || p.blankBetween(a, *next) {
			continue
		}
		base := a.low - 0.2*a.size
		switch gap := next.x0 - a.x1; {
		case gap < 1 || gap > 150:
		case gap <= 1.6*a.size:
			mid, half := (a.x1+next.x0)/2, math.Max(4, math.Min(0.4*a.size, 6))
			p.ticks = append(p.ticks, tick{mid - half, base - 2*half, mid + half, base, "text"})
		default:
			p.strokes = append(p.strokes, stroke{x0: a.x1, x1: next.x0, y: base, from: "text"})
		}
	}
}

// blankBetween reports whether a line already stands between two words.
func (p *printed) blankBetween(a, b word) bool {
	for _, s := range p.strokes {
		if s.x0 > a.x1-3 && s.x1 < b.x0+3 && s.y > a.top-2 && s.y < a.low+4 {
			return true
		}
	}
	for _, r := range p.Rules {
		if r.X1 > r.X0 && r.X1-r.X0 > 0.4*(b.x0-a.x1) && r.X0 > a.x1-4 && r.X1 < b.x0+4 && r.Y0 > a.top-2 && r.Y0 < a.low+6 {
			return true
		}
	}
	return false
}

// wordLength counts the characters up to a space, a typed line or a gap.
func wordLength(ch []Char, size float64) int {
	for i := 1; i < len(ch); i++ {
		c := ch[i]
		if unicode.IsSpace(c.R) || strings.ContainsRune(boxGlyphs, c.R) || c.X0-ch[i-1].X1 > 0.6*size || (isFiller(c.R) && filler(ch[i:]) > 0) {
			return i
		}
	}
	return len(ch)
}

const descending = "gjpqy,;()[]{}|Q@$/\\_µçß"

func (p *printed) wordOf(ch []Char, size float64) word {
	w := word{x0: ch[0].X0, x1: ch[len(ch)-1].X1, top: math.Inf(1), size: size}
	var text strings.Builder
	var bases []float64
	for _, c := range ch {
		text.WriteRune(c.R)
		w.top, w.low = math.Min(w.top, c.Y0), math.Max(w.low, c.Y1)
		if unicode.IsLetter(c.R) && !strings.ContainsRune(descending, c.R) || unicode.IsDigit(c.R) {
			bases = append(bases, c.Y1)
		}
	}
	w.text = text.String()
	if p.Picture {
		w.text = corrected(w.text)
	}
	w.base = w.low
	if len(bases) > 0 {
		sort.Float64s(bases)
		w.base = bases[len(bases)/2]
	} else if strings.ContainsAny(w.text, "gjpqy()[]{}") {
		w.base = w.low - 0.2*size
	}
	return w
}

// lines sorts the words into lines and segments.
func (p *printed) lines() {
	ws := p.words
	sort.SliceStable(ws, func(a, b int) bool { return ws[a].base < ws[b].base })
	var rows [][]word
	for i := 0; i < len(ws); {
		j, base := i, ws[i].base
		for j < len(ws) && ws[j].base-base <= math.Max(1.8, 0.3*ws[j].size) && ws[j].base-ws[i].base < 5 {
			base = ws[j].base
			j++
		}
		row := append([]word(nil), ws[i:j]...)
		sort.SliceStable(row, func(a, b int) bool { return row[a].x0 < row[b].x0 })
		rows = append(rows, row)
		i = j
	}
	apart := 0.85 // of its size, wider than the space between two words
	if p.Picture {
		apart = 1.15 // the size is that of the ink there was
	}
	for n, row := range rows {
		var s *segment
		for _, w := range row {
			if s == nil || w.x0-s.x1 > math.Max(apart*math.Max(w.size, s.size), 5) || p.between(s, w) {
				s = &segment{x0: w.x0, top: w.top, size: w.size, line: n}
				p.segs = append(p.segs, s)
			}
			s.words = append(s.words, w)
			s.x1, s.top, s.low = math.Max(s.x1, w.x1), math.Min(s.top, w.top), math.Max(s.low, w.low)
			s.base = w.base
			if s.text != "" {
				s.text += " "
			}
			s.text += w.text
		}
	}
}

// usualSize is the size in which most of a page is set.
func (p *printed) usualSize() float64 {
	var all []float64
	for _, g := range p.segs {
		for range g.words {
			all = append(all, g.size)
		}
	}
	if len(all) == 0 {
		return 10
	}
	sort.Float64s(all)
	return math.Max(7, all[len(all)/2])
}

// sealed is the place for a seal behind a signature; it names nothing beside it.
var sealed = regexp.MustCompile(`(?i)^[(\[]?(seal|l\.\s?s\.)[)\]]$`)

// between reports whether a typed line, a box to tick or a vertical rule stands between a segment and
// the next word.
func (p *printed) between(s *segment, w word) bool {
	if sealed.MatchString(w.text) || sealed.MatchString(s.words[len(s.words)-1].text) {
		return true
	}
	for _, k := range p.strokes {
		if math.Abs(k.y-s.base) < 6 && k.x0 >= s.x1-2 && k.x1 <= w.x0+2 {
			return true
		}
	}
	for _, k := range p.ticks {
		if k.y1 > s.top-2 && k.y0 < s.base+2 && k.x0 >= s.x1-2 && k.x1 <= w.x0+2 {
			return true
		}
	}
	mid := s.base - 0.3*s.size
	for _, r := range p.Rules {
		if r.X1-r.X0 < 2.5 && r.Y0 < mid && r.Y1 > mid && r.X0 > s.x1-1.5 && r.X1 < w.x0+1.5 {
			return true
		}
	}
	for _, b := range p.Boxes {
		if b.Y < mid && b.Y+b.H > mid && b.X > s.x1-1.5 && b.X+b.W < w.x0+1.5 {
			return true
		}
	}
	return false
}
