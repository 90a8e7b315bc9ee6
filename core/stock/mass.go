package stock

import (
	"math"

	"sedum/core/rules"
)

// Lifters is who lifts: trained staff, or customers and volunteers.
type Lifters string

// All lists them.
func (Lifters) All() []Lifters { return []Lifters{Staff, Public} }

// Handling is how a load is moved.
type Handling string

// The words of Handling.
const (
	OnePerson Handling = "one-person"
	TwoPerson Handling = "two-person"
	Gear      Handling = "gear"
)

// All lists them.
func (Handling) All() []Handling { return []Handling{OnePerson, TwoPerson, Gear} }

// Who lifts.
const (
	Staff  Lifters = "staff"
	Public Lifters = "public"
)

// Load is how heavy a ball is when wet, and how it is moved.
type Load struct {
	VolumeL   float64  `json:"ball_volume_l" decimals:"1"`
	MassKG    float64  `json:"mass_kg" decimals:"1"`
	RiggingKG float64  `json:"rigging_kg" decimals:"1"`
	Handling  Handling `json:"handling"`
}

// BallShare is the part of its own cylinder (or, for bare roots, of their spread) that a ball fills.
func BallShare(h rules.House, f Form) float64 {
	switch f {
	case Balled:
		return h.Value(rules.BallShareBalled)
	case BareRoot:
		return h.Value(rules.BallShareBareRoot)
	}
	return h.Value(rules.BallShareContainer)
}

// BallVolumeL is the volume in litres of a ball that wide and high (mm).
func BallVolumeL(h rules.House, f Form, diameterMM, heightMM float64) float64 {
	return math.Pi / 4 * diameterMM * diameterMM * heightMM * BallShare(h, f) / 1e6
}

// Weigh is the rule for mass and handling of `balled`, which pots share. The medium is mix or a soil.
func Weigh(h rules.House, f Form, diameterMM, heightMM float64, medium Medium, who Lifters) Load {
	density := h.Value(rules.MassSoil)
	if medium == MediumMix {
		density = h.Value(rules.MassMix)
	}
	volume := BallVolumeL(h, f, diameterMM, heightMM)
	mass := volume * density * h.Value(rules.MassWrap)
	return Load{
		VolumeL: volume, MassKG: mass, RiggingKG: mass * h.Value(rules.MassRigging),
		Handling: HandlingOf(h, mass, who),
	}
}

// HandlingOf says who may lift that many kilograms.
func HandlingOf(h rules.House, massKG float64, who Lifters) Handling {
	one, two := h.Value(rules.MassStaffOne), h.Value(rules.MassStaffTwo)
	if who == Public {
		one, two = h.Value(rules.MassPublicOne), h.Value(rules.MassPublicTwo)
	}
	switch {
	case massKG <= one+1e-9:
		return OnePerson
	case massKG <= two+1e-9:
		return TwoPerson
	}
	return Gear
}

// NominalPotMM is the usual width and height (mm) of a pot that holds so many litres: a little wider than high.
func NominalPotMM(litres float64) (widthMM, heightMM float64) {
	const heightShare, filled = 0.85, 0.9
	width := math.Cbrt(litres * 1e6 * 4 / (math.Pi * heightShare * filled))
	return math.Round(width), math.Round(width * heightShare)
}
