// Package wordfile makes PDFs of word-processor files by running LibreOffice, where the machine has it:
// as a process of its own with an empty home, without network, with bounded time and memory.
package wordfile

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"time"
)

// Kinds are the endings of the files that can be converted.
var Kinds = []string{".docx", ".doc", ".odt", ".rtf"}

// Refusal is a sentence for the person who brought the file.
type Refusal string

func (r Refusal) Error() string { return string(r) }

// What Convert refuses.
const (
	ErrNoConverter = Refusal("This is a word-processor file, and no program that could open it is installed here. Please save it as a PDF and bring that.")
	ErrTooMuch     = Refusal("This word-processor file needs more time or memory to convert than a document should. Please save it as a PDF and bring that.")
	ErrUnreadable  = Refusal("This word-processor file can’t be opened: it is damaged or locked. Please save it as a PDF and bring that.")
)

// Limits on one conversion.
const (
	Time   = 60 * time.Second
	memory = 3 << 20   // KiB of address space; LibreOffice maps far more than it uses
	output = 200 << 10 // KiB a file may grow to
)

var turn = make(chan struct{}, 1) // one conversion at a time

// Is reports whether data looks like a word-processor file; the name's ending tells the kinds apart that
// share a container.
func Is(name string, data []byte) bool {
	ending := strings.ToLower(filepath.Ext(name))
	known := false
	for _, k := range Kinds {
		known = known || k == ending
	}
	for _, magic := range []string{"PK\x03\x04", "\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1", `{\rtf`} { // ZIP, compound file, RTF
		if known && bytes.HasPrefix(data, []byte(magic)) {
			return true
		}
	}
	return false
}

// Convert returns the file as a PDF. program is LibreOffice's; "" looks for it.
func Convert(ctx context.Context, program, name string, data []byte) ([]byte, error) {
	if program == "" {
		program = "soffice"
	}
	program, err := exec.LookPath(program)
	if err != nil {
		return nil, ErrNoConverter
	}
	select {
	case turn <- struct{}{}:
		defer func() { <-turn }()
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	dir, err := os.MkdirTemp("", "indicum-word-")
	if err != nil {
		return nil, fmt.Errorf("convert: %w", err)
	}
	defer os.RemoveAll(dir)
	in := filepath.Join(dir, "in"+strings.ToLower(filepath.Ext(name))) // the person's own name stays out of it
	if err := os.WriteFile(in, data, 0o600); err != nil {
		return nil, fmt.Errorf("convert: %w", err)
	}
	err = run(ctx, program, dir, in)
	out, readErr := os.ReadFile(filepath.Join(dir, "in.pdf"))
	switch {
	case ctx.Err() != nil:
		return nil, ctx.Err()
	case errors.Is(err, context.DeadlineExceeded):
		return nil, ErrTooMuch
	case readErr != nil: // it ends with 0 also when it could not open the file
		return nil, ErrUnreadable
	}
	return out, nil
}

func run(ctx context.Context, program, dir, in string) error {
	ctx, cancel := context.WithTimeout(ctx, Time)
	defer cancel()
	script := fmt.Sprintf(`ulimit -v %d; ulimit -f %d; ulimit -c 0; exec "$0" "$@"`, memory, output)
	cmd := exec.Command("/bin/sh", "-c", script, program, "--headless", "--norestore", "--nolockcheck", "--nodefault",
		"-env:UserInstallation=file://"+dir+"/profile", "--convert-to", "pdf", "--outdir", dir, in)
	cmd.Dir = dir
	cmd.Env = []string{"HOME=" + dir, "TMPDIR=" + dir, "PATH=/usr/bin:/bin", "LC_ALL=C.UTF-8", "SAL_USE_VCLPLUGIN=svp"}
	// A document may name pictures on other machines: a network of its own has none. Where the system
	// doesn't allow that, it is run without.
	isolated := &syscall.SysProcAttr{
		Setpgid: true, Pdeathsig: syscall.SIGKILL, Cloneflags: syscall.CLONE_NEWUSER | syscall.CLONE_NEWNET,
		UidMappings: []syscall.SysProcIDMap{{ContainerID: os.Getuid(), HostID: os.Getuid(), Size: 1}},
		GidMappings: []syscall.SysProcIDMap{{ContainerID: os.Getgid(), HostID: os.Getgid(), Size: 1}},
	}
	cmd.SysProcAttr = isolated
	err := cmd.Start()
	if err != nil {
		args := cmd.Args
		cmd = &exec.Cmd{Path: cmd.Path, Args: args, Dir: dir, Env: cmd.Env, SysProcAttr: &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGKILL}}
		err = cmd.Start()
	}
	if err != nil {
		return fmt.Errorf("convert: %w", err)
	}
	done := make(chan error, 1)
	go func() { done <- cmd.Wait() }()
	select {
	case err = <-done:
		return err
	case <-ctx.Done():
		syscall.Kill(-cmd.Process.Pid, syscall.SIGKILL)
		<-done
		return ctx.Err()
	}
}
