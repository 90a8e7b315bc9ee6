package claims

import (
	"errors"
	"slices"
	"time"

	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/app/refusals"
	"sedum/app/sheets"
	"sedum/app/visits"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/guarantee"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/trouble"
	"sedum/core/visit"
	"sedum/kernel"
	"sedum/words"
)

// Shown is a point in words.
type Shown struct {
	Code guarantee.Code `json:"code"`
	Side guarantee.Side `json:"side"`
	Text string         `json:"text"`
}

// Checked is a look at the tree before it left the yard.
type Checked struct {
	On      string        `json:"on"`
	By      string        `json:"by"`
	Verdict stock.Verdict `json:"verdict"`
	Says    []string      `json:"says" doc:"the verdict, its reasons, and the work that was done"`
}

// Page is a claim with the whole record of its tree side by side.
type Page struct {
	Number    int       `json:"number"`
	AskedOn   string    `json:"asked_on"`
	Said      string    `json:"said"`
	PlantedBy PlantedBy `json:"planted_by" optional:"true"`
	By        string    `json:"by"`
	Version   int       `json:"version"`
	TakenBack bool      `json:"taken_back"`
	ID        string    `json:"id" doc:"what its mended entries are kept under"`

	Answer    Answer `json:"answer" optional:"true"`
	Given     Given  `json:"given" optional:"true"`
	Cents     *int   `json:"cents"`
	Reason    string `json:"reason"`
	Letter    string `json:"letter"`
	DecidedBy string `json:"decided_by"`
	DecidedOn string `json:"decided_on"`

	Points []Shown `json:"points" doc:"of a decided claim as they stood when it was decided"`
	// Since are points that have come, or gone to another side, since it was decided.
	Since []Shown `json:"since"`

	Tree     visits.Page    `json:"tree"`
	Checks   []Checked      `json:"checks" doc:"newest first"`
	Pictures []photos.Shown `json:"pictures" doc:"taken in the yard"`
	Owed     guarantee.Owed `json:"owed"`
	Told     int            `json:"told" doc:"waterings that somebody told of"`
	Cause    string         `json:"cause" doc:"in words, empty while nobody settled it"`
	ToDo     []string       `json:"to_do" doc:"what the sheet asked of whoever lives with the tree"`
	Refused  []string       `json:"refused" doc:"what was advised and not taken, each with its reason"`
	Language words.Language `json:"language" doc:"of the sheet, and so of the letter"`
	// Contact is that it counts for what lives.
	Contact bool `json:"contact"`
}

// record is what a claim is weighed by.
type record struct {
	sheet  sheets.Sheet
	house  rules.House
	tree   visits.Page
	facts  guarantee.Facts
	points []guarantee.Point
	bench  bench.Record
	told   int
	// refused is what was advised for it and not taken.
	refused []refusals.Refusal
}

// recordOf lays the record of a claim together, by the rules under which its sheet was issued.
func recordOf(tx *kernel.Tx, c Claim, t planted.Tree) (record, error) {
	r := record{}
	var err error
	if r.sheet, err = kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID); err != nil {
		return r, err
	}
	r.house = rules.Restore(r.sheet.Content.House)
	if r.tree, err = visits.Pages(tx, t); err != nil {
		return r, err
	}
	of, err := yard.TreesByID(tx, []string{t.TreeID})
	if err != nil || len(of) == 0 {
		return r, errors.Join(err, kernel.ErrMissing)
	}
	if r.bench, err = bench.RecordOf(tx, of[0]); err != nil {
		return r, err
	}
	f := guarantee.Facts{PlantedOn: t.PlantedOn, AskedOn: c.AskedOn, EndedOn: t.EndedOn, EndedAs: visit.Alive(t.EndedAs), Cause: trouble.Cause(t.Cause), Checked: r.bench.Current() != nil, Doubt: r.sheet.Content.Input.Tree.DepthInDoubt,
		Weather: len(r.tree.Water) > 0, Contact: t.Contact, Otherwise: len(r.sheet.Content.Chosen) > 0}
	if f.Matters, err = mattersAt(tx, r.sheet.IssuedAt); err != nil {
		return r, err
	}
	if c.PlantedBy != "" {
		by := c.PlantedBy == "customer"
		f.ByCustomer = &by
	}
	if f.HandedOn, err = ground.HandedOn(tx, t.SpotID); err != nil {
		return r, err
	}
	if f.HandedOn != nil && f.HandedOn.Before(t.PlantedOn) { // it was planted for those who live there now
		f.HandedOn = nil
	}
	until := len(r.tree.Water)
	for until > 0 && r.tree.Water[until-1].Date.After(c.AskedOn) {
		until--
	}
	f.Owed = guarantee.OwedOf(r.house, r.tree.Water[:until])
	for _, e := range r.tree.Entries {
		if e.GivenL != nil && e.DoneOn <= c.AskedOn.Format(time.DateOnly) {
			r.told++
		}
	}
	f.Told = r.told > 0
	last := c.AskedOn
	if t.EndedOn != nil && t.EndedOn.Before(last) {
		last = *t.EndedOn
	}
	for _, due := range visit.Days(t.PlantedOn) {
		if visit.IsLate(due, last) {
			f.LooksDue++
		}
	}
	for _, v := range r.tree.Visits {
		if !v.ByCustomer && v.VisitedOn <= c.AskedOn.Format(time.DateOnly) {
			f.Looks++
		}
	}
	if r.refused, err = refusals.Of(tx, r.sheet); err != nil {
		return r, err
	}
	for _, each := range r.refused {
		if !each.RefusedOn.After(c.AskedOn) {
			f.Refused = append(f.Refused, each.Advice)
		}
	}
	r.facts, r.points = f, guarantee.Weigh(r.house, f)
	return r, nil
}

