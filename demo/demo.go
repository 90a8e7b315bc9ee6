// Package demo is Quarrywell, a made-up nursery in a made-up lake country, with its data.
//
// Every record is made by the house's own deeds, so that nothing here could not have been
// done by hand. People, places, growers and customers are invented.
package demo

import (
	"context"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"time"

	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/letterhead"
	"sedum/app/people"
	"sedum/app/prices"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/climate"
	core "sedum/core/ground"
	"sedum/core/order"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Person is a made-up sign-in of the demo.
type Person struct {
	Name, SignIn, Password string
	Role                   roles.Role
}

// People are the demo's sign-ins.
func People() []Person {
	return []Person{
		{"Ilsa Tarrow", "ilsa", "yard-quarrywell", roles.YardHand},
		{"Bram Okonedo", "bram", "counter-quarrywell", roles.Advisor},
		{"Wren Halloway", "wren", "office-quarrywell", roles.Manager},
	}
}

// Load fills an empty database, whole or not at all. It does nothing when somebody is there already.
func Load(ctx context.Context, k *kernel.Kernel) error {
	return k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		if _, err := kernel.One[people.Person](tx, "sign_in = ?", People()[0].SignIn); !errors.Is(err, kernel.ErrMissing) {
			return err
		}
		l := &loader{kernel: k, tx: tx, now: tx.Now.Add(-headStart), random: rand.New(rand.NewPCG(20261125, 47))}
		for _, step := range []func() error{l.people, l.letterhead, l.catalogue, l.history, l.lots, l.checks, l.otherForms, l.customers, l.plan, l.sheets} {
			if err := step(); err != nil {
				return err
			}
		}
		return nil
	})
}

// headStart is how long before now the demo is told: each of its deeds has a moment of its own.
const headStart = 3 * time.Second

type loader struct {
	kernel *kernel.Kernel
	tx     *kernel.Tx
	now    time.Time
	random *rand.Rand
	hands  map[roles.Role]kernel.Who
	kinds  map[string]catalogue.Kind
	spots  map[string]string
	trees  map[int][]string // lot number to tags
}

// as is the Tx of one of the hands, a moment later.
func (l *loader) as(role roles.Role) *kernel.Tx {
	l.now = l.now.Add(time.Millisecond)
	return l.tx.As(l.hands[role], l.now)
}

// do does one of the house's own deeds.
func (l *loader) do(role roles.Role, id string, in, body any) (any, error) {
	out, err := l.kernel.Perform(l.as(role), id, in, body)
	if err != nil {
		return out, fmt.Errorf("%s: %w", id, err)
	}
	return out, nil
}

func (l *loader) people() error {
	l.hands = map[roles.Role]kernel.Who{}
	for _, p := range People() {
		person := people.Person{ID: kernel.NewID(), SignIn: p.SignIn, Name: p.Name, Role: p.Role,
			PasswordHash: people.HashPassword(p.Password), Active: true, Version: 1}
		if err := kernel.Add(l.tx, &person); err != nil {
			return err
		}
		l.hands[p.Role] = kernel.Who{ID: person.ID, Name: p.Name, Role: p.Role}
	}
	return nil
}

func (l *loader) letterhead() error {
	_, err := l.do(roles.Manager, "change-letterhead", kernel.None{}, letterhead.Changed{Said: letterhead.Said{Name: "Quarrywell Trees", Address: "4 Quarry Lane, Quarrywell",
		Telephone: "+44 1632 960044", Mail: "yard@quarrywell.example", Opening: "Tuesday to Saturday, 8 to 17", Web: "https://yard.quarrywell.example"}})
	if err != nil {
		return err
	}
	cents := func(n int) *int { return &n }
	for material, p := range map[order.Material]prices.Changed{
		"mulch": {Cents: cents(850), LooseCents: cents(6200)}, "compost": {Cents: cents(720), LooseCents: cents(7800)}, "blend": {Cents: cents(720)}, "grit": {Cents: cents(640)},
		"stakes": {Cents: cents(480)}, "ties": {Cents: cents(320)}, "guard": {Cents: cents(650)}, "guard-posts": {Cents: cents(390)}, "guard-mesh": {Cents: cents(280)},
		"pipe": {Cents: cents(1150)}, "tablets": {Cents: cents(45)}, order.Hour: {Cents: cents(4200)}, order.Gear: {Cents: cents(9500)},
	} {
		if _, err := l.do(roles.Manager, "change-price", prices.ByMaterial{Material: material}, p); err != nil {
			return err
		}
	}
	return nil
}

