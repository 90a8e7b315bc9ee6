package main

import (
	"bytes"
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/people"
	"sedum/app/photos"
	"sedum/app/yard"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"

	"sedum/app"
)

// A backup holds everything, photographs byte for byte, and is put back only where that is wanted.
func TestABackupHoldsPhotographsToo(t *testing.T) {
	ctx := context.Background()
	dsn := testdb.DSN(t)
	house := func(dsn string) *kernel.Kernel {
		d, err := kernel.Open(dsn)
		require.NoError(t, err)
		t.Cleanup(func() { _ = d.Close() })
		return app.New(d, app.Settings{Outside: demo.Outside()})
	}
	from := house(dsn)
	require.NoError(t, from.Migrate(ctx))
	require.NoError(t, demo.Load(ctx, from))
	picture := []byte{}
	for i := range 70_000 {
		picture = append(picture, byte(i*i>>3), 0, '\'', '\\', byte(i))
	}
	photo := photos.Photo{ID: kernel.NewID(), Part: "root", Caption: "„roots“", Width: 1, Height: 1, Picture: picture, Thumbnail: picture[:99], At: time.Now().UTC()}
	var before everything
	require.NoError(t, from.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		trees, err := kernel.Many[yard.Tree](tx, "number", "")
		if err != nil {
			return err
		}
		people, err := kernel.Many[people.Person](tx, "sign_in", "")
		if err != nil {
			return err
		}
		photo.TreeID, photo.PersonID = trees[0].ID, people[0].ID
		return kernel.Add(tx, &photo)
	}))
	require.NoError(t, from.Look(ctx, kernel.Who{}, before.read))

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
	back := house(empty)
	is := func(message string) {
		t.Helper()
		var after everything
		require.NoError(t, back.Look(ctx, kernel.Who{}, after.read))
		assert.Equal(t, before, after, message)
		require.NoError(t, back.Look(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
			again, err := kernel.One[photos.Photo](tx, "id = ?", photo.ID)
			assert.True(t, bytes.Equal(picture, again.Picture), "byte for byte")
			assert.Equal(t, photo.Caption, again.Caption)
			return err
		}))
	}
	is("put into an empty database")

	errs.Reset()
	assert.Equal(t, 1, run([]string{"restore", "--dsn", empty, file}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "Say --over")
	require.NoError(t, back.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		return kernel.Add(tx, &yard.Grower{ID: kernel.NewID(), Name: "came later", Version: 1})
	}))
	require.Zero(t, run([]string{"restore", "--over", "--dsn", empty, file}, nil, &out, &errs), errs.String())
	is("put over what came later")

	// Half a file changes nothing.
	whole, err := os.ReadFile(file)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(file, whole[:len(whole)/2], 0o600))
	errs.Reset()
	assert.Equal(t, 1, run([]string{"restore", "--over", "--dsn", empty, file}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "no whole backup")
	is("after half a file")
	errs.Reset()
	assert.Equal(t, 2, run([]string{"backup", "--dsn", dsn}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "say which file")
}

// everything is the check sum of every table.
type everything map[string]uint64

func (e *everything) read(tx *kernel.Tx) error {
	*e = everything{}
	names, err := kernel.Rows[string](tx, "SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT IN ('sessions', 'house', 'goose_db_version', 'migration_lock', 'security_log')")
	for _, name := range names {
		if err != nil {
			return err
		}
		var sums []struct{ Checksum uint64 }
		sums, err = kernel.Rows[struct{ Checksum uint64 }](tx, "CHECKSUM TABLE `"+name+"`")
		(*e)[name] = sums[0].Checksum
	}
	return err
}
