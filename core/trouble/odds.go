package trouble

import (
	"slices"

	"sedum/core/fault"
)

// Changed is a factor that a house has instead of ours.
type Changed struct {
	Question Question `json:"question"`
	Answer   Answer   `json:"answer"`
	Cause    Cause    `json:"cause"`
	Factor   float64  `json:"factor" minimum:"0.01" maximum:"100"`
}

// Check tells what is wrong with it.
func (c Changed) Check() fault.List {
	l := fault.Check(c)
	q, known := Find(c.Question)
	if !known {
		l.Add("question", fault.NotAChoice, nil)
		return l
	}
	for _, g := range q.Answers {
		if g.Answer == c.Answer {
			return l
		}
	}
	l.Add("answer", fault.NotAChoice, q.Names())
	return l
}

// Odds is the table that a house goes by: how likely each answer is under each cause.
type Odds struct {
	// likely is by question, cause and answer.
	likely [][][]float64
}

// OddsOf is our table with what the house has changed in it.
func OddsOf(changed []Changed) Odds {
	factors := map[Changed]float64{}
	for _, c := range changed {
		at := c
		at.Factor = 0
		factors[at] = c.Factor
	}
	o := Odds{make([][][]float64, len(questions))}
	for i, q := range questions {
		o.likely[i] = make([][]float64, len(causes))
		for j, c := range causes {
			chances, sum := make([]float64, len(q.Answers)), 0.0
			for k, g := range q.Answers {
				factor, theirs := factors[Changed{q.Question, g.Answer, c, 0}]
				if !theirs {
					factor = g.Ours(c)
				}
				chances[k] = g.Usual * factor
				sum += chances[k]
			}
			for k := range chances {
				chances[k] /= sum
			}
			o.likely[i][j] = chances
		}
	}
	return o
}

// Ours is by how much a cause makes an answer oftener or rarer than usual, in our table.
func (g Given) Ours(c Cause) float64 {
	if f, ok := g.Factor[c]; ok {
		return f
	}
	return 1
}

// Likely is how likely each answer of a question is under a cause; they add up to 1.
func (o Odds) Likely(q Question, c Cause) []float64 {
	return o.likely[placeOf(q)][slices.Index(causes, c)]
}

func placeOf(q Question) int {
	return slices.IndexFunc(questions, func(a Asked) bool { return a.Question == q })
}
