package web

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"mime"
	"net/http"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"indicum/core/field"
	"indicum/core/letter"
	"indicum/desk"
	"indicum/store"
)

func writeJSON(w http.ResponseWriter, status int, v any) {
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(status)
	json.NewEncoder(w).Encode(v)
}

func readJSON(r *http.Request, v any) error {
	if err := json.NewDecoder(r.Body).Decode(v); err != nil {
		var large *http.MaxBytesError
		if errors.As(err, &large) {
			return err
		}
		return desk.Problem{Sentence: "This request can’t be read."}
	}
	return nil
}

// download answers with a file to be saved.
func download(w http.ResponseWriter, name, kind string, data []byte) {
	w.Header().Set("Content-Type", kind)
	w.Header().Set("Content-Disposition", mime.FormatMediaType("attachment", map[string]string{"filename": name}))
	w.Header().Set("Content-Length", strconv.Itoa(len(data)))
	w.Write(data)
}

func (s *Server) sheet(w http.ResponseWriter, r *http.Request) {
	sheet, err := s.desk.Sheet(r.Context(), me(r).Member, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, sheet)
}

func (s *Server) spots(w http.ResponseWriter, r *http.Request) {
	spots, err := s.desk.Spots(r.Context(), me(r).Member, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, spots)
}

// looked answers 204 once a file's pages have been searched for places, 202 before.
func (s *Server) looked(w http.ResponseWriter, r *http.Request) {
	done, err := s.desk.Looked(r.Context(), me(r).OfficeID, id(r, "source"))
	switch {
	case err != nil:
		s.fail(w, r, err)
	case done:
		w.WriteHeader(http.StatusNoContent)
	default:
		w.WriteHeader(http.StatusAccepted)
	}
}

