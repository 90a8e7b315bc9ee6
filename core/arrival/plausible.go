package arrival

import (
	"slices"
	"strings"

	"sedum/core/set"
)

// Question is a column whose figures are unlikely in the unit that they are read in: somebody says what they are before they are read in.
type Question struct {
	Column Column `json:"column"`
	// Unit is the one that it is read in now; Instead are what the figures would be likely in.
	Unit    Unit   `json:"unit"`
	Instead []Unit `json:"instead"`
	Girth   bool   `json:"girth" doc:"the figures are as girths go, in cm round the trunk"`
	Example string `json:"example" doc:"some of them, as written"`
}

// likely is what most of a column's figures are, in its own unit: from the smallest plug to the largest tree that a truck brings.
var likely = map[Column][2]float64{
	ColumnPotL: {0.05, 1000}, ColumnBallMM: {100, 2000}, ColumnHeightMM: {80, 1500}, ColumnCaliperMM: {4, 200}, ColumnGirth: {4, 100}, ColumnHeightM: {0.1, 6},
}

// girths are the classes that trees are sold in by what goes round their trunk (cm).
var girths = []string{"4-6", "6-8", "8-10", "10-12", "12-14", "14-16", "16-18", "18-20", "20-25", "25-30"}

// Questions are the columns that somebody must say a unit of. Chosen is what was said already.
func (n Note) Questions(chosen map[Column]Unit) []Question {
	out := []Question{}
	for _, c := range set.All[Column]() {
		place, there := n.As.Columns[c]
		if _, said := chosen[c]; !there || said || c.stored() == "" {
			continue
		}
		var lows []float64
		var written []string
		classes := 0
		for _, cells := range n.Rows {
			if place >= len(cells) {
				continue
			}
			s, ok := sizeOf(cells[place], n.As.Decimals[c])
			if !ok || s.unit != "" || s.low <= 0 {
				continue
			}
			lows, written = append(lows, s.low), append(written, cells[place])
			if slices.Contains(girths, strings.ReplaceAll(marked.Replace(cells[place]), " ", "")) {
				classes++
			}
		}
		if len(lows) == 0 {
			continue
		}
		q := Question{Column: c, Unit: n.As.Units[c], Instead: []Unit{}, Girth: c == ColumnCaliperMM && classes*2 > len(lows), Example: some(written)}
		slices.Sort(lows)
		middle := lows[len(lows)/2]
		if !q.Girth && within(c, q.Unit, middle) {
			continue
		}
		for _, u := range UnitsOf(c) {
			if u != q.Unit && within(c, u, middle) {
				q.Instead = append(q.Instead, u)
			}
		}
		out = append(out, q)
	}
	return out
}

func within(c Column, u Unit, x float64) bool {
	x = u.into(c.stored(), x)
	return x >= likely[c][0] && x <= likely[c][1]
}

// some are the first three different cells.
func some(written []string) string {
	out := []string{}
	for _, cell := range written {
		if !slices.Contains(out, cell) && len(out) < 3 {
			out = append(out, cell)
		}
	}
	return strings.Join(out, ", ")
}
