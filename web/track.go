package web

import (
	"fmt"
	"html/template"
	"strings"

	"indicum/core/packet"
	"indicum/store"
)

const (
	trackBoxW, trackBoxH = 26, 20
	trackStepX           = 74
	trackMostHigh        = 3 // boxes above one another before the rest is counted
	trackRow             = 58
)

// trackSVG draws who signs in which order: a column a turn, boxes at the same place sign together,
// solid lines where the packet has passed, dotted ones where it has yet to go.
func trackSVG(signers []store.Signer, state packet.State) template.HTML {
	var turns [][]store.Signer
	turn := -1
	for _, s := range signers {
		if s.Stage == packet.Left {
			continue
		}
		if s.Turn != turn {
			turns, turn = append(turns, nil), s.Turn
		}
		turns[len(turns)-1] = append(turns[len(turns)-1], s)
	}
	var b strings.Builder
	step := trackStepX
	if len(turns) > 4 {
		step = 54
	}
	w := max(1, len(turns)-1)*step + trackBoxW + 8
	fmt.Fprintf(&b, `<svg class="track" role="img" aria-label="%s" width="%d" height="%d" viewBox="0 0 %d %d">`, template.HTMLEscapeString(trackWords(turns)), w, trackRow, w, trackRow)
	for i := 1; i < len(turns); i++ {
		trackJoin(&b, turns[i-1], turns[i], i-1, step)
	}
	for i, t := range turns {
		for j, y := range trackYs(t) {
			trackBox(&b, t, j, i*step+4, y, state)
		}
	}
	b.WriteString("</svg>")
	return template.HTML(b.String())
}

func trackYs(t []store.Signer) []float64 {
	n := min(len(t), trackMostHigh)
	gap := 22.0
	if n == 3 {
		gap = 19
	}
	out := make([]float64, n)
	for i := range out {
		out[i] = trackRow/2 + (float64(i)-float64(n-1)/2)*gap
	}
	return out
}

func done(t []store.Signer) bool {
	for _, s := range t {
		if s.Stage != packet.Done && s.Stage != packet.Released {
			return false
		}
	}
	return true
}

func trackJoin(b *strings.Builder, from, to []store.Signer, i, step int) {
	x0, x1 := float64(i*step+4+trackBoxW), float64((i+1)*step+4)
	mid, y := (x0+x1)/2, float64(trackRow)/2
	line := func(x, y0, xx, y1 float64, solid bool) {
		class := "track-open"
		if solid {
			class = "track-passed"
		}
		c := (x + xx) / 2
		fmt.Fprintf(b, `<path class="%s" d="M%.1f %.1fC%.1f %.1f %.1f %.1f %.1f %.1f"/>`, class, x, y0, c, y0, c, y1, xx, y1)
	}
	for j, yy := range trackYs(from) {
		line(x0, yy, mid, y, from[j].Stage == packet.Done)
	}
	for _, yy := range trackYs(to) {
		line(mid, y, x1, yy, done(from))
	}
	if len(from) > 1 || len(to) > 1 {
		class := "track-knot-open"
		if done(from) {
			class = "track-knot"
		}
		fmt.Fprintf(b, `<circle class="%s" cx="%.1f" cy="%.1f" r="2.4"/>`, class, mid, y)
	}
}

func trackBox(b *strings.Builder, t []store.Signer, j, x int, y float64, state packet.State) {
	s := t[j]
	code := s.Seat().Code()
	class := "waits"
	if j == trackMostHigh-1 && len(t) > trackMostHigh {
		code = fmt.Sprintf("+%d", len(t)-trackMostHigh+1)
	}
	switch {
	case s.Stage == packet.Done:
		class = "done"
	case s.Stage == packet.Refused:
		class = "refused"
	case s.Stage == packet.Holding && state == packet.Circulating:
		class = "holds"
	}
	top := y - trackBoxH/2
	fmt.Fprintf(b, `<g class="track-box %s ink-%d"><rect x="%d" y="%.1f" width="%d" height="%d"/><text x="%d" y="%.1f">%s</text>`, class, s.Ink, x, top, trackBoxW, trackBoxH, x+trackBoxW/2, y+4, code)
	if class == "holds" {
		fmt.Fprintf(b, `<line x1="%d" x2="%d" y1="%.1f" y2="%.1f"/>`, x, x+trackBoxW, top+trackBoxH+1.5, top+trackBoxH+1.5)
	}
	b.WriteString("</g>")
}

// trackWords says the track for those who don't see it.
func trackWords(turns [][]store.Signer) string {
	var parts []string
	for i, t := range turns {
		var names []string
		for _, s := range t {
			state := map[packet.Stage]string{packet.Done: "done", packet.Holding: "holds it", packet.Waiting: "waits", packet.Refused: "declined", packet.Released: "need not sign"}[s.Stage]
			names = append(names, s.Name+" "+state)
		}
		parts = append(parts, fmt.Sprintf("Turn %d: %s", i+1, strings.Join(names, ", ")))
	}
	return strings.Join(parts, ". ")
}

// stampSVG draws a packet's state as a small stamp, always with the word.
func stampSVG(state packet.State) template.HTML {
	w := len(state)*7 + 22
	return template.HTML(fmt.Sprintf(`<svg class="stamp stamp-%s" width="%d" height="24" viewBox="0 0 %d 24" role="img" aria-label="%s"><rect x="1" y="1" width="%d" height="22"/><rect x="3.5" y="3.5" width="%d" height="17"/><text x="%d" y="16">%s</text></svg>`,
		state, w, w, state, w-2, w-7, w/2, state))
}
