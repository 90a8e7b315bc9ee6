package survey

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/num"
)

// Pattern is how several trees are set out on the ground (handbook, site.md, "Layouts").
type Pattern string

// The words of Pattern.
const (
	Ring   Pattern = "ring"
	Row    Pattern = "row"
	Grid   Pattern = "grid"
	Avenue Pattern = "avenue"
	Wires  Pattern = "wires"
)

// All lists them.
func (Pattern) All() []Pattern { return []Pattern{Ring, Row, Grid, Avenue, Wires} }

// SettingOut is a pattern, the peg that it is measured from and where it runs: towards another peg, or along a bearing.
type SettingOut struct {
	Pattern    Pattern  `json:"pattern"`
	From       string   `json:"from" maxLength:"24"`
	Towards    string   `json:"towards,omitempty" maxLength:"24"`
	BearingDeg *float64 `json:"bearing_deg,omitempty" minimum:"0" maximum:"360"`
	// LengthM is how long it is; left out it ends at the other peg.
	LengthM  *float64 `json:"length_m,omitempty" exclusiveMinimum:"0" maximum:"500"`
	EndGapM  *float64 `json:"end_gap_m,omitempty" minimum:"0" maximum:"250" doc:"from either end to the first tree"`
	SpacingM *float64 `json:"spacing_m,omitempty" exclusiveMinimum:"0" maximum:"100" doc:"between two trees, the least"`
	// RowsM is between two rows of a grid, or across an avenue; Rows how many a grid has.
	RowsM     *float64 `json:"rows_m,omitempty" exclusiveMinimum:"0" maximum:"100"`
	Rows      *int     `json:"rows,omitempty" minimum:"1" maximum:"60"`
	Staggered bool     `json:"staggered,omitempty" doc:"every other row stands in the gaps of its neighbour"`
	RadiusM   *float64 `json:"radius_m,omitempty" exclusiveMinimum:"0" maximum:"100" doc:"of a ring, whose middle is the peg"`
	Count     *int     `json:"count,omitempty" minimum:"1" maximum:"60" doc:"of a ring"`
	// StripM is how wide the ground along a row is kept free of grass; what is left between two rows is turf.
	StripM *float64 `json:"strip_m,omitempty" exclusiveMinimum:"0" maximum:"10"`
}

// SetPlace is where one tree is to stand, and how a tape finds it: from the peg by a length and a bearing, or by two lengths from two pegs.
type SetPlace struct {
	Located
	Row        int     `json:"row"`
	Number     int     `json:"number"`
	LengthM    float64 `json:"length_m" decimals:"2"`
	BearingDeg float64 `json:"bearing_deg" decimals:"1"`
	// SecondM is from the other peg, nil where only one was named.
	SecondM *float64 `json:"second_m" decimals:"2"`
	// In is the thing it would stand in or on, or the boundary it would stand outside of; "" is none.
	In string `json:"in"`
	// NearestID is what stands nearest of walls, houses, trees and lines, at NearestM; nil where nothing does.
	NearestID string   `json:"nearest_id"`
	NearestM  *float64 `json:"nearest_m" decimals:"2"`
}

// SetOutResult is where all stand.
type SetOutResult struct {
	Places   []SetPlace `json:"places"`
	SpacingM *float64   `json:"spacing_m" decimals:"3"`
	// WireM is how long one wire is, of trees trained on wires.
	WireM *float64 `json:"wire_m" decimals:"2"`
	// Rows is what runs along the rows, nil for a ring.
	Rows *Strips `json:"rows,omitempty"`
}

// mostSetOut trees are set out at once: a plan carries so many spots.
const mostSetOut = 60

// needs are the figures that a pattern is made of.
func (s SettingOut) needs() map[string]bool {
	out := map[string]bool{}
	switch s.Pattern {
	case Ring:
		out["radius_m"], out["count"] = s.RadiusM != nil, s.Count != nil
	case Row:
		out["spacing_m"], out["end_gap_m"] = s.SpacingM != nil, s.EndGapM != nil
	case Wires:
		out["spacing_m"] = s.SpacingM != nil
	case Grid:
		out["spacing_m"], out["end_gap_m"], out["rows_m"], out["rows"] = s.SpacingM != nil, s.EndGapM != nil, s.RowsM != nil, s.Rows != nil
	case Avenue:
		out["spacing_m"], out["end_gap_m"], out["rows_m"] = s.SpacingM != nil, s.EndGapM != nil, s.RowsM != nil
	}
	if s.Pattern != Ring {
		out["bearing_deg"] = s.Towards != "" || s.BearingDeg != nil
		out["length_m"] = s.Towards != "" || s.LengthM != nil
	}
	return out
}

