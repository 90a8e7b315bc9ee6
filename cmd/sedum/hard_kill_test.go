package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/internal/wide"
	"sedum/kernel"
)

// target is the program as its writers know it: where it is now, after however many restarts. With several programs a writer goes to the
// next one when one does not answer.
type target struct {
	addresses atomic.Pointer[[]string]
	client    *http.Client
	stop      atomic.Bool
	saved     [writers]atomic.Int64
	// longest is how long a writer waited for one look at most, in nanoseconds.
	longest [writers]atomic.Int64
}

func (y *target) at(addresses ...string) { y.addresses.Store(&addresses) }

const (
	writers = 4
	// looksATree: a writer goes on to its next tree, as a hand in the yard does.
	looksATree = 20
)

// saveUntilKept sends one look under one key until it is answered, however often the program or its database dies meanwhile.
func (y *target) saveUntilKept(me int, tag string, version int) (after int, err error) {
	key := kernel.NewID()
	body, err := json.Marshal(map[string]any{"version": version, "after_work": false,
		"readings": map[string]any{"above": map[string]any{"ties": "none"}, "probes": []any{}, "roots": []any{}}})
	if err != nil {
		return 0, err
	}
	began := time.Now()
	for at := me; time.Since(began) < 90*time.Second; time.Sleep(50 * time.Millisecond) {
		addresses := *y.addresses.Load()
		request, err := http.NewRequest("POST", addresses[at%len(addresses)]+"/api/v1/trees/"+tag+"/checks", bytes.NewReader(body))
		if err != nil {
			return 0, err
		}
		at++
		request.Header.Set("Content-Type", "application/json")
		request.Header.Set("Idempotency-Key", key)
		answer, err := y.client.Do(request)
		if err != nil {
			continue // nobody is there
		}
		text, err := io.ReadAll(answer.Body)
		_ = answer.Body.Close()
		var saved struct{ Version int }
		switch {
		case err != nil || answer.StatusCode >= 500:
			continue
		case answer.StatusCode != 200:
			return 0, fmt.Errorf("%s answered %d: %s", tag, answer.StatusCode, text)
		}
		y.longest[me].Store(max(y.longest[me].Load(), int64(time.Since(began))))
		return saved.Version, json.Unmarshal(text, &saved)
	}
	return 0, fmt.Errorf("%s was never answered", tag)
}

// write saves look after look on trees of its own, round and round until it is stopped, and says how many were confirmed on each. A
// hand never runs out of trees: however fast the machine, whoever waits for its next look waits for the house.
func (y *target) write(me int, tags []string) (map[string]int, error) {
	confirmed := map[string]int{}
	for look := 0; !y.stop.Load(); look++ {
		tag := tags[look/looksATree%len(tags)]
		version := confirmed[tag] + 1
		after, err := y.saveUntilKept(me, tag, version)
		if err != nil {
			return confirmed, err
		}
		if after != version+1 {
			return confirmed, fmt.Errorf("%s went from version %d to %d by one look", tag, version, after)
		}
		confirmed[tag]++
		y.saved[me].Add(1)
	}
	return confirmed, nil
}

// kill -9 of the program, of its database, or of both, at any moment and sometimes again while they come up, under four hands that
// write: nothing that was confirmed is lost, nothing is done twice or by half, and the start command always brings it back.
func TestHardKillsUnderFourWriters(t *testing.T) {
	wide.Only(t)
	program, home := buildProgram(t), openHome(t)
	t.Cleanup(func() {
		if text, err := os.ReadFile(filepath.Join(home, "db", "mariadb.log")); err == nil && t.Failed() {
			t.Log("the end of the database's log:", string(text[max(0, len(text)-6000):]))
		}
	})
	d := start(t, program, home)
	y := &target{client: d.client}
	y.at(d.address)
	h := y.begin(freshTags(t, d, apptest.Times(40, 800)))
	for round := range apptest.Times(6, 200) {
		time.Sleep(time.Duration(rand.Int64N(int64(300 * time.Millisecond))))
		before := y.counts()
		database := childOf(t, d.command.Process.Pid)
		if round%3 != 1 { // the program, or both
			require.NoError(t, d.command.Process.Kill())
		}
		if round%3 != 0 { // the database, or both
			_ = syscall.Kill(database, syscall.SIGKILL)
		}
		if round%3 != 1 {
			<-d.ended
			if rand.IntN(3) == 0 {
				cutShort(t, program, home)
			}
			d = start(t, program, home)
			y.at(d.address)
		}
		y.goOn(t, before, fmt.Sprintf("round %d", round))
	}
	h.endAndLook(t, d)
}

