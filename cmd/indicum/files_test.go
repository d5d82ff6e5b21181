package main

import (
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"indicum/demo"
)

// indicum runs the real program and returns its output and exit code.
func indicum(t *testing.T, args ...string) (string, string, int) {
	t.Helper()
	cmd := exec.Command(os.Args[0], args...)
	cmd.Env = append(os.Environ(), "INDICUM_TEST_RUN=1")
	var out, errs strings.Builder
	cmd.Stdout, cmd.Stderr = &out, &errs
	err := cmd.Run()
	if _, failed := err.(*exec.ExitError); err != nil && !failed {
		t.Fatal(err)
	}
	return out.String(), errs.String(), cmd.ProcessState.ExitCode()
}

func TestCommandLine(t *testing.T) {
	dir := t.TempDir()
	at := func(name string) string { return filepath.Join(dir, name) }
	os.WriteFile(at("a.pdf"), demo.PurchaseAgreement(), 0o600)
	os.WriteFile(at("b.pdf"), demo.Addendum("Well test", "Buyer 1"), 0o600)
	os.WriteFile(at("no.pdf"), []byte("hello"), 0o600)

	out, _, code := indicum(t, "intake", at("b.pdf"))
	var in struct {
		Pages []struct{ Width, Height float64 }
		Notes []string
	}
	if err := json.Unmarshal([]byte(out), &in); err != nil || code != 0 || len(in.Pages) != 1 || in.Pages[0].Width != 612 || in.Notes == nil {
		t.Errorf("intake: %d %s %v", code, out, err)
	}
	if _, errs, code := indicum(t, "intake", at("no.pdf")); code != 1 || strings.Count(strings.TrimSpace(errs), "\n") != 0 || !strings.Contains(errs, "not a PDF") {
		t.Errorf("intake of no PDF: %d %q", code, errs)
	}
	if _, errs, code := indicum(t, "merge", "-o", at("m.pdf"), at("a.pdf")+":2-3,1", at("b.pdf")+":1@90"); code != 0 {
		t.Fatalf("merge: %d %s", code, errs)
	}
	info, err := exec.Command("pdfinfo", "-f", "1", "-l", "9", at("m.pdf")).Output()
	if err != nil || !strings.Contains(string(info), "Pages:           4") || !strings.Contains(string(info), "Page    4 rot:   90") {
		t.Errorf("merged: %v %s", err, info)
	}
	if _, errs, code := indicum(t, "merge", "-o", at("turned.pdf"), at("b.pdf")+"@270"); code != 0 {
		t.Errorf("merge of a whole file, turned: %d %s", code, errs)
	} else if info, _ := exec.Command("pdfinfo", at("turned.pdf")).Output(); !strings.Contains(string(info), "rot:        270") {
		t.Errorf("turned: %s", info)
	}
	if _, errs, code := indicum(t, "merge", "-o", at("bad.pdf"), at("a.pdf"), at("no.pdf")); code != 1 || !strings.Contains(errs, "no.pdf: This file can’t be read") {
		t.Errorf("merge with no PDF: %d %q", code, errs)
	}
	if _, _, code := indicum(t, "merge", "-o", at("bad.pdf"), at("a.pdf")+":2-99"); code != 1 {
		t.Error("a bad range was merged")
	}
	if _, err := os.Stat(at("bad.pdf")); err == nil {
		t.Error("a refused merge left a file")
	}
	if _, errs, code := indicum(t, "split", "-o", at("parts"), at("m.pdf"), "1-3=Agreement", "4=Well test"); code != 0 {
		t.Fatalf("split: %d %s", code, errs)
	}
	text, err := exec.Command("pdftotext", at("parts/Well test.pdf"), "-").Output()
	if err != nil || !strings.Contains(string(text), "Well test") || strings.Contains(string(text), "Purchase") {
		t.Errorf("split part: %v %.60s", err, text)
	}
	if _, _, code := indicum(t, "split", "-o", at("none"), at("m.pdf"), "1=A", "9=B"); code != 1 {
		t.Error("a bad range was split")
	}
	if _, err := os.Stat(at("none")); err == nil {
		t.Error("a refused split left a folder")
	}
	if out, _, code := indicum(t, "verify", at("a.pdf")); code != 1 || !strings.Contains(out, "no Indicum seal") {
		t.Errorf("verify: %d %s", code, out)
	}
	if out, _, code := indicum(t, "help"); code != 0 || !strings.Contains(out, "INDICUM_DATABASE") || !strings.Contains(out, "verify FILE.pdf") {
		t.Errorf("help: %d", code)
	}
}
