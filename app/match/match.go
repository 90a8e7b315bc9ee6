// Package match holds the trees that may be sold against a customer's spot (handbook, fit.md).
package match

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"sedum/app/clock"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/climate"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/kernel"
)

// MatchAndPlan is for those who stand before a customer.
var MatchAndPlan = kernel.Permission{Name: "match-and-plan", Roles: roles.Counter()}

// Capability declares what can be asked here.
func Capability(clocks clock.Clocks) kernel.Capability {
	m := matches{clocks}
	return kernel.Capability{Name: "match", Operations: []kernel.Operation{
		kernel.Read("match", "/spots/{id}/match", MatchAndPlan, m.match),
		kernel.Read("match-kind", "/spots/{id}/match/kind", MatchAndPlan, m.kind),
		kernel.Ask("match-several", "/spots/{id}/match/several", MatchAndPlan, several),
		kernel.Read("see-room", "/spots/{id}/match/room", MatchAndPlan, seeRoom),
		kernel.Read("match-beside", "/spots/{id}/match/beside", MatchAndPlan, m.beside),
		kernel.Read("judge-move", "/spots/{id}/move", MatchAndPlan, moving),
		kernel.ReadFile("move-pdf", "/spots/{id}/move.pdf", MatchAndPlan, "application/pdf", movePDF),
		kernel.ReadFile("match-table", "/spots/{id}/match.csv", MatchAndPlan, "text/csv", m.table),
		kernel.ReadFile("order-note", "/spots/{id}/match/order.txt", MatchAndPlan, "text/plain", orderNote),
		kernel.Read("match-order", "/spots/{id}/match/order", MatchAndPlan, couldOrder),
	}}
}

// matches asks the clocks whether bare roots may still be sold.
type matches struct{ clocks clock.Clocks }

// Judged is what may be sold of one lot at one height, held against one spot.
type Judged struct {
	yard.Offer
	Lot    yard.Lot
	Result fit.Result
	Room   *coreground.RoomResult
	Site   fit.Site
	// Standing is what they say together, Stand whether it can stand there at all: the plan asks the same.
	Standing planting.Standing
	Stand    planting.Stand
	// NotWanted is what of it the customer does not want at all; Here is what the spot knows, by which it was judged.
	NotWanted []coreground.Harm
	Here      coreground.Facts
	// Stock is the rootstock on which it stands, nil where the catalogue does not know it.
	Stock *fit.Rootstock
	// DigL is how much earth is moved to plant it, nil while nobody knows.
	DigL *float64
	// Place is what the notes of a kind read of the spot.
	Place kind.Place
	// Winters are the chill of each winter by the site's station, empty where somebody typed the chill of the site.
	Winters []station.Short
	// CanWhen is when it can be planted by the calendar of the place, empty while nobody knows its frosts; NextDay the first day of the year
	// from today on, NowStatus what the calendar says of today.
	CanWhen   map[coreground.When]bool
	NextDay   int
	NowStatus planting.WindowStatus
}

// Judge holds trees of a lot against a spot; heightM is as a look measured it, nil when none did.
func Judge(h rules.House, k ground.Known, lot yard.Lot, o yard.Offer) Judged {
	j := Judged{Lot: lot, Offer: o, Here: k.Ground}
	j.Lot.Kind, j.Stock = lot.Kind.On(lot.Rootstock)
	lot = j.Lot
	j.NotWanted = j.harms(k.Ground.Never)
	j.Place = kind.Place{Ground: k.Ground, UsualHighC: k.Climate.UsualHighC, FailedGenus: k.FailedGenus}
	j.Winters = k.Winters
	j.Site, j.Room = siteFor(h, k, j)
	j.Result = fit.Judge(h, j.Site, lot.Kind.Facts.Kind)
	j.Standing = planting.StandingOf(j.Result, j.Site, j.Room, k.Ground.Obstacles)
	for _, harms := range j.harmsHere(k.Ground) {
		for _, harm := range harms {
			if !slices.Contains(j.Standing.HarmsHere, harm) {
				j.Standing.HarmsHere = append(j.Standing.HarmsHere, harm)
			}
		}
	}
	slices.Sort(j.Standing.HarmsHere)
	if a := k.LineAnswered(); a != nil {
		j.Standing.LineAnswered, j.Standing.LineKeepM = true, a.KeepM
	}
	in := planting.Input{Tree: planting.Tree{Form: lot.Form, CaliperMM: lot.CaliperMM, HeightM: j.heightM(), BallDiameterMM: lot.BallDiameterMM, BallHeightMM: lot.BallHeightMM}, Kind: PlanKind(lot.Kind, k.Ground), Spot: PlanSpot(k, time.Time{}), Standing: j.Standing}
	bed, _ := planting.BedDrainage(h, in.Kind, in.Spot)
	if litres, known := planting.DigL(h, in, bed); known {
		j.DigL = &litres
	}
	j.Stand = planting.CanStand(h, in, bed)
	j.byCalendar(h, k, in)
	return j
}

