package pdf

import (
	"bytes"
	"crypto"
	"crypto/sha256"
	"crypto/x509"
	"encoding/hex"
	"errors"
	"fmt"
	"regexp"
	"strconv"
	"time"
)

// Seal signs a prepared copy. The key must be RSA.
func Seal(p Prepared, cert *x509.Certificate, key crypto.Signer) ([]byte, error) {
	out := bytes.Clone(p.Bytes)
	cms, err := signCMS(digestAround(out, p.Gap), cert, key)
	if err != nil {
		return nil, err
	}
	if len(cms) > sealRoom {
		return nil, fmt.Errorf("seal: the signature takes %d bytes, more than the %d reserved", len(cms), sealRoom)
	}
	hex.Encode(out[p.Gap[0]+1:], cms)
	return out, nil
}

func digestAround(data []byte, gap [2]int) []byte {
	h := sha256.New()
	h.Write(data[:gap[0]])
	h.Write(data[gap[1]:])
	return h.Sum(nil)
}

// Verdict is what a seal says.
type Verdict struct {
	Sealer      string // the certificate's organisation
	Fingerprint string // SHA-256 of the certificate, in hex
	At          time.Time
	Digest      string // SHA-256 of the sealed bytes, in hex
}

// What Verify refuses.
var (
	ErrNoSeal  = errors.New("this file carries no Indicum seal")
	ErrChanged = errors.New("this file was changed after it was sealed")
)

var (
	byteRange = regexp.MustCompile(`/ByteRange\[0 (\d{10}) (\d{10}) (\d{10})\]/Contents<`)
	sealTime  = regexp.MustCompile(`/SubFilter/ETSI\.CAdES\.detached/M\(D:(\d{14})[^)]*\)/ByteRange\[`)
)

// Verify checks the seal of an executed copy. The seal must cover every byte of the file but its
// own digits, and those must be exactly what sealing writes; so no byte can change unnoticed, and
// nothing of the file needs to be parsed. It fails with ErrNoSeal or ErrChanged.
func Verify(data []byte) (Verdict, error) {
	all := byteRange.FindAllSubmatchIndex(data, -1)
	if len(all) == 0 {
		if bytes.Contains(data, []byte("Indicum seal")) {
			return Verdict{}, ErrChanged
		}
		return Verdict{}, ErrNoSeal
	}
	m := all[len(all)-1]
	number := func(i int) int { n, _ := strconv.Atoi(string(data[m[2*i]:m[2*i+1]])); return n }
	gap := [2]int{number(1), number(2)}
	if gap[0] != m[1]-1 || gap[1] != gap[0]+2*sealRoom+2 || gap[1]+number(3) != len(data) || data[gap[1]-1] != '>' {
		return Verdict{}, ErrChanged
	}
	digits := data[gap[0]+1 : gap[1]-1]
	cms := make([]byte, sealRoom)
	if _, err := hex.Decode(cms, digits); err != nil || hex.EncodeToString(cms) != string(digits) {
		return Verdict{}, ErrChanged
	}
	n := derLength(cms)
	if n > len(cms) || len(bytes.Trim(cms[n:], "\x00")) > 0 {
		return Verdict{}, ErrChanged
	}
	digest := digestAround(data, gap)
	cert, err := checkCMS(cms[:n], digest)
	if err != nil {
		return Verdict{}, ErrChanged
	}
	v := Verdict{Fingerprint: Fingerprint(cert), Digest: hex.EncodeToString(digest), Sealer: cert.Subject.CommonName}
	if t := sealTime.FindSubmatch(data[max(0, m[0]-200):m[1]]); t != nil {
		v.At, _ = time.Parse("20060102150405", string(t[1]))
	}
	return v, nil
}

// Fingerprint is the SHA-256 of a certificate in hex.
func Fingerprint(cert *x509.Certificate) string {
	s := sha256.Sum256(cert.Raw)
	return hex.EncodeToString(s[:])
}

// derLength returns the length of the DER value at the start of b, including its header.
func derLength(b []byte) int {
	if len(b) < 4 {
		return len(b) + 1
	}
	if b[1] < 0x80 {
		return 2 + int(b[1])
	}
	n, length := int(b[1]&0x7f), 0
	if n > 3 {
		return len(b) + 1
	}
	for _, c := range b[2 : 2+n] {
		length = length<<8 | int(c)
	}
	return 2 + n + length
}
