package desk

import (
	"context"
	"fmt"
	"slices"
	"sync"
	"time"

	"gorm.io/gorm/clause"

	"indicum/store"
)

const (
	claimFor = 12 * time.Second // a claim not renewed for so long is taken over
	runners  = 2
	maxTries = 40
)

// Run does promised work until ctx ends: mails, seals, lapsing. Several instances may run at once;
// each job is claimed by one.
func (d *Desk) Run(ctx context.Context) {
	var wg sync.WaitGroup
	for range runners {
		wg.Go(func() { d.runJobs(ctx, quickJobs, d.wake) })
	}
	wg.Go(func() { d.runJobs(ctx, slowJobs, nil) })
	wg.Go(func() { d.runJobs(ctx, lookJobs, nil) })
	wg.Go(func() { d.sweep(ctx) })
	wg.Wait()
}

// Reading scans takes minutes; no mail should wait for it, and nobody who looks for places.
var (
	quickJobs = []string{"mail", "seal"}
	slowJobs  = []string{"read", "file"}
	lookJobs  = []string{"look"}
)

const slowTime = 40 * time.Minute // for one slow job

func (d *Desk) runJobs(ctx context.Context, kinds []string, wake <-chan struct{}) {
	for ctx.Err() == nil {
		job, err := d.claim(ctx, kinds)
		if err == nil && job.ID != 0 {
			d.work(ctx, job)
			continue
		}
		if err != nil && ctx.Err() == nil {
			d.Log.Error("claim a job", "error", err)
		}
		select {
		case <-ctx.Done():
		case <-wake:
		case <-time.After(700 * time.Millisecond):
		}
	}
}

// claim takes the job of some kinds that is due longest, or none (ID 0).
func (d *Desk) claim(ctx context.Context, kinds []string) (store.Job, error) {
	var job store.Job
	err := d.Store.Write(ctx, func(t store.Tx) error {
		job = store.Job{}
		now := store.Now()
		res := t.Clauses(clause.Locking{Strength: "UPDATE", Options: "SKIP LOCKED"}).
			Where("kind IN ? AND done_at IS NULL AND run_at <= ? AND (claimed_until IS NULL OR claimed_until < ?)", kinds, now, now).Order("run_at, id").Limit(1).Find(&job)
		if res.Error != nil || res.RowsAffected == 0 {
			return res.Error
		}
		job.ClaimedUntil, job.ClaimedBy = pointer(now.Add(claimFor)), d.Instance
		job.Tries++
		return t.Save(&job).Error
	})
	return job, err
}

func (d *Desk) work(ctx context.Context, job store.Job) {
	limit := 2 * time.Minute
	if !slices.Contains(quickJobs, job.Kind) {
		limit = slowTime
	}
	ctx, cancel := context.WithTimeout(ctx, limit)
	defer cancel()
	renewed := make(chan struct{})
	go d.renew(ctx, job, renewed)
	d.pause("job " + job.Kind)
	var err error
	switch job.Kind {
	case "mail":
		err = d.sendLetter(ctx, job)
	case "seal":
		err = d.sealPacket(ctx, job)
	case "read":
		err = d.readScans(ctx, job)
	case "look":
		err = d.lookAt(ctx, job)
	case "file":
		err = d.fileMail(ctx, job)
	default:
		err = fmt.Errorf("there is no work of the kind %q", job.Kind)
	}
	close(renewed)
	d.pause("work done")
	if err == nil {
		err = d.Store.Read(ctx).Model(&store.Job{}).Where("id = ?", job.ID).Updates(map[string]any{"done_at": store.Now(), "payload": []byte{}, "trouble": ""}).Error
		if err == nil {
			return
		}
	}
	d.Log.Error("job failed", "job", job.ID, "kind", job.Kind, "tries", job.Tries, "error", err)
	wait := min(time.Duration(1<<min(job.Tries, 9))*time.Second, 5*time.Minute)
	if job.Tries >= maxTries {
		wait = 24 * time.Hour
	}
	d.Store.Read(context.WithoutCancel(ctx)).Model(&store.Job{}).Where("id = ?", job.ID).
		Updates(map[string]any{"claimed_until": nil, "run_at": store.Now().Add(wait), "trouble": clip(err.Error(), 590)})
}

// renew keeps a claim while its work goes on.
func (d *Desk) renew(ctx context.Context, job store.Job, done chan struct{}) {
	tick := time.NewTicker(claimFor / 3)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-done:
			return
		case <-tick.C:
			d.Store.Read(ctx).Model(&store.Job{}).Where("id = ? AND claimed_by = ?", job.ID, d.Instance).Update("claimed_until", store.Now().Add(claimFor))
		}
	}
}

func (d *Desk) sweep(ctx context.Context) {
	for {
		if err := d.lapse(ctx); err != nil && ctx.Err() == nil {
			d.Log.Error("lapse packets", "error", err)
		}
		if err := d.Store.Write(ctx, sweepOld); err != nil && ctx.Err() == nil {
			d.Log.Error("sweep", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(15 * time.Second):
		}
	}
}
