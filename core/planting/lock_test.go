package planting_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/planting"
	"sedum/internal/plantingtest"
)

// A plan whose marking has ended says what the plan of a spot says that never was marked, to the last figure, and the plan itself is left as
// it was.
func TestAPlanLocksAsIfItNeverWasMarked(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" || p.Locked {
			return
		}
		again, err := planting.Make(house, in)
		require.NoError(t, err)
		in.Spot.ServicesMarked = false
		never, err := planting.Make(house, in)
		require.NoError(t, err)
		require.Equal(t, never, p.Lock())
		require.Equal(t, again, p, "it was not changed by locking a copy")
		require.Equal(t, p.Lock(), p.Lock().Lock())
	})
}
