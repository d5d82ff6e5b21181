package field

import "slices"

// Rule says how many sides of a choice each person takes.
type Rule string

// The rules of choices.
const (
	ExactlyOne Rule = "one"
	AtMostOne  Rule = "most"
	AtLeastOne Rule = "least"
)

// Valid reports whether r is one of the rules.
func (r Rule) Valid() bool { return r == ExactlyOne || r == AtMostOne || r == AtLeastOne }

// Title is the rule as people read it.
func (r Rule) Title() string {
	return map[Rule]string{ExactlyOne: "exactly one", AtMostOne: "at most one", AtLeastOne: "at least one"}[r]
}

// Bond binds a field into a choice: fields of one Group are its sides, of which Rule says how many each
// person takes. On a form that has buyers elect or decline, each buyer has places on both sides.
type Bond struct {
	Group string `json:"group,omitempty"` // "" for a field that stands by itself
	Side  string `json:"side,omitempty"`
	Rule  Rule   `json:"rule,omitempty"`
	Same  bool   `json:"same,omitempty"` // everybody is to take the same side
}

// Standing is how a person's place in a choice stands.
type Standing struct {
	Open  bool // something is still to be done, and it may be done here
	Freed bool // another side was taken
}

// Choose says how the places of a signer that are bound into choices stand; filled has the places in
// which something stands. Places that stand by themselves are left out.
func Choose(fields []Field, filled map[string]bool, signer int64) map[string]Standing {
	out := map[string]Standing{}
	byGroup := map[string][]Field{}
	for _, f := range fields {
		if f.Group != "" && f.Signer == signer {
			byGroup[f.Group] = append(byGroup[f.Group], f)
		}
	}
	for _, own := range byGroup {
		taken := Taken(own, filled, own[0].Group, signer)
		for _, f := range own {
			mine := slices.Contains(taken, f.Side)
			switch {
			case mine:
				out[f.ID] = Standing{Open: !filled[f.ID] && !f.Kind.Automatic() && f.Kind != Text}
			case len(taken) == 0:
				out[f.ID] = Standing{Open: f.Rule != AtMostOne}
			default:
				out[f.ID] = Standing{Freed: f.Rule != AtLeastOne}
			}
		}
	}
	return out
}

// Taken returns the sides of a choice a signer has begun to take, in the order of the fields.
func Taken(fields []Field, filled map[string]bool, group string, signer int64) []string {
	var out []string
	for _, f := range fields {
		if f.Group == group && f.Signer == signer && filled[f.ID] && !f.Kind.Automatic() && !slices.Contains(out, f.Side) {
			out = append(out, f.Side)
		}
	}
	return out
}

// Open counts what a signer must still do in the choices: one for each choice that is undone, however many
// places it has.
func OpenChoices(fields []Field, filled map[string]bool, signer int64) int {
	undone := map[string]bool{}
	standing := Choose(fields, filled, signer)
	for _, f := range fields {
		undone[f.Group] = undone[f.Group] || standing[f.ID].Open
	}
	n := 0
	for _, open := range undone {
		if open {
			n++
		}
	}
	return n
}

// Clash is a choice in which two people who should answer alike did not.
type Clash struct {
	Group        string
	Other        int64 // the signer who took another side
	Side, Theirs string
}

// Clashes returns where a signer's answers contradict those of others; filled has everybody's.
func Clashes(fields []Field, filled map[string]bool, signer int64) []Clash {
	var out []Clash
	seen := map[string]bool{}
	for _, f := range fields {
		if f.Group == "" || !f.Same || f.Signer != signer || seen[f.Group] {
			continue
		}
		seen[f.Group] = true
		mine := Taken(fields, filled, f.Group, signer)
		if len(mine) == 0 {
			continue
		}
		for _, o := range fields {
			if o.Group != f.Group || o.Signer == signer {
				continue
			}
			if theirs := Taken(fields, filled, f.Group, o.Signer); len(theirs) > 0 && !slices.Equal(theirs, mine) {
				out = append(out, Clash{f.Group, o.Signer, mine[0], theirs[0]})
				break
			}
		}
	}
	return out
}
