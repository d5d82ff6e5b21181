package pdf

import (
	"bytes"
	"errors"
	"fmt"
	"runtime"
	"sync"
	"sync/atomic"
	"time"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu"
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
)

// openAny opens a file, going through PDFium when it is encrypted without a password or damaged.
func (e *renderer) openAny(data []byte) (*reader, error) {
	r, err := open(data)
	return e.mended(data, r, err)
}

// mended returns what opening gave or, where that failed, what it gives after PDFium saved the file anew.
func (e *renderer) mended(data []byte, r *reader, err error) (*reader, error) {
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

// openAll opens several sources, as many at a time as there are processors.
func (e *renderer) openAll(sources [][]byte) ([]*reader, error) {
	out, errs := make([]*reader, len(sources)), make([]error, len(sources))
	var next atomic.Int64
	var wg sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(sources)) {
		wg.Go(func() {
			for i := next.Add(1) - 1; i < int64(len(sources)); i = next.Add(1) - 1 {
				out[i], errs[i] = open(sources[i])
			}
		})
	}
	wg.Wait()
	for i, data := range sources {
		var err error
		if out[i], err = e.mended(data, out[i], errs[i]); err != nil {
			return nil, SourceError{i, err}
		}
	}
	return out, nil
}

// compose makes a file of the named pages of several sources, for each list of pages.
func (e *renderer) compose(sources [][]byte, files [][]PageRef) ([][]byte, error) {
	readers, err := e.openAll(sources)
	if err != nil {
		return nil, err
	}
	var out [][]byte
	for _, refs := range files {
		data, err := composeOne(readers, refs)
		if err != nil {
			return nil, err
		}
		out = append(out, data)
	}
	return out, nil
}

func composeOne(readers []*reader, refs []PageRef) ([]byte, error) {
	b := newBuilder()
	copiers := make([]*copier, len(readers))
	var order []*copier // by first page
	for _, ref := range refs {
		if ref.Source < 0 || ref.Source >= len(readers) {
			return nil, fmt.Errorf("compose: there is no source %d", ref.Source)
		}
		c := copiers[ref.Source]
		if c == nil {
			c = newCopier(readers[ref.Source], b)
			c.live = true
			copiers[ref.Source] = c
			order = append(order, c)
		}
		from, to := ref.Page, ref.Page
		if ref.Page == AllPages {
			from, to = 0, len(c.r.pages)-1
		}
		if from < 0 || to >= len(c.r.pages) {
			return nil, SourceError{ref.Source, refuse("There is no page %d: this file has %d.", ref.Page+1, len(c.r.pages))}
		}
		for p := from; p <= to; p++ {
			c.place(PageRef{ref.Source, p, ref.Turn})
		}
	}
	if len(b.pages) == 0 {
		return nil, refuse("No pages were chosen.")
	}
	for _, c := range order {
		c.fill()
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
	c.whole()
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

// catalog notes document-level actions and attachments, none of which the copy has.
func (c *copier) catalog(root types.Dict) {
	if _, scripted := c.r.dict(root["AcroForm"])["XFA"]; scripted {
		c.dropped["a scripted form layer"] = true
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
		var doc []spread
		for i, ref := range newCopier(r, b).whole() {
			doc = append(doc, spread{ref, r.pages[i]})
		}
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
