package rules

// The thresholds, by the step of the work. Source of every default: the handbook page of that step.
const (
	FlareProbeFall         Key = "flare.probe_fall_share"
	FlareProbeDistance     Key = "flare.probe_distance_mm"
	FlareApart             Key = "flare.apart_deg"
	FlareStray             Key = "flare.stray_mm"
	FlareSurfaceShare      Key = "flare.surface_share"
	FlareSurfaceLeast      Key = "flare.surface_least_mm"
	FlareSurfaceMost       Key = "flare.surface_most_mm"
	FlareShallowShare      Key = "flare.shallow_share"
	FlareShallowMost       Key = "flare.shallow_most_mm"
	FlareBallLeft          Key = "flare.ball_left_share"
	FlareDeepMost          Key = "flare.deep_most_mm"
	RootsCollarRatio       Key = "roots.collar_ratio"
	RootsCollarGap         Key = "roots.collar_gap_mm"
	RootsTouchingGap       Key = "roots.touching_gap_mm"
	RootsGroovedRatio      Key = "roots.grooved_ratio"
	RootsSnipMost          Key = "roots.snip_most"
	RootsSliceLeast        Key = "roots.slice_least_mm"
	RootsGirdlingArc       Key = "roots.girdling_arc_deg"
	RootsStranglingRatio   Key = "roots.strangling_ratio"
	RootsStranglingArc     Key = "roots.strangling_arc_deg"
	RootsRadialArc         Key = "roots.radial_arc_deg"
	RootsFine              Key = "roots.fine_mm"
	RootsFineShare         Key = "roots.fine_share"
	RootsSevereArc         Key = "roots.severe_arc_deg"
	RootsMajorRatio        Key = "roots.major_ratio"
	RootsMajorArc          Key = "roots.major_arc_deg"
	RootsMajorThick        Key = "roots.major_mm"
	RootsMajorThickArc     Key = "roots.major_thick_arc_deg"
	RootsSum               Key = "roots.moderate_sum"
	RootsMainLeast         Key = "roots.main_least"
	RootsCutMost           Key = "roots.cut_most_share"
	RootsCutDormant        Key = "roots.cut_dormant_share"
	RootsFillHold          Key = "roots.fill_hold_pct"
	RootsFillSupport       Key = "roots.fill_support_pct"
	RootsSideFelt          Key = "roots.side_felt_pct"
	RootsSideTease         Key = "roots.side_tease_pct"
	RootsBottomFelt        Key = "roots.bottom_felt_pct"
	RootsSliceMost         Key = "roots.slice_most_mm"
	RootsSliceShare        Key = "roots.slice_share"
	RootsShaveShare        Key = "roots.shave_share"
	RootsShaveLeast        Key = "roots.shave_least_mm"
	RootsShaveMost         Key = "roots.shave_most_mm"
	RootsShaveNeeded       Key = "roots.shave_needed_mm"
	RootsShaveBall         Key = "roots.shave_ball_mm"
	RootsScoreMost         Key = "roots.score_most_mm"
	RootsScoreShare        Key = "roots.score_share"
	RootsLimitDormant      Key = "roots.limit_dormant_share"
	RootsLimitAutumn       Key = "roots.limit_autumn_share"
	RootsLimitSummer       Key = "roots.limit_summer_share"
	RootsLimitSpring       Key = "roots.limit_spring_share"
	MassMix                Key = "mass.mix_kg_per_l"
	MassSoil               Key = "mass.soil_kg_per_l"
	MassWrap               Key = "mass.wet_factor"
	MassRigging            Key = "mass.rigging_factor"
	MassStaffOne           Key = "mass.staff_one_kg"
	MassStaffTwo           Key = "mass.staff_two_kg"
	MassPublicOne          Key = "mass.public_one_kg"
	MassPublicTwo          Key = "mass.public_two_kg"
	BallShareContainer     Key = "ball.container_share"
	BallShareBalled        Key = "ball.balled_share"
	BallShareBareRoot      Key = "ball.bare_root_share"
	DrainFast              Key = "drain.fast_min"
	DrainGood              Key = "drain.good_min"
	DrainSlow              Key = "drain.slow_min"
	DrainPoor              Key = "drain.poor_min"
	DrainStrictFast        Key = "drain.strict_fast_min"
	DrainStrictGood        Key = "drain.strict_good_min"
	DrainStrictSlow        Key = "drain.strict_slow_min"
	DrainStrictPoor        Key = "drain.strict_poor_min"
	FitEnough              Key = "fit.enough"
	FitFair                Key = "fit.fair"
	FitUnknownCap          Key = "fit.unknown_cap"
	FitColdGate            Key = "fit.cold_gate_c"
	FitMarginSpan          Key = "fit.margin_span_c"
	HoleRaiseFast          Key = "hole.raise_fast_mm"
	HoleRaiseGood          Key = "hole.raise_good_mm"
	HoleRaiseSlow          Key = "hole.raise_slow_mm"
	HoleRaisePoor          Key = "hole.raise_poor_mm"
	HoleRaiseStanding      Key = "hole.raise_standing_mm"
	HoleRaiseSharp         Key = "hole.raise_sharp_mm"
	HoleSchoolStep         Key = "hole.school_step_mm"
	HoleBorneMost          Key = "hole.borne_most_mm"
	HoleRaiseShareDry      Key = "hole.raise_share_dry"
	HoleRaiseShareWet      Key = "hole.raise_share_wet"
	HoleMoundCrestBalls    Key = "hole.mound_crest_balls"
	HoleMoundCrest         Key = "hole.mound_crest_mm"
	HoleMoundSlope         Key = "hole.mound_slope"
	HoleWidthCoarse        Key = "hole.width_coarse"
	HoleWidthMedium        Key = "hole.width_medium"
	HoleWidthFine          Key = "hole.width_fine"
	HoleWidthMost          Key = "hole.width_most_mm"
	HoleWidthLeast         Key = "hole.width_least_mm"
	HoleBareRootRoom       Key = "hole.bare_root_room_mm"
	HoleBareRootFactor     Key = "hole.bare_root_factor"
	HolePlugRoom           Key = "hole.plug_room_mm"
	HoleBottomRoom         Key = "hole.bottom_room_mm"
	HoleBulking            Key = "hole.bulking"
	HoleSettleLeast        Key = "hole.settle_least_mm"
	HoleSettleShare        Key = "hole.settle_share"
	BasinBallShare         Key = "basin.ball_share"
	BasinBackfillShare     Key = "basin.backfill_share"
	BasinBallMost          Key = "basin.ball_most"
	BasinLeastTree         Key = "basin.least_tree_l"
	BasinLeastShrub        Key = "basin.least_shrub_l"
	BasinTreePerMM         Key = "basin.tree_l_per_mm"
	BasinLeastSmall        Key = "basin.least_small_l"
	BasinRoom              Key = "basin.room_mm"
	BasinRootSoil          Key = "basin.root_soil"
	BasinBigPerMM          Key = "basin.big_l_per_mm"
	BasinDoseFactor        Key = "basin.dose_factor"
	BasinDosePerMM         Key = "basin.dose_l_per_mm"
	BasinRadiusLeast       Key = "basin.radius_least_mm"
	BasinBerm              Key = "basin.berm_mm"
	MulchLeast             Key = "mulch.outer_least_mm"
	MulchBeyond            Key = "mulch.beyond_mm"
	MulchGap               Key = "mulch.gap_mm"
	MulchFine              Key = "mulch.fine_mm"
	MulchSmallBall         Key = "mulch.small_ball_mm"
	MulchOverSmall         Key = "mulch.over_small_mm"
	StakeSlender           Key = "stake.slender"
	StakeSlenderHeight     Key = "stake.slender_height_m"
	StakeExposedHeight     Key = "stake.exposed_height_m"
	StakeBareRootHeight    Key = "stake.bare_root_height_m"
	StakeTieLeast          Key = "stake.tie_least_mm"
	StakeTieMost           Key = "stake.tie_most_mm"
	StakeMonths            Key = "stake.months"
	StakeGuyMonths         Key = "stake.guy_months"
	WindowHeat             Key = "window.heat_c"
	WindowHotSummer        Key = "window.hot_summer_c"
	WindowLateDormant      Key = "window.late_dormant_days"
	WindowHeatOver         Key = "window.heat_over_usual_c"
	SurveyTooEarlyFall     Key = "drain.too_early_mm"
	PlanDigCoverHours      Key = "plan.cover_hours"
	PlanCompostTop         Key = "plan.compost_top_mm"
	YardBudSwell           Key = "yard.bud_swell_day"
	YardFirstFrost         Key = "yard.first_frost_day"
	PlanBag                Key = "plan.mulch_bag_l"
	PlanCompostBag         Key = "plan.compost_bag_l"
	PlanTablets            Key = "plan.feed_tablets"
	SampleShare            Key = "sample.tolerable_share"
	SampleConfidence       Key = "sample.confidence"
	SampleAccept           Key = "sample.accept"
	SampleLooks            Key = "sample.looks"
	SampleTightened        Key = "sample.tightened_factor"
	SampleRelaxed          Key = "sample.relaxed_factor"
	BalledLeastShare       Key = "balled.least_share"
	BareRootLeastShare     Key = "bare_root.least_share"
	BareRootSeedling       Key = "bare_root.seedling_mm"
	BareRootUnderTips      Key = "bare_root.under_tips_mm"
	BareRootTrimShare      Key = "bare_root.trim_share"
	BareRootHoleMost       Key = "bare_root.hole_most_mm"
	BareRootHoleWet        Key = "bare_root.hole_wet_mm"
	ClockTender            Key = "clock.budget_tender_kpah"
	ClockAverage           Key = "clock.budget_average_kpah"
	ClockTough             Key = "clock.budget_tough_kpah"
	ClockSun               Key = "clock.bare_sun_wind"
	ClockShade             Key = "clock.bare_shade"
	ClockCloth             Key = "clock.wet_cloth"
	ClockDryBox            Key = "clock.dry_box"
	ClockDamp              Key = "clock.damp_packing"
	ClockGel               Key = "clock.gel_bag"
	ClockStore             Key = "clock.cold_store"
	ClockHeeled            Key = "clock.heeled_in"
	ClockHot               Key = "clock.closed_hot_factor"
	ClockRewet             Key = "clock.rewet_share"
	ClockSoon              Key = "clock.soon_share"
	ClockCritical          Key = "clock.critical_share"
	ClockGelHours          Key = "clock.gel_bag_h"
	ClockDampHours         Key = "clock.damp_packing_h"
	ClockDampColdHours     Key = "clock.damp_packing_cold_h"
	ClockStoreHours        Key = "clock.cold_store_h"
	ClockBucketHours       Key = "clock.water_bucket_h"
	ClockBucketAway        Key = "clock.water_bucket_away_h"
	ClockAlarmHours        Key = "clock.alarm_ahead_h"
	GelSetLeast            Key = "gel.set_least_min"
	GelSetMost             Key = "gel.set_most_min"
	GelSeedling            Key = "gel.seedling_l"
	GelWhip                Key = "gel.whip_l"
	GelFeathered           Key = "gel.feathered_l"
	GelStandard            Key = "gel.standard_l"
	GelLabelLeast          Key = "gel.label_least"
	GelLabelMost           Key = "gel.label_most"
	ScaleTolerance         Key = "scale.tolerance_share"
	SoakClean              Key = "soak.clean_h"
	SoakMuddy              Key = "soak.muddy_h"
	BoxWater               Key = "box.water_l_per_day"
	YardPotHeat            Key = "yard.pot_heat_c"
	YardPotFrost           Key = "yard.pot_frost_c"
	YardQuarantine         Key = "yard.quarantine_days"
	YardLat                Key = "yard.lat_deg"
	SpareContainer         Key = "spare.container_share"
	SpareBalled            Key = "spare.balled_share"
	SpareBareRoot          Key = "spare.bare_root_share"
	SparePlug              Key = "spare.plug_share"
	PottingRoom            Key = "potting.room_mm"
	PottingRim             Key = "potting.rim_mm"
	ClockStoreC            Key = "clock.cold_store_c"
	ClockStoreRH           Key = "clock.cold_store_rh_pct"
	ClockAssumedC          Key = "clock.assumed_c"
	ClockAssumedRH         Key = "clock.assumed_rh_pct"
	YardLastChance         Key = "yard.last_chance_months"
	PlanGraftLeast         Key = "plan.graft_least_mm"
	PlanPocketCaliper      Key = "plan.pocket_caliper_mm"
	SheetReservation       Key = "sheet.reservation_days"
	SheetReservationWarn   Key = "sheet.reservation_warn_days"
	MinutesPlug            Key = "time.plug_min"
	MinutesWhip            Key = "time.whip_min"
	HoldShort              Key = "hold.short_days"
	HoldLong               Key = "hold.long_days"
	HoldLongest            Key = "hold.longest_days"
	SeasonFlush            Key = "season.flush_days"
	SeasonAutumn           Key = "season.autumn_days"
	SeasonLeafFall         Key = "season.leaf_fall_days"
	SeasonEvergreen        Key = "season.evergreen_dormant_c"
	DamageGirth            Key = "damage.girth_share"
	ClockHotC              Key = "clock.hot_c"
	ClockCookingC          Key = "clock.cooking_c"
	ClockFrostC            Key = "clock.frost_c"
	ClockKillingC          Key = "clock.killing_c"
	ClockColdPackC         Key = "clock.cold_pack_c"
	FitMarginal            Key = "fit.marginal_c"
	PlanHeatStop           Key = "plan.heat_stop_c"
	PlanColdStop           Key = "plan.cold_stop_c"
	PlanSunPaint           Key = "plan.sun_paint_h"
	PlanLineNear           Key = "plan.line_near_m"
	PlanLineTall           Key = "plan.line_tall_m"
	PlanRigging            Key = "plan.rigging_kg"
	PlanUnknownMost        Key = "plan.unknown_factors"
	PlanFeather            Key = "plan.feather_raise_mm"
	StakeGuyCaliper        Key = "stake.guy_caliper_mm"
	StakeContractorCaliper Key = "stake.contractor_caliper_mm"
	StakeContractorHeight  Key = "stake.contractor_height_m"
	StakePlugHeight        Key = "stake.plug_height_m"
	StakeGuySlope          Key = "stake.guy_slope_deg"
	MulchPlugOuter         Key = "mulch.plug_outer_mm"
	MulchPlugGap           Key = "mulch.plug_gap_mm"
	BasinPlugRadius        Key = "basin.plug_radius_mm"
	WindowRareFrost        Key = "window.rare_frost_days"
	RoomEaves              Key = "room.eaves_m"
	RoomSoil               Key = "room.soil_m"
	RoomPavingSmall        Key = "room.paving_small_m"
	RoomPavingMedium       Key = "room.paving_medium_m"
	RoomPavingLarge        Key = "room.paving_large_m"
	RoomDrain              Key = "room.drain_m"
	RoomDrainThirsty       Key = "room.drain_thirsty_m"
	RoomClayThirsty        Key = "room.clay_thirsty_factor"
	RoomClearance          Key = "room.clearance_unknown_m"
	DrainRising            Key = "drain.rising_mm"
	SampleWindow           Key = "sample.window_lots"
	SampleRefused          Key = "sample.window_refused"
	SampleLoosen           Key = "sample.loosen_lots"
	SampleRelax            Key = "sample.relax_lots"
)

