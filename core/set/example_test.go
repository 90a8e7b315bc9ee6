package set_test

import (
	"fmt"
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/set"
)

type weather string

func (weather) All() []weather { return []weather{"sun", "rain", "snow"} }

type forecast struct {
	Today    weather `json:"today"`
	Tomorrow weather `json:"tomorrow" optional:"true"`
	Planting weather `json:"planting" enum:"sun,rain"`
	Note     string  `json:"note"`
}

// A closed set is a string type that lists its words; whoever checks, documents or offers them reads them from there.
func Example() {
	fmt.Println(set.All[weather](), set.Has(weather("fog")), set.Texts[weather]())
	t := reflect.TypeFor[forecast]()
	for i := range t.NumField() {
		f := t.Field(i)
		fmt.Printf("%s %q\n", f.Name, set.Choices(f.Type, f.Tag))
	}
	// Output:
	// [sun rain snow] false [sun rain snow]
	// Today ["sun" "rain" "snow"]
	// Tomorrow ["" "sun" "rain" "snow"]
	// Planting ["sun" "rain"]
	// Note []
}

func TestWhatIsNoSetHasNoWords(t *testing.T) {
	assert.Nil(t, set.Words(reflect.TypeFor[string]()))
	assert.Nil(t, set.Words(reflect.TypeFor[int]()))
	assert.Nil(t, set.Words(reflect.TypeFor[forecast]()))
}
