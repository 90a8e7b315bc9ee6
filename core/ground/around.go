package ground

// Around is what goes on at a spot besides its soil, air and room; nil, "" and none are "do not know".
type Around struct {
	// Moisture is how wet the ground was when somebody looked, on MoistureOn (YYYY-MM-DD, written by the program); RainLately is rain within three days before.
	Moisture   Moisture `json:"moisture,omitempty" optional:"true"`
	MoistureOn string   `json:"moisture_on,omitempty" maxLength:"10" doc:"the day on which somebody looked; written by the program"`
	RainLately *bool    `json:"rain_lately,omitempty"`
	Sod        Sod      `json:"sod,omitempty" optional:"true" doc:"what grows on it now"`
	Digs       Digs     `json:"digs,omitempty" optional:"true" doc:"what it takes to dig there"`
	// Traffic is what goes by, or over it.
	Traffic []Traffic `json:"traffic,omitempty" maxItems:"5"`
	// WaterM is how far the water is, WaterBy who waters.
	WaterM  *float64 `json:"water_m,omitempty" minimum:"0" maximum:"1000"`
	WaterBy string   `json:"water_by,omitempty" maxLength:"80"`
	// LowSideDeg is where it falls to, RunOff whose water runs onto it.
	LowSideDeg *float64   `json:"low_side_deg,omitempty" minimum:"0" maximum:"360"`
	RunOff     []RunOff   `json:"run_off,omitempty" maxItems:"3"`
	Salt       []SaltFrom `json:"salt,omitempty" maxItems:"3" doc:"where salt comes from"`
	// Tainted is that something was spilled or sprayed there, or that it was a builder's tip.
	Tainted *bool `json:"tainted,omitempty"`
	// FailedKind is what stood there before and died, FailedWhy what of; Stump is whether its stump is still in the ground.
	FailedKind string    `json:"failed_kind,omitempty" maxLength:"120"`
	FailedWhy  FailedWhy `json:"failed_why,omitempty" optional:"true"`
	Stump      *bool     `json:"stump,omitempty"`
	// LeaveNeeded is whether somebody else must allow it, as an authority on a verge; LeaveBy who, LeaveRef their number, and until when it holds.
	LeaveNeeded *bool  `json:"leave_needed,omitempty"`
	LeaveBy     string `json:"leave_by,omitempty" maxLength:"120"`
	LeaveRef    string `json:"leave_ref,omitempty" maxLength:"80"`
	LeaveUntil  string `json:"leave_until,omitempty" maxLength:"10" doc:"YYYY-MM-DD; empty: it does not end"`
	// LookAgainOn is when somebody looks at it again before anything is decided (YYYY-MM-DD).
	LookAgainOn string `json:"look_again_on,omitempty" maxLength:"10"`
	// GateM is how wide the narrowest way to the spot is.
	GateM   *float64 `json:"gate_m,omitempty" exclusiveMinimum:"0" maximum:"20"`
	GrownAs GrownAs  `json:"grown_as,omitempty" optional:"true"`
}

// Moisture is how wet ground is in the hand.
type Moisture string

// The words of Moisture.
const (
	MoistureDry       Moisture = "dry"
	MoistureMoist     Moisture = "moist"
	MoistureWet       Moisture = "wet"
	MoistureSaturated Moisture = "saturated"
)

// All lists them, the driest first.
func (Moisture) All() []Moisture {
	return []Moisture{MoistureDry, MoistureMoist, MoistureWet, MoistureSaturated}
}

// Sod is what grows on a spot before it is planted.
type Sod string

// The words of Sod.
const (
	SodBare    Sod = "bare"
	SodLawn    Sod = "lawn"
	SodRough   Sod = "rough"
	SodRunners Sod = "runners"
)

// All lists them.
func (Sod) All() []Sod { return []Sod{SodBare, SodLawn, SodRough, SodRunners} }

// Digs is what it takes to dig.
type Digs string

// The words of Digs.
const (
	DigsSpade   Digs = "spade"
	DigsMattock Digs = "mattock"
	DigsBar     Digs = "bar"
	DigsMachine Digs = "machine"
)

// All lists them, the softest ground first.
func (Digs) All() []Digs { return []Digs{DigsSpade, DigsMattock, DigsBar, DigsMachine} }

// Traffic is what goes by a tree, or over its roots.
type Traffic string

// The words of Traffic.
const (
	TrafficMower    Traffic = "mower"
	TrafficStrimmer Traffic = "strimmer"
	TrafficFeet     Traffic = "feet"
	TrafficBalls    Traffic = "balls"
	TrafficVehicles Traffic = "vehicles"
)

// All lists them.
func (Traffic) All() []Traffic {
	return []Traffic{TrafficMower, TrafficStrimmer, TrafficFeet, TrafficBalls, TrafficVehicles}
}

// RunOff is whose water runs onto a spot.
type RunOff string

// The words of RunOff.
const (
	RunOffRoof  RunOff = "roof"
	RunOffRoad  RunOff = "road"
	RunOffSlope RunOff = "slope"
)

// All lists them.
func (RunOff) All() []RunOff { return []RunOff{RunOffRoof, RunOffRoad, RunOffSlope} }

// SaltFrom is where salt comes from (handbook, fit.md: de-icing, sea, irrigation water).
type SaltFrom string

// The words of SaltFrom.
const (
	SaltRoad  SaltFrom = "road"
	SaltSea   SaltFrom = "sea"
	SaltWater SaltFrom = "water"
)

// All lists them.
func (SaltFrom) All() []SaltFrom { return []SaltFrom{SaltRoad, SaltSea, SaltWater} }

// FailedWhy is what a tree that stood there died of, as far as anybody knows.
type FailedWhy string

// The words of FailedWhy.
const (
	FailedUnknown FailedWhy = "unknown"
	FailedDry     FailedWhy = "dry"
	FailedWet     FailedWhy = "wet"
	FailedDisease FailedWhy = "disease"
	FailedHarm    FailedWhy = "harm"
)

// All lists them.
func (FailedWhy) All() []FailedWhy {
	return []FailedWhy{FailedUnknown, FailedDry, FailedWet, FailedDisease, FailedHarm}
}

// GrownAs is the form that the customer wants it in: asked before any cut.
type GrownAs string

// The words of GrownAs.
const (
	GrownLeader   GrownAs = "leader"
	GrownStems    GrownAs = "stems"
	GrownLow      GrownAs = "low"
	GrownWall     GrownAs = "wall"
	GrownStandard GrownAs = "standard"
	GrownHedge    GrownAs = "hedge"
)

// All lists them.
func (GrownAs) All() []GrownAs {
	return []GrownAs{GrownLeader, GrownStems, GrownLow, GrownWall, GrownStandard, GrownHedge}
}
