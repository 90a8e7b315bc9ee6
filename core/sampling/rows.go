package sampling

import "sedum/core/fault"

// MostInRow is how many trees of a lot may stand in one row.
const MostInRow = 1000

// Rows is how the trees of a lot stand: so many in each row, in the order of their places; 0 when nobody said.
type Rows struct {
	PerRow int `json:"per_row" minimum:"0" maximum:"1000" doc:"trees in a row; 0 when they do not stand in rows"`
}

// Check returns what is wrong with the input.
func (r Rows) Check() error { return fault.Check(r).Err() }

// Standing is where a place of a lot is found: its row, and its number in the row, both from 1. Both are 0 when the trees do
// not stand in rows, or when there is no such place.
func (r Rows) Standing(place int) (row, number int) {
	if r.PerRow < 1 || place < 1 {
		return 0, 0
	}
	return (place-1)/r.PerRow + 1, (place-1)%r.PerRow + 1
}
