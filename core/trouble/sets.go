// Package trouble goes from what is seen on an ailing tree to its likely causes, and says what to look at next (handbook, aftercare.md,
// "Visits and troubles" and "Causes by name").
package trouble

// Cause is why a planted tree does badly.
type Cause string

// None is that it is something else: no cause of the list fits.
const None Cause = "none-of-these"

// All lists them.
func (Cause) All() []Cause {
	return []Cause{"planted-deep", "mulch-cone", "dry-ball", "drowned", "circling-roots", "rocking", "tie-strangling", "strimmer-ring", "sunscald",
		"frost-heave", "frost-damage", "gnawed-bark", "root-eater", "salt", "herbicide", "too-much-feed", "dead-on-arrival", "still-dormant", "grass",
		"drought", "heat-or-reflected-sun", "too-little-chill", "roots-cut-in-leaf", "pest", "disease", None}
}

var causes = Cause("").All()

// prior is how often each is the cause of a trouble before anything is seen, in parts of their sum.
var prior = map[Cause]float64{
	"planted-deep": 11, "mulch-cone": 6, "dry-ball": 10, "drowned": 9, "circling-roots": 7, "rocking": 4, "tie-strangling": 4, "strimmer-ring": 4,
	"sunscald": 3, "frost-heave": 2.5, "frost-damage": 3, "gnawed-bark": 4, "root-eater": 2, "salt": 2, "herbicide": 2, "too-much-feed": 3,
	"dead-on-arrival": 3, "still-dormant": 3, "grass": 5, "drought": 6, "heat-or-reflected-sun": 3, "too-little-chill": 1.5, "roots-cut-in-leaf": 2.5,
	"pest": 4, "disease": 4, None: 4,
}

// priors are those in the order of the causes.
var priors = func() []float64 {
	out := make([]float64, len(causes))
	for i, c := range causes {
		out[i] = prior[c]
	}
	return out
}()

// Place is where on the tree one looks.
type Place string

// All lists them from the top down; the record is looked at by us.
func (Place) All() []Place {
	return []Place{"crown", "trunk", "base", "ball", "ground", "around", "record"}
}

// Effort is what a look takes.
type Effort string

// All lists them, the least first.
func (Effort) All() []Effort { return []Effort{"record", "look", "hand", "dig"} }

// Question names a sign that can be looked for.
type Question string

// Answer is what was seen of it.
type Answer string

// Seen are the answers of those questions that somebody looked at; a question that is not in it was not looked at, and speaks for nothing.
type Seen map[Question]Answer

// Asked is a question with its answers.
type Asked struct {
	Question Question
	Place    Place
	Effort   Effort
	Answers  []Given
}

// Given is one answer: how often it is found in troubles that it has nothing to do with, and by what factor a cause makes it oftener.
type Given struct {
	Answer Answer
	Usual  float64
	Factor map[Cause]float64
}

// Names are those of all answers of a question.
func (a Asked) Names() []Answer {
	out := make([]Answer, len(a.Answers))
	for i, g := range a.Answers {
		out[i] = g.Answer
	}
	return out
}
