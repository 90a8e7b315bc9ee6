package people_test

import (
	"context"
	"errors"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/people"
	"sedum/app/rules"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/kernel"
)

// Five wrong passwords are free; then each doubles the wait, and what was wrong stays counted though the sign-in failed.
func TestGuessingIsSlowedDown(t *testing.T) {
	w := Open(t)
	server := httptest.NewServer(w.Handler())
	defer server.Close()
	try := func(name, password string) *http.Response {
		jar, err := cookiejar.New(nil)
		require.NoError(t, err)
		answer, err := (&http.Client{Jar: jar, Timeout: 20 * time.Second}).Post(server.URL+"/api/v1/session", "application/json",
			strings.NewReader(`{"sign_in":"`+name+`","password":"`+password+`"}`))
		require.NoError(t, err)
		_ = answer.Body.Close()
		return answer
	}
	now := Ten.Add(time.Hour)
	w.At(now)
	for range 5 {
		require.Equal(t, 401, try("ilsa", "wrong").StatusCode)
	}
	slow := try("ilsa", "yard-quarrywell")
	require.Equal(t, 429, slow.StatusCode, "even the right password waits")
	assert.Equal(t, "1", slow.Header.Get("Retry-After"))
	w.At(now.Add(time.Second))
	require.Equal(t, 200, try(" ILSA ", "yard-quarrywell").StatusCode)
	assert.Equal(t, 401, try("nobody-here", "x").StatusCode, "an unknown name answers like a wrong password")
}

func TestHouseRulesAreChangedByAManagerWithAReason(t *testing.T) {
	w := Open(t)
	change := func(c rules.NewChange) error { return w.Err(w.Who("wren"), "change-rule", kernel.None{}, c) }
	require.NoError(t, change(rules.NewChange{Key: string(house.MulchGap), Value: "120", Reason: "voles"}))
	assert.InDelta(t, 120, w.Who("ilsa").House.Value(house.MulchGap), 0, "it holds for everybody at once")
	require.NoError(t, change(rules.NewChange{Key: "school:flare", Value: "proud", Reason: "wet years"}))
	assert.Equal(t, "proud", w.Who("ilsa").House.School(house.StepFlare))
	for _, bad := range []rules.NewChange{{Key: "x.y", Value: "1", Reason: "r"}, {Key: string(house.MulchGap), Value: "9000", Reason: "r"},
		{Key: string(house.MulchGap), Value: "wide", Reason: "r"}, {Key: string(house.MulchGap), Value: "100", Reason: " "}} {
		assert.True(t, errors.As(change(bad), new(fault.List)), "%+v", bad)
	}
}

func TestWhoIsOnDutyIsWhoeverSignedOnLastElseAManager(t *testing.T) {
	w := Open(t)
	duty := func() string { return Saw[people.Duty](w, "who-is-on-duty", kernel.None{}).OnDuty }
	assert.Equal(t, w.Hand.Name, duty())
	w.Deed(w.Advisor, "take-duty", kernel.None{}, people.DutyTaken{On: true})
	assert.Equal(t, w.Advisor.Name, duty())
	w.Deed(w.Advisor, "take-duty", kernel.None{}, people.DutyTaken{})
	assert.Equal(t, w.Hand.Name, duty())
	w.Deed(w.Hand, "take-duty", kernel.None{}, people.DutyTaken{})
	assert.Equal(t, w.Manager.Name, duty(), "nobody signed on: a manager")
}

// A person who may no longer come in is nobody at the next request.
func TestSomebodyWhoLeftIsNobody(t *testing.T) {
	w := Open(t)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		return kernel.ChangeOne[people.Person](tx, map[string]any{"active": false}, "id = ?", w.Hand.ID)
	}))
	err := w.Look(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error { _, err := w.Admit(tx, w.Hand.ID); return err })
	assert.ErrorIs(t, err, kernel.ErrNotAllowed)
}
