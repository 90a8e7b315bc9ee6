// Package testdb gives each test a fresh, migrated database on a real MariaDB.
package testdb

import (
	"context"
	"database/sql"
	"os"
	"strings"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/require"

	"sedum/database"
	"sedum/store"
)

// DSN makes an empty database and gives its address; it is dropped when the test ends.
func DSN(t testing.TB) string {
	t.Helper()
	server := os.Getenv(database.TestEnvironment)
	if server == "" {
		t.Fatalf("%s is not set: run the tests with ./run test, or one package with ./run test PACKAGE", database.TestEnvironment)
	}
	name := "t_" + store.NewID()
	config, err := mysql.ParseDSN(server)
	require.NoError(t, err)
	admin, err := sql.Open("mysql", server)
	require.NoError(t, err)
	_, err = admin.Exec("CREATE DATABASE " + name + " CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci")
	require.NoError(t, err)
	t.Cleanup(func() {
		_, _ = admin.Exec("DROP DATABASE " + strings.ReplaceAll(name, "`", ""))
		_ = admin.Close()
	})
	config.DBName = name
	return config.FormatDSN()
}

// Open gives a migrated store.
func Open(t testing.TB) *store.Store {
	t.Helper()
	s, err := store.Open(DSN(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, s.Migrate(context.Background()))
	return s
}
