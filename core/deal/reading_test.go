package deal

import (
	"strings"
	"testing"
)

func TestHowProxiesSign(t *testing.T) {
	for _, c := range []struct {
		p                       Principal
		proxy                   string
		capacity                Capacity
		wording                 Wording
		line, printed, initials string // initials with the proxy's own as *
	}{
		{Principal{Individual, "Ottoline Bekele", "", ""}, "Ingrid Vásquez", "attorney-in-fact", ByProxy,
			"Ottoline Bekele by Ingrid Vásquez, attorney-in-fact", "", "OB by *"},
		{Principal{Individual, "Ottoline Bekele", "", ""}, "Ingrid Vásquez", "attorney-in-fact", ForOther,
			"Ingrid Vásquez, attorney-in-fact for Ottoline Bekele", "", "* for OB"},
		{Principal{Individual, "Marek Dvorsky Jr.", "", ""}, "Marek Dvorsky Sr.", "conservator", "nonsense",
			"Marek Dvorsky Jr. by Marek Dvorsky Sr., conservator", "", "MD by *"},
		{Principal{Estate, "Ottoline Bekele", "", ""}, "Ingrid Vásquez", "personal representative", Block,
			"Estate of Ottoline Bekele, By: Ingrid Vásquez Its: Personal representative", "Estate of Ottoline Bekele, by Ingrid Vásquez, its personal representative", "*"},
		{Principal{Estate, "The Estate of O. Bekele", "", ""}, "Ingrid Vásquez", "executor", ForOther,
			"Ingrid Vásquez, executor of the Estate of O. Bekele", "", "*"},
		{Principal{Trust, "The Bekele Family Trust", "dated May 3, 2019", ""}, "Ola de la Cruz-Ngata", "co-trustee", ForOther,
			"Ola de la Cruz-Ngata, co-trustee of the Bekele Family Trust, dated May 3, 2019", "", "*"},
		{Principal{Trust, "Bekele Family Trust", "", ""}, "山田 花子", "trustee", Block,
			"Bekele Family Trust, By: 山田 花子 Its: Trustee", "Bekele Family Trust, by 山田 花子, its trustee", "*"},
		{Principal{Company, "Fennel Holdings, LLC", "an Oregon limited liability company", ""}, "Ingrid Vásquez", "manager", Block,
			"Fennel Holdings, LLC, an Oregon limited liability company, By: Ingrid Vásquez Its: Manager", "Fennel Holdings, LLC, an Oregon limited liability company, by Ingrid Vásquez, its manager", "*"},
		{Principal{Company, "Quint & Töchter GmbH", "", ""}, "Piet Quint", "chief of all things", ForOther,
			"Piet Quint, chief of all things of Quint & Töchter GmbH", "", "*"},
		{Principal{Individual, "Ana María García López", "", "AG"}, "Piet Quint", "guardian", ForOther,
			"Piet Quint, guardian for Ana María García López", "", "* for AG"},
		{Principal{Minor, "Ada Bekele", "", ""}, "Ottoline Bekele", "guardian", ByProxy,
			"Ada Bekele, a minor, by Ottoline Bekele, guardian", "", "AB by *"},
	} {
		r := Read(c.p, c.proxy, c.capacity, c.wording)
		if c.printed == "" {
			c.printed = c.line
		}
		initials := strings.TrimSpace(r.InitialsBefore + " * " + r.InitialsAfter)
		if r.Line != c.line || r.Printed != c.printed || initials != c.initials {
			t.Errorf("got  %q, %q, %q\nwant %q, %q, %q", r.Line, r.Printed, initials, c.line, c.printed, c.initials)
		}
		if !strings.Contains(r.Mail, string(c.capacity)) {
			t.Errorf("the mail does not say the capacity: %q", r.Mail)
		}
		if !c.p.Kind.Holds(c.capacity) {
			t.Errorf("%s does not know the capacity %q", c.p.Kind, c.capacity)
		}
	}
}

// Whatever wording is offered names principal, proxy and capacity (UCC § 3-402(b)(1)).
func TestEveryWordingIsUnambiguous(t *testing.T) {
	for _, k := range Kinds() {
		for _, w := range k.Wordings() {
			for _, c := range k.Capacities() {
				r := Read(Principal{k, "Principal Name", "", ""}, "Proxy Person", c, w)
				made := strings.ToLower(r.Before + " Proxy Person " + r.After)
				for _, must := range []string{"principal name", "proxy person", string(c)} {
					if !strings.Contains(made, must) || !strings.Contains(strings.ToLower(r.Printed), must) {
						t.Errorf("%s, %s, %s: %q leaves out %q", k, w, c, made, must)
					}
				}
			}
		}
	}
}
