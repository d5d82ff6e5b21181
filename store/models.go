package store

import (
	"slices"
	"time"

	"indicum/core/bench"
	"indicum/core/cuts"
	"indicum/core/deal"
	"indicum/core/field"
	"indicum/core/ledger"
	"indicum/core/likeness"
	"indicum/core/packet"
	"indicum/core/pdf"
)

// Office is a brokerage. Cert is PEM; KeyBox is its private key, encrypted.
type Office struct {
	ID        int64
	Name      string
	Zone      string // IANA time zone in which dates are written
	Cert      string
	KeyBox    []byte
	Wordings  map[deal.Kind]deal.Wording `gorm:"serializer:json"` // how proxies sign, where a party does not say
	CreatedAt time.Time
}

// Wording is the form of signature of those who sign for a party: its own choice, the office's, the usual one.
func (o Office) Wording(p Party) deal.Wording {
	for _, w := range []deal.Wording{p.Wording, o.Wordings[p.Kind]} {
		if slices.Contains(p.Kind.Wordings(), w) {
			return w
		}
	}
	return p.Kind.Wordings()[0]
}

// Member is a person who logs in.
type Member struct {
	ID           int64
	OfficeID     int64
	Email        string
	Name         string
	Role         string
	Phone        string
	PasswordHash string
	CreatedAt    time.Time
}

// Session is a member's log-in; the token itself is only in the cookie.
type Session struct {
	TokenHash string `gorm:"primaryKey"`
	MemberID  int64
	CreatedAt time.Time
	ExpiresAt time.Time
}

// Deal is one property transaction.
type Deal struct {
	ID          int64
	OfficeID    int64
	Property    string
	Side        string // "buyer" or "seller"
	Price       string
	OfferDate   string
	ClosingDate string
	Rev         int
	BenchRev    int    `gorm:"default:1"` // counts what was done on the bench
	MailKey     string // part of the address to which mail for the deal is sent
	CreatedAt   time.Time
}

// Party is a person in a deal.
type Party struct {
	ID     int64
	DealID int64
	Role   deal.Role
	Number int
	Name   string
	Email  string
	Phone  string

	Kind    deal.Kind    `gorm:"default:individual"`
	Form    string       // of a company or trust, as on title
	Wording deal.Wording // "": as the office has it
	Proxies []Proxy      `gorm:"serializer:json"` // who sign for the party
	Rev     int          `gorm:"default:1"`       // counts changes, so that two members don't overwrite each other
	AnyOne  bool         // one of the proxies is enough; else all sign

	Initials string // where they are not those of the name
	Couple   int64  // the same for two parties who share an address, else 0
}

// Contact is an entry of the office's address book.
type Contact struct {
	ID       int64
	OfficeID int64
	Name     string
	Email    string
	Phone    string
	Company  string
	License  string // number of an agent's or broker's
}

// Proxy is somebody who signs for a party.
type Proxy struct {
	Name     string        `json:"name"`
	Email    string        `json:"email"`
	Initials string        `json:"initials,omitempty"` // where they are not those of the name
	Capacity deal.Capacity `json:"capacity"`
	Proof    int64         `json:"proof,omitempty"`   // the deal's document that shows the authority
	Expires  string        `json:"expires,omitempty"` // a date, "" for none stated
}

// Principal is the party as one on title.
func (p Party) Principal() deal.Principal {
	return deal.Principal{Kind: p.Kind, Name: p.Name, Form: p.Form, Own: p.Initials}
}

// Standing is what a signer who is a proxy signs as.
type Standing struct {
	Principal string        `json:"principal"`
	Capacity  deal.Capacity `json:"capacity"`
	Reading   deal.Reading  `json:"reading"`
	Proven    bool          `json:"proven"` // a proof of authority is in the deal
	Expires   string        `json:"expires,omitempty"`
}

// Seat is the party's seat.
func (p Party) Seat() deal.Seat { return deal.Seat{Role: p.Role, Number: p.Number} }