// byCalendar notes when it can be planted at the place.
func (j *Judged) byCalendar(h rules.House, k ground.Known, in planting.Input) {
	year, known := k.Calendars.Of(h, in, climate.DayOfYear(k.Today))
	if known {
		j.NowStatus, j.NextDay, j.CanWhen = year.Now, year.Next, year.Can
	}
}

// mark is how well it will do there; what nobody plants there, whoever signs, is excluded as well.
func (j Judged) mark(h rules.House) fit.Mark {
	if j.excluded() {
		return fit.Excluded
	}
	return fit.MarkOf(h, j.Result)
}

// excluded tells whether no tree of it is offered there.
func (j Judged) excluded() bool { return j.Stand.Excludes(j.Result) || len(j.NotWanted) > 0 }

// Offered is one tree that may be sold.
type Offered struct {
	Tag        string  `json:"tag"`
	LotNumber  int     `json:"lot_number"`
	PotL       float64 `json:"pot_l"`
	HeightM    float64 `json:"height_m"`
	PriceCents int     `json:"price_cents"`
}

// Kind is a kind by the best of its trees, with the first of those.
type Kind struct {
	Candidate
	Count int       `json:"trees_count" doc:"trees of the kind that may be sold"`
	Trees []Offered `json:"trees" doc:"the best of them; of what is excluded none"`
	// Forms are its lots side by side as kinds of stock, on asking for the kind; empty where there is one.
	Forms []FormLine `json:"forms,omitempty"`
}

// Ranked is a spot with the kinds of which a tree may be sold: the best first, the excluded last.
type Ranked struct {
	Spot  ground.Page `json:"spot"`
	Kinds []Kind      `json:"kinds"`
	// Questions are those that an advisor asks first, each answer with how many trees it leaves.
	Questions []Question `json:"questions"`
	// Open are the factors that nobody measured, by how many trees are held back for it: the first would tell most.
	Open []Open `json:"open"`
}

const (
	// firstTrees of a kind come with it; the rest on asking.
	firstTrees = 12
	mostTrees  = 500
)

// Ask is what a match is asked about.
type Ask struct {
	kernel.ByID
	Tag string `query:"tag" doc:"a tree that somebody has in mind: it comes first in its kind"`
}

func (m matches) match(tx *kernel.Tx, ask Ask) (Ranked, error) {
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return Ranked{}, err
	}
	judged, spent, err := m.judgeAll(tx, k, anyLot)
	if err != nil {
		return Ranked{}, err
	}
	kinds, err := kindsOf(tx, judged, spent, firstTrees)
	if err != nil {
		return Ranked{}, err
	}
	tallies, err := talliesOf(tx, judged)
	if err != nil {
		return Ranked{}, err
	}
	out := Ranked{k.Page(tx), kinds, questions(tx.Who.House, k.Ground, judged, tallies), openFactors(tx.Say, judged, tallies)}
	if ask.Tag == "" {
		return out, nil
	}
	return out, putFirst(tx, kinds, judged, ask.Tag)
}

