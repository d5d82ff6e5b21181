package store

import (
	"time"

	"indicum/core/cuts"
	"indicum/core/deal"
	"indicum/core/pdf"
)

// Form is a blank form on the office's shelf; EditionID is the one in use.
type Form struct {
	ID        int64
	OfficeID  int64
	Name      string
	Side      string // "buyer", "seller" or "both"
	Purpose   string
	Retired   bool
	EditionID int64
	CreatedAt time.Time
}

// Edition is one edition of a form.
type Edition struct {
	ID        int64
	OfficeID  int64
	FormID    int64
	Number    int // counts the editions of a form
	Words     string
	File      string
	Sha       string
	CleanSha  string
	Size      int64
	Pages     []pdf.Page      `gorm:"serializer:json"`
	Notes     []string        `gorm:"serializer:json"`
	Proposals []cuts.Proposal `gorm:"serializer:json"`
	Prints    Prints          `gorm:"serializer:json"`
	CreatedAt time.Time
}

// KeptText is a message that the office uses again.
type KeptText struct {
	ID       int64
	OfficeID int64
	Name     string
	Subject  string
	Message  string
}

// Circle is a set of seats, turns and copies that the office uses again.
type Circle struct {
	ID       int64
	OfficeID int64
	Name     string
	Seats    []CircleSeat `gorm:"serializer:json"`
	Copies   []CircleCopy `gorm:"serializer:json"`
}

// CircleSeat is who signs in a circle.
type CircleSeat struct {
	Seat    deal.Seat  `json:"seat"`
	Turn    int        `json:"turn"`
	Me      bool       `json:"me,omitempty"`      // the member who uses the circle, whatever their seat
	Follows *deal.Seat `json:"follows,omitempty"` // the seat wherever which they sign
}

// CircleCopy is who gets a copy in a circle: a seat, or somebody by name.
type CircleCopy struct {
	Seat  *deal.Seat `json:"seat,omitempty"`
	Name  string     `json:"name,omitempty"`
	Email string     `json:"email,omitempty"`
	Early bool       `json:"early,omitempty"`
}

// States of an incoming mail.
const (
	MailNew     = "new"     // to be filed
	MailFiled   = "filed"   // its files are in the deal
	MailWaiting = "waiting" // from a stranger: a member must nod
	MailRefused = "refused" // a member turned it away
	MailEmpty   = "empty"   // it held nothing that could be filed
	MailLost    = "lost"    // its address names no deal
)

// Incoming is a mail sent to a deal's address. Sha is the message as it came.
type Incoming struct {
	ID         int64
	OfficeID   int64
	DealID     int64
	MessageID  string
	Recipient  string
	Sender     string // address, as the message gives it
	SenderName string
	Subject    string
	SentAt     *time.Time
	Automatic  bool // by a program: never answered (RFC 3834)
	State      string
	NoddedBy   int64
	Files      []IncomingFile `gorm:"serializer:json"`
	Sha        string
	At         time.Time
}

// IncomingFile is an attachment and what became of it.
type IncomingFile struct {
	Name    string `json:"name"`
	Size    int    `json:"size"`
	Trouble string `json:"trouble,omitempty"`
}
