package sampling_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/sampling"
)

func TestWhatLetsALotGo(t *testing.T) {
	release, refuse := sampling.Release, sampling.Refuse
	assert.True(t, sampling.LetsGo(40, 40, false, nil), "every tree was judged")
	assert.True(t, sampling.LetsGo(40, 22, true, &release))
	assert.False(t, sampling.LetsGo(40, 22, false, &release), "trees that someone chose")
	assert.False(t, sampling.LetsGo(40, 22, true, &refuse))
	assert.False(t, sampling.LetsGo(40, 5, true, nil), "the look is not complete")
	assert.False(t, sampling.LetsGo(0, 0, false, nil), "nobody looked")
}
