package testdb

import (
	"context"
	"database/sql"
	"fmt"
	"sync"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/kernel"
)

var (
	filled = map[string]string{} // what is filled in: the database that holds it
	mu     sync.Mutex
)

// Copy gives a migrated program with the rows that fill puts into one. What is filled in under a name is filled in once for all
// tests of a package and copied from there; the copy is the test's own.
func Copy(t testing.TB, settings app.Settings, name string, fill func(*kernel.Kernel) error) *kernel.Kernel {
	t.Helper()
	return CopyWith(t, settings, 24, name, fill)
}

// CopyWith is Copy with at most so many connections.
func CopyWith(t testing.TB, settings app.Settings, connections int, name string, fill func(*kernel.Kernel) error) *kernel.Kernel {
	t.Helper()
	from := filledOnce(t, settings, name, fill)
	k := OpenWith(t, settings, connections)
	require.NoError(t, copyRows(context.Background(), k.Database().SQL(), from))
	return k
}

func copyRows(ctx context.Context, pool *sql.DB, from string) error {
	// One connection, for the foreign keys are left unchecked on it: what is copied held before.
	c, err := pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = c.Close() }()
	rows, err := c.QueryContext(ctx, "SELECT table_name, GROUP_CONCAT(CONCAT('`', column_name, '`') ORDER BY ordinal_position) FROM information_schema.columns "+
		"WHERE table_schema = DATABASE() AND table_name <> 'goose_db_version' AND is_generated = 'NEVER' GROUP BY table_name")
	if err != nil {
		return err
	}
	tables := map[string]string{} // with their columns, but for those that follow from others
	for rows.Next() {
		var name, columns string
		if err := rows.Scan(&name, &columns); err != nil {
			return err
		}
		tables[name] = columns
	}
	if err := rows.Err(); err != nil {
		return err
	}
	begin := []string{"SET foreign_key_checks = 0", "START TRANSACTION"}
	for name, columns := range tables {
		begin = append(begin, "DELETE FROM `"+name+"`", "INSERT INTO `"+name+"` ("+columns+") SELECT "+columns+" FROM "+from+".`"+name+"`")
	}
	for _, statement := range append(begin, "COMMIT", "SET foreign_key_checks = 1") {
		if _, err := c.ExecContext(ctx, statement); err != nil {
			return fmt.Errorf("%s: %w", statement, err)
		}
	}
	return nil
}

func filledOnce(t testing.TB, settings app.Settings, name string, fill func(*kernel.Kernel) error) string {
	t.Helper()
	mu.Lock()
	defer mu.Unlock()
	if at, ok := filled[name]; ok {
		return at
	}
	dsn, err := create()
	require.NoError(t, err)
	d, err := kernel.Open(dsn)
	require.NoError(t, err)
	defer func() { _ = d.Close() }()
	k := app.New(d, settings)
	require.NoError(t, k.Migrate(context.Background()))
	require.NoError(t, fill(k))
	config, err := mysql.ParseDSN(dsn)
	require.NoError(t, err)
	filled[name] = config.DBName // dropped with the throwaway server
	return config.DBName
}
