package main

import (
	"bytes"
	"context"
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/messages"
	"sedum/kernel"
)

func shell(in string, args ...string) (status int, out, errs string) {
	var o, e bytes.Buffer
	status = run(args, strings.NewReader(in), &o, &e)
	return status, o.String(), e.String()
}

func TestCalcInTheShell(t *testing.T) {
	status, out, _ := shell("", "calc", "--list")
	assert.Zero(t, status)
	assert.Contains(t, strings.Split(out, "\n"), "root-ball")
	status, out, _ = shell(`{"lat_deg":44,"day_of_year":196,"tmax_c":28,"tmin_c":14}`, "calc", "et0")
	assert.Zero(t, status)
	assert.JSONEq(t, `{"extraterrestrial_mj":40.66,"et0_mm":5.54}`, out)
	for _, args := range [][]string{{"calc", "hole", "--schema"}, {"calc", "--schema", "hole"}} {
		status, out, _ = shell("", args...)
		assert.Zero(t, status)
		var schema struct{ Input, Output map[string]any }
		require.NoError(t, json.Unmarshal([]byte(out), &schema))
		assert.NotEmpty(t, schema.Input)
		assert.NotEmpty(t, schema.Output)
	}
}

func TestBadInputInTheShellExitsTwoWithOneProblem(t *testing.T) {
	for _, c := range []struct{ name, in, code string }{
		{"et0", `{"lat_deg":44}`, "required"}, {"et0", `{"lat_deg":44,"day_of_year":196,"tmax_c":8,"tmin_c":14}`, "below_minimum"},
		{"et0", `{`, ""}, {"moonphase", `{}`, ""},
	} {
		status, out, errs := shell(c.in, "calc", c.name)
		assert.Equal(t, 2, status)
		assert.Empty(t, out)
		var p struct {
			Title, Detail string
			Errors        []struct{ Field, Message, Code string }
		}
		require.NoError(t, json.Unmarshal([]byte(errs), &p), errs)
		assert.NotEmpty(t, p.Title)
		if c.code != "" {
			assert.Equal(t, c.code, p.Errors[0].Code)
			assert.NotEmpty(t, p.Errors[0].Message)
		}
	}
	for _, args := range [][]string{{}, {"dance"}, {"calc"}} {
		status, _, errs := shell("", args...)
		assert.Equal(t, 2, status)
		assert.Contains(t, errs, "sedum calc NAME")
	}
}

// The running program rings the clocks by itself: nobody has to look at the board.
func TestTheProgramWatchesTheClocks(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	w := apptest.Open(t)
	told := func() map[string]int {
		codes := map[string]int{}
		assert.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			all, err := kernel.Many[messages.Message](tx, "at", "")
			for _, m := range all {
				codes[m.Code]++
			}
			return err
		}))
		return codes
	}
	assert.Empty(t, told())
	ended := make(chan struct{})
	go func() { w.Kernel.Work(ctx); close(ended) }()
	assert.EventuallyWithT(t, func(c *assert.CollectT) {
		assert.Equal(c, 1, told()["clock-critical"], "the whips that came in nothing")
	}, 30*time.Second, 100*time.Millisecond)
	stop()
	select {
	case <-ended:
	case <-time.After(10 * time.Second):
		t.Fatal("it goes on after its program has ended")
	}
}
