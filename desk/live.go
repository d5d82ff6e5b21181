package desk

import (
	"context"
	"sync"
	"time"

	"indicum/store"
)

// Live tells subscribers which packets moved. It reads the pulses of all instances.
type Live struct {
	mu   sync.Mutex
	subs map[chan int64]int64 // channel -> office
}

// NewLive returns a hub; Run must be called once.
func NewLive() *Live { return &Live{subs: map[chan int64]int64{}} }

// Subscribe returns a channel of packet ids of an office. A subscriber that does not keep up loses
// pulses, never blocks; the function ends the subscription.
func (l *Live) Subscribe(office int64) (<-chan int64, func()) {
	c := make(chan int64, 64)
	l.mu.Lock()
	l.subs[c] = office
	l.mu.Unlock()
	return c, func() {
		l.mu.Lock()
		delete(l.subs, c)
		l.mu.Unlock()
	}
}

// Run reads pulses until ctx ends. Ids may become visible out of order, so it looks back over the
// last seconds and forgets what it has told.
func (l *Live) Run(ctx context.Context, d *Desk) {
	told := map[int64]time.Time{}
	start := store.Now()
	tick := time.NewTicker(350 * time.Millisecond)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
		l.mu.Lock()
		idle := len(l.subs) == 0
		l.mu.Unlock()
		now := store.Now()
		if idle {
			start = now
			continue
		}
		from := now.Add(-10 * time.Second)
		if from.Before(start) {
			from = start
		}
		pulses, err := store.All[store.Pulse](d.Store.Read(ctx), "id", "at > ?", from)
		if err != nil {
			continue
		}
		for _, p := range pulses {
			if _, ok := told[p.ID]; !ok {
				told[p.ID] = now
				l.tell(p)
			}
		}
		for id, at := range told {
			if now.Sub(at) > 30*time.Second {
				delete(told, id)
			}
		}
	}
}

func (l *Live) tell(p store.Pulse) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for c, office := range l.subs {
		if office == p.OfficeID {
			select {
			case c <- p.PacketID:
			default:
			}
		}
	}
}

// Close ends every subscription, so that a server can stop.
func (l *Live) Close() {
	l.mu.Lock()
	defer l.mu.Unlock()
	for c := range l.subs {
		close(c)
		delete(l.subs, c)
	}
}
