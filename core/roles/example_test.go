package roles_test

import (
	"fmt"

	"sedum/core/roles"
	"sedum/core/set"
)

// Who is in the house, who stands before a customer, and who answers for it.
func Example() {
	fmt.Println(set.All[roles.Role](), roles.Counter(), roles.Office())
	// Output: [yard-hand advisor manager] [advisor manager] [manager]
}
