package care

import (
	"math"
	"time"

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/core/water"
)

// groundOf is what the ball stands in; ground that nobody knows is taken to hold as little as sand.
func groundOf(g ground.SoilGroup) water.Ground {
	switch g {
	case ground.SoilGroupMedium:
		return water.Loam
	case ground.SoilGroupFine:
		return water.Clay
	}
	return water.Sand
}

// slowDays is how long a ground keeps standing water round a ball, by its drainage hole; a hole that nobody dug keeps none.
func slowDays(h rules.House, in planting.Spot) int {
	switch {
	case in.WaterEntering:
		return 7
	case in.Drain300Min == nil:
		return 0
	case *in.Drain300Min > h.Value(rules.DrainPoor):
		return 7
	case *in.Drain300Min > h.Value(rules.DrainSlow):
		return 3
	case *in.Drain300Min > h.Value(rules.DrainGood):
		return 1
	}
	return 0
}

// CanopyM2 is the area of a young crown seen from above, worked out of its height: nobody measures it at the counter.
func CanopyM2(h rules.House, heightM float64) float64 {
	wide := h.Value(rules.WaterCrownShare) * heightM
	return math.Pi / 4 * wide * wide
}

// Followed is a planted tree as its water store is followed: what was planted, as the sheet says, where, and how hot its station's months get.
func Followed(h rules.House, planted time.Time, in planting.Input, p planting.Plan, months []station.Month) water.Followed {
	f := FactsOf(h, planted, in, p)
	volume := stock.BallVolumeL(h, in.Tree.Form, in.Tree.BallDiameterMM, p.Hole.FlareToBaseMM)
	g := groundOf(in.Spot.SoilGroup)
	medium := in.Tree.Medium
	switch {
	case in.Tree.Form == stock.BareRoot: // the soil among the roots is wetted, not the roots
		volume, medium = volume*h.Value(rules.BasinRootSoil), stock.Medium(g)
	case medium == "":
		medium = stock.MediumMix
	}
	out := water.Followed{
		Tree: water.Tree{LatDeg: in.Spot.LatDeg, BallVolumeL: volume, BallDiameterMM: in.Tree.BallDiameterMM, Medium: medium, Ground: g, CanopyAreaM2: CanopyM2(h, in.Tree.HeightM)},
		Year: water.Year{BudSwell: f.springDay(), LeafFall: (f.autumnDay()+14-1)%365 + 1, Bare: !f.FrostFree, Evergreen: in.Kind.Evergreen}, Planted: planted, SlowDays: slowDays(h, in.Spot),
	}
	for i, m := range months {
		if m.HotMM != nil && i < len(out.HotMM) {
			out.HotMM[i] = *m.HotMM
		}
	}
	return out
}

// Established is the day from which a tree planted on a day is watered in drought only.
func Established(planted time.Time, caliperMM float64) time.Time {
	return Facts{Planted: planted, CaliperMM: caliperMM}.established()
}

// BudSwell is the day on which buds swell in a place, in the season that a day lies in: the last one before it, or the next when none has been
// for half a year.
func BudSwell(h rules.House, in planting.Input, today time.Time) time.Time {
	f := FactsOf(h, today, in, planting.Plan{})
	next := f.next(f.springDay(), today.AddDate(0, 0, -183))
	return next
}