// Source is an incoming file: its own bytes and the clean copy, both by SHA-256.
type Source struct {
	ID        int64
	OfficeID  int64
	DealID    int64
	Name      string
	Sha       string
	CleanSha  string
	Size      int64
	Pages     []pdf.Page      `gorm:"serializer:json"`
	Notes     []string        `gorm:"serializer:json"`
	Proposals []cuts.Proposal `gorm:"serializer:json"` // the documents its pages seem to be
	Prints    Prints          `gorm:"serializer:json"` // to find the same pages in other bytes
	Unread    int             // scanned pages still to be read
	Origin    Origin          `gorm:"serializer:json"` // how it came
	EditionID int64           // of the shelf, 0 when it came another way
	Once      *string         // a second source of the same name is never made
	CreatedAt time.Time
}

// Origin says how a file came, when it was not brought by hand.
type Origin struct {
	Way     string     `json:"way,omitempty"` // "mail" or "shelf"
	From    string     `json:"from,omitempty"`
	Subject string     `json:"subject,omitempty"`
	Date    *time.Time `json:"date,omitempty"`
}

// Prints is what a file's pages are compared with others by.
type Prints struct {
	Pages    []likeness.Print  `json:"pages,omitempty"`
	Editions map[int]EditionAt `json:"editions,omitempty"` // by index of a document's first page
}

// EditionAt is the edition a form says it is.
type EditionAt struct {
	Words string  `json:"words"`
	Order float64 `json:"order"`
}

// PageAt points a document's page into a source.
type PageAt = bench.Page

// Document is a named, ordered list of pages in a deal.
type Document struct {
	ID        int64
	OfficeID  int64
	DealID    int64
	Name      string
	Pages     []PageAt `gorm:"serializer:json"`
	Pos       int
	Aside     bool
	Rides     bool // goes along, nobody signs on it
	CreatedAt time.Time
}

// BenchStep is one thing done on a deal's bench: the documents it changed, before and after, so that
// it can be undone and done again, by anybody and after a reload.
type BenchStep struct {
	ID         int64
	DealID     int64
	Seq        int
	Undone     bool
	Words      string
	BeforeDocs []BenchDoc `gorm:"serializer:json"`
	AfterDocs  []BenchDoc `gorm:"serializer:json"`
}

// BenchDoc is a document with its place on the bench.
type BenchDoc struct {
	bench.Doc
	Pos int `json:"pos"`
}

// Packet is a signing packet.
type Packet struct {
	ID          int64
	OfficeID    int64
	DealID      int64
	SenderID    int64
	Title       string
	Subject     string
	Message     string
	State       packet.State
	Round       int
	DueAt       *time.Time
	ExecutedSha string
	PageCounts  []int    `gorm:"serializer:json"`
	Passed      []string `gorm:"serializer:json"` // spots that are not wanted
	Notice      string   // what the last change of the draft brought with it
	Rev         int      // counts changes of the draft; see desk
	LedgerSeq   int
	LedgerHead  string
	LedgerStamp string
	CreatedAt   time.Time
	SentAt      *time.Time
	EndedAt     *time.Time
	MovedAt     time.Time
}

// PacketDocument is a document as the packet took it. SentSha is its bytes as they were sent.
type PacketDocument struct {
	ID       int64
	PacketID int64
	Pos      int
	Name     string
	Pages    []PageAt `gorm:"serializer:json"`
	Rides    bool     // goes along, nobody signs on it
	SentSha  string
	Columns  map[int][]field.Columns `gorm:"serializer:json"` // of its pages, once it was sent
}

// Signer is a person in one turn of a packet.
type Signer struct {
	ID           int64
	PacketID     int64
	PartyID      int64
	MemberID     int64
	Name         string
	Email        string
	Role         deal.Role
	Number       int
	Ink          int
	Turn         int
	Stage        packet.Stage
	AskedAt      *time.Time
	OpenedAt     *time.Time
	ConsentedAt  *time.Time
	DoneAt       *time.Time
	Reason       string     // why they declined, or are no longer wanted
	Initials     string     // where they are not those of the name
	Note         string     // the sender's words to this one alone
	Standing     *Standing  `gorm:"serializer:json"` // of a proxy, nil for who signs for themself
	Follows      int64      // an extra signer: signs wherever this signer does; else 0
	AnyOf        int64      // the party for which any one of several signers is enough, else 0
	SignatureInk *field.Ink `gorm:"serializer:json"`
	InitialsInk  *field.Ink `gorm:"serializer:json"`
	FromAddr     string
}

