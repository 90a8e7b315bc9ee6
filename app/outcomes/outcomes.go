// Package outcomes is what became of the trees, by whatever the house can do otherwise (handbook, aftercare.md, "Outcomes and trials").
package outcomes

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/core/calc"
	"sedum/core/outcome"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/kernel"
)

// By is what trees are put into groups by.
type By string

// All lists them; school needs its step beside it.
func (By) All() []By {
	return []By{"grower", "kind", "form", "flare", "correction", "school"}
}

// SeeOutcomes is for those who stand before a customer: whose hand it was is not among the groups.
var SeeOutcomes = kernel.Permission{Name: "see-outcomes", Roles: roles.Counter()}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "outcomes", Operations: []kernel.Operation{
		kernel.Read("see-outcomes", "/outcomes", SeeOutcomes, see),
		kernel.Read("see-life", "/planted/{id}/life", SeeOutcomes, life),
	}}
}

// Ask is by what trees are put into groups.
type Ask struct {
	By   By         `query:"by" default:"grower"`
	Step rules.Step `query:"step" maxLength:"40" doc:"of the school, where by is school"`
}

// Page is what became of the trees of each group, and of what they were lost.
type Page struct {
	By     By              `json:"by"`
	Step   string          `json:"step"`
	Groups []outcome.Group `json:"groups"`
	// Causes are those of the losses, the commonest first; "" is a loss whose cause nobody settled.
	Causes []Loss `json:"causes"`
	Trees  int    `json:"trees"`
	Steps  []Step `json:"steps" doc:"schools of which trees differ, by their step"`
}

// Loss is how many were lost of a cause.
type Loss struct {
	Cause string `json:"cause"`
	Name  string `json:"name"`
	Trees int    `json:"trees"`
}

// Step is a school's step with its words.
type Step struct {
	Step string `json:"step"`
	Name string `json:"name"`
}

// grouped is how a group is read out of a sheet.
var grouped = map[By]string{"grower": "JSON_VALUE(s.content, '$.grower')", "kind": "JSON_VALUE(s.content, '$.botanical')", "form": "JSON_VALUE(s.content, '$.input.tree.form')",
	"flare": "IF(JSON_VALUE(s.content, '$.input.tree.depth_in_doubt') IN ('true', '1'), 'in-doubt', 'seen')", "correction": "COALESCE(JSON_EXTRACT(s.content, '$.input.tree.corrections[*].code'), '[]')"}

func see(tx *kernel.Tx, q Ask) (Page, error) {
	out := Page{By: q.By, Step: string(q.Step), Causes: []Loss{}, Steps: []Step{}}
	for _, step := range rules.AllSchools() {
		out.Steps = append(out.Steps, Step{string(step.Step), tx.Say.Say("school.step."+string(step.Step), nil)})
	}
	group, args := grouped[q.By], []any{}
	if q.By == "school" {
		if !slices.ContainsFunc(out.Steps, func(s Step) bool { return s.Step == string(q.Step) }) {
			q.Step = rules.Step(out.Steps[0].Step)
			out.Step = out.Steps[0].Step
		}
		group, args = "COALESCE(JSON_VALUE(s.content, ?), '')", []any{"$.plan.schools." + string(q.Step)}
	}
	type row struct {
		Group     string
		Contact   bool
		PlantedOn time.Time
		EndedOn   *time.Time
		LastOn    *time.Time
		Cause     string
	}
	rows, err := kernel.Rows[row](tx, "SELECT COALESCE("+group+", '') AS `group`, t.contact, t.planted_on, t.ended_on, d.last_on, t.cause FROM planted_trees t JOIN sheets s ON s.id = t.sheet_id LEFT JOIN visit_due d ON d.planted_id = t.id WHERE t.taken_back_at IS NULL", args...)
	if err != nil {
		return out, err
	}
	out.Trees = len(rows)
	all, causes := []outcome.Followed{}, map[string]int{}
	for _, r := range rows {
		f := outcome.Followed{Group: named(tx, q, r.Group), Contact: r.Contact}
		switch {
		case r.EndedOn != nil:
			f.Days, f.Died = days(r.PlantedOn, *r.EndedOn), true
			causes[r.Cause]++
		case r.LastOn != nil: // it lived when somebody looked last; since then nobody knows
			f.Days = days(r.PlantedOn, *r.LastOn)
		}
		all = append(all, f)
	}
	out.Groups = calc.Rounded(outcome.Groups(all))
	for cause, n := range causes {
		l := Loss{Cause: cause, Name: tx.Say.Say("outcome.cause-unknown", nil), Trees: n}
		if cause != "" {
			l.Name = tx.Say.Say("cause.name."+cause, nil)
		}
		out.Causes = append(out.Causes, l)
	}
	slices.SortFunc(out.Causes, func(a, b Loss) int { return cmp.Or(b.Trees-a.Trees, cmp.Compare(a.Name, b.Name)) })
	return out, nil
}

func days(from, to time.Time) int { return max(0, int(to.Sub(from).Hours()/24)) }

// named is a group in words.
func named(tx *kernel.Tx, q Ask, group string) string {
	switch q.By {
	case "form":
		return tx.Say.Say("outcome.form."+group, nil)
	case "flare":
		return tx.Say.Say("outcome.flare."+group, nil)
	case "correction":
		for _, cut := range []string{"shave", "score", "tease", "cut-at-collar"} {
			if strings.Contains(group, `"`+cut+`"`) {
				return tx.Say.Say("outcome.correction."+cut, nil)
			}
		}
		return tx.Say.Say("outcome.correction.none", nil)
	case "school":
		if group != "" && tx.Say.Knows("school."+string(q.Step)+"."+group) {
			return ground.SaySchool(tx.Say, q.Step, group)
		}
		return tx.Say.Say("outcome.school-unknown", nil)
	}
	return cmp.Or(group, tx.Say.Say("outcome.unknown", nil))
}
