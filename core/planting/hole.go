// Package planting works out how one tree is planted in one spot: heights and
// hole, basin and mulch, stake, the window of the year, and the plan that
// carries them (handbook, planting.md and the plan part of calculators.md).
//
// Everything is a height against finished grade, in mm; volumes are litres.
package planting

import (
	"encoding/json"
	"math"
	"slices"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// HoleInput is the ball as corrected, or the bare root, and the ground it goes into.
type HoleInput struct {
	Form           stock.Form `json:"form"`
	BallDiameterMM *float64   `json:"ball_diameter_mm,omitempty" exclusiveMinimum:"0" doc:"not for bare roots"`
	BallHeightMM   *float64   `json:"ball_height_mm,omitempty" exclusiveMinimum:"0" doc:"not for bare roots"`
	FlareDepthMM   *float64   `json:"flare_depth_mm,omitempty" minimum:"0" doc:"not for bare roots"`
	SideShaveMM    *float64   `json:"side_shave_mm,omitempty" minimum:"0" doc:"not for bare roots"`
	BottomSliceMM  *float64   `json:"bottom_slice_mm,omitempty" minimum:"0" doc:"not for bare roots"`
	RootSpreadMM   *float64   `json:"root_spread_mm,omitempty" exclusiveMinimum:"0" doc:"bare roots only"`
	RootLengthMM   *float64   `json:"root_length_mm,omitempty" exclusiveMinimum:"0" doc:"bare roots only"`

	BedDrainage     ground.Drainage  `json:"bed_drainage"  doc:"the class after any raise of the bed"`
	BedRaiseMM      float64          `json:"bed_raise_mm" minimum:"0"`
	KindDrainageMax ground.Drainage  `json:"kind_drainage_max"`
	SharpDrainage   bool             `json:"sharp_drainage"`
	DrynessIndex    int              `json:"dryness_index" minimum:"0" maximum:"3"`
	SoilGroup       ground.SoilGroup `json:"soil_group"`
	FlareSchool     FlareSchool      `json:"flare_school"`
	Shape           Shape            `json:"shape"`
	// Width is how many times as wide as the ball; left out it is by the soil.
	Width           WidthSchool `json:"width,omitempty" optional:"true"`
	Base            Base        `json:"base"`
	LoosenedBelowMM float64     `json:"loosened_below_mm" minimum:"0"`
}

// HoleResult is the hole, the height at which the flare ends, and the soil that is moved.
type HoleResult struct {
	// Refused is set, and nothing else, when there is no planting here.
	Refused         Refusal `json:"refused,omitempty" optional:"true"`
	FlareToBaseMM   float64 `json:"flare_to_base_mm" decimals:"0"`
	FinishedRaiseMM float64 `json:"finished_raise_mm" decimals:"1"`
	SettleMM        float64 `json:"settle_mm" decimals:"1"`
	StickMM         float64 `json:"stick_mm" decimals:"1"`
	PadUnderMM      float64 `json:"pad_under_mm" decimals:"1"`
	HoleDepthMM     float64 `json:"hole_depth_mm" decimals:"1"`
	HoleTopMM       float64 `json:"hole_top_mm" decimals:"1"`
	HoleBottomMM    float64 `json:"hole_bottom_mm" decimals:"1"`
	HoleVolumeL     float64 `json:"hole_volume_l" decimals:"1"`
	SpoilL          float64 `json:"spoil_l" decimals:"1"`
	BallBelowGradeL float64 `json:"ball_below_grade_l" decimals:"1"`
	BackfillL       float64 `json:"backfill_l" decimals:"1"`
	BuildMoundFirst bool    `json:"build_mound_first"`
	MoundVolumeL    float64 `json:"mound_volume_l" decimals:"1"`
}

var (
	raiseRule = map[ground.Drainage]rules.Key{
		ground.DrainageFast: rules.HoleRaiseFast, ground.DrainageGood: rules.HoleRaiseGood, ground.DrainageSlow: rules.HoleRaiseSlow,
		ground.DrainagePoor: rules.HoleRaisePoor, ground.DrainageStanding: rules.HoleRaiseStanding,
	}
	widthRule = map[ground.SoilGroup]rules.Key{
		ground.SoilGroupCoarse: rules.HoleWidthCoarse, ground.SoilGroupMedium: rules.HoleWidthMedium, ground.SoilGroupFine: rules.HoleWidthFine,
	}
)

var drainages = set.All[ground.Drainage]()

// bears tells whether a kind bears ground of that class.
func bears(kindMax, class ground.Drainage) bool {
	return slices.Index(drainages, kindMax) >= slices.Index(drainages, class)
}

// Check returns what is wrong with the input.
func (in HoleInput) Check() error {
	l := fault.Check(in)
	if in.Base == BaseUndisturbed && in.LoosenedBelowMM > 0 {
		l.Add("loosened_below_mm", fault.LoosenedFirm, nil)
	}
	need := func(field string, given *float64) {
		if given == nil {
			l.Add(field, fault.Required, nil)
		}
	}
	if in.Form == stock.BareRoot {
		need("root_spread_mm", in.RootSpreadMM)
		need("root_length_mm", in.RootLengthMM)
		return l.Err()
	}
	need("ball_diameter_mm", in.BallDiameterMM)
	need("ball_height_mm", in.BallHeightMM)
	need("flare_depth_mm", in.FlareDepthMM)
	need("side_shave_mm", in.SideShaveMM)
	need("bottom_slice_mm", in.BottomSliceMM)
	if len(l) == 0 {
		if *in.FlareDepthMM+*in.BottomSliceMM >= *in.BallHeightMM {
			l.Add("flare_depth_mm", fault.NothingLeft, *in.BallHeightMM)
		}
		if *in.SideShaveMM >= *in.BallDiameterMM/2 {
			l.Add("side_shave_mm", fault.TooWide, *in.BallDiameterMM/2)
		}
	}
	return l.Err()
}

// Hole finds the depth and width of the hole from the flare, not from the pot.
func Hole(h rules.House, in HoleInput) (HoleResult, error) {
	if err := in.Check(); err != nil {
		return HoleResult{}, err
	}
	if in.BedDrainage == ground.DrainageStanding && in.KindDrainageMax != ground.DrainageStanding {
		return HoleResult{Refused: RefusedStandingWater}, nil
	}
	var width, flareToBase float64
	if in.Form == stock.BareRoot {
		width, flareToBase = *in.RootSpreadMM, *in.RootLengthMM
	} else {
		width = *in.BallDiameterMM - 2**in.SideShaveMM
		flareToBase = *in.BallHeightMM - *in.FlareDepthMM - *in.BottomSliceMM
	}
	raise := FinishedRaise(h, in, flareToBase)
	settle := settleShare(in.Base, in.SoilGroup) * in.LoosenedBelowMM
	if in.Form == stock.Plug {
		settle = 0
	}
	if num.Over(settle, math.Max(h.Value(rules.HoleSettleLeast), h.Value(rules.HoleSettleShare)*flareToBase)) {
		return HoleResult{Refused: RefusedLooseBase}, nil
	}
	out := HoleResult{
		FlareToBaseMM: flareToBase, FinishedRaiseMM: raise, SettleMM: settle,
		HoleDepthMM: math.Max(0, flareToBase-raise-settle),
		PadUnderMM:  math.Max(0, raise+settle-flareToBase),
		HoleTopMM:   holeTop(h, in, width),
	}
	out.StickMM = flareToBase - out.HoleDepthMM
	out.HoleBottomMM = math.Min(out.HoleTopMM, width+h.Value(rules.HoleBottomRoom))
	share := stock.BallShare(h, in.Form)
	out.HoleVolumeL = holeVolumeL(in.Shape, out.HoleTopMM, out.HoleBottomMM, out.HoleDepthMM)
	out.SpoilL = out.HoleVolumeL * h.Value(rules.HoleBulking)
	out.BallBelowGradeL = cylinderL(width, out.HoleDepthMM) * share
	out.BackfillL = out.HoleVolumeL - out.BallBelowGradeL
	if in.Form != stock.Plug && raise > 0 && num.Under(flareToBase-raise, flareToBase/2) {
		out.BuildMoundFirst = true
		out.MoundVolumeL = math.Max(0, MoundVolumeL(h, width, raise)-cylinderL(width, math.Min(raise, out.StickMM))*share)
	}
	return out, nil
}

// FinishedRaise is how far the flare stands above grade once settled, in mm: by drainage and school, less
// what the bed is raised already, and never out of proportion to the ball.
func FinishedRaise(h rules.House, in HoleInput, flareToBaseMM float64) float64 {
	if in.Form == stock.Plug || (in.BedDrainage == ground.DrainageFast && in.DrynessIndex >= 2) {
		return 0
	}
	raise := h.Value(raiseRule[in.BedDrainage])
	if in.SharpDrainage {
		raise += h.Value(rules.HoleRaiseSharp)
	}
	switch in.FlareSchool {
	case FlareSchoolLevel:
		raise -= h.Value(rules.HoleSchoolStep)
	case FlareSchoolProud:
		raise += h.Value(rules.HoleSchoolStep)
	}
	raise = math.Max(0, raise-in.BedRaiseMM)
	wet := in.BedDrainage != ground.DrainageFast && in.BedDrainage != ground.DrainageGood
	borne := bears(in.KindDrainageMax, in.BedDrainage)
	if wet && borne {
		raise = math.Min(raise, h.Value(rules.HoleBorneMost))
	}
	switch {
	case !wet:
		raise = math.Min(raise, flareToBaseMM*h.Value(rules.HoleRaiseShareDry))
	case in.BedDrainage != ground.DrainagePoor || borne:
		raise = math.Min(raise, flareToBaseMM*h.Value(rules.HoleRaiseShareWet))
	}
	return raise
}

// settleShare is the part of any depth loosened under the ball by which it sinks.
func settleShare(base Base, group ground.SoilGroup) float64 {
	column := slices.Index(set.All[ground.SoilGroup](), group)
	return map[Base][3]float64{
		BaseUndisturbed: {0, 0, 0}, BaseTrodden: {0.05, 0.08, 0.10}, BaseLoose: {0.15, 0.20, 0.20}, BaseOrganic: {0.30, 0.30, 0.30},
	}[base][column]
}

func holeTop(h rules.House, in HoleInput, width float64) float64 {
	form, group := in.Form, in.SoilGroup
	switch form {
	case stock.Plug:
		return width + h.Value(rules.HolePlugRoom)
	case stock.BareRoot:
		return math.Max(width+h.Value(rules.HoleBareRootRoom), width*h.Value(rules.HoleBareRootFactor))
	}
	times := h.Value(widthRule[group])
	switch in.Width {
	case WidthTwice:
		times = 2
	case WidthThreeTimes:
		times = 3
	}
	return math.Max(width+h.Value(rules.HoleWidthLeast), math.Min(times*width, width+h.Value(rules.HoleWidthMost)))
}

func cylinderL(diameterMM, depthMM float64) float64 {
	return math.Pi / 4 * diameterMM * diameterMM * depthMM / 1e6
}

// frustumL is the volume of a round body whose width changes evenly from top to bottom.
func frustumL(topMM, bottomMM, depthMM float64) float64 {
	return math.Pi / 12 * depthMM * (topMM*topMM + topMM*bottomMM + bottomMM*bottomMM) / 1e6
}

func holeVolumeL(shape Shape, top, bottom, depth float64) float64 {
	switch shape {
	case ShapeSquare:
		return top * top * depth / 1e6
	case ShapeCylinder:
		return cylinderL(top, depth)
	}
	return frustumL(top, bottom, depth)
}

// MoundCrestMM is how wide the top of a mound must be for a ball that wide.
func MoundCrestMM(h rules.House, widthMM float64) float64 {
	return math.Max(h.Value(rules.HoleMoundCrestBalls)*widthMM, h.Value(rules.HoleMoundCrest))
}

// MoundVolumeL is the soil of a mound of that height, before the ball takes its place.
func MoundVolumeL(h rules.House, widthMM, heightMM float64) float64 {
	crest := MoundCrestMM(h, widthMM)
	return frustumL(crest, crest+2*h.Value(rules.HoleMoundSlope)*heightMM, heightMM)
}

// MarshalJSON gives a refusal alone, without the numbers of a hole that is not to be dug.
func (r HoleResult) MarshalJSON() ([]byte, error) {
	if r.Refused != "" {
		return json.Marshal(struct {
			Refused Refusal `json:"refused"`
		}{r.Refused})
	}
	type plain HoleResult
	return json.Marshal(plain(r))
}
