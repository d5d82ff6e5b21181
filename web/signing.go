package web

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"net/http"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/packet"
	"indicum/core/typeface"
	"indicum/desk"
	"indicum/store"
)

// disclosure is what a signer reads before agreeing to sign electronically. Its points are those
// of 15 U.S.C. 7001(c)(1): paper on request, withdrawing, what the consent covers, how to withdraw
// and to change one's address, how to get paper and at what cost, and what is needed to read and
// keep the records. Its hash goes into the ledger.
var disclosure = []string{
	"You are asked to read and sign these documents electronically instead of on paper. Your electronic signature binds you as one in ink would.",
	"You may have the documents on paper instead. Ask the sender; they tell you how, and paper copies of what you have signed here cost you nothing.",
	"Your agreement covers this packet only. Later packets ask again.",
	"You may withdraw it at any time before you finish: choose “Decline”, or tell the sender. The packet then ends without your signature, and can be signed on paper; there is no fee.",
	"If your e-mail address changes, tell the sender, so that copies reach you.",
	"To read and keep the documents you need a current web browser, an e-mail account, and a program that opens PDF files. By going on you show that this device can: the documents are shown here, and the executed copy comes to you as a PDF.",
}

func disclosureHash() string {
	s := sha256.Sum256([]byte(strings.Join(disclosure, "\n")))
	return hex.EncodeToString(s[:])
}

func token(r *http.Request) string { return chi.URLParam(r, "token") }

// signing shows a signer the page for where they stand.
func (s *Server) signing(w http.ResponseWriter, r *http.Request) {
	v, err := s.desk.Signing(r.Context(), token(r), s.who(r, ""))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	w.Header().Set("Referrer-Policy", "no-referrer") // the address is the key
	data := map[string]any{"V": v, "Token": token(r)}
	switch {
	case v.Signer.Stage == packet.Left:
		s.view.page(w, http.StatusOK, "signing-released", data)
	case v.Packet.State.Final():
		s.view.page(w, http.StatusOK, "signing-ended", data)
	case v.Signer.Stage == packet.Done:
		s.view.page(w, http.StatusOK, "signing-done", data)
	case v.Signer.Stage == packet.Released:
		s.view.page(w, http.StatusOK, "signing-released", data)
	case v.Signer.Stage != packet.Holding:
		s.view.page(w, http.StatusOK, "signing-waits", data)
	case v.Signer.ConsentedAt == nil:
		if err := s.desk.Opened(r.Context(), token(r), s.who(r, "")); err != nil {
			s.fail(w, r, err)
			return
		}
		data["Disclosure"] = disclosure
		s.view.page(w, http.StatusOK, "signing-consent", data)
	default:
		data["Sheet"] = s.signingSheet(v, func(doc store.PacketDocument) []desk.SheetPage { return desk.SigningPages(token(r), doc) })
		s.view.page(w, http.StatusOK, "signing", data)
	}
}

// preview shows a draft exactly as one of its signers will see it, with nothing that could be sent.
func (s *Server) preview(w http.ResponseWriter, r *http.Request) {
	v, err := s.desk.Preview(r.Context(), me(r).Member, id(r, "packet"), id(r, "signer"))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	sheet := s.signingSheet(v, func(doc store.PacketDocument) []desk.SheetPage { return desk.SheetPages(v.Packet.ID, doc) })
	sheet.Preview = true
	s.view.page(w, http.StatusOK, "signing", map[string]any{"V": v, "Token": "", "Sheet": sheet, "Preview": true})
}

// signingSheet is what the signing page's script works with.
type signingSheet struct {
	Documents []desk.SheetDocument `json:"documents"`
	Places    []signingPlace       `json:"places"`
	Ink       int                  `json:"ink"`
	Code      string               `json:"code"`
	Name      string               `json:"name"`
	Initials  string               `json:"initials"`
	Signature bool                 `json:"hasSignature"`
	HasInit   bool                 `json:"hasInitials"`
	Styles    [][2]string          `json:"styles"`
	Preview   bool                 `json:"preview"` // nothing can be filled or sent
}

type signingPlace struct {
	field.Field
	Mine   bool    `json:"mine"`
	Filled bool    `json:"filled"`
	Text   string  `json:"text"`
	Fill   string  `json:"fill"`
	Stroke string  `json:"stroke"`
	Width  float64 `json:"width"`
	Todo   bool    `json:"todo"`
	Freed  bool    `json:"freed"`
	Clash  string  `json:"clash"`
	Fits   int     `json:"fits,omitempty"` // letters, about, of a text
}

