package care_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/care"
)

// A ring from 131 to 500 mm lies 300 further out in the first spring after a year, and 600 in the next; then by need again.
func TestAFeedRingMovesOutward(t *testing.T) {
	f := facts()
	assert.Equal(t, []string{"2028-04-08"}, when(care.Calendar(f), "feed-if-short"))
	f.FeedInnerMM, f.FeedOuterMM, f.FeedOutMM = 131, 500, 300
	events := care.Calendar(f)
	assert.Equal(t, []string{"2028-04-08", "2029-04-08"}, when(events, "feed-ring"))
	assert.Equal(t, []string{"2030-04-08"}, when(events, "feed-if-short"))
	rings := [][2]float64{}
	for _, e := range events {
		if e.Code == "feed-ring" {
			rings = append(rings, [2]float64{e.Values["inner"].Value, e.Values["outer"].Value})
		}
	}
	assert.Equal(t, [][2]float64{{431, 800}, {731, 1100}}, rings)
}
