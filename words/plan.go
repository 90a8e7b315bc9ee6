package words

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"sedum/core/care"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
)

// DayWords is the work of a plan's day as people read it.
type DayWords struct {
	Headline string        `json:"headline"`
	Why      string        `json:"why"`
	Window   WindowWords   `json:"window"`
	Handling string        `json:"handling"`
	Figures  []FigureWords `json:"figures"`
	// Against is what stands against it though somebody signed: what is wrong and what will happen.
	Against    []string        `json:"against"`
	Steps      []StepWords     `json:"steps"`
	Quantities []QuantityWords `json:"quantities"`
	Notes      []string        `json:"notes" doc:"conflicts and assumptions"`
	// Idle are the chosen schools that change nothing here: whoever chose is told, not the customer.
	Idle    []string `json:"idle"`
	Schools string   `json:"schools"`
	Trouble []string `json:"trouble"`
	// Water is the watering rule in one box: where and how much, how often, how to tell, until when.
	Water []string `json:"water"`
}

// PlanWords is a plan as people read it, on the screen and on paper alike.
type PlanWords struct {
	DayWords
	Care []CareWords `json:"care"`
	// Sheet is what the customer's two pages say.
	Sheet SheetWords `json:"sheet"`
	// Asked is what people ask, answered for this tree.
	Asked []AskedWords `json:"asked"`
}

// WindowWords is whether today is a day to plant.
type WindowWords struct {
	Status  planting.WindowStatus `json:"status" optional:"true"`
	Word    string                `json:"word"`
	Reasons []string              `json:"reasons"`
}

// FigureWords is one figure in large type, and how it came.
type FigureWords struct {
	Key      string    `json:"key"`
	Label    string    `json:"label"`
	Figure   string    `json:"figure" doc:"empty when withheld"`
	About    string    `json:"about" doc:"the same in the house's own measures, empty when none fits"`
	Unit     string    `json:"unit"`
	Withheld bool      `json:"withheld"`
	How      []HowPart `json:"how"`
}

// HowPart is one thing that a figure came from: a value, a house rule or a school.
type HowPart struct {
	What   string `json:"what" doc:"value, rule or school"`
	Label  string `json:"label"`
	Value  string `json:"value"`
	Reason string `json:"reason"`
}

// StepWords is one step as it is read: cautions first, then what to do, then why.
type StepWords struct {
	Code     planting.StepCode `json:"code"`
	Text     string            `json:"text"`
	Why      string            `json:"why"`
	Cautions []string          `json:"cautions"`
	Digs     bool              `json:"digs"`
	Locked   bool              `json:"locked"`
}

// QuantityWords is one line of the shopping list.
type QuantityWords struct {
	Code   string `json:"code"`
	Label  string `json:"label"`
	Amount string `json:"amount"`
	Bags   string `json:"bags"`
	About  string `json:"about" doc:"the same in the house's own measures, empty when none fits"`
}

// CareWords is one entry of the care calendar.
type CareWords struct {
	Code  care.Code `json:"code"`
	Date  string    `json:"date"`
	Until string    `json:"until"`
	Text  string    `json:"text"`
	From  time.Time `json:"from"`
	To    time.Time `json:"to"`
	// EveryDays are the days between two of a thing that recurs from From to To, 0 for one that does not.
	EveryDays int `json:"every_days"`
	// InBox is told in the watering box, and not again among the dates.
	InBox bool `json:"in_box"`
}

// Plan says a plan.
func (s Speaker) Plan(in planting.Input, p planting.Plan, events []care.Event) PlanWords {
	out := PlanWords{DayWords: s.PlanDay(in, p, events), Care: []CareWords{}, Asked: []AskedWords{}}
	if p.Refused != "" {
		return out
	}
	for _, e := range events {
		out.Care = append(out.Care, s.care(e))
	}
	out.Sheet = s.Sheet(in, p, events)
	out.Asked = s.asked(p, out)
	return out
}

