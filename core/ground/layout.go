package ground

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
)

// LayoutShape is how places are laid out.
type LayoutShape string

// The words of LayoutShape.
const (
	LayoutRing LayoutShape = "ring"
	LayoutRow  LayoutShape = "row"
)

// All lists them.
func (LayoutShape) All() []LayoutShape { return []LayoutShape{LayoutRing, LayoutRow} }

// LayoutInput is a ring of equal steps, or a row at a spacing between two end gaps.
type LayoutInput struct {
	Shape    LayoutShape `json:"shape"`
	RadiusM  *float64    `json:"radius_m,omitempty" exclusiveMinimum:"0" doc:"of a ring"`
	Count    *int        `json:"count,omitempty" minimum:"1" doc:"of a ring"`
	LengthM  *float64    `json:"length_m,omitempty" exclusiveMinimum:"0" doc:"of a row"`
	EndGapM  *float64    `json:"end_gap_m,omitempty" minimum:"0" doc:"of a row"`
	SpacingM *float64    `json:"spacing_m,omitempty" exclusiveMinimum:"0" doc:"of a row: the least"`
}

// Place is where one tree of a layout stands: of a ring east and north of its middle, of a row along it.
type Place struct {
	XM float64 `json:"x_m" decimals:"3"`
	YM float64 `json:"y_m" decimals:"3"`
}

// LayoutResult is how many there are, how far apart, and where each stands.
type LayoutResult struct {
	Count    int      `json:"count"`
	SpacingM *float64 `json:"spacing_m" decimals:"3"`
	Points   []Place  `json:"points"`
}

// mostPlaces is more than anybody sets out.
const mostPlaces = 10_000

// Check returns what is wrong with the input.
func (in LayoutInput) Check() error {
	l := fault.Check(in)
	need := func(field string, given bool) {
		if !given {
			l.Add(field, fault.Required, nil)
		}
	}
	switch in.Shape {
	case LayoutRing:
		need("radius_m", in.RadiusM != nil)
		need("count", in.Count != nil)
		if in.Count != nil && *in.Count > mostPlaces {
			l.Add("count", fault.AtMost, mostPlaces)
		}
	case LayoutRow:
		need("length_m", in.LengthM != nil)
		need("end_gap_m", in.EndGapM != nil)
		need("spacing_m", in.SpacingM != nil)
		if len(l) == 0 && *in.LengthM / *in.SpacingM > mostPlaces {
			l.Add("spacing_m", fault.AtLeast, *in.LengthM/mostPlaces)
		}
	}
	return l.Err()
}

// Layout sets places out (handbook, calculators.md, layout).
func Layout(in LayoutInput) (LayoutResult, error) {
	if err := in.Check(); err != nil {
		return LayoutResult{}, err
	}
	if in.Shape == LayoutRing {
		return ring(*in.RadiusM, *in.Count), nil
	}
	return row(*in.LengthM, *in.EndGapM, *in.SpacingM), nil
}

// ring has its first place due north and goes on clockwise; its spacing is the chord.
func ring(radiusM float64, count int) LayoutResult {
	out := LayoutResult{Count: count, Points: make([]Place, count)}
	for i := range out.Points {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / float64(count))
		out.Points[i] = Place{radiusM * sin, radiusM * cos}
	}
	if count > 1 {
		chord := 2 * radiusM * math.Sin(math.Pi/float64(count))
		out.SpacingM = &chord
	}
	return out
}

// row has as many as the spacing allows, spread evenly; one alone stands in the middle.
func row(lengthM, endGapM, spacingM float64) LayoutResult {
	usable := lengthM - 2*endGapM
	out := LayoutResult{Points: []Place{}}
	if num.Under(usable, 0) {
		return out
	}
	out.Count = int(num.Floor(usable/spacingM)) + 1
	if out.Count == 1 {
		out.Points = append(out.Points, Place{XM: lengthM / 2})
		return out
	}
	apart := usable / float64(out.Count-1)
	out.SpacingM = &apart
	for i := range out.Count {
		out.Points = append(out.Points, Place{XM: endGapM + apart*float64(i)})
	}
	return out
}
