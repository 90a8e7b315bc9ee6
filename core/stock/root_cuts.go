package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// cuts is what is taken off the side and the base, in mm.
type cuts struct {
	treatment    string
	shave, slice float64
}

// found is what the classes of the single roots add up to.
type found struct {
	moderate, major, single bool
	thickestMajor           float64
}

func sumUp(h rules.House, in RootBallInput, classes []string) found {
	var f found
	ratios := 0.0
	for i, class := range classes {
		switch class {
		case "major":
			f.major, f.single = true, true
			f.thickestMajor = math.Max(f.thickestMajor, in.Roots[i].DiameterMM)
		case "moderate":
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
func planCuts(h rules.House, in RootBallInput, classes []string, j *judgement) cuts {
	f := sumUp(h, in, classes)
	cut := cuts{treatment: wantedTreatment(h, in, f)}
	if num.AtLeast(in.MatBottomPct, h.Value(rules.RootsBottomFelt)) {
		cut.slice = math.Min(h.Value(rules.RootsSliceMost), h.Value(rules.RootsSliceShare)*in.BallHeightMM)
	}
	if cut.treatment == "shave" {
		cut = shaveWithinLimit(h, in, f, cut.slice, j)
	}
	if num.Over(removedShare(in, cut.shave, cut.slice), seasonLimit(h, in.Season)) {
		cut.slice = 0
	}
	return cut
}

func wantedTreatment(h rules.House, in RootBallInput, f found) string {
	switch {
	case (in.Pot == "air-pruning" || in.Pot == "fabric") && !f.moderate && !f.major:
		return "none"
	case f.major:
		return "shave"
	case f.moderate && in.School == "tease":
		return "cut-and-tease"
	case f.moderate, num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideFelt)):
		return in.School
	case num.AtLeast(in.MatSidePct, h.Value(rules.RootsSideTease)):
		return "tease"
	}
	return "none"
}

// shaveWithinLimit finds the shave that takes the circlers and stays under the season's share. A slice
// that would leave no room for the shave is given up first.
func shaveWithinLimit(h rules.House, in RootBallInput, f found, slice float64, j *judgement) cuts {
	if num.Under(in.BallDiameterMM, h.Value(rules.RootsShaveBall)) {
		if f.moderate || f.major {
			return cuts{"cut-and-tease", 0, slice}
		}
		return cuts{"score", 0, slice}
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
		return cuts{"shave", shave, slice}
	case !f.major:
		return cuts{"score", 0, slice}
	case num.Under(shave, wish) && in.Season != "dormant" && in.Foliage == "evergreen":
		j.because("wait-for-cool", Hold)
	case num.Under(shave, wish) && in.Season != "dormant":
		j.because("wait-for-dormancy", Hold)
	default:
		j.because("uncorrectable-roots", SendBack)
	}
	return cuts{treatment: "none"}
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
func seasonLimit(h rules.House, season string) float64 {
	return h.Value(map[string]rules.Key{
		"dormant": rules.RootsLimitDormant, "autumn": rules.RootsLimitAutumn,
		"summer": rules.RootsLimitSummer, "spring-flush": rules.RootsLimitSpring,
	}[season])
}
