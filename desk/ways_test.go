package desk_test

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
)

// wait asks until ok says yes.
func wait(t testing.TB, what string, ok func() bool) {
	t.Helper()
	for end := time.Now().Add(40 * time.Second); time.Now().Before(end); time.Sleep(30 * time.Millisecond) {
		if ok() {
			return
		}
	}
	t.Fatalf("%s: not within 40 s", what)
}

func part(kind, disposition string, data []byte) string {
	return fmt.Sprintf("--b1\r\nContent-Type: %s\r\nContent-Disposition: %s\r\nContent-Transfer-Encoding: base64\r\n\r\n%s\r\n", kind, disposition, coded(data))
}

// coded is base64 in lines of 76 (RFC 2045, 6.8).
func coded(data []byte) string {
	text, out := base64.StdEncoding.EncodeToString(data), ""
	for len(text) > 76 {
		out, text = out+text[:76]+"\r\n", text[76:]
	}
	return out + text
}

// reworded replaces words on the demo's forms, whose strings are written in octal.
func reworded(form []byte, old, new string) []byte {
	octal := func(s string) []byte {
		var out []byte
		for _, c := range []byte(s) {
			out = fmt.Appendf(out, `\%03o`, c)
		}
		return out
	}
	return bytes.ReplaceAll(form, octal(old), octal(new))
}

// message is a mail as written by hand (RFC 5322, RFC 2045), without the code that reads it.
func message(id, from, extra string, parts ...string) []byte {
	return []byte("From: " + from + "\r\nTo: deal\r\nSubject: =?iso-8859-1?Q?Pap=E9rs?= of the sale\r\nDate: Mon, 23 Nov 2026 10:00:00 -0500\r\nMessage-ID: <" + id + "@x.example>\r\n" + extra +
		"MIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b1\r\n\r\n--b1\r\nContent-Type: text/plain\r\n\r\nSee below.\r\n" + strings.Join(parts, "") + "--b1--\r\n")
}