var catalogue = []Rule{
	{FlareProbeFall, 0.4, 0, 1, "share"},
	{FlareProbeDistance, 75, 10, 300, "mm"},
	{FlareApart, 60, 30, 120, "deg"},
	{FlareStray, 38, 10, 100, "mm"},
	{FlareSurfaceShare, 0.03, 0, 0.1, "share"},
	{FlareSurfaceLeast, 5, 0, 20, "mm"},
	{FlareSurfaceMost, 15, 5, 50, "mm"},
	{FlareShallowShare, 0.2, 0.05, 0.5, "share"},
	{FlareShallowMost, 50, 20, 150, "mm"},
	{FlareBallLeft, 2.0 / 3, 0.3, 0.9, "share"},
	{FlareDeepMost, 100, 50, 300, "mm"},
	{RootsCollarRatio, 0.1, 0.02, 0.5, "share"},
	{RootsCollarGap, 25, 5, 100, "mm"},
	{RootsTouchingGap, 5, 0, 25, "mm"},
	{RootsGroovedRatio, 0.25, 0.05, 1, "share"},
	{RootsSnipMost, 2, 0, 6, "roots"},
	{RootsSliceLeast, 5, 1, 25, "mm"},
	{RootsGirdlingArc, 90, 45, 180, "deg"},
	{RootsStranglingRatio, 1.0 / 3, 0.1, 1, "share"},
	{RootsStranglingArc, 180, 90, 360, "deg"},
	{RootsRadialArc, 45, 10, 90, "deg"},
	{RootsFine, 3, 1, 10, "mm"},
	{RootsFineShare, 0.1, 0.01, 0.5, "share"},
	{RootsSevereArc, 120, 60, 360, "deg"},
	{RootsMajorRatio, 0.25, 0.1, 1, "share"},
	{RootsMajorArc, 90, 45, 360, "deg"},
	{RootsMajorThick, 10, 4, 40, "mm"},
	{RootsMajorThickArc, 180, 90, 360, "deg"},
	{RootsSum, 0.5, 0.2, 2, "share"},
	{RootsMainLeast, 3, 2, 6, "roots"},
	{RootsCutMost, 0.25, 0.1, 0.5, "share"},
	{RootsCutDormant, 1.0 / 6, 0.05, 0.5, "share"},
	{RootsFillHold, 40, 10, 60, "pct"},
	{RootsFillSupport, 60, 30, 90, "pct"},
	{RootsSideFelt, 50, 20, 90, "pct"},
	{RootsSideTease, 20, 5, 50, "pct"},
	{RootsBottomFelt, 50, 20, 90, "pct"},
	{RootsSliceMost, 25, 5, 60, "mm"},
	{RootsSliceShare, 0.1, 0.02, 0.25, "share"},
	{RootsShaveShare, 0.0625, 0.02, 0.15, "share"},
	{RootsShaveLeast, 10, 3, 30, "mm"},
	{RootsShaveMost, 30, 10, 60, "mm"},
	{RootsShaveNeeded, 5, 1, 20, "mm"},
	{RootsShaveBall, 120, 50, 300, "mm"},
	{RootsScoreMost, 25, 5, 50, "mm"},
	{RootsScoreShare, 1.0 / 12, 0.02, 0.2, "share"},
	{RootsLimitDormant, 0.40, 0.1, 0.6, "share"},
	{RootsLimitAutumn, 0.35, 0.1, 0.6, "share"},
	{RootsLimitSummer, 0.15, 0, 0.5, "share"},
	{RootsLimitSpring, 0.10, 0, 0.5, "share"},
	{MassMix, 0.95, 0.3, 1.5, "kg/L"},
	{MassSoil, 1.8, 1, 2.4, "kg/L"},
	{MassWrap, 1.08, 1, 1.5, "factor"},
	{MassRigging, 1.25, 1, 2, "factor"},
	{MassStaffOne, 20, 5, 30, "kg"},
	{MassStaffTwo, 35, 10, 60, "kg"},
	{MassPublicOne, 15, 5, 25, "kg"},
	{MassPublicTwo, 25, 10, 50, "kg"},
	{BallShareContainer, 0.9, 0.5, 1, "share"},
	{BallShareBalled, 0.7, 0.4, 1, "share"},
	{BallShareBareRoot, 0.05, 0.01, 0.2, "share"},
	{DrainFast, 60, 10, 240, "min"},
	{DrainGood, 360, 60, 900, "min"},
	{DrainSlow, 720, 120, 1440, "min"},
	{DrainPoor, 1440, 360, 2880, "min"},
	{DrainStrictFast, 30, 5, 120, "min"},
	{DrainStrictGood, 120, 30, 480, "min"},
	{DrainStrictSlow, 360, 60, 900, "min"},
	{DrainStrictPoor, 720, 120, 1440, "min"},
	{FitEnough, 0.7, 0.5, 0.95, "score"},
	{FitFair, 0.4, 0.1, 0.9, "score"},
	{FitUnknownCap, 0.65, 0.3, 0.9, "score"},
	{FitColdGate, 1, 0, 5, "C"},
	{FitMarginSpan, 4, 1, 10, "C"},
	{FitMarginal, 3, 0, 8, "C"},
	{HoleRaiseFast, 10, 0, 50, "mm"},
	{HoleRaiseGood, 25, 0, 75, "mm"},
	{HoleRaiseSlow, 75, 25, 150, "mm"},
	{HoleRaisePoor, 200, 75, 400, "mm"},
	{HoleRaiseStanding, 25, 0, 100, "mm"},
	{HoleRaiseSharp, 25, 0, 100, "mm"},
	{HoleSchoolStep, 25, 0, 50, "mm"},
	{HoleBorneMost, 25, 0, 100, "mm"},
	{HoleRaiseShareDry, 0.25, 0.1, 0.5, "share"},
	{HoleRaiseShareWet, 1.0 / 3, 0.1, 0.5, "share"},
	{HoleMoundCrestBalls, 3, 2, 5, "balls"},
	{HoleMoundCrest, 900, 300, 3000, "mm"},
	{HoleMoundSlope, 3, 2, 6, "run/rise"},
	{HoleWidthCoarse, 2, 1.5, 4, "balls"},
	{HoleWidthMedium, 2.5, 1.5, 4, "balls"},
	{HoleWidthFine, 3, 1.5, 5, "balls"},
	{HoleWidthMost, 1200, 600, 3000, "mm"},
	{HoleWidthLeast, 300, 100, 600, "mm"},
	{HoleBareRootRoom, 200, 50, 500, "mm"},
	{HoleBareRootFactor, 1.5, 1, 3, "spreads"},
	{HolePlugRoom, 60, 20, 200, "mm"},
	{HoleBottomRoom, 100, 0, 400, "mm"},
	{HoleBulking, 1.25, 1, 1.6, "factor"},
	{HoleSettleLeast, 25, 5, 100, "mm"},
	{HoleSettleShare, 0.25, 0.05, 0.5, "share"},
	{BasinBallShare, 0.3, 0.1, 1, "share"},
	{BasinBackfillShare, 0.25, 0.1, 0.6, "share"},
	{BasinBallMost, 1.5, 0.5, 3, "balls"},
	{BasinLeastTree, 20, 5, 60, "L"},
	{BasinLeastShrub, 5, 1, 30, "L"},
	{BasinTreePerMM, 2, 0.5, 5, "L/mm"},
	{BasinLeastSmall, 5, 1, 20, "L"},
	{BasinRoom, 75, 0, 300, "mm"},
	{BasinRootSoil, 20, 5, 40, "factor"},
	{BasinBigPerMM, 4, 1, 10, "L/mm"},
	{BasinDoseFactor, 1.5, 1, 3, "factor"},
	{BasinDosePerMM, 1.5, 0.5, 4, "L/mm"},
	{BasinRadiusLeast, 250, 100, 600, "mm"},
	{BasinBerm, 100, 75, 150, "mm"},
	{BasinPlugRadius, 200, 100, 400, "mm"},
	{MulchLeast, 500, 300, 1500, "mm"},
	{MulchBeyond, 900, 300, 2000, "mm"},
	{MulchGap, 100, 50, 200, "mm"},
	{MulchFine, 50, 25, 100, "mm"},
	{MulchSmallBall, 300, 100, 600, "mm"},
	{MulchOverSmall, 30, 10, 75, "mm"},
	{MulchPlugOuter, 400, 200, 800, "mm"},
	{MulchPlugGap, 50, 20, 100, "mm"},
	{StakeSlender, 120, 60, 200, "height/caliper"},
	{StakeSlenderHeight, 1.5, 0.5, 3, "m"},
	{StakeExposedHeight, 2.5, 1, 5, "m"},
	{StakeBareRootHeight, 1.8, 1, 4, "m"},
	{StakeTieLeast, 300, 150, 900, "mm"},
	{StakeTieMost, 1200, 500, 2000, "mm"},
	{StakeMonths, 12, 6, 24, "months"},
	{StakeGuyMonths, 24, 12, 36, "months"},
	{StakeGuyCaliper, 76, 50, 150, "mm"},
	{StakeContractorCaliper, 100, 60, 200, "mm"},
	{StakeContractorHeight, 6, 3, 12, "m"},
	{StakePlugHeight, 1.2, 0.5, 2, "m"},
	{StakeGuySlope, 55, 30, 70, "deg"},
	{WindowHeat, 32, 25, 45, "C"},
	{WindowHotSummer, 30, 20, 45, "C"},
	{WindowLateDormant, 42, 0, 90, "days"},
	{WindowHeatOver, 4, 1, 15, "C"},
	{WindowRareFrost, 60, 0, 150, "days"},
	{SurveyTooEarlyFall, 3, 1, 20, "mm"},
	{DrainRising, 5, 2, 20, "mm"},
	{PlanDigCoverHours, 1, 0, 24, "h"},
	{PlanCompostTop, 25, 0, 75, "mm"},
	{YardBudSwell, 100, 1, 365, "day of year"},
	{YardFirstFrost, 288, 1, 365, "day of year"},
	{PlanBag, 50, 10, 100, "L"},
	{PlanCompostBag, 40, 10, 100, "L"},
	{PlanTablets, 3, 1, 20, "tablets"},
	{PlanHeatStop, 28, 20, 40, "C"},
	{PlanColdStop, 0, -10, 5, "C"},
	{PlanSunPaint, 6, 3, 12, "h"},
	{PlanLineNear, 10, 3, 30, "m"},
	{PlanLineTall, 2.5, 1, 5, "m"},
	{PlanRigging, 150, 50, 500, "kg"},
	{PlanUnknownMost, 3, 1, 6, "count"},
	{PlanFeather, 50, 20, 150, "mm"},
	{SampleShare, 0.1, 0.01, 0.5, "share"},
	{SampleConfidence, 0.95, 0.5, 0.999, "share"},
	{SampleAccept, 0, 0, 5, "trees"},
	{SampleLooks, 1, 1, 3, "looks"},
	{SampleTightened, 0.5, 0.1, 1, "factor"},
	{SampleRelaxed, 1.5, 1, 3, "factor"},
	{SampleWindow, 5, 3, 12, "lots"},
	{SampleRefused, 2, 1, 5, "lots"},
	{SampleLoosen, 5, 2, 12, "lots"},
	{SampleRelax, 10, 5, 30, "lots"},
	{BalledLeastShare, 0.9, 0.7, 1, "share"},
	{BareRootLeastShare, 0.75, 0.5, 1, "share"},
	{BareRootSeedling, 120, 60, 200, "mm"},
	{BareRootUnderTips, 20, 0, 50, "mm"},
	{BareRootTrimShare, 1.0 / 3, 0.1, 0.5, "share"},
	{BareRootHoleMost, 400, 200, 600, "mm"},
	{BareRootHoleWet, 250, 100, 400, "mm"},
	{ClockTender, 0.6, 0.2, 2, "kPa h"},
	{ClockAverage, 1.0, 0.4, 3, "kPa h"},
	{ClockTough, 1.8, 0.8, 5, "kPa h"},
	{ClockSun, 3, 1, 6, "factor"},
	{ClockShade, 1, 0.5, 2, "factor"},
	{ClockCloth, 0.15, 0.02, 0.5, "factor"},
	{ClockDryBox, 0.02, 0.005, 0.2, "factor"},
	{ClockDamp, 0.008, 0.002, 0.05, "factor"},
	{ClockGel, 0.004, 0.001, 0.02, "factor"},
	{ClockStore, 0.002, 0.0005, 0.02, "factor"},
	{ClockHeeled, 0.001, 0.0002, 0.01, "factor"},
	{ClockHot, 4, 1, 10, "factor"},
	{ClockRewet, 0.5, 0, 1, "share"},
	{ClockSoon, 0.3, 0.1, 0.5, "share"},
	{ClockCritical, 0.6, 0.3, 0.9, "share"},
	{ClockGelHours, 240, 72, 480, "h"},
	{ClockDampHours, 336, 72, 672, "h"},
	{ClockDampColdHours, 672, 168, 1344, "h"},
	{ClockStoreHours, 2880, 720, 4320, "h"},
	{ClockBucketHours, 24, 4, 48, "h"},
	{ClockBucketAway, 24, 1, 72, "h"},
	{ClockAlarmHours, 12, 1, 48, "h"},
	{GelSetLeast, 20, 5, 60, "min"},
	{GelSetMost, 25, 10, 90, "min"},
	{GelSeedling, 0.02, 0.005, 0.2, "L"},
	{GelWhip, 0.1, 0.02, 0.5, "L"},
	{GelFeathered, 0.4, 0.1, 2, "L"},
	{GelStandard, 0.9, 0.2, 4, "L"},
	{GelLabelLeast, 0.5, 0.2, 1, "factor"},
	{GelLabelMost, 2, 1, 5, "factor"},
	{ScaleTolerance, 0.05, 0.01, 0.2, "share"},
	{SoakClean, 4, 1, 12, "h"},
	{SoakMuddy, 24, 4, 48, "h"},
	{BoxWater, 0.25, 0.1, 1, "L/day"},
	{YardPotHeat, 32, 25, 45, "C"},
	{YardPotFrost, -5, -15, 0, "C"},
	{YardLat, 47.1, -66, 66, "deg"},
	{YardQuarantine, 21, 7, 90, "days"},
	{SpareContainer, 0.02, 0, 0.2, "share"},
	{SpareBalled, 0.05, 0, 0.3, "share"},
	{SpareBareRoot, 0.08, 0, 0.4, "share"},
	{SparePlug, 0.12, 0, 0.5, "share"},
	{PottingRoom, 50, 20, 150, "mm"},
	{PottingRim, 20, 10, 50, "mm"},
	{ClockStoreC, 3, 0, 8, "C"},
	{ClockStoreRH, 92, 60, 100, "%"},
	{ClockAssumedC, 25, 10, 45, "C"},
	{ClockAssumedRH, 40, 5, 90, "%"},
	{ClockHotC, 25, 15, 35, "C"},
	{ClockCookingC, 32, 25, 45, "C"},
	{ClockFrostC, -1, -5, 2, "C"},
	{ClockKillingC, -3, -10, 0, "C"},
	{ClockColdPackC, 5, 0, 10, "C"},
	{YardLastChance, 18, 6, 60, "months"},
	{PlanGraftLeast, 50, 0, 200, "mm"},
	{PlanPocketCaliper, 13, 6, 30, "mm"},
	{SheetReservation, 14, 1, 120, "days"},
	{SheetReservationWarn, 3, 0, 30, "days"},
	{MinutesPlug, 3, 1, 30, "min"},
	{MinutesWhip, 6, 1, 60, "min"},
	{HoldShort, 14, 3, 42, "days"},
	{HoldLong, 28, 7, 84, "days"},
	{HoldLongest, 42, 14, 120, "days"},
	{SeasonFlush, 56, 28, 84, "days"},
	{SeasonAutumn, 42, 14, 84, "days"},
	{SeasonLeafFall, 14, 0, 42, "days"},
	{SeasonEvergreen, 8, 0, 15, "C"},
	{DamageGirth, 0.25, 0.1, 0.5, "share"},
	{RoomEaves, 0.5, 0, 3, "m"},
	{RoomSoil, 0.4, 0.2, 1, "m"},
	{RoomPavingSmall, 1, 0.3, 3, "m"},
	{RoomPavingMedium, 2, 0.5, 5, "m"},
	{RoomPavingLarge, 3, 1, 8, "m"},
	{RoomDrain, 3, 1, 10, "m"},
	{RoomDrainThirsty, 6, 2, 20, "m"},
	{RoomClayThirsty, 1.25, 1, 2, "factor"},
	{RoomClearance, 3, 1, 10, "m"},
}
