package sheets

import (
	"slices"

	"sedum/app/bench"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// foundOf is what the bench found at a tree and what goes along to its planting.
func foundOf(h rules.House, r bench.Record) planting.Found {
	out := planting.Found{LeaderTied: r.LeaderTied}
	c := r.Current()
	if look := c.Readings.BareRoot; look != nil {
		out.StrongestDeg = look.StrongestDeg
		if stock.HasGraft(c.Subject, c.Readings) {
			out.GraftMM = look.GraftMM
		}
	}
	if look := c.Readings.Balled; look != nil {
		out.Cloth, out.Basket = look.Cloth, look.Basket
	}
	for _, w := range c.Assessment.Work {
		if w.Code == stock.WidenSide {
			out.WidenMM = w.AmountMM
		}
	}
	out.TwoLeaders = c.Readings.Above.Leader == "two" && !slices.ContainsFunc(r.Corrections, func(each bench.Correction) bool {
		return each.CheckID == c.ID && each.Done && each.Code == stock.KeepOneLeader
	})
	// What was cut in leaf is cut in the season of the look that asked for it.
	inLeaf := map[string]bool{}
	for _, each := range r.Checks {
		inLeaf[each.ID] = stock.InLeaf(each.Subject) && each.Subject.Season != stock.SeasonDormant
	}
	last, collar := map[string]bool{}, map[string]bool{}
	for _, each := range r.Corrections { // the last entry for each key counts
		last[each.CheckID+each.WorkKey] = each.Done && inLeaf[each.CheckID] && each.Code.CutsRoots()
		collar[each.CheckID] = collar[each.CheckID] || (each.Done && each.Code == stock.CutAtCollar)
	}
	for _, cut := range last {
		out.CutInLeaf = out.CutInLeaf || cut
	}
	for _, each := range r.Checks {
		out.CollarCut = out.CollarCut || (collar[each.ID] && stock.CutMuchAtCollar(h, each.Assessment, each.Readings))
	}
	return out
}
