package web

import (
	"errors"
	"fmt"
	"io"
	"net/http"
	"strconv"
	"strings"
	"time"

	"indicum/core/packet"
	"indicum/core/pdf"
	"indicum/desk"
	"indicum/store"
)

func (s *Server) loginPage(w http.ResponseWriter, _ *http.Request) {
	s.view.page(w, http.StatusOK, "login", map[string]any{})
}

func (s *Server) login(w http.ResponseWriter, r *http.Request) {
	r.Body = http.MaxBytesReader(w, r.Body, 1<<16)
	token, err := s.desk.LogIn(r.Context(), r.FormValue("email"), r.FormValue("password"), s.address(r))
	var p desk.Problem
	if errors.As(err, &p) {
		status := http.StatusUnprocessableEntity
		if p == desk.ErrThrottled {
			status = http.StatusTooManyRequests
		}
		s.view.page(w, status, "login", map[string]any{"Trouble": p.Sentence, "Email": r.FormValue("email")})
		return
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.setCookie(w, token, 14*24*3600)
	http.Redirect(w, r, "/", http.StatusSeeOther)
}

func (s *Server) setCookie(w http.ResponseWriter, value string, age int) {
	http.SetCookie(w, &http.Cookie{Name: cookie, Value: value, Path: "/", MaxAge: age, HttpOnly: true, SameSite: http.SameSiteLaxMode, Secure: strings.HasPrefix(s.desk.Public, "https:")})
}

func (s *Server) logout(w http.ResponseWriter, r *http.Request) {
	if c, err := r.Cookie(cookie); err == nil {
		if err := s.desk.LogOut(r.Context(), c.Value); err != nil {
			s.fail(w, r, err)
			return
		}
	}
	s.setCookie(w, "", -1)
	http.Redirect(w, r, "/login", http.StatusSeeOther)
}

var groupTitles = map[string]string{"yours": "Yours to do", "clients": "Clients hold", "other": "The other side holds", "drafts": "Drafts", "stopped": "Stopped this week", "executed": "Executed this week"}

func (s *Server) boardData(r *http.Request) (map[string]any, error) {
	b, err := s.desk.Board(r.Context(), me(r).Member)
	if err != nil {
		return nil, err
	}
	deals, err := s.desk.Deals(r.Context(), me(r).OfficeID)
	return map[string]any{"Me": me(r), "At": "board", "Board": b, "Titles": groupTitles, "Deals": deals}, err
}

func (s *Server) board(w http.ResponseWriter, r *http.Request) {
	data, err := s.boardData(r)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "board", data)
}

func (s *Server) boardRows(w http.ResponseWriter, r *http.Request) {
	data, err := s.boardData(r)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "board-rows", data)
}

// liveEvents streams the ids of packets that moved (server-sent events, WHATWG HTML 9.2).
func (s *Server) liveEvents(w http.ResponseWriter, r *http.Request) {
	flush, ok := w.(http.Flusher)
	if !ok {
		s.fail(w, r, errors.New("this connection can't be streamed"))
		return
	}
	moved, end := s.live.Subscribe(me(r).OfficeID)
	defer end()
	w.Header().Set("Content-Type", "text/event-stream")
	fmt.Fprint(w, "retry: 2000\n\n")
	flush.Flush()
	beat := time.NewTicker(20 * time.Second)
	defer beat.Stop()
	for {
		select {
		case <-r.Context().Done():
			return
		case id, ok := <-moved:
			if !ok {
				return
			}
			fmt.Fprintf(w, "event: moved\ndata: %d\n\n", id)
		case <-beat.C:
			fmt.Fprint(w, ": beat\n\n")
		}
		flush.Flush()
	}
}

func (s *Server) deals(w http.ResponseWriter, r *http.Request) {
	list, err := s.desk.Deals(r.Context(), me(r).OfficeID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "deals", map[string]any{"Me": me(r), "At": "deals", "Deals": list})
}

func dealForm(r *http.Request) store.Deal {
	var rev int
	fmt.Sscan(r.FormValue("rev"), &rev)
	return store.Deal{OfficeID: me(r).OfficeID, ID: id(r, "deal"), Property: r.FormValue("property"), Side: r.FormValue("side"), Price: r.FormValue("price"), OfferDate: r.FormValue("offer_date"), ClosingDate: r.FormValue("closing_date"), Rev: rev}
}

func (s *Server) newDeal(w http.ResponseWriter, r *http.Request) {
	n, err := s.desk.SaveDeal(r.Context(), dealForm(r))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/deals/%d", n), http.StatusSeeOther)
}

