package desk

import (
	"context"
	"slices"
	"strings"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/store"
)

// Candidate is one tree that may be sold, held against one spot.
type Candidate struct {
	Tree   store.Sellable
	Result fit.Result
	Room   *ground.RoomResult
	Site   fit.Site
}

// Match ranks the trees that may be sold for a spot: the best first, the excluded last.
func (d *Desk) Match(ctx context.Context, who Caller, spotID string) (SpotView, []Candidate, error) {
	if !May(who.Role, MatchAndPlan) {
		return SpotView{}, nil, ErrNotAllowed
	}
	v, err := d.Spot(ctx, who, spotID)
	if err != nil {
		return SpotView{}, nil, err
	}
	trees, err := d.Store.SellableTrees(ctx)
	if err != nil {
		return SpotView{}, nil, err
	}
	out := []Candidate{}
	for _, t := range trees {
		out = append(out, judge(who.House, v, t))
	}
	slices.SortStableFunc(out, func(a, b Candidate) int {
		if gone := len(a.Result.ExcludedBy) - len(b.Result.ExcludedBy); (len(a.Result.ExcludedBy) > 0) != (len(b.Result.ExcludedBy) > 0) {
			return gone
		}
		switch {
		case a.Result.Overall > b.Result.Overall+1e-9:
			return -1
		case b.Result.Overall > a.Result.Overall+1e-9:
			return 1
		}
		// A wish orders equals and excludes nothing.
		switch meetsA, meetsB := meets(a, v), meets(b, v); {
		case meetsA && !meetsB:
			return -1
		case meetsB && !meetsA:
			return 1
		}
		return strings.Compare(a.Tree.Lot.Kind.Common+a.Tree.Tag, b.Tree.Lot.Kind.Common+b.Tree.Tag)
	})
	return v, out, nil
}

// meets tells whether a kind is used for what the customer wants.
func meets(c Candidate, v SpotView) bool {
	return slices.Contains(c.Tree.Lot.Kind.Facts.Uses, v.Spot.Ground.Purpose)
}

func judge(h rules.House, v SpotView, t store.Sellable) Candidate {
	kind := t.Lot.Kind.Facts
	site, room := siteFor(h, v, t)
	return Candidate{Tree: t, Result: fit.Judge(h, site, kind.Kind), Room: room, Site: site}
}

// siteFor is a spot as a kind sees it: its drainage on the kind's scale, and what a tree of that kind will meet.
func siteFor(h rules.House, v SpotView, t store.Sellable) (fit.Site, *ground.RoomResult) {
	g, c := v.Spot.Ground, v.Spot.Site.Climate
	s := fit.Site{
		MinC: c.MinC, HotMonthC: c.HotMonthC, SunH: g.SunH, RaiseMM: g.RaiseMM, PH: g.PH,
		SummerDeficitMM: c.SummerDeficitMM, Chill: c.ChillPortions, WantsFruit: g.Purpose == "fruit", Partner: g.Partner,
		Water: known(g.Water), Wind: known(g.Exposure),
	}
	if v.Reading.Class != "" {
		class := v.Reading.Class
		if class != "standing" {
			class = ground.DrainageClass(h, planting.Scale(h, planKind(t.Lot.Kind, g)), v.Reading.Drainage.Drain300Min)
		}
		s.Drainage = &class
	}
	if v.Reading.Soil != nil {
		s.SoilGroup, s.AvailableMMPM = &v.Reading.Soil.Group, &v.Reading.Soil.AvailableWaterMMPM
	}
	room := roomFor(v.Spot.Ground, t)
	if room == nil {
		s.RoomUnknown = true
		return s, nil
	}
	s.ConflictYear = room.FirstYear
	for _, o := range room.Obstacles {
		s.RoomUnknown = s.RoomUnknown || o.AskOwner
		s.MeetsLine = s.MeetsLine || (o.Kind == "line" && o.FirstYear != nil)
	}
	return s, room
}

// roomFor is nil when nobody looked round the spot or the catalogue does not know the kind's size.
func roomFor(g store.Ground, t store.Sellable) *ground.RoomResult {
	k := t.Lot.Kind.Facts
	if !g.RoomLooked || k.Height10M == nil || k.HeightMaxM == nil || k.Spread10M == nil || k.SpreadMaxM == nil {
		return nil
	}
	height := t.Lot.HeightM
	if t.Check.Readings.HeightM != nil {
		height = *t.Check.Readings.HeightM
	}
	r, err := ground.Room(ground.RoomInput{
		HeightNowM: min(height, *k.HeightMaxM), Height10M: *k.Height10M, HeightMaxM: *k.HeightMaxM,
		Spread10M: *k.Spread10M, SpreadMaxM: *k.SpreadMaxM, Thirsty: k.Thirsty, Obstacles: g.Obstacles,
	})
	if err != nil {
		return nil
	}
	return &r
}

func known(text string) *string {
	if text == "" {
		return nil
	}
	return &text
}

func planKind(k store.Kind, g store.Ground) planting.Kind {
	out := planting.Kind{
		Shrub: k.Facts.Shrub, SharpDrainage: k.Facts.SharpDrainage, GrownForFruit: k.Facts.Fruiting && g.Purpose == "fruit",
		Evergreen: k.Facts.Evergreen, Tender: k.Facts.Tender, AutumnHazard: k.Facts.AutumnHazard, BarkTender: k.Facts.BarkTender,
		OldWood: k.Facts.OldWood, ColdC: k.Facts.ColdC, Cautions: k.Facts.Cautions, DrainageMax: "good",
	}
	if k.Facts.DrainageMax != nil {
		out.DrainageMax = *k.Facts.DrainageMax
	}
	return out
}
