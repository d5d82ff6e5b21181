package web_test

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"log/slog"
	"mime/multipart"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/go-chi/chi/v5"

	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/pdf"
	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
	"indicum/store/testdb"
	"indicum/web"
)

var engine *pdf.Engine

func TestMain(m *testing.M) {
	pdf.RunIfWorker()
	engine = pdf.NewEngine(2, filepath.Join(os.TempDir(), "indicum-test-wasm"))
	defer engine.Close()
	testdb.Main(m)
}

// site is a running application with two offices; the first has a deal and a sent packet.
type site struct {
	t      *testing.T
	url    string
	routes *chi.Mux
	d      *desk.Desk
	log    *bytes.Buffer
	a, b   string // session cookies
	token  string // a signer's link
	ids    map[string]string
}

const password = "a password of some length"

func start(t *testing.T) *site {
	t.Helper()
	s := &site{t: t, log: &bytes.Buffer{}, ids: map[string]string{}}
	ctx := context.Background()
	must := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	var err error
	s.d, err = desk.New(testdb.Open(t), engine, desk.Settings{Public: "http://sign.example.com", Secret: bytes.Repeat([]byte{9}, 32)}, slog.New(slog.NewTextHandler(s.log, nil)))
	must(err)
	room, err := mail.OpenMailroom("127.0.0.1:0", func(r mail.Received) error { return s.d.KeepLetter(ctx, r) })
	must(err)
	t.Cleanup(room.Close)
	s.d.Relay = room.Addr
	work, stop := context.WithCancel(ctx)
	done := make(chan struct{})
	go func() { s.d.Run(work); close(done) }()
	live := desk.NewLive()
	go live.Run(work, s.d)
	s.routes = web.New(s.d, live, web.Options{Mailroom: true})
	server := httptest.NewServer(s.routes)
	t.Cleanup(func() { server.CloseClientConnections(); server.Close(); stop(); <-done })
	s.url = server.URL
	for _, o := range []string{"alpha", "beta"} {
		_, _, err := s.d.NewOffice(ctx, "Office "+o, "UTC", "Member "+o, o+"@office.example.com", password)
		must(err)
	}
	s.a, s.b = s.login("alpha"), s.login("beta")
	s.fill(ctx, must)
	return s
}

