package planting

import (
	"slices"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Stand is whether a tree can stand in a place at all: the one judgement that match and plan share (handbook, planting.md, "When there is no
// plan, or only a conditional one").
type Stand struct {
	// Never is why nothing is planted there by it, whoever signs; "" when nothing is against it.
	Never Refusal
	// First is what must be on record before a sheet is issued; no signature replaces it.
	First []Need
	// Sign is what an advisor signs for, with a reason.
	Sign []Stop
	// FindOut are the factors that nobody knows when they are too many for a sheet.
	FindOut []fit.Factor
}

// Need is a record that no signature replaces.
type Need string

// NeedLineOwner is what the owner of an overhead line answered about tall stock or gear near it.
const NeedLineOwner Need = "line-owner"

// NeedLeave is the leave of whoever must allow it, as on a verge.
const NeedLeave Need = "leave"

// All lists them.
func (Need) All() []Need { return []Need{NeedLineOwner, NeedLeave} }

// Standing is what the match, the room and the clock say of this tree in this place on the planting day.
type Standing struct {
	Excluded []fit.Factor `json:"excluded,omitempty" doc:"gates of the match that exclude the kind here"`
	Unknown  []fit.Factor `json:"unknown,omitempty" doc:"factors of the match that nobody knows"`
	// MeetsLine is true when the kind will reach an overhead line; a clearance that nobody asked about counts with the house's.
	MeetsLine bool `json:"meets_line,omitempty"`
	// LineUnknown is true where a line hangs and nobody knows how large the kind grows.
	LineUnknown bool     `json:"line_unknown,omitempty"`
	LineM       *float64 `json:"line_m,omitempty" doc:"distance of the nearest overhead line"`
	// LineAnswered is true when the line's owner has answered for the lines as they are recorded; LineKeepM is the distance that they set.
	LineAnswered bool               `json:"line_answered,omitempty"`
	LineKeepM    *float64           `json:"line_keep_m,omitempty"`
	MeetsAtOnce  []ground.Neighbour `json:"meets_at_once,omitempty" doc:"what is too near from the first day"`
	ClockSpent   bool               `json:"clock_spent,omitempty" doc:"the bare roots' clock is spent by the planting day"`
	// HarmsHere is what of the kind may harm who lives at the spot: children, pets, grazing animals (handbook, fit.md: confirmed at choice).
	HarmsHere []ground.Harm `json:"harms_here,omitempty"`
}

// StandingOf reads what a match, the room of the kind and the things near by say; room is nil when it is not known.
func StandingOf(r fit.Result, site fit.Site, room *ground.RoomResult, near []ground.Obstacle) Standing {
	out := Standing{Unknown: r.Unknown, MeetsLine: site.MeetsLine}
	for _, f := range r.ExcludedBy {
		if f != fit.Room { // a line, which nobody signs for
			out.Excluded = append(out.Excluded, f)
		}
	}
	if room != nil {
		for _, o := range room.Obstacles {
			if o.FirstYear != nil && *o.FirstYear == 0 && slices.Contains([]ground.Neighbour{ground.NeighbourPaving, ground.NeighbourDrain, ground.NeighbourClayBuilding}, o.Kind) {
				out.MeetsAtOnce = append(out.MeetsAtOnce, o.Kind)
			}
		}
	}
	for _, o := range near {
		if o.Kind != ground.NeighbourLine {
			continue
		}
		out.LineUnknown = out.LineUnknown || room == nil
		if o.DistanceM != nil && (out.LineM == nil || *o.DistanceM < *out.LineM) {
			out.LineM = o.DistanceM
		}
	}
	return out
}

// CanStand judges a tree in a place by the drainage of its bed.
func CanStand(h rules.House, in Input, bed ground.Drainage) Stand {
	out := Stand{Never: nothingHere(h, in, bed), First: []Need{}, Sign: []Stop{}}
	if out.Never != "" {
		return out
	}
	for _, f := range in.Standing.Excluded {
		out.Sign = append(out.Sign, Stop("fit-"+string(f)))
	}
	dry := in.Spot.SummerDeficitMM == nil || in.Spot.AvailableMMPM == nil || drynessOf(in.Spot) >= 1
	if in.Spot.Water == ground.WaterNone && dry && !slices.Contains(in.Standing.Excluded, fit.Drought) {
		out.Sign = append(out.Sign, "no-water")
	}
	if len(in.Standing.MeetsAtOnce) > 0 {
		out.Sign = append(out.Sign, "meets-at-once")
	}
	if len(in.Standing.HarmsHere) > 0 {
		out.Sign = append(out.Sign, StopHarms)
	}
	tall, gear := num.AtLeast(in.Tree.HeightM, h.Value(rules.PlanLineTall)), in.Tree.load(h).Handling == stock.Gear
	if nearLine(h, in.Standing) && (tall || gear) && !in.Standing.LineAnswered {
		out.First = append(out.First, NeedLineOwner)
	}
	if in.Spot.LeaveLacks {
		out.First = append(out.First, NeedLeave)
	}
	if float64(len(in.Standing.Unknown)) >= h.Value(rules.PlanUnknownMost) {
		out.FindOut = in.Standing.Unknown
	}
	return out
}

// Excludes tells whether no tree of a kind is offered in a place: a gate of the match excludes it, or nobody plants it there, whoever signs.
func (s Stand) Excludes(r fit.Result) bool { return len(r.ExcludedBy) > 0 || s.Never != "" }

// nearLine tells whether the place itself lies within the distance that tools and tall stock keep from a line.
func nearLine(h rules.House, s Standing) bool {
	return s.LineM != nil && num.Under(*s.LineM, h.Value(rules.PlanLineNear))
}

func nothingHere(h rules.House, in Input, bed ground.Drainage) Refusal {
	switch {
	case bed == ground.DrainageStanding && in.Kind.DrainageMax != ground.DrainageStanding:
		return RefusedStandingWater
	case in.Standing.MeetsLine:
		return RefusedMeetsLine
	case in.Standing.LineUnknown:
		return RefusedLineUnknown
	case in.Standing.ClockSpent:
		return RefusedClockSpent
	case in.Spot.Slope == ground.SlopeSteep || (in.Spot.Slope == ground.SlopePockets && !fitsPocket(h, in.Tree)):
		return RefusedTooSteep
	}
	return ""
}

// BedDrainage is the class of the bed after its raise, on the kind's own scale; ok is false while nobody measured it.
func BedDrainage(h rules.House, k Kind, s Spot) (class ground.Drainage, ok bool) {
	switch {
	case !s.Drained:
		return "", false
	case s.WaterEntering:
		class = ground.DrainageStanding
	default:
		class = ground.DrainageClass(h, Scale(h, k), s.Drain300Min)
	}
	return fit.RaisedDrainage(class, s.RaiseMM), true
}
