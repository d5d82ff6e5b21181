package field

import (
	"math"
	"sort"
)

// Columns says that between Top and Bottom a page is set in two columns, parted at X; points.
type Columns struct {
	Top    float64 `json:"top"`
	Bottom float64 `json:"bottom"`
	X      float64 `json:"x"`
}

const sameRow = 6.0 // points between the lines of places that are read as one row

// Order sorts the places of one page as people read: down each column, and across where there is one. The
// sheet does the same (arrange.js).
func Order(fields []Field, columns []Columns) {
	sort.SliceStable(fields, func(a, b int) bool {
		p, q := part(fields[a], columns), part(fields[b], columns)
		if p != q {
			return p < q
		}
		return fields[a].Y+fields[a].H < fields[b].Y+fields[b].H
	})
	for from := 0; from < len(fields); {
		to := from + 1
		for to < len(fields) && part(fields[to], columns) == part(fields[from], columns) && math.Abs(fields[to].Y+fields[to].H-fields[from].Y-fields[from].H) <= sameRow {
			to++
		}
		row := fields[from:to]
		sort.SliceStable(row, func(a, b int) bool { return row[a].X < row[b].X })
		from = to
	}
}

// part counts what is read before a place: what stands across the page, left columns and right ones.
func part(f Field, columns []Columns) int {
	n := 0
	for _, c := range columns {
		switch y := f.Y + f.H/2; {
		case y >= c.Bottom:
			n += 3
		case y >= c.Top && f.X+f.W/2 < c.X:
			return n + 1
		case y >= c.Top:
			return n + 2
		}
	}
	return n
}
