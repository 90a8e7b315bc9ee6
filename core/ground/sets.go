package ground

// The closed sets of a spot (site.md).

// Drainage is how fast ground drains, from the fastest.
type Drainage string

// The words of Drainage.
const (
	DrainageFast     Drainage = "fast"
	DrainageGood     Drainage = "good"
	DrainageSlow     Drainage = "slow"
	DrainagePoor     Drainage = "poor"
	DrainageStanding Drainage = "standing"
)

// All lists them.
func (Drainage) All() []Drainage {
	return []Drainage{DrainageFast, DrainageGood, DrainageSlow, DrainagePoor, DrainageStanding}
}

// Scale is how strictly drainage is read.
type Scale string

// The words of Scale.
const (
	ScaleGeneral Scale = "general"
	ScaleStrict  Scale = "strict"
)

// All lists them.
func (Scale) All() []Scale {
	return []Scale{ScaleGeneral, ScaleStrict}
}

// SoilGroup is how fine a soil is.
type SoilGroup string

// The words of SoilGroup.
const (
	SoilGroupCoarse SoilGroup = "coarse"
	SoilGroupMedium SoilGroup = "medium"
	SoilGroupFine   SoilGroup = "fine"
)

// All lists them.
func (SoilGroup) All() []SoilGroup {
	return []SoilGroup{SoilGroupCoarse, SoilGroupMedium, SoilGroupFine}
}

// Purpose is what a tree is planted for.
type Purpose string

// The words of Purpose.
const (
	PurposeShade          Purpose = "shade"
	PurposeFruit          Purpose = "fruit"
	PurposeScreen         Purpose = "screen"
	PurposeFlower         Purpose = "flower"
	PurposeWildlife       Purpose = "wildlife"
	PurposeSmallByTheDoor Purpose = "small-by-the-door"
)

// All lists them.
func (Purpose) All() []Purpose {
	return []Purpose{PurposeShade, PurposeFruit, PurposeScreen, PurposeFlower, PurposeWildlife, PurposeSmallByTheDoor}
}

// Water is how a planted tree can be watered.
type Water string

// The words of Water.
const (
	WaterNone    Water = "none"
	WaterCarried Water = "carried"
	WaterHose    Water = "hose"
	WaterDrip    Water = "drip"
)

// All lists them.
func (Water) All() []Water {
	return []Water{WaterNone, WaterCarried, WaterHose, WaterDrip}
}

// Wind is how the wind reaches a spot.
type Wind string

// The words of Wind.
const (
	WindSheltered Wind = "sheltered"
	WindOpen      Wind = "open"
	WindExposed   Wind = "exposed"
)

// All lists them.
func (Wind) All() []Wind {
	return []Wind{WindSheltered, WindOpen, WindExposed}
}

// Neighbour is what a grown tree may meet.
type Neighbour string

// The words of Neighbour.
const (
	NeighbourWall         Neighbour = "wall"
	NeighbourLine         Neighbour = "line"
	NeighbourBoundary     Neighbour = "boundary"
	NeighbourPaving       Neighbour = "paving"
	NeighbourDrain        Neighbour = "drain"
	NeighbourClayBuilding Neighbour = "clay-building"
)

// All lists them.
func (Neighbour) All() []Neighbour {
	return []Neighbour{NeighbourWall, NeighbourLine, NeighbourBoundary, NeighbourPaving, NeighbourDrain, NeighbourClayBuilding}
}

// PrivateLines is what is known of lines that no public service marks: lighting, irrigation, septic, gas to outbuildings.
type PrivateLines string

// The words of PrivateLines.
const (
	PrivateLinesNone   PrivateLines = "none"
	PrivateLinesMarked PrivateLines = "marked"
)

// All lists them.
func (PrivateLines) All() []PrivateLines {
	return []PrivateLines{PrivateLinesNone, PrivateLinesMarked}
}
