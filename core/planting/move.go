package planting

import (
	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// MoveWord is whether a tree that stands in a garden can be moved (handbook, site.md, "Moving a plant in the garden").
type MoveWord string

// The words of MoveWord.
const (
	MoveGood  MoveWord = "good"
	MoveFair  MoveWord = "fair"
	MoveMover MoveWord = "mover"
)

// All lists them, best first.
func (MoveWord) All() []MoveWord { return []MoveWord{MoveGood, MoveFair, MoveMover} }

// MoveReason is why.
type MoveReason string

// The words of MoveReason.
const (
	MoveYoung    MoveReason = "young"
	MoveYearsNot MoveReason = "years-unknown"
	MoveOld      MoveReason = "old"
	MoveHeavy    MoveReason = "heavy"
	MoveShy      MoveReason = "moves-badly"
)

// All lists them.
func (MoveReason) All() []MoveReason {
	return []MoveReason{MoveYoung, MoveYearsNot, MoveOld, MoveHeavy, MoveShy}
}

// MoveYearsMost is how many years after planting a tree has good chances.
const MoveYearsMost = 3

// MoveInput is a tree that stands in the wrong place.
type MoveInput struct {
	CaliperMM float64 `json:"caliper_mm" exclusiveMinimum:"0" maximum:"400"`
	// YearsThere is how long it has stood there, nil when nobody knows.
	YearsThere *float64 `json:"years_there" minimum:"0" maximum:"300"`
	MovesBadly bool     `json:"moves_badly"`
	// Lifters is who lifts it: the nursery's own people, or the customer's.
	Lifters stock.Lifters `json:"lifters"`
}

// Moved is how it is moved: the ball that is dug, who carries it, and how good its chances are.
type Moved struct {
	Word           MoveWord     `json:"word"`
	Reasons        []MoveReason `json:"reasons"`
	BallDiameterMM float64      `json:"ball_diameter_mm" decimals:"0"`
	BallDepthMM    float64      `json:"ball_depth_mm" decimals:"0"`
	stock.Load
}

// Move judges a tree that is to be moved: the ball by the caliper table, its weight wet, and the years. Past three years, or past what two
// people lift, a tree mover does it; what nobody knows is never good. Errors: fault.List.
func Move(h rules.House, in MoveInput) (Moved, error) {
	if err := fault.Check(in).Err(); err != nil {
		return Moved{}, err
	}
	diameter := stock.LeastBallMM(in.CaliperMM)
	depth := stock.LeastBallDepthMM(diameter)
	out := Moved{Word: MoveGood, Reasons: []MoveReason{}, BallDiameterMM: diameter, BallDepthMM: depth, Load: stock.Weigh(h, stock.Balled, diameter, depth, stock.MediumLoam, in.Lifters)}
	because := func(word MoveWord, reason MoveReason) {
		out.Reasons = append(out.Reasons, reason)
		if out.Word != MoveMover && word != MoveGood {
			out.Word = word
		}
	}
	switch {
	case in.YearsThere == nil:
		because(MoveFair, MoveYearsNot)
	case num.Over(*in.YearsThere, MoveYearsMost):
		because(MoveMover, MoveOld)
	default:
		because(MoveGood, MoveYoung)
	}
	if out.Handling == stock.Gear {
		because(MoveMover, MoveHeavy)
	}
	if in.MovesBadly {
		because(MoveFair, MoveShy)
	}
	return out, nil
}

// NextMove is the first day from one on, itself among them, on which a ball may be dug and set by the calendar of the place: dormant, and where
// the ground freezes in the weeks before leaf-out rather than in autumn, for frost lifts what has no roots yet. False where there is none, or
// where the frosts of the place are not known.
func NextMove(h rules.House, in Input, from int) (day int, ok bool) {
	in.Tree.Form = stock.Balled
	for n := range 365 {
		day = (from+n-1)%365 + 1
		status, known := ByCalendar(h, in, day)
		if !known {
			return 0, false
		}
		if status != WindowBest && status != WindowFine {
			continue
		}
		f := in.Spot.Frost
		if f.SoilFreeze == nil || f.Last == nil || (span{*f.Last - 42, 42}).has(day) {
			return day, true
		}
	}
	return 0, false
}

// MoveStep is one step of moving a tree.
type MoveStep string

// The words of MoveStep.
const (
	// StepCopy is a copy of a tree whose chances are no better than fair.
	StepCopy    MoveStep = "copy"
	StepMarked  MoveStep = "services"
	StepHole    MoveStep = "hole-first"
	StepBall    MoveStep = "ball"
	StepCarry   MoveStep = "carry"
	StepLevel   MoveStep = "level"
	StepNoFeed  MoveStep = "no-feed"
	StepPrune   MoveStep = "prune-later"
	StepWater   MoveStep = "water"
	StepByMover MoveStep = "mover"
)

// All lists them in the order of the work.
func (MoveStep) All() []MoveStep {
	return []MoveStep{StepCopy, StepMarked, StepByMover, StepHole, StepBall, StepCarry, StepLevel, StepNoFeed, StepPrune, StepWater}
}

// Steps are what is done, in order: the hole first, so that the roots wait for nothing; where a mover does it, what is left to the customer.
func (m Moved) Steps() []MoveStep {
	switch m.Word {
	case MoveMover:
		return []MoveStep{StepCopy, StepMarked, StepByMover, StepNoFeed, StepPrune, StepWater}
	case MoveFair:
		return []MoveStep{StepCopy, StepMarked, StepHole, StepBall, StepCarry, StepLevel, StepNoFeed, StepPrune, StepWater}
	}
	return []MoveStep{StepMarked, StepHole, StepBall, StepCarry, StepLevel, StepNoFeed, StepPrune, StepWater}
}
