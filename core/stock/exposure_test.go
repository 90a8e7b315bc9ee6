package stock_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

func stage(cover stock.Cover, hours, tempC, rhPct float64) stock.Stage {
	return stock.Stage{Cover: &cover, Hours: &hours, TempC: &tempC, RHPct: &rhPct}
}

func rewet() stock.Stage { return stock.Stage{Rewet: ptr(true)} }

func drawStages(t *rapid.T) []stock.Stage {
	out := []stock.Stage{}
	for range rapid.IntRange(0, 8).Draw(t, "stages") {
		if rapid.IntRange(0, 4).Draw(t, "rewet") == 0 {
			out = append(out, rewet())
			continue
		}
		out = append(out, stage(rapid.SampledFrom(set.All[stock.Cover]()).Draw(t, "cover"), rapid.Float64Range(0, 100).Draw(t, "hours"),
			rapid.Float64Range(-10, 40).Draw(t, "temp"), rapid.Float64Range(0, 100).Draw(t, "rh")))
	}
	return out
}

func TestTheClockNeverRunsBackwardsButByRewetting(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := stock.ExposureInput{Sensitivity: rapid.SampledFrom([]stock.Sensitivity{"tender", "average", "tough"}).Draw(t, "sensitivity"),
			Stages: drawStages(t), Now: stock.Air{Cover: rapid.SampledFrom(set.All[stock.Cover]()).Draw(t, "now"), TempC: 8, RHPct: 70}}
		out, err := stock.Exposure(rules.House{}, in)
		require.NoError(t, err)
		before := 0.0
		for i, used := range out.Running {
			if in.Stages[i].Rewet == nil {
				assert.GreaterOrEqual(t, used, before)
			} else {
				assert.LessOrEqual(t, used, before)
				assert.GreaterOrEqual(t, used, 0.0)
			}
			before = used
		}
		if out.HoursLeft != nil {
			assert.GreaterOrEqual(t, *out.HoursLeft, 0.0)
			assert.Equal(t, out.Status == stock.Spent, *out.HoursLeft == 0 && out.Status == stock.Spent)
		}
	})
}

// After as many hours as it says are left, kept as now, the budget or the age is just used up.
func TestTheHoursLeftAreJustEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := stock.ExposureInput{Sensitivity: "average", Stages: []stock.Stage{},
			Now: stock.Air{Cover: rapid.SampledFrom(set.All[stock.Cover]()).Draw(t, "now"), TempC: rapid.Float64Range(0, 24).Draw(t, "temp"), RHPct: rapid.Float64Range(5, 95).Draw(t, "rh")}}
		out, err := stock.Exposure(rules.House{}, in)
		require.NoError(t, err)
		require.NotNil(t, out.HoursLeft)
		in.Stages = append(in.Stages, stage(in.Now.Cover, *out.HoursLeft, in.Now.TempC, in.Now.RHPct))
		later, err := stock.Exposure(rules.House{}, in)
		require.NoError(t, err)
		assert.InDelta(t, 1, math.Max(later.UsedShare, later.AgeShare), 1e-6)
		assert.Equal(t, stock.Spent, later.Status)
	})
}

func TestWhatSpoilsARootBesideTheAir(t *testing.T) {
	now := stock.Air{Cover: stock.HeeledIn, TempC: 4, RHPct: 90}
	for _, c := range []struct {
		sensitivity stock.Sensitivity
		stages      []stock.Stage
		status      stock.ClockStatus
		alarms      []stock.ClockAlarm
	}{
		{"average", []stock.Stage{stage(stock.WetCloth, 0.1, -3, 90)}, stock.Fresh, []stock.ClockAlarm{"frost-risk"}},
		{"average", []stock.Stage{stage(stock.WetCloth, 0.1, -3.1, 90)}, stock.Spent, []stock.ClockAlarm{"frost-risk"}},
		{"tough", []stock.Stage{stage(stock.WetCloth, 0.1, -3.1, 90)}, stock.Critical, []stock.ClockAlarm{"frost-risk"}},
		{"tough", []stock.Stage{stage(stock.HeeledIn, 9, -9, 90)}, stock.Fresh, []stock.ClockAlarm{}},
		{"tough", []stock.Stage{stage(stock.GelBag, 0.1, 32, 90)}, stock.Fresh, []stock.ClockAlarm{"overheating"}},
		{"tough", []stock.Stage{stage(stock.GelBag, 0.1, 32.1, 90)}, stock.Critical, []stock.ClockAlarm{"overheating"}},
		{"tough", []stock.Stage{stage(stock.WaterBucket, 23.9, 8, 50), rewet()}, stock.Fresh, []stock.ClockAlarm{}},
		{"tough", []stock.Stage{stage(stock.WaterBucket, 12, 8, 50), rewet(), stage(stock.WaterBucket, 12, 8, 50)}, stock.Critical, []stock.ClockAlarm{"over-soaked"}},
		{"tough", []stock.Stage{stage(stock.WaterBucket, 23, 8, 50), stage(stock.WetCloth, 23.9, 8, 100), stage(stock.WaterBucket, 1, 8, 50)}, stock.Critical, []stock.ClockAlarm{"over-soaked"}},
		{"tough", []stock.Stage{stage(stock.WaterBucket, 23, 8, 50), stage(stock.WetCloth, 12, 8, 100), stage(stock.HeeledIn, 12, 8, 50), stage(stock.WaterBucket, 23, 8, 50)}, stock.Fresh, []stock.ClockAlarm{}},
	} {
		out, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: c.sensitivity, Stages: c.stages, Now: now})
		require.NoError(t, err)
		assert.EqualValues(t, c.status, out.Status, "%+v", c)
		assert.EqualValues(t, c.alarms, out.Alarms, "%+v", c)
	}
}

