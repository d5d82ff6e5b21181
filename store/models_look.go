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
	Sha     string `gorm:"primaryKey"`
	Page    int    `gorm:"primaryKey;autoIncrement:false"`
	Edition int    // of the rules that saw it
	Body    []byte // gzip of a spot.Sight in JSON
}

// LookRow packs what was seen.
func LookRow(sha string, page int, s spot.Sight) (Look, error) {
	body, err := pack(s)
	return Look{sha, page, spot.Edition, body}, err
}

// Sight unpacks what was seen.
func (l Look) Sight() (spot.Sight, error) { return unpack[spot.Sight](l.Body) }

// pack writes something as JSON through gzip.
func pack(v any) ([]byte, error) {
	var b bytes.Buffer
	z := gzip.NewWriter(&b)
	if err := json.NewEncoder(z).Encode(v); err != nil {
		return nil, fmt.Errorf("pack %T: %w", v, err)
	}
	err := z.Close()
	return b.Bytes(), err
}

const mostUnpacked = 256 << 20 // bytes of what one row holds

func unpack[T any](body []byte) (v T, err error) {
	z, err := gzip.NewReader(bytes.NewReader(body))
	if err == nil {
		err = json.NewDecoder(io.LimitReader(z, mostUnpacked)).Decode(&v)
	}
	if err != nil {
		return v, fmt.Errorf("unpack %T: %w", v, err)
	}
	return v, nil
}
