package desk

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/store"
)

// ClockUnit is one lot of bare roots, or a bundle that is kept in its own way, on the board.
type ClockUnit struct {
	Lot store.Lot
	// Tag of the bundle, "" for the lot.
	Tag    string
	TreeID *string
	Trees  int
	Stages []store.ClockStage
	// Since is from when the present cover holds.
	Since  time.Time
	Input  stock.ExposureInput
	Result stock.ExposureResult
	// EndsAt is when the roots are spent, kept as now; nil when nothing runs out.
	EndsAt *time.Time
	Dip    *store.GelDip
	// Felt is what a hand last felt at the roots; FeelToday that nobody has today.
	Felt      *store.DampLook
	FeelToday bool
}

// ID tells units apart.
func (u ClockUnit) ID() string {
	if u.TreeID != nil {
		return *u.TreeID
	}
	return u.Lot.ID
}

// Clock shows every unit of bare roots in the yard, the soonest to be spent first.
func (d *Desk) Clock(ctx context.Context, who Caller) ([]ClockUnit, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	units, err := d.clockUnits(ctx, who.House)
	if err != nil {
		return nil, err
	}
	return units, d.feltAt(ctx, units)
}

func (d *Desk) clockUnits(ctx context.Context, h rules.House) ([]ClockUnit, error) {
	lots, err := d.Store.BareRootLots(ctx)
	if err != nil || len(lots) == 0 {
		return []ClockUnit{}, err
	}
	ids := make([]string, len(lots))
	for i, l := range lots {
		ids[i] = l.ID
	}
	stages, err := d.Store.StagesOf(ctx, ids)
	if err != nil {
		return nil, err
	}
	out := []ClockUnit{}
	now := d.Now()
	for _, lot := range lots {
		units, err := d.unitsOf(ctx, h, lot, stages, now)
		if err != nil {
			return nil, err
		}
		out = append(out, units...)
	}
	slices.SortStableFunc(out, func(a, b ClockUnit) int {
		switch la, lb := hoursOf(a), hoursOf(b); {
		case la < lb:
			return -1
		case la > lb:
			return 1
		}
		return a.Lot.Number - b.Lot.Number
	})
	return out, nil
}

func hoursOf(u ClockUnit) float64 {
	if u.Result.HoursLeft == nil {
		return math.Inf(1)
	}
	return *u.Result.HoursLeft
}

// unitsOf are the lot as a whole, less the bundles that are kept in their own way, and those bundles.
func (d *Desk) unitsOf(ctx context.Context, h rules.House, lot store.Lot, all []store.ClockStage, now time.Time) ([]ClockUnit, error) {
	common, own := []store.ClockStage{}, map[string][]store.ClockStage{}
	for _, s := range all {
		switch {
		case s.LotID != lot.ID:
		case s.TreeID == nil:
			common = append(common, s)
		default:
			own[*s.TreeID] = append(own[*s.TreeID], s)
		}
	}
	count, err := d.Store.CountInYard(ctx, lot.Number)
	if err != nil {
		return nil, err
	}
	ids := []string{}
	for id := range own {
		ids = append(ids, id)
	}
	trees := []store.Tree{}
	if len(ids) > 0 {
		if trees, err = d.Store.TreesByID(ctx, ids); err != nil {
			return nil, err
		}
	}
	dips, err := d.Store.DipsOf(ctx, lot.ID)
	if err != nil {
		return nil, err
	}
	out := []ClockUnit{}
	for _, t := range trees {
		if gone[t.State] {
			continue
		}
		count -= t.BundleCount
		// A bundle shared the lot's life until its own began, and what was done to the whole lot later is done to it too.
		merged := append(append([]store.ClockStage{}, common...), own[t.ID]...)
		slices.SortStableFunc(merged, func(a, b store.ClockStage) int { return a.At.Compare(b.At) })
		u := ClockUnit{Lot: lot, Tag: t.Tag, TreeID: &t.ID, Trees: t.BundleCount, Stages: merged, Dip: openDip(dips, &t.ID)}
		if err := d.runClock(h, &u, now); err != nil {
			return nil, err
		}
		out = append(out, u)
	}
	if count > 0 && len(common) > 0 {
		u := ClockUnit{Lot: lot, Trees: count, Stages: common, Dip: openDip(dips, nil)}
		if err := d.runClock(h, &u, now); err != nil {
			return nil, err
		}
		out = append(out, u)
	}
	return out, nil
}

