package web

import (
	"crypto/sha256"
	"encoding/base64"
	"html"
	"net/http"
	"regexp"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"indicum/mail"
	"indicum/store"
)

func (s *Server) mailroom(w http.ResponseWriter, r *http.Request) {
	list, err := s.desk.Letters(r.Context(), me(r).OfficeID, r.URL.Query().Get("q"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "mailroom", map[string]any{"Me": me(r), "At": "mailroom", "Letters": list, "Search": r.URL.Query().Get("q")})
}

func (s *Server) oneLetter(r *http.Request) (store.Message, mail.Read, error) {
	m, err := s.desk.Letter(r.Context(), me(r).OfficeID, id(r, "letter"))
	if err != nil {
		return m, mail.Read{}, err
	}
	read, err := mail.Parse(m.Raw)
	return m, read, err
}

func (s *Server) letter(w http.ResponseWriter, r *http.Request) {
	m, read, err := s.oneLetter(r)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.view.page(w, http.StatusOK, "letter", map[string]any{"Me": me(r), "At": "mailroom", "M": m, "Read": read})
}

var styleAttr = regexp.MustCompile(`style="([^"]*)"`)

// letterBody serves a mail's HTML as its reader's program would show it: in a sandbox, without
// scripts or outside images. Mail carries its style in attributes; each is allowed by its hash.
func (s *Server) letterBody(w http.ResponseWriter, r *http.Request) {
	_, read, err := s.oneLetter(r)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	seen := map[string]bool{}
	var hashes strings.Builder
	for _, m := range styleAttr.FindAllStringSubmatch(read.HTML, -1) {
		sum := sha256.Sum256([]byte(html.UnescapeString(m[1])))
		h := base64.StdEncoding.EncodeToString(sum[:])
		if !seen[h] {
			seen[h] = true
			hashes.WriteString(" 'sha256-" + h + "'")
		}
	}
	w.Header().Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-hashes'"+hashes.String()+"; base-uri 'self'; frame-ancestors 'self'; sandbox allow-popups allow-popups-to-escape-sandbox allow-top-navigation-by-user-activation")
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.Write([]byte(strings.Replace(read.HTML, "<head>", `<head><base target="_top">`, 1)))
}

func (s *Server) letterAttachment(w http.ResponseWriter, r *http.Request) {
	_, read, err := s.oneLetter(r)
	n, convErr := strconv.Atoi(chi.URLParam(r, "n"))
	if err == nil && (convErr != nil || n < 0 || n >= len(read.Attachments)) {
		err = store.ErrNotFound
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, read.Attachments[n].Name, "application/pdf", read.Attachments[n].Data)
}
