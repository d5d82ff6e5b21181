package forms

import (
	"fmt"
	"math/rand/v2"
)

func init() {
	Seen = append(Seen,
		Maker{"boxes for initials", initialBoxes}, Maker{"boxes for signatures", signBoxes}, Maker{"rows without uprights", ruled},
		Maker{"witness and seal", sealed}, Maker{"labels far left", far}, Maker{"date first, numbered", numbered},
		Maker{"title, lines without labels", untitled}, Maker{"names already printed", filled}, Maker{"header names, worded date", worded},
		Maker{"labels to the right", rightward},
		// Once held back; looked at when they did badly.
		Maker{"dashes and brackets", dashed}, Maker{"acknowledgement at the margin", acknowledged}, Maker{"short page, small type", small})
}

func initialBoxes(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Purchase contract, page 3")
	for range 4 {
		c.para(9.5, 56, 500, 6)
	}
	y := c.h - 62
	x := c.text(8, 56, y+12, "BUYER INITIALS") + 4
	for i := range 2 {
		c.box(x, y, 36, 17)
		c.place("initials", "buyer", i+1, x, x+36, y+17)
		x += 36 + float64(r.IntN(2))*6
	}
	c.text(8, 285, c.h-34, "Page 3 of 9")
	x = c.text(8, 380, y+12, "SELLER INITIALS") + 4
	for i := range 2 {
		c.box(x, y, 36, 17)
		c.place("initials", "seller", i+1, x, x+36, y+17)
		x += 40
	}
	return c
}

func signBoxes(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Wire fraud advisory")
	c.para(9.5, 56, 500, 14)
	above := r.IntN(2) == 0
	for i := range 2 {
		c.y += 20
		for k, x := range []float64{56, 330} {
			w := []float64{240, 110}[k]
			c.box(x, c.y, w, 28)
			label := []string{fmt.Sprintf("Buyer %d signature", i+1), "Date"}[k]
			if above {
				c.text(8, x, c.y-3, label)
			} else {
				c.text(8, x, c.y+37, label)
			}
			c.place([]string{"signature", "date"}[k], "buyer", i+1, x, x+w, c.y+28)
		}
		c.y += 44
	}
	return c
}

func ruled(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Amendment")
	c.para(10, 56, 500, 8)
	c.bold(9, 56, c.y, "Party")
	c.bold(9, 180, c.y, "Signature")
	c.bold(9, 420, c.y, "Date")
	c.rule(56, 556, c.y+5)
	c.y += 5
	for _, w := range []who{{"seller", "Seller"}, {"buyer", "Buyer"}} {
		for i := range 2 {
			c.y += 28
			c.text(9, 56, c.y-9, fmt.Sprintf("%s %d", w.name, i+1))
			c.rule(56, 556, c.y)
			c.place("signature", w.role, i+1, 180, 416, c.y)
			c.place("date", w.role, i+1, 420, 556, c.y)
		}
	}
	c.y += 30
	c.para(10, 56, 500, 4)
	return c
}

func sealed(r *rand.Rand) *canvas {
	c := newCanvas(r, "Courier", 612, 1008)
	head(c, "DEED RIDER")
	c.para(10, 56, 500, 10)
	for i := range 2 {
		c.y += 34
		x := c.typed(10, 56, c.y, "WITNESS:", 18, "signature", "witness", i+1)
		x = c.typed(10, x+18, c.y, "SELLER:", 22, "signature", "seller", i+1)
		c.text(10, x, c.y, " (SEAL)")
	}
	c.y += 30
	c.para(10, 56, 500, 2)
	return c
}

func far(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 595, 842)
	head(c, "Agency disclosure")
	c.para(9.5, 56, 480, 12)
	for _, w := range []who{{"buyer", "Buyer"}, {"buyer_agent", "Buyer’s agent"}} {
		n := 2
		if w.role == "buyer_agent" {
			n = 1
		}
		for i := range n {
			for _, row := range [][2]string{{w.name + " signature:", "signature"}, {w.name + " name:", "name"}, {"Date signed:", "date"}} {
				c.y += 23
				c.text(9, 56, c.y, row[0])
				c.line(row[1], w.role, i+1, 200, 420, c.y)
			}
			c.y += 12
		}
	}
	return c
}

func numbered(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Notice to tenants")
	c.para(10, 56, 500, 9)
	c.bold(10, 56, c.y, "Tenants:")
	for i := range 3 {
		c.y += 26
		x := c.text(10, 56, c.y, fmt.Sprintf("%d. ", i+1))
		c.line("signature", "tenant", i+1, x, 300, c.y)
		x = c.text(10, 320, c.y, "Date: ")
		c.line("date", "tenant", i+1, x, 430, c.y)
	}
	c.y += 34
	for range 1 {
		x := c.text(10, 56, c.y, "Dated: ")
		c.line("date", "landlord", 1, x, 190, c.y)
		x = c.text(10, 210, c.y, "Landlord: ")
		c.line("signature", "landlord", 1, x, 480, c.y)
	}
	return c
}

