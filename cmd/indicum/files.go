package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"

	"indicum/core/cuts"
	"indicum/core/pdf"
	"indicum/desk"
)

func engine() *pdf.Engine {
	dir, err := os.UserCacheDir()
	if err != nil {
		dir = os.TempDir()
	}
	return pdf.NewEngine(1, filepath.Join(dir, "indicum", "wasm"))
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

// takeIn reads a file and checks it.
func takeIn(ctx context.Context, e *pdf.Engine, name string) ([]byte, pdf.Intake, error) {
	data, err := readFile(name)
	if err != nil {
		return nil, pdf.Intake{}, err
	}
	in, err := e.Intake(ctx, data)
	return data, in, err
}

// readText checks a file and reads what is printed on its pages.
func readText(ctx context.Context, args []string) (pdf.Intake, []cuts.Page, error) {
	if len(args) != 1 {
		return pdf.Intake{}, nil, errors.New("this takes one file")
	}
	e := engine()
	defer e.Close()
	data, in, err := takeIn(ctx, e, args[0])
	if err != nil {
		return in, nil, err
	}
	read, err := e.Read(ctx, args[0], len(in.Pages), data)
	if err != nil || len(read) != len(in.Pages) {
		read, err = e.Read(ctx, args[0]+" clean", len(in.Pages), in.Clean) // a picture, or damaged
	}
	return in, read, err
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

// pageSpec reads “2-5,7@90” for a file of n pages; "" means all.
func pageSpec(spec string, n int) ([]pdf.PageRef, error) {
	turn := 0
	if at := strings.LastIndex(spec, "@"); at >= 0 {
		t, err := strconv.Atoi(spec[at+1:])
		if err != nil || t%90 != 0 || t < 0 || t > 270 {
			return nil, fmt.Errorf("a turn is 0, 90, 180 or 270, not %q", spec[at+1:])
		}
		turn, spec = t, spec[:at]
	}
	if spec == "" {
		spec = fmt.Sprintf("1-%d", n)
	}
	var out []pdf.PageRef
	for _, part := range strings.Split(spec, ",") {
		from, to, ranged := strings.Cut(strings.TrimSpace(part), "-")
		if !ranged {
			to = from
		}
		a, err1 := strconv.Atoi(from)
		b, err2 := strconv.Atoi(to)
		if err1 != nil || err2 != nil || a < 1 || b < a || b > n {
			return nil, fmt.Errorf("%q names no pages of a file with %d", part, n)
		}
		for p := a; p <= b; p++ {
			out = append(out, pdf.PageRef{Page: p - 1, Turn: turn})
		}
	}
	return out, nil
}

func merge(ctx context.Context, args []string) error {
	fs := flag.NewFlagSet("merge", flag.ContinueOnError)
	out := fs.String("o", "", "file to write")
	if err := fs.Parse(args); err != nil || *out == "" || fs.NArg() == 0 {
		return errors.New("merge takes -o OUT.pdf and at least one file")
	}
	e := engine()
	defer e.Close()
	var sources [][]byte
	var refs []pdf.PageRef
	for _, arg := range fs.Args() {
		name, spec := arg, ""
		if _, err := os.Stat(name); err != nil {
			if i := strings.LastIndexAny(arg, ":"); i > 0 {
				name, spec = arg[:i], arg[i+1:]
			}
		}
		_, in, err := takeIn(ctx, e, name)
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		pages, err := pageSpec(spec, len(in.Pages))
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		for _, p := range pages {
			p.Source = len(sources)
			refs = append(refs, p)
		}
		sources = append(sources, in.Clean)
	}
	data, err := e.Compose(ctx, sources, refs)
	if err != nil {
		return err
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
	e := engine()
	defer e.Close()
	_, in, err := takeIn(ctx, e, fs.Arg(0))
	if err != nil {
		return err
	}
	files := map[string][]byte{}
	var order []string
	for _, arg := range fs.Args()[1:] {
		spec, name, ok := strings.Cut(arg, "=")
		if !ok || strings.TrimSpace(name) == "" {
			return fmt.Errorf("%q is not range=name", arg)
		}
		refs, err := pageSpec(spec, len(in.Pages))
		if err != nil {
			return err
		}
		file := desk.FileName(name) + ".pdf"
		if files[file] != nil {
			return fmt.Errorf("two parts would be named %s", file)
		}
		if files[file], err = e.Compose(ctx, [][]byte{in.Clean}, refs); err != nil {
			return err
		}
		order = append(order, file)
	}
	if err := os.MkdirAll(*dir, 0o755); err != nil {
		return err
	}
	for i, f := range order {
		if err := writeFile(filepath.Join(*dir, f), files[f]); err != nil {
			for _, done := range order[:i] {
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