var gone = map[stock.State]bool{stock.Sold: true, stock.SentBack: true, stock.Lost: true}

// openDip is the newest dip of a unit that is mixed and not yet used.
func openDip(dips []store.GelDip, treeID *string) *store.GelDip {
	for _, dip := range dips {
		if dip.DippedAt == nil && (dip.TreeID == nil) == (treeID == nil) && (treeID == nil || *dip.TreeID == *treeID) {
			return &dip
		}
	}
	return nil
}

// stretch is the longest time for which one reading of the weather station stands.
const stretch = 3 * time.Hour

// runClock turns the entries into stages up to now and lets the core add them up.
func (d *Desk) runClock(h rules.House, u *ClockUnit, now time.Time) error {
	in := stock.ExposureInput{Sensitivity: u.Lot.Sensitivity, Stages: []stock.Stage{}}
	if len(u.Stages) > 0 && now.Before(u.Stages[0].At) { // a clock that is about to begin
		now = u.Stages[0].At
	}
	var present store.ClockStage
	covers := []store.ClockStage{}
	for _, s := range u.Stages {
		if !s.At.After(now) {
			covers = append(covers, s)
		}
	}
	for i, s := range covers {
		end := now
		if i+1 < len(covers) {
			end = covers[i+1].At
		}
		if s.Rewet {
			yes := true
			in.Stages = append(in.Stages, stock.Stage{Rewet: &yes})
			s = present // the cover goes on after it
		} else {
			if s.Cover != present.Cover {
				u.Since = s.At
			}
			present = s
		}
		if s.Cover == "" {
			continue
		}
		in.Stages = append(in.Stages, d.stretches(h, s, covers[i].At, end)...)
	}
	in.Now = d.airOf(h, present, now)
	u.Input = in
	var err error
	if u.Result, err = stock.Exposure(h, in); err != nil {
		return fmt.Errorf("clock of lot %d: %w", u.Lot.Number, err)
	}
	if u.Result.HoursLeft != nil {
		ends := now.Add(time.Duration(*u.Result.HoursLeft * float64(time.Hour)))
		u.EndsAt = &ends
	}
	return nil
}

// stretches cuts a stage into pieces for which one reading of the air may stand.
func (d *Desk) stretches(h rules.House, s store.ClockStage, from, to time.Time) []stock.Stage {
	out := []stock.Stage{}
	step := stretch
	if s.TempC != nil && s.RHPct != nil {
		step = to.Sub(from) // typed: it holds for the whole of it
	} else if to.Sub(from) > 60*24*time.Hour {
		step = 24 * time.Hour
	}
	for begin := from; begin.Before(to); begin = begin.Add(step) {
		end := begin.Add(step)
		if end.After(to) {
			end = to
		}
		air := d.airOf(h, s, begin.Add(end.Sub(begin)/2))
		hours := end.Sub(begin).Hours()
		out = append(out, stock.Stage{Cover: &air.Cover, Hours: &hours, TempC: &air.TempC, RHPct: &air.RHPct})
	}
	return out
}

// A cold store keeps its own air; what was typed holds; else the station is asked.
func (d *Desk) airOf(h rules.House, s store.ClockStage, at time.Time) stock.Air {
	a := stock.Air{Cover: s.Cover}
	a.TempC, a.RHPct = d.Weather.Air(h.Value(rules.YardLat), at)
	if s.Cover == stock.ColdStore {
		a.TempC, a.RHPct = h.Value(rules.ClockStoreC), h.Value(rules.ClockStoreRH)
	}
	if s.TempC != nil {
		a.TempC = *s.TempC
	}
	if s.RHPct != nil {
		a.RHPct = *s.RHPct
	}
	return a
}

