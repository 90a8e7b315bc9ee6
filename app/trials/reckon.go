package trials

import (
	"sedum/core/rules"
	"sedum/core/trial"
	"sedum/kernel"
)

// Guess is what somebody thinks is lost one way and the other, of a hundred.
type Guess struct {
	LostA float64 `json:"lost_a" minimum:"0" maximum:"100"`
	LostB float64 `json:"lost_b" minimum:"0" maximum:"100"`
	Looks int     `json:"looks" minimum:"1" maximum:"10"`
}

// Size is how many trees a question needs, and how many were planted with planned looks in the last year.
type Size struct {
	// Trees are of both ways together; 0 where no number tells the two apart.
	Trees int `json:"trees"`
	AYear int `json:"a_year"`
}

func reckon(tx *kernel.Tx, _ kernel.None, g Guess) (Size, error) {
	out := Size{Trees: 2 * trial.Needed(tx.Who.House.Value(rules.TrialFalseAlarm), g.Looks, g.LostA/100, g.LostB/100)}
	var err error
	out.AYear, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_trees WHERE contact AND taken_back_at IS NULL AND planted_on > ?", tx.Today().AddDate(-1, 0, 0))
	return out, err
}
