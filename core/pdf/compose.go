package pdf

import (
	"bytes"
	"errors"
	"fmt"
	"time"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu"
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
)

// openAny opens a file, going through PDFium when it is encrypted without a password or damaged.
func (e *renderer) openAny(data []byte) (*reader, error) {
	r, err := open(data)
	if err == nil && len(r.pages) > 0 || errors.Is(err, ErrRefused) {
		return r, err
	}
	saved, saveErr := e.resave(data)
	if saveErr != nil {
		if errors.Is(err, pdfcpu.ErrWrongPassword) {
			return nil, errLocked // PDFium's own error code is not always the one for a password
		}
		return nil, saveErr
	}
	if r, err = open(saved); err != nil {
		return nil, refuse("This PDF is damaged in a way that Indicum can’t repair. Printing it to a new PDF usually helps.")
	}
	if len(r.pages) == 0 {
		return nil, refuse("This PDF has no pages.")
	}
	return r, nil
}

// compose makes one file of the named pages of several sources.
func (e *renderer) compose(sources [][]byte, refs []PageRef) ([]byte, error) {
	if len(refs) == 0 {
		return nil, refuse("No pages were chosen.")
	}
	b := newBuilder()
	var last *copier
	at := -1
	for i := 0; i < len(refs); {
		j := i
		for j < len(refs) && refs[j].Source == refs[i].Source {
			j++
		}
		if refs[i].Source < 0 || refs[i].Source >= len(sources) {
			return nil, fmt.Errorf("compose: there is no source %d", refs[i].Source)
		}
		if refs[i].Source != at {
			r, err := e.openAny(sources[refs[i].Source])
			if err != nil {
				return nil, err
			}
			last, at = newCopier(r, b), refs[i].Source
		}
		for _, p := range refs[i:j] {
			if p.Page < 0 || p.Page >= len(last.r.pages) {
				return nil, refuse("There is no page %d: this file has %d.", p.Page+1, len(last.r.pages))
			}
		}
		last.append(refs[i:j])
		last.layers()
		i = j
	}
	b.embedFonts()
	out, _ := b.finish()
	return out, nil
}

// clean copies every page without what could act by itself, and says what was left out.
func clean(r *reader) ([]byte, []string) {
	b := newBuilder()
	c := newCopier(r, b)
	c.live = true
	refs := make([]PageRef, len(r.pages))
	for i := range refs {
		refs[i].Page = i
	}
	c.append(refs)
	c.layers()
	root, err := r.ctx.Catalog()
	if err == nil {
		c.catalog(root)
	}
	b.embedFonts()
	out, _ := b.finish()
	var notes []string
	for what := range c.dropped {
		notes = append(notes, fmt.Sprintf("Contained %s; these were taken out.", what))
	}
	return out, notes
}

// catalog carries the form over and notes document-level actions and attachments, none of which
// the copy has.
func (c *copier) catalog(root types.Dict) {
	if form := c.r.dict(root["AcroForm"]); form != nil {
		delete(form, "XFA")
		if _, scripted := c.r.dict(root["AcroForm"])["XFA"]; scripted {
			c.dropped["a scripted form layer"] = true
		}
		keep := types.Dict{}
		for _, k := range []string{"Fields", "DR", "DA", "NeedAppearances", "Q"} {
			if v, ok := form[k]; ok {
				keep[k] = c.copy(v)
			}
		}
		c.drain()
		c.b.root["AcroForm"] = keep
	}
	names := c.r.dict(root["Names"])
	if names["JavaScript"] != nil {
		c.dropped["scripts"] = true
	}
	if names["EmbeddedFiles"] != nil || root["AF"] != nil || root["Collection"] != nil {
		c.dropped["attached files"] = true
	}
	if d := c.r.dict(root["OpenAction"]); d != nil {
		c.active("A", root["OpenAction"])
	}
	if root["AA"] != nil {
		c.dropped["actions that start by themselves"] = true
	}
}

// Prepared is an executed copy before its seal. Gap is where the hex digits of the signature go.
type Prepared struct {
	Bytes      []byte
	Gap        [2]int // byte offsets of '<' and behind '>'
	PageCounts []int  // of each document, in order; what follows are the record's pages
}

