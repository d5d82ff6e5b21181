package forms

import (
	"fmt"
	"math/rand/v2"
)

func init() {
	Held = append(Held,
		Maker{"grid of tick boxes", ticked}, Maker{"initials at each clause, boxed", clauseBoxes}, Maker{"names in a table", nameTable}, Maker{"two couples", couples})
}

func ticked(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 612, 792)
	head(c, "Property condition")
	c.text(8, 400, c.y, "Yes")
	c.text(8, 440, c.y, "No")
	c.text(8, 474, c.y, "Unknown")
	for i := range 9 {
		c.y += 16
		c.text(9, 56, c.y, fmt.Sprintf("%d. Is the seller aware of leaks, repairs or claims?", i+1))
		for _, x := range []float64{402, 441, 484} {
			c.box(x, c.y-8, 8, 8)
			c.place("checkbox", "", 0, x, x+8, c.y)
		}
	}
	c.y += 30
	for i := range 2 {
		c.y += 28
		x := c.text(9, 56, c.y, "Seller signature ")
		c.line("signature", "seller", i+1, x, 320, c.y)
		x = c.text(9, 330, c.y, "Date ")
		c.line("date", "seller", i+1, x, 430, c.y)
	}
	y := c.h - 40
	x := c.text(8, 56, y, "Seller ")
	x0, x1 := c.filler(8, x, y, "_", 7)
	c.place("initials", "seller", 1, x0, x1, y)
	x0, x1 = c.filler(8, x1+8, y, "_", 7)
	c.place("initials", "seller", 2, x0, x1, y)
	x = c.text(8, 400, y, "Buyer ")
	x0, x1 = c.filler(8, x, y, "_", 7)
	c.place("initials", "buyer", 1, x0, x1, y)
	return c
}

func clauseBoxes(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Rider on arbitration")
	for range 3 {
		y := c.y
		c.para(10, 56, 380, 4)
		c.box(460, y-4, 48, 24)
		c.box(508, y-4, 48, 24)
		c.text(6.5, 462, y+27, "Buyer initials")
		c.text(6.5, 510, y+27, "Seller initials")
		c.place("initials", "buyer", 1, 460, 508, y+20)
		c.place("initials", "seller", 1, 508, 556, y+20)
		c.y = max(c.y, y+40)
	}
	c.y += 30
	c.text(10, 56, c.y, "Agreed by the buyer:")
	c.y += 34
	c.line("signature", "buyer", 1, 56, 300, c.y)
	c.text(8, 56, c.y+10, "Signature")
	c.line("date", "buyer", 1, 320, 420, c.y)
	c.text(8, 320, c.y+10, "Date")
	return c
}

func nameTable(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 792, 612)
	head(c, "Open house register and consent")
	c.bold(11, 56, c.y, "Landlord")
	c.y += 10
	x := []float64{56, 276, 520, 640}
	for i, h := range []string{"Print name", "Sign here", "Date"} {
		c.text(9, x[i]+4, c.y+13, h)
	}
	y := c.y + 19
	for _, v := range []float64{c.y, y} {
		c.rule(56, 640, v)
	}
	for i := range 3 {
		y += 27
		c.rule(56, 640, y)
		c.place("name", "landlord", i+1, 56, 276, y)
		c.place("signature", "landlord", i+1, 276, 520, y)
		c.place("date", "landlord", i+1, 520, 640, y)
	}
	for _, v := range x {
		c.up(v, c.y, y)
	}
	c.y = y + 30
	c.para(10, 56, 600, 3)
	return c
}

func couples(r *rand.Rand) *canvas {
	c := newCanvas(r, "Times-Roman", 612, 792)
	head(c, "Joint escrow instructions")
	c.para(10, 56, 500, 10)
	for _, w := range []who{{"buyer", "Buyer"}, {"seller", "Seller"}} {
		for row := range 2 {
			c.y += 40
			for i := range 2 {
				x := 56 + float64(i)*260
				n := row*2 + i + 1
				c.line("signature", w.role, n, x, x+160, c.y)
				c.line("date", w.role, n, x+170, x+235, c.y)
				c.text(8, x, c.y+9, fmt.Sprintf("%s’s signature", w.name))
				c.text(8, x+170, c.y+9, "Date")
			}
		}
		c.y += 30
	}
	return c
}

func small(r *rand.Rand) *canvas {
	c := newCanvas(r, "Helvetica", 396, 612)
	head(c, "Key receipt")
	c.para(7.5, 56, 280, 8)
	c.y += 20
	x := c.text(7.5, 56, c.y, "Received by (tenant) ")
	c.line("signature", "tenant", 1, x, 250, c.y)
	x = c.text(7.5, 256, c.y, "on ")
	c.line("date", "tenant", 1, x, 330, c.y)
	c.y += 26
	x = c.text(7.5, 56, c.y, "Handed over by (landlord’s agent) ")
	c.line("signature", "listing_agent", 1, x, 330, c.y)
	return c
}
