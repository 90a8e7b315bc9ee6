package stock

import (
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"slices"
)

// CheckTouch finds times of a clock entry that cannot be: before lifting, after now, or before an entry that is there already. What would
// be right is the limit (handbook, stock.md, "The state follows the facts").
func CheckTouch(at time.Time, there []Touch, now time.Time) fault.List {
	var l fault.List
	said := func(t time.Time) string { return t.Format("2006-01-02 15:04") }
	if at.After(now) {
		l.Add("at", fault.AtMost, said(now))
	}
	if len(there) > 0 {
		if last := there[len(there)-1].At; at.Before(last) {
			l.Add("at", fault.AtLeast, said(last))
		}
	}
	return l
}

// MayUndoTouch tells whether a person may take a clock entry back: who made it until the clock has warned since, then a manager with a
// reason.
func MayUndoTouch(mine, warnedSince bool, role roles.Role, reason string) bool {
	if mine && !warnedSince {
		return true
	}
	return slices.Contains(roles.Office(), role) && reason != ""
}
