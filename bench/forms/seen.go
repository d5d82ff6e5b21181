package forms

import (
	"fmt"
	"math/rand/v2"
)

// Seen are the makers that may be looked at while the rules are worked on.
var Seen = []Maker{
	{"typed underscores", underscores}, {"drawn lines, labels below", below}, {"bordered cells", cells},
	{"dotted leaders", leaders}, {"labels above", above}, {"two columns", columns}, {"four signers", four},
	{"entity blocks", entities}, {"initials in margins", margins}, {"elect or decline", elections},
	{"blanks nobody signs", blanks}, {"form fields", acro},
}

func head(c *canvas, title string) {
	c.bold(14, 56, c.y, title)
	if c.IntN(2) == 0 {
		c.rule(56, 56+c.width(14, title)*1.02, c.y+2)
	}
	c.bar(56, c.w-56, c.y+10, 1.2)
	c.y += 34
}

func underscores(r *rand.Rand) *canvas {
	c := newCanvas(r, []string{"Times-Roman", "Courier", "Helvetica"}[r.IntN(3)], 612, 792)
	head(c, "Offer to purchase")
	c.para(10, 56, 500, 9+r.IntN(5))
	size := 10.0
	n := 26
	if c.font == "Courier" {
		n = 20
	}
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		for i := range 2 {
			c.y += 24
			label := fmt.Sprintf("%s’s signature", w.name)
			if r.IntN(2) == 0 {
				label = w.name + ":"
			}
			x := c.typed(size, 56, c.y, label, n, "signature", w.role, i+1)
			c.typed(size, x+14, c.y, "Date:", 12, "date", w.role, i+1)
			if r.IntN(2) == 0 {
				c.y += 20
				c.typed(size, 56, c.y, "Print name:", 24, "name", w.role, i+1)
			}
		}
		c.y += 16
		c.para(10, 56, 500, 2)
	}
	y := c.h - 44
	x := c.text(9, 56, y, "Buyer’s initials ")
	for i := range 2 {
		x0, x1 := c.filler(9, x, y, "_", 7)
		c.place("initials", "buyer", i+1, x0, x1, y)
		x = c.text(9, x1, y, "  ")
	}
	x = c.text(9, x+60, y, "Seller’s initials ")
	for i := range 2 {
		x0, x1 := c.filler(9, x, y, "_", 7)
		c.place("initials", "seller", i+1, x0, x1, y)
		x = c.text(9, x1, y, " / ")
	}
	return c
}

func below(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Disclosure of condition")
	c.para(9.5, 56, 500, 12)
	for _, w := range []who{{"seller", "Seller"}, {"buyer", "Buyer"}} {
		c.para(9.5, 56, 500, 3)
		for i := range 1 + r.IntN(2) + 1 {
			c.y += 22
			c.line("signature", w.role, i+1, 56, 256, c.y)
			c.line("date", w.role, i+1, 274, 376, c.y)
			c.text(7.5, 56, c.y+9, fmt.Sprintf("%s %d", w.name, i+1))
			c.text(7.5, 274, c.y+9, "Date")
			if r.IntN(2) == 0 {
				c.line("name", w.role, i+1, 394, 556, c.y)
				c.text(7.5, 394, c.y+9, "Print name")
			}
			c.y += 14
		}
	}
	return c
}

func cells(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Signature page")
	c.para(9.5, 56, 500, 8)
	x := []float64{56, 156, 376, 476, 556}
	heads := []string{"Party", "Signature", "Date", "Time"}
	rowH := 24 + float64(r.IntN(10))
	top := c.y
	for i, h := range heads {
		c.text(8, x[i]+4, c.y+12, h)
	}
	y := c.y + 18
	c.rule(56, 556, top)
	c.rule(56, 556, y)
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		for i := range 2 {
			c.text(9, 60, y+rowH-8, fmt.Sprintf("%s %d", w.name, i+1))
			y += rowH
			c.rule(56, 556, y)
			c.place("signature", w.role, i+1, 156, 376, y)
			c.place("date", w.role, i+1, 376, 476, y)
			c.place("text", "", 0, 476, 556, y)
		}
	}
	for _, v := range x {
		c.up(v, top, y)
	}
	c.y = y + 30
	c.para(9.5, 56, 500, 5)
	return c
}

