package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/catalogue"
	"sedum/app/people"
	"sedum/core/roles"
	"sedum/database/testdb"
	"sedum/kernel"
)

// An empty database gets its first manager from the shell; a password is never an argument, and a weak one is refused in words.
func TestPeopleAreLetInFromTheShell(t *testing.T) {
	dsn := testdb.DSN(t)
	person := func(in string, args ...string) (int, string, string) {
		return shell(in, append([]string{"person", args[0], "--dsn", dsn}, args[1:]...)...)
	}
	status, _, errs := person("password1234\n", "add", "--name", "Tamsin Oake", "--role", "manager", "tamsin")
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, "password: A guesser would try this early.")
	status, out, errs := person("quince ladder north teapot\n", "add", "--name", "Tamsin Oake", "--role", "manager", "tamsin")
	require.Zero(t, status, errs)
	assert.Contains(t, out, "Tamsin Oake may sign in as tamsin.")
	status, out, _ = person("", "list")
	require.Zero(t, status)
	assert.Equal(t, []string{"tamsin", "Tamsin", "Oake", "manager", "may", "sign", "in"}, strings.Fields(out))
	status, _, errs = person("", "deactivate", "tamsin")
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, "This is the only manager there is.")
	status, _, errs = person("another quince ladder\n", "password", "nobody")
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, `nobody signs in as "nobody"`)
	status, _, errs = person("another quince ladder", "password", "TAMSIN")
	require.Zero(t, status, errs)
	require.Zero(t, first(person("quince ladder north teapot", "add", "--name", "Second", "--role", "manager", "second")))
	require.Zero(t, first(person("", "deactivate", "tamsin")))
	_, out, _ = person("", "list")
	assert.Contains(t, out, "let out")
	for _, wrong := range [][]string{{"person"}, {"person", "dance"}, {"person", "add", "--dsn", dsn, "--role", "king", "x"}, {"person", "password", "--dsn", dsn}} {
		status, _, errs := shell("", wrong...)
		assert.Equal(t, 2, status, wrong)
		assert.Contains(t, errs, "sedum person:")
	}
}

func first(status int, _, _ string) int { return status }

// Kinds come in from the shell: those that ship, and a table of the house's own.
func TestKindsComeInFromTheShell(t *testing.T) {
	dsn := testdb.DSN(t)
	status, out, errs := shell("", "kinds", "import", "--dsn", dsn, "--starter")
	require.Zero(t, status, errs)
	starter, err := catalogue.Starter("")
	require.NoError(t, err)
	assert.Equal(t, fmt.Sprintf("%d kinds were taken in.\n", len(starter)), out)
	table := filepath.Join(t.TempDir(), "ours.csv")
	require.NoError(t, os.WriteFile(table, []byte("common,botanical,habit,ph\nSourwood,Oxydendrum arboreum,single,4 4.5 6 6.5\nHornbeam,Carpinus betulus,single,\n"), 0o600))
	status, out, errs = shell("", "kinds", "import", "--dsn", dsn, table)
	require.Zero(t, status, errs)
	assert.Equal(t, "1 kinds were taken in.\nThere already, and left as they are: Hornbeam.\n", out)
	require.NoError(t, os.WriteFile(table, []byte("common,botanical,habit,ph\nSourwood,Oxydendrum arboreum,single,acid\n"), 0o600))
	status, _, errs = shell("", "kinds", "import", "--dsn", dsn, table)
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, "row 2.ph: This must be a row of four numbers.")
	status, out, _ = shell("", "kinds", "starter")
	assert.Zero(t, status)
	assert.Contains(t, out, "Hornbeam,Carpinus betulus")
	for _, wrong := range [][]string{{"kinds"}, {"kinds", "import", "--dsn", dsn}, {"kinds", "import", "--dsn", dsn, "--starter", "x.csv"}} {
		status, _, errs := shell("", wrong...)
		assert.Equal(t, 2, status, wrong)
		assert.Contains(t, errs, "sedum kinds import")
	}
}

// What is asked for is the answer; what there is not is named.
func TestTheShellHelps(t *testing.T) {
	for _, args := range [][]string{{"--help"}, {"help"}, {"serve", "--help"}, {"version"}} {
		status, out, errs := shell("", args...)
		assert.Zero(t, status, args)
		assert.NotEmpty(t, out, args)
		assert.Empty(t, errs, args)
	}
	status, _, errs := shell("", "dance")
	assert.Equal(t, 2, status)
	assert.Contains(t, errs, `there is no command "dance"`)
}

// A database that never answers is given up, and said; one that has no manager is told how the first comes in.
func TestServeGivesUpAndTellsTheFirstCode(t *testing.T) {
	status, _, errs := shell("", "serve", "--dsn", "sedum@tcp(127.0.0.1:1)/sedum", "--listen", "127.0.0.1:0", "--patience", "1s")
	assert.Equal(t, 1, status)
	assert.Contains(t, errs, "has not answered for 1s")
	d, err := kernel.Open(testdb.DSN(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	k := app.New(d, app.Settings{})
	require.NoError(t, k.Migrate(context.Background()))
	var said strings.Builder
	require.NoError(t, tellFirstCode(context.Background(), k, &said))
	assert.Regexp(t, `make the first manager with this code:\n\n {4}[a-z2-7]{4}(-[a-z2-7]{4}){3}\n`, said.String())
	require.NoError(t, k.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error {
		return people.LetIn(tx, people.NewPerson{Name: "Tamsin Oake", SignIn: "tamsin", Role: roles.Manager}, "quince ladder north teapot")
	}))
	said.Reset()
	require.NoError(t, tellFirstCode(context.Background(), k, &said))
	assert.Empty(t, said.String())
}
