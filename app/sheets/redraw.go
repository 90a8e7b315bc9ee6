package sheets

import (
	"time"

	"sedum/core/calc"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// Redraw asks for a plan anew of the facts that stand on a page already, by the schools of the ground and of the sheet; the rest are the house's.
type Redraw struct {
	PlantingOn string                `json:"planting_on" doc:"YYYY-MM-DD"`
	Input      planting.Input        `json:"input"`
	Schools    map[rules.Step]string `json:"schools"`
}

// Redrawn is what the hand sees at once: the drawing and the work of the day. What is said for the time after comes with the plan itself.
type Redrawn struct {
	Plan  planting.Plan  `json:"plan"`
	Words words.DayWords `json:"words"`
}

// redrawPlan reads no record: what is planned of given facts is reckoned and nothing is kept. What stands on record is read by the plan that the page
// asks for meanwhile, and again when a sheet is issued (decision 46).
func redrawPlan(tx *kernel.Tx, _ kernel.None, ask Redraw) (Redrawn, error) {
	var l fault.List
	on := kernel.Date(&l, "planting_on", ask.PlantingOn)
	house := tx.Who.House
	for step, choice := range ask.Schools {
		next, err := house.WithSchool(step, choice)
		if err != nil {
			l.Add("schools."+string(step), fault.NotAChoice, nil)
			continue
		}
		house = next
	}
	if err := l.Err(); err != nil {
		return Redrawn{}, err
	}
	plan, err := planting.Make(house, ask.Input)
	if err != nil {
		if faults, ok := err.(fault.List); ok {
			err = faults.Under("input").Err()
		}
		return Redrawn{}, err
	}
	return Redrawn{calc.Rounded(plan), tx.Say.PlanDay(ask.Input, plan, careOf(house, on, ask.Input, plan))}, nil
}

// careOf is the calendar of a plan, empty where there is none.
func careOf(h rules.House, on time.Time, in planting.Input, p planting.Plan) []care.Event {
	if p.Refused != "" {
		return nil
	}
	return care.Calendar(care.FactsOf(h, on, in, p))
}
