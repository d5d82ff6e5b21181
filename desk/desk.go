// Package desk holds the use cases: one thing a person does is one function and one transaction.
// A change of state, its ledger event, the mails and jobs it causes and the pulse for live views
// commit together; a job runner does the rest and survives being killed at any point.
package desk

import (
	"context"
	"crypto/aes"
	"crypto/cipher"
	"crypto/hkdf"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"fmt"
	"log/slog"
	"net/url"
	"strings"
	"time"

	"indicum/core/ledger"
	"indicum/core/packet"
	"indicum/core/pdf"
	"indicum/store"
)

// Settings are what an installation decides.
type Settings struct {
	Public string // address people reach the application at, without a slash at the end
	Relay  string // mail server, host:port
	Secret []byte // at least 32 bytes

	// Converter is the program that opens word-processor files; "" looks for LibreOffice's.
	Converter string
	// DealMailOnly keeps no mail but that for deals: where outgoing mail leaves by another server.
	DealMailOnly bool
}

// Desk does the work of the office.
type Desk struct {
	Store  *store.Store
	Engine *pdf.Engine
	Settings
	Log      *slog.Logger
	Instance string // names this process in the jobs it claims
	wake     chan struct{}
	images   *imageCache
	// Pause is called at points where a kill must do no harm; nil outside of tests.
	Pause func(point string)
}

// New returns a desk.
func New(s *store.Store, e *pdf.Engine, set Settings, log *slog.Logger) (*Desk, error) {
	if len(set.Secret) < 32 {
		return nil, errors.New("the secret must have at least 32 bytes")
	}
	return &Desk{Store: s, Engine: e, Settings: set, Log: log, Instance: rand.Text()[:16], wake: make(chan struct{}, 1), images: newImageCache(48 << 20)}, nil
}

// A Problem is a refusal with a sentence for the person who asked.
type Problem struct{ Sentence string }

func (p Problem) Error() string { return p.Sentence }

func problem(format string, args ...any) error { return Problem{fmt.Sprintf(format, args...)} }

// ErrStale is returned when what was to be changed has changed in the meantime.
var ErrStale = errors.New("this was changed in the meantime")

// Who is somebody acting: a member or a signer, and from where.
type Who struct {
	Name  string
	From  string // network address
	Agent string
}

func (d *Desk) key(purpose string) []byte {
	k, err := hkdf.Key(sha256.New, d.Secret, nil, "indicum "+purpose, 32)
	if err != nil {
		panic(err) // only for lengths beyond the hash's reach
	}
	return k
}

// seal encrypts what must not be read from the database alone (AES-256-GCM).
func (d *Desk) seal(purpose string, plain []byte) []byte {
	g := d.gcm(purpose)
	nonce := make([]byte, g.NonceSize())
	rand.Read(nonce)
	return g.Seal(nonce, nonce, plain, nil)
}

func (d *Desk) unseal(purpose string, box []byte) ([]byte, error) {
	g := d.gcm(purpose)
	if len(box) < g.NonceSize() {
		return nil, errors.New("decrypt: too short")
	}
	plain, err := g.Open(nil, box[:g.NonceSize()], box[g.NonceSize():], nil)
	if err != nil {
		return nil, fmt.Errorf("decrypt: %w (is this the secret it was made with?)", err)
	}
	return plain, nil
}

func (d *Desk) gcm(purpose string) cipher.AEAD {
	b, err := aes.NewCipher(d.key(purpose))
	if err != nil {
		panic(err)
	}
	g, err := cipher.NewGCM(b)
	if err != nil {
		panic(err)
	}
	return g
}

// newToken returns 256 random bits and the hash under which they are kept.
func newToken() (token, hash string) {
	b := make([]byte, 32)
	rand.Read(b)
	token = base64.RawURLEncoding.EncodeToString(b)
	return token, hashToken(token)
}

func hashToken(token string) string { return shaOf([]byte(token)) }

func shaOf(data []byte) string {
	s := sha256.Sum256(data)
	return hex.EncodeToString(s[:])
}

// write runs f in a transaction and wakes the job runner when it commits.
func (d *Desk) write(ctx context.Context, f func(store.Tx) error) error {
	err := d.Store.Write(ctx, f)
	if err == nil {
		select {
		case d.wake <- struct{}{}:
		default:
		}
	}
	return err
}

// pulse tells every instance's live views that a packet moved.
func pulse(t store.Tx, p store.Packet) error {
	return t.Create(&store.Pulse{OfficeID: p.OfficeID, PacketID: p.ID, At: store.Now()}).Error
}

// record appends an event to a packet's ledger. The packet's row must be locked.
func (d *Desk) record(t store.Tx, p *store.Packet, kind string, who Who, facts map[string]string) error {
	e := ledger.Append(ledger.Event{Packet: p.ID, At: store.Now(), Kind: kind, Actor: clip(who.Name, 190), From: clip(who.From, 60), Agent: clip(who.Agent, 290), Facts: facts}, p.LedgerSeq, p.LedgerHead)
	row := store.Event{PacketID: p.ID, Seq: e.Seq, At: e.At, Kind: e.Kind, Actor: e.Actor, FromAddr: e.From, Agent: e.Agent, Facts: e.Facts, Prev: e.Prev, Hash: e.Hash}
	if err := t.Create(&row).Error; err != nil {
		return fmt.Errorf("ledger: %w", err)
	}
	p.LedgerSeq, p.LedgerHead = e.Seq, e.Hash
	p.LedgerStamp = ledger.Stamp(d.key("ledger"), p.ID, e.Seq, e.Hash)
	p.MovedAt = e.At
	return nil
}

