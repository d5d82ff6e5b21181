package pdf

import (
	"bytes"
	"errors"
	"fmt"
	"math"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu"
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/model"
	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
)

func init() { model.ConfigPath = "disable" }

// reader is an opened file: its objects and its pages in order.
type reader struct {
	ctx   *model.Context
	pages []pageNode
}

// pageNode is a page with what it inherits resolved (ISO 32000-1, 7.7.3.4).
type pageNode struct {
	dict      types.Dict
	nr        int // object number, 0 when the page is a direct object
	media     box
	crop      box // crop box within the media box
	rotate    int
	resources types.Object
}

type box struct{ x0, y0, x1, y1 float64 }

func (b box) array() types.Array {
	return types.Array{types.Float(b.x0), types.Float(b.y0), types.Float(b.x1), types.Float(b.y1)}
}

// displayed returns the page's size as shown, with a further turn.
func (n pageNode) displayed(turn int) Page {
	w, h := n.crop.x1-n.crop.x0, n.crop.y1-n.crop.y0
	if (n.rotate+turn)%180 != 0 {
		w, h = h, w
	}
	return Page{Width: round2(w), Height: round2(h), Rotate: n.rotate}
}

func round2(v float64) float64 { return math.Round(v*100) / 100 }

var errEncrypted = errors.New("the file is encrypted")

// open reads a file's cross references, objects and page tree.
func open(data []byte) (r *reader, err error) {
	defer func() {
		if p := recover(); p != nil {
			r, err = nil, fmt.Errorf("read pdf: %v", p)
		}
	}()
	conf := model.NewDefaultConfiguration()
	conf.ValidationMode = model.ValidationRelaxed
	conf.Offline = true
	conf.Limits.MaxDecodeBytes = 256 << 20
	ctx, err := pdfcpu.Read(bytes.NewReader(data), conf)
	if err != nil {
		return nil, fmt.Errorf("read pdf: %w", err)
	}
	if ctx.Encrypt != nil {
		return nil, errEncrypted
	}
	r = &reader{ctx: ctx}
	root, err := ctx.Pages()
	if err != nil || root == nil {
		return nil, fmt.Errorf("read pdf: no page tree: %w", err)
	}
	inherited := pageNode{media: box{0, 0, 612, 792}}
	inherited.crop = inherited.media
	if err := r.walk(*root, inherited, map[int]bool{}, 0); err != nil {
		return nil, err
	}
	return r, nil
}

// walk collects the leaves of the page tree in order; a node met twice is left out the second time.
func (r *reader) walk(o types.Object, up pageNode, seen map[int]bool, depth int) error {
	if depth > 60 {
		return errors.New("read pdf: the page tree is too deep")
	}
	nr := 0
	if ref, ok := o.(types.IndirectRef); ok {
		nr = ref.ObjectNumber.Value()
		if seen[nr] {
			return nil
		}
		seen[nr] = true
	}
	d := r.dict(o)
	if d == nil {
		return nil
	}
	r.inherit(&up, d)
	kids, ok := r.deref(d["Kids"]).(types.Array)
	if !ok {
		if t, _ := r.deref(d["Type"]).(types.Name); t == "Pages" {
			return nil
		}
		up.dict, up.nr = d, nr
		r.pages = append(r.pages, up)
		if len(r.pages) > MaxPages {
			return refuse("This file has more than %d pages; Indicum takes up to %d a file. Please split it first.", MaxPages, MaxPages)
		}
		return nil
	}
	for _, k := range kids {
		if err := r.walk(k, up, seen, depth+1); err != nil {
			return err
		}
	}
	return nil
}

func (r *reader) inherit(p *pageNode, d types.Dict) {
	if b, ok := r.box(d["MediaBox"]); ok {
		p.media = b
		p.crop = b
	}
	if b, ok := r.box(d["CropBox"]); ok {
		c := box{max(b.x0, p.media.x0), max(b.y0, p.media.y0), min(b.x1, p.media.x1), min(b.y1, p.media.y1)}
		if c.x1 > c.x0 && c.y1 > c.y0 {
			p.crop = c
		}
	}
	if n, ok := r.number(d["Rotate"]); ok && math.Mod(n, 90) == 0 {
		p.rotate = ((int(n) % 360) + 360) % 360
	}
	if res, ok := d["Resources"]; ok && r.dict(res) != nil {
		p.resources = res
	}
}

func (r *reader) deref(o types.Object) types.Object {
	for range 32 {
		if _, ok := o.(types.IndirectRef); !ok {
			return o
		}
		var err error
		if o, err = r.ctx.Dereference(o); err != nil {
			return nil
		}
	}
	return nil
}

func (r *reader) dict(o types.Object) types.Dict {
	switch d := r.deref(o).(type) {
	case types.Dict:
		return d
	case types.StreamDict:
		return d.Dict
	}
	return nil
}

func (r *reader) array(o types.Object) types.Array {
	a, _ := r.deref(o).(types.Array)
	return a
}

func (r *reader) name(o types.Object) string {
	n, _ := r.deref(o).(types.Name)
	return string(n)
}

func (r *reader) number(o types.Object) (float64, bool) {
	switch n := r.deref(o).(type) {
	case types.Integer:
		return float64(n), true
	case types.Float:
		return float64(n), true
	}
	return 0, false
}

func (r *reader) numbers(o types.Object, want int) ([]float64, bool) {
	a := r.array(o)
	if len(a) != want {
		return nil, false
	}
	out := make([]float64, want)
	for i, v := range a {
		n, ok := r.number(v)
		if !ok || math.IsNaN(n) || math.IsInf(n, 0) {
			return nil, false
		}
		out[i] = n
	}
	return out, true
}

func (r *reader) box(o types.Object) (box, bool) {
	n, ok := r.numbers(o, 4)
	if !ok {
		return box{}, false
	}
	b := box{min(n[0], n[2]), min(n[1], n[3]), max(n[0], n[2]), max(n[1], n[3])}
	return b, b.x1 > b.x0 && b.y1 > b.y0
}

// text returns a string object's text (ISO 32000-1, 7.9.2.2), "" when it is none.
func (r *reader) text(o types.Object) string {
	switch s := r.deref(o).(type) {
	case types.StringLiteral:
		if t, err := types.StringLiteralToString(s); err == nil {
			return t
		}
	case types.HexLiteral:
		if t, err := types.HexLiteralToString(s); err == nil {
			return t
		}
	}
	return ""
}

// decoded returns a stream's content without its filters.
func decoded(sd types.StreamDict) ([]byte, error) {
	if sd.Content != nil {
		return sd.Content, nil
	}
	if len(sd.FilterPipeline) == 0 {
		return sd.Raw, nil
	}
	if err := sd.DecodeWithLimit(128 << 20); err != nil {
		return nil, fmt.Errorf("decode stream: %w", err)
	}
	return sd.Content, nil
}
