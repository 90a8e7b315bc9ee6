package fault_test

import (
	"fmt"

	"sedum/core/fault"
)

type hole struct {
	DepthMM float64 `json:"depth_mm" exclusiveMinimum:"0" maximum:"2000"`
	Shape   string  `json:"shape" enum:"saucer,square"`
	Note    string  `json:"note" maxLength:"5"`
}

// The limits stand once, at the field; everything that is wrong is told at once, each fault by its field, its rule and its limit.
func Example() {
	for _, f := range fault.Check(hole{DepthMM: 0, Shape: "star", Note: "deeper"}) {
		fmt.Println(f)
	}
	l := fault.Missing("grower", "", "reference", "LM-4401")
	fmt.Println(fault.Under("delivery", l.Err()))
	// Output:
	// depth_mm: must_exceed 0
	// shape: not_a_choice [saucer square]
	// note: too_long 5
	// delivery.grower: required
}
