package proof

import (
	"fmt"

	"indicum/core/field"
)

// surplus warns of what somebody has too many of: two places on one another, or more initials on a page than
// others of the same role have there.
func surplus(d Draft) []Finding {
	var out []Finding
	names, roles := map[int64]string{}, map[int64]string{}
	for _, s := range d.Signers {
		names[s.ID], roles[s.ID] = s.Name, s.Role
	}
	for _, doc := range d.Documents {
		for page := range doc.Pages {
			var here []field.Field
			for _, f := range d.Fields {
				if f.Document == doc.ID && f.Page == page && f.Signer != 0 && !f.Kind.Preparers() {
					here = append(here, f)
				}
			}
			say := func(f field.Field, format string, args ...any) {
				out = append(out, Finding{Where: names[f.Signer], Text: fmt.Sprintf(format, args...), Document: doc.ID, Page: page, Field: f.ID, Signer: f.Signer, Warn: true, Over: true, Fix: "field"})
			}
			count := map[int64]int{}
			last := map[int64]field.Field{}
			for i, f := range here {
				for _, o := range here[:i] {
					if o.Kind == f.Kind && o.Signer == f.Signer && onOneAnother(o.Rect, f.Rect) {
						say(f, "has two places for %s on one another on page %d of “%s”", f.Kind.Title(), page+1, doc.Name)
					}
				}
				if f.Kind == field.Initials && f.Group == "" {
					count[f.Signer]++
					last[f.Signer] = f
				}
			}
			for _, s := range d.Signers {
				for _, o := range d.Signers {
					if o.ID != s.ID && s.Role != "" && roles[o.ID] == s.Role && count[o.ID] > 0 && count[s.ID] > count[o.ID] {
						say(last[s.ID], "initials page %d of “%s” %d times, %s %d", page+1, doc.Name, count[s.ID], o.Name, count[o.ID])
						break
					}
				}
			}
		}
	}
	return out
}

// onOneAnother reports whether two places share more than half of the smaller one.
func onOneAnother(a, b field.Rect) bool {
	w := min(a.X+a.W, b.X+b.W) - max(a.X, b.X)
	h := min(a.Y+a.H, b.Y+b.H) - max(a.Y, b.Y)
	return w > 0 && h > 0 && w*h > 0.5*min(a.W*a.H, b.W*b.H)
}
