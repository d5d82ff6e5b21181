package pdf

import (
	"errors"
	"fmt"
	"io"
	"os"
	"runtime/debug"
	"time"

	"github.com/landlock-lsm/go-landlock/landlock"

	"indicum/core/cuts"
	"indicum/core/spot"
)

// errNeedDocument asks the caller to send the document again with its bytes.
var errNeedDocument = errors.New("the worker no longer has this document")

// request is one task for a worker; exactly one of the pointers is set.
type request struct {
	data    [][]byte // the files it is about
	Intake  bool
	Render  *renderTask
	Read    *readTask
	Look    *lookTask
	Compose [][]PageRef // for each file to make
	Execute *Plan
	Now     time.Time
}

// response is what a worker answers. Refused is a sentence for a person, Failed is for the log.
type response struct {
	Refused  string
	At       int // the source that was refused
	Failed   string
	NeedMore bool // this worker has no PDFium, and the task needs it
	NeedData bool
	Stale    bool // the worker should not be used again
	Intake   Intake
	files    [][]byte // what was made
	Prepared Prepared
	Text     []cuts.Page
	Seen     []spot.Page
}

// workerMemory is the memory in bytes at which a worker's garbage collector works hard; the engine
// ends a worker that grows far beyond it.
const workerMemory = 700 << 20

// WorkerEnv marks a process as a worker; its value is the folder of the compilation cache, or lightWorker.
const WorkerEnv = "INDICUM_PDF_WORKER"

// lightWorker makes a worker without PDFium: it starts in a tenth of the time.
const lightWorker = "light"

// errNeedPDFium ends a task that a light worker can't do.
var errNeedPDFium = errors.New("this task needs PDFium")

// RunIfWorker turns the process into a worker when it was started as one; it then does not return.
// Call it first in main and in TestMain.
func RunIfWorker() {
	dir, ok := os.LookupEnv(WorkerEnv)
	if !ok {
		return
	}
	debug.SetMemoryLimit(workerMemory)
	debug.SetGCPercent(50)
	e := &renderer{cacheDir: dir, light: dir == lightWorker}
	if err := e.start(); err != nil && !e.light {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(3)
	}
	if e.light {
		debug.SetGCPercent(-1) // it does one task and ends; near the limit above it collects all the same
	}
	// From here on nothing can be opened: no file, no connection. On kernels without Landlock the
	// WebAssembly sandbox, the memory cap and the deadline still hold.
	_ = landlock.V5.BestEffort().Restrict()
	if err := serve(e, os.Stdin, os.Stdout); !errors.Is(err, io.EOF) {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(3)
	}
	os.Exit(0)
}

// serve answers requests until its input ends (io.EOF) or fails.
func serve(e *renderer, in io.Reader, out io.Writer) error {
	c := newWire(in, out)
	if err := c.send(response{}, nil); err != nil { // ready
		return err
	}
	for {
		var req request
		data, err := c.receive(&req)
		if err != nil {
			return err
		}
		req.data = data
		resp := e.do(req)
		if err := c.send(resp, resp.files); err != nil {
			return err
		}
	}
}

func (e *renderer) do(req request) (resp response) {
	defer func() {
		if p := recover(); p != nil {
			resp = response{Failed: fmt.Sprintf("panic: %v", p), Stale: true}
		}
	}()
	var err error
	var first []byte
	if len(req.data) > 0 {
		first = req.data[0]
	}
	one := func(b []byte) {
		resp.files = [][]byte{b}
	}
	switch {
	case req.Intake:
		resp.Intake, err = e.intake(first)
		one(resp.Intake.Clean)
		resp.Intake.Clean = nil
	case req.Render != nil:
		var png []byte
		png, err = e.png(*req.Render, first)
		one(png)
	case req.Read != nil:
		resp.Text, err = e.read(*req.Read, first)
	case req.Look != nil:
		resp.Seen, err = e.look(*req.Look, first)
	case req.Execute != nil:
		req.Execute.Documents = req.data
		resp.Prepared, err = e.execute(*req.Execute, req.Now)
		one(resp.Prepared.Bytes)
		resp.Prepared.Bytes = nil
	default:
		resp.files, err = e.compose(req.data, req.Compose)
	}
	var at SourceError
	errors.As(err, &at)
	switch {
	case errors.Is(err, errNeedDocument):
		return response{NeedData: true}
	case errors.Is(err, errNeedPDFium):
		return response{NeedMore: true}
	case errors.Is(err, ErrRefused):
		return response{Refused: err.Error(), At: at.Source, Stale: e.fresh() != nil}
	case err != nil:
		return response{Failed: err.Error(), Stale: e.fresh() != nil}
	}
	return resp
}
