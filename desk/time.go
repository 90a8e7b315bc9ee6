package desk

import "time"

// LongestKept is how long an entry may have waited on a device without a network.
const LongestKept = 14 * 24 * time.Hour

// yardNow is the clock on the wall of the yard.
func (d *Desk) yardNow() time.Time { return d.Now().In(d.Zone) }

// today is the yard's own date, as the records hold dates: midnight in UTC.
func (d *Desk) today() time.Time { return d.dayOf(d.Now()) }

// dayOf is the date in the yard at a moment, as the records hold dates.
func (d *Desk) dayOf(at time.Time) time.Time {
	year, month, day := at.In(d.Zone).Date()
	return time.Date(year, month, day, 0, 0, 0, 0, time.UTC)
}

// entered is when a person made an entry: now, or as long ago as their device kept it.
func (d *Desk) entered(who Caller) time.Time { return d.Now().Add(-who.EnteredAgo) }
