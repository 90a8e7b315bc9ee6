package kernel

import (
	"context"
	"io/fs"
	"slices"
	"strings"

	"github.com/pressly/goose/v3"
)

// Tables are the migrations of a capability: plain SQL, numbered across the program, each of which can be done again after it was
// cut short. MariaDB commits at every statement that changes a table.
type Tables = fs.FS

// Migrate brings the tables up to date. A row lock keeps two programs from doing it at once (a cluster
// has no named locks, and a lock is its server's own: there it is a turn that is written down); the second waits and then finds
// nothing to do.
func (k *Kernel) Migrate(ctx context.Context) error {
	return k.migrate(ctx, func(p *goose.Provider) error {
		_, err := p.Up(ctx)
		return err
	})
}

// MigrateTo makes the tables as they were at a version: what a backup of then is put into.
func (k *Kernel) MigrateTo(ctx context.Context, version int64) error {
	return k.migrate(ctx, func(p *goose.Provider) error {
		_, err := p.UpTo(ctx, version)
		return err
	})
}

// Newest is the highest version of the tables that this program knows.
func (k *Kernel) Newest() (int64, error) {
	p, err := k.provider()
	if err != nil {
		return 0, err
	}
	newest := int64(0)
	for _, s := range p.ListSources() {
		newest = max(newest, s.Version)
	}
	return newest, nil
}

func (k *Kernel) migrate(ctx context.Context, do func(*goose.Provider) error) error {
	provider, err := k.provider()
	if err != nil {
		return err
	}
	for _, statement := range []string{
		"CREATE TABLE IF NOT EXISTS migration_lock (id INT NOT NULL, CONSTRAINT pk_migration_lock PRIMARY KEY (id)) ENGINE=InnoDB",
		"INSERT IGNORE INTO migration_lock (id) VALUES (1)",
	} {
		if _, err := k.database.pool.ExecContext(ctx, statement); err != nil {
			return err
		}
	}
	if k.database.nodes != nil {
		leave, err := k.database.migrationTurn(ctx)
		if err != nil {
			return err
		}
		defer leave()
	}
	lock, err := k.database.pool.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer func() { _ = lock.Rollback() }()
	if _, err := lock.ExecContext(ctx, "SET SESSION innodb_lock_wait_timeout = 120"); err != nil {
		return err
	}
	var id int
	if err := lock.QueryRowContext(ctx, "SELECT id FROM migration_lock WHERE id = 1 FOR UPDATE").Scan(&id); err != nil {
		return err
	}
	return do(provider)
}

// Undo takes every migration back; only tests do that.
func (k *Kernel) Undo(ctx context.Context) error {
	provider, err := k.provider()
	if err != nil {
		return err
	}
	_, err = provider.DownTo(ctx, 0)
	return err
}

func (k *Kernel) provider() (*goose.Provider, error) {
	all := gathered{}
	for _, c := range k.capabilities {
		if c.Tables != nil {
			all = append(all, c.Tables)
		}
	}
	return goose.NewProvider(goose.DialectMySQL, k.database.pool, all)
}

// gathered are the migrations of all capabilities as if they lay in one folder.
type gathered []fs.FS

func (g gathered) Open(name string) (fs.File, error) {
	for _, each := range g {
		if f, err := each.Open(name); err == nil && name != "." {
			return f, nil
		}
	}
	return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrNotExist}
}

// ReadDir lists the files of all.
func (g gathered) ReadDir(name string) ([]fs.DirEntry, error) {
	out := []fs.DirEntry{}
	for _, each := range g {
		entries, err := fs.ReadDir(each, name)
		if err != nil {
			return nil, err
		}
		out = append(out, entries...)
	}
	slices.SortFunc(out, func(a, b fs.DirEntry) int { return strings.Compare(a.Name(), b.Name()) })
	return out, nil
}
