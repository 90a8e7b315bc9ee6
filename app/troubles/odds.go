package troubles

import (
	"strings"
	"time"

	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/trouble"
	"sedum/kernel"
)

// Odd is a factor that somebody of the house changed; appended, the newest counts. A nil factor is ours again.
type Odd struct {
	ID       string `gorm:"primaryKey"`
	Question trouble.Question
	Answer   trouble.Answer
	Cause    trouble.Cause
	Factor   *float64
	Reason   string
	PersonID string
	At       time.Time

	Person people.Named
}

// TableName says of what.
func (Odd) TableName() string { return "trouble_odds" }

// changed are the factors that the house has instead of ours, as they stand now.
func changed(tx *kernel.Tx) ([]trouble.Changed, error) {
	list, err := kernel.Many[Odd](tx, "at, id", "TRUE")
	if err != nil {
		return nil, err
	}
	type key struct{ q, a, c string }
	now, order := map[key]trouble.Changed{}, []key{}
	for _, o := range list {
		k := key{string(o.Question), string(o.Answer), string(o.Cause)}
		if o.Factor == nil {
			delete(now, k)
			continue
		}
		each := trouble.Changed{Question: o.Question, Answer: o.Answer, Cause: o.Cause, Factor: *o.Factor}
		if len(each.Check()) == 0 { // a sign or cause that the program has no more says nothing
			now[k] = each
			order = append(order, k)
		}
	}
	out := []trouble.Changed{}
	for _, k := range order {
		if each, ok := now[k]; ok {
			out = append(out, each)
			delete(now, k)
		}
	}
	return out, nil
}

// NewOdd is a factor as it should be, and why; a factor that is left out is ours again.
type NewOdd struct {
	Question string        `json:"question" maxLength:"40"`
	Answer   string        `json:"answer" maxLength:"40"`
	Cause    trouble.Cause `json:"cause"`
	Factor   *float64      `json:"factor,omitempty" minimum:"0.01" maximum:"100"`
	Reason   string        `json:"reason" maxLength:"500"`
}

func changeOdds(tx *kernel.Tx, _ kernel.None, n NewOdd) (kernel.None, error) {
	n.Reason = strings.TrimSpace(n.Reason)
	l := fault.Missing("reason", n.Reason)
	each := trouble.Changed{Question: trouble.Question(n.Question), Answer: trouble.Answer(n.Answer), Cause: n.Cause, Factor: 1}
	if n.Factor != nil {
		each.Factor = *n.Factor
	}
	l = append(l, each.Check()...)
	if err := l.Err(); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, kernel.Add(tx, &Odd{ID: kernel.NewID(), Question: each.Question, Answer: each.Answer, Cause: each.Cause, Factor: n.Factor, Reason: n.Reason, PersonID: tx.Who.ID, At: tx.Now})
}

// OddsPage is how much each sign speaks for each cause here, and who changed what of it and why.
type OddsPage struct {
	Questions []OddsQuestion `json:"questions"`
	Changes   []OddsChange   `json:"changes"`
	Causes    []NamedCause   `json:"causes"`
}

// NamedCause is a cause with its name.
type NamedCause struct {
	Cause trouble.Cause `json:"cause"`
	Name  string        `json:"name"`
}

// OddsQuestion is a question with its answers and what they speak for.
type OddsQuestion struct {
	Question trouble.Question `json:"question"`
	Place    trouble.Place    `json:"place"`
	Effort   trouble.Effort   `json:"effort"`
	Answers  []OddsAnswer     `json:"answers"`
}

// OddsAnswer is an answer with the factors that are not 1.
type OddsAnswer struct {
	Answer  trouble.Answer `json:"answer"`
	Factors []OddsFactor   `json:"factors"`
}

// OddsFactor is by how much a cause makes an answer oftener (over 1) or rarer, and what ours is.
type OddsFactor struct {
	Cause  trouble.Cause `json:"cause"`
	Name   string        `json:"name"`
	Factor float64       `json:"factor"`
	Ours   float64       `json:"ours"`
}

// OddsChange is one change, newest first.
type OddsChange struct {
	Question trouble.Question `json:"question"`
	Answer   trouble.Answer   `json:"answer"`
	Cause    string           `json:"cause"`
	Factor   *float64         `json:"factor"`
	Reason   string           `json:"reason"`
	By       string           `json:"by"`
	At       time.Time        `json:"at"`
}

func listOdds(tx *kernel.Tx, _ kernel.None) (OddsPage, error) {
	out := OddsPage{Questions: []OddsQuestion{}, Changes: []OddsChange{}, Causes: []NamedCause{}}
	for _, c := range trouble.Cause("").All() {
		out.Causes = append(out.Causes, NamedCause{c, causeName(tx.Say, c)})
	}
	list, err := changed(tx)
	if err != nil {
		return out, err
	}
	theirs := map[trouble.Changed]float64{}
	for _, c := range list {
		at := c
		at.Factor = 0
		theirs[at] = c.Factor
	}
	for _, q := range trouble.Questions() {
		each := OddsQuestion{Question: q.Question, Place: q.Place, Effort: q.Effort, Answers: []OddsAnswer{}}
		for _, g := range q.Answers {
			a := OddsAnswer{Answer: g.Answer, Factors: []OddsFactor{}}
			for _, c := range trouble.Cause("").All() {
				ours := g.Ours(c)
				factor, changed := theirs[trouble.Changed{Question: q.Question, Answer: g.Answer, Cause: c}]
				if !changed {
					factor = ours
				}
				if factor != 1 || changed {
					a.Factors = append(a.Factors, OddsFactor{c, causeName(tx.Say, c), factor, ours})
				}
			}
			each.Answers = append(each.Answers, a)
		}
		out.Questions = append(out.Questions, each)
	}
	changes, err := kernel.Many[Odd](tx.With("Person"), "at DESC, id DESC", "TRUE")
	for _, o := range changes {
		out.Changes = append(out.Changes, OddsChange{o.Question, o.Answer, causeName(tx.Say, o.Cause), o.Factor, o.Reason, o.Person.Name, o.At})
	}
	return out, err
}
