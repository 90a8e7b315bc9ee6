package planting

import (
	"reflect"

	"sedum/core/rules"
)

// idle names the steps at which somebody chose otherwise than the house's default and nothing comes out otherwise here: a chosen school
// acts, or the plan says why it does not. How roots were treated was settled in the yard.
func idle(h rules.House, in Input, p Plan) []rules.Step {
	out := []rules.Step{}
	for _, each := range rules.AllSchools() {
		if each.Step == rules.StepRoots || h.School(each.Step) == each.Default {
			continue
		}
		// What is done after the day is not among the day's work.
		switch each.Step {
		case rules.StepFruit:
			if !in.Kind.GrownForFruit {
				out = append(out, each.Step)
			}
			continue
		case rules.StepWatering:
			if h.School(each.Step) != "interval" { // by the finger it is watered in any case
				out = append(out, each.Step)
			}
			continue
		case rules.StepPests:
			continue
		}
		usual, err := h.WithSchool(each.Step, each.Default)
		if err != nil {
			continue
		}
		if q, err := plan(usual, in); err == nil && sameWork(p, q) {
			out = append(out, each.Step)
		}
	}
	return out
}

// sameWork tells whether two plans ask for the same work: hole, water, mulch, stake, steps and what to bring.
func sameWork(p, q Plan) bool {
	work := func(p Plan) []any {
		return []any{p.Window, p.Drainage, p.Hole, p.Basin, p.Berm, p.BermMM, p.MulchMM, p.Stake, p.Steps, p.Quantities, p.Refused}
	}
	return reflect.DeepEqual(work(p), work(q))
}
