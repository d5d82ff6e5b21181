// Package contact reads and writes people's addresses: text as one pastes it, vCard (RFC 6350) and CSV
// (RFC 4180). What can't be read is named, never dropped.
package contact

import (
	"bytes"
	"fmt"
	"regexp"
	"strings"
	"unicode"
	"unicode/utf16"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"

	"indicum/core/deal"
)

// Contact is a person or firm.
type Contact struct {
	Name    string `json:"name"`
	Email   string `json:"email"`
	Phone   string `json:"phone"`
	Company string `json:"company"`
	License string `json:"license"` // number of an agent's or broker's
}

// Fault is a part of a file that could not be read.
type Fault struct {
	Line int // from 1, where it starts
	Text string
	Why  string
}

// MaxContacts is how many are read from one file.
const MaxContacts = 20_000

// key tells contacts apart: the same name at the same address is one.
func (c Contact) key() string { return strings.ToLower(c.Name + "\x00" + c.Email) }

// unique leaves out what is there already; twice counts those.
func unique(in []Contact) (out []Contact, twice int) {
	seen := map[string]bool{}
	for _, c := range in {
		if seen[c.key()] {
			twice++
			continue
		}
		seen[c.key()] = true
		out = append(out, c)
	}
	return out, twice
}

// check tidies a contact and says what is wrong with it, "" for nothing.
func check(c *Contact) string {
	tidy := func(s string) string { return strings.Join(strings.Fields(strings.ToValidUTF8(s, "")), " ") }
	c.Name, c.Email, c.Phone, c.Company, c.License = tidy(c.Name), strings.TrimSpace(c.Email), tidy(c.Phone), tidy(c.Company), tidy(c.License)
	if c.Name == "" {
		c.Name = c.Company
	}
	switch {
	case c.Name == "" && c.Email == "":
		return "it has neither a name nor an address"
	case c.Name == "":
		return "it has no name"
	case utf8.RuneCountInString(c.Name) > 160:
		return "its name is longer than 160 characters"
	}
	if c.Email != "" {
		if trouble := deal.CheckEmail(c.Email); trouble != "" {
			return "it " + trouble
		}
	}
	return ""
}

// Decode returns a text file as UTF-8: UTF-8 with or without byte order mark, UTF-16, or else Windows-1252,
// which is what older programs write.
func Decode(data []byte) string {
	switch {
	case bytes.HasPrefix(data, []byte("\xef\xbb\xbf")):
		return string(data[3:])
	case bytes.HasPrefix(data, []byte("\xff\xfe")), bytes.HasPrefix(data, []byte("\xfe\xff")):
		little := data[0] == 0xff
		var units []uint16
		for i := 2; i+1 < len(data); i += 2 {
			a, b := uint16(data[i]), uint16(data[i+1])
			if little {
				a, b = b, a
			}
			units = append(units, a<<8|b)
		}
		return string(utf16.Decode(units))
	case utf8.Valid(data):
		return string(data)
	}
	out, err := charmap.Windows1252.NewDecoder().Bytes(data)
	if err != nil {
		return strings.ToValidUTF8(string(data), "")
	}
	return string(out)
}

// Read reads a file of either kind.
func Read(data []byte) (good []Contact, twice int, faults []Fault) {
	text := Decode(data)
	if strings.Contains(strings.ToUpper(text[:min(len(text), 400)]), "BEGIN:VCARD") {
		good, faults = readCards(text)
	} else {
		good, faults = readTable(text)
	}
	good, twice = unique(good)
	return good, twice, faults
}

var (
	address = regexp.MustCompile(`[A-Za-z0-9.!#$%&'*+/=?^_{|}~-]+@[\p{L}0-9](?:[\p{L}0-9.-]*[\p{L}0-9])?`)
	phone   = regexp.MustCompile(`\+?\(?\d[\d ().\-/]{5,}\d`)
	labels  = regexp.MustCompile(`(?i)\b(?:e-?mail|mail|phone|tel|telephone|mobile|cell|fax|office|direct|name)\b\s*[:.]?\s*`)
)

// Paste reads text as people copy it: a line for each person, a signature from the foot of a mail, or a
// vCard. Every person needs an address or a line of their own.
func Paste(text string) []Contact {
	if strings.Contains(strings.ToUpper(text), "BEGIN:VCARD") {
		good, _, _ := Read([]byte(text))
		return good
	}
	var out []Contact
	var block []string
	flush := func() {
		out = append(out, readBlock(block)...)
		block = nil
	}
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r", "\n"), "\n") {
		if strings.TrimSpace(strings.Trim(line, "-–—_=* \t")) == "" {
			flush()
			continue
		}
		block = append(block, line)
	}
	flush()
	out, _ = unique(out)
	return out
}