func untitled(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Termination of contract")
	c.para(9.5, 56, 500, 11)
	for k, w := range []who{{"buyer", "BUYER(S):"}, {"seller", "SELLER(S):"}} {
		x := 56 + float64(k)*270
		c.bold(9.5, x, c.y, w.name)
		for i := range 2 {
			c.line("signature", w.role, i+1, x, x+220, c.y+30+float64(i)*30)
		}
	}
	c.y += 90
	return c
}

func filled(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	x := c.text(10, 56, c.y, "Buyer: ")
	c.text(10, x, c.y-1, "Orla Whitcombe and Teo Whitcombe")
	c.rule(x, 400, c.y)
	c.y += 20
	x = c.text(10, 56, c.y, "Property: ")
	c.text(10, x, c.y-1, "14 Saltgrass Row")
	c.rule(x, 400, c.y)
	c.y += 26
	c.para(10, 56, 500, 10)
	for i, name := range []string{"Orla Whitcombe", "Teo Whitcombe"} {
		c.y += 34
		c.line("signature", "buyer", i+1, 56, 276, c.y)
		c.text(9, 56, c.y+11, name+", Buyer")
		c.line("date", "buyer", i+1, 310, 420, c.y)
		c.text(9, 310, c.y+11, "Date")
	}
	return c
}

func worded(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Contract of sale")
	for _, s := range []string{"Buyer:", "Seller:"} {
		x := c.text(10, 56, c.y, s+" ")
		c.line("name", []string{"buyer", "seller"}[btoi(s == "Seller:")], 1, x, 320, c.y)
		c.y += 20
	}
	c.y += 6
	c.para(10, 56, 500, 12)
	c.y += 10
	x := c.typed(10, 56, c.y, "Signed this", 6, "text", "", 0)
	x = c.typed(10, x, c.y, " day of", 16, "text", "", 0)
	x = c.typed(10, x, c.y, ", 20", 4, "text", "", 0)
	c.text(10, x, c.y, ".")
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		c.y += 34
		c.line("signature", w.role, 1, 56, 280, c.y)
		c.text(8, 56, c.y+9, w.name)
		x := c.text(10, 310, c.y, "Date: ")
		x0, x1 := c.filler(10, x, c.y, "_", 4)
		a := x0
		x = c.text(10, x1, c.y, "/")
		_, x1 = c.filler(10, x, c.y, "_", 4)
		x = c.text(10, x1, c.y, "/")
		_, x1 = c.filler(10, x, c.y, "_", 6)
		c.place("date", w.role, 1, a, x1, c.y)
	}
	return c
}

func btoi(b bool) int {
	if b {
		return 1
	}
	return 0
}

func rightward(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Notice of mold hazard")
	for range 4 {
		c.para(9.5, 56, 500, 3)
		x0, x1 := c.filler(9.5, 56, c.y, "_", 8)
		c.place("initials", "buyer", 1, x0, x1, c.y)
		x := c.text(9.5, x1, c.y, " Buyer’s initials   ")
		x0, x1 = c.filler(9.5, x+20, c.y, "_", 8)
		c.place("initials", "seller", 1, x0, x1, c.y)
		c.text(9.5, x1, c.y, " Seller’s initials")
		c.y += 20
	}
	c.y += 20
	c.line("signature", "buyer", 1, 56, 260, c.y)
	c.text(8, 264, c.y, "(Buyer’s signature)")
	c.line("date", "buyer", 1, 380, 470, c.y)
	c.text(8, 474, c.y, "(Date)")
	return c
}

// Revised is a contract as sent and, corrected, with a paragraph more and without its witness.
func Revised(corrected bool) Form {
	c := newCanvas(rand.New(rand.NewPCG(1, 5)), "Times-Roman", 612, 792)
	head(c, "Contract of sale")
	c.para(10, 56, 500, 6)
	if corrected {
		c.text(10, 56, c.y, "The dock and the boat lift are not part of this sale and are removed before closing.")
		c.y += 30
	}
	c.text(10, 56, c.y, "Settled and agreed on the day written beside each name, by those named here and nobody else:")
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}, {"witness", "Witness"}} {
		if corrected && w.role == "witness" {
			break
		}
		c.y += 34
		x := c.text(10, 56, c.y, w.name+" signature ")
		c.line("signature", w.role, 1, x, 330, c.y)
		x = c.text(10, 350, c.y, w.name+" date ")
		c.line("date", w.role, 1, x, 480, c.y)
	}
	name := "Contract as sent"
	if corrected {
		name = "Contract corrected"
	}
	return c.form(name)
}