func see(tx *kernel.Tx, p kernel.ByNumber) (Page, error) {
	c, err := kernel.One[Claim](tx, "number = ?", p.Number)
	if err != nil {
		return Page{}, err
	}
	out, _, err := pageOf(tx, c)
	return out, err
}

func pageOf(tx *kernel.Tx, c Claim) (Page, record, error) {
	t, err := kernel.One[planted.Tree](tx, "id = ?", c.PlantedID)
	if err != nil {
		return Page{}, record{}, err
	}
	r, err := recordOf(tx, c, t)
	if err != nil {
		return Page{}, r, err
	}
	out := Page{Number: c.Number, ID: c.ID, AskedOn: c.AskedOn.Format(time.DateOnly), Said: c.Said, PlantedBy: c.PlantedBy, Version: c.Version, TakenBack: c.TakenBackAt != nil, Answer: c.Answer, Given: c.Given, Cents: c.Cents, Reason: c.Reason,
		Letter: c.Letter, Points: []Shown{}, Since: []Shown{}, Tree: r.tree, Checks: []Checked{}, Pictures: []photos.Shown{}, Owed: r.facts.Owed, Told: r.told, ToDo: []string{}, Refused: []string{}, Language: r.sheet.Content.Language, Contact: t.Contact}
	if out.Pictures, err = photos.Show(tx, t.TreeID); err != nil {
		return out, r, err
	}
	names, err := kernel.Rows[struct{ ID, Name string }](tx, "SELECT id, name FROM people WHERE id IN ?", []string{c.PersonID, value(c.DecidedBy)})
	if err != nil {
		return out, r, err
	}
	for _, n := range names {
		if n.ID == c.PersonID {
			out.By = n.Name
		}
		if n.ID == value(c.DecidedBy) {
			out.DecidedBy = n.Name
		}
	}
	points := r.points
	if c.DecidedAt != nil {
		out.DecidedOn = tx.DayOf(*c.DecidedAt).Format(time.DateOnly)
		points = c.Frozen
		for _, now := range r.points {
			if !slices.ContainsFunc(points, func(p guarantee.Point) bool { return p.Code == now.Code }) {
				out.Since = append(out.Since, show(tx.Say, now))
			}
		}
	}
	for _, each := range points {
		out.Points = append(out.Points, show(tx.Say, each))
	}
	if t.Cause != "" {
		out.Cause = tx.Say.Say("cause.name."+t.Cause, nil)
	}
	for _, check := range r.bench.Checks {
		out.Checks = append(out.Checks, checked(tx, r, check))
	}
	for _, each := range r.refused {
		out.Refused = append(out.Refused, tx.Say.Say("claim.refused-line", map[string]any{"date": each.RefusedOn, "advice": tx.Say.Say("advice."+string(each.Advice), nil), "advised": each.Advised, "reason": each.Reason}))
	}
	for _, each := range r.sheet.Content.Care {
		if text := tx.Say.Measures("care."+string(each.Code), each.Values); !slices.Contains(out.ToDo, text) {
			out.ToDo = append(out.ToDo, text)
		}
	}
	return calc.Rounded(out), r, nil
}

func value(s *string) string {
	if s == nil {
		return ""
	}
	return *s
}

// checked is a look in the yard with its reasons, by the words of the yard.
func checked(tx *kernel.Tx, r record, c bench.Check) Checked {
	out := Checked{On: c.At.Format(time.DateOnly), By: c.Person.Name, Verdict: c.Assessment.Verdict, Says: []string{tx.Say.Say("verdict."+string(c.Assessment.Verdict), nil)}}
	for _, reason := range c.Assessment.Reasons {
		out.Says = append(out.Says, bench.ReasonText(tx.Say, r.house, string(reason.Part)+"."+string(reason.Code)))
	}
	return out
}

