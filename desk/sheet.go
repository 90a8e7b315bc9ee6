package desk

import (
	"context"
	"strings"
	"time"

	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/store"
)

// PlanAsk is which tree goes where, what today is like, and the schools chosen for this sheet.
type PlanAsk struct {
	Tag         string                `json:"tag"`
	SpotID      string                `json:"spot_id"`
	PlantingOn  string                `json:"planting_on" doc:"YYYY-MM-DD"`
	HighC       float64               `json:"high_c" minimum:"-60" maximum:"60" doc:"that day's high"`
	Ground      string                `json:"ground" enum:"workable,frozen,waterlogged"`
	Buds        string                `json:"buds" enum:"dormant,swelling,leafed"`
	StandsAlone bool                  `json:"stands_alone"`
	Schools     map[rules.Step]string `json:"schools"`
}

// PlanView is a plan with the records it was made of.
type PlanView struct {
	Tree       TreeView
	Spot       SpotView
	PlantingOn time.Time
	Input      planting.Input
	Plan       planting.Plan
	Care       []care.Event
	// Fit is how the kind suits the spot; what excludes it must be signed for.
	Fit   Candidate
	Stops []string
	// Measures are the house's own, to say amounts in.
	Measures []yard.HouseMeasure
	house    rules.House
}

// Plan works out the planting of a tree in a spot; nothing is kept.
func (d *Desk) Plan(ctx context.Context, who Caller, ask PlanAsk) (PlanView, error) {
	if !May(who.Role, MatchAndPlan) {
		return PlanView{}, ErrNotAllowed
	}
	l := fault.Check(ask)
	on := parseDate(&l, "planting_on", ask.PlantingOn)
	house := who.House
	for step, choice := range ask.Schools {
		next, err := house.WithSchool(step, choice)
		if err != nil {
			l.Add("schools."+string(step), fault.NotAChoice, nil)
			continue
		}
		house = next
	}
	if err := l.Err(); err != nil {
		return PlanView{}, err
	}
	tree, err := d.Tree(ctx, who, ask.Tag)
	if err != nil {
		return PlanView{}, err
	}
	check := tree.Current()
	if check == nil || (tree.Tree.State != stock.ForSale && tree.Tree.State != stock.Reserved) {
		return PlanView{}, Refused{Code: "not-for-sale", Field: "tag"}
	}
	spot, err := d.Spot(ctx, who, ask.SpotID)
	if err != nil {
		return PlanView{}, err
	}
	v := PlanView{Tree: tree, Spot: spot, PlantingOn: on, house: house}
	if v.Measures, err = d.houseMeasures(ctx); err != nil {
		return PlanView{}, err
	}
	v.Input = planting.Input{
		Tree: planTree(tree, ask.StandsAlone), Kind: planKind(tree.Lot.Kind, spot.Spot.Ground), Spot: planSpot(spot),
		Today: planting.Today{DayOfYear: care.DayOf(on), HighC: ask.HighC, Ground: ask.Ground, Buds: ask.Buds},
	}
	if v.Plan, err = planting.Make(house, v.Input); err != nil {
		return PlanView{}, err
	}
	v.Fit = judge(house, spot, store.Sellable{Tree: tree.Tree, Lot: tree.Lot, Check: *check})
	v.Stops = append([]string{}, v.Plan.Stops...)
	for _, f := range v.Fit.Result.ExcludedBy {
		v.Stops = append(v.Stops, "fit-"+string(f))
	}
	if v.Plan.Refused == "" {
		v.Care = care.Calendar(careFacts(v))
	}
	return v, nil
}

