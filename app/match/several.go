package match

import (
	"errors"
	"fmt"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/stock"
	"sedum/kernel"
)

// Several are trees of one order for the spots of one ground, and those whose spot a person chose.
type Several struct {
	Tags []string `json:"tags" minItems:"1" maxItems:"60"`
	Pins []Pin    `json:"pins" maxItems:"60"`
}

// Pin is a tree whose spot a person chose.
type Pin struct {
	Tag    string `json:"tag"`
	SpotID string `json:"spot_id"`
}

// Whole is the best of all ways to put the trees of an order to the spots of a ground.
type Whole struct {
	Spots []WholeSpot `json:"spots"`
	Trees []WholeTree `json:"trees"`
	Total float64     `json:"total" decimals:"2"`
	// Exact is that nothing better exists; else AtMost is what could be reached at best.
	Exact  bool    `json:"exact"`
	AtMost float64 `json:"at_most" decimals:"2"`
	// Next is the runner-up, null where there is no other way.
	Next *Next `json:"next"`
	// Spaced is that the spots' distances are known, by the plan: only then is the room between the trees kept.
	Spaced bool `json:"spaced"`
}

// Next is the second best way: what it costs, and which trees stand elsewhere.
type Next struct {
	Costs float64      `json:"costs" decimals:"2"`
	Trees []WholeMoved `json:"trees"`
}

// WholeMoved is a tree with the spot that it has in the runner-up, "" for none.
type WholeMoved struct {
	Tag    string `json:"tag"`
	SpotID string `json:"spot_id"`
}

// WholeSpot is a spot of the ground.
type WholeSpot struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// WholeTree is a tree of the order: where it goes, and how it would do at each spot.
type WholeTree struct {
	Tag    string `json:"tag"`
	Common string `json:"common"`
	// SpotID is "" of a tree that finds none.
	SpotID string `json:"spot_id"`
	Pinned bool   `json:"pinned"`
	// CrownM is how wide it stands in the year whose crowns are kept apart, 0 where nobody knows.
	CrownM float64   `json:"crown_m" decimals:"1"`
	At     []WholeAt `json:"at" doc:"in the order of the spots"`
}

// WholeAt is how a tree would do at a spot.
type WholeAt struct {
	Overall  float64  `json:"overall" decimals:"2"`
	Mark     fit.Mark `json:"mark"`
	Limiting string   `json:"limiting"`
}

// spreadYear is the year whose crowns are kept apart.
const spreadYear = 20

// partnerReachM is how far a partner in flower may stand: bees go so far without being asked.
const partnerReachM = 50

