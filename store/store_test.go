package store_test

import (
	"bytes"
	"context"
	"errors"
	"math/rand/v2"
	"sync"
	"testing"

	"indicum/store"
	"indicum/store/testdb"
)

func TestMain(m *testing.M) { testdb.Main(m) }

// Several instances that start at once on an empty database all find the schema whole.
func TestInstancesStartTogether(t *testing.T) {
	dsn := testdb.DSN(t)
	var wg sync.WaitGroup
	for range 4 {
		wg.Go(func() {
			s, err := store.Open(dsn)
			if err != nil {
				t.Error(err)
				return
			}
			defer s.Close()
			if _, err := store.All[store.Packet](s.Read(context.Background()), "id", "1 = 1"); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
}

func TestBlobs(t *testing.T) {
	s, ctx := testdb.Open(t), context.Background()
	big := make([]byte, 5<<19) // two and a half chunks
	for i := range big {
		big[i] = byte(rand.Uint32())
	}
	for name, data := range map[string][]byte{"chunks": big, "one byte": {1}, "empty": {}} {
		var wg sync.WaitGroup
		shas := make([]string, 3)
		for i := range shas {
			wg.Go(func() { shas[i], _ = s.PutBlob(ctx, data) })
		}
		wg.Wait()
		got, err := s.Blob(ctx, shas[0])
		if err != nil || !bytes.Equal(got, data) || shas[1] != shas[0] || shas[2] != shas[0] {
			t.Errorf("%s: %d bytes came back of %d: %v", name, len(got), len(data), err)
		}
	}
	sha, _ := s.PutBlob(ctx, big)
	changed := bytes.Clone(big[1<<20 : 2<<20])
	changed[0] ^= 1
	if err := s.Read(ctx).Exec("UPDATE blob_chunk SET bytes = ? WHERE sha = ? AND n = 1", changed, sha).Error; err != nil {
		t.Fatal(err)
	}
	if _, err := s.Blob(ctx, sha); err == nil {
		t.Error("bytes changed in the database were handed out")
	}
	if _, err := s.Blob(ctx, "nothing"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("unknown bytes: %v", err)
	}
}

// Two transactions that lock the same rows in opposite order: MariaDB ends one of them (error 1213),
// and Write runs it again.
func TestWriteSurvivesADeadlock(t *testing.T) {
	s, ctx := testdb.Open(t), context.Background()
	s.Read(ctx).Exec("INSERT INTO attempt VALUES ('a', 0, NOW(6)), ('b', 0, NOW(6))")
	both := make(chan struct{}, 2)
	met := make(chan struct{})
	var once sync.Once
	runs := 0
	var mu sync.Mutex
	cross := func(first, second string) error {
		waited := false
		return s.Write(ctx, func(tx store.Tx) error {
			mu.Lock()
			runs++
			mu.Unlock()
			if err := tx.Exec("UPDATE attempt SET tally = tally + 1 WHERE subject = ?", first).Error; err != nil {
				return err
			}
			if !waited {
				waited = true
				both <- struct{}{}
				if len(both) == 2 {
					once.Do(func() { close(met) })
				}
				<-met
			}
			return tx.Exec("UPDATE attempt SET tally = tally + 1 WHERE subject = ?", second).Error
		})
	}
	var wg sync.WaitGroup
	for _, order := range [][2]string{{"a", "b"}, {"b", "a"}} {
		wg.Go(func() {
			if err := cross(order[0], order[1]); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	var sum int
	s.Read(ctx).Raw("SELECT SUM(tally) FROM attempt").Scan(&sum)
	if sum != 4 || runs < 3 {
		t.Errorf("tally %d after %d runs; want 4, with at least one run repeated", sum, runs)
	}
	if err := s.Write(ctx, func(tx store.Tx) error {
		tx.Exec("UPDATE attempt SET tally = 99")
		return store.ErrNotFound
	}); !errors.Is(err, store.ErrNotFound) {
		t.Error(err)
	}
	s.Read(ctx).Raw("SELECT SUM(tally) FROM attempt").Scan(&sum)
	if sum != 4 {
		t.Error("a refused transaction left a trace")
	}
}
