package store_test

import (
	"errors"
	"sync"
	"testing"

	"github.com/go-sql-driver/mysql"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/store"
)

// Two deeds that take the same two trees in opposite order stand in each other's way. The database ends one of them; it is done
// again, and in the end both happened, once each.
func TestDeedsThatMeetAreDoneAgain(t *testing.T) {
	s := testdb.Open(t)
	first, second := tree(t, s), tree(t, s)
	var met sync.WaitGroup
	met.Add(2)
	tries := make(chan string, 20)
	deed := func(name string, one, other store.Tree) func(*store.Store) error {
		waited := false
		return func(tx *store.Store) error {
			tries <- name
			a, err := tx.TreeForUpdate(ctx, one.Tag)
			if err != nil {
				return err
			}
			if !waited { // each holds one tree before it asks for the other
				waited = true
				met.Done()
				met.Wait()
			}
			b, err := tx.TreeForUpdate(ctx, other.Tag)
			if err != nil {
				return err
			}
			a.State, b.State = stock.InWork, stock.InWork
			return errors.Join(tx.MoveTree(ctx, a), tx.MoveTree(ctx, b))
		}
	}
	var both sync.WaitGroup
	results := make(chan error, 2)
	for _, do := range []func(*store.Store) error{deed("there", first, second), deed("back", second, first)} {
		both.Add(1)
		go func() {
			defer both.Done()
			results <- s.InTransaction(ctx, do)
		}()
	}
	both.Wait()
	close(results)
	for err := range results {
		require.NoError(t, err)
	}
	close(tries)
	n := 0
	for range tries {
		n++
	}
	assert.Greater(t, n, 2, "one of them was done again")
	for _, tag := range []string{first.Tag, second.Tag} {
		now, err := s.TreeByTag(ctx, tag)
		require.NoError(t, err)
		assert.Equal(t, 3, now.Version, "each deed counted once")
	}
}

// A deed that always meets another is given up after five tries; any other error is not tried again.
func TestADeedIsNotDoneAgainForever(t *testing.T) {
	s := testdb.Open(t)
	tries := 0
	err := s.InTransaction(ctx, func(*store.Store) error {
		tries++
		return &mysql.MySQLError{Number: 1213, Message: "deadlock"}
	})
	require.Error(t, err)
	assert.Equal(t, 5, tries)
	tries = 0
	boom := errors.New("boom")
	err = s.InTransaction(ctx, func(*store.Store) error { tries++; return boom })
	assert.ErrorIs(t, err, boom)
	assert.Equal(t, 1, tries)
}
