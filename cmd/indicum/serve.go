package main

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"

	"indicum/core/pdf"
	"indicum/demo"
	"indicum/desk"
	"indicum/mail"
	"indicum/store"
	"indicum/web"
)

type setting struct{ flag, env, value, about string }

func (s setting) shown() string {
	if s.value == "" {
		return "none"
	}
	return s.value
}

// settings are all there are; each is a flag and an environment variable.
var settings = []setting{
	{"listen", "INDICUM_LISTEN", "127.0.0.1:8787", "address to serve on; port 0 takes a free one"},
	{"public", "INDICUM_PUBLIC", "", "address people reach it at, such as https://sign.example.com; empty: the address served on"},
	{"data", "INDICUM_DATA", ".data", "folder of the private database, the secret and caches"},
	{"database", "INDICUM_DATABASE", "", "user:password@tcp(host:port)/name of a MariaDB; empty: a private one on loopback"},
	{"relay", "INDICUM_RELAY", "", "mail server, host:port; empty: the built-in mailroom"},
	{"mailroom", "INDICUM_MAILROOM", "", "address to take in mail on, for deals and, without a relay, all that is sent; empty: a free port of 127.0.0.1 without a relay, none with one"},
	{"secret", "INDICUM_SECRET", "", "at least 64 hex digits; empty: made once and kept in the data folder"},
	{"workers", "INDICUM_WORKERS", "2", "PDF workers at a time"},
	{"proxy", "INDICUM_PROXY", "", "“yes” when behind a proxy that sets X-Forwarded-For"},
	{"log", "INDICUM_LOG", "text", "text or json"},
}

// config reads the settings from flags and environment; the rest of the arguments is returned.
func config(name string, args []string) (map[string]string, []string, error) {
	fs := flag.NewFlagSet(name, flag.ContinueOnError)
	fs.SetOutput(io.Discard)
	values := map[string]*string{}
	for _, s := range settings {
		def := s.value
		if v, ok := os.LookupEnv(s.env); ok {
			def = v
		}
		values[s.flag] = fs.String(s.flag, def, s.about)
	}
	if err := fs.Parse(args); err != nil {
		return nil, nil, fmt.Errorf("%w; “indicum help” lists the settings", err)
	}
	out := map[string]string{}
	for k, v := range values {
		out[k] = *v
	}
	return out, fs.Args(), nil
}

// office is an opened desk with all it stands on.
type office struct {
	desk    *desk.Desk
	private *store.Private
	engine  *pdf.Engine
	store   *store.Store
	log     *slog.Logger
}

func openOffice(c map[string]string) (*office, error) {
	o := &office{}
	if err := os.MkdirAll(c["data"], 0o755); err != nil {
		return nil, err
	}
	if c["log"] == "json" {
		o.log = slog.New(slog.NewJSONHandler(os.Stderr, nil))
	} else {
		o.log = slog.New(slog.NewTextHandler(os.Stderr, nil))
	}
	secret, err := readSecret(c)
	if err != nil {
		return nil, err
	}
	dsn := c["database"]
	if dsn == "" {
		if o.private, err = store.StartPrivate(filepath.Join(c["data"], "mariadb"), false); err != nil {
			return nil, err
		}
		dsn = o.private.DSN
	}
	if o.store, err = store.Open(dsn); err != nil {
		o.close()
		return nil, err
	}
	workers := 2
	fmt.Sscan(c["workers"], &workers)
	o.engine = pdf.NewEngine(max(1, workers), filepath.Join(c["data"], "wasm"))
	o.desk, err = desk.New(o.store, o.engine, desk.Settings{Public: strings.TrimRight(c["public"], "/"), Relay: c["relay"], Secret: secret}, o.log)
	if err != nil {
		o.close()
	}
	return o, err
}

func (o *office) close() {
	if o.engine != nil {
		o.engine.Close()
	}
	if o.store != nil {
		o.store.Close()
	}
	if o.private != nil {
		o.private.Stop()
	}
}

func readSecret(c map[string]string) ([]byte, error) {
	text := c["secret"]
	file := filepath.Join(c["data"], "secret")
	if text == "" {
		b, err := os.ReadFile(file)
		if errors.Is(err, os.ErrNotExist) {
			raw := make([]byte, 32)
			rand.Read(raw)
			b = []byte(hex.EncodeToString(raw))
			err = os.WriteFile(file, b, 0o600)
		}
		if err != nil {
			return nil, fmt.Errorf("secret: %w", err)
		}
		text = string(b)
	}
	secret, err := hex.DecodeString(strings.TrimSpace(text))
	if err != nil || len(secret) < 32 {
		return nil, errors.New("the secret must be at least 64 hex digits")
	}
	return secret, nil
}

