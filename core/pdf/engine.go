package pdf

import (
	"context"
	"encoding/binary"
	"errors"
	"image"
	"os"
	"path/filepath"
	"sync"
	"time"

	"indicum/core/cuts"
)

// Engine runs PDF work in worker processes: this program started again with WorkerEnv set. A worker
// that takes too long or too much memory is ended, and the file it worked on is refused.
type Engine struct {
	// Light tries composing in a worker without PDFium first. Such a worker starts sooner: for programs
	// that do one task and end.
	Light bool

	cacheDir string
	slots    chan struct{}
	mu       sync.Mutex
	idle     []*worker
	started  map[*worker]bool // that have not been ended
	closed   bool
	stopIdle chan struct{}
}

const (
	taskTime   = 18 * time.Second
	pipeSize   = 1 << 20 // bytes
	startTime  = 2 * time.Minute
	hardMemory = 1200 << 20       // resident bytes at which a worker is ended
	idleTime   = 90 * time.Second // after which all but one worker are let go
)

// ErrTooMuch is wrapped when a file needed more time or memory than it may have.
var ErrTooMuch = errors.New("the file asks for too much")

// NewEngine returns an engine with at most n workers at a time. cacheDir holds compiled code between
// runs; "" keeps none.
func NewEngine(n int, cacheDir string) *Engine {
	if cacheDir != "" {
		if abs, err := filepath.Abs(cacheDir); err == nil {
			cacheDir = abs
		}
		os.MkdirAll(cacheDir, 0o700)
	}
	e := &Engine{cacheDir: cacheDir, slots: make(chan struct{}, n), started: map[*worker]bool{}, stopIdle: make(chan struct{})}
	go e.trim()
	return e
}

// Warm starts one worker, so that the first page does not wait for it.
func (e *Engine) Warm() error {
	w, err := e.take(context.Background())
	if err != nil {
		return err
	}
	e.give(w)
	return nil
}

// Close ends all workers, also those at work or only starting, and waits until they are gone.
func (e *Engine) Close() {
	e.mu.Lock()
	defer e.mu.Unlock()
	if e.closed {
		return
	}
	e.closed = true
	close(e.stopIdle)
	for w := range e.started {
		w.cmd.Process.Kill()
		<-w.gone
	}
	e.idle = nil
}

// start starts a worker that Close will end.
func (e *Engine) start(cacheDir string) (*worker, error) {
	e.mu.Lock()
	defer e.mu.Unlock()
	if e.closed {
		return nil, errors.New("start pdf worker: the engine was closed")
	}
	w, err := startWorker(cacheDir)
	if err != nil {
		return nil, err
	}
	e.started[w] = true
	go func() {
		w.cmd.Wait()
		close(w.gone)
		e.mu.Lock()
		delete(e.started, w)
		e.mu.Unlock()
	}()
	return w, nil
}

// Intake checks an incoming file and makes its clean copy. A refusal wraps ErrRefused and reads as
// a sentence for the person who brought the file.
func (e *Engine) Intake(ctx context.Context, data []byte) (Intake, error) {
	if len(data) > MaxBytes {
		return Intake{}, refuse("This file has %.0f MB; Indicum takes files up to %d MB.", float64(len(data))/(1<<20), MaxBytes>>20)
	}
	resp, err := e.run(ctx, request{Intake: true, data: [][]byte{data}})
	resp.Intake.Clean = resp.file()
	return resp.Intake, err
}

// Render draws one page of a document (page from 0, turn clockwise in degrees) as a PNG of the given
// width in pixels. key identifies the document's bytes, which load fetches when the worker lacks them.
func (e *Engine) Render(ctx context.Context, key string, page, turn, width int, load func() ([]byte, error)) ([]byte, error) {
	resp, err := e.keyed(ctx, request{Render: &renderTask{Key: key, Page: page, Turn: turn, Width: width}}, load)
	return resp.file(), err
}

// grey draws one page as grey dots.
func (e *Engine) grey(ctx context.Context, key string, page, width int, data []byte) (*image.Gray, error) {
	resp, err := e.keyed(ctx, request{Render: &renderTask{Key: key, Page: page, Width: width, Plain: true}}, func() ([]byte, error) { return data, nil })
	if err != nil {
		return nil, err
	}
	dots := resp.file()
	if len(dots) < 4 {
		return nil, errors.New("draw a page: there is no picture")
	}
	w := int(binary.BigEndian.Uint32(dots))
	dots = dots[4:]
	if w < 1 || len(dots)%w != 0 {
		return nil, errors.New("draw a page: the picture is cut off")
	}
	return &image.Gray{Pix: dots, Stride: w, Rect: image.Rect(0, 0, w, len(dots)/w)}, nil
}

