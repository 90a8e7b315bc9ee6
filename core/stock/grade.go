package stock

// Grades is how badly roots circle in each zone, in short: 0 radial and fine, 1 moderate, 2 major or girdling, 3 severe or
// strangling (stock.md, Circling). Nil is a zone that nobody looked at; it is never a 0.
type Grades struct {
	Collar *int `json:"collar"`
	Side   *int `json:"side"`
	Bottom *int `json:"bottom"`
}

var gradeOf = map[string]int{"radial": 0, "fine": 0, "moderate": 1, "major": 2, "girdling": 2, "severe": 3, "strangling": 3}

// GradesOf reads the grades out of a look and its judgement: the worst root of each zone. A liner's imprint inside the ball
// (zone inner) counts to the collar, where it will girdle.
func GradesOf(r Readings, classes []string) Grades {
	if !r.RootsLooked {
		return Grades{}
	}
	worst := map[string]int{"collar": 0, "side": 0, "bottom": 0}
	for i, class := range classes {
		if i >= len(r.Roots) {
			break
		}
		zone := r.Roots[i].Zone
		if zone == "inner" {
			zone = "collar"
		}
		worst[zone] = max(worst[zone], gradeOf[class])
	}
	collar, side, bottom := worst["collar"], worst["side"], worst["bottom"]
	return Grades{&collar, &side, &bottom}
}
