// Package copies is the customer's copy of a sheet: what whoever holds its link reads and ticks off, without an account, from a listener that
// knows nothing else. It has a reading of its own and never a person's rights (handbook, aftercare.md and planting.md).
package copies

import (
	"embed"
	"slices"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/app/letterhead"
	"sedum/app/sheets"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/kernel"
	"sedum/words"
)

//go:embed tables/*.sql
var tables embed.FS

// Tick is that something was done, or is not done after all. The newest touch counts, on whatever device it was.
type Tick struct {
	SheetID string
	Mark    string
	Done    bool
	At      time.Time
	CameAt  time.Time
}

// TableName says of what.
func (Tick) TableName() string { return "copy_ticks" }

// Capability declares what staff see of a copy; what its holder sees has a listener of its own (Public).
func Capability() kernel.Capability {
	return kernel.Capability{Name: "copies", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-tellings", "/tellings", ground.KeepGround, listTellings),
		kernel.Deed("take-up-telling", "POST", "/tellings/{id}/taken-up", ground.KeepGround, takeUp, func(tx *kernel.Tx, _ kernel.ByID, spot string) (ground.Page, error) {
			return ground.PageOf(tx, spot)
		}).Makes("list-tellings", "list-spots", "today").Logged(),
		kernel.Deed("drop-telling", "POST", "/tellings/{id}/dropped", ground.KeepGround, drop, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (ToldLines, error) {
			return listTellings(tx, kernel.None{})
		}).Makes("list-tellings", "today"),
		kernel.Read("sheet-ticks", "/sheets/{number}/ticks", sheets.IssueSheets, ticksOf),
	}, Jobs: []kernel.Job{forgetOld()}}
}

// Ticked is what the holder of a copy ticked off, with its words.
type Ticked struct {
	Mark string    `json:"mark"`
	Text string    `json:"text"`
	Done bool      `json:"done"`
	At   time.Time `json:"at"`
}

// Ticks are all of a sheet's, newest first.
type Ticks struct {
	Ticks []Ticked `json:"ticks"`
}

func ticksOf(tx *kernel.Tx, p kernel.ByNumber) (Ticks, error) {
	out := Ticks{Ticks: []Ticked{}}
	s, err := kernel.One[sheets.Sheet](tx, "number = ?", p.Number)
	if err != nil {
		return out, err
	}
	list, err := kernel.Many[Tick](tx, "at DESC", "sheet_id = ?", s.ID)
	if err != nil {
		return out, err
	}
	texts := marksOf(s.Content.Plan, tx.Say.Plan(s.Content.Input, s.Content.Plan, s.Content.Care))
	if err := plantedMarks(tx, s, texts); err != nil {
		return out, err
	}
	for _, t := range list {
		if text, known := texts[t.Mark]; known {
			out.Ticks = append(out.Ticks, Ticked{t.Mark, text, t.Done, t.At})
		}
	}
	return out, err
}

// DoneOn are the marks that are ticked off on the copy of a sheet.
func DoneOn(tx *kernel.Tx, sheetID string) (map[string]bool, error) {
	list, err := kernel.Many[Tick](tx, "mark", "sheet_id = ?", sheetID)
	out := map[string]bool{}
	for _, t := range list {
		out[t.Mark] = t.Done
	}
	return out, err
}

// marksOf are what can be ticked off of a plan, with its words: each move of the planting, each thing that comes off, and each date of the care.
func marksOf(p planting.Plan, w words.PlanWords) map[string]string {
	out := map[string]string{}
	for i, panel := range p.Panels() {
		out["move-"+string(panel.Code)] = w.Sheet.Panels[i].Figure
	}
	for _, c := range w.Care {
		out[careMark(c)] = c.Text
	}
	return out
}

func careMark(c words.CareWords) string {
	return "care-" + string(c.Code) + "-" + c.From.Format(time.DateOnly)
}

// Forget takes away what was ticked off on the sheets for some spots.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	_, err := kernel.Exec(tx, "DELETE FROM copy_ticks WHERE sheet_id IN (SELECT id FROM sheets WHERE spot_id IN ?)", spotIDs)
	return err
}

