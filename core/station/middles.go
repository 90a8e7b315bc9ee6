package station

import "slices"

// Middles are the middle winter's chill by each model, of the winters that count; nil without any.
type Middles struct {
	Portions   *float64 `json:"portions" decimals:"1"`
	UtahUnits  *float64 `json:"utah_units" decimals:"0"`
	BelowHours *float64 `json:"below_hours" decimals:"0"`
}

// Middles of the whole winters: half of them have less.
func (s Summary) Middles() Middles {
	of := func(value func(Winter) float64) *float64 {
		all := []float64{}
		for _, w := range s.Winters {
			if w.Whole {
				all = append(all, value(w))
			}
		}
		if len(all) == 0 {
			return nil
		}
		slices.Sort(all)
		n := len(all)
		middle := (all[(n-1)/2] + all[n/2]) / 2
		return &middle
	}
	return Middles{
		of(func(w Winter) float64 { return w.Chill.Portions }), of(func(w Winter) float64 { return w.Chill.UtahUnits }),
		of(func(w Winter) float64 { return float64(w.Chill.BelowHours) }),
	}
}