func leaders(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Agency agreement")
	c.para(10, 56, 500, 10)
	for i, w := range []who{{"seller", "Seller"}, {"seller", "Seller"}, {"listing_agent", "Listing agent"}} {
		c.y += 26
		n := i + 1
		if w.role == "listing_agent" {
			n = 1
		}
		x := c.text(10, 56, c.y, w.name+" ")
		x0, x1 := c.filler(10, x, c.y, ".", 80)
		c.place("signature", w.role, n, x0, x1, c.y)
		x = c.text(10, x1, c.y, " Dated ")
		x0, x1 = c.filler(10, x, c.y, ".", 36)
		c.place("date", w.role, n, x0, x1, c.y)
	}
	return c
}

func above(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 595, 842)
	head(c, "Consent to remote closing")
	c.para(9.5, 56, 480, 8)
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		c.bold(10, 56, c.y, w.name)
		c.y += 16
		for i := range 2 {
			c.text(8, 56, c.y, "Signature")
			c.text(8, 330, c.y, "Date signed")
			c.y += 22
			c.line("signature", w.role, i+1, 56, 300, c.y)
			c.line("date", w.role, i+1, 330, 440, c.y)
			c.y += 18
			c.text(8, 56, c.y, "Printed name")
			c.y += 20
			c.line("name", w.role, i+1, 56, 300, c.y)
			c.y += 20
		}
		c.y += 8
	}
	return c
}

func columns(r *rand.Rand) *canvas {
	c := newCanvas(r, []string{"Times-Roman", "Helvetica"}[r.IntN(2)], 612, 792)
	head(c, "Addendum")
	c.para(10, 56, 500, 10)
	roles := []who{{"buyer", "BUYER"}, {"seller", "SELLER"}}
	if r.IntN(3) == 0 {
		roles = []who{{"landlord", "LANDLORD"}, {"tenant", "TENANT"}}
	}
	top := c.y
	n := 1 + r.IntN(2)
	for k, w := range roles {
		x := 56 + float64(k)*270
		c.y = top
		c.bold(10, x, c.y, w.name+":")
		for i := range n {
			c.y += 28
			c.line("signature", w.role, i+1, x, x+220, c.y)
			c.text(8, x, c.y+10, "Signature")
			c.y += 28
			c.line("name", w.role, i+1, x, x+220, c.y)
			c.text(8, x, c.y+10, "Name (please print)")
			c.y += 28
			c.line("date", w.role, i+1, x, x+120, c.y)
			c.text(8, x, c.y+10, "Date")
		}
	}
	return c
}

func four(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 1008)
	head(c, "Purchase agreement, last page")
	c.para(9, 56, 500, 14)
	for i := range 4 {
		c.y += 26
		x := c.text(9, 56, c.y, fmt.Sprintf("Buyer %d: ", i+1))
		c.line("signature", "buyer", i+1, x, 330, c.y)
		x = c.text(9, 345, c.y, "Date ")
		c.line("date", "buyer", i+1, x, 450, c.y)
		x = c.text(9, 462, c.y, "Time ")
		c.line("text", "", 0, x, 540, c.y)
	}
	c.y += 20
	c.para(9, 56, 500, 4)
	y := c.h - 40
	x := c.text(8, 56, y, "Initials: Buyer ")
	for i := range 4 {
		c.line("initials", "buyer", i+1, x, x+30, y)
		x += 38
	}
	x = c.text(8, x+20, y, "Seller ")
	for i := range 2 {
		c.line("initials", "seller", i+1, x, x+30, y)
		x += 38
	}
	return c
}

func entities(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Assignment of contract")
	c.para(10.5, 56, 500, 9)
	for k, w := range []who{{"buyer", "PURCHASER"}, {"seller", "SELLER"}} {
		c.bold(10.5, 56, c.y, w.name+":")
		if k == 0 {
			c.text(10.5, 150, c.y, "Harrow Lane Holdings, LLC")
		}
		for _, row := range []struct{ label, kind string }{{"By:", "signature"}, {"Name:", "name"}, {"Its:", "text"}, {"Date:", "date"}} {
			c.y += 24
			x := c.text(10.5, 56, c.y, row.label+" ")
			role, n := w.role, 1
			c.line(row.kind, role, n, max(x, 92), 300, c.y)
		}
		c.y += 34
	}
	return c
}

