package trouble

import (
	"time"

	"sedum/core/rules"
)

// Wait is what to make of a tree that does not leaf out.
type Wait string

// All lists them; "" is not asked: scratch it first, wait until a date, it has waited long enough, and that it is dead.
func (Wait) All() []Wait { return []Wait{"scratch-first", "wait", "waited", "dead"} }

// DormantOrDead says what to do with a tree whose buds have not moved: nobody gives up a tree that is green under its bark before the
// date, and nobody waits for one that is brown to the ground (features.md, F223). budSwell is the day on which buds swell in that place
// in the season of the look.
func DormantOrDead(h rules.House, s Seen, budSwell, today time.Time) (Wait, time.Time) {
	if s["buds"] != "not-moved" && s["buds"] != "late" {
		return "", time.Time{}
	}
	until := budSwell.AddDate(0, 0, int(h.Value(rules.TroubleWaitDays)))
	switch {
	case s["scratch"] == "brown-to-ground":
		return "dead", until
	case s["scratch"] == "":
		return "scratch-first", until
	case today.Before(until):
		return "wait", until
	}
	return "waited", until
}
