package yard_test

import (
	"fmt"

	"sedum/core/yard"
)

// Three tablets to each of 25 trees, from packets of 50.
func ExampleTablets() {
	count, err := yard.Tablets(yard.TabletInput{Trees: 25, PerTree: 3, PerPacket: 50})
	fmt.Println(count.Tablets, count.Packets, count.Left, err)
	_, err = yard.Tablets(yard.TabletInput{Trees: 0, PerTree: 3, PerPacket: 50})
	fmt.Println(err != nil)
	// Output:
	// 75 2 25 <nil>
	// true
}
