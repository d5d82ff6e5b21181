package deal

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
)

// How a signature must read when somebody signs for another. The rule: its form must show without doubt
// that it is made on behalf of an identified person (UCC § 3-402(b)(1) and its comment 2; for agents under
// a power of attorney also the Uniform Power of Attorney Act, which has agents disclose the principal and
// sign “as agent”). A wording is offered only when it names principal, proxy and capacity. The block with
// “By” and “Its” is how forms print the signatures of estates, trusts and companies (common practice, no
// source).

// Kind says what a party is.
type Kind string

// The kinds of parties.
const (
	Individual Kind = "individual"
	Estate     Kind = "estate"
	Trust      Kind = "trust"
	Company    Kind = "company"
	Minor      Kind = "minor" // or another ward
)

// Kinds lists the kinds in the order in which they are offered.
func Kinds() []Kind { return []Kind{Individual, Company, Trust, Estate, Minor} }

// Title is the kind as people read it.
func (k Kind) Title() string {
	return map[Kind]string{Individual: "A person", Company: "A company", Trust: "A trust", Estate: "An estate", Minor: "A minor or ward"}[k]
}

// NeedsProxy reports whether a party of the kind can't sign for itself.
func (k Kind) NeedsProxy() bool { return k != Individual }

// Capacity is what makes somebody a proxy: "attorney-in-fact", "trustee", an officer's title.
type Capacity string

var capacities = map[Kind][]Capacity{
	Individual: {"attorney-in-fact", "guardian", "conservator"},
	Company:    {"manager", "member", "managing member", "president", "vice president", "secretary", "treasurer", "general partner", "authorized signer"},
	Trust:      {"trustee", "co-trustee", "successor trustee"},
	Estate:     {"personal representative", "executor", "administrator"},
	Minor:      {"guardian", "conservator", "parent and natural guardian"},
}

// Capacities lists the capacities in which somebody signs for a party of the kind, the usual one first.
// A company's officer may have any other title.
func (k Kind) Capacities() []Capacity { return capacities[k] }

// Holds reports whether somebody can sign for a party of the kind in the capacity.
func (k Kind) Holds(c Capacity) bool {
	n := utf8.RuneCountInString(string(c))
	return slices.Contains(capacities[k], c) || k == Company && n > 1 && n <= 60
}

// Wording is a form of signature.
type Wording string

// The wordings.
const (
	ByProxy  Wording = "by"    // Ottoline Bekele by Ingrid Vásquez, attorney-in-fact
	ForOther Wording = "for"   // Ingrid Vásquez, attorney-in-fact for Ottoline Bekele
	Block    Wording = "block" // Fennel Holdings, LLC   By: Ingrid Vásquez   Its: Manager
)

// Wordings lists the sound wordings for a party of the kind, the usual one first.
func (k Kind) Wordings() []Wording {
	if k == Individual || k == Minor {
		return []Wording{ByProxy, ForOther}
	}
	return []Wording{Block, ForOther}
}

// Principal is the party on title.
type Principal struct {
	Kind Kind
	Name string
	Form string // of a company or trust, as on title: "an Oregon limited liability company", "dated May 3, 2019"
	Own  string // the principal's initials where they are not those of the name, else ""
}

// Title is the principal as on title.
func (p Principal) Title() string {
	name := strings.TrimSpace(p.Name)
	switch p.Kind {
	case Estate:
		if !strings.Contains(strings.ToLower(name), "estate") {
			name = "Estate of " + name
		}
	case Minor:
		if !strings.Contains(strings.ToLower(name), "minor") && !strings.Contains(strings.ToLower(name), "ward") {
			name += ", a minor"
		}
	}
	return name
}

// within is the title as it stands within a sentence: “the Bekele Family Trust”, “the Estate of …”.
func (p Principal) within() string {
	t := p.Title()
	if p.Kind == Trust || p.Kind == Estate {
		if rest, ok := strings.CutPrefix(t, "The "); ok {
			t = rest
		}
		if !strings.HasPrefix(t, "the ") {
			t = "the " + t
		}
	}
	return t
}

// Reading is how a proxy's signature reads: what is printed before and after what they make themselves.
type Reading struct {
	Before         string `json:"before,omitempty"`
	After          string `json:"after,omitempty"`
	InitialsBefore string `json:"initialsBefore,omitempty"`
	InitialsAfter  string `json:"initialsAfter,omitempty"`
	Printed        string `json:"printed"` // the printed name
	Line           string `json:"line"`    // the whole signature in words
	Mail           string `json:"mail"`    // for the proxy: in whose name they sign
}

// Read returns how somebody signs for a principal. An unknown wording is taken for the usual one.
func Read(p Principal, proxy string, c Capacity, w Wording) Reading {
	if !slices.Contains(p.Kind.Wordings(), w) {
		w = p.Kind.Wordings()[0]
	}
	proxy = strings.TrimSpace(proxy)
	title, form := p.Title(), ""
	if p.Form != "" {
		form = ", " + strings.TrimSpace(p.Form)
	}
	entity := p.Kind == Company || p.Kind == Trust || p.Kind == Estate
	own := InitialsOr(p.Own, p.Name)
	var r Reading
	switch w {
	case Block:
		r.Before, r.After = title+form+", By:", "Its: "+firstUpper(string(c))
		r.Printed = title + form + ", by " + proxy + ", its " + string(c)
	case ForOther:
		of := " for "
		if entity {
			of = " of "
		}
		r.After = ", " + string(c) + of + p.within() + form
		r.Printed = proxy + r.After
		if !entity {
			r.InitialsAfter = "for " + own
		}
	default:
		r.Before, r.After = strings.TrimSuffix(title+form, ",")+" by", ", "+string(c)
		if p.Kind == Minor {
			r.Before = title + ", by"
		}
		r.Printed = r.Before + " " + proxy + r.After
		r.InitialsBefore = own + " by"
	}
	r.Line = r.Printed
	if w == Block {
		r.Line = r.Before + " " + proxy + " " + r.After
	}
	r.Mail = "You sign in the name of " + p.within() + ", as " + string(c) + "; the page adds the words that say so, you make only your own signature."
	if entity {
		r.Mail = "You sign for " + p.within() + ", as its " + string(c) + "; the page adds the words that say so, you make only your own signature."
	}
	return r
}

func firstUpper(s string) string {
	r := []rune(s)
	if len(r) == 0 {
		return s
	}
	return string(unicode.ToUpper(r[0])) + string(r[1:])
}
