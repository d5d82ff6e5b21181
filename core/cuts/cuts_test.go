package cuts

import (
	"fmt"
	"testing"
)

// pg is a letter page with a head, a title ("" for none), a few lines of text and a foot.
func pg(head, title, body, foot string) Page {
	p := Page{Width: 612, Height: 792}
	add := func(text, font string, y, size float64) {
		if text != "" {
			p.Lines = append(p.Lines, Line{Text: text, Font: font, X: 60, Y: y, W: 300, H: size, Size: size})
		}
	}
	add(head, "Helvetica", 30, 8)
	add(title, "Times-Bold", 100, 17)
	for i := range 12 {
		add(body, "Helvetica", 140+float64(i)*14, 10)
	}
	add(foot, "Helvetica", 750, 8)
	return p
}

const words = "The parties agree that the matters named here are settled."

func TestEachSignByItself(t *testing.T) {
	wide := pg("", "", words, "")
	wide.Width = 1008
	other := pg("", "", words, "")
	for i := range other.Lines {
		other.Lines[i].Font = "Garamond"
	}
	marked := pg("", "Lead-paint disclosure", words, "")
	marked.Bookmark = "Lead-paint disclosure"
	for name, c := range map[string]struct {
		pages []Page
		want  string
	}{
		"counter restarts":                 {[]Page{pg("", "", words, "Page 1 of 2"), pg("", "", words, "Page 2 of 2"), pg("", "", words, "Page 1 of 1")}, "1-2 3-3"},
		"counter goes on":                  {[]Page{pg("", "A title on page one", words, "1 / 3"), pg("", "A large heading inside", words, "2 / 3"), pg("Other head", "", words, "3 / 3")}, "1-3"},
		"number without total":             {[]Page{pg("Form 12", "", words, "- 1 -"), pg("Form 12", "", words, "- 2 -"), pg("Form 9", "", words, "- 1 -")}, "1-2 3-3"},
		"head and title change":            {[]Page{pg("Fennel County form 12", "Purchase agreement", words, ""), pg("Fennel County form 12", "", words, ""), pg("Fennel County form 3", "Agency disclosure", words, "")}, "1-2 3-3"},
		"same head, no title":              {[]Page{pg("Fennel County form 12", "Purchase agreement", words, ""), pg("Fennel County form 12", "", words, "")}, "1-2"},
		"clauses go on":                    {[]Page{pg("", "Offer", "4. Financing and so on", ""), pg("", "", "5. Appraisal and so on", "")}, "1-2"},
		"typeface alone, then other paper": {[]Page{pg("", "Offer", words, ""), other, wide}, "1-2 3-3"},
		"blank page between":               {[]Page{pg("", "Offer", words, ""), {Width: 612, Height: 792}, pg("", "Well test", words, "")}, "1-2 3-3"},
		"bookmark and title":               {[]Page{pg("", "Offer", words, ""), marked}, "1-1 2-2"},
		"one page":                         {[]Page{pg("", "Offer", words, "")}, "1-1"},
		"scans say nothing":                {[]Page{{Width: 612, Height: 792}, {Width: 612, Height: 792}}, "1-2"},
	} {
		got := ""
		for i, p := range Propose(c.pages) {
			if i > 0 {
				got += " "
			}
			got += fmt.Sprintf("%d-%d", p.From, p.To)
			if p.Confidence <= 0.5 || p.Confidence > 1 || p.Name == "" {
				t.Errorf("%s: %+v", name, p)
			}
		}
		if got != c.want {
			t.Errorf("%s: %s, want %s", name, got, c.want)
		}
	}
	if Propose(nil) != nil {
		t.Error("no pages, no proposals")
	}
}

func TestNames(t *testing.T) {
	two := pg("", "SELLER’S PROPERTY CONDITION", words, "")
	two.Lines = append(two.Lines[:1:1], append([]Line{{Text: "DISCLOSURE STATEMENT", Font: "Times-Bold", X: 60, Y: 119, W: 200, H: 17, Size: 17}}, two.Lines[1:]...)...)
	for want, p := range map[string]Page{
		"Purchase agreement": pg("Form 12", "Purchase agreement", words, ""),
		"Seller’s property condition disclosure statement": two,
		"Form 12": pg("Form 12", "", words, ""),
	} {
		if got := Propose([]Page{p})[0].Name; got != want {
			t.Errorf("got %q, want %q", got, want)
		}
	}
}

func TestWhatRidesAlong(t *testing.T) {
	letter := []string{"Bracken Title Company", "Enclosed please find the survey that was signed by the county surveyor.", "Please keep it with your papers until the closing.", "With kind regards"}
	for name, c := range map[string]struct {
		lines []string
		want  bool
	}{
		"a letter":              {letter, true},
		"a line to sign on":     {append(letter[:3:3], "______________"), false},
		"a label under a rule":  {append(letter[:3:3], "Seller’s signature"), false},
		"initials at the foot":  {append(letter[:3:3], "Buyer’s initials"), false},
		"a block of a company":  {append(letter[:3:3], "By:"), false},
		"nothing that is read":  {nil, false},
		"prose about signature": {append(letter[:3:3], "The signature of the seller is not needed on this letter at all."), true},
	} {
		p := Page{Width: 612, Height: 792, Picture: c.lines == nil}
		for i, l := range c.lines {
			p.Lines = append(p.Lines, Line{Text: l, Y: 100 + 20*float64(i), H: 10, Size: 10})
		}
		if got := Propose([]Page{p})[0].Rides; got != c.want {
			t.Errorf("%s: rides %v", name, got)
		}
	}
}
