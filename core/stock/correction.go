package stock

// Correction is one piece of work at a tree, in the yard or at planting.
type Correction string

// The words of Correction.
const (
	Uncover          Correction = "uncover"
	Clear            Correction = "clear"
	CutStray         Correction = "cut-stray"
	RemoveTie        Correction = "remove-tie"
	KeepOneLeader    Correction = "keep-one-leader"
	CutRubbing       Correction = "cut-rubbing"
	CutDeadTips      Correction = "cut-dead-tips"
	CountMainRoots   Correction = "count-main-roots"
	CutAtCollar      Correction = "cut-at-collar"
	Tease            Correction = "tease"
	Score            Correction = "score"
	Shave            Correction = "shave"
	Slice            Correction = "slice"
	CutAndTease      Correction = "cut-and-tease"
	Soak             Correction = "soak"
	SoakRoots        Correction = "soak-roots"
	TrimBroken       Correction = "trim-broken"
	CutStub          Correction = "cut-stub"
	PickWeeds        Correction = "pick-weeds"
	PullWeeds        Correction = "pull-weeds"
	RemoveTwine      Correction = "remove-twine"
	PlantToday       Correction = "plant-today"
	PlantWithin3Days Correction = "plant-within-3-days"
	PlantThisSeason  Correction = "plant-this-season"
	SupportBall      Correction = "support-ball"
	OpenCloth        Correction = "open-cloth"
	TakeOffCloth     Correction = "take-off-cloth"
	OpenBasket       Correction = "open-basket"
	GraftAbove       Correction = "graft-above"
	WidenSide        Correction = "widen-side"
)

// All lists them: what a tool does, in the order of a round, and what waits for the hole.
func (Correction) All() []Correction {
	out := []Correction{}
	for _, t := range tools {
		out = append(out, t.codes...)
	}
	return append(out, AtPlanting()...)
}

// AtPlanting is the work that waits for the hole.
func AtPlanting() []Correction {
	return []Correction{PlantWithin3Days, PlantThisSeason, SupportBall, OpenCloth, TakeOffCloth, OpenBasket, GraftAbove, WidenSide}
}

// Looks tells whether a correction is only a look: nobody tells a customer of it.
func (c Correction) Looks() bool { return c == Uncover || c == CountMainRoots }

// CutsRoots tells whether a correction cuts living roots.
func (c Correction) CutsRoots() bool {
	switch c {
	case CutAtCollar, CutStray, Shave, Score, Slice, CutAndTease:
		return true
	}
	return false
}