// Copy is what the holder of a link reads: the tree, the moves, the water and the dates. It names no person and no address.
type Copy struct {
	House struct {
		Name      string `json:"name"`
		Telephone string `json:"telephone"`
		Mail      string `json:"mail"`
		Opening   string `json:"opening"`
	} `json:"house"`
	Number    int            `json:"number"`
	Tag       string         `json:"tag"`
	Common    string         `json:"common"`
	Botanical string         `json:"botanical"`
	Spot      string         `json:"spot"`
	When      string         `json:"when"`
	Language  words.Language `json:"language"`
	Units     words.Units    `json:"units"`
	// Ended says that nobody plants by it any more; Locked that nobody digs, and why.
	Ended  string `json:"ended"`
	Locked string `json:"locked"`
	Marked string `json:"marked"`
	// Drawn is what the drawing is made of.
	Drawn     planting.Plan `json:"drawn"`
	Bare      bool          `json:"bare"`
	CaliperMM float64       `json:"caliper_mm"`
	Soil      string        `json:"soil"`
	// Along tells that the section is cut along a slope.
	Along   bool            `json:"along"`
	Words   words.PlanWords `json:"words"`
	Against string          `json:"against"`
	Moves   []string        `json:"moves" doc:"the mark of each picture"`
	Care    []Dated         `json:"care"`
	Ticks   map[string]bool `json:"ticks"`
	Today   string          `json:"today"`
	Page    PageWords       `json:"page"`
	// After is the tree once it is planted.
	After Aftercare `json:"after"`
}

// Dated is one date of the care, with its mark.
type Dated struct {
	Mark  string `json:"mark"`
	Date  string `json:"date"`
	Until string `json:"until"`
	Text  string `json:"text"`
	From  string `json:"from"`
}

// PageWords are the words of the page itself, in the language of the sheet.
type PageWords struct {
	Plant    string `json:"plant"`
	Keep     string `json:"keep"`
	Ready    string `json:"ready"`
	Dates    string `json:"dates"`
	Off      string `json:"off"`
	Odd      string `json:"odd"`
	Never    string `json:"never"`
	Knife    string `json:"knife"`
	Asked    string `json:"asked"`
	Call     string `json:"call"`
	Calendar string `json:"calendar"`
	Offline  string `json:"offline"`
	Waiting  string `json:"waiting"`
	Start    string `json:"start"`
	Stop     string `json:"stop"`
	Timer    string `json:"timer"`
	Timed    string `json:"timed"`
	Can      string `json:"can"`
	Why      string `json:"why"`
}

// read is the copy that a token opens.
func read(tx *kernel.Tx, token string) (Copy, error) {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return Copy{}, err
	}
	return copyOf(tx, s)
}

