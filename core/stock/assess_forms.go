package stock

import (
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
)

// judgeForm asks each form of stock only what it needs.
func (a *Assessment) judgeForm(h rules.House, s Subject, r Readings) error {
	if s.Form == BareRoot {
		return a.judgeBareRoot(h, s, r)
	}
	if err := a.judgeFlare(h, s, r); err != nil {
		return err
	}
	if r.BallDiameterMM != nil && r.BallHeightMM != nil {
		load := Weigh(h, s.Form, *r.BallDiameterMM, *r.BallHeightMM, s.BallMedium(), Staff)
		a.Load = &load
	}
	if s.Form == Balled {
		return a.judgeBalled(h, s, r)
	}
	return a.judgeRoots(h, s, r)
}

func (a *Assessment) judgeBalled(h rules.House, s Subject, r Readings) error {
	look := BalledLook{}
	if r.Balled != nil {
		look = *r.Balled
	}
	sizing := first(s.Sizing, SizingCaliper)
	a.need("ball_diameter_mm", r.BallDiameterMM != nil)
	if sizing == SizingCaliper {
		a.need("caliper_mm", r.CaliperMM != nil)
	}
	a.need("soundness", look.Soundness != "")
	a.need("trunk_moves", look.TrunkMoves != nil)
	a.need("moisture", r.Moisture != "")
	a.need("cloth", look.Cloth != "")
	a.need("twine", look.Twine != nil)
	a.need("basket", look.Basket != nil)
	if r.BallDiameterMM == nil || r.BallHeightMM == nil || (r.CaliperMM == nil && sizing == SizingCaliper) {
		return nil
	}
	// Depth is judged only from a flare that was seen; a probed one asks to be uncovered first.
	flare := 0.0
	if a.Flare != nil && a.Flare.Status == FlareSeen {
		flare = *a.Flare.FlareDepthMM
	} else if a.Flare != nil && a.Flare.Status == FlareLocated && a.Flare.Class != AtSurface {
		a.because(PartFlare, Cause(ActExcavate), NotYetJudged)
	}
	result, err := JudgeBalled(h, BalledInput{
		BallDiameterMM: *r.BallDiameterMM, BallHeightMM: *r.BallHeightMM, CaliperMM: or(r.CaliperMM, 1), FlareDepthMM: flare,
		Medium: s.BallMedium(), Soundness: first(look.Soundness, SoundnessFirm), TrunkMoves: look.TrunkMoves != nil && *look.TrunkMoves,
		Moisture: first(r.Moisture, MoistureMoist), Sizing: sizing, Lifters: Staff,
	})
	if err != nil {
		return err
	}
	a.Balled = &result
	for _, code := range result.Reasons {
		a.against(PartBall, code, balledReasonVerdict[code], result.held[code])
	}
	if look.Twine != nil && *look.Twine { // no school leaves it on: the trunk grows into it
		a.because(PartBall, "twine", Fix)
	}
	diameter, left := *r.BallDiameterMM, *r.BallHeightMM-flare
	a.LeftDiameterMM, a.LeftHeightMM = &diameter, &left
	return nil
}

// balledReasonVerdict is the least verdict that each reason of JudgeBalled brings.
var balledReasonVerdict = map[Cause]Verdict{
	"broken-ball": SendBack, "no-standard": Fix, "ball-too-small": SendBack, "ball-small": Fix,
	"too-little-root-below-flare": SendBack, "soak": Fix, "clear-flare": Fix,
}

func (a *Assessment) judgeBareRoot(h rules.House, s Subject, r Readings) error {
	look := BareRootLook{}
	if r.BareRoot != nil {
		look = *r.BareRoot
	}
	a.need("caliper_mm", r.CaliperMM != nil)
	a.need("root_spread_mm", look.SpreadMM != nil)
	a.need("root_length_mm", look.LengthMM != nil)
	a.need("sides", look.Sides != nil)
	a.need("root_moisture", look.Moisture != "")
	a.need("mould", look.Mould != nil)
	a.need("buds", look.Buds != "")
	a.need("broken_roots", look.BrokenRoots != nil)
	a.need("soil_line_mm", look.SoilLineMM != nil)
	grafted := HasGraft(s, r)
	if grafted {
		a.need("graft_mm", look.GraftMM != nil)
	}
	// The exposure clock joins in (handbook, "How one verdict is made").
	if v, ok := clockVerdict[s.Clock]; ok {
		a.because(PartClock, Cause(s.Clock), v)
	}
	if grafted && look.GraftMM != nil && look.SoilLineMM != nil && *look.GraftMM < *look.SoilLineMM {
		a.against(PartGraft, "buried", Fix, &Evidence{*look.GraftMM, *look.SoilLineMM, "mm", ""})
	}
	if r.CaliperMM == nil || look.SpreadMM == nil || look.LengthMM == nil {
		return nil
	}
	broken := 0
	if look.BrokenRoots != nil {
		broken = *look.BrokenRoots
	}
	// At the bench no hole is known yet; the plan fits root and hole to each other.
	result, err := JudgeBareRoot(h, BareRootInput{
		CaliperMM: *r.CaliperMM, RootSpreadMM: *look.SpreadMM, RootLengthMM: *look.LengthMM,
		HoleDepthMM: *look.LengthMM + h.Value(rules.BareRootUnderTips), Drainage: ground.DrainageGood, School: TrimSchoolNeverTrim,
		Moisture: first(look.Moisture, RootMoistureMoist), Mould: look.Mould != nil && *look.Mould, Buds: first(look.Buds, BudsDormant), BrokenRoots: broken,
	})
	if err != nil {
		return err
	}
	a.BareRoot = &result
	for _, code := range result.Reasons {
		a.against(PartRoots, code, bareRootReasonVerdict[code], result.held[code])
	}
	return nil
}

