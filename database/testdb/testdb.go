// Package testdb gives each test a fresh, migrated database on a real MariaDB.
package testdb

import (
	"context"
	"database/sql"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/database"
	"sedum/kernel"
)

// DSN makes an empty database and gives its address; it is dropped when the test ends.
func DSN(t testing.TB) string {
	t.Helper()
	dsn, err := create()
	require.NoError(t, err)
	t.Cleanup(func() {
		config, err := mysql.ParseDSN(dsn)
		if err != nil {
			return
		}
		admin, err := sql.Open("mysql", os.Getenv(database.TestEnvironment))
		if err != nil {
			return
		}
		_, _ = admin.Exec("DROP DATABASE " + strings.ReplaceAll(config.DBName, "`", ""))
		_ = admin.Close()
	})
	return dsn
}

// create makes an empty database on the throwaway server.
func create() (string, error) {
	server := os.Getenv(database.TestEnvironment)
	if server == "" {
		return "", fmt.Errorf("%s is not set: run the tests with ./run test, or one package with ./run test PACKAGE", database.TestEnvironment)
	}
	config, err := mysql.ParseDSN(server)
	if err != nil {
		return "", err
	}
	admin, err := sql.Open("mysql", server)
	if err != nil {
		return "", err
	}
	defer func() { _ = admin.Close() }()
	config.DBName = "t_" + kernel.NewID()
	_, err = admin.Exec("CREATE DATABASE " + config.DBName + " CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci")
	return config.FormatDSN(), err
}

// Open gives a migrated program without rows.
func Open(t testing.TB, settings app.Settings) *kernel.Kernel {
	t.Helper()
	return OpenWith(t, settings, 24)
}

// OpenWith is Open with at most so many connections. The tables are made over a pool of its own: whoever makes them holds a lock beside.
func OpenWith(t testing.TB, settings app.Settings, connections int) *kernel.Kernel {
	t.Helper()
	dsn := DSN(t)
	wide, err := kernel.Open(dsn)
	require.NoError(t, err)
	require.NoError(t, app.New(wide, settings).Migrate(context.Background()))
	require.NoError(t, wide.Close())
	d, err := kernel.OpenWith(dsn, connections)
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	return app.New(d, settings)
}
