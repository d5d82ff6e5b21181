package bench

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
)

// pile makes documents of the given numbers of pages; a page's Page counts through all of them.
func pile(sizes ...int) []Doc {
	var docs []Doc
	n := 0
	for i, size := range sizes {
		d := Doc{ID: int64(i + 1), Name: string(rune('A' + i))}
		for range size {
			d.Pages = append(d.Pages, Page{Source: 1, Page: n, Width: 612, Height: 792})
			n++
		}
		docs = append(docs, d)
	}
	return docs
}

// show writes documents as "A:0 1 2 | B:3".
func show(docs []Doc) string {
	var parts []string
	for _, d := range docs {
		s := d.Name + ":"
		if d.Aside {
			s = "(" + d.Name + "):"
		}
		for _, p := range d.Pages {
			s += fmt.Sprint(" ", p.Page)
			if p.Turn > 0 {
				s += fmt.Sprint("@", p.Turn)
			}
			if p.Aside {
				s += "x"
			}
		}
		parts = append(parts, s)
	}
	return strings.Join(parts, " | ")
}

func TestApply(t *testing.T) {
	for name, c := range map[string]struct {
		op   Op
		want string // the documents, or part of the sentence
	}{
		"cut":               {Op{Kind: "cut", Doc: 1, Index: 2}, "A: 0 1 | A, part 2: 2 | B: 3 4"},
		"cut at the start":  {Op{Kind: "cut", Doc: 1, Index: 0}, "between two of its pages"},
		"cut at the end":    {Op{Kind: "cut", Doc: 1, Index: 3}, "between two of its pages"},
		"cut what is gone":  {Op{Kind: "cut", Doc: 9, Index: 1}, "not on the bench"},
		"ranges":            {Op{Kind: "ranges", Doc: 1, Text: "1, 2-3"}, "A, part 1: 0 | A, part 2: 1 2 | B: 3 4"},
		"ranges, some left": {Op{Kind: "ranges", Doc: 1, Text: "2"}, "A: 0 2 | A, part 1: 1 | B: 3 4"},
		"ranges overlap":    {Op{Kind: "ranges", Doc: 1, Text: "1-2,2-3"}, "Page 2 is named twice"},
		"ranges too far":    {Op{Kind: "ranges", Doc: 1, Text: "2-7"}, "no page 7"},
		"ranges backwards":  {Op{Kind: "ranges", Doc: 1, Text: "3-1"}, "backwards"},
		"ranges of words":   {Op{Kind: "ranges", Doc: 1, Text: "all"}, "not a page or a range"},
		"ranges empty":      {Op{Kind: "ranges", Doc: 1, Text: " , "}, "No pages were named"},
		"ranges of all":     {Op{Kind: "ranges", Doc: 1, Text: "1-3"}, "whole document"},
		"join":              {Op{Kind: "join", Docs: []int64{2, 1}}, "B: 3 4 0 1 2"},
		"join one":          {Op{Kind: "join", Docs: []int64{2}}, "at least two"},
		"join to itself":    {Op{Kind: "join", Docs: []int64{2, 2}}, "itself"},
		"move within":       {Op{Kind: "move", Doc: 1, Index: 3, Pages: []At{{1, 0}}}, "A: 1 2 0 | B: 3 4"},
		"move forward":      {Op{Kind: "move", Doc: 1, Index: 0, Pages: []At{{1, 2}}}, "A: 2 0 1 | B: 3 4"},
		"move across":       {Op{Kind: "move", Doc: 2, Index: 1, Pages: []At{{1, 2}, {1, 0}}}, "A: 1 | B: 3 0 2 4"},
		"move the last":     {Op{Kind: "move", Doc: 1, Index: 0, Pages: []At{{2, 0}, {2, 1}}}, "A: 3 4 0 1 2"},
		"move nothing":      {Op{Kind: "move", Doc: 1}, "No pages are chosen"},
		"move beyond":       {Op{Kind: "move", Doc: 1, Index: 4, Pages: []At{{2, 0}}}, "no such place"},
		"turn":              {Op{Kind: "turn", By: 270, Pages: []At{{1, 0}, {2, 1}}}, "A: 0@270 1 2 | B: 3 4@270"},
		"turn askew":        {Op{Kind: "turn", By: 45, Pages: []At{{1, 0}}}, "90, 180 or 270"},
		"turn each":         {Op{Kind: "turn", Each: []int{90, 180}, Pages: []At{{1, 0}, {1, 2}}}, "A: 0@90 1 2@180 | B: 3 4"},
		"ranges with names": {Op{Kind: "ranges", Doc: 1, Text: "1-2,3", Names: []string{" Offer ", ""}}, "Offer: 0 1 | A, part 2: 2 | B: 3 4"},
		"aside":             {Op{Kind: "aside", Aside: true, Pages: []At{{1, 1}}}, "A: 0 1x 2 | B: 3 4"},
		"aside all":         {Op{Kind: "aside", Aside: true, Pages: []At{{2, 0}, {2, 1}}}, "no page left"},
		"aside whole":       {Op{Kind: "aside-doc", Aside: true, Doc: 2}, "A: 0 1 2 | (B): 3 4"},
		"rename":            {Op{Kind: "rename", Doc: 2, Text: "  Survey/plat\n "}, "A: 0 1 2 | Survey/plat: 3 4"},
		"rename to nothing": {Op{Kind: "rename", Doc: 2, Text: " "}, "between 1 and 200"},
		"rename to a tome":  {Op{Kind: "rename", Doc: 2, Text: strings.Repeat("é", 300)}, "between 1 and 200"},
		"order":             {Op{Kind: "order", Doc: 2, Index: 0}, "B: 3 4 | A: 0 1 2"},
		"order nowhere":     {Op{Kind: "order", Doc: 2, Index: 2}, "no such place"},
		"unknown":           {Op{Kind: "burn"}, "nothing called"},
	} {
		docs := pile(3, 2)
		out, _, err := Apply(docs, c.op)
		got := show(out)
		if err != nil {
			got = err.Error()
		}
		if err == nil && got != c.want || err != nil && (!errors.Is(err, ErrOp) || !strings.Contains(got, c.want)) {
			t.Errorf("%s: got %q, want %q", name, got, c.want)
		}
		if show(docs) != "A: 0 1 2 | B: 3 4" {
			t.Fatalf("%s changed its input: %s", name, show(docs))
		}
	}
}

