package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// cuts is what is taken off the side and the base, in mm.
type cuts struct {
	treatment    SideTreatment
	shave, slice float64
}

// found is what the classes of the single roots add up to.
type found struct {
	moderate, major, single bool
	thickestMajor           float64
}

func sumUp(h rules.House, in RootBallInput, classes []RootClass) found {
	var f found
	ratios := 0.0
	for i, class := range classes {
		switch class {
		case RootMajor:
			f.major, f.single = true, true
			f.thickestMajor = math.Max(f.thickestMajor, in.Roots[i].DiameterMM)
		case RootModerate:
			f.moderate = true
			ratios += in.Roots[i].DiameterMM / in.CaliperMM
		}
	}
	if f.moderate && num.AtLeast(ratios, h.Value(rules.RootsSum)) {
		f.major = true
	}
	return f
}

// planCuts chooses the treatment of side and base and keeps it within the season's limit.
func planCuts(h rules.House, in RootBallInput, classes []RootClass, j *judgement) cuts {
	f := sumUp(h, in, classes)
	cut := cuts{treatment: wantedTreatment(h, in, f)}
	if num.AtLeast(in.MatBottomPct, h.Value(rules.RootsBottomFelt)) {
		cut.slice = math.Min(h.Value(rules.RootsSliceMost), h.Value(rules.RootsSliceShare)*in.BallHeightMM)
	}
	if cut.treatment == SideTreatmentShave {
		cut = shaveWithinLimit(h, in, f, cut.slice, j)
	}
	if num.Over(removedShare(in, cut.shave, cut.slice), seasonLimit(h, in.Season)) {
		cut.slice = 0
	}
	return cut
}

func wantedTreatment(h rules.House, in RootBallInput, f found) SideTreatment {
	switch {
	case (in.Pot == PotAirPruning || in.Pot == PotFabric) && !f.moderate && !f.major:
		return SideTreatmentNone
	case f.major:
		return SideTreatmentShave
	case f.moderate && in.School == RootSchoolTease:
		return SideTreatmentCutAndTease
	case f.moderate, num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideFelt)):
		return SideTreatment(in.School)
	case num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideTease)):
		return SideTreatmentTease
	}
	return SideTreatmentNone
}

// shaveWithinLimit finds the shave that takes the circlers and stays under the season's share. A slice
// that would leave no room for the shave is given up first.
func shaveWithinLimit(h rules.House, in RootBallInput, f found, slice float64, j *judgement) cuts {
	if num.Under(in.BallDiameterMM, h.Value(rules.RootsShaveBall)) {
		if f.moderate || f.major {
			return cuts{SideTreatmentCutAndTease, 0, slice}
		}
		return cuts{SideTreatmentScore, 0, slice}
	}
	wish := num.Hold(h.Value(rules.RootsShaveShare)*in.BallDiameterMM,
		h.Value(rules.RootsShaveLeast), h.Value(rules.RootsShaveMost))
	shave := math.Min(wish, thickestShave(h, in, slice))
	if num.Under(shave, wish) && slice > 0 && num.Over(thickestShave(h, in, 0), thickestShave(h, in, slice)) {
		slice = 0
		shave = math.Min(wish, thickestShave(h, in, 0))
	}
	needed := math.Max(h.Value(rules.RootsShaveNeeded), f.thickestMajor)
	switch {
	case num.AtLeast(shave, needed):
		return cuts{SideTreatmentShave, shave, slice}
	case !f.major:
		return cuts{SideTreatmentScore, 0, slice}
	case num.Under(shave, wish) && in.Season != SeasonDormant:
		wait := Cause("wait-for-dormancy")
		if in.Foliage == FoliageEvergreen {
			wait = "wait-for-cool"
		}
		j.against(wait, Hold, Evidence{removedShare(in, math.Min(wish, needed), slice), seasonLimit(h, in.Season), "share", seasonRule[in.Season]})
	default:
		j.because("uncorrectable-roots", SendBack)
	}
	return cuts{treatment: SideTreatmentNone}
}

// removedShare is the share of the ball that a shave and a slice take off.
func removedShare(in RootBallInput, shave, slice float64) float64 {
	d, height := in.BallDiameterMM, in.BallHeightMM
	return 1 - (d-2*shave)*(d-2*shave)*(height-slice)/(d*d*height)
}

// thickestShave is the shave that, with that slice, takes just the season's share.
func thickestShave(h rules.House, in RootBallInput, slice float64) float64 {
	left := (1 - seasonLimit(h, in.Season)) * in.BallHeightMM / (in.BallHeightMM - slice)
	return math.Max(0, in.BallDiameterMM/2*(1-math.Sqrt(left)))
}

// seasonLimit is the share of the ball that may go in that season.
func seasonLimit(h rules.House, season Season) float64 {
	return h.Value(seasonRule[season])
}

var seasonRule = map[Season]rules.Key{
	SeasonDormant: rules.RootsLimitDormant, SeasonAutumn: rules.RootsLimitAutumn,
	SeasonSummer: rules.RootsLimitSummer, SeasonSpringFlush: rules.RootsLimitSpring,
}
