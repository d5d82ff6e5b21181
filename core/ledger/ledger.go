// Package ledger is the hash-chained list of what happened to a packet. Each event carries the
// SHA-256 (FIPS 180-4) of its content and of the event before it, so that changing, removing or
// inserting one breaks every hash after it.
package ledger

import (
	"crypto/hmac"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"time"
)

// Event is one thing that happened.
type Event struct {
	Packet int64             `json:"packet"`
	Seq    int               `json:"seq"` // from 1, without gaps
	At     time.Time         `json:"at"`  // UTC, microseconds
	Kind   string            `json:"kind"`
	Actor  string            `json:"actor"` // the person's name, or "Indicum"
	From   string            `json:"from"`  // network address, "" for Indicum itself
	Agent  string            `json:"agent"` // what the browser called itself
	Facts  map[string]string `json:"facts"`
	Prev   string            `json:"prev"` // hash of the event before, "" for the first
	Hash   string            `json:"-"`
}

// ErrBroken is returned when a chain does not hold.
var ErrBroken = errors.New("the ledger does not hold")

// Sum returns the hash of the event: SHA-256 over its JSON with sorted keys, in hex.
func (e Event) Sum() string {
	e.At = e.At.UTC().Truncate(time.Microsecond)
	if e.Facts == nil {
		e.Facts = map[string]string{}
	}
	b, err := json.Marshal(e)
	if err != nil {
		panic(err) // strings, ints and times always marshal
	}
	s := sha256.Sum256(b)
	return hex.EncodeToString(s[:])
}

// Append fills in the place of e after the event numbered seq with hash head.
func Append(e Event, seq int, head string) Event {
	e.At = e.At.UTC().Truncate(time.Microsecond)
	e.Seq, e.Prev = seq+1, head
	e.Hash = e.Sum()
	return e
}

// Check walks a packet's events in order and returns the head they lead to. It fails with
// ErrBroken naming the first event that does not follow from the one before.
func Check(events []Event) (head string, err error) {
	for i, e := range events {
		if e.Seq != i+1 || e.Prev != head || e.Hash != e.Sum() || e.Packet != events[0].Packet {
			return head, fmt.Errorf("%w: event %d of packet %d was changed, removed or added", ErrBroken, i+1, e.Packet)
		}
		head = e.Hash
	}
	return head, nil
}

// Stamp authenticates the end of a chain with a key that the database does not hold, so that
// cutting off the newest events, or rebuilding the whole chain, is noticed too.
func Stamp(key []byte, packet int64, seq int, head string) string {
	m := hmac.New(sha256.New, key)
	fmt.Fprintf(m, "indicum ledger %d %d %s", packet, seq, head)
	return hex.EncodeToString(m.Sum(nil))
}