func clip(s string, n int) string {
	s = strings.ToValidUTF8(s, "")
	for len(s) > n {
		r := []rune(s)
		s = string(r[:len(r)-1])
	}
	return s
}

// CheckLedger verifies a packet's chain against its events and its stamp.
func (d *Desk) CheckLedger(ctx context.Context, packetID int64) error {
	return d.CheckLedgerIn(d.Store.Read(ctx), packetID)
}

// CheckLedgerIn is CheckLedger within a transaction.
func (d *Desk) CheckLedgerIn(t store.Tx, packetID int64) error {
	p, err := store.One[store.Packet](t, "id = ?", packetID)
	if err != nil {
		return err
	}
	rows, err := store.All[store.Event](t, "seq", "packet_id = ?", packetID)
	if err != nil {
		return err
	}
	events := make([]ledger.Event, len(rows))
	for i, r := range rows {
		events[i] = r.Core()
	}
	head, err := ledger.Check(events)
	if err != nil {
		return err
	}
	if len(events) == 0 && p.LedgerSeq == 0 {
		return nil
	}
	if head != p.LedgerHead || len(events) != p.LedgerSeq || p.LedgerStamp != ledger.Stamp(d.key("ledger"), p.ID, len(events), head) {
		return fmt.Errorf("%w: the end of packet %d’s ledger was changed", ledger.ErrBroken, packetID)
	}
	return nil
}

// CheckLedgers verifies every packet's ledger and returns how many hold and what is wrong.
func (d *Desk) CheckLedgers(ctx context.Context) (good int, bad []error, err error) {
	var ids []int64
	if err := d.Store.Read(ctx).Model(&store.Packet{}).Order("id").Pluck("id", &ids).Error; err != nil {
		return 0, nil, err
	}
	for _, id := range ids {
		switch err := d.CheckLedger(ctx, id); {
		case errors.Is(err, ledger.ErrBroken):
			bad = append(bad, err)
		case err != nil:
			return good, bad, err
		default:
			good++
		}
	}
	return good, bad, nil
}

// lockedPacket reads a packet of an office and locks it until the transaction ends. Every change of
// a packet starts here, so changes of one packet follow one another.
func lockedPacket(t store.Tx, office, id int64) (store.Packet, []store.Signer, error) {
	query, args := "id = ?", []any{id}
	if office != 0 {
		query, args = "id = ? AND office_id = ?", []any{id, office}
	}
	p, err := store.One[store.Packet](t.Lock(), query, args...)
	if err != nil {
		return p, nil, err
	}
	s, err := store.All[store.Signer](t, "turn, id", "packet_id = ?", id)
	return p, s, err
}

// rules returns the packet as the state machine knows it.
func rules(p store.Packet, signers []store.Signer) packet.Packet {
	out := packet.Packet{State: p.State, Sealed: p.ExecutedSha != ""}
	if p.DueAt != nil {
		out.Due = *p.DueAt
	}
	for _, s := range signers {
		out.Signers = append(out.Signers, packet.Signer{ID: s.ID, Turn: s.Turn, Stage: s.Stage, Opened: s.OpenedAt != nil, Consented: s.ConsentedAt != nil, AnyOf: s.AnyOf})
	}
	return out
}

// apply puts an action through the rules and writes the new state and its consequences. The caller
// records the event before and saves the packet after.
func (d *Desk) apply(t store.Tx, p *store.Packet, signers []store.Signer, a packet.Action) error {
	if a.At.IsZero() {
		a.At = store.Now()
	}
	next, follow, err := packet.Apply(rules(*p, signers), a)
	if err != nil {
		return err
	}
	p.State = next.State
	if next.State.Final() && p.EndedAt == nil {
		p.EndedAt = &a.At
	}
	for i, n := range next.Signers {
		s := &signers[i]
		before := *s
		s.Stage = n.Stage
		if n.Stage == packet.Holding && s.AskedAt == nil {
			s.AskedAt = &a.At
		}
		if n.Opened && s.OpenedAt == nil {
			s.OpenedAt = &a.At
		}
		if n.Consented && s.ConsentedAt == nil {
			s.ConsentedAt = &a.At
		}
		if n.Stage == packet.Done && s.DoneAt == nil {
			s.DoneAt = &a.At
		}
		if before.Stage != s.Stage || before.AskedAt != s.AskedAt || before.OpenedAt != s.OpenedAt || before.ConsentedAt != s.ConsentedAt || before.DoneAt != s.DoneAt {
			if err := t.Save(s).Error; err != nil {
				return err
			}
		}
	}
	return d.follow(t, p, signers, a, follow)
}

// settle saves the packet and tells the live views.
func settle(t store.Tx, p store.Packet) error {
	if err := t.Save(&p).Error; err != nil {
		return err
	}
	return pulse(t, p)
}

// address returns the public address of a path.
func (d *Desk) address(path string) string { return d.Public + path }

// mailDomain is the domain that mails come from.
func (d *Desk) mailDomain() string {
	u, err := url.Parse(d.Public)
	if err != nil || u.Hostname() == "" || !strings.Contains(u.Hostname(), ".") || strings.Trim(u.Hostname(), "0123456789.") == "" {
		return "indicum.example"
	}
	return u.Hostname()
}

func (d *Desk) pause(point string) {
	if d.Pause != nil {
		d.Pause(point)
	}
}

func pointer(t time.Time) *time.Time { return &t }
