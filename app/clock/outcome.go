package clock

import (
	"fmt"
	"strings"
	"time"

	"sedum/app/people"
	records "sedum/app/yard"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// RootOutcome is what a batch of bare roots came to, as counted on a day, appended.
type RootOutcome struct {
	ID    string
	LotID string
	yard.Outcome
	Note     string
	PersonID string
	At       time.Time

	Person people.Named
}

// NewOutcome is what a batch of bare roots came to.
type NewOutcome struct {
	Lot int `json:"lot" minimum:"1"`
	yard.Outcome
	Note string `json:"note" maxLength:"200"`
}

// countBatch appends what a batch came to. It cannot count more trees than came.
func countBatch(tx *kernel.Tx, _ kernel.None, n NewOutcome) (lotID string, err error) {
	lot, err := records.LotByNumber(tx, n.Lot)
	if err != nil {
		return "", err
	}
	if lot.Form != stock.BareRoot {
		return "", kernel.Refused{Code: "no-clock", Field: "lot"}
	}
	tally, err := records.TallyOf(tx, lot.Number)
	if err != nil {
		return "", err
	}
	if _, err := n.Shares(tally.Trees); err != nil {
		return "", err
	}
	return lot.ID, kernel.Add(tx, &RootOutcome{ID: kernel.NewID(), LotID: lot.ID, Outcome: n.Outcome, Note: strings.TrimSpace(n.Note), PersonID: tx.Who.ID, At: tx.Now})
}

// Counted is what a batch came to, in words.
type Counted struct {
	At   time.Time `json:"at"`
	By   string    `json:"by"`
	Text string    `json:"text"`
	Note string    `json:"note"`
}

// Outcomes is what a lot came to, newest first.
type Outcomes struct {
	Outcomes []Counted `json:"outcomes" doc:"newest first"`
}

// OutcomesOf is what a lot came to, newest first.
func OutcomesOf(tx *kernel.Tx, lotID string) (Outcomes, error) {
	list, err := kernel.Many[RootOutcome](tx.With("Person"), "at DESC, id DESC", "lot_id = ?", lotID)
	out := Outcomes{[]Counted{}}
	for _, o := range list {
		s, err := o.Shares(o.Lost + o.Doubtful + o.Sound)
		if err != nil {
			return out, err
		}
		out.Outcomes = append(out.Outcomes, Counted{o.At, o.Person.Name, tx.Say.Say("outcome.shares", map[string]any{
			"trees": fmt.Sprint(s.Trees), "lost": kernel.Share(s.Lost), "low": kernel.Share(s.LostLow), "high": kernel.Share(s.LostHigh),
			"doubtful": kernel.Share(s.Doubtful), "sound": kernel.Share(s.Sound)}), o.Note})
	}
	return out, err
}