// fill gives office alpha one of everything.
func (s *site) fill(ctx context.Context, must func(error)) {
	m, err := store.One[store.Member](s.d.Store.Read(ctx), "email = 'alpha@office.example.com'")
	must(err)
	dealID, err := s.d.SaveDeal(ctx, store.Deal{OfficeID: m.OfficeID, Property: "7 Secret Street", Side: "buyer"})
	must(err)
	party, err := s.d.SaveParty(ctx, m.OfficeID, store.Party{DealID: dealID, Role: deal.Buyer, Name: "Hidden Buyer", Email: "hidden@example.net"})
	must(err)
	doc, src, err := s.d.AddFile(ctx, m.OfficeID, dealID, "secret.pdf", demo.AgencyDisclosure())
	must(err)
	shelved, err := s.d.PutForm(ctx, m, "buyer", "Secret purpose", "secret.pdf", demo.AgencyDisclosure())
	must(err)
	row, err := store.One[store.Deal](s.d.Store.Read(ctx), "id = ?", dealID)
	must(err)
	must(mail.SendRaw(ctx, s.d.Relay, "x@stranger.example", s.d.MailAddress(row), []byte("From: x@stranger.example\r\nSubject: Secret papers\r\nMessage-ID: <s1@x>\r\n\r\nHidden\r\n")))
	waiting, err := store.One[store.Incoming](s.d.Store.Read(ctx), "deal_id = ?", dealID)
	must(err)
	must(s.d.KeepContact(ctx, m.OfficeID, contact.Contact{Name: "Hidden Contact", Email: "hidden@example.net"}))
	known, err := store.One[store.Contact](s.d.Store.Read(ctx), "office_id = ?", m.OfficeID)
	must(err)
	must(s.d.KeepText(ctx, store.KeptText{OfficeID: m.OfficeID, Name: "Secret text", Message: "Hidden words"}))
	text, err := store.One[store.KeptText](s.d.Store.Read(ctx), "office_id = ?", m.OfficeID)
	must(err)
	id, err := s.d.NewPacket(ctx, m, dealID)
	must(err)
	sheet, err := s.d.EditDraft(ctx, m, id, 1, []desk.Edit{{Op: "title", Name: "Secret packet"}, {Op: "document", Document: doc.ID}, {Op: "signer", Party: party.ID, Turn: 1}})
	must(err)
	sheet, err = s.d.EditDraft(ctx, m, id, sheet.Rev, []desk.Edit{{Op: "field", Field: &field.Field{ID: "field-one", Document: sheet.Documents[0].ID, Kind: field.Tick, Rect: field.Rect{X: 50, Y: 50, W: 20, H: 20}, Required: true, Signer: sheet.Signers[0].ID}}})
	must(err)
	must(s.d.KeepCircle(ctx, m, id, "Secret circle"))
	circle, err := store.One[store.Circle](s.d.Store.Read(ctx), "office_id = ?", m.OfficeID)
	must(err)
	for range 200 { // until the pages have been looked at
		if _, err = s.d.KeepStencil(ctx, m, id, sheet.Documents[0].ID, "Secret stencil", false); err == nil {
			break
		}
		time.Sleep(50 * time.Millisecond)
	}
	must(err)
	kept, err := store.One[store.Stencil](s.d.Store.Read(ctx), "office_id = ?", m.OfficeID)
	must(err)
	_, err = s.d.KeepRecipe(ctx, m, id, "Secret recipe")
	must(err)
	recipe, err := store.One[store.Recipe](s.d.Store.Read(ctx), "office_id = ?", m.OfficeID)
	must(err)
	must(s.d.Send(ctx, m, desk.Who{Name: m.Name}, id, sheet.Rev))
	var letter store.Message
	for range 200 {
		if letter, err = store.One[store.Message](s.d.Store.Read(ctx), "recipient = 'hidden@example.net'"); err == nil {
			break
		}
		time.Sleep(25 * time.Millisecond)
	}
	must(err)
	read, err := mail.Parse(letter.Raw)
	must(err)
	s.token = regexp.MustCompile(`/sign/([A-Za-z0-9_-]{43})`).FindStringSubmatch(read.Text)[1]
	image := sheet.Documents[0].Pages[0].Image + "820.png"
	s.ids = map[string]string{"deal": fmt.Sprint(dealID), "source": fmt.Sprint(src.ID), "packet": fmt.Sprint(id), "doc": fmt.Sprint(sheet.Documents[0].ID), "page": "0", "image": image[strings.LastIndex(image, "/")+1:], "letter": fmt.Sprint(letter.ID), "n": "0", "signer": fmt.Sprint(sheet.Signers[0].ID), "token": s.token, "form": fmt.Sprint(shelved.ID), "mail": fmt.Sprint(waiting.ID), "contact": fmt.Sprint(known.ID), "party": fmt.Sprint(party.ID), "text": fmt.Sprint(text.ID), "circle": fmt.Sprint(circle.ID), "stencil": fmt.Sprint(kept.ID), "recipe": fmt.Sprint(recipe.ID)}
}

func (s *site) do(method, path, cookie string, body io.Reader, header ...string) (int, string, http.Header) {
	s.t.Helper()
	ctx, cancel := context.WithTimeout(context.Background(), 20*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, method, s.url+path, body)
	if err != nil {
		s.t.Fatal(err)
	}
	if cookie != "" {
		r.AddCookie(&http.Cookie{Name: "indicum_session", Value: cookie})
	}
	for i := 0; i+1 < len(header); i += 2 {
		r.Header.Set(header[i], header[i+1])
	}
	c := http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	resp, err := c.Do(r)
	if err != nil {
		s.t.Fatal(err)
	}
	defer resp.Body.Close()
	limit := int64(1 << 22)
	if strings.HasPrefix(resp.Header.Get("Content-Type"), "text/event-stream") {
		limit = 16 // a stream goes on; its first bytes are enough
	}
	b, _ := io.ReadAll(io.LimitReader(resp.Body, limit))
	return resp.StatusCode, string(b), resp.Header
}

