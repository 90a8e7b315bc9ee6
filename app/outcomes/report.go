package outcomes

import (
	"cmp"
	"slices"
	"strconv"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/core/calc"
	"sedum/core/fault"
	core "sedum/core/ground"
	"sedum/core/outcome"
	"sedum/kernel"
	"sedum/paper"
)

// Whom a report is of: a customer or a place by the beginnings of its words, "" for all; and the days of planting, "" for the last year.
type Whom struct {
	Text string `query:"text" maxLength:"80"`
	From string `query:"from"`
	To   string `query:"to"`
}

// WhomFile is Whom, as a table.
type WhomFile struct {
	Whom
	paper.Separated
}

// planting is a tree of a report.
type planting struct {
	Fate
	ID, Tag, Customer, SpotName, SiteID string
	Purpose                             core.Purpose
	Litres                              *float64
}

func (p planting) seen() outcome.Seen { return outcome.Seen{Ended: p.EndedOn != nil, LastOn: p.LastOn} }

// PurposeLine is what became of the trees that were planted for something; "" is that nobody said for what.
type PurposeLine struct {
	Purpose core.Purpose `json:"purpose" optional:"true"`
	outcome.Standing
}

// KindLine is what became of the trees of a kind.
type KindLine struct {
	Kind string `json:"kind"`
	outcome.Standing
}

// CauseLine is of what trees were lost; "" is that nobody settled it.
type CauseLine struct {
	Cause string `json:"cause"`
	Trees int    `json:"trees"`
}

// Counts is a sum of what somebody counted, and of how many trees.
type Counts struct {
	Trees int     `json:"trees"`
	Sum   float64 `json:"sum" decimals:"1"`
}

// Report is what became of plantings, and what they took (handbook, features.md, F244). What a tree gives in shade or air nobody measures here.
type Report struct {
	From string `json:"from"`
	To   string `json:"to"`
	// Grounds are how many it is of, Customers whose they are: the first few, so that whoever reads sees whom a word found.
	Grounds   int      `json:"grounds"`
	Customers []string `json:"customers"`
	outcome.Standing
	Purposes []PurposeLine `json:"purposes"`
	Kinds    []KindLine    `json:"kinds" doc:"the most planted first"`
	Causes   []CauseLine   `json:"causes" doc:"the commonest first"`
	Cost     outcome.Cost  `json:"cost"`
	Hours    Counts        `json:"hours"`
	Litres   Counts        `json:"litres"`
}

// report tells what became of the trees that were planted between two days. Errors: faults at from and to.
func report(tx *kernel.Tx, w Whom) (Report, error) {
	from, to, list, err := plantings(tx, w)
	out := Report{From: from.Format(time.DateOnly), To: to.Format(time.DateOnly), Customers: []string{}, Purposes: []PurposeLine{}, Kinds: []KindLine{}, Causes: []CauseLine{}}
	if err != nil {
		return out, err
	}
	hour, err := hourCents(tx)
	if err != nil {
		return out, err
	}
	all, purposes, kinds, causes := []outcome.Seen{}, map[core.Purpose][]outcome.Seen{}, map[string][]outcome.Seen{}, map[string]int{}
	followed, cents, unknown := []outcome.Followed{}, []int{}, 0
	grounds := map[string]bool{}
	for _, p := range list {
		grounds[p.SiteID] = true
		if len(out.Customers) < customersNamed && !slices.Contains(out.Customers, p.Customer) {
			out.Customers = append(out.Customers, p.Customer)
		}
		all = append(all, p.seen())
		purposes[p.Purpose] = append(purposes[p.Purpose], p.seen())
		kinds[p.Kind] = append(kinds[p.Kind], p.seen())
		if p.EndedOn != nil {
			causes[p.Cause]++
		}
		followed = append(followed, p.followed(""))
		if c, known := p.cents(hour); !p.Contact {
		} else if known {
			cents = append(cents, c)
		} else {
			unknown++
		}
		out.Hours.add(p.Hours)
		out.Litres.add(p.Litres)
	}
	out.Standing, out.Grounds = outcome.StandingOf(tx.Today(), all), len(grounds)
	for purpose, seen := range purposes {
		out.Purposes = append(out.Purposes, PurposeLine{purpose, outcome.StandingOf(tx.Today(), seen)})
	}
	slices.SortFunc(out.Purposes, func(a, b PurposeLine) int { return cmp.Or(b.Trees-a.Trees, cmp.Compare(a.Purpose, b.Purpose)) })
	for kind, seen := range kinds {
		out.Kinds = append(out.Kinds, KindLine{kind, outcome.StandingOf(tx.Today(), seen)})
	}
	slices.SortFunc(out.Kinds, func(a, b KindLine) int { return cmp.Or(b.Trees-a.Trees, cmp.Compare(a.Kind, b.Kind)) })
	for cause, n := range causes {
		name := ""
		if cause != "" {
			name = tx.Say.Say("cause.name."+cause, nil)
		}
		out.Causes = append(out.Causes, CauseLine{name, n})
	}
	slices.SortFunc(out.Causes, func(a, b CauseLine) int { return cmp.Or(b.Trees-a.Trees, cmp.Compare(a.Cause, b.Cause)) })
	var year *outcome.Curve
	if groups := outcome.Groups(followed); len(groups) == 1 {
		year = groups[0].Year
	}
	out.Cost = outcome.PerSurvivor(cents, unknown, year)
	return calc.Rounded(out), nil
}

