package pdf

import (
	"maps"
	"slices"
	"strings"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
)

// copier copies what pages need from one source into a builder, and nothing else: whatever only a
// left-out page uses never reaches the new file. Scripts, launch actions and attached files are
// dropped on the way and noted.
type copier struct {
	r       *reader
	b       *builder
	numbers map[int]int // source object number -> new object number
	placed  []placedPage
	pages   map[int]types.IndirectRef // by source object number: where a page went, first if to several places
	byIndex map[int]types.IndirectRef // the same by page index
	named   map[string]types.Object   // named destinations, read when first asked for
	queue   []int                     // source numbers still to be copied
	dropped map[string]bool
	live    bool                      // keep form fields instead of drawing them onto the page
	fields  map[int]types.IndirectRef // by source object number: fields above copied widgets
}

type placedPage struct {
	ref PageRef
	to  types.IndirectRef
}

func newCopier(r *reader, b *builder) *copier {
	return &copier{r: r, b: b, numbers: map[int]int{}, pages: map[int]types.IndirectRef{}, byIndex: map[int]types.IndirectRef{}, fields: map[int]types.IndirectRef{}, dropped: map[string]bool{}}
}

// What a page keeps (ISO 32000-1, table 30); the rest is navigation, scripts or private data.
var pageKeys = []string{"Group", "BleedBox", "TrimBox", "ArtBox", "UserUnit"}

// place gives every page named by refs its number in the new file, in that order. Until all pages of a
// source are placed none is filled: links between them need their numbers.
func (c *copier) place(ref PageRef) {
	to := c.b.add(nil)
	c.b.pages = append(c.b.pages, to)
	c.placed = append(c.placed, placedPage{ref, to})
	n := c.r.pages[ref.Page]
	if _, twice := c.pages[n.nr]; n.nr > 0 && !twice {
		c.pages[n.nr] = to
	}
	if _, twice := c.byIndex[ref.Page]; !twice {
		c.byIndex[ref.Page] = to
	}
}

// fill copies the placed pages, the bookmarks that lead to them, and the layers they use.
func (c *copier) fill() {
	for _, p := range c.placed {
		c.b.set(p.to, c.page(p.ref, p.to))
		c.drain()
	}
	c.formDefaults()
	c.layers()
	c.b.bookmarks = append(c.b.bookmarks, c.bookmarks()...)
}

// whole places and fills every page of the source, and returns their references.
func (c *copier) whole() []types.IndirectRef {
	var out []types.IndirectRef
	for i := range c.r.pages {
		c.place(PageRef{Page: i})
		out = append(out, c.placed[i].to)
	}
	c.fill()
	return out
}

func (c *copier) page(ref PageRef, self types.IndirectRef) types.Dict {
	n := c.r.pages[ref.Page]
	d := types.Dict{
		"Type": types.Name("Page"), "Parent": c.b.tree,
		"MediaBox": n.media.array(), "CropBox": n.crop.array(), "Resources": types.Dict{},
	}
	if turn := (n.rotate + ref.Turn) % 360; turn != 0 {
		d["Rotate"] = types.Integer(turn)
	}
	for _, k := range pageKeys {
		if v, ok := n.dict[k]; ok {
			d[k] = c.copy(v)
		}
	}
	if n.resources != nil {
		d["Resources"] = c.copy(n.resources)
	}
	if v, ok := n.dict["Contents"]; ok {
		d["Contents"] = c.copy(v)
	}
	if c.r.dict(n.dict["AA"]) != nil {
		c.dropped["actions that start by themselves"] = true
	}
	annots, widgets := c.annotations(n, self)
	if len(annots) > 0 {
		d["Annots"] = annots
	}
	if len(widgets) > 0 {
		c.b.wrap(d, widgets)
	}
	return d
}

// copy returns o for the new file; indirect objects are queued and referred to.
func (c *copier) copy(o types.Object) types.Object {
	switch v := o.(type) {
	case types.IndirectRef:
		nr := v.ObjectNumber.Value()
		if p, ok := c.pages[nr]; ok {
			return p
		}
		if to, ok := c.numbers[nr]; ok {
			return refTo(to)
		}
		target := c.r.deref(v)
		if target == nil {
			return nil
		}
		if d, ok := target.(types.Dict); ok {
			if t := c.r.name(d["Type"]); t == "Page" || t == "Pages" || t == "Catalog" {
				return nil // a page that was left out, or a way to it
			}
			if c.r.name(d["Subtype"]) == "Widget" {
				return nil // fields are copied with their pages, see liveWidget
			}
		}
		to := c.b.add(nil)
		c.numbers[nr] = to.ObjectNumber.Value()
		c.queue = append(c.queue, nr)
		return to
	case types.Dict:
		return c.dict(v)
	case types.Array:
		out := make(types.Array, len(v))
		for i, e := range v {
			out[i] = c.copy(e)
		}
		return out
	case types.StreamDict:
		d := c.dict(v.Dict)
		delete(d, "Length")
		return types.StreamDict{Dict: d, Raw: v.Raw, FilterPipeline: v.FilterPipeline}
	case *types.StreamDict:
		return c.copy(*v)
	}
	return o
}

