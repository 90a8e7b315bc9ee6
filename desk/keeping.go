package desk

import (
	"context"
	"math"
	"time"

	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/store"
)

// Keeping is what a lot needs while it waits, and what is told with it.
type Keeping struct {
	Standing []yard.Place
	Kept     yard.Kept
	// Wanted trees shall stand in the end, Spare more are to be ordered.
	Wanted, Spare int
	// HighC and LowC are today's air at the station; Risks what that does to roots in pots.
	HighC, LowC float64
	Risks       []yard.Risk
	// BoxWaterL a day when the lot came without packing, 0 else.
	BoxWaterL float64
	Outcomes  []BatchOutcome
	// Beside holds a plug and a young bare root side by side; empty for other lots.
	Beside []planting.SmallStock
}

func (d *Desk) keeping(ctx context.Context, s *store.Store, h rules.House, v LotView) (Keeping, error) {
	lot := v.Lot
	k := Keeping{Standing: yard.Standing(lot.Form), Kept: yard.KeptRoots(lot.Form), Wanted: v.Trees}
	if lot.Ordered != nil && *lot.Ordered > 0 {
		k.Wanted = *lot.Ordered
	}
	k.Spare = yard.Spare(h, lot.Form, k.Wanted)
	k.HighC, k.LowC = d.airOfDay(h)
	k.Risks = yard.PotRoots(h, lot.Form, k.HighC, k.LowC)
	var err error
	if lot.Form == stock.BareRoot {
		if v.Delivery != nil && stock.PackedAs(v.Delivery.Packing) == stock.DryBox {
			k.BoxWaterL = yard.BoxWater(h, 1)
		}
		if k.Outcomes, err = d.outcomesOf(ctx, s, lot.ID); err != nil {
			return k, err
		}
	}
	if lot.Form == stock.Plug || (lot.Form == stock.BareRoot && (lot.Size == "seedling" || lot.Size == "whip")) {
		k.Beside, err = planting.PlugAndWhip(h)
	}
	return k, err
}

// airOfDay is the high and the low of the yard's day by the station, read every hour.
func (d *Desk) airOfDay(h rules.House) (high, low float64) {
	high, low = math.Inf(-1), math.Inf(1)
	year, month, day := d.yardNow().Date()
	for hour := range 24 {
		c, _ := d.Weather.Air(h.Value(rules.YardLat), time.Date(year, month, day, hour, 0, 0, 0, d.Zone))
		high, low = math.Max(high, c), math.Min(low, c)
	}
	return high, low
}

// PottingOf is how a tree in a pot or plug is potted up, by its newest look; nil for other forms.
func (d *Desk) PottingOf(who Caller, v TreeView) (*yard.Potting, error) {
	if v.Lot.Form != stock.Container && v.Lot.Form != stock.Plug {
		return nil, nil
	}
	in := yard.PottingInput{BallDiameterMM: v.Lot.BallDiameterMM, BallHeightMM: v.Lot.BallHeightMM}
	if c := v.Current(); c != nil {
		in.BallDiameterMM, in.BallHeightMM = orElse(c.Readings.BallDiameterMM, in.BallDiameterMM), orElse(c.Readings.BallHeightMM, in.BallHeightMM)
		if f := c.Assessment.Flare; f != nil {
			in.FlareDepthMM = orElse(f.FlareDepthMM, 0)
		}
		if r := c.Assessment.RootBall; r != nil {
			in.BaseSliceMM = r.BottomSliceMM
		}
	}
	if in.FlareDepthMM+in.BaseSliceMM >= in.BallHeightMM {
		return nil, nil // it goes back
	}
	p, err := yard.PottingUp(who.House, in)
	return &p, err
}

func orElse(v *float64, other float64) float64 {
	if v == nil {
		return other
	}
	return *v
}

// CheckedTrees are the trees of a lot that somebody has looked at and that are still in the yard, by place.
func (d *Desk) CheckedTrees(ctx context.Context, who Caller, lotNumber int) ([]TreeView, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	lot, err := d.Store.LotByNumber(ctx, lotNumber)
	if err != nil {
		return nil, err
	}
	trees, err := d.Store.TreesOfLot(ctx, lot.ID)
	if err != nil {
		return nil, err
	}
	out := []TreeView{}
	for _, t := range trees {
		if t.CheckID == nil || gone[t.State] || len(out) == mostCards {
			continue
		}
		v, err := d.viewTree(ctx, d.Store, who, t)
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, nil
}

// mostCards is how many cards are printed at once.
const mostCards = 90
