package pdf

import (
	"bytes"
	"compress/zlib"
	"crypto/sha256"
	"fmt"
	"slices"
	"strconv"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"

	"indicum/core/field"
)

// builder collects the objects of a new file and writes it with a classic cross-reference table
// (ISO 32000-1, 7.5). Object n is objs[n-1].
type builder struct {
	objs   []types.Object
	pages  []types.IndirectRef
	root   types.Dict
	info   types.Dict
	tree   types.IndirectRef
	fonts  map[string]*embedded
	shapes map[*field.Shape]drawnShape

	bookmarks []bookmark
	form      formParts
}

func newBuilder() *builder {
	b := &builder{root: types.Dict{"Type": types.Name("Catalog")}, fonts: map[string]*embedded{}, shapes: map[*field.Shape]drawnShape{}}
	b.tree = b.add(nil)
	b.root["Pages"] = b.tree
	return b
}

func (b *builder) add(o types.Object) types.IndirectRef {
	b.objs = append(b.objs, o)
	return refTo(len(b.objs))
}

func (b *builder) set(ref types.IndirectRef, o types.Object) {
	b.objs[ref.ObjectNumber.Value()-1] = o
}

func refTo(nr int) types.IndirectRef {
	return types.IndirectRef{ObjectNumber: types.Integer(nr)}
}

// stream adds a stream, deflated when that makes it shorter.
func (b *builder) stream(d types.Dict, content []byte) types.IndirectRef {
	if d == nil {
		d = types.Dict{}
	}
	var z bytes.Buffer
	w := zlib.NewWriter(&z)
	w.Write(content)
	w.Close()
	if z.Len() < len(content) {
		d["Filter"] = types.Name("FlateDecode")
		content = z.Bytes()
	}
	return b.add(types.StreamDict{Dict: d, Raw: content})
}

// layout is where a written file's parts are: what an incremental update must know.
type layout struct {
	Size, Root, Info int // trailer /Size; object numbers
	StartXRef        int // byte offset
	ID               string
}

// finish completes the page tree and writes the file.
func (b *builder) finish() ([]byte, layout) {
	kids := make(types.Array, len(b.pages))
	for i, p := range b.pages {
		kids[i] = p
	}
	b.set(b.tree, types.Dict{"Type": types.Name("Pages"), "Kids": kids, "Count": types.Integer(len(kids))})
	b.outline()
	b.acroForm()
	root := b.add(b.root)
	l := layout{Root: root.ObjectNumber.Value()}
	if b.info != nil {
		l.Info = b.add(b.info).ObjectNumber.Value()
	}
	n := 0
	for _, o := range b.objs {
		if s, ok := o.(types.StreamDict); ok {
			n += len(s.Raw) + 200
		} else {
			n += 120
		}
	}
	out := make([]byte, 0, n)
	out = append(out, "%PDF-1.7\n%\xe2\xe3\xcf\xd3\n"...)
	offsets := make([]int, len(b.objs))
	for i, o := range b.objs {
		offsets[i] = len(out)
		out = putIndirect(out, i+1, o)
	}
	sum := sha256.Sum256(out)
	l.ID = fmt.Sprintf("%x", sum[:16])
	l.Size, l.StartXRef = len(b.objs)+1, len(out)
	out = fmt.Appendf(out, "xref\n0 %d\n0000000000 65535 f \n", l.Size)
	for _, at := range offsets {
		out = fmt.Appendf(out, "%010d 00000 n \n", at)
	}
	return appendTrailer(out, l, 0, l.ID), l
}

func appendTrailer(out []byte, l layout, prev int, id2 string) []byte {
	out = fmt.Appendf(out, "trailer\n<</Size %d/Root %d 0 R", l.Size, l.Root)
	if l.Info > 0 {
		out = fmt.Appendf(out, "/Info %d 0 R", l.Info)
	}
	if prev > 0 {
		out = fmt.Appendf(out, "/Prev %d", prev)
	}
	return fmt.Appendf(out, "/ID[<%s><%s>]>>\nstartxref\n%d\n%%%%EOF\n", l.ID, id2, l.StartXRef)
}

func putIndirect(out []byte, nr int, o types.Object) []byte {
	out = strconv.AppendInt(out, int64(nr), 10)
	out = append(out, " 0 obj\n"...)
	if s, ok := o.(types.StreamDict); ok {
		d := s.Dict.Clone().(types.Dict)
		d["Length"] = types.Integer(len(s.Raw))
		out = put(out, d)
		out = append(out, "\nstream\n"...)
		out = append(out, s.Raw...)
		out = append(out, "\nendstream"...)
	} else {
		out = put(out, o)
	}
	return append(out, "\nendobj\n"...)
}

// put writes one object. Dictionaries come out with sorted keys, so that equal input gives equal bytes.
func put(out []byte, o types.Object) []byte {
	switch v := o.(type) {
	case nil:
		return append(out, "null"...)
	case types.Dict:
		keys := make([]string, 0, len(v))
		for k := range v {
			keys = append(keys, k)
		}
		slices.Sort(keys)
		out = append(out, "<<"...)
		for _, k := range keys {
			out = append(out, types.Name(k).PDFString()...)
			out = append(out, ' ')
			out = put(out, v[k])
		}
		return append(out, ">>"...)
	case types.Array:
		out = append(out, '[')
		for i, e := range v {
			if i > 0 {
				out = append(out, ' ')
			}
			out = put(out, e)
		}
		return append(out, ']')
	case types.Float:
		return strconv.AppendFloat(out, float64(v), 'f', -1, 64)
	default:
		return append(out, o.PDFString()...)
	}
}

// textString writes text as a PDF text string in UTF-16BE (ISO 32000-1, 7.9.2.2).
func textString(s string) types.HexLiteral {
	return types.NewHexLiteral([]byte(types.EncodeUTF16String(s)))
}
