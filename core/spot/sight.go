package spot

import (
	"math"
	"strings"

	"indicum/core/field"
)

// Edition counts the changes of the rules: what an earlier edition saw is looked at again.
const Edition = 8

// Sight is what was seen on a page: points, origin at the top left of the page as displayed.
type Sight struct {
	Width  float64      `json:"w"`
	Height float64      `json:"h"`
	Spots  []Spot       `json:"spots,omitempty"`
	Words  []Word       `json:"words,omitempty"` // in reading order
	Rules  []field.Rect `json:"rules,omitempty"` // lines and small frames, as they cover the page
}

// Word is a word on the page. Line is the same for words that stand together on one line.
type Word struct {
	Text string `json:"t"`
	field.Rect
	Line int `json:"l"`
}

// See finds the spots of a document's pages and keeps what else was seen on them.
func See(pages []Page) []Sight {
	out := make([]Sight, len(pages))
	for i, page := range pages {
		s := &out[i]
		s.Width, s.Height = page.Width, page.Height
		if page.Turn%180 != 0 {
			s.Width, s.Height = s.Height, s.Width
		}
		s.Spots = findOn(page, i+1)
		p := takeApart(page)
		for n, g := range p.segs {
			for _, w := range g.words {
				if w.text != "▒" {
					s.Words = append(s.Words, Word{w.text, p.displayed(field.Rect{X: w.x0, Y: w.top, W: w.x1 - w.x0, H: w.base - w.top}), n})
				} else {
					s.Rules = append(s.Rules, p.displayed(field.Rect{X: w.x0, Y: w.top, W: w.x1 - w.x0, H: w.base - w.top}))
				}
			}
		}
		for _, k := range p.strokes {
			s.Rules = append(s.Rules, p.displayed(field.Rect{X: k.x0, Y: k.y - 0.4, W: k.x1 - k.x0, H: 0.8}))
		}
		for _, r := range page.Rules {
			s.Rules = append(s.Rules, p.displayed(field.Rect{X: r.X0, Y: r.Y0 - 0.3, W: math.Max(0.6, r.X1-r.X0), H: r.Y1 - r.Y0 + 0.6}))
		}
		for _, b := range page.Boxes {
			s.Rules = append(s.Rules, p.displayed(b))
		}
	}
	return out
}

// Foot is what is printed in the lowest tenth of the page, without its numbers: the same on all pages of
// most forms.
func (s Sight) Foot() string {
	var out []string
	for _, w := range s.Words {
		if w.Y > 0.9*s.Height && !strings.ContainsAny(w.Text, "0123456789") {
			out = append(out, strings.ToLower(w.Text))
		}
	}
	return strings.Join(out, " ")
}

// Lines returns the lines of print as x, y, width and height.
func (s Sight) Lines() [][4]float64 { return s.lines(1) }

// lines returns the lines of print that have at least so many words.
func (s Sight) lines(least int) [][4]float64 {
	out := [][4]float64{}
	for i := 0; i < len(s.Words); {
		l := s.Words[i].Rect
		from := i
		for ; i < len(s.Words) && s.Words[i].Line == s.Words[from].Line; i++ {
			w := s.Words[i]
			x1, y1 := math.Max(l.X+l.W, w.X+w.W), math.Max(l.Y+l.H, w.Y+w.H)
			l.X, l.Y = math.Min(l.X, w.X), math.Min(l.Y, w.Y)
			l.W, l.H = x1-l.X, y1-l.Y
		}
		if i-from >= least {
			out = append(out, [4]float64{l.X, l.Y, l.W, l.H})
		}
	}
	return out
}

const clauseReach = 60.0 // points above a place in which the clause stands that it belongs to

// Clause is the beginning of what a place stands at: the words that begin its row, else the line of print above
// it; "" where there are none.
func (s Sight) Clause(r field.Rect) string {
	row, above := -1, -1
	for i, w := range s.Words {
		if i > 0 && s.Words[i-1].Line == w.Line {
			continue // not the first of its line
		}
		switch middle := w.Y + w.H/2; {
		case middle > r.Y-4 && middle < r.Y+r.H+2 && w.X < r.X-4:
			if row < 0 || w.X < s.Words[row].X {
				row = i
			}
		case middle < r.Y && middle > r.Y-clauseReach && w.X < r.X+r.W:
			if above < 0 || w.Y > s.Words[above].Y+4 {
				above = i
			}
		}
	}
	if row < 0 {
		row = above
	}
	if row < 0 {
		return ""
	}
	const most = 9
	var out []string
	for i := row; i < len(s.Words) && s.Words[i].Line == s.Words[row].Line; i++ {
		if len(out) == most {
			return strings.Join(out, " ") + "…"
		}
		out = append(out, s.Words[i].Text)
	}
	return strings.Join(out, " ")
}

// Turned returns what was seen, on the page turned clockwise by a quarter turn or more.
func (s Sight) Turned(degrees int) Sight {
	degrees = ((degrees % 360) + 360) % 360
	if degrees == 0 {
		return s
	}
	out := Sight{Width: s.Width, Height: s.Height}
	if degrees%180 != 0 {
		out.Width, out.Height = s.Height, s.Width
	}
	for _, p := range s.Spots {
		r := turned(field.Rect{X: p.X, Y: p.Y, W: p.W, H: p.H}, s.Width, s.Height, degrees)
		p.X, p.Y, p.W, p.H = r.X, r.Y, r.W, r.H
		out.Spots = append(out.Spots, p)
	}
	for _, w := range s.Words {
		w.Rect = turned(w.Rect, s.Width, s.Height, degrees)
		out.Words = append(out.Words, w)
	}
	for _, r := range s.Rules {
		out.Rules = append(out.Rules, turned(r, s.Width, s.Height, degrees))
	}
	return out
}

// turned places a rectangle of a page of w by h points on the page turned clockwise.
func turned(r field.Rect, w, h float64, degrees int) field.Rect {
	switch degrees {
	case 90:
		return field.Rect{X: h - r.Y - r.H, Y: r.X, W: r.H, H: r.W}
	case 180:
		return field.Rect{X: w - r.X - r.W, Y: h - r.Y - r.H, W: r.W, H: r.H}
	case 270:
		return field.Rect{X: r.Y, Y: w - r.X - r.W, W: r.H, H: r.W}
	}
	return r
}

const (
	clearOf = 1.2 // points kept between a new place and print
	running = 7   // words of a line from which it is running text
)

// Room is what is free on the page, of w by h points, for further places: nothing that is printed on it and
// none of its places.
func (s Sight) Room(w, h float64, places []field.Field) *field.Room {
	var print []field.Rect
	for _, word := range s.Words {
		r := word.Rect
		r.H *= 1.3 // what reaches below the line
		print = append(print, r)
	}
	for _, k := range s.Spots {
		print = append(print, field.Rect{X: k.X, Y: k.Y, W: k.W, H: k.H})
	}
	for _, f := range places {
		print = append(print, f.Rect)
	}
	room := field.NewRoom(w, h, field.Obstacles(print, clearOf), s.Rules)
	for _, l := range s.lines(running) {
		room.Prose(field.Rect{X: l[0], Y: l[1], W: l[2], H: l[3]})
	}
	return room
}
