package stock

// The closed sets of what stock is: its pot, its soil, its size, its season (stock.md).

// Pot is what a tree grew in.
type Pot string

// The words of Pot.
const (
	PotStandard   Pot = "standard"
	PotAirPruning Pot = "air-pruning"
	PotFabric     Pot = "fabric"
	PotPlug       Pot = "plug"
)

// All lists them.
func (Pot) All() []Pot {
	return []Pot{PotStandard, PotAirPruning, PotFabric, PotPlug}
}

// Medium is what a ball is made of.
type Medium string

// The words of Medium.
const (
	MediumMix  Medium = "mix"
	MediumSand Medium = "sand"
	MediumLoam Medium = "loam"
	MediumClay Medium = "clay"
)

// All lists them.
func (Medium) All() []Medium {
	return []Medium{MediumMix, MediumSand, MediumLoam, MediumClay}
}

// Sizing is what a dug ball is sized by; conifers and shrubs by height.
type Sizing string

// The words of Sizing.
const (
	SizingCaliper Sizing = "caliper"
	SizingHeight  Sizing = "height"
)

// All lists them.
func (Sizing) All() []Sizing {
	return []Sizing{SizingCaliper, SizingHeight}
}

// Season is where a tree is in its year.
type Season string

// The words of Season.
const (
	SeasonDormant     Season = "dormant"
	SeasonAutumn      Season = "autumn"
	SeasonSummer      Season = "summer"
	SeasonSpringFlush Season = "spring-flush"
)

// All lists them.
func (Season) All() []Season {
	return []Season{SeasonDormant, SeasonAutumn, SeasonSummer, SeasonSpringFlush}
}

// Foliage is whether a kind loses its leaves.
type Foliage string

// The words of Foliage.
const (
	FoliageDeciduous Foliage = "deciduous"
	FoliageEvergreen Foliage = "evergreen"
)

// All lists them.
func (Foliage) All() []Foliage {
	return []Foliage{FoliageDeciduous, FoliageEvergreen}
}

// Size is how large a bare root is.
type Size string

// The words of Size.
const (
	SizeSeedling  Size = "seedling"
	SizeWhip      Size = "whip"
	SizeFeathered Size = "feathered"
	SizeStandard  Size = "standard"
)

// All lists them.
func (Size) All() []Size {
	return []Size{SizeSeedling, SizeWhip, SizeFeathered, SizeStandard}
}

// Sensitivity is how bare roots of a kind bear drying.
type Sensitivity string

// The words of Sensitivity.
const (
	SensitivityTender  Sensitivity = "tender"
	SensitivityAverage Sensitivity = "average"
	SensitivityTough   Sensitivity = "tough"
)

// All lists them.
func (Sensitivity) All() []Sensitivity {
	return []Sensitivity{SensitivityTender, SensitivityAverage, SensitivityTough}
}

// Propagation is how a tree was raised.
type Propagation string

// The words of Propagation.
const (
	PropagationSeed     Propagation = "seed"
	PropagationCutting  Propagation = "cutting"
	PropagationGraft    Propagation = "graft"
	PropagationLayer    Propagation = "layer"
	PropagationDivision Propagation = "division"
	PropagationTissue   Propagation = "tissue"
)

// All lists them.
func (Propagation) All() []Propagation {
	return []Propagation{PropagationSeed, PropagationCutting, PropagationGraft, PropagationLayer, PropagationDivision, PropagationTissue}
}
