// Package survey is the plan of a customer's ground: what stands where, found by measuring, and what each spot sees and has near it
// (handbook, site.md, "Light" and "Room").
//
// Every point says how it was found: a length and a bearing from a known point, two lengths from two known points, or by eye. Nothing holds
// coordinates that follow from a length: a length that is corrected moves all that rests on it. Metres; x is east, y north; bearings are
// degrees clockwise from north.
package survey

// How is how a point was found.
type How string

// The words of How. What is put by eye, and all that rests on it, was not measured.
const (
	Start     How = "start"
	Bearing   How = "bearing"
	Distances How = "distances"
	ByEye     How = "by-eye"
	FromFile  How = "file"
)

// All lists them.
func (How) All() []How { return []How{Start, Bearing, Distances, ByEye, FromFile} }

// Side is on which hand a point lies when one looks from the first known point to the second.
type Side string

// The words of Side.
const (
	Left  Side = "left"
	Right Side = "right"
)

// All lists them.
func (Side) All() []Side { return []Side{Left, Right} }

// Point is one place that was found.
type Point struct {
	ID  string `json:"id" maxLength:"24"`
	How How    `json:"how"`
	// From, with LengthM and BearingDeg, or with LengthM and a second point, its length and a side.
	From       string   `json:"from,omitempty" maxLength:"24"`
	LengthM    *float64 `json:"length_m,omitempty" exclusiveMinimum:"0" maximum:"500"`
	BearingDeg *float64 `json:"bearing_deg,omitempty" minimum:"0" maximum:"360"`
	Second     string   `json:"second,omitempty" maxLength:"24"`
	SecondM    *float64 `json:"second_m,omitempty" exclusiveMinimum:"0" maximum:"500"`
	Side       Side     `json:"side,omitempty" optional:"true"`
	// XM and YM are of a point by eye or from a file.
	XM *float64 `json:"x_m,omitempty" minimum:"-2000" maximum:"2000"`
	YM *float64 `json:"y_m,omitempty" minimum:"-2000" maximum:"2000"`
}

// Kind is what a thing on the plan is.
type Kind string

// The words of Kind.
const (
	Boundary Kind = "boundary"
	House    Kind = "house"
	Wall     Kind = "wall"
	Hedge    Kind = "hedge"
	Tree     Kind = "tree"
	Line     Kind = "line"
	Service  Kind = "service"
	Drain    Kind = "drain"
	Paving   Kind = "paving"
	Slope    Kind = "slope"
)

// All lists them.
func (Kind) All() []Kind {
	return []Kind{Boundary, House, Wall, Hedge, Tree, Line, Service, Drain, Paving, Slope}
}

// Closed tells whether the last corner is joined to the first.
func (k Kind) Closed() bool { return k == House || k == Paving || k == Boundary }

// Least is how many points a thing of the kind needs.
func (k Kind) Least() int {
	switch {
	case k == Tree:
		return 1
	case k.Closed():
		return 3
	}
	return 2
}

// Most is how many points a thing of the kind has at most.
func (k Kind) Most() int {
	switch k {
	case Tree:
		return 1
	case Slope:
		return 2
	}
	return 100
}

// takesLight tells whether a thing of the kind stands before the sun.
func (k Kind) takesLight() bool { return k == House || k == Wall || k == Hedge || k == Tree }

// Leaves is whether a tree or a hedge drops its leaves.
type Leaves string

// The words of Leaves; "" is not known.
const (
	Drops Leaves = "drops"
	Keeps Leaves = "keeps"
)

// All lists them.
func (Leaves) All() []Leaves { return []Leaves{Drops, Keeps} }

// North is how north was found; "" is that nobody found it, and then no bearing means anything against the sun.
type North string

// The words of North.
const (
	Compass North = "compass"
	Map     North = "map"
	NoonSun North = "noon-sun"
)

// All lists them.
func (North) All() []North { return []North{Compass, Map, NoonSun} }

// Thing is something that stands on the ground, hangs over it or lies in it; its points name the plan's.
type Thing struct {
	ID     string   `json:"id" maxLength:"24"`
	Kind   Kind     `json:"kind"`
	Name   string   `json:"name" maxLength:"60"`
	Points []string `json:"points" minItems:"1" maxItems:"100"`
	// HeightM is of a house to its eaves, of a line at its lowest; nil is not measured.
	HeightM    *float64 `json:"height_m,omitempty" exclusiveMinimum:"0" maximum:"150"`
	SpreadM    *float64 `json:"spread_m,omitempty" exclusiveMinimum:"0" maximum:"80" doc:"of a tree's crown, across"`
	Leaves     Leaves   `json:"leaves,omitempty" optional:"true"`
	ClearanceM *float64 `json:"clearance_m,omitempty" minimum:"0" maximum:"50" doc:"what a line's owner asks for"`
	FallMM     *float64 `json:"fall_mm,omitempty" minimum:"0" maximum:"20000" doc:"of a slope, from its first point down to its second"`
	ReportedBy string   `json:"reported_by,omitempty" maxLength:"120" doc:"who said where a buried service lies"`
	ReportedOn string   `json:"reported_on,omitempty" maxLength:"10" doc:"YYYY-MM-DD"`
}

// SpotAt says on which point a spot stands.
type SpotAt struct {
	SpotID string `json:"spot_id" maxLength:"24"`
	Point  string `json:"point" maxLength:"24"`
}

// Plan is the plan of one site.
type Plan struct {
	North North `json:"north,omitempty" optional:"true"`
	// Complete says that somebody looked all round: what is not on the plan is not there.
	Complete bool     `json:"complete"`
	OriginAt *LatLon  `json:"origin_at,omitempty" doc:"where the first point lies on the globe; for files"`
	Points   []Point  `json:"points" maxItems:"600"`
	Things   []Thing  `json:"things" maxItems:"150"`
	Spots    []SpotAt `json:"spots" maxItems:"60"`
}

// LatLon is a place on the globe, in degrees.
type LatLon struct {
	LatDeg float64 `json:"lat_deg" minimum:"-66" maximum:"66"`
	LonDeg float64 `json:"lon_deg" minimum:"-180" maximum:"180"`
}
