package desk

import (
	"context"
	"slices"
	"time"

	"sedum/core/stock"
	"sedum/store"
)

// WorkItem is one correction of one tree that is still to do.
type WorkItem struct {
	Tree store.TreeRow
	Work stock.Work
	// Season limits what may be cut now; Share is what this tree's cuts take.
	Share, Limit float64
	Season       string
}

// ToolWork is the work that is done with one tool in the hand.
type ToolWork struct {
	Tool  string
	Items []WorkItem
}

// HeldTree is a tree that waits, why, and until when.
type HeldTree struct {
	Tree    store.TreeRow
	Reasons []stock.Reason
	// Freed is true when the season it waited for has come; Due when the date has.
	Freed, Due bool
}

// YardWork is what is to be done across the yard.
type YardWork struct {
	Tools []ToolWork
	// Again are trees whose work is done and which are to be measured again.
	Again []store.TreeRow
	Held  []HeldTree
	// Repairs are what journeys did on arrival and is not yet mended.
	Repairs []store.DamagedTree
	// Season is the present season for cutting, of deciduous trees.
	Season         string
	DaysToDormancy int
}

const workLimit = 500

// WorkList gathers the corrections of every tree in work, by tool, and the trees that are held.
func (d *Desk) WorkList(ctx context.Context, who Caller) (YardWork, error) {
	if !May(who.Role, SeeYard) {
		return YardWork{}, ErrNotAllowed
	}
	out := YardWork{Season: d.subject(who.House, store.Lot{}, "").Season, DaysToDormancy: d.daysToDormancy(who.House), Again: []store.TreeRow{}, Held: []HeldTree{}}
	var err error
	if out.Repairs, err = d.Store.DamagesToRepair(ctx); err != nil {
		return out, err
	}
	rows, err := d.Store.OpenChecks(ctx, []stock.State{stock.InWork, stock.Held}, workLimit)
	if err != nil {
		return out, err
	}
	ids := []string{}
	for _, r := range rows {
		ids = append(ids, r.CheckID)
	}
	done, err := d.Store.DoneWork(ctx, ids)
	if err != nil {
		return out, err
	}
	byTool := map[string][]WorkItem{}
	tomorrow := d.today().AddDate(0, 0, 1)
	for _, r := range rows {
		if r.State == stock.Held {
			waits := stock.WaitsForSeason(r.Assessment)
			out.Held = append(out.Held, HeldTree{Tree: r.TreeRow, Reasons: r.Assessment.Reasons,
				Freed: waits && out.Season == "dormant", Due: r.DueOn != nil && r.DueOn.Before(tomorrow)})
			continue
		}
		open := 0
		for _, w := range r.Assessment.Work {
			if w.AtPlanting || done[r.CheckID][w.Key] {
				continue
			}
			open++
			item := WorkItem{Tree: r.TreeRow, Work: w, Season: r.Subject.Season}
			if ball := r.Assessment.RootBall; ball != nil {
				item.Share, item.Limit = ball.RemovedShare, ball.SeasonLimit
			}
			tool := stock.ToolOf(w.Code)
			byTool[tool] = append(byTool[tool], item)
		}
		if open == 0 {
			out.Again = append(out.Again, r.TreeRow)
		}
	}
	for _, tool := range stock.Tools() {
		if items := byTool[tool]; len(items) > 0 {
			out.Tools = append(out.Tools, ToolWork{tool, items})
		}
	}
	slices.SortStableFunc(out.Held, func(a, b HeldTree) int { return dueOf(a).Compare(dueOf(b)) })
	return out, nil
}

func dueOf(h HeldTree) time.Time {
	if h.Freed {
		return time.Time{}
	}
	if h.Tree.DueOn == nil {
		return time.Unix(1<<40, 0)
	}
	return *h.Tree.DueOn
}
