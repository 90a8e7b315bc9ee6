package people_test

import (
	"context"
	"net/http"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	. "sedum/app/apptest"
	"sedum/app/people"
	"sedum/database/testdb"
	"sedum/kernel"
)

// An empty house gets one first manager, by a code of its console, and then no code makes another.
func TestTheFirstManagerIsMadeByACodeOfTheConsole(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	w := &World{Kernel: k, T: t}
	codeOf := func() (code string) {
		require.NoError(t, k.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) (err error) {
			code, err = people.FirstCode(tx)
			return err
		}))
		return code
	}
	one, two := codeOf(), codeOf() // two programs on one database
	open := doorOf(t, w)
	make := func(d door, code, signIn, password string) (int, string) {
		return d.send("POST", "/first-manager", people.FirstManager{Code: code, Name: "Tamsin Oake", SignIn: signIn, Password: password})
	}
	d := open()
	assert.True(t, ask[people.Welcome](d, "/welcome").First)
	for _, wrong := range []string{"", "aaaa-bbbb-cccc-dddd", one + "x"} {
		status, text := make(d, wrong, "tamsin", own)
		assert.Equal(t, 422, status, text)
		assert.Contains(t, text, "wrong_code")
	}
	status, text := make(d, one, "tamsin", "short")
	assert.Equal(t, 422, status)
	assert.Contains(t, text, "too_short")
	assert.True(t, ask[people.Welcome](d, "/welcome").First, "nothing was done by half")

	statuses := map[int]int{}
	var mu sync.Mutex
	var all sync.WaitGroup
	for i := range 6 {
		all.Go(func() {
			status, _ := make(open(), []string{one, two}[i%2], "tamsin"+string(rune('a'+i)), own)
			mu.Lock()
			defer mu.Unlock()
			statuses[status]++
		})
	}
	all.Wait()
	assert.Equal(t, 1, statuses[http.StatusOK], "%v", statuses)
	assert.False(t, ask[people.Welcome](d, "/welcome").First)
	status, text = make(d, two, "late", own)
	assert.Contains(t, []int{http.StatusConflict, http.StatusTooManyRequests}, status, text)
	assert.Empty(t, codeOf(), "no code stands on a console any more")
	assert.Len(t, Saw[people.Accounts](w, "list-people", kernel.None{}).People, 1)
}

// Guesses at the code are counted for the whole house.
func TestTheCodeOfTheConsoleIsNotGuessed(t *testing.T) {
	k := testdb.Open(t, app.Settings{})
	open := doorOf(t, &World{Kernel: k, T: t})
	last := 0
	for range 8 {
		last, _ = open().send("POST", "/first-manager", people.FirstManager{Code: "aaaa-bbbb-cccc-dddd", Name: "x", SignIn: "x", Password: own})
	}
	assert.Equal(t, http.StatusTooManyRequests, last)
}
