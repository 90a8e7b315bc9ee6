package bench

import (
	"errors"
	"strings"
	"time"

	"sedum/app/journeys"
	housed "sedum/app/rules"
	"sedum/app/yard"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// NewCheck is one look to be kept.
type NewCheck struct {
	Version   int          `json:"version" doc:"of the tree as it was seen"`
	AfterWork bool         `json:"after_work" doc:"measured again after the work list was done"`
	Season    stock.Season `json:"season,omitempty" optional:"true" doc:"as a person corrected it; left out it is the calendar's"`
	// SeasonReason is why the calendar is wrong about this tree.
	SeasonReason string         `json:"season_reason,omitempty" maxLength:"200"`
	Readings     stock.Readings `json:"readings"`
}

// Saved is short: the hand goes on to the next tree.
type Saved struct {
	yard.Stands
	NextTag string `json:"next_tag" doc:"the next tree to look at, none when the lot is through"`
}

// saveCheck appends one look at a tree and moves the tree to where its entries put it.
//
// Errors: kernel.Stale with the tree's page when somebody else saved meanwhile; Refused when no look counts any more.
func (b Bench) saveCheck(tx *kernel.Tx, p kernel.ByTag, n NewCheck) (Saved, error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return Saved{}, err
	}
	if !t.State.MayLook() {
		return Saved{}, kernel.Refused{Code: "tree-" + string(t.State), Field: "tag"}
	}
	if t.Version != n.Version {
		return Saved{}, b.stale(tx, t)
	}
	// Uncovering a flare is no correction: what is seen then is the look by which the tree is judged.
	n.AfterWork = n.AfterWork && t.Faulty != nil
	lot, err := yard.LotByID(tx, t.LotID)
	if err != nil {
		return Saved{}, err
	}
	c, err := b.judge(tx, lot, t, n)
	if err != nil {
		return Saved{}, err
	}
	c.WhileApart = t.State == stock.Apart && t.Faulty != nil
	if err := kernel.Add(tx, &c); err != nil {
		return Saved{}, err
	}
	state := stock.StateAfterLook(t.State, c.Assessment)
	var due *time.Time
	if state == stock.Held {
		on := tx.DayOf(c.At).AddDate(0, 0, stock.HoldDays(tx.Who.House, c.Assessment.Reasons, daysToDormancy(tx)))
		due = &on
	}
	counts := stock.CountsForLot(c.Assessment, n.AfterWork)
	if c.WhileApart {
		counts = nil
	}
	if err := yard.Judge(tx, t, state, c.ID, c.At, due, counts, c.Readings.HeightM); err != nil {
		return Saved{}, err
	}
	if counts != nil {
		if err := keepScore(tx, lot.GrowerID, t.Faulty != nil, c); err != nil {
			return Saved{}, err
		}
	}
	next, err := yard.NextToLookAt(tx, lot, t.Number)
	return Saved{yard.Stands{Tag: t.Tag, State: state, StateWord: yard.StateWord(tx, state), Version: t.Version + 1}, next}, err
}

func (b Bench) stale(tx *kernel.Tx, t yard.Tree) error {
	page, err := b.page(tx, kernel.ByTag{Tag: t.Tag})
	return errors.Join(err, kernel.Stale{Current: page})
}

// judge makes the entry of a look, with what was known of the tree and the rules in force.
func (b Bench) judge(tx *kernel.Tx, lot yard.Lot, t yard.Tree, n NewCheck) (Check, error) {
	status, err := b.Clocks.Status(tx, lot, t, tx.Entered())
	if err != nil {
		return Check{}, err
	}
	subject := subjectOf(tx, lot, status)
	if subject.RemovedBefore, err = removedFrom(tx, t); err != nil {
		return Check{}, err
	}
	was := stock.Season("")
	if n.Season != "" && n.Season != subject.Season {
		if n.SeasonReason = strings.TrimSpace(n.SeasonReason); n.SeasonReason == "" {
			return Check{}, fault.List{{Field: "season_reason", Code: fault.Required}}
		}
		was, subject.Season = subject.Season, n.Season
	}
	a, err := stock.Assess(tx.Who.House, subject, n.Readings)
	if err != nil {
		return Check{}, err
	}
	house, err := housed.Keep(tx)
	return Check{ID: kernel.NewID(), TreeID: t.ID, PersonID: tx.Who.ID, At: tx.Entered(), AfterWork: n.AfterWork, Verdict: a.Verdict, SeasonWas: was, SeasonReason: n.SeasonReason,
		Subject: subject, Readings: n.Readings, Assessment: a, House: house, CoreVersion: rules.CoreVersion}, err
}

// subjectOf is what the yard knows of a tree before anyone looks at it, in today's season.
func subjectOf(tx *kernel.Tx, lot yard.Lot, clock stock.ClockStatus) stock.Subject {
	foliage := stock.FoliageDeciduous
	if lot.Kind.Facts.Evergreen {
		foliage = stock.FoliageEvergreen
	}
	return stock.Subject{
		Form: lot.Form, Habit: lot.Kind.Habit, Foliage: foliage, Pot: lot.Pot, Season: Season(tx, lot.Kind.Facts.Evergreen),
		Covered: !lot.Kind.Facts.NotCovered, Medium: lot.Medium, Sizing: lot.Sizing, Grafted: lot.IsGrafted(), GraftUnknown: lot.Grafted == nil, Clock: clock, Origin: lot.Origin,
		MovesBadly: lot.Kind.Facts.MovesBadly,
	}
}

