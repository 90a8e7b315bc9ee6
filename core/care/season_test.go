package care_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/care"
)

// aftercare.md, "The care calendar", by hand for a tree of 25 November in the north, buds on day 98 (8 April).
func TestWhatIsLookedAtAndCutInTheYearsAfter(t *testing.T) {
	later := []string{"paint-look", "guard-look", "leader-look", "leader-off", "deadwood-look", "tie-in", "stems-low", "frame-half", "frame-tier", "feed-spent"}
	f := facts()
	f.SingleTrunk = true
	for _, code := range later {
		assert.Empty(t, when(care.Calendar(f), code), "nothing is said of what a tree does not have: %s", code)
	}
	f.Painted, f.Guarded, f.LeaderTied, f.Dug, f.Trained, f.StemsForColour, f.Framed, f.FedMonths = true, true, true, true, true, true, true, 6
	events := care.Calendar(f)
	for code, days := range map[string][]string{
		"paint-look":        {"2027-05-25", "2028-05-25"},
		"guard-look":        {"2027-05-25"},
		"leader-look":       {"2027-02-25"},
		"leader-off":        {"2027-11-25"},
		"deadwood-look":     {"2027-06-29"}, // day 180
		"tie-in":            {"2027-06-07", "2028-06-07", "2029-06-07"},
		"stems-low":         {"2028-03-09", "2029-03-09", "2030-03-09"},
		"frame-half":        {"2028-03-09"}, // the second year, thirty days before the buds
		"frame-tier":        {"2029-03-09"},
		"formative-pruning": {},
		"feed-spent":        {"2027-05-25"},
	} {
		assert.Equal(t, days, when(events, code), code)
	}
	off := []string{}
	for _, o := range care.OffOf(events) {
		off = append(off, string(o.Code))
	}
	assert.Contains(t, off, "leader-off", "what was tied is among what comes off")
	f.StemsForColour, f.StoneFruit = false, true
	assert.Equal(t, []string{"2028-07-15"}, when(care.Calendar(f), "frame-half-dry"), "day 196: stone fruit in dry summer weather")
}

// A ring of feed is topped up each spring for two years, and each time it lasts its label's months.
func TestSlowFeedIsSpentWhenItsLabelSaysSo(t *testing.T) {
	f := facts()
	f.FeedInnerMM, f.FeedOuterMM, f.FeedOutMM, f.FedMonths = 131, 500, 300, 5
	assert.Equal(t, []string{"2027-04-25", "2028-09-08", "2029-09-08"}, when(care.Calendar(f), "feed-spent"))
}

// A tree that was dug in May has had no two months at this midsummer: it is looked at in the next.
func TestADugTreeHasTimeBeforeItIsCalledDead(t *testing.T) {
	f := facts()
	f.Dug, f.Planted = true, date("2027-05-10")
	assert.Equal(t, []string{"2028-06-29"}, when(care.Calendar(f), "deadwood-look"))
	f.Southern, f.Planted = true, date("2027-06-10")
	assert.Equal(t, []string{"2027-12-28"}, when(care.Calendar(f), "deadwood-look"))
}