func (s *Server) signingSheet(v desk.Signing, pages func(store.PacketDocument) []desk.SheetPage) signingSheet {
	out := signingSheet{Ink: v.Signer.Ink, Code: v.Signer.Seat().Code(), Name: v.Signer.Name, Initials: deal.InitialsOr(v.Signer.Initials, v.Signer.Name), Signature: v.Signer.SignatureInk != nil, HasInit: v.Signer.InitialsInk != nil, Places: []signingPlace{}}
	for _, doc := range v.Documents {
		out.Documents = append(out.Documents, desk.SheetDocument{ID: doc.ID, Name: doc.Name, Pages: pages(doc)})
	}
	for _, p := range v.Places {
		out.Places = append(out.Places, placeJSON(p))
	}
	for _, k := range typeface.Styles {
		out.Styles = append(out.Styles, [2]string{k, typeface.Get(k).Title})
	}
	return out
}

func placeJSON(p desk.Place) signingPlace {
	fits := 0
	if p.Kind == field.Text {
		fits = p.Fits()
	}
	return signingPlace{p.Field, p.Mine, p.Filled, p.Content, p.Fill, p.Stroke, p.Width, p.Todo, p.Freed, p.Clash, fits}
}

func (s *Server) consent(w http.ResponseWriter, r *http.Request) {
	if r.FormValue("agree") != "yes" {
		s.fail(w, r, desk.Problem{Sentence: "Please tick that you agree, or ask the sender for paper."})
		return
	}
	if err := s.desk.Consented(r.Context(), token(r), s.who(r, ""), disclosureHash()); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/sign/"+token(r), http.StatusSeeOther)
}

func (s *Server) decline(w http.ResponseWriter, r *http.Request) {
	if err := s.desk.Declined(r.Context(), token(r), s.who(r, ""), r.FormValue("reason")); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/sign/"+token(r), http.StatusSeeOther)
}

// sample shows what a name looks like in each written style.
func (s *Server) sample(w http.ResponseWriter, r *http.Request) {
	var in struct{ Name string }
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	if _, err := s.desk.Signing(r.Context(), token(r), s.who(r, "")); err != nil {
		s.fail(w, r, err)
		return
	}
	out := map[string]string{}
	box := field.Rect{W: 260, H: 54}
	for _, style := range typeface.Styles {
		k := field.Ink{Style: style, Name: in.Name}
		if k.Check() == nil {
			out[style], _, _ = field.SVG(box, field.DrawInk(box, k))
		}
	}
	writeJSON(w, http.StatusOK, out)
}

// again answers a signer's change with all places as they are now.
func (s *Server) again(w http.ResponseWriter, r *http.Request, err error) {
	var v desk.Signing
	if err == nil {
		v, err = s.desk.Signing(r.Context(), token(r), s.who(r, ""))
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, s.signingSheet(v, func(doc store.PacketDocument) []desk.SheetPage { return desk.SigningPages(token(r), doc) }))
}

// places answers with all places as they are now.
func (s *Server) places(w http.ResponseWriter, r *http.Request) { s.again(w, r, nil) }

func (s *Server) ink(w http.ResponseWriter, r *http.Request) {
	var in struct{ Signature, Initials *field.Ink }
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	s.again(w, r, s.desk.SetInk(r.Context(), token(r), s.who(r, ""), in.Signature, in.Initials))
}

func (s *Server) fill(w http.ResponseWriter, r *http.Request) {
	var in struct{ Field, Content string }
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	s.again(w, r, s.desk.Fill(r.Context(), token(r), s.who(r, ""), in.Field, in.Content))
}

func (s *Server) finish(w http.ResponseWriter, r *http.Request) {
	var in struct{ Anyway bool }
	if err := readJSON(r, &in); err != nil {
		s.fail(w, r, err)
		return
	}
	err := s.desk.Finish(r.Context(), token(r), s.who(r, ""), in.Anyway)
	var differs desk.Differs
	if errors.As(err, &differs) {
		writeJSON(w, http.StatusConflict, differs)
		return
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	writeJSON(w, http.StatusOK, map[string]string{"next": "/sign/" + token(r)})
}

func (s *Server) signerCopy(w http.ResponseWriter, r *http.Request) {
	p, data, err := s.desk.Copy(r.Context(), token(r), s.who(r, ""))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, desk.FileName(p.Title+", executed")+".pdf", "application/pdf", data)
}

// copyFor hands a copy to somebody who signs nothing.
func (s *Server) copyFor(w http.ResponseWriter, r *http.Request) {
	name, data, err := s.desk.CopyFor(r.Context(), token(r), s.who(r, ""))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	download(w, desk.FileName(name)+".pdf", "application/pdf", data)
}

func (s *Server) signingImage(w http.ResponseWriter, r *http.Request) {
	n, err := strconv.Atoi(chi.URLParam(r, "page"))
	if err != nil {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	img, err := s.desk.SigningImage(r.Context(), token(r), s.who(r, ""), id(r, "doc"), n, imageWidth(r))
	s.image(w, r, img, err)
}
