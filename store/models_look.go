package store

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"fmt"
	"io"

	"indicum/core/spot"
)

// Look is what was seen on a page of a file, named by the file's SHA-256: the same for everybody who has it.
type Look struct {
	Sha  string `gorm:"primaryKey"`
	Page int    `gorm:"primaryKey;autoIncrement:false"`
	Body []byte // gzip of a spot.Sight in JSON
}

// LookRow packs what was seen.
func LookRow(sha string, page int, s spot.Sight) (Look, error) {
	var b bytes.Buffer
	z := gzip.NewWriter(&b)
	if err := json.NewEncoder(z).Encode(s); err != nil {
		return Look{}, fmt.Errorf("pack a look: %w", err)
	}
	err := z.Close()
	return Look{sha, page, b.Bytes()}, err
}

const mostLook = 32 << 20 // bytes of one page's look

// Sight unpacks what was seen.
func (l Look) Sight() (spot.Sight, error) {
	var s spot.Sight
	z, err := gzip.NewReader(bytes.NewReader(l.Body))
	if err == nil {
		err = json.NewDecoder(io.LimitReader(z, mostLook)).Decode(&s)
	}
	if err != nil {
		return s, fmt.Errorf("unpack a look: %w", err)
	}
	return s, nil
}
