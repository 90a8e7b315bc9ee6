package visits

import (
	"fmt"
	"strings"
	"time"

	"sedum/app/letterhead"
	"sedum/app/planted"
	"sedum/core/set"
	"sedum/core/visit"
	"sedum/core/water"
	"sedum/kernel"
	"sedum/paper"
)

type roundOnPaper struct {
	RoundAsk
	kernel.Paper
}

// roundPDF is the round for whoever goes out with a pencil.
func roundPDF(tx *kernel.Tx, p roundOnPaper) (kernel.File, error) {
	r, err := round(tx, p.RoundAsk)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	say := tx.Say
	out := paper.Round{Title: say.Say("round.title", map[string]any{"date": tx.Today()}), Headline: say.Say("round.headline", map[string]any{"n": fmt.Sprint(len(r.Stops)), "one": len(r.Stops) == 1}), About: say.Say("round.no-way", nil),
		Measured: say.Say("round.measured", nil), At: tx.Now}
	if r.WayM > 0 {
		out.About = say.Say("round.way", map[string]any{"km": fmt.Sprintf("%.1f", r.WayM/1000)})
	}
	if len(r.Stops) == 0 {
		out.Headline, out.About = say.Say("round.none", nil), ""
	}
	for _, each := range []struct {
		name  string
		words []string
	}{{"alive", set.Texts[visit.Alive]()}, {"leaves", set.Texts[visit.Leaves]()}, {"top_soil", set.Texts[water.Felt]()}, {"middle_soil", set.Texts[water.Felt]()}, {"deep_soil", set.Texts[water.Felt]()}, {"flare", set.Texts[visit.Flare]()}, {"stake", set.Texts[visit.Stake]()}, {"tie", set.Texts[visit.Tie]()},
		{"guard", set.Texts[visit.Guard]()}, {"mulch", set.Texts[visit.Mulch]()}, {"grass", set.Texts[visit.Grass]()}, {"damage", append([]string{"none"}, set.Texts[visit.Damage]()...)}} {
		c := paper.Circle{What: say.Say("round.what."+each.name, nil)}
		for _, word := range each.words {
			c.Words = append(c.Words, say.Say("round."+each.name+"."+word, nil))
		}
		out.Circles = append(out.Circles, c)
	}
	for _, s := range r.Stops {
		t, err := kernel.One[planted.Tree](tx, "id = ?", s.ID)
		if err != nil {
			return kernel.File{}, err
		}
		page, err := Pages(tx, t)
		if err != nil {
			return kernel.File{}, err
		}
		stop := paper.RoundStop{Tree: s.Common + " " + s.Tag, Who: strings.TrimPrefix(s.Customer+", "+s.SpotName, ", "), Where: strings.Trim(s.Address+"   "+s.Phone, " "), Wants: page.Open}
		if s.DueOn != nil {
			stop.Due = say.Say(map[bool]string{true: "round.late", false: "round.due"}[s.Late], map[string]any{"date": *s.DueOn})
		}
		out.Stops = append(out.Stops, stop)
	}
	pdf, err := paper.RoundPDF(say, h, out, p.Paper.Paper)
	return kernel.File{Type: "application/pdf", Name: "round-" + tx.Today().Format(time.DateOnly) + ".pdf", Content: pdf}, err
}
