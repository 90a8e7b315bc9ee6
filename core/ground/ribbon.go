package ground

// RibbonLength is how long a ribbon of moist soil, squeezed between finger and thumb, grows before it breaks.
type RibbonLength string

// The words of RibbonLength.
const (
	NoBall       RibbonLength = "no-ball"
	NoRibbon     RibbonLength = "no-ribbon"
	RibbonShort  RibbonLength = "short"
	RibbonMiddle RibbonLength = "middle"
	RibbonLong   RibbonLength = "long"
)

// All lists them.
func (RibbonLength) All() []RibbonLength {
	return []RibbonLength{NoBall, NoRibbon, RibbonShort, RibbonMiddle, RibbonLong}
}

// Feel is how a wetted pinch of soil feels.
type Feel string

// The words of Feel.
const (
	Gritty  Feel = "gritty"
	Smooth  Feel = "smooth"
	Neither Feel = "neither"
)

// All lists them.
func (Feel) All() []Feel { return []Feel{Gritty, Smooth, Neither} }

// Ribbon is the quicker, rougher way to a texture (handbook, site.md): what falls apart needs no ribbon, and only a ribbon is asked how it feels.
type Ribbon struct {
	Length RibbonLength `json:"length" optional:"true"`
	Feel   Feel         `json:"feel" optional:"true"`
}

// ribbons are the textures by length and feel: under 25 mm a loam, to 50 mm a clay loam, longer a clay.
var ribbons = map[RibbonLength]map[Feel]SoilClass{
	RibbonShort:  {Gritty: "sandy loam", Smooth: "silt loam", Neither: "loam"},
	RibbonMiddle: {Gritty: "sandy clay loam", Smooth: "silty clay loam", Neither: "clay loam"},
	RibbonLong:   {Gritty: "sandy clay", Smooth: "silty clay", Neither: "clay"},
}

// Class is the texture that the answers tell, "" while one is missing.
func (r Ribbon) Class() SoilClass {
	switch r.Length {
	case NoBall:
		return "sand"
	case NoRibbon:
		return "loamy sand"
	default:
		return ribbons[r.Length][r.Feel]
	}
}
