package spot

import (
	"math"
	"regexp"
	"strings"
	"unicode"
)

const (
	shortLine  = 66.0 // points; a person's initials need less, a signature more
	narrowCell = 84.0 // the same for a column of a table that has a person's seat at its head
)

var (
	sentenceEnd = regexp.MustCompile(`[.;!?]["”’)]?\s+`)
	smallWord   = regexp.MustCompile(`^[a-z]{2,}$`)                                               // of a sentence: at, on
	afterDetail = regexp.MustCompile(`(?i)\b(?:its|title|name|as):\s+\S+(?:\s\S+)?\s+(dated?:)$`) // Its: Member Date:
	datePart    = regexp.MustCompile(`(?i): *((?:day|month|year|time):?)$`)                       // one of several blanks that a heading names together
)

// tail is the part of a text before a blank that could name it; running reports that the blank stands
// in the middle of a sentence.
func tail(g *segment) (text string, running bool) {
	text = strings.TrimSpace(g.text)
	if at := sentenceEnd.FindAllStringIndex(text, -1); len(at) > 0 && len(strings.Fields(text)) > 4 {
		if rest := strings.TrimSpace(text[at[len(at)-1][1]:]); rest != "" {
			text = rest
		}
	}
	if m := datePart.FindStringSubmatch(text); m != nil {
		return m[1], false
	}
	if m := afterDetail.FindStringSubmatch(text); m != nil {
		return m[1], false
	}
	n := len(strings.Fields(text))
	if n <= 6 || strings.HasSuffix(text, ":") && n <= 16 {
		return text, false
	}
	f := strings.Fields(text)
	if last := strings.Join(f[max(0, n-4):], " "); initialsRe.MatchString(plain(last)) && regexp.MustCompile(`initials?\W*$`).MatchString(strings.ToLower(last)) {
		return last, false
	}
	return text, true
}

// goesOn reports whether a text right of a blank continues the sentence before it.
func goesOn(g *segment, q *place) bool {
	first := []rune(g.words[0].text)
	if g.x0-q.x1 > 9 {
		return false
	}
	m := read(g.text)
	if m.kind != "" && m.kind != Text || m.roleOnly || len(g.words) == 1 && q.left != nil && q.left.labelLike() {
		return false
	}
	return unicode.IsLower(first[0]) || strings.ContainsRune(",.;%", first[0]) || len(g.words) > 5 && !unicode.IsUpper(first[0])
}

var (
	preposition = regexp.MustCompile(`(?:\s|^)(?:by|on|of|at|to|for|from|the|and|with|within|until|before|after|between|than|is|be|in)$`)
	joining     = regexp.MustCompile(`^(this|day of|and|or|until|through|between)$`)
	definedTerm = regexp.MustCompile(`^\(\s*(?:hereinafter |the |called )*[“"”'‘]|^\([A-Za-z ]+\)[.,;]`)
)

// leadsOn reports whether a text before a blank is the beginning of a sentence: three words and a preposition.
func leadsOn(text string) bool {
	return len(strings.Fields(text)) >= 4 && preposition.MatchString(text) && !doneBy.MatchString(plain(text))
}

// defines reports whether what follows a blank in brackets is what the one named in it is called from there
// on, or goes on with a sentence: between ____ (Landlord) and ____ (“Tenant”).
func defines(q *place) bool {
	if q.right == nil || !strings.HasPrefix(q.right.text, "(") {
		return false
	}
	if definedTerm.MatchString(q.right.text) {
		return true
	}
	return q.left != nil && preposition.MatchString(q.left.text)
}

