package guarantee

import (
	"slices"

	"sedum/core/planting"
	"sedum/core/trouble"
)

// Advice is what a customer may be advised to do, and refuse (handbook, features.md, F246).
type Advice string

// All lists them, in the order in which a tree meets them.
func (Advice) All() []Advice {
	return []Advice{"kind", "place", "season", "ground", "roots", "depth", "take-off", "stake", "protection", "water", "mulch", "looks", "other"}
}

// bears is which causes of a loss each advice would have kept off. What is not here bears on none that we know.
var bears = map[Advice][]trouble.Cause{
	"kind":       {"drowned", "drought", "heat-or-reflected-sun", "frost-damage", "sunscald", "too-little-chill", "salt", "disease", "pest"},
	"place":      {"drowned", "drought", "heat-or-reflected-sun", "frost-damage", "sunscald", "too-little-chill", "salt", "herbicide"},
	"season":     {"roots-cut-in-leaf", "drought", "dry-ball", "frost-damage", "frost-heave", "heat-or-reflected-sun"},
	"ground":     {"drowned", "salt"},
	"roots":      {"circling-roots"},
	"depth":      {"planted-deep", "drowned"},
	"take-off":   {"tie-strangling"},
	"stake":      {"rocking"},
	"protection": {"gnawed-bark", "root-eater", "strimmer-ring", "sunscald"},
	"water":      {"dry-ball", "drought", "drowned", "heat-or-reflected-sun"},
	"mulch":      {"drought", "grass", "mulch-cone", "strimmer-ring"},
}

// Bears tells whether following an advice would have spoken against a cause. Of what it is not known nobody knows: nil while the cause is
// open, and for an advice in the house's own words.
func Bears(a Advice, c trouble.Cause) *bool {
	if c == "" || c == trouble.None || a == "other" {
		return nil
	}
	yes := slices.Contains(bears[a], c)
	return &yes
}

// refused weighs what advice was not followed: only what bears on the cause speaks, and none while nobody knows whether it does.
func (w *weighing) refused(f Facts) {
	against, open := 0, 0
	for _, a := range f.Refused {
		switch yes := Bears(a, f.Cause); {
		case yes == nil:
			open++
		case *yes:
			against++
		}
	}
	if against > 0 {
		w.add("refused", Against, counted(against), "")
	}
	if open > 0 {
		w.add("refused-open", Open, counted(open), "")
	}
}

func counted(n int) map[string]planting.Measure {
	return map[string]planting.Measure{"n": {Value: float64(n)}}
}