// readBlock reads lines that belong together: each a person, when each has an address, else all one.
func readBlock(lines []string) []Contact {
	var with []int
	for i, l := range lines {
		if address.MatchString(l) {
			with = append(with, i)
		}
	}
	var out []Contact
	if len(with) > 1 || len(with) == 1 && len(lines) == 1 {
		for _, i := range with {
			if c := readLine(lines[i]); c.Name == "" && i > 0 && !address.MatchString(lines[i-1]) {
				c.Name = readLine(lines[i-1]).Name
				out = append(out, c)
			} else {
				out = append(out, c)
			}
		}
	} else {
		var c Contact
		for _, l := range lines {
			part := readLine(l)
			c.Name, c.Email, c.Phone = first(c.Name, part.Name), first(c.Email, part.Email), first(c.Phone, part.Phone)
			if part.Name != "" && part.Name != c.Name && looksLikeFirm(part.Name) {
				c.Company = first(c.Company, part.Name)
			}
		}
		out = append(out, c)
	}
	kept := out[:0]
	for _, c := range out {
		if c.Name == "" && c.Email != "" {
			c.Name = fromAddress(c.Email)
		}
		if c.Name != "" && (c.Email != "" || c.Phone != "" || len(lines) == 1) {
			kept = append(kept, c)
		}
	}
	return kept
}

func readLine(line string) Contact {
	var c Contact
	c.Email = address.FindString(line)
	line = strings.Replace(line, c.Email, " ", 1)
	c.Phone = strings.TrimSpace(phone.FindString(line))
	line = strings.Replace(line, c.Phone, " ", 1)
	line = labels.ReplaceAllString(line, " ")
	for _, part := range strings.FieldsFunc(line, func(r rune) bool { return strings.ContainsRune(",;|<>\t()[]\"", r) }) {
		part = strings.Join(strings.Fields(strings.Trim(part, " :·•-–—")), " ")
		if named(part) {
			c.Name = part
			break
		}
	}
	return c
}

// named reports whether words could be somebody's name: letters, few words, no digits.
func named(s string) bool {
	n := len(strings.Fields(s))
	if n == 0 || n > 6 || utf8.RuneCountInString(s) > 80 {
		return false
	}
	letters := 0
	for _, r := range s {
		if unicode.IsDigit(r) || r == '@' || r == '/' {
			return false
		}
		if unicode.IsLetter(r) {
			letters++
		}
	}
	return letters > 1
}

var firm = regexp.MustCompile(`(?i)\b(llc|inc|ltd|corp|company|realty|title|bank|group|partners|properties|estates?|law|associates|gmbh)\b`)

func looksLikeFirm(s string) bool { return firm.MatchString(s) }

// fromAddress guesses a name from an address like "lucie.dvorsky@example.net".
func fromAddress(email string) string {
	local, _, _ := strings.Cut(email, "@")
	words := strings.FieldsFunc(local, func(r rune) bool { return r == '.' || r == '_' || r == '-' || r == '+' })
	for i, w := range words {
		r := []rune(w)
		words[i] = strings.ToUpper(string(r[:1])) + string(r[1:])
	}
	return strings.Join(words, " ")
}

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}

// slips are likely errors in the last part of an address (common practice, no source).
var slips = map[string]string{"con": "com", "cmo": "com", "ocm": "com", "comm": "com", "vom": "com", "cpm": "com", "ent": "net", "nte": "net", "ogr": "org", "rog": "org", "eud": "edu"}

// letters that get swapped, doubled or left out in the names of large mail services.
var services = []string{"gmail.com", "yahoo.com", "outlook.com", "hotmail.com", "icloud.com", "aol.com", "comcast.net", "proton.me"}

// genuine are services whose names are one letter away from another's.
var genuine = map[string]bool{"mail.com": true, "ymail.com": true, "aim.com": true}

// Suggest returns the address somebody probably meant, "" when it looks right. It is for asking, never for
// changing silently.
func Suggest(email string) string {
	at := strings.LastIndexByte(email, '@')
	if at < 1 {
		return ""
	}
	local, domain := email[:at], strings.ToLower(email[at+1:])
	fixed := domain
	if dot := strings.LastIndexByte(domain, '.'); dot > 0 {
		if right, ok := slips[domain[dot+1:]]; ok {
			fixed = domain[:dot+1] + right
		}
	}
	for _, s := range services {
		if fixed != s && !genuine[fixed] && oneSlip(fixed, s) {
			fixed = s
			break
		}
	}
	if fixed == domain {
		return ""
	}
	return fmt.Sprintf("%s@%s", local, fixed)
}

// oneSlip reports whether b is a with one letter more, less, other, or two neighbours swapped.
func oneSlip(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	if len(b)-len(a) > 1 {
		return false
	}
	i := 0
	for i < len(a) && a[i] == b[i] {
		i++
	}
	if len(a) < len(b) {
		return a[i:] == b[i+1:]
	}
	return i < len(a) && (a[i+1:] == b[i+1:] || i+1 < len(a) && a[i] == b[i+1] && a[i+1] == b[i] && a[i+2:] == b[i+2:])
}
