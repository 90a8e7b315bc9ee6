package people_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/people"
	"sedum/core/roles"
	"sedum/kernel"
)

// Who came in and who was let stands in the log, done or refused, with whom it was about and from where; no word typed, and nobody's name, is
// in it; a flood is a line a second; and what was undone with a restore or a wrong step stays.
func TestTheSecurityLog(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	now := Ten.Add(time.Hour)
	w.At(now)
	step := func() { now = now.Add(2 * time.Second); w.At(now) }
	wren, hand := open(), open()
	require.Equal(t, 200, wren.signIn("wren", managers))
	require.Equal(t, 401, open().signIn("ilsa", "a secret mistyped"))
	step()
	require.Equal(t, 401, open().signIn("nobody at all", "x"))
	require.Equal(t, 200, hand.signIn("ilsa", "yard-quarrywell"))
	status, _ := hand.send("GET", "/people", nil)
	require.Equal(t, 403, status)
	status, text := wren.send("POST", "/people", people.NewPerson{Name: "Tamsin Oake", SignIn: "tamsin", Role: roles.YardHand})
	require.Equal(t, 200, status, text)
	status, _ = wren.send("PUT", "/people/"+w.Manager.ID, people.PersonChange{Version: 1, Name: "Wren Halloway", Role: roles.Advisor, Active: true})
	require.Equal(t, 409, status)
	step()
	for range 30 {
		open().signIn("bram", "guess")
	}
	step()
	open().signIn("bram", "guess") // the wait is over: it is looked at
	open().signIn("bram", "guess")

	lines := ask[people.SecurityLog](wren, "/security-log").Lines
	said := []string{}
	for _, l := range slices.Backward(lines) {
		said = append(said, fmt.Sprintf("%s %s %s>%s", l.Operation, l.Outcome, l.Who, l.AboutWhom))
		assert.Equal(t, "127.0.0.1", l.Address)
	}
	assert.Equal(t, []string{
		"sign-in done >Wren Halloway", "sign-in wrong-sign-in >Ilsa Tarrow", "sign-in wrong-sign-in >", "sign-in done >Ilsa Tarrow", "list-people not-allowed Ilsa Tarrow>",
		"add-person done Wren Halloway>Tamsin Oake", "change-person last-manager Wren Halloway>Wren Halloway",
		"sign-in wrong-sign-in >Bram Okonedo", "sign-in slow-down >Bram Okonedo", "sign-in wrong-sign-in >Bram Okonedo", "sign-in slow-down >Bram Okonedo",
	}, said)
	assert.Equal(t, []int{24, 4}, []int{lines[0].LeftOut, lines[1].LeftOut}, "a flood is told, and fills no disk: of five wrong and 25 that waited, one line each")
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		all, err := kernel.Many[kernel.SecurityLine](tx, "seq", "")
		for _, name := range []string{"secret", "Tamsin", "tamsin", "wren", "guess", "nobody"} {
			assert.NotContains(t, fmt.Sprint(all), name)
		}
		return err
	}))
	status, _ = hand.send("GET", "/security-log", nil)
	assert.Equal(t, 403, status, "a manager reads it")

	// Page by page, nothing twice and nothing missing.
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		for range 250 {
			if err := kernel.LogHouse(tx, "restore"); err != nil {
				return err
			}
		}
		return nil
	}))
	seen := map[int64]bool{}
	pages := 0
	for before := int64(0); ; {
		page := ask[people.SecurityLog](wren, fmt.Sprintf("/security-log?before=%d", before))
		pages++
		for _, l := range page.Lines {
			assert.False(t, seen[l.Seq])
			seen[l.Seq] = true
		}
		if before = page.More; before == 0 {
			break
		}
	}
	assert.Equal(t, 3, pages)
	assert.Len(t, seen, len(lines)+1+250, "the refusal to read it is a line too")
}