// hands are the writers at work.
type hands struct {
	y         *target
	work      sync.WaitGroup
	confirmed [writers]map[string]int
	failed    [writers]error
}

// begin lets the writers begin, each with trees of its own.
func (y *target) begin(tags []string) *hands {
	h := &hands{y: y}
	for me := range writers {
		h.work.Go(func() {
			h.confirmed[me], h.failed[me] = y.write(me, tags[me*len(tags)/writers:(me+1)*len(tags)/writers])
		})
	}
	return h
}

func (y *target) counts() (out [writers]int64) {
	for me := range writers {
		out[me] = y.saved[me].Load()
	}
	return out
}

// goOn waits until each writer has saved something since.
func (y *target) goOn(t *testing.T, before [writers]int64, when string) {
	t.Helper()
	for me := range writers {
		assert.Eventually(t, func() bool { return y.saved[me].Load() > before[me] }, 60*time.Second, 5*time.Millisecond, "%s: hand %d goes on", when, me)
	}
}

// endAndLook ends the work and looks at what is there: each confirmed look, once.
func (h *hands) endAndLook(t *testing.T, d *demoRun) {
	t.Helper()
	h.y.stop.Store(true)
	h.work.Wait()
	looks := 0
	for me := range writers {
		require.NoError(t, h.failed[me])
		for tag, n := range h.confirmed[me] {
			status, body := d.send("GET", "/api/v1/trees/"+tag, nil)
			require.Equal(t, 200, status, body)
			var tree struct {
				Version int
				State   string
				Checks  []struct{ ID string }
			}
			require.NoError(t, json.Unmarshal([]byte(body), &tree))
			assert.Len(t, tree.Checks, n, "%s: each confirmed look is there, once", tag)
			assert.Equal(t, n+1, tree.Version, "%s: no look moved its tree by half", tag)
			assert.Equal(t, "not-yet-judged", tree.State, tag)
			looks += n
		}
	}
	t.Logf("%d looks were confirmed, and are there", looks)
}

// freshTags takes a lot in, for trees that nobody else looks at.
func freshTags(t *testing.T, d *demoRun, count int) []string {
	lot := apptest.LotOf("Hornbeam", "container", count)
	status, body := d.send("POST", "/api/v1/deliveries", map[string]any{"grower": "Marrow Hill Growers", "place": "", "note": "", "lifted_at": "", "arrived_at": "",
		"packing": "", "lots": []any{lot}})
	require.Equal(t, 200, status, body)
	var made struct{ Lots []struct{ Number int } }
	require.NoError(t, json.Unmarshal([]byte(body), &made))
	status, body = d.send("GET", fmt.Sprintf("/api/v1/trees?state=unchecked&lot=%d&limit=1000", made.Lots[0].Number), nil)
	require.Equal(t, 200, status, body)
	var list struct{ Trees []struct{ Tag string } }
	require.NoError(t, json.Unmarshal([]byte(body), &list))
	tags := []string{}
	for _, tree := range list.Trees {
		tags = append(tags, tree.Tag)
	}
	require.Len(t, tags, count)
	return tags
}

// cutShort starts the program and kills it while it comes up.
func cutShort(t *testing.T, program, home string) {
	first := exec.Command(program, "demo", "--listen", "127.0.0.1:0")
	first.Env = append(os.Environ(), "SEDUM_HOME="+home)
	require.NoError(t, first.Start())
	time.Sleep(time.Duration(rand.Int64N(int64(1500 * time.Millisecond))))
	_ = first.Process.Kill()
	_ = first.Wait()
}
