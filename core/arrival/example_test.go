package arrival_test

import (
	"fmt"

	"sedum/core/arrival"
)

// A note as a grower writes it: its columns are guessed by their headings, what it does not state is assumed and named.
func Example() {
	var table arrival.Table
	for i, cells := range [][]string{{"Plant", "Form", "Qty", "Litres"}, {"Hornbeam", "pot", "24", "12,5"}, {"Rowan", "balled", "many", ""}} {
		if err := table.Add(i+1, cells); err != nil {
			fmt.Println(err)
		}
	}
	note, err := arrival.Read(table, arrival.How{})
	if err != nil {
		fmt.Println(err)
		return
	}
	for i := range note.Rows {
		lot, faults := note.ReadRow(i)
		fmt.Println(lot.Count, lot.Kind, lot.PotL, lot.Assumed, len(faults))
	}
	// Output:
	// 24 Hornbeam 12.5 [pot ball_diameter_mm ball_height_mm caliper_mm height_m] 0
	// 0 Rowan 0 [caliper_mm ball_diameter_mm ball_height_mm height_m] 1
}
