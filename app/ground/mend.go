package ground

import (
	"errors"
	"strings"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/kernel"
)

// Person is a customer and the address of a site as they should be, and why.
type Person struct {
	Name    string `json:"name" maxLength:"120"`
	Phone   string `json:"phone" maxLength:"40"`
	Address string `json:"address" maxLength:"200"`
	Reason  string `json:"reason" maxLength:"500"`
}

// amendCustomer corrects who the customer of a spot is, and where the site lies. Sheets that went out stay as they are.
func amendCustomer(tx *kernel.Tx, p kernel.ByID, n Person) (string, error) {
	n.Name, n.Address = strings.TrimSpace(n.Name), strings.TrimSpace(n.Address)
	if err := fault.Missing("address", n.Address, "name", n.Name).Err(); err != nil {
		return "", err
	}
	s, err := kernel.One[Spot](tx.With("Site.Customer"), "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	c := s.Site.Customer
	was := map[string]string{"name": c.Name, "phone": c.Phone, "address": s.Site.Address}
	if err := mending.Keep(tx, mending.Customer, c.ID, was, n.Reason); err != nil {
		return "", err
	}
	err = kernel.ChangeOne[Customer](tx, map[string]any{"name": n.Name, "phone": strings.TrimSpace(n.Phone), "version": c.Version + 1}, "id = ? AND version = ?", c.ID, c.Version)
	if err != nil {
		return "", err
	}
	if err := kernel.ChangeOne[Site](tx, map[string]any{"address": n.Address, "version": s.Site.Version + 1}, "id = ? AND version = ?", s.Site.ID, s.Site.Version); err != nil {
		return "", err
	}
	return p.ID, errors.Join(name(tx, aCustomer, c.ID, n.Name), name(tx, aSite, s.Site.ID, n.Address))
}

// TakenBack is why an entry was a mistake.
type TakenBack struct {
	Reason string `json:"reason" maxLength:"500"`
}

// takeBackSpot takes a spot off the lists; its records and its sheets stay. Refused while a sheet holds a tree for it.
func (holds Holds) takeBackSpot(tx *kernel.Tx, p kernel.ByID, t TakenBack) (string, error) {
	s, err := kernel.One[Spot](tx, "id = ? AND taken_back_at IS NULL", p.ID)
	if err != nil {
		return "", err
	}
	if held, err := holds(tx, s.ID); err != nil || held {
		return "", errors.Join(err, kernel.Refused{Code: "sheet-plants-here", Field: "reason"})
	}
	if err := mending.Keep(tx, mending.Spot, s.ID, map[string]string{"name": s.Name}, t.Reason); err != nil {
		return "", err
	}
	return s.ID, kernel.ChangeOne[Spot](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", s.ID)
}

// OfSpot is one record of one spot.
type OfSpot struct {
	kernel.ByID
	Record string `path:"record"`
}

// takeBackMarking takes a marking back that was recorded by mistake: it holds on no day any more, and nobody digs by it.
func takeBackMarking(tx *kernel.Tx, p OfSpot, t TakenBack) (string, error) {
	m, err := kernel.One[Marking](tx, "id = ? AND spot_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	was := map[string]string{"reference": m.Reference, "marked_on": m.MarkedOn.Format("2006-01-02"), "expires_on": m.ExpiresOn.Format("2006-01-02"), "marked_by": m.MarkedBy}
	if err := mending.Keep(tx, mending.Marking, m.SpotID, was, t.Reason); err != nil {
		return "", err
	}
	return p.ID, kernel.ChangeOne[Marking](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", m.ID)
}

// takeBackDrainage takes a drainage hole back that was read wrong; the one before it counts again.
func takeBackDrainage(tx *kernel.Tx, p OfSpot, t TakenBack) (string, error) {
	d, err := kernel.One[DrainageTest](tx, "id = ? AND spot_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	if err := mending.Keep(tx, mending.Drainage, d.SpotID, map[string]any{"at": d.At, "hole_width_mm": d.HoleWidthMM}, t.Reason); err != nil {
		return "", err
	}
	return p.ID, kernel.ChangeOne[DrainageTest](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", d.ID)
}
