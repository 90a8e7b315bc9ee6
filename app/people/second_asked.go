package people

import (
	"sedum/core/roles"
	"sedum/kernel"
)

// Asked are the roles that are asked for a second factor: whoever is of one and has none does nothing but give themselves one.
type Asked struct {
	Roles []roles.Role `json:"roles" maxItems:"10"`
}

// askSecond says which roles are asked. Refused: second-first for a manager who has none and would ask their own role.
func askSecond(tx *kernel.Tx, _ kernel.None, in Asked) (kernel.None, error) {
	for _, role := range in.Roles {
		if role != tx.Who.Role {
			continue
		}
		none, err := kernel.Value[bool](tx, "SELECT second_secret IS NULL FROM people WHERE id = ?", tx.Who.ID)
		if err != nil {
			return kernel.None{}, err
		}
		if none {
			return kernel.None{}, kernel.Refused{Code: "second-first", Field: "roles"}
		}
	}
	if _, err := kernel.Exec(tx, "DELETE FROM second_asked"); err != nil {
		return kernel.None{}, err
	}
	for _, role := range in.Roles {
		if _, err := kernel.Exec(tx, "INSERT IGNORE INTO second_asked (role) VALUES (?)", role); err != nil {
			return kernel.None{}, err
		}
	}
	return kernel.None{}, nil
}

func askedRoles(tx *kernel.Tx) ([]roles.Role, error) {
	type row struct{ Role roles.Role }
	list, err := kernel.Rows[row](tx, "SELECT role FROM second_asked ORDER BY role")
	out := []roles.Role{}
	for _, r := range list {
		out = append(out, r.Role)
	}
	return out, err
}
