package planting

import (
	"math"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// StakeInput is the tree above its roots, and the wind.
type StakeInput struct {
	Form         stock.Form  `json:"form"`
	HeightM      float64     `json:"height_m" exclusiveMinimum:"0"`
	CaliperMM    float64     `json:"caliper_mm" exclusiveMinimum:"0"`
	StandsAlone  bool        `json:"stands_alone"`
	Exposure     ground.Wind `json:"exposure"`
	RootRadiusMM float64     `json:"root_radius_mm" exclusiveMinimum:"0"`
	WindFromDeg  float64     `json:"wind_from_deg"`
	School       Staking     `json:"school"`
}

// Foot is where one stake or anchor goes into the ground, from the trunk.
type Foot struct {
	BearingDeg float64 `json:"bearing_deg" decimals:"0"`
	DistanceMM float64 `json:"distance_mm" decimals:"1"`
}

// StakeResult is whether, how and how long a tree is staked.
type StakeResult struct {
	Needed            bool          `json:"needed"`
	Slenderness       float64       `json:"slenderness" decimals:"1"`
	Reasons           []StakeReason `json:"reasons"`
	Kind              StakeKind     `json:"kind"`
	Stakes            []Foot        `json:"stakes"`
	TieHeightMM       *float64      `json:"tie_height_mm" decimals:"1"`
	RemoveAfterMonths *float64      `json:"remove_after_months" decimals:"0"`
	ByContractor      bool          `json:"by_contractor"`
}

// Stake says whether a tree needs one at all, and then which, where, how high and until when.
func Stake(h rules.House, in StakeInput) (StakeResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return StakeResult{}, err
	}
	out := StakeResult{
		Slenderness: in.HeightM * 1000 / in.CaliperMM, Kind: StakeNone, Stakes: []Foot{}, Reasons: []StakeReason{},
	}
	out.Reasons = stakeReasons(h, in, out.Slenderness)
	if len(out.Reasons) == 0 {
		return out, nil
	}
	out.Needed = true
	out.Kind = stakeKind(h, in)
	height := in.HeightM * 1000
	tie := num.Hold(height/3, h.Value(rules.StakeTieLeast), h.Value(rules.StakeTieMost))
	months := h.Value(rules.StakeMonths)
	if out.Kind == StakeGuys {
		tie, months = height/2, h.Value(rules.StakeGuyMonths)
		out.ByContractor = num.Over(in.CaliperMM, h.Value(rules.StakeContractorCaliper)) || num.Over(in.HeightM, h.Value(rules.StakeContractorHeight))
	}
	out.TieHeightMM, out.RemoveAfterMonths = &tie, &months
	turns, distance := stakeFeet(h, in, out.Kind, tie)
	for _, turn := range turns {
		out.Stakes = append(out.Stakes, Foot{num.Bearing(in.WindFromDeg + turn), distance})
	}
	return out, nil
}

// StakeWoodMM is how long each stake is: up to 50 mm over the tie, and 500 mm or a third of its length in firm ground, whichever is more; 0 for
// guys, which have none (handbook, planting.md, "Stake").
func StakeWoodMM(s StakeResult) float64 {
	if s.TieHeightMM == nil || s.Kind == StakeGuys {
		return 0
	}
	above := *s.TieHeightMM + 50
	return above + math.Max(500, above/2)
}

func stakeReasons(h rules.House, in StakeInput, slenderness float64) []StakeReason {
	reasons := []StakeReason{}
	if in.Form == stock.Plug && num.Under(in.HeightM, h.Value(rules.StakePlugHeight)) {
		return reasons
	}
	if !in.StandsAlone {
		reasons = append(reasons, "cannot-stand")
	}
	if in.Form != stock.Plug {
		if num.Over(slenderness, h.Value(rules.StakeSlender)) && num.Over(in.HeightM, h.Value(rules.StakeSlenderHeight)) {
			reasons = append(reasons, "slender")
		}
		if in.Exposure == ground.WindExposed && num.Over(in.HeightM, h.Value(rules.StakeExposedHeight)) {
			reasons = append(reasons, "exposed")
		}
	}
	if in.Form == stock.BareRoot && num.Over(in.HeightM, h.Value(rules.StakeBareRootHeight)) {
		reasons = append(reasons, "bare-root")
	}
	return reasons
}

func stakeKind(h rules.House, in StakeInput) StakeKind {
	switch {
	case in.School != StakingAuto:
		return StakeKind(in.School)
	case in.Form == stock.BareRoot:
		return StakeLowUpright
	case in.Form == stock.Balled && num.Over(in.CaliperMM, h.Value(rules.StakeGuyCaliper)):
		return StakeGuys
	}
	return StakePair
}

// stakeFeet gives the bearings from the wind's and the distance from the trunk, outside the ball.
func stakeFeet(h rules.House, in StakeInput, kind StakeKind, tieMM float64) (turns []float64, distanceMM float64) {
	beside := in.RootRadiusMM + 150
	switch kind {
	case StakeLowUpright:
		if in.Form == stock.BareRoot {
			return []float64{0}, 100 // driven before the tree is set
		}
		return []float64{0}, math.Max(100, in.RootRadiusMM+50)
	case StakeAngled:
		return []float64{180}, beside // leaning into the wind
	case StakeTripod:
		return []float64{0, 120, 240}, beside
	case StakeGuys:
		return []float64{0, 120, 240}, math.Max(in.RootRadiusMM+450, tieMM/math.Tan(h.Value(rules.StakeGuySlope)*math.Pi/180))
	}
	return []float64{90, 270}, beside
}
