package people_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/pquerna/otp/totp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/people"
	"sedum/kernel"
)

const ilsas = "yard-quarrywell"

// codeAt is what an app shows at a moment, by another program than ours for the whole of it.
func codeAt(t *testing.T, secret string, at time.Time) string {
	t.Helper()
	code, err := totp.GenerateCode(strings.ReplaceAll(secret, " ", ""), at)
	require.NoError(t, err)
	return code
}

func (d door) withCode(name, password, code string) (int, string) {
	return d.send("POST", "/session", map[string]string{"sign_in": name, "password": password, "code": code})
}

func told[T any](t *testing.T, text string) (out T) {
	t.Helper()
	require.NoError(t, json.Unmarshal([]byte(text), &out), text)
	return out
}

// giveSecond gives whoever is at a door a second factor.
func (d door) giveSecond(t *testing.T, password string, at time.Time) (secret string, recovery []string) {
	t.Helper()
	status, text := d.send("POST", "/session/second", map[string]string{"password": password})
	require.Equal(t, 200, status, text)
	begun := told[people.NewSecond](t, text)
	status, text = d.send("PUT", "/session/second", map[string]string{"code": codeAt(t, begun.Secret, at)})
	require.Equal(t, 200, status, text)
	return begun.Secret, told[people.RecoveryCodes](t, text).Codes
}

// With a second factor a password alone opens nothing; a code opens once, and so does each recovery code.
func TestASecondFactor(t *testing.T) {
	w := Open(t)
	now := Ten.Add(time.Hour)
	w.At(now)
	open := doorOf(t, w)
	ilsa, elsewhere := open(), open()
	require.Equal(t, 200, ilsa.signIn("ilsa", ilsas))
	require.Equal(t, 200, elsewhere.signIn("ilsa", ilsas))
	status, text := ilsa.send("POST", "/session/second", map[string]string{"password": "guessed"})
	assert.Equal(t, 422, status)
	assert.Contains(t, text, "wrong_password")
	status, text = ilsa.send("PUT", "/session/second", map[string]string{"code": "123456"})
	assert.Equal(t, 409, status, "nothing was begun: %s", text)
	secret, recovery := ilsa.giveSecond(t, ilsas, now)
	require.Len(t, recovery, 10)
	status, _ = elsewhere.send("GET", "/session", nil)
	assert.Equal(t, 401, status, "other sessions end")
	status, _ = ilsa.send("GET", "/today", nil)
	assert.Equal(t, 200, status, "this one goes on")
	has := ask[people.Access](ilsa, "/access")
	assert.Equal(t, []any{true, 10}, []any{has.Second, has.Recovery})

	at := open()
	status, text = at.withCode("ilsa", ilsas, "")
	assert.Equal(t, 401, status)
	assert.Contains(t, text, "second-needed")
	status, _ = at.send("GET", "/today", nil)
	assert.Equal(t, 401, status, "a password alone opens nothing")
	status, text = at.withCode("ilsa", ilsas, codeAt(t, secret, now))
	assert.Equal(t, 401, status, "the code that confirmed it was taken already: %s", text)
	now = now.Add(time.Minute)
	w.At(now)
	status, text = at.withCode("ilsa", ilsas, codeAt(t, secret, now.Add(-30*time.Second)))
	assert.Equal(t, 200, status, "a telephone that is half a minute behind: %s", text)
	status, _ = open().withCode("ilsa", ilsas, codeAt(t, secret, now.Add(-30*time.Second)))
	assert.Equal(t, 401, status, "taken once")
	now = now.Add(10 * time.Minute)
	w.At(now)
	for _, far := range []time.Duration{-2 * time.Minute, 2 * time.Minute} {
		status, _ = open().withCode("ilsa", ilsas, codeAt(t, secret, now.Add(far)))
		assert.Equal(t, 401, status, "%s", far)
	}
	status, _ = open().withCode("ilsa", "wrong", codeAt(t, secret, now))
	assert.Equal(t, 401, status)
	status, text = open().withCode("ilsa", ilsas, strings.ToLower(strings.ReplaceAll(recovery[3], "-", " ")))
	assert.Equal(t, 200, status, text)
	status, _ = open().withCode("ilsa", ilsas, recovery[3])
	assert.Equal(t, 401, status, "each once")
	assert.Equal(t, 9, ask[people.Access](at, "/access").Recovery)
	status, text = at.send("POST", "/session/second/recovery", map[string]string{"password": ilsas})
	require.Equal(t, 200, status, text)
	status, _ = open().withCode("ilsa", ilsas, recovery[4])
	assert.Equal(t, 401, status, "the old ones open nothing more")
	status, _ = open().withCode("ilsa", ilsas, told[people.RecoveryCodes](t, text).Codes[0])
	assert.Equal(t, 200, status)
	status, text = at.send("POST", "/session/second/taken-off", map[string]string{"password": ilsas})
	require.Equal(t, 200, status, text)
	assert.Equal(t, 200, open().signIn("ilsa", ilsas))
}

// A right password makes no free guesses at the code, nor the other way round; one that only asks for the code counts for nothing.
func TestCodesAreNotGuessed(t *testing.T) {
	w := Open(t)
	now := Ten.Add(time.Hour)
	w.At(now)
	open := doorOf(t, w)
	ilsa := open()
	require.Equal(t, 200, ilsa.signIn("ilsa", ilsas))
	secret, _ := ilsa.giveSecond(t, ilsas, now)
	looked := 0
	for i := range 60 {
		stranger := open()
		if status, _ := stranger.withCode("ilsa", ilsas, ""); status == 429 {
			continue
		}
		if status, _ := stranger.withCode("ilsa", ilsas, fmt.Sprintf("%06d", i)); status == 401 {
			looked++
		}
	}
	assert.LessOrEqual(t, looked, 5, "at the same moment")
	w.At(now.Add(2 * time.Hour))
	for range 8 {
		status, text := open().withCode("ilsa", ilsas, "")
		assert.Equal(t, 401, status, text)
	}
	status, text := open().withCode("ilsa", ilsas, codeAt(t, secret, now.Add(2*time.Hour)))
	assert.Equal(t, 200, status, "asking for the code eight times locks nobody: %s", text)
}