// Season is the yard's present season for cutting.
func Season(tx *kernel.Tx, evergreen bool) stock.Season {
	h := tx.Who.House
	return stock.SeasonOf(h, care.DayOf(tx.Today()), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)), evergreen, nil)
}

func daysToDormancy(tx *kernel.Tx) int {
	h := tx.Who.House
	return stock.DaysToDormancy(h, care.DayOf(tx.Today()), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)))
}

// DaysToDormancy counts the days until the yard's trees count as dormant, 0 when they do.
func DaysToDormancy(tx *kernel.Tx) int { return daysToDormancy(tx) }

// Correct is a piece of work of the newest look that is done, or not after all.
type Correct struct {
	WorkKey string `json:"work_key"`
	Done    bool   `json:"done"`
}

// correct appends that a piece of work is done, or takes that back.
func correct(tx *kernel.Tx, p kernel.ByTag, n Correct) (string, error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	if t.CheckID == nil || !t.State.MayWork() {
		return "", kernel.Refused{Code: "no-work", Field: "work_key"}
	}
	c, err := kernel.One[Check](tx, "id = ?", *t.CheckID)
	if err != nil {
		return "", err
	}
	for _, w := range c.Assessment.Work {
		if w.Key == n.WorkKey {
			done := Correction{ID: kernel.NewID(), TreeID: t.ID, CheckID: c.ID, WorkKey: w.Key, Code: w.Code, AmountMM: w.AmountMM, Done: n.Done,
				PersonID: tx.Who.ID, At: tx.Entered()}
			return done.ID, kernel.Add(tx, &done)
		}
	}
	return "", kernel.Refused{Code: "no-such-work", Field: "work_key"}
}

// Move is a change of state that a person decides.
type Move struct {
	Version int         `json:"version"`
	To      stock.State `json:"to" enum:"sold,sent-back,not-yet-judged"`
	Note    string      `json:"note" maxLength:"500"`
}

// move sells a tree, takes one back from a customer, or decides on a proposed send-back. A reservation is let go with its sheet.
func (b Bench) move(tx *kernel.Tx, p kernel.ByTag, m Move) (string, error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	if t.Version != m.Version {
		return "", b.stale(tx, t)
	}
	switch err := stock.MayBecome(t.State, m.To, tx.Who.Role); {
	case errors.Is(err, stock.ErrNotTheirs):
		return "", kernel.ErrNotAllowed
	case err != nil:
		return "", kernel.Refused{Code: "no-such-move", Field: "to"}
	}
	m.Note = strings.TrimSpace(m.Note)
	if stock.NeedsReason(t.State, m.To) && m.Note == "" {
		return "", kernel.Refused{Code: "apart-with-reason", Field: "note"}
	}
	if m.To == stock.Sold {
		if err := b.mayLast(tx, t); err != nil {
			return "", err
		}
		open, err := journeys.Open(tx, t.ID)
		if err != nil {
			return "", err
		}
		if open > 0 {
			return "", kernel.Refused{Code: "repair-first", Field: "to"}
		}
	}
	return t.ID, yard.Move(tx, t, m.To, m.Note, nil)
}

// TakenBack is why the last step of a tree was a mistake.
type TakenBack struct {
	Version int    `json:"version"`
	Reason  string `json:"reason" maxLength:"500"`
}

// takeBack puts a tree back to where it stood before it was sold, sent back or lost by mistake.
func (b Bench) takeBack(tx *kernel.Tx, p kernel.ByTag, n TakenBack) (string, error) {
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	if t.Version != n.Version {
		return "", b.stale(tx, t)
	}
	n.Reason = strings.TrimSpace(n.Reason)
	if err := fault.Missing("reason", n.Reason).Err(); err != nil {
		return "", err
	}
	if !t.State.Left() {
		return "", kernel.Refused{Code: "no-such-move", Field: "tag"}
	}
	if !stock.MayTakeBack(t.State, tx.Who.Role) {
		return "", kernel.ErrNotAllowed
	}
	last, err := yard.LastEvent(tx, t.ID)
	if err != nil {
		return "", err
	}
	if last.ToState != t.State {
		return "", kernel.Refused{Code: "no-such-move", Field: "tag"}
	}
	to := last.FromState
	if to == stock.Reserved {
		held, err := b.Held(tx, t.ID)
		if err != nil {
			return "", err
		}
		if !held { // its sheet was withdrawn since: nobody else could let it go
			to = stock.ForSale
		}
	}
	return t.ID, yard.Move(tx, t, to, n.Reason, nil)
}

// mayLast refuses bare roots that are spent.
func (b Bench) mayLast(tx *kernel.Tx, t yard.Tree) error {
	lot, err := yard.LotByID(tx, t.LotID)
	if err != nil {
		return err
	}
	status, err := b.Clocks.Status(tx, lot, t, tx.Now)
	if err == nil && status == stock.Spent {
		err = kernel.Refused{Code: "clock-spent", Field: "to"}
	}
	return err
}
