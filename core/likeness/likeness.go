// Package likeness tells whether two files show the same pages, or are versions of the same form,
// whatever their bytes. It compares what is printed, by MinHash over runs of three words (Broder 1997,
// “On the resemblance and containment of documents”; from memory).
package likeness

import (
	"encoding/binary"
	"hash/fnv"
	"math"
	"regexp"
	"strconv"
	"strings"
	"unicode"

	"indicum/core/cuts"
)

const hashes = 24

// Print is what is kept of a page to compare it with others.
type Print struct {
	Words   int    `json:"w"`
	Sum     uint64 `json:"s,string"` // of all its words in order
	Sketch  []byte `json:"k"`        // hashes × 4 bytes
	Picture bool   `json:"p,omitempty"`
}

// Of returns a page's print.
func Of(p cuts.Page) Print {
	words := wordsOf(p)
	out := Print{Words: len(words), Picture: p.Picture}
	h := fnv.New64a()
	h.Write([]byte(strings.Join(words, " ")))
	out.Sum = h.Sum64()
	if len(words) == 0 {
		return out
	}
	least := [hashes]uint32{}
	for i := range least {
		least[i] = math.MaxUint32
	}
	for i := range words {
		h := fnv.New64a()
		h.Write([]byte(strings.Join(words[i:min(i+3, len(words))], " ")))
		v := h.Sum64()
		for k := range least {
			v = mix(v + uint64(k+1)*0x9e3779b97f4a7c15)
			least[k] = min(least[k], uint32(v>>32))
		}
	}
	for _, v := range least {
		out.Sketch = binary.BigEndian.AppendUint32(out.Sketch, v)
	}
	return out
}

// mix is the finaliser of splitmix64 (public domain, Vigna), which spreads every bit over all others.
func mix(v uint64) uint64 {
	v = (v ^ v>>30) * 0xbf58476d1ce4e5b9
	v = (v ^ v>>27) * 0x94d049bb133111eb
	return v ^ v>>31
}

func wordsOf(p cuts.Page) []string {
	var out []string
	for _, l := range p.Lines {
		out = append(out, strings.FieldsFunc(strings.ToLower(l.Text), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) })...)
	}
	return out
}

// Resemblance estimates which share of their runs of words two pages have in common.
func Resemblance(a, b Print) float64 {
	if a.Words == 0 || b.Words == 0 {
		if a.Words == b.Words && !a.Picture && !b.Picture {
			return 1 // two blank pages
		}
		return 0
	}
	if len(a.Sketch) != 4*hashes || len(b.Sketch) != 4*hashes {
		return 0
	}
	same := 0
	for i := 0; i < 4*hashes; i += 4 {
		if string(a.Sketch[i:i+4]) == string(b.Sketch[i:i+4]) {
			same++
		}
	}
	return float64(same) / hashes
}

// Verdict is what comparing two documents found.
type Verdict int

const (
	Different Verdict = iota
	Same              // the same pages: every word, in order
	Version           // the same form in another edition, or filled in
)

const (
	scanSame = 0.7  // resemblance of two scans of one page: readers err
	version  = 0.38 // mean resemblance from which two documents of one title are versions of one form
	untitled = 0.75 // and from which they are whatever their titles: one maker's forms share much of their text
)

// Compare compares two documents page by page; titled says that they bear the same title.
func Compare(a, b []Print, titled bool) Verdict {
	if len(a) == 0 || len(b) == 0 || len(a) > 2*len(b) || len(b) > 2*len(a) {
		return Different
	}
	if len(a) == len(b) {
		same, words := true, 0
		for i := range a {
			words += a[i].Words
			exact := a[i].Sum == b[i].Sum && a[i].Words == b[i].Words
			scans := a[i].Picture || b[i].Picture
			if !exact && (!scans || Resemblance(a[i], b[i]) < scanSame) || a[i].Words == 0 && scans {
				same = false
				break
			}
		}
		if same && words > 0 {
			return Same
		}
	}
	// A clause more or less moves text from page to page, so each page looks for its best among near ones.
	sum, weight := 0.0, 0.0
	for i, p := range a {
		best := 0.0
		for j := max(0, i-2); j < min(len(b), i+3); j++ {
			best = max(best, Resemblance(p, b[j]))
		}
		sum += best * float64(p.Words)
		weight += float64(p.Words)
	}
	least := untitled
	if titled {
		least = version
	}
	if weight >= 20 && sum/weight >= least {
		return Version
	}
	return Different
}

var (
	revision = regexp.MustCompile(`(?i)\b(?:rev(?:ised|ision)?|edition|ed|version|vers?)\b[.:]?\s*(?:no\.?\s*)?(\d[\d./-]*)`)
	dated    = regexp.MustCompile(`^(\d{1,2})[/.-](?:\d{1,2}[/.-])?(\d{2}|\d{4})$`)
)

// Edition reads which edition of a form a page says it is, from its head and foot: the words as printed,
// and a number that is larger for a later edition; 0 when it says nothing.
func Edition(p cuts.Page) (words string, order float64) {
	for _, l := range p.Lines {
		if l.Y > p.Height*0.12 && l.Y < p.Height*0.88 {
			continue
		}
		m := revision.FindStringSubmatch(l.Text)
		if m == nil {
			continue
		}
		value := strings.TrimRight(m[1], "./-")
		if d := dated.FindStringSubmatch(value); d != nil {
			month, _ := strconv.Atoi(d[1])
			year, _ := strconv.Atoi(d[2])
			if year < 100 {
				year += 2000
			}
			return strings.TrimSpace(m[0]), float64(year) + float64(month)/100
		}
		if n, err := strconv.ParseFloat(value, 64); err == nil {
			return strings.TrimSpace(m[0]), n
		}
	}
	return "", 0
}
