package outcomes

import (
	"cmp"
	"maps"
	"math"
	"slices"
	"strings"
	"time"

	"sedum/app/prices"
	"sedum/core/order"
	"sedum/core/outcome"
	"sedum/core/rules"
	"sedum/kernel"
)

// liveMost is up to how many planted trees a page is counted when it is asked for; above it is counted at night, and says when.
var liveMost = 2000

// Counted is what became of the trees of each group, by the names that records have for them.
type Counted struct {
	Groups []GroupLine `json:"groups"`
	// Causes are those of the losses; "" is a loss whose cause nobody settled.
	Causes map[string]int `json:"causes"`
	Trees  int            `json:"trees"`
}

// GroupLine is a group with what one of it that lives has cost.
type GroupLine struct {
	outcome.Group
	Cost outcome.Cost `json:"cost"`
}

// Count is a Counted as it is kept.
type Count struct {
	Name    string  `gorm:"primaryKey"`
	Counted Counted `gorm:"serializer:json"`
	// Brief is the same without the points of its curves: what stands beside each school.
	Brief     Counted `gorm:"serializer:json"`
	CountedAt time.Time
}

// TableName says of what.
func (Count) TableName() string { return "outcome_counts" }

// Fate is a planted tree with what it is compared by.
type Fate struct {
	Grower, Kind, Form, Flare, Correction string
	HandID                                *string
	Schools                               map[string]string `gorm:"serializer:json"`
	Contact                               bool
	PlantedOn                             time.Time
	EndedOn                               *time.Time
	LastOn                                *time.Time
	Cause                                 string
	// CostCents is of tree and materials; GrantedCents what was made good; Hours what somebody counted of the planting.
	CostCents    *int
	GrantedCents int
	Hours        *float64
}

// cents is what a tree has cost, false where something of it has no price.
func (f Fate) cents(hourCents *int) (int, bool) {
	if f.CostCents == nil || (f.Hours != nil && hourCents == nil) {
		return 0, false
	}
	out := *f.CostCents + f.GrantedCents
	if f.Hours != nil {
		out += int(math.Round(*f.Hours * float64(*hourCents)))
	}
	return out, true
}

const fates = "SELECT " + fateColumns + fateFrom + standing

const fateColumns = `g.grower, g.kind, g.form, g.flare, g.correction, g.hand_id, g.schools, t.contact, t.planted_on, t.ended_on, d.last_on, t.cause, g.cost_cents, COALESCE(c.cents, 0) AS granted_cents, a.amount AS hours`

const fateFrom = ` FROM planted_trees t JOIN planted_groups g ON g.planted_id = t.id LEFT JOIN visit_due d ON d.planted_id = t.id
		LEFT JOIN (SELECT planted_id, SUM(cents) AS cents FROM guarantee_claims WHERE taken_back_at IS NULL GROUP BY planted_id) c ON c.planted_id = t.id LEFT JOIN amounts_used a ON a.stands_key = CONCAT(t.id, ' hour')`

const standing = " WHERE t.taken_back_at IS NULL"

// followed is a tree in a group, for as long as anybody knows of it.
func (f Fate) followed(group string) outcome.Followed {
	out := outcome.Followed{Group: group, Contact: f.Contact}
	switch {
	case f.EndedOn != nil:
		out.Days, out.Died = days(f.PlantedOn, *f.EndedOn), true
	case f.LastOn != nil: // it lived when somebody looked last; since then nobody knows
		out.Days = days(f.PlantedOn, *f.LastOn)
	}
	return out
}

func days(from, to time.Time) int { return max(0, int(to.Sub(from).Hours()/24)) }

// groupIn is the group of a tree by something, "" where its record does not say.
func (f Fate) groupIn(by By, step string) string {
	switch by {
	case "kind":
		return f.Kind
	case "form":
		return f.Form
	case "flare":
		return f.Flare
	case "correction":
		return f.Correction
	case "school":
		return f.Schools[step]
	}
	return f.Grower
}