func margins(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Terms")
	for i := range 5 {
		c.text(10, 56, c.y, fmt.Sprintf("%d.", i+1))
		y := c.y
		c.para(9.5, 72, 330, 3+r.IntN(2))
		if i%2 == 0 {
			x := c.text(8, 430, y+12, "Initials ")
			c.line("initials", "", 0, x, x+34, y+12)
			c.line("initials", "", 0, x+42, x+76, y+12)
		}
	}
	c.y += 10
	c.para(9.5, 56, 500, 3)
	y := c.h - 48
	c.bar(56, 556, y-18, 0.5)
	x := c.text(8, 56, y, "Buyer’s Initials (")
	for i := range 2 {
		c.line("initials", "buyer", i+1, x, x+34, y)
		x = c.text(8, x+34, y, ") (")
	}
	x = c.text(8, 340, y, "Seller’s Initials (")
	for i := range 2 {
		c.line("initials", "seller", i+1, x, x+34, y)
		x = c.text(8, x+34, y, ") (")
	}
	return c
}

func elections(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Inspection elections")
	c.para(9.5, 56, 500, 4)
	x := []float64{56, 266, 411, 556}
	top := c.y
	c.text(9, 60, c.y+13, "Inspection")
	c.text(9, 270, c.y+13, "Buyer elects (initials)")
	c.text(9, 415, c.y+13, "Buyer declines (initials)")
	y := c.y + 20
	c.rule(56, 556, top)
	c.rule(56, 556, y)
	for _, s := range []string{"Structure", "Roof", "Septic system", "Well water", "Radon"} {
		c.text(9, 60, y+16, s)
		for k := range 2 {
			for i := range 2 {
				x0 := x[k+1] + 10 + float64(i)*66
				c.line("initials", "buyer", i+1, x0, x0+50, y+19)
			}
		}
		y += 26
		c.rule(56, 556, y)
	}
	for _, v := range x {
		c.up(v, top, y)
	}
	c.y = y + 40
	for i := range 2 {
		c.y += 14
		c.line("signature", "buyer", i+1, 56, 300, c.y)
		c.line("date", "buyer", i+1, 330, 430, c.y)
		c.text(8, 56, c.y+10, "Buyer’s signature")
		c.text(8, 330, c.y+10, "Date")
		c.y += 24
	}
	return c
}

func blanks(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Purchase and sale")
	x := c.typed(10, 56, c.y, "This agreement, dated", 18, "text", "", 0)
	c.text(10, x, c.y, ", is between")
	c.y += 22
	x = c.typed(10, 56, c.y, "", 40, "name", "buyer", 0)
	c.text(10, x, c.y, " ('Buyer') and others named below.")
	c.y += 22
	x = c.typed(10, 56, c.y, "The price is $", 16, "text", "", 0)
	x = c.text(10, x, c.y, " of which ")
	x = c.typed(10, x, c.y, "", 14, "text", "", 0)
	c.text(10, x, c.y, " is paid as a deposit within ")
	c.y += 22
	x = c.typed(10, 56, c.y, "", 5, "text", "", 0)
	c.text(10, x, c.y, " days after everyone has agreed to it in writing.")
	c.y += 26
	c.para(10, 56, 500, 6)
	c.text(10, 56, c.y, "Additional terms:")
	for range 4 {
		c.y += 20
		c.line("text", "", 0, 56, 556, c.y)
	}
	c.y += 30
	c.bold(11, 56, c.y, "Acceptance")
	c.rule(56, 56+c.width(11, "Acceptance"), c.y+1.5)
	c.y += 16
	c.para(10, 56, 500, 2)
	for i := range 2 {
		c.y += 26
		x := c.text(10, 56, c.y, "X ")
		c.line("signature", "seller", i+1, x, 290, c.y)
		x = c.text(10, 310, c.y, "Date ")
		c.line("date", "seller", i+1, x, 420, c.y)
		c.text(7, 120, c.y+8, "Seller")
	}
	return c
}

func acro(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Receipt of pamphlet")
	c.para(9.5, 56, 500, 7)
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		for i := range 2 {
			c.y += 28
			c.rule(56, 256, c.y)
			c.rule(280, 380, c.y)
			c.widget("Tx", fmt.Sprintf("%s%d_Signature", w.name, i+1), 56, c.y-18, 200, 18)
			c.widget("Tx", fmt.Sprintf("%s%dSigDate", w.name, i+1), 280, c.y-16, 100, 16)
			c.text(8, 56, c.y+9, w.name)
			c.text(8, 280, c.y+9, "Date")
			c.place("signature", w.role, i+1, 56, 256, c.y)
			c.place("date", w.role, i+1, 280, 380, c.y)
		}
	}
	c.y += 30
	c.widget("Btn", "Received", 56, c.y-9, 10, 10)
	c.place("checkbox", "", 0, 56, 66, c.y+1)
	c.text(9, 72, c.y, "The pamphlet was received")
	return c
}
