package planting

import "slices"

// Does tells whether a plan has a step, in one of some wordings, or in any when none is named.
func (p Plan) Does(code StepCode, choices ...string) bool {
	return slices.ContainsFunc(p.Steps, func(s Step) bool {
		return s.Code == code && (len(choices) == 0 || slices.Contains(choices, s.Choice))
	})
}
