package rules

// The thresholds, by the step of the work. Source of every default: the handbook page of that step.
const (
	FlareProbeFall       Key = "flare.probe_fall_share"
	FlareProbeDistance   Key = "flare.probe_distance_mm"
	FlareApart           Key = "flare.apart_deg"
	FlareStray           Key = "flare.stray_mm"
	FlareSurfaceShare    Key = "flare.surface_share"
	FlareSurfaceLeast    Key = "flare.surface_least_mm"
	FlareSurfaceMost     Key = "flare.surface_most_mm"
	FlareShallowShare    Key = "flare.shallow_share"
	FlareShallowMost     Key = "flare.shallow_most_mm"
	FlareBallLeft        Key = "flare.ball_left_share"
	FlareDeepMost        Key = "flare.deep_most_mm"
	RootsCollarRatio     Key = "roots.collar_ratio"
	RootsCollarGap       Key = "roots.collar_gap_mm"
	RootsGirdlingArc     Key = "roots.girdling_arc_deg"
	RootsStranglingRatio Key = "roots.strangling_ratio"
	RootsStranglingArc   Key = "roots.strangling_arc_deg"
	RootsRadialArc       Key = "roots.radial_arc_deg"
	RootsFine            Key = "roots.fine_mm"
	RootsFineShare       Key = "roots.fine_share"
	RootsSevereArc       Key = "roots.severe_arc_deg"
	RootsMajorRatio      Key = "roots.major_ratio"
	RootsMajorArc        Key = "roots.major_arc_deg"
	RootsMajorThick      Key = "roots.major_mm"
	RootsMajorThickArc   Key = "roots.major_thick_arc_deg"
	RootsSum             Key = "roots.moderate_sum"
	RootsMainLeast       Key = "roots.main_least"
	RootsCutMost         Key = "roots.cut_most_share"
	RootsCutDormant      Key = "roots.cut_dormant_share"
	RootsFillHold        Key = "roots.fill_hold_pct"
	RootsFillSupport     Key = "roots.fill_support_pct"
	RootsSideFelt        Key = "roots.side_felt_pct"
	RootsSideTease       Key = "roots.side_tease_pct"
	RootsBottomFelt      Key = "roots.bottom_felt_pct"
	RootsSliceMost       Key = "roots.slice_most_mm"
	RootsSliceShare      Key = "roots.slice_share"
	RootsShaveShare      Key = "roots.shave_share"
	RootsShaveLeast      Key = "roots.shave_least_mm"
	RootsShaveMost       Key = "roots.shave_most_mm"
	RootsShaveNeeded     Key = "roots.shave_needed_mm"
	RootsShaveBall       Key = "roots.shave_ball_mm"
	RootsScoreMost       Key = "roots.score_most_mm"
	RootsScoreShare      Key = "roots.score_share"
	RootsLimitDormant    Key = "roots.limit_dormant_share"
	RootsLimitAutumn     Key = "roots.limit_autumn_share"
	RootsLimitSummer     Key = "roots.limit_summer_share"
	RootsLimitSpring     Key = "roots.limit_spring_share"
	MassMix              Key = "mass.mix_kg_per_l"
	MassSoil             Key = "mass.soil_kg_per_l"
	MassWrap             Key = "mass.wet_factor"
	MassRigging          Key = "mass.rigging_factor"
	MassStaffOne         Key = "mass.staff_one_kg"
	MassStaffTwo         Key = "mass.staff_two_kg"
	MassPublicOne        Key = "mass.public_one_kg"
	MassPublicTwo        Key = "mass.public_two_kg"
	BallShareContainer   Key = "ball.container_share"
	BallShareBalled      Key = "ball.balled_share"
	BallShareBareRoot    Key = "ball.bare_root_share"
	DrainFast            Key = "drain.fast_min"
	DrainGood            Key = "drain.good_min"
	DrainSlow            Key = "drain.slow_min"
	DrainPoor            Key = "drain.poor_min"
	DrainStrictFast      Key = "drain.strict_fast_min"
	DrainStrictGood      Key = "drain.strict_good_min"
	DrainStrictSlow      Key = "drain.strict_slow_min"
	DrainStrictPoor      Key = "drain.strict_poor_min"
	FitEnough            Key = "fit.enough"
	FitFair              Key = "fit.fair"
	FitUnknownCap        Key = "fit.unknown_cap"
	FitColdGate          Key = "fit.cold_gate_c"
	FitMarginSpan        Key = "fit.margin_span_c"
	HoleRaiseFast        Key = "hole.raise_fast_mm"
	HoleRaiseGood        Key = "hole.raise_good_mm"
	HoleRaiseSlow        Key = "hole.raise_slow_mm"
	HoleRaisePoor        Key = "hole.raise_poor_mm"
	HoleRaiseStanding    Key = "hole.raise_standing_mm"
	HoleRaiseSharp       Key = "hole.raise_sharp_mm"
	HoleSchoolStep       Key = "hole.school_step_mm"
	HoleBorneMost        Key = "hole.borne_most_mm"
	HoleRaiseShareDry    Key = "hole.raise_share_dry"
	HoleRaiseShareWet    Key = "hole.raise_share_wet"
	HoleMoundCrestBalls  Key = "hole.mound_crest_balls"
	HoleMoundCrest       Key = "hole.mound_crest_mm"
	HoleMoundSlope       Key = "hole.mound_slope"
	HoleWidthCoarse      Key = "hole.width_coarse"
	HoleWidthMedium      Key = "hole.width_medium"
	HoleWidthFine        Key = "hole.width_fine"
	HoleWidthMost        Key = "hole.width_most_mm"
	HoleWidthLeast       Key = "hole.width_least_mm"
	HoleBareRootRoom     Key = "hole.bare_root_room_mm"
	HoleBareRootFactor   Key = "hole.bare_root_factor"
	HolePlugRoom         Key = "hole.plug_room_mm"
	HoleBottomRoom       Key = "hole.bottom_room_mm"
	HoleBulking          Key = "hole.bulking"
	BasinBallShare       Key = "basin.ball_share"
	BasinBackfillShare   Key = "basin.backfill_share"
	BasinBallMost        Key = "basin.ball_most"
	BasinLeastTree       Key = "basin.least_tree_l"
	BasinLeastShrub      Key = "basin.least_shrub_l"
	BasinBigCaliper      Key = "basin.big_caliper_mm"
	BasinBigPerMM        Key = "basin.big_l_per_mm"
	BasinDoseFactor      Key = "basin.dose_factor"
	BasinDosePerMM       Key = "basin.dose_l_per_mm"
	BasinRadiusLeast     Key = "basin.radius_least_mm"
	BasinBerm            Key = "basin.berm_mm"
	MulchLeast           Key = "mulch.outer_least_mm"
	MulchBeyond          Key = "mulch.beyond_mm"
	MulchGap             Key = "mulch.gap_mm"
	MulchFine            Key = "mulch.fine_mm"
	MulchSmallBall       Key = "mulch.small_ball_mm"
	MulchOverSmall       Key = "mulch.over_small_mm"
	StakeSlender         Key = "stake.slender"
	StakeSlenderHeight   Key = "stake.slender_height_m"
	StakeExposedHeight   Key = "stake.exposed_height_m"
	StakeBareRootHeight  Key = "stake.bare_root_height_m"
	StakeTieLeast        Key = "stake.tie_least_mm"
	StakeTieMost         Key = "stake.tie_most_mm"
	StakeMonths          Key = "stake.months"
	StakeGuyMonths       Key = "stake.guy_months"
	WindowHeat           Key = "window.heat_c"
	WindowHeatOver       Key = "window.heat_over_usual_c"
	SurveyTooEarlyFall   Key = "drain.too_early_mm"
	PlanDigCoverHours    Key = "plan.cover_hours"
	PlanCompostTop       Key = "plan.compost_top_mm"
	YardBudSwell         Key = "yard.bud_swell_day"
	YardFirstFrost       Key = "yard.first_frost_day"
	PlanBag              Key = "plan.mulch_bag_l"
	PlanCompostBag       Key = "plan.compost_bag_l"
	PlanTablets          Key = "plan.feed_tablets"
	SampleShare          Key = "sample.tolerable_share"
	SampleConfidence     Key = "sample.confidence"
	SampleAccept         Key = "sample.accept"
	SampleLooks          Key = "sample.looks"
	SampleTightened      Key = "sample.tightened_factor"
	SampleRelaxed        Key = "sample.relaxed_factor"
	BalledLeastShare     Key = "balled.least_share"
	BareRootLeastShare   Key = "bare_root.least_share"
	BareRootSeedling     Key = "bare_root.seedling_mm"
	BareRootUnderTips    Key = "bare_root.under_tips_mm"
	BareRootTrimShare    Key = "bare_root.trim_share"
	BareRootHoleMost     Key = "bare_root.hole_most_mm"
	BareRootHoleWet      Key = "bare_root.hole_wet_mm"
	ClockTender          Key = "clock.budget_tender_kpah"
	ClockAverage         Key = "clock.budget_average_kpah"
	ClockTough           Key = "clock.budget_tough_kpah"
	ClockSun             Key = "clock.bare_sun_wind"
	ClockShade           Key = "clock.bare_shade"
	ClockCloth           Key = "clock.wet_cloth"
	ClockDryBox          Key = "clock.dry_box"
	ClockDamp            Key = "clock.damp_packing"
	ClockGel             Key = "clock.gel_bag"
	ClockStore           Key = "clock.cold_store"
	ClockHeeled          Key = "clock.heeled_in"
	ClockHot             Key = "clock.closed_hot_factor"
	ClockRewet           Key = "clock.rewet_share"
	ClockSoon            Key = "clock.soon_share"
	ClockCritical        Key = "clock.critical_share"
	ClockGelHours        Key = "clock.gel_bag_h"
	ClockDampHours       Key = "clock.damp_packing_h"
	ClockDampColdHours   Key = "clock.damp_packing_cold_h"
	ClockStoreHours      Key = "clock.cold_store_h"
	ClockBucketHours     Key = "clock.water_bucket_h"
	ClockAlarmHours      Key = "clock.alarm_ahead_h"
	GelSetLeast          Key = "gel.set_least_min"
	GelSetMost           Key = "gel.set_most_min"
	GelSeedling          Key = "gel.seedling_l"
	GelWhip              Key = "gel.whip_l"
	GelFeathered         Key = "gel.feathered_l"
	GelStandard          Key = "gel.standard_l"
	GelLabelLeast        Key = "gel.label_least"
	GelLabelMost         Key = "gel.label_most"
	ScaleTolerance       Key = "scale.tolerance_share"
	SoakClean            Key = "soak.clean_h"
	SoakMuddy            Key = "soak.muddy_h"
	BoxWater             Key = "box.water_l_per_day"
	YardPotHeat          Key = "yard.pot_heat_c"
	YardPotFrost         Key = "yard.pot_frost_c"
	YardQuarantine       Key = "yard.quarantine_days"
	YardLat              Key = "yard.lat_deg"
	SpareContainer       Key = "spare.container_share"
	SpareBalled          Key = "spare.balled_share"
	SpareBareRoot        Key = "spare.bare_root_share"
	SparePlug            Key = "spare.plug_share"
	PottingRoom          Key = "potting.room_mm"
	PottingRim           Key = "potting.rim_mm"
	ClockStoreC          Key = "clock.cold_store_c"
	ClockStoreRH         Key = "clock.cold_store_rh_pct"
	ClockAssumedC        Key = "clock.assumed_c"
	ClockAssumedRH       Key = "clock.assumed_rh_pct"
	YardLastChance       Key = "yard.last_chance_months"
	MinutesPlug          Key = "time.plug_min"
	MinutesWhip          Key = "time.whip_min"
)

