package stock_test

import (
	"errors"
	"fmt"

	"sedum/core/roles"
	"sedum/core/stock"
)

// An advisor sells what is for sale; what goes back the office decides; nobody's word makes a tree for sale that no look did.
func ExampleMayBecome() {
	fmt.Println(stock.MayBecome(stock.ForSale, stock.Sold, roles.Advisor))
	fmt.Println(errors.Is(stock.MayBecome(stock.Apart, stock.SentBack, roles.YardHand), stock.ErrNotTheirs))
	fmt.Println(errors.Is(stock.MayBecome(stock.Unchecked, stock.ForSale, roles.Manager), stock.ErrNoStep))
	// Output:
	// <nil>
	// true
	// true
}