func (l *loader) catalogue() error {
	list, err := catalogue.Starter("")
	if err != nil {
		return err
	}
	l.kinds = map[string]catalogue.Kind{}
	for _, k := range list {
		if err := kernel.Add(l.tx, &k); err != nil {
			return err
		}
		l.kinds[k.Common] = k
	}
	return nil
}

// places are where the growers are.
var places = map[string]string{"Marrow Hill Growers": "Marrow Hill", "Oxbow Flat Nursery": "Oxbow Flat", "Stillwater Liners": "Stillwater Reach"}

// delivery is one lot as it arrived.
type delivery struct {
	kind, grower        string
	count               int
	potL                float64
	pot                 stock.Pot
	width, height       float64
	caliper, heightM    float64
	priceCents, daysAgo int
}

var deliveries = []delivery{
	{"Hornbeam", "Marrow Hill Growers", 18, 25, stock.PotStandard, 330, 280, 32, 2.3, 14900, 3},
	{"Field maple", "Oxbow Flat Nursery", 14, 20, stock.PotStandard, 300, 260, 26, 2.1, 11900, 9},
	{"Downy serviceberry", "Stillwater Liners", 12, 15, stock.PotAirPruning, 270, 240, 18, 1.7, 8900, 16},
	{"Quince", "Marrow Hill Growers", 10, 18, stock.PotStandard, 290, 250, 24, 1.8, 12900, 24},
	{"Tupelo", "Oxbow Flat Nursery", 12, 25, stock.PotFabric, 330, 270, 28, 2.2, 16900, 31},
	{"Black alder", "Stillwater Liners", 14, 12, stock.PotStandard, 250, 220, 16, 1.9, 5900, 45},
}

func (l *loader) lots() error {
	for i, d := range deliveries {
		if err := l.takeIn(d.grower, d.daysAgo, "", 0, []arrivals.NewLot{{Kind: d.kind, Count: d.count, LotFacts: stock.LotFacts{Form: stock.Container, Pot: d.pot, PotL: d.potL,
			BallDiameterMM: d.width, BallHeightMM: d.height, CaliperMM: d.caliper, HeightM: d.heightM, PriceCents: d.priceCents}}}, firstLot+i); err != nil {
			return err
		}
	}
	return nil
}

// The lots before are history (history.go).
const firstLot = 14

// takeIn registers a delivery that came some days ago, and remembers the tags of its lots from a number on.
func (l *loader) takeIn(grower string, daysAgo int, packing stock.Packing, liftedHoursBefore float64, lots []arrivals.NewLot, from int) error {
	return l.takeInAt(grower, l.now.AddDate(0, 0, -daysAgo), packing, liftedHoursBefore, lots, from)
}

func (l *loader) takeInAt(grower string, arrived time.Time, packing stock.Packing, liftedHoursBefore float64, lots []arrivals.NewLot, from int) error {
	n := arrivals.NewDelivery{Came: arrivals.Came{Grower: grower, ArrivedAt: arrived.Format(time.RFC3339), Packing: packing}, Place: places[grower]}
	if liftedHoursBefore > 0 {
		n.LiftedAt = arrived.Add(-time.Duration(liftedHoursBefore * float64(time.Hour))).Format(time.RFC3339)
	}
	for _, lot := range lots {
		if lot.Sizing == "" {
			lot.Sizing = stock.SizingCaliper
		}
		if lot.Grafted == nil && lot.Rootstock == "" && lot.Propagation == "" {
			lot.Grafted = new(bool) // their growers state that they stand on their own roots
		}
		lot.Bundle = max(1, lot.Bundle)
		if lot.Sensitivity == "" {
			lot.Sensitivity = stock.SensitivityAverage
		}
		n.Lots = append(n.Lots, lot)
	}
	if _, err := l.do(roles.YardHand, "take-in-delivery", kernel.None{}, n); err != nil {
		return fmt.Errorf("delivery of %s: %w", grower, err)
	}
	for i := range lots {
		lot, err := yard.LotByNumber(l.tx, from+i)
		if err != nil {
			return err
		}
		trees, err := yard.TreesOfLot(l.tx, lot.ID)
		if err != nil {
			return err
		}
		for _, t := range trees {
			l.trees[from+i] = append(l.trees[from+i], t.Tag)
		}
	}
	return nil
}

