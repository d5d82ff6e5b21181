// Package web is what people see: routes, handlers, pages. It holds no rules; it calls the desk.
package web

import (
	"context"
	"embed"
	"errors"
	"io/fs"
	"net"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"indicum/core/pdf"
	"indicum/desk"
	"indicum/store"
)

//go:embed all:dist
var dist embed.FS

// Options are what the server needs to know beside the desk.
type Options struct {
	BehindProxy bool // trust X-Forwarded-For
	Mailroom    bool // show the built-in mailroom
}

// Server answers requests.
type Server struct {
	desk *desk.Desk
	live *desk.Live
	opt  Options
	view *views
}

// New returns the application's handler.
func New(d *desk.Desk, live *desk.Live, opt Options) *chi.Mux {
	s := &Server{desk: d, live: live, opt: opt, view: newViews(opt)}
	r := chi.NewRouter()
	r.Use(s.log, s.recover, secure, http.NewCrossOriginProtection().Handler)
	r.NotFound(func(w http.ResponseWriter, r *http.Request) { s.fail(w, r, store.ErrNotFound) })
	s.public(r)
	r.Group(func(r chi.Router) {
		r.Use(s.member)
		s.members(r)
	})
	return r
}

// public are the routes that need no log-in; those under /sign need a signer's link.
func (s *Server) public(r chi.Router) {
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) { w.Write([]byte("alive\n")) })
	r.Get("/readyz", s.ready)
	r.Get("/assets/*", s.assets())
	r.Get("/login", s.loginPage)
	r.Post("/login", s.login)
	r.Get("/verify", s.verifyPage)
	r.With(limitBody(pdf.MaxBytes*2)).Post("/verify", s.verify)
	r.Get("/copy/{token}", s.copyFor)
	r.Route("/sign/{token}", func(r chi.Router) {
		r.Use(limitBody(2 << 20))
		r.Get("/", s.signing)
		r.Get("/places", s.places)
		r.Post("/consent", s.consent)
		r.Post("/decline", s.decline)
		r.Post("/sample", s.sample)
		r.Post("/ink", s.ink)
		r.Post("/fill", s.fill)
		r.Post("/finish", s.finish)
		r.Get("/copy.pdf", s.signerCopy)
		r.Get("/documents/{doc}/pages/{page}/{image}", s.signingImage)
	})
}

