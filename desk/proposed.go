package desk

import (
	"fmt"
	"strings"

	"indicum/core/bench"
	"indicum/core/cuts"
	"indicum/store"
)

// Proposed is something the bench suggests; taking it is one operation. Nothing is done unasked.
type Proposed struct {
	Doc   int64    `json:"doc"`
	Words string   `json:"words"`
	Op    bench.Op `json:"op"`
	Cuts  []int    `json:"cuts"` // page indices before which it would cut
}

// proposed returns what is suggested for a document: turning pages that lie on their side, cutting a file
// that holds several forms, and letting one ride along on which nobody signs.
func proposed(doc store.Document, sources map[int64]store.Source) []Proposed {
	if doc.Aside || len(doc.Pages) == 0 {
		return nil
	}
	var out []Proposed
	if p, ok := proposedTurns(doc, sources); ok {
		out = append(out, p)
	}
	// What was said of a source's pages holds only while they are together and in their order.
	first := doc.Pages[0]
	for i, p := range doc.Pages {
		if p.Source != first.Source || p.Page != first.Page+i {
			return out
		}
	}
	all := sources[first.Source].Proposals
	if first.Page == 0 && len(all) > 1 && all[len(all)-1].To == len(doc.Pages) {
		return append(out, proposedCuts(doc, all))
	}
	for _, p := range all {
		if p.From == first.Page+1 && p.To == first.Page+len(doc.Pages) && p.Rides && !doc.Rides {
			words := fmt.Sprintf("let “%s” ride along: nobody seems to sign on it", doc.Name)
			out = append(out, Proposed{Doc: doc.ID, Words: words, Op: bench.Op{Kind: "rides", Doc: doc.ID, Rides: true}})
		}
	}
	return out
}

func proposedTurns(doc store.Document, sources map[int64]store.Source) (Proposed, bool) {
	turn := bench.Op{Kind: "turn"}
	for i, p := range doc.Pages {
		s := sources[p.Source]
		if p.Page < len(s.Pages) && s.Pages[p.Page].Turn != 0 && p.Turn == 0 && !p.Aside {
			turn.Pages, turn.Each = append(turn.Pages, bench.At{Doc: doc.ID, Index: i}), append(turn.Each, s.Pages[p.Page].Turn)
		}
	}
	n := len(turn.Pages)
	lie := map[bool]string{true: "lies", false: "lie"}[n == 1]
	words := fmt.Sprintf("right %s of “%s” that %s on the side or upside down", countOf(fmt.Sprint(n), "page"), doc.Name, lie)
	return Proposed{Doc: doc.ID, Words: words, Op: turn}, n > 0
}

func proposedCuts(doc store.Document, parts []cuts.Proposal) Proposed {
	op := bench.Op{Kind: "ranges", Doc: doc.ID}
	var before []int
	for i, p := range parts {
		if i > 0 {
			op.Text += ","
			before = append(before, p.From-1)
		}
		op.Text += fmt.Sprintf("%d-%d", p.From, p.To)
		op.Names = append(op.Names, p.Name)
	}
	return Proposed{Doc: doc.ID, Words: fmt.Sprintf("“%s” looks like %d forms: %s", doc.Name, len(parts), strings.Join(op.Names, ", ")), Op: op, Cuts: before}
}
