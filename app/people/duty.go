package people

import (
	"errors"

	"sedum/core/roles"
	"sedum/kernel"
)

// OnDuty is who is told: whoever signed on last, else a manager. ErrMissing when there is nobody.
func OnDuty(tx *kernel.Tx) (Person, error) {
	list, err := kernel.Rows[Person](tx, `SELECT * FROM people WHERE active AND (duty_since IS NOT NULL OR role = 'manager')
		ORDER BY duty_since IS NULL, duty_since DESC, sign_in LIMIT 1`)
	if err == nil && len(list) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return Person{}, err
	}
	return list[0], nil
}

// InRole are the people of a role who work here.
func InRole(tx *kernel.Tx, role roles.Role) ([]Person, error) {
	return kernel.Many[Person](tx, "sign_in", "active AND role = ?", role)
}

// Duty is who is on duty.
type Duty struct {
	OnDuty string `json:"on_duty"`
	Mine   bool   `json:"mine" doc:"the caller is on duty"`
}

// Duty is what the yard's pages show of who is told.
func ShowDuty(tx *kernel.Tx) (Duty, error) {
	p, err := OnDuty(tx)
	if errors.Is(err, kernel.ErrMissing) {
		return Duty{}, nil
	}
	return Duty{OnDuty: p.Name, Mine: p.ID == tx.Who.ID && p.DutySince != nil}, err
}

// DutyTaken signs the caller on as on duty, or off.
type DutyTaken struct {
	On bool `json:"on"`
}

func takeDuty(tx *kernel.Tx, _ kernel.None, d DutyTaken) (kernel.None, error) {
	columns := map[string]any{"duty_since": nil}
	if d.On {
		columns["duty_since"] = tx.Now
	}
	return kernel.None{}, kernel.ChangeOne[Person](tx, columns, "id = ?", tx.Who.ID)
}

func showDuty(tx *kernel.Tx, _, _ kernel.None) (Duty, error) { return ShowDuty(tx) }
