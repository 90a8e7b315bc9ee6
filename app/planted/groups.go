package planted

import (
	"slices"

	"sedum/app/bench"
	"sedum/app/prices"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/order"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// Groups is by what a planted tree is compared with others. It is out of the sheet by which it was planted, and so never changes; it lies
// beside it so that a comparison of many trees need not read their sheets.
type Groups struct {
	PlantedID  string `gorm:"primaryKey"`
	Grower     string
	Kind       string
	Form       string
	Flare      string
	Correction string
	HandID     *string
	Schools    map[string]string `gorm:"serializer:json"`
	// CostCents is what the tree and its materials cost by the prices of the day on which it was written down; nil where something had none.
	CostCents *int
}

// TableName says of what.
func (Groups) TableName() string { return "planted_groups" }

// rootCuts are the corrections by which trees are compared: the one that takes most stands for a tree.
var rootCuts = []stock.Correction{stock.Shave, stock.Score, stock.Tease, stock.CutAtCollar}

func groupsOf(tx *kernel.Tx, t Tree, s sheets.Sheet) (Groups, error) {
	c := s.Content
	out := Groups{PlantedID: t.ID, Grower: c.Grower, Kind: c.Botanical, Form: string(c.Input.Tree.Form), Flare: "seen", Correction: "none", Schools: c.Plan.Schools}
	if c.Input.Tree.DepthInDoubt {
		out.Flare = "in-doubt"
	}
	for _, cut := range slices.Backward(rootCuts) {
		for _, done := range c.Input.Tree.Corrections {
			if done.Code == cut {
				out.Correction = string(cut)
			}
		}
	}
	if out.Schools == nil {
		out.Schools = map[string]string{}
	}
	var err error
	if out.HandID, err = bench.LastHand(tx, t.TreeID, rootCuts); err != nil {
		return out, err
	}
	out.CostCents, err = costOf(tx, t, s)
	return out, err
}

// costOf is what a planting takes by the house's list, its hands apart: nobody knows here whose they are.
func costOf(tx *kernel.Tx, t Tree, s sheets.Sheet) (*int, error) {
	of, err := yard.TreesByID(tx, []string{t.TreeID})
	if err != nil || len(of) == 0 {
		return nil, err
	}
	lot, err := yard.LotByID(tx, of[0].LotID)
	if err != nil {
		return nil, err
	}
	listed, err := prices.InForce(tx)
	if err != nil {
		return nil, err
	}
	whole := order.Of(rules.Restore(s.Content.House), []order.Tree{{Input: s.Content.Input, Plan: s.Content.Plan, PriceCents: lot.PriceCents}}, listed, false)
	if whole.UnpricedTrees > 0 || len(whole.Unpriced) > 0 || whole.Withheld {
		return nil, nil
	}
	return &whole.TotalCents, nil
}
