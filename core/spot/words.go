package spot

import (
	"regexp"
	"strings"

	"indicum/core/deal"
)

// meaning is what a label says of the place it names.
type meaning struct {
	kind     string
	role     deal.Role
	number   int
	roleOnly bool // it names a person and nothing else: who is to sign
	entity   bool // it is the line on which somebody signs for a company
}

// The trade's names for the parties (common practice, no source). The first that matches counts: an
// agent is named by whom they act for.
var roleNames = []struct {
	role deal.Role
	re   *regexp.Regexp
}{
	{deal.Witness, regexp.MustCompile(`\bwitness(es|ed by)?\b`)},
	{deal.ListingAgent, regexp.MustCompile(`\blisting\s*(sales\s*)?(agents?|licensees?|brokers?|sales\s?persons?|associates?|realtors?|representatives?)\b|\b(sellers?|landlords?|owners?|vendors?|lessors?)('s|s'|')?\s*(sales\s*)?(agents?|licensees?|brokers?|sales\s?persons?|representatives?|realtors?)\b|\b(agents?|brokers?|licensees?) (for|of|representing) (the )?(seller|landlord|owner|vendor|lessor)s?\b`)},
	{deal.BuyerAgent, regexp.MustCompile(`\b(buyers?|purchasers?|tenants?|lessees?)('s|s'|')?\s*(sales\s*)?(agents?|licensees?|brokers?|sales\s?persons?|representatives?|realtors?)\b|\b(selling|cooperating|co-?operating) (agents?|licensees?|brokers?|sales\s?persons?|associates?)\b|\b(agents?|brokers?|licensees?) (for|of|representing) (the )?(buyer|purchaser|tenant|lessee)s?\b`)},
	{deal.Buyer, regexp.MustCompile(`\b(co-?\s?)?(buyers?|purchasers?|vendees?|transferees?|grantees?|offerors?)\b`)},
	{deal.Seller, regexp.MustCompile(`\b(co-?\s?)?(sellers?|vendors?|transferors?|grantors?|owners?|offerees?)\b`)},
	{deal.Tenant, regexp.MustCompile(`\b(co-?\s?)?(tenants?|lessees?|renters?|residents?)\b`)},
	{deal.Landlord, regexp.MustCompile(`\b(co-?\s?)?(landlords?|lessors?)\b`)},
	{deal.Broker, regexp.MustCompile(`\b(managing |supervising |principal |designated )?brokers?\b`)},
}

// firms are the companies for which agents sign, by whom they act for.
var firms = []struct {
	role deal.Role
	re   *regexp.Regexp
}{
	{deal.ListingAgent, regexp.MustCompile(`\b(listing|sellers?('s|s')?|landlords?('s|s')?|owners?('s|s')?)\s(real estate )?(brokerages?|brokers?|firms?|company|office)\b|\b(brokerage|broker|firm)s? (firm |company )?(for|of|representing) (the )?(seller|landlord|owner)s?\b`)},
	{deal.BuyerAgent, regexp.MustCompile(`\b(selling|cooperating|co-operating|buyers?('s|s')?|purchasers?('s|s')?|tenants?('s|s')?)\s(real estate )?(brokerages?|brokers?|firms?|company|office)\b|\b(brokerage|broker|firm)s? (firm |company )?(for|of|representing) (the )?(buyer|purchaser|tenant)s?\b`)},
}

// firmIn finds for whom the company named in a label acts.
func firmIn(label string) deal.Role {
	s := plain(label)
	for _, f := range firms {
		if f.re.MatchString(s) {
			return f.role
		}
	}
	return ""
}

const party = `\b(?:buyer|seller|purchaser|vendor|tenant|landlord|owner|lessee|lessor|borrower|client|witness)`

