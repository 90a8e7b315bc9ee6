// Package measures is the house's own measures: a handful, scoop or bucket that was weighed once.
package measures

import (
	"embed"
	"errors"
	"strings"
	"time"

	"sedum/app/catalogue"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/yard"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Measure is a handful, scoop or bucket that was weighed once.
type Measure struct {
	ID        string
	Name      string
	Kind      yard.Vessel
	Substance string
	Amount    float64
	Unit      yard.Unit
	Retired   bool
	PersonID  string
	At        time.Time
}

// TableName says whose measures they are.
func (Measure) TableName() string { return "house_measures" }

// KeepMeasures is for everybody who works in the house.
var KeepMeasures = kernel.Permission{Name: "keep-measures", Roles: set.All[roles.Role]()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "measures", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-measures", "/measures", catalogue.SeeYard, list),
		kernel.Deed("add-measure", "POST", "/measures", KeepMeasures, add, func(tx *kernel.Tx, p kernel.None, _ string) (All, error) { return list(tx, p) }).
			Makes("list-measures"),
		kernel.Remove("retire-measure", "/measures/{id}", KeepMeasures, func(tx *kernel.Tx, p kernel.ByID) error {
			return kernel.ChangeOne[Measure](tx, map[string]any{"retired": true}, "id = ?", p.ID)
		}).Makes("list-measures"),
	}}
}

// NewMeasure is a handful, scoop or bucket that was weighed.
type NewMeasure struct {
	Name      string      `json:"name" maxLength:"60"`
	Kind      yard.Vessel `json:"kind"`
	Substance string      `json:"substance" maxLength:"60"`
	Amount    float64     `json:"amount" exclusiveMinimum:"0" maximum:"100000"`
	Unit      yard.Unit   `json:"unit"`
}

func add(tx *kernel.Tx, _ kernel.None, n NewMeasure) (string, error) {
	n.Name, n.Substance = strings.TrimSpace(n.Name), strings.TrimSpace(n.Substance)
	if err := fault.Missing("name", n.Name, "substance", n.Substance).Err(); err != nil {
		return "", err
	}
	m := Measure{ID: kernel.NewID(), Name: n.Name, Kind: n.Kind, Substance: n.Substance, Amount: n.Amount, Unit: n.Unit, PersonID: tx.Who.ID, At: tx.Now}
	err := kernel.Add(tx, &m)
	if errors.Is(err, kernel.ErrTwice) {
		err = kernel.Refused{Code: "measure-name", Field: "name"}
	}
	return m.ID, err
}

// Shown is a measure in a list.
type Shown struct {
	ID        string      `json:"id"`
	Name      string      `json:"name"`
	Kind      yard.Vessel `json:"kind"`
	Substance string      `json:"substance"`
	Amount    float64     `json:"amount"`
	Unit      yard.Unit   `json:"unit"`
}

// All is every measure in use, by substance and name.
type All struct {
	Measures []Shown `json:"measures"`
}

func list(tx *kernel.Tx, _ kernel.None) (All, error) {
	used, err := kernel.Many[Measure](tx, "substance, name", "retired = FALSE")
	out := All{[]Shown{}}
	for _, m := range used {
		out.Measures = append(out.Measures, Shown{m.ID, m.Name, m.Kind, m.Substance, m.Amount, m.Unit})
	}
	return out, err
}

// InUse are the measures as the core counts in them.
func InUse(tx *kernel.Tx) ([]yard.HouseMeasure, error) {
	used, err := kernel.Many[Measure](tx, "substance, name", "retired = FALSE")
	out := []yard.HouseMeasure{}
	for _, m := range used {
		out = append(out, yard.HouseMeasure{Name: m.Name, Substance: m.Substance, Amount: m.Amount, Unit: m.Unit})
	}
	return out, err
}
