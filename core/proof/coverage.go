package proof

import (
	"fmt"
	"strings"

	"indicum/core/field"
)

// coverage warns of pages that stand out: somebody initials all pages of a document but a few, or one of two
// people of a role initials a page and the other does not. It is common practice (no source) that everybody
// of a role does the same on a page.
func coverage(d Draft) []Finding {
	var out []Finding
	for _, doc := range d.Documents {
		on := map[int64]map[int]bool{} // signer -> pages initialed
		signed := map[int64]map[int]bool{}
		note := func(m map[int64]map[int]bool, f field.Field) {
			if m[f.Signer] == nil {
				m[f.Signer] = map[int]bool{}
			}
			m[f.Signer][f.Page] = true
		}
		for _, f := range d.Fields {
			switch {
			case f.Document != doc.ID:
			case f.Kind == field.Initials && f.Group == "":
				note(on, f)
			case f.Kind == field.Signature: // who signs in full misses no initials there
				note(signed, f)
			}
		}
		for _, s := range d.Signers {
			var missing []int
			for page := range doc.Pages {
				most := len(on[s.ID])*4 >= doc.Pages*3
				if !on[s.ID][page] && !signed[s.ID][page] && (most || len(on[s.ID]) > 0 && mateHas(d, s, on, page)) {
					missing = append(missing, page)
				}
			}
			if len(missing) > 0 {
				out = append(out, Finding{Where: s.Name, Text: fmt.Sprintf("initials “%s”, but not page %s", doc.Name, pageList(missing)), Document: doc.ID, Page: missing[0], Signer: s.ID, Warn: true, Fix: "page"})
			}
		}
	}
	return out
}

// mateHas reports whether another signer of the same role initials a page.
func mateHas(d Draft, s Signer, on map[int64]map[int]bool, page int) bool {
	for _, o := range d.Signers {
		if o.ID != s.ID && s.Role != "" && o.Role == s.Role && on[o.ID][page] {
			return true
		}
	}
	return false
}

func pageList(pages []int) string {
	var out []string
	for i := 0; i < len(pages); {
		j := i
		for j+1 < len(pages) && pages[j+1] == pages[j]+1 {
			j++
		}
		if j > i {
			out = append(out, fmt.Sprintf("%d–%d", pages[i]+1, pages[j]+1))
		} else {
			out = append(out, fmt.Sprint(pages[i]+1))
		}
		i = j + 1
	}
	return strings.Join(out, ", ")
}
