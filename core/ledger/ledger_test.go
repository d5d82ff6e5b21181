package ledger

import (
	"errors"
	"fmt"
	"testing"
	"time"
)

func chain(n int) []Event {
	var out []Event
	head := ""
	for i := range n {
		e := Append(Event{Packet: 7, At: time.Unix(int64(i), 123456789), Kind: "opened", Actor: fmt.Sprint("p", i), Facts: map[string]string{"b": "2", "a": "1"}}, i, head)
		head = e.Hash
		out = append(out, e)
	}
	return out
}

func TestEveryEditIsFound(t *testing.T) {
	if _, err := Check(chain(6)); err != nil {
		t.Fatalf("an untouched chain: %v", err)
	}
	edits := map[string]func([]Event) []Event{
		"actor":    func(c []Event) []Event { c[2].Actor = "x"; return c },
		"time":     func(c []Event) []Event { c[2].At = c[2].At.Add(time.Microsecond); return c },
		"fact":     func(c []Event) []Event { c[3].Facts = map[string]string{"a": "1"}; return c },
		"address":  func(c []Event) []Event { c[5].From = "192.0.2.1"; return c },
		"removed":  func(c []Event) []Event { return append(c[:2], c[3:]...) },
		"first":    func(c []Event) []Event { return c[1:] },
		"swapped":  func(c []Event) []Event { c[1], c[2] = c[2], c[1]; return c },
		"rehashed": func(c []Event) []Event { c[1].Kind = "signed"; c[1].Hash = c[1].Sum(); return c },
	}
	for name, edit := range edits {
		if _, err := Check(edit(chain(6))); !errors.Is(err, ErrBroken) {
			t.Errorf("%s: got %v, want ErrBroken", name, err)
		}
	}
}

func TestStampSeesACutEnd(t *testing.T) {
	c := chain(3)
	whole := Stamp([]byte("k"), 7, 3, c[2].Hash)
	if whole == Stamp([]byte("k"), 7, 2, c[1].Hash) || whole == Stamp([]byte("other"), 7, 3, c[2].Hash) {
		t.Error("stamps of different ends or keys are equal")
	}
}
