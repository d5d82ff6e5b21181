// Package store keeps everything in MariaDB through GORM: models, migrations, queries, and file
// bytes in chunks by SHA-256. It runs beside other instances on the same database: short
// transactions, a retry on deadlock, jobs claimed with SKIP LOCKED, no reliance on gap-free ids.
package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"embed"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"math/rand/v2"
	"strings"
	"time"

	driver "github.com/go-sql-driver/mysql"
	"gorm.io/driver/mysql"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
	"gorm.io/gorm/logger"
	"gorm.io/gorm/schema"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a database.
type Store struct{ db *gorm.DB }

// Tx is a running transaction, or the database outside of one for reading.
type Tx struct{ *gorm.DB }

// ErrNotFound is returned when there is no such thing for the one who asks.
var ErrNotFound = errors.New("not found")

// Open connects and brings the schema up to date. dsn is a go-sql-driver address without parameters,
// such as user:password@tcp(127.0.0.1:3306)/indicum.
func Open(dsn string) (*Store, error) {
	c, err := driver.ParseDSN(dsn)
	if err != nil {
		return nil, fmt.Errorf("database address: %w", err)
	}
	c.ParseTime, c.Loc, c.Collation, c.InterpolateParams = true, time.UTC, "utf8mb4_unicode_520_ci", true
	c.ClientFoundRows = true
	c.Params = map[string]string{"time_zone": "'+00:00'", "sql_mode": "'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION'"}
	if err := create(c); err != nil {
		return nil, err
	}
	db, err := gorm.Open(mysql.New(mysql.Config{DSNConfig: c, DisableDatetimePrecision: false}), &gorm.Config{
		Logger: logger.Discard, SkipDefaultTransaction: true, NowFunc: Now,
		NamingStrategy: schema.NamingStrategy{SingularTable: true},
	})
	if err != nil {
		return nil, fmt.Errorf("open database: %w", err)
	}
	pool, err := db.DB()
	if err != nil {
		return nil, fmt.Errorf("open database: %w", err)
	}
	pool.SetMaxOpenConns(24)
	pool.SetMaxIdleConns(8)
	pool.SetConnMaxLifetime(10 * time.Minute)
	s := &Store{db}
	return s, s.migrate()
}

// create makes the database when the account may; one that may not must find it made.
func create(c *driver.Config) error {
	server := c.Clone()
	server.DBName = ""
	connector, err := driver.NewConnector(server)
	if err != nil {
		return fmt.Errorf("database address: %w", err)
	}
	db := sql.OpenDB(connector)
	defer db.Close()
	_, err = db.Exec("CREATE DATABASE IF NOT EXISTS `" + strings.ReplaceAll(c.DBName, "`", "") + "` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci")
	var refused *driver.MySQLError
	if err != nil && !errors.As(err, &refused) {
		return fmt.Errorf("open database: %w", err)
	}
	return nil
}

// Now is the present time as the database keeps it: UTC, microseconds.
func Now() time.Time { return time.Now().UTC().Truncate(time.Microsecond) }

// Close closes all connections.
func (s *Store) Close() error {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	return pool.Close()
}

// Ping reports whether the database answers.
func (s *Store) Ping(ctx context.Context) error {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	return pool.PingContext(ctx)
}

// migrate runs the migrations not yet noted, in order. Each statement can be run again, so two
// instances that start together, or a start that was killed half-way, do no harm.
func (s *Store) migrate() error {
	if err := s.db.Exec("CREATE TABLE IF NOT EXISTS migration (name VARCHAR(80) PRIMARY KEY, at DATETIME(6) NOT NULL)").Error; err != nil {
		return fmt.Errorf("migrate: %w", err)
	}
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return fmt.Errorf("migrate: %w", err)
	}
	for _, name := range names {
		var n int64
		if err := s.db.Raw("SELECT COUNT(*) FROM migration WHERE name = ?", name).Scan(&n).Error; err != nil {
			return fmt.Errorf("migrate: %w", err)
		}
		if n > 0 {
			continue
		}
		text, err := migrations.ReadFile(name)
		if err != nil {
			return fmt.Errorf("migrate: %w", err)
		}
		for _, statement := range strings.Split(string(text), ";\n") {
			if err := s.db.Exec(statement).Error; err != nil {
				return fmt.Errorf("migrate %s: %w", name, err)
			}
		}
		if err := s.db.Exec("INSERT IGNORE INTO migration VALUES (?, ?)", name, Now()).Error; err != nil {
			return fmt.Errorf("migrate: %w", err)
		}
	}
	return nil
}

