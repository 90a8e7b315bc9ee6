// Package calculators gives every named calculator of the core an operation of its own, by the default rules as its contract says.
package calculators

import (
	"errors"
	"net/http"

	"sedum/core/calc"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/yard"
	"sedum/kernel"

	records "sedum/app/yard"
)

// UseCalculator is for everybody who works in the house.
var UseCalculator = kernel.Permission{Name: "use-calculator", Roles: set.All[roles.Role]()}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	c := kernel.Capability{Name: "calculators", Operations: []kernel.Operation{
		kernel.Ask("count-tablets", "/yard/tablets", records.SeeYard, func(_ *kernel.Tx, _ kernel.None, in yard.TabletInput) (yard.TabletCount, error) {
			return yard.Tablets(in)
		}),
	}}
	for _, name := range calc.Names() {
		each, err := calc.Find(name)
		if err != nil {
			panic(err) // Names lists what Find finds
		}
		c.Operations = append(c.Operations, kernel.AskRaw("calc-"+name, "/calc/"+name, UseCalculator, each.Input, each.Output,
			func(_ *kernel.Tx, raw []byte) (any, error) { return calc.Run(rules.House{}, name, raw) }))
	}
	unknown := kernel.Said{Status: http.StatusNotFound, Code: "calculator"}
	c.Operations = append(c.Operations, kernel.AskRaw("calc-unknown", "/calc/{name}", UseCalculator, nil, nil,
		func(*kernel.Tx, []byte) (any, error) { return nil, errors.Join(unknown) }))
	return c
}