// checkedOf is how many trees of each lot were looked at before the demo begins.
var checkedOf = map[int]int{14: 5, 15: 9, 16: 8, 17: 6, 18: 8, 19: 5}

func (l *loader) checks() error {
	for i, d := range deliveries {
		number := firstLot + i
		for n := range checkedOf[number] {
			if err := l.checkOne(l.trees[number][n], l.readings(d, n)); err != nil {
				return fmt.Errorf("lot %d tree %d: %w", number, n+1, err)
			}
		}
	}
	return nil
}

func (l *loader) look(code string, n bench.NewCheck) (bench.Saved, error) {
	out, err := l.do(roles.YardHand, "save-check", kernel.ByTag{Tag: code}, n)
	if err != nil {
		return bench.Saved{}, err
	}
	return out.(bench.Saved), nil
}

// checkOne looks at a tree and, for some that need work, does it and measures again.
func (l *loader) checkOne(code string, r stock.Readings) error {
	saved, err := l.look(code, bench.NewCheck{Version: 1, Readings: r})
	if err != nil || saved.State != stock.InWork || l.random.IntN(3) == 0 {
		return err
	}
	t, err := yard.TreeByTag(l.tx, code)
	if err != nil {
		return err
	}
	record, err := bench.RecordOf(l.tx, t)
	if err != nil {
		return err
	}
	check := record.Current()
	for _, w := range check.Assessment.Work {
		if !w.AtPlanting {
			if _, err := l.do(roles.YardHand, "correct", kernel.ByTag{Tag: code}, bench.Correct{WorkKey: w.Key, Done: true}); err != nil {
				return err
			}
		}
	}
	again := stock.AfterWork(check.Assessment, check.Readings, func(string) bool { return true })
	_, err = l.look(code, bench.NewCheck{Version: saved.Version, AfterWork: true, Readings: again})
	return err
}

// readings makes one believable look: most trees are sound or fixable, some hide something.
func (l *loader) readings(d delivery, n int) stock.Readings {
	near := func(x, by float64) *float64 { v := math.Round(x + (l.random.Float64()*2-1)*by); return &v }
	height := math.Round((d.heightM+(l.random.Float64()-0.5)*0.3)*100) / 100
	r := stock.Readings{
		BallDiameterMM: near(d.width, 8), BallHeightMM: near(d.height, 8), CaliperMM: near(d.caliper, 2), HeightM: &height,
		Above:       stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none"},
		ZonesLooked: stock.AllZones(), Roots: []stock.Circler{}, Texture: stock.TextureFirm, Odour: stock.OdourNone, BottomRoots: stock.BottomRootsPresent, PotTop: stock.PotTopClean, Moisture: stock.MoistureMoist,
		FillPct: near(82, 10), MatSidePct: near(10, 9), MatBottomPct: near(15, 12),
	}
	if l.kinds[d.kind].Habit == stock.Multi {
		r.Above.Leader = ""
	}
	flare := []float64{6, 10, 28, 4, 12, 66, 8, 20, 5}[n%9]
	r.Probes = l.probes(flare)
	if flare > 50 {
		r.SeenDepthMM = &flare
	}
	ratio := 0.2 + l.random.Float64()*0.12
	switch n % 7 {
	case 1:
		r.Roots = append(r.Roots, stock.Circler{FromDeg: at(40), Root: stock.Root{Zone: stock.ZoneSide, DiameterMM: math.Round(*r.CaliperMM * ratio), ArcDeg: 120}})
		r.MatSidePct = near(55, 8)
	case 2:
		gap := 12.0
		r.Roots = append(r.Roots, stock.Circler{FromDeg: at(200), Root: stock.Root{Zone: stock.ZoneCollar, DiameterMM: 5, ArcDeg: 110, GapMM: &gap}})
		r.MainRootsMM = &[]float64{13, 12, 10, 9}
	case 3:
		r.MatBottomPct = near(65, 8)
	case 4:
		r.Moisture = stock.MoistureDry
	}
	switch {
	case d.kind == "Field maple" && n == 6:
		r.Texture, r.Odour, r.Moisture, r.BottomRoots = stock.TextureSoft, stock.OdourSour, stock.MoistureWet, stock.BottomRootsAbsent
	case d.kind == "Tupelo" && n == 5:
		low := 31.0
		r.FillPct = &low
	case d.kind == "Downy serviceberry" && n == 7:
		r.Texture, r.Odour, r.FillPct = "", "", nil // nobody looked
	}
	return r
}

