package bench_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/journeys"
	"sedum/core/yard"
	"sedum/kernel"
)

func newPart(n int) arrivals.NewPart { return arrivals.NewPart{Count: n} }

func newDamage(journey yard.Journey, d yard.Damage, girth float64) journeys.NewDamage {
	return journeys.NewDamage{Journey: journey, Damage: d, GirthShare: girth}
}

func repair(t *testing.T, w *World, tag, id string) {
	t.Helper()
	require.NoError(t, w.Err(w.Hand, "repair-damage", journeys.Of{ByTag: ByTag(tag), ByID: kernel.ByID{ID: id}}, journeys.Repaired{Repaired: true}))
}
