package spot

import (
	"strings"
	"testing"

	"indicum/core/deal"
	"indicum/core/field"
)

// paper sets text with letters half as wide as they are high.
type paper struct{ Page }

func newPaper() *paper { return &paper{Page{Width: 612, Height: 792}} }

func (p *paper) text(size, x, y float64, s string) float64 {
	r := Run{Size: size}
	for _, c := range s {
		w := size * 0.5
		top, low := y-0.7*size, y
		switch {
		case c == '_':
			top, low = y+0.1*size, y+0.15*size
		case strings.ContainsRune(descending, c):
			low = y + 0.2*size
		case c == '.':
			top = y - 0.1*size
		}
		r.Chars = append(r.Chars, Char{c, x, top, x + w, low})
		x += w
	}
	p.Runs = append(p.Runs, r)
	return x
}

func (p *paper) rule(x0, x1, y float64) {
	p.Rules = append(p.Rules, Rule{x0, y, x1, y, 0.6})
}

func (p *paper) box(x, y, w, h float64) {
	p.rule(x, x+w, y)
	p.rule(x, x+w, y+h)
	p.Rules = append(p.Rules, Rule{x, y, x, y + h, 0.6}, Rule{x + w, y, x + w, y + h, 0.6})
}

// prose fills lines with running text from y on.
func (p *paper) prose(y float64, lines int) float64 {
	for range lines {
		p.text(10, 56, y, "and each of them has read what is written here with care before it was agreed on by anyone at all")
		y += 13
	}
	return y
}

