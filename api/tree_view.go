package api

import (
	"fmt"
	"time"

	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
	"sedum/words"
)

type LotView struct {
	Number         int        `json:"number"`
	Common         string     `json:"common"`
	Botanical      string     `json:"botanical"`
	Grower         string     `json:"grower"`
	Form           stock.Form `json:"form"`
	Pot            string     `json:"pot"`
	PotL           float64    `json:"pot_l"`
	BallDiameterMM float64    `json:"ball_diameter_mm" doc:"nominal"`
	BallHeightMM   float64    `json:"ball_height_mm" doc:"nominal"`
	CaliperMM      float64    `json:"caliper_mm" doc:"nominal"`
	HeightM        float64    `json:"height_m" doc:"nominal"`
	PriceCents     int        `json:"price_cents"`
	ArrivedOn      string     `json:"arrived_on"`
	Size           string     `json:"size"`
	Decision       string     `json:"decision"`
	Ordered        *int       `json:"ordered"`
	PerRow         int        `json:"per_row" doc:"trees in a row as they stand; 0 when nobody said"`
	Origin         string     `json:"origin"`
	Cultivar       string     `json:"cultivar"`
	Rootstock      string     `json:"rootstock"`
	Propagation    string     `json:"propagation"`
}

func viewLot(l store.Lot) LotView {
	return LotView{l.Number, l.Kind.Common, l.Kind.Botanical, l.Grower.Name, l.Form, l.Pot, l.PotL, l.BallDiameterMM,
		l.BallHeightMM, l.CaliperMM, l.HeightM, l.PriceCents, l.ArrivedOn.Format(time.DateOnly), l.Size, l.Decision, l.Ordered, l.PerRow,
		string(l.Origin), l.Cultivar, l.Rootstock, l.Propagation}
}

type sentence struct {
	Code string `json:"code"`
	Text string `json:"text"`
}

type reasonView struct {
	Part    string        `json:"part"`
	Code    string        `json:"code"`
	Verdict stock.Verdict `json:"verdict"`
	Text    string        `json:"text"`
	// LeadsTo is the price of doing nothing, "" where none is known.
	LeadsTo string `json:"leads_to"`
}

func leadsTo(s words.Speaker, r stock.Reason) string {
	if id := stock.Neglected(r); id != "" {
		return s.Say("neglect."+id, nil)
	}
	return ""
}

type workView struct {
	stock.Work
	Text string `json:"text"`
	Done bool   `json:"done"`
	By   string `json:"by"`
}

// assessmentView is a verdict with its sentences. So far is true while something is missing.
type assessmentView struct {
	Verdict   stock.Verdict         `json:"verdict"`
	SoFar     stock.Verdict         `json:"so_far" doc:"the verdict of what was looked at"`
	Headline  string                `json:"headline"`
	Reasons   []reasonView          `json:"reasons"`
	Missing   []sentence            `json:"missing"`
	Flare     *stock.FlareResult    `json:"flare"`
	FlareText string                `json:"flare_text"`
	RootBall  *stock.RootBallResult `json:"root_ball"`
	Balled    *stock.BalledResult   `json:"balled"`
	BareRoot  *stock.BareRootResult `json:"bare_root"`
	ShareText string                `json:"share_text"`
	GradeText string                `json:"grade_text" doc:"circling 0 to 3 by zone"`
	Load      *stock.Load           `json:"load"`
	LoadText  string                `json:"load_text"`
	Work      []workView            `json:"work"`
	LeftWidth *float64              `json:"left_diameter_mm"`
	LeftHigh  *float64              `json:"left_height_mm"`
}

func mm(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "mm"} }

func deg(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "deg"} }

func share(v float64) planting.Measure { return planting.Measure{Value: v * 100, Unit: "pct"} }

func viewAssessment(s words.Speaker, h rules.House, season string, r stock.Readings, full stock.Assessment, done map[string]store.Correction) assessmentView {
	a := calc.Rounded(full)
	out := assessmentView{
		Verdict: a.Verdict, SoFar: stock.Sell, Reasons: []reasonView{}, Missing: []sentence{}, Flare: a.Flare, RootBall: a.RootBall,
		Balled: a.Balled, BareRoot: a.BareRoot,
		Load: a.Load, Work: []workView{}, LeftWidth: a.LeftDiameterMM, LeftHigh: a.LeftHeightMM,
	}
	out.GradeText = gradesText(s, r, full)
	for _, r := range a.Reasons {
		if r.Verdict != stock.NotYetJudged {
			out.SoFar = stock.Worse(out.SoFar, r.Verdict)
		}
		values := map[string]any{"fill_hold": planting.Measure{Value: h.Value(rules.RootsFillHold), Unit: "pct"}}
		out.Reasons = append(out.Reasons, reasonView{r.Part, r.Code, r.Verdict, s.Say("reason."+r.Part+"."+r.Code, values), leadsTo(s, r)})
	}
	if a.RootBall != nil {
		out.SoFar = stock.Worse(out.SoFar, a.RootBall.Verdict)
	}
	for _, m := range a.Missing {
		out.Missing = append(out.Missing, sentence{m, s.Say("missing."+m, nil)})
	}
	out.Headline = headline(s, a, out.SoFar)
	if f := a.Flare; f != nil {
		out.FlareText = flareText(s, *f)
	}
	if r := a.RootBall; r != nil && r.RemovedShare > 0 {
		out.ShareText = s.Say("work.share", map[string]any{
			"share": share(r.RemovedShare), "limit": share(r.SeasonLimit), "season": s.Say("season."+season, nil)})
	}
	if l := a.Load; l != nil {
		out.LoadText = s.Measure(planting.Measure{Value: l.MassKG, Unit: "kg"}) + ", " + s.Say("handling."+l.Handling, nil)
	}
	for _, w := range a.Work {
		view := workView{Work: w, Text: workText(s, w)}
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
		return s.Say("flare.not-found", map[string]any{"depth": mm(*f.AtLeastMM)})
	case stock.FlareSeen:
		return s.Say("flare.seen", map[string]any{"depth": mm(*f.FlareDepthMM)})
	}
	return s.Say("flare.located", map[string]any{"depth": mm(*f.FlareDepthMM), "confidence": s.Say("flare.confidence."+f.Confidence, nil)})
}

