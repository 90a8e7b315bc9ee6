package testdb

import (
	"context"
	"fmt"
	"sync"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/require"

	"sedum/store"
)

var (
	filled = map[string]string{} // what is filled in: the database that holds it
	mu     sync.Mutex
)

// Copy gives a migrated store with the rows that fill puts into one. What is filled in under a name is filled in once for all
// tests of a package and copied from there; the copy is the test's own.
func Copy(t testing.TB, name string, fill func(*store.Store) error) *store.Store {
	t.Helper()
	from := filledOnce(t, name, fill)
	s := Open(t)
	require.NoError(t, copyRows(context.Background(), s, from))
	return s
}

func copyRows(ctx context.Context, s *store.Store, from string) error {
	// One connection, for the foreign keys are left unchecked on it: what is copied held before.
	c, err := s.SQL().Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = c.Close() }()
	rows, err := c.QueryContext(ctx, "SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name <> 'goose_db_version'")
	if err != nil {
		return err
	}
	var tables []string
	for rows.Next() {
		var name string
		if err := rows.Scan(&name); err != nil {
			return err
		}
		tables = append(tables, name)
	}
	if err := rows.Err(); err != nil {
		return err
	}
	begin := []string{"SET foreign_key_checks = 0", "START TRANSACTION"}
	for _, name := range tables {
		begin = append(begin, "DELETE FROM `"+name+"`", "INSERT INTO `"+name+"` SELECT * FROM "+from+".`"+name+"`")
	}
	for _, statement := range append(begin, "COMMIT", "SET foreign_key_checks = 1") {
		if _, err := c.ExecContext(ctx, statement); err != nil {
			return fmt.Errorf("%s: %w", statement, err)
		}
	}
	return nil
}

func filledOnce(t testing.TB, name string, fill func(*store.Store) error) string {
	t.Helper()
	mu.Lock()
	defer mu.Unlock()
	if at, ok := filled[name]; ok {
		return at
	}
	dsn, err := create()
	require.NoError(t, err)
	s, err := store.Open(dsn)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	require.NoError(t, s.Migrate(context.Background()))
	require.NoError(t, fill(s))
	config, err := mysql.ParseDSN(dsn)
	require.NoError(t, err)
	filled[name] = config.DBName // dropped with the throwaway server
	return config.DBName
}
