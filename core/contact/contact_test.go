package contact

import (
	"fmt"
	"reflect"
	"strings"
	"testing"
	"unicode/utf16"

	"golang.org/x/text/encoding/charmap"
)

func TestPaste(t *testing.T) {
	for text, want := range map[string][]Contact{
		"Marek Dvorsky, marek@example.net, 555-010-2233":                                                       {{"Marek Dvorsky", "marek@example.net", "555-010-2233", "", ""}},
		"Lucie Dvorsky <lucie@example.net>\nMarek Dvorsky <marek@example.net>":                                 {{"Lucie Dvorsky", "lucie@example.net", "", "", ""}, {"Marek Dvorsky", "marek@example.net", "", "", ""}},
		"--\nInes Halloran\nLantern Pike Realty\nMobile: (555) 010-7788\nE-mail: ines@lanternpike.example.org": {{"Ines Halloran", "ines@lanternpike.example.org", "(555) 010-7788", "Lantern Pike Realty", ""}},
		"o.bekele@example.org": {{"O Bekele", "o.bekele@example.org", "", "", ""}},
		"Ottoline Bekele":      {{"Ottoline Bekele", "", "", "", ""}},
		"BEGIN:VCARD\nVERSION:3.0\nN:Quint;Piet;;;\nEMAIL;TYPE=home:piet@example.org\nEND:VCARD": {{"Piet Quint", "piet@example.org", "", "", ""}},
		"":                         nil,
		"12 Saltmarsh Lane\n97001": nil,
		"José Ruiz y Picasso; jose@exämple.example.org": {{"José Ruiz y Picasso", "jose@exämple.example.org", "", "", ""}},
	} {
		if got := Paste(text); !reflect.DeepEqual(got, want) {
			t.Errorf("%q:\ngot  %+v\nwant %+v", text, got, want)
		}
	}
}

// A large file in each of three encodings: what was read, what not and why; nothing half.
func TestReadsLargeAndBrokenFiles(t *testing.T) {
	var b strings.Builder
	b.WriteString("First Name,Last Name,E-mail Address,Mobile Phone,Company\r\n")
	for i := range 5000 {
		fmt.Fprintf(&b, "José,Müller %d,j%d@example.net,555 01%02d,\"Quint, & Söhne\"\r\n", i, i, i%100)
	}
	b.WriteString("José,Müller 7,j7@example.net,,\r\n,,nobody@example.net,,\r\nBad,Address,not an address,,\r\n\r\n\"Never,closed,x@example.net,,\r\n")
	latin, err := charmap.Windows1252.NewEncoder().String(b.String())
	if err != nil {
		t.Fatal(err)
	}
	wide := []byte{0xff, 0xfe}
	for _, u := range utf16.Encode([]rune(b.String())) {
		wide = append(wide, byte(u), byte(u>>8))
	}
	for name, data := range map[string][]byte{"UTF-8": []byte("\xef\xbb\xbf" + b.String()), "Windows-1252": []byte(latin), "UTF-16": wide} {
		good, twice, faults := Read(data)
		if len(good) != 5000 || twice != 1 || len(faults) != 3 {
			t.Fatalf("%s: %d read, %d twice, faults %+v", name, len(good), twice, faults)
		}
		if good[3] != (Contact{"José Müller 3", "j3@example.net", "555 0103", "Quint, & Söhne", ""}) {
			t.Errorf("%s: %+v", name, good[3])
		}
		if faults[0].Line != 5003 || !strings.Contains(faults[0].Why, "no name") || !strings.Contains(faults[1].Why, "cannot be right") || !strings.Contains(faults[2].Why, "quotation marks") {
			t.Errorf("%s: %+v", name, faults)
		}
	}
	if good, _, faults := Read([]byte("just some text\nand more")); len(good) != 0 || len(faults) != 1 {
		t.Errorf("no table: %v %v", good, faults)
	}
	if good, _, faults := Read([]byte("BEGIN:VCARD\r\nVERSION:4.0\r\nFN:A B\r\nEND:VCARD\r\nBEGIN:VCARD\r\nVERSION:4.0\r\nFN:C")); len(good) != 1 || len(faults) != 1 || faults[0].Line != 5 {
		t.Errorf("a broken card: %v %+v", good, faults)
	}
}

func TestWhatIsWrittenIsReadAgain(t *testing.T) {
	list := []Contact{{"Ottoline, \"Otti\" Bekele", "o@example.org", "+1 555 0100", "Bekele; Söhne, Inc.", "OR-201234"}, {"=cmd()", "", "", "", ""}, {"山田 花子", "hanako@example.org", "", "", ""}}
	cards, err := Cards(list)
	if err != nil {
		t.Fatal(err)
	}
	good, _, faults := Read(cards)
	if len(faults) > 0 || len(good) != 3 || good[0].Name != list[0].Name || good[2] != list[2] {
		t.Errorf("vCard: %+v %+v", good, faults)
	}
	table, err := Table(list)
	if err != nil {
		t.Fatal(err)
	}
	if good, _, faults = Read(table); len(faults) > 0 || good[0] != list[0] || good[1].Name != "'=cmd()" {
		t.Errorf("CSV: %+v %+v", good, faults)
	}
}

func TestSuggest(t *testing.T) {
	for email, want := range map[string]string{
		"m@gmial.con": "m@gmail.com", "m@gmail.con": "m@gmail.com", "m@gmal.com": "m@gmail.com", "m@example.con": "m@example.com", "m@yaho.com": "m@yahoo.com",
		"m@gmail.com": "", "m@example.net": "", "m@mail.com": "", "nothing": "", "m@example.org": "",
	} {
		if got := Suggest(email); got != want {
			t.Errorf("%s: %q, want %q", email, got, want)
		}
	}
}
