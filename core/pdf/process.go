package pdf

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"strconv"
	"syscall"
	"time"

	"golang.org/x/sys/unix"
)

// worker is one child process.
type worker struct {
	cmd   *exec.Cmd
	in    io.WriteCloser
	wire  *wire
	log   *bytes.Buffer
	dead  bool
	gone  chan struct{} // closed when the process has ended
	since time.Time
}

func startWorker(cacheDir string) (*worker, error) {
	self, err := os.Executable()
	if err != nil {
		return nil, fmt.Errorf("start pdf worker: %w", err)
	}
	cmd := exec.Command(self)
	cmd.Env = []string{WorkerEnv + "=" + cacheDir} // no secrets, no addresses
	// A group of its own: Ctrl-C at the terminal reaches only the parent, which stops in good order.
	// When the parent dies, the worker reads the end of its input and ends too.
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
	w := &worker{cmd: cmd, log: &bytes.Buffer{}, gone: make(chan struct{})}
	cmd.Stderr = &capped{w.log, 4096}
	if w.in, err = cmd.StdinPipe(); err != nil {
		return nil, fmt.Errorf("start pdf worker: %w", err)
	}
	out, err := cmd.StdoutPipe()
	if err != nil {
		return nil, fmt.Errorf("start pdf worker: %w", err)
	}
	if err := cmd.Start(); err != nil {
		return nil, fmt.Errorf("start pdf worker: %w", err)
	}
	for _, pipe := range []any{w.in, out} {
		roomy(pipe)
	}
	w.wire = newWire(out, w.in)
	return w, nil
}

// roomy makes a pipe hold more than the usual 64 KiB, so that the two processes take fewer turns.
func roomy(pipe any) {
	c, ok := pipe.(syscall.Conn)
	if !ok {
		return
	}
	if raw, err := c.SyscallConn(); err == nil {
		raw.Control(func(fd uintptr) { unix.FcntlInt(fd, unix.F_SETPIPE_SZ, pipeSize) })
	}
}

// greet waits until the worker has compiled PDFium and is ready; the first time on a machine that
// takes seconds, which no file should be blamed for.
func (w *worker) greet(ctx context.Context) error {
	ready := make(chan error, 1)
	go func() {
		_, err := w.wire.receive(&response{})
		ready <- err
	}()
	select {
	case err := <-ready:
		if err != nil {
			w.end()
			return fmt.Errorf("start pdf worker: %w %s", err, w.log.String())
		}
		return nil
	case <-ctx.Done():
		w.end()
		return ctx.Err()
	case <-time.After(startTime):
		w.end()
		return errors.New("start pdf worker: it is not ready after two minutes")
	}
}

type capped struct {
	to   *bytes.Buffer
	left int
}

func (c *capped) Write(p []byte) (int, error) {
	n := min(len(p), c.left)
	c.to.Write(p[:n])
	c.left -= n
	return len(p), nil
}

func (w *worker) end() {
	w.cmd.Process.Kill() // no harm when it has ended already
	w.dead = true
}

// resident returns the worker's resident memory in bytes, 0 when it has ended.
func (w *worker) resident() int {
	b, err := os.ReadFile("/proc/" + strconv.Itoa(w.cmd.Process.Pid) + "/statm")
	if err != nil {
		return 0
	}
	f := bytes.Fields(b)
	if len(f) < 2 {
		return 0
	}
	n, _ := strconv.Atoi(string(f[1]))
	return n * os.Getpagesize()
}

// do sends one task and waits for the answer, within taskTime and hardMemory.
func (w *worker) do(ctx context.Context, req request) (response, error) {
	type answer struct {
		resp response
		err  error
	}
	done := make(chan answer, 1)
	go func() {
		var a answer
		if a.err = w.wire.send(req, req.data); a.err == nil {
			a.resp.files, a.err = w.wire.receive(&a.resp)
		}
		done <- a
	}()
	deadline := time.NewTimer(taskTime)
	defer deadline.Stop()
	look := time.NewTicker(25 * time.Millisecond)
	defer look.Stop()
	for {
		select {
		case a := <-done:
			return w.answer(a.resp, a.err)
		case <-ctx.Done():
			w.end()
			return response{}, ctx.Err()
		case <-deadline.C:
			w.end()
			return response{}, tooMuch("time")
		case <-look.C:
			if w.resident() > hardMemory {
				w.end()
				return response{}, tooMuch("memory")
			}
		}
	}
}

func tooMuch(what string) error {
	return fmt.Errorf("%w: %w", ErrTooMuch, refuse("This file needs more %s to open than a signing document should. Printing it to a new PDF usually helps.", what))
}

func (w *worker) answer(resp response, err error) (response, error) {
	w.dead = w.dead || resp.Stale
	switch {
	case err != nil:
		w.end()
		return resp, fmt.Errorf("pdf worker ended: %w %s", err, w.log.String())
	case resp.Refused != "":
		return resp, SourceError{resp.At, refuse("%s", resp.Refused)}
	case resp.Failed != "":
		return resp, fmt.Errorf("pdf worker: %s", resp.Failed)
	}
	return resp, nil
}
