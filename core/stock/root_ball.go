package stock

import (
	"math"
	"slices"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// Root is one woody root that goes round.
type Root struct {
	Zone       Zone     `json:"zone"  doc:"inner is the imprint of an earlier pot"`
	DiameterMM float64  `json:"diameter_mm" exclusiveMinimum:"0"`
	ArcDeg     float64  `json:"arc_deg" exclusiveMinimum:"0" maximum:"360" doc:"how far round it goes"`
	GapMM      *float64 `json:"gap_mm,omitempty" minimum:"0" doc:"gap to the trunk at the collar; not given is far"`
	Grooved    *bool    `json:"grooved,omitempty" doc:"the trunk is grooved by it"`
}

// RootBallInput is a ball as it was felt, smelt and measured.
type RootBallInput struct {
	BallDiameterMM float64 `json:"ball_diameter_mm" exclusiveMinimum:"0"`
	BallHeightMM   float64 `json:"ball_height_mm" exclusiveMinimum:"0" doc:"height of the ball below the flare"`
	CaliperMM      float64 `json:"caliper_mm" exclusiveMinimum:"0"`
	Roots          []Root  `json:"roots"`
	// MainRootsMM are the sound main roots left at the collar; nil when not counted.
	MainRootsMM  *[]float64  `json:"main_roots_mm,omitempty" exclusiveMinimum:"0"`
	MatSidePct   float64     `json:"mat_side_pct" minimum:"0" maximum:"100"`
	MatBottomPct float64     `json:"mat_bottom_pct" minimum:"0" maximum:"100"`
	FillPct      float64     `json:"fill_pct" minimum:"0" maximum:"100"`
	Texture      Texture     `json:"texture"`
	Odour        Odour       `json:"odour"`
	BottomRoots  BottomRoots `json:"bottom_roots"`
	Moisture     Moisture    `json:"moisture"`
	Season       Season      `json:"season"`
	Foliage      Foliage     `json:"foliage"`
	School       RootSchool  `json:"school"`
	Pot          Pot         `json:"pot"`
	// RemovedBefore is the share already cut off this ball since it last grew a whole season.
	RemovedBefore float64 `json:"removed_before_share,omitempty" minimum:"0" exclusiveMaximum:"0.95" doc:"what was already cut off this ball since it last grew a whole season"`
}

// RootBallResult is the class of each root, the cuts, the verdict and its reasons.
type RootBallResult struct {
	RootClasses   []RootClass   `json:"root_classes"`
	SideTreatment SideTreatment `json:"side_treatment"`
	SideShaveMM   float64       `json:"side_shave_mm" decimals:"1"`
	BottomSliceMM float64       `json:"bottom_slice_mm" decimals:"1"`
	ScoreDepthMM  float64       `json:"score_depth_mm" decimals:"1"`
	RemovedShare  float64       `json:"removed_share" decimals:"4"`
	SeasonLimit   float64       `json:"season_limit" decimals:"4" doc:"what may still go, less what was cut before"`
	Verdict       Verdict       `json:"verdict"`
	Reasons       []Cause       `json:"reasons"`
	held          map[Cause]*Evidence
}

// RootBall classes the roots of a ball and says what to cut, within what the season allows.
func RootBall(h rules.House, in RootBallInput) (RootBallResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return RootBallResult{}, err
	}
	classes := make([]RootClass, len(in.Roots))
	for i, r := range in.Roots {
		classes[i] = ClassRoot(h, r, in.CaliperMM)
	}
	j := judge()
	judgeSoundness(h, in, &j)
	if slices.Contains(classes, RootSevere) || slices.Contains(classes, RootStrangling) {
		j.because("uncorrectable-roots", SendBack)
	}
	judgeGirdling(h, in, classes, &j)
	cut := planCuts(h, in, classes, &j)
	if cut.treatment != SideTreatmentNone || cut.slice > 0 {
		j.verdict = Worse(j.verdict, Fix)
	}
	score := 0.0
	if cut.treatment == SideTreatmentScore {
		score = math.Min(h.Value(rules.RootsScoreMost), h.Value(rules.RootsScoreShare)*in.BallDiameterMM)
	}
	return RootBallResult{
		RootClasses: classes, SideTreatment: cut.treatment, SideShaveMM: cut.shave, BottomSliceMM: cut.slice,
		ScoreDepthMM: score, RemovedShare: removedShare(in, cut.shave, cut.slice),
		SeasonLimit: seasonLimit(h, in), Verdict: j.verdict, Reasons: j.reasons, held: j.held,
	}, nil
}

// judgeSoundness reads feel, smell, fill and moisture. Colour alone condemns nothing.
func judgeSoundness(h rules.House, in RootBallInput, j *judgement) {
	if in.Texture == TextureSoft || in.Odour == OdourSour {
		j.because("root-rot", SendBack)
	}
	if least := h.Value(rules.RootsFillHold); num.Under(in.FillPct, least) {
		j.against("under-rooted", Hold, Evidence{in.FillPct, least, "pct", rules.RootsFillHold})
	} else if least := h.Value(rules.RootsFillSupport); num.Under(in.FillPct, least) {
		j.against("support-ball", Fix, Evidence{in.FillPct, least, "pct", rules.RootsFillSupport})
	}
	if in.BottomRoots == BottomRootsAbsent && in.Moisture == MoistureWet {
		j.because("overwatered", Hold)
	}
	if in.Moisture == MoistureDry {
		j.because("soak", Fix)
	}
}

// judgeGirdling holds what would be cut at the collar against what would be left there.
func judgeGirdling(h rules.House, in RootBallInput, classes []RootClass, j *judgement) {
	if !slices.Contains(classes, RootGirdling) {
		return
	}
	if in.MainRootsMM == nil {
		j.because("count-main-roots", Fix)
		return
	}
	share := collarShare(classes, in.Roots, *in.MainRootsMM)
	count, least := float64(len(*in.MainRootsMM)), h.Value(rules.RootsMainLeast)
	most, dormant := h.Value(rules.RootsCutMost), h.Value(rules.RootsCutDormant)
	switch {
	case count < least:
		j.against("too-much-to-cut", SendBack, Evidence{count, least, "roots", rules.RootsMainLeast})
	case num.Over(share, most):
		j.against("too-much-to-cut", SendBack, Evidence{share, most, "share", rules.RootsCutMost})
	case num.Over(share, dormant) && in.Season != SeasonDormant:
		j.against("cut-when-dormant", Hold, Evidence{share, dormant, "share", rules.RootsCutDormant})
	default:
		j.because("cut-at-collar", Fix)
	}
}
