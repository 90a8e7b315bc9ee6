package survey

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
)

// Strips is what runs along rows of trees: the line that waters them, the ground that is kept free of grass, and the turf between (features,
// F163).
type Strips struct {
	// LineM is one line from the peg's end along each row to its last tree, and the one across that feeds them.
	LineM float64 `json:"line_m" decimals:"1"`
	// BareM2 is kept free of grass along all rows; TurfM is how wide the turf between two of them is, TurfM2 how much. 0 and nil while nobody said
	// how wide the strip is.
	BareM2 float64  `json:"bare_m2" decimals:"1"`
	TurfM  *float64 `json:"turf_m,omitempty" decimals:"2"`
	TurfM2 float64  `json:"turf_m2" decimals:"1"`
}

// checkStrips: a strip is narrower than the way between two rows, or there is no turf to mow.
func (s SettingOut) checkStrips() fault.List {
	l := fault.List{}
	many := s.Pattern == Avenue || (s.Pattern == Grid && s.Rows != nil && *s.Rows > 1)
	if many && s.StripM != nil && s.RowsM != nil && !num.Under(*s.StripM, *s.RowsM) {
		l.Add("strip_m", fault.MustBeUnder, *s.RowsM)
	}
	return l
}

func (s SettingOut) strips(lengthM float64, along []setAt) *Strips {
	if s.Pattern == Ring {
		return nil
	}
	ends, across := map[int]float64{}, map[int]float64{}
	for _, at := range along {
		ends[at.row], across[at.row] = math.Max(ends[at.row], at.XM), at.YM
	}
	out, least, most := Strips{}, math.Inf(1), math.Inf(-1)
	for row, end := range ends {
		out.LineM += end
		least, most = math.Min(least, across[row]), math.Max(most, across[row])
	}
	out.LineM += most - least
	if s.StripM == nil {
		return &out
	}
	rows := float64(len(ends))
	out.BareM2 = rows * lengthM * *s.StripM
	if rows > 1 {
		turf := *s.RowsM - *s.StripM
		out.TurfM, out.TurfM2 = &turf, (rows-1)*lengthM*turf
	}
	return &out
}