var (
	apostrophes = strings.NewReplacer("’", "'", "‘", "'", "`", "'", "´", "'", "(s)", "s", "( s )", "s", "\u00a0", " ", "ﬁ", "fi", "—", "-", "–", "-")
	spaces      = regexp.MustCompile(`\s+`)
	edges       = " \t.,:;*/|-–—_()[]{}<>→►▶•\"'~="
	initialsRe  = regexp.MustCompile(`\binitial(s|ed|ing)?\b|\binits?\b`)
	signRe      = regexp.MustCompile(`\bsignatures?\b|\bsign(ed)?( here)?\b|\bsignator(y|ies)\b|\bsig\b`)
	dateRe      = regexp.MustCompile(`\bdated?\b`)
	dateOnly    = regexp.MustCompile(`\b(date|dated|signed|of|signature|sign|the|time|and|initials?|initialed|today's|on|mm|dd|yy|yyyy|month|day|year|executed|acceptance|accepted|am|pm|m|d|y)\b`)
	nameRe      = regexp.MustCompile(`\b(print(ed)?|typed?|full|legal)\b.*\bnames?\b|\bnames?\b.*\b(print(ed)?|typed?)\b|\bplease print\b|^(please )?(type or )?print$|^\(?print(ed)?\)?$`)
	nameWords   = regexp.MustCompile(`\b(names?|of|the|full|legal|print|printed|typed|type|or|please|as|signer|individual|person|clearly)\b`)
	otherWords  = regexp.MustCompile(`\b(title|its|capacity|compan(y|ies)|firm|brokerage|office|licen[sc]e|lic|phone|tel|telephone|mobile|cell|fax|e-?mail|address|street|city|state|zip|county|price|amount|sum|deposit|dollars|parcel|lot|legal description|entity|corporation|llc|mls|number|no|id|account|representation|relationship|explain|describe|comments?|remarks|other|terms?)\b`)
	roleless    = regexp.MustCompile(`\b((received|accepted|agreed|approved|acknowledged|executed|submitted|presented|delivered|offered) by|the|of|for|as|an?|by|and|or|if any|any|each|all|print|here|only|must|should|please|parties|party|both)\b`)
	digits      = regexp.MustCompile(`(^|[^0-9$.])#?\(?([1-9])\)?([^0-9.%]|\.?$)`)
	ordinals    = []struct {
		re *regexp.Regexp
		n  int
	}{
		{regexp.MustCompile(`\b(first|1st|primary)\b|` + party + ` one\b`), 1},
		{regexp.MustCompile(`\b(second|2nd|co-?\s?(buyer|seller|purchaser|tenant|landlord|owner|vendor|lessee|lessor|borrower)|secondary|joint)s?\b|` + party + ` two\b`), 2},
		{regexp.MustCompile(`\b(third|3rd)\b|` + party + ` three\b`), 3},
		{regexp.MustCompile(`\b(fourth|4th)\b|` + party + ` four\b`), 4},
	}
	lettered    = regexp.MustCompile(`\b(?:buyer|seller|purchaser|tenant|landlord|owner|witness)s?\s+\(?([a-d])\)?(\b|$)`)
	signAndDate = regexp.MustCompile(`\bsignature\b.*(\band\b|&|/).*\bdate`)
	clockWords  = regexp.MustCompile(`^(time|am|pm|am pm|day|month|year|\$)$`)
	dateGlue    = regexp.MustCompile(`^[-/, 0-9]*$`)
	listed      = regexp.MustCompile(`^\(?([1-9])[.):]?$`)
	doneBy      = regexp.MustCompile(`(^|\s)(received|accepted|approved|acknowledged|agreed|submitted|delivered|presented|executed|reviewed)( and \w+)? by$`)
	byWhom      = regexp.MustCompile(`^by\b`)
	byLine      = regexp.MustCompile(`^(x\s+)?by( \(?signature\)?)?$`)
)

// plain brings a label into the form in which it is compared.
func plain(s string) string {
	s = apostrophes.Replace(strings.ToLower(s))
	return strings.Trim(spaces.ReplaceAllString(s, " "), edges)
}

// read says what a label means; the zero meaning says nothing.
func read(label string) meaning {
	s := plain(label)
	var m meaning
	rest := s
	m.role, rest = roleIn(s)
	if m.role != "" {
		m.number = numberIn(s)
	}
	bare := strings.Trim(roleless.ReplaceAllString(digits.ReplaceAllString(rest, " "), " "), edges+"#0123456789")
	bare = strings.Trim(spaces.ReplaceAllString(bare, " "), edges)
	for _, o := range ordinals {
		bare = strings.Trim(o.re.ReplaceAllString(bare, ""), edges)
	}
	switch {
	case s == "":
	case initialsRe.MatchString(s):
		m.kind = Initials
	case dateRe.MatchString(s) && strings.Trim(dateOnly.ReplaceAllString(bare, ""), edges+" 0123456789&") == "" && !signAndDate.MatchString(s):
		m.kind = Date
	case nameRe.MatchString(s), strings.Contains(s, "name") && strings.Trim(nameWords.ReplaceAllString(bare, ""), edges) == "":
		m.kind = Name
	case signRe.MatchString(s) && len(strings.Fields(s)) <= 9:
		m.kind = Signature
	case byLine.MatchString(s):
		m.kind, m.entity = Signature, true
	case doneBy.MatchString(s) && len(strings.Fields(s)) <= 5:
		m.kind = Signature
	case s == "on": // a signature, on a day
		m.kind = Date
	case s == "x" || s == "✗" || s == "✕" || s == "×":
		m.kind = Signature
	case m.role != "" && bare == "":
		m.roleOnly, m.entity = true, byWhom.MatchString(s)
	case m.role != "" && decides.MatchString(bare) && len(strings.Fields(bare)) <= 2: // a column in which they choose
		m.kind = Initials
	case strings.Contains(label, "/") && eitherWay(label) != "": // in two languages
		m.kind = eitherWay(label)
	case otherWords.MatchString(s) || dateRe.MatchString(s) || strings.Contains(s, "name") || clockWords.MatchString(s):
		m.kind = Text
	}
	return m
}

