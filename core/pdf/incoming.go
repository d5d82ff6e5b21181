package pdf

import (
	"bytes"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/pdfcpu/pdfcpu/pkg/pdfcpu/types"
	"github.com/smallstep/pkcs7"
)

// SealState says what a digital signature in an incoming file is worth.
type SealState string

const (
	SealIntact   SealState = "intact"   // it covers the file, and not a byte has changed
	SealExtended SealState = "extended" // what it covers is unchanged, but something was added behind it
	SealBroken   SealState = "broken"   // what it covers was changed
	SealUnknown  SealState = "unknown"  // of a kind that can't be checked here
)

// IncomingSeal is a digital signature that a file came with (ISO 32000-1, 12.8). The certificate is
// taken as it is: who stands behind it is not checked.
type IncomingSeal struct {
	Signer string    `json:"signer"`
	At     time.Time `json:"at"` // as the signer's program wrote it; zero when it did not
	State  SealState `json:"state"`
}

const mostSeals = 20

// incomingSeals finds and checks the signatures of a file as it came.
func (r *reader) incomingSeals(data []byte) []IncomingSeal {
	root, err := r.ctx.Catalog()
	if err != nil {
		return nil
	}
	var out []IncomingSeal
	seen := map[int]bool{}
	var walk func(fields types.Array, kind string, depth int)
	walk = func(fields types.Array, kind string, depth int) {
		for _, o := range fields {
			if ref, ok := o.(types.IndirectRef); ok {
				if seen[ref.ObjectNumber.Value()] {
					continue
				}
				seen[ref.ObjectNumber.Value()] = true
			}
			d := r.dict(o)
			own := kind
			if t := r.name(d["FT"]); t != "" {
				own = t
			}
			if v := r.dict(d["V"]); own == "Sig" && v != nil && len(out) < mostSeals {
				out = append(out, r.checkSeal(v, data))
			}
			if depth < fieldDepth {
				walk(r.array(d["Kids"]), own, depth+1)
			}
		}
	}
	walk(r.array(r.dict(root["AcroForm"])["Fields"]), "", 0)
	return out
}

func (r *reader) checkSeal(v types.Dict, data []byte) IncomingSeal {
	out := IncomingSeal{Signer: r.text(v["Name"]), State: SealUnknown}
	if t, ok := types.DateTime(r.text(v["M"]), true); ok {
		out.At = t.UTC()
	}
	if kind := r.name(v["SubFilter"]); kind != "adbe.pkcs7.detached" && kind != "ETSI.CAdES.detached" {
		return out
	}
	n, ok := r.numbers(v["ByteRange"], 4)
	hexed, isHex := r.deref(v["Contents"]).(types.HexLiteral)
	cms, err := hexed.Bytes()
	if !ok || !isHex || err != nil {
		return out
	}
	a, b, c, d := int(n[0]), int(n[1]), int(n[2]), int(n[3])
	if a != 0 || b < 0 || c < b || d < 0 || c+d > len(data) || c > len(data) {
		out.State = SealBroken
		return out
	}
	length := derLength(cms)
	if length > len(cms) {
		out.State = SealBroken
		return out
	}
	p, err := pkcs7.Parse(cms[:length])
	if err != nil {
		return out
	}
	if cert := p.GetOnlySigner(); cert != nil && cert.Subject.CommonName != "" {
		out.Signer = cert.Subject.CommonName
	}
	p.Content = append(bytes.Clone(data[:b]), data[c:c+d]...)
	switch err := p.Verify(); {
	case errors.Is(err, pkcs7.ErrUnsupportedAlgorithm):
	case err != nil:
		out.State = SealBroken
	case len(bytes.TrimSpace(data[c+d:])) > 0:
		out.State = SealExtended
	default:
		out.State = SealIntact
	}
	return out
}

// sealNotes words the seals for a person.
func sealNotes(seals []IncomingSeal) []string {
	var out []string
	for _, s := range seals {
		who := strings.TrimSpace(s.Signer)
		if who == "" {
			who = "somebody unnamed"
		}
		when := ""
		if !s.At.IsZero() {
			when = " on " + s.At.Format("January 2, 2006")
		}
		what := map[SealState]string{
			SealIntact:   "It is intact: nothing has changed since.",
			SealExtended: "What was signed is unchanged, but something was added to the file afterwards.",
			SealBroken:   "It is broken: the file was changed afterwards.",
			SealUnknown:  "It is of a kind that can’t be checked here.",
		}[s.State]
		out = append(out, fmt.Sprintf("Came digitally signed by %s%s. %s Who that is was not checked.", who, when, what))
	}
	if len(out) > 0 {
		out = append(out, "Splitting, joining or signing makes a new copy without that seal; the original stays beside it as it came.")
	}
	return out
}