func (s *site) login(name string) string {
	s.t.Helper()
	_, _, h := s.do("POST", "/login", "", strings.NewReader(url.Values{"email": {name + "@office.example.com"}, "password": {password}}.Encode()), "Content-Type", "application/x-www-form-urlencoded")
	m := regexp.MustCompile(`indicum_session=([^;]+);.*HttpOnly; SameSite=Lax`).FindStringSubmatch(h.Get("Set-Cookie"))
	if m == nil {
		s.t.Fatalf("no session for %s: %v", name, h)
	}
	return m[1]
}

// How each route keeps others out. A route that is missing here fails the test.
//
//	own: only things of the member's own office; another office gets 404
//	list: shows the member's own office's things only
//	link: needs a signer's link; a wrong one gets 404
//	open: for everybody, shows nothing of any office
var guards = map[string]string{
	"GET /healthz": "open", "GET /readyz": "open", "GET /assets/*": "open", "GET /login": "open", "POST /login": "open", "GET /verify": "open", "POST /verify": "open",
	"GET /copy/{token}": "link", "GET /sign/{token}/": "link", "GET /sign/{token}/places": "link", "POST /sign/{token}/consent": "link", "POST /sign/{token}/decline": "link", "POST /sign/{token}/sample": "link", "POST /sign/{token}/ink": "link",
	"POST /sign/{token}/fill": "link", "POST /sign/{token}/finish": "link", "GET /sign/{token}/copy.pdf": "link", "GET /sign/{token}/documents/{doc}/pages/{page}/{image}": "link",
	"GET /": "list", "GET /board": "list", "GET /live": "list", "POST /logout": "list", "GET /deals": "list", "POST /deals": "list", "GET /mailroom": "list", "GET /office/certificate.pem": "list",
	"GET /deals/{deal}": "own", "POST /deals/{deal}": "own", "POST /deals/{deal}/parties": "own", "POST /deals/{deal}/parties/{party}/drop": "own", "POST /packets/{packet}/replace": "own", "POST /packets/{packet}/circle": "own", "POST /packets/{packet}/stencils": "own", "POST /packets/{packet}/recipe": "own", "POST /office/stencils/{stencil}/drop": "own", "POST /office/recipes/{recipe}/drop": "own",
	"GET /office": "list", "POST /office/wordings": "list", "POST /office/texts": "list", "POST /office/texts/{text}/drop": "own", "POST /office/circles/{circle}/drop": "own",
	"GET /deals/{deal}/reading": "own", "POST /deals/{deal}/self": "own", "POST /deals/{deal}/paste": "own", "POST /deals/{deal}/pasted": "own", "POST /contacts/{contact}/drop": "own",
	"GET /contacts": "list", "POST /contacts": "list", "GET /contacts/find": "list", "GET /contacts/suggestion": "list", "GET /contacts/export": "list", "POST /contacts/import": "list", "POST /deals/{deal}/packets": "own", "POST /deals/{deal}/files": "own", "GET /sources/{source}/original": "own",
	"GET /shelf": "list", "POST /shelf/forms": "list", "POST /shelf/forms/{form}": "own", "POST /shelf/forms/{form}/edition": "own", "GET /shelf/forms/{form}/file": "own",
	"GET /deals/{deal}/incoming": "own", "GET /deals/{deal}/shelf": "own", "POST /deals/{deal}/shelf": "own", "POST /incoming/{mail}": "own",
	"GET /deals/{deal}/bench": "own", "GET /deals/{deal}/bench/state": "own", "POST /deals/{deal}/bench": "own", "GET /sources/{source}/pages/{page}/{image}": "own",
	"GET /packets/{packet}": "own", "GET /packets/{packet}/view": "own", "GET /packets/{packet}/sheet": "own", "GET /packets/{packet}/spots": "own", "GET /packets/{packet}/initials": "own", "GET /sources/{source}/looked": "own", "GET /packets/{packet}/fit/{signer}": "own", "POST /packets/{packet}/fit/{signer}/continue": "own", "POST /packets/{packet}/edit": "own", "GET /packets/{packet}/send": "own", "GET /packets/{packet}/preview/{signer}": "own", "POST /packets/{packet}/send": "own",
	"POST /packets/{packet}/remind": "own", "POST /packets/{packet}/readdress": "own", "POST /packets/{packet}/extend": "own", "POST /packets/{packet}/withdraw": "own",
	"GET /packets/{packet}/executed.pdf": "own", "GET /packets/{packet}/executed.zip": "own", "GET /packets/{packet}/documents/{doc}/pages/{page}/{image}": "own",
	"GET /mailroom/{letter}": "own", "GET /mailroom/{letter}/body": "own", "GET /mailroom/{letter}/attachments/{n}": "own",
}