func copyOf(tx *kernel.Tx, s sheets.Sheet) (Copy, error) {
	c := s.Content
	say := words.In(c.Language, c.Units)
	out := Copy{Number: s.Number, Tag: c.Tag, Common: c.Common, Botanical: c.Botanical, Spot: c.SpotName, Language: say.Language, Units: say.Units,
		When: say.Say("sheet.plant-on", map[string]any{"date": s.PlantingOn}), Bare: c.Input.Tree.Form == "bare-root", CaliperMM: c.Input.Tree.CaliperMM, Soil: string(c.Input.Spot.SoilClass), Along: c.Input.Spot.AcrossDeg() != nil,
		Moves: []string{}, Care: []Dated{}, Ticks: map[string]bool{}, Today: tx.Today().Format(time.DateOnly), Page: pageWords(say)}
	h, err := letterhead.Of(tx)
	if err != nil {
		return out, err
	}
	out.House.Name, out.House.Telephone, out.House.Mail, out.House.Opening = h.Name, h.Telephone, h.Mail, h.Opening
	if out.Ticks, err = DoneOn(tx, s.ID); err != nil {
		return out, err
	}
	plan := c.Plan
	if s.WithdrawnAt != nil {
		out.Ended = say.Say("copy.ended", nil)
		plan = plan.Lock()
	}
	// Nobody digs on a day on which no marking holds: as the record of today says, not as the sheet once said.
	day := s.PlantingOn
	if tx.Today().After(day) {
		day = tx.Today()
	}
	if marking, err := sheets.Marked(tx, s, day); err != nil {
		return out, err
	} else if marking == nil {
		if !out.Ticks["move-"+string(planting.PanelFill)] && !out.Ticks["move-"+string(planting.PanelDig)] {
			out.Locked = say.Say("copy.locked", nil)
		}
		plan = plan.Lock()
	} else {
		out.Marked = say.Say("copy.marked", map[string]any{"until": marking.ExpiresOn})
	}
	out.Drawn = calc.Rounded(plan)
	out.Words = say.Plan(c.Input, plan, c.Care)
	if len(out.Words.Against) > 0 {
		out.Against = say.Say("sheet.against", nil) + " " + strings.Join(out.Words.Against, " ")
	}
	for _, panel := range plan.Panels() {
		out.Moves = append(out.Moves, "move-"+string(panel.Code))
	}
	for _, each := range out.Words.Care {
		if !each.InBox || each.Code == "established" {
			out.Care = append(out.Care, Dated{careMark(each), each.Date, each.Until, each.Text, each.From.Format(time.DateOnly)})
		}
	}
	if out.After, err = aftercareOf(tx, s, say, &out); err != nil {
		return out, err
	}
	if out.After.Planted { // nobody digs for it any more
		out.Locked = ""
	}
	// What is not shown is not sent.
	out.Words.Figures, out.Words.Steps, out.Words.Care, out.Words.Notes, out.Words.Idle = []words.FigureWords{}, []words.StepWords{}, []words.CareWords{}, []string{}, []string{}
	out.Drawn.Numbers, out.Drawn.Steps = []planting.Number{}, []planting.Step{}
	return out, nil
}

func pageWords(s words.Speaker) PageWords {
	say := func(id string) string { return s.Say(id, nil) }
	return PageWords{Plant: say("copy.plant"), Keep: say("paper.keep-alive"), Ready: say("paper.ready"), Dates: say("copy.dates"), Off: say("paper.off"), Odd: say("paper.odd"), Never: say("paper.never"), Knife: say("paper.knife"), Asked: say("copy.asked"),
		Call: say("paper.call"), Calendar: say("copy.calendar"), Offline: say("copy.offline"), Waiting: say("copy.waiting"), Start: say("copy.start"), Stop: say("copy.stop"), Timer: say("copy.timer"),
		Timed: say("copy.timed"), Can: say("copy.can"), Why: say("box.why")}
}

// Touch is one tick as a device sends it.
type Touch struct {
	Mark string    `json:"mark"`
	Done bool      `json:"done"`
	At   time.Time `json:"at"`
}

// touchesAtOnce are as many as a device sends in one go.
const touchesAtOnce = 200

// take writes what a device sends: the newest touch of each mark counts, in whatever order they come, and a touch that comes twice is one.
//
// Errors: a fault for a mark that the sheet does not have.
func take(tx *kernel.Tx, token string, touches []Touch) error {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return err
	}
	var l fault.List
	if len(touches) > touchesAtOnce {
		l.Add("touches", fault.AtMost, touchesAtOnce)
		return l.Err()
	}
	known := marksOf(s.Content.Plan, tx.Say.Plan(s.Content.Input, s.Content.Plan, s.Content.Care))
	if err := plantedMarks(tx, s, known); err != nil {
		return err
	}
	for _, t := range touches {
		if _, there := known[t.Mark]; !there {
			l.Add("mark", fault.NotAChoice, nil)
			return l.Err()
		}
	}
	slices.SortFunc(touches, func(a, b Touch) int { return a.At.Compare(b.At) })
	for _, t := range touches {
		at := t.At
		if at.After(tx.Now) || at.Year() < 2000 { // a clock that runs ahead wins no later touch, and one that nobody set is none
			at = tx.Now
		}
		if _, err := kernel.Exec(tx, `INSERT INTO copy_ticks (sheet_id, mark, done, at, came_at) VALUES (?, ?, ?, ?, ?)
			ON DUPLICATE KEY UPDATE done = IF(VALUES(at) >= at, VALUES(done), done), came_at = VALUES(came_at), at = GREATEST(at, VALUES(at))`, s.ID, t.Mark, t.Done, at, tx.Now); err != nil {
			return err
		}
	}
	return nil
}
