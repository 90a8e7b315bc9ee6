package sheets

import (
	"encoding/json"
	"fmt"

	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/match"
	"sedum/app/yard"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// now is what has changed under an issued sheet since it went out, in words: whoever opens it is told, and not the old thing (handbook,
// planting.md, "When there is no plan"). Once it was planted by, the sheet is a record.
func (desk Desk) now(tx *kernel.Tx, s Sheet) ([]kernel.Sentence, error) {
	out := []kernel.Sentence{}
	say := func(code string, values map[string]any) {
		out = append(out, kernel.Sentence{Code: code, Text: tx.Say.Say("sheet.now."+code, values)})
	}
	if s.WithdrawnAt != nil {
		if s.ReplacedBy != nil {
			say("replaced", map[string]any{"number": fmt.Sprint(*s.ReplacedBy), "date": *s.WithdrawnAt})
		} else {
			say("withdrawn", map[string]any{"date": *s.WithdrawnAt, "reason": s.WithdrawnReason})
		}
		return out, nil
	}
	if s.PlantingOn.Before(tx.Today()) {
		return out, nil
	}
	trees, err := yard.TreesByID(tx, []string{s.TreeID})
	if err != nil || len(trees) == 0 {
		return out, err
	}
	r, err := bench.RecordOf(tx, trees[0])
	if err != nil {
		return out, err
	}
	switch t := r.Tree; t.State {
	case stock.Reserved:
		say("held-until", map[string]any{"date": planting.ReservationEnds(tx.Who.House, s.PlantingOn)})
	case stock.Sold:
	default:
		say("tree", map[string]any{"state": yard.StateWord(tx, t.State)})
	}
	if r.Tree.State != stock.Sold { // a sold tree is not under our clock any more
		spent, err := desk.Clocks.SpentBy(tx, r.Lot, r.Tree, s.PlantingOn)
		if err != nil {
			return out, err
		}
		if spent {
			say("spent", nil)
		}
	}
	spot, err := ground.SpotOf(tx, s.SpotID)
	if err != nil {
		return out, err
	}
	if !s.Content.Plan.Locked && spot.MarkedOn(s.PlantingOn) == nil {
		say("marking", nil)
	}
	is, was := match.PlanSpot(spot, s.PlantingOn), s.Content.Input.Spot
	is.ServicesMarked, was.ServicesMarked = true, true
	// Who told of the wind is no change of the ground, and a sheet of an earlier program does not say it.
	is.WindByStation, was.WindByStation = false, false
	if was.LowSideDeg == nil {
		is.LowSideDeg = nil
	}
	stands, stood := judged(tx.Who.House, spot, r).Standing, s.Content.Input.Standing
	stood.ClockSpent = false // told above
	if !same(is, was) || !same(stands, stood) {
		say("ground", nil)
	}
	tree := planTree(tx.Who.House, r, s.Content.Input.Tree.StandsAlone)
	tree.Arms, tree.WeakestMM = s.Content.Input.Tree.Arms, s.Content.Input.Tree.WeakestMM // said with the plan, and not at the bench
	if r.Current() != nil && !same(tree, s.Content.Input.Tree) {
		say("tree-changed", nil)
	}
	// What other rules make of the same facts is one thing, what this program makes of them by the rules of then another.
	then := planBy(rules.Restore(s.Content.House), s.Content)
	if !same(planBy(spot.Schools.House(tx.Who.House), s.Content), then) {
		say("rules", nil)
	}
	if !same(then, s.Content.Plan) {
		say("program", nil)
	}
	return out, nil
}

// same compares as kept: what reads the same from its document is the same.
func same[T any](a, b T) bool {
	one, err := json.Marshal(a)
	if err != nil {
		return false
	}
	two, err := json.Marshal(b)
	return err == nil && string(one) == string(two)
}

// endedText says on paper that a sheet holds no more, "" while it holds.
func (s Sheet) endedText(say interface {
	Say(string, map[string]any) string
}) string {
	switch {
	case s.WithdrawnAt == nil:
		return ""
	case s.ReplacedBy != nil:
		return say.Say("sheet.now.replaced", map[string]any{"number": fmt.Sprint(*s.ReplacedBy), "date": *s.WithdrawnAt})
	}
	return say.Say("sheet.now.withdrawn", map[string]any{"date": *s.WithdrawnAt, "reason": s.WithdrawnReason})
}
