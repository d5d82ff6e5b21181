// Command indicum is the whole application: the server, the demo, and small tools for PDF files.
package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"sort"
	"syscall"

	"indicum/core/pdf"
)

type command struct {
	use, about string
	run        func(ctx context.Context, args []string) error
}

var commands map[string]command

func init() {
	commands = map[string]command{
		"serve":    {"serve [settings]", "start the application", func(ctx context.Context, a []string) error { return serve(ctx, a, false) }},
		"demo":     {"demo [settings]", "start the application with the sample scenario", func(ctx context.Context, a []string) error { return serve(ctx, a, true) }},
		"office":   {"office [settings] NAME MEMBER EMAIL", "set up an office and its first member; prints the password", newOffice},
		"ledger":   {"ledger [settings]", "check every packet’s ledger", checkLedgers},
		"database": {"database DIR COMMAND…", "run a command with a private MariaDB at $INDICUM_TEST_DATABASE", withDatabase},
		"intake":   {"intake FILE", "check a PDF; prints its pages as JSON", intake},
		"cuts":     {"cuts FILE.pdf", "propose where a file falls into several documents, as JSON", proposals},
		"merge":    {"merge -o OUT.pdf A.pdf B.pdf:2-5,7 C.pdf:3@90", "make one file of pages of several", merge},
		"split":    {"split -o DIR FILE.pdf 1-3=Name 4=Other", "make several files of one", split},
		"lines":    {"lines FILE.pdf", "find the places to sign, initial, date and fill in, as JSON", lines},
		"verify":   {"verify FILE.pdf", "check the seal of an executed copy", verify},
	}
}

func main() {
	pdf.RunIfWorker()
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if len(os.Args) < 2 || os.Args[1] == "help" || os.Args[1] == "-h" || os.Args[1] == "--help" {
		help()
		return
	}
	c, ok := commands[os.Args[1]]
	if !ok {
		fmt.Fprintf(os.Stderr, "indicum: there is no command %q; “indicum help” lists them\n", os.Args[1])
		os.Exit(2)
	}
	if err := c.run(ctx, os.Args[2:]); err != nil {
		var code exitCode
		if errors.As(err, &code) {
			os.Exit(int(code))
		}
		text := pdf.Sentence(err)
		if text == "" {
			text = "indicum: " + err.Error()
		}
		fmt.Fprintln(os.Stderr, text)
		os.Exit(1)
	}
}

// exitCode ends the program with a status whose reason was printed already.
type exitCode int

func (e exitCode) Error() string { return fmt.Sprint("exit ", int(e)) }

func help() {
	fmt.Println("Indicum builds signing packets, sends them round and brings them back executed.\n\nCommands:")
	names := make([]string, 0, len(commands))
	for n := range commands {
		names = append(names, n)
	}
	sort.Strings(names)
	for _, n := range names {
		fmt.Printf("  indicum %-52s %s\n", commands[n].use, commands[n].about)
	}
	fmt.Println("\nSettings, as a flag or in the environment:")
	for _, s := range settings {
		fmt.Printf("  --%-12s %-22s %s (default: %s)\n", s.flag, s.env, s.about, s.shown())
	}
}