// PlanDay says the work of the day.
func (s Speaker) PlanDay(in planting.Input, p planting.Plan, events []care.Event) DayWords {
	out := DayWords{
		Figures: []FigureWords{}, Steps: []StepWords{}, Quantities: []QuantityWords{}, Notes: []string{}, Idle: []string{},
		Window: s.window(p.Window), Trouble: []string{}, Water: []string{}, Against: []string{},
	}
	if p.Refused != "" {
		out.Headline, out.Why = s.Say("plan.refused", nil), s.Say("refused."+string(p.Refused), nil)
		if p.Refused == planting.RefusedWindow {
			out.Headline, out.Why = s.Say("step.window.no", nil), s.notToday(in, p, out.Window)
		}
		return out
	}
	out.Headline, out.Why = s.planHeadline(in, p)
	out.Handling = s.Say("handling."+string(p.Load.Handling), nil)
	for _, n := range p.Numbers {
		out.Figures = append(out.Figures, s.figure(n, p.Locked))
	}
	for _, step := range p.Steps {
		said := s.step(step)
		if step.Code == "window" && len(out.Window.Reasons) > 0 { // why the day is not the best
			said.Why = strings.Join(out.Window.Reasons, " ")
		}
		out.Steps = append(out.Steps, said)
	}
	for _, stop := range p.Stops {
		out.Against = append(out.Against, s.Stop(stop, in.Standing)+" "+s.Say("stop."+string(stop)+".happens", nil))
	}
	for _, q := range p.Quantities {
		out.Quantities = append(out.Quantities, s.quantity(q, p.Locked))
	}
	for _, c := range p.Conflicts {
		out.Notes = append(out.Notes, s.Say("conflict."+string(c.Code), nil))
	}
	for _, step := range p.Idle {
		out.Idle = append(out.Idle, s.Say("school.idle", map[string]any{"school": s.Say("school."+string(step)+"."+p.Schools[string(step)], nil),
			"why": s.Say("school.idle."+string(step), nil)}))
	}
	for _, a := range p.Assumed {
		out.Notes = append(out.Notes, s.Say("assumed."+a, nil))
	}
	if len(events) > 0 {
		out.Water = s.water(in, p, care.BoxOf(p, events))
	}
	values := map[string]any{}
	for _, step := range []rules.Step{rules.StepFlare, rules.StepShape, rules.StepRoots, rules.StepBackfill} {
		values[string(step)] = s.Say("school."+string(step)+"."+p.Schools[string(step)], nil)
	}
	values["mulch"] = planting.Measure{Value: p.MulchMM, Unit: "mm"} // as laid: thinner on fine or slow ground
	out.Schools = s.Say("sheet.schools", values)
	for _, t := range p.Troubles {
		out.Trouble = append(out.Trouble, s.Measures("trouble."+string(t.Code), t.Values))
	}
	return out
}

// Stop says what an advisor must sign for; what a tree meets at once is named.
func (s Speaker) Stop(stop planting.Stop, standing planting.Standing) string {
	near := []string{}
	for _, n := range standing.MeetsAtOnce {
		near = append(near, s.Say("obstacle."+string(n), nil))
	}
	if stop == planting.StopHarms {
		near = near[:0]
		for _, harm := range standing.HarmsHere {
			near = append(near, s.Say("short-caution."+string(harm), nil))
		}
	}
	return s.Say("stop."+string(stop), map[string]any{"what": s.List(near)})
}

// notToday says why a day is no planting day, the next that is, and how the tree is kept until then.
func (s Speaker) notToday(in planting.Input, p planting.Plan, w WindowWords) string {
	said := append([]string{}, w.Reasons...)
	if p.DaysToNext != nil {
		said = append(said, s.Say("plan.next-day", map[string]any{"days": *p.DaysToNext}))
	} else {
		said = append(said, s.Say("plan.ask-again", nil))
	}
	return strings.Join(append(said, s.Say("keep."+string(in.Tree.Form), nil)), " ")
}

func (s Speaker) planHeadline(in planting.Input, p planting.Plan) (headline, why string) {
	id := "plan.proud"
	switch {
	case p.Hole.BuildMoundFirst:
		id = "plan.mound"
	case p.StandsMM() < 0.5:
		id = "plan.level"
	}
	whyID := "plan.why"
	if p.Drainage == ground.DrainageSlow || p.Drainage == ground.DrainagePoor {
		whyID = "plan.why.slow"
	}
	soil := ""
	if in.Spot.SoilClass != "" {
		soil = s.Say("soil-class."+string(in.Spot.SoilClass), nil)
	}
	if soil != "" && whyID == "plan.why" { // it begins the sentence
		soil = strings.ToUpper(soil[:1]) + soil[1:]
	}
	headline = s.Say(id, map[string]any{"raise": planting.Measure{Value: p.StandsMM(), Unit: "mm"}})
	if p.Hole.SettleMM > 0 {
		headline += ". " + s.Say("plan.sinks", map[string]any{"raise": planting.Measure{Value: p.Hole.FinishedRaiseMM, Unit: "mm"}})
	}
	return headline,
		s.Say(whyID, map[string]any{"soil": soil, "drainage": s.Say("drainage."+string(p.Drainage), nil),
			"base": planting.Measure{Value: p.Hole.FlareToBaseMM, Unit: "mm"}})
}

