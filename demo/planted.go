package demo

import (
	"context"
	"fmt"
	"math/rand/v2"
	"time"

	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/lots"
	"sedum/app/people"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/stations"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/app/yard"
	"sedum/core/climate"
	core "sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/core/survey"
	"sedum/core/visit"
	"sedum/core/water"
	"sedum/kernel"
	"sedum/words"
)

// plantedMonthsAgo is when the trees of the demo went into the ground: they have a summer behind them.
const plantedMonthsAgo = 7

// grown are customers whose trees were planted then: where they live, how well they watered, and what became of it.
var grown = []struct {
	name, phone, address, spot, soil string
	north, east                      float64
	waters                           bool
	facts                            []visit.Facts
}{
	{"Odile Marsh", "555 0151", "3 Weir Walk, Lower Quarrywell", "by the gate", "loam", 0.000, 0.000, true, []visit.Facts{
		{Alive: visit.Living, Leaves: "sound", MiddleSoil: "moist", Flare: "visible", Stake: "none", Tie: "none", Mulch: "right", Grass: "ring-kept", Damage: &[]visit.Damage{}},
		{Alive: visit.Living, ShootMM: ptr(230.0), Leaves: "sound", MiddleSoil: "moist", Flare: "visible", Mulch: "right", Grass: "ring-kept"}}},
	{"Idris Vane", "555 0163", "11 Mill Row, Lower Quarrywell", "front bed", "sandy loam", 0.006, 0.004, false, []visit.Facts{
		{Alive: visit.Living, Leaves: "brown-edges", TopSoil: "dry", MiddleSoil: "dry", Flare: "visible", Mulch: "thin", Grass: "grown-in"},
		{Alive: visit.Living, ShootMM: ptr(40.0), Leaves: "brown-edges", Flare: "visible", Mulch: "against-trunk", Grass: "grown-in"}}},
	{"Noor Castellan", "555 0177", "Old Smithy, Oxbow Flat", "lawn", "clay loam", -0.011, 0.009, true, []visit.Facts{
		{Alive: visit.Living, Leaves: "yellow", MiddleSoil: "wet", DeepSoil: "wet", Flare: "buried", Mulch: "right"}}},
	{"Teodor Brandt", "555 0185", "Hill Cottage, Marrow Hill", "terrace", "loam", 0.014, -0.008, true, []visit.Facts{
		{Alive: visit.Living, Leaves: "sound", Flare: "visible", Rocks: ptr(true), Stake: "broken", LeanDeg: ptr(7.0), LeanTo: ptr(95.0)}}},
	{"Fenna Quist", "555 0131", "Weir Cottages 4, Oxbow Flat", "orchard end", "loam", -0.015, 0.004, true, []visit.Facts{{Alive: visit.Living, Leaves: "sound", Tie: "tight", Mulch: "right"}}},
	{"Ruben Ashdown", "555 0137", "Quarry Lane 22, Lower Quarrywell", "courtyard", "loam", 0.003, -0.006, true, []visit.Facts{{Alive: visit.Living, Leaves: "sound", Guard: "tight"}}},
	{"Mirela Toth", "555 0144", "The Lock, Sluice End", "bank", "silt loam", -0.007, -0.010, true, []visit.Facts{{Alive: visit.Living, Leaves: "spotted"}}},
	{"Kit Lowther", "555 0158", "Ridge Road 5, Marrow Hill", "drive", "sandy loam", 0.017, 0.002, false, []visit.Facts{{Alive: visit.Living, Leaves: "wilting", MiddleSoil: "dry"}}},
	{"Agnes Pellow", "555 0190", "Mill House, Sluice End", "pond side", "silt loam", -0.004, -0.013, false, []visit.Facts{
		{Alive: visit.Living, Leaves: "yellow"}, {Alive: visit.Dead, Leaves: "none"}}},
}

// LoadPlanted adds to the demo trees that were planted some months ago, with the water, the visits and the troubles since. It does nothing
// when there are planted trees already.
func LoadPlanted(ctx context.Context, k *kernel.Kernel) error {
	if err := loadPlanted(ctx, k); err != nil {
		return err
	}
	for _, j := range k.Jobs() { // the water is as of now, not as of the last entry
		if j.ID == "water-night" {
			if _, err := k.Run(ctx, j); err != nil {
				return err
			}
		}
	}
	return nil
}

