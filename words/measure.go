package words

import (
	"fmt"
	"math"

	"sedum/core/num"
	"sedum/core/planting"
)

const (
	mmPerInch   = 25.4
	mPerFoot    = 0.3048
	lPerGallon  = 3.785411784
	kgPerPound  = 0.45359237
	lPerUSQuart = lPerGallon / 4
)

// Measure says a value with its unit as it is read in the yard: whole millimetres, tenths of small
// litres, inches to an eighth. What keeps figure and unit together is the paper's business (paper/canvas.go).
func (s Speaker) Measure(m planting.Measure) string {
	figure, unit := s.Figure(m)
	switch unit {
	case "":
		return figure
	case "°", "%":
		return figure + unit
	}
	return figure + " " + unit
}

// Figure is a measure's number and unit apart, for large type.
func (s Speaker) Figure(m planting.Measure) (figure, unit string) {
	if m.Unit == "compass" {
		return s.direction(m.Value), ""
	}
	if s.Units == US {
		return s.usFigure(m)
	}
	switch m.Unit {
	case "mm":
		return plain(math.Round(m.Value), 0), "mm"
	case "l":
		return plain(m.Value, smallDecimals(m.Value)), "L"
	case "kg":
		return plain(math.Round(m.Value), 0), "kg"
	case "m":
		return plain(m.Value, 1), "m"
	case "c":
		return plain(m.Value, 0), "°C"
	case "deg":
		return plain(math.Round(m.Value), 0), "°"
	case "g":
		return plain(m.Value, 1), "g"
	case "pct":
		return plain(m.Value, 0), "%"
	case "months":
		return plain(m.Value, 0), s.Say("unit.months", nil)
	case "h":
		return plain(m.Value, 1), "h"
	}
	return plain(m.Value, 2), m.Unit
}

// direction says a bearing in words: nobody in a garden reads degrees.
func (s Speaker) direction(deg float64) string {
	points := []string{"n", "ne", "e", "se", "s", "sw", "w", "nw"}
	return s.Say("compass."+points[int(math.Round(num.Bearing(deg)/45))%8], nil)
}

func (s Speaker) usFigure(m planting.Measure) (figure, unit string) {
	switch m.Unit {
	case "mm":
		return inches(m.Value / mmPerInch), "in"
	case "l":
		if gallons := m.Value / lPerGallon; gallons >= 1 {
			return plain(gallons, smallDecimals(gallons)), "US gal"
		}
		return plain(m.Value/lPerUSQuart, 1), "US qt"
	case "kg":
		return plain(math.Round(m.Value/kgPerPound), 0), "lb"
	case "m":
		return plain(m.Value/mPerFoot, 0), "ft"
	case "c":
		return plain(m.Value*9/5+32, 0), "°F"
	}
	metric := s
	metric.Units = Metric
	return metric.Figure(m)
}

func smallDecimals(x float64) int {
	if math.Abs(x) < 10 {
		return 1
	}
	return 0
}

// inches to an eighth under a foot, to a half up to a yard, whole beyond.
func inches(x float64) string {
	parts := 8.0
	switch {
	case x >= 36:
		parts = 1
	case x >= 12:
		parts = 2
	}
	eighths := int(math.Round(x*parts) * 8 / parts)
	whole, rest := eighths/8, eighths%8
	fraction := []string{"", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"}[rest]
	if whole == 0 && fraction != "" {
		return fraction
	}
	return fmt.Sprintf("%d%s", whole, fraction)
}
