package api

import (
	"time"

	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/desk"
	"sedum/store"
	"sedum/words"
)

type schoolView struct {
	Step    rules.Step `json:"step"`
	Label   string     `json:"label"`
	Chosen  string     `json:"chosen"`
	Choices []sentence `json:"choices"`
	Reason  string     `json:"reason"`
}

// planView is a plan with its words; the numbers are for the drawing.
type planView struct {
	Tag         string          `json:"tag"`
	TreeVersion int             `json:"tree_version"`
	Common      string          `json:"common"`
	Customer    string          `json:"customer"`
	SpotName    string          `json:"spot_name"`
	Input       planting.Input  `json:"input"`
	Plan        planting.Plan   `json:"plan"`
	Words       words.PlanWords `json:"words"`
	Stops       []sentence      `json:"stops"`
	Schools     []schoolView    `json:"schools"`
	Fit         candidateView   `json:"fit"`
}

func viewPlan(s words.Speaker, v desk.PlanView) planView {
	out := planView{
		Tag: v.Tree.Tree.Tag, TreeVersion: v.Tree.Tree.Version, Common: v.Tree.Lot.Called(),
		Customer: v.Spot.Spot.Site.Customer.Name, SpotName: v.Spot.Spot.Name, Input: v.Input,
		Plan: calc.Rounded(v.Plan), Words: s.PlanInMeasures(s.Plan(v.Input, v.Plan, v.Care), v.Plan, v.Measures), Stops: []sentence{}, Schools: []schoolView{},
		Fit: viewCandidate(s, v.Fit),
	}
	for _, stop := range v.Stops {
		out.Stops = append(out.Stops, sentence{stop, s.Say("stop."+stop, nil)})
	}
	for _, each := range rules.AllSchools() {
		if each.Step == rules.StepRoots {
			continue // the roots were treated in the yard
		}
		view := schoolView{Step: each.Step, Label: s.Say("school.step."+string(each.Step), nil),
			Chosen: v.Plan.Schools[string(each.Step)], Reason: each.Reason, Choices: []sentence{}}
		for _, choice := range each.Choices {
			view.Choices = append(view.Choices, sentence{choice, s.Say("school."+string(each.Step)+"."+choice, nil)})
		}
		out.Schools = append(out.Schools, view)
	}
	return out
}

type SheetLine struct {
	Number   int       `json:"number"`
	Tag      string    `json:"tag"`
	Common   string    `json:"common"`
	Customer string    `json:"customer"`
	SpotName string    `json:"spot_name"`
	IssuedAt time.Time `json:"issued_at"`
	IssuedBy string    `json:"issued_by"`
}

// sheetView is an issued sheet, drawn again from what it kept.
type sheetView struct {
	SheetLine
	Address      string          `json:"address"`
	PlantingOn   string          `json:"planting_on"`
	PlantingText string          `json:"planting_text"`
	Botanical    string          `json:"botanical"`
	Marked       string          `json:"marked"`
	Done         []string        `json:"done"`
	Signed       string          `json:"signed"`
	Units        string          `json:"units"`
	CoreVersion  string          `json:"core_version"`
	Input        planting.Input  `json:"input"`
	Plan         planting.Plan   `json:"plan"`
	Words        words.PlanWords `json:"words"`
}

func lineOf(sheet store.Sheet) SheetLine {
	c := sheet.Content
	return SheetLine{sheet.Number, c.Tag, c.Common, c.Customer, c.SpotName, sheet.IssuedAt, c.IssuedBy}
}

func viewSheet(s words.Speaker, sheet store.Sheet) sheetView {
	c := sheet.Content
	out := sheetView{
		SheetLine: lineOf(sheet), Address: c.Address, PlantingOn: sheet.PlantingOn.Format(time.DateOnly), Botanical: c.Botanical,
		PlantingText: s.Say("sheet.plant-on", map[string]any{"date": sheet.PlantingOn}),
		Marked:       markedText(s, c), Done: doneTexts(s, c), Units: c.Units, CoreVersion: sheet.CoreVersion, Input: c.Input,
		Plan: calc.Rounded(c.Plan), Words: s.PlanInMeasures(s.Plan(c.Input, c.Plan, c.Care), c.Plan, c.Measures),
	}
	if sheet.SignedReason != "" {
		out.Signed = s.Say("sheet.signed", map[string]any{"reason": sheet.SignedReason})
	}
	return out
}

func markedText(s words.Speaker, c store.SheetContent) string {
	if c.Marking == nil {
		return ""
	}
	return s.Say("sheet.marked", map[string]any{
		"reference": c.Marking.Reference, "by": c.Marking.MarkedBy, "until": c.Marking.ExpiresOn})
}

// doneTexts says what was already done to the tree in the yard, and by whom.
func doneTexts(s words.Speaker, c store.SheetContent) []string {
	out := []string{}
	for _, d := range c.Input.Tree.Corrections {
		if d.Code == "uncover" || d.Code == "count-main-roots" {
			continue
		}
		values := map[string]any{"bearing": ""}
		if d.AmountMM != nil {
			values["amount"] = mm(*d.AmountMM)
		}
		id := "done." + d.Code
		out = append(out, s.Say(id, values)+" ("+d.By+")")
	}
	return out
}