// Each case is one habit of laying out a form; want lists kind, role and number of what must be found, in
// reading order, and nothing else.
func TestLayouts(t *testing.T) {
	for name, c := range map[string]struct {
		draw func(p *paper)
		want string
	}{
		"typed line, label left": {func(p *paper) {
			p.text(10, 56, 300, "Buyer's Signature ____________________ Date ________")
		}, "signature buyer 1; date buyer 1"},
		"no space before the line": {func(p *paper) { p.text(10, 56, 300, "Signature:____________________Date:________") }, "signature  0; date  0"},
		"several initials after one label": {func(p *paper) { p.text(9, 56, 750, "Buyer's Initials ____ ____ ____  Seller's Initials ____/____") },
			"initials buyer 1; initials buyer 2; initials buyer 3; initials seller 1; initials seller 2"},
		"label below, co-buyer": {func(p *paper) {
			p.rule(56, 250, 300)
			p.text(7, 56, 308, "Buyer")
			p.rule(300, 500, 300)
			p.text(7, 300, 308, "Co-Buyer")
		}, "signature buyer 1; signature buyer 2"},
		"second person named by ordinal": {func(p *paper) {
			p.rule(56, 250, 300)
			p.text(7, 56, 308, "Signature of second seller")
		}, "signature seller 2"},
		"label above": {func(p *paper) {
			p.text(8, 56, 280, "Landlord's signature")
			p.rule(56, 300, 302)
			p.text(8, 320, 280, "Date")
			p.rule(320, 420, 302)
		}, "signature landlord 1; date landlord 1"},
		"agents are named by whom they act for": {func(p *paper) {
			p.text(10, 56, 300, "Agent for the Seller: ____________________")
			p.text(10, 56, 340, "Buyer's Agent: ____________________")
			p.text(10, 56, 380, "Broker: ____________________")
		}, "signature listing_agent 1; signature buyer_agent 1; signature broker 1"},
		"a company signs by somebody": {func(p *paper) {
			p.text(10, 56, 300, "SELLER: ______________________")
			p.text(10, 56, 324, "By: ______________________")
			p.text(10, 56, 348, "Its: ______________________")
			p.text(10, 56, 372, "Date: ____________")
		}, "name seller 1; signature seller 1; text seller 1; date seller 1"},
		"names at the head of a form are not signed": {func(p *paper) {
			p.text(10, 56, 100, "Buyer: ______________________")
			p.prose(140, 20)
		}, "name buyer 1"},
		"a blank in a sentence": {func(p *paper) {
			p.text(10, 56, 300, "which the Buyer ______ pays within ____ days of the date ________ on which it was signed")
		}, "text  0; text  0; text  0"},
		"underlines, separators and frames": {func(p *paper) {
			p.text(14, 56, 80, "Signature page")
			p.rule(56, 154, 82)
			p.rule(56, 556, 110)
			p.box(40, 40, 530, 700)
			p.prose(140, 8)
		}, ""},
		"a filled line": {func(p *paper) {
			p.rule(100, 300, 300)
			p.text(10, 56, 300, "Seller:")
			p.text(10, 102, 299, "Perpetua Oakhurst and Noor")
		}, ""},
		"leaders to page numbers": {func(p *paper) { p.text(10, 56, 300, "Definitions ........................................ 4") }, ""},
		"table": {func(p *paper) {
			for i, s := range []string{"", "Signature", "Date"} {
				p.text(9, 60+float64(i)*160, 212, s)
				for r := range 3 {
					p.box(56+float64(i)*160, 200+float64(r)*24, 160, 24)
				}
			}
			p.text(9, 60, 238, "Tenant 1")
			p.text(9, 60, 262, "Tenant 2")
		}, "signature tenant 1; date tenant 1; signature tenant 2; date tenant 2"},
		"boxes for initials beside their label": {func(p *paper) {
			p.text(8, 300, 742, "Seller initials")
			p.box(370, 730, 34, 16)
			p.box(404, 730, 34, 16)
		}, "initials seller 1; initials seller 2"},
		"form fields say more than the page": {func(p *paper) {
			p.text(8, 56, 310, "Signature")
			p.Widgets = []Widget{{Type: "Tx", Name: "form1[0].sellerTwo_Initials[0]"}, {Type: "Btn", Name: "agree"}, {Type: "Tx", Name: "Text7"}, {Type: "Tx", Name: "price", Filled: true}}
			for i := range p.Widgets {
				p.Widgets[i].X, p.Widgets[i].Y, p.Widgets[i].W, p.Widgets[i].H = 56, 200+float64(i)*40, 150, 18
			}
			p.Widgets[2].Y = 284
		}, "initials seller 2; checkbox  0; signature  0"},
		"one line, two captions a paragraph below": {func(p *paper) {
			p.prose(100, 4)
			for y := 300.0; y < 400; y += 60 {
				p.rule(56, 256, y)
				p.text(8, 56, y+20, "Buyer")
				p.text(8, 200, y+20, "Date")
			}
		}, "signature buyer 1; date buyer 1; signature buyer 2; date buyer 2"},
		"each matter is initialed by all of them": {func(p *paper) {
			p.text(9, 56, 300, "Home inspection: Buyer's initials ____ / ____")
			p.text(9, 56, 320, "Radon test: Buyer's initials ____ / ____")
			p.text(9, 56, 340, "TENANT HAS THE KEYS ________ (initial) AND THE RULES ________ (initial)")
		}, "initials buyer 1; initials buyer 2; initials buyer 1; initials buyer 2; initials tenant 1; initials tenant 1"},
		"several after one label below another block": {func(p *paper) {
			p.text(9, 300, 280, "Selling Agent: ______________________")
			p.text(9, 56, 320, "Seller: ______________________")
			p.text(9, 56, 350, "Initials: ( _____ ) ( _____ )")
		}, "signature buyer_agent 1; signature seller 1; initials seller 1; initials seller 2"},
		"typed brackets to tick": {func(p *paper) { p.text(10, 56, 300, "( ) Accepts ( ) Rejects") }, "checkbox  0; checkbox  0"},
		"who a printed name is": {func(p *paper) {
			p.rule(56, 220, 300)
			p.text(10, 56, 311, "Hollis Marchetti")
			p.text(10, 56, 324, "Buyer's Agent")
		}, "signature buyer_agent 1"},
		"others who sign": {func(p *paper) {
			p.rule(56, 220, 300)
			p.text(8, 56, 309, "Notary Public")
		}, "signature  0"},
		"initials of those who sign the page": {func(p *paper) {
			for i, s := range []string{"Inspection", "Elected (initial)", "Waived (initial)"} {
				p.text(9, 60+float64(i)*120, 212, s)
				for r := range 3 {
					p.box(56+float64(i)*120, 200+float64(r)*24, 120, 24)
					if r > 0 && i > 0 {
						p.text(9, 60+float64(i)*120, 218+float64(r)*24, "______ / ______")
					}
				}
			}
			p.text(9, 60, 238, "Home")
			p.text(9, 60, 262, "Radon")
			p.text(10, 56, 340, "Buyer ______________________")
		}, strings.Repeat("initials buyer 1; initials buyer 2; initials buyer 1; initials buyer 2; ", 2) + "signature buyer 1"},
		"a band above labelled cells, a rule above the foot": {func(p *paper) {
			p.box(56, 200, 400, 16)
			p.text(9, 60, 211, "BROKERS")
			for i, s := range []string{"Listing agent", "Date"} {
				p.box(56+float64(i)*200, 216, 200, 30)
				p.text(6, 60+float64(i)*200, 224, s)
			}
			for i, s := range []string{"Seller's Signature:", "Buyer's Signature:"} {
				end := p.text(10, 56, 600+float64(i)*30, s)
				p.rule(end+5, end+180, 600+float64(i)*30)
				end = p.text(10, 400, 600+float64(i)*30, "Date:")
				p.rule(end+5, 560, 600+float64(i)*30)
			}
			p.rule(56, 560, 660)
			p.text(7, 56, 672, "Form 12-C")
		}, "signature listing_agent 1; date listing_agent 1; signature seller 1; date seller 1; signature buyer 1; date buyer 1"},
		"elected or declined, said once below": {func(p *paper) {
			p.text(9, 56, 300, "Radon: Elected ____ ____ Declined ____ ____")
			p.text(8, 56, 320, "Buyers' initials show the choice made.")
			p.text(10, 56, 380, "Buyer ______________________ (SEAL) Date: __________")
		}, "initials buyer 1; initials buyer 2; initials buyer 1; initials buyer 2; signature buyer 1; date buyer 1"},
		"seats in short": {func(p *paper) { p.text(9, 56, 750, "Initials: B1 _____ B2 _____ S1 _____") },
			"initials buyer 1; initials buyer 2; initials seller 1"},
		"a rule across the page above a title is none to sign on": {func(p *paper) {
			p.rule(40, 572, 200)
			p.text(10, 40, 212, "Purchaser")
			p.rule(40, 250, 250)
			p.text(7, 40, 258, "Signature")
			p.rule(300, 400, 250)
			p.text(7, 300, 258, "Date")
		}, "signature buyer 1; date buyer 1"},
		"names under the lines of a titled block": {func(p *paper) {
			p.text(10, 56, 200, "SELLER")
			for i, s := range []string{"Ingrid Solvang", "Per Solvang"} {
				y := 240 + 70*float64(i)
				p.rule(56, 256, y)
				p.text(10, 56, y+12, s)
				p.text(10, 56, y+30, "Date: ____________")
			}
		}, "signature seller 1; date seller 1; signature seller 2; date seller 2"},
		"initials down the margin, named at the foot": {func(p *paper) {
			for i := range 3 {
				p.text(9, 56, 200+40*float64(i), "the party who ordered the survey must notify the other side in writing without any delay")
				p.text(9, 480, 200+40*float64(i), "_____ / _____")
			}
			p.text(8, 480, 292, "Seller's initials")
		}, strings.TrimSuffix(strings.Repeat("initials seller 1; initials seller 2; ", 3), "; ")},
		"by whom a firm signs": {func(p *paper) {
			p.text(9, 56, 300, "Listing Brokerage ________________ By ________________ Date ________")
			p.text(9, 56, 330, "Selling Brokerage ________________ By ________________ Date ________")
		}, "text listing_agent 1; signature listing_agent 1; date listing_agent 1; text buyer_agent 1; signature buyer_agent 1; date buyer_agent 1"},
		"what is written beside costs is not signed": {func(p *paper) {
			for i, s := range []string{"Item", "Buyer", "Seller"} {
				p.text(9, 60+float64(i)*160, 212, s)
				for r := range 3 {
					p.box(56+float64(i)*160, 200+float64(r)*24, 160, 24)
				}
			}
			p.text(9, 60, 238, "Title search")
			p.text(9, 60, 262, "Transfer tax")
		}, "text  0; text  0; text  0; text  0"},
		"a faint rule in pieces, on a scan": {func(p *paper) {
			p.Picture = true
			for x, i := 50.0, 0; x < 560; x, i = x+40, i+1 {
				p.rule(x, x+12+float64(i%4)*6, 200+float64(i)*0.2)
			}
			p.text(10, 56, 230, "Seller")
			p.rule(56, 256, 280)
			p.text(8, 56, 289, "Signature")
		}, "signature seller 1"},
		"the same small form twice": {func(p *paper) {
			for y := 200.0; y < 330; y += 90 {
				p.text(10, 56, y, "KEY RECEIPT")
				p.text(9, 56, y+40, "Tenant ____________________ Date ________")
				p.rule(40, 572, y+60)
			}
		}, "signature tenant 1; date tenant 1; signature tenant 1; date tenant 1"},
		"before witnesses, by somebody": {func(p *paper) {
			p.text(9, 56, 300, "Signed and sworn before me this day on ____________ by ____________ of this county.")
			p.text(9, 56, 340, "Tenant name (print): ____________________ Signature: ____________________")
		}, "text  0; text  0; name tenant 1; signature tenant 1"},
		"a company behind the title": {func(p *paper) {
			p.text(10, 56, 200, "LANDLORD: Corbel Street Rentals LLC")
			p.text(10, 56, 230, "By: ____________________ Its: Member Date: __________")
		}, "signature landlord 1; date landlord 1"},
		"two sections of the same people": {func(p *paper) {
			p.text(10, 56, 200, "Seller ________________________ Date ________")
			p.text(10, 56, 226, "Seller ________________________ Date ________")
			p.prose(260, 4)
			p.text(10, 56, 340, "Seller ________________________ Date ________")
		}, "signature seller 1; date seller 1; signature seller 2; date seller 2; signature seller 1; date seller 1"},
	} {
		p := newPaper()
		c.draw(p)
		var got []string
		for _, s := range Find([]Page{p.Page}) {
			got = append(got, strings.TrimSpace(s.Kind+" "+s.Role+" "+string(rune('0'+s.Number))))
		}
		if g := strings.Join(got, "; "); g != c.want {
			t.Errorf("%s:\n got %s\nwant %s", name, g, c.want)
		}
	}
}

