package kernel

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"
	"math/rand/v2"
	"time"

	"github.com/go-sql-driver/mysql"
	gormmysql "gorm.io/driver/mysql"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// Database is MariaDB as the kernel opens it. Records are reached through a Tx only.
type Database struct {
	pool *sql.DB
	gorm *gorm.DB
	// nodes are the servers when there are several, else nil.
	nodes *nodes
	// Watch is asked before every statement of a Tx; an error of its is the statement's. Tests count, break and explain statements by it.
	Watch func(statement string, values []any) error
}

func init() {
	// The driver speaks of lost connections; that belongs into the program's own log.
	_ = mysql.SetLogger(driverLog{})
}

type driverLog struct{}

func (driverLog) Print(v ...any) { slog.Debug("database driver", "says", fmt.Sprint(v...)) }

const usualConnections = 24

// Open connects to MariaDB: strict mode, UTC. It does not wait for the server; Ping does.
func Open(dsn string) (*Database, error) { return OpenWith(dsn, usualConnections) }

// OpenWith is Open with at most so many connections.
func OpenWith(dsn string, connections int) (*Database, error) {
	config, nodes, err := address(dsn)
	if err != nil {
		return nil, err
	}
	config.ParseTime = true
	config.Loc = time.UTC
	config.ReadTimeout = deedTimeLimit
	config.WriteTimeout = deedTimeLimit
	// What is read after waiting for a row must be what is there then. Set once a connection, not once a deed.
	config.Params["tx_isolation"] = "'READ-COMMITTED'"
	connector, err := mysql.NewConnector(config)
	if err != nil {
		return nil, err
	}
	pool := sql.OpenDB(connector)
	pool.SetMaxOpenConns(connections)
	pool.SetMaxIdleConns(connections)
	pool.SetConnMaxLifetime(10 * time.Minute)
	db, err := gorm.Open(gormmysql.New(gormmysql.Config{Conn: pool, SkipInitializeWithVersion: true}), &gorm.Config{
		Logger: logger.Discard, SkipDefaultTransaction: true, TranslateError: true, DisableAutomaticPing: true,
		NowFunc: func() time.Time { return time.Now().UTC().Truncate(time.Microsecond) },
	})
	if err != nil {
		return nil, err
	}
	return &Database{pool: pool, gorm: db, nodes: nodes}, nil
}

// SQL is the pool itself: for migrations, and for tests that look at the database from outside.
func (d *Database) SQL() *sql.DB { return d.pool }

// Ping tells whether the database answers.
func (d *Database) Ping(ctx context.Context) error { return d.pool.PingContext(ctx) }

// Close gives the connections back.
func (d *Database) Close() error {
	if d.nodes != nil {
		d.nodes.Close()
	}
	return d.pool.Close()
}

func (d *Database) tx(ctx context.Context, tx Tx, conn *one) *Tx {
	conn.watch = d.Watch
	tx.ctx, tx.db, tx.after = ctx, d.gorm.Session(&gorm.Session{NewDB: true, Context: ctx}), &[]outside{}
	tx.db.Statement.ConnPool = conn
	tx.many = d.nodes != nil
	return &tx
}

// Read looks at the records over one connection, which is taken at the first statement; each statement sees what is committed then.
func (d *Database) Read(ctx context.Context, as Tx, do func(*Tx) error) error {
	return d.untilDone(ctx, func() error { return d.look(ctx, as, do) })
}

func (d *Database) look(ctx context.Context, as Tx, do func(*Tx) error) error {
	var held *sql.Conn
	conn := &one{open: func(ctx context.Context) (_ querier, err error) {
		held, err = d.conn(ctx)
		return held, err
	}}
	defer func() {
		if held != nil {
			_ = held.Close()
		}
	}()
	return do(d.tx(ctx, as, conn))
}

