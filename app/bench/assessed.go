package bench

import (
	"fmt"
	"slices"

	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

type Reason struct {
	Part    stock.Part    `json:"part"`
	Code    stock.Cause   `json:"code"`
	Verdict stock.Verdict `json:"verdict"`
	Text    string        `json:"text"`
	// LeadsTo is the price of doing nothing, "" where none is known.
	LeadsTo string `json:"leads_to"`
	// Against is what was found beside its limit, "" when the reason is no figure; the rule is the one of the house that says so.
	Against string    `json:"against" doc:"what was found, and its limit"`
	Rule    rules.Key `json:"rule" optional:"true"`
}

// against says what a reason was held against.
func against(s words.Speaker, e *stock.Evidence) (string, rules.Key) {
	if e == nil {
		return "", ""
	}
	said := func(v float64) string {
		switch e.Unit {
		case "share":
			return s.Measure(kernel.Share(v))
		case "roots":
			return fmt.Sprint(v)
		}
		return s.Measure(planting.Measure{Value: v, Unit: e.Unit})
	}
	id := "reason.against"
	if e.Value < e.Limit {
		id = "reason.against.least"
	}
	return s.Say(id, map[string]any{"found": said(e.Value), "limit": said(e.Limit)}), e.Rule
}

func leadsTo(s words.Speaker, r stock.Reason) string {
	if id := stock.Neglected(r); id != "" {
		return s.Say("neglect."+id, nil)
	}
	return ""
}

type WorkLine struct {
	stock.Work
	Text string `json:"text"`
	Done bool   `json:"done"`
	By   string `json:"by"`
}

// Assessed is a verdict with its kernel.Sentences. So far is true while something is missing.
type Assessed struct {
	Verdict   stock.Verdict         `json:"verdict"`
	SoFar     stock.Verdict         `json:"so_far" doc:"the verdict of what was looked at"`
	Headline  string                `json:"headline"`
	Reasons   []Reason              `json:"reasons"`
	Missing   []kernel.Sentence     `json:"missing"`
	Flare     *stock.FlareResult    `json:"flare"`
	FlareText string                `json:"flare_text"`
	FlareWhy  string                `json:"flare_why" doc:"why probes deeper than the flare mean that depth; empty when it was seen"`
	RootBall  *stock.RootBallResult `json:"root_ball"`
	Balled    *stock.BalledResult   `json:"balled"`
	BareRoot  *stock.BareRootResult `json:"bare_root"`
	ShareText string                `json:"share_text"`
	GradeText string                `json:"grade_text" doc:"circling 0 to 3 by zone"`
	Load      *stock.Load           `json:"load"`
	LoadText  string                `json:"load_text"`
	Work      []WorkLine            `json:"work"`
	LeftWidth *float64              `json:"left_diameter_mm"`
	LeftHigh  *float64              `json:"left_height_mm"`
}

func showAssessment(s words.Speaker, h rules.House, season stock.Season, r stock.Readings, full stock.Assessment, done map[string]Correction) Assessed {
	a := calc.Rounded(full)
	out := Assessed{
		Verdict: a.Verdict, SoFar: stock.Sell, Reasons: []Reason{}, Missing: []kernel.Sentence{}, Flare: a.Flare, RootBall: a.RootBall,
		Balled: a.Balled, BareRoot: a.BareRoot,
		Load: a.Load, Work: []WorkLine{}, LeftWidth: a.LeftDiameterMM, LeftHigh: a.LeftHeightMM,
	}
	out.GradeText = gradesText(s, r, full)
	for _, r := range a.Reasons {
		if r.Verdict != stock.NotYetJudged {
			out.SoFar = stock.Worse(out.SoFar, r.Verdict)
		}
		values := map[string]any{"fill_hold": planting.Measure{Value: h.Value(rules.RootsFillHold), Unit: "pct"}}
		found, rule := against(s, r.Evidence)
		out.Reasons = append(out.Reasons, Reason{r.Part, r.Code, r.Verdict, s.Say("reason."+r.Name(), values), leadsTo(s, r), found, rule})
	}
	if a.RootBall != nil {
		out.SoFar = stock.Worse(out.SoFar, a.RootBall.Verdict)
	}
	for _, m := range a.Missing {
		out.Missing = append(out.Missing, kernel.Sentence{Code: m, Text: s.Say("missing."+m, nil)})
	}
	out.Headline = headline(s, a, out.SoFar)
	if f := a.Flare; f != nil {
		out.FlareText, out.FlareWhy = flareText(s, *f), flareWhy(s, h, r, *f)
	}
	if r := a.RootBall; r != nil && r.RemovedShare > 0 {
		out.ShareText = s.Say("work.share", map[string]any{
			"share": kernel.Share(r.RemovedShare), "limit": kernel.Share(r.SeasonLimit), "season": s.Say("season."+string(season), nil)})
	}
	if l := a.Load; l != nil {
		out.LoadText = s.Measure(planting.Measure{Value: l.MassKG, Unit: "kg"}) + ", " + s.Say("handling."+string(l.Handling), nil)
	}
	for _, w := range a.Work {
		view := WorkLine{Work: w, Text: WorkText(s, w)}
		if c, ok := done[w.Key]; ok && c.Done {
			view.Done, view.By = true, c.Person.Name
		}
		out.Work = append(out.Work, view)
	}
	return out
}

func headline(s words.Speaker, a stock.Assessment, soFar stock.Verdict) string {
	switch {
	case a.Verdict != stock.NotYetJudged:
		return s.Say("verdict."+string(a.Verdict), nil)
	case a.Flare != nil && a.Flare.Action == stock.ActExcavate:
		return s.Say("verdict.uncover", nil)
	case len(a.Missing) > 0 && len(a.Missing) < 8 && soFar != stock.SendBack:
		return s.Say("verdict.so-far."+string(soFar), nil)
	}
	return s.Say("verdict."+string(a.Verdict), nil)
}

func flareText(s words.Speaker, f stock.FlareResult) string {
	switch f.Status {
	case stock.FlareNotFound:
		return s.Say("flare.not-found", map[string]any{"depth": kernel.MM(*f.AtLeastMM)})
	case stock.FlareSeen:
		return s.Say("flare.seen", map[string]any{"depth": kernel.MM(*f.FlareDepthMM)})
	}
	return s.Say("flare.located", map[string]any{"depth": kernel.MM(*f.FlareDepthMM), "confidence": s.Say("flare.confidence."+string(f.Confidence), nil)})
}

// flareWhy says how probes that went deeper mean a flare less deep: roots fall away from it.
func flareWhy(s words.Speaker, h rules.House, r stock.Readings, f stock.FlareResult) string {
	met := []float64{}
	for _, p := range r.Probes {
		if p.DepthMM != nil {
			met = append(met, *p.DepthMM)
		}
	}
	if f.Status != stock.FlareLocated || len(met) == 0 {
		return ""
	}
	distance := h.Value(rules.FlareProbeDistance)
	return s.Say("flare.why", map[string]any{"shallowest": kernel.MM(slices.Min(met)), "deepest": kernel.MM(slices.Max(met)), "distance": kernel.MM(distance),
		"fall": kernel.MM(h.Value(rules.FlareProbeFall) * distance), "depth": kernel.MM(*f.FlareDepthMM)})
}

func WorkText(s words.Speaker, w stock.Work) string {
	values := map[string]any{}
	if w.AmountMM != nil {
		values["amount"] = kernel.MM(*w.AmountMM)
	}
	if w.Count != nil {
		values["count"] = fmt.Sprint(*w.Count)
	}
	if w.BearingDeg != nil {
		values["bearing"] = kernel.Deg(*w.BearingDeg)
	}
	return s.Say("work."+string(w.Code), values)
}

// Asking is a look as it is typed, with what the page knows of the tree.
type Asking struct {
	Subject  stock.Subject  `json:"subject"`
	Readings stock.Readings `json:"readings"`
}

// assess answers while someone types. It reads no record: the page brings what the bench told it of the tree.
func assess(tx *kernel.Tx, _ kernel.None, a Asking) (Assessed, error) {
	out, err := stock.Assess(tx.Who.House, a.Subject, a.Readings)
	if err != nil {
		return Assessed{}, err
	}
	return showAssessment(tx.Say, tx.Who.House, a.Subject.Season, a.Readings, out, nil), nil
}

// ReasonText says a reason by its part and code.
func ReasonText(s words.Speaker, h rules.House, partAndCode string) string {
	return s.Say("reason."+partAndCode, map[string]any{"fill_hold": planting.Measure{Value: h.Value(rules.RootsFillHold), Unit: "pct"}})
}
