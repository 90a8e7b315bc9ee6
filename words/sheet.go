package words

import (
	"slices"
	"strings"
	"time"

	"sedum/core/care"
	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// PanelWords is one picture of a sheet's strip: cautions first, the figure large, then what to do, and why in one phrase.
type PanelWords struct {
	Code     planting.PanelCode `json:"code"`
	Cautions []string           `json:"cautions"`
	Figure   string             `json:"figure"`
	Texts    []string           `json:"texts" doc:"one for each of its steps"`
	Why      string             `json:"why"`
	Locked   bool               `json:"locked"`
}

// HurtWords is one thing that can hurt, read before anything is begun.
type HurtWords struct {
	Code  string `json:"code"`
	Title string `json:"title"`
	Text  string `json:"text"`
}

// OddWords is a sign with what is done then.
type OddWords struct {
	Sign string `json:"sign"`
	Do   string `json:"do"`
}

// OffWords is what comes off again, and when.
type OffWords struct {
	What string `json:"what"`
	When string `json:"when"`
}

// BoxRow is one season of the watering box: while it lasts, how often one looks.
type BoxRow struct {
	While string    `json:"while"`
	Often string    `json:"often"`
	From  time.Time `json:"from"`
}

// SheetWords is what the customer's two pages say beyond the plan itself (handbook, planting.md and aftercare.md, "Water").
type SheetWords struct {
	Hurts  []HurtWords  `json:"hurts"`
	Panels []PanelWords `json:"panels"`
	Kit    []string     `json:"kit"`
	// Until is how it comes home and is kept until it is planted.
	Until []string `json:"until"`
	// Pour is the dose as a phrase, Where it goes, Rows how often by season, Then from when it needs none.
	Pour   string     `json:"pour"`
	Where  string     `json:"where"`
	Finger string     `json:"finger"`
	Rows   []BoxRow   `json:"rows"`
	Then   string     `json:"then"`
	Off    []OffWords `json:"off"`
	Odd    []OddWords `json:"odd"`
	Never  []string   `json:"never"`
	// Knife is the year by the knife; a sheet of an earlier program has none.
	Knife []KnifeWords `json:"knife,omitempty"`
	// Regrowth is how a tree that is cut back on its day grows on; nil where it is not.
	Regrowth *RegrowthWords `json:"regrowth,omitempty"`
}

// RegrowthWords are the day and the three summers after, a picture each.
type RegrowthWords struct {
	Cut   planting.Shortening `json:"cut"`
	Texts []string            `json:"texts"`
}

// regrowth says how a tree that is cut back grows on.
func (s Speaker) regrowth(p planting.Plan) *RegrowthWords {
	cut, is := p.Shortened()
	if !is {
		return nil
	}
	out := &RegrowthWords{Cut: cut}
	for _, when := range []string{"day", "first", "second", "third"} {
		out.Texts = append(out.Texts, s.Choice("regrowth."+when, string(cut), nil))
	}
	return out
}

// KnifeWords is a part of every year, by days of a 365-day year, in which a tree is cut, is not, or is in leaf.
type KnifeWords struct {
	Code  care.KnifeCode `json:"code"`
	From  int            `json:"from"`
	Until int            `json:"until"`
	Short string         `json:"short"`
	Text  string         `json:"text"`
}

// leads are the steps whose figure stands large over a picture, the first that is there.
var leads = map[planting.PanelCode][]planting.StepCode{
	planting.PanelMarkOut: {"clear-grass"}, planting.PanelDig: {"dig", "slot"}, planting.PanelEmpty: {"check-hole", "pad", "firm-base"},
	planting.PanelDrain: {"half-fill-test"}, planting.PanelFree: {"unpot", "soak-if-dry"}, planting.PanelFlare: {"clear-flare", "see-flare"},
	planting.PanelSet: {"rig", "unpot", "set", "cone"}, planting.PanelCheck: {"stick"}, planting.PanelStraight: {"plumb"},
	planting.PanelFill: {"backfill", "feed"}, planting.PanelLevel: {"mound", "finish"}, planting.PanelWater: {"water"}, planting.PanelMulch: {"mulch"},
	planting.PanelStake: {"stake", "no-stake"}, planting.PanelCut: {"prune"}, planting.PanelGuard: {"guard"}, planting.PanelAfter: {"look-again"},
}

// Sheet says the customer's pages of a plan that is not refused.
func (s Speaker) Sheet(in planting.Input, p planting.Plan, events []care.Event) SheetWords {
	out := SheetWords{Hurts: s.hurts(in, p), Panels: []PanelWords{}, Kit: []string{}, Rows: []BoxRow{}, Off: []OffWords{}, Odd: []OddWords{}, Never: []string{}, Until: []string{}}
	if p.Refused != "" {
		return out
	}
	for _, panel := range p.Panels() {
		out.Panels = append(out.Panels, s.panel(p, panel))
	}
	for _, t := range p.Kit(in) {
		out.Kit = append(out.Kit, s.Measures("kit."+string(t), map[string]planting.Measure{"board": {Value: p.BoardMM(), Unit: "mm"}}))
	}
	form := string(in.Tree.Form)
	out.Until = []string{s.Choice("trip", form, nil), s.Say("keep."+form, nil)}
	box := care.BoxOf(p, events)
	dose := map[string]planting.Measure{"dose": {Value: box.DoseL, Unit: "l"}}
	out.Pour = s.Measures("box.pour", dose)
	out.Finger = s.Choice("care.finger", form, nil)
	where := "box.ring"
	if box.ByHand {
		where = "box.by-hand"
	}
	out.Where = s.Choice(where, form, nil)
	for _, span := range box.Spans {
		out.Rows = append(out.Rows, BoxRow{s.Say("box."+string(span.Code), map[string]any{"from": s.Month(span.From)}), s.everyDays(span.Every, fixedDays(p) && span.Code != "water-dormant"), span.From})
	}
	out.Then = s.Say("care.box.until", map[string]any{"until": s.Month(box.Until)})
	out.Off = append(out.Off, OffWords{s.Say("off.labels", nil), s.Say("off.today", nil)})
	for _, o := range care.OffOf(events) {
		when := s.Month(o.From)
		if !o.Until.IsZero() {
			when = s.Say("off.between", map[string]any{"from": s.Month(o.From), "until": s.Month(o.Until)})
		}
		out.Off = append(out.Off, OffWords{s.Say("off."+string(o.Code), nil), when})
	}
	for _, t := range p.Troubles {
		sign, do, _ := strings.Cut(s.Measures("trouble."+string(t.Code), t.Values), ": ")
		out.Odd = append(out.Odd, OddWords{sign, upperFirst(do)})
	}
	for _, each := range care.SignsOf(in, p) {
		do := "sign." + string(each) + ".do"
		if treat := do + "." + p.Schools[string(rules.StepPests)]; each == "leaves-eaten" && s.Knows(treat) {
			do = treat
		}
		out.Odd = append(out.Odd, OddWords{s.Say("sign."+string(each), nil), s.Measures(do, dose)})
	}
	out.Regrowth = s.regrowth(p)
	for _, k := range care.KnifeOf(in) {
		from, until := s.monthName(care.DateOf(2023, k.From)), s.monthName(care.DateOf(2023, k.Until))
		out.Knife = append(out.Knife, KnifeWords{k.Code, k.From, k.Until, s.Say("knife."+string(k.Code), nil), s.Say("knife."+string(k.Code)+".text", map[string]any{"from": from, "until": until})})
	}
	for _, n := range care.NeversOf(p) {
		out.Never = append(out.Never, s.Say("never."+string(n), nil))
	}
	return out
}

// inTheBox are cautions of a move that the box of what can hurt says for all of them ("stop and call us").
var inTheBox = map[planting.Caution]bool{"street-soil": true}

func (s Speaker) panel(p planting.Plan, panel planting.Panel) PanelWords {
	out := PanelWords{Code: panel.Code, Cautions: []string{}, Texts: []string{}}
	for _, i := range panel.Steps {
		step := s.step(p.Steps[i])
		for n, c := range p.Steps[i].Cautions {
			if !inTheBox[c] {
				out.Cautions = append(out.Cautions, step.Cautions[n])
			}
		}
		out.Texts = append(out.Texts, step.Text)
		out.Locked = out.Locked || step.Locked
	}
	for _, code := range leads[panel.Code] {
		for _, i := range panel.Steps {
			if step := p.Steps[i]; step.Code == code && out.Figure == "" {
				out.Figure, out.Why = s.Choice("panel."+string(code), step.Choice, step.Values), s.step(step).Why
				if step.Locked {
					out.Figure = s.Say("panel.locked", nil)
				}
			}
		}
	}
	return out
}

// hurts are what can hurt, in the order in which it does: what is dug into, what hangs above, what is lifted, the kind itself, the day.
func (s Speaker) hurts(in planting.Input, p planting.Plan) []HurtWords {
	out := []HurtWords{}
	add := func(code, text string, values map[string]planting.Measure) {
		out = append(out, HurtWords{code, s.Measures("hurt."+code, values), text})
	}
	for _, step := range p.Steps {
		if !step.BeforeBegun() {
			continue
		}
		said := s.step(step)
		switch step.Code {
		case "services":
			add("dig", strings.Join(said.Cautions, " "), nil)
		case "overhead":
			add("overhead", strings.Join(append(said.Cautions, said.Text+"."), " "), nil)
		case "window":
			kind, day := []string{}, []string{}
			for _, c := range step.Cautions {
				if text := s.Say("caution."+string(c), nil); c == "heat-stop" || c == "cold-stop" {
					day = append(day, text)
				} else {
					kind = append(kind, text)
				}
			}
			if p.Window.Status == planting.WindowRisky {
				day = append([]string{said.Text + "."}, append(s.window(p.Window).Reasons, day...)...)
			}
			if len(kind) > 0 {
				add("kind", strings.Join(kind, " "), nil)
			}
			if len(day) > 0 {
				add("day", strings.Join(day, " "), nil)
			}
		}
	}
	mass := map[string]planting.Measure{"mass": {Value: p.Load.MassKG, Unit: "kg"}}
	if in.Tree.Form != stock.Plug && in.Tree.Form != stock.BareRoot && num.AtLeast(p.Load.MassKG, 1) {
		lift := s.Say("caution.lift-"+string(p.Load.Handling), nil)
		if slices.ContainsFunc(p.Steps, func(s planting.Step) bool { return s.Code == "rig" }) {
			lift = s.Say("hurt.heavy.contractor", nil)
		}
		add("heavy", lift, mass)
	}
	add("call", s.Say("hurt.call.text", nil), nil)
	return out
}

// fixedDays is the school that waters on fixed days.
func fixedDays(p planting.Plan) bool { return p.Schools[string(rules.StepWatering)] == "interval" }

// everyDays says how often one looks; by the school of fixed days, how often one waters, unless a finger finds it wet.
func (s Speaker) everyDays(days float64, fixed bool) string {
	id := "box.every"
	if days == 1 {
		id = "box.daily"
	}
	if fixed {
		id += ".fixed"
	}
	return s.Say(id, map[string]any{"days": plain(days, 0)})
}

// Month says a month with its year.
func (s Speaker) Month(t time.Time) string {
	return s.monthName(t) + " " + t.Format("2006")
}

func (s Speaker) monthName(t time.Time) string {
	return s.Say("month."+strings.ToLower(t.Month().String()[:3]), nil)
}

func upperFirst(text string) string {
	if text == "" {
		return text
	}
	r := []rune(text)
	return strings.ToUpper(string(r[0])) + string(r[1:])
}
