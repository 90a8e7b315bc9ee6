package fit

// Bears is how a kind takes a group of soil.
type Bears string

// The words of Bears.
const (
	BearsGood     Bears = "good"
	BearsBears    Bears = "bears"
	BearsDislikes Bears = "dislikes"
)

// All lists them.
func (Bears) All() []Bears {
	return []Bears{BearsGood, BearsBears, BearsDislikes}
}
