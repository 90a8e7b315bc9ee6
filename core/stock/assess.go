package stock

import (
	"slices"

	"sedum/core/fault"
	"sedum/core/rules"
)

// Assessment is the one verdict, every reason for it, what is missing, and the work.
type Assessment struct {
	Verdict  Verdict         `json:"verdict"`
	Reasons  []Reason        `json:"reasons"`
	Missing  []string        `json:"missing"`
	Flare    *FlareResult    `json:"flare"`
	RootBall *RootBallResult `json:"root_ball"`
	Balled   *BalledResult   `json:"balled"`
	BareRoot *BareRootResult `json:"bare_root"`
	Load     *Load           `json:"load"`
	Work     []Work          `json:"work"`
	// LeftDiameterMM and LeftHeightMM are the ball after all the work, by calculation.
	LeftDiameterMM *float64 `json:"left_diameter_mm" decimals:"1"`
	LeftHeightMM   *float64 `json:"left_height_mm" decimals:"1"`
}

// Assess makes one verdict of one look at a tree (handbook, stock.md, "How one verdict is made").
//
// The calculators are strict, so what was not looked at is handed to them as sound, and the whole
// is then held at "not yet judged", naming what is missing.
func Assess(h rules.House, s Subject, r Readings) (Assessment, error) {
	l := fault.Check(r)
	l = append(l, fault.Check(s)...)
	if !s.Origin.Fits(s.Form) {
		l.Add("origin", fault.NotAChoice, map[Form][]Origin{BareRoot: {"", Layer}, Balled: {"", Garden}}[s.Form])
	}
	if err := l.Err(); err != nil {
		return Assessment{}, err
	}
	a := Assessment{Verdict: Sell, Reasons: []Reason{}, Missing: []string{}, Work: []Work{}}
	if !s.Covered {
		a.because(PartKind, "not-covered", NotYetJudged)
		return a, nil
	}
	a.judgeAbove(s, r)
	if err := a.judgeForm(h, s, r); err != nil {
		return Assessment{}, err
	}
	a.judgeOrigin(s, r)
	a.judgePot(h, s, r)
	if len(a.Missing) > 0 {
		a.Verdict = Worse(a.Verdict, NotYetJudged)
	}
	a.listWork(s, r)
	return a, nil
}

func (a *Assessment) because(part Part, code Cause, v Verdict) { a.against(part, code, v, nil) }

func (a *Assessment) against(part Part, code Cause, v Verdict, held *Evidence) {
	a.Verdict = Worse(a.Verdict, v)
	if v != Sell {
		a.Reasons = append(a.Reasons, Reason{part, code, v, held})
	}
}

func (a *Assessment) need(name string, looked bool) {
	if !looked {
		a.Missing = append(a.Missing, name)
	}
}

func (a *Assessment) judgeAbove(s Subject, r Readings) {
	for _, f := range r.Above.findings(s) {
		a.need(string(f.part), f.found != "")
		if f.found != "" {
			a.because(f.part, f.found, aboveTable[f.part][f.found])
		}
	}
}

func (a *Assessment) judgeFlare(h rules.House, s Subject, r Readings) error {
	a.need("ball_height_mm", r.BallHeightMM != nil)
	if len(r.Probes) == 0 && r.SeenDepthMM == nil {
		a.need("flare", false)
		return nil
	}
	if r.BallHeightMM == nil {
		return nil
	}
	flare, err := Flare(h, FlareInput{s.Form, s.Habit, *r.BallHeightMM, r.SeenDepthMM, nonNil(r.Probes)})
	if err != nil {
		return err
	}
	a.Flare = &flare
	a.against(PartFlare, Cause(flare.Action), flareActionVerdict[flare.Action], flare.held)
	if flare.Status == FlareLocated && flare.Confidence == ConfidenceLow && flare.Action != ActExcavate {
		a.because(PartFlare, "few-probes", NotYetJudged)
	}
	return nil
}

var flareActionVerdict = map[FlareAction]Verdict{
	ActNone: Sell, ActClear: Fix, ActClearAndInspect: Fix, ActExcavate: NotYetJudged, ActSendBack: SendBack,
}

func or(given *float64, sound float64) float64 {
	if given == nil {
		return sound
	}
	return *given
}

func first[T ~string](given, sound T) T {
	if given == "" {
		return sound
	}
	return given
}

func nonNil[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// ToUncover tells whether the flare must be seen before anything else is judged of the depth.
func (a Assessment) ToUncover() bool {
	return slices.ContainsFunc(a.Reasons, func(r Reason) bool { return r.Part == PartFlare && r.Code == Cause(ActExcavate) })
}

// DepthInDoubt tells whether a look found the flare so deep that it may not be where it seemed: the planted depth is looked at again
// after a year (aftercare.md).
func (a Assessment) DepthInDoubt() bool {
	return a.Flare != nil && (a.Flare.Class == Deep || a.Flare.Class == TooDeep)
}

// Supports tells whether the ball must be carried from below.
func (a Assessment) Supports() bool {
	for _, w := range a.Work {
		if w.Code == SupportBall {
			return true
		}
	}
	return false
}
