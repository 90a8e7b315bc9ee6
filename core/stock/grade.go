package stock

import "slices"

// Grades is how badly roots circle in each zone, in short: 0 radial and fine, 1 moderate, 2 major or girdling, 3 severe or
// strangling (stock.md, Circling). Nil is a zone that nobody looked at; it is never a 0.
type Grades struct {
	Collar *int `json:"collar"`
	Side   *int `json:"side"`
	Bottom *int `json:"bottom"`
}

var gradeOf = map[RootClass]int{RootRadial: 0, RootFine: 0, RootModerate: 1, RootMajor: 2, RootGirdling: 2, RootSevere: 3, RootStrangling: 3}

// GradesOf reads the grades out of a look and its judgement: the worst root of each zone. A liner's imprint inside the ball
// (zone inner) counts to the collar, where it will girdle.
func GradesOf(r Readings, classes []RootClass) Grades {
	worst := map[Zone]int{}
	imprint := slices.ContainsFunc(r.Roots, func(c Circler) bool { return c.Zone == ZoneInner })
	for i, class := range classes {
		if i >= len(r.Roots) {
			break
		}
		zone := r.Roots[i].Zone
		if zone == ZoneInner {
			zone = ZoneCollar
		}
		worst[zone] = max(worst[zone], gradeOf[class])
	}
	grade := func(z Zone) *int {
		if !r.Looked(z) && !(z == ZoneCollar && imprint) {
			return nil
		}
		found := worst[z]
		return &found
	}
	return Grades{grade(ZoneCollar), grade(ZoneSide), grade(ZoneBottom)}
}
