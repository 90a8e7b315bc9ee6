// Package amounts is what a planting really took, beside what was planned for it (handbook, features.md, F249).
package amounts

import (
	"embed"
	"fmt"
	"slices"
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/order"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Amount is how much of one thing one planting took.
type Amount struct {
	ID        string `gorm:"primaryKey"`
	PlantedID string
	Counted   order.Counted
	Amount    float64
	PersonID  string
	At        time.Time

	TakenBackAt *time.Time
}

// TableName says of what.
func (Amount) TableName() string { return "amounts_used" }

// KeepAmounts is for everybody who plants.
var KeepAmounts = kernel.Permission{Name: "keep-amounts", Roles: set.All[roles.Role]()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "amounts", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-amounts", "/planted/{id}/amounts", KeepAmounts, see),
		kernel.Read("compare-amounts", "/amounts", KeepAmounts, compare),
		kernel.Deed("record-amounts", "PUT", "/planted/{id}/amounts", KeepAmounts, record, func(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (Page, error) { return see(tx, p) }).
			Makes("compare-amounts", "see-mendings"),
	}}
}

// One is a figure as it was counted; null takes a figure back that was none.
type One struct {
	Counted order.Counted `json:"counted"`
	Amount  *float64      `json:"amount" minimum:"0" maximum:"100000"`
}

// Told is what was counted. What is not in it stays as it is.
type Told struct {
	Amounts []One  `json:"amounts" minItems:"1" maxItems:"40"`
	Reason  string `json:"reason" maxLength:"500" doc:"why a figure that stood is changed; empty where none is"`
}

// record writes down what was used. A figure that stood is kept with the reason why it is another now.
//
// Errors: a fault at reason when a figure that stands is changed without one, at amounts.N.counted for one that is said twice.
func record(tx *kernel.Tx, p kernel.ByID, n Told) (kernel.None, error) {
	none := kernel.None{}
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return none, err
	}
	stands, err := kernel.Many[Amount](tx, "counted", "planted_id = ? AND taken_back_at IS NULL", t.ID)
	if err != nil {
		return none, err
	}
	was, seen := map[string]any{}, map[order.Counted]bool{}
	for i, each := range n.Amounts {
		if seen[each.Counted] {
			return none, fault.List{{Field: fmt.Sprintf("amounts.%d.counted", i), Code: fault.SaidTwice}}
		}
		seen[each.Counted] = true
		k := slices.IndexFunc(stands, func(a Amount) bool { return a.Counted == each.Counted })
		if k >= 0 {
			if each.Amount != nil && *each.Amount == stands[k].Amount {
				continue
			}
			was[string(each.Counted)] = stands[k].Amount
			if err := kernel.ChangeOne[Amount](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", stands[k].ID); err != nil {
				return none, err
			}
		}
		if each.Amount != nil {
			if err := kernel.Add(tx, &Amount{ID: kernel.NewID(), PlantedID: t.ID, Counted: each.Counted, Amount: *each.Amount, PersonID: tx.Who.ID, At: tx.Now}); err != nil {
				return none, err
			}
		}
	}
	if len(was) == 0 {
		return none, nil
	}
	return none, mending.Keep(tx, mending.Planted, t.ID, was, n.Reason)
}

// Line is one thing of one planting.
type Line struct {
	Counted order.Counted `json:"counted"`
	Label   string        `json:"label"`
	Unit    string        `json:"unit" doc:"l, kg, m, h, or empty for pieces"`
	Planned *float64      `json:"planned" decimals:"1" doc:"null where the plan asked for none"`
	Used    *float64      `json:"used" decimals:"1" doc:"null while nobody counted"`
	// PlannedText and UsedText are the same in words of measure.
	PlannedText string `json:"planned_text"`
	UsedText    string `json:"used_text"`
}

