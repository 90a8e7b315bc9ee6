package calc_test

import (
	"encoding/json"
	"errors"
	"fmt"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/rules"
)

// A calculator is found by its name and takes and gives JSON; input that cannot be used is answered by field.
func Example() {
	out, err := calc.Run(rules.House{}, "soil-texture", []byte(`{"sand_mm": 40, "silt_mm": 40, "clay_mm": 20}`))
	text, _ := json.Marshal(out)
	fmt.Println(string(text), err)
	_, err = calc.Run(rules.House{}, "soil-texture", []byte(`{"sand_mm": -1, "silt_mm": 40, "clay": 20}`))
	var l fault.List
	fmt.Println(errors.As(err, &l), l)
	// Output:
	// {"sand_pct":40,"silt_pct":40,"clay_pct":20,"class":"loam","group":"medium","available_water_mm_per_m":170,"infiltration_mm_per_h":13} <nil>
	// true clay: unknown_field; clay_mm: required; sand_mm: at_least 0
}
