package web

import (
	"fmt"
	"io"
	"net/http"
	"strconv"

	"indicum/desk"
	"indicum/store"
)

// shelfGroup is the forms of one side and purpose.
type shelfGroup struct {
	Side, Purpose string
	Forms         []desk.ShelfForm
}

// grouped keeps the order of forms, which is by side and purpose.
func grouped(forms []desk.ShelfForm, retired bool) []shelfGroup {
	var out []shelfGroup
	for _, f := range forms {
		if f.Retired != retired {
			continue
		}
		if n := len(out); n == 0 || out[n-1].Side != f.Side || out[n-1].Purpose != f.Purpose {
			out = append(out, shelfGroup{Side: f.Side, Purpose: f.Purpose})
		}
		out[len(out)-1].Forms = append(out[len(out)-1].Forms, f)
	}
	return out
}

func purposes(forms []desk.ShelfForm) []string {
	var out []string
	seen := map[string]bool{}
	for _, f := range forms {
		if !seen[f.Purpose] {
			seen[f.Purpose] = true
			out = append(out, f.Purpose)
		}
	}
	return out
}

func (s *Server) shelf(w http.ResponseWriter, r *http.Request) {
	forms, err := s.desk.Shelf(r.Context(), me(r).OfficeID, 0)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "shelf", map[string]any{"Me": me(r), "At": "shelf", "Groups": grouped(forms, false), "Retired": grouped(forms, true), "Purposes": purposes(forms), "Count": len(forms)})
}

// putForm takes one blank form; the body is the file, the rest is in the query.
func (s *Server) putForm(w http.ResponseWriter, r *http.Request) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	q := r.URL.Query()
	f, err := s.desk.PutForm(r.Context(), me(r).Member, q.Get("side"), q.Get("purpose"), q.Get("name"), data)
	s.shelved(w, r, f, err)
}

func (s *Server) newEdition(w http.ResponseWriter, r *http.Request) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f, err := s.desk.NewEdition(r.Context(), me(r).Member, id(r, "form"), r.URL.Query().Get("name"), data)
	s.shelved(w, r, f, err)
}

func (s *Server) shelved(w http.ResponseWriter, r *http.Request, f desk.ShelfForm, err error) {
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, map[string]any{"form": f.ID, "name": f.Name, "pages": len(f.Edition.Pages), "notes": f.Edition.Notes})
}

func (s *Server) changeForm(w http.ResponseWriter, r *http.Request) {
	f := store.Form{ID: id(r, "form"), Name: r.FormValue("name"), Side: r.FormValue("side"), Purpose: r.FormValue("purpose"), Retired: r.FormValue("retired") == "yes"}
	if err := s.desk.ChangeForm(r.Context(), me(r).Member, f); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/shelf", http.StatusSeeOther)
}

func (s *Server) formFile(w http.ResponseWriter, r *http.Request) {
	e, data, err := s.desk.FormFile(r.Context(), me(r).OfficeID, id(r, "form"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, e.File, "application/octet-stream", data)
}

// dealShelf is the shelf as one takes from it into a deal.
func (s *Server) dealShelf(w http.ResponseWriter, r *http.Request) {
	row, err := store.One[store.Deal](s.desk.Store.Read(r.Context()), "id = ? AND office_id = ?", id(r, "deal"), me(r).OfficeID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	forms, err := s.desk.Shelf(r.Context(), me(r).OfficeID, row.ID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	// What the deal's own side uses comes first.
	var own, rest []desk.ShelfForm
	for _, f := range forms {
		if f.Side == row.Side || f.Side == "both" {
			own = append(own, f)
		} else {
			rest = append(rest, f)
		}
	}
	s.view.page(w, http.StatusOK, "deal-shelf", map[string]any{"Deal": row, "Groups": grouped(append(own, rest...), false)})
}

func (s *Server) takeForms(w http.ResponseWriter, r *http.Request) {
	if err := r.ParseForm(); err != nil {
		s.fail(w, r, err)
		return
	}
	var ids []int64
	for _, text := range r.Form["form"] {
		if n, err := strconv.ParseInt(text, 10, 64); err == nil {
			ids = append(ids, n)
		}
	}
	if _, err := s.desk.TakeForms(r.Context(), me(r).Member, id(r, "deal"), ids); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", id(r, "deal")), http.StatusSeeOther)
}

// nod lets a waiting mail in, or turns it away.
func (s *Server) nod(w http.ResponseWriter, r *http.Request) {
	dealID, err := s.desk.Nod(r.Context(), me(r).Member, id(r, "mail"), r.FormValue("let") == "in")
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", dealID), http.StatusSeeOther)
}

// incomingDocuments is the part of a deal's page that changes when files arrive.
func (s *Server) incomingDocuments(w http.ResponseWriter, r *http.Request) {
	v, err := s.desk.Deal(r.Context(), me(r).OfficeID, id(r, "deal"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "incoming", map[string]any{"Me": me(r), "Deal": v})
}
