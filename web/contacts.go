package web

import (
	"errors"
	"fmt"
	"io"
	"net/http"

	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/desk"
	"indicum/store"
)

const contactsShown = 300

func (s *Server) contactsPage(w http.ResponseWriter, r *http.Request, more map[string]any) {
	search := r.URL.Query().Get("q")
	list, err := s.desk.Contacts(r.Context(), me(r).OfficeID, search, contactsShown+1)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	data := map[string]any{"Me": me(r), "At": "contacts", "Search": search, "More": len(list) > contactsShown, "List": list[:min(len(list), contactsShown)]}
	for k, v := range more {
		data[k] = v
	}
	name := "contacts"
	if r.Header.Get("HX-Request") != "" {
		name = "contact-rows"
	}
	s.view.page(w, http.StatusOK, name, data)
}

func (s *Server) contacts(w http.ResponseWriter, r *http.Request) { s.contactsPage(w, r, nil) }

func (s *Server) keepContact(w http.ResponseWriter, r *http.Request) {
	c := contact.Contact{Name: r.FormValue("name"), Email: r.FormValue("email"), Phone: r.FormValue("phone"), Company: r.FormValue("company"), License: r.FormValue("license")}
	if err := s.desk.KeepContact(r.Context(), me(r).OfficeID, c); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/contacts", http.StatusSeeOther)
}

func (s *Server) dropContact(w http.ResponseWriter, r *http.Request) {
	if err := s.desk.DropContact(r.Context(), me(r).OfficeID, id(r, "contact")); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/contacts", http.StatusSeeOther)
}

func (s *Server) importContacts(w http.ResponseWriter, r *http.Request) {
	file, _, err := r.FormFile("file")
	var large *http.MaxBytesError
	if errors.As(err, &large) {
		s.fail(w, r, err)
		return
	}
	if err != nil {
		s.fail(w, r, desk.Problem{Sentence: "Please choose a file."})
		return
	}
	defer file.Close()
	data, err := io.ReadAll(file)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	got, err := s.desk.ImportContacts(r.Context(), me(r).OfficeID, data)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.contactsPage(w, r, map[string]any{"Imported": got, "Faults": got.Faults[:min(len(got.Faults), 50)]})
}

func (s *Server) exportContacts(w http.ResponseWriter, r *http.Request) {
	cards := r.URL.Query().Get("as") != "csv"
	data, err := s.desk.ExportContacts(r.Context(), me(r).OfficeID, cards)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	if cards {
		download(w, "address-book.vcf", "text/vcard", data)
		return
	}
	download(w, "address-book.csv", "text/csv; charset=utf-8", data)
}

// findContacts offers people of the address book while a name is typed.
func (s *Server) findContacts(w http.ResponseWriter, r *http.Request) {
	search := r.URL.Query().Get("name")
	var list []store.Contact
	if len(search) > 1 {
		var err error
		if list, err = s.desk.Contacts(r.Context(), me(r).OfficeID, search, 8); err != nil {
			s.fail(w, r, err)
			return
		}
	}
	s.view.page(w, http.StatusOK, "contact-options", map[string]any{"List": list})
}

func (s *Server) addSelf(w http.ResponseWriter, r *http.Request) {
	if err := s.desk.AddSelf(r.Context(), me(r).Member, id(r, "deal")); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", id(r, "deal")), http.StatusSeeOther)
}

// paste reads people out of pasted text, for confirmation; nothing is kept yet.
func (s *Server) paste(w http.ResponseWriter, r *http.Request) {
	row, err := store.One[store.Deal](s.desk.Store.Read(r.Context()), "id = ? AND office_id = ?", id(r, "deal"), me(r).OfficeID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	list := contact.Paste(r.FormValue("text"))
	s.view.page(w, http.StatusOK, "pasted", map[string]any{"Deal": row, "List": list[:min(len(list), 40)]})
}

// savePasted adds the confirmed people as parties.
func (s *Server) savePasted(w http.ResponseWriter, r *http.Request) {
	if err := r.ParseForm(); err != nil {
		s.fail(w, r, err)
		return
	}
	at := func(key string, i int) string {
		if v := r.Form[key]; i < len(v) {
			return v[i]
		}
		return ""
	}
	var list []store.Party
	for i := range r.Form["name"] {
		if role := at("role", i); role != "" {
			list = append(list, store.Party{DealID: id(r, "deal"), Role: deal.Role(role), Name: at("name", i), Email: at("email", i), Phone: at("phone", i)})
		}
	}
	if err := s.desk.SaveParties(r.Context(), me(r).OfficeID, list); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", id(r, "deal")), http.StatusSeeOther)
}

// suggestion asks whether an address with a likely slip was meant another way.
func (s *Server) suggestion(w http.ResponseWriter, r *http.Request) {
	email := r.URL.Query().Get("email") + r.URL.Query().Get("proxy_email") // one of the two
	s.view.page(w, http.StatusOK, "suggestion", map[string]any{"Meant": contact.Suggest(email)})
}
