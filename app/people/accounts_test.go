package people_test

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/kernel"
)

// door is the house as one browser meets it.
type door struct {
	*testing.T
	at     string
	client *http.Client
}

func doorOf(t *testing.T, w *World) func() door {
	server := httptest.NewServer(w.Handler())
	t.Cleanup(server.Close)
	return func() door {
		jar, err := cookiejar.New(nil)
		require.NoError(t, err)
		return door{t, server.URL, &http.Client{Jar: jar, Timeout: 30 * time.Second}}
	}
}

func (d door) send(method, path string, body any) (int, string) {
	raw, err := json.Marshal(body)
	require.NoError(d, err)
	request, err := http.NewRequestWithContext(d.Context(), method, d.at+"/api/v1"+path, bytes.NewReader(raw))
	require.NoError(d, err)
	if body != nil {
		request.Header.Set("Content-Type", "application/json")
	}
	answer, err := d.client.Do(request)
	require.NoError(d, err)
	defer func() { _ = answer.Body.Close() }()
	text, err := io.ReadAll(answer.Body)
	require.NoError(d, err)
	return answer.StatusCode, string(text)
}

func (d door) signIn(name, password string) int {
	status, _ := d.send("POST", "/session", map[string]string{"sign_in": name, "password": password})
	return status
}

const own = "quince ladder north teapot"

// Somebody is let in by a manager with a password made for them, gives themselves their own before anything else, and is let out: at once.
func TestSomebodyIsLetInAndOut(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	made, err := Did[people.OneTime](w, w.Manager, "add-person", kernel.None{}, people.NewPerson{Name: " Tamsin Oake ", SignIn: " Tamsin", Role: roles.YardHand})
	require.NoError(t, err)
	assert.Equal(t, []string{"Tamsin Oake", "tamsin"}, []string{made.Name, made.SignIn})
	Refused(t, w.Err(w.Manager, "add-person", kernel.None{}, people.NewPerson{Name: "Another", SignIn: "TAMSÍN", Role: roles.Advisor}), "sign-in-taken")
	Fault(t, w.Err(w.Manager, "add-person", kernel.None{}, people.NewPerson{Name: " ", SignIn: "x", Role: roles.Advisor}), "name", fault.Required)

	tamsin := open()
	require.Equal(t, 200, tamsin.signIn("tamsin", made.Password))
	status, text := tamsin.send("GET", "/today", nil)
	assert.Equal(t, 403, status, "a password of their own first")
	assert.Contains(t, text, "change-password")
	status, text = tamsin.send("GET", "/session", nil)
	assert.Equal(t, 200, status)
	assert.Contains(t, text, `"one_time":true`)
	change := func(d door, old, next string) (int, string) {
		return d.send("PUT", "/session/password", map[string]string{"old": old, "new": next})
	}
	for next, code := range map[string]string{"short": "too_short", strings.Repeat("ab", 65): "too_long", "password1234": "too_common", "tamsin oake!": "too_common",
		"qwertyuiop123": "too_common", made.Password: "same_password"} {
		status, text = change(tamsin, made.Password, next)
		assert.Equal(t, 422, status, next)
		assert.Contains(t, text, code, next)
	}
	status, text = change(tamsin, "not this", own)
	assert.Equal(t, 422, status)
	assert.Contains(t, text, "wrong_password")

	other := open()
	require.Equal(t, 200, other.signIn("tamsin", made.Password))
	status, text = change(tamsin, made.Password, own)
	require.Equal(t, 200, status, text)
	status, _ = tamsin.send("GET", "/today", nil)
	assert.Equal(t, 200, status, "this session goes on")
	status, _ = other.send("GET", "/session", nil)
	assert.Equal(t, 401, status, "the others end")
	assert.Equal(t, 401, other.signIn("tamsin", made.Password), "the one-time password is used up")
	assert.Equal(t, 200, other.signIn("tamsin", own))

	account := func() people.Account {
		for _, a := range Saw[people.Accounts](w, "list-people", kernel.None{}).People {
			if a.SignIn == "tamsin" {
				return a
			}
		}
		return people.Account{}
	}
	a := account()
	assert.Nil(t, a.OneTimeUntil)
	w.Deed(w.Manager, "change-person", ByID(a.ID), people.PersonChange{Version: a.Version, Name: a.Name, Role: roles.Advisor, Active: false})
	status, _ = tamsin.send("GET", "/session", nil)
	assert.Equal(t, 401, status, "let out, they are nobody at the next request")
	assert.Equal(t, 401, open().signIn("tamsin", own))
	Refused(t, w.Err(w.Manager, "make-one-time-password", ByID(a.ID), kernel.None{}), "let-out")
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Manager, "change-person", ByID(a.ID), people.PersonChange{Version: a.Version, Name: a.Name, Role: roles.Advisor, Active: true}), &stale)
	w.Deed(w.Manager, "change-person", ByID(a.ID), people.PersonChange{Version: account().Version, Name: a.Name, Role: roles.Advisor, Active: true})
	status, _ = tamsin.send("GET", "/session", nil)
	assert.Equal(t, 401, status, "let in again, an old session stays ended")

	// A forgotten password: another for one time, which runs out.
	again, err := Did[people.OneTime](w, w.Manager, "make-one-time-password", ByID(a.ID), kernel.None{})
	require.NoError(t, err)
	assert.Equal(t, 401, open().signIn("tamsin", own))
	w.At(again.Until)
	assert.Equal(t, 401, open().signIn("tamsin", again.Password), "it has run out")
	w.At(again.Until.Add(-time.Minute))
	assert.Equal(t, 200, open().signIn("tamsin", again.Password))
}

