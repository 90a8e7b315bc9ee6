package stock

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
	if !r.RootsLooked {
		return Grades{}
	}
	worst := map[Zone]int{ZoneCollar: 0, ZoneSide: 0, ZoneBottom: 0}
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
	collar, side, bottom := worst[ZoneCollar], worst[ZoneSide], worst[ZoneBottom]
	return Grades{&collar, &side, &bottom}
}
