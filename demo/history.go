package demo

import (
	"math"

	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/growers"
	"sedum/app/lots"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// past are lots of earlier months that are closed: what the growers' records are made of. Of each five trees were checked.
var past = []struct {
	grower, kind string
	monthsAgo    int
	buried, rot  int
	decision     stock.LotDecision
}{
	{"Marrow Hill Growers", "Hornbeam", 14, 1, 0, stock.LotReleased}, {"Marrow Hill Growers", "Katsura", 11, 0, 0, stock.LotReleased},
	{"Marrow Hill Growers", "Zelkova", 8, 0, 0, stock.LotReleased}, {"Marrow Hill Growers", "Medlar", 5, 1, 0, stock.LotReleased},
	{"Oxbow Flat Nursery", "Honey locust", 13, 2, 0, stock.LotReleased}, {"Oxbow Flat Nursery", "Hackberry", 9, 1, 2, stock.LotRefused},
	{"Oxbow Flat Nursery", "Tupelo", 7, 2, 1, stock.LotRefused}, {"Oxbow Flat Nursery", "Field maple", 4, 1, 0, stock.LotReleased},
	{"Stillwater Liners", "Snowbell", 12, 0, 0, stock.LotReleased}, {"Stillwater Liners", "Redbud", 6, 0, 1, stock.LotReleased},
}

// history takes the past lots in, checks and closes them, each at its own time.
func (l *loader) history() error {
	l.trees = map[int][]string{}
	if _, err := l.tx.Next("lot", firstLot-1-len(past)); err != nil {
		return err
	}
	now := l.now
	defer func() { l.now = now }()
	for i, p := range past {
		l.now = now.AddDate(0, -p.monthsAgo, -i)
		if err := l.pastLot(p.grower, p.kind, p.buried, p.rot, p.decision); err != nil {
			return err
		}
	}
	return nil
}

func (l *loader) pastLot(grower, kind string, buried, rot int, decision stock.LotDecision) error {
	number, err := l.tx.Next("lot", 0)
	if err != nil {
		return err
	}
	if err := l.takeIn(grower, 0, "", 0, []arrivals.NewLot{{Kind: kind, Count: 5, LotFacts: stock.LotFacts{Form: stock.Container, Pot: stock.PotStandard, PotL: 20,
		BallDiameterMM: 300, BallHeightMM: 260, CaliperMM: 26, HeightM: 2, PriceCents: 11900}}}, number); err != nil {
		return err
	}
	for i, code := range l.trees[number] {
		if _, err := l.look(code, bench.NewCheck{Version: 1, Readings: l.pastLook(i, buried, rot)}); err != nil {
			return err
		}
	}
	lot, err := yard.LotByNumber(l.tx, number)
	if err != nil {
		return err
	}
	of := kernel.ByNumber{Number: number}
	if _, err := l.do(roles.Manager, "close-lot", of, lots.Closing{Version: lot.Version, Decision: decision}); err != nil {
		return err
	}
	if buried+rot > 0 {
		message := "The flare lay far too deep in the pot."
		if rot > 0 {
			message = "Roots soft and sour; the trees were kept apart."
		}
		note := growers.NewNote{Version: lot.Version + 1, Asked: "credit", Message: message, Language: words.American, Units: words.Metric}
		if _, err := l.do(roles.Manager, "send-grower-note", of, note); err != nil {
			return err
		}
	}
	return l.sellLot(number)
}

// sellLot lets the sound trees of a past lot go.
func (l *loader) sellLot(number int) error {
	for _, code := range l.trees[number] {
		t, err := yard.TreeByTag(l.tx, code)
		if err != nil {
			return err
		}
		if t.State != stock.ForSale {
			continue
		}
		if err := l.sell(t); err != nil {
			return err
		}
	}
	return nil
}

func (l *loader) pastLook(i, buried, rot int) stock.Readings {
	height, depth := 2.0, 0.0
	r := stock.Readings{
		BallDiameterMM: ptr(300.0), BallHeightMM: ptr(260.0), CaliperMM: ptr(26.0), HeightM: &height,
		Above:  stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none", Leaves: "sound"},
		Probes: []stock.Probe{}, SeenDepthMM: &depth, ZonesLooked: stock.AllZones(), Roots: []stock.Circler{}, Texture: stock.TextureFirm, Odour: stock.OdourNone, BottomRoots: stock.BottomRootsPresent, PotTop: stock.PotTopClean,
		Moisture: stock.MoistureMoist, FillPct: ptr(80.0), MatSidePct: ptr(math.Round(8 + l.random.Float64()*8)), MatBottomPct: ptr(10.0),
	}
	if i < buried {
		depth = 96
	}
	if i >= buried && i < buried+rot {
		r.Texture, r.Odour = stock.TextureSoft, stock.OdourSour
	}
	return r
}
