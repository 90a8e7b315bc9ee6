package store_test

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/store"
)

var ctx = context.Background()

func person(t *testing.T, s *store.Store) store.Person {
	t.Helper()
	p := store.Person{ID: store.NewID(), SignIn: "p" + store.NewID(), Name: "Somebody", Role: store.YardHand, PasswordHash: "x", Active: true, Version: 1}
	require.NoError(t, store.Add(ctx, s, &p))
	return p
}

func tree(t *testing.T, s *store.Store) store.Tree {
	t.Helper()
	g := store.Grower{ID: store.NewID(), Name: store.NewID(), Place: "there", Version: 1}
	k := store.Kind{ID: store.NewID(), Common: "Hornbeam", Botanical: store.NewID(), Habit: stock.Single, Version: 1}
	require.NoError(t, store.Add(ctx, s, &g))
	require.NoError(t, store.Add(ctx, s, &k))
	n, err := s.Next(ctx, "lot", 1)
	require.NoError(t, err)
	l := store.Lot{ID: store.NewID(), Number: n, GrowerID: g.ID, KindID: k.ID, Form: stock.Container, Pot: "standard", PotL: 25, BallDiameterMM: 330,
		BallHeightMM: 280, CaliperMM: 32, HeightM: 2.1, PriceCents: 100, ArrivedOn: time.Now(), Version: 1}
	require.NoError(t, store.Add(ctx, s, &l))
	tr := store.Tree{ID: store.NewID(), Tag: store.NewID()[:7], LotID: l.ID, LotNumber: l.Number, Number: 1, State: stock.Unchecked, StateSince: time.Now().UTC(), Version: 1}
	require.NoError(t, store.Add(ctx, s, &tr))
	return tr
}

func TestMigrationsGoAllTheWayUpAndDown(t *testing.T) {
	s := testdb.Open(t)
	require.NoError(t, s.Migrate(ctx), "again, nothing to do")
	require.NoError(t, s.Undo(ctx))
	require.NoError(t, s.Migrate(ctx))
}

func TestTwoProgramsMigrateOnce(t *testing.T) {
	dsn := testdb.DSN(t)
	var wait sync.WaitGroup
	failures := make(chan error, 3)
	for range 3 {
		wait.Add(1)
		go func() {
			defer wait.Done()
			s, err := store.Open(dsn)
			if err == nil {
				err = s.Migrate(ctx)
				_ = s.Close()
			}
			failures <- err
		}()
	}
	wait.Wait()
	close(failures)
	for err := range failures {
		assert.NoError(t, err)
	}
}

func TestEveryConstraintHasAName(t *testing.T) {
	s := testdb.Open(t)
	rows, err := s.SQL().Query("SELECT table_name, constraint_name FROM information_schema.table_constraints WHERE constraint_schema = DATABASE() AND constraint_type IN ('FOREIGN KEY', 'UNIQUE')")
	require.NoError(t, err)
	defer func() { _ = rows.Close() }()
	n := 0
	for rows.Next() {
		var table, name string
		require.NoError(t, rows.Scan(&table, &name))
		if strings.HasPrefix(table, "goose") {
			continue
		}
		n++
		assert.Regexp(t, `^(fk|uq)_`, name, table)
	}
	require.NoError(t, rows.Err())
	assert.Greater(t, n, 15)
}

func TestTheDatabaseHoldsItsRules(t *testing.T) {
	s := testdb.Open(t)
	p := person(t, s)
	assert.ErrorIs(t, store.Add(ctx, s, &store.Person{ID: store.NewID(), SignIn: p.SignIn, Name: "b", Role: store.Advisor, Version: 1}), store.ErrTwice)
	assert.Error(t, store.Add(ctx, s, &store.Person{ID: store.NewID(), SignIn: "x", Name: "b", Role: "king", Version: 1}), "CHECK of roles")
	assert.Error(t, store.Add(ctx, s, &store.Check{ID: store.NewID(), TreeID: "nobody", PersonID: p.ID, At: time.Now()}), "foreign key")
	assert.Error(t, store.Add(ctx, s, &store.Person{ID: store.NewID(), SignIn: strings.Repeat("x", 61), Name: "b", Role: store.Advisor, Version: 1}), "strict mode does not cut")
	_, err := s.PersonBySignIn(ctx, "nobody")
	assert.ErrorIs(t, err, store.ErrMissing)
	_, err = s.TreeByTag(ctx, "nothing")
	assert.ErrorIs(t, err, store.ErrMissing)
}

