package stock

import "sedum/core/rules"

// waits is after how many days a held tree is looked at again, by reason (handbook, house defaults).
var waits = map[Cause]rules.Key{
	"overwatered": rules.HoldShort, "late-buds": rules.HoldShort, "yellow-wilting": rules.HoldShort,
	"small-wound": rules.HoldLong, "broken-tip": rules.HoldLong, "under-rooted": rules.HoldLong, "weeping": rules.HoldLong,
	"pot-up": rules.HoldLong, "rotting": rules.HoldLong, "isolate": rules.YardQuarantine, "grubs": rules.YardQuarantine,
}

// forSeason are the reasons that only wait for the season; they are no fault of the tree.
var forSeason = map[Cause]bool{"wait-for-dormancy": true, "wait-for-cool": true, "wait-for-next-dormancy": true, "cut-when-dormant": true}

// HoldDays is after how many days a held tree is looked at again; the shortest of its reasons counts. A tree that waits
// for dormancy is due when that begins, or after the longest wait when that is later or it never does.
func HoldDays(h rules.House, reasons []Reason, daysToDormancy int) int {
	shortest := int(h.Value(rules.HoldLongest))
	for _, r := range reasons {
		if r.Verdict != Hold {
			continue
		}
		if rule, ok := waits[r.Code]; ok {
			shortest = min(shortest, int(h.Value(rule)))
		}
		if forSeason[r.Code] && daysToDormancy > 0 {
			shortest = min(shortest, daysToDormancy)
		}
	}
	return shortest
}

// WaitsForSeason tells whether a tree is held only until it is dormant.
func WaitsForSeason(a Assessment) bool {
	if a.Verdict != Hold {
		return false
	}
	for _, r := range a.Reasons {
		if r.Verdict == Hold && !forSeason[r.Code] {
			return false
		}
	}
	return true
}

// DaysToDormancy counts the days from a day of the year until trees count as dormant, 0 when they do.
func DaysToDormancy(h rules.House, dayOfYear, budSwellDay, firstFrostDay int) int {
	if SeasonOf(h, dayOfYear, budSwellDay, firstFrostDay, false, nil) == SeasonDormant {
		return 0
	}
	return ((firstFrostDay+int(h.Value(rules.SeasonLeafFall))+1-dayOfYear)%365 + 365) % 365
}

// Faulty tells whether a look counts against its lot: sent back, or held for what the tree is and not for
// a date (handbook, "Lots and samples"). Judged is false for a look that left something out.
func Faulty(a Assessment) (faulty, judged bool) {
	switch a.Verdict {
	case SendBack:
		return true, true
	case Hold:
		return !WaitsForSeason(a), true
	case NotYetJudged:
		return false, false
	}
	return false, true
}

// CountsForLot is how a look counts for its lot, true for a faulty tree; nil when it was left half done, or when work was done on the
// tree before: a lot is judged by what came, not by what was made of it.
func CountsForLot(a Assessment, afterWork bool) *bool {
	faulty, judged := Faulty(a)
	if !judged || afterWork {
		return nil
	}
	return &faulty
}