func countOf(list []Fate, by By, step string, hourCents *int) Counted {
	all, out := make([]outcome.Followed, 0, len(list)), Counted{Groups: []GroupLine{}, Causes: map[string]int{}, Trees: len(list)}
	costs, unknown := map[string][]int{}, map[string]int{}
	for _, f := range list {
		group := f.groupIn(by, step)
		all = append(all, f.followed(group))
		if cents, known := f.cents(hourCents); !f.Contact {
		} else if known {
			costs[group] = append(costs[group], cents)
		} else {
			unknown[group]++
		}
		if f.EndedOn != nil {
			out.Causes[f.Cause]++
		}
	}
	for _, g := range outcome.Groups(all) {
		out.Groups = append(out.Groups, GroupLine{g, outcome.PerSurvivor(costs[g.Name], unknown[g.Name], g.Year)})
	}
	return out
}

// hourCents is what an hour of one person costs, nil where the house's list has no price for it.
func hourCents(tx *kernel.Tx) (*int, error) {
	listed, err := prices.InForce(tx)
	return listed[order.Hour].Cents, err
}

// named is what a count is kept under.
func named(by By, step string) string {
	if by == "school" {
		return "school:" + step
	}
	return string(by)
}

// many tells whether there are more planted trees than are counted at once, without counting them all.
func many(tx *kernel.Tx) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM (SELECT 1 FROM planted_trees WHERE taken_back_at IS NULL LIMIT ?) some", liveMost+1)
	return n > liveMost, err
}

// brief is a count without the points of its curves.
func (c Counted) brief() Counted {
	c.Groups = slices.Clone(c.Groups)
	for i := range c.Groups {
		c.Groups[i].Curve = []outcome.Curve{}
	}
	return c
}

// keptAs is which reading of a kept count is wanted: whole, or without the points of its curves.
type keptAs string

const (
	whole   keptAs = "counted"
	inBrief keptAs = "brief"
)

// counted gives the counts of some names, kept or counted now. At is when they were counted at night, nil for now.
func counted(tx *kernel.Tx, by By, steps []string, as keptAs) (out map[string]Counted, at *time.Time, err error) {
	out = map[string]Counted{}
	large, err := many(tx)
	if err != nil {
		return out, nil, err
	}
	if large {
		names := []string{}
		for _, step := range steps {
			names = append(names, named(by, step))
		}
		kept, err := kernel.Rows[Count](tx, "SELECT name, "+string(as)+" AS counted, counted_at FROM outcome_counts WHERE name IN ? AND brief IS NOT NULL ORDER BY name", names)
		if err != nil {
			return out, nil, err
		}
		for _, c := range kept {
			out[strings.TrimPrefix(c.Name, "school:")], at = c.Counted, &c.CountedAt
		}
		if len(kept) == len(names) {
			return out, at, nil
		}
	}
	hour, err := hourCents(tx)
	if err != nil {
		return out, nil, err
	}
	list, err := kernel.Rows[Fate](tx, fates)
	for _, step := range steps {
		out[cmp.Or(step, string(by))] = countOf(list, by, step, hour)
	}
	return out, nil, err
}

// night counts everything once a day where there are too many trees to count when a page is asked for.
func night() kernel.Job {
	return kernel.Job{ID: "count-outcomes", Every: 10 * time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		if large, err := many(tx); err != nil || !large {
			return nil, err
		}
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM outcome_counts WHERE counted_at >= ? AND brief IS NOT NULL", tx.Now.Add(-20*time.Hour))
		if err != nil || n == len(By("").All())-1+len(rules.AllSchools()) {
			return nil, err
		}
		return []string{tx.Today().Format(time.DateOnly)}, nil
	}, Each: func(tx *kernel.Tx, _ string) error {
		list, err := kernel.Rows[Fate](tx, fates)
		if err != nil {
			return err
		}
		hour, err := hourCents(tx)
		if err != nil {
			return err
		}
		kept := map[string]Counted{}
		for _, by := range By("").All() {
			if by == "school" {
				for _, each := range rules.AllSchools() {
					kept[named(by, string(each.Step))] = countOf(list, by, string(each.Step), hour)
				}
			} else {
				kept[named(by, "")] = countOf(list, by, "", hour)
			}
		}
		for _, name := range slices.Sorted(maps.Keys(kept)) {
			c := Count{Name: name, Counted: kept[name], Brief: kept[name].brief(), CountedAt: tx.Now}
			if err := kernel.Ours(tx.DB().Save(&c).Error); err != nil {
				return err
			}
		}
		return nil
	}}
}