func (c *copier) drain() {
	for len(c.queue) > 0 {
		nr := c.queue[len(c.queue)-1]
		c.queue = c.queue[:len(c.queue)-1]
		c.b.objs[c.numbers[nr]-1] = c.copy(c.r.deref(refTo(nr)))
	}
}

func (c *copier) dict(v types.Dict) types.Dict {
	out := make(types.Dict, len(v))
	for _, k := range slices.Sorted(maps.Keys(v)) { // in order, so that equal input gives equal bytes
		if !c.active(k, v[k]) {
			out[k] = c.copy(v[k])
		}
	}
	return out
}

// active recognises entries that make a reader do something, by key and by the shape of the value:
// the same short keys are also used as resource names.
func (c *copier) active(key string, e types.Object) bool {
	switch key {
	case "A", "PA", "Next":
		d := c.r.dict(e)
		if d == nil {
			return false
		}
		s := c.r.name(d["S"])
		return s != "" && !c.harmless(d, s)
	case "AA":
		d := c.r.dict(e)
		for _, a := range d {
			if act := c.r.dict(a); act == nil || c.r.name(act["S"]) == "" {
				return false
			}
		}
		c.dropped["actions that start by themselves"] = len(d) > 0 || c.dropped["actions that start by themselves"]
		return d != nil
	case "EF", "AF":
		c.dropped["attached files"] = true
		return true
	case "XFA":
		c.dropped["a scripted form layer"] = true
		return true
	}
	return false
}

// harmless reports whether an action may stay: going to a place in this file, a web or mail link.
func (c *copier) harmless(d types.Dict, s string) bool {
	switch s {
	case "GoTo", "Named":
		return true
	case "URI":
		uri := strings.ToLower(c.r.text(d["URI"]))
		for _, scheme := range []string{"http://", "https://", "mailto:", "tel:"} {
			if strings.HasPrefix(uri, scheme) {
				return true
			}
		}
		c.dropped["links that don’t lead to the web"] = true
	case "JavaScript":
		c.dropped["scripts"] = true
	case "Launch":
		c.dropped["commands to start other programs"] = true
	default:
		if len(s) > 2 && strings.ToUpper(s[:1]) == s[:1] && d["S"] != nil && (d["Type"] != nil || d["F"] != nil || d["Fields"] != nil || d["JS"] != nil) {
			c.dropped["actions that reach outside the file"] = true
			return false
		}
		return true // a border or group style that merely shares the key
	}
	return false
}

// layers carries the optional-content defaults over, so that what was hidden stays hidden
// (ISO 32000-1, 8.11.4).
func (c *copier) layers() {
	root, err := c.r.ctx.Catalog()
	if err != nil {
		return
	}
	p := c.r.dict(root["OCProperties"])
	groups := c.r.array(p["OCGs"])
	if len(groups) == 0 {
		return
	}
	d := c.r.dict(p["D"])
	off := map[int]bool{}
	note := func(a types.Array, hidden bool) {
		for _, g := range a {
			if ref, ok := g.(types.IndirectRef); ok {
				off[ref.ObjectNumber.Value()] = hidden
			}
		}
	}
	if c.r.name(d["BaseState"]) == "OFF" {
		note(groups, true)
		note(c.r.array(d["ON"]), false)
	}
	note(c.r.array(d["OFF"]), true)
	if c.b.root["OCProperties"] == nil {
		c.b.root["OCProperties"] = types.Dict{"OCGs": types.Array{}, "D": types.Dict{"OFF": types.Array{}, "Order": types.Array{}}}
	}
	into := c.b.root["OCProperties"].(types.Dict)
	state := into["D"].(types.Dict)
	for _, g := range groups {
		ref, ok := g.(types.IndirectRef)
		if !ok || c.numbers[ref.ObjectNumber.Value()] == 0 {
			continue // no copied page uses it
		}
		to := refTo(c.numbers[ref.ObjectNumber.Value()])
		into["OCGs"] = append(into["OCGs"].(types.Array), to)
		if off[ref.ObjectNumber.Value()] {
			state["OFF"] = append(state["OFF"].(types.Array), to)
		}
	}
}
