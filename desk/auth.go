package desk

import (
	"context"
	"crypto/rand"
	"crypto/rsa"
	"crypto/sha256"
	"crypto/subtle"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/base64"
	"encoding/hex"
	"encoding/pem"
	"errors"
	"fmt"
	"math/big"
	"strings"
	"time"

	"golang.org/x/crypto/argon2"

	"indicum/core/deal"
	"indicum/store"
)

// Argon2id parameters (RFC 9106): 19 MiB, two passes, one lane, after the OWASP password storage
// guidance as remembered. hashing limits how many run at a time, and so the memory they take.
const (
	argonTime, argonMemory, argonLanes = 2, 19 * 1024, 1
	sessionLife                        = 14 * 24 * time.Hour
)

var hashing = make(chan struct{}, 4)

func hashPassword(password string, salt []byte) string {
	hashing <- struct{}{}
	defer func() { <-hashing }()
	sum := argon2.IDKey([]byte(password), salt, argonTime, argonMemory, argonLanes, 32)
	enc := base64.RawStdEncoding
	return fmt.Sprintf("$argon2id$v=19$m=%d,t=%d,p=%d$%s$%s", argonMemory, argonTime, argonLanes, enc.EncodeToString(salt), enc.EncodeToString(sum))
}

func passwordFits(stored, password string) bool {
	parts := strings.Split(stored, "$")
	if len(parts) != 6 {
		return false
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	if err != nil {
		return false
	}
	return subtle.ConstantTimeCompare([]byte(hashPassword(password, salt)), []byte(stored)) == 1
}

// ErrThrottled is returned after too many wrong guesses.
var ErrThrottled = Problem{"Too many attempts. Please wait ten minutes and try again."}

const throttleWindow = 10 * time.Minute

func subject(kind, value string) string {
	s := sha256.Sum256([]byte(kind + "\x00" + strings.ToLower(value)))
	return hex.EncodeToString(s[:])
}

// throttled reports whether a subject has failed too often lately.
func (d *Desk) throttled(ctx context.Context, kind, value string, most int) bool {
	var n int
	d.Store.Read(ctx).Raw("SELECT tally FROM attempt WHERE subject = ? AND since > ?", subject(kind, value), store.Now().Add(-throttleWindow)).Scan(&n)
	return n >= most
}

// failed counts a wrong guess.
func (d *Desk) failed(ctx context.Context, kind, value string) {
	now := store.Now()
	err := d.Store.Read(ctx).Exec("INSERT INTO attempt (subject, tally, since) VALUES (?, 1, ?) ON DUPLICATE KEY UPDATE tally = IF(since > ?, tally + 1, 1), since = IF(since > ?, since, VALUES(since))",
		subject(kind, value), now, now.Add(-throttleWindow), now.Add(-throttleWindow)).Error
	if err != nil {
		d.Log.Warn("count an attempt", "error", err)
	}
}

// LogIn checks a member's password and returns the token of a new session.
func (d *Desk) LogIn(ctx context.Context, email, password, from string) (string, error) {
	email = strings.ToLower(strings.TrimSpace(email))
	if d.throttled(ctx, "login", email, 8) || d.throttled(ctx, "login from", from, 40) {
		return "", ErrThrottled
	}
	m, err := store.One[store.Member](d.Store.Read(ctx), "email = ?", email)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return "", err
	}
	known := m.PasswordHash
	if err != nil {
		known = "$$$$AAAAAAAAAAAAAAAAAAAAAA$" // an unknown address takes as long as a known one
	}
	if !passwordFits(known, password) {
		d.failed(ctx, "login", email)
		d.failed(ctx, "login from", from)
		return "", problem("The e-mail address and the password don’t go together.")
	}
	token, hash := newToken()
	now := store.Now()
	return token, d.Store.Read(ctx).Create(&store.Session{TokenHash: hash, MemberID: m.ID, CreatedAt: now, ExpiresAt: now.Add(sessionLife)}).Error
}

// LogOut ends a session.
func (d *Desk) LogOut(ctx context.Context, token string) error {
	return d.Store.Read(ctx).Where("token_hash = ?", hashToken(token)).Delete(&store.Session{}).Error
}

// Member returns who a session belongs to; ErrNotFound when it has ended.
func (d *Desk) Member(ctx context.Context, token string) (store.Member, store.Office, error) {
	var o store.Office
	s, err := store.One[store.Session](d.Store.Read(ctx), "token_hash = ? AND expires_at > ?", hashToken(token), store.Now())
	if err != nil {
		return store.Member{}, o, err
	}
	m, err := store.One[store.Member](d.Store.Read(ctx), "id = ?", s.MemberID)
	if err != nil {
		return m, o, err
	}
	o, err = store.One[store.Office](d.Store.Read(ctx), "id = ?", m.OfficeID)
	return m, o, err
}

