package kind

import (
	"slices"
	"strings"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Note is something to say of a kind at a spot that no factor of the match holds.
type Note string

// All lists them, in the order in which they are told.
func (Note) All() []Note {
	return []Note{"replant", "same-genus", "salt-dislikes", "salt-unknown", "scorch", "sweet", "established", "ladder", "surface-roots", "grown-stems", "grown-leader", "grown-wall", "grown-other", "gate"}
}

// tolerant is the bearing from which a kind stands drought once it is established.
const tolerant = 2

// Place is what of a spot the notes read.
type Place struct {
	Ground     ground.Facts
	UsualHighC *float64
	// FailedGenus is of what stood there before and died, "" when nobody knows.
	FailedGenus string
}

// Unit is what of a tree for sale the notes read; nil is not known.
type Unit struct {
	Habit       stock.Habit
	BallWidthMM *float64
}

// Notes are what is to be said of a kind at a place (handbook, fit.md: salt, replant trouble, asked where they matter).
func Notes(h rules.House, f Facts, genus string, p Place, u Unit) []Note {
	out := []Note{}
	when := func(is bool, n Note) {
		if is {
			out = append(out, n)
		}
	}
	g := p.Ground
	same := p.FailedGenus != "" && strings.EqualFold(p.FailedGenus, genus)
	when(same && (g.FailedWhy == "" || g.FailedWhy == ground.FailedUnknown || g.FailedWhy == ground.FailedDisease), "replant")
	when(same && g.FailedWhy != "" && g.FailedWhy != ground.FailedUnknown && g.FailedWhy != ground.FailedDisease, "same-genus")
	when(len(g.Salt) > 0 && f.Salt != nil && *f.Salt == fit.BearsDislikes, "salt-dislikes")
	when(len(g.Salt) > 0 && f.Salt == nil, "salt-unknown")
	fruit := f.Fruiting && g.Purpose == ground.PurposeFruit
	burns := p.UsualHighC != nil && num.AtLeast(*p.UsualHighC, h.Value(rules.SiteBurnsC))
	when(burns && g.SunH != nil && num.Over(*g.SunH, h.Value(rules.SiteScorchSun)) && (fruit || f.BarkTender), "scorch")
	when(!burns && fruit && g.SunH != nil && num.Under(*g.SunH, h.Value(rules.SiteSweetSun)), "sweet")
	when(f.Drought != nil && *f.Drought >= tolerant, "established")
	when(fruit && f.HeightMaxM != nil && num.Over(*f.HeightMaxM, h.Value(rules.SiteLadder)), "ladder")
	when(slices.Contains(f.Cautions, "surface-roots") && slices.ContainsFunc(g.Obstacles, func(o ground.Obstacle) bool {
		return (o.Kind == ground.NeighbourPaving || o.Kind == ground.NeighbourDrain) && o.DistanceM != nil && num.AtMost(*o.DistanceM, h.Value(rules.SiteRootsNear))
	}), "surface-roots")
	switch g.GrownAs {
	case ground.GrownLeader, ground.GrownStandard:
		when(u.Habit == stock.Multi, "grown-stems")
	case ground.GrownStems:
		when(u.Habit == stock.Single, "grown-leader")
	case ground.GrownWall:
		out = append(out, "grown-wall")
	case ground.GrownLow, ground.GrownHedge:
		out = append(out, "grown-other")
	}
	when(g.GateM != nil && u.BallWidthMM != nil && num.Over(*u.BallWidthMM/1000+h.Value(rules.SiteGateSpare), *g.GateM), "gate")
	return out
}
