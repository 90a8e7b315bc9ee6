package desk

import (
	"context"
	"strings"

	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/core/yard"
	"sedum/store"
)

// NewDamage is what a journey did to a tree.
type NewDamage struct {
	Journey string      `json:"journey" enum:"arrival,going-home"`
	Damage  yard.Damage `json:"damage" enum:"broken-branch,broken-leader,torn-bark,wind-burn,broken-pot,loose-ball"`
	// GirthShare of torn bark.
	GirthShare float64 `json:"girth_share" minimum:"0" maximum:"1"`
	Note       string  `json:"note" maxLength:"200"`
}

// RecordDamage appends what a journey did. On arrival the tree moves where the damage puts it: held, or apart; a repair keeps
// it from being sold until it is done. Going home it is the customer's: only the repair is told.
func (d *Desk) RecordDamage(ctx context.Context, who Caller, typed, key string, n NewDamage) (TreeView, error) {
	if !May(who.Role, CheckTrees) {
		return TreeView{}, ErrNotAllowed
	}
	if err := fault.Check(n).Err(); err != nil {
		return TreeView{}, err
	}
	return d.onTree(ctx, who, typed, key, "damage", func(tx *store.Store, t store.Tree) (string, error) {
		repair := yard.RepairOf(n.Damage, n.GirthShare)
		j := store.JourneyDamage{ID: store.NewID(), TreeID: t.ID, Journey: n.Journey, Damage: n.Damage, GirthShare: n.GirthShare, Repair: repair.Do,
			Verdict: repair.Verdict, Note: strings.TrimSpace(n.Note), PersonID: who.ID, At: d.entered(who)}
		if err := store.Add(ctx, tx, &j); err != nil {
			return "", err
		}
		if n.Journey != "arrival" || gone[t.State] {
			return j.ID, nil
		}
		switch {
		case repair.Verdict == stock.SendBack && t.State != stock.Apart:
			return j.ID, d.moveTo(ctx, tx, who, t, stock.Apart, string(n.Damage))
		case repair.Verdict == stock.Hold && t.CheckID != nil && t.State != stock.Apart && t.State != stock.Held:
			due := d.today().AddDate(0, 0, yard.DamageHoldDays(n.Damage))
			return j.ID, d.moveToUntil(ctx, tx, who, t, stock.Held, string(n.Damage), &due)
		}
		return j.ID, nil
	})
}

// RepairDamage notes that a repair is done, or takes that back.
func (d *Desk) RepairDamage(ctx context.Context, who Caller, typed, id string, done bool) (TreeView, error) {
	if !May(who.Role, CheckTrees) {
		return TreeView{}, ErrNotAllowed
	}
	code, err := tag.Parse(typed)
	if err != nil {
		return TreeView{}, err
	}
	t, err := d.Store.TreeByTag(ctx, code)
	if err != nil {
		return TreeView{}, err
	}
	now := d.entered(who)
	if done {
		err = d.Store.SetRepaired(ctx, id, t.ID, &now, &who.ID)
	} else {
		err = d.Store.SetRepaired(ctx, id, t.ID, nil, nil)
	}
	if err != nil {
		return TreeView{}, err
	}
	return d.Tree(ctx, who, code)
}
