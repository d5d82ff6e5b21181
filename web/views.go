package web

import (
	"bytes"
	"crypto/sha256"
	"embed"
	"encoding/hex"
	"fmt"
	"html/template"
	"io/fs"
	"net/http"
	"slices"
	"strings"
	"time"

	"indicum/core/contact"
	"indicum/core/deal"
	"indicum/core/letter"
	"indicum/core/packet"
	"indicum/desk"
	"indicum/store"
)

//go:embed templates/*.html
var templates embed.FS

type views struct{ t *template.Template }

func newViews(opt Options) *views {
	funcs := template.FuncMap{
		"asset": assetAddress(), "track": trackSVG, "stamp": stampSVG, "eventText": desk.EventText,
		"clock": func(o store.Office, t any, layout string) string { return clock(o, t, layout) },
		"ago":   ago, "left": left, "roles": deal.Roles, "plural": plural, "mailroom": func() bool { return opt.Mailroom },
		"suggest": contact.Suggest, "kinds": deal.Kinds, "wordings": wordings, "proxyRows": proxyRows, "lines": func(o store.Office, p store.Party) []string {
			var out []string
			for _, x := range p.Proxies {
				out = append(out, deal.Read(p.Principal(), x.Name, x.Capacity, o.Wording(p)).Line)
			}
			return out
		},
		"example": example, "circleWords": desk.CircleWords, "recipeWords": desk.RecipeWords, "yetToSign": yetToSign, "initialsOf": deal.InitialsOr,
		"sides": func() []string { return desk.Sides }, "sideTitle": func(side string) string {
			return map[string]string{"buyer": "Buyers", "seller": "Sellers", "both": "Both sides"}[side]
		},
		"sub0": func(n int) int { return -n }, "soon": func(t *time.Time) bool { return t != nil && time.Until(*t) < 36*time.Hour },
		"people": people, "add": func(a, b int) int { return a + b }, "first": letter.FirstName,
		"sum": func(s []store.Signer, m map[int64]int) int {
			n := 0
			for _, p := range s {
				n += m[p.ID]
			}
			return n
		},
		"dict": func(kv ...any) map[string]any {
			m := map[string]any{}
			for i := 0; i+1 < len(kv); i += 2 {
				m[kv[i].(string)] = kv[i+1]
			}
			return m
		},
	}
	return &views{template.Must(template.New("").Funcs(funcs).ParseFS(templates, "templates/*.html"))}
}

// wordings are the forms of signature a person chooses from, by example.
func wordings() [][2]string {
	return [][2]string{{"by", "Principal by Proxy, capacity"}, {"block", "Principal, By: Proxy, Its: Capacity"}, {"for", "Proxy, capacity for (or of) Principal"}}
}

// example is a signature in a wording, of invented people.
func example(k deal.Kind, w deal.Wording) string {
	names := map[deal.Kind]string{deal.Individual: "Ada Marsh", deal.Minor: "Ada Marsh", deal.Estate: "Ada Marsh", deal.Trust: "Marsh Family Trust", deal.Company: "Marsh Holdings, LLC"}
	return deal.Read(deal.Principal{Kind: k, Name: names[k]}, "Ben Calder", k.Capacities()[0], w).Line
}

// yetToSign are the circulating packets in which a party has not finished.
func yetToSign(rows []desk.Row, party int64) []desk.Row {
	var out []desk.Row
	for _, r := range rows {
		if r.State == packet.Circulating && slices.ContainsFunc(r.Signers, func(s store.Signer) bool {
			return s.PartyID == party && (s.Stage == packet.Waiting || s.Stage == packet.Holding)
		}) {
			out = append(out, r)
		}
	}
	return out
}

// proxyRows are the rows of a party's form: its proxies and an empty one for the next.
func proxyRows(p any) []store.Proxy {
	var out []store.Proxy
	if q, ok := p.(store.Party); ok {
		out = append(out, q.Proxies...)
	}
	return append(out, store.Proxy{})
}

// assetAddress names an asset by its content, so that it can be kept for good.
func assetAddress() func(string) (string, error) {
	sums := map[string]string{}
	fs.WalkDir(dist, "dist", func(path string, e fs.DirEntry, err error) error {
		if err == nil && !e.IsDir() {
			b, _ := dist.ReadFile(path)
			s := sha256.Sum256(b)
			sums[strings.TrimPrefix(path, "dist/")] = hex.EncodeToString(s[:6])
		}
		return nil
	})
	return func(name string) (string, error) {
		sum, ok := sums[name]
		if !ok {
			return "", fmt.Errorf("no asset %s; run make build", name)
		}
		return "/assets/" + name + "?v=" + sum, nil
	}
}

// page writes a template whole, or an error.
func (v *views) page(w http.ResponseWriter, status int, name string, data any) {
	var b bytes.Buffer
	if err := v.t.ExecuteTemplate(&b, name, data); err != nil {
		http.Error(w, "This page could not be made.", http.StatusInternalServerError)
		fmt.Println("template", name, err)
		return
	}
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.WriteHeader(status)
	w.Write(b.Bytes())
}

func plural(n int, one string) string {
	if n == 1 {
		return "1 " + one
	}
	if strings.HasSuffix(one, "y") {
		return fmt.Sprintf("%d %sies", n, strings.TrimSuffix(one, "y"))
	}
	return fmt.Sprintf("%d %ss", n, one)
}

func clock(o store.Office, t any, layout string) string {
	switch v := t.(type) {
	case time.Time:
		return desk.PageTime(o, v, layout)
	case *time.Time:
		if v != nil {
			return desk.PageTime(o, *v, layout)
		}
	}
	return ""
}

// span words a duration in its two largest units: 3 d 6 h, 40 min.
func span(d time.Duration) string {
	m := int(d.Minutes())
	switch {
	case m < 1:
		return "0 min"
	case m < 60:
		return fmt.Sprintf("%d min", m)
	case m < 24*60:
		return fmt.Sprintf("%d h", m/60)
	case m < 14*24*60 && m/60%24 > 0:
		return fmt.Sprintf("%d d %d h", m/1440, m/60%24)
	}
	return fmt.Sprintf("%d d", m/1440)
}

func ago(t any) string {
	switch v := t.(type) {
	case time.Time:
		return span(time.Since(v))
	case *time.Time:
		if v != nil {
			return span(time.Since(*v))
		}
	}
	return ""
}

func left(t *time.Time) string {
	if t == nil {
		return ""
	}
	if d := time.Until(*t); d > 0 {
		return span(d) + " left"
	}
	return "time has passed"
}

// people joins names as one says them; from the fourth on they are counted.
func people(signers []store.Signer) string {
	var names []string
	for i, s := range signers {
		if i == 2 && len(signers) > 3 {
			names = append(names, fmt.Sprintf("%d others", len(signers)-2))
			break
		}
		names = append(names, s.Name)
	}
	return letter.List(names)
}
