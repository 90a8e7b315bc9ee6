package arrival

import (
	"math"
	"regexp"
	"strconv"
	"strings"
)

// size is what a cell says of a size: its low and, of a range, its high, in the unit that it names.
type size struct {
	low, high float64
	unit      Unit
	// girth tells that the cell itself says that it went round the trunk.
	girth bool
}

var (
	fractions = strings.NewReplacer("½", " 1/2", "¼", " 1/4", "¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8")
	sizeWords = regexp.MustCompile(`\b(girth|caliper|calliper|cal|tall|high|height|ht|dia|diam|diameter|approx|about|ca|circa|wide|pot|container|cont)\b\.?`)
	number    = `(\d+[- ][1357]/(?:2|4|8)|[1357]/(?:2|4|8)|\d[\d.,' ]*\d|\d|[.,]\d+)`
	// One figure is tried before a range: 1-1/2 is one.
	sized     = regexp.MustCompile(`^` + number + ` ?([a-z]+)? ?(?:\+|up|and up)?$|^` + number + ` ?([a-z]+)? ?(?:[-/]|to) ?` + number + ` ?([a-z]+)? ?(?:\+|up|and up)?$`)
	feet      = regexp.MustCompile(`^(\d+) ?ft ?(\d+(?:\.\d+)?) ?in$`)
	potSign   = regexp.MustCompile(`^c ?(\d+(?:[.,]\d+)?) ?(?:l|lt|ltr|litres?|liters?)?$`)
	potNumber = regexp.MustCompile(`^# ?(\d+)$`)
	fraction  = regexp.MustCompile(`^(?:(\d+)[- ])?(\d)/(\d)$`)
)

// sizeOf reads a size as growers write it: 12,5 L · C10 · #7 · 6 ft · 5'6" · 1-1/2" · 8-10 cm girth · 150/175 · 12+. ok is false when it is none.
func sizeOf(cell string, decimal Decimal) (s size, ok bool) {
	text := tidy(marked.Replace(fractions.Replace(strings.ToLower(cell))))
	s.girth = strings.Contains(text, "girth")
	text = tidy(sizeWords.ReplaceAllString(text, " "))
	if m := potSign.FindStringSubmatch(text); m != nil {
		s.low, ok = numberOf(m[1], decimal, false)
		s.unit = Litre
		return s, ok
	}
	if m := potNumber.FindStringSubmatch(text); m != nil {
		s.low, ok = numberOf(m[1], decimal, true)
		s.unit = Gallon
		return s, ok
	}
	if m := feet.FindStringSubmatch(text); m != nil {
		whole, _ := strconv.ParseFloat(m[1], 64)
		inches, _ := strconv.ParseFloat(m[2], 64)
		s.low, s.unit = whole*12+inches, Inch
		return s, inches < 12
	}
	m := sized.FindStringSubmatch(text)
	if m == nil {
		return s, false
	}
	low, lowUnit, high, unit := m[3], m[4], m[5], m[6]
	if m[1] != "" {
		low, unit = m[1], m[2]
	}
	if s.low, ok = part(low, decimal); !ok {
		return s, false
	}
	if high != "" {
		if s.high, ok = part(high, decimal); !ok {
			return s, false
		}
	}
	if unit == "" {
		unit = lowUnit
	}
	s.unit, ok = unitWords[unit]
	if lowUnit != "" && unitWords[lowUnit] != s.unit { // "4 ft - 5 m" is meant by nobody
		return s, false
	}
	return s, ok || unit == ""
}

// part is a number or an inch's fraction: 1-1/2, 3/4.
func part(text string, decimal Decimal) (float64, bool) {
	m := fraction.FindStringSubmatch(text)
	if m == nil {
		return numberOf(text, decimal, false)
	}
	whole, _ := strconv.ParseFloat("0"+m[1], 64)
	over, _ := strconv.ParseFloat(m[2], 64)
	under, _ := strconv.ParseFloat(m[3], 64)
	return whole + over/under, over < under
}

// in is a size of a column in the column's own unit, to the step that is kept.
func (s size) in(c Column, usual Unit) (low, high float64, ok bool) {
	u := s.unit
	if u == "" {
		u = usual
	}
	if !u.fits(c) {
		return 0, 0, false
	}
	step := 10.0
	if c == ColumnHeightM {
		step = 100
	}
	round := func(x float64) float64 { return math.Round(u.into(c.stored(), x)*step) / step }
	return round(s.low), round(s.high), true
}
