package store

import (
	"context"
	"embed"
	"io/fs"

	"github.com/pressly/goose/v3"
)

//go:embed migrations/*.sql
var migrationFiles embed.FS

// Migrate brings the tables up to date. A row lock keeps two programs from doing it at once (a cluster
// has no named locks); the second waits and then finds nothing to do.
func (s *Store) Migrate(ctx context.Context) error {
	provider, err := s.provider()
	if err != nil {
		return err
	}
	for _, statement := range []string{
		"CREATE TABLE IF NOT EXISTS migration_lock (id INT NOT NULL, CONSTRAINT pk_migration_lock PRIMARY KEY (id)) ENGINE=InnoDB",
		"INSERT IGNORE INTO migration_lock (id) VALUES (1)",
	} {
		if _, err := s.sql.ExecContext(ctx, statement); err != nil {
			return err
		}
	}
	lock, err := s.sql.BeginTx(ctx, nil)
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
	_, err = provider.Up(ctx)
	return err
}

// Undo takes every migration back; only tests do that.
func (s *Store) Undo(ctx context.Context) error {
	provider, err := s.provider()
	if err != nil {
		return err
	}
	_, err = provider.DownTo(ctx, 0)
	return err
}

func (s *Store) provider() (*goose.Provider, error) {
	files, err := fs.Sub(migrationFiles, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectMySQL, s.sql, files)
}
