package stock

// The closed sets of what a hand sees, feels and smells at a tree (stock.md).

// Texture is what roots feel like between the fingers.
type Texture string

// The words of Texture.
const (
	TextureFirm Texture = "firm"
	TextureSoft Texture = "soft"
)

// All lists them.
func (Texture) All() []Texture {
	return []Texture{TextureFirm, TextureSoft}
}

// Odour is what a ball smells of.
type Odour string

// The words of Odour.
const (
	OdourNone Odour = "none"
	OdourSour Odour = "sour"
)

// All lists them.
func (Odour) All() []Odour {
	return []Odour{OdourNone, OdourSour}
}

// BottomRoots is whether live roots stand at the bottom of a ball.
type BottomRoots string

// The words of BottomRoots.
const (
	BottomRootsPresent BottomRoots = "present"
	BottomRootsAbsent  BottomRoots = "absent"
)

// All lists them.
func (BottomRoots) All() []BottomRoots {
	return []BottomRoots{BottomRootsPresent, BottomRootsAbsent}
}

// Moisture is how wet a ball is.
type Moisture string

// The words of Moisture.
const (
	MoistureDry   Moisture = "dry"
	MoistureMoist Moisture = "moist"
	MoistureWet   Moisture = "wet"
)

// All lists them.
func (Moisture) All() []Moisture {
	return []Moisture{MoistureDry, MoistureMoist, MoistureWet}
}

// PotTop is what grows on top of a pot.
type PotTop string

// The words of PotTop.
const (
	PotTopClean PotTop = "clean"
	PotTopWeeds PotTop = "weeds"
)

// All lists them.
func (PotTop) All() []PotTop {
	return []PotTop{PotTopClean, PotTopWeeds}
}

// Soundness is whether a dug ball holds together; a flattened one counts as loose.
type Soundness string

// The words of Soundness.
const (
	SoundnessFirm    Soundness = "firm"
	SoundnessCracked Soundness = "cracked"
	SoundnessLoose   Soundness = "loose"
)

// All lists them.
func (Soundness) All() []Soundness {
	return []Soundness{SoundnessFirm, SoundnessCracked, SoundnessLoose}
}

// Cloth is what a dug ball is wrapped in.
type Cloth string

// The words of Cloth.
const (
	ClothNone      Cloth = "none"
	ClothNatural   Cloth = "natural"
	ClothSynthetic Cloth = "synthetic"
	ClothTreated   Cloth = "treated"
)

// All lists them.
func (Cloth) All() []Cloth {
	return []Cloth{ClothNone, ClothNatural, ClothSynthetic, ClothTreated}
}

// GardenSoil is what came along in the soil of a garden.
type GardenSoil string

// The words of GardenSoil.
const (
	GardenSoilClean     GardenSoil = "clean"
	GardenSoilWeedRoots GardenSoil = "weed-roots"
	GardenSoilGrubs     GardenSoil = "grubs"
)

// All lists them.
func (GardenSoil) All() []GardenSoil {
	return []GardenSoil{GardenSoilClean, GardenSoilWeedRoots, GardenSoilGrubs}
}

// RootMoisture is how wet bare roots are.
type RootMoisture string

// The words of RootMoisture.
const (
	RootMoistureMoist      RootMoisture = "moist"
	RootMoistureSurfaceDry RootMoisture = "surface-dry"
	RootMoistureBrittle    RootMoisture = "brittle"
)

// All lists them.
func (RootMoisture) All() []RootMoisture {
	return []RootMoisture{RootMoistureMoist, RootMoistureSurfaceDry, RootMoistureBrittle}
}

// Buds is how far the buds are.
type Buds string

// The words of Buds.
const (
	BudsDormant  Buds = "dormant"
	BudsSwelling Buds = "swelling"
	BudsLeafed   Buds = "leafed"
)

// All lists them.
func (Buds) All() []Buds {
	return []Buds{BudsDormant, BudsSwelling, BudsLeafed}
}

// Stub is where a young layer was cut from its parent.
type Stub string

// The words of Stub.
const (
	StubClean   Stub = "clean"
	StubRagged  Stub = "ragged"
	StubRotting Stub = "rotting"
)

// All lists them.
func (Stub) All() []Stub {
	return []Stub{StubClean, StubRagged, StubRotting}
}

// Zone is where a root goes round; inner is the imprint of an earlier pot.
type Zone string

// The words of Zone.
const (
	ZoneCollar Zone = "collar"
	ZoneSide   Zone = "side"
	ZoneBottom Zone = "bottom"
	ZoneInner  Zone = "inner"
)

// All lists them.
func (Zone) All() []Zone {
	return []Zone{ZoneCollar, ZoneSide, ZoneBottom, ZoneInner}
}
