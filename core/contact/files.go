package contact

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strings"

	"github.com/emersion/go-vcard"
)

// readCards reads vCards one by one, so that a broken one costs only itself.
func readCards(text string) (good []Contact, faults []Fault) {
	text = strings.ReplaceAll(strings.ReplaceAll(text, "\r\n", "\n"), "\r", "\n")
	line := 1
	for len(text) > 0 && len(good) < MaxContacts {
		upper := strings.ToUpper(text)
		start := strings.Index(upper, "BEGIN:VCARD")
		if start < 0 {
			break
		}
		end := strings.Index(upper[start:], "END:VCARD")
		stop := len(text)
		if end >= 0 {
			stop = start + end + len("END:VCARD")
		}
		line += strings.Count(text[:start], "\n")
		card := text[start:stop]
		c, err := readCard(card)
		why := ""
		if err != nil {
			why = "it is no complete vCard"
		} else {
			why = check(&c)
		}
		if why != "" {
			faults = append(faults, Fault{line, clip(card), why})
		} else {
			good = append(good, c)
		}
		line += strings.Count(card, "\n")
		text = text[stop:]
	}
	return good, faults
}

func readCard(card string) (Contact, error) {
	v, err := vcard.NewDecoder(strings.NewReader(strings.ReplaceAll(card, "\n", "\r\n") + "\r\n")).Decode()
	if err != nil {
		return Contact{}, err
	}
	c := Contact{Name: v.PreferredValue(vcard.FieldFormattedName), Email: v.PreferredValue(vcard.FieldEmail), Phone: strings.TrimPrefix(v.PreferredValue(vcard.FieldTelephone), "tel:"), Company: strings.Split(v.PreferredValue(vcard.FieldOrganization), ";")[0]}
	if n := v.Name(); c.Name == "" && n != nil {
		c.Name = strings.Join([]string{n.HonorificPrefix, n.GivenName, n.AdditionalName, n.FamilyName, n.HonorificSuffix}, " ")
	}
	return c, nil
}

// Cards writes contacts as vCards of version 4.0.
func Cards(list []Contact) ([]byte, error) {
	var out bytes.Buffer
	enc := vcard.NewEncoder(&out)
	for _, c := range list {
		v := vcard.Card{}
		v.SetValue(vcard.FieldVersion, "4.0")
		v.SetValue(vcard.FieldFormattedName, c.Name)
		for field, value := range map[string]string{vcard.FieldEmail: c.Email, vcard.FieldTelephone: c.Phone, vcard.FieldOrganization: c.Company} {
			if value != "" {
				v.SetValue(field, value)
			}
		}
		if err := enc.Encode(v); err != nil {
			return nil, fmt.Errorf("write vCard: %w", err)
		}
	}
	return out.Bytes(), nil
}

// heads are the names under which programs export columns.
var heads = map[string]string{
	"name": "name", "full name": "name", "display name": "name", "contact": "name",
	"first name": "first", "given name": "first", "first": "first", "last name": "last", "family name": "last", "surname": "last", "last": "last",
	"e-mail": "email", "email": "email", "e-mail address": "email", "email address": "email", "e-mail 1 - value": "email", "mail": "email",
	"phone": "phone", "phone number": "phone", "mobile phone": "phone", "mobile": "phone", "telephone": "phone", "phone 1 - value": "phone", "business phone": "phone",
	"company": "company", "organization": "company", "organisation": "company", "firm": "company",
	"license": "license", "licence": "license", "license number": "license", "licence number": "license", "license no": "license",
}

// readTable reads CSV with a heading row, separated by commas, semicolons or tabs.
func readTable(text string) (good []Contact, faults []Fault) {
	head, _, _ := strings.Cut(text, "\n")
	r := csv.NewReader(strings.NewReader(text))
	r.FieldsPerRecord = -1
	for _, sep := range ";\t" {
		if strings.Count(head, string(sep)) > strings.Count(head, string(r.Comma)) {
			r.Comma = sep
		}
	}
	first, err := r.Read()
	columns := map[string]int{}
	for i, h := range first {
		if what, ok := heads[strings.ToLower(strings.TrimSpace(h))]; ok {
			if _, taken := columns[what]; !taken {
				columns[what] = i
			}
		}
	}
	_, byName := columns["name"]
	_, byFirst := columns["first"]
	_, byLast := columns["last"]
	if err != nil || !byName && !byFirst && !byLast && len(columns) < 2 {
		return nil, []Fault{{1, clip(head), "its first row does not name the columns (name, e-mail, phone, company)"}}
	}
	for len(good) < MaxContacts {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		line, _ := 0, 0
		var broken *csv.ParseError
		if errors.As(err, &broken) {
			faults = append(faults, Fault{broken.StartLine, "", "its quotation marks don’t match"})
			continue
		}
		if err != nil {
			return good, append(faults, Fault{0, "", "the file ends unexpectedly"})
		}
		line, _ = r.FieldPos(0)
		at := func(what string) string {
			if i, ok := columns[what]; ok && i < len(row) {
				return row[i]
			}
			return ""
		}
		if strings.TrimSpace(strings.Join(row, "")) == "" {
			continue
		}
		c := Contact{Name: at("name"), Email: at("email"), Phone: at("phone"), Company: at("company"), License: at("license")}
		if strings.TrimSpace(c.Name) == "" {
			c.Name = at("first") + " " + at("last")
		}
		if why := check(&c); why != "" {
			faults = append(faults, Fault{line, clip(strings.Join(row, ", ")), why})
			continue
		}
		good = append(good, c)
	}
	return good, faults
}

// Table writes contacts as CSV. A cell that a spreadsheet would take for a formula gets an apostrophe.
func Table(list []Contact) ([]byte, error) {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	w.UseCRLF = true
	w.Write([]string{"Name", "E-mail", "Phone", "Company", "License"})
	for _, c := range list {
		row := []string{c.Name, c.Email, c.Phone, c.Company, c.License}
		for i, v := range row {
			if i != 2 && v != "" && strings.ContainsAny(v[:1], "=+-@\t") {
				row[i] = "'" + v
			}
		}
		w.Write(row)
	}
	w.Flush()
	return out.Bytes(), w.Error()
}

func clip(s string) string {
	r := []rune(strings.Join(strings.Fields(s), " "))
	if len(r) > 80 {
		return string(r[:79]) + "…"
	}
	return string(r)
}
