package station

import (
	"slices"
	"strconv"
	"strings"

	"sedum/core/fault"
	"sedum/core/set"
)

// How is how a station's file is read: what each of its columns is, and by how many hours its clock differs from the place's.
type How struct {
	Headings []Heading `json:"headings" maxItems:"60"`
	ShiftH   int       `json:"shift_h" minimum:"-26" maximum:"26" doc:"hours to add to the file's clock"`
}

// unitsOf are the units that a column may be in; a direction is in degrees.
func unitsOf(c Column) []Unit {
	switch c {
	case ColumnMin, ColumnMax, ColumnTemp:
		return []Unit{Celsius, Fahrenheit, TenthCelsius}
	case ColumnRain:
		return []Unit{Millimetre, Inch}
	case ColumnSpeed:
		return []Unit{MetreSecond, KilometreHr, MileHour, Knot}
	default:
		return []Unit{}
	}
}

// KnownColumn is a column that a file may have, and the units that it may be in.
type KnownColumn struct {
	Column Column `json:"column"`
	Units  []Unit `json:"units"`
}

// KnownColumns lists them.
func KnownColumns() []KnownColumn {
	out := []KnownColumn{}
	for _, c := range set.All[Column]() {
		out = append(out, KnownColumn{c, unitsOf(c)})
	}
	return out
}

// Check returns what is not said yet or contradicts itself: a file needs its time, something of the weather, and a unit for each column.
func (h How) Check() fault.List {
	var l fault.List
	count := map[Column]int{}
	for i, each := range h.Headings {
		if count[each.Column]++; each.Column == "" {
			continue
		}
		field := "headings." + strconv.Itoa(i)
		if each.Column != ColumnTime && count[each.Column] > 1 {
			l.Add(field+".column", fault.SaidTwice, nil)
		}
		units := unitsOf(each.Column)
		switch {
		case len(units) == 0:
		case each.Unit == "":
			l.Add(field+".unit", fault.Required, nil)
		case !slices.Contains(units, each.Unit):
			l.Add(field+".unit", fault.NotAChoice, units)
		}
	}
	if count[ColumnTime] == 0 {
		l.Add("headings.time", fault.Required, nil)
	}
	if count[ColumnMin] > 0 != (count[ColumnMax] > 0) {
		l.Add("headings.min", fault.BothOrNeither, "headings.max")
	}
	if count[ColumnMin]+count[ColumnTemp]+count[ColumnRain] == 0 && (count[ColumnSpeed] == 0 || count[ColumnFrom] == 0) {
		l.Add("headings.temp", fault.Required, nil)
	}
	return l
}

// names are how stations call their columns, in small letters without signs; the first that a heading holds counts.
var names = []struct {
	part   string
	column Column
}{
	{"date", ColumnTime}, {"time", ColumnTime}, {"hour", ColumnTime}, {"day", ColumnTime}, {"datum", ColumnTime},
	{"tmin", ColumnMin}, {"mintemp", ColumnMin}, {"tempmin", ColumnMin}, {"temperaturemin", ColumnMin}, {"lowest", ColumnMin}, {"minimum", ColumnMin}, {"tn", ColumnMin},
	{"tmax", ColumnMax}, {"maxtemp", ColumnMax}, {"tempmax", ColumnMax}, {"temperaturemax", ColumnMax}, {"highest", ColumnMax}, {"maximum", ColumnMax}, {"tx", ColumnMax},
	{"rain", ColumnRain}, {"precip", ColumnRain}, {"prcp", ColumnRain},
	{"winddir", ColumnFrom}, {"direction", ColumnFrom}, {"windfrom", ColumnFrom}, {"bearing", ColumnFrom},
	{"windspeed", ColumnSpeed}, {"speed", ColumnSpeed}, {"wind", ColumnSpeed},
	{"temp", ColumnTemp}, {"temperature", ColumnTemp}, {"airt", ColumnTemp},
}

// unitNames are how a heading says its unit, between signs.
var unitNames = map[string]Unit{"c": Celsius, "degc": Celsius, "celsius": Celsius, "f": Fahrenheit, "degf": Fahrenheit, "fahrenheit": Fahrenheit, "mm": Millimetre, "in": Inch, "inch": Inch, "inches": Inch,
	"ms": MetreSecond, "kmh": KilometreHr, "kph": KilometreHr, "mph": MileHour, "kn": Knot, "kt": Knot, "knots": Knot}

// Guess says what the headings of a file seem to be. A unit that no heading states stays unsaid: somebody says it.
func Guess(headings []string) How {
	out := How{Headings: []Heading{}}
	taken := map[Column]bool{}
	for _, text := range headings {
		small := strings.ToLower(text)
		h := Heading{}
		bare := strings.Map(func(r rune) rune {
			if r >= 'a' && r <= 'z' {
				return r
			}
			return -1
		}, small)
		for _, name := range names {
			if strings.Contains(bare, name.part) && len(name.part) > 2 || bare == name.part {
				h.Column = name.column
				break
			}
		}
		if h.Column != ColumnTime && taken[h.Column] {
			h.Column = ""
		}
		taken[h.Column] = true
		for _, part := range strings.FieldsFunc(strings.ReplaceAll(small, "/", ""), func(r rune) bool { return r < 'a' || r > 'z' }) {
			if u := unitNames[part]; u != "" && slices.Contains(unitsOf(h.Column), u) {
				h.Unit = u
			}
		}
		out.Headings = append(out.Headings, h)
	}
	return out
}