// fitSigner says where an extra signer has room.
func (s *Server) fitSigner(w http.ResponseWriter, r *http.Request) {
	fit, err := s.desk.Fit(r.Context(), me(r).Member, id(r, "packet"), id(r, "signer"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, fit)
}

// fitInitials says where there is room for initials beside a changed term: field, document, page and the
// rectangle x, y, w, h in points.
func (s *Server) fitInitials(w http.ResponseWriter, r *http.Request) {
	q := r.URL.Query()
	whole := func(s string) int64 {
		n, _ := strconv.ParseInt(s, 10, 64)
		return n
	}
	points := func(name string) float64 {
		v, err := strconv.ParseFloat(q.Get(name), 64)
		if err != nil || math.IsNaN(v) || math.Abs(v) > 1e5 {
			return 0
		}
		return v
	}
	var signers []int64
	for _, v := range q["signer"] {
		signers = append(signers, whole(v))
	}
	term := desk.Change{Field: q.Get("field"), Document: whole(q.Get("document")), Page: int(whole(q.Get("page"))), Rect: field.Rect{X: points("x"), Y: points("y"), W: points("w"), H: points("h")}}
	fit, err := s.desk.FitInitials(r.Context(), me(r).Member, id(r, "packet"), term, signers, q.Get("note"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, fit)
}

// continueSigner adds sheets for an extra signer who has no room.
func (s *Server) continueSigner(w http.ResponseWriter, r *http.Request) {
	sheet, err := s.desk.Continue(r.Context(), me(r).Member, id(r, "packet"), id(r, "signer"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, sheet)
}

// edit applies changes to a draft. 409 carries the sheet as it is now.
func (s *Server) edit(w http.ResponseWriter, r *http.Request) {
	var in struct {
		Rev   int         `json:"rev"`
		Edits []desk.Edit `json:"edits"`
	}
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	sheet, err := s.desk.EditDraft(r.Context(), me(r).Member, id(r, "packet"), in.Rev, in.Edits)
	switch {
	case errors.Is(err, desk.ErrStale) && sheet.ID != 0:
		writeJSON(w, http.StatusConflict, sheet)
	case err != nil:
		s.fail(w, r, err)
	default:
		writeJSON(w, http.StatusOK, sheet)
	}
}

func (s *Server) sendPlan(w http.ResponseWriter, r *http.Request) {
	plan, p, err := s.desk.SendPlan(r.Context(), me(r).Member, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	sheet, err := s.desk.Sheet(r.Context(), me(r).Member, p.ID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	texts, err := s.desk.Texts(r.Context(), me(r).OfficeID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "send-plan", map[string]any{"Plan": plan, "P": p, "Sheet": sheet, "Me": me(r), "Texts": texts, "Blanks": letter.Blanks()})
}

func (s *Server) send(w http.ResponseWriter, r *http.Request) {
	n := id(r, "packet")
	rev, _ := strconv.Atoi(r.FormValue("rev"))
	if err := s.desk.Send(r.Context(), me(r).Member, s.who(r, me(r).Name), n, rev); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/packets/%d", n), http.StatusSeeOther)
}

// afterwards answers a deed on a packet by showing the packet again.
func (s *Server) afterwards(w http.ResponseWriter, r *http.Request, err error) {
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/packets/%d", id(r, "packet")), http.StatusSeeOther)
}

func formID(r *http.Request, name string) int64 {
	n, _ := strconv.ParseInt(r.FormValue(name), 10, 64)
	return n
}

func (s *Server) remind(w http.ResponseWriter, r *http.Request) {
	s.afterwards(w, r, s.desk.Remind(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "packet"), formID(r, "signer")))
}

func (s *Server) readdress(w http.ResponseWriter, r *http.Request) {
	s.afterwards(w, r, s.desk.Readdress(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "packet"), formID(r, "signer"), r.FormValue("email")))
}

func (s *Server) replace(w http.ResponseWriter, r *http.Request) {
	s.afterwards(w, r, s.desk.Replace(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "packet"), formID(r, "signer"), r.FormValue("name"), r.FormValue("email")))
}

func (s *Server) keepCircle(w http.ResponseWriter, r *http.Request) {
	if err := s.desk.KeepCircle(r.Context(), me(r).Member, id(r, "packet"), r.FormValue("name")); err != nil {
		s.fail(w, r, err)
		return
	}
	w.WriteHeader(http.StatusNoContent)
}

// keepStencil keeps the places of a document; it answers with a sentence.
func (s *Server) keepStencil(w http.ResponseWriter, r *http.Request) {
	document, _ := strconv.ParseInt(r.FormValue("document"), 10, 64)
	said, err := s.desk.KeepStencil(r.Context(), me(r).Member, id(r, "packet"), document, r.FormValue("name"), r.FormValue("words") != "")
	if err != nil {
		s.fail(w, r, err)
		return
	}
	fmt.Fprintln(w, said)
}

// keepRecipe keeps a whole packet; it answers with a sentence.
func (s *Server) keepRecipe(w http.ResponseWriter, r *http.Request) {
	said, err := s.desk.KeepRecipe(r.Context(), me(r).Member, id(r, "packet"), r.FormValue("name"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	fmt.Fprintln(w, said)
}

func (s *Server) extend(w http.ResponseWriter, r *http.Request) {
	s.afterwards(w, r, s.desk.Extend(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "packet"), r.FormValue("day")))
}

func (s *Server) withdraw(w http.ResponseWriter, r *http.Request) {
	s.afterwards(w, r, s.desk.Withdraw(r.Context(), me(r).Member, s.who(r, me(r).Name), id(r, "packet")))
}

func (s *Server) executed(w http.ResponseWriter, r *http.Request) {
	p, data, err := s.desk.Executed(r.Context(), me(r).OfficeID, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, desk.FileName(p.Title+", executed")+".pdf", "application/pdf", data)
}

func (s *Server) executedZip(w http.ResponseWriter, r *http.Request) {
	p, data, err := s.desk.ExecutedZip(r.Context(), me(r).OfficeID, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, desk.FileName(p.Title+", executed")+".zip", "application/zip", data)
}

// imageWidth reads the width from a name such as “1a2b3c-0-0-820.png”.
func imageWidth(r *http.Request) int {
	name := strings.TrimSuffix(chi.URLParam(r, "image"), ".png")
	n, err := strconv.Atoi(name[strings.LastIndex(name, "-")+1:])
	if err != nil {
		return 0
	}
	return n
}

func (s *Server) pageImage(w http.ResponseWriter, r *http.Request) {
	n, err := strconv.Atoi(chi.URLParam(r, "page"))
	if err != nil {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	img, err := s.desk.PacketImage(r.Context(), me(r).OfficeID, id(r, "packet"), id(r, "doc"), n, imageWidth(r))
	s.image(w, r, img, err)
}

func (s *Server) image(w http.ResponseWriter, r *http.Request, img []byte, err error) {
	if err != nil {
		s.fail(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "image/png")
	w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	w.Write(img)
}
