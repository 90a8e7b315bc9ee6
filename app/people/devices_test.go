package people_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/people"
)

// managers is what Wren Halloway signs in by.
const managers = "office-quarrywell"

func ask[T any](d door, path string) T {
	var out T
	status, text := d.send("GET", path, nil)
	require.Equal(d, 200, status, text)
	require.NoError(d, json.Unmarshal([]byte(text), &out))
	return out
}

func (d door) givePIN(password, pin string) (int, string) {
	return d.send("PUT", "/session/pin", map[string]string{"password": password, "pin": pin})
}

func (d door) byPIN(person, pin string) (int, string) {
	return d.send("POST", "/session/pin", map[string]string{"person": person, "pin": pin})
}

// A manager makes the yard's tablet known; on it people come in by name and PIN, for the yard's deeds only, until the manager ends it.
func TestTheYardsTabletOpensByPINForTheYardsDeeds(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	wren := open()
	require.Equal(t, 200, wren.signIn("wren", managers))
	for pin, code := range map[string]string{"12345": "not_a_pin", "1234567": "not_a_pin", "12a456": "not_a_pin", "１２３４５６": "not_a_pin", "": "not_a_pin",
		"000000": "common_pin", "123456": "common_pin", "654321": "common_pin", "890123": "common_pin", "121212": "common_pin", "123123": "common_pin"} {
		status, text := wren.givePIN(managers, pin)
		assert.Equal(t, 422, status, pin)
		assert.Contains(t, text, code, pin)
	}
	status, text := wren.givePIN("guessed", "406172")
	assert.Equal(t, 422, status, text)
	assert.Contains(t, text, "wrong_password")
	status, text = wren.givePIN(managers, "406172")
	require.Equal(t, 200, status, text)
	assert.True(t, ask[people.Access](wren, "/access").PIN)

	tablet := open()
	assert.Nil(t, ask[people.Welcome](tablet, "/welcome").Shared)
	status, text = tablet.byPIN(w.Manager.ID, "406172")
	assert.Equal(t, 403, status, "not by a PIN from anywhere")
	assert.Contains(t, text, "not-shared")
	require.Equal(t, 200, tablet.signIn("wren", managers))
	assert.Nil(t, ask[people.Welcome](tablet, "/welcome").Shared, "known is not yet shared")
	status, _ = tablet.send("POST", "/devices", map[string]string{"name": " "})
	assert.Equal(t, 422, status)
	status, text = tablet.send("POST", "/devices", map[string]string{"name": "Potting shed"})
	require.Equal(t, 200, status, text)
	status, _ = tablet.send("DELETE", "/session", nil)
	require.Equal(t, 204, status)

	shown := ask[people.Welcome](tablet, "/welcome").Shared
	require.NotNil(t, shown)
	assert.Equal(t, people.Shared{Name: "Potting shed", People: []people.PersonHere{{ID: w.Manager.ID, Name: "Wren Halloway"}}}, *shown, "only who has a PIN")
	assert.Nil(t, ask[people.Welcome](open(), "/welcome").Shared, "the names are told to nobody else")
	status, text = tablet.byPIN(w.Manager.ID, "406173")
	assert.Equal(t, 401, status, text)
	status, text = tablet.byPIN(w.Hand.ID, "406172")
	assert.Equal(t, 401, status, "who has no PIN: %s", text)
	status, text = tablet.byPIN(w.Manager.ID, "406172")
	require.Equal(t, 200, status, text)
	me := ask[people.Signed](tablet, "/session")
	assert.True(t, me.ByPIN)
	assert.Equal(t, "yard-hand", string(me.Role), "a manager in gloves does the yard's deeds")
	assert.NotContains(t, me.Deeds, "keep-people")
	for _, each := range []struct {
		method, path string
		body         any
		status       int
	}{
		{"GET", "/today", nil, 200}, {"GET", "/people", nil, 403}, {"GET", "/access", nil, 403}, {"POST", "/devices", map[string]string{"name": "x"}, 403},
		{"PUT", "/session/password", map[string]string{"old": managers, "new": own}, 403},
		{"PUT", "/session/pin", map[string]string{"password": managers, "pin": "406175"}, 403},
		{"DELETE", "/session/pin", nil, 403}, {"PUT", "/duty", map[string]bool{"on": true}, 200},
	} {
		status, text := tablet.send(each.method, each.path, each.body)
		assert.Equal(t, each.status, status, "%s %s: %s", each.method, each.path, text)
	}
	for _, s := range ask[people.Access](wren, "/access").Sessions {
		assert.Equal(t, !s.Mine, s.ByPIN)
		assert.Equal(t, map[bool]string{true: "Potting shed"}[s.ByPIN], s.Device)
	}

	devices := ask[people.Devices](wren, "/devices")
	require.Len(t, devices.Devices, 1)
	assert.Equal(t, []any{"Potting shed", "Wren Halloway", false, false}, []any{devices.Devices[0].Name, devices.Devices[0].SharedBy, devices.Devices[0].Here, devices.Here})
	status, _ = wren.send("DELETE", "/devices/"+devices.Devices[0].ID, nil)
	require.Equal(t, 204, status)
	status, _ = tablet.send("GET", "/today", nil)
	assert.Equal(t, 401, status, "a lost tablet is out at its next request")
	status, _ = tablet.byPIN(w.Manager.ID, "406172")
	assert.Equal(t, 403, status)
	status, _ = wren.send("GET", "/today", nil)
	assert.Equal(t, 200, status)
}

