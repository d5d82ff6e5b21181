package desk_test

import (
	"testing"

	"indicum/store"
)

// What an earlier edition of the rules saw does not count: the file is looked at again before its places are offered.
func TestEarlierEditionsAreLookedAtAgain(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	id, _ := o.draft(2)
	o.letters() // until the pages have been looked at
	read := o.Store.Read(o.ctx)
	var source int64
	o.must(read.Raw("SELECT MAX(id) FROM source").Scan(&source).Error)
	state := func() (pages, looking int, looked bool) {
		t.Helper()
		spots, err := o.Spots(o.ctx, o.m, id)
		o.must(err)
		looked, err = o.Looked(o.ctx, o.m.OfficeID, source)
		o.must(err)
		return len(spots.Pages), spots.Looking, looked
	}
	pages, looking, looked := state()
	if pages == 0 || looking != 0 || !looked {
		t.Fatalf("%d pages, %d looked at, %v", pages, looking, looked)
	}
	o.must(o.Store.Write(o.ctx, func(t store.Tx) error {
		if err := t.Exec("UPDATE look SET edition = edition - 1").Error; err != nil {
			return err
		}
		return t.Exec("DELETE FROM job WHERE kind = 'look'").Error // another edition’s
	}))
	if n, looking, looked := state(); n != 0 || looking != 1 || looked {
		t.Errorf("of an earlier edition: %d pages, %d looked at, %v", n, looking, looked)
	}
	o.letters()
	if n, looking, looked := state(); n != pages || looking != 0 || !looked {
		t.Errorf("looked at again: %d pages of %d, %d looked at, %v", n, pages, looking, looked)
	}
}