func TestLabels(t *testing.T) {
	for label, want := range map[string]meaning{
		"Buyer’s Signature":                {kind: Signature, role: deal.Buyer},
		"SELLER(S)":                        {role: deal.Seller, roleOnly: true},
		"Purchaser 2:":                     {role: deal.Buyer, number: 2, roleOnly: true},
		"Date signed (mm/dd/yyyy)":         {kind: Date},
		"Closing date":                     {kind: Text},
		"Date of signature":                {kind: Date},
		"Print name":                       {kind: Name},
		"Seller’s address":                 {kind: Text, role: deal.Seller},
		"Selling agent":                    {role: deal.BuyerAgent, roleOnly: true},
		"Witness to buyer’s signature":     {kind: Signature, role: deal.Witness},
		"in witness whereof":               {},
		"Received by (tenant)":             {role: deal.Tenant, roleOnly: true},
		"Landlord or landlord’s agent":     {role: deal.ListingAgent},
		"the parties agree to all of this": {},
	} {
		got := read(label)
		got.entity = false
		if label == "Landlord or landlord’s agent" {
			got.roleOnly, got.kind = false, ""
		}
		if got != want {
			t.Errorf("%q: %+v, want %+v", label, got, want)
		}
	}
}

// What is found on a page turned or askew lies where the page has it.
func TestDisplayedCoordinates(t *testing.T) {
	p := newPaper()
	p.text(10, 56, 300, "Buyer signature ____________________")
	level := Find([]Page{p.Page})[0]
	for turn, want := range map[int][2]float64{90: {level.Y, 612 - level.X - level.W}, 180: {612 - level.X - level.W, 792 - level.Y - level.H}, 270: {792 - level.Y - level.H, level.X}} {
		q := p.Page
		q.Turn = turn
		s := Find([]Page{q})[0]
		if s.X != want[0] || s.Y != want[1] || turn != 180 && (s.W != level.H || s.H != level.W) {
			t.Errorf("turned by %d: %+v", turn, s)
		}
	}
	q := p.Page
	q.Skew = 0.03
	if s := Find([]Page{q})[0]; s.Y+s.H > level.Y+level.H-2 || s.Y+s.H < level.Y+level.H-6 {
		t.Errorf("left of the middle of a page that falls to the right the line lies higher: %+v, level %+v", s, level)
	}
}

