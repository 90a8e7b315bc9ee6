package sheets

import (
	"maps"
	"slices"
	"time"

	"sedum/app/match"
	housed "sedum/app/rules"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Planned is a plan with its words; the numbers are for the drawing.
type Planned struct {
	Tag         string          `json:"tag"`
	TreeVersion int             `json:"tree_version"`
	Common      string          `json:"common"`
	Customer    string          `json:"customer"`
	SpotName    string          `json:"spot_name"`
	Input       planting.Input  `json:"input"`
	Plan        planting.Plan   `json:"plan"`
	Words       words.PlanWords `json:"words"`
	// First must be on record before the sheet is issued, whoever signs.
	First []kernel.Sentence `json:"first"`
	Stops []kernel.Sentence `json:"stops"`
	// Open names what must be answered before the sheet is issued.
	Open    []string        `json:"open"`
	Schools []housed.School `json:"schools"`
	// OwnSchools are the steps whose school is another than the house's: why, is printed.
	OwnSchools []rules.Step `json:"own_schools"`
	// OfGround are the schools that this ground has for itself, with why.
	OfGround []rules.Own     `json:"of_ground"`
	Fit      match.Candidate `json:"fit"`
}

func (desk Desk) showPlan(tx *kernel.Tx, _ kernel.None, ask PlanAsk) (Planned, error) {
	p, err := desk.make(tx, ask)
	if err != nil {
		return Planned{}, err
	}
	s := tx.Say
	out := Planned{
		Tag: p.tree.Tree.Tag, TreeVersion: p.tree.Tree.Version, Common: p.tree.Lot.Called(),
		Customer: p.spot.Spot.Site.Customer.Name, SpotName: p.spot.Spot.Name, Input: p.input, Plan: calc.Rounded(p.plan),
		Words: s.Plan(p.input, p.plan, p.care), First: match.SayFirst(s, p.house, p.fit.Stand.First), Stops: []kernel.Sentence{}, Open: ask.open(), Fit: p.fit.Show(s, p.house),
		Schools: housed.Schools(s, func(step rules.Step) string { return p.plan.Schools[string(step)] }),
	}
	out.OfGround = p.ofGround
	out.OwnSchools = append([]rules.Step{}, slices.Sorted(maps.Keys(p.own))...)
	for _, stop := range p.plan.Stops {
		out.Stops = append(out.Stops, kernel.Sentence{Code: string(stop), Text: s.Stop(stop, p.input.Standing)})
	}
	// The roots were treated in the yard.
	out.Schools = slices.DeleteFunc(out.Schools, func(each housed.School) bool { return each.Step == rules.StepRoots })
	return out, nil
}

// Lines are the issued sheets, newest first.
type Lines struct {
	Sheets []Line `json:"sheets"`
	// Next is the number to ask before for the next page, 0 at the end.
	Next int `json:"next"`
}

type linesAsk struct {
	Before int `query:"before" doc:"number of the last sheet of the page before"`
	Limit  int `query:"limit" default:"100" minimum:"1" maximum:"500"`
}

func list(tx *kernel.Tx, ask linesAsk) (Lines, error) {
	out := Lines{Sheets: []Line{}}
	rows, err := Newest(tx, ask.Before, ask.Limit)
	out.Sheets = rows
	if len(rows) == ask.Limit {
		out.Next = rows[len(rows)-1].Number
	}
	return out, err
}

// Newest lists issued sheets, newest first, before a number (0: from the newest). What a line shows is taken out of the content by the
// database: whole sheets are large.
func Newest(tx *kernel.Tx, before, limit int) ([]Line, error) {
	if before == 0 {
		before = 1 << 30
	}
	return kernel.Rows[Line](tx, `SELECT number, tag, common, customer,
		spot_name, issued_at, JSON_VALUE(content, '$.issued_by') AS issued_by, withdrawn_at, replaced_by FROM sheets WHERE number < ? ORDER BY number DESC LIMIT ?`, before, limit)
}

func (desk Desk) page(tx *kernel.Tx, number int) (Page, error) {
	sheet, err := forRole(tx, number)
	if err != nil {
		return Page{}, err
	}
	out := sheet.page(tx.Say)
	if out.Now, err = desk.now(tx, sheet); err != nil {
		return out, err
	}
	t, err := yard.TreesByID(tx, []string{sheet.TreeID})
	out.MayWithdraw = err == nil && len(t) == 1 && sheet.WithdrawnAt == nil && planting.MayWithdraw(t[0].State, tx.Who.Role)
	out.MayRevise = out.MayWithdraw && t[0].State == stock.Reserved
	out.SpotID = sheet.SpotID
	if err == nil && roles.SeesContact(tx.Who.Role) {
		var n int
		n, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM sheet_papers WHERE sheet_id = ?", sheet.ID)
		out.Kept = n > 0
	}
	return out, err
}

// Line is a sheet in a list.
type Line struct {
	Number   int       `json:"number"`
	Tag      string    `json:"tag"`
	Common   string    `json:"common"`
	Customer string    `json:"customer"`
	SpotName string    `json:"spot_name"`
	IssuedAt time.Time `json:"issued_at"`
	IssuedBy string    `json:"issued_by"`
	// WithdrawnAt is when it ceased to hold, ReplacedBy the sheet that took its place.
	WithdrawnAt *time.Time `json:"withdrawn_at"`
	ReplacedBy  *int       `json:"replaced_by"`
}

// Page is an issued sheet, drawn again from what it kept.
type Page struct {
	Line
	Address      string   `json:"address"`
	PlantingOn   string   `json:"planting_on"`
	PlantingText string   `json:"planting_text"`
	Botanical    string   `json:"botanical"`
	Marked       string   `json:"marked"`
	Done         []string `json:"done"`
	Signed       string   `json:"signed"`
	// Chosen says which schools are this sheet's own, and why.
	Chosen string `json:"chosen"`
	// Now is what has changed since it went out.
	Now         []kernel.Sentence `json:"now"`
	SpotID      string            `json:"spot_id"`
	Replaces    *int              `json:"replaces"`
	MayWithdraw bool              `json:"may_withdraw"`
	MayRevise   bool              `json:"may_revise"`
	// Kept tells whether the paper is kept as it was handed over.
	Kept        bool            `json:"kept"`
	Units       words.Units     `json:"units"`
	CoreVersion string          `json:"core_version"`
	Input       planting.Input  `json:"input"`
	Plan        planting.Plan   `json:"plan"`
	Words       words.PlanWords `json:"words"`
}

func (sheet Sheet) line() Line {
	c := sheet.Content
	return Line{sheet.Number, c.Tag, c.Common, c.Customer, c.SpotName, sheet.IssuedAt, c.IssuedBy, sheet.WithdrawnAt, sheet.ReplacedBy}
}

func (sheet Sheet) page(s words.Speaker) Page {
	c := sheet.Content
	out := Page{
		Line: sheet.line(), Address: c.Address, PlantingOn: sheet.PlantingOn.Format(time.DateOnly), Botanical: c.Botanical,
		PlantingText: s.Say("sheet.plant-on", map[string]any{"date": sheet.PlantingOn}),
		Marked:       markedText(s, c), Done: doneTexts(s, c), Units: c.Units, CoreVersion: sheet.CoreVersion, Input: c.Input, Now: []kernel.Sentence{}, Replaces: sheet.Replaces,
		Plan: calc.Rounded(c.Plan), Words: s.Plan(c.Input, c.Plan, c.Care),
	}
	out.Chosen = c.ChosenText(s)
	if sheet.SignedReason != "" {
		out.Signed = s.Say("sheet.signed", map[string]any{"reason": sheet.SignedReason})
	}
	return out
}

func markedText(s words.Speaker, c Content) string {
	if c.Marking == nil {
		return ""
	}
	return s.Say("sheet.marked", map[string]any{
		"reference": c.Marking.Reference, "by": c.Marking.MarkedBy, "until": c.Marking.ExpiresOn})
}

// doneTexts says what was already done to the tree in the yard, and by whom.
func doneTexts(s words.Speaker, c Content) []string {
	out := []string{}
	for _, d := range c.Input.Tree.Corrections {
		if d.Code.Looks() {
			continue
		}
		values := map[string]any{"bearing": ""}
		if d.AmountMM != nil {
			values["amount"] = kernel.MM(*d.AmountMM)
		}
		id := "done." + string(d.Code)
		out = append(out, s.Say(id, values)+" ("+d.By+")")
	}
	return out
}
