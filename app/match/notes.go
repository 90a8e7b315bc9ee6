package match

import (
	"sedum/core/kind"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// notes are what is to be said of a kind at the spot, and of the tree, that no factor holds.
func (c Judged) notes(house rules.House, s words.Speaker) []kernel.Sentence {
	out := []kernel.Sentence{}
	lot := c.Lot
	unit := kind.Unit{Habit: lot.Kind.Habit}
	if lot.BallDiameterMM > 0 && lot.Form != stock.BareRoot {
		unit.BallWidthMM = &lot.BallDiameterMM
	}
	g := c.Place.Ground
	values := map[string]any{"kind": g.FailedKind}
	if g.GrownAs != "" {
		values["as"] = s.Say("grown."+string(g.GrownAs), nil)
	}
	values["enough"] = house.Value(rules.SiteSweetSun)
	if g.SunH != nil {
		values["sun"] = *g.SunH
	}
	if h := lot.Kind.Facts.HeightMaxM; h != nil {
		values["height"] = planting.Measure{Value: *h, Unit: "m"}
	}
	if unit.BallWidthMM != nil && g.GateM != nil {
		values["ball"], values["gate"] = planting.Measure{Value: *unit.BallWidthMM, Unit: "mm"}, planting.Measure{Value: *g.GateM, Unit: "m"}
	}
	for _, n := range kind.Notes(house, lot.Kind.Facts, kind.Genus(lot.Kind.Botanical), c.Place, unit) {
		out = append(out, kernel.Sentence{Code: string(n), Text: s.Say("note."+string(n), values)})
	}
	return out
}