func loadPlanted(ctx context.Context, k *kernel.Kernel) error {
	return k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		if n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_trees"); err != nil || n > 0 {
			return err
		}
		l := &loader{kernel: k, tx: tx, now: tx.Now.AddDate(0, -plantedMonthsAgo, 0), random: rand.New(rand.NewPCG(20260425, 3)), hands: map[roles.Role]kernel.Who{}, spots: map[string]string{}, trees: map[int][]string{}}
		for _, p := range People() {
			who, err := kernel.One[people.Person](tx, "sign_in = ?", p.SignIn)
			if err != nil {
				return err
			}
			if l.hands[p.Role], err = k.Admit(tx, who.ID); err != nil {
				return err
			}
		}
		return l.lastSpring()
	})
}

func (l *loader) lastSpring() error {
	all, err := stations.All(l.tx)
	if err != nil || len(all) == 0 {
		return err
	}
	station, planted := all[0], l.now
	number, err := l.tx.Next("lot", 0)
	if err != nil {
		return err
	}
	height := 2.2
	if err := l.takeIn("Marrow Hill Growers", 9, "", 0, []arrivals.NewLot{{Kind: "Hornbeam", Count: len(grown) + 1, LotFacts: stock.LotFacts{Form: stock.Container, Pot: stock.PotStandard, PotL: 30,
		BallDiameterMM: 340, BallHeightMM: 300, CaliperMM: 28, HeightM: height, PriceCents: 13900}}}, number); err != nil {
		return err
	}
	for i, code := range l.trees[number] {
		r := l.pastLook(i, 0, 0)
		r.BallDiameterMM, r.BallHeightMM, r.CaliperMM, r.HeightM = ptr(340.0), ptr(300.0), ptr(28.0), &height
		if _, err := l.look(code, bench.NewCheck{Version: 1, Readings: r}); err != nil {
			return err
		}
	}
	lot, err := yard.LotByNumber(l.tx, number)
	if err != nil {
		return err
	}
	if _, err := l.do(roles.Manager, "close-lot", kernel.ByNumber{Number: number}, lots.Closing{Version: lot.Version, Decision: stock.LotReleased}); err != nil {
		return err
	}
	for i := range grown {
		l.now = planted.AddDate(0, 0, i).Add(time.Hour)
		if err := l.plantOne(i, number, station.ID); err != nil {
			return fmt.Errorf("%s: %w", grown[i].name, err)
		}
	}
	_, err = l.do(roles.Advisor, "poll-station", kernel.ByID{ID: station.ID}, stations.Polled{Polled: true, Version: station.Version})
	return err
}