// shedOf is a shared tablet, and the manager's own browser; the manager's PIN is 406172.
func shedOf(t *testing.T, open func() door) (tablet, wren door) {
	tablet, wren = open(), open()
	for _, d := range []door{tablet, wren} {
		require.Equal(t, 200, d.signIn("wren", managers))
	}
	status, text := wren.givePIN(managers, "406172")
	require.Equal(t, 200, status, text)
	status, text = tablet.send("POST", "/devices", map[string]string{"name": "Potting shed"})
	require.Equal(t, 200, status, text)
	status, _ = tablet.send("DELETE", "/session", nil)
	require.Equal(t, 204, status)
	return tablet, wren
}

// Wrong PINs are counted at the tablet: they wait, and ten in a row want the password; nobody's own browser waits for them.
func TestWrongPINsAreCountedAtTheTablet(t *testing.T) {
	w := Open(t)
	tablet, wren := shedOf(t, doorOf(t, w))
	now := Ten.Add(time.Hour)
	w.At(now)
	for range 5 {
		status, _ := tablet.byPIN(w.Manager.ID, "000001")
		require.Equal(t, 401, status)
	}
	status, _ := tablet.byPIN(w.Manager.ID, "406172")
	assert.Equal(t, 429, status, "even the right one waits")
	status, text := wren.givePIN(managers, "406172")
	assert.Equal(t, 200, status, text)
	for range 5 {
		now = now.Add(20 * time.Minute)
		w.At(now)
		status, text = tablet.byPIN(w.Manager.ID, "000001")
		require.Equal(t, 401, status, text)
	}
	w.At(now.AddDate(0, 0, 3))
	status, text = tablet.byPIN(w.Manager.ID, "406172")
	assert.Equal(t, 403, status, "days later too")
	assert.Contains(t, text, "pin-out")
	require.Equal(t, 200, tablet.signIn("wren", managers))
	status, text = tablet.byPIN(w.Manager.ID, "406172")
	assert.Equal(t, 200, status, text)
}

// A PIN goes with the person: let out, given a password for one time, or taken back, it opens nothing.
func TestAPINGoesWithItsPerson(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	tablet, wren := shedOf(t, open)
	hand := open()
	give := func() {
		require.Equal(t, 200, hand.signIn("ilsa", "yard-quarrywell"))
		status, text := hand.givePIN("yard-quarrywell", "719304")
		require.Equal(t, 200, status, text)
		status, text = tablet.byPIN(w.Hand.ID, "719304")
		require.Equal(t, 200, status, text)
	}
	give()
	status, _ := hand.send("DELETE", "/session/pin", nil)
	require.Equal(t, 204, status)
	status, _ = tablet.byPIN(w.Hand.ID, "719304")
	assert.Equal(t, 401, status, "taken back")

	give()
	account := func() (a people.Account) {
		for _, each := range ask[people.Accounts](wren, "/people").People {
			if each.ID == w.Hand.ID {
				a = each
			}
		}
		return a
	}
	change := func(active bool) {
		a := account()
		status, text := wren.send("PUT", "/people/"+a.ID, people.PersonChange{Version: a.Version, Name: a.Name, Role: a.Role, Active: active})
		require.Equal(t, 200, status, text)
	}
	change(false)
	status, _ = tablet.send("GET", "/today", nil)
	assert.Equal(t, 401, status)
	status, _ = tablet.byPIN(w.Hand.ID, "719304")
	assert.Equal(t, 401, status, "let out")
	assert.Len(t, ask[people.Welcome](tablet, "/welcome").Shared.People, 1)
	change(true)
	status, _ = wren.send("POST", fmt.Sprintf("/people/%s/password", w.Hand.ID), map[string]any{})
	require.Equal(t, 200, status)
	status, _ = tablet.byPIN(w.Hand.ID, "719304")
	assert.Equal(t, 401, status, "a new password takes the PIN with it")
}