// Whatever is done in whatever order, every page is still there exactly once, and no document is empty.
func TestNoPageIsEverLost(t *testing.T) {
	kinds := []string{"cut", "ranges", "join", "move", "turn", "aside", "rename", "order", "aside-doc"}
	for seed := range uint64(400) {
		r := rand.New(rand.NewPCG(seed, 7))
		docs := pile(4, 1, 6)
		next := int64(10)
		done := 0
		for range 60 {
			pick := func() Doc { return docs[r.IntN(len(docs))] }
			page := func() At { d := pick(); return At{d.ID, r.IntN(len(d.Pages)+1) - r.IntN(2)} }
			op := Op{Kind: kinds[r.IntN(len(kinds))], Doc: pick().ID, Index: r.IntN(5), Docs: []int64{pick().ID, pick().ID}, Pages: []At{page(), page()}, By: 90 * r.IntN(4), Aside: r.IntN(2) == 0, Text: fmt.Sprintf("%d-%d", r.IntN(4), r.IntN(6))}
			out, _, err := Apply(docs, op)
			if err != nil {
				continue
			}
			done++
			for i := range out {
				if out[i].ID == 0 {
					out[i].ID = next
					next++
				}
			}
			docs = out
			var all []int
			for _, d := range docs {
				if len(d.Pages) == 0 {
					t.Fatalf("seed %d: %s left an empty document: %s", seed, op.Kind, show(docs))
				}
				for _, p := range d.Pages {
					all = append(all, p.Page)
				}
			}
			slices.Sort(all)
			if len(all) != 11 || all[0] != 0 || all[10] != 10 || len(slices.Compact(all)) != 11 {
				t.Fatalf("seed %d: after %s: %s", seed, op.Kind, show(docs))
			}
		}
		if done < 10 {
			t.Fatalf("seed %d: only %d operations were done", seed, done)
		}
	}
}
