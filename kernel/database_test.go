package kernel_test

import (
	"context"
	"errors"
	"strings"
	"sync"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/ground"
	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/database/testdb"
	"sedum/kernel"
)

var ctx = context.Background()

// nobody acts in these tests.
var nobody = kernel.Who{}

func addGrower(tx *kernel.Tx, name string) error {
	return kernel.Add(tx, &yard.Grower{ID: kernel.NewID(), Name: name, Place: "there", Version: 1})
}

func growers(t *testing.T, k *kernel.Kernel) (n int) {
	t.Helper()
	require.NoError(t, k.Look(ctx, nobody, func(tx *kernel.Tx) (err error) {
		n, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM growers")
		return err
	}))
	return n
}

func TestADeedIsAllOrNothing(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	boom := errors.New("boom")
	err := k.Do(ctx, nobody, func(tx *kernel.Tx) error {
		require.NoError(t, addGrower(tx, "one"))
		return boom
	})
	assert.ErrorIs(t, err, boom)
	assert.Zero(t, growers(t, k))
	assert.Panics(t, func() {
		_ = k.Do(ctx, nobody, func(tx *kernel.Tx) error {
			require.NoError(t, addGrower(tx, "one"))
			panic("boom")
		})
	})
	assert.Zero(t, growers(t, k))
	err = k.Do(ctx, nobody, func(tx *kernel.Tx) error { return kernel.Settled{Err: errors.Join(boom, addGrower(tx, "one"))} })
	assert.ErrorIs(t, err, boom)
	assert.Equal(t, 1, growers(t, k), "what is settled stays, though the answer is an error")
}

// Whatever statement of a deed fails (here: no room left, MariaDB's 1114), nothing of it is in, the connection is clean, and the same
// deed done again is in once. A deed that goes on after an error is not in either.
func TestADeedThatFailsAnywhereLeavesNothing(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	full := &mysql.MySQLError{Number: 1114, Message: "The table is full"}
	deed := func(tx *kernel.Tx) error {
		for _, name := range []string{"a", "b", "c"} {
			if err := addGrower(tx, name); err != nil {
				return err
			}
		}
		return nil
	}
	for at := 1; at <= 3; at++ {
		n := 0
		k.Database().Watch = func(string, []any) error {
			if n++; n == at {
				return full
			}
			return nil
		}
		assert.ErrorIs(t, k.Do(ctx, nobody, deed), full)
		n = 0
		assert.ErrorIs(t, k.Do(ctx, nobody, func(tx *kernel.Tx) error {
			_ = deed(tx) // somebody does not look at the error
			_ = addGrower(tx, "d")
			return nil
		}), full, "and goes on")
		k.Database().Watch = nil
		assert.Zero(t, growers(t, k))
	}
	require.NoError(t, k.Do(ctx, nobody, deed))
	assert.Equal(t, 3, growers(t, k))
}

// Two deeds that take the same two records in opposite order stand in each other's way. The database ends one of them; it is done
// again, and in the end both happened, once each.
func TestDeedsThatMeetAreDoneAgain(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	require.NoError(t, k.Do(ctx, nobody, func(tx *kernel.Tx) error { return errors.Join(addGrower(tx, "there"), addGrower(tx, "back")) }))
	var met sync.WaitGroup
	met.Add(2)
	tries := make(chan string, 20)
	deed := func(one, other string) func(*kernel.Tx) error {
		waited := false
		grow := func(tx *kernel.Tx, name string) error {
			g, err := kernel.Held[yard.Grower](tx, "SELECT * FROM growers WHERE name = ?", name)
			if err != nil {
				return err
			}
			return kernel.ChangeOne[yard.Grower](tx, map[string]any{"version": g.Version + 1}, "id = ?", g.ID)
		}
		return func(tx *kernel.Tx) error {
			tries <- one
			if err := grow(tx, one); err != nil {
				return err
			}
			if !waited { // each holds one before it asks for the other
				waited = true
				met.Done()
				met.Wait()
			}
			return grow(tx, other)
		}
	}
	results := make(chan error, 2)
	for _, do := range []func(*kernel.Tx) error{deed("there", "back"), deed("back", "there")} {
		go func() { results <- k.Do(ctx, nobody, do) }()
	}
	require.NoError(t, errors.Join(<-results, <-results))
	close(tries)
	assert.Greater(t, len(tries), 2, "one of them was done again")
	require.NoError(t, k.Look(ctx, nobody, func(tx *kernel.Tx) error {
		list, err := kernel.Many[yard.Grower](tx, "name", "")
		for _, g := range list {
			assert.Equal(t, 3, g.Version, "each deed counted once")
		}
		return err
	}))
}

