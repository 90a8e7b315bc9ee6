// Package prices is the house's own list of what a planting takes: mulch, stakes, an hour's work (handbook, planting.md, "Quantities and cost").
package prices

import (
	"embed"
	"errors"
	"time"

	"sedum/app/catalogue"
	"sedum/core/fault"
	"sedum/core/order"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Price is what one of a material costs.
type Price struct {
	Material   order.Material `gorm:"primaryKey"`
	Cents      *int
	LooseCents *int
	Version    int
	PersonID   string
	At         time.Time
}

// TableName says whose prices they are.
func (Price) TableName() string { return "house_prices" }

// Keep is for the office.
var Keep = kernel.Permission{Name: "keep-prices", Roles: roles.Office()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "prices", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-prices", "/prices", catalogue.SeeYard, list),
		kernel.Deed("change-price", "PUT", "/prices/{material}", Keep, change, func(tx *kernel.Tx, _ ByMaterial, _ kernel.None) (List, error) { return list(tx, kernel.None{}) }).
			Makes("list-prices", "order-of-sheet"),
	}}
}

// ByMaterial is an operation on the price of a material.
type ByMaterial struct {
	Material order.Material `path:"material"`
}

// Changed is a price as it shall be; null takes it off the list.
type Changed struct {
	Version    int  `json:"version" minimum:"0"`
	Cents      *int `json:"cents" minimum:"1" maximum:"100000000"`
	LooseCents *int `json:"loose_cents" minimum:"1" maximum:"100000000"`
}

// Line is a material on the list, with or without its price.
type Line struct {
	Material   order.Material `json:"material"`
	Label      string         `json:"label"`
	Sold       order.Sold     `json:"sold"`
	ComesLoose bool           `json:"comes_loose"`
	Cents      *int           `json:"cents"`
	LooseCents *int           `json:"loose_cents"`
	Version    int            `json:"version"`
}

// List is the house's list, in its order.
type List struct {
	Prices []Line `json:"prices"`
}

func list(tx *kernel.Tx, _ kernel.None) (List, error) {
	kept, err := kernel.Many[Price](tx, "material", "1 = 1")
	out := List{[]Line{}}
	for _, m := range set.All[order.Material]() {
		line := Line{Material: m, Label: tx.Say.Say("quantity."+string(m), nil), Sold: m.SoldBy(), ComesLoose: m.ComesLoose()}
		for _, p := range kept {
			if p.Material == m {
				line.Cents, line.LooseCents, line.Version = p.Cents, p.LooseCents, p.Version
			}
		}
		out.Prices = append(out.Prices, line)
	}
	return out, err
}

func change(tx *kernel.Tx, at ByMaterial, c Changed) (kernel.None, error) {
	if !set.Has(at.Material) {
		return kernel.None{}, kernel.ErrMissing
	}
	if c.LooseCents != nil && !at.Material.ComesLoose() {
		return kernel.None{}, fault.List{{Field: "loose_cents", Code: fault.NotLoose}}
	}
	if _, err := kernel.Exec(tx, "INSERT IGNORE INTO house_prices (material, version, person_id, at) VALUES (?, 0, ?, ?)", at.Material, tx.Who.ID, tx.Now); err != nil {
		return kernel.None{}, err
	}
	p, err := kernel.Held[Price](tx, "SELECT * FROM house_prices WHERE material = ?", at.Material)
	if err != nil {
		return kernel.None{}, err
	}
	if p.Version != c.Version {
		present, err := list(tx, kernel.None{})
		return kernel.None{}, errors.Join(err, kernel.Stale{Current: present})
	}
	return kernel.None{}, kernel.ChangeOne[Price](tx, map[string]any{"cents": c.Cents, "loose_cents": c.LooseCents, "version": p.Version + 1, "person_id": tx.Who.ID, "at": tx.Now}, "material = ?", at.Material)
}

// InForce is the list as the core counts with it.
func InForce(tx *kernel.Tx) (order.Prices, error) {
	kept, err := kernel.Many[Price](tx, "material", "1 = 1")
	out := order.Prices{}
	for _, p := range kept {
		out[p.Material] = order.Price{Cents: p.Cents, LooseCents: p.LooseCents}
	}
	return out, err
}
