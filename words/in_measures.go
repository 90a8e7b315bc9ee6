package words

import (
	"fmt"

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