// interpret says what a place is from the texts around it. chained places must come after the place
// they follow.
func (p *printed) interpret(q *place, all []*place) {
	if w := q.widget; w != nil && p.named(q, w) {
		return
	}
	type witness struct {
		meaning
		text string
		sure float64
	}
	var say []witness
	add := func(text string, sure float64) {
		if m := read(text); m.kind != "" || m.role != "" || m.roleOnly {
			say = append(say, witness{m, text, sure})
		}
	}
	if q.inside != nil {
		add(q.inside.text, 0.95)
	}
	if q.left != nil && q.inside == nil && listed.MatchString(strings.TrimSpace(q.left.text)) {
		q.listed = int(listed.FindStringSubmatch(strings.TrimSpace(q.left.text))[1][0] - '0')
	} else if q.left != nil && q.inside == nil {
		text, running := tail(q.left)
		q.label = text
		q.sentence = running || q.right != nil && goesOn(q.right, q) && !strings.HasSuffix(text, ":") || leadsOn(text) || defines(q) || joining.MatchString(plain(text)) || text == "by" && sentenceBefore(q, all)
		if !q.sentence {
			add(text, 0.95)
		} else if m := read(text); !running && m.kind == Initials {
			q.sentence = false
			add(text, 0.9)
		}
	} else if q.right != nil && (goesOn(q.right, q) && q.typed || defines(q)) {
		q.sentence = true
	}
	if g := q.right; g != nil && !q.sentence && !g.taken && len(g.words) <= 5 && strings.HasPrefix(g.text, "(") && strings.HasSuffix(g.text, ")") {
		add(q.right.text, 0.9) // in brackets behind it
	}
	if q.below != nil && p.dividing(q) {
		q.below = nil
	}
	if q.below != nil {
		add(q.below.text, 0.95)
		if g := p.title(q.below); g != nil {
			add(g.text, 0.9)
		}
	}
	if q.right != nil && !q.right.taken && !q.sentence && len(q.right.words) <= 6 && !namedBefore(q) && !byLine.MatchString(plain(q.right.text)) && (len(say) == 0 || say[0].kind == "") {
		add(q.right.text, 0.85)
	}
	if q.head != nil {
		add(q.head.text, 0.9)
		if m := read(q.head.text); m.kind == "" && m.role == "" {
			say = append(say, witness{meaning{kind: Text}, q.head.text, 0.7})
		}
	}
	if q.rowHead != nil && q.rowHead != q.head {
		m := read(q.rowHead.text)
		if m.kind == Text && q.head != nil {
			m.kind = ""
		}
		say = append(say, witness{m, q.rowHead.text, 0.85})
	}
	if q.above != nil {
		add(q.above.text, 0.85)
	}
	q.sure = 0.5
	for _, s := range say {
		if q.kind == "" && s.kind != "" {
			q.kind, q.entity, q.sure = s.kind, s.entity, s.sure
			if q.label == "" || s.kind != Text {
				q.label = s.text
			}
		}
		if q.role == "" && s.role != "" {
			q.role, q.number = s.role, s.number
			if s.roleOnly && q.kind == "" {
				q.roleOnly, q.entity = true, s.entity
			}
			if q.label == "" {
				q.label = s.text
			}
		} else if q.role == s.role && q.number == 0 {
			q.number = s.number
		}
	}
	if q.rowHead != nil && q.role == "" && q.kind == Signature && signsToo.MatchString(plain(q.rowHead.text)) {
		q.nobodys = true
	}
	if q.role == "" && (q.kind == Initials || q.kind == Signature) && anyAgent.MatchString(plain(q.label)) {
		q.nobodys = true
	}
	p.followChain(q, len(say) == 0)
	if q.kind == "" && q.cell != nil && q.head != nil && q.number == 0 && p.ofMatter(q) && !p.initialed {
		q.kind, q.role, q.roleOnly, q.sure = Text, "", false, 0.6 // what it costs them, when it was done
	}
	if q.kind == "" && q.role != "" && !q.sentence {
		q.kind, q.roleOnly, q.sure = Signature, true, 0.85
		if q.width() < shortLine && q.cell == nil || q.width() < 44 || q.cell != nil && q.head != nil && q.width() < narrowCell {
			q.kind, q.sure = Initials, 0.8
		}
	}
	if q.kind == "" {
		q.kind, q.sure = Text, 0.6
		if q.label == "" {
			for _, g := range []*segment{q.inside, q.below, q.right, q.above, q.head} {
				if g != nil && q.label == "" {
					q.label = g.text
				}
			}
		}
	}
	if q.kind == Date && q.sentence {
		q.kind = Text
	}
}