// planTree takes the ball as the newest check measured it, after all corrections.
func planTree(v TreeView, standsAlone bool) planting.Tree {
	c := v.Current()
	r := c.Readings
	t := planting.Tree{
		Tag: v.Tree.Tag, Form: v.Lot.Form, Pot: v.Lot.Pot, HeightM: value(r.HeightM, v.Lot.HeightM),
		Medium: v.Lot.Medium, CaliperMM: value(r.CaliperMM, v.Lot.CaliperMM), BallDiameterMM: value(r.BallDiameterMM, v.Lot.BallDiameterMM),
		BallHeightMM: value(r.BallHeightMM, v.Lot.BallHeightMM), StandsAlone: standsAlone, Corrections: []planting.Done{},
	}
	if look := r.BareRoot; v.Lot.Form == stock.BareRoot && look != nil && look.SpreadMM != nil && look.LengthMM != nil {
		t.BallDiameterMM, t.BallHeightMM = *look.SpreadMM, *look.LengthMM
	}
	if c.Assessment.Flare != nil && c.Assessment.Flare.FlareDepthMM != nil {
		t.FlareDepthMM = *c.Assessment.Flare.FlareDepthMM
	}
	for _, w := range c.Assessment.Work {
		t.SupportBall = t.SupportBall || w.Code == "support-ball"
	}
	for _, each := range v.Checks {
		f := each.Assessment.Flare
		t.DepthInDoubt = t.DepthInDoubt || (f != nil && (f.Class == stock.Deep || f.Class == stock.TooDeep))
	}
	names := map[string]store.Correction{}
	for _, each := range v.Corrections {
		names[each.CheckID+each.WorkKey] = each
	}
	for _, each := range v.Corrections {
		if last := names[each.CheckID+each.WorkKey]; last.ID == each.ID && each.Done {
			t.Corrections = append(t.Corrections, planting.Done{Code: each.Code, AmountMM: each.AmountMM, By: each.Person.Name})
		}
	}
	return t
}

func value(given *float64, otherwise float64) float64 {
	if given == nil {
		return otherwise
	}
	return *given
}

func planSpot(v SpotView) planting.Spot {
	g, c := v.Spot.Ground, v.Spot.Site.Climate
	s := planting.Spot{
		LatDeg: v.Spot.Site.LatDeg, RaiseMM: g.RaiseMM, SummerDeficitMM: c.SummerDeficitMM, Water: g.Water,
		WindFromDeg: g.WindFrom, Exposure: g.Exposure, SunH: g.SunH, MinC: c.MinC, Sloping: g.Sloping,
		ServicesMarked: v.Reading.Marked != nil,
		Frost: planting.FrostDays{First: c.FirstFrostDay, Last: c.LastFrostDay, Last90: c.LastFrost90Day, SoilFreeze: c.SoilFreezeDay,
			BudSwell: c.BudSwellDay, CoolFrom: c.CoolFromDay, RainsFrom: c.RainsFromDay, UsualHighC: c.UsualHighC},
	}
	if v.Reading.Soil != nil {
		s.SoilGroup, s.SoilClass, s.AvailableMMPM = v.Reading.Soil.Group, v.Reading.Soil.Class, &v.Reading.Soil.AvailableWaterMMPM
	}
	if v.Reading.Class != "" {
		s.Drained, s.Drain300Min = true, v.Reading.Drainage.Drain300Min
		s.WaterEntering = v.Reading.Drainage.Class == "water-entering"
	}
	for _, o := range g.Obstacles {
		s.OverheadLine = s.OverheadLine || o.Kind == "line"
	}
	return s
}

func careFacts(v PlanView) care.Facts {
	return care.Facts{
		Planted: v.PlantingOn, Southern: v.Input.Spot.LatDeg < 0, StakeMonths: v.Plan.Stake.RemoveAfterMonths, Berm: v.Plan.Berm,
		MulchMM: v.Plan.MulchMM, DoseL: v.Plan.Basin.DoseL, DepthInDoubt: v.Input.Tree.DepthInDoubt,
		GrownForFruit: v.Input.Kind.GrownForFruit, OldWood: v.Input.Kind.OldWood, Evergreen: v.Input.Kind.Evergreen,
		Tender: v.Input.Kind.Tender, CaliperMM: v.Input.Tree.CaliperMM, FirstFrostDay: v.Input.Spot.Frost.First,
		LastFrostDay: v.Input.Spot.Frost.Last, BudSwellDay: v.Input.Spot.Frost.BudSwell,
	}
}

// Issue asks for a sheet: a plan, and the reason an advisor signs with when something stands against it.
type Issue struct {
	PlanAsk
	TreeVersion  int    `json:"tree_version"`
	SignedReason string `json:"signed_reason" maxLength:"500"`
	Units        string `json:"units" enum:"metric,us"`
	Language     string `json:"language" enum:"en-US,en-GB"`
}

