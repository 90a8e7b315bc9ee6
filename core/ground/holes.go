package ground

import (
	"time"

	"sedum/core/num"
	"sedum/core/rules"
)

// DugHole is a drainage hole and when it was read.
type DugHole struct {
	Hole
	At time.Time
}

// holesTogether is how long before the newest another hole still tells of the same ground.
const holesTogether = 60 * 24 * time.Hour

// TrustedHole reads the holes of a spot. Of those that were read within two months of the newest the slowest counts, for the tree will stand
// in the wettest of them; one that was left too early tells nothing while another tells something. Which is its place in the list, count how
// many told something; which is -1 without any hole.
func TrustedHole(h rules.House, holes []DugHole) (which, count int, result PercolationResult, err error) {
	which = -1
	var newest time.Time
	for _, each := range holes {
		if each.At.After(newest) {
			newest = each.At
		}
	}
	for i, each := range holes {
		if newest.Sub(each.At) > holesTogether {
			continue
		}
		r, err := Percolation(h, PercolationInput{HoleWidthMM: each.WidthMM, Scale: ScaleGeneral, Readings: each.Readings})
		if err != nil {
			return -1, 0, PercolationResult{}, err
		}
		if r.Class != TooEarly {
			count++
		}
		if which < 0 || slower(r, result) {
			which, result = i, r
		}
	}
	return which, count, result, nil
}

// slower tells whether one hole says less good of the ground than another.
func slower(a, b PercolationResult) bool {
	rank := func(r PercolationResult) int {
		switch {
		case r.Class == TooEarly:
			return 0
		case r.Class == WaterEntering:
			return 3
		case r.Drain300Min == nil:
			return 2
		}
		return 1
	}
	if rank(a) != rank(b) {
		return rank(a) > rank(b)
	}
	return rank(a) == 1 && num.Over(*a.Drain300Min, *b.Drain300Min)
}

// oldHoleYears is from when a hole is old: gardens are dug over, drains silt up.
const oldHoleYears = 5

// HoleIsOld tells whether a drainage hole was read so long ago that what it says is told as old.
func HoleIsOld(at, today time.Time) bool { return at.AddDate(oldHoleYears, 0, 0).Before(today) }
