package outcomes

import (
	"time"

	"sedum/core/calc"
	"sedum/core/outcome"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/kernel"
)

// SeeRecord is for everybody: a number of trees names nobody.
var SeeRecord = kernel.Permission{Name: "see-school-record", Roles: set.All[roles.Role]()}

// Lived is what became of the trees that were planted one way.
type Lived struct {
	Choice string `json:"choice" doc:"of the step; empty where its sheet does not tell"`
	Trees  int    `json:"trees" doc:"looked at on planned days"`
	Deaths int    `json:"deaths"`
	// Year is the share that lives after a year with its interval, null while none was followed so long.
	Year *outcome.Curve `json:"year"`
	// TooEarly is that nothing is said of a difference yet; P is null then.
	TooEarly bool     `json:"too_early"`
	P        *float64 `json:"p" decimals:"4"`
}

// StepRecord is what our own trees say of one step.
type StepRecord struct {
	Step string  `json:"step"`
	Ways []Lived `json:"ways" doc:"the commonest first"`
}

// SchoolRecord is what our own trees say of every step at which practice differs.
type SchoolRecord struct {
	Steps     []StepRecord `json:"steps"`
	CountedAt *time.Time   `json:"counted_at" doc:"null where it is as things stand now"`
}

func schools(tx *kernel.Tx, _ kernel.None) (SchoolRecord, error) {
	out, names := SchoolRecord{Steps: []StepRecord{}}, []string{}
	for _, each := range rules.AllSchools() {
		names = append(names, string(each.Step))
	}
	of, at, err := counted(tx, "school", names, inBrief)
	out.CountedAt = at
	for _, step := range names {
		s := StepRecord{Step: step, Ways: []Lived{}}
		for _, g := range of[step].Groups {
			s.Ways = append(s.Ways, Lived{g.Name, g.Trees, g.Deaths, g.Year, g.TooEarly, g.P})
		}
		out.Steps = append(out.Steps, s)
	}
	return calc.Rounded(out), err
}
