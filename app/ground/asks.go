package ground

import (
	"time"

	"sedum/app/catalogue"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/planting"
	"sedum/kernel"
	"sedum/words"
)

// asks is what a spot asks of any tree there, in words.
func (k Known) asks(s words.Speaker) []kernel.Sentence {
	out := []kernel.Sentence{}
	g := k.Ground
	values := map[string]any{"kind": g.FailedKind, "by": g.LeaveBy}
	if g.WaterM != nil {
		values["far"] = planting.Measure{Value: *g.WaterM, Unit: "m"}
	}
	if g.LowSideDeg != nil {
		values["side"] = planting.Measure{Value: *g.LowSideDeg, Unit: "compass"}
	}
	if on, err := time.Parse(time.DateOnly, g.MoistureOn); err == nil {
		values["on"] = s.Date(on)
	}
	for _, a := range ground.AsksOf(k.house, g, k.Today) {
		out = append(out, kernel.Sentence{Code: string(a), Text: s.Say("asks."+string(a), values)})
	}
	return out
}

// genusOf is the genus of a kind as somebody called it: by the catalogue, or as a botanical name begins.
func genusOf(tx *kernel.Tx, called string) (string, error) {
	if called == "" {
		return "", nil
	}
	names, err := catalogue.ByName(tx)
	if err != nil {
		return "", err
	}
	if k, known := names.Find(called); known {
		called = k.Botanical
	}
	return kind.Genus(called), nil
}

// How is how a thing of a spot is known.
type How string

// All lists them, the surest first.
func (How) All() []How { return []How{"measured", "plan", "station", "said", "old", "nobody"} }

// HowKnown is a thing of a spot, how it is known, and since when where that is on record.
type HowKnown struct {
	What string `json:"what"`
	Name string `json:"name"`
	How  How    `json:"how"`
	Text string `json:"text"`
}

// known tells of each thing that a match asks for how it is known: what is a guess, or old, does not look measured.
func (k Known) known(s words.Speaker) []HowKnown {
	out := []HowKnown{}
	tell := func(what string, how How, more string) {
		text := s.Say("how."+string(how), nil)
		if more != "" {
			text += ", " + more
		}
		out = append(out, HowKnown{what, s.Say("missing."+what, nil), how, text})
	}
	typed := k.Spot.Ground
	switch found := ground.SoilsFound(k.Ground); {
	case len(found) == 0:
		tell("soil", "nobody", "")
	case found[0].Source == ground.SoilByLab || found[0].Source == ground.SoilByJar:
		tell("soil", "measured", s.Say("how.by."+string(found[0].Source), nil))
	default:
		tell("soil", "said", s.Say("how.by."+string(found[0].Source), nil))
	}
	switch {
	case k.WhichHole >= 0 && ground.HoleIsOld(k.Tests[k.WhichHole].At, k.Today):
		tell("drainage", "old", s.Date(k.Tests[k.WhichHole].At))
	case k.WhichHole >= 0:
		tell("drainage", "measured", s.Date(k.Tests[k.WhichHole].At))
	case k.Class != "":
		tell("drainage", "said", "")
	default:
		tell("drainage", "nobody", "")
	}
	either := func(what string, typed, fromElsewhere bool, elsewhere How) {
		switch {
		case typed:
			tell(what, "said", "")
		case fromElsewhere:
			tell(what, elsewhere, "")
		default:
			tell(what, "nobody", "")
		}
	}
	either("sun_h", typed.SunH != nil, k.Ground.SunH != nil, "plan")
	either("exposure", typed.Exposure != "", false, "")
	either("wind_from_deg", typed.WindFrom != nil, k.Ground.WindFrom != nil, "station")
	either("room", typed.RoomLooked, k.Ground.RoomLooked, "plan")
	switch {
	case typed.Lab != nil && typed.Lab.PH != nil:
		tell("ph", "measured", s.Say("how.by.lab", nil))
	default:
		either("ph", typed.PH != nil, false, "")
	}
	either("min_c", k.Spot.Site.Climate.MinC != nil, k.Climate.MinC != nil, "station")
	return out
}
