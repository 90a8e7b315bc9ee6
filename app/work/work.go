// Package work is what is to be done across the yard: corrections by tool, what is measured again, what is held, what journeys broke.
package work

import (
	"fmt"
	"slices"
	"time"

	"sedum/app/bench"
	"sedum/app/journeys"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "work", Operations: []kernel.Operation{kernel.Read("see-work", "/work", yard.SeeYard, list)}}
}

// Item is one correction of one tree that is still to do.
type Item struct {
	yard.TreeRow
	Key       string           `json:"key"`
	Code      stock.Correction `json:"code"`
	Text      string           `json:"text"`
	ShareText string           `json:"share_text"`
}

// Tool is the work that is done with one tool in the hand.
type Tool struct {
	Tool  string `json:"tool"`
	Text  string `json:"text"`
	Items []Item `json:"items"`
}

// Held is a tree that waits, and why.
type Held struct {
	yard.TreeRow
	Reasons []string `json:"reasons"`
	Freed   bool     `json:"freed" doc:"the season it waited for has come"`
	Due     bool     `json:"due"`
}

// Repair is what a journey did and is not yet mended.
type Repair struct {
	yard.TreeRow
	ID   string `json:"id"`
	Text string `json:"text"`
}

// List is what is to be done across the yard.
type List struct {
	Tools      []Tool         `json:"tools"`
	Again      []yard.TreeRow `json:"again" doc:"all work done: to be measured again"`
	Held       []Held         `json:"held"`
	Repairs    []Repair       `json:"repairs" doc:"what journeys did and is not yet mended"`
	Season     stock.Season   `json:"season"`
	SeasonText string         `json:"season_text"`
}

// mostTrees is how many trees the list looks at; what is due first comes first.
const mostTrees = 500

func list(tx *kernel.Tx, _ kernel.None) (List, error) {
	out := List{Tools: []Tool{}, Again: []yard.TreeRow{}, Held: []Held{}, Repairs: []Repair{}, Season: bench.Season(tx, false), SeasonText: tx.Say.Say("season.now", nil)}
	if days := bench.DaysToDormancy(tx); days > 0 {
		out.SeasonText = tx.Say.Say("season.wait", map[string]any{"days": fmt.Sprint(days)})
	}
	repairs, err := journeys.ToRepair(tx)
	if err != nil {
		return out, err
	}
	for _, r := range repairs {
		out.Repairs = append(out.Repairs, Repair{r.TreeRow, r.ID, tx.Say.Say("damage."+string(r.Damage), nil) + ": " + tx.Say.Say("repair."+string(r.Repair), nil)})
	}
	open, err := bench.OpenIn(tx, []stock.State{stock.InWork, stock.Held}, mostTrees)
	if err != nil {
		return out, err
	}
	toUncover, err := bench.OpenIn(tx, []stock.State{stock.NotJudged}, mostTrees)
	if err != nil {
		return out, err
	}
	open = append(open, slices.DeleteFunc(toUncover, func(o bench.Open) bool { return !o.Assessment.ToUncover() })...)
	ids := []string{}
	for _, o := range open {
		if o.State == stock.Held {
			ids = append(ids, o.TreeID)
		}
	}
	said, err := yard.SaidOf(tx, ids)
	if err != nil {
		return out, err
	}
	byTool := map[string][]Item{}
	for _, o := range open {
		switch {
		case o.State == stock.NotJudged && o.Done[string(stock.Uncover)]:
			out.Again = append(out.Again, o.TreeRow)
		case o.State == stock.Held:
			out.Held = append(out.Held, held(tx, o, said[o.TreeID], out.Season))
		case stock.WorkDone(o.Assessment, o.Done):
			out.Again = append(out.Again, o.TreeRow)
		default:
			for _, w := range o.Assessment.Work {
				if !w.AtPlanting && !o.Done[w.Key] {
					tool := stock.ToolOf(w.Code)
					byTool[tool] = append(byTool[tool], item(tx, o, w, tool))
				}
			}
		}
	}
	for _, tool := range stock.Tools() {
		if items := byTool[tool]; len(items) > 0 {
			out.Tools = append(out.Tools, Tool{tool, tx.Say.Say("tool."+tool, nil), items})
		}
	}
	slices.SortStableFunc(out.Held, func(a, b Held) int { return a.waitsUntil().Compare(b.waitsUntil()) })
	return out, nil
}

func item(tx *kernel.Tx, o bench.Open, w stock.Work, tool string) Item {
	out := Item{TreeRow: o.TreeRow, Key: w.Key, Code: w.Code, Text: bench.WorkText(tx.Say, w)}
	if ball := o.Assessment.RootBall; ball != nil && tool == stock.RootKnife && ball.RemovedShare > 0 {
		out.ShareText = tx.Say.Say("work.share", map[string]any{"share": kernel.Share(ball.RemovedShare), "limit": kernel.Share(ball.SeasonLimit),
			"season": tx.Say.Say("season."+string(o.Subject.Season), nil)})
	}
	return out
}

func held(tx *kernel.Tx, o bench.Open, said yard.Said, season stock.Season) Held {
	out := Held{TreeRow: o.TreeRow, Reasons: []string{}, Freed: stock.WaitsForSeason(o.Assessment) && season == stock.SeasonDormant,
		Due: o.DueOn != nil && o.DueOn.Before(tx.Today().AddDate(0, 0, 1))}
	if said.Note != "" {
		out.Reasons = append(out.Reasons, tx.Say.Say("held.said", map[string]any{"note": said.Note, "by": said.By}))
	}
	for _, r := range o.Assessment.Reasons {
		if r.Verdict == stock.Hold {
			out.Reasons = append(out.Reasons, bench.ReasonText(tx.Say, tx.Who.House, r.Name()))
		}
	}
	return out
}

// waitsUntil puts what was freed first and what has no date last.
func (h Held) waitsUntil() time.Time {
	switch {
	case h.Freed:
		return time.Time{}
	case h.DueOn == nil:
		return time.Unix(1<<40, 0)
	}
	return *h.DueOn
}