// ofMatter reports whether a cell's row is about something that is not a person and asks for nothing by name.
func (p *printed) ofMatter(q *place) bool {
	if q.rowHead == nil || q.rowHead == q.head {
		return false
	}
	m := read(q.rowHead.text)
	return m == meaning{} || m.kind == Text && m.role == ""
}

// sentenceBefore reports whether the blank before a place in its row stands in a sentence: on ____ by ____.
func sentenceBefore(q *place, all []*place) bool {
	for _, o := range all {
		if math.Abs(o.y-q.y) < 5 && o.x1 <= q.left.x0+3 && q.left.x0-o.x1 < 20 && o.sentence {
			return true
		}
	}
	return false
}

// namedBefore reports whether a place is one of several right behind one another after one label: what follows
// them is another matter.
func namedBefore(q *place) bool {
	c := q.chained
	for c != nil && c.left == nil && c.chained != nil {
		c = c.chained
	}
	return c != nil && c.left != nil && c.kind == Initials && q.x0-q.chained.x1 < 16
}

// dividing reports whether a line goes across the page and has the title of the part that begins there at its
// left end: it is no line to write on.
func (p *printed) dividing(q *place) bool {
	g := q.below
	return q.from != "text" && q.cell == nil && q.widget == nil && q.left == nil && q.width() > 0.66*p.Width && g.x0 < q.x0+14 && g.width() < 0.4*q.width() && read(g.text).roleOnly
}

// followChain gives a place the meaning of the one before it in its row, when nothing stands between.
func (p *printed) followChain(q *place, silent bool) {
	c := q.chained
	if c != nil && c.dropped { // part of a date
		c = c.chained
	}
	if c == nil || c.dropped {
		return
	}
	if silent && (c.kind == Initials || c.kind == Signature && q.width() < shortLine) {
		q.kind, q.role, q.sure, q.label = c.kind, c.role, c.sure-0.03, c.label
	} else if silent && c.kind == Date && q.x0-c.x1 < 12 && q.width() < 60 { // the day, month and year of one date
		c.x1 = q.x1
		q.dropped = true
		q.chained = c
	} else if q.role == "" && (q.kind == c.kind || q.kind == "") && c.role != "" && c.kind != "" && c.kind != Text && q.kind != Text {
		q.role = c.role
	}
}

// named reads what a form field is called; it reports false when that says nothing.
func (p *printed) named(q *place, w *Widget) bool {
	m := readName(w.Name)
	if says := read(w.Says); says.kind != "" || says.role != "" && m.role == "" {
		if says.kind == "" {
			says.kind = m.kind
		}
		if says.role == "" {
			says.role, says.number = m.role, m.number
		}
		m = says
	}
	q.label = w.Says
	if q.label == "" {
		q.label = w.Name
	}
	q.meaning = m
	q.roleOnly = false
	switch {
	case w.Type == "Btn":
		q.kind, q.sure = Checkbox, 0.99
	case w.Type == "Sig":
		q.sure = 0.99
		if q.kind != Initials {
			q.kind = Signature
		}
		q.entity = false
		return q.role != "" // the page may say whose it is
	case w.Type == "Ch":
		q.kind, q.sure = Text, 0.97
	case m.kind == Signature && q.y-q.top > 40:
		q.kind, q.sure = Text, 0.7
	case m.kind != "":
		q.sure = 0.97
	case m.roleOnly && m.role != "" && q.width() > shortLine:
		q.kind, q.sure = Name, 0.7 // a form field to type into is no place for a signature unless it says so
		return false
	default:
		q.meaning = meaning{}
		q.label = ""
		return false
	}
	return true
}
