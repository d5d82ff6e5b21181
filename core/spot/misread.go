package spot

import (
	"regexp"
	"strings"
)

// What is read off a scan has letters wrong here and there. Words that are almost one of those that labels
// are made of are taken for it.
var labelWords = []string{"buyer", "seller", "purchaser", "tenant", "landlord", "lessee", "lessor", "signature", "initials", "initial", "printed", "print",
	"broker", "agent", "listing", "witness", "licensee", "dated", "signed", "owner", "buyers", "sellers", "tenants", "purchasers", "accepted", "received", "title", "elects", "declines", "accepts", "rejects", "acknowledgment"}

var (
	letterRun = regexp.MustCompile(`[A-Za-z](?:[-~_|!1]?[A-Za-z])*`) // a letter within may be none
	byMisread = regexp.MustCompile(`^["“”‘’'8%&]y(:?)$`)
	numberRun = regexp.MustCompile(`^(?i)(buyer|seller|tenant|landlord|purchaser|witness|owner)([il|!1-9])$`)
)

// corrected mends a word read off a scan.
func corrected(word string) string {
	if m := numberRun.FindStringSubmatch(word); m != nil {
		n := m[2]
		if strings.Contains("il|!IL", n) {
			n = "1"
		}
		return m[1] + " " + n
	}
	if m := byMisread.FindStringSubmatch(word); m != nil {
		return "By" + m[1]
	}
	at := letterRun.FindStringIndex(word)
	if at == nil || at[1]-at[0] < 5 {
		return word
	}
	run := strings.ToLower(word[at[0]:at[1]])
	for _, w := range labelWords {
		if run == w {
			return word
		}
	}
	for _, w := range labelWords {
		allowed := 1
		if len(w) >= 9 || len(w) >= 7 && strings.ContainsAny(run, "-~_|!1") { // LAN_ILORD
			allowed = 2
		}
		if len(w) >= 5 && abs(len(w)-len(run)) <= allowed && w != "dated" && w != "title" && w != "owner" && distance(run, w) <= allowed {
			return word[:at[0]] + w + word[at[1]:]
		}
	}
	return word
}

// distance counts the letters to change, insert or leave out to get from one word to the other.
func distance(a, b string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		diagonal := row[0]
		row[0] = i + 1
		for j := range len(b) {
			cost := diagonal
			if a[i] != b[j] {
				cost++
			}
			diagonal = row[j+1]
			row[j+1] = min(cost, row[j+1]+1, row[j]+1)
		}
	}
	return row[len(b)]
}

func abs(n int) int {
	if n < 0 {
		return -n
	}
	return n
}
