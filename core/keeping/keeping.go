// Package keeping is how long a house needs to know who somebody was.
package keeping

import (
	"time"

	"sedum/core/rules"
)

// Until is the moment up to which a customer is known: who never planted, some months from the last word with them (Rule
// keep.asked_months); who planted, some years from the planting day or the last word, whichever is later (keep.sheet_years). Planted is nil
// when no sheet that holds was ever issued for them. Whether a tree is held for them now is for the caller: then they are known in any case.
func Until(h rules.House, lastWord time.Time, planted *time.Time) time.Time {
	if planted == nil {
		return lastWord.AddDate(0, int(h.Value(rules.KeepAskedMonths)), 0)
	}
	last := lastWord
	if planted.After(last) {
		last = *planted
	}
	return last.AddDate(int(h.Value(rules.KeepSheetYears)), 0, 0)
}

// Shortest is the fewest months without a word after which anybody at all may be forgotten.
func Shortest(h rules.House) int {
	return min(int(h.Value(rules.KeepAskedMonths)), 12*int(h.Value(rules.KeepSheetYears)))
}

// LeavesBetween are the first and the last day that can be said for leaving a ground: what is older nobody handed over in time, and of what lies
// further off nobody can be sure.
func LeavesBetween(today time.Time) (first, last time.Time) {
	return today.AddDate(-1, 0, 0), today.AddDate(2, 0, 0)
}
