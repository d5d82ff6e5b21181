package desk_test

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"indicum/core/bench"
	"indicum/demo"
	"indicum/desk"
	"indicum/store"
)

// lay writes a bench as "Name: 0 1@90 2x | …", by the pages' places in their source.
func lay(b desk.Bench) string {
	var out []string
	for _, d := range b.Docs {
		s := d.Name + ":"
		for _, p := range d.Pages {
			parts := strings.Split(p.Image, "/")
			s += " " + parts[4]
			if turn := strings.Split(parts[5], "-")[2]; turn != "0" {
				s += "@" + turn
			}
			if p.Aside {
				s += "x"
			}
		}
		if d.Aside {
			s = "(" + s + ")"
		}
		out = append(out, s)
	}
	return strings.Join(out, " | ")
}

func (o *office) benchDeal(files ...[]byte) int64 {
	o.t.Helper()
	dealID, err := o.SaveDeal(o.ctx, store.Deal{OfficeID: o.m.OfficeID, Property: "2 Bench Street", Side: "buyer"})
	o.must(err)
	for i, f := range files {
		_, _, err := o.AddFile(o.ctx, o.m.OfficeID, dealID, fmt.Sprintf("file %c.pdf", 'a'+i), f)
		o.must(err)
	}
	return dealID
}

// Random work, then everything undone, then everything done again: the bench goes the same way back
// and forth, by way of the database alone.
func TestBenchWorkIsUndoneAndRepeated(t *testing.T) {
	o := open(t)
	dealID := o.benchDeal(demo.PurchaseAgreement(), demo.AgencyDisclosure(), demo.Addendum("Well test", "Buyer 1"))
	b, err := o.Bench(o.ctx, o.m, dealID)
	o.must(err)
	if lay(b) != "File a: 0 1 2 3 4 5 | File b: 0 1 | File c: 0" || b.Undo != "" {
		t.Fatalf("at first: %s", lay(b))
	}
	r := rand.New(rand.NewPCG(1, 2))
	states := []string{lay(b)}
	for len(states) < 25 {
		pick := func() desk.BenchDoc { return b.Docs[r.IntN(len(b.Docs))] }
		page := func() bench.At { d := pick(); return bench.At{Doc: d.ID, Index: r.IntN(len(d.Pages))} }
		kinds := []string{"cut", "ranges", "join", "move", "turn", "aside", "rename", "order", "aside-doc", "rides"}
		op := bench.Op{Kind: kinds[r.IntN(len(kinds))], Doc: pick().ID, Index: r.IntN(3), Docs: []int64{pick().ID, pick().ID}, Pages: []bench.At{page(), page()}, By: 90, Aside: r.IntN(2) == 0, Text: fmt.Sprint(1 + r.IntN(3))}
		next, err := o.Work(o.ctx, o.m, dealID, b.Rev, op)
		var p desk.Problem
		if errors.As(err, &p) {
			continue
		}
		o.must(err)
		b = next
		states = append(states, lay(b))
	}
	for i := len(states) - 2; i >= 0; i-- {
		b, err = o.Work(o.ctx, o.m, dealID, b.Rev, bench.Op{Kind: "undo"})
		o.must(err)
		if lay(b) != states[i] {
			t.Fatalf("undone to step %d: %s, want %s", i, lay(b), states[i])
		}
	}
	var p desk.Problem
	if _, err := o.Work(o.ctx, o.m, dealID, b.Rev, bench.Op{Kind: "undo"}); !errors.As(err, &p) {
		t.Errorf("undoing more than was done: %v", err)
	}
	for i := 1; i < len(states); i++ {
		b, err = o.Work(o.ctx, o.m, dealID, b.Rev, bench.Op{Kind: "redo"})
		o.must(err)
		if lay(b) != states[i] {
			t.Fatalf("repeated to step %d: %s, want %s", i, lay(b), states[i])
		}
	}
}

func TestTwoAtOneBench(t *testing.T) {
	o := open(t)
	dealID := o.benchDeal(demo.AgencyDisclosure())
	b, err := o.Bench(o.ctx, o.m, dealID)
	o.must(err)
	turn := bench.Op{Kind: "turn", By: 90, Pages: []bench.At{{Doc: b.Docs[0].ID, Index: 0}}}
	_, err = o.Work(o.ctx, o.m, dealID, b.Rev, turn)
	o.must(err)
	now, err := o.Work(o.ctx, o.m, dealID, b.Rev, bench.Op{Kind: "cut", Doc: b.Docs[0].ID, Index: 1})
	if !errors.Is(err, desk.ErrStale) || lay(now) != "File a: 0@90 1" {
		t.Errorf("work on an old bench: %v, %s", err, lay(now))
	}
	// Details saved by somebody else meanwhile leave the bench alone.
	d, err := store.One[store.Deal](o.Store.Read(o.ctx), "id = ?", dealID)
	o.must(err)
	d.Price = "1"
	_, err = o.SaveDeal(o.ctx, d)
	o.must(err)
	if _, err := o.Work(o.ctx, o.m, dealID, now.Rev, turn); err != nil {
		t.Errorf("after the deal's details changed: %v", err)
	}
}

// A packet takes a document as it is at that moment, without what is set aside.
func TestPacketsKeepWhatTheyTook(t *testing.T) {
	o := open(t)
	dealID := o.benchDeal(demo.PurchaseAgreement())
	b, err := o.Bench(o.ctx, o.m, dealID)
	o.must(err)
	doc := b.Docs[0].ID
	for _, op := range []bench.Op{{Kind: "aside", Aside: true, Pages: []bench.At{{Doc: doc, Index: 1}}}, {Kind: "turn", By: 270, Pages: []bench.At{{Doc: doc, Index: 0}}}} {
		b, err = o.Work(o.ctx, o.m, dealID, b.Rev, op)
		o.must(err)
	}
	id, err := o.NewPacket(o.ctx, o.m, dealID)
	o.must(err)
	sheet, err := o.EditDraft(o.ctx, o.m, id, 1, []desk.Edit{{Op: "document", Document: doc}})
	o.must(err)
	if pages := sheet.Documents[0].Pages; len(pages) != 5 || pages[0].Width != 792 || pages[1].Width != 612 {
		t.Errorf("the packet took %+v", pages)
	}
	_, err = o.Work(o.ctx, o.m, dealID, b.Rev, bench.Op{Kind: "cut", Doc: doc, Index: 2})
	o.must(err)
	sheet, err = o.Sheet(o.ctx, o.m, id)
	o.must(err)
	if len(sheet.Documents[0].Pages) != 5 {
		t.Error("cutting the deal’s document cut the packet’s")
	}
}
