package letter_test

import (
	"errors"
	"fmt"

	"sedum/core/letter"
)

// A server that does not answer is told from one that does not take a letter.
func Example() {
	err := fmt.Errorf("%w: no route", letter.ErrAway)
	fmt.Println(errors.Is(err, letter.ErrAway))
	// Output: true
}
