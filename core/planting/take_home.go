package planting

import (
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/stock"
)

// TakeHome is what is known of a tree that goes home with somebody whose ground nobody surveyed: its own heights, and for each way in which
// that ground may drain how deep it is planted there. What depends on the ground is asked, never guessed (handbook, planting.md, "Heights" and
// "Water and basin").
type TakeHome struct {
	FlareToBaseMM float64
	// Scale is by which the drainage hole is read: strict for kinds that rot and for fruit.
	Scale ground.Scale
	// By are the answers of the drainage hole, the fastest first.
	By []ByDrainage
	// WidthLeastMM is a hole in the easiest soil, WidthMostMM in the hardest.
	WidthLeastMM, WidthMostMM float64
	// FirstAtLeastL is the first watering of the narrowest hole; DoseL a later one.
	FirstAtLeastL, DoseL float64
	Load                 stock.Load
}

// ByDrainage is how deep a tree is planted where 300 mm of water are gone within so many minutes.
type ByDrainage struct {
	Class ground.Drainage
	// WithinMin is the longest time of the class, 0 for what is slower than all.
	WithinMin float64
	DepthMM   float64
	RaiseMM   float64
	// Ask says that nobody plants there by a card: a mound, or no planting at all.
	Ask bool
}

// within are the limits of the classes by scale.
var within = map[ground.Scale]map[ground.Drainage]rules.Key{
	ground.ScaleGeneral: {ground.DrainageFast: rules.DrainFast, ground.DrainageGood: rules.DrainGood, ground.DrainageSlow: rules.DrainSlow, ground.DrainagePoor: rules.DrainPoor},
	ground.ScaleStrict:  {ground.DrainageFast: rules.DrainStrictFast, ground.DrainageGood: rules.DrainStrictGood, ground.DrainageSlow: rules.DrainStrictSlow, ground.DrainagePoor: rules.DrainStrictPoor},
}

// TakeHomeOf works out the card of a tree as it was checked, by the schools of the house.
//
// Errors are of a tree of which too little is measured.
func TakeHomeOf(h rules.House, t Tree, k Kind) (TakeHome, error) {
	out := TakeHome{Scale: Scale(h, k), Load: t.load(h)}
	plan := func(class ground.Drainage, soil ground.SoilGroup) (HoleResult, float64, float64, error) {
		in := Input{Tree: t, Kind: k, Spot: Spot{Drained: true, SoilGroup: soil, Water: ground.WaterHose}}
		p := Plan{BallWidth: t.BallDiameterMM, Drainage: class, Berm: BermRing, BermMM: h.Value(rules.BasinBerm), MulchMM: mulchDepth(h, in.Spot, class)}
		deep, _ := rootFit(h, t, class)
		var err error
		if p.Hole, err = Hole(h, holeInput(h, in, class, deep)); err != nil || p.Hole.Refused != "" {
			return p.Hole, 0, 0, err
		}
		basin, err := Basin(h, basinInput(h, in, p))
		return p.Hole, basin.FirstWaterL, RoundDose(basin.DoseL), err
	}
	for _, class := range []ground.Drainage{ground.DrainageFast, ground.DrainageGood, ground.DrainageSlow, ground.DrainagePoor, ground.DrainageStanding} {
		each := ByDrainage{Class: class}
		if class != ground.DrainageStanding {
			each.WithinMin = h.Value(within[out.Scale][class])
		}
		hole, first, dose, err := plan(class, ground.SoilGroupCoarse)
		if err != nil {
			return TakeHome{}, err
		}
		if class == ground.DrainageGood {
			out.FlareToBaseMM, out.WidthLeastMM, out.FirstAtLeastL, out.DoseL = hole.FlareToBaseMM, hole.HoleTopMM, first, dose
			hard, _, _, err := plan(class, ground.SoilGroupFine)
			if err != nil {
				return TakeHome{}, err
			}
			out.WidthMostMM = hard.HoleTopMM
		}
		each.DepthMM, each.RaiseMM = hole.HoleDepthMM, hole.FinishedRaiseMM
		each.Ask = hole.Refused != "" || hole.BuildMoundFirst || !bears(k.DrainageMax, class)
		out.By = append(out.By, each)
	}
	return out, nil
}