func (s Speaker) window(w planting.WindowResult) WindowWords {
	out := WindowWords{Status: w.Status, Reasons: []string{}}
	if w.Status == "" {
		out.Word = s.Say("window.unasked", nil)
	} else {
		out.Word = s.Say("window."+string(w.Status), nil)
	}
	for _, r := range w.Reasons {
		out.Reasons = append(out.Reasons, s.Say("window.reason."+string(r), nil))
	}
	return out
}

func (s Speaker) figure(n planting.Number, locked bool) FigureWords {
	out := FigureWords{Key: n.Key, Label: s.Say("number."+n.Key, nil), How: []HowPart{}}
	if out.Withheld = n.Digs && locked; out.Withheld {
		return out
	}
	out.Figure, out.Unit = s.Figure(planting.Measure{Value: n.Value, Unit: n.Unit})
	for _, key := range slices.Sorted(maps.Keys(n.From)) {
		out.How = append(out.How, HowPart{"value", s.Say("from."+key, nil), s.Measure(n.From[key]), ""})
	}
	for _, used := range n.Rules {
		if rule, ok := rules.Find(used.Key); ok {
			out.How = append(out.How, HowPart{"rule", s.RuleSays(rule, used.Value), "", s.WhyRule(rule.Key)})
		}
	}
	if n.School != nil {
		if each, ok := rules.FindSchools(n.School.Step); ok {
			out.How = append(out.How, HowPart{"school", s.Say("school.step."+string(each.Step), nil),
				s.Say("school."+string(each.Step)+"."+n.School.Choice, nil), s.WhySchool(each.Step)})
		}
	}
	return out
}

// WhyRule is the reason of a threshold's default.
func (s Speaker) WhyRule(k rules.Key) string { return s.Say("rule.why."+string(k), nil) }

// WhySchool is the reason for the school that is chosen where nobody chose.
func (s Speaker) WhySchool(step rules.Step) string { return s.Say("school.why."+string(step), nil) }

func (s Speaker) step(step planting.Step) StepWords {
	out := StepWords{Code: step.Code, Digs: step.Digs, Locked: step.Locked, Cautions: []string{}}
	for _, c := range step.Cautions {
		out.Cautions = append(out.Cautions, s.Say("caution."+string(c), nil))
	}
	if step.Locked {
		out.Text = s.Say("step.locked", nil)
		return out
	}
	out.Text = s.Choice("step."+string(step.Code), step.Choice, step.Values)
	out.Why = s.Choice("step."+string(step.Code)+".why", step.Choice, nil)
	return out
}

func (s Speaker) quantity(q planting.Quantity, locked bool) QuantityWords {
	out := QuantityWords{Code: q.Code, Label: s.Say("quantity."+q.Code, nil), Amount: s.Measure(q.Amount)}
	if q.Each != nil && !locked {
		out.Amount = s.Say("quantity.each", map[string]any{"count": out.Amount, "length": *q.Each})
	}
	if locked && q.GivesAway() {
		out.Amount = s.Say("sheet.withheld", nil)
	}
	switch {
	case q.Bags == 1:
		out.Bags = s.Say("quantity.bag", nil)
	case q.Bags > 1:
		out.Bags = s.Say("quantity.bags", map[string]any{"bags": fmt.Sprint(q.Bags)})
	}
	return out
}

// water says the watering rule as it is read at the tap.
func (s Speaker) water(in planting.Input, p planting.Plan, b care.Box) []string {
	where := "care.box.ring"
	if b.ByHand {
		where = "care.box.by-hand"
	}
	form := string(in.Tree.Form)
	out := []string{s.Choice("care.finger", form, nil), s.Choice(where, form, map[string]planting.Measure{"dose": {Value: b.DoseL, Unit: "l"}})}
	for _, span := range b.Spans {
		id := "care.box." + string(span.Code)
		if fixedDays(p) && s.Knows(id+".fixed") {
			id += ".fixed"
		}
		out = append(out, s.Say(id, map[string]any{"every": plain(span.Every, 0), "from": span.From}))
	}
	return append(out, s.Say("care.box.until", map[string]any{"until": b.Until}))
}

func (s Speaker) care(e care.Event) CareWords {
	out := CareWords{Code: e.Code, Date: s.Date(e.Date), Text: s.Measures("care."+string(e.Code), e.Values), From: e.Date, To: e.Until,
		EveryDays: int(e.Values["every"].Value), InBox: care.InBox(e) || e.Code == "established"}
	if !e.Until.IsZero() {
		out.Until = s.Date(e.Until)
	}
	return out
}
