package ground

import (
	"slices"
	"strconv"
	"strings"

	"sedum/app/letterhead"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/set"
	"sedum/core/survey"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// SurveyOnPaper asks for a survey on paper.
type SurveyOnPaper struct {
	kernel.ByID
	kernel.Paper
	Blank bool `query:"blank" doc:"to be filled in by hand; else as it was found"`
}

// emptyBook rows are left in a field book to go on with.
const emptyBook = 14

// SurveyPDF is the survey of a spot on paper.
func SurveyPDF(tx *kernel.Tx, ask SurveyOnPaper) (kernel.File, error) {
	k, err := SpotOf(tx, ask.ID)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	say := tx.Say
	out := paper.Survey{Title: say.Say("survey-paper.title", nil), Where: k.Spot.Site.Customer.Name + ", " + k.Spot.Name, At: tx.Now, Plan: paper.SurveyPlan{North: "N"}}
	for _, column := range []string{"point", "from", "length", "direction", "second", "second-length"} {
		out.Head = append(out.Head, say.Say("survey-paper."+column, nil))
	}
	found := k.Ground
	if ask.Blank {
		found = ground.Facts{}
	}
	out.Questions = askedOnPaper(say, found, k, ask.Blank)
	if !ask.Blank && k.plan.Version > 0 {
		out.Plan, out.Book = planOnPaper(say, k.plan.Plan, k.Spot)
	}
	for range emptyBook {
		out.Book = append(out.Book, nil)
	}
	pdf, err := paper.SurveyPDF(say, h, out, ask.Paper.Paper)
	return kernel.PDF(pdf, "survey-%s.pdf", k.Spot.ID), err
}

// askedOnPaper are the questions of a survey in the order of asking, with what was found.
func askedOnPaper(say words.Speaker, g ground.Facts, k Known, blank bool) []paper.SurveyQuestion {
	out := []paper.SurveyQuestion{}
	ask := func(name string) string { return say.Say("survey-paper.ask."+name, nil) }
	choose := func(name string, options []string, on func(string) bool) {
		q := paper.SurveyQuestion{Ask: ask(name)}
		for _, o := range options {
			q.Options = append(q.Options, paper.SurveyOption{Text: say.Say("survey-paper."+name+"."+o, nil), On: on(o)})
		}
		out = append(out, q)
	}
	figure := func(name string, value *float64, unit string) {
		q := paper.SurveyQuestion{Ask: ask(name), Unit: unit}
		if value != nil {
			q.Value = strings.TrimSpace(strconv.FormatFloat(*value, 'f', -1, 64) + " " + unit)
		}
		out = append(out, q)
	}
	marked := paper.SurveyQuestion{Ask: ask("services")}
	if k.Marked != nil && !blank {
		marked.Value = k.Marked.Reference + ", " + say.Date(k.Marked.ExpiresOn)
	}
	out = append(out, marked)
	choose("purpose", set.Texts[ground.Purpose](), func(o string) bool { return string(g.Purpose) == o })
	choose("lives", set.Texts[ground.Resident](), func(o string) bool { return slices.Contains(g.LivesHere, ground.Resident(o)) })
	choose("water", set.Texts[ground.Water](), func(o string) bool { return string(g.Water) == o })
	choose("wind", set.Texts[ground.Wind](), func(o string) bool { return string(g.Exposure) == o })
	figure("sun", g.SunH, "h")
	ribbon := ground.Ribbon{}
	if g.Ribbon != nil {
		ribbon = *g.Ribbon
	}
	choose("ribbon", set.Texts[ground.RibbonLength](), func(o string) bool { return string(ribbon.Length) == o })
	choose("feel", set.Texts[ground.Feel](), func(o string) bool { return string(ribbon.Feel) == o })
	figure("sand", g.SandMM, "mm")
	figure("silt", g.SiltMM, "mm")
	figure("clay", g.ClayMM, "mm")
	figure("ph", ground.TrustedPH(g), "")
	winter := ""
	if g.StandsInWinter != nil {
		winter = map[bool]string{true: "yes", false: "no"}[*g.StandsInWinter]
	}
	choose("winter", []string{"yes", "no"}, func(o string) bool { return winter == o })
	hole := paper.SurveyQuestion{Ask: ask("hole"), Unit: say.Say("survey-paper.hole.unit", nil)}
	if !blank && k.WhichHole >= 0 {
		for _, r := range k.Tests[k.WhichHole].Readings {
			hole.Value += strconv.FormatFloat(r.Min, 'f', -1, 64) + " min " + say.Measure(planting.Measure{Value: r.WaterMM, Unit: "mm"}) + "   "
		}
	}
	out = append(out, hole)
	choose("sod", set.Texts[ground.Sod](), func(o string) bool { return string(g.Sod) == o })
	choose("digs", set.Texts[ground.Digs](), func(o string) bool { return string(g.Digs) == o })
	choose("moisture", set.Texts[ground.Moisture](), func(o string) bool { return string(g.Moisture) == o })
	choose("traffic", set.Texts[ground.Traffic](), func(o string) bool { return slices.Contains(g.Traffic, ground.Traffic(o)) })
	choose("run-off", set.Texts[ground.RunOff](), func(o string) bool { return slices.Contains(g.RunOff, ground.RunOff(o)) })
	choose("salt", set.Texts[ground.SaltFrom](), func(o string) bool { return slices.Contains(g.Salt, ground.SaltFrom(o)) })
	choose("grown", set.Texts[ground.GrownAs](), func(o string) bool { return string(g.GrownAs) == o })
	failed := paper.SurveyQuestion{Ask: ask("failed"), Value: g.FailedKind}
	leave := paper.SurveyQuestion{Ask: ask("leave"), Value: strings.Trim(g.LeaveBy+", "+g.LeaveRef, ", ")}
	out = append(out, failed)
	choose("tainted", []string{"yes", "no"}, func(o string) bool { return g.Tainted != nil && *g.Tainted == (o == "yes") })
	choose("stump", []string{"yes", "no"}, func(o string) bool { return g.Stump != nil && *g.Stump == (o == "yes") })
	out = append(out, leave)
	figure("water-m", g.WaterM, "m")
	out = append(out, paper.SurveyQuestion{Ask: ask("water-by"), Value: g.WaterBy})
	figure("gate", g.GateM, "m")
	falls := paper.SurveyQuestion{Ask: ask("low-side")}
	if g.LowSideDeg != nil {
		falls.Value = say.Measure(planting.Measure{Value: *g.LowSideDeg, Unit: "compass"})
	}
	out = append(out, falls)
	layers := paper.SurveyQuestion{Ask: ask("layers")}
	for _, l := range g.Layers {
		layers.Value += say.Measure(planting.Measure{Value: l.ToMM, Unit: "mm"}) + " " + string(l.Class) + "   "
	}
	return append(out, layers)
}

// planOnPaper is the plan of a ground as its paper draws it, and its field book.
func planOnPaper(say words.Speaker, p survey.Plan, spot Spot) (paper.SurveyPlan, [][]string) {
	located, _ := survey.Locate(p)
	out := paper.SurveyPlan{North: "?", Points: map[string][2]float64{}, Spots: map[string][2]float64{}}
	if p.North != "" {
		out.North = "N"
	}
	book := [][]string{}
	number := func(x *float64, unit string) string {
		if x == nil {
			return ""
		}
		return strconv.FormatFloat(*x, 'f', -1, 64) + unit
	}
	for _, pt := range p.Points {
		if at, ok := located[pt.ID]; ok {
			out.Points[pt.ID] = [2]float64{at.XM, at.YM}
		}
		book = append(book, []string{pt.ID, pt.From, number(pt.LengthM, " m"), number(pt.BearingDeg, "°"), pt.Second, number(pt.SecondM, " m")})
	}
	for _, t := range p.Things {
		line := paper.SurveyLine{Name: t.Name, Closed: t.Kind.Closed()}
		if line.Name == "" {
			line.Name = say.Say("survey.kind."+string(t.Kind), nil)
		}
		if t.SpreadM != nil {
			line.RoundM = *t.SpreadM
		}
		for _, id := range t.Points {
			if at, ok := located[id]; ok {
				line.Corners = append(line.Corners, [2]float64{at.XM, at.YM})
			}
		}
		out.Lines = append(out.Lines, line)
	}
	if at := survey.PlaceOf(p, located, spot.ID); at != nil {
		out.Spots[spot.Name] = [2]float64{at.XM, at.YM}
	}
	return out, book
}
