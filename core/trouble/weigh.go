package trouble

import (
	"math"
	"slices"

	"sedum/core/fault"
)

// Speaks is how much one sign speaks for or against a cause: its likelihood under that cause over that under all others, as they stood
// before anything was seen. Over 1 it speaks for it.
type Speaks struct {
	Question Question `json:"question"`
	Answer   Answer   `json:"answer"`
	Factor   float64  `json:"factor"`
}

// Weighed is a cause, how likely it is (all add up to 1), and what speaks for and against it, the most telling sign first.
type Weighed struct {
	Cause  Cause    `json:"cause"`
	Share  float64  `json:"share"`
	Speaks []Speaks `json:"speaks"`
}

// Check tells which answers there are not.
func (s Seen) Check() fault.List {
	var l fault.List
	for _, q := range sortedQuestions(s) {
		a, known := Find(q)
		if !known {
			l.Add("seen."+string(q), fault.UnknownField, nil)
			continue
		}
		if !slices.Contains(a.Names(), s[q]) {
			l.Add("seen."+string(q), fault.NotAChoice, a.Names())
		}
	}
	return l
}

func sortedQuestions(s Seen) []Question {
	out := []Question{}
	for q := range s {
		out = append(out, q)
	}
	slices.Sort(out)
	return out
}

// Weigh orders the causes by how likely they are after what was seen; each sign counts by itself. Errors: fault.List.
func (o Odds) Weigh(s Seen) ([]Weighed, error) {
	if err := s.Check().Err(); err != nil {
		return nil, err
	}
	shares := o.shares(s)
	out := []Weighed{}
	for i, c := range causes {
		out = append(out, Weighed{Cause: c, Share: shares[i], Speaks: o.speaks(s, c)})
	}
	slices.SortStableFunc(out, func(a, b Weighed) int {
		switch {
		case a.Share > b.Share:
			return -1
		case a.Share < b.Share:
			return 1
		}
		return 0
	})
	return out, nil
}

// shares are the posterior chances of all causes in their order.
func (o Odds) shares(s Seen) []float64 {
	logs := make([]float64, len(causes))
	for i, c := range causes {
		logs[i] = math.Log(prior[c])
	}
	for n, a := range questions {
		answer, looked := s[a.Question]
		if !looked {
			continue
		}
		at := slices.Index(a.Names(), answer)
		for i := range causes {
			logs[i] += math.Log(o.likely[n][i][at])
		}
	}
	return normal(logs)
}

// normal makes shares that add up to 1 of logarithms.
func normal(logs []float64) []float64 {
	most, sum := slices.Max(logs), 0.0
	out := make([]float64, len(logs))
	for i, l := range logs {
		out[i] = math.Exp(l - most)
		sum += out[i]
	}
	for i := range out {
		out[i] /= sum
	}
	return out
}

func (o Odds) speaks(s Seen, cause Cause) []Speaks {
	out := []Speaks{}
	of := slices.Index(causes, cause)
	for n, q := range questions {
		answer, looked := s[q.Question]
		if !looked {
			continue
		}
		at := slices.Index(q.Names(), answer)
		others, parts := 0.0, 0.0
		for i, weight := range priors {
			if i != of {
				others += weight * o.likely[n][i][at]
				parts += weight
			}
		}
		out = append(out, Speaks{q.Question, answer, o.likely[n][of][at] / (others / parts)})
	}
	slices.SortStableFunc(out, func(a, b Speaks) int {
		switch x, y := math.Abs(math.Log(a.Factor)), math.Abs(math.Log(b.Factor)); {
		case x > y:
			return -1
		case x < y:
			return 1
		}
		return 0
	})
	return out
}
