package yard

import (
	"math"
	"slices"
	"strings"

	"sedum/core/num"
)

// Unit is what a house measure was weighed in: grams or litres.
type Unit string

// The words of Unit.
const (
	Grams  Unit = "g"
	Litres Unit = "l"
)

// All lists them.
func (Unit) All() []Unit { return []Unit{Grams, Litres} }

// Vessel is what a house measures with.
type Vessel string

// All lists them, the smallest first.
func (Vessel) All() []Vessel {
	return []Vessel{"handful", "scoop", "cup", "spoon", "bucket", "barrow"}
}

// HouseMeasure is a handful, scoop or bucket that was weighed once and is then used by name.
type HouseMeasure struct {
	Name      string  `json:"name"`
	Substance string  `json:"substance"`
	Amount    float64 `json:"amount"`
	Unit      Unit    `json:"unit"`
}

// Counted is an amount in one house measure, to the half, at least a half.
type Counted struct {
	Name   string
	Halves int
}

// leastOfOne is the least part of a measure that an eye can judge; nobody counts over mostOfOne of it.
const leastOfOne, mostOfOne = 0.4, 20.0

// InMeasures says an amount of a substance in the house's own measures; ok is false when none holds it. The measure of which
// the fewest are needed is taken, but no less than four tenths of one, and never over twenty. A measure fits when the name of its substance holds the
// word ("bark mulch" holds mulch), or is the very substance.
func InMeasures(amount float64, unit Unit, substance string, measures []HouseMeasure) (c Counted, ok bool) {
	word := strings.ToLower(substance)
	fitting := slices.DeleteFunc(slices.Clone(measures), func(m HouseMeasure) bool {
		return m.Unit != unit || !slices.Contains(strings.Fields(strings.ToLower(m.Substance)), word) && !strings.EqualFold(m.Substance, substance) ||
			num.Under(amount, leastOfOne*m.Amount) || num.Over(amount, mostOfOne*m.Amount)
	})
	if amount <= 0 || len(fitting) == 0 {
		return Counted{}, false
	}
	best := slices.MaxFunc(fitting, func(a, b HouseMeasure) int {
		switch {
		case a.Amount < b.Amount:
			return -1
		case a.Amount > b.Amount:
			return 1
		}
		return strings.Compare(b.Name, a.Name)
	})
	return Counted{best.Name, int(math.Max(1, math.Round(2*amount/best.Amount)))}, true
}
