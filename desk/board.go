package desk

import (
	"context"
	"fmt"
	"slices"
	"time"

	"indicum/core/deal"
	"indicum/core/packet"
	"indicum/store"
)

// Row is a packet on the board.
type Row struct {
	ID       int64
	DealID   int64
	Title    string
	Property string
	Side     string
	State    packet.State
	Round    int
	SenderID int64
	DueAt    *time.Time
	SentAt   *time.Time
	EndedAt  *time.Time
	MovedAt  time.Time
	Sealed   bool
	Signers  []store.Signer `gorm:"-"`
	Done     map[int64]int  `gorm:"-"` // marks so far, by signer who holds
	Total    map[int64]int  `gorm:"-"`
	Last     *store.Event   `gorm:"-"`
}

// Holders are the signers who hold the packet.
func (r Row) Holders() []store.Signer {
	var out []store.Signer
	for _, s := range r.Signers {
		if r.State == packet.Circulating && s.Stage == packet.Holding {
			out = append(out, s)
		}
	}
	return out
}

// Since is when the holder longest in possession was asked.
func (r Row) Since() time.Time {
	since := r.MovedAt
	for _, s := range r.Holders() {
		if s.AskedAt != nil && s.AskedAt.Before(since) {
			since = *s.AskedAt
		}
	}
	return since
}

// Board is the first screen: packets by who must act now.
type Board struct {
	Groups      []Group
	Circulating int
	Yours       int
	Longest     time.Time // zero when nobody holds anything
}

// Group is one part of the board.
type Group struct {
	Key   string
	Rows  []Row
	Total int // rows there are, when Rows shows only the first
}

const groupMost = 60 // rows shown of a group

// Board returns an office's packets as a member sees them.
func (d *Desk) Board(ctx context.Context, m store.Member) (Board, error) {
	t := d.Store.Read(ctx)
	var out Board
	live, err := d.rows(ctx, "p.office_id = ? AND p.state IN ('circulating', 'draft')", m.OfficeID)
	if err != nil {
		return out, err
	}
	ended, err := d.rows(ctx, "p.office_id = ? AND p.state NOT IN ('circulating', 'draft') AND p.moved_at > ?", m.OfficeID, store.Now().AddDate(0, 0, -7))
	if err != nil {
		return out, err
	}
	groups := map[string][]Row{}
	for _, r := range append(live, ended...) {
		key := groupOf(r, m)
		groups[key] = append(groups[key], r)
		if r.State != packet.Circulating {
			continue
		}
		out.Circulating++
		if key == "yours" {
			out.Yours++
		}
		if since := r.Since(); out.Longest.IsZero() || since.Before(out.Longest) {
			out.Longest = since
		}
	}
	for _, key := range []string{"yours", "clients", "other", "drafts", "stopped", "executed"} {
		rows := groups[key]
		if len(rows) == 0 {
			continue
		}
		g := Group{Key: key, Total: len(rows), Rows: rows}
		if key == "clients" || key == "other" || key == "yours" {
			sortRows(g.Rows)
		}
		g.Rows = g.Rows[:min(len(g.Rows), groupMost)]
		out.Groups = append(out.Groups, g)
	}
	var shown []*Row
	for i := range out.Groups {
		for j := range out.Groups[i].Rows {
			shown = append(shown, &out.Groups[i].Rows[j])
		}
	}
	return out, details(t, shown)
}

// sortRows puts what has been held longest first.
func sortRows(rows []Row) {
	slices.SortStableFunc(rows, func(a, b Row) int { return a.Since().Compare(b.Since()) })
}

// groupOf says who must act on a packet.
func groupOf(r Row, m store.Member) string {
	switch r.State {
	case packet.Draft:
		return "drafts"
	case packet.Executed:
		return "executed"
	case packet.Circulating:
	default:
		return "stopped"
	}
	other := 0
	holders := r.Holders()
	for _, s := range holders {
		if s.MemberID == m.ID {
			return "yours"
		}
		if otherSide(r.Side, s.Role) {
			other++
		}
	}
	if other > 0 && other == len(holders) {
		return "other"
	}
	return "clients"
}

func otherSide(side string, role deal.Role) bool {
	switch role {
	case deal.Seller, deal.ListingAgent, deal.Landlord:
		return side == "buyer"
	case deal.Buyer, deal.BuyerAgent, deal.Tenant:
		return side == "seller"
	}
	return false
}

// rows reads packets with their signers, newest movement first.
func (d *Desk) rows(ctx context.Context, where string, args ...any) ([]Row, error) {
	t := d.Store.Read(ctx)
	var rows []Row
	err := t.Raw("SELECT p.id, p.deal_id, p.title, d.property, d.side, p.state, p.round, p.sender_id, p.due_at, p.sent_at, p.ended_at, p.moved_at, p.executed_sha <> '' AS sealed FROM packet p JOIN deal d ON d.id = p.deal_id WHERE "+where+" ORDER BY p.moved_at DESC", args...).Scan(&rows).Error
	if err != nil {
		return nil, fmt.Errorf("read packets: %w", err)
	}
	var signers []store.Signer
	err = t.Raw("SELECT s.id, s.packet_id, s.party_id, s.member_id, s.name, s.email, s.role, s.number, s.ink, s.turn, s.stage, s.asked_at, s.opened_at, s.done_at, s.reason FROM signer s JOIN packet p ON p.id = s.packet_id WHERE s.stage <> 'left' AND "+where+" ORDER BY s.packet_id, s.turn, s.id", args...).Scan(&signers).Error
	if err != nil {
		return nil, fmt.Errorf("read signers: %w", err)
	}
	byPacket := map[int64][]store.Signer{}
	for _, s := range signers {
		byPacket[s.PacketID] = append(byPacket[s.PacketID], s)
	}
	for i := range rows {
		rows[i].Signers = byPacket[rows[i].ID]
	}
	return rows, nil
}

// details adds progress and the last event to the rows that are shown.
func details(t store.Tx, rows []*Row) error {
	if len(rows) == 0 {
		return nil
	}
	ids := make([]int64, len(rows))
	byID := map[int64]*Row{}
	for i, r := range rows {
		ids[i] = r.ID
		byID[r.ID] = r
	}
	done, total, err := progress(t, ids)
	if err != nil {
		return err
	}
	var last []store.Event
	if err := t.Raw("SELECT e.packet_id, e.seq, e.at, e.kind, e.actor FROM event e JOIN packet p ON p.id = e.packet_id AND p.ledger_seq = e.seq WHERE e.packet_id IN ?", ids).Scan(&last).Error; err != nil {
		return err
	}
	for i := range last {
		byID[last[i].PacketID].Last = &last[i]
	}
	for _, r := range rows {
		r.Done, r.Total = done, total
	}
	return nil
}

// progress counts places and marks by signer.
func progress(t store.Tx, packets []int64) (done, total map[int64]int, err error) {
	var counts []struct {
		SignerID    int64
		Total, Done int
	}
	done, total = map[int64]int{}, map[int64]int{}
	err = t.Raw("SELECT f.signer_id, COUNT(*) AS total, COUNT(m.field_id) AS done FROM field f LEFT JOIN mark m ON m.packet_id = f.packet_id AND m.field_id = f.id WHERE f.packet_id IN ? AND f.kind NOT IN ('date', 'name') GROUP BY f.signer_id", packets).Scan(&counts).Error
	for _, c := range counts {
		done[c.SignerID], total[c.SignerID] = c.Done, c.Total
	}
	return done, total, err
}