// show is a point in words.
func show(s words.Speaker, p guarantee.Point) Shown {
	values := map[string]any{}
	for name, m := range p.Values {
		values[name] = m
		if m.Unit == "" || m.Unit == "months" {
			values[name] = int(m.Value)
		}
	}
	return Shown{p.Code, p.Side, s.Say("claim.point."+string(p.Code), values)}
}

// Line is a claim in a list.
type Line struct {
	Number  int    `json:"number"`
	AskedOn string `json:"asked_on"`
	Tag     string `json:"tag"`
	Common  string `json:"common"`
	// Customer is whose tree it is.
	Customer  string `json:"customer"`
	PlantedID string `json:"planted_id"`
	Answer    Answer `json:"answer" optional:"true"`
	Given     Given  `json:"given" optional:"true"`
	Cents     *int   `json:"cents"`
	Cause     string `json:"cause"`
	DecidedOn string `json:"decided_on"`
}

// Year is what claims cost the house in a year.
type Year struct {
	Year    int `json:"year"`
	Granted int `json:"granted"`
	Refused int `json:"refused"`
	Cents   int `json:"cents"`
}

// Lines are the claims: those that wait first, then the newest.
type Lines struct {
	Claims []Line `json:"claims"`
	Open   int    `json:"open"`
	Years  []Year `json:"years" doc:"by the day of the decision, newest first"`
	More   bool   `json:"more"`
}

type linesAsk struct {
	Planted string `query:"planted" maxLength:"16" doc:"only those of one planted tree"`
	Limit   int    `query:"limit" default:"60" minimum:"1" maximum:"500"`
}

func list(tx *kernel.Tx, ask linesAsk) (Lines, error) {
	out := Lines{Claims: []Line{}, Years: []Year{}}
	type row struct {
		Line
		Asked   time.Time
		Decided *time.Time
	}
	where, args := "c.taken_back_at IS NULL", []any{}
	if ask.Planted != "" {
		where, args = where+" AND c.planted_id = ?", append(args, ask.Planted)
	}
	rows, err := kernel.Rows[row](tx, `SELECT c.number, c.asked_on AS asked, c.planted_id, c.answer, c.given, c.cents, c.decided_at AS decided, t.cause, s.tag, s.common, s.customer
		FROM (SELECT * FROM guarantee_claims c WHERE `+where+` ORDER BY c.answer <> '', c.number DESC LIMIT ?) c STRAIGHT_JOIN planted_trees t ON t.id = c.planted_id JOIN sheets s ON s.id = t.sheet_id ORDER BY c.answer <> '', c.number DESC`, append(args, ask.Limit+1)...)
	if err != nil {
		return out, err
	}
	if len(rows) > ask.Limit {
		rows, out.More = rows[:ask.Limit], true
	}
	for _, r := range rows {
		r.Line.AskedOn = r.Asked.Format(time.DateOnly)
		if r.Decided != nil {
			r.Line.DecidedOn = tx.DayOf(*r.Decided).Format(time.DateOnly)
		}
		if r.Line.Cause != "" {
			r.Line.Cause = tx.Say.Say("cause.name."+r.Line.Cause, nil)
		}
		out.Claims = append(out.Claims, r.Line)
	}
	if out.Open, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM guarantee_claims WHERE answer = '' AND taken_back_at IS NULL"); err != nil {
		return out, err
	}
	out.Years, err = kernel.Rows[Year](tx, `SELECT YEAR(decided_at) AS year, SUM(answer <> 'refused') AS granted, SUM(answer = 'refused') AS refused, COALESCE(SUM(cents), 0) AS cents
		FROM guarantee_claims WHERE answer <> '' AND taken_back_at IS NULL GROUP BY YEAR(decided_at) ORDER BY year DESC`)
	return out, err
}

// OpenAt tells whether somebody asks that a tree at one of these spots be made good, and nobody has decided.
func OpenAt(tx *kernel.Tx, spotIDs []string) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM guarantee_claims c JOIN planted_trees t ON t.id = c.planted_id WHERE c.answer = '' AND c.taken_back_at IS NULL AND t.spot_id IN ?", append([]string{""}, spotIDs...))
	return n > 0, err
}

// OpenSince counts the claims that somebody brought before a day and nobody has decided.
func OpenSince(tx *kernel.Tx, before time.Time) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM guarantee_claims WHERE answer = '' AND taken_back_at IS NULL AND asked_on < ?", before)
}
