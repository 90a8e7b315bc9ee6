package outcome

import "math"

// Cost is what one tree that lives after a year has cost, the lost ones among it (handbook, features.md, F232).
type Cost struct {
	// Trees are those of which everything has a price, Unknown those of which something has none: they are in no figure.
	Trees   int `json:"trees"`
	Unknown int `json:"unknown"`
	// MeanCents is what one of them cost, living or not; nil where none is known.
	MeanCents *int `json:"mean_cents"`
	// Cents is that for each that lives after a year, Low and High with the interval of how many do; nil while no tree was followed so long. High is nil
	// too where perhaps none lives.
	Cents     *int `json:"cents"`
	LowCents  *int `json:"low_cents"`
	HighCents *int `json:"high_cents"`
}

// PerSurvivor works it out of what each tree cost and the share that lives after a year.
func PerSurvivor(cents []int, unknown int, year *Curve) Cost {
	out := Cost{Trees: len(cents), Unknown: unknown}
	if len(cents) == 0 {
		return out
	}
	sum := 0.0
	for _, c := range cents {
		sum += float64(c)
	}
	mean := sum / float64(len(cents))
	out.MeanCents = whole(mean)
	if year == nil {
		return out
	}
	over := func(share float64) *int {
		if share <= 0 {
			return nil
		}
		return whole(mean / share)
	}
	out.Cents, out.LowCents, out.HighCents = over(year.Mid), over(year.High), over(year.Low)
	return out
}

func whole(x float64) *int {
	n := int(math.Round(x))
	return &n
}