// eitherWay is what one of the parts of a label says that a stroke divides, the others saying nothing.
func eitherWay(label string) string {
	kind := ""
	for _, part := range strings.Split(label, "/") {
		m := read(part)
		if m.kind != "" && kind != "" && m.kind != kind {
			return ""
		}
		if m.kind != "" {
			kind = m.kind
		}
	}
	if kind == Text {
		return ""
	}
	return kind
}

// roleIn finds the party a text names, and the text without it.
func roleIn(s string) (deal.Role, string) {
	for _, r := range roleNames {
		if at := r.re.FindStringIndex(s); at != nil {
			if r.role == deal.Witness && strings.Contains(s, "witness whereof") {
				continue
			}
			rest := s[:at[0]] + " " + s[at[1]:]
			for _, other := range roleNames { // Buyer/Tenant is one seat
				rest = other.re.ReplaceAllString(rest, " ")
			}
			rest = strings.ReplaceAll(rest, "'s", " ")
			return r.role, strings.Trim(spaces.ReplaceAllString(rest, " "), edges)
		}
	}
	if at := seatCode.FindStringSubmatchIndex(s); at != nil && (at[0] == 0 || initialsRe.MatchString(s) || decides.MatchString(s)) {
		return codes[s[at[2]:at[3]]], strings.Trim(s[:at[0]]+" "+s[at[4]:], edges)
	}
	return "", s
}

// Seats in short, as rows of initials have them: B1, S2.
var (
	seatCode = regexp.MustCompile(`\b(b|p|s|t|l|ll)\s?#?([1-4])$`)
	codes    = map[string]deal.Role{"b": deal.Buyer, "p": deal.Buyer, "s": deal.Seller, "t": deal.Tenant, "l": deal.Landlord, "ll": deal.Landlord}
)

// numberIn finds the number of a seat in a label of few words: Buyer 2, second buyer, co-buyer.
func numberIn(s string) int {
	if len(strings.Fields(s)) > 8 {
		return 0
	}
	for _, o := range ordinals {
		if o.re.MatchString(s) {
			return o.n
		}
	}
	if m := digits.FindStringSubmatch(s); m != nil {
		return int(m[2][0] - '0')
	}
	if m := lettered.FindStringSubmatch(s); m != nil {
		return int(m[1][0]-'a') + 1
	}
	return 0
}

var (
	ownRoles = regexp.MustCompile(`(?i)\b(buyer|seller|tenant|landlord|purchaser)s\b`)
	camel    = regexp.MustCompile(`([a-z])([A-Z])`)
	index    = regexp.MustCompile(`\[\d+\]`)
	ofPage   = regexp.MustCompile(`(?i)\b(page|pg|p) \d+\b|\b(txt|fld|tf|field|form)\b`)
	unit     = regexp.MustCompile(`([A-Za-z])([0-9])|([0-9])([A-Za-z])`)
	shortFor = map[string]string{"sig": "signature", "sign": "signature", "sgn": "signature", "init": "initials", "inits": "initials", "dt": "date",
		"buy": "buyer", "byr": "buyer", "purch": "purchaser", "sell": "seller", "slr": "seller", "ten": "tenant", "ll": "landlord", "prn": "print", "nm": "name", "wit": "witness"}
)

// readName says what the name of a form field means: Buyer2_Signature, sellerInit1.
func readName(name string) meaning {
	name = index.ReplaceAllString(name, "")
	if at := strings.LastIndexByte(name, '.'); at > 0 {
		if m := readName(name[at+1:]); m.kind != "" && m.role != "" {
			return m
		}
	}
	s := strings.NewReplacer("_", " ", ".", " ", "-", " ", "[", " ", "]", " ", "#", " ").Replace(name)
	s = camel.ReplaceAllString(s, "$1 $2")
	for range 2 { // an overlap is not replaced the first time
		s = unit.ReplaceAllString(s, "$1$3 $2$4")
	}
	f := strings.Fields(ofPage.ReplaceAllString(s, " "))
	for i, w := range f {
		if long, ok := shortFor[strings.ToLower(w)]; ok {
			f[i] = long
		}
		if code := codes[strings.ToLower(w)]; code != "" && i+1 < len(f) && len(f[i+1]) == 1 && strings.Contains("1234", f[i+1]) {
			f[i] = string(code)
		}
		if i > 0 && i+1 == len(f) && len(w) == 1 && w >= "A" && w <= "D" {
			f[i] = string('1' + w[0] - 'A')
		}
	}
	s = strings.Join(f, " ")
	low := strings.ToLower(s)
	if !strings.Contains(low, "agent") && !strings.Contains(low, "broker") { // buyers initials 1: not a possessive
		s = ownRoles.ReplaceAllString(s, "$1")
	}
	m := read(s)
	if m.kind == Signature && dateRe.MatchString(low) && !strings.Contains(low, "and") {
		m.kind = Date // the date of that signature
	}
	if m.kind == Initials && dateRe.MatchString(low) {
		m.kind = Date
	}
	return m
}