// keyed runs a task on a document that the worker may still have; its bytes are sent only if not.
func (e *Engine) keyed(ctx context.Context, req request, load func() ([]byte, error)) (response, error) {
	w, err := e.take(ctx)
	if err != nil {
		return response{}, err
	}
	defer e.give(w)
	resp, err := w.do(ctx, req)
	if err == nil && resp.NeedData {
		var data []byte
		if data, err = load(); err == nil {
			req.data = [][]byte{data}
			resp, err = w.do(ctx, req)
		}
	}
	return resp, err
}

const readAtOnce = 100 // pages

// Read returns the text of a document's n pages, as the proposals need it.
func (e *Engine) Read(ctx context.Context, key string, n int, data []byte) ([]cuts.Page, error) {
	var out []cuts.Page
	for from := 0; from < n; from += readAtOnce {
		t := &readTask{key, from, min(n, from+readAtOnce)}
		resp, err := e.keyed(ctx, request{Read: t}, func() ([]byte, error) { return data, nil })
		if err != nil {
			return nil, err
		}
		out = append(out, resp.Text...)
	}
	return out, nil
}

// Compose makes one PDF of pages of several sources, in the order of refs. Bookmarks, links
// and form fields follow their pages. A refusal is a SourceError.
func (e *Engine) Compose(ctx context.Context, sources [][]byte, refs []PageRef) ([]byte, error) {
	out, err := e.ComposeEach(ctx, sources, [][]PageRef{refs})
	if err != nil {
		return nil, err
	}
	return out[0], nil
}

// ComposeEach makes several PDFs of the pages of the same sources, as Compose makes one.
func (e *Engine) ComposeEach(ctx context.Context, sources [][]byte, files [][]PageRef) ([][]byte, error) {
	req := request{data: sources, Compose: files}
	if e.Light {
		w, err := e.start(lightWorker)
		if err == nil {
			err = w.greet(ctx)
		}
		if err != nil {
			return nil, err
		}
		defer w.end()
		if resp, err := w.do(ctx, req); !resp.NeedMore {
			return resp.files, err
		}
	}
	resp, err := e.run(ctx, req)
	return resp.files, err
}

// Execute composes an executed copy, ready to be sealed.
func (e *Engine) Execute(ctx context.Context, p Plan, now time.Time) (Prepared, error) {
	documents := p.Documents
	p.Documents = nil
	resp, err := e.run(ctx, request{Execute: &p, Now: now, data: documents})
	resp.Prepared.Bytes = resp.file()
	return resp.Prepared, err
}

// file is the one file a task made, nil if none.
func (r response) file() []byte {
	if len(r.files) == 0 {
		return nil
	}
	return r.files[0]
}

func (e *Engine) run(ctx context.Context, req request) (response, error) {
	w, err := e.take(ctx)
	if err != nil {
		return response{}, err
	}
	defer e.give(w)
	return w.do(ctx, req)
}

func (e *Engine) take(ctx context.Context) (*worker, error) {
	select {
	case e.slots <- struct{}{}:
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	e.mu.Lock()
	if n := len(e.idle); n > 0 {
		w := e.idle[n-1]
		e.idle = e.idle[:n-1]
		e.mu.Unlock()
		return w, nil
	}
	e.mu.Unlock()
	w, err := e.start(e.cacheDir)
	if err == nil {
		err = w.greet(ctx)
	}
	if err != nil {
		<-e.slots
		return nil, err
	}
	return w, nil
}

func (e *Engine) give(w *worker) {
	e.mu.Lock()
	defer e.mu.Unlock()
	<-e.slots
	if w.dead || e.closed || w.resident() > workerMemory/2 {
		w.end()
		return
	}
	w.since = time.Now()
	e.idle = append(e.idle, w)
}

// trim lets go of workers that have been idle for long, keeping one warm.
func (e *Engine) trim() {
	t := time.NewTicker(idleTime / 3)
	defer t.Stop()
	for {
		select {
		case <-e.stopIdle:
			return
		case <-t.C:
		}
		e.mu.Lock()
		for len(e.idle) > 1 && time.Since(e.idle[0].since) > idleTime {
			e.idle[0].end()
			e.idle = e.idle[1:]
		}
		e.mu.Unlock()
	}
}
