// Package day is a planting day: what is planted where by whom, in what order, before the roots run out of time (handbook, days.md).
package day

// Place lies so many metres east and north of the staging place, which is the zero.
type Place struct {
	EastM  float64 `json:"east_m"`
	NorthM float64 `json:"north_m"`
}

// Stop is one place at which trees of one batch are planted. Times are minutes of the day.
type Stop struct {
	Trees int `json:"trees"`
	// WorkH is what one practised person needs for all of it, in hours of work.
	WorkH float64 `json:"work_h"`
	At    Place   `json:"at"`
	// PlanByMin is when the roots of its batch are to be in the ground, LastMin when they have nothing left; nil where no clock runs.
	PlanByMin *float64 `json:"plan_by_min"`
	LastMin   *float64 `json:"last_min"`
	// MassKG and RoomM3 go on the vehicle: trees, water, mulch, stakes.
	MassKG float64 `json:"mass_kg"`
	RoomM3 float64 `json:"room_m3"`
	// People is how many it takes at least, Gear that it is not lifted by hand.
	People int  `json:"people"`
	Gear   bool `json:"gear"`
}

// Crew is who goes together, on one vehicle or on foot, and for how long.
type Crew struct {
	Practised int     `json:"practised"`
	New       int     `json:"new"`
	FromMin   float64 `json:"from_min"`
	UntilMin  float64 `json:"until_min"`
	Gear      bool    `json:"gear"`
	// LoadKG and LoadM3 are what its vehicle takes at once.
	LoadKG float64 `json:"load_kg"`
	LoadM3 float64 `json:"load_m3"`
	// MetresAMin is how fast it gets about.
	MetresAMin float64 `json:"metres_a_min"`
}

// Pace is how work goes on (handbook, days.md, "What is planned").
type Pace struct {
	// FirstHour and After are what a new person makes of a practised one's hour, in their first and after it.
	FirstHour, After float64
	// BreakMin is the rest of each hour.
	BreakMin float64
	// UnloadMin is for walking and unloading at each stop, LoadMin for each load at the staging place.
	UnloadMin, LoadMin float64
}

// Input is a day as it is planned.
type Input struct {
	Stops []Stop
	Crews []Crew
	Pace  Pace
}