func TestColdDampPackingKeepsTwiceAsLong(t *testing.T) {
	for temp, want := range map[float64]float64{5: 0.5, 5.1: 1} {
		out, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "tough",
			Stages: []stock.Stage{stage(stock.DampPacking, 336, temp, 100)}, Now: stock.Air{Cover: stock.DampPacking, TempC: 5, RHPct: 100}})
		require.NoError(t, err)
		assert.InDelta(t, want, out.AgeShare, 1e-9, "%v C", temp)
	}
}

func TestAStageIsAStretchOrARewetting(t *testing.T) {
	bad := []stock.Stage{{}, {Rewet: ptr(false)}, {Rewet: ptr(true), Hours: ptr(1.0)}}
	_, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "tough", Stages: bad, Now: stock.Air{Cover: stock.HeeledIn}})
	list := fault.List{}
	require.ErrorAs(t, err, &list)
	for _, field := range []string{"stages.0.cover", "stages.0.hours", "stages.1.rewet", "stages.2.hours"} {
		assert.True(t, list.Has(field), "%s in %v", field, list)
	}
}

func TestWeighingAndTheLabelsDose(t *testing.T) {
	for _, c := range []struct {
		read float64
		word string
		by   float64
	}{{68.3, "enough", 0}, {71.7, "enough", 0}, {71.8, "remove", 3.5}, {64.9, "enough", 0}, {64.8, "add", 3.5}} {
		w := stock.Weighing(rules.House{}, 68.3, c.read)
		assert.Equal(t, c.word, w.Word, "%v", c.read)
		assert.InDelta(t, c.by, w.ByG, 1e-9)
	}
	for used, ok := range map[float64]bool{5: true, 10: true, 20: true, 4.9: false, 20.1: false} {
		assert.Equal(t, ok, stock.LabelDose(rules.House{}, 10, used), "%v", used)
	}
}

// Storage life adds up over covers, whatever came between: half of a gel bag's 240 h and half of a cold store's 2,880 h are a whole life.
func TestStorageLifeAddsUpOverCovers(t *testing.T) {
	stages := []stock.Stage{stage(stock.GelBag, 120, 4, 95), stage(stock.HeeledIn, 500, 4, 95), stage(stock.ColdStore, 1440, 2, 95)}
	out, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "tough", Stages: stages, Now: stock.Air{Cover: stock.HeeledIn, TempC: 4, RHPct: 95}})
	require.NoError(t, err)
	assert.InDelta(t, 1, out.AgeShare, 1e-9)
	assert.Equal(t, stock.Spent, out.Status)
	assert.Equal(t, []stock.ClockAlarm{"over-age"}, out.Alarms)
}

// Turns of bucket and cloth do not start the bucket anew: after 12 and 6 hours in it six are left.
func TestABucketByTurnsGoesOnCounting(t *testing.T) {
	stages := []stock.Stage{stage(stock.WaterBucket, 12, 8, 50), stage(stock.WetCloth, 5, 8, 100), stage(stock.WaterBucket, 6, 8, 50)}
	out, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "tough", Stages: stages, Now: stock.Air{Cover: stock.WaterBucket, TempC: 8, RHPct: 50}})
	require.NoError(t, err)
	require.NotNil(t, out.HoursLeft)
	assert.InDelta(t, 6, *out.HoursLeft, 1e-9)
	assert.InDelta(t, 0.75, out.AgeShare, 1e-9)
}

// The plan asks for the planting day: kept as now, the roots last the hours that are left, and no end is none.
func TestSpentByADay(t *testing.T) {
	for name, c := range map[string]struct {
		status stock.ClockStatus
		left   *float64
		days   int
		spent  bool
	}{
		"lasts":      {"soon", ptr(49.0), 2, false},
		"too late":   {"soon", ptr(47.0), 2, true},
		"no end":     {"fresh", nil, 300, false},
		"spent now":  {"spent", nil, 0, true},
		"the minute": {"critical", ptr(0.0), 0, false},
	} {
		assert.Equal(t, c.spent, stock.SpentBy(c.status, c.left, time.Duration(c.days)*24*time.Hour), name)
	}
}
