package care_test

import (
	"fmt"
	"time"

	"sedum/core/care"
)

// What is due a month after the 31st is due on the last day of a short month, also in a leap year.
func ExampleAfter() {
	for _, year := range []int{2027, 2028} {
		fmt.Println(care.After(time.Date(year, 1, 31, 0, 0, 0, 0, time.UTC), 1).Format(time.DateOnly))
	}
	// Output:
	// 2027-02-28
	// 2028-02-29
}

// A tree needs a year for each 25 mm of its trunk, and two at the least.
func ExampleYearsToEstablish() {
	fmt.Println(care.YearsToEstablish(20), care.YearsToEstablish(50), care.YearsToEstablish(100))
	// Output: 2 2 4
}
