// Package outcomes is what became of the trees, by whatever the house can do otherwise (handbook, aftercare.md, "Outcomes and trials").
package outcomes

import (
	"cmp"
	"embed"
	"maps"
	"slices"
	"time"

	"sedum/app/ground"
	"sedum/core/calc"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

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
	return kernel.Capability{Name: "outcomes", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-outcomes", "/outcomes", SeeOutcomes, see),
		kernel.Read("see-school-record", "/outcomes/schools", SeeRecord, schools),
		kernel.Read("see-hand", "/outcomes/hand", SeeRecord, hand),
		kernel.Read("see-report", "/report", SeeOutcomes, report),
		kernel.ReadFile("report-csv", "/report.csv", SeeOutcomes, "text/csv", reportCSV),
		kernel.Read("see-life", "/planted/{id}/life", SeeOutcomes, life),
	}, Jobs: []kernel.Job{night()}}
}

// Ask is by what trees are put into groups.
type Ask struct {
	By   By         `query:"by" default:"grower"`
	Step rules.Step `query:"step" maxLength:"40" doc:"of the school, where by is school"`
}

// Page is what became of the trees of each group, and of what they were lost.
type Page struct {
	By     By          `json:"by"`
	Step   string      `json:"step"`
	Groups []GroupLine `json:"groups"`
	// Causes are those of the losses, the commonest first; "" is a loss whose cause nobody settled.
	Causes []Loss `json:"causes"`
	Trees  int    `json:"trees"`
	Steps  []Step `json:"steps" doc:"schools of which trees differ, by their step"`
	// CountedAt is when it was counted, null where it is as things stand now.
	CountedAt *time.Time `json:"counted_at"`
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

func see(tx *kernel.Tx, q Ask) (Page, error) {
	out := Page{By: q.By, Step: string(q.Step), Groups: []GroupLine{}, Causes: []Loss{}, Steps: []Step{}}
	for _, step := range rules.AllSchools() {
		out.Steps = append(out.Steps, Step{string(step.Step), tx.Say.Say("school.step."+string(step.Step), nil)})
	}
	step := ""
	if q.By == "school" {
		if !slices.ContainsFunc(out.Steps, func(s Step) bool { return s.Step == string(q.Step) }) {
			q.Step = rules.Step(out.Steps[0].Step)
			out.Step = out.Steps[0].Step
		}
		step = string(q.Step)
	}
	of, at, err := counted(tx, q.By, []string{step}, whole)
	if err != nil {
		return out, err
	}
	c := of[cmp.Or(step, string(q.By))]
	out.Trees, out.CountedAt = c.Trees, at
	for _, g := range c.Groups {
		g.Name = nameOf(tx, q.By, step, g.Name)
		out.Groups = append(out.Groups, g)
	}
	for _, cause := range slices.Sorted(maps.Keys(c.Causes)) {
		l := Loss{Cause: cause, Name: tx.Say.Say("outcome.cause-unknown", nil), Trees: c.Causes[cause]}
		if cause != "" {
			l.Name = tx.Say.Say("cause.name."+cause, nil)
		}
		out.Causes = append(out.Causes, l)
	}
	slices.SortFunc(out.Causes, func(a, b Loss) int { return cmp.Or(b.Trees-a.Trees, cmp.Compare(a.Name, b.Name)) })
	return calc.Rounded(out), nil
}

// nameOf is a group in words.
func nameOf(tx *kernel.Tx, by By, step, group string) string {
	switch by {
	case "form", "flare", "correction":
		return tx.Say.Say("outcome."+string(by)+"."+group, nil)
	case "school":
		if group != "" && tx.Say.Knows("school."+step+"."+group) {
			return ground.SaySchool(tx.Say, rules.Step(step), group)
		}
		return tx.Say.Say("outcome.school-unknown", nil)
	}
	return cmp.Or(group, tx.Say.Say("outcome.unknown", nil))
}
