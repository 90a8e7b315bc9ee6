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
	Zone       string   `json:"zone" enum:"collar,side,bottom,inner" doc:"inner is the imprint of an earlier pot"`
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
	MainRootsMM  *[]float64 `json:"main_roots_mm,omitempty" exclusiveMinimum:"0"`
	MatSidePct   float64    `json:"mat_side_pct" minimum:"0" maximum:"100"`
	MatBottomPct float64    `json:"mat_bottom_pct" minimum:"0" maximum:"100"`
	FillPct      float64    `json:"fill_pct" minimum:"0" maximum:"100"`
	Texture      string     `json:"texture" enum:"firm,soft"`
	Odour        string     `json:"odour" enum:"none,sour"`
	BottomRoots  string     `json:"bottom_roots" enum:"present,absent"`
	Moisture     string     `json:"moisture" enum:"dry,moist,wet"`
	Season       string     `json:"season" enum:"dormant,autumn,summer,spring-flush"`
	Foliage      string     `json:"foliage" enum:"deciduous,evergreen"`
	School       string     `json:"school" enum:"tease,score,shave"`
	Pot          string     `json:"pot" enum:"standard,air-pruning,fabric,plug"`
}

// RootBallResult is the class of each root, the cuts, the verdict and its reasons.
type RootBallResult struct {
	RootClasses   []string `json:"root_classes"`
	SideTreatment string   `json:"side_treatment"`
	SideShaveMM   float64  `json:"side_shave_mm" decimals:"1"`
	BottomSliceMM float64  `json:"bottom_slice_mm" decimals:"1"`
	ScoreDepthMM  float64  `json:"score_depth_mm" decimals:"1"`
	RemovedShare  float64  `json:"removed_share" decimals:"4"`
	SeasonLimit   float64  `json:"season_limit" decimals:"2"`
	Verdict       Verdict  `json:"verdict"`
	Reasons       []string `json:"reasons"`
}

// judgement gathers reasons in order, each once, with the least verdict each brings.
type judgement struct {
	verdict Verdict
	reasons []string
}

func (j *judgement) because(reason string, least Verdict) {
	j.verdict = Worse(j.verdict, least)
	if !slices.Contains(j.reasons, reason) {
		j.reasons = append(j.reasons, reason)
	}
}

// RootBall classes the roots of a ball and says what to cut, within what the season allows.
func RootBall(h rules.House, in RootBallInput) (RootBallResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return RootBallResult{}, err
	}
	classes := make([]string, len(in.Roots))
	for i, r := range in.Roots {
		classes[i] = RootClass(h, r, in.CaliperMM)
	}
	j := judgement{verdict: Sell, reasons: []string{}}
	judgeSoundness(h, in, &j)
	if slices.Contains(classes, "severe") || slices.Contains(classes, "strangling") {
		j.because("uncorrectable-roots", SendBack)
	}
	judgeGirdling(h, in, classes, &j)
	cut := planCuts(h, in, classes, &j)
	if cut.treatment != "none" || cut.slice > 0 {
		j.verdict = Worse(j.verdict, Fix)
	}
	score := 0.0
	if cut.treatment == "score" {
		score = math.Min(h.Value(rules.RootsScoreMost), h.Value(rules.RootsScoreShare)*in.BallDiameterMM)
	}
	return RootBallResult{
		RootClasses: classes, SideTreatment: cut.treatment, SideShaveMM: cut.shave, BottomSliceMM: cut.slice,
		ScoreDepthMM: score, RemovedShare: removedShare(in, cut.shave, cut.slice),
		SeasonLimit: seasonLimit(h, in.Season), Verdict: j.verdict, Reasons: j.reasons,
	}, nil
}

// judgeSoundness reads feel, smell, fill and moisture. Colour alone condemns nothing.
func judgeSoundness(h rules.House, in RootBallInput, j *judgement) {
	if in.Texture == "soft" || in.Odour == "sour" {
		j.because("root-rot", SendBack)
	}
	if num.Under(in.FillPct, h.Value(rules.RootsFillHold)) {
		j.because("under-rooted", Hold)
	} else if num.Under(in.FillPct, h.Value(rules.RootsFillSupport)) {
		j.because("support-ball", Fix)
	}
	if in.BottomRoots == "absent" && in.Moisture == "wet" {
		j.because("overwatered", Hold)
	}
	if in.Moisture == "dry" {
		j.because("soak", Fix)
	}
}

// judgeGirdling holds what would be cut at the collar against what would be left there.
func judgeGirdling(h rules.House, in RootBallInput, classes []string, j *judgement) {
	cut := 0.0
	for i, class := range classes {
		if class == "girdling" {
			cut += in.Roots[i].DiameterMM * in.Roots[i].DiameterMM
		}
	}
	if !slices.Contains(classes, "girdling") {
		return
	}
	if in.MainRootsMM == nil {
		j.because("count-main-roots", Fix)
		return
	}
	left := 0.0
	for _, d := range *in.MainRootsMM {
		left += d * d
	}
	share := cut / (cut + left)
	switch {
	case float64(len(*in.MainRootsMM)) < h.Value(rules.RootsMainLeast) || num.Over(share, h.Value(rules.RootsCutMost)):
		j.because("too-much-to-cut", SendBack)
	case num.Over(share, h.Value(rules.RootsCutDormant)) && in.Season != "dormant":
		j.because("cut-when-dormant", Hold)
	default:
		j.because("cut-at-collar", Fix)
	}
}
