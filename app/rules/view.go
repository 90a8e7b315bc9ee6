package rules

import (
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// InForce is a threshold with its value in force.
type InForce struct {
	rules.Rule
	Group  string  `json:"group"`
	Value  float64 `json:"value" doc:"in force"`
	Reason string  `json:"reason"`
}

// School is a step that can be done in more than one way, with the way chosen.
type School struct {
	Step    rules.Step        `json:"step"`
	Label   string            `json:"label"`
	Chosen  string            `json:"chosen"`
	Choices []kernel.Sentence `json:"choices"`
	Reason  string            `json:"reason"`
}

// All is every rule of the house.
type All struct {
	Rules   []InForce `json:"rules"`
	Schools []School  `json:"schools"`
}

func show(tx *kernel.Tx, h rules.House) All {
	out := All{Rules: []InForce{}, Schools: Schools(tx.Say, h.School)}
	for _, r := range rules.Catalogue() {
		out.Rules = append(out.Rules, InForce{r, r.Group(), h.Value(r.Key), tx.Say.WhyRule(r.Key)})
	}
	return out
}

// Schools lists every school with the way chosen by step.
func Schools(s words.Speaker, chosen func(rules.Step) string) []School {
	out := []School{}
	for _, each := range rules.AllSchools() {
		view := School{Step: each.Step, Label: s.Say("school.step."+string(each.Step), nil), Chosen: chosen(each.Step), Reason: s.WhySchool(each.Step), Choices: []kernel.Sentence{}}
		for _, choice := range each.Choices {
			view.Choices = append(view.Choices, kernel.Sentence{Code: choice, Text: s.Say("school."+string(each.Step)+"."+choice, nil)})
		}
		out = append(out, view)
	}
	return out
}