func TestMailIsFiledIntoItsDeal(t *testing.T) {
	o := open(t)
	run(t, o.Desk)
	dealID := o.benchDeal()
	view := func() desk.DealView {
		v, err := o.Deal(o.ctx, o.m.OfficeID, dealID)
		o.must(err)
		return v
	}
	to := view().Mail
	send := func(from, to string, raw []byte) { t.Helper(); o.must(mail.SendRaw(o.ctx, o.Relay, from, to, raw)) }
	answer := func(to, words string) {
		t.Helper()
		wait(t, "answer to "+to+" with "+words, func() bool {
			list, err := store.All[store.Message](o.Store.Read(o.ctx), "id", "recipient = ?", to)
			o.must(err)
			for _, m := range list {
				if r, err := mail.Parse(m.Raw); err == nil && strings.Contains(r.Text, words) {
					return true
				}
			}
			return false
		})
	}
	pdf := func(title string) []byte { return demo.Addendum(title, "Buyer 1") }
	inner := "From: other@x.example\r\nSubject: inner\r\nMessage-ID: <in@x>\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b2\r\n\r\n--b2\r\nContent-Type: application/octet-stream; name=\"third.pdf\"\r\nContent-Transfer-Encoding: base64\r\n\r\n" + coded(pdf("Third")) + "\r\n--b2--\r\n"
	full := message("m1", "Agnes Agent <AGNES@office.example.com>", "",
		part("application/pdf", `attachment; filename="first.pdf"`, pdf("First")), part("application/pdf", "inline", pdf("Second")),
		"--b1\r\nContent-Type: message/rfc822\r\n\r\n"+inner+"\r\n", part("application/pdf", `attachment; filename="bad.pdf"`, []byte("no pdf")),
		part("image/png", `inline; filename="logo.png"`, []byte("\x89PNG small")), part("text/calendar", `attachment; filename="visit.ics"`, []byte("BEGIN:VCALENDAR")))
	send("agnes@office.example.com", to, full)
	send("agnes@office.example.com", to, full) // a server that lost our answer sends again
	answer("agnes@office.example.com", "“bad.pdf” was not")
	v := view()
	var names []string
	for _, doc := range v.Documents {
		src := v.Sources[doc.Pages[0].Source]
		names = append(names, doc.Name)
		if src.Origin.Way != "mail" || src.Origin.Subject != "Papérs of the sale" || src.Origin.Date == nil || src.Origin.Date.UTC().Hour() != 15 || !strings.Contains(src.Origin.From, "agnes@office.example.com") {
			t.Errorf("%s came by %+v", doc.Name, src.Origin)
		}
	}
	if strings.Join(names, "|") != "First|Attachment|Third" {
		t.Fatalf("filed: %v", names)
	}
	// The job is done again, as after a kill before its last step: nothing is filed twice.
	o.must(o.Store.Read(o.ctx).Exec("DELETE FROM job WHERE once LIKE 'answer/%'").Error)
	o.must(o.Store.Read(o.ctx).Exec("UPDATE incoming SET state = 'new'").Error)
	o.must(o.Store.Read(o.ctx).Exec("UPDATE job SET done_at = NULL, claimed_until = NULL, payload = SUBSTRING(once, 6) WHERE kind = 'file'").Error)
	wait(t, "the job again", func() bool {
		in, err := store.One[store.Incoming](o.Store.Read(o.ctx), "message_id LIKE 'm1%'")
		return err == nil && in.State == store.MailFiled
	})
	if n := len(view().Documents); n != 3 {
		t.Errorf("after filing again: %d documents", n)
	}

	send("agnes@office.example.com", to, message("m2", "agnes@office.example.com", ""))
	answer("agnes@office.example.com", "nothing attached")
	send("x@lost.example.com", strings.Replace(to, "@", "zzz@", 1), message("m3", "x@lost.example.com", ""))
	answer("x@lost.example.com", "No deal has the address")

	stranger := func(id string) []byte {
		return message(id, "Stranger <s@title.example.com>", "", part("application/pdf", `attachment; filename="deed `+id+`.pdf"`, pdf("Deed "+id)))
	}
	send("s@title.example.com", to, stranger("m4"))
	answer("s@title.example.com", "not yet known")
	v = view()
	if len(v.Documents) != 3 || len(v.Waiting) != 1 || v.Waiting[0].Files[0].Name != "deed m4.pdf" {
		t.Fatalf("a stranger's mail: %d documents, waiting %+v", len(v.Documents), v.Waiting)
	}
	_, err := o.Nod(o.ctx, o.m, v.Waiting[0].ID, true)
	o.must(err)
	_, err = o.Nod(o.ctx, o.m, v.Waiting[0].ID, false) // a second click, elsewhere
	o.must(err)
	wait(t, "nodded mail", func() bool { return len(view().Documents) == 4 })
	send("s@title.example.com", to, stranger("m5")) // known from now on
	wait(t, "second mail of the same sender", func() bool { return len(view().Documents) == 5 })

	// A program's mail is kept, but never answered.
	send("robot@list.example.com", to, message("m6", "robot@list.example.com", "Auto-Submitted: auto-replied\r\n", part("application/pdf", "attachment", pdf("Robot"))))
	wait(t, "the robot's mail", func() bool { return len(view().Waiting) == 1 })
	var answered int64
	o.Store.Read(o.ctx).Raw("SELECT COUNT(*) FROM message WHERE recipient = 'robot@list.example.com'").Scan(&answered)
	if answered != 0 {
		t.Error("a program was answered")
	}
}