func (l *loader) probes(flare float64) []stock.Probe {
	out := []stock.Probe{}
	for i := range 8 {
		depth := math.Round(flare + 30 + l.random.Float64()*8)
		p := stock.Probe{BearingDeg: float64(45 * i), DepthMM: &depth}
		if i == 5 {
			reached := 150.0
			p.DepthMM, p.ReachedMM = nil, &reached
		}
		out = append(out, p)
	}
	return out
}

func ptr[T any](v T) *T { return &v }

func (l *loader) customers() error {
	l.spots = map[string]string{}
	station, err := l.weather()
	if err != nil {
		return err
	}
	for _, c := range []struct {
		name, phone, address, spot string
		lat                        float64
		ground                     core.Facts
		marked                     bool
		readings                   []core.Reading
	}{
		{"Petra Averill", "555 0141", "8 Tannery Lane, Lower Quarrywell", "front lawn", 47.1,
			core.Facts{Purpose: core.PurposeShade, SandMM: ptr(34.0), SiltMM: ptr(40.0), ClayMM: ptr(26.0), PH: ptr(6.6), SunH: ptr(8.0), Water: core.WaterHose,
				Ribbon: &core.Ribbon{Length: core.RibbonShort, Feel: core.Neither}, StandsInWinter: ptr(false), Layers: []core.Layer{
					{ToMM: 260, Class: "loam", Signs: []core.LayerSign{core.SignRoots, core.SignWorms}}, {ToMM: 620, Class: "clay loam", Signs: []core.LayerSign{core.SignStones}}},
				WindFrom: ptr(270.0), Exposure: core.WindOpen, RoomLooked: true, Obstacles: []core.Obstacle{
					{Kind: core.NeighbourWall, DistanceM: ptr(6.0)}, {Kind: core.NeighbourBoundary, DistanceM: ptr(5.0)}, {Kind: core.NeighbourPaving, DistanceM: ptr(3.2)}}}, true,
			[]core.Reading{{Min: 0, WaterMM: 280}, {Min: 15, WaterMM: 240}, {Min: 30, WaterMM: 205}, {Min: 60, WaterMM: 150}, {Min: 90, WaterMM: 100}}},
		{"Dorian Pell", "555 0172", "2 Sluice End, Oxbow Flat", "low corner by the ditch", 46.9,
			core.Facts{Purpose: core.PurposeWildlife, SandMM: ptr(12.0), SiltMM: ptr(30.0), ClayMM: ptr(48.0), SunH: ptr(9.0), Water: core.WaterNone,
				WindFrom: ptr(300.0), Exposure: core.WindOpen, RoomLooked: true, Obstacles: []core.Obstacle{{Kind: core.NeighbourBoundary, DistanceM: ptr(4.0)}}}, true,
			[]core.Reading{{Min: 0, WaterMM: 300}, {Min: 240, WaterMM: 296}, {Min: 600, WaterMM: 288}, {Min: 1080, WaterMM: 279}}},
		{"Maud Ferriter", "555 0119", "Kiln House, Marrow Hill", "south wall", 47.2,
			core.Facts{Purpose: core.PurposeFruit, SoilClass: "sandy loam", PH: ptr(7.2), SunH: ptr(10.5), Water: core.WaterHose, WindFrom: ptr(225.0),
				Exposure: core.WindSheltered, RoomLooked: true, Obstacles: []core.Obstacle{{Kind: core.NeighbourWall, DistanceM: ptr(2.6)}}}, true,
			[]core.Reading{{Min: 0, WaterMM: 300}, {Min: 10, WaterMM: 210}, {Min: 20, WaterMM: 130}, {Min: 30, WaterMM: 60}}},
		{"Caspar Lund", "555 0188", "Top Barn, Ridge Road", "windbreak gap", 47.4,
			core.Facts{Purpose: core.PurposeScreen, SoilClass: "loam", SunH: ptr(3.5), Water: core.WaterCarried, WindFrom: ptr(285.0), Exposure: core.WindExposed,
				RoomLooked: false, Obstacles: []core.Obstacle{}}, false, nil},
	} {
		id, err := l.do(roles.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: c.name, Phone: c.phone, Address: c.address, LatDeg: &c.lat, SpotName: c.spot})
		if err != nil {
			return err
		}
		spot := kernel.ByID{ID: id.(string)}
		l.spots[c.name] = spot.ID
		if _, err := l.do(roles.Advisor, "choose-station", spot, ground.ChosenStation{StationID: station, SiteVersion: 1}); err != nil {
			return err
		}
		// When the ground freezes and when buds swell, no station tells.
		known := climate.Facts{SoilFreezeDay: ptr(338), BudSwellDay: ptr(98), Source: climate.SourceTyped}
		if _, err := l.do(roles.Advisor, "save-spot", spot, ground.Change{Version: 1, SiteVersion: 2, Name: c.spot, LatDeg: c.lat, Ground: c.ground, Climate: known}); err != nil {
			return err
		}
		today := l.tx.Today()
		if c.marked {
			if _, err := l.do(roles.Advisor, "record-marking", spot, ground.NewMarking{Reference: fmt.Sprintf("LM-%d", 4400+len(l.spots)),
				MarkedOn: today.AddDate(0, 0, -2).Format(time.DateOnly), ExpiresOn: today.AddDate(0, 0, 26).Format(time.DateOnly),
				MarkedBy: "county locating service", PrivateLines: core.PrivateLinesNone}); err != nil {
				return err
			}
		}
		if c.readings != nil {
			if _, err := l.do(roles.Advisor, "record-drainage", spot, ground.NewDrainageTest{HoleWidthMM: 300, Readings: c.readings}); err != nil {
				return err
			}
		}
	}
	return nil
}