// NewStage is one touch on the board: another cover, or a rewetting, from its time on.
type NewStage struct {
	Lot int `json:"lot" minimum:"1"`
	// Tag of a bundle that is kept in its own way; "" is the whole lot.
	Tag   string      `json:"tag"`
	Cover stock.Cover `json:"cover" enum:",bare-sun-wind,bare-shade,wet-cloth,dry-box,damp-packing,gel-bag,cold-store,heeled-in,water-bucket"`
	Rewet bool        `json:"rewet"`
	// At is when it happened, RFC 3339; "" is when it was entered.
	At    string   `json:"at"`
	TempC *float64 `json:"temp_c,omitempty" minimum:"-60" maximum:"60" doc:"typed; else by the weather station"`
	RHPct *float64 `json:"rh_pct,omitempty" minimum:"0" maximum:"100"`
}

// KeepRoots records how bare roots are kept from a time on.
func (d *Desk) KeepRoots(ctx context.Context, who Caller, key string, n NewStage) ([]ClockUnit, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	l := fault.Check(n)
	if n.Rewet == (n.Cover != "") {
		l.Add("cover", fault.Required, nil)
	}
	if n.Cover == stock.GelBag {
		l.Add("cover", fault.NotAChoice, []string{"gel-dip"})
	}
	if err := l.Err(); err != nil {
		return nil, err
	}
	_, err := once(ctx, d, who, key, "clock", func(tx *store.Store) (string, error) {
		lot, treeID, err := d.within(tx).clockSubject(ctx, n.Lot, n.Tag)
		if err != nil {
			return "", err
		}
		stage := store.ClockStage{ID: store.NewID(), LotID: lot.ID, TreeID: treeID, At: d.entered(who), Cover: n.Cover, Rewet: n.Rewet, TempC: n.TempC,
			RHPct: n.RHPct, PersonID: who.ID, EnteredAt: d.Now()}
		if n.At != "" {
			t, err := time.Parse(time.RFC3339, n.At)
			if err != nil {
				return "", fault.List{{Field: "at", Code: fault.WrongType, Limit: "date and time"}}
			}
			if t.After(d.Now().Add(5 * time.Minute)) {
				return "", fault.List{{Field: "at", Code: fault.AtMost, Limit: d.Now().Format("2006-01-02 15:04")}}
			}
			stage.At = t.UTC()
		}
		return stage.ID, store.Add(ctx, tx, &stage)
	})
	if err != nil {
		return nil, err
	}
	return d.Clock(ctx, who)
}

func (d *Desk) clockSubject(ctx context.Context, lotNumber int, typed string) (store.Lot, *string, error) {
	lot, err := d.Store.LotByNumber(ctx, lotNumber)
	if err != nil {
		return lot, nil, err
	}
	if lot.Form != stock.BareRoot {
		return lot, nil, Refused{Code: "no-clock", Field: "lot"}
	}
	if typed == "" {
		return lot, nil, nil
	}
	code, err := tag.Parse(typed)
	if err != nil {
		return lot, nil, err
	}
	t, err := d.Store.TreeByTag(ctx, code)
	if err != nil {
		return lot, nil, err
	}
	if t.LotID != lot.ID {
		return lot, nil, Refused{Code: "other-lot", Field: "tag"}
	}
	return lot, &t.ID, nil
}

// UndoStage takes the last touch back; the record keeps it.
func (d *Desk) UndoStage(ctx context.Context, who Caller, id string) ([]ClockUnit, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	stage, err := d.Store.StageByID(ctx, id)
	if err != nil {
		return nil, err
	}
	all, err := d.Store.StagesOf(ctx, []string{stage.LotID})
	if err != nil {
		return nil, err
	}
	if len(all) > 0 && all[0].ID == id {
		return nil, Refused{Code: "first-stage", Field: "stage"}
	}
	if err := d.Store.UndoStage(ctx, id); err != nil {
		return nil, err
	}
	return d.Clock(ctx, who)
}

