package yard

import "sedum/core/stock"

// Kept is the share of its roots that a tree brings along, from Least to Most, and what that rests on.
type Kept struct {
	Least, Most float64
	// Source is dug-ball, whole-ball or shaken-out; its sentence is made elsewhere.
	Source string
}

// KeptRoots tells what share of its roots a form brings along: always a range, never one number. A pot or plug
// holds them all, less what circles and is cut off (never over 40 % of the ball, the dormant limit); a field-dug
// ball keeps as little as a tenth (stock.md, Balled); a bare root brings its thick roots and few of the fine
// (house range, as the ball's).
func KeptRoots(form stock.Form) Kept {
	switch form {
	case stock.Container, stock.Plug:
		return Kept{0.6, 1, "whole-ball"}
	case stock.Balled:
		return Kept{0.1, 0.2, "dug-ball"}
	case stock.BareRoot:
		return Kept{0.05, 0.2, "shaken-out"}
	}
	return Kept{}
}
