package desk

import "sedum/store"

// Deed names what a person does, for the question who may do it.
type Deed string

// The deeds.
const (
	SeeYard       Deed = "see-yard"
	CheckTrees    Deed = "check-trees"
	SellTrees     Deed = "sell-trees"
	DecideReturn  Deed = "decide-return"
	SeeGround     Deed = "see-ground"
	KeepGround    Deed = "keep-ground"
	MatchAndPlan  Deed = "match-and-plan"
	IssueSheets   Deed = "issue-sheets"
	SeeRules      Deed = "see-rules"
	ChangeRules   Deed = "change-rules"
	UseCalculator Deed = "use-calculator"
	TakeIn        Deed = "take-in"
	DrawSample    Deed = "draw-sample"
	ProposeLot    Deed = "propose-lot"
	DecideLot     Deed = "decide-lot"
	KeepClock     Deed = "keep-clock"
	KeepMeasures  Deed = "keep-measures"
	TakePhotos    Deed = "take-photos"
	SendNotes     Deed = "send-notes"
)

// may is the table of the handbook: who may do what.
var may = map[Deed][]store.Role{
	SeeYard:       {store.YardHand, store.Advisor, store.Manager},
	CheckTrees:    {store.YardHand, store.Advisor, store.Manager},
	SellTrees:     {store.Advisor, store.Manager},
	DecideReturn:  {store.Manager},
	SeeGround:     {store.YardHand, store.Advisor, store.Manager},
	KeepGround:    {store.Advisor, store.Manager},
	MatchAndPlan:  {store.Advisor, store.Manager},
	IssueSheets:   {store.Advisor, store.Manager},
	SeeRules:      {store.YardHand, store.Advisor, store.Manager},
	ChangeRules:   {store.Manager},
	UseCalculator: {store.YardHand, store.Advisor, store.Manager},
	TakeIn:        {store.YardHand, store.Advisor, store.Manager},
	DrawSample:    {store.YardHand, store.Advisor, store.Manager},
	ProposeLot:    {store.YardHand, store.Advisor, store.Manager},
	DecideLot:     {store.Manager},
	KeepClock:     {store.YardHand, store.Advisor, store.Manager},
	KeepMeasures:  {store.YardHand, store.Advisor, store.Manager},
	TakePhotos:    {store.YardHand, store.Advisor, store.Manager},
	SendNotes:     {store.Manager},
}

// May tells whether a role may do a deed. A deed that is not in the table is nobody's.
func May(role store.Role, deed Deed) bool {
	for _, r := range may[deed] {
		if r == role {
			return true
		}
	}
	return false
}

// Deeds lists what a role may do.
func Deeds(role store.Role) []Deed {
	out := []Deed{}
	for _, deed := range AllDeeds() {
		if May(role, deed) {
			out = append(out, deed)
		}
	}
	return out
}

// AllDeeds lists every deed there is.
func AllDeeds() []Deed {
	return []Deed{SeeYard, CheckTrees, SellTrees, DecideReturn, SeeGround, KeepGround, MatchAndPlan, IssueSheets,
		SeeRules, ChangeRules, UseCalculator, TakeIn, DrawSample, ProposeLot, DecideLot, KeepClock, KeepMeasures, TakePhotos, SendNotes}
}
