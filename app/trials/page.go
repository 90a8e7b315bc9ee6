package trials

import (
	"fmt"
	"slices"
	"time"

	"sedum/app/ground"
	housed "sedum/app/rules"
	"sedum/core/calc"
	"sedum/core/outcome"
	"sedum/core/trial"
	"sedum/kernel"
)

// ways are the two in words.
func (t Trial) ways(tx *kernel.Tx) (a, b string) {
	if t.Step == "" {
		return t.WayA, t.WayB
	}
	return ground.SaySchool(tx.Say, t.Step, t.WayA), ground.SaySchool(tx.Say, t.Step, t.WayB)
}

func signRule(tx *kernel.Tx, t Trial) error {
	reason := tx.Say.Say("trial.signed-reason", map[string]any{"number": fmt.Sprint(t.Number), "reason": t.Signed.Reason})
	return housed.Sign(tx, housed.NewChange{Key: t.Signed.Key, Value: t.Signed.To, Reason: reason})
}

// Line is a trial in a list.
type Line struct {
	Number   int     `json:"number"`
	Question string  `json:"question"`
	Step     string  `json:"step" doc:"empty where its ways are in words"`
	WayA     string  `json:"way_a"`
	WayB     string  `json:"way_b"`
	BegunOn  string  `json:"begun_on"`
	Trees    int     `json:"trees"`
	NextOn   string  `json:"next_on" doc:"the next look; empty after the last"`
	Found    bool    `json:"found" doc:"a look found a difference: it may be ended"`
	EndedAs  EndedAs `json:"ended_as" optional:"true"`
}

// Lines are the trials, those that go on first.
type Lines struct {
	Trials []Line `json:"trials"`
}

func list(tx *kernel.Tx, _ kernel.None) (Lines, error) {
	out := Lines{Trials: []Line{}}
	all, err := kernel.Many[Trial](tx, "ended_as <> '', number DESC", "1 = 1")
	if err != nil {
		return out, err
	}
	for _, t := range all {
		line, _, err := t.line(tx)
		if err != nil {
			return out, err
		}
		out.Trials = append(out.Trials, line)
	}
	return out, nil
}

func (t Trial) line(tx *kernel.Tx) (Line, []Told, error) {
	told, err := toldOf(tx, t)
	if err != nil {
		return Line{}, nil, err
	}
	out := Line{Number: t.Number, Step: string(t.Step), Question: t.Question, BegunOn: t.BegunOn.Format(time.DateOnly), EndedAs: t.EndedAs, Found: slices.ContainsFunc(told, func(l Told) bool { return l.Told.Found })}
	out.WayA, out.WayB = t.ways(tx)
	if len(told) < len(t.Looks) && t.EndedAs == "" {
		out.NextOn = t.Looks[len(told)]
	}
	out.Trees, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trial_trees WHERE trial_id = ?", t.ID)
	return out, told, err
}

// Planned is a look as it was fixed, and what was told on its day; null until then.
type Planned struct {
	On   string      `json:"on"`
	Told *trial.Look `json:"told"`
	Says string      `json:"says"`
}

// Tree is a drawn tree on the page.
type Tree struct {
	Tag       string    `json:"tag"`
	Common    string    `json:"common"`
	Customer  string    `json:"customer"`
	Way       trial.Way `json:"way"`
	PlantedID string    `json:"planted_id"`
	PlantedOn string    `json:"planted_on"`
	Contact   bool      `json:"contact"`
	Ended     bool      `json:"ended"`
	// Otherwise is that its sheet plants it in another way than was drawn; it counts as drawn all the same.
	Otherwise bool `json:"otherwise"`
}

// Page is a trial: what it found first, its looks, its trees.
type Page struct {
	Line
	StepName   string          `json:"step_name"`
	FalseAlarm float64         `json:"false_alarm" decimals:"3"`
	Version    int             `json:"version"`
	Says       string          `json:"says" doc:"the answer"`
	Looks      []Planned       `json:"looks"`
	Groups     []outcome.Group `json:"groups" doc:"of each way what became of its trees until today; nothing is tested between the looks"`
	Drawn      []Tree          `json:"drawn"`
	Unplanned  int             `json:"unplanned" doc:"drawn and planted trees that nobody looks at on planned days: they do not count"`
	MayEnd     bool            `json:"may_end"`
	Reason     string          `json:"reason" doc:"why it was given up"`
	Signed     Signed          `json:"signed"`
	MaySign    bool            `json:"may_sign"`
	Better     string          `json:"better" doc:"the way in which they lived longer, where one was found"`
}

// row is a drawn tree with what became of it.
type row struct {
	Drawn
	Tag       string
	Common    string
	Customer  string
	PlantedID string
	PlantedOn *time.Time
	EndedOn   *time.Time
	LastOn    *time.Time
	Contact   bool
	School    string
	// life until the day that was asked for.
	days  int
	died  bool
	count bool
}

