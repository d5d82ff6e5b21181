// Package deal knows parties, the seats that forms print for them, and how their names are written.
package deal

import (
	"fmt"
	"net/mail"
	"strings"
	"unicode"
)

// Role says what a party is in a deal.
type Role string

// The roles of a deal, in the order in which they are offered.
const (
	Buyer        Role = "buyer"
	Seller       Role = "seller"
	Tenant       Role = "tenant"
	Landlord     Role = "landlord"
	ListingAgent Role = "listing_agent"
	BuyerAgent   Role = "buyer_agent"
	Broker       Role = "broker"
	Attorney     Role = "attorney"
	Witness      Role = "witness"
	Other        Role = "other"
)

type roleFacts struct {
	title, code string
	counted     bool // forms number the seats of this role even when there is one
}

var roles = map[Role]roleFacts{
	Buyer: {"Buyer", "B", true}, Seller: {"Seller", "S", true},
	Tenant: {"Tenant", "T", true}, Landlord: {"Landlord", "L", true},
	ListingAgent: {"Listing agent", "LA", false}, BuyerAgent: {"Buyer’s agent", "BA", false},
	Broker: {"Broker", "BR", false}, Attorney: {"Attorney", "AT", false},
	Witness: {"Witness", "W", true}, Other: {"Other", "O", true},
}

// Roles lists every role in the order in which they are offered.
func Roles() []Role {
	return []Role{Buyer, Seller, Tenant, Landlord, ListingAgent, BuyerAgent, Broker, Attorney, Witness, Other}
}

// Valid reports whether r is one of the roles.
func (r Role) Valid() bool { _, ok := roles[r]; return ok }

// Title is the role as people read it.
func (r Role) Title() string { return roles[r].title }

// Seat is a role and a number as forms print it: Buyer 1, Seller 2.
type Seat struct {
	Role   Role
	Number int // from 1
}

// Code is the seat in two or three characters: B1, S2, LA, BA2.
func (s Seat) Code() string {
	f := roles[s.Role]
	if f.counted || s.Number > 1 {
		return fmt.Sprintf("%s%d", f.code, s.Number)
	}
	return f.code
}

// Title is the seat as a form prints it.
func (s Seat) Title() string {
	f := roles[s.Role]
	if f.counted || s.Number > 1 {
		return fmt.Sprintf("%s %d", f.title, s.Number)
	}
	return f.title
}

// InkCount is how many inks there are; see web/assets/js/ink.js for hue and rule of each.
const InkCount = 8

var preferredInk = map[string]int{"B1": 0, "B2": 1, "B3": 2, "S1": 3, "S2": 4, "LA": 5, "BA": 6, "S3": 7, "T1": 0, "T2": 1, "L1": 3, "L2": 4}

// Inks gives each seat of a packet its ink: its usual one, or the next that nobody in the packet
// has. With more than eight signers inks repeat; the seat code still tells them apart.
func Inks(seats []Seat) []int {
	out := make([]int, len(seats))
	used := [InkCount]int{}
	var late []int
	for i, s := range seats {
		ink, ok := preferredInk[s.Code()]
		if !ok || used[ink] > 0 {
			late = append(late, i)
			continue
		}
		out[i] = ink
		used[ink]++
	}
	for _, i := range late {
		best := 0
		for k := range used {
			if used[k] < used[best] {
				best = k
			}
		}
		out[i] = best
		used[best]++
	}
	return out
}

// Suffixes and particles are common practice (no source): initials leave them out.
var (
	suffixes  = map[string]bool{"jr": true, "sr": true, "ii": true, "iii": true, "iv": true, "esq": true, "md": true, "phd": true}
	particles = map[string]bool{"de": true, "da": true, "di": true, "del": true, "della": true, "der": true, "van": true, "von": true, "den": true, "la": true, "le": true, "du": true, "dos": true, "das": true, "bin": true, "al": true, "y": true, "e": true}
)

// Initials derives a person's initials: the first letter of each name and of each part of a
// hyphenated name, without suffixes and lower-case particles.
func Initials(name string) string {
	var out strings.Builder
	words := strings.FieldsFunc(name, func(r rune) bool { return unicode.IsSpace(r) || r == '-' || r == '‐' || r == ',' })
	for i, w := range words {
		bare := strings.ToLower(strings.Trim(w, ".’'"))
		if i > 0 && (suffixes[bare] || particles[bare] && unicode.IsLower([]rune(w)[0])) {
			continue
		}
		for _, r := range w {
			if unicode.IsLetter(r) {
				out.WriteRune(unicode.ToUpper(r))
				break
			}
		}
	}
	return out.String()
}

// InitialsOr returns the initials somebody said they use, or those of the name.
func InitialsOr(said, name string) string {
	if said != "" {
		return said
	}
	return Initials(name)
}

// CheckEmail returns a sentence when the address cannot be used, "" when it can. The syntax is
// RFC 5322 addr-spec; a domain without a dot is refused because no public mail reaches it.
func CheckEmail(address string) string {
	address = strings.TrimSpace(address)
	if address == "" {
		return "has no e-mail address"
	}
	if len(address) > 254 {
		return "has an e-mail address longer than 254 characters"
	}
	a, err := mail.ParseAddress(address)
	if err != nil || a.Address != address || a.Name != "" {
		return fmt.Sprintf("has an e-mail address that cannot be right: “%s”", address)
	}
	domain := address[strings.LastIndex(address, "@")+1:]
	if !strings.Contains(strings.Trim(domain, "."), ".") {
		return fmt.Sprintf("has an e-mail address without a full domain: “%s”", address)
	}
	return ""
}