// Read returns the database for reading.
func (s *Store) Read(ctx context.Context) Tx { return Tx{s.db.WithContext(ctx)} }

const tries = 6

// Write runs f in one transaction and commits, or rolls back when f fails. On a deadlock or a lock
// that took too long it runs f again; so f must not have effects outside the transaction.
func (s *Store) Write(ctx context.Context, f func(Tx) error) error {
	var err error
	for i := range tries {
		err = s.db.WithContext(ctx).Transaction(func(db *gorm.DB) error { return f(Tx{db}) })
		if !retryable(err) {
			return err
		}
		select {
		case <-time.After(time.Duration(5+rand.IntN(20<<i)) * time.Millisecond):
		case <-ctx.Done():
			return ctx.Err()
		}
	}
	return err
}

// retryable: 1213 is a deadlock (also a Galera certification failure), 1205 a lock wait timeout,
// 1020 a row that changed since it was read (MariaDB error codes).
func retryable(err error) bool {
	var m *driver.MySQLError
	return errors.As(err, &m) && (m.Number == 1213 || m.Number == 1205 || m.Number == 1020)
}

// Duplicate reports whether err says that a unique key exists already (1062).
func Duplicate(err error) bool {
	var m *driver.MySQLError
	return errors.As(err, &m) && m.Number == 1062
}

// Lock is a clause that locks the rows read until the transaction ends.
func (t Tx) Lock() Tx { return Tx{t.Clauses(clause.Locking{Strength: "UPDATE"})} }

// One reads one row by a condition; ErrNotFound when there is none.
func One[T any](t Tx, query string, args ...any) (T, error) {
	var out T
	err := t.Where(query, args...).Take(&out).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return out, ErrNotFound
	}
	return out, err
}

// All reads rows by a condition in the given order.
func All[T any](t Tx, order, query string, args ...any) ([]T, error) {
	var out []T
	err := t.Where(query, args...).Order(order).Find(&out).Error
	return out, err
}

const chunk = 1 << 20 // bytes

// PutBlob keeps bytes under their SHA-256, which it returns in hex. Bytes already kept are not
// written again.
func (s *Store) PutBlob(ctx context.Context, data []byte) (string, error) {
	sum := sha256.Sum256(data)
	sha := hex.EncodeToString(sum[:])
	var n int64
	if err := s.Read(ctx).Raw("SELECT COUNT(*) FROM blobs WHERE sha = ?", sha).Scan(&n).Error; err != nil {
		return "", fmt.Errorf("keep bytes: %w", err)
	}
	if n > 0 {
		return sha, nil
	}
	for i := 0; i*chunk < len(data) || i == 0; i++ {
		part := data[i*chunk : min(len(data), (i+1)*chunk)]
		if err := s.Read(ctx).Exec("INSERT IGNORE INTO blob_chunk VALUES (?, ?, ?)", sha, i, part).Error; err != nil {
			return "", fmt.Errorf("keep bytes: %w", err)
		}
	}
	// Only this row makes the bytes exist; chunks without it are completed by the next attempt.
	if err := s.Read(ctx).Exec("INSERT IGNORE INTO blobs VALUES (?, ?)", sha, len(data)).Error; err != nil {
		return "", fmt.Errorf("keep bytes: %w", err)
	}
	return sha, nil
}

// Blob returns the bytes with the given SHA-256, checked against it.
func (s *Store) Blob(ctx context.Context, sha string) ([]byte, error) {
	var parts [][]byte
	err := s.Read(ctx).Raw("SELECT c.bytes FROM blob_chunk c JOIN blobs b ON b.sha = c.sha WHERE c.sha = ? ORDER BY c.n", sha).Scan(&parts).Error
	if err != nil {
		return nil, fmt.Errorf("read bytes: %w", err)
	}
	if len(parts) == 0 {
		return nil, ErrNotFound
	}
	var out []byte
	for _, p := range parts {
		out = append(out, p...)
	}
	if sum := sha256.Sum256(out); hex.EncodeToString(sum[:]) != sha {
		return nil, fmt.Errorf("read bytes: those kept as %s have another hash", sha)
	}
	return out, nil
}
