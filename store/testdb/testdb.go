// Package testdb gives each test a database of its own on a real MariaDB: the one at
// $INDICUM_TEST_DATABASE, which `make test` starts, or a private one for `go test` by itself.
package testdb

import (
	"crypto/rand"
	"os"
	"strings"
	"sync"
	"testing"

	"indicum/store"
)

var server = sync.OnceValues(func() (string, error) {
	if dsn := os.Getenv("INDICUM_TEST_DATABASE"); dsn != "" {
		return dsn, nil
	}
	dir, err := os.MkdirTemp("", "indicum-mariadb-")
	if err != nil {
		return "", err
	}
	os.Chmod(dir, 0o755)
	p, err := store.StartPrivate(dir, true)
	if err != nil {
		return "", err
	}
	started = p
	return p.DSN, nil
})

var started *store.Private

// Main runs a package's tests and stops the private server, if one was started.
func Main(m *testing.M) {
	code := m.Run()
	if started != nil {
		started.Stop()
	}
	os.Exit(code)
}

// DSN returns the address of a new, empty database.
func DSN(t testing.TB) string {
	t.Helper()
	dsn, err := server()
	if err != nil {
		t.Fatal(err)
	}
	return dsn[:strings.LastIndex(dsn, "/")+1] + "t_" + strings.ToLower(rand.Text()[:14])
}

// Open returns a store on a new database.
func Open(t testing.TB) *store.Store {
	t.Helper()
	return OpenAt(t, DSN(t))
}

// OpenAt returns a store on the database at dsn; two of them are two instances.
func OpenAt(t testing.TB, dsn string) *store.Store {
	t.Helper()
	s, err := store.Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}
