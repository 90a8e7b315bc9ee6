package dates

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/core/care"
	"sedum/kernel"
	"sedum/words"
)

// Line is one date of a planted tree's care.
type Line struct {
	// Mark is what it is ticked off by on the customer's copy; it stays when the date moves.
	Mark  string         `json:"mark"`
	Code  string         `json:"code" doc:"of the calendar; own for one of the house's"`
	From  string         `json:"from"`
	Until string         `json:"until" doc:"empty for a day"`
	Text  string         `json:"text"`
	Waits care.Condition `json:"waits" optional:"true"`
	// Since is when what it waits for came, empty while it has not: the day is about right and no more.
	Since string `json:"since"`
}

// Told is something that came, as it was told; by the record of the weather there is no id.
type Told struct {
	ID         string         `json:"id"`
	What       care.Condition `json:"what"`
	On         string         `json:"on"`
	ByCustomer bool           `json:"by_customer"`
}

// Page is the calendar of a planted tree.
type Page struct {
	Dates []Line `json:"dates"`
	Told  []Told `json:"told"`
	// Open are the conditions that something waits for still.
	Open []care.Condition `json:"open"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return Page{}, err
	}
	s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
	if err != nil {
		return Page{}, err
	}
	return Of(tx, t, s, tx.Say)
}

// Of is the calendar of a planted tree in somebody's words, by the rules under which its sheet was issued.
func Of(tx *kernel.Tx, t planted.Tree, s sheets.Sheet, say words.Speaker) (Page, error) {
	out := emptyPage()
	behind, err := behindOf(tx, []planted.Tree{t})
	if err != nil {
		return out, err
	}
	return out, out.fill(tx, t, s, behind, say)
}

// fill is the calendar out of what was gathered for it.
func (out *Page) fill(tx *kernel.Tx, t planted.Tree, s sheets.Sheet, behind behind, say words.Speaker) error {
	c := s.Content
	happened := out.happened(behind, t)
	times := map[care.Code]int{}
	marks := map[care.Code][]string{}
	for _, e := range c.Care {
		marks[e.Code] = append(marks[e.Code], mark(e.Code, e.Date))
	}
	for _, e := range care.Await(behind.events[t.ID], happened) { // the nth of a kind keeps the mark of the nth on the sheet
		name := mark(e.Code, e.Date)
		if list := marks[e.Code]; times[e.Code] < len(list) {
			name = list[times[e.Code]]
		}
		times[e.Code]++
		if care.InBox(e.Event) {
			continue
		}
		line := Line{Mark: name, Code: string(e.Code), Text: say.Measures("care."+string(e.Code), e.Values), From: e.Date.Format(time.DateOnly), Waits: e.Waits}
		if !e.Until.IsZero() {
			line.Until = e.Until.Format(time.DateOnly)
		}
		if e.Since != nil {
			line.Since = e.Since.Format(time.DateOnly)
		} else if e.Waits != "" && !slices.Contains(out.Open, e.Waits) && !e.Date.Before(tx.Today().AddDate(0, -4, 0)) {
			out.Open = append(out.Open, e.Waits)
		}
		out.Dates = append(out.Dates, line)
	}
	out.own(behind, t, say)
	if line, due := behind.spare(t, say); due {
		out.Dates = append(out.Dates, line)
	}
	slices.SortStableFunc(out.Dates, func(a, b Line) int { return cmp.Compare(a.From, b.From) })
	return nil
}

func emptyPage() Page { return Page{Dates: []Line{}, Told: []Told{}, Open: []care.Condition{}} }

func mark(c care.Code, on time.Time) string {
	return "care-" + string(c) + "-" + on.Format(time.DateOnly)
}

// happened is what came: as somebody told it, and the frosts that the station read.
func (out *Page) happened(behind behind, t planted.Tree) []care.Happened {
	all := []care.Happened{}
	for _, h := range behind.told[t.ID] {
		all = append(all, care.Happened{What: h.What, On: h.HappenedOn})
		out.Told = append(out.Told, Told{h.ID, h.What, h.HappenedOn.Format(time.DateOnly), h.ByCustomer})
	}
	for _, on := range behind.frosts[t.ID] {
		all = append(all, care.Happened{What: care.FirstFrost, On: on})
		out.Told = append(out.Told, Told{What: care.FirstFrost, On: on.Format(time.DateOnly)})
	}
	return all
}

// own are the house's entries for such a tree that were in force when it was planted or came since.
func (out *Page) own(behind behind, t planted.Tree, say words.Speaker) {
	for _, o := range behind.own {
		if o.KindID != nil && *o.KindID != behind.kinds[t.TreeID] {
			continue
		}
		text := o.Text
		if say.Language == words.Spanish && o.TextES != "" {
			text = o.TextES
		}
		for year := range o.Years {
			on := care.After(t.PlantedOn, 12*year)
			if o.Months != nil {
				on = care.After(on, *o.Months)
			} else if on = care.DateOf(t.PlantedOn.Year()+year, *o.Day); !on.After(t.PlantedOn) {
				on = care.DateOf(t.PlantedOn.Year()+year+1, *o.Day)
			}
			if on.After(t.PlantedOn) {
				out.Dates = append(out.Dates, Line{Mark: fmt.Sprintf("own-%s-%d", o.ID, year), Code: "own", From: on.Format(time.DateOnly), Text: text})
			}
		}
	}
}

// Calendar are the entries for a calendar file, with the watering rule among them, and how often something of them changed: a calendar takes the
// newer over the older by it.
func Calendar(tx *kernel.Tx, t planted.Tree, s sheets.Sheet, say words.Speaker) ([]words.CareWords, int, error) {
	page := emptyPage()
	behind, err := behindOf(tx, []planted.Tree{t})
	if err != nil {
		return nil, 0, err
	}
	happened := page.happened(behind, t)
	c, events := s.Content, []care.Event{}
	for _, e := range care.Await(behind.events[t.ID], happened) {
		events = append(events, e.Event)
	}
	out := say.Plan(c.Input, c.Plan, events).Care
	page.own(behind, t, say)
	if line, due := behind.spare(t, say); due {
		page.Dates = append(page.Dates, line)
	}
	for _, line := range page.Dates {
		on, err := time.Parse(time.DateOnly, line.From)
		if err != nil {
			return nil, 0, err
		}
		out = append(out, words.CareWords{Code: care.Code(line.Mark), Date: say.Date(on), From: on, Text: line.Text})
	}
	changes, err := kernel.Value[int](tx, "SELECT (SELECT COUNT(*) + COUNT(taken_back_at) FROM care_happened WHERE planted_id = ?) + (SELECT COUNT(*) + COUNT(dropped_at) FROM house_dates) + (SELECT COUNT(*) + COUNT(ended_on) FROM planted_spares WHERE planted_id = ?)", t.ID, t.ID)
	return out, 1 + changes + len(page.Told), err
}
