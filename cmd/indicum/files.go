package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"

	"indicum/core/cuts"
	"indicum/core/pdf"
	"indicum/core/spot"
	"indicum/desk"
)

func engine() *pdf.Engine {
	dir, err := os.UserCacheDir()
	if err != nil {
		dir = os.TempDir()
	}
	e := pdf.NewEngine(1, filepath.Join(dir, "indicum", "wasm"))
	e.Light = true
	return e
}

func readFile(name string) ([]byte, error) {
	info, err := os.Stat(name)
	if err != nil {
		return nil, err
	}
	if info.IsDir() {
		return nil, fmt.Errorf("%s is a folder", name)
	}
	return os.ReadFile(name)
}

// readText checks a file and reads what is printed on its pages.
func readText(ctx context.Context, args []string) (pdf.Intake, []cuts.Page, error) {
	if len(args) != 1 {
		return pdf.Intake{}, nil, errors.New("this takes one file")
	}
	data, err := readFile(args[0])
	if err != nil {
		return pdf.Intake{}, nil, err
	}
	e := engine()
	defer e.Close()
	in, err := e.Intake(ctx, data)
	if err != nil {
		return in, nil, err
	}
	read, err := e.Read(ctx, args[0], len(in.Pages), in.Clean)
	if err != nil {
		return in, nil, err
	}
	return in, read, e.ReadScans(ctx, args[0], in.Clean, read, nil)
}

func intake(ctx context.Context, args []string) error {
	in, read, err := readText(ctx, args)
	if err != nil {
		return err
	}
	for i := range read {
		in.Pages[i].Turn = read[i].Turn
	}
	if in.Notes == nil {
		in.Notes = []string{}
	}
	return json.NewEncoder(os.Stdout).Encode(in)
}

// proposals prints where a file seems to fall into several documents, and their names.
func proposals(ctx context.Context, args []string) error {
	_, read, err := readText(ctx, args)
	if err != nil {
		return err
	}
	return json.NewEncoder(os.Stdout).Encode(cuts.Propose(read))
}

// lines prints the places on which a file's pages are signed, initialed, dated and filled in.
func lines(ctx context.Context, args []string) error {
	if len(args) != 1 {
		return errors.New("this takes one file")
	}
	data, err := readFile(args[0])
	if err != nil {
		return err
	}
	e := engine()
	defer e.Close()
	in, err := e.Intake(ctx, data)
	if err != nil {
		return err
	}
	pages, err := e.Look(ctx, args[0], len(in.Pages), in.Clean, nil)
	if err != nil {
		return err
	}
	found := spot.Find(pages)
	if found == nil {
		found = []spot.Spot{}
	}
	return json.NewEncoder(os.Stdout).Encode(found)
}

// pageSpec reads “2-5,7@90”; "" means all pages.
func pageSpec(spec string) ([]pdf.PageRef, error) {
	turn := 0
	if at := strings.LastIndex(spec, "@"); at >= 0 {
		t, err := strconv.Atoi(spec[at+1:])
		if err != nil || t%90 != 0 || t < 0 || t > 270 {
			return nil, fmt.Errorf("a turn is 0, 90, 180 or 270, not %q", spec[at+1:])
		}
		turn, spec = t, spec[:at]
	}
	if spec == "" {
		return []pdf.PageRef{{Page: pdf.AllPages, Turn: turn}}, nil
	}
	var out []pdf.PageRef
	for _, part := range strings.Split(spec, ",") {
		from, to, ranged := strings.Cut(strings.TrimSpace(part), "-")
		if !ranged {
			to = from
		}
		a, err1 := strconv.Atoi(strings.TrimSpace(from))
		b, err2 := strconv.Atoi(strings.TrimSpace(to))
		if err1 != nil || err2 != nil || a < 1 || b < a {
			return nil, fmt.Errorf("%q is not a range of pages like 2-5", part)
		}
		if b > pdf.MaxPages {
			return nil, fmt.Errorf("there is no page %d: a file has up to %d", b, pdf.MaxPages)
		}
		for p := a; p <= b; p++ {
			out = append(out, pdf.PageRef{Page: p - 1, Turn: turn})
		}
	}
	return out, nil
}

// fileSpec takes “C.pdf:3-5@90” or “C.pdf@90” apart. A file whose whole name is given is meant by it.
func fileSpec(arg string) (name, spec string) {
	if _, err := os.Stat(arg); err == nil {
		return arg, ""
	}
	if i := strings.LastIndexByte(arg, ':'); i > 0 {
		return arg[:i], arg[i+1:]
	}
	if i := strings.LastIndexByte(arg, '@'); i > 0 {
		return arg[:i], arg[i:]
	}
	return arg, ""
}