// putFirst puts the tree that somebody has in mind first in its kind, when it may be sold.
func putFirst(tx *kernel.Tx, kinds []Kind, judged []Judged, tag string) error {
	t, err := yard.TreeByTag(tx, tag)
	if err != nil || t.State != stock.ForSale {
		return err
	}
	for _, j := range judged {
		if offerKey(j.LotID, j.HeightM) != offerKey(t.LotID, t.HeightM) || j.excluded() {
			continue
		}
		for i := range kinds {
			if kinds[i].Common == j.Lot.Called() {
				others := slices.DeleteFunc(kinds[i].Trees, func(o Offered) bool { return o.Tag == t.Tag })
				kinds[i].Trees = append([]Offered{j.offered(t.Tag)}, others...)
				return nil
			}
		}
	}
	return nil
}

// KindAsk asks for one kind of a match.
type KindAsk struct {
	kernel.ByID
	Kind string `query:"kind" doc:"as the match calls it"`
}

// kind is one kind with every tree of it that may be sold, as far as anybody reads.
func (m matches) kind(tx *kernel.Tx, ask KindAsk) (Kind, error) {
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return Kind{}, err
	}
	judged, spent, err := m.judgeAll(tx, k, func(l yard.Lot) bool { return l.Called() == ask.Kind })
	if err != nil {
		return Kind{}, err
	}
	kinds, err := kindsOf(tx, judged, spent, mostTrees)
	if err == nil && len(kinds) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return Kind{}, err
	}
	tallies, err := talliesOf(tx, judged)
	kinds[0].Forms = formsOf(tx.Who.House, PlanSpot(k, time.Time{}).SoilGroup, judged, func(lot int) int { return tallies[lot] })
	return kinds[0], err
}

// kindsOf gathers what was judged by kind, in its order, with at most so many trees of each.
func kindsOf(tx *kernel.Tx, judged []Judged, spent map[string]bool, most int) ([]Kind, error) {
	heights, numbers := map[int]int{}, []int{}
	for _, j := range judged {
		heights[j.Lot.Number]++
		numbers = append(numbers, j.Lot.Number)
	}
	tallies, err := yard.TalliesOf(tx, numbers)
	if err != nil {
		return nil, err
	}
	place, room, lots := map[string]int{}, map[string]int{}, []string{}
	out, counted := []Kind{}, map[int]bool{}
	for _, j := range judged {
		name, ofLot := j.Lot.Called(), tallies[j.Lot.Number].Counts[stock.ForSale]
		if _, ok := place[name]; !ok {
			place[name] = len(out)
			out = append(out, Kind{Candidate: j.Show(tx.Say, tx.Who.House), Trees: []Offered{}})
		}
		if !counted[j.Lot.Number] {
			counted[j.Lot.Number] = true
			out[place[name]].Count += ofLot
		}
		if !j.excluded() && room[name] < most {
			// Of a lot with several heights nobody knows how its trees divide: at least one stands at each.
			least := 1
			if heights[j.Lot.Number] == 1 {
				least = ofLot
			}
			room[name] += least
			lots = append(lots, j.LotID)
		}
	}
	trees, err := yard.OfferedTrees(tx, lots, most)
	if err != nil {
		return nil, err
	}
	byOffer := map[string][]yard.OfferedTree{}
	for _, t := range trees {
		if spent[t.ID] {
			continue
		}
		key := offerKey(t.LotID, t.HeightM)
		byOffer[key] = append(byOffer[key], t)
	}
	for _, j := range judged {
		kind := &out[place[j.Lot.Called()]]
		if j.excluded() {
			continue
		}
		for _, t := range byOffer[offerKey(j.LotID, j.HeightM)] {
			if len(kind.Trees) < most {
				kind.Trees = append(kind.Trees, j.offered(t.Tag))
			}
		}
	}
	return out, nil
}

func offerKey(lotID string, heightM *float64) string {
	if heightM == nil {
		return lotID
	}
	return fmt.Sprintf("%s %.3f", lotID, *heightM)
}

// heightM is what a look measured, else what the lot says.
func (j Judged) heightM() float64 {
	if j.HeightM != nil {
		return *j.HeightM
	}
	return j.Lot.HeightM
}

