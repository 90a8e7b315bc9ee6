package trouble

import (
	"math"
	"slices"
)

// Check is something that can be looked at next, and how much it would tell: by how many bits it is expected to narrow the causes.
type Check struct {
	Question Question `json:"question"`
	Place    Place    `json:"place"`
	Effort   Effort   `json:"effort"`
	Bits     float64  `json:"bits"`
}

// tells is the least that a check must promise to be named.
const tells = 0.01

// Next orders what was not looked at yet by what it would tell on average; what the record answers is not asked of anybody.
func (o Odds) Next(s Seen) []Check {
	now := o.shares(s)
	out := []Check{}
	for n, a := range questions {
		if _, looked := s[a.Question]; looked || a.Effort == "record" {
			continue
		}
		if bits := o.told(n, now); bits >= tells {
			out = append(out, Check{a.Question, a.Place, a.Effort, bits})
		}
	}
	slices.SortStableFunc(out, func(a, b Check) int {
		switch {
		case a.Bits > b.Bits:
			return -1
		case a.Bits < b.Bits:
			return 1
		}
		return 0
	})
	return out
}

// told is the mutual information of a question's answer and the cause.
func (o Odds) told(question int, now []float64) float64 {
	likely := o.likely[question]
	bits := 0.0
	for at := range questions[question].Answers {
		chance := 0.0
		for i := range likely {
			chance += now[i] * likely[i][at]
		}
		for i := range likely {
			if joint := now[i] * likely[i][at]; joint > 0 {
				bits += joint * math.Log2(likely[i][at]/chance)
			}
		}
	}
	return bits
}