// named puts the file's name before what is wrong with it.
func named(err error, names []string) error {
	var at pdf.SourceError
	if errors.As(err, &at) && at.Source < len(names) {
		return fmt.Errorf("%s: %s", names[at.Source], at.Err) // not wrapped: the sentence alone would lose the name
	}
	return err
}

// readWhole reads a file that is going to be merged or split.
func readWhole(name string) ([]byte, error) {
	data, err := readFile(name)
	if err == nil && len(data) > pdf.MaxBytes {
		err = fmt.Errorf("%s: this file has %d MB; Indicum takes files up to %d MB", name, len(data)>>20, pdf.MaxBytes>>20)
	}
	return data, err
}

func merge(ctx context.Context, args []string) error {
	fs := flag.NewFlagSet("merge", flag.ContinueOnError)
	out := fs.String("o", "", "file to write")
	if err := fs.Parse(args); err != nil || *out == "" || fs.NArg() == 0 {
		return errors.New("merge takes -o OUT.pdf and at least one file")
	}
	var sources [][]byte
	var names []string
	var refs []pdf.PageRef
	read := map[string]int{}
	for _, arg := range fs.Args() {
		name, spec := fileSpec(arg)
		pages, err := pageSpec(spec)
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		if _, ok := read[name]; !ok {
			data, err := readWhole(name)
			if err != nil {
				return err
			}
			read[name] = len(sources)
			sources, names = append(sources, data), append(names, name)
		}
		for _, p := range pages {
			p.Source = read[name]
			refs = append(refs, p)
		}
	}
	e := engine()
	defer e.Close()
	data, err := e.Compose(ctx, sources, refs)
	if err != nil {
		return named(err, names)
	}
	return writeFile(*out, data)
}

// writeFile replaces a file whole or leaves it as it was.
func writeFile(name string, data []byte) error {
	tmp, err := os.CreateTemp(filepath.Dir(name), ".indicum-*")
	if err != nil {
		return err
	}
	defer os.Remove(tmp.Name())
	if _, err := tmp.Write(data); err != nil {
		return err
	}
	if err := errors.Join(tmp.Chmod(0o644), tmp.Close()); err != nil {
		return err
	}
	return os.Rename(tmp.Name(), name)
}

func split(ctx context.Context, args []string) error {
	fs := flag.NewFlagSet("split", flag.ContinueOnError)
	dir := fs.String("o", "", "folder to write to")
	if err := fs.Parse(args); err != nil || *dir == "" || fs.NArg() < 2 {
		return errors.New("split takes -o DIR, a file, and at least one range=name")
	}
	data, err := readWhole(fs.Arg(0))
	if err != nil {
		return err
	}
	var parts [][]pdf.PageRef
	var files []string
	for _, arg := range fs.Args()[1:] {
		spec, name, ok := strings.Cut(arg, "=")
		if !ok || strings.TrimSpace(name) == "" || spec == "" {
			return fmt.Errorf("%q is not range=name", arg)
		}
		refs, err := pageSpec(spec)
		if err != nil {
			return err
		}
		file := desk.FileName(name) + ".pdf"
		if slices.Contains(files, file) {
			return fmt.Errorf("two parts would be named %s", file)
		}
		parts, files = append(parts, refs), append(files, file)
	}
	e := engine()
	defer e.Close()
	made, err := e.ComposeEach(ctx, [][]byte{data}, parts)
	if err != nil {
		return named(err, fs.Args()[:1])
	}
	if err := os.MkdirAll(*dir, 0o755); err != nil {
		return err
	}
	for i, f := range files {
		if err := writeFile(filepath.Join(*dir, f), made[i]); err != nil {
			for _, done := range files[:i] {
				os.Remove(filepath.Join(*dir, done))
			}
			return err
		}
	}
	return nil
}

func verify(_ context.Context, args []string) error {
	if len(args) != 1 {
		return errors.New("verify takes one file")
	}
	data, err := readFile(args[0])
	if err != nil {
		return err
	}
	v, err := pdf.Verify(data)
	if err != nil {
		fmt.Printf("%s: %s.\n", filepath.Base(args[0]), err)
		return exitCode(1)
	}
	fmt.Printf("Sealed by %s on %s. Not one byte has changed since.\nCertificate SHA-256 %s\nSealed bytes SHA-256 %s\n", v.Sealer, v.At.Format("2006-01-02 15:04:05 UTC"), v.Fingerprint, v.Digest)
	return nil
}
