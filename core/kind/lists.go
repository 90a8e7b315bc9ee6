package kind

import (
	"slices"

	"sedum/core/planting"
)

// ListOf is a list that somebody keeps where the house stands.
type ListOf string

// The words of ListOf.
const (
	ListedInvasive   ListOf = "invasive"
	ListedQuarantine ListOf = "quarantine"
	ListedPoison     ListOf = "poison"
)

// All lists them.
func (ListOf) All() []ListOf { return []ListOf{ListedInvasive, ListedQuarantine, ListedPoison} }

// Listed is that a kind stands on a local list: whose, and when somebody looked (handbook, site.md: a caution with a date, never an assurance).
type Listed struct {
	List ListOf `json:"list"`
	Who  string `json:"who" maxLength:"160" doc:"whose list it is"`
	On   string `json:"on" maxLength:"10" doc:"when somebody looked, YYYY-MM-DD"`
}

// AllCautions are the cautions of a kind with those of the local lists.
func (f Facts) AllCautions() []planting.Caution {
	out := slices.Clone(f.Cautions)
	for _, l := range f.Lists {
		if c := planting.Caution("listed-" + string(l.List)); !slices.Contains(out, c) {
			out = append(out, c)
		}
	}
	return out
}
