package stock

import (
	"slices"
	"time"

	"sedum/core/rules"
)

// Touch is one entry of how bare roots are kept: another cover, or a rewetting, from its time on. TempC and RHPct are what was typed
// of the air, nil for what a station says.
type Touch struct {
	At    time.Time
	Cover Cover
	Rewet bool
	TempC *float64
	RHPct *float64
}

// AirReading is the air at a moment, as a station tells it.
type AirReading struct {
	At    time.Time
	TempC float64
	RHPct float64
}

// AirAlong is the air along a time, by readings in their order: straight between two, the nearest outside them.
type AirAlong []AirReading

// At is the air at a moment; false without a reading.
func (a AirAlong) At(at time.Time) (AirReading, bool) {
	if len(a) == 0 {
		return AirReading{}, false
	}
	i, exact := slices.BinarySearchFunc(a, at, func(r AirReading, t time.Time) int { return r.At.Compare(t) })
	switch {
	case exact || i == 0:
		return a[i], true
	case i == len(a):
		return a[i-1], true
	}
	before, after := a[i-1], a[i]
	share := at.Sub(before.At).Seconds() / after.At.Sub(before.At).Seconds()
	return AirReading{At: at, TempC: before.TempC + share*(after.TempC-before.TempC), RHPct: before.RHPct + share*(after.RHPct-before.RHPct)}, true
}

// Range is the highest and lowest of it; false without a reading.
func (a AirAlong) Range() (high, low float64, ok bool) {
	for i, r := range a {
		if i == 0 {
			high, low = r.TempC, r.TempC
		}
		high, low = max(high, r.TempC), min(low, r.TempC)
	}
	return high, low, len(a) > 0
}

// RootClock is a clock of bare roots at a moment.
type RootClock struct {
	Input  ExposureInput
	Result ExposureResult
	// Since is from when the present cover holds.
	Since time.Time
	// EndsAt is when the roots are spent, kept as now; nil when nothing runs out.
	EndsAt *time.Time
	// Assumed says that some of the air is the house's guess, for nobody measured it.
	Assumed bool
}

// stretch is the longest time for which one reading of the air stands; over two months a day does.
const (
	stretch     = 3 * time.Hour
	longStretch = 24 * time.Hour
	longTime    = 60 * 24 * time.Hour
)

// RunClock turns the entries into stages up to now, cut into stretches for each of which one reading of the air may stand, and adds
// them up (Exposure). A clock that is about to begin is shown as at its beginning.
func RunClock(h rules.House, sensitivity Sensitivity, touches []Touch, air AirAlong, now time.Time) (RootClock, error) {
	out := RootClock{Input: ExposureInput{Sensitivity: sensitivity, Stages: []Stage{}}}
	if len(touches) > 0 && now.Before(touches[0].At) {
		now = touches[0].At
	}
	var present Touch
	begun := slices.DeleteFunc(slices.Clone(touches), func(t Touch) bool { return t.At.After(now) })
	for i, t := range begun {
		end := now
		if i+1 < len(begun) {
			end = begun[i+1].At
		}
		if t.Rewet {
			yes := true
			out.Input.Stages = append(out.Input.Stages, Stage{Rewet: &yes})
			t = Touch{At: t.At, Cover: present.Cover, TempC: present.TempC, RHPct: present.RHPct} // the cover goes on after it
		} else {
			if t.Cover != present.Cover {
				out.Since = t.At
			}
			present = t
		}
		if t.Cover != "" {
			out.stretches(h, t, end, air)
		}
	}
	out.Input.Now = out.airOf(h, present, air, now)
	var err error
	if out.Result, err = Exposure(h, out.Input); err != nil {
		return out, err
	}
	if out.Result.HoursLeft != nil {
		ends := now.Add(time.Duration(*out.Result.HoursLeft * float64(time.Hour)))
		out.EndsAt = &ends
	}
	return out, nil
}

func (c *RootClock) stretches(h rules.House, t Touch, to time.Time, along AirAlong) {
	step := stretch
	switch {
	case t.TempC != nil && t.RHPct != nil:
		step = max(time.Nanosecond, to.Sub(t.At)) // typed: it holds for the whole of it
	case to.Sub(t.At) > longTime:
		step = longStretch
	}
	for begin := t.At; begin.Before(to); begin = begin.Add(step) {
		end := begin.Add(step)
		if end.After(to) {
			end = to
		}
		air := c.airOf(h, t, along, begin.Add(end.Sub(begin)/2))
		hours := end.Sub(begin).Hours()
		c.Input.Stages = append(c.Input.Stages, Stage{Cover: &air.Cover, Hours: &hours, TempC: &air.TempC, RHPct: &air.RHPct})
	}
}

// airOf is the air round the roots: a cold store keeps its own, what was typed holds, else the station's; where nobody measured, the
// house assumes a warm dry day, for what is unknown never helps.
func (c *RootClock) airOf(h rules.House, t Touch, along AirAlong, at time.Time) Air {
	a := Air{Cover: t.Cover}
	if t.Cover == ColdStore {
		a.TempC, a.RHPct = h.Value(rules.ClockStoreC), h.Value(rules.ClockStoreRH)
	} else if r, ok := along.At(at); ok {
		a.TempC, a.RHPct = r.TempC, r.RHPct
	} else {
		a.TempC, a.RHPct = h.Value(rules.ClockAssumedC), h.Value(rules.ClockAssumedRH)
		c.Assumed = c.Assumed || (t.Cover != "" && (t.TempC == nil || t.RHPct == nil))
	}
	if t.TempC != nil {
		a.TempC = *t.TempC
	}
	if t.RHPct != nil {
		a.RHPct = *t.RHPct
	}
	return a
}

// SpentBy tells whether bare roots are spent after a time from now, kept as they are kept now; hoursLeft nil is no end.
func SpentBy(now ClockStatus, hoursLeft *float64, after time.Duration) bool {
	return now == Spent || (hoursLeft != nil && *hoursLeft < after.Hours())
}
