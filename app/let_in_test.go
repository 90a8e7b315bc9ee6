package app_test

import (
	"fmt"
	"testing"

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
