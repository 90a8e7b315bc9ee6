package app_test

import (
	"context"
	"fmt"
	"net/http/httptest"
	"sedum/app"
	"sedum/app/catalogue"
	"sedum/app/people"
	"sedum/database/testdb"
	"sedum/kernel"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/pquerna/otp/totp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// People are let in and out over HTTP, through the one connection; what a person may not do before they have a password of their own is told.
func TestPeopleAreLetInOverHTTP(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	var made struct {
		SignIn   string `json:"sign_in"`
		Password string
	}
	status, text := p.send("POST", "/api/v1/people", map[string]any{"name": "Tamsin Oake", "sign_in": "tamsin", "role": "yard-hand"})
	require.Equal(t, 200, status, text)
	require.NoError(t, unmarshal(text, &made))
	var all struct {
		People []struct {
			ID      string
			SignIn  string `json:"sign_in"`
			Version int
		}
	}
	p.get("/api/v1/people", &all)
	for _, each := range all.People {
		if each.SignIn != "tamsin" {
			continue
		}
		status, text = p.send("PUT", "/api/v1/people/"+each.ID, map[string]any{"version": each.Version, "name": "Tamsin Oakes", "role": "advisor", "active": true})
		require.Equal(t, 200, status, text)
		status, text = p.send("POST", fmt.Sprintf("/api/v1/people/%s/password", each.ID), map[string]any{})
		require.Equal(t, 200, status, text)
		require.NoError(t, unmarshal(text, &made))
	}
	guest := h.nobody(t)
	status, text = guest.send("POST", "/api/v1/session", map[string]any{"sign_in": "tamsin", "password": made.Password})
	require.Equal(t, 200, status, text)
	status, problem := guest.problem("GET", "/api/v1/today", nil)
	assert.Equal(t, 403, status)
	assert.Equal(t, "change-password", problem.Code)
	status, text = guest.send("PUT", "/api/v1/session/password", map[string]any{"old": made.Password, "new": "quince ladder north teapot"})
	require.Equal(t, 200, status, text)
	status, _ = guest.send("GET", "/api/v1/today", nil)
	assert.Equal(t, 200, status)
}

// A shared tablet, a PIN and one's sessions over HTTP, through the one connection.
func TestTheYardsTabletOverHTTP(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	ok := func(p person, method, path string, body any) string {
		t.Helper()
		status, text := p.send(method, path, body)
		require.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	ok(p, "PUT", "/api/v1/session/pin", map[string]any{"password": "office-quarrywell", "pin": "406172"})
	var devices struct{ Devices []struct{ ID string } }
	require.NoError(t, unmarshal(ok(p, "POST", "/api/v1/devices", map[string]any{"name": "Potting shed"}), &devices))
	require.Len(t, devices.Devices, 1)
	ok(p, "GET", "/api/v1/devices", nil)
	var welcome struct {
		Shared struct{ People []struct{ ID string } }
	}
	p.get("/api/v1/welcome", &welcome)
	ok(p, "POST", "/api/v1/session/pin", map[string]any{"person": welcome.Shared.People[0].ID, "pin": "406172"})
	ok(p, "DELETE", "/api/v1/session", nil)

	p = h.as(t, "wren")
	var access struct{ Sessions []struct{ ID string } }
	p.get("/api/v1/access", &access)
	require.NotEmpty(t, access.Sessions)
	ok(p, "DELETE", "/api/v1/devices/"+devices.Devices[0].ID, nil)
	ok(p, "DELETE", "/api/v1/session/pin", nil)
	ok(p, "DELETE", "/api/v1/people/"+welcome.Shared.People[0].ID+"/sessions", nil)
	p = h.as(t, "wren")
	p.get("/api/v1/access", &access)
	ok(p, "DELETE", "/api/v1/sessions/"+access.Sessions[0].ID, nil)
}

// The first manager of an empty house over HTTP, through the one connection, and the kinds that ship.
func TestTheFirstManagerOverHTTP(t *testing.T) {
	k := testdb.OpenWith(t, app.Settings{}, 1)
	h := house{httptest.NewServer(k.Handler()), k}
	t.Cleanup(h.Close)
	code := ""
	require.NoError(t, k.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) (err error) {
		code, err = people.FirstCode(tx)
		return err
	}))
	p := h.nobody(t)
	status, text := p.send("POST", "/api/v1/first-manager", map[string]any{"code": code, "name": "Tamsin Oake", "sign_in": "tamsin", "password": "quince ladder north teapot"})
	require.Equal(t, 200, status, text)
	status, text = p.send("POST", "/api/v1/kinds/starter", map[string]any{})
	require.Equal(t, 200, status, text)
	starter, err := catalogue.Starter("")
	require.NoError(t, err)
	assert.Contains(t, text, fmt.Sprintf(`"added":%d`, len(starter)))
}

// Nothing that touches who may come in goes without a line: every deed of people is declared with one.
func TestWhatTouchesWhoMayComeInIsLogged(t *testing.T) {
	h := open(t)
	free := []string{"sign-out", "take-duty", "keep-settings"} // who goes, who is told of the yard's alarms, and what somebody reads in
	for _, o := range h.kernel.Operations() {
		touches := strings.HasPrefix(o.Path, "/session") || strings.HasPrefix(o.Path, "/people") || strings.HasPrefix(o.Path, "/devices") || o.Path == "/first-manager" || o.ID == "change-rule"
		if touches && o.Method != "GET" && !slices.Contains(free, o.ID) {
			assert.True(t, o.IsLogged(), o.ID)
		}
	}
	p := h.as(t, "wren")
	var log struct{ Lines []struct{ Operation string } }
	p.get("/api/v1/security-log", &log)
	assert.NotEmpty(t, log.Lines)
}

// A second factor and what somebody reads in over HTTP, through the one connection.
func TestASecondFactorOverHTTP(t *testing.T) {
	h := open(t)
	wren := h.as(t, "wren")
	ok := func(method, path string, body any) string {
		status, text := wren.send(method, path, body)
		require.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	mine := map[string]string{"password": "office-quarrywell"}
	var begun struct{ Secret string }
	require.NoError(t, unmarshal(ok("POST", "/api/v1/session/second", mine), &begun))
	code, err := totp.GenerateCode(strings.ReplaceAll(begun.Secret, " ", ""), time.Now())
	require.NoError(t, err)
	ok("PUT", "/api/v1/session/second", map[string]string{"code": code})
	ok("POST", "/api/v1/session/second/recovery", mine)
	ok("PUT", "/api/v1/people/second", map[string]any{"roles": []string{"advisor"}})
	var all struct{ People []struct{ ID string } }
	wren.get("/api/v1/people", &all)
	ok("DELETE", "/api/v1/people/"+all.People[0].ID+"/second", nil)
	ok("POST", "/api/v1/session/second/taken-off", mine)
	ok("PUT", "/api/v1/session/settings", map[string]string{"language": "en-GB", "units": "us"})
}