// PrintedName is what stands in the signer's printed-name places.
func (s Signer) PrintedName() string {
	if s.Standing != nil {
		return s.Standing.Reading.Printed
	}
	return s.Name
}

// Seat is the signer's seat.
func (s Signer) Seat() deal.Seat { return deal.Seat{Role: s.Role, Number: s.Number} }

// CopyTo is somebody who signs nothing: they get the documents when the packet is sent (Early), or the
// executed copy. Of their link only the hash is kept.
type CopyTo struct {
	ID        int64
	PacketID  int64
	Name      string
	Email     string
	Early     bool
	TokenHash string
}

// Link lets a signer in; only the hash of its token is kept.
type Link struct {
	TokenHash string `gorm:"primaryKey"`
	SignerID  int64
	CreatedAt time.Time
}

// Field is a stored field.Field.
type Field struct {
	PacketID   int64  `gorm:"primaryKey;autoIncrement:false"`
	ID         string `gorm:"primaryKey"`
	DocumentID int64
	Page       int
	Kind       field.Kind
	X, Y, W, H float64
	Required   bool
	SignerID   int64
	Label      string
	Value      string
	Style      field.Style `gorm:"serializer:json"`
	Grp        string      // field.Bond
	Side       string
	Rule       field.Rule
	Same       bool
	Rev        int
}

// Mark is what a signer put into a field.
type Mark struct {
	PacketID int64  `gorm:"primaryKey;autoIncrement:false"`
	FieldID  string `gorm:"primaryKey"`
	SignerID int64
	Content  string
	At       time.Time
}

// Event is a stored ledger.Event.
type Event struct {
	ID       int64
	PacketID int64
	Seq      int
	At       time.Time
	Kind     string
	Actor    string
	FromAddr string
	Agent    string
	Facts    map[string]string `gorm:"serializer:json"`
	Prev     string
	Hash     string
}

// Job is work that was promised together with a change: a mail to send, a copy to seal.
type Job struct {
	ID           int64
	Kind         string
	Once         string // a second job of the same name is never made
	PacketID     int64
	Payload      []byte // encrypted where it holds a link
	RunAt        time.Time
	Tries        int
	ClaimedUntil *time.Time
	ClaimedBy    string
	DoneAt       *time.Time
	Trouble      string
}

// Message is a mail that reached the mailroom.
type Message struct {
	ID        int64
	MessageID string
	OfficeID  int64
	Recipient string
	Subject   string
	Raw       []byte
	At        time.Time
}

// Pulse says that something about a packet changed; every instance reads them for its live views.
type Pulse struct {
	ID       int64
	OfficeID int64
	PacketID int64
	At       time.Time
}

// Core returns the field as the rules know it.
func (f Field) Core() field.Field {
	return field.Field{ID: f.ID, Document: f.DocumentID, Page: f.Page, Kind: f.Kind, Rect: field.Rect{X: f.X, Y: f.Y, W: f.W, H: f.H}, Required: f.Required, Signer: f.SignerID, Label: f.Label, Value: f.Value, Style: f.Style, Bond: field.Bond{Group: f.Grp, Side: f.Side, Rule: f.Rule, Same: f.Same}, Rev: f.Rev}
}

// FieldRow returns a field as it is stored.
func FieldRow(packetID int64, f field.Field) Field {
	return Field{PacketID: packetID, ID: f.ID, DocumentID: f.Document, Page: f.Page, Kind: f.Kind, X: f.X, Y: f.Y, W: f.W, H: f.H, Required: f.Required, SignerID: f.Signer, Label: f.Label, Value: f.Value, Style: f.Style, Grp: f.Group, Side: f.Side, Rule: f.Rule, Same: f.Same, Rev: f.Rev}
}

// Core returns the event as the ledger knows it.
func (e Event) Core() ledger.Event {
	return ledger.Event{Packet: e.PacketID, Seq: e.Seq, At: e.At.UTC(), Kind: e.Kind, Actor: e.Actor, From: e.FromAddr, Agent: e.Agent, Facts: e.Facts, Prev: e.Prev, Hash: e.Hash}
}
