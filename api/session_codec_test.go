package api

import (
	"testing"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a session holds comes back as it went in, with its types; sessions from before the change are still read.
func TestSessionsAreReadHoweverTheyWereWritten(t *testing.T) {
	until := time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)
	values := map[string]any{"person": "abc", "epoch": 3, "seen": int64(1_795_000_000)}
	for name, codec := range map[string]scs.Codec{"as now": plainSessions{}, "as before": scs.GobCodec{}} {
		raw, err := codec.Encode(until, values)
		require.NoError(t, err)
		deadline, back, err := plainSessions{}.Decode(raw)
		require.NoError(t, err, name)
		assert.True(t, until.Equal(deadline), name)
		assert.Equal(t, values, back, name)
	}
	raw, err := plainSessions{}.Encode(until, map[string]any{})
	require.NoError(t, err)
	_, back, err := plainSessions{}.Decode(raw)
	require.NoError(t, err)
	assert.Empty(t, back, "nobody is signed in")
	_, _, err = plainSessions{}.Decode([]byte(`{"person":`))
	assert.Error(t, err)
}
