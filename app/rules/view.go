package rules

import (
	"strings"
	"time"

	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// InForce is a threshold with its value in force.
type InForce struct {
	rules.Rule
	Group string  `json:"group"`
	Value float64 `json:"value" doc:"in force"`
	// Before and After are the sentence round its figure; Shown is the figure with its unit, Usual the default's.
	Before string `json:"before"`
	Shown  string `json:"shown"`
	After  string `json:"after"`
	Usual  string `json:"usual"`
	Range  string `json:"range" doc:"from which value to which it makes sense"`
	Reason string `json:"reason"`
}

// School is a step that can be done in more than one way, with the way chosen.
type School struct {
	Step    rules.Step `json:"step"`
	Label   string     `json:"label"`
	Chosen  string     `json:"chosen"`
	Default string     `json:"default"`
	Choices []Choice   `json:"choices"`
	Reason  string     `json:"reason"`
}

// Choice is one way to do it, and when it is sensible.
type Choice struct {
	kernel.Sentence
	When string `json:"when"`
}

// All is every rule of the house.
type All struct {
	Rules   []InForce `json:"rules"`
	Schools []School  `json:"schools"`
}

func show(tx *kernel.Tx, h rules.House) All {
	s := tx.Say
	out := All{Rules: []InForce{}, Schools: Schools(s, h.School)}
	for _, r := range rules.Catalogue() {
		before, after := s.RuleParts(r)
		out.Rules = append(out.Rules, InForce{Rule: r, Group: r.Group(), Value: h.Value(r.Key), Before: before, Shown: s.RuleValue(r, h.Value(r.Key)), After: after,
			Usual: s.RuleValue(r, r.Default), Range: s.Say("rules.range", map[string]any{"low": s.RuleValue(r, r.Low), "high": s.RuleValue(r, r.High)}), Reason: s.WhyRule(r.Key)})
	}
	return out
}

// Schools lists every school with the way chosen by step.
func Schools(s words.Speaker, chosen func(rules.Step) string) []School {
	out := []School{}
	for _, each := range rules.AllSchools() {
		view := School{Step: each.Step, Label: s.Say("school.step."+string(each.Step), nil), Chosen: chosen(each.Step), Default: each.Default, Reason: s.WhySchool(each.Step), Choices: []Choice{}}
		for _, choice := range each.Choices {
			id := string(each.Step) + "." + choice
			view.Choices = append(view.Choices, Choice{kernel.Sentence{Code: choice, Text: s.Say("school."+id, nil)}, s.Say("school.when."+id, nil)})
		}
		out = append(out, view)
	}
	return out
}

// Says is a rule, or (key "school:step") a school, in force in a house as a sentence; false when there is none of that key any more.
func Says(s words.Speaker, h rules.House, key string) (string, bool) {
	if step, ok := strings.CutPrefix(key, schoolPrefix); ok {
		if _, known := rules.FindSchools(rules.Step(step)); !known {
			return "", false
		}
		return s.Say("school.step."+step, nil) + ": " + s.Say("school."+step+"."+h.School(rules.Step(step)), nil), true
	}
	rule, ok := rules.Find(rules.Key(key))
	if !ok {
		return "", false
	}
	return s.RuleSays(rule, h.Value(rule.Key)), true
}

// Changed is one change as it is read: what it said, what it says, why, by whom and when.
type Changed struct {
	Seq    int       `json:"seq"`
	Key    string    `json:"key"`
	Was    string    `json:"was"`
	WasTo  string    `json:"was_value" doc:"to put it back"`
	Is     string    `json:"is"`
	Reason string    `json:"reason"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// History is every change, newest first.
type History struct {
	Changes []Changed `json:"changes"`
}

func changes(tx *kernel.Tx, _ kernel.None) (History, error) {
	type row struct {
		Change
		By string
	}
	rows, err := kernel.Rows[row](tx, "SELECT c.*, p.name AS `by` FROM rule_changes c JOIN people p ON p.id = c.person_id ORDER BY c.seq")
	out, house := History{Changes: []Changed{}}, rules.House{}
	for _, c := range rows {
		next, err := apply(house, c.RuleKey, c.Value)
		was, known := Says(tx.Say, house, c.RuleKey)
		if err != nil || !known { // a rule that a later version dropped
			continue
		}
		is, _ := Says(tx.Say, next, c.RuleKey)
		out.Changes = append(out.Changes, Changed{c.Seq, c.RuleKey, was, valueIn(house, c.RuleKey), is, c.Reason, c.By, c.At})
		house = next
	}
	for i, j := 0, len(out.Changes)-1; i < j; i, j = i+1, j-1 {
		out.Changes[i], out.Changes[j] = out.Changes[j], out.Changes[i]
	}
	return out, err
}
