package num_test

import (
	"fmt"

	"sedum/core/num"
)

// Limits have a slack of a billionth: 0.1 + 0.2 is 0.3 to whoever measures.
func Example() {
	fmt.Println(num.Over(0.1+0.2, 0.3), num.AtMost(0.1+0.2, 0.3), num.Ceiling(0.3/0.1))
	fmt.Println(num.Round(2.345, 2), num.Bearing(-90), num.Apart(350, 20))
	// Output:
	// false true 3
	// 2.35 270 30
}
