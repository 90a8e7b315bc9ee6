package sampling

import (
	"sedum/core/rules"
)

// Strictness is how a grower's record moves the tolerable share.
type Strictness string

// All lists them.
func (Strictness) All() []Strictness { return []Strictness{Tightened, Normal, Relaxed} }

// The three.
const (
	Tightened Strictness = "tightened"
	Normal    Strictness = "normal"
	Relaxed   Strictness = "relaxed"
)

// Switch reads a grower's closed lots, oldest first (true is released), and says how strictly the next
// is sampled (handbook, "Lots and samples"): tightened after two of the last five were refused until five in a row are
// released; relaxed after ten released in a row until the first refusal.
func Switch(h rules.House, released []bool) Strictness {
	window, tighten := int(h.Value(rules.SampleWindow)), int(h.Value(rules.SampleRefused))
	loosen, relax := int(h.Value(rules.SampleLoosen)), int(h.Value(rules.SampleRelax))
	now, run := Normal, 0
	for i, ok := range released {
		if ok {
			run++
		} else {
			run = 0
		}
		refused := 0
		for _, each := range released[max(0, i+1-window) : i+1] {
			if !each {
				refused++
			}
		}
		switch {
		case !ok && refused >= tighten:
			now = Tightened
		case !ok && now == Relaxed:
			now = Normal
		case run >= relax:
			now = Relaxed
		case now == Tightened && run >= loosen:
			now = Normal
		}
	}
	return now
}

// TolerableShare is the share in force for a grower of that record.
func TolerableShare(h rules.House, s Strictness) float64 {
	share := h.Value(rules.SampleShare)
	switch s {
	case Tightened:
		share *= h.Value(rules.SampleTightened)
	case Relaxed:
		share *= h.Value(rules.SampleRelaxed)
	}
	return share
}
