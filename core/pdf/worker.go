package pdf

import (
	"bufio"
	"encoding/gob"
	"errors"
	"fmt"
	"io"
	"os"
	"runtime/debug"
	"time"

	"github.com/landlock-lsm/go-landlock/landlock"

	"indicum/core/cuts"
)

// errNeedDocument asks the caller to send the document again with its bytes.
var errNeedDocument = errors.New("the worker no longer has this document")

// request is one task for a worker; exactly one of the pointers is set.
type request struct {
	Data    [][]byte
	Intake  bool
	Render  *renderTask
	Read    *readTask
	Compose []PageRef
	Execute *Plan
	Now     time.Time
}

// response is what a worker answers. Refused is a sentence for a person, Failed is for the log.
type response struct {
	Refused  string
	Failed   string
	NeedData bool
	Stale    bool // the worker should not be used again
	Intake   Intake
	Bytes    []byte
	Prepared Prepared
	Text     []cuts.Page
}

// workerMemory is the memory in bytes at which a worker's garbage collector works hard; the engine
// ends a worker that grows far beyond it.
const workerMemory = 700 << 20

// WorkerEnv marks a process as a worker; its value is the folder of the compilation cache.
const WorkerEnv = "INDICUM_PDF_WORKER"

// RunIfWorker turns the process into a worker when it was started as one; it then does not return.
// Call it first in main and in TestMain.
func RunIfWorker() {
	dir, ok := os.LookupEnv(WorkerEnv)
	if !ok {
		return
	}
	debug.SetMemoryLimit(workerMemory)
	debug.SetGCPercent(50)
	e := &renderer{cacheDir: dir}
	if err := e.start(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(3)
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
	w := bufio.NewWriterSize(out, 1<<16)
	dec, enc := gob.NewDecoder(bufio.NewReaderSize(in, 1<<16)), gob.NewEncoder(w)
	if err := errors.Join(enc.Encode(response{}), w.Flush()); err != nil { // ready
		return err
	}
	for {
		var req request
		if err := dec.Decode(&req); err != nil {
			return err
		}
		resp := e.do(req)
		if err := enc.Encode(resp); err != nil {
			return err
		}
		if err := w.Flush(); err != nil {
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
	if len(req.Data) > 0 {
		first = req.Data[0]
	}
	switch {
	case req.Intake:
		resp.Intake, err = e.intake(first)
		resp.Bytes, resp.Intake.Clean = resp.Intake.Clean, nil
	case req.Render != nil:
		resp.Bytes, err = e.png(*req.Render, first)
	case req.Read != nil:
		resp.Text, err = e.read(*req.Read, first)
	case req.Execute != nil:
		resp.Prepared, err = e.execute(*req.Execute, req.Now)
	default:
		resp.Bytes, err = e.compose(req.Data, req.Compose)
	}
	switch {
	case errors.Is(err, errNeedDocument):
		return response{NeedData: true}
	case errors.Is(err, ErrRefused):
		return response{Refused: err.Error(), Stale: e.fresh() != nil}
	case err != nil:
		return response{Failed: err.Error(), Stale: e.fresh() != nil}
	}
	return resp
}
