package orders

import (
	"fmt"
	"maps"
	"slices"

	"sedum/app/ground"
	"sedum/app/prices"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/order"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/kernel"
)

// Beside are several ways of planting one tree in one spot, each by the schools in which it differs from how it is done there.
type Beside struct {
	Plan sheets.PlanAsk          `json:"plan"`
	Ways []map[rules.Step]string `json:"ways" minItems:"1" maxItems:"5"`
}

// Way is one of them: what is dug, bought and carried, and what that costs.
type Way struct {
	// Schools say in what it differs; none is as it is done there.
	Schools  []string    `json:"schools"`
	Headline string      `json:"headline"`
	Figures  []WayFigure `json:"figures"`
	Cents    *int        `json:"cents" doc:"of what is bought, without the tree; null where nothing of it has a price, or it is not told"`
	Notes    []string    `json:"notes"`
}

// WayFigure is a figure of a plan; Same tells that every way has it.
type WayFigure struct {
	Key   string `json:"key"`
	Label string `json:"label"`
	Value string `json:"value"`
	Same  bool   `json:"same"`
}

// Ways are they, in the order in which they were asked for.
type Ways struct {
	Ways []Way `json:"ways"`
}

// besideFigures are the figures of a plan that one weighs a way by.
var besideFigures = []string{"hole_depth", "hole_top", "hole_volume", "backfill", "mulch", "first_water", "dose"}

// plansBeside plans each way and keeps nothing. Errors: a fault by way for a school that is none.
func plansBeside(desk sheets.Desk) func(*kernel.Tx, kernel.None, Beside) (Ways, error) {
	return func(tx *kernel.Tx, _ kernel.None, ask Beside) (Ways, error) {
		out := Ways{[]Way{}}
		listed, err := prices.InForce(tx)
		if err != nil {
			return out, err
		}
		for i, schools := range ask.Ways {
			each := ask.Plan
			each.Schools = schools
			house, in, p, err := desk.Planned(tx, each)
			if faults, ok := err.(fault.List); ok {
				return out, faults.Under(fmt.Sprintf("ways.%d", i))
			}
			if err != nil {
				return out, err
			}
			out.Ways = append(out.Ways, wayOf(tx, house, in, p, listed, schools))
		}
		sameFigures(out.Ways)
		return out, nil
	}
}

func wayOf(tx *kernel.Tx, house rules.House, in planting.Input, p planting.Plan, listed order.Prices, schools map[rules.Step]string) Way {
	s := tx.Say
	w := Way{Schools: []string{}, Figures: []WayFigure{}, Notes: []string{}, Headline: s.Plan(in, p, nil).Headline}
	for _, step := range slices.Sorted(maps.Keys(schools)) {
		w.Schools = append(w.Schools, ground.SaySchool(s, step, schools[step]))
	}
	if p.Refused != "" {
		return w
	}
	for _, key := range besideFigures {
		i := slices.IndexFunc(p.Numbers, func(n planting.Number) bool { return n.Key == key })
		if i < 0 {
			continue
		}
		n, said := p.Numbers[i], s.Say("beside.withheld", nil)
		if !n.Digs || !p.Locked {
			said = s.Measure(planting.Measure{Value: n.Value, Unit: n.Unit})
		}
		w.Figures = append(w.Figures, WayFigure{Key: key, Label: s.Say("number."+key, nil), Value: said})
	}
	whole := order.Of(house, []order.Tree{{Input: in, Plan: p, PriceCents: 1}}, listed, false)
	if cents := whole.TotalCents - whole.TreesCents; cents > 0 && !whole.Withheld {
		w.Cents = &cents
	}
	w.Notes = notes(s, whole)
	return w
}

// sameFigures marks what every way has in common: what differs is what one looks for.
func sameFigures(ways []Way) {
	for _, key := range besideFigures {
		said := map[string]bool{}
		for _, w := range ways {
			value := ""
			for _, f := range w.Figures {
				if f.Key == key {
					value = f.Value
				}
			}
			said[value] = true
		}
		for i := range ways {
			for k := range ways[i].Figures {
				if ways[i].Figures[k].Key == key {
					ways[i].Figures[k].Same = len(said) == 1
				}
			}
		}
	}
}