// treesOf are the drawn trees with what was known of them on a day.
func treesOf(tx *kernel.Tx, t Trial, on time.Time) ([]row, error) {
	path := "$.plan.schools." + string(t.Step)
	rows, err := kernel.Rows[row](tx, `SELECT d.*, y.tag, k.common, c.name AS customer, COALESCE(p.id, '') AS planted_id, p.planted_on, p.ended_on, v.last_on, COALESCE(p.contact, FALSE) AS contact, COALESCE(JSON_VALUE(s.content, ?), '') AS school
		FROM trial_trees d JOIN trees y ON y.id = d.tree_id JOIN lots l ON l.id = y.lot_id JOIN kinds k ON k.id = l.kind_id
		JOIN spots o ON o.id = d.spot_id JOIN sites i ON i.id = o.site_id JOIN customers c ON c.id = i.customer_id
		LEFT JOIN planted_trees p ON p.tree_id = d.tree_id AND p.spot_id = d.spot_id AND p.taken_back_at IS NULL
		LEFT JOIN visit_due v ON v.planted_id = p.id LEFT JOIN sheets s ON s.id = p.sheet_id WHERE d.trial_id = ? ORDER BY d.block, d.place`, path, t.ID)
	for i := range rows {
		r := &rows[i]
		if r.PlantedOn == nil || r.PlantedOn.After(on) {
			continue
		}
		r.count = r.Contact
		switch {
		case r.EndedOn != nil && !r.EndedOn.After(on):
			r.days, r.died = between(*r.PlantedOn, *r.EndedOn), true
		case r.LastOn != nil && r.LastOn.After(on): // it was seen later; on that day it lived
			r.days = between(*r.PlantedOn, on)
		case r.LastOn != nil:
			r.days = between(*r.PlantedOn, *r.LastOn)
		}
	}
	return rows, err
}

func between(from, to time.Time) int { return max(0, int(to.Sub(from).Hours()/24)) }

func inCore(rows []row) []trial.Tree {
	out := []trial.Tree{}
	for _, r := range rows {
		out = append(out, trial.Tree{Block: r.Block, Place: r.Place, Way: r.Way, Counts: r.count, Life: outcome.Life{Days: r.days, Died: r.died}})
	}
	return out
}

func see(tx *kernel.Tx, p kernel.ByNumber) (Page, error) {
	t, err := kernel.One[Trial](tx, "number = ?", p.Number)
	if err != nil {
		return Page{}, err
	}
	out := Page{FalseAlarm: t.FalseAlarm, Version: t.Version, Looks: []Planned{}, Drawn: []Tree{}, Reason: t.EndedReason, Signed: t.Signed}
	if t.Step != "" {
		out.StepName = tx.Say.Say("school.step."+string(t.Step), nil)
	}
	line, told, err := t.line(tx)
	if err != nil {
		return out, err
	}
	out.Line = line
	for k, day := range t.Looks {
		look := Planned{On: day}
		if k < len(told) {
			look.Told, look.Says = &told[k].Told, saysLook(tx, told[k].Told)
			if told[k].Told.Found {
				out.Better = line.WayA
				if told[k].Told.Better == trial.B {
					out.Better = line.WayB
				}
			}
		}
		out.Looks = append(out.Looks, look)
	}
	rows, err := treesOf(tx, t, tx.Today())
	if err != nil {
		return out, err
	}
	lives, lost := []outcome.Followed{}, 0
	for _, r := range rows {
		tree := Tree{Tag: r.Tag, Common: r.Common, Customer: r.Customer, Way: r.Way, PlantedID: r.PlantedID, Contact: r.Contact, Ended: r.died}
		name, choice := line.WayA, t.WayA
		if r.Way == trial.B {
			name, choice = line.WayB, t.WayB
		}
		if r.PlantedOn != nil {
			tree.PlantedOn = r.PlantedOn.Format(time.DateOnly)
			tree.Otherwise = t.Step != "" && r.School != choice
			lives = append(lives, outcome.Followed{Group: name, Contact: r.count, Life: outcome.Life{Days: r.days, Died: r.died}})
			if !r.count {
				out.Unplanned++
			} else if r.died {
				lost++
			}
		}
		out.Drawn = append(out.Drawn, tree)
	}
	out.Groups = outcome.Groups(lives)
	for i := range out.Groups { // between the looks nothing is tested
		out.Groups[i].P = nil
	}
	slices.SortStableFunc(out.Groups, func(a, b outcome.Group) int {
		if a.Name == line.WayA {
			return -1
		}
		return 1
	})
	out.MayEnd = t.EndedAs == "" && (line.Found || len(told) == len(t.Looks))
	out.MaySign = t.EndedAs == Found && t.Step != "" && t.Signed.Key == ""
	out.Says = t.says(tx, out, told, lost)
	return calc.Rounded(out), nil
}

// says is the answer of a trial as it stands.
func (t Trial) says(tx *kernel.Tx, p Page, told []Told, lost int) string {
	values := map[string]any{"better": p.Better, "lost": lost, "next": p.NextOn}
	if day, err := time.Parse(time.DateOnly, p.NextOn); err == nil {
		values["next"] = day
	}
	code := "too-early"
	switch {
	case t.EndedAs == Abandoned:
		code = "abandoned"
	case p.Found:
		code = "found"
	case t.EndedAs == NothingFound || len(told) == len(t.Looks):
		code = "nothing-found"
	case lost >= outcome.TooEarly:
		code = "goes-on"
	}
	return tx.Say.Say("trial.says."+code, values)
}

// saysLook is what was told at a look.
func saysLook(tx *kernel.Tx, l trial.Look) string {
	if l.TooEarly {
		return tx.Say.Say("trial.look.too-early", map[string]any{"lost": l.Deaths})
	}
	code := "no"
	if l.Found {
		code = "found"
	}
	return tx.Say.Say("trial.look."+code, map[string]any{"p": percent(*l.P), "limit": percent(l.Limit), "a": fmt.Sprintf("%d/%d", l.LostA, l.TreesA), "b": fmt.Sprintf("%d/%d", l.LostB, l.TreesB)})
}

// percent is a share in hundredths, with enough digits to tell what is rare from its limit.
func percent(share float64) string {
	if share < 0.001 {
		return fmt.Sprintf("%.4f", 100*share)
	}
	return fmt.Sprintf("%.2f", 100*share)
}
