package main

import (
	"bytes"
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/store"
)

// A backup holds everything, photographs byte for byte, and is put back only where that is wanted.
func TestABackupHoldsPhotographsToo(t *testing.T) {
	ctx := context.Background()
	dsn := testdb.DSN(t)
	s, err := store.Open(dsn)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, s.Migrate(ctx))
	p := store.Person{ID: store.NewID(), SignIn: "somebody", Name: "Søren O'Hare", Role: store.YardHand, PasswordHash: "x", Active: true, Version: 1}
	g := store.Grower{ID: store.NewID(), Name: "Quarry & Sons", Version: 1}
	k := store.Kind{ID: store.NewID(), Common: "Hornbeam", Botanical: "B", Habit: stock.Single, Version: 1}
	l := store.Lot{ID: store.NewID(), Number: 1, GrowerID: g.ID, KindID: k.ID, Form: stock.Container, Pot: "standard", BallDiameterMM: 300, BallHeightMM: 250, CaliperMM: 20, HeightM: 2, ArrivedOn: time.Now(), Version: 1}
	tr := store.Tree{ID: store.NewID(), Tag: "ABC123", LotID: l.ID, LotNumber: l.Number, Number: 1, State: stock.Unchecked, StateSince: time.Now().UTC(), Version: 1}
	picture := []byte{}
	for i := range 70_000 {
		picture = append(picture, byte(i*i>>3), 0, '\'', '\\', byte(i))
	}
	photo := store.Photo{ID: store.NewID(), TreeID: tr.ID, Part: "root", Caption: "„roots“", Width: 1, Height: 1, Picture: picture, Thumbnail: picture[:99], PersonID: p.ID, At: time.Now().UTC()}
	require.NoError(t, store.Add(ctx, s, &p))
	require.NoError(t, store.Add(ctx, s, &g))
	require.NoError(t, store.Add(ctx, s, &k))
	require.NoError(t, store.Add(ctx, s, &l))
	require.NoError(t, store.Add(ctx, s, &tr))
	require.NoError(t, store.Add(ctx, s, &photo))

	file := filepath.Join(t.TempDir(), "yard.sedum")
	var out, errs bytes.Buffer
	require.Zero(t, run([]string{"backup", "--dsn", dsn, file}, nil, &out, &errs), errs.String())
	assert.Contains(t, out.String(), "photographs too")
	info, err := os.Stat(file)
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), "it holds customers' names")
	_, err = os.Stat(file + ".part")
	assert.ErrorIs(t, err, os.ErrNotExist)

	empty := testdb.DSN(t)
	require.Zero(t, run([]string{"restore", "--dsn", empty, file}, nil, &out, &errs), errs.String())
	back, err := store.Open(empty)
	require.NoError(t, err)
	t.Cleanup(func() { _ = back.Close() })
	again, err := back.PhotoByID(ctx, photo.ID)
	require.NoError(t, err)
	assert.True(t, bytes.Equal(picture, again.Picture), "byte for byte")
	assert.Equal(t, photo.Caption, again.Caption)
	who, err := back.PersonBySignIn(ctx, "somebody")
	require.NoError(t, err)
	assert.Equal(t, p.Name, who.Name)

	errs.Reset()
	assert.Equal(t, 1, run([]string{"restore", "--dsn", empty, file}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "Say --over")
	require.NoError(t, store.Add(ctx, back, &store.Grower{ID: store.NewID(), Name: "came later", Version: 1}))
	require.Zero(t, run([]string{"restore", "--over", "--dsn", empty, file}, nil, &out, &errs), errs.String())
	_, err = back.GrowerByName(ctx, "came later")
	assert.ErrorIs(t, err, store.ErrMissing)

	// Half a file changes nothing.
	whole, err := os.ReadFile(file)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(file, whole[:len(whole)/2], 0o600))
	errs.Reset()
	assert.Equal(t, 1, run([]string{"restore", "--over", "--dsn", empty, file}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "no whole backup")
	_, err = back.PhotoByID(ctx, photo.ID)
	assert.NoError(t, err)
	errs.Reset()
	assert.Equal(t, 2, run([]string{"backup", "--dsn", dsn}, nil, &out, &errs))
	assert.True(t, strings.Contains(errs.String(), "say which file"))
}
