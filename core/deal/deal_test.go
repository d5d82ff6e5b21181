package deal

import "testing"

func TestInitials(t *testing.T) {
	// Which parts count is common practice in signing, without a written source.
	for name, want := range map[string]string{
		"Marek Dvorsky": "MD", "Mary-Anne O’Neil": "MAO", "Ludwig van der Berg Jr.": "LB",
		"Ingrid Vásquez": "IV", "José Ruiz y Picasso III": "JRP", "Зоя Иванова": "ЗИ", "Q": "Q", "": "",
		"Van Morrow": "VM", "Tamsin Okafor-Reyes, Esq.": "TOR",
	} {
		if got := Initials(name); got != want {
			t.Errorf("Initials(%q) = %q, want %q", name, got, want)
		}
	}
}

func TestCheckEmail(t *testing.T) {
	for address, good := range map[string]bool{
		"m.dvorsky@example.net": true, "o'hara+deal@mail.example.org": true, "": false, "marek@": false,
		"marek": false, "marek@localhost": false, "Marek <m@example.net>": false, "a b@example.net": false,
		"m@example.net, n@example.net": false, "m@example.net\r\nBcc: x@example.net": false,
	} {
		if (CheckEmail(address) == "") != good {
			t.Errorf("CheckEmail(%q) = %q, want good=%v", address, CheckEmail(address), good)
		}
	}
}

func TestInksAreDistinctWhilePossible(t *testing.T) {
	seats := []Seat{{Buyer, 1}, {Buyer, 2}, {Buyer, 3}, {Buyer, 4}, {Seller, 1}, {Seller, 2}, {ListingAgent, 1}, {BuyerAgent, 1}}
	seen := map[int]bool{}
	for i, ink := range Inks(seats) {
		if seen[ink] {
			t.Errorf("%s shares ink %d", seats[i].Code(), ink)
		}
		seen[ink] = true
	}
	if seats[6].Code() != "LA" || seats[3].Code() != "B4" || (Seat{BuyerAgent, 2}).Code() != "BA2" {
		t.Error("seat codes are wrong")
	}
}