// Deed does something whole or not at all. When the database gives way to another deed (deadlock, lock wait, a cluster's refused
// commit), or a server of a cluster is lost before the commit, it is done again from its beginning, so do must have no effect but on
// its Tx.
func (d *Database) Deed(ctx context.Context, as Tx, do func(*Tx) error) error {
	return d.untilDone(ctx, func() error { return d.try(ctx, as, do) })
}

// untilDone does something again when it did not happen for a reason that passes.
func (d *Database) untilDone(ctx context.Context, do func() error) error {
	const tries = 8
	var err error
	for try := range tries {
		if err = do(); !gaveWay(err) && (d.nodes == nil || !lostBefore(err)) {
			return err
		}
		pause := time.Duration(5<<try) * time.Millisecond
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(pause/2 + rand.N(pause)):
		}
	}
	return err
}

func (d *Database) try(ctx context.Context, as Tx, do func(*Tx) error) error {
	after, err := d.whole(ctx, as, do)
	ctx = context.WithoutCancel(ctx)
	for _, each := range after {
		failed := each.do(ctx)
		if failed == nil && each.kept != nil {
			failed = d.Deed(ctx, as, each.kept)
		}
		if failed != nil { // the deed is in all the same
			slog.WarnContext(ctx, "what a deed asks of the world outside was not done", "error", failed)
		}
	}
	return err
}

// whole does one transaction, gives its connection back and says what is to be done then.
func (d *Database) whole(ctx context.Context, as Tx, do func(*Tx) error) (after []outside, err error) {
	held, err := d.conn(ctx)
	if err != nil {
		return nil, err
	}
	defer func() { _ = held.Close() }()
	begun, err := held.BeginTx(ctx, nil)
	if err != nil {
		return nil, err
	}
	conn := &one{conn: begun}
	tx := d.tx(ctx, as, conn)
	ended := false
	undo := func() {
		// A connection that does not say that it has rolled back is given to nobody.
		if back := begun.Rollback(); back != nil && !errors.Is(back, sql.ErrTxDone) {
			throwAway(held)
		}
	}
	defer func() {
		if !ended { // do has panicked
			undo()
		}
	}()
	err = do(tx)
	ended = true
	settled, keep := errors.AsType[Settled](err)
	if conn.broken != nil && (err == nil || keep) { // somebody went on after an error
		err, keep = conn.broken, false
	}
	if err != nil && !keep {
		undo()
		return nil, err
	}
	if err := begun.Commit(); err != nil {
		throwAway(held)
		return nil, inDoubt{err}
	}
	if keep {
		return nil, settled.Err
	}
	return *tx.after, nil
}

// conn takes a connection. In a cluster it waits there until all is in that was committed anywhere before: what a person has just done by
// another server is there.
func (d *Database) conn(ctx context.Context) (*sql.Conn, error) {
	held, err := d.pool.Conn(ctx)
	if err != nil || d.nodes == nil {
		return held, err
	}
	if _, err := held.ExecContext(ctx, "SET STATEMENT wsrep_sync_wait = 1 FOR SELECT 1"); err != nil {
		throwAway(held)
		_ = held.Close()
		return nil, err
	}
	return held, nil
}

// alone does one statement that may as well be done twice, outside of a transaction.
func (d *Database) alone(ctx context.Context, do func(*sql.Conn) error) error {
	return d.untilDone(ctx, func() error {
		held, err := d.conn(ctx)
		if err != nil {
			return err
		}
		defer func() { _ = held.Close() }()
		return do(held)
	})
}

// Used tells whether anything was ever done in this database: whether there is a table of ours with a row in it.
func (d *Database) Used(ctx context.Context) (used bool, err error) {
	err = d.alone(ctx, func(c *sql.Conn) error {
		var n int
		err := c.QueryRowContext(ctx, "SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'counters'").Scan(&n)
		if err != nil || n == 0 {
			return err
		}
		err = c.QueryRowContext(ctx, "SELECT COUNT(*) FROM counters").Scan(&n)
		used = n > 0
		return err
	})
	return used, err
}
