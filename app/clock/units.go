package clock

import (
	"cmp"
	"fmt"
	"log/slog"
	"math"
	"slices"
	"time"

	"sedum/app/yard"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// unit is one lot of bare roots, or a bundle that is kept in its own way.
type unit struct {
	lot yard.Lot
	// tag of the bundle, "" for the lot.
	tag    string
	treeID *string
	trees  int
	stages []Stage
	clock  stock.RootClock
	dip    *Dip
	// thrown is gel that was thrown away a little while ago.
	thrown *Dip
	felt   *DampLook
}

// id tells units apart.
func (u unit) id() string {
	if u.treeID != nil {
		return *u.treeID
	}
	return u.lot.ID
}

func (u unit) hoursLeft() float64 {
	if u.clock.Result.HoursLeft == nil {
		return math.Inf(1)
	}
	return *u.clock.Result.HoursLeft
}

// all lists every unit of bare roots in the yard, the soonest to be spent first.
func (c Clocks) all(tx *kernel.Tx, at time.Time) ([]unit, error) {
	lots, err := yard.InYard(tx, stock.BareRoot)
	if err != nil {
		return nil, err
	}
	out, err := c.of(tx, lots, at)
	slices.SortStableFunc(out, func(a, b unit) int {
		return cmp.Or(cmp.Compare(a.hoursLeft(), b.hoursLeft()), a.lot.Number-b.lot.Number)
	})
	return out, err
}

// of are the units of some lots: each lot as a whole, less the bundles that are kept in their own way, and those bundles.
func (c Clocks) of(tx *kernel.Tx, lots []yard.Lot, at time.Time) ([]unit, error) {
	if len(lots) == 0 {
		return []unit{}, nil
	}
	ids, numbers := []string{}, []int{}
	for _, l := range lots {
		ids, numbers = append(ids, l.ID), append(numbers, l.Number)
	}
	stages, err := kernel.Many[Stage](tx.With("Person"), "at, entered_at, id", "lot_id IN ? AND undone = FALSE", ids)
	if err != nil {
		return nil, err
	}
	common, own := map[string][]Stage{}, map[string][]Stage{}
	bundles := []string{}
	for _, s := range stages {
		if s.TreeID == nil {
			common[s.LotID] = append(common[s.LotID], s)
			continue
		}
		if own[*s.TreeID] == nil {
			bundles = append(bundles, *s.TreeID)
		}
		own[*s.TreeID] = append(own[*s.TreeID], s)
	}
	trees, err := yard.TreesByID(tx, bundles)
	if err != nil {
		return nil, err
	}
	tallies, err := yard.TalliesOf(tx, numbers)
	if err != nil {
		return nil, err
	}
	dips, err := kernel.Many[Dip](tx.With("Thrower"), "mixed_at DESC, id", "lot_id IN ? AND (open_for IS NOT NULL OR thrown_at >= ?)", ids, at.Add(-undoFor))
	if err != nil {
		return nil, err
	}
	out := []unit{}
	for _, lot := range lots {
		count := tallies[lot.Number].InYard
		for _, t := range trees {
			if t.LotID != lot.ID || t.State.Left() {
				continue
			}
			count -= t.BundleCount
			// A bundle shared the lot's life until its own began, and what was done to the whole lot later is done to it too.
			merged := slices.Concat(common[lot.ID], own[t.ID])
			slices.SortStableFunc(merged, func(a, b Stage) int { return a.At.Compare(b.At) })
			out = append(out, unit{lot: lot, tag: t.Tag, treeID: &t.ID, trees: t.BundleCount, stages: merged, dip: dipOf(dips, t.ID, standing), thrown: dipOf(dips, t.ID, away)})
		}
		if count > 0 && len(common[lot.ID]) > 0 {
			out = append(out, unit{lot: lot, trees: count, stages: common[lot.ID], dip: dipOf(dips, lot.ID, standing), thrown: dipOf(dips, lot.ID, away)})
		}
	}
	return out, c.run(tx, out, at)
}

// run lets the core add each clock up. The station is asked once, for the whole time of all.
func (c Clocks) run(tx *kernel.Tx, units []unit, at time.Time) error {
	if len(units) == 0 {
		return nil
	}
	from := at
	for _, u := range units {
		if first := u.stages[0].At; first.Before(from) {
			from = first
		}
	}
	air := c.Air(tx, from, at)
	for i := range units {
		u := &units[i]
		touches := []stock.Touch{}
		for _, s := range u.stages {
			touches = append(touches, s.touch())
		}
		var err error
		if u.clock, err = stock.RunClock(tx.Who.House, u.lot.Sensitivity, touches, air, at); err != nil {
			return fmt.Errorf("clock of lot %d: %w", u.lot.Number, err)
		}
	}
	return nil
}

// Air is what the yard's station measured between two moments; none when there is no station, or it does not answer.
func (c Clocks) Air(tx *kernel.Tx, from, to time.Time) stock.AirAlong {
	if c.Station == nil {
		return nil
	}
	air, err := c.Station.Air(tx.Context(), tx.Who.House.Value(rules.YardLat), from, to)
	if err != nil {
		slog.WarnContext(tx.Context(), "the weather station does not answer", "error", err)
		return nil
	}
	return air
}

// AirToday is the air of the yard's own day.
func (c Clocks) AirToday(tx *kernel.Tx) stock.AirAlong {
	year, month, day := tx.Now.In(tx.Zone).Date()
	begin := time.Date(year, month, day, 0, 0, 0, 0, tx.Zone)
	return c.Air(tx, begin, begin.Add(23*time.Hour))
}

// Status is where the clock of a tree's roots stands at a moment, "" for other forms.
func (c Clocks) Status(tx *kernel.Tx, lot yard.Lot, t yard.Tree, at time.Time) (stock.ClockStatus, error) {
	u, err := c.unitOf(tx, lot, t, at)
	if u == nil || err != nil {
		return "", err
	}
	return u.clock.Result.Status, nil
}

// unitOf is what a tree's roots are kept as: its own, else its lot's; nil for what has no clock.
func (c Clocks) unitOf(tx *kernel.Tx, lot yard.Lot, t yard.Tree, at time.Time) (*unit, error) {
	if lot.Form != stock.BareRoot {
		return nil, nil
	}
	units, err := c.of(tx, []yard.Lot{lot}, at)
	var out *unit
	for i, u := range units {
		if u.treeID == nil || *u.treeID == t.ID {
			out = &units[i]
		}
		if u.treeID != nil && *u.treeID == t.ID {
			break
		}
	}
	return out, err
}