// members are the routes of a member's office. Every path parameter is looked up within the office.
func (s *Server) members(r chi.Router) {
	small := r.With(limitBody(4 << 20))
	r.Get("/", s.board)
	r.Get("/board", s.boardRows)
	r.Get("/live", s.liveEvents)
	small.Post("/logout", s.logout)
	r.Get("/deals", s.deals)
	small.Post("/deals", s.newDeal)
	r.Get("/deals/{deal}", s.deal)
	small.Post("/deals/{deal}", s.saveDeal)
	small.Post("/deals/{deal}/parties", s.saveParty)
	small.Post("/deals/{deal}/parties/{party}/drop", s.dropParty)
	r.Get("/deals/{deal}/reading", s.reading)
	small.Post("/deals/{deal}/self", s.addSelf)
	small.Post("/deals/{deal}/paste", s.paste)
	small.Post("/deals/{deal}/pasted", s.savePasted)
	r.Get("/contacts", s.contacts)
	small.Post("/contacts", s.keepContact)
	r.Get("/contacts/find", s.findContacts)
	r.Get("/contacts/suggestion", s.suggestion)
	r.Get("/contacts/export", s.exportContacts)
	r.With(limitBody(9<<20)).Post("/contacts/import", s.importContacts)
	small.Post("/contacts/{contact}/drop", s.dropContact)
	small.Post("/deals/{deal}/packets", s.newPacket)
	r.With(limitBody(pdf.MaxBytes+1<<20)).Post("/deals/{deal}/files", s.addFile)
	r.Get("/deals/{deal}/incoming", s.incomingDocuments)
	r.Get("/deals/{deal}/shelf", s.dealShelf)
	small.Post("/deals/{deal}/shelf", s.takeForms)
	small.Post("/incoming/{mail}", s.nod)
	r.Get("/shelf", s.shelf)
	r.With(limitBody(pdf.MaxBytes+1<<20)).Post("/shelf/forms", s.putForm)
	small.Post("/shelf/forms/{form}", s.changeForm)
	r.With(limitBody(pdf.MaxBytes+1<<20)).Post("/shelf/forms/{form}/edition", s.newEdition)
	r.Get("/shelf/forms/{form}/file", s.formFile)
	r.Get("/deals/{deal}/bench", s.bench)
	r.Get("/deals/{deal}/bench/state", s.benchState)
	small.Post("/deals/{deal}/bench", s.work)
	r.Get("/sources/{source}/original", s.original)
	r.Get("/sources/{source}/pages/{page}/{image}", s.sourceImage)
	r.Get("/packets/{packet}", s.packet)
	r.Get("/packets/{packet}/view", s.packetView)
	r.Get("/packets/{packet}/sheet", s.sheet)
	r.Get("/packets/{packet}/spots", s.spots)
	r.Get("/sources/{source}/looked", s.looked)
	r.Get("/packets/{packet}/fit/{signer}", s.fitSigner)
	r.Get("/packets/{packet}/initials", s.fitInitials)
	r.Post("/packets/{packet}/fit/{signer}/continue", s.continueSigner)
	small.Post("/packets/{packet}/edit", s.edit)
	r.Get("/packets/{packet}/preview/{signer}", s.preview)
	r.Get("/packets/{packet}/send", s.sendPlan)
	small.Post("/packets/{packet}/send", s.send)
	small.Post("/packets/{packet}/remind", s.remind)
	small.Post("/packets/{packet}/readdress", s.readdress)
	small.Post("/packets/{packet}/replace", s.replace)
	small.Post("/packets/{packet}/circle", s.keepCircle)
	small.Post("/packets/{packet}/stencils", s.keepStencil)
	small.Post("/packets/{packet}/recipe", s.keepRecipe)
	small.Post("/packets/{packet}/extend", s.extend)
	small.Post("/packets/{packet}/withdraw", s.withdraw)
	r.Get("/packets/{packet}/executed.pdf", s.executed)
	r.Get("/packets/{packet}/executed.zip", s.executedZip)
	r.Get("/packets/{packet}/documents/{doc}/pages/{page}/{image}", s.pageImage)
	r.Get("/office", s.office)
	r.Get("/office/certificate.pem", s.certificate)
	small.Post("/office/wordings", s.setWordings)
	small.Post("/office/texts", s.keepText)
	small.Post("/office/texts/{text}/drop", s.dropText)
	small.Post("/office/circles/{circle}/drop", s.dropCircle)
	small.Post("/office/stencils/{stencil}/drop", s.dropStencil)
	small.Post("/office/recipes/{recipe}/drop", s.dropRecipe)
	if s.opt.Mailroom {
		r.Get("/mailroom", s.mailroom)
		r.Get("/mailroom/{letter}", s.letter)
		r.Get("/mailroom/{letter}/body", s.letterBody)
		r.Get("/mailroom/{letter}/attachments/{n}", s.letterAttachment)
	}
}

const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; frame-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// secure sets the headers every answer carries.
func secure(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(), microphone=(), geolocation=()")
		h.Set("Cache-Control", "no-store")
		next.ServeHTTP(w, r)
	})
}

// log writes one line a request: the route's pattern, never the path, which may hold a token or a name.
func (s *Server) log(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		start := time.Now()
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		next.ServeHTTP(ww, r)
		route := "none"
		if c := chi.RouteContext(r.Context()); c != nil && c.RoutePattern() != "" {
			route = c.RoutePattern()
		}
		if route == "/assets/*" || route == "/healthz" || route == "/readyz" {
			return
		}
		s.desk.Log.Info("request", "method", r.Method, "route", route, "status", ww.Status(), "ms", time.Since(start).Milliseconds())
	})
}

func (s *Server) recover(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if p := recover(); p != nil && p != http.ErrAbortHandler {
				s.desk.Log.Error("panic", "value", p)
				s.fail(w, r, errors.New("panic"))
			}
		}()
		next.ServeHTTP(w, r)
	})
}

