// Package bench splits, merges, orders and turns documents. It edits lists of pages, never bytes, and
// never loses a page: what is set aside stays where it was and can come back.
package bench

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"
)

// Page points into an immutable source. Turn is 0, 90, 180 or 270 degrees clockwise beyond the file's
// own rotation; Width and Height are in points as displayed, turn included.
type Page struct {
	Source int64   `json:"source"`
	Sha    string  `json:"sha"`
	Page   int     `json:"page"` // from 0
	Turn   int     `json:"turn"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Aside  bool    `json:"aside,omitempty"`
}

// Doc is a named list of pages. ID 0 is a document that is about to be made.
type Doc struct {
	ID    int64  `json:"id"`
	Name  string `json:"name"`
	Aside bool   `json:"aside"`
	Rides bool   `json:"rides,omitempty"` // goes along in packets, nobody signs on it
	Pages []Page `json:"pages"`
}

// Kept returns the pages that are not set aside.
func Kept(pages []Page) []Page {
	var out []Page
	for _, p := range pages {
		if !p.Aside {
			out = append(out, p)
		}
	}
	return out
}

// At names a page on the bench: a document and an index in it.
type At struct {
	Doc   int64 `json:"doc"`
	Index int   `json:"index"`
}

// Op is one thing a person does on the bench. Which members count follows from Kind.
type Op struct {
	Kind  string   `json:"kind"`
	Doc   int64    `json:"doc"`   // cut, ranges, rename, order, aside-doc, rides, move (target)
	Index int      `json:"index"` // cut: before this page; move: before this page; order: new place
	Docs  []int64  `json:"docs"`  // join: the others go behind the first
	Pages []At     `json:"pages"` // move, turn, aside
	By    int      `json:"by"`    // turn: 90, 180 or 270
	Each  []int    `json:"each"`  // turn: instead of By, a turn for each of Pages
	Aside bool     `json:"aside"` // aside, aside-doc: true sets aside, false brings back
	Rides bool     `json:"rides"` // rides: whether it goes along unsigned
	Text  string   `json:"text"`  // rename: the name; ranges: such as "1-3, 4, 5-9"
	Names []string `json:"names"` // ranges: the parts' names, where known
}

// ErrOp is wrapped by every refusal; its text is a sentence.
var ErrOp = errors.New("the bench refuses")

type refusal struct{ text string }

func (r refusal) Error() string        { return r.text }
func (r refusal) Is(target error) bool { return target == ErrOp }

func refuse(format string, args ...any) error { return refusal{fmt.Sprintf(format, args...)} }

// MaxName is the longest name of a document, in characters.
const MaxName = 200

// Apply returns the documents after op, in reading order, and what was done in a few words. docs is
// not changed. A document that has no page left is set aside rather than dropped.
func Apply(docs []Doc, op Op) ([]Doc, string, error) {
	out := make([]Doc, len(docs))
	for i, d := range docs {
		out[i] = d
		out[i].Pages = slices.Clone(d.Pages)
	}
	switch op.Kind {
	case "cut":
		return cut(out, op)
	case "ranges":
		return ranges(out, op)
	case "join":
		return join(out, op)
	case "move":
		return move(out, op)
	case "turn", "aside":
		return mark(out, op)
	case "rename", "order", "aside-doc", "rides":
		return whole(out, op)
	}
	return nil, "", refuse("There is nothing called “%s” to do here.", op.Kind)
}

func find(docs []Doc, id int64) (int, error) {
	for i, d := range docs {
		if d.ID == id && id != 0 {
			return i, nil
		}
	}
	return 0, refuse("This document is not on the bench any more.")
}

func cut(docs []Doc, op Op) ([]Doc, string, error) {
	i, err := find(docs, op.Doc)
	if err != nil {
		return nil, "", err
	}
	d := docs[i]
	if op.Index < 1 || op.Index >= len(d.Pages) {
		return nil, "", refuse("“%s” can be cut between two of its pages only.", d.Name)
	}
	behind := Doc{Name: partName(d.Name, 2), Aside: d.Aside, Pages: slices.Clone(d.Pages[op.Index:])}
	docs[i].Pages = d.Pages[:op.Index:op.Index]
	return slices.Insert(docs, i+1, behind), fmt.Sprintf("cut “%s” before page %d", d.Name, op.Index+1), nil
}

func partName(name string, n int) string {
	return clip(name, MaxName-12) + ", part " + strconv.Itoa(n)
}

func clip(s string, n int) string {
	r := []rune(s)
	return string(r[:min(n, len(r))])
}

// ParseRanges reads "1-3, 4, 5-9" for n pages as half-open index ranges. Ranges may come in any order
// and leave pages out, but none may be named twice.
func ParseRanges(text string, n int) ([][2]int, error) {
	var out [][2]int
	seen := make([]bool, n)
	for _, part := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' }) {
		part = strings.TrimSpace(strings.ReplaceAll(part, "–", "-"))
		if part == "" {
			continue
		}
		from, to, ranged := strings.Cut(part, "-")
		if !ranged {
			to = from
		}
		a, err1 := strconv.Atoi(strings.TrimSpace(from))
		b, err2 := strconv.Atoi(strings.TrimSpace(to))
		switch {
		case err1 != nil || err2 != nil:
			return nil, refuse("“%s” is not a page or a range such as 2-5.", clip(part, 30))
		case a < 1 || b > n:
			return nil, refuse("There is no page %d: the document has %d.", max(b, 1-min(a, 1)), n)
		case b < a:
			return nil, refuse("“%s” runs backwards.", clip(part, 30))
		}
		for p := a - 1; p < b; p++ {
			if seen[p] {
				return nil, refuse("Page %d is named twice.", p+1)
			}
			seen[p] = true
		}
		out = append(out, [2]int{a - 1, b})
	}
	if len(out) == 0 {
		return nil, refuse("No pages were named.")
	}
	return out, nil
}

func ranges(docs []Doc, op Op) ([]Doc, string, error) {
	i, err := find(docs, op.Doc)
	if err != nil {
		return nil, "", err
	}
	d := docs[i]
	list, err := ParseRanges(op.Text, len(d.Pages))
	if err != nil {
		return nil, "", err
	}
	if len(list) == 1 && list[0] == [2]int{0, len(d.Pages)} {
		return nil, "", refuse("This range is the whole document.")
	}
	taken := make([]bool, len(d.Pages))
	var parts []Doc
	for k, r := range list {
		name := partName(d.Name, k+1)
		if k < len(op.Names) && strings.TrimSpace(op.Names[k]) != "" {
			name = clip(strings.Join(strings.Fields(op.Names[k]), " "), MaxName)
		}
		parts = append(parts, Doc{Name: name, Pages: slices.Clone(d.Pages[r[0]:r[1]])})
		for p := r[0]; p < r[1]; p++ {
			taken[p] = true
		}
	}
	var rest []Page
	for p, page := range d.Pages {
		if !taken[p] {
			rest = append(rest, page)
		}
	}
	if len(rest) > 0 {
		docs[i].Pages = rest
		return slices.Insert(docs, i+1, parts...), fmt.Sprintf("split “%s”", d.Name), nil
	}
	docs[i].Pages, docs[i].Name = parts[0].Pages, parts[0].Name
	return slices.Insert(docs, i+1, parts[1:]...), fmt.Sprintf("split “%s”", d.Name), nil
}

func join(docs []Doc, op Op) ([]Doc, string, error) {
	if len(op.Docs) < 2 {
		return nil, "", refuse("Choose at least two documents to join.")
	}
	first, err := find(docs, op.Docs[0])
	if err != nil {
		return nil, "", err
	}
	gone := map[int64]bool{}
	for _, id := range op.Docs[1:] {
		i, err := find(docs, id)
		if err != nil {
			return nil, "", err
		}
		if gone[id] || id == op.Docs[0] {
			return nil, "", refuse("A document can’t be joined to itself.")
		}
		gone[id] = true
		docs[first].Pages = append(docs[first].Pages, docs[i].Pages...)
	}
	name := docs[first].Name
	return slices.DeleteFunc(docs, func(d Doc) bool { return gone[d.ID] }), fmt.Sprintf("joined %d documents as “%s”", len(op.Docs), name), nil
}

// chosen checks a list of pages and returns them by document, each once, in bench order.
func chosen(docs []Doc, list []At) (map[int]map[int]bool, error) {
	if len(list) == 0 {
		return nil, refuse("No pages are chosen.")
	}
	out := map[int]map[int]bool{}
	for _, at := range list {
		i, err := find(docs, at.Doc)
		if err != nil {
			return nil, err
		}
		if at.Index < 0 || at.Index >= len(docs[i].Pages) {
			return nil, refuse("“%s” has no page %d.", docs[i].Name, at.Index+1)
		}
		if out[i] == nil {
			out[i] = map[int]bool{}
		}
		out[i][at.Index] = true
	}
	return out, nil
}

func move(docs []Doc, op Op) ([]Doc, string, error) {
	to, err := find(docs, op.Doc)
	if err != nil {
		return nil, "", err
	}
	if op.Index < 0 || op.Index > len(docs[to].Pages) {
		return nil, "", refuse("“%s” has no such place.", docs[to].Name)
	}
	sel, err := chosen(docs, op.Pages)
	if err != nil {
		return nil, "", err
	}
	at := op.Index
	var moved []Page
	for i := range docs {
		var rest []Page
		for k, p := range docs[i].Pages {
			if !sel[i][k] {
				rest = append(rest, p)
				continue
			}
			moved = append(moved, p)
			if i == to && k < op.Index {
				at--
			}
		}
		docs[i].Pages = rest
	}
	docs[to].Pages = slices.Insert(docs[to].Pages, at, moved...)
	words := fmt.Sprintf("moved %s to “%s”", count(len(moved)), docs[to].Name)
	return slices.DeleteFunc(docs, func(d Doc) bool { return len(d.Pages) == 0 }), words, nil
}

func count(n int) string {
	if n == 1 {
		return "1 page"
	}
	return fmt.Sprintf("%d pages", n)
}

func mark(docs []Doc, op Op) ([]Doc, string, error) {
	sel, err := chosen(docs, op.Pages)
	if err != nil {
		return nil, "", err
	}
	by := map[At]int{}
	for k, at := range op.Pages {
		by[at] = op.By
		if len(op.Each) == len(op.Pages) {
			by[at] = op.Each[k]
		}
		if b := by[at]; op.Kind == "turn" && b != 90 && b != 180 && b != 270 {
			return nil, "", refuse("A page is turned by 90, 180 or 270 degrees.")
		}
	}
	n := 0
	for i, pages := range sel {
		for k := range pages {
			n++
			p := &docs[i].Pages[k]
			if op.Kind == "aside" {
				p.Aside = op.Aside
				continue
			}
			turn := by[At{docs[i].ID, k}]
			p.Turn = (p.Turn + turn) % 360
			if turn != 180 {
				p.Width, p.Height = p.Height, p.Width
			}
		}
		if op.Kind == "aside" && len(Kept(docs[i].Pages)) == 0 {
			return nil, "", refuse("“%s” would have no page left. Set the whole document aside instead.", docs[i].Name)
		}
	}
	switch {
	case op.Kind == "turn":
		return docs, "turned " + count(n), nil
	case op.Aside:
		return docs, "set " + count(n) + " aside", nil
	}
	return docs, "brought " + count(n) + " back", nil
}

func whole(docs []Doc, op Op) ([]Doc, string, error) {
	i, err := find(docs, op.Doc)
	if err != nil {
		return nil, "", err
	}
	d := &docs[i]
	switch op.Kind {
	case "rename":
		name := strings.Join(strings.Fields(strings.ToValidUTF8(op.Text, "")), " ")
		if name == "" || utf8.RuneCountInString(name) > MaxName {
			return nil, "", refuse("A document’s name has between 1 and %d characters.", MaxName)
		}
		d.Name = name
		return docs, fmt.Sprintf("renamed to “%s”", name), nil
	case "rides":
		d.Rides = op.Rides
		if op.Rides {
			return docs, fmt.Sprintf("let “%s” ride along unsigned", d.Name), nil
		}
		return docs, fmt.Sprintf("took “%s” among those that are signed", d.Name), nil
	case "aside-doc":
		d.Aside = op.Aside
		if op.Aside {
			return docs, fmt.Sprintf("set “%s” aside", d.Name), nil
		}
		return docs, fmt.Sprintf("brought “%s” back", d.Name), nil
	}
	if op.Index < 0 || op.Index >= len(docs) {
		return nil, "", refuse("There is no such place in the order.")
	}
	moved := docs[i]
	docs = slices.Delete(docs, i, i+1)
	return slices.Insert(docs, op.Index, moved), fmt.Sprintf("moved “%s”", moved.Name), nil
}
