// Package week is what a week asks of the house: what to check, plant, water, care for and look in on; and what nobody has read or said though it
// was due (handbook, features.md, F242, F243, F247).
package week

import (
	"fmt"
	"time"

	"sedum/app/clock"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/kernel"
)

// Section is a part of the week.
type Section string

// All lists them in the order of the work.
func (Section) All() []Section {
	return []Section{"missing", "check", "plant", "water", "care", "look"}
}

// Line is one thing that is asked.
type Line struct {
	// On is its day, empty where it has none. Late is that the day has passed.
	On   string `json:"on"`
	Late bool   `json:"late"`
	Text string `json:"text"`
	Note string `json:"note"`
	// To is the page of it.
	To string `json:"to"`
}

// Part is a section with its first lines, the soonest first.
type Part struct {
	Section Section `json:"section"`
	Count   int     `json:"count" doc:"of all, also of those that are not among the lines"`
	Lines   []Line  `json:"lines"`
	// Beyond is that there are more than were counted.
	Beyond bool `json:"beyond"`
	// All is where all of them are, empty where these are all.
	All string `json:"all"`
}

// Board is a week.
type Board struct {
	From  string `json:"from"`
	To    string `json:"to"`
	Parts []Part `json:"parts"`
}

// most is how many lines of a section are shown.
const (
	most = 8
	days = 7
)

// asked is a week while it is gathered.
type asked struct {
	tx       *kernel.Tx
	from, to time.Time
	clocks   clock.Clocks
	parts    map[Section]*Part
}

// Capability declares what can be asked here.
func Capability(clocks clock.Clocks) kernel.Capability {
	return kernel.Capability{Name: "week", Operations: []kernel.Operation{
		kernel.Read("see-week", "/week", yard.SeeYard, func(tx *kernel.Tx, _ kernel.None) (Board, error) {
			a := asked{tx: tx, from: tx.Today(), to: tx.Today().AddDate(0, 0, days-1), clocks: clocks, parts: map[Section]*Part{}}
			for _, s := range Section("").All() {
				a.parts[s] = &Part{Section: s, Lines: []Line{}}
			}
			for _, gather := range []func() error{a.check, a.plant, a.water, a.care, a.look, a.unread, a.undecided} {
				if err := gather(); err != nil {
					return Board{}, err
				}
			}
			out := Board{From: a.from.Format(time.DateOnly), To: a.to.Format(time.DateOnly), Parts: []Part{}}
			for _, s := range Section("").All() {
				out.Parts = append(out.Parts, *a.parts[s])
			}
			return out, nil
		}),
	}}
}

// line adds one thing to a section.
func (a asked) line(s Section, on *time.Time, text, note, to string) {
	l := Line{Text: text, Note: note, To: to}
	if on != nil {
		l.On, l.Late = on.Format(time.DateOnly), on.Before(a.tx.Today())
	}
	p := a.parts[s]
	p.Lines = append(p.Lines, l)
}

// counted says how many there are, and where all of them are when not all are shown.
func (a asked) counted(s Section, n int, all string) {
	a.parts[s].Count += n
	if n > most {
		a.parts[s].All = all
	}
}

// told adds a line of something that nobody has read or said, when there is any of it.
func (a asked) told(n int, code, to string) {
	if n > 0 {
		a.line("missing", nil, a.tx.Say.Say("week.missing."+code, map[string]any{"n": fmt.Sprint(n), "one": n == 1}), "", to)
		a.counted("missing", 1, "")
	}
}

// whose is a customer's name before those who may know where they live, else the spot alone.
func (a asked) whose(customer, spot string) string {
	if !roles.SeesContact(a.tx.Who.Role) || customer == "" {
		return spot
	}
	return customer + ", " + spot
}
