package tag_test

import (
	"fmt"

	"sedum/core/tag"
)

// However a tag is typed it is read; one wrong character is found.
func ExampleParse() {
	hung := tag.Of(7)
	lower, err := tag.Parse(string(hung[0]|0x20) + " " + hung[1:])
	fmt.Println(lower == hung, err)
	other := "3"
	if hung[:1] == other {
		other = "4"
	}
	_, err = tag.Parse(other + hung[1:])
	fmt.Println(err != nil)
	// Output:
	// true <nil>
	// true
}