// SetOut finds where each tree of a pattern stands on a plan. Errors: fault.List.
func SetOut(p Plan, located map[string]Located, s SettingOut) (SetOutResult, error) {
	l := append(fault.Check(s), s.checkStrips()...)
	for field, given := range s.needs() {
		if !given {
			l.Add(field, fault.Required, nil)
		}
	}
	slices.SortFunc(l, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	peg, ok := located[s.From]
	if !ok {
		l.Add("from", fault.NotThere, s.From)
	}
	other, two := located[s.Towards]
	if s.Towards != "" && !two {
		l.Add("towards", fault.NotThere, s.Towards)
	}
	if ok && two && num.AtMost(peg.DistanceM(other), 0) {
		l.Add("towards", fault.SamePlace, s.From)
	}
	if err := l.Err(); err != nil {
		return SetOutResult{}, err
	}
	bearing, length := 0.0, 0.0
	if two {
		bearing, length = peg.BearingDeg(other), peg.DistanceM(other)
	}
	if s.BearingDeg != nil {
		bearing = *s.BearingDeg
	}
	if s.LengthM != nil {
		length = *s.LengthM
	}
	along, spacing, err := s.places(length)
	if err != nil {
		return SetOutResult{}, err
	}
	out := SetOutResult{SpacingM: spacing, Places: []SetPlace{}}
	if s.Pattern == Wires {
		out.WireM = &length
	}
	out.Rows = s.strips(length, along)
	sin, cos := math.Sincos(bearing * math.Pi / 180)
	for _, at := range along {
		// at.XM runs along the bearing, at.YM to its right.
		place := SetPlace{Located: Located{peg.XM + at.XM*sin + at.YM*cos, peg.YM + at.XM*cos - at.YM*sin, peg.ByEye || (two && s.BearingDeg == nil && other.ByEye)}, Row: at.row, Number: at.number}
		place.LengthM, place.BearingDeg = peg.DistanceM(place.Located), peg.BearingDeg(place.Located)
		if two {
			far := other.DistanceM(place.Located)
			place.SecondM = &far
		}
		place.meets(p, located)
		out.Places = append(out.Places, place)
	}
	return out, nil
}

type setAt struct {
	ground.Place
	row, number int
}

// places are along the pattern and to its right, in metres from the peg.
func (s SettingOut) places(length float64) ([]setAt, *float64, error) {
	if s.Pattern == Ring {
		r, err := ground.Layout(ground.LayoutInput{Shape: ground.LayoutRing, RadiusM: s.RadiusM, Count: s.Count})
		out := []setAt{}
		for i, at := range r.Points { // the first stands ahead, the others follow clockwise
			out = append(out, setAt{ground.Place{XM: at.YM, YM: at.XM}, 1, i + 1})
		}
		return out, r.SpacingM, err
	}
	gap := s.EndGapM
	if s.Pattern == Wires { // an end tree grows to either side as all do
		half := *s.SpacingM / 2
		gap = &half
	}
	rows, offset := 1, 0.0
	switch s.Pattern {
	case Grid:
		rows = *s.Rows
	case Avenue:
		rows, offset = 2, -*s.RowsM/2
	}
	r, err := ground.Layout(ground.LayoutInput{Shape: ground.LayoutRow, LengthM: &length, EndGapM: gap, SpacingM: s.SpacingM})
	if err != nil {
		return nil, nil, err
	}
	if r.Count*rows > mostSetOut {
		return nil, nil, fault.List{{Field: "spacing_m", Code: fault.TooMany, Limit: mostSetOut}}
	}
	if r.Count == 0 {
		return nil, nil, fault.List{{Field: "end_gap_m", Code: fault.AtMost, Limit: num.Round(length/2, 2)}}
	}
	out := []setAt{}
	for row := range rows {
		across := offset
		if s.RowsM != nil {
			across += float64(row) * *s.RowsM
		}
		shift, count := 0.0, r.Count
		if s.Staggered && row%2 == 1 && r.SpacingM != nil {
			shift, count = *r.SpacingM/2, r.Count-1
		}
		for i := range count {
			out = append(out, setAt{ground.Place{XM: r.Points[i].XM + shift, YM: across}, row + 1, i + 1})
		}
	}
	return out, r.SpacingM, nil
}

// meets notes what a place would stand in, and what stands nearest to it.
func (s *SetPlace) meets(p Plan, located map[string]Located) {
	kinds := map[string]Kind{}
	for _, t := range p.Things {
		kinds[t.ID] = t.Kind
		if t.Kind == Boundary && len(cornersOf(t, located)) == len(t.Points) && !within(cornersOf(t, located), s.Located) {
			s.In = t.ID
		}
	}
	for _, n := range NearOf(p, located, s.Located) {
		if n.Inside && s.In == "" {
			s.In = n.ThingID
		}
		if k := kinds[n.ThingID]; s.NearestM == nil && (k.takesLight() || k == Line || k == Service || k == Drain) {
			far := n.DistanceM
			s.NearestID, s.NearestM = n.ThingID, &far
		}
	}
}

// WithPlaces is a plan with a point for every place, measured from the peg; the names of the points are those that no point has yet. A place
// on the peg itself is the peg.
func WithPlaces(p Plan, s SettingOut, places []SetPlace) (Plan, []string) {
	taken := map[string]bool{}
	for _, pt := range p.Points {
		taken[pt.ID] = true
	}
	p.Points = slices.Clone(p.Points)
	names := []string{}
	for _, at := range places {
		if num.AtMost(at.LengthM, 0.005) {
			names = append(names, s.From)
			continue
		}
		name := ""
		for n := at.Number; name == "" || taken[name]; n++ {
			name = fmt.Sprintf("%d.%d", at.Row, n)
		}
		taken[name] = true
		length, bearing := num.Round(at.LengthM, 3), num.Round(at.BearingDeg, 2)
		p.Points = append(p.Points, Point{ID: name, How: Bearing, From: s.From, LengthM: &length, BearingDeg: &bearing})
		names = append(names, name)
	}
	return p, names
}