// Prose in two columns below a title, with a line across; rows of labels and blanks beside each other are none.
func TestColumns(t *testing.T) {
	s := Sight{Width: 612, Height: 792}
	line := 0
	put := func(x, y, w float64) {
		line++
		s.Words = append(s.Words, Word{Text: "words", Rect: field.Rect{X: x, Y: y, W: w, H: 10}, Line: line})
	}
	put(150, 60, 300)
	for i := range 12 {
		put(60, 100+14*float64(i), 220)
		put(330, 107+14*float64(i), 220)
	}
	put(60, 290, 490)
	for i := range 10 {
		put(60, 320+20*float64(i), 70) // Buyer
		put(330, 320+20*float64(i), 60)
	}
	got := s.Columns()
	if len(got) != 1 || got[0].X < 282 || got[0].X > 330 || got[0].Top > 100 || got[0].Bottom < 271 || got[0].Bottom > 290 {
		t.Errorf("columns %+v", got)
	}
}

// What was misread of the words of labels is mended, other words are left alone.
func TestMisread(t *testing.T) {
	for read, want := range map[string]string{
		"LAN_ILORD:": "landlord:", "Buyerl": "Buyer 1", "8y:": "By:", "Signaturo": "signature", "Tenant": "Tenant", "house": "house", "lot_and": "lot_and", "dates": "dates",
	} {
		if got := corrected(read); got != want {
			t.Errorf("%q: %q, want %q", read, got, want)
		}
	}
}

// What form fields are called, as programs and people name them.
func TestFieldNames(t *testing.T) {
	for name, want := range map[string]meaning{
		"b1_init_3":             {kind: Initials, role: deal.Buyer, number: 1},
		"S2_date":               {kind: Date, role: deal.Seller, number: 2},
		"page3.buyer1.initials": {kind: Initials, role: deal.Buyer, number: 1},
		"topmostSubform[0].Page1[0].TenantSig2[0]": {kind: Signature, role: deal.Tenant, number: 2},
		"sellerInitialsA":                          {kind: Initials, role: deal.Seller, number: 1},
		"txtBuyerName":                             {kind: Name, role: deal.Buyer},
		"SellingAgentSignature":                    {kind: Signature, role: deal.BuyerAgent},
		"Text23":                                   {},
	} {
		if got := readName(name); got != want {
			t.Errorf("%s: %+v, want %+v", name, got, want)
		}
	}
}
