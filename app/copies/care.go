package copies

import (
	"errors"
	"slices"
	"time"

	"sedum/app/dates"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/visits"
	"sedum/core/calc"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/visit"
	"sedum/core/water"
	"sedum/kernel"
	"sedum/words"
)

// Aftercare is what whoever lives with a tree sees of it once it is planted: what to do today and this week, and what they told.
type Aftercare struct {
	Planted   bool   `json:"planted"`
	PlantedOn string `json:"planted_on"`
	// Ended is that it was found dead or gone.
	Ended  bool         `json:"ended"`
	Says   []string     `json:"says" doc:"today's answer first"`
	Advice water.Advice `json:"advice" optional:"true"`
	FillL  float64      `json:"fill_l" decimals:"1"`
	Fill   string       `json:"fill" doc:"as it is poured, with its unit"`
	Share  *float64     `json:"share" decimals:"2"`
	// Week are the marks of the dates that lie within the next seven days, or lately behind and not done.
	Week []string `json:"week"`
	// Photo asks for a photograph: a planned look lies near, and nobody has looked.
	Photo bool `json:"photo"`
	// Open are the things that something waits for still, in words: it flowers, it is in leaf, the first frost.
	Open    []Wait       `json:"open"`
	Letters LettersState `json:"letters"`
	// Leaves says when they leave, as they told it; empty while nobody did.
	Leaves string     `json:"leaves"`
	Done   []DoneLine `json:"done" doc:"the last entries, newest first"`
	Words  CareWords  `json:"words"`
}

// Wait is something that an entry waits for.
type Wait struct {
	What care.Condition `json:"what"`
	Text string         `json:"text"`
}

// LettersState is whether this house writes letters, and whether somebody gets them about this tree.
type LettersState struct {
	Served bool `json:"served"`
	Wanted bool `json:"wanted"`
}

// DoneLine is something that was entered, in words.
type DoneLine struct {
	On   string `json:"on"`
	Text string `json:"text"`
}

// CareWords are the words of that part of the page.
type CareWords struct {
	Today    string            `json:"today"`
	Week     string            `json:"week"`
	Quiet    string            `json:"quiet"`
	Planted  string            `json:"planted"`
	When     string            `json:"when"`
	Watered  string            `json:"watered"`
	Finger   string            `json:"finger"`
	Felt     map[string]string `json:"felt"`
	Look     string            `json:"look"`
	Photo    string            `json:"photo"`
	Take     string            `json:"take"`
	Says     map[string]string `json:"says"`
	Odd      string            `json:"odd"`
	Note     string            `json:"note"`
	Send     string            `json:"send"`
	Sent     string            `json:"sent"`
	Kept     string            `json:"kept"`
	Entered  string            `json:"entered"`
	NotToday string            `json:"not_today"`
	Came     string            `json:"came"`
	Mail     string            `json:"mail"`
	MailTo   string            `json:"mail_to"`
	MailOn   string            `json:"mail_on"`
	MailOff  string            `json:"mail_off"`
	MailIs   string            `json:"mail_is"`
	// Ways are where water was put, for those that this tree has.
	Ways map[string]string `json:"ways"`
	// Leaves is what is asked of who moves away, LeavesIs why, LeavesOn the day, LeavesSend the touch.
	Leaves     string `json:"leaves"`
	LeavesIs   string `json:"leaves_is"`
	LeavesOn   string `json:"leaves_on"`
	LeavesSend string `json:"leaves_send"`
}

// Told by touch on the page: water, a finger, that it is planted, or how it looks. ID is made on the telephone, so that what is sent twice is one.
type Care struct {
	ID     string     `json:"id"`
	On     string     `json:"on"`
	What   CareWhat   `json:"what"`
	GivenL *float64   `json:"given_l,omitempty" exclusiveMinimum:"0" maximum:"2000"`
	Way    water.Way  `json:"way,omitempty" optional:"true" doc:"how it was given"`
	Felt   water.Felt `json:"felt,omitempty" optional:"true"`
	Says   visit.Says `json:"says,omitempty" optional:"true"`
	Note   string     `json:"note,omitempty" maxLength:"500"`
	// Happened is what came, where that is what is told.
	Happened care.Condition `json:"happened,omitempty" optional:"true"`
}

// CareWhat is what a touch says.
type CareWhat string

// All lists them.
func (CareWhat) All() []CareWhat {
	return []CareWhat{"planted", "water", "finger", "look", "happened", "leaves"}
}

