package orders_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/orders"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

func ways(w *World, day string, ask ...map[rules.Step]string) (orders.Ways, error) {
	plan := sheets.PlanAsk{Tag: w.TreeIn(stock.ForSale).Tag, SpotID: w.SpotOf("Petra Averill").ID, PlantingOn: day, HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}
	return Did[orders.Ways](w, w.Advisor, "plans-beside", kernel.None{}, orders.Beside{Plan: plan, Ways: ask})
}

func figure(t *testing.T, way orders.Way, key string) orders.WayFigure {
	for _, f := range way.Figures {
		if f.Key == key {
			return f
		}
	}
	require.Fail(t, key)
	return orders.WayFigure{}
}

// Each way is planned whole: what differs stands out, what it costs to buy follows from the house's prices, and what no school changes is the same.
func TestWaysOfPlantingStandBeside(t *testing.T) {
	w := Open(t)
	out, err := ways(w, "2026-11-25", map[rules.Step]string{}, map[rules.Step]string{rules.StepWidth: "three-times"}, map[rules.Step]string{rules.StepMulch: "150"})
	require.NoError(t, err)
	require.Len(t, out.Ways, 3)
	here, wide, deep := out.Ways[0], out.Ways[1], out.Ways[2]
	assert.Empty(t, here.Schools)
	assert.Equal(t, []string{"width of the hole: three times the ball"}, wide.Schools)
	assert.NotEqual(t, figure(t, here, "hole_top").Value, figure(t, wide, "hole_top").Value)
	assert.False(t, figure(t, here, "hole_top").Same)
	assert.True(t, figure(t, here, "hole_depth").Same)
	assert.Equal(t, figure(t, here, "hole_top"), figure(t, deep, "hole_top"))
	require.NotNil(t, here.Cents)
	require.NotNil(t, deep.Cents)
	assert.Greater(t, *deep.Cents, *here.Cents, "twice the mulch is bought")

	// Where the marking has run out by that day, no figure of the hole is told, by any way, and no total that would give it away.
	out, err = ways(w, "2027-02-20", map[rules.Step]string{}, map[rules.Step]string{rules.StepWidth: "twice"})
	require.NoError(t, err)
	for _, way := range out.Ways {
		for _, key := range []string{"hole_depth", "hole_top", "hole_volume", "backfill"} {
			assert.Equal(t, "not told yet", figure(t, way, key).Value, key)
		}
		if way.Cents != nil {
			assert.Empty(t, way.Notes)
		}
	}
	_, err = ways(w, "2026-11-25", map[rules.Step]string{}, map[rules.Step]string{rules.StepFlare: "sunken"})
	Fault(t, err, "ways.1.schools.flare", fault.NotAChoice)
}
