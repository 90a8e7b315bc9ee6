package sheets

import (
	"cmp"
	"slices"
	"time"

	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/match"
	records "sedum/app/yard"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// PlanAsk is which tree goes where, what today is like, and the schools chosen for this sheet.
type PlanAsk struct {
	Tag        string `json:"tag"`
	SpotID     string `json:"spot_id"`
	PlantingOn string `json:"planting_on" doc:"YYYY-MM-DD"`
	// What is asked of the day and the tree; a plan may be drawn before it is answered, and is not issued before.
	HighC       *float64              `json:"high_c,omitempty" minimum:"-60" maximum:"60" doc:"that day's high"`
	Ground      planting.Ground       `json:"ground,omitempty" optional:"true"`
	Buds        stock.Buds            `json:"buds,omitempty" optional:"true"`
	StandsAlone *bool                 `json:"stands_alone,omitempty"`
	Schools     map[rules.Step]string `json:"schools"`
	// Arms are several kinds on one stem, WeakestMM how long the weakest stays; Plaque that one goes with the tree.
	Arms      []planting.Arm `json:"arms,omitempty" maxItems:"6"`
	WeakestMM *float64       `json:"weakest_mm,omitempty" exclusiveMinimum:"0" maximum:"5000"`
	Plaque    bool           `json:"plaque,omitempty"`
	// Base is how the soil under the hole lies where somebody loosened it, LoosenedMM how deep.
	Base       planting.Base `json:"base,omitempty" optional:"true"`
	LoosenedMM float64       `json:"loosened_mm,omitempty" minimum:"0" maximum:"2000"`
}

// own are the schools that are chosen for this sheet otherwise than a house has them on this ground.
func (a PlanAsk) own(h rules.House) map[rules.Step]string {
	out := map[rules.Step]string{}
	for step, choice := range a.Schools {
		if _, known := rules.FindSchools(step); known && h.School(step) != choice {
			out[step] = choice
		}
	}
	return out
}

// open names what was not answered; a plan drawn meanwhile takes a mild day, workable ground and dormant buds, and holds the tree for one
// that cannot stand alone.
func (a PlanAsk) open() []string {
	out := []string{}
	for _, each := range []struct {
		name string
		open bool
	}{{"ground", a.Ground == ""}, {"high_c", a.HighC == nil}, {"buds", a.Buds == ""}, {"stands_alone", a.StandsAlone == nil},
		{"loosened_mm", a.loose() && a.LoosenedMM == 0}} {
		if each.open {
			out = append(out, each.name)
		}
	}
	return out
}

// loose is that somebody dug over what lies under the hole.
func (a PlanAsk) loose() bool { return a.Base != "" && a.Base != planting.BaseUndisturbed }

func (a PlanAsk) today(day time.Time) planting.Today {
	if a.loose() && a.LoosenedMM == 0 { // how deep is asked before a sheet goes out
		a.Base = ""
	}
	return planting.Today{DayOfYear: care.DayOf(day), HighC: orElse(a.HighC, 8), Ground: cmp.Or(a.Ground, planting.GroundWorkable), Buds: cmp.Or(a.Buds, stock.BudsDormant),
		Unasked: a.HighC == nil || a.Ground == "" || a.Buds == "", Plaque: a.Plaque, Base: a.Base, LoosenedMM: a.LoosenedMM}
}

// planned is a plan with the records it was made of.
type planned struct {
	tree       bench.Record
	spot       ground.Known
	plantingOn time.Time
	input      planting.Input
	plan       planting.Plan
	care       []care.Event
	// fit is how the kind suits the spot; what excludes it must be signed for.
	fit   match.Judged
	house rules.House
	// own are the schools of this sheet alone, ofGround those that the ground has for itself.
	own      map[rules.Step]string
	ofGround []rules.Own
}

// make works out the planting of a tree in a spot; nothing is kept.
func (desk Desk) make(tx *kernel.Tx, ask PlanAsk) (planned, error) {
	p := planned{house: tx.Who.House}
	var l fault.List
	p.plantingOn = kernel.Date(&l, "planting_on", ask.PlantingOn)
	if len(l) == 0 {
		l = planting.CheckDay(p.plantingOn, tx.Today())
	}
	for step, choice := range ask.Schools {
		if _, err := p.house.WithSchool(step, choice); err != nil {
			l.Add("schools."+string(step), fault.NotAChoice, nil)
		}
	}
	if err := l.Err(); err != nil {
		return p, err
	}
	t, err := records.TreeByTag(tx, ask.Tag)
	if err != nil {
		return p, err
	}
	if p.tree, err = bench.RecordOf(tx, t); err != nil {
		return p, err
	}
	c := p.tree.Current()
	if c == nil || !t.State.MayPlan() {
		return p, kernel.Refused{Code: "not-for-sale", Field: "tag"}
	}
	if p.spot, err = ground.SpotOf(tx, ask.SpotID); err != nil {
		return p, err
	}
	p.house = p.spot.Schools.House(p.house)
	p.own, p.ofGround = ask.own(p.house), p.spot.Schools.Own(tx.Who.House)
	for step, choice := range p.own {
		if p.house, err = p.house.WithSchool(step, choice); err != nil {
			return p, err
		}
	}
	p.ofGround = slices.DeleteFunc(p.ofGround, func(o rules.Own) bool { _, here := p.own[o.Step]; return here })
	p.input = planting.Input{
		Tree: planTree(p.house, p.tree, ask.StandsAlone != nil && *ask.StandsAlone), Kind: match.PlanKind(p.tree.Lot.Kind, p.spot.Ground), Spot: match.PlanSpot(p.spot, p.plantingOn),
		Today: ask.today(p.plantingOn),
	}
	p.input.Tree.Arms, p.input.Tree.WeakestMM = ask.Arms, ask.WeakestMM
	p.fit = judged(p.house, p.spot, p.tree)
	p.input.Standing = p.fit.Standing
	if p.input.Standing.ClockSpent, err = desk.Clocks.SpentBy(tx, p.tree.Lot, t, p.plantingOn); err != nil {
		return p, err
	}
	if p.plan, err = planting.Make(p.house, p.input); err != nil {
		return p, err
	}
	p.care = careOf(p.house, p.plantingOn, p.input, p.plan)
	return p, nil
}

// Planned is the planting of a tree in a spot as a sheet would have it; nothing is kept.
func (desk Desk) Planned(tx *kernel.Tx, ask PlanAsk) (rules.House, planting.Input, planting.Plan, error) {
	p, err := desk.make(tx, ask)
	return p.house, p.input, p.plan, err
}

// judged holds a checked tree against a spot, at the height that its newest look measured.
func judged(h rules.House, k ground.Known, r bench.Record) match.Judged {
	o := records.Offer{LotID: r.Tree.LotID, Tag: r.Tree.Tag}
	if c := r.Current(); c != nil {
		o.HeightM = c.Readings.HeightM
	}
	return match.Judge(h, k, r.Lot, o)
}

// planTree takes the ball as the newest check measured it, after all corrections.
func planTree(h rules.House, r bench.Record, standsAlone bool) planting.Tree {
	c := r.Current()
	read := c.Readings
	t := planting.Tree{
		Tag: r.Tree.Tag, Form: r.Lot.Form, Pot: r.Lot.Pot, HeightM: orElse(read.HeightM, r.Lot.HeightM),
		Medium: r.Lot.Medium, CaliperMM: orElse(read.CaliperMM, r.Lot.CaliperMM), BallDiameterMM: orElse(read.BallDiameterMM, r.Lot.BallDiameterMM),
		BallHeightMM: orElse(read.BallHeightMM, r.Lot.BallHeightMM), StandsAlone: standsAlone, Corrections: []planting.Done{},
	}
	for _, size := range []struct {
		name  string
		given *float64
	}{{"height_m", read.HeightM}, {"caliper_mm", read.CaliperMM}} {
		if size.given == nil {
			t.Nominal = append(t.Nominal, size.name)
		}
	}
	if look := read.BareRoot; r.Lot.Form == stock.BareRoot && look != nil && look.SpreadMM != nil && look.LengthMM != nil {
		t.BallDiameterMM, t.BallHeightMM = *look.SpreadMM, *look.LengthMM
	}
	if c.Assessment.Flare != nil && c.Assessment.Flare.FlareDepthMM != nil {
		t.FlareDepthMM = *c.Assessment.Flare.FlareDepthMM
	}
	if r.Tree.BundleCount > 1 {
		t.Count = r.Tree.BundleCount
	}
	t.SupportBall = c.Assessment.Supports()
	t.Found = foundOf(h, r)
	for _, each := range r.Checks {
		t.DepthInDoubt = t.DepthInDoubt || each.Assessment.DepthInDoubt()
	}
	last := map[string]string{}
	for _, each := range r.Corrections {
		last[each.CheckID+each.WorkKey] = each.ID
	}
	for _, each := range r.Corrections {
		if each.Done && last[each.CheckID+each.WorkKey] == each.ID {
			t.Corrections = append(t.Corrections, planting.Done{Code: each.Code, AmountMM: each.AmountMM, By: each.Person.Name})
		}
	}
	return t
}

func orElse(given *float64, otherwise float64) float64 {
	if given == nil {
		return otherwise
	}
	return *given
}
