package main

import (
	"context"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/yard"
	"sedum/database"
	"sedum/demo"
	"sedum/internal/wide"
	"sedum/kernel"
)

// kill -9 of a restore, of the database, or of both at any moment: what was there stands whole, or what was in the file does; and the next
// restore goes through.
func TestHardKillsOfARestore(t *testing.T) {
	wide.Only(t)
	ctx := context.Background()
	program := buildProgram(t)
	home := filepath.Join(openHome(t), "db")
	server, err := database.Start(ctx, database.Options{Home: home})
	require.NoError(t, err)
	t.Cleanup(server.Stop)
	dsn := server.DSN("sedum")
	d, err := kernel.Open(dsn)
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	k := app.New(d, app.Settings{Outside: demo.Outside()})
	require.NoError(t, k.Migrate(ctx))
	require.NoError(t, demo.Load(ctx, k))
	file := filepath.Join(t.TempDir(), "yard.sedum")
	restoring := func() *exec.Cmd { return exec.Command(program, "restore", "--over", "--dsn", dsn, file) }
	out, err := exec.Command(program, "backup", "--dsn", dsn, file).CombinedOutput()
	require.NoError(t, err, "%s", out)
	rows := func() (all everything) {
		// A statement goes on when who sent it is dead: its end is waited for.
		require.Eventually(t, func() bool {
			n := 0
			err := d.SQL().QueryRow("SELECT COUNT(*) FROM information_schema.processlist WHERE user = 'sedum' AND command <> 'Sleep' AND id <> CONNECTION_ID()").Scan(&n)
			return err == nil && n == 0
		}, time.Minute, 20*time.Millisecond)
		require.Eventually(t, func() bool { return k.Look(ctx, kernel.Who{}, all.read) == nil }, time.Minute, 50*time.Millisecond)
		return all
	}
	backedUp := rows()
	later := func() everything {
		require.NoError(t, k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
			return kernel.Add(tx, &yard.Grower{ID: kernel.NewID(), Name: "came later", Version: 1})
		}))
		return rows()
	}
	require.NoError(t, d.Close())
	d, err = kernel.OpenWith(dsn, 1)
	require.NoError(t, err)
	k = app.New(d, app.Settings{})
	d.SQL().SetMaxIdleConns(0) // nobody else is at work: a restore waits for nobody

	later()
	began := time.Now()
	out, err = restoring().CombinedOutput()
	require.NoError(t, err, "%s", out)
	whole := time.Since(began)
	require.Equal(t, backedUp, rows())
	before := later()
	stood, put := 0, 0
	for round := range apptest.Times(6, 100) {
		c := restoring()
		require.NoError(t, c.Start())
		time.Sleep(time.Duration(rand.Int64N(int64(whole + whole/10))))
		if round%3 != 1 {
			_ = c.Process.Kill()
		}
		if round%3 != 0 {
			if pid := server.PID(); pid != 0 {
				_ = syscall.Kill(pid, syscall.SIGKILL)
			}
		}
		_ = c.Wait()
		switch now := rows(); {
		case assert.ObjectsAreEqual(before, now):
			stood++
		case assert.ObjectsAreEqual(backedUp, now):
			put++
			before = later()
		default:
			require.Equal(t, before, now, "round %d: neither what was there nor what was in the file", round)
		}
		_, err := d.SQL().Exec("UPDATE house SET closed_until = NULL") // a minute has passed
		require.NoError(t, err)
	}
	t.Logf("a restore takes %v; %d times what was there stood, %d times what was in the file was put", whole.Round(time.Millisecond), stood, put)
	// A server that goes on with what a kill left says that a folder is not empty, and a little later it is.
	_, err = d.SQL().Exec("CREATE DATABASE IF NOT EXISTS sedum_before")
	require.NoError(t, err)
	left := filepath.Join(home, "data", "sedum_before", "left.tmp")
	require.NoError(t, os.WriteFile(left, nil, 0o600))
	time.AfterFunc(time.Second, func() { _ = os.Remove(left) })
	out, err = restoring().CombinedOutput()
	require.NoError(t, err, "%s", out)
	assert.Equal(t, backedUp, rows())
	_, err = os.Stat(left)
	assert.ErrorIs(t, err, os.ErrNotExist, "it waited")
}
