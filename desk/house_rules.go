package desk

import (
	"context"
	"strconv"
	"strings"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/store"
)

const schoolPrefix = "school:"

func applyChange(h rules.House, key, value string) (rules.House, error) {
	if step, ok := strings.CutPrefix(key, schoolPrefix); ok {
		return h.WithSchool(rules.Step(step), value)
	}
	x, err := strconv.ParseFloat(value, 64)
	if err != nil {
		return h, fault.List{{Field: "value", Code: fault.WrongType, Limit: "number"}}
	}
	return h.With(rules.Key(key), x)
}

// RuleChange asks for another threshold, or (key "school:step") another school.
type RuleChange struct {
	Key    string `json:"key"`
	Value  string `json:"value"`
	Reason string `json:"reason"`
}

// ChangeRule changes a house rule from now on. Sheets already issued keep theirs.
func (d *Desk) ChangeRule(ctx context.Context, who Caller, c RuleChange) error {
	if !May(who.Role, ChangeRules) {
		return ErrNotAllowed
	}
	if _, err := applyChange(who.House, c.Key, c.Value); err != nil {
		return err
	}
	if strings.TrimSpace(c.Reason) == "" {
		return fault.List{{Field: "reason", Code: fault.Required}}
	}
	return d.Store.InTransaction(ctx, func(tx *store.Store) error {
		seq, err := tx.Next(ctx, "rule-change", 1)
		if err != nil {
			return err
		}
		return store.Add(ctx, tx, &store.RuleChange{
			ID: store.NewID(), Seq: seq, RuleKey: c.Key, Value: c.Value, Reason: strings.TrimSpace(c.Reason),
			PersonID: who.ID, At: d.Now()})
	})
}