// several holds every tree against every spot of the ground and finds the best whole; nothing is kept.
func several(tx *kernel.Tx, p kernel.ByID, ask Several) (Whole, error) {
	spots, plan, err := ground.SiteOf(tx, p.ID)
	if err != nil {
		return Whole{}, err
	}
	out := Whole{Spots: []WholeSpot{}, Trees: []WholeTree{}}
	at := map[string]int{}
	for i, s := range spots {
		at[s.Spot.ID] = i
		out.Spots = append(out.Spots, WholeSpot{s.Spot.ID, s.Spot.Name})
	}
	order := fit.Order{ReachM: partnerReachM, Pins: map[int]int{}}
	if order.DistanceM, out.Spaced = plan.Apart(spots); !out.Spaced {
		order.DistanceM = nil
	}
	var l fault.List
	number, kinds, needs := map[string]int{}, []catalogue.Kind{}, []bool{}
	for i, tag := range ask.Tags {
		field := fmt.Sprintf("tags.%d", i)
		t, err := yard.TreeByTag(tx, tag)
		switch {
		case errors.Is(err, kernel.ErrMissing):
			l.Add(field, fault.NotThere, tag)
			continue
		case err != nil:
			return out, err
		}
		if _, twice := number[t.Tag]; twice {
			l.Add(field, fault.SaidTwice, t.Tag)
			continue
		}
		if t.State != stock.ForSale {
			return out, kernel.Refused{Code: "not-for-sale", Field: field}
		}
		number[t.Tag] = len(out.Trees)
		lots, err := yard.LotsByID(tx, []string{t.LotID})
		if err != nil {
			return out, err
		}
		lot := lots[t.LotID]
		tree := WholeTree{Tag: t.Tag, Common: lot.Called(), At: []WholeAt{}}
		row, fruit := []float64{}, false
		for _, s := range spots {
			s.Ground.Partner = true // whether it has one is the whole's matter
			j := Judge(tx.Who.House, s, lot, yard.Offer{LotID: t.LotID, HeightM: t.HeightM, Tag: t.Tag})
			fruit = fruit || (lot.Kind.Facts.Fruiting && !lot.Kind.Facts.SelfFertile && s.Ground.Purpose == coreground.PurposeFruit && !s.Spot.Ground.Partner)
			shown := j.Show(tx.Say, tx.Who.House)
			score := j.Result.Overall
			if j.excluded() {
				score = 0
			}
			row = append(row, score)
			tree.At = append(tree.At, calc.Rounded(WholeAt{score, shown.Mark, shown.Limiting}))
		}
		kinds, needs = append(kinds, lot.Kind), append(needs, fruit)
		spread := spreadAt(lot, plantedM(t, lot))
		tree.CrownM = spread
		out.Spaced = out.Spaced && spread > 0 // a crown that nobody knows has no room that is known
		order.Score, order.SpreadM = append(order.Score, row), append(order.SpreadM, spread)
		out.Trees = append(out.Trees, tree)
	}
	order.Partners = partners(out.Trees, kinds, needs)
	for i, pin := range ask.Pins {
		tree, known := number[pin.Tag]
		spot, here := at[pin.SpotID]
		switch {
		case !known:
			l.Add(fmt.Sprintf("pins.%d.tag", i), fault.NotThere, pin.Tag)
		case !here:
			l.Add(fmt.Sprintf("pins.%d.spot_id", i), fault.NotThere, pin.SpotID)
		case order.Score[tree][spot] <= 0:
			return out, kernel.Refused{Code: "not-planted-there", Field: fmt.Sprintf("pins.%d.spot_id", i)}
		default:
			order.Pins[tree], out.Trees[tree].Pinned = spot, true
		}
	}
	if err := l.Err(); err != nil {
		return out, err
	}
	best, err := fit.Assign(order)
	if errors.Is(err, fit.ErrPins) {
		return out, kernel.Refused{Code: "pins-exclude", Field: "pins"}
	}
	if err != nil {
		return out, err
	}
	out.Total, out.Exact, out.AtMost = best.Total, best.Exact, best.Bound
	name := func(spot int) string {
		if spot < 0 {
			return ""
		}
		return out.Spots[spot].ID
	}
	for tree, spot := range best.Spot {
		out.Trees[tree].SpotID = name(spot)
	}
	if next, ok := fit.RunnerUp(order, best); ok {
		out.Next = &Next{Costs: best.Total - next.Total, Trees: []WholeMoved{}}
		for tree, spot := range next.Spot {
			if spot != best.Spot[tree] {
				out.Next.Trees = append(out.Next.Trees, WholeMoved{out.Trees[tree].Tag, name(spot)})
			}
		}
	}
	return calc.Rounded(out), nil
}

// plantedM is the height at which a tree is planted.
func plantedM(t yard.Tree, lot yard.Lot) float64 {
	if t.HeightM != nil {
		return *t.HeightM
	}
	return lot.HeightM
}

// spreadAt is how wide a kind stands in the year whose crowns are kept apart, 0 where the catalogue does not know it.
func spreadAt(lot yard.Lot, heightM float64) float64 {
	f := lot.Kind.Facts
	if f.Height10M == nil || f.HeightMaxM == nil || f.Spread10M == nil || f.SpreadMaxM == nil || heightM <= 0 {
		return 0
	}
	years, err := coreground.Growing(coreground.RoomInput{HeightNowM: min(heightM, *f.HeightMaxM), Height10M: *f.Height10M, HeightMaxM: *f.HeightMaxM,
		Spread10M: *f.Spread10M, SpreadMaxM: *f.SpreadMaxM, Obstacles: []coreground.Obstacle{}})
	if err != nil {
		return 0
	}
	return years[spreadYear].SpreadM
}

// partners are, of each tree that bears only beside another, those in the order beside which it may bear.
func partners(trees []WholeTree, kinds []catalogue.Kind, needs []bool) [][]int {
	out := make([][]int, len(trees))
	for i, k := range kinds {
		for j, other := range kinds {
			if needs[i] && i != j && trees[j].Common != trees[i].Common && kind.Pollinates(k.Facts, other.Facts, kind.Genus(k.Botanical), kind.Genus(other.Botanical)) {
				out[i] = append(out[i], j)
			}
		}
	}
	return out
}
