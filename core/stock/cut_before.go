package stock

import "time"

// CutShare is the share of the ball that the work done after a look took off it: of the shave and the slice that the look asked for,
// those that are done. 0 when neither is.
func CutShare(a Assessment, r Readings, done func(Correction) bool) float64 {
	cut := a.RootBall
	if cut == nil || r.BallDiameterMM == nil || r.BallHeightMM == nil {
		return 0
	}
	height := *r.BallHeightMM
	if a.Flare != nil && a.Flare.UsableHeightMM != nil {
		height = *a.Flare.UsableHeightMM
	}
	shave, slice := 0.0, 0.0
	if done(Shave) {
		shave = cut.SideShaveMM
	}
	if done(Slice) {
		slice = cut.BottomSliceMM
	}
	if height <= 0 || slice >= height || 2*shave >= *r.BallDiameterMM {
		return 0
	}
	return removedShare(RootBallInput{BallDiameterMM: *r.BallDiameterMM, BallHeightMM: height}, shave, slice)
}

// GrownSince tells whether a tree has grown a whole season since a day: from a bud swell after it to the first frost after that. What was
// cut before then counts together with what is cut now: autumn's cut and winter's are one (handbook, stock.md). Days count a 365-day year.
func GrownSince(cut, today time.Time, budSwellDay, firstFrostDay int) bool {
	on := func(year, day int) time.Time { return time.Date(year, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, day-1) }
	next := func(day int, after time.Time) time.Time {
		date := on(after.Year(), day)
		if !date.After(after) {
			date = on(after.Year()+1, day)
		}
		return date
	}
	return !today.Before(next(firstFrostDay, next(budSwellDay, cut)))
}