// Of many who come with the same code at once, one is let in.
func TestACodeOpensOnceThoughManyHaveIt(t *testing.T) {
	w := Open(t)
	now := Ten.Add(time.Hour)
	w.At(now)
	open := doorOf(t, w)
	ilsa := open()
	require.Equal(t, 200, ilsa.signIn("ilsa", ilsas))
	secret, _ := ilsa.giveSecond(t, ilsas, now)
	now = now.Add(time.Minute)
	w.At(now)
	in := make(chan int, 5)
	for range 5 {
		d := open()
		go func() {
			status, _ := d.withCode("ilsa", ilsas, codeAt(t, secret, now))
			in <- status
		}()
	}
	let := 0
	for range 5 {
		if <-in == 200 {
			let++
		}
	}
	assert.Equal(t, 1, let)
}

// A manager asks a role for a second factor: whoever is of it does nothing else before. A manager who would lock themselves out is
// told; one who lost the telephone is helped by another, or by the house's shell.
func TestARoleIsAskedForASecondFactor(t *testing.T) {
	w := Open(t)
	now := Ten.Add(time.Hour)
	w.At(now)
	open := doorOf(t, w)
	wren, bram := open(), open()
	require.Equal(t, 200, wren.signIn("wren", managers))
	require.Equal(t, 200, bram.signIn("bram", "counter-quarrywell"))
	status, text := wren.send("PUT", "/people/second", map[string]any{"roles": []string{"manager", "advisor"}})
	assert.Equal(t, 409, status)
	assert.Contains(t, text, "second-first")
	_, _ = wren.giveSecond(t, managers, now)
	status, text = wren.send("PUT", "/people/second", map[string]any{"roles": []string{"manager", "advisor"}})
	require.Equal(t, 200, status, text)
	assert.Len(t, told[people.Accounts](t, text).Asked, 2)

	status, text = bram.send("GET", "/today", nil)
	assert.Equal(t, 403, status, "from the next request on")
	assert.Contains(t, text, "give-second")
	assert.True(t, ask[people.Signed](bram, "/session").NoSecond)
	again := open()
	require.Equal(t, 200, again.signIn("bram", "counter-quarrywell"))
	status, _ = again.send("GET", "/today", nil)
	assert.Equal(t, 403, status)
	secret, _ := again.giveSecond(t, "counter-quarrywell", now)
	status, _ = again.send("GET", "/today", nil)
	assert.Equal(t, 200, status)
	status, text = again.send("POST", "/session/second/taken-off", map[string]string{"password": "counter-quarrywell"})
	assert.Equal(t, 409, status)
	assert.Contains(t, text, "second-asked")
	status, _ = again.send("DELETE", "/people/"+w.Manager.ID+"/second", nil)
	assert.Equal(t, 403, status, "not by an advisor")

	status, _ = wren.send("DELETE", "/people/"+w.Advisor.ID+"/second", nil)
	assert.Less(t, status, 300)
	now = now.Add(time.Minute)
	w.At(now)
	status, text = open().withCode("bram", "counter-quarrywell", codeAt(t, secret, now))
	assert.Equal(t, 200, status, text)
	assert.True(t, told[people.Signed](t, text).NoSecond, "and gives himself another first")
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error { return people.WithoutSecond(tx, "wren") }))
	assert.Equal(t, 200, open().signIn("wren", managers), "the shell helps a manager who lost it")
}

// The yard's tablet, made known by a manager, is the second factor of who comes in by a PIN.
func TestAPINNeedsNoCode(t *testing.T) {
	w := Open(t)
	now := Ten.Add(time.Hour)
	w.At(now)
	open := doorOf(t, w)
	tablet, wren := shedOf(t, open)
	_, _ = wren.giveSecond(t, managers, now)
	status, text := wren.send("PUT", "/people/second", map[string]any{"roles": []string{"manager", "yard-hand"}})
	require.Equal(t, 200, status, text)
	status, text = tablet.byPIN(w.Manager.ID, "406172")
	require.Equal(t, 200, status, text)
	status, _ = tablet.send("GET", "/today", nil)
	assert.Equal(t, 200, status)
}

// What somebody reads in comes with them to whatever device.
func TestLanguageAndUnitsComeAlong(t *testing.T) {
	w := Open(t)
	open := doorOf(t, w)
	ilsa := open()
	require.Equal(t, 200, ilsa.signIn("ilsa", ilsas))
	assert.Empty(t, ask[people.Signed](ilsa, "/session").Units)
	status, text := ilsa.send("PUT", "/session/settings", map[string]string{"language": "en-GB", "units": "us"})
	require.Equal(t, 200, status, text)
	status, text = open().withCode("ilsa", ilsas, "")
	require.Equal(t, 200, status)
	assert.Equal(t, []any{"en-GB", "us"}, []any{string(told[people.Signed](t, text).Language), string(told[people.Signed](t, text).Units)})
	status, _ = ilsa.send("PUT", "/session/settings", map[string]string{"language": "xx", "units": "us"})
	assert.Equal(t, 422, status)
}
