// Package match holds the trees that may be sold against a customer's spot (handbook, fit.md).
package match

import (
	"slices"
	"strings"

	"sedum/app/bench"
	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/kernel"
)

// MatchAndPlan is for those who stand before a customer.
var MatchAndPlan = kernel.Permission{Name: "match-and-plan", Roles: roles.Counter()}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "match", Operations: []kernel.Operation{kernel.Read("match", "/spots/{id}/match", MatchAndPlan, match)}}
}

// Judged is one tree that may be sold, held against one spot.
type Judged struct {
	Tree   yard.Tree
	Lot    yard.Lot
	Check  bench.Check
	Result fit.Result
	Room   *coreground.RoomResult
	Site   fit.Site
}

// Judge holds a tree against a spot.
func Judge(h rules.House, k ground.Known, t yard.Tree, lot yard.Lot, c bench.Check) Judged {
	j := Judged{Tree: t, Lot: lot, Check: c}
	j.Site, j.Room = siteFor(h, k, j)
	j.Result = fit.Judge(h, j.Site, lot.Kind.Facts.Kind)
	return j
}

// Ranked is a spot with the trees that may be sold: the best first, the excluded last.
type Ranked struct {
	Spot       ground.Page `json:"spot"`
	Candidates []Candidate `json:"candidates"`
}

func match(tx *kernel.Tx, p kernel.ByID) (Ranked, error) {
	k, err := ground.SpotOf(tx, p.ID)
	if err != nil {
		return Ranked{}, err
	}
	judged, err := judgeAll(tx, k)
	if err != nil {
		return Ranked{}, err
	}
	slices.SortStableFunc(judged, func(a, b Judged) int { return order(a, b, k.Spot.Ground.Purpose) })
	out := Ranked{Spot: k.Page(tx.Say), Candidates: []Candidate{}}
	for _, j := range judged {
		out.Candidates = append(out.Candidates, j.Show(tx.Say, tx.Who.House))
	}
	return out, nil
}

func judgeAll(tx *kernel.Tx, k ground.Known) ([]Judged, error) {
	trees, err := yard.ForSale(tx)
	if err != nil {
		return nil, err
	}
	lotIDs, checkIDs := []string{}, []string{}
	for _, t := range trees {
		lotIDs, checkIDs = append(lotIDs, t.LotID), append(checkIDs, *t.CheckID)
	}
	lots, err := yard.LotsByID(tx, lotIDs)
	if err != nil {
		return nil, err
	}
	checks, err := bench.ChecksByID(tx, checkIDs)
	out := []Judged{}
	for _, t := range trees {
		out = append(out, Judge(tx.Who.House, k, t, lots[t.LotID], checks[*t.CheckID]))
	}
	return out, err
}

// order puts the better first and the excluded last; a wish orders equals and excludes nothing.
func order(a, b Judged, purpose string) int {
	first := func(is, other bool) int {
		switch {
		case is && !other:
			return -1
		case other && !is:
			return 1
		}
		return 0
	}
	if c := first(len(a.Result.ExcludedBy) == 0, len(b.Result.ExcludedBy) == 0); c != 0 {
		return c
	}
	if c := first(a.Result.Overall > b.Result.Overall+1e-9, b.Result.Overall > a.Result.Overall+1e-9); c != 0 {
		return c
	}
	if c := first(a.meets(purpose), b.meets(purpose)); c != 0 {
		return c
	}
	return strings.Compare(a.Lot.Kind.Common+a.Tree.Tag, b.Lot.Kind.Common+b.Tree.Tag)
}

// meets tells whether a kind is used for what the customer wants.
func (j Judged) meets(purpose string) bool { return slices.Contains(j.Lot.Kind.Facts.Uses, purpose) }

// siteFor is a spot as a kind sees it: its drainage on the kind's scale, and what a tree of that kind will meet.
func siteFor(h rules.House, k ground.Known, j Judged) (fit.Site, *coreground.RoomResult) {
	g, c := k.Spot.Ground, k.Spot.Site.Climate
	s := fit.Site{
		MinC: c.MinC, HotMonthC: c.HotMonthC, SunH: g.SunH, RaiseMM: g.RaiseMM, PH: g.PH,
		SummerDeficitMM: c.SummerDeficitMM, Chill: c.ChillPortions, WantsFruit: g.Purpose == "fruit", Partner: g.Partner,
		Water: known(g.Water), Wind: known(g.Exposure),
	}
	if k.Class != "" {
		class := k.Class
		if class != coreground.Standing {
			class = coreground.DrainageClass(h, planting.Scale(h, PlanKind(j.Lot.Kind, g)), k.Drainage.Drain300Min)
		}
		s.Drainage = &class
	}
	if k.Soil != nil {
		s.SoilGroup, s.AvailableMMPM = &k.Soil.Group, &k.Soil.AvailableWaterMMPM
	}
	room := roomFor(k.Spot.Ground, j)
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
func roomFor(g coreground.Facts, j Judged) *coreground.RoomResult {
	k := j.Lot.Kind.Facts
	if !g.RoomLooked || k.Height10M == nil || k.HeightMaxM == nil || k.Spread10M == nil || k.SpreadMaxM == nil {
		return nil
	}
	height := j.Lot.HeightM
	if j.Check.Readings.HeightM != nil {
		height = *j.Check.Readings.HeightM
	}
	r, err := coreground.Room(coreground.RoomInput{
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

// PlanKind is a kind as the planting plan asks for it.
func PlanKind(k catalogue.Kind, g coreground.Facts) planting.Kind {
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
