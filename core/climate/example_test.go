package climate_test

import (
	"fmt"

	"sedum/core/climate"
)

// A July day at 44 degrees north, between 14 and 28 C.
func ExampleET0() {
	day, err := climate.ET0(climate.ET0Input{LatDeg: 44, DayOfYear: 196, TMaxC: 28, TMinC: 14})
	fmt.Printf("%.2f MJ, %.2f mm, %v\n", day.ExtraterrestrialMJ, day.ET0MM, err)
	// Output: 40.66 MJ, 5.54 mm, <nil>
}
