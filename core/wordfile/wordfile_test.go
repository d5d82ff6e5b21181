package wordfile

import (
	"bytes"
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

const letter = `{\rtf1\ansi{\fonttbl\f0 Times;}\f0\fs24 Dear Ms Bekele,\par the survey is enclosed.\par\page Second page\par}`

// The set-up of the tests installs LibreOffice; without it this fails rather than passes unseen.
func TestConvertsWithLibreOffice(t *testing.T) {
	if !Is("A letter.RTF", []byte(letter)) || Is("a.pdf", []byte("%PDF-1.4")) || Is("a.docx", []byte("%PDF-1.4")) || Is("a.zip", []byte("PK\x03\x04")) {
		t.Fatal("kinds are told apart wrongly")
	}
	out, err := Convert(context.Background(), "", "A letter; rm -rf.rtf", []byte(letter))
	if err != nil || !bytes.HasPrefix(out, []byte("%PDF-")) {
		t.Fatalf("%.40q %v", out, err)
	}
	if _, err := Convert(context.Background(), "", "b.docx", []byte("PK\x03\x04 this is no zip")); !errors.Is(err, ErrUnreadable) {
		t.Errorf("a damaged file: %v", err)
	}
	left, _ := filepath.Glob(filepath.Join(os.TempDir(), "indicum-word-*"))
	if len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

func TestWithoutConverter(t *testing.T) {
	t.Setenv("PATH", t.TempDir())
	if _, err := Convert(context.Background(), "", "a.rtf", []byte(letter)); !errors.Is(err, ErrNoConverter) {
		t.Errorf("without LibreOffice: %v", err)
	}
}

// A converter that hangs is ended with all it started.
func TestEndsWhatHangs(t *testing.T) {
	dir := t.TempDir()
	program := filepath.Join(dir, "slow")
	os.WriteFile(program, []byte("#!/bin/sh\nsleep 300 &\nsleep 300\n"), 0o700)
	ctx, cancel := context.WithTimeout(context.Background(), 300*time.Millisecond)
	defer cancel()
	if _, err := Convert(ctx, program, "a.rtf", []byte(letter)); !errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("%v", err)
	}
	time.Sleep(50 * time.Millisecond)
	stats, _ := filepath.Glob("/proc/[0-9]*/cmdline")
	for _, s := range stats {
		if b, _ := os.ReadFile(s); strings.Contains(string(b), "sleep\x00300") {
			t.Error("what it started still runs")
		}
	}
}
