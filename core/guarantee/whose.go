package guarantee

import "sedum/core/trouble"

// Whose is whose matter a cause is; planters is of whoever planted it.
type Whose string

// All lists them.
func (Whose) All() []Whose { return []Whose{"ours", "theirs", "planters", "nobodys"} }

// whose is our choice for those causes that are somebody's: what came with the tree or was done to it here is the house's, what is done on the day
// is of who planted it, what is done by a mower, a hose or a spreader where it stands is theirs. The rest is weather, animals and what nobody could
// have done. Practice does not settle it: a house has its own (Matters).
var whose = map[trouble.Cause]Whose{
	"circling-roots": "ours", "dead-on-arrival": "ours", "roots-cut-in-leaf": "ours", "too-little-chill": "ours",
	"planted-deep": "planters", "rocking": "planters",
	"mulch-cone": "theirs", "dry-ball": "theirs", "drought": "theirs", "tie-strangling": "theirs", "strimmer-ring": "theirs", "salt": "theirs", "herbicide": "theirs",
	"too-much-feed": "theirs", "grass": "theirs",
}

// Ours is whose matter a cause is as it comes, before a house says otherwise.
func Ours(c trouble.Cause) Whose {
	if w, ok := whose[c]; ok {
		return w
	}
	return "nobodys"
}

// Matters is whose matter a cause is in a house, for those of which it says otherwise.
type Matters map[trouble.Cause]Whose

// Of is whose matter a cause is by the word of the house, whoever planted.
func (m Matters) Of(c trouble.Cause) Whose {
	if w, ok := m[c]; ok {
		return w
	}
	return Ours(c)
}

// Is is whose matter a cause is: ours, theirs or nobody's. What is of who planted it is nobody's while that is unknown.
func (m Matters) Is(c trouble.Cause, byCustomer *bool) Whose {
	w := m.Of(c)
	switch {
	case w != "planters":
		return w
	case byCustomer == nil:
		return "nobodys"
	case *byCustomer:
		return "theirs"
	}
	return "ours"
}
