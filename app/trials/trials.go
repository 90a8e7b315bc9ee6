// Package trials settles a question about which practitioners differ by drawing lots: two ways, looks fixed beforehand, and a default that changes
// only by a manager's hand with the evidence beside it (handbook, aftercare.md, "Outcomes and trials").
package trials

import (
	"embed"
	"errors"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/trial"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// EndedAs is how a trial ended.
type EndedAs string

// The words of EndedAs.
const (
	Found        EndedAs = "found"
	NothingFound EndedAs = "nothing-found"
	Abandoned    EndedAs = "abandoned"
)

// All lists them.
func (EndedAs) All() []EndedAs { return []EndedAs{Found, NothingFound, Abandoned} }

// Trial is a question with its two ways.
type Trial struct {
	ID         string `gorm:"primaryKey"`
	Number     int
	Question   string
	Step       rules.Step
	WayA       string
	WayB       string
	FalseAlarm float64
	Seed       uint64
	Looks      []string `gorm:"serializer:json"`
	BegunOn    time.Time
	PersonID   string
	At         time.Time
	Version    int

	EndedAs     EndedAs
	EndedReason string
	EndedBy     *string
	EndedAt     *time.Time
	Signed      Signed `gorm:"serializer:json"`
}

// Signed is the default that was changed by a trial, with what it rested on.
type Signed struct {
	Key    string       `json:"key,omitempty"`
	From   string       `json:"from,omitempty"`
	To     string       `json:"to,omitempty"`
	Reason string       `json:"reason,omitempty"`
	By     string       `json:"by,omitempty"`
	On     string       `json:"on,omitempty"`
	Looks  []trial.Look `json:"looks,omitempty"`
}

// Drawn is a tree of a trial.
type Drawn struct {
	TrialID  string `gorm:"primaryKey"`
	TreeID   string `gorm:"primaryKey"`
	SpotID   string
	Block    string
	Place    int
	Way      trial.Way
	PersonID string
	At       time.Time
}

// TableName says of what.
func (Drawn) TableName() string { return "trial_trees" }

// Told is a look as it was told on its day.
type Told struct {
	TrialID string `gorm:"primaryKey"`
	Look    int    `gorm:"primaryKey"`
	DueOn   time.Time
	At      time.Time
	Told    trial.Look `gorm:"serializer:json"`
}

// TableName says of what.
func (Told) TableName() string { return "trial_looks" }

// Who may do what with trials.
var (
	SeeTrials = kernel.Permission{Name: "see-trials", Roles: roles.Counter()}
	RunTrials = kernel.Permission{Name: "run-trials", Roles: roles.Office()}
)

// Capability declares what can be asked and done here, and that the house looks on the planned days.
func Capability() kernel.Capability {
	changed := []string{"list-trials", "see-trial", "trials-for"}
	same := func(tx *kernel.Tx, p kernel.ByNumber, _ int) (Page, error) { return see(tx, p) }
	return kernel.Capability{Name: "trials", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-trials", "/trials", SeeTrials, list),
		kernel.Read("see-trial", "/trials/{number}", SeeTrials, see),
		kernel.Read("trials-for", "/trials-for", SeeTrials, offered),
		kernel.Ask("reckon-trial", "/trials/reckoning", RunTrials, reckon),
		kernel.Deed("begin-trial", "POST", "/trials", RunTrials, begin, func(tx *kernel.Tx, _ kernel.None, number int) (Page, error) {
			return see(tx, kernel.ByNumber{Number: number})
		}).Makes(changed...).Logged(),
		kernel.Deed("draw-for-trial", "POST", "/trials/{number}/trees", SeeTrials, draw, func(tx *kernel.Tx, _ kernel.ByNumber, d Pair) (Offers, error) {
			return offered(tx, d)
		}).Makes(changed...),
		kernel.Deed("end-trial", "PUT", "/trials/{number}/ended", RunTrials, end, same).Makes(changed...).Logged(),
		kernel.Deed("sign-trial", "PUT", "/trials/{number}/signed", RunTrials, sign, same).Makes(kernel.Everything).Logged(),
	}, Jobs: []kernel.Job{looks()}}
}

// NewTrial is a question as a manager puts it. Of a school's step the ways are two of its choices.
type NewTrial struct {
	Question string     `json:"question" maxLength:"300"`
	Step     rules.Step `json:"step,omitempty" optional:"true"`
	WayA     string     `json:"way_a" maxLength:"200"`
	WayB     string     `json:"way_b" maxLength:"200"`
	FirstOn  string     `json:"first_on" doc:"the day of the first look"`
	Every    int        `json:"every_months" minimum:"1" maximum:"24"`
	Looks    int        `json:"looks" minimum:"1" maximum:"10"`
}

// check tells what of a question cannot be, and on which days it is looked at.
func (n NewTrial) check(tx *kernel.Tx) ([]string, error) {
	l := append(fault.Missing("question", strings.TrimSpace(n.Question)), fault.Missing("way_a", strings.TrimSpace(n.WayA))...)
	l = append(l, fault.Missing("way_b", strings.TrimSpace(n.WayB))...)
	first := kernel.Date(&l, "first_on", n.FirstOn)
	if !l.Has("first_on") && !first.After(tx.Today()) {
		l.Add("first_on", fault.AtLeast, tx.Today().AddDate(0, 0, 1).Format(time.DateOnly))
	}
	if n.Step != "" {
		s, known := rules.FindSchools(n.Step)
		if !known {
			l.Add("step", fault.NotAChoice, nil)
		}
		for field, way := range map[string]string{"way_a": n.WayA, "way_b": n.WayB} {
			if known && !l.Has(field) && !slices.Contains(s.Choices, way) {
				l.Add(field, fault.NotAChoice, nil)
			}
		}
	}
	if !l.Has("way_b") && strings.TrimSpace(n.WayA) == strings.TrimSpace(n.WayB) {
		l.Add("way_b", fault.SaidTwice, nil)
	}
	days := []string{}
	for k := range n.Looks {
		days = append(days, first.AddDate(0, k*n.Every, 0).Format(time.DateOnly))
	}
	return days, l.Err()
}

