package words

import (
	"fmt"

	"sedum/core/planting"
	"sedum/core/yard"
)

// InMeasures says an amount in the house's own measures: about 2½ × red bucket; "" when none fits.
func (s Speaker) InMeasures(amount float64, unit yard.Unit, substance string, list []yard.HouseMeasure) string {
	c, ok := yard.InMeasures(amount, unit, substance, list)
	if !ok {
		return ""
	}
	count := ""
	if whole := c.Halves / 2; whole > 0 {
		count = fmt.Sprint(whole)
	}
	if c.Halves%2 == 1 {
		count += "½"
	}
	return s.Say("measures.about", map[string]any{"count": count, "name": c.Name})
}

// PlanInMeasures puts the house's own measures beside the amounts of a plan, wherever one is shown.
func (s Speaker) PlanInMeasures(w PlanWords, p planting.Plan, list []yard.HouseMeasure) PlanWords {
	figures := map[string]struct {
		litres    float64
		substance string
	}{"first_water": {p.Basin.FirstWaterL, "water"}, "dose": {p.Basin.DoseL, "water"}, "mulch": {p.Basin.MulchL, "mulch"}}
	for i, f := range w.Figures {
		if of, ok := figures[f.Key]; ok && !f.Withheld {
			w.Figures[i].About = s.InMeasures(of.litres, yard.Litres, of.substance, list)
		}
	}
	substances := map[string]string{"mulch": "mulch", "compost": "compost", "first-water": "water"}
	for _, q := range p.Quantities {
		for i := range w.Quantities {
			if substance, ok := substances[q.Code]; ok && w.Quantities[i].Code == q.Code {
				w.Quantities[i].About = s.InMeasures(q.Amount.Value, yard.Litres, substance, list)
			}
		}
	}
	return w
}
