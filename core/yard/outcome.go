package yard

import (
	"sedum/core/fault"
	"sedum/core/sampling"
)

// Outcome is what a batch of bare roots came to: trees lost, doubtful and sound.
type Outcome struct {
	Lost     int `json:"lost" minimum:"0"`
	Doubtful int `json:"doubtful" minimum:"0"`
	Sound    int `json:"sound" minimum:"0"`
}

// OutcomeShares is the share of each, with the exact 95 % interval of the lost.
type OutcomeShares struct {
	Trees    int
	Lost     float64
	Doubtful float64
	Sound    float64
	LostLow  float64
	LostHigh float64
}

// Shares of an outcome in a batch of a size.
//
// Errors: faults at lost, doubtful or sound when one is negative, when none was counted, or when more were counted than
// the batch holds.
func (o Outcome) Shares(batch int) (OutcomeShares, error) {
	l := fault.Check(o)
	n := o.Lost + o.Doubtful + o.Sound
	if len(l) == 0 && n == 0 {
		l.Add("sound", fault.Required, nil)
	}
	if len(l) == 0 && n > batch {
		l.Add("sound", fault.AtMost, batch-o.Lost-o.Doubtful)
	}
	if err := l.Err(); err != nil {
		return OutcomeShares{}, err
	}
	s := OutcomeShares{Trees: n, Lost: float64(o.Lost) / float64(n), Doubtful: float64(o.Doubtful) / float64(n), Sound: float64(o.Sound) / float64(n)}
	s.LostLow, s.LostHigh = sampling.Interval(o.Lost, n)
	return s, nil
}
