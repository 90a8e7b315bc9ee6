package ground

import (
	"slices"
	"time"

	"sedum/core/num"
	"sedum/core/rules"
)

// Asks is something that a spot asks of any tree, or of whoever plants it, whatever the kind.
type Asks string

// All lists them, in the order in which they are told.
func (Asks) All() []Asks {
	return []Asks{"leave", "look-again", "saturated", "dry-now", "tainted", "stump", "failed", "failed-dry", "failed-wet", "failed-disease", "failed-harm", "gnawing", "browsing", "grazing", "burrowing", "mower", "strimmer", "feet", "balls",
		"vehicles", "lawn", "rough", "runners", "mattock", "bar", "machine", "far-water", "nobody-waters", "run-off-roof", "run-off-road", "run-off-slope", "salt-road", "salt-sea", "salt-water", "low-side"}
}

// LookedLately tells whether the wetness of the ground was seen so short a time ago that it may still be so.
func (a Around) LookedLately(h rules.House, today time.Time) bool {
	on, err := time.Parse(time.DateOnly, a.MoistureOn)
	return err == nil && a.Moisture != "" && !on.After(today) && today.Sub(on).Hours() <= 24*h.Value(rules.SiteLookedDays)
}

// Looked is the entries with the day on which the wetness of the ground was seen: today where it is new or told anew, else as before.
func (a Around) Looked(before Around, today time.Time) Around {
	switch {
	case a.Moisture == "":
		a.MoistureOn = ""
	case a.Moisture != before.Moisture || a.MoistureOn == "":
		a.MoistureOn = today.Format(time.DateOnly)
	default:
		a.MoistureOn = before.MoistureOn
	}
	return a
}

// LeaveLacks tells whether leave is needed to plant there and none that holds on a day is on record (handbook, site.md: services and permission).
func (a Around) LeaveLacks(day time.Time) bool {
	if a.LeaveNeeded == nil || !*a.LeaveNeeded {
		return false
	}
	if a.LeaveRef == "" {
		return true
	}
	until, err := time.Parse(time.DateOnly, a.LeaveUntil)
	return a.LeaveUntil != "" && (err != nil || until.Before(day))
}

// AsksOf are what the entries of a spot ask on a day, in the order of telling.
func AsksOf(h rules.House, g Facts, today time.Time) []Asks {
	out := []Asks{}
	when := func(is bool, a Asks) {
		if is {
			out = append(out, a)
		}
	}
	now := g.LookedLately(h, today)
	when(g.LeaveLacks(today), "leave")
	again, err := time.Parse(time.DateOnly, g.LookAgainOn)
	when(g.LookAgainOn != "" && err == nil && !again.After(today), "look-again")
	when(now && g.Moisture == MoistureSaturated, "saturated")
	// A dry summer hides a water table (handbook, site.md).
	when(g.Moisture == MoistureDry && g.StandsInWinter == nil, "dry-now")
	when(g.Tainted != nil && *g.Tainted, "tainted")
	when(g.Stump != nil && *g.Stump, "stump")
	when(g.FailedKind != "" && (g.FailedWhy == "" || g.FailedWhy == FailedUnknown), "failed")
	for _, why := range []FailedWhy{FailedDry, FailedWet, FailedDisease, FailedHarm} {
		when(g.FailedWhy == why, Asks("failed-"+string(why)))
	}
	for _, r := range []Resident{Gnawing, Browsing, Grazing, Burrowing} {
		when(slices.Contains(g.LivesHere, r), Asks(r))
	}
	for _, t := range (Traffic("")).All() {
		when(slices.Contains(g.Traffic, t), Asks(t))
	}
	when(g.Sod != "" && g.Sod != SodBare, Asks(g.Sod))
	when(g.Digs != "" && g.Digs != DigsSpade, Asks(g.Digs))
	when(g.Water == WaterCarried && g.WaterM != nil && num.Over(*g.WaterM, h.Value(rules.SiteFarWater)), "far-water")
	when(g.Water != "" && g.Water != WaterNone && g.WaterM != nil && g.WaterBy == "", "nobody-waters")
	for _, r := range (RunOff("")).All() {
		when(slices.Contains(g.RunOff, r), Asks("run-off-"+string(r)))
	}
	for _, s := range (SaltFrom("")).All() {
		when(slices.Contains(g.Salt, s), Asks("salt-"+string(s)))
	}
	when(g.LowSideDeg != nil && g.Slope() != SlopeLevel, "low-side")
	return out
}