const (
	// caresAtOnce are as many as a telephone sends in one go, and caresADay as many as are taken for one tree in a day.
	caresAtOnce = 60
	caresADay   = 60
	// lately is how long something that was not done is still shown.
	lately = 21 * 24 * time.Hour
	// photoWithin is how near a planned look a photograph is asked for.
	photoWithin = 14 * 24 * time.Hour
)

// takeCare writes what a telephone sends.
//
// Errors: sheets.ErrGone and kernel.ErrMissing as for reading; a fault for what cannot be.
func takeCare(tx *kernel.Tx, token string, list []Care) error {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return err
	}
	var l fault.List
	if len(list) > caresAtOnce {
		l.Add("care", fault.AtMost, caresAtOnce)
		return l.Err()
	}
	for _, c := range list {
		if err := fault.Check(c).Err(); err != nil {
			return err
		}
		if err := c.take(tx, s); err != nil {
			return err
		}
	}
	return nil
}

func (c Care) take(tx *kernel.Tx, s sheets.Sheet) error {
	if c.What == "planted" {
		var l fault.List
		on := kernel.Date(&l, "on", c.On)
		if err := l.Err(); err != nil {
			return err
		}
		return planted.TellPlanted(tx, s, on)
	}
	t, err := planted.OfSheet(tx, s)
	if errors.Is(err, kernel.ErrMissing) {
		return fault.List{{Field: "what", Code: fault.NotThere}}
	}
	if err != nil {
		return err
	}
	n, err := kernel.Value[int](tx, "SELECT (SELECT COUNT(*) FROM care_entries WHERE planted_id = ? AND by_customer AND at >= ?) + (SELECT COUNT(*) FROM visits WHERE planted_id = ? AND by_customer AND at >= ?)",
		t.ID, tx.Now.Add(-24*time.Hour), t.ID, tx.Now.Add(-24*time.Hour))
	if err != nil {
		return err
	}
	if n >= caresADay {
		return fault.List{{Field: "care", Code: fault.AtMost, Limit: caresADay}}
	}
	if c.What == "leaves" {
		return ground.Leave(tx, t.SpotID, ground.NewLeaving{ID: c.ID, LeavesOn: c.On}, true)
	}
	if c.What == "happened" {
		return dates.Tell(tx, t.ID, dates.NewHappened{ID: c.ID, What: c.Happened, On: c.On}, true)
	}
	if c.What == "look" {
		facts := visit.Facts{Says: c.Says, Note: c.Note}
		return visits.Save(tx, t.ID, visits.NewVisit{ID: c.ID, VisitedOn: c.On, Facts: facts}, true)
	}
	return planted.Enter(tx, t.ID, planted.NewEntry{ID: c.ID, DoneOn: c.On, GivenL: c.GivenL, Way: c.Way, Felt: c.Felt}, true)
}

// takePhoto keeps a picture of a look that was sent before.
func takePhoto(tx *kernel.Tx, token, look string, file []byte) error {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return err
	}
	t, err := planted.OfSheet(tx, s)
	if err != nil {
		return err
	}
	return visits.AddPhoto(tx, visits.NewPhoto{ByID: kernel.ByID{ID: t.ID}, Visit: look, Shows: "whole"}, file)
}

