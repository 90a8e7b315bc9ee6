package yard

import (
	"sedum/core/stock"
	"sedum/kernel"
)

// Stands is where a tree stands after a deed on it: short, for the hand goes on.
type Stands struct {
	Tag       string      `json:"tag"`
	State     stock.State `json:"state"`
	StateWord string      `json:"state_word"`
	Version   int         `json:"version"`
}

// Show is where a tree stands.
func Show(tx *kernel.Tx, code string) (Stands, error) {
	t, err := TreeByTag(tx, code)
	return Stands{t.Tag, t.State, StateWord(tx, t.State), t.Version}, err
}

// ShowTree shows the tree of an operation on a tag; what the deed gave does not matter.
func ShowTree[R any](tx *kernel.Tx, p kernel.ByTag, _ R) (Stands, error) { return Show(tx, p.Tag) }

// StateWord is a state in words.
func StateWord(tx *kernel.Tx, s stock.State) string { return tx.Say.Say("state."+string(s), nil) }
