package claims

import (
	"slices"
	"strings"
	"time"

	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/core/trouble"
	"sedum/kernel"
)

// Matter is whose matter a cause is from a moment on, as somebody of the house says; appended, the newest counts.
type Matter struct {
	ID       string `gorm:"primaryKey"`
	Cause    trouble.Cause
	Whose    guarantee.Whose
	Reason   string
	PersonID string
	At       time.Time

	Person people.Named
}

// TableName says of what.
func (Matter) TableName() string { return "cause_matters" }

// NewMatter is whose matter a cause is from now on, and why.
type NewMatter struct {
	Cause  trouble.Cause   `json:"cause"`
	Whose  guarantee.Whose `json:"whose"`
	Reason string          `json:"reason" maxLength:"500"`
}

// changeMatter says whose matter a cause is, for sheets that are issued from now on. Errors: a fault at reason; at cause for none at all.
func changeMatter(tx *kernel.Tx, _ kernel.None, n NewMatter) (kernel.None, error) {
	n.Reason = strings.TrimSpace(n.Reason)
	l := fault.Missing("reason", n.Reason)
	if n.Cause == trouble.None {
		l.Add("cause", fault.NotAChoice, nil)
	}
	if err := l.Err(); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, kernel.Add(tx, &Matter{ID: kernel.NewID(), Cause: n.Cause, Whose: n.Whose, Reason: n.Reason, PersonID: tx.Who.ID, At: tx.Now})
}

// mattersAt is whose matter each cause was at a moment, where the house had said so.
func mattersAt(tx *kernel.Tx, at time.Time) (guarantee.Matters, error) {
	list, err := kernel.Many[Matter](tx, "at, id", "at <= ?", at)
	out := guarantee.Matters{}
	for _, m := range list {
		out[m.Cause] = m.Whose
	}
	return out, err
}

// CauseLine is whose matter a cause is.
type CauseLine struct {
	Cause trouble.Cause   `json:"cause"`
	Name  string          `json:"name"`
	Whose guarantee.Whose `json:"whose"`
	// Ours is as it comes.
	Ours guarantee.Whose `json:"ours"`
}

// MatterChange is one change, newest first.
type MatterChange struct {
	Name   string          `json:"name"`
	Whose  guarantee.Whose `json:"whose"`
	Reason string          `json:"reason"`
	By     string          `json:"by"`
	At     time.Time       `json:"at"`
}

// Causes is whose matter each cause is in this house, and who said so and why.
type Causes struct {
	Causes  []CauseLine    `json:"causes"`
	Changes []MatterChange `json:"changes"`
}

func listCauses(tx *kernel.Tx, _ kernel.None) (Causes, error) {
	out := Causes{Causes: []CauseLine{}, Changes: []MatterChange{}}
	now, err := mattersAt(tx, tx.Now)
	if err != nil {
		return out, err
	}
	name := func(c trouble.Cause) string { return tx.Say.Say("cause.name."+string(c), nil) }
	for _, c := range trouble.Cause("").All() {
		if c != trouble.None {
			out.Causes = append(out.Causes, CauseLine{c, name(c), now.Of(c), guarantee.Ours(c)})
		}
	}
	list, err := kernel.Many[Matter](tx.With("Person"), "at, id", "TRUE")
	for _, m := range slices.Backward(list) {
		out.Changes = append(out.Changes, MatterChange{name(m.Cause), m.Whose, m.Reason, m.Person.Name, m.At})
	}
	return out, err
}