// A measurement of zero is a measurement: it must be kept as zero and not as unknown.
func TestZeroIsKeptAsZero(t *testing.T) {
	s := testdb.Open(t)
	p, tr := person(t, s), tree(t, s)
	zero := 0.0
	c := store.Check{ID: store.NewID(), TreeID: tr.ID, PersonID: p.ID, At: time.Now().UTC().Truncate(time.Microsecond), Verdict: stock.Sell, Rules: map[rules.Key]float64{},
		Readings: stock.Readings{SeenDepthMM: &zero, Probes: []stock.Probe{}, Roots: []stock.Circler{}}}
	require.NoError(t, store.Add(ctx, s, &c))
	back, err := s.CheckByID(ctx, c.ID)
	require.NoError(t, err)
	require.NotNil(t, back.Readings.SeenDepthMM)
	assert.Zero(t, *back.Readings.SeenDepthMM)
	assert.Nil(t, back.Readings.FillPct)
	assert.Equal(t, c.At, back.At)
	assert.Equal(t, p.Name, back.Person.Name)
}

func TestNumbersHaveNoGapsAndNoTwins(t *testing.T) {
	s := testdb.Open(t)
	var mu sync.Mutex
	var wait sync.WaitGroup
	seen := map[int]bool{}
	for range 8 {
		wait.Add(1)
		go func() {
			defer wait.Done()
			for range 10 {
				var n int
				err := s.InTransaction(ctx, func(tx *store.Store) (err error) {
					n, err = tx.Next(ctx, "sheet", 1)
					return err
				})
				assert.NoError(t, err)
				mu.Lock()
				assert.False(t, seen[n], "%d twice", n)
				seen[n] = true
				mu.Unlock()
			}
		}()
	}
	wait.Wait()
	for n := 1; n <= 80; n++ {
		assert.True(t, seen[n], n)
	}
}

func TestADeedIsAllOrNothing(t *testing.T) {
	s := testdb.Open(t)
	boom := errors.New("boom")
	id := store.NewID()
	err := s.InTransaction(ctx, func(tx *store.Store) error {
		require.NoError(t, store.Add(ctx, tx, &store.Customer{ID: id, Name: "x", Version: 1}))
		return boom
	})
	assert.ErrorIs(t, err, boom)
	_, err = s.CustomerByID(ctx, id)
	assert.ErrorIs(t, err, store.ErrMissing)
}

// The bench list is served by an index whatever its length: the plan of the query names one for trees.
func TestTheBenchListUsesAnIndex(t *testing.T) {
	s := testdb.Open(t)
	for _, q := range []string{
		"EXPLAIN SELECT t.tag FROM trees t WHERE t.tag > 'AAA' ORDER BY t.tag LIMIT 100",
		"EXPLAIN SELECT t.tag FROM trees t WHERE t.state = 'held' ORDER BY t.due_on LIMIT 6",
		"EXPLAIN SELECT id FROM checks WHERE tree_id = 'x' ORDER BY at DESC",
	} {
		rows, err := s.SQL().Query(q)
		require.NoError(t, err)
		columns, err := rows.Columns()
		require.NoError(t, err)
		require.True(t, rows.Next())
		cells := make([]any, len(columns))
		for i := range cells {
			cells[i] = new(any)
		}
		require.NoError(t, rows.Scan(cells...))
		_ = rows.Close()
		line := ""
		for i, c := range cells {
			if columns[i] == "key" {
				line = fmt.Sprintf("%s", *c.(*any))
			}
		}
		assert.Regexp(t, `ix_|uq_`, line, q)
	}
}
