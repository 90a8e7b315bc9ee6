package demo

import (
	"sedum/desk"
	"sedum/standin"
)

// WithStandIns gives a desk the simulated outside things, where it has none.
func WithStandIns(d *desk.Desk) *desk.Desk {
	if d.Weather == nil {
		d.Weather = standin.Station{}
	}
	if d.Printer == nil {
		d.Printer = standin.LabelPrinter{}
	}
	if d.Scale == nil {
		d.Scale = standin.Scale{}
	}
	if d.Gateway == nil {
		d.Gateway = standin.Gateway{}
	}
	return d
}
