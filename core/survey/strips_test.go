package survey_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/survey"
)

// Three rows 4 m apart, 20 m long, trees each 5 m from 2.5 m on: the last stands at 17.5 m, so three lines of 17.5 m and 8 m across are 60.5 m. Strips
// of 1.2 m are 72 m2, and the turf between is 2.8 m wide, twice 20 m of it 112 m2.
func TestWhatRunsAlongTheRows(t *testing.T) {
	located := map[string]survey.Located{"A": {}}
	s := survey.SettingOut{Pattern: survey.Grid, From: "A", BearingDeg: ptr(90.0), LengthM: ptr(20.0), EndGapM: ptr(2.5), SpacingM: ptr(5.0), RowsM: ptr(4.0), Rows: ptr(3)}
	r, err := survey.SetOut(survey.Plan{}, located, s)
	require.NoError(t, err)
	assert.Equal(t, survey.Strips{LineM: 60.5}, *r.Rows, "nobody said how wide the strip is")
	s.StripM = ptr(1.2)
	r, err = survey.SetOut(survey.Plan{}, located, s)
	require.NoError(t, err)
	assert.InDelta(t, 60.5, r.Rows.LineM, 1e-9)
	assert.InDelta(t, 72, r.Rows.BareM2, 1e-9)
	assert.InDelta(t, 2.8, *r.Rows.TurfM, 1e-9)
	assert.InDelta(t, 112, r.Rows.TurfM2, 1e-9)
	s.StripM = ptr(4.0)
	_, err = survey.SetOut(survey.Plan{}, located, s)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("strip_m"), "no turf would be left")
	s.Pattern, s.RowsM, s.Rows = survey.Row, nil, nil
	r, err = survey.SetOut(survey.Plan{}, located, s)
	require.NoError(t, err)
	assert.Nil(t, r.Rows.TurfM, "one row has no turf between")
	assert.InDelta(t, 80, r.Rows.BareM2, 1e-9)
	r, err = survey.SetOut(survey.Plan{}, located, survey.SettingOut{Pattern: survey.Ring, From: "A", RadiusM: ptr(3.0), Count: ptr(5)})
	require.NoError(t, err)
	assert.Nil(t, r.Rows)
}