// The last manager stays one: nobody could let anybody in any more.
func TestAManagerAlwaysStays(t *testing.T) {
	w := Open(t)
	me := func() people.Account {
		for _, a := range Saw[people.Accounts](w, "list-people", kernel.None{}).People {
			if a.ID == w.Manager.ID {
				return a
			}
		}
		return people.Account{}
	}
	for _, c := range []people.PersonChange{{Role: roles.Advisor, Active: true}, {Role: roles.Manager, Active: false}} {
		c.Version, c.Name = me().Version, me().Name
		Refused(t, w.Err(w.Manager, "change-person", ByID(w.Manager.ID), c), "last-manager")
	}
	_, err := Did[people.OneTime](w, w.Manager, "add-person", kernel.None{}, people.NewPerson{Name: "Second", SignIn: "second", Role: roles.Manager})
	require.NoError(t, err)
	w.Deed(w.Manager, "change-person", ByID(w.Manager.ID), people.PersonChange{Version: me().Version, Name: me().Name, Role: roles.Advisor, Active: true})
}

// Guesses are counted by the person, however the name is spelt, and before the password is looked at: of many at once none is free.
func TestGuessesAreCountedByThePersonHoweverTheyCome(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	w.At(Ten)
	spellings := []string{"wren", "wrén", " WREN", "wr\u200ben", "ｗｒｅｎ"}
	for _, name := range spellings {
		require.Equal(t, 401, open().signIn(name, "wrong"), name)
	}
	for _, name := range spellings {
		assert.Equal(t, 429, open().signIn(name, "wrong"), name)
	}

	w.At(Ten.Add(time.Hour))
	var mu sync.Mutex
	looked := map[int]int{}
	var all sync.WaitGroup
	for range 25 {
		all.Go(func() {
			status := open().signIn("ilsa", "wrong")
			mu.Lock()
			defer mu.Unlock()
			looked[status]++
		})
	}
	all.Wait()
	assert.LessOrEqual(t, looked[401], 5, "%v", looked)
	assert.Equal(t, 25, looked[401]+looked[429], "%v", looked)
}

// One typo a day never adds up; a right password forgets what the person mistyped, and not what others tried from the address.
func TestATypoADayLocksNobody(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	for day := range 40 {
		w.At(Ten.AddDate(0, 0, day))
		require.Equal(t, 401, open().signIn("ilsa", "mistyped"))
		require.Equal(t, 200, open().signIn("ilsa", "yard-quarrywell"), "day %d", day)
	}
}