// IssueSheet freezes a plan as a numbered sheet and reserves its tree.
//
// Refused when services are not marked (no signature replaces a record) or there is no planting here;
// when something else stands against it, until an advisor signs with a reason.
func (d *Desk) IssueSheet(ctx context.Context, who Caller, key string, ask Issue) (store.Sheet, error) {
	if !May(who.Role, IssueSheets) {
		return store.Sheet{}, ErrNotAllowed
	}
	number, err := once(ctx, d, who, key, "sheet", func(tx *store.Store) (int, error) {
		v, err := d.Plan(ctx, who, ask.PlanAsk)
		if err != nil {
			return 0, err
		}
		switch {
		case v.Plan.Refused != "":
			return 0, Refused{Code: v.Plan.Refused, Field: "spot_id"}
		case v.Plan.Locked:
			return 0, Refused{Code: "services-unmarked", Field: "spot_id"}
		case len(v.Stops) > 0 && strings.TrimSpace(ask.SignedReason) == "":
			return 0, Refused{Code: "sign-with-reason", Field: "signed_reason"}
		}
		t, err := tx.TreeForUpdate(ctx, v.Tree.Tree.Tag)
		if err != nil {
			return 0, err
		}
		if t.Version != ask.TreeVersion {
			return 0, Stale{Current: v.Tree}
		}
		if t.State != stock.ForSale {
			return 0, Refused{Code: "not-for-sale", Field: "tag"}
		}
		n, err := tx.Next(ctx, "sheet", 1)
		if err != nil {
			return 0, err
		}
		sheet := store.Sheet{
			ID: store.NewID(), Number: n, TreeID: t.ID, SpotID: v.Spot.Spot.ID, PersonID: who.ID, IssuedAt: d.Now(),
			PlantingOn: v.PlantingOn, Content: sheetContent(who, v, ask), CoreVersion: rules.CoreVersion,
		}
		if len(v.Stops) > 0 {
			sheet.SignedReason = strings.TrimSpace(ask.SignedReason)
		}
		if err := store.Add(ctx, tx, &sheet); err != nil {
			return 0, err
		}
		return n, d.moveTo(ctx, tx, who, t, stock.Reserved, "")
	})
	if err != nil {
		return store.Sheet{}, err
	}
	return d.Store.SheetByNumber(ctx, number)
}

func sheetContent(who Caller, v PlanView, ask Issue) store.SheetContent {
	c := store.SheetContent{
		Customer: v.Spot.Spot.Site.Customer.Name, Address: v.Spot.Spot.Site.Address, SpotName: v.Spot.Spot.Name,
		Tag: v.Tree.Tree.Tag, Common: v.Tree.Lot.Called(), Botanical: v.Tree.Lot.Kind.Botanical,
		LotNumber: v.Tree.Lot.Number, Grower: v.Tree.Lot.Grower.Name, IssuedBy: who.Name,
		Input: v.Input, Rules: v.house.Changed(), Schools: v.house.Chosen(), Plan: v.Plan, Care: v.Care,
		Units: ask.Units, Language: ask.Language, Measures: v.Measures,
	}
	if m := v.Spot.Reading.Marked; m != nil {
		c.Marking = &store.SheetMarking{Reference: m.Reference, MarkedBy: m.MarkedBy, ExpiresOn: m.ExpiresOn}
	}
	return c
}

// Sheet finds an issued sheet.
func (d *Desk) Sheet(ctx context.Context, who Caller, number int) (store.Sheet, error) {
	if !May(who.Role, SeeGround) {
		return store.Sheet{}, ErrNotAllowed
	}
	return d.Store.SheetByNumber(ctx, number)
}

// Draft is a sheet that is not issued: it may be drawn and printed, headed "not to dig" while locked.
func (d *Desk) Draft(ctx context.Context, who Caller, ask Issue) (store.Sheet, error) {
	v, err := d.Plan(ctx, who, ask.PlanAsk)
	if err != nil {
		return store.Sheet{}, err
	}
	if v.Plan.Refused != "" {
		return store.Sheet{}, Refused{Code: v.Plan.Refused, Field: "spot_id"}
	}
	return store.Sheet{PlantingOn: v.PlantingOn, IssuedAt: d.Now(), Content: sheetContent(who, v, ask), CoreVersion: rules.CoreVersion}, nil
}