func limitBody(n int64) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.ContentLength > n {
				// Told at once, before the rest is uploaded.
				w.Header().Set("Connection", "close")
				http.Error(w, tooLarge, http.StatusRequestEntityTooLarge)
				return
			}
			r.Body = http.MaxBytesReader(w, r.Body, n)
			next.ServeHTTP(w, r)
		})
	}
}

const tooLarge = "This file is too large: Indicum takes files up to 50 MB."

func (s *Server) ready(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	if err := s.desk.Store.Ping(ctx); err != nil {
		http.Error(w, "the database does not answer", http.StatusServiceUnavailable)
		return
	}
	w.Write([]byte("ready\n"))
}

func (s *Server) assets() http.HandlerFunc {
	sub, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err)
	}
	files := http.StripPrefix("/assets/", http.FileServerFS(sub))
	return func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
		files.ServeHTTP(w, r)
	}
}

// who says who acts and from where.
func (s *Server) who(r *http.Request, name string) desk.Who {
	return desk.Who{Name: name, From: s.address(r), Agent: r.UserAgent()}
}

// address is the network address of the one who asks.
func (s *Server) address(r *http.Request) string {
	if s.opt.BehindProxy {
		// The last entry is the one our own proxy added.
		list := strings.Split(r.Header.Get("X-Forwarded-For"), ",")
		if ip := net.ParseIP(strings.TrimSpace(list[len(list)-1])); ip != nil {
			return ip.String()
		}
	}
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr
	}
	return host
}

type contextKey int

const sessionKey contextKey = 1

// session is the member a request comes from.
type session struct {
	store.Member
	Office store.Office
}

func me(r *http.Request) session {
	m, _ := r.Context().Value(sessionKey).(session)
	return m
}

const cookie = "indicum_session"

// member lets only members through.
func (s *Server) member(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		c, err := r.Cookie(cookie)
		var m session
		if err == nil {
			m.Member, m.Office, err = s.desk.Member(r.Context(), c.Value)
		}
		switch {
		case err == nil:
			next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), sessionKey, m)))
		case !errors.Is(err, store.ErrNotFound) && !errors.Is(err, http.ErrNoCookie):
			s.fail(w, r, err)
		case r.Method == http.MethodGet && r.Header.Get("HX-Request") == "" && strings.Contains(r.Header.Get("Accept"), "text/html"):
			http.Redirect(w, r, "/login", http.StatusSeeOther)
		default:
			http.Error(w, "Please log in again.", http.StatusUnauthorized)
		}
	})
}

// id reads a number from the path; 0 names nothing.
func id(r *http.Request, name string) int64 {
	n, err := strconv.ParseInt(chi.URLParam(r, name), 10, 64)
	if err != nil || n < 1 {
		return 0
	}
	return n
}

// fail answers with what went wrong: a sentence for a person, never the inner workings.
func (s *Server) fail(w http.ResponseWriter, r *http.Request, err error) {
	status, text := http.StatusInternalServerError, "Something went wrong on our side. Nothing was changed; please try again."
	var p desk.Problem
	var large *http.MaxBytesError
	switch {
	case errors.As(err, &p):
		status, text = http.StatusUnprocessableEntity, p.Sentence
		if p == desk.ErrThrottled {
			status = http.StatusTooManyRequests
		}
	case errors.Is(err, desk.ErrStale):
		status, text = http.StatusConflict, "Somebody changed this in the meantime. Please look at it again."
	case errors.Is(err, desk.ErrLink):
		status, text = http.StatusNotFound, "This link leads nowhere. Please use the newest mail you got, or ask whoever sent it."
	case errors.Is(err, store.ErrNotFound):
		status, text = http.StatusNotFound, "There is nothing here."
	case errors.As(err, &large):
		status, text = http.StatusRequestEntityTooLarge, tooLarge
	case r.Context().Err() != nil:
		return
	default:
		s.desk.Log.Error("request failed", "error", err)
	}
	if strings.Contains(r.Header.Get("Accept"), "text/html") && r.Header.Get("HX-Request") == "" {
		s.view.page(w, status, "trouble", map[string]any{"Text": text, "Status": status})
		return
	}
	http.Error(w, text, status)
}