var catalogue = []Rule{
	{FlareProbeFall, 0.4, 0, 1, "share", "roots fall away from the flare, so a hit at a distance lies deeper than the flare"},
	{FlareProbeDistance, 75, 10, 300, "mm", "the usual distance of a probe from the trunk"},
	{FlareApart, 60, 30, 120, "deg", "two roots this far apart cannot be one stray"},
	{FlareStray, 38, 10, 100, "mm", "a root this much shallower than the flare grew from the buried trunk"},
	{FlareSurfaceShare, 0.03, 0, 0.1, "share", "a flare this close to the surface is at the surface"},
	{FlareSurfaceLeast, 5, 0, 20, "mm", "no one sets a tree to a finer measure"},
	{FlareSurfaceMost, 15, 5, 50, "mm", "in a tall ball the share alone would allow too much"},
	{FlareShallowShare, 0.2, 0.05, 0.5, "share", "the excess can be cleared without losing the ball"},
	{FlareShallowMost, 50, 20, 150, "mm", "deeper than this trunk roots and girdling are likely"},
	{FlareBallLeft, 2.0 / 3, 0.3, 0.9, "share", "with less ball below the flare too few roots are left"},
	{FlareDeepMost, 100, 50, 300, "mm", "a pot that hides its flare deeper than this was buried twice"},
	{RootsCollarRatio, 0.1, 0.02, 0.5, "share", "a finer root at the collar does not girdle"},
	{RootsCollarGap, 25, 5, 100, "mm", "trunk and root will meet within this gap"},
	{RootsGirdlingArc, 90, 45, 180, "deg", "a root that goes this far round crosses the trunk"},
	{RootsStranglingRatio, 1.0 / 3, 0.1, 1, "share", "a root this thick beside the trunk cannot be cut without losing the tree"},
	{RootsStranglingArc, 180, 90, 360, "deg", "half way round is a noose"},
	{RootsRadialArc, 45, 10, 90, "deg", "under this arc a root still runs outward"},
	{RootsFine, 3, 1, 10, "mm", "thinner roots can be teased straight"},
	{RootsFineShare, 0.1, 0.01, 0.5, "share", "in a thin plant what is fine is finer"},
	{RootsSevereArc, 120, 60, 360, "deg", "a thick root this far round has set its shape"},
	{RootsMajorRatio, 0.25, 0.1, 1, "share", "a root of a quarter of the caliper matters"},
	{RootsMajorArc, 90, 45, 360, "deg", "a quarter of the way round"},
	{RootsMajorThick, 10, 4, 40, "mm", "a root as thick as a finger that goes half round will not straighten"},
	{RootsMajorThickArc, 180, 90, 360, "deg", "half way round"},
	{RootsSum, 0.5, 0.2, 2, "share", "many moderate circlers together are as bad as a major one"},
	{RootsMainLeast, 3, 2, 6, "roots", "a tree needs three main roots to stand"},
	{RootsCutMost, 0.25, 0.1, 0.5, "share", "over a quarter of the root area at the collar the tree does not recover"},
	{RootsCutDormant, 1.0 / 6, 0.05, 0.5, "share", "over a sixth only when dormant"},
	{RootsFillHold, 40, 10, 60, "pct", "under this the ball does not hold together"},
	{RootsFillSupport, 60, 30, 90, "pct", "under this the ball is supported when planted"},
	{RootsSideFelt, 50, 20, 90, "pct", "felt on half the side keeps water and roots in"},
	{RootsSideTease, 20, 5, 50, "pct", "some felt is combed out"},
	{RootsBottomFelt, 50, 20, 90, "pct", "felt on half the base is sliced off"},
	{RootsSliceMost, 25, 5, 60, "mm", "the base mat is no thicker than this"},
	{RootsSliceShare, 0.1, 0.02, 0.25, "share", "no more than a tenth of the height goes with the base"},
	{RootsShaveShare, 0.0625, 0.02, 0.15, "share", "a sixteenth of the width takes the outer shell"},
	{RootsShaveLeast, 10, 3, 30, "mm", "a thinner shell leaves the circlers in"},
	{RootsShaveMost, 30, 10, 60, "mm", "thicker takes more than the circlers"},
	{RootsShaveNeeded, 5, 1, 20, "mm", "less than this cannot be cut evenly"},
	{RootsShaveBall, 120, 50, 300, "mm", "a smaller ball is cut and teased, never shaved"},
	{RootsScoreMost, 25, 5, 50, "mm", "a score this deep meets every circler"},
	{RootsScoreShare, 1.0 / 12, 0.02, 0.2, "share", "a twelfth of a small ball"},
	{RootsLimitDormant, 0.40, 0.1, 0.6, "share", "a dormant tree bears the most cutting"},
	{RootsLimitAutumn, 0.35, 0.1, 0.6, "share", "roots still grow in autumn"},
	{RootsLimitSummer, 0.15, 0, 0.5, "share", "leaves draw water all day"},
	{RootsLimitSpring, 0.10, 0, 0.5, "share", "new leaves have no reserve"},
	{MassMix, 0.95, 0.3, 1.5, "kg/L", "a wet bark and peat mix"},
	{MassSoil, 1.8, 1, 2.4, "kg/L", "wet mineral soil"},
	{MassWrap, 1.08, 1, 1.5, "factor", "pot, wrap and crown add to the ball"},
	{MassRigging, 1.25, 1, 2, "factor", "a ball is weighed before a crane is chosen"},
	{MassStaffOne, 20, 5, 30, "kg", "a trained person alone"},
	{MassStaffTwo, 35, 10, 60, "kg", "two trained people"},
	{MassPublicOne, 15, 5, 25, "kg", "a customer or volunteer alone"},
	{MassPublicTwo, 25, 10, 50, "kg", "two customers or volunteers"},
	{BallShareContainer, 0.9, 0.5, 1, "share", "a pot tapers"},
	{BallShareBalled, 0.7, 0.4, 1, "share", "a dug ball is rounded below"},
	{BallShareBareRoot, 0.05, 0.01, 0.2, "share", "bare roots take up little of their own spread"},
	{DrainFast, 60, 10, 240, "min", "300 mm of water gone in an hour"},
	{DrainGood, 360, 60, 900, "min", "six hours"},
	{DrainSlow, 720, 120, 1440, "min", "twelve hours"},
	{DrainPoor, 1440, 360, 2880, "min", "a day"},
	{DrainStrictFast, 30, 5, 120, "min", "for kinds that rot: half an hour"},
	{DrainStrictGood, 120, 30, 480, "min", "for kinds that rot: two hours"},
	{DrainStrictSlow, 360, 60, 900, "min", "for kinds that rot: six hours"},
	{DrainStrictPoor, 720, 120, 1440, "min", "for kinds that rot: twelve hours"},
	{FitEnough, 0.7, 0.5, 0.95, "score", "from here a tree may be expected to do well"},
	{FitFair, 0.4, 0.1, 0.9, "score", "from here on a tree may do, with care"},
	{FitUnknownCap, 0.65, 0.3, 0.9, "score", "unknown is not a pass"},
	{FitColdGate, 1, 0, 5, "C", "more than a degree past the limit kills in an ordinary winter"},
	{FitMarginSpan, 4, 1, 10, "C", "four degrees from doubtful to safe"},
	{HoleRaiseFast, 10, 0, 50, "mm", "fast ground dries a proud ball"},
	{HoleRaiseGood, 25, 0, 75, "mm", "it settles; too high can be mulched, too low cannot be undone"},
	{HoleRaiseSlow, 75, 25, 150, "mm", "air for the upper roots in slow ground"},
	{HoleRaisePoor, 200, 75, 400, "mm", "poor ground is planted on a mound"},
	{HoleRaiseStanding, 25, 0, 100, "mm", "kinds that bear standing water need no mound"},
	{HoleRaiseSharp, 25, 0, 100, "mm", "kinds that need sharp drainage stand higher"},
	{HoleSchoolStep, 25, 0, 50, "mm", "what the level and the proud school take off or add"},
	{HoleBorneMost, 25, 0, 100, "mm", "a kind that bears such ground needs no more"},
	{HoleRaiseShareDry, 0.25, 0.1, 0.5, "share", "a ball that stands out more than a quarter dries on fast and good ground"},
	{HoleRaiseShareWet, 1.0 / 3, 0.1, 0.5, "share", "a third on slow ground"},
	{HoleMoundCrestBalls, 3, 2, 5, "balls", "roots need level soil to run into"},
	{HoleMoundCrest, 900, 300, 3000, "mm", "a smaller mound dries and washes away"},
	{HoleMoundSlope, 3, 2, 6, "run/rise", "steeper sides wash and cannot be mown"},
	{HoleWidthCoarse, 2, 1.5, 4, "balls", "roots run easily in coarse soil"},
	{HoleWidthMedium, 2.5, 1.5, 4, "balls", "loosened soil where the new roots run"},
	{HoleWidthFine, 3, 1.5, 5, "balls", "fine soil needs the most loosening"},
	{HoleWidthMost, 1200, 600, 3000, "mm", "digging beyond this gains little"},
	{HoleWidthLeast, 300, 100, 600, "mm", "room for hands all round"},
	{HoleBareRootRoom, 200, 50, 500, "mm", "room to spread and to firm"},
	{HoleBareRootFactor, 1.5, 1, 3, "spreads", "half as wide again"},
	{HolePlugRoom, 60, 20, 200, "mm", "a small hole is enough"},
	{HoleBottomRoom, 100, 0, 400, "mm", "room to set and turn the ball"},
	{HoleBulking, 1.25, 1, 1.6, "factor", "dug soil takes more room"},
	{BasinBallShare, 0.3, 0.1, 1, "share", "a moist ball takes up a third of its volume"},
	{BasinBackfillShare, 0.25, 0.1, 0.6, "share", "loose backfill settles with a quarter of its volume"},
	{BasinBallMost, 1.5, 0.5, 3, "balls", "more runs away below"},
	{BasinLeastTree, 20, 5, 60, "L", "less does not wet the base of a tree's hole"},
	{BasinLeastShrub, 5, 1, 30, "L", "less does not wet the base of a shrub's hole"},
	{BasinBigCaliper, 100, 50, 200, "mm", "over this size the trunk sets the limit"},
	{BasinBigPerMM, 4, 1, 10, "L/mm", "more runs off"},
	{BasinDoseFactor, 1.5, 1, 3, "factor", "some runs past the ball"},
	{BasinDosePerMM, 1.5, 0.5, 4, "L/mm", "a thin trunk drinks little"},
	{BasinRadiusLeast, 250, 100, 600, "mm", "a smaller basin holds too little"},
	{BasinBerm, 90, 75, 100, "mm", "a berm of a hand's breadth holds a fill"},
	{MulchLeast, 500, 300, 1500, "mm", "a tree ring of a metre doubles growth"},
	{MulchBeyond, 900, 300, 2000, "mm", "no more than this beyond the ball"},
	{MulchGap, 100, 50, 200, "mm", "mulch against the trunk rots it"},
	{MulchFine, 50, 25, 100, "mm", "fine or slow ground dries little and needs air"},
	{MulchSmallBall, 300, 100, 600, "mm", "a small ball drowns under thick mulch"},
	{MulchOverSmall, 30, 10, 75, "mm", "so thin directly over a small ball"},
	{StakeSlender, 120, 60, 200, "height/caliper", "a whip this slender bends over"},
	{StakeSlenderHeight, 1.5, 0.5, 3, "m", "shorter trees stand"},
	{StakeExposedHeight, 2.5, 1, 5, "m", "wind throws a tall tree before it roots"},
	{StakeBareRootHeight, 1.8, 1, 4, "m", "no ball holds it"},
	{StakeTieLeast, 300, 150, 900, "mm", "as low as holds it"},
	{StakeTieMost, 1200, 500, 2000, "mm", "a higher tie keeps the trunk from moving"},
	{StakeMonths, 12, 6, 24, "months", "roots hold after one season; a tie left longer strangles"},
	{StakeGuyMonths, 24, 12, 36, "months", "large balls root slowly"},
	{WindowHeat, 32, 25, 45, "C", "leaves lose more than cut roots can give"},
	{WindowHeatOver, 4, 1, 15, "C", "a spell far over the usual"},
	{SurveyTooEarlyFall, 3, 1, 20, "mm", "less fall cannot be read"},
	{PlanDigCoverHours, 1, 0, 24, "h", "an open hole is covered when nobody stands by it"},
	{PlanCompostTop, 25, 0, 75, "mm", "compost feeds from above"},
	{YardBudSwell, 100, 1, 365, "day of year", "when buds swell in our yard; the season for cutting roots counts from it"},
	{YardFirstFrost, 288, 1, 365, "day of year", "the first frost of every other year in our yard"},
	{PlanBag, 50, 10, 100, "L", "what a bag of mulch holds here"},
	{PlanCompostBag, 40, 10, 100, "L", "what a bag of compost holds here"},
	{PlanTablets, 3, 1, 20, "tablets", "a planning figure: set it to what the label of ours says for a tree of the usual size"},
	{SampleShare, 0.1, 0.01, 0.5, "share", "one faulty tree in ten can be found at the counter; more cannot"},
	{SampleConfidence, 0.95, 0.5, 0.999, "share", "a lot at the limit slips through once in twenty"},
	{SampleAccept, 0, 0, 5, "trees", "the smallest sample that means something forgives none"},
	{SampleLooks, 1, 1, 3, "looks", "each look announced costs a larger sample; peeping lets bad lots through"},
	{SampleTightened, 0.5, 0.1, 1, "factor", "two of the last five lots refused: half the share"},
	{SampleRelaxed, 1.5, 1, 3, "factor", "ten lots released in a row: half as much again"},
	{BalledLeastShare, 0.9, 0.7, 1, "share", "a ball under nine tenths of its least size leaves too little root"},
	{BareRootLeastShare, 0.75, 0.5, 1, "share", "under three quarters of its spread a tree does not recover"},
	{BareRootSeedling, 120, 60, 200, "mm", "a seedling needs a root of a hand's breadth"},
	{BareRootUnderTips, 20, 0, 50, "mm", "loosened soil under the root tips"},
	{BareRootTrimShare, 1.0 / 3, 0.1, 0.5, "share", "no more than a third of the length is cut"},
	{BareRootHoleMost, 400, 200, 600, "mm", "a deeper hole is a slot"},
	{BareRootHoleWet, 250, 100, 400, "mm", "deeper, roots drown in slow ground"},
	{ClockTender, 0.6, 0.2, 2, "kPa h", "half an hour bare in sun and wind harms a tender kind"},
	{ClockAverage, 1.0, 0.4, 3, "kPa h", "a planning model that agrees with what people see"},
	{ClockTough, 1.8, 0.8, 5, "kPa h", "tough kinds bear almost twice as much"},
	{ClockSun, 3, 1, 6, "factor", "sun warms the root and wind takes the moist air away"},
	{ClockShade, 1, 0.5, 2, "factor", "the measure of the others"},
	{ClockCloth, 0.15, 0.02, 0.5, "factor", "the cloth dries first"},
	{ClockDryBox, 0.02, 0.005, 0.2, "factor", "a closed box keeps its own air"},
	{ClockDamp, 0.008, 0.002, 0.05, "factor", "damp packing gives water back"},
	{ClockGel, 0.004, 0.001, 0.02, "factor", "gel in a closed bag keeps for seven to ten days"},
	{ClockStore, 0.002, 0.0005, 0.02, "factor", "cold and moist air takes almost nothing"},
	{ClockHeeled, 0.001, 0.0002, 0.01, "factor", "moist soil round the root"},
	{ClockHot, 4, 1, 10, "factor", "a closed cover over 25 C cooks"},
	{ClockRewet, 0.5, 0, 1, "share", "wetting a dried root again does not make it fresh"},
	{ClockSoon, 0.3, 0.1, 0.5, "share", "the first warning"},
	{ClockCritical, 0.6, 0.3, 0.9, "share", "the second warning: do it today"},
	{ClockGelHours, 240, 72, 480, "h", "ten days in gel"},
	{ClockDampHours, 336, 72, 672, "h", "two weeks in damp packing"},
	{ClockDampColdHours, 672, 168, 1344, "h", "four weeks when it never was over 5 C"},
	{ClockStoreHours, 2880, 720, 4320, "h", "four months in the cold store"},
	{ClockBucketHours, 24, 4, 48, "h", "roots need air too"},
	{ClockAlarmHours, 12, 1, 48, "h", "time to act before the end"},
	{GelSetLeast, 20, 5, 60, "min", "before this the gel is thin and runs off"},
	{GelSetMost, 25, 10, 90, "min", "by then it is thick as gravy"},
	{GelSeedling, 0.02, 0.005, 0.2, "L", "gel that clings to a seedling's roots"},
	{GelWhip, 0.1, 0.02, 0.5, "L", "gel that clings to a whip's roots"},
	{GelFeathered, 0.4, 0.1, 2, "L", "gel that clings to a feathered tree's roots"},
	{GelStandard, 0.9, 0.2, 4, "L", "gel that clings to a standard's roots"},
	{GelLabelLeast, 0.5, 0.2, 1, "factor", "under half the label's dose it is water"},
	{GelLabelMost, 2, 1, 5, "factor", "over twice the label's dose it is a lump"},
	{ScaleTolerance, 0.05, 0.01, 0.2, "share", "a yard scale and a gloved hand"},
	{SoakClean, 4, 1, 12, "h", "longer in clean water roots lack air"},
	{SoakMuddy, 24, 4, 48, "h", "mud holds air and keeps roots moist"},
	{BoxWater, 0.25, 0.1, 1, "L/day", "a cup a day for a box that came without packing"},
	{YardPotHeat, 32, 25, 45, "C", "roots at the wall of a dark pot cook"},
	{YardPotFrost, -5, -15, 0, "C", "roots in a pot freeze long before those in the ground"},
	{YardLat, 47.1, -66, 66, "deg", "where the yard lies; the weather station is asked for it"},
	{YardQuarantine, 21, 7, 90, "days", "long enough for a sickness to show"},
	{SpareContainer, 0.02, 0, 0.2, "share", "few potted trees fail before they are planted"},
	{SpareBalled, 0.05, 0, 0.3, "share", "a ball breaks now and then"},
	{SpareBareRoot, 0.08, 0, 0.4, "share", "one in twelve dries, breaks or never wakes"},
	{SparePlug, 0.12, 0, 0.5, "share", "small roots dry fastest"},
	{PottingRoom, 50, 20, 150, "mm", "fresh mix all round that the roots fill in a season"},
	{PottingRim, 20, 10, 50, "mm", "the free rim that holds a watering"},
	{ClockStoreC, 3, 0, 8, "C", "the air of the house's own cold store"},
	{ClockStoreRH, 92, 60, 100, "%", "the air of the house's own cold store"},
	{ClockAssumedC, 25, 10, 45, "C", "the air where nobody measures it: a warm day, for what is unknown never helps"},
	{ClockAssumedRH, 40, 5, 90, "%", "the air where nobody measures it: a dry day, for what is unknown never helps"},
	{YardLastChance, 18, 6, 60, "months", "a second summer in the same pot is one too many for kinds that move badly"},
	{MinutesPlug, 3, 1, 30, "min", "a planning figure, hole to water: time ten of your own and change it"},
	{MinutesWhip, 6, 1, 60, "min", "a planning figure, hole to water: time ten of your own and change it"},
}