func TestTheShelf(t *testing.T) {
	o := open(t)
	old := o.benchDeal()
	put := func(side, purpose string, data []byte) (desk.ShelfForm, error) {
		return o.PutForm(o.ctx, o.m, side, purpose, "f.pdf", data)
	}
	well, err := put("buyer", "Offer", demo.Addendum("Well addendum", "Buyer 1"))
	o.must(err)
	if well.Name != "Well addendum" {
		t.Errorf("named %q, not by its title", well.Name)
	}
	agency, err := put("both", "", demo.AgencyDisclosure())
	o.must(err)
	if _, err := put("seller", "Offer", demo.AgencyDisclosure()); err == nil || !strings.Contains(err.Error(), "on the shelf already") {
		t.Errorf("the same file again: %v", err)
	}
	if _, err := put("nobody", "Offer", demo.PurchaseAgreement()); err == nil {
		t.Error("a form for no side")
	}
	in := func(dealID int64) string {
		list, err := o.Shelf(o.ctx, o.m.OfficeID, dealID)
		o.must(err)
		var out []string
		for _, f := range list {
			out = append(out, f.Name+"/"+f.Purpose+"="+f.In)
		}
		return strings.Join(out, " ")
	}
	for _, want := range []int{2, 0} { // a double click adds nothing twice
		n, err := o.TakeForms(o.ctx, o.m, old, []int64{well.ID, agency.ID})
		o.must(err)
		if n != want {
			t.Errorf("took %d forms, want %d", n, want)
		}
	}
	if _, err := o.TakeForms(o.ctx, o.m, old, nil); err == nil {
		t.Error("took nothing without a word")
	}
	if _, err := o.NewEdition(o.ctx, o.m, well.ID, "new.pdf", demo.Addendum("Well addendum, newer", "Buyer 1")); err != nil {
		t.Fatal(err)
	}
	agency.Form.Retired = true
	o.must(o.ChangeForm(o.ctx, o.m, agency.Form))
	if got := in(old); got != "Well addendum/Offer=older" {
		t.Errorf("in the old deal: %s", got)
	}
	fresh := o.benchDeal()
	if n, err := o.TakeForms(o.ctx, o.m, fresh, []int64{well.ID}); n != 1 || err != nil {
		t.Fatal(n, err)
	}
	if got := in(fresh); got != "Well addendum/Offer=this" {
		t.Errorf("in a new deal: %s", got)
	}
	a, _ := o.Deal(o.ctx, o.m.OfficeID, old)
	b, _ := o.Deal(o.ctx, o.m.OfficeID, fresh)
	if len(a.Documents) != 2 || len(b.Documents) != 1 || a.Documents[0].Pages[0].Sha == b.Documents[0].Pages[0].Sha {
		t.Error("a deal did not keep the edition it took")
	}
}

func TestTwinsAreNoticed(t *testing.T) {
	o := open(t)
	form := demo.AgencyDisclosure()
	other := filepath.Join(t.TempDir(), "other.pdf")
	os.WriteFile(other, form, 0o600)
	if out, err := exec.Command("qpdf", "--object-streams=generate", "--replace-input", other).CombinedOutput(); err != nil {
		t.Fatalf("%v %s", err, out)
	}
	resaved, _ := os.ReadFile(other)
	newer := reworded(reworded(form, "Fennel County form 3", "Fennel form 3 rev. 7"), "unless", "except")
	dealID := o.benchDeal(reworded(form, "Fennel County form 3", "Fennel form 3 rev. 6"), demo.PurchaseAgreement())
	for want, data := range map[string][]byte{
		"The same file is in this deal already": demo.PurchaseAgreement(),
		"is a newer edition (rev. 7) of a form": newer,
	} {
		_, src, err := o.AddFile(o.ctx, o.m.OfficeID, dealID, "again.pdf", data)
		o.must(err)
		if notes := strings.Join(src.Notes, "\n"); !strings.Contains(notes, want) {
			t.Errorf("want %q in %q", want, notes)
		}
	}
	second := o.benchDeal(form)
	_, src, err := o.AddFile(o.ctx, o.m.OfficeID, second, "resaved.pdf", resaved)
	o.must(err)
	if notes := strings.Join(src.Notes, "\n"); !strings.Contains(notes, "has the same pages as “file a.pdf”") {
		t.Errorf("saved anew: %q", notes)
	}
	_, src, err = o.AddFile(o.ctx, o.m.OfficeID, second, "else.pdf", demo.PurchaseAgreement())
	o.must(err)
	if len(src.Notes) != 0 {
		t.Errorf("another form of the same maker: %q", src.Notes)
	}
}

