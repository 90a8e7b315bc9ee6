package desk

import (
	"context"
	"time"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/store"
)

// NewDip is gel that was mixed for a lot or a bundle.
type NewDip struct {
	Lot  int    `json:"lot" minimum:"1"`
	Tag  string `json:"tag"`
	Size string `json:"size" enum:"seedling,whip,feathered,standard"`
	// GelPerTreeL overrides the house's figure for the size.
	GelPerTreeL  *float64 `json:"gel_per_tree_l,omitempty" exclusiveMinimum:"0" maximum:"20"`
	Trees        int      `json:"trees" minimum:"1" maximum:"100000"`
	WastePct     float64  `json:"waste_pct" minimum:"0" maximum:"100"`
	PacketG      float64  `json:"packet_g" exclusiveMinimum:"0" maximum:"100000"`
	PacketWaterL float64  `json:"packet_water_l" exclusiveMinimum:"0" maximum:"100000"`
	VatL         float64  `json:"vat_l" exclusiveMinimum:"0" maximum:"10000"`
	WeighedG     float64  `json:"weighed_g" minimum:"0" maximum:"100000" doc:"powder on the scale, for one batch; 0 while only asking"`
}

// DipPlan is what a dip takes, and what the scale says to it.
type DipPlan struct {
	Input   stock.GelDipInput
	Result  stock.GelDipResult
	Weighed *stock.Weighed
	// Measures are the house's own, to say the powder in.
	Measures []yard.HouseMeasure
	// Dose is false when the weighed powder is so far from the label that it is refused.
	DoseOK bool
}

// PlanDip works out a dip; nothing is kept.
func (d *Desk) PlanDip(ctx context.Context, who Caller, n NewDip) (DipPlan, error) {
	if !May(who.Role, KeepClock) {
		return DipPlan{}, ErrNotAllowed
	}
	if err := fault.Check(n).Err(); err != nil {
		return DipPlan{}, err
	}
	each := stock.GelPerTreeL(who.House, n.Size)
	if n.GelPerTreeL != nil {
		each = *n.GelPerTreeL
	}
	p := DipPlan{DoseOK: true, Input: stock.GelDipInput{Trees: n.Trees, GelPerTreeL: each, WastePct: n.WastePct, PacketG: n.PacketG,
		PacketWaterL: n.PacketWaterL, VatL: n.VatL}}
	var err error
	if p.Result, err = stock.GelDip(p.Input); err != nil {
		return p, err
	}
	if p.Measures, err = d.houseMeasures(ctx); err != nil {
		return p, err
	}
	if n.WeighedG > 0 {
		w := stock.Weighing(who.House, p.Result.PowderPerBatch, n.WeighedG)
		p.Weighed = &w
		p.DoseOK = stock.LabelDose(who.House, n.PacketG/n.PacketWaterL, n.WeighedG/p.Result.WaterPerBatchL)
	}
	return p, nil
}

// MixDip records that the gel is mixed; it is ready when it has set.
func (d *Desk) MixDip(ctx context.Context, who Caller, key string, n NewDip) ([]ClockUnit, error) {
	p, err := d.PlanDip(ctx, who, n)
	if err != nil {
		return nil, err
	}
	switch {
	case p.Weighed == nil:
		return nil, fault.List{{Field: "weighed_g", Code: fault.MustExceed, Limit: 0}}
	case !p.DoseOK:
		return nil, Refused{Code: "label-dose", Field: "weighed_g"}
	}
	_, err = once(ctx, d, who, key, "mix dip", func(tx *store.Store) (string, error) {
		lot, treeID, err := d.within(tx).clockSubject(ctx, n.Lot, n.Tag)
		if err != nil {
			return "", err
		}
		now := d.Now()
		dip := store.GelDip{ID: store.NewID(), LotID: lot.ID, TreeID: treeID, Trees: n.Trees, Input: p.Input, Result: p.Result, WeighedG: n.WeighedG,
			MixedAt: now, ReadyAt: now.Add(time.Duration(who.House.Value(rules.GelSetLeast) * float64(time.Minute))), PersonID: who.ID, Version: 1}
		return dip.ID, store.Add(ctx, tx, &dip)
	})
	if err != nil {
		return nil, err
	}
	return d.Clock(ctx, who)
}

// Dip records that the trees are dipped and bagged. Gel that has not set is refused.
func (d *Desk) Dip(ctx context.Context, who Caller, key, dipID string) ([]ClockUnit, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	_, err := once(ctx, d, who, key, "dip "+dipID, func(tx *store.Store) (string, error) {
		dip, err := tx.DipForUpdate(ctx, dipID)
		if err != nil {
			return "", err
		}
		now := d.Now()
		switch {
		case dip.DippedAt != nil:
			return "", Refused{Code: "dipped", Field: "dip"}
		case now.Before(dip.ReadyAt):
			return "", Refused{Code: "gel-not-ready", Field: "dip"}
		}
		if err := tx.MarkDipped(ctx, dip.ID, now); err != nil {
			return "", err
		}
		stage := store.ClockStage{ID: store.NewID(), LotID: dip.LotID, TreeID: dip.TreeID, At: now, Cover: stock.GelBag, PersonID: who.ID, EnteredAt: now}
		return stage.ID, store.Add(ctx, tx, &stage)
	})
	if err != nil {
		return nil, err
	}
	return d.Clock(ctx, who)
}

// CheckHole says whether a bare root fits a hole without being bent.
func (d *Desk) CheckHole(who Caller, in stock.BareRootInput) (stock.BareRootResult, error) {
	if !May(who.Role, SeeYard) {
		return stock.BareRootResult{}, ErrNotAllowed
	}
	return stock.JudgeBareRoot(who.House, in)
}