// A stranger who guesses a manager's password locks nobody out who comes from a device that knows them.
func TestAStrangerLocksNobodyOut(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	laptop := open()
	require.Equal(t, 200, laptop.signIn("wren", managers))
	w.At(Ten.Add(time.Hour))
	for range 30 {
		assert.Contains(t, []int{401, 429}, open().signIn("wren", "guessed"))
	}
	assert.Equal(t, 429, open().signIn("wren", managers), "from an unknown device even the right one waits")
	assert.Equal(t, 200, laptop.signIn("wren", managers))
	for range 5 {
		require.Equal(t, 401, laptop.signIn("wren", "guessed"))
	}
	assert.Equal(t, 429, laptop.signIn("wren", managers), "a known device has its own count")
	status, text := laptop.givePIN(managers, "406172")
	assert.Equal(t, 429, status, text)
}

// Somebody sees where they are signed in, and ends one of them; a manager ends somebody's.
func TestSessionsAreSeenAndEnded(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	one, two, wren := open(), open(), open()
	for _, d := range []door{one, two} {
		require.Equal(t, 200, d.signIn("ilsa", "yard-quarrywell"))
	}
	require.Equal(t, 200, wren.signIn("wren", managers))
	seen := ask[people.Access](one, "/access").Sessions
	require.Len(t, seen, 2)
	for _, s := range seen {
		if s.Mine {
			continue
		}
		status, _ := wren.send("DELETE", "/sessions/"+s.ID, nil)
		assert.Equal(t, 204, status)
		status, _ = two.send("GET", "/today", nil)
		assert.Equal(t, 200, status, "nobody ends another's so")
		status, _ = one.send("DELETE", "/sessions/"+s.ID, nil)
		assert.Equal(t, 204, status)
	}
	status, _ := two.send("GET", "/today", nil)
	assert.Equal(t, 401, status)
	assert.Len(t, ask[people.Access](one, "/access").Sessions, 1)
	status, _ = wren.send("DELETE", "/people/"+w.Hand.ID+"/sessions", nil)
	assert.Equal(t, 204, status)
	status, _ = one.send("GET", "/today", nil)
	assert.Equal(t, 401, status)
	status, _ = wren.send("DELETE", "/people/nobody/sessions", nil)
	assert.Equal(t, 404, status)
}

// What a page asks by itself keeps nobody signed in; a touch does. Who came in by a PIN is out sooner: others take that tablet up.
func TestOnlyATouchKeepsSomebodySignedIn(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	begin := Ten.Add(time.Hour)
	w.At(begin)
	tablet, wren := shedOf(t, open)
	left := open()
	for _, d := range []door{left, wren} {
		require.Equal(t, 200, d.signIn("wren", managers))
	}
	status, text := tablet.byPIN(w.Manager.ID, "406172")
	require.Equal(t, 200, status, text)
	asks := func(d door, ago string) int {
		request, err := http.NewRequestWithContext(t.Context(), "GET", d.at+"/api/v1/today", nil)
		require.NoError(t, err)
		request.Header.Set("Sedum-Touched-Ago", ago)
		answer, err := d.client.Do(request)
		require.NoError(t, err)
		require.NoError(t, answer.Body.Close())
		return answer.StatusCode
	}
	for _, wrong := range []string{"NaN", "Inf", "-1", "soon", "1e9"} {
		assert.Equal(t, 422, asks(wren, wrong), wrong)
	}
	for minutes := 10; minutes <= 120; minutes += 10 {
		w.At(begin.Add(time.Duration(minutes) * time.Minute))
		ago := fmt.Sprint(minutes * 60)
		assert.Equal(t, 200, asks(wren, "0"))
		assert.Equal(t, 200, asks(left, ago), "after %d minutes", minutes)
		assert.Equal(t, map[bool]int{true: 200, false: 401}[minutes <= 30], asks(tablet, ago), "by PIN, after %d minutes", minutes)
	}
	w.At(begin.Add(121 * time.Minute))
	assert.Equal(t, 401, asks(left, "7260"))
	assert.Equal(t, 200, asks(wren, "0"))
}
