package pdf

import (
	"fmt"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
)

// Interactive forms (ISO 32000-1, 12.7). Where pages are split and merged, their fields stay fields; of
// the tree above them only what leads to a kept widget is copied, since the rest belongs to pages that
// were left out.

const fieldDepth = 24 // levels of the field tree

// formParts collects the form of a new file.
type formParts struct {
	fields      types.Array
	names       map[string]bool
	resources   types.Dict
	regenerated bool // a source asks readers to draw its fields anew
}

// inherited looks an entry up in a field and the fields above it.
func (c *copier) inherited(d types.Dict, key string) types.Object {
	for up, i := d, 0; up != nil && i < fieldDepth; up, i = c.r.dict(up["Parent"]), i+1 {
		if v := c.r.deref(up[key]); v != nil {
			return v
		}
	}
	return nil
}

func (c *copier) fieldType(d types.Dict) string { return c.r.name(c.inherited(d, "FT")) }

// liveWidget copies a widget and the fields above it, and returns its new reference.
func (c *copier) liveWidget(o types.Object, d types.Dict, page types.IndirectRef) types.IndirectRef {
	to := c.b.add(nil)
	if ref, ok := o.(types.IndirectRef); ok {
		if _, twice := c.numbers[ref.ObjectNumber.Value()]; !twice {
			c.numbers[ref.ObjectNumber.Value()] = to.ObjectNumber.Value()
		}
	}
	made := c.fieldDict(d)
	made["P"] = page
	c.b.set(to, made)
	c.hang(to, made, d, 0)
	return to
}

// fieldDict copies a field's own entries.
func (c *copier) fieldDict(d types.Dict) types.Dict {
	own := make(types.Dict, len(d))
	for k, v := range d {
		switch k {
		case "Parent", "Kids", "P", "StructParent":
		default:
			own[k] = v
		}
	}
	return c.dict(own)
}

// hang puts a copied field below its parent, or among the form's top fields.
func (c *copier) hang(to types.IndirectRef, made, d types.Dict, depth int) {
	ref, ok := d["Parent"].(types.IndirectRef)
	if up := c.r.dict(d["Parent"]); ok && up != nil && depth < fieldDepth {
		nr := ref.ObjectNumber.Value()
		parent, known := c.fields[nr]
		if !known {
			parent = c.b.add(nil)
			node := c.fieldDict(up)
			c.b.set(parent, node)
			c.fields[nr] = parent
			c.hang(parent, node, up, depth+1)
		}
		node := c.b.objs[parent.ObjectNumber.Value()-1].(types.Dict)
		if above(c.b, parent, to) {
			return // a loop in the source
		}
		kids, _ := node["Kids"].(types.Array)
		node["Kids"] = append(kids, to)
		made["Parent"] = parent
		return
	}
	if name := c.r.text(made["T"]); name != "" {
		made["T"] = textString(c.b.form.free(name))
		c.b.form.fields = append(c.b.form.fields, to)
	}
	for _, k := range []string{"DA", "Q"} { // the form's own defaults may differ from another source's
		if v, ok := c.acroForm()[k]; ok && made[k] == nil {
			made[k] = c.copy(v)
		}
	}
}

// above reports whether other is node or an ancestor of it.
func above(b *builder, node, other types.IndirectRef) bool {
	for range fieldDepth * 2 {
		if node == other {
			return true
		}
		d, _ := b.objs[node.ObjectNumber.Value()-1].(types.Dict)
		up, ok := d["Parent"].(types.IndirectRef)
		if !ok {
			return false
		}
		node = up
	}
	return true
}

// free returns a field name nobody has yet: two files may use the same one for different things.
func (f *formParts) free(name string) string {
	if f.names == nil {
		f.names = map[string]bool{}
	}
	try := name
	for n := 2; f.names[try]; n++ {
		try = fmt.Sprintf("%s (%d)", name, n)
	}
	f.names[try] = true
	return try
}

func (c *copier) acroForm() types.Dict {
	root, err := c.r.ctx.Catalog()
	if err != nil {
		return nil
	}
	return c.r.dict(root["AcroForm"])
}

// formDefaults takes over the resources that fields of this source are drawn with.
func (c *copier) formDefaults() {
	form := c.acroForm()
	if form == nil || len(c.b.form.fields) == 0 {
		return
	}
	if again, _ := c.r.deref(form["NeedAppearances"]).(types.Boolean); bool(again) {
		c.b.form.regenerated = true
	}
	into := &c.b.form.resources
	if *into == nil {
		*into = types.Dict{}
	}
	for kind, set := range c.r.dict(form["DR"]) {
		entries, ok := c.r.deref(set).(types.Dict)
		if !ok {
			continue
		}
		merged, _ := (*into)[kind].(types.Dict)
		if merged == nil {
			merged = types.Dict{}
		}
		for name, v := range entries {
			if _, taken := merged[name]; !taken {
				merged[name] = c.copy(v)
			}
		}
		(*into)[kind] = merged
	}
	c.drain()
}

// acroForm writes the collected form.
func (b *builder) acroForm() {
	if len(b.form.fields) == 0 {
		return
	}
	d := types.Dict{"Fields": b.form.fields}
	if b.form.resources != nil {
		d["DR"] = b.form.resources
	}
	if b.form.regenerated {
		d["NeedAppearances"] = types.Boolean(true)
	}
	b.root["AcroForm"] = d
}
