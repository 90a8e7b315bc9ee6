package trouble

import (
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
	changed map[key]float64
}

type key struct {
	question Question
	answer   Answer
	cause    Cause
}

// OddsOf is our table with what the house has changed in it.
func OddsOf(changed []Changed) Odds {
	o := Odds{map[key]float64{}}
	for _, c := range changed {
		o.changed[key{c.Question, c.Answer, c.Cause}] = c.Factor
	}
	return o
}

// Factor is by how much a cause makes an answer oftener or rarer than usual.
func (o Odds) Factor(q Question, g Given, c Cause) float64 {
	if f, ok := o.changed[key{q, g.Answer, c}]; ok {
		return f
	}
	if f, ok := g.Factor[c]; ok {
		return f
	}
	return 1
}

// Likely is how likely each answer of a question is under a cause; they add up to 1.
func (o Odds) Likely(a Asked, c Cause) []float64 {
	out := make([]float64, len(a.Answers))
	sum := 0.0
	for i, g := range a.Answers {
		out[i] = g.Usual * o.Factor(a.Question, g, c)
		sum += out[i]
	}
	for i := range out {
		out[i] /= sum
	}
	return out
}
