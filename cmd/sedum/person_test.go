package main

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/database/testdb"
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
