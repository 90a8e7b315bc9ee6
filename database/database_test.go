package database_test

import (
	"context"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"database/sql"

	"sedum/database"
)

func open(t *testing.T, dsn string) *sql.DB {
	t.Helper()
	config, err := mysql.ParseDSN(dsn)
	require.NoError(t, err)
	config.AllowAllFiles = true
	connector, err := mysql.NewConnector(config)
	require.NoError(t, err)
	d := sql.OpenDB(connector)
	t.Cleanup(func() { _ = d.Close() })
	return d
}

func folder(t *testing.T) string {
	t.Helper()
	f, err := os.MkdirTemp("", "sedum-database-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(f, 0o755))
	t.Cleanup(func() { _ = os.RemoveAll(f) })
	return f
}

// The program's account owns its records and what a restore needs, and nothing else of the server or the machine; one of before is narrowed.
func TestTheProgramsAccountOwnsItsRecordsOnly(t *testing.T) {
	home := filepath.Join(folder(t), "db")
	outside := filepath.Join(folder(t), "letter.txt")
	require.NoError(t, os.WriteFile(outside, []byte("dear\n"), 0o644))
	look := func(throwaway bool) *sql.DB {
		s, err := database.Start(context.Background(), database.Options{Home: home, Throwaway: throwaway})
		require.NoError(t, err)
		t.Cleanup(s.Stop)
		return open(t, s.DSN("sedum"))
	}
	s, err := database.Start(context.Background(), database.Options{Home: home, Throwaway: true})
	require.NoError(t, err)
	wide := open(t, s.DSN("sedum"))
	_, err = wide.Exec("CREATE DATABASE elsewhere")
	require.NoError(t, err, "a test's account makes databases")
	s.Stop()
	d := look(false)
	for _, may := range []string{"CREATE TABLE letters (id INT)", "INSERT INTO letters VALUES (1)", "CREATE DATABASE sedum_next", "CREATE DATABASE sedum_before",
		"RENAME TABLE letters TO sedum_before.letters", "DROP DATABASE sedum_next", "DROP DATABASE sedum_before"} {
		_, err := d.Exec(may)
		assert.NoError(t, err, may)
	}
	for _, not := range []string{"CREATE DATABASE another", "CREATE DATABASE sedumXnext", "CREATE TABLE elsewhere.t (id INT)", "SELECT * FROM mysql.global_priv", "SET GLOBAL max_connections = 5",
		"SELECT 1 INTO OUTFILE '/tmp/sedum-letter'", "SELECT LOAD_FILE('" + outside + "') IS NULL FROM mysql.user", "CREATE USER 'x'@'localhost'", "SHUTDOWN"} {
		_, err := d.Exec(not)
		assert.Error(t, err, not)
	}
	_, err = d.Exec("CREATE TABLE post (text TEXT)")
	require.NoError(t, err)
	_, err = d.Exec("LOAD DATA LOCAL INFILE '" + outside + "' INTO TABLE post")
	assert.Error(t, err)
	var own, links string
	require.NoError(t, d.QueryRow("SELECT @@tmpdir, @@have_symlink").Scan(&own, &links))
	assert.Equal(t, []string{filepath.Join(home, "tmp"), "DISABLED"}, []string{own, links})
}

// Nothing is written through a link, and a folder that the server's user cannot reach is told in plain words.
func TestAFolderThatWillNotDoIsToldInWords(t *testing.T) {
	if os.Geteuid() != 0 {
		t.Skip("only root starts the server as somebody else")
	}
	start := func(home string) error {
		s, err := database.Start(context.Background(), database.Options{Home: home, Throwaway: true})
		if err == nil {
			s.Stop()
		}
		return err
	}
	shut := folder(t)
	require.NoError(t, os.Chmod(shut, 0o700))
	assert.ErrorContains(t, start(filepath.Join(shut, "db")), "the database runs as nobody, who may not enter "+shut+" (mode 0700). Let others pass it (chmod o+x "+shut+")")

	target, at := folder(t), folder(t)
	require.NoError(t, os.Symlink(target, filepath.Join(at, "db")))
	assert.ErrorContains(t, start(filepath.Join(at, "db")), "Nothing is written through a link")

	letter := filepath.Join(target, "letter.txt")
	require.NoError(t, os.WriteFile(letter, []byte("dear"), 0o600))
	home := filepath.Join(folder(t), "db")
	require.NoError(t, os.Mkdir(home, 0o755))
	for _, name := range []string{"init.sql", "init.sql.part", "secret.part"} {
		require.NoError(t, os.Symlink(letter, filepath.Join(home, name)))
	}
	require.NoError(t, start(home))
	text, err := os.ReadFile(letter)
	require.NoError(t, err)
	assert.Equal(t, "dear", string(text), "what a link leads to is left alone")
	info, err := os.Stat(letter)
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm())
}
