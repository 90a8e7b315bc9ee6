package planting

import (
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/stock"
)

// ReservationEnds is the last day on which an issued sheet holds its tree (a house rule, counted from the planting day).
func ReservationEnds(h rules.House, plantingOn time.Time) time.Time {
	return plantingOn.AddDate(0, 0, int(h.Value(rules.SheetReservation)))
}

// ReservationIs tells whether a reservation has run out today, and whether it will soon.
func ReservationIs(h rules.House, plantingOn, today time.Time) (out, soon bool) {
	ends := ReservationEnds(h, plantingOn)
	return today.After(ends), !today.After(ends) && !today.Before(ends.AddDate(0, 0, -int(h.Value(rules.SheetReservationWarn))))
}

// MayWithdraw tells whether a person of a role may withdraw a sheet while its tree stands in a state: those of the counter while it is
// unsold, else a manager (handbook, README: who may do what; a reason is always given).
func MayWithdraw(tree stock.State, role roles.Role) bool {
	if tree == stock.Reserved {
		return role == roles.Advisor || role == roles.Manager
	}
	return role == roles.Manager
}

// CheckDay returns what is wrong with a planting day that is asked for today: it is not past, and not over a year ahead (handbook,
// planting.md, "When there is no plan").
func CheckDay(plantingOn, today time.Time) fault.List {
	var l fault.List
	switch year := today.AddDate(1, 0, 0); {
	case plantingOn.Before(today):
		l.Add("planting_on", fault.AtLeast, today.Format(time.DateOnly))
	case plantingOn.After(year):
		l.Add("planting_on", fault.AtMost, year.Format(time.DateOnly))
	}
	return l
}
