package climate

import (
	"fmt"
	"math"

	"sedum/core/fault"
	"sedum/core/num"
)

// MinMax is a day's lowest and highest temperature.
type MinMax struct {
	MinC float64 `json:"min_c" minimum:"-60" maximum:"60"`
	MaxC float64 `json:"max_c" minimum:"-60" maximum:"60"`
}

// ChillInput is one cold season by days or by hours, one of the two.
type ChillInput struct {
	Days    *[]MinMax  `json:"days,omitempty"`
	HourlyC *[]float64 `json:"hourly_c,omitempty" minimum:"-60" maximum:"60"`
}

// ChillResult is the cold of a season by three models: hours at or under 7.2 C (and those of them above freezing), Utah units, and
// portions of the dynamic model.
type ChillResult struct {
	Hours      int     `json:"hours" doc:"how many hours were counted over"`
	CoolHours  int     `json:"cool_hours"`
	BelowHours int     `json:"below_hours"`
	UtahUnits  float64 `json:"utah_units" decimals:"1"`
	Portions   float64 `json:"portions" decimals:"2"`
}

// Chill counts the cold of one season (handbook, calculators.md, chill).
func Chill(in ChillInput) (ChillResult, error) {
	l := fault.Check(in)
	switch {
	case in.Days == nil && in.HourlyC == nil:
		l.Add("days", fault.Required, nil)
	case in.Days != nil && in.HourlyC != nil:
		l.Add("hourly_c", fault.SaidTwice, nil)
	case in.Days != nil:
		for i, d := range *in.Days {
			if d.MaxC < d.MinC {
				l.Add(fmt.Sprintf("days.%d.max_c", i), fault.BelowMinimum, d.MinC)
			}
		}
	}
	if err := l.Err(); err != nil {
		return ChillResult{}, err
	}
	var sum ChillSum
	if in.HourlyC != nil {
		for _, t := range *in.HourlyC {
			sum.Hour(t)
		}
		return sum.Result(), nil
	}
	for _, d := range *in.Days {
		sum.Day(d)
	}
	return sum.Result(), nil
}

// ChillSum counts a season hour by hour; its zero value is the season's begin.
type ChillSum struct {
	hours, cool, below int
	utah, lowestUtah   float64
	portions           float64
	// intermediate is what the dynamic model had at the end of the hour before, given what that hour fixed.
	intermediate, fixed float64
}

// dayCurve is the share of the half range at each hour: warmest at 15.
var dayCurve = func() (share [24]float64) {
	for h := range share {
		share[h] = math.Cos(2 * math.Pi * float64(h-15) / 24)
	}
	return share
}()

// Day counts the 24 hours of a day by its lowest and highest temperature.
func (s *ChillSum) Day(d MinMax) {
	mean, half := (d.MinC+d.MaxC)/2, (d.MaxC-d.MinC)/2
	for _, share := range dayCurve {
		s.Hour(mean + half*share)
	}
}

// Hour counts an hour by its temperature.
func (s *ChillSum) Hour(t float64) {
	t = num.Round(t, 6)
	s.hours++
	if num.AtMost(t, 7.2) {
		s.below++
		if t > 0 {
			s.cool++
		}
	}
	s.utah += utahUnits(t)
	s.lowestUtah = math.Min(s.lowestUtah, s.utah)
	s.dynamic(t)
}

// Result is what was counted so far. Utah units count from the lowest sum that the season ran through.
func (s *ChillSum) Result() ChillResult {
	return ChillResult{s.hours, s.cool, s.below, s.utah - s.lowestUtah, s.portions}
}

func utahUnits(t float64) float64 {
	for _, step := range []struct{ under, units float64 }{{1.5, 0}, {2.5, 0.5}, {9.2, 1}, {12.5, 0.5}, {16, 0}, {18, -0.5}} {
		if t < step.under {
			return step.units
		}
	}
	return -1
}

// The constants of the dynamic model, in kelvin and per hour.
const (
	dynamicE0    = 4153.5
	dynamicE1    = 12888.8
	dynamicA0    = 139500.0
	dynamicA1    = 2.567e18
	dynamicSlope = 1.6
	dynamicTf    = 277.0
)

// dynamic: cold builds an intermediate that warmth destroys; once it is full its fixed share is a portion that stays.
func (s *ChillSum) dynamic(t float64) {
	k := t + 273
	start := s.intermediate
	if num.AtLeast(start, 1) {
		start -= start * s.fixed
	}
	sr := math.Exp(dynamicSlope * dynamicTf * (k - dynamicTf) / k)
	xi := sr / (1 + sr)
	xs := dynamicA0 / dynamicA1 * math.Exp((dynamicE1-dynamicE0)/k)
	rate := dynamicA1 * math.Exp(-dynamicE1/k)
	s.intermediate = xs - (xs-start)*math.Exp(-rate)
	s.fixed = xi
	if num.AtLeast(s.intermediate, 1) {
		s.portions += xi * s.intermediate
	}
}
