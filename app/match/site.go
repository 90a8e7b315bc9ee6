package match

import (
	"time"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
)

// siteFor is a spot as a kind sees it: its drainage on the kind's scale, and what a tree of that kind will meet.
func siteFor(h rules.House, k ground.Known, j Judged) (fit.Site, *coreground.RoomResult) {
	g, c := k.Ground, k.Climate
	s := fit.Site{
		MinC: c.MinC, HotMonthC: c.HotMonthC, SunH: g.SunH, RaiseMM: g.RaiseMM, PH: g.PH,
		SummerDeficitMM: c.SummerDeficitMM, Chill: c.ChillPortions, WantsFruit: g.Purpose == coreground.PurposeFruit, Partner: g.Partner,
		Water: known(g.Water), Wind: known(g.Exposure),
	}
	if k.Class != "" {
		class := k.Class
		if class != coreground.DrainageStanding {
			class = coreground.DrainageClass(h, planting.Scale(h, PlanKind(j.Lot.Kind, g)), k.Drainage.Drain300Min)
		}
		s.Drainage = &class
	}
	if k.Soil != nil {
		s.SoilGroup, s.AvailableMMPM = &k.Soil.Group, k.HoldsMMPM
	}
	room := roomFor(h, k.Ground, j)
	s.RoomUnknown = room == nil || !g.RoomLooked
	if room == nil {
		return s, nil
	}
	s.ConflictYear = room.FirstYear
	for _, o := range room.Obstacles {
		s.RoomUnknown = s.RoomUnknown || o.AskOwner
		s.MeetsLine = s.MeetsLine || (o.Kind == coreground.NeighbourLine && o.FirstYear != nil)
	}
	return s, room
}

// roomFor is nil when nothing near the spot is known or the catalogue does not know the kind's size. What is known counts, also while nobody
// looked all round.
func roomFor(h rules.House, g coreground.Facts, j Judged) *coreground.RoomResult {
	k := j.Lot.Kind.Facts
	if (!g.RoomLooked && len(g.Obstacles) == 0) || k.Height10M == nil || k.HeightMaxM == nil || k.Spread10M == nil || k.SpreadMaxM == nil {
		return nil
	}
	r, err := coreground.Room(h, coreground.RoomInput{
		HeightNowM: min(j.heightM(), *k.HeightMaxM), Height10M: *k.Height10M, HeightMaxM: *k.HeightMaxM,
		Spread10M: *k.Spread10M, SpreadMaxM: *k.SpreadMaxM, Thirsty: k.Thirsty, Obstacles: g.Obstacles,
	})
	if err != nil {
		return nil
	}
	return &r
}

func known[T ~string](text T) *T {
	if text == "" {
		return nil
	}
	return &text
}

// PlanKind is a kind as the planting plan asks for it.
func PlanKind(k catalogue.Kind, g coreground.Facts) planting.Kind {
	out := planting.Kind{
		Shrub: k.Facts.Shrub, SharpDrainage: k.Facts.SharpDrainage, GrownForFruit: k.Facts.Fruiting && g.Purpose == coreground.PurposeFruit,
		Evergreen: k.Facts.Evergreen, Tender: k.Facts.Tender, AutumnHazard: k.Facts.AutumnHazard, BarkTender: k.Facts.BarkTender,
		StemsForColour: k.Facts.ColouredStems, OldWood: k.Facts.OldWood, Bleeds: k.Facts.Bleeds, StoneFruit: k.Facts.StoneFruit, ColdC: k.Facts.ColdC, Cautions: k.Facts.AllCautions(), DrainageMax: coreground.DrainageGood,
	}
	if k.Facts.DrainageMax != nil {
		out.DrainageMax = *k.Facts.DrainageMax
	}
	return out
}

// PlanSpot is a spot as the planting plan asks for it on a day.
func PlanSpot(k ground.Known, plantingOn time.Time) planting.Spot {
	g, c := k.Ground, k.Climate
	s := planting.Spot{
		LatDeg: k.Spot.Site.LatDeg, RaiseMM: g.RaiseMM, SummerDeficitMM: c.SummerDeficitMM, Water: g.Water,
		WindFromDeg: g.WindFrom, WindByStation: g.WindFrom != nil && k.Spot.Ground.WindFrom == nil, Exposure: g.Exposure, SunH: g.SunH, MinC: c.MinC, Sloping: g.Slope() != coreground.SlopeLevel, Slope: g.Slope(),
		Trained:        g.GrownAs == coreground.GrownWall,
		ServicesMarked: k.MarkedOn(plantingOn) != nil, LeaveLacks: k.Ground.LeaveLacks(leaveDay(k, plantingOn)),
		Frost: planting.FrostDays{First: c.FirstFrostDay, Last: c.LastFrostDay, Last90: c.LastFrost90Day, SoilFreeze: c.SoilFreezeDay,
			BudSwell: c.BudSwellDay, CoolFrom: c.CoolFromDay, RainsFrom: c.RainsFromDay, UsualHighC: c.UsualHighC},
	}
	s.HotMonthC = c.HotMonthC
	if s.Sloping {
		s.LowSideDeg = g.LowSideDeg
	}
	s.Sodic = g.Lab != nil && g.Lab.Sodic != nil && *g.Lab.Sodic
	for _, r := range g.LivesHere {
		s.Gnawing, s.Browsing, s.Burrowing = s.Gnawing || r == coreground.Gnawing, s.Browsing || r == coreground.Browsing, s.Burrowing || r == coreground.Burrowing
	}
	if k.Soil != nil {
		s.SoilGroup, s.SoilClass, s.AvailableMMPM = k.Soil.Group, k.Soil.Class, k.HoldsMMPM
	}
	if k.Class != "" {
		s.Drained = true
		if !k.Wet { // where water stands in winter, no hole of summer says otherwise
			s.Drain300Min, s.WaterEntering = k.Drainage.Drain300Min, k.Drainage.Class == coreground.WaterEntering
		}
	}
	for _, o := range g.Obstacles {
		s.OverheadLine = s.OverheadLine || o.Kind == coreground.NeighbourLine
	}
	return s
}

// leaveDay is the day on which leave must hold: that of planting, and today while no day is chosen.
func leaveDay(k ground.Known, plantingOn time.Time) time.Time {
	if plantingOn.IsZero() {
		return k.Today
	}
	return plantingOn
}
