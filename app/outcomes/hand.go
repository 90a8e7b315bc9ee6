package outcomes

import (
	"slices"

	"sedum/app/people"
	"sedum/core/calc"
	"sedum/core/outcome"
	"sedum/core/roles"
	"sedum/kernel"
)

// Person is somebody whom a manager may ask for.
type Person struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// HandAsk is whose hand is asked for; "" is one's own.
type HandAsk struct {
	Person string `query:"person" maxLength:"16"`
}

// Hand is what became of the trees whose roots one person cut, beside those that anybody else cut. There is no list of people beside each
// other: nobody is ranked (handbook, aftercare.md).
type Hand struct {
	Name string `json:"name"`
	// Mine is nil while nobody planted a tree whose roots this person cut.
	Mine   *outcome.Group `json:"mine"`
	Others int            `json:"others" doc:"trees whose roots somebody else cut"`
	// Others' names are not told: Choose are whom a manager may ask for, by name.
	Choose []Person `json:"choose" doc:"empty for everybody but a manager"`
}

// hand tells of one's own hand, and a manager of anybody's, one at a time. Refused: not-your-hand.
func hand(tx *kernel.Tx, q HandAsk) (Hand, error) {
	out := Hand{Choose: []Person{}}
	office := slices.Contains(roles.Office(), tx.Who.Role)
	if q.Person == "" {
		q.Person = tx.Who.ID
	}
	if q.Person != tx.Who.ID && !office {
		return out, kernel.Refused{Code: "not-your-hand", Field: "person"}
	}
	who, err := kernel.One[people.Named](tx, "id = ?", q.Person)
	if err != nil {
		return out, err
	}
	out.Name = who.Name
	if office {
		if out.Choose, err = kernel.Rows[Person](tx, "SELECT p.id, p.name FROM people p WHERE p.id IN (SELECT DISTINCT hand_id FROM planted_groups WHERE hand_id IS NOT NULL) ORDER BY p.name"); err != nil {
			return out, err
		}
	}
	list, err := kernel.Rows[Fate](tx, fates+" AND g.hand_id IS NOT NULL")
	if err != nil {
		return out, err
	}
	all := []outcome.Followed{}
	for _, f := range list {
		group := "others"
		if *f.HandID == q.Person {
			group = "mine"
		}
		all = append(all, f.followed(group))
	}
	for _, g := range outcome.Groups(all) {
		if g.Name == "mine" {
			out.Mine = &g
		} else {
			out.Others = g.Trees + g.Others
		}
	}
	return calc.Rounded(out), nil
}
