package demo

import (
	"time"

	"sedum/app/arrivals"
	"sedum/app/clock"
	"sedum/app/journeys"
	"sedum/app/measures"
	"sedum/app/people"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// otherForms brings in balled, bare-root and plug stock, and what a yard has at hand for it.
func (l *loader) otherForms() error {
	if err := l.takeIn("Marrow Hill Growers", 1, "", 0, []arrivals.NewLot{
		{Kind: "Small-leaved linden", Count: 9, LotFacts: stock.LotFacts{Form: stock.Balled, Pot: stock.PotStandard, BallDiameterMM: 610, BallHeightMM: 400, CaliperMM: 51, HeightM: 3.6, Medium: stock.MediumLoam, PriceCents: 32000}},
	}, 20); err != nil {
		return err
	}
	if err := l.takeIn("Oxbow Flat Nursery", 0, stock.PackingMoss, 26, []arrivals.NewLot{
		{Kind: "Hazel", Count: 60, Bundle: 20, LotFacts: stock.LotFacts{Form: stock.BareRoot, Pot: stock.PotStandard, Size: stock.SizeWhip, BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 8, HeightM: 0.8, Sensitivity: stock.SensitivityTough, PriceCents: 240}},
		{Kind: "Rowan", Count: 12, LotFacts: stock.LotFacts{Form: stock.BareRoot, Pot: stock.PotStandard, Size: stock.SizeFeathered, BallDiameterMM: 350, BallHeightMM: 280, CaliperMM: 16, HeightM: 1.9, PriceCents: 2900}},
	}, 21); err != nil {
		return err
	}
	if err := l.takeInAt("Stillwater Liners", l.now.Add(-4*time.Hour), stock.PackingNone, 22, []arrivals.NewLot{
		{Kind: "Tulip tree", Count: 25, Bundle: 25, LotFacts: stock.LotFacts{Form: stock.BareRoot, Pot: stock.PotStandard, Size: stock.SizeWhip, BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 8, HeightM: 1.1, Sensitivity: stock.SensitivityTender, PriceCents: 900}},
		{Kind: "Black alder", Count: 40, LotFacts: stock.LotFacts{Form: stock.Plug, Pot: stock.PotPlug, PotL: 0.15, BallDiameterMM: 55, BallHeightMM: 110, CaliperMM: 4, HeightM: 0.35, PriceCents: 120}},
	}, 23); err != nil {
		return err
	}
	for _, m := range []measures.NewMeasure{
		{Name: "blue scoop", Kind: "scoop", Substance: "gel powder", Amount: 28, Unit: yard.Grams},
		{Name: "Ilsa's handful", Kind: "handful", Substance: "bark mulch", Amount: 0.4, Unit: yard.Litres},
		{Name: "red bucket", Kind: "bucket", Substance: "water", Amount: 12, Unit: yard.Litres},
	} {
		if _, err := l.do(roles.YardHand, "add-measure", kernel.None{}, m); err != nil {
			return err
		}
	}
	// The whips that came in nothing stood open for a while and are under a wet cloth since.
	warm, dry := 9.0, 62.0
	for _, stage := range []clock.NewStage{
		{Lot: 23, Cover: stock.BareShade, At: l.now.Add(-3 * time.Hour).Format(time.RFC3339), TempC: &warm, RHPct: &dry},
		{Lot: 23, Cover: stock.WetCloth, At: l.now.Add(-150 * time.Minute).Format(time.RFC3339), TempC: &warm, RHPct: &dry},
	} {
		if _, err := l.do(roles.YardHand, "keep-roots", kernel.None{}, stage); err != nil {
			return err
		}
	}
	if err := l.fromGardens(); err != nil {
		return err
	}
	_, err := l.do(roles.YardHand, "take-duty", kernel.None{}, people.DutyTaken{On: true})
	return err
}

// fromGardens brings in what no nursery raised in rows: layers with a name of their own, and trees lifted in a garden. One of
// the balled trees came with a broken branch.
func (l *loader) fromGardens() error {
	if err := l.takeIn("Stillwater Liners", 0, stock.PackingPaper, 20, []arrivals.NewLot{
		{Kind: "Quince", Count: 8, LotFacts: stock.LotFacts{Form: stock.BareRoot, Origin: stock.Layer, Propagation: stock.PropagationLayer, Cultivar: "Quarry Lantern", Pot: stock.PotStandard, Size: stock.SizeWhip, BallDiameterMM: 225, BallHeightMM: 180, CaliperMM: 9, HeightM: 0.9, PriceCents: 1400}},
		{Kind: "Medlar", Count: 2, LotFacts: stock.LotFacts{Form: stock.Balled, Origin: stock.Garden, Pot: stock.PotStandard, BallDiameterMM: 560, BallHeightMM: 400, CaliperMM: 44, HeightM: 2.4, Medium: stock.MediumLoam, Cultivar: "Tarrow's Late", Rootstock: "wild hawthorn", Propagation: stock.PropagationGraft, PriceCents: 18000}},
	}, 25); err != nil {
		return err
	}
	// One that rises from a crown in many stems, and one on another's roots.
	if err := l.takeIn("Marrow Hill Growers", 1, "", 0, []arrivals.NewLot{
		{Kind: "Wayfaring tree", Count: 6, LotFacts: stock.LotFacts{Form: stock.Container, Pot: stock.PotStandard, PotL: 10, BallDiameterMM: 250, BallHeightMM: 220, CaliperMM: 14, HeightM: 1.1, Medium: stock.MediumMix, Sizing: stock.SizingHeight, PriceCents: 4200}},
		{Kind: "Native persimmon", Count: 5, LotFacts: stock.LotFacts{Form: stock.Container, Pot: stock.PotStandard, PotL: 15, BallDiameterMM: 280, BallHeightMM: 250, CaliperMM: 22, HeightM: 1.9, Medium: stock.MediumMix, Cultivar: "Hollow Lane", Rootstock: "seedling", Propagation: stock.PropagationGraft, PriceCents: 9800}},
	}, 27); err != nil {
		return err
	}
	if _, err := l.do(roles.YardHand, "record-damage", kernel.ByTag{Tag: l.trees[20][2]},
		journeys.NewDamage{Journey: yard.OnArrival, Damage: yard.BrokenBranch, Note: "second branch, north side"}); err != nil {
		return err
	}
	_, err := l.do(roles.YardHand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: 21, Damp: yard.Moist})
	return err
}