// A deed that always meets another is given up after some tries; any other error is not tried again.
func TestADeedIsNotDoneAgainForever(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	tries := 0
	err := k.Do(ctx, nobody, func(*kernel.Tx) error { tries++; return &mysql.MySQLError{Number: 1213, Message: "deadlock"} })
	require.Error(t, err)
	assert.Equal(t, 8, tries)
	tries = 0
	boom := errors.New("boom")
	assert.ErrorIs(t, k.Do(ctx, nobody, func(*kernel.Tx) error { tries++; return boom }), boom)
	assert.Equal(t, 1, tries)
}

func TestNumbersHaveNoGapsAndNoTwins(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	var mu sync.Mutex
	var wait sync.WaitGroup
	seen := map[int]bool{}
	for range 8 {
		wait.Go(func() {
			for range 10 {
				var n int
				assert.NoError(t, k.Do(ctx, nobody, func(tx *kernel.Tx) (err error) { n, err = tx.Next("sheet", 1); return err }))
				mu.Lock()
				assert.False(t, seen[n], "%d twice", n)
				seen[n] = true
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	for n := 1; n <= 80; n++ {
		assert.True(t, seen[n], n)
	}
}

func TestTheDatabaseHoldsItsRules(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	do := func(record *people.Person) error {
		return k.Do(ctx, nobody, func(tx *kernel.Tx) error { return kernel.Add(tx, record) })
	}
	person := func(role roles.Role, signIn string) *people.Person {
		return &people.Person{ID: kernel.NewID(), SignIn: signIn, Name: "b", Role: role, Version: 1}
	}
	require.NoError(t, do(person(roles.Advisor, "x")))
	assert.ErrorIs(t, do(person(roles.Advisor, "x")), kernel.ErrTwice)
	assert.Error(t, do(person("king", "y")), "CHECK of roles")
	assert.Error(t, do(person(roles.Advisor, strings.Repeat("x", 61))), "strict mode does not cut")
	err := k.Look(ctx, nobody, func(tx *kernel.Tx) error {
		_, err := kernel.One[people.Person](tx, "sign_in = ?", "nobody")
		return err
	})
	assert.ErrorIs(t, err, kernel.ErrMissing)
	err = k.Do(ctx, nobody, func(tx *kernel.Tx) error {
		return kernel.Add(tx, &ground.Spot{ID: kernel.NewID(), SiteID: "nowhere", Version: 1})
	})
	assert.Error(t, err, "foreign key")
}

// Migrations go all the way up and down; several programs migrate once; one that is cut short at any statement is done again.
func TestMigrationsUpAndDownAndCutShort(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	require.NoError(t, k.Migrate(ctx), "again, nothing to do")
	require.NoError(t, k.Undo(ctx))
	failures := make(chan error, 3)
	for range 3 {
		go func() { failures <- k.Migrate(ctx) }()
	}
	require.NoError(t, errors.Join(<-failures, <-failures, <-failures))
	tables := func() (names []string) {
		rows, err := k.Database().SQL().Query("SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT LIKE 'goose%' AND table_name NOT LIKE 'migration%' ORDER BY table_name")
		require.NoError(t, err)
		defer func() { _ = rows.Close() }()
		for rows.Next() {
			var name string
			require.NoError(t, rows.Scan(&name))
			names = append(names, name)
		}
		return names
	}
	all := tables()
	// What is there may stand in any order of its making: a cut leaves the first tables of a file without its record.
	for cut := 0; cut < len(all); cut += 3 {
		_, err := k.Database().SQL().Exec("DELETE FROM goose_db_version WHERE version_id >= ?", 1+cut/3)
		require.NoError(t, err)
		require.NoError(t, k.Migrate(ctx), "cut %d", cut)
		assert.Equal(t, all, tables())
	}
}

func TestEveryConstraintHasAName(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	rows, err := k.Database().SQL().Query("SELECT table_name, constraint_name FROM information_schema.table_constraints WHERE constraint_schema = DATABASE() AND constraint_type IN ('FOREIGN KEY', 'UNIQUE')")
	require.NoError(t, err)
	defer func() { _ = rows.Close() }()
	n := 0
	for rows.Next() {
		var table, name string
		require.NoError(t, rows.Scan(&table, &name))
		if !strings.HasPrefix(table, "goose") {
			n++
			assert.Regexp(t, `^(fk|uq)_`, name, table)
		}
	}
	assert.Greater(t, n, 15)
}