// aftercareOf is what the holder of a copy sees of the planted tree.
func aftercareOf(tx *kernel.Tx, s sheets.Sheet, say words.Speaker, out *Copy) (Aftercare, error) {
	a := Aftercare{Says: []string{}, Week: []string{}, Done: []DoneLine{}, Open: []Wait{}, Words: careWords(say)}
	t, err := planted.OfSheet(tx, s)
	if errors.Is(err, kernel.ErrMissing) {
		return a, nil
	}
	if err != nil {
		return a, err
	}
	said := *tx
	said.Say = say
	page, err := planted.Pages(&said, t)
	if err != nil {
		return a, err
	}
	a.Planted, a.PlantedOn, a.Ended, a.Advice, a.Share = true, t.PlantedOn.Format(time.DateOnly), t.EndedOn != nil, page.Advice, page.Share
	for _, p := range page.Says {
		if p.Code != "evidence" && p.Code != "filled" && p.Code != "missing" { // that is the house's to know
			a.Says = append(a.Says, p.Text)
		}
	}
	a.FillL = page.DoseL
	if page.FillL != nil && *page.FillL > 0 && (page.Advice == water.WaterNow || page.Advice == water.WaterTwice) {
		a.FillL = *page.FillL
	}
	a.Fill = say.Measure(planting.Measure{Value: a.FillL, Unit: "l"})
	a.Words.Ways["bag"] = say.Say("copy.care.way.bag", nil)
	if slices.ContainsFunc(s.Content.Plan.Quantities, func(q planting.Quantity) bool { return q.Code == "pipe" }) {
		a.Words.Ways["pipe"] = say.Say("copy.care.way.pipe", nil)
	}
	if on, err := ground.LeavesOn(tx, t.SpotID); err != nil {
		return a, err
	} else if on != nil {
		a.Leaves = say.Say("copy.care.leaves-told", map[string]any{"date": *on})
	}
	for i := len(page.Entries) - 1; i >= 0 && len(a.Done) < 5; i-- {
		e := page.Entries[i]
		text := ""
		if e.GivenL != nil {
			text = say.Say("copy.care.was-watered", map[string]any{"amount": say.Measure(planting.Measure{Value: *e.GivenL, Unit: "l"})})
		}
		if e.Felt != "" {
			text = say.Say("copy.care.was-felt", map[string]any{"felt": a.Words.Felt[string(e.Felt)]})
		}
		a.Done = append(a.Done, DoneLine{e.DoneOn, text})
	}
	calendar, err := dates.Of(tx, t, s, say)
	if err != nil {
		return a, err
	}
	out.Care = datedOf(say, calendar)
	for _, what := range calendar.Open {
		a.Open = append(a.Open, Wait{what, say.Say("copy.care.came."+string(what), nil)})
	}
	today := tx.Today()
	for _, d := range out.Care {
		from, err := time.Parse(time.DateOnly, d.From)
		if err == nil && !out.Ticks[d.Mark] && !from.After(today.AddDate(0, 0, 7)) && today.Sub(from) <= lately {
			a.Week = append(a.Week, d.Mark)
		}
	}
	looks, err := visits.Settled(tx, t.ID)
	if err != nil {
		return a, err
	}
	if next, ok := visit.NextDue(t.PlantedOn, looks, today); ok && t.EndedOn == nil {
		a.Photo = !next.On.After(today.Add(photoWithin))
	}
	return calc.Rounded(a), nil
}

// datedOf are the dates of a planted tree as its copy shows them; one that waits says that it does.
func datedOf(say words.Speaker, p dates.Page) []Dated {
	out := []Dated{}
	for _, line := range p.Dates {
		from, err := time.Parse(time.DateOnly, line.From)
		if err != nil {
			continue
		}
		d := Dated{Mark: line.Mark, Date: say.Date(from), Text: line.Text, From: line.From}
		if until, err := time.Parse(time.DateOnly, line.Until); err == nil {
			d.Until = say.Date(until)
		}
		if line.Waits != "" && line.Since == "" {
			d.Date = say.Say("copy.care.about", map[string]any{"date": from, "what": say.Say("copy.care.when."+string(line.Waits), nil)})
		}
		out = append(out, d)
	}
	return out
}

// plantedMarks adds what can be ticked off of a planted tree beyond its sheet: entries that came since.
func plantedMarks(tx *kernel.Tx, s sheets.Sheet, known map[string]string) error {
	t, err := planted.OfSheet(tx, s)
	if errors.Is(err, kernel.ErrMissing) {
		return nil
	}
	if err != nil {
		return err
	}
	calendar, err := dates.Of(tx, t, s, tx.Say)
	for _, d := range calendar.Dates {
		known[d.Mark] = d.Text
	}
	return err
}

func careWords(s words.Speaker) CareWords {
	say := func(id string) string { return s.Say("copy.care."+id, nil) }
	felt, says := map[string]string{}, map[string]string{}
	for _, f := range water.Felt("").All() {
		felt[string(f)] = say("felt." + string(f))
	}
	for _, v := range visit.Says("").All() {
		says[string(v)] = say("says." + string(v))
	}
	return CareWords{Today: say("today"), Week: say("week"), Quiet: say("quiet"), Planted: say("planted"), When: say("when"), Watered: say("watered"), Finger: say("finger"), Felt: felt, Look: say("look"), Photo: say("photo"), Take: say("take"),
		Says: says, Odd: say("odd"), Note: say("note"), Send: say("send"), Sent: say("sent"), Kept: say("kept"), Entered: say("entered"), NotToday: say("not-today"),
		Came: say("came"), Mail: say("mail"), MailTo: say("mail-to"), MailOn: say("mail-on"), MailOff: say("mail-off"), MailIs: say("mail-is"), Ways: map[string]string{}, Leaves: say("leaves"), LeavesIs: say("leaves-is"), LeavesOn: say("leaves-on"), LeavesSend: say("leaves-send")}
}
