package backup

import (
	"context"
	"database/sql"
	"errors"
	"slices"
	"strings"
	"time"

	"github.com/go-sql-driver/mysql"

	"sedum/archive"
	"sedum/kernel"
)

// Restore puts a backup in place of what a database holds.
type Restore struct {
	DSN, File string
	// Over says that what is there may go.
	Over bool
	// Program gathers the program over a database: its migrations make the tables.
	Program func(*kernel.Database) *kernel.Kernel
	// Grace is how long requests that were let in before may still be under way.
	Grace    time.Duration
	Progress Progress

	pool    *sql.DB
	program *kernel.Database
	// present is the database itself, next the one that is filled beside it, before the one that what was there goes into.
	present, next, before string
	// several says that several servers hold the records.
	several bool
	checked *Checked
	name    string
}

// Do checks the file whole, shuts the clients out, fills a second database, and puts its tables in place of the present ones in one
// statement. However it is cut short, what was there stands, and the house opens by itself a minute later. Who was signed in signs in again.
// Errors: Broken, ErrUsed, kernel.ErrClosed.
func (r Restore) Do(ctx context.Context) (err error) {
	config, err := mysql.ParseDSN(r.DSN)
	if err != nil {
		return err
	}
	pool, leave, err := open(r.DSN)
	if err != nil {
		return err
	}
	defer leave()
	r.pool = pool
	r.several = config.Net == kernel.ClusterNet
	r.name, r.present, r.next, r.before = kernel.NewID(), config.DBName, config.DBName+"_next", config.DBName+"_before"
	d, err := kernel.Open(r.DSN)
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	r.program = d
	k := r.Program(d)
	newest, err := k.Newest()
	if err != nil {
		return err
	}
	if r.checked, err = Check(r.File, newest, r.Progress); err != nil {
		return err
	}
	defer func() { _ = r.checked.Close() }()
	used, err := d.Used(ctx)
	if err != nil {
		return err
	}
	if used && !r.Over {
		return ErrUsed
	}
	ctx, keep, err := r.shut(ctx)
	if err != nil {
		return err
	}
	defer keep.open()
	if err := r.clear(ctx); err != nil {
		return err
	}
	if _, err := r.pool.ExecContext(ctx, "CREATE DATABASE "+quoted(r.next)+" CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"); err != nil {
		return err
	}
	if err := r.fill(ctx, config); err != nil {
		return errors.Join(err, r.clear(context.WithoutCancel(ctx)))
	}
	if err := r.wait(ctx); err != nil {
		return err
	}
	if err := r.carry(ctx); err != nil {
		return err
	}
	if err := keep.last(ctx); err != nil {
		return err
	}
	return r.swap(ctx)
}

// clear takes away what an earlier restore left that was cut short.
func (r Restore) clear(ctx context.Context) error {
	for _, name := range []string{r.next, r.before} {
		if err := r.drop(ctx, name); err != nil {
			return err
		}
	}
	return nil
}

// drop takes a database away. A server that was killed in the middle of it goes on with what it left while it answers already: until its
// folder is empty it says so, and is asked again.
func (r Restore) drop(ctx context.Context, name string) error {
	const folderNotEmpty = 1010
	for wait := 100 * time.Millisecond; ; wait *= 2 {
		_, err := r.pool.ExecContext(ctx, "DROP DATABASE IF EXISTS "+quoted(name))
		if e, ok := errors.AsType[*mysql.MySQLError](err); !ok || e.Number != folderNotEmpty || wait > 8*time.Second {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(wait):
		}
	}
}

// fill makes the tables as they were when the backup was made, puts its rows in, and brings them up to date.
func (r Restore) fill(ctx context.Context, config *mysql.Config) error {
	beside := config.Clone()
	beside.DBName = r.next
	d, err := kernel.Open(beside.FormatDSN())
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	k := r.Program(d)
	r.Progress("making the tables", 0, 1)
	if err := k.MigrateTo(ctx, r.checked.Header.Schema); err != nil {
		return err
	}
	pool, leave, err := open(beside.FormatDSN())
	if err != nil {
		return err
	}
	defer leave()
	if err := r.rows(ctx, pool); err != nil {
		return err
	}
	if err := r.checked.holds(ctx, pool); err != nil {
		return err
	}
	return k.Migrate(ctx)
}

// rows puts every row in, on one connection that leaves it to holds whether what a row names is there.
func (r Restore) rows(ctx context.Context, pool *sql.DB) error {
	c, err := pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = c.Close() }()
	there, err := tablesOf(ctx, c)
	if err != nil {
		return err
	}
	if r.checked.archive != nil {
		there = slices.DeleteFunc(there, func(t Table) bool { return archive.LeftOut(t.Name) })
	}
	if len(there) != len(r.checked.Manifest.Tables) {
		return r.checked.broken("it has %d tables where version %d has %d", len(r.checked.Manifest.Tables), r.checked.Header.Schema, len(there))
	}
	if _, err := c.ExecContext(ctx, "SET SESSION foreign_key_checks = 0"); err != nil {
		return err
	}
	done := int64(0)
	for _, t := range r.checked.Manifest.Tables {
		as, ok := has(there, t.Name)
		if !ok || !r.checked.sameColumns(as, t) {
			return r.checked.broken("version %d has no such table %s", r.checked.Header.Schema, t.Name)
		}
		if err := r.table(ctx, c, t, &done); err != nil {
			return err
		}
	}
	return nil
}

const (
	batchRows  = 200
	batchBytes = 1 << 20
)

func (r Restore) table(ctx context.Context, c *sql.Conn, t Table, done *int64) error {
	// A migration may have put rows in that the backup holds too.
	if _, err := c.ExecContext(ctx, "DELETE FROM "+quoted(t.Name)); err != nil {
		return err
	}
	batch, size := []any{}, 0
	one := "(" + strings.TrimSuffix(strings.Repeat("?, ", len(t.Columns)), ", ") + ")"
	put := func() error {
		n := len(batch) / len(t.Columns)
		if n == 0 {
			return nil
		}
		_, err := c.ExecContext(ctx, "INSERT INTO "+quoted(t.Name)+" ("+quotedAll(t.Columns)+") VALUES "+strings.TrimSuffix(strings.Repeat(one+", ", n), ", "), batch...)
		if e, ok := errors.AsType[*mysql.MySQLError](err); ok && ctx.Err() == nil && !fullOrAway(e) {
			return r.checked.broken("%s refuses a row: %s", t.Name, e.Message)
		}
		*done += int64(n)
		r.Progress("putting in "+t.Name, *done, r.checked.rows())
		batch, size = batch[:0], 0
		return err
	}
	err := r.checked.each(t, func(row []any) error {
		batch = append(batch, row...)
		for _, v := range row {
			switch v := v.(type) {
			case string:
				size += len(v)
			case []byte:
				size += len(v)
			}
		}
		if len(batch) >= batchRows*len(t.Columns) || size >= batchBytes {
			return put()
		}
		return nil
	})
	if err != nil {
		return err
	}
	return put()
}

// fullOrAway tells what is no fault of a row: no room, a server that ends.
func fullOrAway(e *mysql.MySQLError) bool {
	switch e.Number {
	case 3, 1021, 1026, 1030, 1053, 1114, 1205, 1213, 1927:
		return true
	}
	return false
}
