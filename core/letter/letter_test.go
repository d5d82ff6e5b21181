package letter

import (
	"reflect"
	"testing"
)

func TestFill(t *testing.T) {
	values := map[string]string{"name": "Marek Dvorsky", "first name": "Marek", "property": "Lot 6 {new}", "price": ""}
	for text, want := range map[string]struct {
		filled         string
		unknown, empty []string
	}{
		"Dear {first name}, {property}.":    {"Dear Marek, Lot 6 {new}.", nil, nil}, // what is filled in is not read again
		"{ Name } {NAME} {First  Name}":     {"Marek Dvorsky Marek Dvorsky Marek", nil, nil},
		"for {price}, or {price}":           {"for {price}, or {price}", nil, []string{"{price}"}},
		"{proprety} {} {name":               {"{proprety} {} {name", []string{"{proprety}", "{}"}, nil},
		"no blanks { at\nall } {{name}} {é": {"no blanks { at\nall } {Marek Dvorsky} {é", nil, nil},
	} {
		unknown, empty := Open(text, values)
		if got := Fill(text, values); got != want.filled || !reflect.DeepEqual(unknown, want.unknown) || !reflect.DeepEqual(empty, want.empty) {
			t.Errorf("%q: %q, unknown %q, empty %q", text, got, unknown, empty)
		}
	}
	if got := List([]string{"A", "B", "C"}); got != "A, B and C" {
		t.Error(got)
	}
}
