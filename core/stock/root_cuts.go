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

// found is what the classes of the single roots add up to. A shave reaches only the roots at the side and the bottom.
type found struct {
	any, majorShell    bool
	moderateShell      int
	thickestMajorShell float64
}

func sumUp(h rules.House, in RootBallInput, classes []RootClass) found {
	var f found
	ratios := 0.0
	for i, class := range classes {
		shell := in.Roots[i].Zone == ZoneSide || in.Roots[i].Zone == ZoneBottom
		f.any = f.any || class == RootMajor || class == RootModerate
		switch {
		case class == RootMajor && shell:
			f.majorShell = true
			f.thickestMajorShell = math.Max(f.thickestMajorShell, in.Roots[i].DiameterMM)
		case class == RootModerate && shell:
			f.moderateShell++
			ratios += in.Roots[i].DiameterMM / in.CaliperMM
		}
	}
	f.majorShell = f.majorShell || (f.moderateShell >= 2 && num.AtLeast(ratios, h.Value(rules.RootsSum)))
	return f
}

// planCuts chooses the treatment of side and base and keeps it within the season's limit.
func planCuts(h rules.House, in RootBallInput, classes []RootClass, j *judgement) cuts {
	f := sumUp(h, in, classes)
	cut := cuts{treatment: wantedTreatment(h, in, f)}
	matted := num.AtLeast(in.MatBottomPct, h.Value(rules.RootsBottomFelt))
	if matted {
		cut.slice = min(h.Value(rules.RootsSliceMost), h.Value(rules.RootsSliceShare)*in.BallHeightMM, seasonLimit(h, in)*in.BallHeightMM)
	}
	waits := false
	if cut.treatment == SideTreatmentShave {
		cut, waits = shaveWithinLimit(h, in, f, cut.slice, j)
	}
	if num.Over(removedShare(in, cut.shave, cut.slice), seasonLimit(h, in)) {
		cut.slice = 0
	}
	if matted && num.Under(cut.slice, h.Value(rules.RootsSliceLeast)) {
		cut.slice = 0
		if j.verdict != SendBack && !waits {
			j.because("tease-base", Fix)
		}
	}
	return cut
}

func wantedTreatment(h rules.House, in RootBallInput, f found) SideTreatment {
	felt := num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideFelt))
	switch {
	case (in.Pot == PotAirPruning || in.Pot == PotFabric) && !f.any:
		return SideTreatmentNone
	case f.majorShell:
		return SideTreatmentShave
	// One or two roots are snipped where they turn, not shaved with the whole side.
	case f.any && ((float64(f.moderateShell) <= h.Value(rules.RootsSnipMost) && !felt) || in.School == RootSchoolTease):
		return SideTreatmentCutAndTease
	case f.any, felt:
		return SideTreatment(in.School)
	case num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideTease)):
		return SideTreatmentTease
	}
	return SideTreatmentNone
}

// shaveWithinLimit finds the shave that takes the circlers and stays under the season's share, or says for which season the ball waits.
// A slice that would leave no room for the shave is given up first.
func shaveWithinLimit(h rules.House, in RootBallInput, f found, slice float64, j *judgement) (cut cuts, waits bool) {
	if num.Under(in.BallDiameterMM, h.Value(rules.RootsShaveBall)) {
		if f.any {
			return cuts{SideTreatmentCutAndTease, 0, slice}, false
		}
		return cuts{SideTreatmentScore, 0, slice}, false
	}
	wish := num.Hold(h.Value(rules.RootsShaveShare)*in.BallDiameterMM, h.Value(rules.RootsShaveLeast), h.Value(rules.RootsShaveMost))
	limit := seasonLimit(h, in)
	thickest := thickestShave(in, limit, slice)
	shave := math.Min(wish, thickest)
	if bare := thickestShave(in, limit, 0); num.Under(shave, wish) && slice > 0 && num.Over(bare, thickest) {
		slice, shave = 0, math.Min(wish, bare)
	}
	needed := math.Max(h.Value(rules.RootsShaveNeeded), f.thickestMajorShell)
	dormant := math.Min(wish, thickestShave(in, leftOf(h.Value(rules.RootsLimitDormant), in.RemovedBefore), 0))
	against := Evidence{removedShare(in, math.Min(wish, needed), 0), limit, "share", seasonRule[in.Season]}
	switch {
	case num.AtLeast(shave, needed):
		return cuts{SideTreatmentShave, shave, slice}, false
	case !f.majorShell:
		return cuts{SideTreatmentScore, 0, slice}, false
	case !num.Under(shave, wish) || num.Under(wish, needed):
		j.because("uncorrectable-roots", SendBack)
		return cuts{treatment: SideTreatmentNone}, false
	case in.Season == SeasonDormant || num.Under(dormant, needed):
		j.against("wait-for-next-dormancy", Hold, against)
	case in.Foliage == FoliageEvergreen:
		j.against("wait-for-cool", Hold, against)
	default:
		j.against("wait-for-dormancy", Hold, against)
	}
	return cuts{treatment: SideTreatmentNone}, true
}

// removedShare is the share of the ball, as it now is, that a shave and a slice take off.
func removedShare(in RootBallInput, shave, slice float64) float64 {
	d, height := in.BallDiameterMM, in.BallHeightMM
	return 1 - (d-2*shave)*(d-2*shave)*(height-slice)/(d*d*height)
}

// thickestShave is the shave that, with that slice, takes just that share.
func thickestShave(in RootBallInput, share, slice float64) float64 {
	left := (1 - share) * in.BallHeightMM / (in.BallHeightMM - slice)
	return math.Max(0, in.BallDiameterMM/2*(1-math.Sqrt(left)))
}

// seasonLimit is the share of the ball, as it now is, that may still go in the season: what was cut before counts.
func seasonLimit(h rules.House, in RootBallInput) float64 {
	return leftOf(h.Value(seasonRule[in.Season]), in.RemovedBefore)
}

func leftOf(share, before float64) float64 { return math.Max(0, 1-(1-share)/(1-before)) }

var seasonRule = map[Season]rules.Key{
	SeasonDormant: rules.RootsLimitDormant, SeasonAutumn: rules.RootsLimitAutumn,
	SeasonSummer: rules.RootsLimitSummer, SeasonSpringFlush: rules.RootsLimitSpring,
}