func (s *Server) deal(w http.ResponseWriter, r *http.Request) {
	v, err := s.desk.Deal(r.Context(), me(r).OfficeID, id(r, "deal"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	recipes, err := s.desk.Recipes(r.Context(), me(r).OfficeID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "deal", map[string]any{"Me": me(r), "At": "deals", "Deal": v, "Recipes": recipes})
}

func (s *Server) saveDeal(w http.ResponseWriter, r *http.Request) {
	if _, err := s.desk.SaveDeal(r.Context(), dealForm(r)); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, r.URL.Path, http.StatusSeeOther)
}

// addFile takes one file into a deal; the body is the file, its name is in the query.
func (s *Server) addFile(w http.ResponseWriter, r *http.Request) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	doc, src, err := s.desk.AddFile(r.Context(), me(r).OfficeID, id(r, "deal"), r.URL.Query().Get("name"), data)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, map[string]any{"document": doc.ID, "source": src.ID, "name": doc.Name, "pages": len(doc.Pages), "notes": src.Notes})
}

func (s *Server) original(w http.ResponseWriter, r *http.Request) {
	src, data, err := s.desk.Original(r.Context(), me(r).OfficeID, id(r, "source"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	// As it came, with all it may contain: to be saved, never to be opened in this page.
	download(w, src.Name, "application/octet-stream", data)
}

func (s *Server) newPacket(w http.ResponseWriter, r *http.Request) {
	n, err := s.desk.NewPacket(r.Context(), me(r).Member, id(r, "deal"))
	if recipe, _ := strconv.ParseInt(r.FormValue("recipe"), 10, 64); err == nil && recipe != 0 {
		_, err = s.desk.EditDraft(r.Context(), me(r).Member, n, 1, []desk.Edit{{Op: "recipe", Recipe: recipe}})
	}
	if err == nil && r.FormValue("documents") != "" {
		var edits []desk.Edit
		for _, text := range strings.Split(r.FormValue("documents"), ",") {
			doc, convErr := strconv.ParseInt(text, 10, 64)
			if convErr != nil {
				continue
			}
			edits = append(edits, desk.Edit{Op: "document", Document: doc})
		}
		_, err = s.desk.EditDraft(r.Context(), me(r).Member, n, 1, edits)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, fmt.Sprintf("/packets/%d", n), http.StatusSeeOther)
}

func (s *Server) certificate(w http.ResponseWriter, r *http.Request) {
	download(w, "office-certificate.pem", "application/x-pem-file", []byte(me(r).Office.Cert))
}

func (s *Server) verifyPage(w http.ResponseWriter, _ *http.Request) {
	s.view.page(w, http.StatusOK, "verify", map[string]any{})
}

func (s *Server) verify(w http.ResponseWriter, r *http.Request) {
	file, head, err := r.FormFile("file")
	if err != nil {
		var large *http.MaxBytesError
		if errors.As(err, &large) {
			s.fail(w, r, err)
			return
		}
		s.view.page(w, http.StatusUnprocessableEntity, "verify", map[string]any{"Trouble": "Please choose a file."})
		return
	}
	defer file.Close()
	data := make([]byte, head.Size)
	if _, err := io.ReadFull(file, data); err != nil {
		s.fail(w, r, err)
		return
	}
	v, err := pdf.Verify(data)
	out := map[string]any{"Name": head.Filename, "Verdict": v}
	switch {
	case errors.Is(err, pdf.ErrNoSeal):
		out["Outcome"] = "none"
	case err != nil:
		out["Outcome"] = "changed"
	default:
		out["Outcome"] = "good"
		out["Known"] = s.desk.KnownSeal(r.Context(), v.Fingerprint)
	}
	s.view.page(w, http.StatusOK, "verify", out)
}

// packet shows a draft as its sheet and any other packet as its progress.
func (s *Server) packet(w http.ResponseWriter, r *http.Request) { s.packetPage(w, r, "packet") }

func (s *Server) packetView(w http.ResponseWriter, r *http.Request) {
	s.packetPage(w, r, "packet-view")
}

func (s *Server) packetPage(w http.ResponseWriter, r *http.Request, name string) {
	v, err := s.desk.Packet(r.Context(), me(r).Member, id(r, "packet"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	data := map[string]any{"Me": me(r), "At": "packet", "P": v}
	if v.Row.State == packet.Draft {
		s.view.page(w, http.StatusOK, "sheet", data)
		return
	}
	s.view.page(w, http.StatusOK, name, data)
}