func (j Judged) offered(tag string) Offered {
	return Offered{Tag: tag, LotNumber: j.Lot.Number, PotL: j.Lot.PotL, HeightM: j.heightM(), PriceCents: j.Lot.PriceCents}
}

// anyLot is for who asks about all of them.
func anyLot(yard.Lot) bool { return true }

// judgeAll holds everything that may be sold of the lots that are asked about against a spot, in order; lots of bare roots that are spent are left out, and single bundles
// that are spent come back by id.
func (m matches) judgeAll(tx *kernel.Tx, k ground.Known, asked func(yard.Lot) bool) (out []Judged, spent map[string]bool, err error) {
	offers, err := yard.Offers(tx)
	if err != nil {
		return nil, nil, err
	}
	lotIDs := []string{}
	for _, o := range offers {
		lotIDs = append(lotIDs, o.LotID)
	}
	lots, err := yard.LotsByID(tx, lotIDs)
	if err != nil {
		return nil, nil, err
	}
	if spent, err = m.clocks.Spent(tx, slices.Collect(maps.Values(lots))); err != nil {
		return nil, nil, err
	}
	for _, o := range offers {
		if !spent[o.LotID] && asked(lots[o.LotID]) {
			out = append(out, Judge(tx.Who.House, k, lots[o.LotID], o))
		}
	}
	slices.SortStableFunc(out, func(a, b Judged) int { return order(a, b, k.Ground) })
	return out, spent, nil
}

// order is the core's, then by name; what is not offered comes last.
func order(a, b Judged, g coreground.Facts) int {
	if a.excluded() != b.excluded() {
		if a.excluded() {
			return 1
		}
		return -1
	}
	return cmp.Or(fit.Compare(a.Result, b.Result, a.wishesMet(g), b.wishesMet(g)), strings.Compare(a.Lot.Kind.Common+a.Tag, b.Lot.Kind.Common+b.Tag))
}

// meets tells whether a kind is used for what the customer wants.
func (j Judged) meets(purpose coreground.Purpose) bool {
	return slices.Contains(j.Lot.Kind.Facts.Uses, purpose)
}

// staysUnder tells whether a kind is known to grow no taller than is wished.
func (j Judged) staysUnder(tallestM float64) bool {
	most := j.Lot.Kind.Facts.HeightMaxM
	return most != nil && num.AtMost(*most, tallestM)
}

// wishesMet counts what a kind meets of what the customer wishes for.
func (j Judged) wishesMet(g coreground.Facts) (n int) {
	if g.Purpose != "" && j.meets(g.Purpose) {
		n++
	}
	if g.TallestM != nil && j.staysUnder(*g.TallestM) {
		n++
	}
	if g.Care != "" && g.Care.Enough(j.careWanted()) {
		n++
	}
	if g.When != "" && j.CanWhen[g.When] {
		n++
	}
	return n
}

// careWanted is how much care its kind wants.
func (j Judged) careWanted() coreground.Care {
	f := j.Lot.Kind.Facts
	return fit.CareOf(fit.CareWants{Fruiting: f.Fruiting, Tender: f.Tender, Thirsty: f.Thirsty, Drought: f.Drought, Bleeds: f.Bleeds, StoneFruit: f.StoneFruit})
}

// harms are those of a list that a kind does.
func (j Judged) harms(list []coreground.Harm) []coreground.Harm {
	return slices.DeleteFunc(slices.Clone(list), func(h coreground.Harm) bool {
		return !slices.Contains(j.Lot.Kind.Facts.Cautions, planting.Caution(h)) && !(h == "poison" && slices.Contains(j.Lot.Kind.Facts.AllCautions(), "listed-poison"))
	})
}

// harmsHere is what of a kind may harm who lives at the spot.
func (j Judged) harmsHere(g coreground.Facts) map[coreground.Resident][]coreground.Harm {
	out := map[coreground.Resident][]coreground.Harm{}
	for _, r := range g.LivesHere {
		if harms := j.harms(r.Harms()); len(harms) > 0 {
			out[r] = harms
		}
	}
	return out
}