func workText(s words.Speaker, w stock.Work) string {
	values := map[string]any{}
	if w.AmountMM != nil {
		values["amount"] = mm(*w.AmountMM)
	}
	if w.Count != nil {
		values["count"] = fmt.Sprint(*w.Count)
	}
	if w.BearingDeg != nil {
		values["bearing"] = deg(*w.BearingDeg)
	}
	return s.Say("work."+w.Code, values)
}

type checkView struct {
	ID         string         `json:"id"`
	At         time.Time      `json:"at"`
	By         string         `json:"by"`
	AfterWork  bool           `json:"after_work"`
	Season     string         `json:"season"`
	Readings   stock.Readings `json:"readings"`
	Assessment assessmentView `json:"assessment"`
}

type treeView struct {
	Tag       string        `json:"tag"`
	Number    int           `json:"number" doc:"place in the lot"`
	Row       int           `json:"row" doc:"where it stands; 0 when its lot does not stand in rows"`
	InRow     int           `json:"in_row"`
	State     stock.State   `json:"state"`
	StateWord string        `json:"state_word"`
	DueOn     *string       `json:"due_on"`
	Version   int           `json:"version"`
	Lot       LotView       `json:"lot"`
	Subject   stock.Subject `json:"subject"`
	// Above is what is looked at above the line, the sound finding first.
	Above   []stock.AbovePart `json:"above"`
	Checks  []checkView       `json:"checks" doc:"newest first"`
	NextTag string            `json:"next_tag"`
	Bundle  int               `json:"bundle_count" doc:"trees under this tag"`
	Photos  []photoView       `json:"photos"`
	Damages []damageView      `json:"damages" doc:"what journeys did, newest first"`
	Potting []string          `json:"potting" doc:"how it is potted up, in order; empty for what stands in no pot"`
	// Last is the newest look at another tree of the lot, for what repeats in it.
	Last *stock.Readings `json:"last"`
	// WorkDone says that every piece of work is done and the ball is to be measured again.
	WorkDone bool            `json:"work_done"`
	After    *stock.Readings `json:"after" doc:"the next look as it would be when the work is done, to measure against"`
}

func viewTree(s words.Speaker, h rules.House, v desk.TreeView) treeView {
	out := treeView{
		Tag: v.Tree.Tag, Number: v.Tree.Number, State: v.Tree.State, StateWord: s.Say("state."+string(v.Tree.State), nil),
		Version: v.Tree.Version, Lot: viewLot(v.Lot), Subject: v.Subject, Above: stock.AboveParts(v.Subject), Checks: []checkView{}, NextTag: v.NextTag,
		Bundle: v.Tree.BundleCount, Photos: viewPhotos(v.Photos), Damages: viewDamages(s, v), Potting: viewPotting(s, v.Potting), Last: v.Last,
	}
	out.Row, out.InRow = sampling.Rows{PerRow: v.Lot.PerRow}.Standing(v.Tree.Number)
	if v.Tree.DueOn != nil {
		due := v.Tree.DueOn.Format(time.DateOnly)
		out.DueOn = &due
	}
	for _, c := range v.Checks {
		done := map[string]store.Correction{}
		for _, each := range v.Corrections {
			if each.CheckID == c.ID {
				done[each.WorkKey] = each
			}
		}
		out.Checks = append(out.Checks, checkView{c.ID, c.At, c.Person.Name, c.AfterWork, c.Subject.Season, c.Readings,
			viewAssessment(s, h, c.Subject.Season, c.Readings, c.Assessment, done)})
	}
	if c := v.Current(); c != nil && (v.Tree.State == stock.InWork || v.Tree.State == stock.NotJudged) {
		waiting, any := 0, false
		for _, w := range c.Assessment.Work {
			if w.AtPlanting {
				continue
			}
			any = true
			if !v.Done[w.Key] {
				waiting++
			}
		}
		if any && waiting == 0 {
			out.WorkDone = true
			after := stock.AfterWork(c.Assessment, c.Readings, func(key string) bool { return v.Done[key] })
			out.After = &after
		}
	}
	return out
}

// currentOf shows the present state of a record that somebody else changed.
func currentOf(s words.Speaker, current any) any {
	switch v := current.(type) {
	case desk.TreeView:
		return viewTree(s, rules.House{}, v)
	case desk.LotView:
		return viewLotPage(s, v)
	case desk.SpotView:
		return viewSpot(s, v)
	}
	return nil
}
