package planting

import (
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/stock"
)

// SmallStock is one way to plant something small: what it takes in the ground and in time.
type SmallStock struct {
	Form        stock.Form
	HoleTopMM   float64
	HoleDepthMM float64
	FirstWaterL float64
	// Minutes a pair of hands needs for one, hole to water (house rule).
	Minutes float64
	// DaysAllowed between lifting and planting, 0 for what waits in its cell.
	DaysAllowed float64
}

// PlugAndWhip puts a usual plug (55 wide, 110 high) and a usual whip (roots 225 wide, 180 long, caliper 8) side by side: both in
// good ground, level, each by the same hole and basin as any tree (features F059).
func PlugAndWhip(h rules.House) ([]SmallStock, error) {
	ground := HoleInput{BedDrainage: ground.DrainageGood, KindDrainageMax: ground.DrainageSlow, SoilGroup: ground.SoilGroupMedium, FlareSchool: FlareSchoolLevel, Shape: ShapeSaucer, Base: BaseUndisturbed}
	zero := 0.0
	plug, width, height := ground, 55.0, 110.0
	plug.Form, plug.BallDiameterMM, plug.BallHeightMM, plug.FlareDepthMM, plug.SideShaveMM, plug.BottomSliceMM = stock.Plug, &width, &height, &zero, &zero, &zero
	whip, spread, length := ground, 225.0, 180.0
	whip.Form, whip.RootSpreadMM, whip.RootLengthMM = stock.BareRoot, &spread, &length
	out := []SmallStock{}
	for _, s := range []struct {
		in              HoleInput
		across, caliper float64
		minutes, days   float64
	}{
		{plug, width, 4, h.Value(rules.MinutesPlug), 0},
		{whip, spread, 8, h.Value(rules.MinutesWhip), h.Value(rules.ClockGelHours) / 24},
	} {
		hole, err := Hole(h, s.in)
		if err != nil {
			return nil, err
		}
		basin, err := Basin(h, BasinInput{Form: s.in.Form, Habit: HabitTree, Medium: stock.MediumMix, BallVolumeL: stock.BallVolumeL(h, s.in.Form, s.across, hole.FlareToBaseMM),
			BackfillL: hole.BackfillL, BallDiameterMM: s.across, CaliperMM: s.caliper, HoleTopMM: hole.HoleTopMM, Berm: BermNone})
		if err != nil {
			return nil, err
		}
		out = append(out, SmallStock{s.in.Form, hole.HoleTopMM, hole.HoleDepthMM, basin.FirstWaterL, s.minutes, s.days})
	}
	return out, nil
}
