package store

import (
	"time"

	"indicum/core/likeness"
	"indicum/core/spot"
	"indicum/core/stencil"
)

// Stencil is a form of an office whose places are kept by seat.
type Stencil struct {
	ID       int64
	OfficeID int64
	Name     string
	Title    string // as its first page bears it
	Edition  string // which it says it is, "" when it doesn't
	Places   int
	Prints   []likeness.Print `gorm:"serializer:json"` // a page each
	Body     []byte           // gzip of its pages and places in JSON
	KeptAt   time.Time
}

type stencilBody struct {
	Pages  []spot.Sight
	Places []stencil.Place
}

// StencilRow packs a form.
func StencilRow(office int64, name, edition string, f stencil.Form) (Stencil, error) {
	body, err := pack(stencilBody{f.Pages, f.Places})
	return Stencil{OfficeID: office, Name: name, Title: f.Title, Edition: edition, Places: len(f.Places), Prints: f.Prints, Body: body, KeptAt: Now()}, err
}

// Outline is the form as far as it takes to recognise it.
func (s Stencil) Outline() stencil.Form { return stencil.Form{Title: s.Title, Prints: s.Prints} }

// Form is the form with its pages and places; it needs the Body.
func (s Stencil) Form() (stencil.Form, error) {
	b, err := unpack[stencilBody](s.Body)
	f := s.Outline()
	f.Pages, f.Places = b.Pages, b.Places
	return f, err
}

// Recipe is a whole packet that an office sends again and again: its forms, seats, turns and words.
type Recipe struct {
	ID        int64
	OfficeID  int64
	Name      string
	Title     string // blanks in braces are filled from the deal
	Subject   string
	Message   string
	Documents []RecipeDocument `gorm:"serializer:json"`
	Seats     []CircleSeat     `gorm:"serializer:json"`
	Copies    []CircleCopy     `gorm:"serializer:json"`
}

// Circle is who signs, in which turns, and who gets copies.
func (r Recipe) Circle() Circle {
	return Circle{OfficeID: r.OfficeID, Name: r.Name, Seats: r.Seats, Copies: r.Copies}
}

// RecipeDocument is a document of a recipe: a form of the shelf, or with Form 0 one that each deal brings itself.
type RecipeDocument struct {
	Form  int64  `json:"form,omitempty"`
	Name  string `json:"name"`
	Rides bool   `json:"rides,omitempty"`
}
