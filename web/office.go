package web

import (
	"errors"
	"net/http"

	"indicum/core/deal"
	"indicum/core/letter"
	"indicum/store"
)

// office shows what the members of an office have settled once for all deals.
func (s *Server) office(w http.ResponseWriter, r *http.Request) {
	ctx, office := r.Context(), me(r).OfficeID
	texts, err := s.desk.Texts(ctx, office)
	circles, more := s.desk.Circles(ctx, office)
	err = errors.Join(err, more)
	stencils, more := s.desk.Stencils(ctx, office)
	err = errors.Join(err, more)
	recipes, more := s.desk.Recipes(ctx, office)
	if err = errors.Join(err, more); err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "office", map[string]any{
		"Me": me(r), "At": "office", "Texts": texts, "Circles": circles, "Stencils": stencils, "Recipes": recipes, "Blanks": letter.Blanks(),
	})
}

// toOffice answers a change by showing the office again.
func (s *Server) toOffice(w http.ResponseWriter, r *http.Request, err error) {
	if err != nil {
		s.fail(w, r, err)
		return
	}
	if r.Header.Get("Accept") == "text/plain" {
		w.WriteHeader(http.StatusNoContent)
		return
	}
	http.Redirect(w, r, "/office", http.StatusSeeOther)
}

func (s *Server) setWordings(w http.ResponseWriter, r *http.Request) {
	in := map[deal.Kind]deal.Wording{}
	for _, k := range deal.Kinds() {
		if v := r.FormValue(string(k)); v != "" {
			in[k] = deal.Wording(v)
		}
	}
	s.toOffice(w, r, s.desk.SetWordings(r.Context(), me(r).OfficeID, in))
}

func (s *Server) keepText(w http.ResponseWriter, r *http.Request) {
	s.toOffice(w, r, s.desk.KeepText(r.Context(), store.KeptText{OfficeID: me(r).OfficeID, Name: r.FormValue("name"), Subject: r.FormValue("subject"), Message: r.FormValue("message")}))
}

func (s *Server) dropText(w http.ResponseWriter, r *http.Request) {
	s.toOffice(w, r, s.desk.DropText(r.Context(), me(r).OfficeID, id(r, "text")))
}

func (s *Server) dropCircle(w http.ResponseWriter, r *http.Request) {
	s.toOffice(w, r, s.desk.DropCircle(r.Context(), me(r).OfficeID, id(r, "circle")))
}

func (s *Server) dropStencil(w http.ResponseWriter, r *http.Request) {
	s.toOffice(w, r, s.desk.DropStencil(r.Context(), me(r).OfficeID, id(r, "stencil")))
}

func (s *Server) dropRecipe(w http.ResponseWriter, r *http.Request) {
	s.toOffice(w, r, s.desk.DropRecipe(r.Context(), me(r).OfficeID, id(r, "recipe")))
}