// A photo of a page, held upside down, is read in the background; its turn and its name are proposed.
func TestScansAreReadInTheBackground(t *testing.T) {
	o := open(t)
	dir := t.TempDir()
	os.WriteFile(filepath.Join(dir, "a.pdf"), demo.Addendum("Well and septic addendum", "Buyer 1"), 0o600)
	if out, err := exec.Command("pdftoppm", "-r", "150", "-png", "-singlefile", filepath.Join(dir, "a.pdf"), filepath.Join(dir, "a")).CombinedOutput(); err != nil {
		t.Fatalf("%v %s", err, out)
	}
	raw, _ := os.ReadFile(filepath.Join(dir, "a.png"))
	img, err := png.Decode(bytes.NewReader(raw))
	o.must(err)
	w, h := img.Bounds().Dx(), img.Bounds().Dy()
	turned := image.NewGray(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			turned.Set(w-1-x, h-1-y, img.At(x, y))
		}
	}
	var photo bytes.Buffer
	o.must(jpeg.Encode(&photo, turned, nil))
	other := o.benchDeal(photo.Bytes())
	if b, err := o.Bench(o.ctx, o.m, other); err != nil || len(b.Proposed) != 0 {
		t.Errorf("proposed before anything was read: %+v %v", b.Proposed, err)
	}
	// The same form arrives as a PDF before the photo was read: that they are one is noticed afterwards.
	if _, _, err := o.AddFile(o.ctx, o.m.OfficeID, other, "printed.pdf", demo.Addendum("Well and septic addendum", "Buyer 1")); err != nil {
		t.Fatal(err)
	}
	run(t, o.Desk)
	var after desk.Bench
	wait(t, "the scan is read", func() bool {
		after, err = o.Bench(o.ctx, o.m, other)
		o.must(err)
		return len(after.Proposed) > 0
	})
	if op := after.Proposed[0].Op; op.Kind != "turn" || op.Each[0] != 180 {
		t.Errorf("proposed %+v", after.Proposed)
	}
	src, err := store.One[store.Source](o.Store.Read(o.ctx), "deal_id = ? AND name <> 'printed.pdf'", other)
	o.must(err)
	if notes := strings.Join(src.Notes, " "); !strings.Contains(notes, "has the same pages as “printed.pdf”") {
		t.Errorf("the printed twin was not noticed: %q", notes)
	}
	if src.Unread != 0 || src.Proposals[0].Name != "Well and septic addendum" {
		t.Errorf("read: %d unread, %+v", src.Unread, src.Proposals)
	}
}

func TestWordProcessorFiles(t *testing.T) {
	o := open(t)
	letter := []byte(`{\rtf1\ansi{\fonttbl\f0 Times;}\f0\fs24 Dear Ms Bekele,\par the survey is enclosed.\par\page Second page\par}`)
	dealID := o.benchDeal()
	doc, src, err := o.AddFile(o.ctx, o.m.OfficeID, dealID, "cover letter.rtf", letter)
	o.must(err)
	if len(doc.Pages) != 2 || doc.Name != "Cover letter" || !strings.Contains(strings.Join(src.Notes, " "), "word-processor") || !src.Proposals[0].Rides {
		t.Errorf("%+v %v %+v", doc, src.Notes, src.Proposals)
	}
	if _, data, err := o.Original(o.ctx, o.m.OfficeID, src.ID); err != nil || !bytes.Equal(data, letter) {
		t.Error("the original was not kept as it came")
	}
	o.Converter = filepath.Join(t.TempDir(), "none")
	if _, _, err := o.AddFile(o.ctx, o.m.OfficeID, dealID, "b.rtf", letter); err == nil || !strings.Contains(err.Error(), "no program that could open it is installed") {
		t.Errorf("without a converter: %v", err)
	}
}
