package yard

import (
	"math"
	"time"

	"sedum/core/rules"
)

// Damp is what a hand felt at the roots of a waiting box.
type Damp string

// All lists them, the wettest first.
func (Damp) All() []Damp { return []Damp{Moist, Drying, Dry} }

// What may be felt.
const (
	Moist  Damp = "moist"
	Drying Damp = "drying"
	Dry    Damp = "dry"
)

// DampDue tells whether a box of waiting bare roots is to be felt today: once on each day of the yard,
// until it is planted. The zero time is never.
func DampDue(last, now time.Time) bool {
	if last.IsZero() {
		return true
	}
	y, m, d := now.Date()
	return last.In(now.Location()).Before(time.Date(y, m, d, 0, 0, 0, 0, now.Location()))
}

// BoxWater is the water, in litres a day, for boxes that came without packing.
func BoxWater(h rules.House, boxes int) float64 {
	return h.Value(rules.BoxWater) * math.Max(0, float64(boxes))
}