// NewOffice sets an office up: its first member and the certificate it seals with. The key is made
// here and kept encrypted. Without a password one is made and returned.
func (d *Desk) NewOffice(ctx context.Context, name, zone, memberName, email, password string) (store.Office, string, error) {
	email = strings.ToLower(strings.TrimSpace(email))
	if strings.TrimSpace(name) == "" || strings.TrimSpace(memberName) == "" {
		return store.Office{}, "", problem("An office and its first member need a name.")
	}
	if trouble := deal.CheckEmail(email); trouble != "" {
		return store.Office{}, "", problem("%s %s.", memberName, trouble)
	}
	if _, err := time.LoadLocation(zone); err != nil {
		return store.Office{}, "", problem("There is no time zone “%s”.", zone)
	}
	if password == "" {
		password = rand.Text()
	}
	cert, key, err := d.newCertificate(name)
	if err != nil {
		return store.Office{}, "", err
	}
	o := store.Office{Name: name, Zone: zone, Cert: cert, KeyBox: key, CreatedAt: store.Now()}
	err = d.write(ctx, func(t store.Tx) error {
		o.ID = 0
		if err := t.Create(&o).Error; err != nil {
			return err
		}
		return addMember(t, o.ID, memberName, email, "agent", password)
	})
	if store.Duplicate(err) {
		return o, "", problem("Somebody with the address %s is a member already.", email)
	}
	return o, password, err
}

// AddMember lets another person of an office log in.
func (d *Desk) AddMember(ctx context.Context, office int64, name, email, role, password string) error {
	return d.write(ctx, func(t store.Tx) error { return addMember(t, office, name, email, role, password) })
}

func addMember(t store.Tx, office int64, name, email, role, password string) error {
	salt := make([]byte, 16)
	rand.Read(salt)
	return t.Create(&store.Member{OfficeID: office, Email: email, Name: name, Role: role, PasswordHash: hashPassword(password, salt), CreatedAt: store.Now()}).Error
}

func (d *Desk) newCertificate(name string) (string, []byte, error) {
	key, err := rsa.GenerateKey(rand.Reader, 3072)
	if err != nil {
		return "", nil, fmt.Errorf("make a key: %w", err)
	}
	serial, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	if err != nil {
		return "", nil, fmt.Errorf("make a certificate: %w", err)
	}
	tmpl := &x509.Certificate{
		SerialNumber: serial, Subject: pkix.Name{CommonName: name, Organization: []string{name}},
		NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().AddDate(10, 0, 0),
		KeyUsage: x509.KeyUsageDigitalSignature | x509.KeyUsageContentCommitment,
	}
	der, err := x509.CreateCertificate(rand.Reader, tmpl, tmpl, key.Public(), key)
	if err != nil {
		return "", nil, fmt.Errorf("make a certificate: %w", err)
	}
	pkcs8, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		return "", nil, fmt.Errorf("make a key: %w", err)
	}
	return string(pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der})), d.seal("office key", pkcs8), nil
}

// sealingKey opens an office's certificate and key.
func (d *Desk) sealingKey(o store.Office) (*x509.Certificate, *rsa.PrivateKey, error) {
	b, _ := pem.Decode([]byte(o.Cert))
	if b == nil {
		return nil, nil, errors.New("the office has no certificate")
	}
	cert, err := x509.ParseCertificate(b.Bytes)
	if err != nil {
		return nil, nil, fmt.Errorf("read certificate: %w", err)
	}
	der, err := d.unseal("office key", o.KeyBox)
	if err != nil {
		return nil, nil, fmt.Errorf("open the office’s key: %w", err)
	}
	k, err := x509.ParsePKCS8PrivateKey(der)
	if err != nil {
		return nil, nil, fmt.Errorf("read key: %w", err)
	}
	key, ok := k.(*rsa.PrivateKey)
	if !ok {
		return nil, nil, errors.New("the office’s key is not RSA")
	}
	return cert, key, nil
}

// sweepOld removes sessions, attempts and pulses that no longer matter.
func sweepOld(t store.Tx) error {
	now := store.Now()
	return errors.Join(
		t.Exec("DELETE FROM session WHERE expires_at < ? LIMIT 500", now).Error,
		t.Exec("DELETE FROM attempt WHERE since < ? LIMIT 500", now.Add(-24*time.Hour)).Error,
		t.Exec("DELETE FROM pulse WHERE at < ? LIMIT 5000", now.Add(-time.Hour)).Error,
	)
}

// KnownSeal reports whether a certificate, named by its fingerprint, is one of an office here.
func (d *Desk) KnownSeal(ctx context.Context, fingerprint string) bool {
	offices, err := store.All[store.Office](d.Store.Read(ctx), "id", "1 = 1")
	for _, o := range offices {
		if b, _ := pem.Decode([]byte(o.Cert)); b != nil {
			if sum := sha256.Sum256(b.Bytes); hex.EncodeToString(sum[:]) == fingerprint {
				return err == nil
			}
		}
	}
	return false
}