func (c *Counts) add(x *float64) {
	if x != nil {
		c.Trees++
		c.Sum += *x
	}
}

const (
	// mostSpots are the spots of a name of which a report is made.
	mostSpots = 20_000
	// customersNamed are those that a report names.
	customersNamed = 5
)

func plantings(tx *kernel.Tx, w Whom) (from, to time.Time, list []planting, err error) {
	from, to = tx.Today().AddDate(-1, 0, 0), tx.Today()
	var l fault.List
	if strings.TrimSpace(w.From) != "" {
		from = kernel.Date(&l, "from", w.From)
	}
	if strings.TrimSpace(w.To) != "" {
		to = kernel.Date(&l, "to", w.To)
	}
	if len(l) == 0 && to.Before(from) {
		l.Add("to", fault.AtLeast, from.Format(time.DateOnly))
	}
	if err := l.Err(); err != nil {
		return from, to, nil, err
	}
	where, args := " AND t.planted_on BETWEEN ? AND ?", []any{from, to}
	if strings.TrimSpace(w.Text) != "" {
		spots, err := ground.Named(tx, w.Text, mostSpots)
		if err != nil {
			return from, to, nil, err
		}
		where, args = where+" AND t.spot_id IN ?", append(args, append(spots, ""))
	}
	list, err = kernel.Rows[planting](tx, "SELECT "+fateColumns+", t.id, o.site_id, x.tag, x.customer, x.spot_name, COALESCE(JSON_VALUE(o.ground, '$.purpose'), '') AS purpose, (SELECT SUM(e.given_l) FROM care_entries e WHERE e.planted_id = t.id AND e.taken_back_at IS NULL) AS litres"+
		fateFrom+" JOIN spots o ON o.id = t.spot_id JOIN sheets x ON x.id = t.sheet_id"+standing+where+" ORDER BY t.planted_on, t.id", args...)
	return from, to, list, err
}

func reportCSV(tx *kernel.Tx, w WhomFile) (kernel.File, error) {
	_, _, list, err := plantings(tx, w.Whom)
	if err != nil {
		return kernel.File{}, err
	}
	hour, err := hourCents(tx)
	if err != nil {
		return kernel.File{}, err
	}
	day := func(on *time.Time) string {
		if on == nil {
			return ""
		}
		return on.Format(time.DateOnly)
	}
	number := func(x *float64) string {
		if x == nil {
			return ""
		}
		return strconv.FormatFloat(*x, 'f', -1, 64)
	}
	table := [][]string{{"tag", "kind", "customer", "spot", "planted_for", "planted_on", "seen_living_on", "ended_on", "cause", "cost_cents", "hours", "litres_told"}}
	for _, p := range list {
		cost := ""
		if c, known := p.cents(hour); known {
			cost = strconv.Itoa(c)
		}
		table = append(table, []string{p.Tag, p.Kind, p.Customer, p.SpotName, string(p.Purpose), p.PlantedOn.Format(time.DateOnly), day(p.LastOn), day(p.EndedOn), p.Cause, cost, number(p.Hours), number(p.Litres)})
	}
	file, err := paper.TableCSV(table, w.Separator)
	return kernel.File{Type: "text/csv", Name: "planted.csv", Content: file}, err
}