// good answers show that the path is the right one: the owner reaches what others don't.
var ownerFinds = map[string]bool{
	"GET /deals/{deal}/reading": true, "GET /deals/{deal}/incoming": true, "GET /deals/{deal}/shelf": true, "GET /shelf/forms/{form}/file": true,
	"GET /deals/{deal}/bench": true, "GET /deals/{deal}/bench/state": true, "GET /sources/{source}/pages/{page}/{image}": true,
	"GET /deals/{deal}": true, "GET /sources/{source}/original": true, "GET /packets/{packet}": true, "GET /packets/{packet}/view": true, "GET /packets/{packet}/sheet": true, "GET /packets/{packet}/spots": true,
	"GET /packets/{packet}/documents/{doc}/pages/{page}/{image}": true, "GET /mailroom/{letter}": true, "GET /mailroom/{letter}/body": true, "GET /packets/{packet}/send": true, "GET /packets/{packet}/preview/{signer}": true,
}

var param = regexp.MustCompile(`\{(\w+)\}`)

func TestEveryRouteKeepsOfficesApart(t *testing.T) {
	s := start(t)
	seen := map[string]bool{}
	form := url.Values{"signer": {"1"}, "email": {"x@example.net"}, "day": {time.Now().AddDate(0, 0, 9).Format("2006-01-02")}, "rev": {"1"}, "property": {"Taken over"}, "side": {"buyer"}, "name": {"X"}, "role": {"buyer"}, "agree": {"yes"}, "reason": {"x"}, "form": {"1"}, "let": {"in"}}
	bodies := map[string]string{"/bench": `{"rev":2,"op":{"kind":"rename","doc":1,"text":"Taken over"}}`, "/edit": `{"rev":2,"edits":[{"op":"title","name":"Taken over"}]}`, "/fill": `{"field":"field-one","content":"x"}`, "/ink": `{}`, "/sample": `{"name":"x"}`, "/finish": `{}`, "/files": string(demo.AgencyDisclosure()), "/edition": string(demo.AgencyDisclosure()), "/forms": string(demo.AgencyDisclosure())}
	err := chi.Walk(s.routes, func(method, route string, _ http.Handler, _ ...func(http.Handler) http.Handler) error {
		key := method + " " + route
		seen[key] = true
		guard, ok := guards[key]
		if !ok {
			t.Errorf("%s: this test does not know the route; say how it keeps others out", key)
			return nil
		}
		fill := func(ids map[string]string) string {
			return param.ReplaceAllStringFunc(route, func(p string) string { return ids[p[1:len(p)-1]] })
		}
		call := func(path, cookie string) (int, string) {
			body, kind := form.Encode(), "application/x-www-form-urlencoded"
			for end, b := range bodies {
				if strings.HasSuffix(route, end) {
					body, kind = b, "application/json"
				}
			}
			var r io.Reader
			if method == "POST" {
				r = strings.NewReader(body)
			}
			status, text, h := s.do(method, path, cookie, r, "Content-Type", kind)
			if csp := h.Get("Content-Security-Policy"); !strings.Contains(csp, "default-src 'none'") || strings.Contains(csp, "unsafe-inline") || strings.Contains(csp, "unsafe-eval") {
				t.Errorf("%s: content security policy %q", key, csp)
			}
			return status, text
		}
		path := fill(s.ids)
		leaks := func(text string) bool {
			return strings.Contains(text, "Secret") || strings.Contains(text, "Hidden") || strings.Contains(text, "hidden@")
		}
		switch guard {
		case "open":
			if status, text := call(path, ""); leaks(text) || status >= 500 {
				t.Errorf("%s: %d", key, status)
			}
		case "list":
			if status, text := call(path, ""); status != 401 && status != 303 || leaks(text) {
				t.Errorf("%s without log-in: %d", key, status)
			}
			if key == "POST /logout" {
				return nil
			}
			if _, text := call(path, s.b); leaks(text) {
				t.Errorf("%s shows office beta what is alpha’s", key)
			}
		case "own":
			if status, text := call(path, ""); status != 401 && status != 303 || leaks(text) {
				t.Errorf("%s without log-in: %d", key, status)
			}
			if status, text := call(path, s.b); status != 404 || leaks(text) {
				t.Errorf("%s as another office: %d %.80s", key, status, text)
			}
			if status, _ := call(path, s.a); ownerFinds[key] && status != 200 {
				t.Errorf("%s as its own office: %d", key, status)
			}
		case "link":
			wrong := map[string]string{}
			for k, v := range s.ids {
				wrong[k] = v
			}
			wrong["token"] = strings.Repeat("A", 43)
			if status, text := call(fill(wrong), s.a); status != 404 || leaks(text) {
				t.Errorf("%s with a wrong link: %d", key, status)
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	for key := range guards {
		if !seen[key] {
			t.Errorf("%s is tested but there is no such route", key)
		}
	}
	for _, secret := range []string{s.token, s.a, s.b, "secret.pdf", "Secret", "hidden@"} {
		if strings.Contains(s.log.String(), secret) {
			t.Errorf("the log holds %q", secret)
		}
	}
}

func TestASignersLinkShowsPagesOnlyAfterAgreeing(t *testing.T) {
	s := start(t)
	image := fmt.Sprintf("/sign/%s/documents/%s/pages/0/%s", s.token, s.ids["doc"], s.ids["image"])
	if status, _, _ := s.do("GET", image, "", nil); status != 404 {
		t.Errorf("a page before agreeing: %d", status)
	}
	s.do("GET", "/sign/"+s.token, "", nil)
	s.do("POST", "/sign/"+s.token+"/consent", "", strings.NewReader("agree=yes"), "Content-Type", "application/x-www-form-urlencoded")
	status, body, h := s.do("GET", image, "", nil)
	if status != 200 || !strings.HasPrefix(body, "\x89PNG") || !strings.Contains(h.Get("Cache-Control"), "immutable") {
		t.Errorf("a page after agreeing: %d %v", status, h)
	}
	if status, _, _ := s.do("GET", strings.Replace(image, "820.png", "99999.png", 1), "", nil); status != 404 {
		t.Errorf("a picture of any size one likes: %d", status)
	}
}

func TestRequestsFromElsewhereAndTooLargeAreRefused(t *testing.T) {
	s := start(t)
	if status, _, _ := s.do("POST", "/deals", s.a, strings.NewReader("property=x&side=buyer"), "Content-Type", "application/x-www-form-urlencoded", "Sec-Fetch-Site", "cross-site"); status != 403 {
		t.Errorf("a form on another site: %d", status)
	}
	// Said before the upload ends: the body here never does.
	slow, _ := io.Pipe()
	r, _ := http.NewRequest("POST", s.url+"/deals/"+s.ids["deal"]+"/files?name=big.pdf", slow)
	r.ContentLength = 80 << 20
	r.AddCookie(&http.Cookie{Name: "indicum_session", Value: s.a})
	resp, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer resp.Body.Close()
	if b, _ := io.ReadAll(resp.Body); resp.StatusCode != 413 || !strings.Contains(string(b), "50 MB") {
		t.Errorf("80 MB: %d %s", resp.StatusCode, b)
	}
	status, body, _ := s.do("POST", "/deals/"+s.ids["deal"]+"/files?name=x.pdf", s.a, strings.NewReader("no pdf at all"))
	if status != 422 || !strings.Contains(body, "not a PDF") {
		t.Errorf("not a PDF: %d %s", status, body)
	}
	var n int64
	s.d.Store.Read(context.Background()).Raw("SELECT COUNT(*) FROM source").Scan(&n)
	if n != 1 {
		t.Errorf("a refused file left a trace: %d sources", n)
	}
}

func TestThePublicSealCheck(t *testing.T) {
	s := start(t)
	var b bytes.Buffer
	w := multipart.NewWriter(&b)
	f, _ := w.CreateFormFile("file", "plain.pdf")
	f.Write(demo.AgencyDisclosure())
	w.Close()
	if status, body, _ := s.do("POST", "/verify", "", &b, "Content-Type", w.FormDataContentType()); status != 200 || !strings.Contains(body, `data-outcome="none"`) {
		t.Errorf("a file without seal: %d", status)
	}
}
