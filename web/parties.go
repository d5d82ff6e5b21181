package web

import (
	"fmt"
	"net/http"
	"strconv"

	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/store"
)

// partyForm reads a party and who signs for it. A proxy's row without name and address is none.
func partyForm(r *http.Request) store.Party {
	in := store.Party{
		DealID: id(r, "deal"), Role: deal.Role(r.FormValue("role")), Name: r.FormValue("name"), Email: r.FormValue("email"), Phone: r.FormValue("phone"),
		Kind: deal.Kind(r.FormValue("kind")), Form: r.FormValue("form"), Wording: deal.Wording(r.FormValue("wording")),
	}
	in.Initials = r.FormValue("initials")
	in.AnyOne = r.FormValue("rule") == "any"
	in.Rev, _ = strconv.Atoi(r.FormValue("rev"))
	in.ID, _ = strconv.ParseInt(r.FormValue("party"), 10, 64)
	at := func(key string, i int) string {
		if v := r.Form[key]; i < len(v) {
			return v[i]
		}
		return ""
	}
	for i := range r.Form["proxy_name"] {
		p := store.Proxy{Name: at("proxy_name", i), Email: at("proxy_email", i), Capacity: deal.Capacity(at("proxy_capacity", i)), Expires: at("proxy_expires", i), Initials: at("proxy_initials", i)}
		p.Proof, _ = strconv.ParseInt(at("proxy_proof", i), 10, 64)
		if p.Name != "" || p.Email != "" {
			in.Proxies = append(in.Proxies, p)
		}
	}
	return in
}

// couple is no kind of party: two are made of it.
const couple deal.Kind = "couple"

func (s *Server) saveParty(w http.ResponseWriter, r *http.Request) {
	in := partyForm(r)
	var err error
	if second := r.FormValue("second"); in.Kind == couple {
		err = s.desk.SaveCouple(r.Context(), me(r).OfficeID, in, second)
	} else {
		_, err = s.desk.SaveParty(r.Context(), me(r).OfficeID, in)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	if r.FormValue("keep") == "yes" {
		for _, c := range append([]contact.Contact{{Name: in.Name, Email: in.Email, Phone: in.Phone}}, proxyContacts(in)...) {
			if err := s.desk.KeepContact(r.Context(), me(r).OfficeID, c); err != nil {
				s.fail(w, r, err)
				return
			}
		}
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", in.DealID), http.StatusSeeOther)
}

func proxyContacts(in store.Party) []contact.Contact {
	var out []contact.Contact
	for _, p := range in.Proxies {
		out = append(out, contact.Contact{Name: p.Name, Email: p.Email})
	}
	return out
}

// reading shows how the people of a party's form would sign, as it is being filled in.
func (s *Server) reading(w http.ResponseWriter, r *http.Request) {
	if _, err := store.One[store.Deal](s.desk.Store.Read(r.Context()), "id = ? AND office_id = ?", id(r, "deal"), me(r).OfficeID); err != nil {
		s.fail(w, r, err)
		return
	}
	if err := r.ParseForm(); err != nil {
		s.fail(w, r, err)
		return
	}
	in := partyForm(r)
	if in.Kind == couple {
		in.Kind = deal.Individual
	}
	var lines []string
	for _, p := range in.Proxies {
		if p.Name != "" && in.Name != "" {
			lines = append(lines, deal.Read(in.Principal(), p.Name, p.Capacity, me(r).Office.Wording(in)).Line)
		}
	}
	s.view.page(w, http.StatusOK, "reading", map[string]any{"Lines": lines, "Alone": in.Kind.NeedsProxy() && len(in.Proxies) == 0, "Title": in.Principal().Title()})
}

func (s *Server) dropParty(w http.ResponseWriter, r *http.Request) {
	rev, _ := strconv.Atoi(r.FormValue("rev"))
	err := s.desk.DropParty(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "deal"), id(r, "party"), rev, r.FormValue("circulating") == "withdraw")
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", id(r, "deal")), http.StatusSeeOther)
}
