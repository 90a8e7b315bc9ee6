package arrival_test

import (
	"fmt"

	"sedum/core/arrival"
)

// A note as a grower writes it: its columns are guessed by their headings, what it does not state is assumed and named.
func Example() {
	note, err := arrival.Read([]byte("Plant;Form;Qty;Litres\nHornbeam;pot;24;12,5\nRowan;balled;many;\n"))
	if err != nil {
		fmt.Println(err)
		return
	}
	columns := arrival.Guess(note.Headings)
	for i := range note.Rows {
		lot, faults := note.ReadRow(i, columns)
		fmt.Println(lot.Count, lot.Kind, lot.PotL, lot.Assumed, len(faults))
	}
	// Output:
	// 24 Hornbeam 12.5 [pot ball_diameter_mm ball_height_mm caliper_mm height_m] 0
	// 0 Rowan 0 [caliper_mm ball_diameter_mm ball_height_mm height_m] 1
}