func serve(ctx context.Context, args []string, withDemo bool) error {
	c, rest, err := config("serve", args)
	if err != nil || len(rest) > 0 {
		return errors.Join(err, errors.New("serve takes settings only"))
	}
	o, err := openOffice(c)
	if err != nil {
		return err
	}
	defer o.close()
	l, err := net.Listen("tcp", c["listen"])
	if err != nil && withDemo { // somebody else has the port; the demo can do with any
		l, err = net.Listen("tcp", "127.0.0.1:0")
	}
	if err != nil {
		return err
	}
	if o.desk.Public == "" {
		o.desk.Public = "http://" + l.Addr().String()
	}
	mailAt := "nowhere"
	if o.desk.Relay == "" || c["mailroom"] != "" {
		at := c["mailroom"]
		if at == "" {
			at = "127.0.0.1:0"
		}
		o.desk.DealMailOnly = o.desk.Relay != ""
		room, err := mail.OpenMailroom(at, func(r mail.Received) error { return o.desk.KeepLetter(context.Background(), r) })
		if err != nil {
			return err
		}
		defer room.Close()
		if o.desk.Relay == "" {
			o.desk.Relay = room.Addr
		}
		mailAt = room.Addr
	}
	hookPause(o.desk)
	work, stopWork := context.WithCancel(context.Background())
	live := desk.NewLive()
	done := make(chan struct{})
	go func() { defer close(done); o.desk.Run(work) }()
	go live.Run(work, o.desk)
	defer func() { stopWork(); <-done }()
	server := &http.Server{
		Handler:           web.New(o.desk, live, web.Options{BehindProxy: c["proxy"] == "yes", Mailroom: c["relay"] == ""}),
		ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute, ErrorLog: slog.NewLogLogger(o.log.Handler(), slog.LevelWarn),
		BaseContext: func(net.Listener) context.Context { return work },
	}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(l) }()
	go func() {
		if err := o.engine.Warm(); err != nil {
			o.log.Error("start pdf worker", "error", err)
		}
	}()
	if withDemo {
		login, err := demo.Load(ctx, o.desk)
		if err != nil {
			return fmt.Errorf("load the demo: %w", err)
		}
		fmt.Printf("\n  Indicum is at  %s\n  Log in as      %s\n  Password       %s\n  Takes mail at  %s (SMTP)\n\n  Ctrl-C stops it; the data stays.\n\n", o.desk.Public, login.Email, login.Password, mailAt)
	} else {
		fmt.Printf("Indicum is at %s\n", o.desk.Public)
	}
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	grace, cancel := context.WithTimeout(context.Background(), 20*time.Second)
	defer cancel()
	live.Close()
	return server.Shutdown(grace)
}

// hookPause stops the process for good at a named point, when a test asks for it.
func hookPause(d *desk.Desk) {
	point := os.Getenv("INDICUM_TEST_DIE_AT")
	if point == "" {
		return
	}
	d.Pause = func(p string) {
		if p == point {
			fmt.Fprintln(os.Stderr, "reached", p)
			select {} // the test kills the process here
		}
	}
}

func newOffice(ctx context.Context, args []string) error {
	c, rest, err := config("office", args)
	if err != nil {
		return err
	}
	if len(rest) != 3 {
		return errors.New("office takes a name, the first member’s name and their e-mail address")
	}
	o, err := openOffice(c)
	if err != nil {
		return err
	}
	defer o.close()
	_, password, err := o.desk.NewOffice(ctx, rest[0], "UTC", rest[1], rest[2], "")
	if err != nil {
		return err
	}
	fmt.Printf("%s can log in as %s with the password %s\n", rest[1], rest[2], password)
	return nil
}

func checkLedgers(ctx context.Context, args []string) error {
	c, _, err := config("ledger", args)
	if err != nil {
		return err
	}
	o, err := openOffice(c)
	if err != nil {
		return err
	}
	defer o.close()
	good, bad, err := o.desk.CheckLedgers(ctx)
	if err != nil {
		return err
	}
	for _, b := range bad {
		fmt.Println(b)
	}
	fmt.Printf("%d ledgers hold, %d do not\n", good, len(bad))
	if len(bad) > 0 {
		return exitCode(1)
	}
	return nil
}

// withDatabase runs a command, such as the tests, beside a private MariaDB.
func withDatabase(ctx context.Context, args []string) error {
	if len(args) < 2 {
		return errors.New("database takes a folder and a command")
	}
	p, err := store.StartPrivate(args[0], true)
	if err != nil {
		return err
	}
	defer p.Stop()
	cmd := exec.CommandContext(ctx, args[1], args[2:]...)
	cmd.Env = append(os.Environ(), "INDICUM_TEST_DATABASE="+p.DSN)
	cmd.Stdin, cmd.Stdout, cmd.Stderr = os.Stdin, os.Stdout, os.Stderr
	if err := cmd.Run(); err != nil {
		var e *exec.ExitError
		if errors.As(err, &e) {
			return exitCode(e.ExitCode())
		}
		return err
	}
	return nil
}
