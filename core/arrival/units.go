package arrival

import "strings"

// Unit is in what a size is written.
type Unit string

// The units that growers write.
const (
	MM     Unit = "mm"
	CM     Unit = "cm"
	Metre  Unit = "m"
	Inch   Unit = "in"
	Foot   Unit = "ft"
	Litre  Unit = "l"
	Gallon Unit = "gal" // US; a number on a pot (#7) is as many of them, nominally
)

// All lists them.
func (Unit) All() []Unit { return []Unit{MM, CM, Metre, Inch, Foot, Litre, Gallon} }

// inBase is a length in mm, a volume in litres.
var inBase = map[Unit]float64{MM: 1, CM: 10, Metre: 1000, Inch: 25.4, Foot: 304.8, Litre: 1, Gallon: 3.785411784}

func (u Unit) volume() bool { return u == Litre || u == Gallon }

// stored is the unit that a column's facts are kept in; "" when it is no size.
func (c Column) stored() Unit {
	switch c {
	case ColumnPotL:
		return Litre
	case ColumnBallMM, ColumnHeightMM, ColumnCaliperMM:
		return MM
	case ColumnGirth:
		return CM
	case ColumnHeightM:
		return Metre
	}
	return ""
}

func (u Unit) fits(c Column) bool { return inBase[u] > 0 && u.volume() == c.stored().volume() }

// UnitsOf lists the units that a column may be written in, none when it is no size.
func UnitsOf(c Column) []Unit {
	out := []Unit{}
	for _, u := range Unit.All("") {
		if c.stored() != "" && u.fits(c) {
			out = append(out, u)
		}
	}
	return out
}

func unitTexts(c Column) []string {
	out := []string{}
	for _, u := range UnitsOf(c) {
		out = append(out, string(u))
	}
	return out
}

// into is x of one unit in another of the same sort.
func (u Unit) into(other Unit, x float64) float64 { return x * inBase[u] / inBase[other] }

var unitWords = map[string]Unit{"mm": MM, "cm": CM, "m": Metre, "metre": Metre, "metres": Metre, "meter": Metre, "meters": Metre, "in": Inch, "ins": Inch, "inch": Inch, "inches": Inch,
	"ft": Foot, "feet": Foot, "foot": Foot, "l": Litre, "lt": Litre, "ltr": Litre, "ltrs": Litre, "litre": Litre, "litres": Litre, "liter": Litre, "liters": Litre,
	"gal": Gallon, "gals": Gallon, "gallon": Gallon, "gallons": Gallon}

// marked writes the marks of inches and feet as words, and every sort of dash as one.
var marked = strings.NewReplacer("''", " in", "\"", " in", "″", " in", "”", " in", "“", " in", "'", " ft ", "′", " ft ", "’", " ft ", "–", "-", "—", "-", "−", "-", "‐", "-", "‑", "-")