// clockVerdict is what a clock that runs out brings.
var clockVerdict = map[ClockStatus]Verdict{Critical: Fix, Spent: SendBack}

// bareRootReasonVerdict is the least verdict that each reason of JudgeBareRoot brings.
var bareRootReasonVerdict = map[Cause]Verdict{
	"dried-out": SendBack, "mould": SendBack, "pot-up": Hold, "soak": Fix, "plant-within-3-days": Fix,
	"roots-too-short": SendBack, "roots-short": Fix, "trim-broken": Fix, "slot-or-trim": Fix, "bend-risk": Fix,
}

func (a *Assessment) judgeRoots(h rules.House, s Subject, r Readings) error {
	a.need("ball_diameter_mm", r.BallDiameterMM != nil)
	a.need("caliper_mm", r.CaliperMM != nil)
	a.need("texture", r.Texture != "")
	a.need("odour", r.Odour != "")
	a.need("moisture", r.Moisture != "")
	a.need("bottom_roots", r.BottomRoots != "")
	a.need("fill_pct", r.FillPct != nil)
	for _, asked := range zonesAsked {
		a.need(asked.missing, r.Looked(asked.zone))
	}
	a.need("collar_gap", !r.collar(func(c Circler) bool { return c.GapMM == nil }))
	a.need("grooved", !r.collar(func(c Circler) bool {
		return c.Grooved == nil && (c.GapMM == nil || num.AtMost(*c.GapMM, h.Value(rules.RootsTouchingGap)))
	}))
	a.need("mat_side_pct", r.MatSidePct != nil)
	a.need("mat_bottom_pct", r.MatBottomPct != nil)
	a.need("pot_top", r.PotTop != "")
	if r.BallDiameterMM == nil || r.BallHeightMM == nil || r.CaliperMM == nil {
		return nil
	}
	height := *r.BallHeightMM
	if a.Flare != nil && a.Flare.UsableHeightMM != nil {
		height = *a.Flare.UsableHeightMM
	}
	if height <= 0 {
		return nil // the flare at the very base: sent back by its depth
	}
	roots := make([]Root, len(r.Roots))
	for i, c := range r.Roots {
		roots[i] = c.Root
	}
	result, err := RootBall(h, RootBallInput{
		BallDiameterMM: *r.BallDiameterMM, BallHeightMM: height, CaliperMM: *r.CaliperMM,
		Roots: roots, MainRootsMM: r.MainRootsMM,
		MatSidePct: or(r.MatSidePct, 0), MatBottomPct: or(r.MatBottomPct, 0), FillPct: or(r.FillPct, 100),
		Texture: first(r.Texture, TextureFirm), Odour: first(r.Odour, OdourNone),
		BottomRoots: first(r.BottomRoots, BottomRootsPresent), Moisture: first(r.Moisture, MoistureMoist),
		Season: s.Season, Foliage: s.Foliage, School: RootSchoolOf(h, s.Season), Pot: s.Pot, RemovedBefore: s.RemovedBefore,
	})
	if err != nil {
		return err
	}
	a.RootBall = &result
	for _, code := range result.Reasons {
		a.against(PartRoots, code, rootReasonVerdict[code], result.held[code])
	}
	a.Verdict = Worse(a.Verdict, result.Verdict)
	diameter, left := *r.BallDiameterMM-2*result.SideShaveMM, height-result.BottomSliceMM
	a.LeftDiameterMM, a.LeftHeightMM = &diameter, &left
	return nil
}

// rootReasonVerdict is the least verdict that each reason of RootBall brings.
var rootReasonVerdict = map[Cause]Verdict{
	"root-rot": SendBack, "under-rooted": Hold, "support-ball": Fix, "overwatered": Hold, "soak": Fix,
	"uncorrectable-roots": SendBack, "count-main-roots": Fix, "too-much-to-cut": SendBack,
	"cut-when-dormant": Hold, "cut-at-collar": Fix, "wait-for-cool": Hold, "wait-for-dormancy": Hold, "wait-for-next-dormancy": Hold, "tease-base": Fix,
}

// RootSchoolOf is the school of root treatment in force: by season, shave when dormant or in autumn, else score.
func RootSchoolOf(h rules.House, season Season) RootSchool {
	if chosen := RootSchool(h.School(rules.StepRoots)); set.Has(chosen) {
		return chosen
	}
	if season == SeasonDormant || season == SeasonAutumn {
		return RootSchoolShave
	}
	return RootSchoolScore
}
