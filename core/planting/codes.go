package planting

// StepCode names a step of the day; its sentence is made of it (planting.md, "Order of steps").
type StepCode string

// All lists them in the order of the hands.
func (StepCode) All() []StepCode {
	return []StepCode{"services", "window", "overhead", "bundle", "clear-grass", "gypsum", "shelf", "dig", "widen", "slot", "rough-sides", "pad", "firm-base", "cage", "check-hole",
		"half-fill-test", "soak-if-dry", "unpot", "labels-off", "clear-flare", "see-flare", "trim-roots", "inoculant", "rig", "cone", "set", "lay-in-slot", "contour", "stick", "graft",
		"turn", "plumb", "unwrap", "pipe", "blend", "feed", "backfill", "mound-blend", "mound", "finish", "basin", "water", "compost", "mulch", "no-stake", "stake", "prune", "arm", "seal", "guard", "sun-paint", "shade", "collar-cut", "plaque", "tidy", "look-again"}
}

// Caution is said before a step (safety.md).
type Caution string

// All lists them: of the work, then of a kind.
func (Caution) All() []Caution {
	return []Caution{"hand-spade-near-marks", "overhead-line", "heat-stop", "cold-stop", "spade-feet", "street-soil", "cover-hole", "lift-one-person",
		"lift-two-person", "lift-gear", "rated-slings", "knife-away", "hose-air-gap", "run-off", "damp-mix", "damp-mulch", "stake-caps", "stake-hands", "mesh-cuts", "label-is-law",
		"thorns", "poison", "sap", "pollen", "spreads", "fruit-drop", "surface-roots", "listed-invasive", "listed-quarantine", "listed-poison"}
}

// WindowStatus is whether a day is one to plant.
type WindowStatus string

// The words of WindowStatus.
const (
	WindowBest  WindowStatus = "best"
	WindowFine  WindowStatus = "fine"
	WindowRisky WindowStatus = "risky"
	WindowNo    WindowStatus = "no"
)

// All lists them, the best first.
func (WindowStatus) All() []WindowStatus {
	return []WindowStatus{WindowBest, WindowFine, WindowRisky, WindowNo}
}

// WindowReason is why a day is not the best.
type WindowReason string

// All lists them.
func (WindowReason) All() []WindowReason {
	return []WindowReason{"ground-frozen", "ground-waterlogged", "not-dormant", "not-cool", "winter-drying", "summer", "late-but-dormant", "autumn-hazard", "cold-limit",
		"tender-before-last-frost", "in-leaf", "buds-swelling", "heat", "house-season"}
}

// StakeReason is why a tree does not stand by itself.
type StakeReason string

// All lists them.
func (StakeReason) All() []StakeReason {
	return []StakeReason{"cannot-stand", "slender", "exposed", "bare-root"}
}

// StakeKind is how a tree is held.
type StakeKind string

// The words of StakeKind.
const (
	StakeNone       StakeKind = "none"
	StakePair       StakeKind = "pair"
	StakeLowUpright StakeKind = "low-upright"
	StakeAngled     StakeKind = "angled"
	StakeTripod     StakeKind = "tripod"
	StakeGuys       StakeKind = "guys"
)

// All lists them.
func (StakeKind) All() []StakeKind {
	return []StakeKind{StakeNone, StakePair, StakeLowUpright, StakeAngled, StakeTripod, StakeGuys}
}

// ConflictCode names two rules that oppose each other.
type ConflictCode string

// All lists them.
func (ConflictCode) All() []ConflictCode {
	return []ConflictCode{"proud-against-dry", "basin-against-wet", "turned-by-graft", "turned-by-roots", "prune-against-kind"}
}

// Refusal is why there is no planting here.
type Refusal string

// Why nothing is planted, whoever signs: water stands there, the ball would sink with the loosened base, the tree would reach an
// overhead line, or nobody knows whether it will, its bare roots are spent, the day is none to plant on, or the ground is too steep for it.
const (
	RefusedStandingWater Refusal = "standing-water"
	RefusedLooseBase     Refusal = "loose-base"
	RefusedMeetsLine     Refusal = "meets-line"
	RefusedLineUnknown   Refusal = "line-unknown"
	RefusedClockSpent    Refusal = "clock-spent"
	RefusedWindow        Refusal = "window-no"
	RefusedTooSteep      Refusal = "too-steep"
)

// All lists them.
func (Refusal) All() []Refusal {
	return []Refusal{RefusedStandingWater, RefusedLooseBase, RefusedMeetsLine, RefusedLineUnknown, RefusedClockSpent, RefusedWindow, RefusedTooSteep}
}
