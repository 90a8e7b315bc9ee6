package demo

import (
	"time"

	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/store"
)

// otherForms brings in balled, bare-root and plug stock, and what a yard has at hand for it.
func (l *loader) otherForms() error {
	if err := l.takeIn("Marrow Hill Growers", 1, "", 0, []desk.NewLot{
		{Kind: "Small-leaved linden", Form: stock.Balled, Pot: "standard", BallDiameterMM: 610, BallHeightMM: 400, CaliperMM: 51, HeightM: 3.6,
			Medium: "loam", PriceCents: 32000, Count: 9},
	}, 20); err != nil {
		return err
	}
	if err := l.takeIn("Oxbow Flat Nursery", 0, "moss", 26, []desk.NewLot{
		{Kind: "Hazel", Form: stock.BareRoot, Pot: "standard", Size: "whip", BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 8, HeightM: 0.8,
			Sensitivity: "tough", PriceCents: 240, Count: 60, Bundle: 20},
		{Kind: "Rowan", Form: stock.BareRoot, Pot: "standard", Size: "feathered", BallDiameterMM: 350, BallHeightMM: 280, CaliperMM: 16, HeightM: 1.9,
			PriceCents: 2900, Count: 12},
	}, 21); err != nil {
		return err
	}
	if err := l.takeInAt("Stillwater Liners", l.desk.Now().Add(-4*time.Hour), "none", 22, []desk.NewLot{
		{Kind: "Tulip tree", Form: stock.BareRoot, Pot: "standard", Size: "whip", BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 8, HeightM: 1.1,
			Sensitivity: "tender", PriceCents: 900, Count: 25, Bundle: 25},
		{Kind: "Black alder", Form: stock.Plug, Pot: "plug", PotL: 0.15, BallDiameterMM: 55, BallHeightMM: 110, CaliperMM: 4, HeightM: 0.35,
			PriceCents: 120, Count: 40},
	}, 23); err != nil {
		return err
	}
	hand := l.hands[store.YardHand]
	for _, m := range []desk.NewMeasure{
		{Name: "blue scoop", Kind: "scoop", Substance: "gel powder", Amount: 28, Unit: "g"},
		{Name: "Ilsa's handful", Kind: "handful", Substance: "bark mulch", Amount: 0.4, Unit: "l"},
		{Name: "red bucket", Kind: "bucket", Substance: "water", Amount: 12, Unit: "l"},
	} {
		if _, err := l.desk.AddMeasure(l.ctx, hand, l.key(), m); err != nil {
			return err
		}
	}
	// The whips that came in nothing stood open for a while and are under a wet cloth since.
	warm, dry := 9.0, 62.0
	for _, stage := range []desk.NewStage{
		{Lot: 23, Cover: stock.BareShade, At: l.desk.Now().Add(-3 * time.Hour).Format(time.RFC3339), TempC: &warm, RHPct: &dry},
		{Lot: 23, Cover: stock.WetCloth, At: l.desk.Now().Add(-150 * time.Minute).Format(time.RFC3339), TempC: &warm, RHPct: &dry},
	} {
		if _, err := l.desk.KeepRoots(l.ctx, hand, l.key(), stage); err != nil {
			return err
		}
	}
	if err := l.fromGardens(hand); err != nil {
		return err
	}
	return l.desk.TakeDuty(l.ctx, hand, true)
}

// fromGardens brings in what no nursery raised in rows: layers with a name of their own, and trees lifted in a garden. One of
// the balled trees came with a broken branch.
func (l *loader) fromGardens(hand desk.Caller) error {
	if err := l.takeIn("Stillwater Liners", 0, "paper", 20, []desk.NewLot{
		{Kind: "Quince", Form: stock.BareRoot, Origin: stock.Layer, Propagation: "layer", Cultivar: "Quarry Lantern", Pot: "standard", Size: "whip",
			BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 9, HeightM: 0.9, PriceCents: 1400, Count: 8},
		{Kind: "Medlar", Form: stock.Balled, Origin: stock.Garden, Pot: "standard", BallDiameterMM: 560, BallHeightMM: 400, CaliperMM: 44, HeightM: 2.4,
			Medium: "loam", Cultivar: "Tarrow's Late", Rootstock: "wild hawthorn", Propagation: "graft", PriceCents: 18000, Count: 2},
	}, 25); err != nil {
		return err
	}
	// One that rises from a crown in many stems, and one on another's roots.
	if err := l.takeIn("Marrow Hill Growers", 1, "", 0, []desk.NewLot{
		{Kind: "Wayfaring tree", Form: stock.Container, Pot: "standard", PotL: 10, BallDiameterMM: 250, BallHeightMM: 220, CaliperMM: 14, HeightM: 1.1,
			Medium: "mix", Sizing: "height", PriceCents: 4200, Count: 6},
		{Kind: "Native persimmon", Form: stock.Container, Pot: "standard", PotL: 15, BallDiameterMM: 280, BallHeightMM: 250, CaliperMM: 22, HeightM: 1.9,
			Medium: "mix", Cultivar: "Hollow Lane", Rootstock: "seedling", Propagation: "graft", PriceCents: 9800, Count: 5},
	}, 27); err != nil {
		return err
	}
	linden, err := l.desk.Store.LotByNumber(l.ctx, 20)
	if err != nil {
		return err
	}
	trees, err := l.desk.Store.FirstTrees(l.ctx, linden.ID, 3)
	if err != nil {
		return err
	}
	if _, err := l.desk.RecordDamage(l.ctx, hand, trees[2].Tag, l.key(), desk.NewDamage{Journey: "arrival", Damage: yard.BrokenBranch, Note: "second branch, north side"}); err != nil {
		return err
	}
	_, err = l.desk.FeelRoots(l.ctx, hand, l.key(), desk.NewDampLook{Lot: 21, Damp: yard.Moist})
	return err
}
