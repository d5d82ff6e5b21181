package web

import (
	"errors"
	"net/http"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"indicum/core/bench"
	"indicum/desk"
	"indicum/store"
)

func (s *Server) bench(w http.ResponseWriter, r *http.Request) {
	b, err := s.desk.Bench(r.Context(), me(r).Member, id(r, "deal"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "bench", map[string]any{"Me": me(r), "At": "deals", "B": b})
}

func (s *Server) benchState(w http.ResponseWriter, r *http.Request) {
	b, err := s.desk.Bench(r.Context(), me(r).Member, id(r, "deal"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, b)
}

// work does one thing on the bench. 409 carries the bench as it is now.
func (s *Server) work(w http.ResponseWriter, r *http.Request) {
	var in struct {
		Rev int      `json:"rev"`
		Op  bench.Op `json:"op"`
	}
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	b, err := s.desk.Work(r.Context(), me(r).Member, id(r, "deal"), in.Rev, in.Op)
	switch {
	case errors.Is(err, desk.ErrStale) && b.Deal != 0:
		writeJSON(w, http.StatusConflict, b)
	case err != nil:
		s.fail(w, r, err)
	default:
		writeJSON(w, http.StatusOK, b)
	}
}

// sourceImage draws a page for the bench; the turn stands in the name before the width.
func (s *Server) sourceImage(w http.ResponseWriter, r *http.Request) {
	page, err := strconv.Atoi(chi.URLParam(r, "page"))
	parts := strings.Split(chi.URLParam(r, "image"), "-")
	if err != nil || len(parts) != 4 {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	turn, err := strconv.Atoi(parts[2])
	if err != nil {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	img, err := s.desk.SourceImage(r.Context(), me(r).OfficeID, id(r, "source"), page, turn, imageWidth(r))
	s.image(w, r, img, err)
}
