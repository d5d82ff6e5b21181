package field

import (
	"encoding/json"
	"os"
	"testing"
)

// The cases are those of the sheet's own sorting, too (e2e/reading.test.mjs).
func TestOrder(t *testing.T) {
	data, err := os.ReadFile("testdata/order.json")
	if err != nil {
		t.Fatal(err)
	}
	var cases []struct {
		Name, Want string
		Columns    []Columns
		Places     [][5]any
	}
	if err := json.Unmarshal(data, &cases); err != nil {
		t.Fatal(err)
	}
	for _, c := range cases {
		var list []Field
		for _, p := range c.Places {
			n := func(i int) float64 { return p[i].(float64) }
			list = append(list, Field{ID: p[0].(string), Rect: Rect{n(1), n(2), n(3), n(4)}})
		}
		Order(list, c.Columns)
		got := ""
		for _, f := range list {
			got += f.ID
		}
		if got != c.Want {
			t.Errorf("%s: %s, want %s", c.Name, got, c.Want)
		}
	}
}
