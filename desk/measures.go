package desk

import (
	"context"
	"errors"
	"strings"

	"sedum/core/fault"
	"sedum/core/yard"
	"sedum/store"
)

// NewMeasure is a handful, scoop or bucket that was weighed.
type NewMeasure struct {
	Name      string  `json:"name" maxLength:"60"`
	Kind      string  `json:"kind" enum:"handful,scoop,cup,bucket,barrow,spoon"`
	Substance string  `json:"substance" maxLength:"60"`
	Amount    float64 `json:"amount" exclusiveMinimum:"0" maximum:"100000"`
	Unit      string  `json:"unit" enum:"g,l"`
}

// Measures lists the house's own measures.
func (d *Desk) Measures(ctx context.Context, who Caller) ([]store.HouseMeasure, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	return d.Store.HouseMeasures(ctx)
}

// AddMeasure keeps what a measure holds.
func (d *Desk) AddMeasure(ctx context.Context, who Caller, key string, n NewMeasure) ([]store.HouseMeasure, error) {
	if !May(who.Role, KeepMeasures) {
		return nil, ErrNotAllowed
	}
	l := fault.Check(n)
	for field, text := range map[string]string{"name": n.Name, "substance": n.Substance} {
		if strings.TrimSpace(text) == "" {
			l.Add(field, fault.Required, nil)
		}
	}
	if err := l.Err(); err != nil {
		return nil, err
	}
	_, err := once(ctx, d, who, key, "measure", func(tx *store.Store) (string, error) {
		m := store.HouseMeasure{ID: store.NewID(), Name: strings.TrimSpace(n.Name), Kind: n.Kind, Substance: strings.TrimSpace(n.Substance),
			Amount: n.Amount, Unit: n.Unit, PersonID: who.ID, At: d.Now(), Version: 1}
		err := store.Add(ctx, tx, &m)
		if errors.Is(err, store.ErrTwice) {
			return "", Refused{Code: "measure-name", Field: "name"}
		}
		return m.ID, err
	})
	if err != nil {
		return nil, err
	}
	return d.Measures(ctx, who)
}

// RetireMeasure takes a measure out of use.
func (d *Desk) RetireMeasure(ctx context.Context, who Caller, id string) error {
	if !May(who.Role, KeepMeasures) {
		return ErrNotAllowed
	}
	return d.Store.RetireMeasure(ctx, id)
}

// houseMeasures are the measures in use as the core counts in them.
func (d *Desk) houseMeasures(ctx context.Context) ([]yard.HouseMeasure, error) {
	list, err := d.Store.HouseMeasures(ctx)
	out := []yard.HouseMeasure{}
	for _, m := range list {
		out = append(out, yard.HouseMeasure{Name: m.Name, Substance: m.Substance, Amount: m.Amount, Unit: m.Unit})
	}
	return out, err
}
