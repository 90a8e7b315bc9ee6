package planted

import (
	"slices"

	"sedum/app/bench"
	"sedum/app/sheets"
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
	out.HandID, err = bench.LastHand(tx, t.TreeID, rootCuts)
	return out, err
}
