package pdf

import (
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
)

// What leads to pages: links, named destinations and bookmarks (ISO 32000-1, 12.3). In a new file they
// lead to where the page went, and are left out when the page was.

const (
	mostBookmarks = 20_000
	deepest       = 40 // levels of bookmarks and of the name tree
)

// bookmark is an outline item for the new file.
type bookmark struct {
	title types.Object
	dest  types.Array // nil for a heading that only groups
	style types.Dict  // colour and type style, as they were
	open  bool
	kids  []bookmark
}

// leadsTo returns the destination in the new file of a link or bookmark, nil when its page was left out;
// inside is false when it does not lead to a page of this file at all.
func (c *copier) leadsTo(d types.Dict) (dest types.Array, inside bool) {
	o, ok := d["Dest"]
	if !ok {
		a := c.r.dict(d["A"])
		if c.r.name(a["S"]) != "GoTo" {
			return nil, false
		}
		o = a["D"]
	}
	return c.destination(o), true
}

// destination resolves a destination to an explicit one in the new file, nil when its page is not there.
func (c *copier) destination(o types.Object) types.Array {
	o = c.r.deref(o)
	switch o.(type) {
	case types.Name, types.StringLiteral, types.HexLiteral:
		o = c.byName(o)
	}
	if d, ok := o.(types.Dict); ok {
		o = c.r.deref(d["D"])
	}
	a, ok := o.(types.Array)
	if !ok || len(a) == 0 {
		return nil
	}
	var to types.IndirectRef
	switch p := a[0].(type) {
	case types.IndirectRef:
		to, ok = c.pages[p.ObjectNumber.Value()]
	case types.Integer: // meant for other files, but written for the own one too
		to, ok = c.byIndex[p.Value()]
	default:
		return nil
	}
	if !ok {
		return nil
	}
	out := types.Array{to}
	for _, v := range a[1:] {
		switch v := c.r.deref(v).(type) {
		case types.Name, types.Integer, types.Float, nil:
			out = append(out, v)
		}
	}
	return out
}

// byName looks a named destination up in the catalog's dictionary and in its name tree.
func (c *copier) byName(key types.Object) types.Object {
	if c.named == nil {
		c.named = map[string]types.Object{}
		root, err := c.r.ctx.Catalog()
		if err != nil {
			return nil
		}
		for k, v := range c.r.dict(root["Dests"]) {
			c.named[k] = v
		}
		c.readNames(c.r.dict(c.r.dict(root["Names"])["Dests"]), 0)
	}
	return c.r.deref(c.named[c.key(key)])
}

// key is a name or string as the bytes it stands for.
func (c *copier) key(o types.Object) string {
	switch k := c.r.deref(o).(type) {
	case types.Name:
		return string(k)
	case types.StringLiteral:
		if b, err := types.Unescape(string(k)); err == nil {
			return string(b)
		}
	case types.HexLiteral:
		if b, err := k.Bytes(); err == nil {
			return string(b)
		}
	}
	return ""
}

func (c *copier) readNames(node types.Dict, depth int) {
	if node == nil || depth > deepest || len(c.named) > mostBookmarks {
		return
	}
	pairs := c.r.array(node["Names"])
	for i := 0; i+1 < len(pairs); i += 2 {
		c.named[c.key(pairs[i])] = pairs[i+1]
	}
	for _, kid := range c.r.array(node["Kids"]) {
		c.readNames(c.r.dict(kid), depth+1)
	}
}

// bookmarks returns the source's bookmarks that lead to placed pages, with the headings above them.
func (c *copier) bookmarks() []bookmark {
	root, err := c.r.ctx.Catalog()
	if err != nil {
		return nil
	}
	return c.readBookmarks(c.r.dict(root["Outlines"])["First"], map[int]bool{}, 0)
}

func (c *copier) readBookmarks(o types.Object, seen map[int]bool, depth int) []bookmark {
	var out []bookmark
	for o != nil && depth <= deepest && len(seen) < mostBookmarks {
		ref, ok := o.(types.IndirectRef)
		if !ok || seen[ref.ObjectNumber.Value()] {
			return out
		}
		seen[ref.ObjectNumber.Value()] = true
		d := c.r.dict(o)
		if d == nil {
			return out
		}
		m := bookmark{title: c.r.deref(d["Title"]), style: types.Dict{}, kids: c.readBookmarks(d["First"], seen, depth+1)}
		m.dest, _ = c.leadsTo(d)
		if n, ok := c.r.number(d["Count"]); ok {
			m.open = n > 0
		}
		for _, k := range []string{"C", "F"} {
			if v := c.r.deref(d[k]); v != nil {
				m.style[k] = v
			}
		}
		if m.title != nil && (m.dest != nil || len(m.kids) > 0) {
			out = append(out, m)
		}
		o = d["Next"]
	}
	return out
}

// outline writes the collected bookmarks (ISO 32000-1, 12.3.3).
func (b *builder) outline() {
	if len(b.bookmarks) == 0 {
		return
	}
	root := b.add(nil)
	first, last, shown := b.outlineItems(b.bookmarks, root)
	b.set(root, types.Dict{"Type": types.Name("Outlines"), "First": first, "Last": last, "Count": types.Integer(shown)})
	b.root["Outlines"] = root
}

// outlineItems writes siblings and returns the first, the last, and how many items are shown when the
// parent is open.
func (b *builder) outlineItems(items []bookmark, parent types.IndirectRef) (first, last types.IndirectRef, shown int) {
	refs := make([]types.IndirectRef, len(items))
	for i := range items {
		refs[i] = b.add(nil)
	}
	for i, m := range items {
		d := m.style
		d["Title"], d["Parent"] = m.title, parent
		if m.dest != nil {
			d["Dest"] = m.dest
		}
		if i > 0 {
			d["Prev"] = refs[i-1]
		}
		if i+1 < len(items) {
			d["Next"] = refs[i+1]
		}
		shown++
		if len(m.kids) > 0 {
			var n int
			d["First"], d["Last"], n = b.outlineItems(m.kids, refs[i])
			if m.open {
				shown += n
			} else {
				n = -n
			}
			d["Count"] = types.Integer(n)
		}
		b.set(refs[i], d)
	}
	return refs[0], refs[len(refs)-1], shown
}
