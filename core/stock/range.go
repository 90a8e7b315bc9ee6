package stock

// Ranged is a size of a lot that growers state as from and to.
type Ranged string

// The words of Ranged.
const (
	RangedPot        Ranged = "pot_l"
	RangedWidth      Ranged = "ball_diameter_mm"
	RangedHeight     Ranged = "ball_height_mm"
	RangedCaliper    Ranged = "caliper_mm"
	RangedGirth      Ranged = "girth_cm"
	RangedTreeHeight Ranged = "height_m"
)

// All lists them.
func (Ranged) All() []Ranged {
	return []Ranged{RangedPot, RangedWidth, RangedHeight, RangedCaliper, RangedGirth, RangedTreeHeight}
}

// stillStated are the ranges whose low is what the lot still counts with: a size that was corrected is no range any more.
func (f LotFacts) stillStated() []Range {
	now := map[Ranged]float64{RangedPot: f.PotL, RangedWidth: f.BallDiameterMM, RangedHeight: f.BallHeightMM, RangedCaliper: f.CaliperMM, RangedGirth: f.GirthCM, RangedTreeHeight: f.HeightM}
	out := []Range{}
	for _, r := range f.Ranges {
		if now[r.Of] == r.Low && r.High > r.Low {
			out = append(out, r)
		}
	}
	return out
}

// Range is a size as from and to, in the unit that its name ends in. The lot counts with the low.
type Range struct {
	Of   Ranged  `json:"of"`
	Low  float64 `json:"low" minimum:"0" maximum:"100000"`
	High float64 `json:"high" minimum:"0" maximum:"100000"`
}
