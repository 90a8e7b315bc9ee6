package stock

import (
	"math"
)

// Assumable is a fact of a lot that the house takes from what is usual for the form when nobody stated it.
type Assumable string

// The words of Assumable.
const (
	AssumedPot         Assumable = "pot"
	AssumedWidth       Assumable = "ball_diameter_mm"
	AssumedHeight      Assumable = "ball_height_mm"
	AssumedCaliper     Assumable = "caliper_mm"
	AssumedTreeHeight  Assumable = "height_m"
	AssumedSize        Assumable = "size"
	AssumedSensitivity Assumable = "sensitivity"
)

// All lists them.
func (Assumable) All() []Assumable {
	return []Assumable{AssumedPot, AssumedWidth, AssumedHeight, AssumedCaliper, AssumedTreeHeight, AssumedSize, AssumedSensitivity}
}

// usualCaliperMM is the caliper of a bare root of a size.
var usualCaliperMM = map[Size]float64{SizeSeedling: 4, SizeWhip: 8, SizeFeathered: 16, SizeStandard: 28}

// SizeByCaliper is the size of a bare root that a caliper (mm) usually has.
func SizeByCaliper(caliperMM float64) Size {
	switch {
	case caliperMM < 6:
		return SizeSeedling
	case caliperMM < 13:
		return SizeWhip
	case caliperMM < 22:
		return SizeFeathered
	}
	return SizeStandard
}

// withUsual is the facts with what nobody stated filled in from what is usual for the form, and named as assumed. Where one kind of it
// is treated more strictly than another, the strict one is assumed: the usual pot, which is asked for felt, and tender roots.
func (f LotFacts) withUsual() LotFacts {
	f.Assumed, f.Ranges = append([]Assumable{}, f.Assumed...), f.stillStated()
	assume := func(what Assumable, stated *float64, usual float64) {
		if *stated == 0 {
			*stated = usual
			f.Assumed = append(f.Assumed, what)
		}
	}
	if f.Pot == "" {
		f.Pot = PotStandard
		if f.Form == Plug {
			f.Pot = PotPlug
		} else if f.Form == Container {
			f.Assumed = append(f.Assumed, AssumedPot)
		}
	}
	if f.Sensitivity == "" {
		f.Sensitivity = SensitivityTender
		if f.Form == BareRoot {
			f.Assumed = append(f.Assumed, AssumedSensitivity)
		}
	}
	if f.Sizing == "" {
		f.Sizing = SizingCaliper
	}
	if f.GirthCM > 0 { // round the trunk at 1 m: the trunk is no thinner lower down, where a caliper is taken
		assume(AssumedCaliper, &f.CaliperMM, math.Round(f.GirthCM*10/math.Pi))
	}
	switch f.Form {
	case Balled:
		assume(AssumedCaliper, &f.CaliperMM, 40)
		least := LeastBallMM(f.CaliperMM)
		assume(AssumedWidth, &f.BallDiameterMM, math.Round(least))
		assume(AssumedHeight, &f.BallHeightMM, math.Round(LeastBallDepthMM(least)))
	case BareRoot:
		usual := usualCaliperMM[f.Size]
		if usual == 0 {
			usual = usualCaliperMM[SizeWhip]
		}
		assume(AssumedCaliper, &f.CaliperMM, usual)
		if f.Size == "" {
			f.Size = SizeByCaliper(f.CaliperMM)
			f.Assumed = append(f.Assumed, AssumedSize)
		}
		spread := 120.0
		if required := RequiredSpreadMM(f.CaliperMM); required != nil {
			spread = *required
		}
		assume(AssumedWidth, &f.BallDiameterMM, spread)
		assume(AssumedHeight, &f.BallHeightMM, math.Round(spread*0.8))
	default:
		litres := f.PotL
		if litres == 0 {
			litres = 0.15
		}
		width, height := NominalPotMM(litres)
		assume(AssumedWidth, &f.BallDiameterMM, width)
		assume(AssumedHeight, &f.BallHeightMM, height)
		assume(AssumedCaliper, &f.CaliperMM, math.Round(f.BallDiameterMM/10))
	}
	assume(AssumedTreeHeight, &f.HeightM, math.Max(0.2, math.Round(f.CaliperMM)/14))
	return f
}
