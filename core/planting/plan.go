package planting

import (
	"cmp"
	"math"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// Tree is one tree as it was checked, cleared and cut: the ball measured after all corrections.
type Tree struct {
	Tag            string       `json:"tag"`
	Form           stock.Form   `json:"form"`
	Pot            stock.Pot    `json:"pot"`
	CaliperMM      float64      `json:"caliper_mm" exclusiveMinimum:"0"`
	HeightM        float64      `json:"height_m" exclusiveMinimum:"0"`
	Medium         stock.Medium `json:"medium,omitempty" optional:"true"`
	BallDiameterMM float64      `json:"ball_diameter_mm" exclusiveMinimum:"0" doc:"of bare roots, their spread"`
	BallHeightMM   float64      `json:"ball_height_mm" exclusiveMinimum:"0" doc:"of bare roots, their length"`
	FlareDepthMM   float64      `json:"flare_depth_mm" minimum:"0"`
	StandsAlone    bool         `json:"stands_alone"`
	SupportBall    bool         `json:"support_ball" doc:"the mix may fall: the pot is cut away in the hole"`
	DepthInDoubt   bool         `json:"depth_in_doubt" doc:"the flare had been buried deep"`
	// Count is how many trees stand under the tag: a bundle is planted tree by tree. 0 is one.
	Count       int    `json:"count,omitempty" minimum:"0"`
	Corrections []Done `json:"corrections"`
	Found       Found  `json:"found,omitempty,omitzero"`
	// Arms are several kinds on one stem; WeakestMM is how long the weakest of them stays.
	Arms      []Arm    `json:"arms,omitempty" maxItems:"6"`
	WeakestMM *float64 `json:"weakest_mm,omitempty" exclusiveMinimum:"0" maximum:"5000"`
	// Nominal names the sizes above that nobody measured at this tree: they are its lot's.
	Nominal []string `json:"nominal,omitempty"`
}

// Done is a correction already carried out in the yard.
type Done struct {
	Code     stock.Correction `json:"code"`
	AmountMM *float64         `json:"amount_mm"`
	By       string           `json:"by"`
}

// Kind is what of a kind of tree enters a plan.
type Kind struct {
	Shrub         bool            `json:"shrub"`
	DrainageMax   ground.Drainage `json:"drainage_max"`
	SharpDrainage bool            `json:"sharp_drainage"`
	GrownForFruit bool            `json:"grown_for_fruit"`
	Evergreen     bool            `json:"evergreen"`
	Tender        bool            `json:"tender"`
	AutumnHazard  bool            `json:"autumn_hazard"`
	BarkTender    bool            `json:"bark_tender"`
	OldWood       bool            `json:"old_wood" doc:"flowers on old wood"`
	Bleeds        bool            `json:"bleeds,omitempty" doc:"bleeds when it is cut in late winter"`
	StoneFruit    bool            `json:"stone_fruit,omitempty"`
	// StemsForColour is that it is grown for the colour of its young stems.
	StemsForColour bool      `json:"stems_for_colour,omitempty"`
	ColdC          *float64  `json:"cold_c"`
	Cautions       []Caution `json:"cautions"`
}

// Spot is the ground, air and water of the planting place. A nil is something nobody knows.
type Spot struct {
	LatDeg          float64          `json:"lat_deg" minimum:"-66" maximum:"66"`
	Drain300Min     *float64         `json:"drain_300_min"`
	WaterEntering   bool             `json:"water_entering" doc:"the drainage hole filled from below"`
	Drained         bool             `json:"drained" doc:"the drainage was measured"`
	RaiseMM         float64          `json:"raise_mm" minimum:"0" maximum:"600"`
	SoilGroup       ground.SoilGroup `json:"soil_group" optional:"true"`
	SoilClass       ground.SoilClass `json:"soil_class" optional:"true"`
	SummerDeficitMM *float64         `json:"summer_deficit_mm"`
	AvailableMMPM   *float64         `json:"available_water_mm_per_m"`
	Water           ground.Water     `json:"water" optional:"true"`
	WindFromDeg     *float64         `json:"wind_from_deg"`
	// WindByStation is that the wind is a weather station's, and nobody looked at the spot.
	WindByStation bool        `json:"wind_by_station,omitempty"`
	Exposure      ground.Wind `json:"exposure" optional:"true"`
	SunH          *float64    `json:"sun_h"`
	MinC          *float64    `json:"min_c"`
	Sloping       bool        `json:"sloping"`
	// Slope is how steep the ground is; "" where it slopes and nobody measured.
	Slope ground.SlopeClass `json:"slope,omitempty" optional:"true"`
	// LowSideDeg is where the ground falls to, nil while nobody said.
	LowSideDeg   *float64 `json:"low_side_deg,omitempty" minimum:"0" maximum:"360"`
	OverheadLine bool     `json:"overhead_line"`
	// HotMonthC is the mean of the hottest month. Sodic is that a laboratory found too much sodium. The rest is who lives there.
	HotMonthC      *float64  `json:"hot_month_c,omitempty"`
	Sodic          bool      `json:"sodic,omitempty"`
	Gnawing        bool      `json:"gnawing,omitempty"`
	Browsing       bool      `json:"browsing,omitempty"`
	Burrowing      bool      `json:"burrowing,omitempty"`
	Frost          FrostDays `json:"frost"`
	ServicesMarked bool      `json:"services_marked"`
	// Trained is that it shall grow on wires or a wall.
	Trained bool `json:"trained,omitempty"`
	// LeaveLacks is that somebody must allow it and no leave that holds is on record.
	LeaveLacks bool `json:"leave_lacks,omitempty"`
}

// FrostDays is the site's record of frost, as days of a 365-day year.
type FrostDays struct {
	First      *int     `json:"first_frost_day" minimum:"1" maximum:"365"`
	Last       *int     `json:"last_frost_day" minimum:"1" maximum:"365"`
	Last90     *int     `json:"last_frost_90_day" minimum:"1" maximum:"365"`
	SoilFreeze *int     `json:"soil_freeze_day" minimum:"1" maximum:"365"`
	BudSwell   *int     `json:"bud_swell_day" minimum:"1" maximum:"365"`
	CoolFrom   *int     `json:"cool_from_day" minimum:"1" maximum:"365"`
	RainsFrom  *int     `json:"rains_from_day" minimum:"1" maximum:"365"`
	UsualHighC *float64 `json:"usual_high_c"`
}

// Today is what is asked when the plan is made.
type Today struct {
	DayOfYear int        `json:"day_of_year" minimum:"1" maximum:"365"`
	HighC     float64    `json:"high_c" minimum:"-60" maximum:"60"`
	Ground    Ground     `json:"ground"`
	Buds      stock.Buds `json:"buds"`
	// Unasked is a day of which nobody told the ground, the air and the buds yet: what stands here is taken, and the plan says nothing of
	// the day but that it is none to plant on.
	Unasked bool `json:"unasked,omitempty"`
	// Plaque is that one goes with the tree.
	Plaque bool `json:"plaque,omitempty"`
	// Base is how the soil under the hole lies where somebody loosened it, and LoosenedMM how deep under the base: a bed that was dug over, a hole
	// that was dug too deep before anybody asked.
	Base       Base    `json:"base,omitempty" optional:"true"`
	LoosenedMM float64 `json:"loosened_mm,omitempty" minimum:"0" maximum:"2000"`
}

// Input is everything a plan is made of; a sheet keeps it.
type Input struct {
	Tree  Tree  `json:"tree"`
	Kind  Kind  `json:"kind"`
	Spot  Spot  `json:"spot"`
	Today Today `json:"today"`
	// Standing is the match's, the room's and the clock's word.
	Standing Standing `json:"standing,omitempty,omitzero"`
}

// Plan is the planting of one tree in one spot.
type Plan struct {
	// Refused is a reason why there is no planting here; the rest is then empty.
	Refused Refusal `json:"refused" optional:"true"`
	// DaysToNext are the days from one that is no planting day to the next that is.
	DaysToNext *int            `json:"days_to_next"`
	Drainage   ground.Drainage `json:"drainage" doc:"class of the bed after any raise"`
	Hole       HoleResult      `json:"hole"`
	Basin      BasinResult     `json:"basin"`
	Berm       Berm            `json:"berm"`
	BermMM     float64         `json:"berm_mm"`
	MulchMM    float64         `json:"mulch_mm"`
	// MulchOverBallMM is how thick it lies over the ball: thinner over a small one.
	MulchOverBallMM float64 `json:"mulch_over_ball_mm"`
	// PourByHand says that a later dose is poured on the ball: there is no ring, or it would hardly cover its floor.
	PourByHand bool        `json:"pour_by_hand,omitempty"`
	Stake      StakeResult `json:"stake"`
	// Turn is to which side it looks; nil where no school turns it.
	Turn      *Turn        `json:"turn,omitempty"`
	WindFrom  float64      `json:"wind_from_deg"`
	Window    WindowResult `json:"window"`
	Load      stock.Load   `json:"load"`
	BallWidth float64      `json:"ball_width_mm"`
	// CoverMM is the native soil over the mix of a plug.
	CoverMM    float64           `json:"cover_mm,omitempty"`
	Long       LongRoots         `json:"long_roots,omitzero"`
	Soil       Soil              `json:"soil,omitzero"`
	Hill       *Hill             `json:"hill,omitempty" doc:"where soil is raised round the ball"`
	NoonSunDeg *float64          `json:"noon_sun_deg,omitempty" doc:"bearing of the sun at noon; not between the tropics"`
	Numbers    []Number          `json:"numbers"`
	Steps      []Step            `json:"steps"`
	Quantities []Quantity        `json:"quantities"`
	Conflicts  []Conflict        `json:"conflicts"`
	Assumed    []string          `json:"assumed"`
	Troubles   []Trouble         `json:"troubles"`
	Stops      []Stop            `json:"stops" doc:"what an advisor must sign for before the sheet is issued"`
	First      []Need            `json:"first,omitempty" doc:"what must be on record before the sheet is issued, whoever signs"`
	FindOut    []fit.Factor      `json:"find_out,omitempty" doc:"what nobody knows, when it is too much for a sheet"`
	Locked     bool              `json:"locked" doc:"services are not marked: nobody digs"`
	Schools    map[string]string `json:"schools"`
	// Idle are the steps whose chosen school changes nothing here.
	Idle []rules.Step `json:"idle,omitempty"`
}

// StandsMM is how high the flare stands above grade when the tree is planted: it settles to the finished raise where the base was loosened.
func (p Plan) StandsMM() float64 { return p.Hole.FinishedRaiseMM + p.Hole.SettleMM }

// Conflict is two rules that oppose each other, and which one won.
type Conflict struct {
	Code ConflictCode `json:"code"`
	Won  string       `json:"won"`
}

// Make works out the planting of a tree in a spot by the schools of the house.
//
// Errors name what must be known first: nothing is assumed about drainage or soil.
func Make(h rules.House, in Input) (Plan, error) {
	if err := in.check(); err != nil {
		return Plan{}, err
	}
	p, err := plan(h, in)
	if err == nil && p.Refused == "" {
		p.Idle = idle(h, in, p)
	}
	return p.withheld(), err
}

func plan(h rules.House, in Input) (Plan, error) {
	p := Plan{Locked: !in.Spot.ServicesMarked, Schools: map[string]string{}}
	for step, school := range h.Chosen() {
		p.Schools[string(step)] = school
	}
	p.Drainage, _ = BedDrainage(h, in.Kind, in.Spot)
	stand := CanStand(h, in, p.Drainage)
	p.Load = in.Tree.load(h)
	var err error
	if p.Window, err = windowOf(h, windowInput(h, in)); err != nil {
		return Plan{}, fault.Under("spot", err)
	}
	deep, long := rootFit(h, in.Tree, p.Drainage)
	p.Long = long
	if p.Hole, err = Hole(h, holeInput(h, in, p.Drainage, deep)); err != nil {
		return Plan{}, err
	}
	if p.Hole.Refused != "" {
		return p.refuse(p.Hole.Refused), nil
	}
	if stand.Never != "" {
		return p.refuse(stand.Never), nil
	}
	if p.Window.Status == WindowNo {
		out := p.refuse(RefusedWindow)
		out.DaysToNext = daysToNext(h, in)
		return out, nil
	}
	if in.Today.Unasked {
		p.Window = WindowResult{Reasons: []WindowReason{}}
	}
	p.BallWidth = in.Tree.BallDiameterMM
	p.Berm, p.BermMM = berm(h, in.Spot), h.Value(rules.BasinBerm)
	if p.Berm == BermNone {
		p.BermMM = 0
	}
	p.MulchMM = mulchDepth(h, in.Spot, p.Drainage)
	p.MulchOverBallMM = overBall(h, p)
	if p.Basin, err = Basin(h, basinInput(h, in, p)); err != nil {
		return Plan{}, err
	}
	p.Basin.DoseL = RoundDose(p.Basin.DoseL)
	p.Basin.MulchL = mulchL(p)
	p.PourByHand = p.Berm == BermNone || num.Under(p.Basin.DoseL*1e6/(math.Pi*p.Basin.BasinRadiusMM*p.Basin.BasinRadiusMM), h.Value(rules.BasinDoseStands))
	if in.Tree.Form == stock.Plug {
		p.CoverMM = h.Value(rules.PlanPlugCover)
	}
	p.Soil, p.Hill, p.NoonSunDeg = soil(h, in, p), hill(h, p), in.Spot.NoonSunDeg()
	if p.Stake, err = Stake(h, stakeInput(h, in, &p)); err != nil {
		return Plan{}, err
	}
	p.Turn = turnOf(h, in, p)
	p.Conflicts = conflicts(h, in, p)
	p.Stops, p.First, p.FindOut = stops(h, stand, p), stand.First, stand.FindOut
	p.Numbers = numbers(h, in, p)
	p.Quantities = quantities(h, in, p)
	p.Steps = steps(h, in, p)
	p.Troubles = troubles(in, p)
	return p, nil
}

// refuse is a plan of which nothing is left but why.
func (p Plan) refuse(why Refusal) Plan {
	return Plan{Refused: why, Drainage: p.Drainage, Locked: p.Locked, Schools: p.Schools, Window: p.Window, Load: p.Load, Berm: BermNone,
		Stake:   StakeResult{Kind: StakeNone, Reasons: []StakeReason{}, Stakes: []Foot{}},
		Numbers: []Number{}, Steps: []Step{}, Quantities: []Quantity{}, Conflicts: []Conflict{}, Assumed: []string{}, Stops: []Stop{}, Troubles: []Trouble{}}
}

func (in Input) check() error {
	l := fault.Check(in)
	if in.Tree.FlareDepthMM >= in.Tree.BallHeightMM {
		l.Add("tree.flare_depth_mm", fault.NothingLeft, in.Tree.BallHeightMM)
	}
	if !in.Spot.Drained {
		l.Add("spot.drainage", fault.Required, nil)
	}
	if in.Spot.SoilGroup == "" {
		l.Add("spot.soil", fault.Required, nil)
	}
	if in.Spot.Sloping && in.Spot.Slope == "" {
		l.Add("spot.slope", fault.Required, nil)
	}
	if loose := in.Today.LoosenedMM > 0; loose != (in.Today.Base != "" && in.Today.Base != BaseUndisturbed) {
		l.Add("today.loosened_mm", fault.LoosenedFirm, nil)
	}
	return append(l, in.Tree.checkArms()...).Err()
}

// Scale is the drainage scale for a kind: strict for fruit and for kinds that rot, unless the house chose one.
func Scale(h rules.House, k Kind) ground.Scale {
	if chosen := ground.Scale(h.School(rules.StepScale)); set.Has(chosen) {
		return chosen
	}
	if k.SharpDrainage || k.GrownForFruit {
		return ground.ScaleStrict
	}
	return ground.ScaleGeneral
}

// holeInput takes the ball as it is; of bare roots deepMM is how far they hang in the hole.
func holeInput(h rules.House, in Input, drainage ground.Drainage, deepMM float64) HoleInput {
	zero := 0.0
	dryness := drynessOf(in.Spot)
	out := HoleInput{
		Form: in.Tree.Form, BallDiameterMM: &in.Tree.BallDiameterMM, BallHeightMM: &in.Tree.BallHeightMM,
		FlareDepthMM: &in.Tree.FlareDepthMM, SideShaveMM: &zero, BottomSliceMM: &zero,
		BedDrainage: drainage, BedRaiseMM: in.Spot.RaiseMM, KindDrainageMax: in.Kind.DrainageMax,
		SharpDrainage: in.Kind.SharpDrainage, DrynessIndex: dryness, SoilGroup: in.Spot.SoilGroup,
		FlareSchool: FlareSchool(h.School(rules.StepFlare)), Shape: Shape(h.School(rules.StepShape)), Width: WidthSchool(h.School(rules.StepWidth)),
		Base: cmp.Or(in.Today.Base, BaseUndisturbed), LoosenedBelowMM: in.Today.LoosenedMM,
	}
	if in.Tree.Form == stock.BareRoot {
		out.RootSpreadMM, out.RootLengthMM = &in.Tree.BallDiameterMM, &deepMM
	}
	return out
}

// drynessOf is the drought index of a spot, 0 where nobody knows.
func drynessOf(s Spot) int {
	if s.SummerDeficitMM == nil || s.AvailableMMPM == nil {
		return 0
	}
	return climate.DroughtIndex(*s.SummerDeficitMM, s.RaiseMM, *s.AvailableMMPM)
}

// medium is what the ball is made of: as recorded, else a potting mix, or loam for what was dug.
func (t Tree) medium() stock.Medium {
	switch {
	case t.Medium != "":
		return t.Medium
	case t.Form == stock.Balled || t.Form == stock.BareRoot:
		return stock.MediumLoam
	}
	return stock.MediumMix
}

func berm(h rules.House, s Spot) Berm {
	switch chosen := Berm(h.School(rules.StepBerm)); {
	case chosen == bermMoat:
		return BermRing
	case set.Has(chosen):
		return chosen
	case s.Water == ground.WaterDrip:
		return BermNone
	case s.Sloping:
		return BermLowSide
	}
	return BermRing
}

// KeepsRing tells whether the ring is kept as a moat for good, as some do.
func (p Plan) KeepsRing() bool {
	return p.Schools[string(rules.StepBerm)] == bermMoat && p.Berm == BermRing
}

func (p Plan) basinChoice() string {
	if p.KeepsRing() {
		return bermMoat
	}
	return string(p.Berm)
}

// mulchDepth is the school's depth, thinner on fine or slow ground unless the school was chosen thicker on purpose.
func mulchDepth(h rules.House, s Spot, drainage ground.Drainage) float64 {
	mm := map[string]float64{"50": 50, "75": 75, "100": 100, "150": 150}[h.School(rules.StepMulch)]
	wet := drainage == ground.DrainageSlow || drainage == ground.DrainagePoor || drainage == ground.DrainageStanding
	if mm == 75 && (s.SoilGroup == ground.SoilGroupFine || wet) {
		return h.Value(rules.MulchFine)
	}
	return mm
}

func basinInput(h rules.House, in Input, p Plan) BasinInput {
	habit := HabitTree
	if in.Kind.Shrub {
		habit = HabitShrub
	}
	return BasinInput{
		Form: in.Tree.Form, Habit: habit, Medium: in.Tree.medium(),
		BallVolumeL: stock.BallVolumeL(h, in.Tree.Form, in.Tree.BallDiameterMM, p.Hole.FlareToBaseMM),
		BackfillL:   p.Hole.BackfillL, BallDiameterMM: in.Tree.BallDiameterMM, CaliperMM: in.Tree.CaliperMM,
		HoleTopMM: p.Hole.HoleTopMM, Berm: p.Berm, BermHeightMM: p.BermMM, MulchMM: p.MulchMM,
	}
}

func stakeInput(h rules.House, in Input, p *Plan) StakeInput {
	exposure, school, stands := in.Spot.Exposure, Staking(h.School(rules.StepStake)), in.Tree.StandsAlone && !in.Tree.Found.CollarCut
	p.Assumed = append([]string{}, in.Tree.Nominal...)
	if exposure == "" {
		exposure = ground.WindOpen
		p.Assumed = append(p.Assumed, "exposure")
	}
	if in.Spot.WindFromDeg == nil {
		p.Assumed = append(p.Assumed, "wind_from_deg")
	} else {
		p.WindFrom = num.Bearing(*in.Spot.WindFromDeg)
		if in.Spot.WindByStation {
			p.Assumed = append(p.Assumed, "wind_by_station")
		}
	}
	if !set.Has(school) { // "always-exposed"
		school = StakingAuto
		stands = stands && exposure != ground.WindExposed
	}
	return StakeInput{
		Form: in.Tree.Form, HeightM: in.Tree.HeightM, CaliperMM: in.Tree.CaliperMM, StandsAlone: stands,
		Exposure: exposure, RootRadiusMM: in.Tree.BallDiameterMM / 2, WindFromDeg: p.WindFrom, School: school,
	}
}

func windowInput(h rules.House, in Input) WindowInput {
	f := in.Spot.Frost
	return WindowInput{
		Form: in.Tree.Form, DayOfYear: in.Today.DayOfYear, FirstFrostDay: f.First, LastFrostDay: f.Last,
		LastFrost90Day: f.Last90, SoilFreezeDay: f.SoilFreeze, BudSwellDay: f.BudSwell, CoolFromDay: f.CoolFrom,
		RainsFromDay: f.RainsFrom, Ground: in.Today.Ground, HighC: in.Today.HighC, UsualHighC: f.UsualHighC,
		Evergreen: in.Kind.Evergreen, Tender: in.Kind.Tender, AutumnHazard: in.Kind.AutumnHazard,
		Marginal: Marginal(h, in), Buds: in.Today.Buds,
	}
}

// Marginal tells whether a kind stands at its cold limit there.
func Marginal(h rules.House, in Input) bool {
	return in.Kind.ColdC != nil && in.Spot.MinC != nil && num.Under(*in.Spot.MinC-*in.Kind.ColdC, h.Value(rules.FitMarginal))
}

// conflicts names rules that oppose each other in this plan.
func conflicts(h rules.House, in Input, p Plan) []Conflict {
	out := []Conflict{}
	wantsProud := in.Kind.SharpDrainage || h.School(rules.StepFlare) == "proud"
	if p.Drainage == ground.DrainageFast && p.Hole.FinishedRaiseMM == 0 && wantsProud {
		out = append(out, Conflict{"proud-against-dry", "dry"})
	}
	if p.Berm == BermRing && (p.Drainage == ground.DrainagePoor || p.Drainage == ground.DrainageStanding) {
		out = append(out, Conflict{"basin-against-wet", "basin"})
	}
	if won, opposed := turnOpposed(h, in, p); opposed {
		out = append(out, Conflict{ConflictCode("turned-by-" + won), won})
	}
	if school := h.School(rules.StepPruning); (pruneSuits(h, in, school) || len(in.Tree.Arms) > 0) && outOfSeason(in.Kind) {
		out = append(out, Conflict{"prune-against-kind", "kind"})
	}
	return out
}
