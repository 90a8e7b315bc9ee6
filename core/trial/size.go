package trial

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// found is how often a trial of the size that is reckoned finds a difference that is there.
const found = 0.8

// Needed is how many trees each way needs to find at the last look, eight times in ten, that the share a of one way and b of the other are lost: by the
// normal approximation for two shares with its correction for continuity (Fleiss). What is left of the false alarms at the last look counts,
// so that looks on the way have their price. 0 where the shares are the same: no number of trees tells them apart.
func Needed(falseAlarm float64, looks int, a, b float64) int {
	d := math.Abs(a - b)
	if d == 0 {
		return 0
	}
	left := falseAlarm
	if looks > 1 {
		left -= Spent(falseAlarm, looks)[looks-2]
	}
	normal, mean := distuv.UnitNormal, (a+b)/2
	z, power := normal.Quantile(1-left/2), normal.Quantile(found)
	plain := math.Pow(z*math.Sqrt(2*mean*(1-mean))+power*math.Sqrt(a*(1-a)+b*(1-b)), 2) / (d * d)
	return int(math.Ceil(plain / 4 * math.Pow(1+math.Sqrt(1+4/(plain*d)), 2)))
}