// Page is what one planting was to take and took: what was planned or counted first, then what else may be.
type Page struct {
	Lines []Line `json:"lines"`
	// Told is of how many of them somebody counted.
	Told int `json:"told"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	out := Page{Lines: []Line{}}
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return out, err
	}
	s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
	if err != nil {
		return out, err
	}
	used, err := Of(tx, []string{t.ID})
	if err != nil {
		return out, err
	}
	planned := PlannedOf(s)
	rest := []Line{}
	for _, c := range set.All[order.Counted]() {
		l := Line{Counted: c, Label: Label(tx, c), Unit: c.UnitOf()}
		if v, ok := planned[c]; ok {
			l.Planned, l.PlannedText = &v, tx.Say.Measure(planting.Measure{Value: v, Unit: c.UnitOf()})
		}
		if v, ok := used[t.ID][c]; ok {
			l.Used, l.UsedText = &v, tx.Say.Measure(planting.Measure{Value: v, Unit: c.UnitOf()})
			out.Told++
		}
		if l.Planned == nil && l.Used == nil {
			rest = append(rest, l)
		} else {
			out.Lines = append(out.Lines, l)
		}
	}
	out.Lines = append(out.Lines, rest...)
	return calc.Rounded(out), nil
}

// Label is what is counted, in words.
func Label(tx *kernel.Tx, c order.Counted) string { return tx.Say.Say("quantity."+string(c), nil) }

// PlannedOf is what a sheet's plan asks for, by the rules under which it was issued.
func PlannedOf(s sheets.Sheet) map[order.Counted]float64 {
	return order.Planned(rules.Restore(s.Content.House), s.Content.Input, s.Content.Plan)
}

// Of is what was used for some plantings, by planted tree.
func Of(tx *kernel.Tx, ids []string) (map[string]map[order.Counted]float64, error) {
	out := map[string]map[order.Counted]float64{}
	if len(ids) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Amount](tx, "counted", "planted_id IN ? AND taken_back_at IS NULL", ids)
	for _, a := range list {
		if out[a.PlantedID] == nil {
			out[a.PlantedID] = map[order.Counted]float64{}
		}
		out[a.PlantedID][a.Counted] = a.Amount
	}
	return out, err
}

// Compared is what all plantings took of one thing, against their plans.
type Compared struct {
	Counted order.Counted `json:"counted"`
	Label   string        `json:"label"`
	order.Against
	PlannedText string `json:"planned_text"`
	UsedText    string `json:"used_text"`
}

// All is what somebody counted at the newest plantings, what is furthest from its plan first; what is known of few plantings last.
type All struct {
	Lines []Compared `json:"lines"`
	Trees int        `json:"trees" doc:"plantings of which something was counted"`
	// Older is that there are older ones beside the newest, which are compared.
	Older bool `json:"older"`
}

type compareAsk struct {
	From string `query:"from" doc:"the first day of planting; empty for all"`
}

func compare(tx *kernel.Tx, ask compareAsk) (All, error) {
	out := All{Lines: []Compared{}}
	where, args := "", []any{}
	if strings.TrimSpace(ask.From) != "" {
		var l fault.List
		from := kernel.Date(&l, "from", ask.From)
		if err := l.Err(); err != nil {
			return out, err
		}
		where, args = where+" AND t.planted_on >= ?", append(args, from)
	}
	lately, err := kernel.Rows[struct{ ID, SheetID string }](tx, "SELECT t.id, t.sheet_id FROM planted_trees t WHERE t.taken_back_at IS NULL"+where+
		" AND EXISTS (SELECT 1 FROM amounts_used a WHERE a.planted_id = t.id AND a.taken_back_at IS NULL) ORDER BY t.planted_on DESC, t.id DESC LIMIT ?", append(args, comparedMost+1)...)
	if err != nil {
		return out, err
	}
	if len(lately) > comparedMost {
		lately, out.Older = lately[:comparedMost], true
	}
	ids, sheetIDs := []string{}, []string{}
	for _, t := range lately {
		ids, sheetIDs = append(ids, t.ID), append(sheetIDs, t.SheetID)
	}
	used, err := Of(tx, ids)
	if err != nil {
		return out, err
	}
	planned, err := planBySheet(tx, sheetIDs)
	if err != nil {
		return out, err
	}
	pairs := map[order.Counted][]order.Pair{}
	for _, t := range lately {
		for c, amount := range used[t.ID] {
			pairs[c] = append(pairs[c], order.Pair{Planned: planned[t.SheetID][c], Used: amount})
		}
	}
	out.Trees = len(lately)
	for c, list := range pairs {
		a := order.Compare(list)
		unit := c.UnitOf()
		out.Lines = append(out.Lines, Compared{c, Label(tx, c), a, tx.Say.Measure(planting.Measure{Value: a.Planned, Unit: unit}), tx.Say.Measure(planting.Measure{Value: a.Used, Unit: unit})})
	}
	slices.SortFunc(out.Lines, byDistance)
	return calc.Rounded(out), nil
}

// comparedMost are the newest plantings that are compared: how we plant now, and not how we did ten years ago.
const comparedMost = 200

func planBySheet(tx *kernel.Tx, ids []string) (map[string]map[order.Counted]float64, error) {
	out := map[string]map[order.Counted]float64{}
	list, err := kernel.Many[sheets.Sheet](tx, "id", "id IN ?", append([]string{""}, ids...))
	for _, s := range list {
		out[s.ID] = PlannedOf(s)
	}
	return out, err
}
