// Package store keeps the records in MariaDB through GORM.
//
// It speaks in the domain's types and keeps the database to itself: what is not there is
// ErrMissing, what would be there twice ErrTwice, everything else is the database's own
// error. A deed runs in one transaction (InTransaction), tried again when the database
// says that two deeds met.
package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/base32"
	"errors"
	"fmt"
	"log/slog"
	"strings"
	"time"

	"github.com/go-sql-driver/mysql"
	gormmysql "gorm.io/driver/mysql"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// ErrMissing says that there is no such record.
var ErrMissing = errors.New("store: no such record")

// ErrTwice says that a record with the same unique value is there already.
var ErrTwice = errors.New("store: there already")

// Store is a database, or a transaction in it.
type Store struct {
	db  *gorm.DB
	sql *sql.DB
}

func init() {
	// The driver speaks of lost connections; that belongs into the program's own log.
	_ = mysql.SetLogger(driverLog{})
}

type driverLog struct{}

func (driverLog) Print(v ...any) { slog.Debug("database driver", "says", fmt.Sprint(v...)) }

// Open connects to MariaDB: strict mode, UTC. It does not wait for the server; Ping does.
func Open(dsn string) (*Store, error) {
	config, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, err
	}
	config.ParseTime = true
	config.Loc = time.UTC
	config.InterpolateParams = true // one round trip a query
	config.MultiStatements = false
	config.Timeout = 5 * time.Second
	config.ReadTimeout = 30 * time.Second
	config.WriteTimeout = 30 * time.Second
	if config.Params == nil {
		config.Params = map[string]string{}
	}
	// What is read after waiting for a row must be what is there then. Set once a connection, not once a deed.
	config.Params["tx_isolation"] = "'READ-COMMITTED'"
	config.Params["time_zone"] = "'+00:00'"
	config.Params["sql_mode"] = "'STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'"
	connector, err := mysql.NewConnector(config)
	if err != nil {
		return nil, err
	}
	pool := sql.OpenDB(connector)
	pool.SetMaxOpenConns(24)
	pool.SetMaxIdleConns(24)
	pool.SetConnMaxLifetime(10 * time.Minute)
	db, err := gorm.Open(gormmysql.New(gormmysql.Config{Conn: pool, SkipInitializeWithVersion: true}), &gorm.Config{
		Logger: logger.Discard, SkipDefaultTransaction: true, TranslateError: true, DisableAutomaticPing: true,
		NowFunc: func() time.Time { return time.Now().UTC().Truncate(time.Microsecond) },
	})
	if err != nil {
		return nil, err
	}
	return &Store{db: db, sql: pool}, nil
}

// SQL is the pool itself, for sessions and migrations.
func (s *Store) SQL() *sql.DB { return s.sql }

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return s.sql.PingContext(ctx) }

// Close gives the connections back.
func (s *Store) Close() error { return s.sql.Close() }

// NewID is a fresh identifier: 16 characters that say nothing and need no counter.
func NewID() string {
	raw := make([]byte, 10)
	_, _ = rand.Read(raw)
	return strings.ToLower(base32.StdEncoding.EncodeToString(raw))
}

// InTransaction runs one deed: all of it or nothing. It is tried again up to four times when the
// database gives way to another deed (deadlock, lock wait, certification failure of a cluster).
func (s *Store) InTransaction(ctx context.Context, deed func(tx *Store) error) error {
	return again(ctx, func() error {
		return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
			return deed(&Store{db: tx, sql: s.sql})
		})
	})
}

// again does something up to five times while the database gives way to another deed.
func again(ctx context.Context, do func() error) error {
	var err error
	for try := range 5 {
		if err = do(); !gaveWay(err) {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(time.Duration(try+1) * 15 * time.Millisecond):
		}
	}
	return err
}

func gaveWay(err error) bool {
	var e *mysql.MySQLError
	if !errors.As(err, &e) {
		return false
	}
	const deadlock, lockWait, recordChanged = 1213, 1205, 1020
	return e.Number == deadlock || e.Number == lockWait || e.Number == recordChanged
}

// ours turns the database's errors into this package's.
func ours(err error) error {
	const duplicate = 1062
	var e *mysql.MySQLError
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound), errors.Is(err, sql.ErrNoRows):
		return ErrMissing
	case errors.Is(err, gorm.ErrDuplicatedKey), errors.As(err, &e) && e.Number == duplicate:
		return ErrTwice
	}
	return err
}

func one[T any](ctx context.Context, s *Store, where string, args ...any) (T, error) {
	out, err := gorm.G[T](s.db).Where(where, args...).Take(ctx)
	return out, ours(err)
}

func many[T any](ctx context.Context, s *Store, order, where string, args ...any) ([]T, error) {
	query := gorm.G[T](s.db).Order(order)
	if where != "" {
		query = query.Where(where, args...)
	}
	out, err := query.Find(ctx)
	return out, ours(err)
}

// Add puts a new record in.
func Add[T any](ctx context.Context, s *Store, record *T) error {
	return ours(gorm.G[T](s.db).Create(ctx, record))
}

// Next counts a named counter up by n and gives its first new value. The counter's row is locked until
// the transaction ends, so numbers have no gaps and none comes twice.
func (s *Store) Next(ctx context.Context, counter string, n int) (int, error) {
	err := gorm.G[any](s.db).Exec(ctx,
		"INSERT INTO counters (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE value = value + VALUES(value)", counter, n)
	if err != nil {
		return 0, ours(err)
	}
	var value int
	err = s.db.WithContext(ctx).Raw("SELECT value FROM counters WHERE name = ?", counter).Scan(&value).Error
	return value - n + 1, ours(err)
}