// sheets issues two sheets and sells some trees.
func (l *loader) sheets() error {
	today := l.tx.Today().Format(time.DateOnly)
	for _, sale := range []struct {
		customer string
		lot      int
	}{{"Maud Ferriter", 17}, {"Dorian Pell", 19}} {
		t, err := l.forSale(sale.lot)
		if err != nil {
			return err
		}
		ask := sheets.Issue{TreeVersion: t.Version, Units: words.Metric, Language: words.American, SignedReason: "customer wants it before winter",
			PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: l.spots[sale.customer], PlantingOn: today, HighC: ptr(6.0), Ground: planting.GroundWorkable, Buds: stock.BudsDormant, StandsAlone: ptr(true)}}
		if _, err := l.do(roles.Advisor, "issue-sheet", kernel.None{}, ask); err != nil {
			return fmt.Errorf("sheet for %s: %w", sale.customer, err)
		}
	}
	for _, lot := range []int{15, 16, 18} {
		t, err := l.forSale(lot)
		if err != nil {
			return err
		}
		if err := l.sell(t); err != nil {
			return err
		}
	}
	return nil
}

func (l *loader) sell(t yard.Tree) error {
	_, err := l.do(roles.Manager, "move-tree", kernel.ByTag{Tag: t.Tag}, bench.Move{Version: t.Version, To: stock.Sold, Note: "at the counter"})
	return err
}

func (l *loader) forSale(lot int) (yard.Tree, error) {
	for _, code := range l.trees[lot] {
		t, err := yard.TreeByTag(l.tx, code)
		if err != nil || t.State == stock.ForSale {
			return t, err
		}
	}
	return yard.Tree{}, fmt.Errorf("demo: nothing for sale in lot %d", lot)
}

func at(deg float64) *float64 { return &deg }