// execute draws the marks of a plan onto its documents and adds the signing record.
func (e *renderer) execute(p Plan, now time.Time) (Prepared, error) {
	b := newBuilder()
	var out Prepared
	type spread struct {
		ref  types.IndirectRef
		node pageNode
	}
	var pages [][]spread
	for _, data := range p.Documents {
		r, err := e.openAny(data)
		if err != nil {
			return out, err
		}
		c := newCopier(r, b)
		refs := make([]PageRef, len(r.pages))
		for i := range refs {
			refs[i].Page = i
		}
		var doc []spread
		for i, ref := range c.append(refs) {
			doc = append(doc, spread{ref, r.pages[i]})
		}
		c.layers()
		pages = append(pages, doc)
		out.PageCounts = append(out.PageCounts, len(doc))
	}
	type where struct{ doc, page int }
	items := map[where][]field.Item{}
	var drawer field.Drawer
	var order []where
	for _, m := range p.Marks {
		w := where{m.Document, m.Field.Page}
		if w.doc < 0 || w.doc >= len(pages) || w.page < 0 || w.page >= len(pages[w.doc]) {
			return out, fmt.Errorf("execute: a mark is on document %d page %d, which is not in the plan", w.doc, w.page)
		}
		if items[w] == nil {
			order = append(order, w)
		}
		items[w] = append(items[w], drawer.Draw(m.Field, m.Mark)...)
	}
	for _, w := range order {
		s := pages[w.doc][w.page]
		page := b.objs[s.ref.ObjectNumber.Value()-1].(types.Dict)
		if !wrapped(page) {
			b.wrap(page, nil)
		}
		b.overlay(page, s.node.crop, s.node.rotate, items[w])
	}
	if p.Record != nil {
		b.record(*p.Record)
	}
	b.info = types.Dict{"Title": textString(p.Title), "Producer": textString("Indicum"), "CreationDate": types.StringLiteral(types.DateString(now.UTC()))}
	sig := -1
	if p.Sealed {
		sig = b.sealField()
	}
	b.embedFonts()
	data, l := b.finish()
	out.Bytes = data
	if sig > 0 {
		out.Bytes, out.Gap = reserveSeal(data, l, sig, b.objs[sig-1].(types.Dict), now)
	}
	return out, nil
}

func wrapped(page types.Dict) bool {
	res, ok := page["Resources"].(types.Dict)
	if !ok {
		return false
	}
	x, ok := res["XObject"].(types.Dict)
	return ok && x["IxPage"] != nil
}

// sealField adds an invisible signature field, still empty, to the first page (ISO 32000-1, 12.7.4.5).
func (b *builder) sealField() int {
	first := b.objs[b.pages[0].ObjectNumber.Value()-1].(types.Dict)
	w := b.add(types.Dict{
		"Type": types.Name("Annot"), "Subtype": types.Name("Widget"), "FT": types.Name("Sig"), "T": types.StringLiteral("Indicum seal"),
		"Rect": types.Array{types.Integer(0), types.Integer(0), types.Integer(0), types.Integer(0)}, "F": types.Integer(132), "P": b.pages[0],
	})
	annots, _ := first["Annots"].(types.Array)
	first["Annots"] = append(annots, w)
	b.root["AcroForm"] = types.Dict{"Fields": types.Array{w}, "SigFlags": types.Integer(3)}
	return w.ObjectNumber.Value()
}

// sealRoom is how many bytes of CMS the seal may take; a signature with one certificate needs
// about 2,000.
const sealRoom = 6000

// reserveSeal appends the incremental update that puts a signature dictionary into the field, with
// the digits of the signature still zero (ISO 32000-1, 7.5.6 and 12.8; ETSI EN 319 142-1, 6.3).
func reserveSeal(data []byte, l layout, sig int, widget types.Dict, now time.Time) ([]byte, [2]int) {
	prev := l.StartXRef
	out := bytes.Clone(data)
	sigAt := len(out)
	out = fmt.Appendf(out, "%d 0 obj\n<</Type/Sig/Filter/Adobe.PPKLite/SubFilter/ETSI.CAdES.detached/M(%s)/ByteRange[0 ", l.Size, types.DateString(now.UTC()))
	rangeAt := len(out)
	out = append(out, "0000000000 0000000000 0000000000]/Contents<"...)
	gap := [2]int{len(out) - 1, 0}
	out = append(out, bytes.Repeat([]byte{'0'}, 2*sealRoom)...)
	out = append(out, ">>>\nendobj\n"...)
	gap[1] = gap[0] + 2*sealRoom + 2
	widgetAt := len(out)
	w := widget.Clone().(types.Dict)
	w["V"] = refTo(l.Size)
	out = putIndirect(out, sig, w)
	start := len(out)
	out = fmt.Appendf(out, "xref\n%d 1\n%010d 00000 n \n%d 1\n%010d 00000 n \n", sig, widgetAt, l.Size, sigAt)
	id := l.ID
	l.Size++
	l.StartXRef = start
	out = appendTrailer(out, l, prev, id)
	copy(out[rangeAt:], fmt.Sprintf("%010d %010d %010d", gap[0], gap[1], len(out)-gap[1]))
	return out, gap
}
