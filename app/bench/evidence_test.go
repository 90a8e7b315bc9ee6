package bench_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	. "sedum/app/apptest"
	"sedum/core/rules"
)

// What is too much is held against its limit, what is too little against what is asked; each names the rule of the house.
func TestAReasonSaysWhatItIsHeldAgainst(t *testing.T) {
	w := Open(t)
	tag := w.TreesOf(w.TakeIn(LotOf("Hornbeam", "container", 1))[0])[0].Tag
	look := SoundLook()
	look.SeenDepthMM, look.FillPct = Ptr(55.0), Ptr(30.0)
	said := map[rules.Key]string{}
	for _, r := range w.SaveLook(tag, look).Checks[0].Assessment.Reasons {
		said[r.Rule] = r.Against
	}
	assert.Equal(t, "55 mm; the limit is 50 mm", said[rules.FlareShallowMost])
	assert.Equal(t, "30%; at least 40% is asked", said[rules.RootsFillHold])
}
