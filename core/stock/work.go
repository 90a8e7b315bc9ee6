package stock

import (
	"math"
	"strconv"
)

// Work is one correction, in the order of the hands. Its key tells it from every other of the tree.
type Work struct {
	Key        string     `json:"key"`
	Code       Correction `json:"code"`
	AmountMM   *float64   `json:"amount_mm" decimals:"0"`
	BearingDeg *float64   `json:"bearing_deg" decimals:"0"`
	Count      *float64   `json:"count,omitempty" decimals:"0"`
	// AtPlanting is work that waits for the hole; it does not keep the tree from being sold.
	AtPlanting bool `json:"at_planting"`
}

func (a *Assessment) addWork(code Correction, amount *float64) {
	a.Work = append(a.Work, Work{Key: string(code), Code: code, AmountMM: amount})
}

// listWork turns findings into the work list. Nothing is cut on a tree that goes back.
func (a *Assessment) listWork(s Subject, r Readings) {
	if a.Verdict == SendBack {
		return
	}
	for _, f := range r.Above.findings(s) {
		if code, ok := aboveWork[f.found]; ok {
			a.addWork(code, nil)
		}
	}
	a.listFlareWork()
	a.listBalledWork(r)
	a.listBareRootWork(r)
	a.listOriginWork(r)
	a.listPotWork()
	if a.RootBall == nil || a.ToUncover() {
		return // once the flare is seen the roots are judged again on what is left
	}
	for i, class := range a.RootBall.RootClasses {
		if class == RootGirdling && has(a.RootBall.Reasons, "cut-at-collar") {
			work := Work{Key: keyAt(CutAtCollar, i), Code: CutAtCollar}
			if from := r.Roots[i].FromDeg; from != nil {
				bearing := math.Mod(*from+r.Roots[i].ArcDeg/2, 360)
				work.BearingDeg = &bearing
			}
			a.Work = append(a.Work, work)
		}
	}
	if has(a.RootBall.Reasons, "count-main-roots") {
		a.addWork(CountMainRoots, nil)
	}
	switch a.RootBall.SideTreatment {
	case SideTreatmentShave:
		a.addWork(Shave, &a.RootBall.SideShaveMM)
	case SideTreatmentScore:
		a.addWork(Score, &a.RootBall.ScoreDepthMM)
	case SideTreatmentTease:
		a.addWork(Tease, nil)
	case SideTreatmentCutAndTease:
		a.addWork(CutAndTease, nil)
	}
	if a.RootBall.BottomSliceMM > 0 {
		a.addWork(Slice, &a.RootBall.BottomSliceMM)
	}
	if has(a.RootBall.Reasons, "soak") {
		a.addWork(Soak, nil)
	}
	if has(a.RootBall.Reasons, "support-ball") {
		a.Work = append(a.Work, Work{Key: "support-ball", Code: SupportBall, AtPlanting: true})
	}
}

func (a *Assessment) listFlareWork() {
	if a.Flare == nil {
		return
	}
	if a.ToUncover() {
		a.addWork(Uncover, a.Flare.FlareDepthMM)
		return
	}
	switch a.Flare.Action {
	case ActClear, ActClearAndInspect:
		if *a.Flare.FlareDepthMM > 0 {
			a.addWork(Clear, a.Flare.FlareDepthMM)
		}
	}
	for i, stray := range a.Flare.StrayRoots {
		bearing := stray.BearingDeg
		a.Work = append(a.Work, Work{Key: keyAt(CutStray, i), Code: CutStray, BearingDeg: &bearing})
	}
}

// listBalledWork: what must come off always comes off before the hole is filled.
func (a *Assessment) listBalledWork(r Readings) {
	if a.Balled == nil {
		return
	}
	if has(a.Balled.Reasons, "soak") {
		a.addWork(Soak, nil)
	}
	if r.Balled == nil {
		return
	}
	if r.Balled.Twine != nil && *r.Balled.Twine {
		a.addWork(RemoveTwine, nil)
	}
	switch r.Balled.Cloth {
	case ClothNatural:
		a.Work = append(a.Work, Work{Key: "open-cloth", Code: OpenCloth, AtPlanting: true})
	case ClothSynthetic, ClothTreated:
		a.Work = append(a.Work, Work{Key: "take-off-cloth", Code: TakeOffCloth, AtPlanting: true})
	}
	if r.Balled.Basket != nil && *r.Balled.Basket {
		a.Work = append(a.Work, Work{Key: "open-basket", Code: OpenBasket, AtPlanting: true})
	}
}

func (a *Assessment) listBareRootWork(r Readings) {
	for _, reason := range a.Reasons {
		switch {
		case reason.Part == PartClock && reason.Code == Cause(Critical):
			a.addWork(PlantToday, nil)
		case reason.Part == PartGraft && reason.Code == "buried":
			a.Work = append(a.Work, Work{Key: "graft-above", Code: GraftAbove, AtPlanting: true})
		}
	}
	if a.BareRoot == nil {
		return
	}
	if has(a.BareRoot.Reasons, "soak") {
		a.addWork(SoakRoots, nil)
	}
	if has(a.BareRoot.Reasons, "trim-broken") {
		count := float64(*r.BareRoot.BrokenRoots)
		a.Work = append(a.Work, Work{Key: "trim-broken", Code: TrimBroken, Count: &count})
	}
	if has(a.BareRoot.Reasons, "plant-within-3-days") {
		a.Work = append(a.Work, Work{Key: "plant-within-3-days", Code: PlantWithin3Days, AtPlanting: true})
	}
	if r.BareRoot.Sides != nil && *r.BareRoot.Sides <= 2 {
		half := *r.BareRoot.SpreadMM / 2
		a.Work = append(a.Work, Work{Key: "widen-side", Code: WidenSide, AmountMM: &half, BearingDeg: r.BareRoot.StrongestDeg, AtPlanting: true})
	}
}

func keyAt(code Correction, i int) string { return string(code) + "-" + strconv.Itoa(i+1) }

func has[T comparable](list []T, code T) bool {
	for _, each := range list {
		if each == code {
			return true
		}
	}
	return false
}

func keep(list []Circler, wanted func(Circler) bool) []Circler {
	out := []Circler{}
	for _, c := range list {
		if wanted(c) {
			out = append(out, c)
		}
	}
	return out
}

// WorkDone tells whether there was work before planting and all of it is done: then the ball is to be measured again.
func WorkDone(a Assessment, done map[string]bool) bool {
	any := false
	for _, w := range a.Work {
		if w.AtPlanting {
			continue
		}
		if !done[w.Key] {
			return false
		}
		any = true
	}
	return any
}