// plantOne sells a tree with its sheet, plants it, and tells what came after.
func (l *loader) plantOne(i, lot int, station string) error {
	c := grown[i]
	day := func(days int) string { return l.tx.DayOf(l.now).AddDate(0, 0, days).Format(time.DateOnly) }
	lat := 47.2
	id, err := l.do(roles.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: c.name, Phone: c.phone, Address: c.address, LatDeg: &lat, SpotName: c.spot})
	if err != nil {
		return err
	}
	spot := kernel.ByID{ID: id.(string)}
	if _, err := l.do(roles.Advisor, "choose-station", spot, ground.ChosenStation{StationID: station, SiteVersion: 1}); err != nil {
		return err
	}
	known := climate.Facts{SoilFreezeDay: ptr(338), BudSwellDay: ptr(98), Source: climate.SourceTyped}
	facts := core.Facts{Purpose: core.PurposeShade, SoilClass: core.SoilClass(c.soil), SunH: ptr(8.0), Water: core.WaterHose, Exposure: core.WindOpen, RoomLooked: true, Obstacles: []core.Obstacle{}}
	if _, err := l.do(roles.Advisor, "save-spot", spot, ground.Change{Version: 1, SiteVersion: 2, Name: c.spot, LatDeg: lat, Ground: facts, Climate: known}); err != nil {
		return err
	}
	where := survey.LatLon{LatDeg: 47.2 + c.north, LonDeg: -64.6 + c.east}
	plan := survey.Plan{North: survey.Compass, OriginAt: &where, Points: []survey.Point{{ID: "A", How: survey.Start}}, Things: []survey.Thing{}, Spots: []survey.SpotAt{}}
	if _, err := l.do(roles.Advisor, "save-plan", spot, ground.PlanChange{Plan: plan}); err != nil {
		return err
	}
	if _, err := l.do(roles.Advisor, "record-marking", spot, ground.NewMarking{Reference: fmt.Sprintf("LM-%d", 4300+i), MarkedOn: day(-2), ExpiresOn: day(26), MarkedBy: "county locating service", PrivateLines: core.PrivateLinesNone}); err != nil {
		return err
	}
	drains := []core.Reading{{Min: 0, WaterMM: 300}, {Min: 15, WaterMM: 250}, {Min: 30, WaterMM: 205}, {Min: 60, WaterMM: 120}}
	if c.soil == "clay loam" {
		drains = []core.Reading{{Min: 0, WaterMM: 300}, {Min: 120, WaterMM: 255}, {Min: 300, WaterMM: 190}, {Min: 480, WaterMM: 130}}
	}
	if _, err := l.do(roles.Advisor, "record-drainage", spot, ground.NewDrainageTest{HoleWidthMM: 300, Readings: drains}); err != nil {
		return err
	}
	tree, err := l.forSale(lot)
	if err != nil {
		return err
	}
	number, err := l.do(roles.Advisor, "issue-sheet", kernel.None{}, sheets.Issue{TreeVersion: tree.Version, Units: words.Metric, Language: words.American, SignedReason: "they water it by hand",
		PlanAsk: sheets.PlanAsk{Tag: tree.Tag, SpotID: spot.ID, PlantingOn: day(0), HighC: ptr(14.0), Ground: planting.GroundWorkable, Buds: stock.BudsDormant, StandsAlone: ptr(true)}})
	if err != nil {
		return err
	}
	contact := true
	got, err := l.do(roles.Advisor, "record-planted", kernel.ByNumber{Number: number.(int)}, planted.NewPlanted{PlantedOn: day(0), Contact: &contact})
	if err != nil {
		return err
	}
	return l.since(i, kernel.ByID{ID: got.(string)})
}

// since is what was watered, felt, seen and found after planting.
func (l *loader) since(i int, tree kernel.ByID) error {
	c, from := grown[i], l.tx.DayOf(l.now)
	today := l.tx.Today()
	enter := func(n planted.NewEntry) error {
		on, err := time.Parse(time.DateOnly, n.DoneOn)
		if err != nil || !on.Before(today) {
			return err
		}
		l.now = on.Add(18 * time.Hour)
		_, err = l.do(roles.Advisor, "add-care-entry", tree, n)
		return err
	}
	for n, days := 0, 3; days < 190; n, days = n+1, days+5 {
		if !c.waters && n%4 != 0 {
			continue
		}
		litres := 12.0
		if err := enter(planted.NewEntry{ID: fmt.Sprintf("demo-water-%d-%d", i, n), DoneOn: from.AddDate(0, 0, days).Format(time.DateOnly), GivenL: &litres}); err != nil {
			return err
		}
	}
	if err := enter(planted.NewEntry{ID: fmt.Sprintf("demo-finger-%d", i), DoneOn: from.AddDate(0, 0, 62).Format(time.DateOnly), Felt: map[bool]water.Felt{true: "moist", false: "dry"}[c.waters]}); err != nil {
		return err
	}
	for n, f := range c.facts {
		on := from.AddDate(0, 0, 31+n*70)
		l.now = on.Add(10 * time.Hour)
		if _, err := l.do(roles.YardHand, "save-visit", tree, visits.NewVisit{ID: fmt.Sprintf("demo-visit-%d-%d", i, n), VisitedOn: on.Format(time.DateOnly), Facts: f}); err != nil {
			return err
		}
	}
	if c.name != "Noor Castellan" {
		return nil
	}
	l.now = l.tx.Now.Add(-time.Hour)
	_, err := l.do(roles.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: tree.ID, Said: "leaves yellow and small since summer, it hardly grew", Unheard: []string{},
		Seen: map[string]string{"flare": "straight", "soil_at_ball": "wet", "base": "soft-one-side"}}})
	return err
}