// begin opens a trial. Its looks and what false alarm is risked are fixed with it.
func begin(tx *kernel.Tx, _ kernel.None, n NewTrial) (int, error) {
	days, err := n.check(tx)
	if err != nil {
		return 0, err
	}
	number, err := tx.Next("trial", 1)
	if err != nil {
		return 0, err
	}
	return number, kernel.Add(tx, &Trial{ID: kernel.NewID(), Number: number, Question: strings.TrimSpace(n.Question), Step: n.Step, WayA: strings.TrimSpace(n.WayA), WayB: strings.TrimSpace(n.WayB),
		FalseAlarm: tx.Who.House.Value(rules.TrialFalseAlarm), Seed: rand.Uint64(), Looks: days, BegunOn: tx.Today(), PersonID: tx.Who.ID, At: tx.Now, Version: 1})
}

// hold holds a trial. Errors: kernel.Stale.
func hold(tx *kernel.Tx, p kernel.ByNumber, version int) (Trial, error) {
	t, err := kernel.Held[Trial](tx, "SELECT * FROM trials WHERE number = ?", p.Number)
	if err != nil {
		return t, err
	}
	if t.Version != version {
		now, err := see(tx, p)
		return t, errors.Join(err, kernel.Stale{Current: now})
	}
	return t, nil
}

// Ended is how a manager ends a trial, and why where it is given up.
type Ended struct {
	As      EndedAs `json:"as"`
	Reason  string  `json:"reason,omitempty" maxLength:"500"`
	Version int     `json:"version"`
}

// end ends a trial as planned: when a look found a difference, or after the last look when none did. It may be given up at any time with a
// reason; it has then answered nothing.
//
// Refused: trial-ended; trial-not-yet when no look lets it end so.
func end(tx *kernel.Tx, p kernel.ByNumber, n Ended) (int, error) {
	t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	if t.EndedAs != "" {
		return 0, kernel.Refused{Code: "trial-ended"}
	}
	told, err := toldOf(tx, t)
	if err != nil {
		return 0, err
	}
	found := slices.ContainsFunc(told, func(l Told) bool { return l.Told.Found })
	switch n.As {
	case Abandoned:
		if err := fault.Missing("reason", strings.TrimSpace(n.Reason)).Err(); err != nil {
			return 0, err
		}
	case Found:
		if !found {
			return 0, kernel.Refused{Code: "trial-not-yet", Field: "as"}
		}
	case NothingFound:
		if found || len(told) < len(t.Looks) {
			return 0, kernel.Refused{Code: "trial-not-yet", Field: "as"}
		}
	}
	return t.Number, kernel.ChangeOne[Trial](tx, map[string]any{"ended_as": n.As, "ended_reason": strings.TrimSpace(n.Reason), "ended_by": tx.Who.ID, "ended_at": tx.Now, "version": t.Version + 1}, "id = ?", t.ID)
}

// Signing is that a manager makes the better way the house's own.
type Signing struct {
	Reason  string `json:"reason" maxLength:"300"`
	Version int    `json:"version"`
}

// sign makes the way in which they lived longer the house's default, and freezes what it rests on beside it. What was merely observed signs
// nothing.
//
// Refused: trial-found-nothing when it did not end with a difference; trial-no-school when its ways are no school's; trial-signed.
func sign(tx *kernel.Tx, p kernel.ByNumber, n Signing) (int, error) {
	t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	switch {
	case t.EndedAs != Found:
		return 0, kernel.Refused{Code: "trial-found-nothing"}
	case t.Step == "":
		return 0, kernel.Refused{Code: "trial-no-school"}
	case t.Signed.Key != "":
		return 0, kernel.Refused{Code: "trial-signed"}
	}
	if err := fault.Missing("reason", strings.TrimSpace(n.Reason)).Err(); err != nil {
		return 0, err
	}
	told, err := toldOf(tx, t)
	if err != nil {
		return 0, err
	}
	t.Signed = Signed{Key: "school:" + string(t.Step), From: tx.Who.House.School(t.Step), To: t.WayA, Reason: strings.TrimSpace(n.Reason), By: tx.Who.Name, On: tx.Today().Format(time.DateOnly)}
	for _, l := range told {
		t.Signed.Looks = append(t.Signed.Looks, l.Told)
		if l.Told.Found && l.Told.Better == trial.B {
			t.Signed.To = t.WayB
		}
	}
	if err := signRule(tx, t); err != nil {
		return 0, err
	}
	t.Version++
	return t.Number, kernel.Ours(tx.DB().Select("signed", "version").Updates(&t).Error)
}

func toldOf(tx *kernel.Tx, t Trial) ([]Told, error) {
	return kernel.Many[Told](tx, "look", "trial_id = ?", t.ID)
}
