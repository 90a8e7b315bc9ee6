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

	"sedum/database/testdb"
	"sedum/demo"
	"sedum/desk"
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
	d := demo.WithStandIns(desk.New(testdb.Open(t)))
	require.NoError(t, demo.Load(ctx, d))
	p, err := d.Store.PersonBySignIn(ctx, "ilsa")
	require.NoError(t, err)
	hand, err := d.Caller(ctx, p.ID)
	require.NoError(t, err)
	before, err := d.Messages(ctx, hand)
	require.NoError(t, err)
	assert.Empty(t, before)
	ended := make(chan struct{})
	go func() { watchClocks(ctx, d); close(ended) }()
	assert.EventuallyWithT(t, func(c *assert.CollectT) {
		now, err := d.Messages(context.Background(), hand)
		assert.NoError(c, err)
		codes := map[string]int{}
		for _, m := range now {
			codes[m.Code]++
		}
		assert.Equal(c, 1, codes["clock-critical"], "the whips that came in nothing")
	}, 30*time.Second, 100*time.Millisecond)
	stop()
	select {
	case <-ended:
	case <-time.After(10 * time.Second):
		t.Fatal("it goes on after its program has ended")
	}
}
