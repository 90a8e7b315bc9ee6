package clock

import "sedum/kernel"

// Unfelt are the lots of bare roots that nobody has felt today.
func (c Clocks) Unfelt(tx *kernel.Tx) ([]Unit, error) {
	board, err := c.board(tx)
	out := []Unit{}
	for _, u := range board.Units {
		if u.FeelToday {
			out = append(out, u)
		}
	}
	return out, err
}