// clockOf is where the clock of a tree's roots stands, "" for other forms.
func (d *Desk) clockOf(ctx context.Context, h rules.House, lot store.Lot, t store.Tree, at time.Time) (string, error) {
	if lot.Form != stock.BareRoot {
		return "", nil
	}
	stages, err := d.Store.StagesOf(ctx, []string{lot.ID})
	if err != nil {
		return "", err
	}
	units, err := d.unitsOf(ctx, h, lot, stages, at)
	if err != nil {
		return "", err
	}
	status := ""
	for _, u := range units {
		if u.TreeID != nil && *u.TreeID == t.ID {
			return u.Result.Status, nil
		}
		if u.TreeID == nil {
			status = u.Result.Status
		}
	}
	return status, nil
}

// RingAlarms tells whoever is on duty, once, of every unit that passed 30 % or 60 % of its budget or has 12 hours left, and of
// what has stood in water as long as it may.
// It is called every minute by each program; the database lets each alarm ring once.
func (d *Desk) RingAlarms(ctx context.Context) (int, error) {
	house, err := d.presentHouse(ctx)
	if err != nil {
		return 0, err
	}
	units, err := d.clockUnits(ctx, house)
	if err != nil {
		return 0, err
	}
	rung := 0
	for _, u := range units {
		for _, kind := range stock.AlarmsDue(house, u.Result) {
			did, err := d.ring(ctx, u, kind)
			if err != nil {
				return rung, err
			}
			if did {
				rung++
			}
		}
	}
	soaks, err := d.ringSoaks(ctx, house)
	return rung + soaks, err
}

func (d *Desk) ring(ctx context.Context, u ClockUnit, kind string) (bool, error) {
	run := ""
	if kind == stock.Ends { // the end moves with every change of cover
		run = u.Stages[len(u.Stages)-1].ID
	}
	var told store.Person
	err := d.Store.InTransaction(ctx, func(tx *store.Store) error {
		var err error
		if told, err = tx.OnDuty(ctx); err != nil {
			return err
		}
		alarm := store.ClockAlarm{ID: store.NewID(), UnitID: u.ID(), Kind: kind, Run: run, PersonID: told.ID, At: d.Now()}
		if err := store.Add(ctx, tx, &alarm); err != nil {
			return err
		}
		m := store.Message{ID: store.NewID(), PersonID: told.ID, Code: "clock-" + kind, At: d.Now(), Facts: map[string]string{
			"kind": u.Lot.Called(), "lot": fmt.Sprint(u.Lot.Number), "tag": u.Tag, "hours": hoursText(u)}}
		return store.Add(ctx, tx, &m)
	})
	if errors.Is(err, store.ErrTwice) { // it rang before
		return false, nil
	}
	if err != nil {
		return false, err
	}
	return true, d.Gateway.Send(ctx, told.ID, "clock-"+kind)
}

func hoursText(u ClockUnit) string {
	if u.Result.HoursLeft == nil {
		return ""
	}
	return fmt.Sprintf("%.0f", *u.Result.HoursLeft)
}

// Messages are what the house told this person and was not read.
func (d *Desk) Messages(ctx context.Context, who Caller) ([]store.Message, error) {
	return d.Store.MessagesTo(ctx, who.ID)
}

// ReadMessage puts a message away.
func (d *Desk) ReadMessage(ctx context.Context, who Caller, id string) error {
	return d.Store.ReadMessage(ctx, who.ID, id, d.Now())
}

// TakeDuty signs the caller on as on duty, or off.
func (d *Desk) TakeDuty(ctx context.Context, who Caller, on bool) error {
	if !May(who.Role, KeepClock) {
		return ErrNotAllowed
	}
	if !on {
		return d.Store.SetDuty(ctx, who.ID, nil)
	}
	now := d.Now()
	return d.Store.SetDuty(ctx, who.ID, &now)
}

// OnDuty is the name of who is told.
func (d *Desk) OnDuty(ctx context.Context) (store.Person, error) { return d.Store.OnDuty(ctx) }
