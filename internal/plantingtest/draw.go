// Package plantingtest draws made-up plantings for properties: any form, fault, soil, slope, day, hemisphere and school.
package plantingtest

import (
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

func ptr[T any](v T) *T { return &v }

// Input draws a tree, a kind, a spot and a day. What is drawn may be planted or not.
func Input(t *rapid.T) planting.Input {
	in := planting.Input{Tree: Tree(t), Spot: Spot(t)}
	in.Kind = planting.Kind{DrainageMax: draw(t, set.All[ground.Drainage](), "bears"), ColdC: ptr(rapid.Float64Range(-40, 5).Draw(t, "cold limit")),
		SharpDrainage: yes(t, "sharp"), Evergreen: yes(t, "evergreen"), Shrub: yes(t, "shrub"), GrownForFruit: yes(t, "for fruit"), OldWood: yes(t, "old wood"), Bleeds: yes(t, "bleeds"), StoneFruit: yes(t, "stone fruit"),
		Tender: yes(t, "tender"), AutumnHazard: yes(t, "autumn hazard"), BarkTender: yes(t, "tender bark"), StemsForColour: yes(t, "stems for colour")}
	in.Today = planting.Today{DayOfYear: rapid.IntRange(1, 365).Draw(t, "day"), HighC: rapid.Float64Range(-10, 38).Draw(t, "high"),
		Ground: draw(t, []planting.Ground{planting.GroundWorkable, planting.GroundWorkable, planting.GroundWorkable, planting.GroundFrozen, planting.GroundWaterlogged}, "ground"),
		Buds:   draw(t, set.All[stock.Buds](), "buds")}
	if rapid.IntRange(0, 5).Draw(t, "somebody loosened the base") == 0 {
		in.Today.Base = draw(t, []planting.Base{planting.BaseTrodden, planting.BaseLoose, planting.BaseOrganic}, "base")
		in.Today.LoosenedMM = rapid.Float64Range(10, 400).Draw(t, "loosened")
	}
	return in
}

// Tree draws a tree as it was checked, with what was found at it.
func Tree(t *rapid.T) planting.Tree {
	out := planting.Tree{Tag: "AAA-AAA", Form: draw(t, set.All[stock.Form](), "form"), Pot: stock.PotStandard, Corrections: []planting.Done{}}
	out.CaliperMM, out.HeightM = rapid.Float64Range(4, 120).Draw(t, "caliper"), rapid.Float64Range(0.3, 7).Draw(t, "height")
	out.BallDiameterMM, out.BallHeightMM = rapid.Float64Range(60, 1300).Draw(t, "width"), rapid.Float64Range(60, 800).Draw(t, "ball height")
	out.StandsAlone, out.DepthInDoubt = yes(t, "stands alone"), yes(t, "depth in doubt")
	f := &out.Found
	found := yes(t, "found at the bench")
	switch out.Form {
	case stock.Plug:
		out.BallDiameterMM, out.BallHeightMM = rapid.Float64Range(30, 90).Draw(t, "plug width"), rapid.Float64Range(60, 200).Draw(t, "plug height")
		out.HeightM, out.CaliperMM = rapid.Float64Range(0.1, 1.5).Draw(t, "plug's height"), rapid.Float64Range(2, 10).Draw(t, "plug's caliper")
	case stock.Balled:
		out.FlareDepthMM = rapid.Float64Range(0, 0.3).Draw(t, "flare share") * out.BallHeightMM
		if found {
			f.Cloth, f.Basket = draw(t, set.All[stock.Cloth](), "cloth"), ptr(yes(t, "basket"))
		}
	case stock.BareRoot:
		out.Count = draw(t, []int{0, 1, 10, 25}, "in the bundle")
		if found {
			f.GraftMM, f.StrongestDeg = ptr(rapid.Float64Range(0, 300).Draw(t, "graft")), ptr(rapid.Float64Range(0, 360).Draw(t, "strongest"))
			f.WidenMM = ptr(rapid.Float64Range(50, 400).Draw(t, "widen"))
		}
	default:
		out.FlareDepthMM = rapid.Float64Range(0, 0.3).Draw(t, "flare share") * out.BallHeightMM
		out.Pot = draw(t, []stock.Pot{stock.PotStandard, stock.PotAirPruning, stock.PotFabric}, "pot")
		out.SupportBall = yes(t, "the mix may fall")
		if yes(t, "cleared") {
			out.Corrections = append(out.Corrections, planting.Done{Code: stock.Clear, By: "somebody"})
		}
		if found {
			f.GraftMM = ptr(rapid.Float64Range(0, 300).Draw(t, "graft"))
		}
	}
	if rapid.IntRange(0, 9).Draw(t, "several kinds on one stem") == 0 {
		for range rapid.IntRange(2, 4).Draw(t, "arms") {
			out.Arms = append(out.Arms, planting.Arm{DiameterMM: rapid.Float64Range(4, 40).Draw(t, "thick"), LengthMM: rapid.Float64Range(100, 2000).Draw(t, "long")})
		}
		out.WeakestMM = ptr(rapid.Float64Range(100, 900).Draw(t, "weakest stays"))
	}
	f.LeaderTied = found && yes(t, "leader tied up")
	f.TwoLeaders = found && yes(t, "two leaders")
	f.CutInLeaf, f.CollarCut = found && yes(t, "cut in leaf"), found && out.Form == stock.Container && yes(t, "cut at the collar")
	return out
}

// Spot draws a place in either hemisphere, with a record of frost or where it never freezes.
func Spot(t *rapid.T) planting.Spot {
	s := planting.Spot{LatDeg: 47, Drained: true, Drain300Min: ptr(rapid.Float64Range(5, 3000).Draw(t, "drains")), SoilGroup: draw(t, set.All[ground.SoilGroup](), "soil"),
		SoilClass: "loam", RaiseMM: draw(t, []float64{0, 150, 300}, "raised"), SummerDeficitMM: ptr(rapid.Float64Range(-100, 600).Draw(t, "deficit")),
		AvailableMMPM: ptr(170.0), Water: draw(t, set.All[ground.Water](), "water"), SunH: ptr(rapid.Float64Range(1, 12).Draw(t, "sun")), MinC: ptr(rapid.Float64Range(-30, 3).Draw(t, "cold")),
		OverheadLine: rapid.IntRange(0, 3).Draw(t, "a line") == 0, ServicesMarked: rapid.IntRange(0, 3).Draw(t, "marked") > 0, WaterEntering: rapid.IntRange(0, 15).Draw(t, "fills from below") == 0}
	if yes(t, "the wind is known") {
		s.WindFromDeg, s.Exposure = ptr(rapid.Float64Range(0, 360).Draw(t, "wind")), draw(t, set.All[ground.Wind](), "exposure")
	}
	s.Slope = draw(t, append([]ground.SlopeClass{ground.SlopeLevel, ground.SlopeLevel, ground.SlopeLevel}, set.All[ground.SlopeClass]()...), "slope")
	s.Sloping = s.Slope != ground.SlopeLevel
	if s.Sloping && yes(t, "where it falls to is known") {
		s.LowSideDeg = ptr(rapid.Float64Range(0, 360).Draw(t, "falls to"))
	}
	s.Trained = yes(t, "on wires")
	if yes(t, "who lives there is known") {
		s.Gnawing, s.Browsing, s.Burrowing = yes(t, "gnawers"), yes(t, "browsers"), yes(t, "burrowers")
		s.Sodic, s.HotMonthC = yes(t, "sodic"), ptr(rapid.Float64Range(12, 34).Draw(t, "hot month"))
	}
	switch draw(t, []string{"north", "south", "frost-free"}, "climate") {
	case "north":
		s.Frost = planting.FrostDays{First: ptr(rapid.IntRange(260, 330).Draw(t, "first frost")), Last: ptr(rapid.IntRange(60, 150).Draw(t, "last frost")), BudSwell: ptr(98)}
	case "south":
		s.LatDeg, s.Frost = -41, planting.FrostDays{First: ptr(rapid.IntRange(90, 140).Draw(t, "first frost")), Last: ptr(rapid.IntRange(240, 300).Draw(t, "last frost")), BudSwell: ptr(260)}
	default:
		s.Frost = planting.FrostDays{CoolFrom: ptr(330), RainsFrom: ptr(300), UsualHighC: ptr(24.0)}
	}
	return s
}

// House draws a house of schools of its own.
func House(t *rapid.T) rules.House {
	house := rules.House{}
	for _, each := range rules.AllSchools() {
		if !yes(t, "a school of its own") {
			continue
		}
		next, err := house.WithSchool(each.Step, draw(t, each.Choices, string(each.Step)))
		if err != nil {
			t.Fatal(err)
		}
		house = next
	}
	return house
}

// Plan draws a pair of tree and spot with its house, holds them against each other and plans; it may be refused.
func Plan(t *rapid.T) (rules.House, planting.Input, planting.Plan) {
	house, in, p, _ := Whole(t)
	return house, in, p
}

// Whole is Plan with the match that it stands on.
func Whole(t *rapid.T) (rules.House, planting.Input, planting.Plan, Pair) {
	house, in := House(t), Input(t)
	pair := Match(t, house, in)
	in.Standing = planting.StandingOf(pair.Result, pair.Site, pair.Room, pair.Near)
	in.Standing.ClockSpent = in.Tree.Form == stock.BareRoot && rapid.IntRange(0, 9).Draw(t, "spent") == 0
	if in.Spot.OverheadLine && yes(t, "its owner answered") {
		in.Standing.LineAnswered, in.Standing.LineKeepM = true, maybe(t, 1, 10, "the owner's distance")
	}
	p, err := planting.Make(house, in)
	if err != nil {
		t.Fatal(err)
	}
	return house, in, p, pair
}

func draw[T any](t *rapid.T, of []T, name string) T { return rapid.SampledFrom(of).Draw(t, name) }

func yes(t *rapid.T, name string) bool { return rapid.Bool().Draw(t, name) }
