package bench

import (
	"math"

	"sedum/core/care"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
	"sedum/words"
)

// potting is how a tree in a pot or plug is potted up, by its newest look, in the order of the hands; empty for other forms.
func potting(tx *kernel.Tx, r Record) ([]string, error) {
	if c := r.Current(); c != nil && stock.HeldUntilSummer(r.Lot.Origin, c.Assessment) && c.Readings.BareRoot != nil {
		return pottedUntilSummer(tx, r, *c)
	}
	if r.Lot.Form != stock.Container && r.Lot.Form != stock.Plug {
		return []string{}, nil
	}
	in := yard.PottingInput{BallDiameterMM: r.Lot.BallDiameterMM, BallHeightMM: r.Lot.BallHeightMM}
	if c := r.Current(); c != nil {
		in.BallDiameterMM, in.BallHeightMM = orElse(c.Readings.BallDiameterMM, in.BallDiameterMM), orElse(c.Readings.BallHeightMM, in.BallHeightMM)
		if f := c.Assessment.Flare; f != nil {
			in.FlareDepthMM = orElse(f.FlareDepthMM, 0)
		}
		if ball := c.Assessment.RootBall; ball != nil {
			in.BaseSliceMM = ball.BottomSliceMM
		}
	}
	if in.FlareDepthMM+in.BaseSliceMM >= in.BallHeightMM {
		return []string{}, nil // it goes back
	}
	p, err := yard.PottingUp(tx.Who.House, in)
	return sayPotting(tx.Say, &p), err
}

// pottedUntilSummer is how a young layer with few roots is potted and kept until summer, with the days on which it is looked at.
func pottedUntilSummer(tx *kernel.Tx, r Record, c Check) ([]string, error) {
	look, h := *c.Readings.BareRoot, tx.Who.House
	in := yard.PottingInput{BallDiameterMM: orElse(look.SpreadMM, r.Lot.BallDiameterMM), BallHeightMM: orElse(look.LengthMM, r.Lot.BallHeightMM)}
	if in.BallDiameterMM <= 0 || in.BallHeightMM <= 0 {
		return []string{}, nil // nobody measured its roots
	}
	p, err := yard.PottingUp(h, in)
	if err != nil {
		return nil, err
	}
	looked := tx.DayOf(c.At)
	held := stock.DaysToSummer(h, care.DayOf(looked), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)))
	until := looked.AddDate(0, 0, held)
	days := []string{}
	for _, after := range stock.LooksWhileHeld(h, held) {
		days = append(days, tx.Say.Date(looked.AddDate(0, 0, after)))
	}
	say := func(id string, values map[string]any) string { return tx.Say.Say("potting."+id, values) }
	out := []string{
		say("layer", nil),
		say("pot", map[string]any{"wide": kernel.MM(p.PotDiameterMM), "deep": kernel.MM(p.PotDepthMM), "mix": kernel.Litres(math.Ceil(p.MixL))}),
		say("layer.set", map[string]any{"rim": kernel.MM(p.RimMM)}),
		say("layer.keep", map[string]any{"until": tx.Say.Date(until)}),
	}
	if len(days) > 0 {
		out = append(out, say("layer.look", map[string]any{"days": tx.Say.List(days)}))
	}
	return append(out, say("layer.then", map[string]any{"until": tx.Say.Date(until)})), nil
}

func orElse(v *float64, other float64) float64 {
	if v == nil {
		return other
	}
	return *v
}

// sayPotting says how a tree is potted up, in the order of the hands.
func sayPotting(s words.Speaker, p *yard.Potting) []string {
	out := []string{}
	if p == nil {
		return out
	}
	say := func(id string, values map[string]any) { out = append(out, s.Say("potting."+id, values)) }
	say("pot", map[string]any{"wide": kernel.MM(p.PotDiameterMM), "deep": kernel.MM(p.PotDepthMM), "mix": kernel.Litres(math.Ceil(p.MixL))})
	if p.SliceMM > 0 {
		say("slice", map[string]any{"slice": kernel.MM(p.SliceMM)})
	}
	if p.ClearMM > 0 {
		say("clear", map[string]any{"clear": kernel.MM(p.ClearMM)})
	}
	say("under", map[string]any{"under": kernel.MM(p.UnderMM), "rim": kernel.MM(p.RimMM)})
	say("flare", nil)
	say("after", nil)
	return out
}
