package yard

import (
	"time"

	"sedum/core/fault"
	"sedum/core/rules"
)

// Water is what roots or a ball stand in.
type Water string

// All lists them.
func (Water) All() []Water { return []Water{Clean, Muddy} }

// The waters: mud holds air, clean water does not.
const (
	Clean Water = "clean"
	Muddy Water = "muddy"
)

// Soaking is a soak at one moment.
type Soaking struct {
	// EndsAt is when it must be out of the water at the latest.
	EndsAt time.Time
	// Left until then; negative when it stands too long.
	Left time.Duration
	Over bool
}

// Soak tells how long stock may stay in water that it went into at begun: 4 h in clean water, 24 h in
// muddy (house rules). At the very end it is not yet over.
//
// Errors: a fault at water when it is neither clean nor muddy.
func Soak(h rules.House, water Water, begun, now time.Time) (Soaking, error) {
	hours := h.Value(rules.SoakClean)
	switch water {
	case Clean:
	case Muddy:
		hours = h.Value(rules.SoakMuddy)
	default:
		return Soaking{}, fault.List{{Field: "water", Code: fault.NotAChoice, Limit: []Water{Clean, Muddy}}}
	}
	s := Soaking{EndsAt: begun.Add(time.Duration(hours * float64(time.Hour)))}
	s.Left = s.EndsAt.Sub(now)
	s.Over = s.Left < 0
	return s, nil
}
