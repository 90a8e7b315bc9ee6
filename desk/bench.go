package desk

import (
	"context"
	"crypto/sha256"
	"encoding/base32"
	"errors"
	"slices"
	"strings"
	"time"

	"sedum/core/care"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/core/yard"
	"sedum/store"
)

// TreeView is a tree with all that the bench shows of it.
type TreeView struct {
	Tree        store.Tree
	Lot         store.Lot
	Subject     stock.Subject
	Checks      []store.Check
	Corrections []store.Correction
	// Done tells which work of the newest check is done.
	Done map[string]bool
	// NextTag is the next unchecked tree of the lot, "" when none is left.
	NextTag string
	Photos  []store.Photo
	// Damages are what journeys did to it, newest first.
	Damages []store.JourneyDamage
	// Potting is how it is potted up, nil for what stands in no pot.
	Potting *yard.Potting
	// Last is the newest look at another tree of the lot, for what repeats in it; nil when there is none.
	Last *stock.Readings
}

// Current is the newest check, nil when nobody has looked.
func (v TreeView) Current() *store.Check {
	if len(v.Checks) == 0 {
		return nil
	}
	return &v.Checks[0]
}

// Tree finds a tree by its tag as typed.
func (d *Desk) Tree(ctx context.Context, who Caller, typed string) (TreeView, error) {
	if !May(who.Role, SeeYard) {
		return TreeView{}, ErrNotAllowed
	}
	code, err := tag.Parse(typed)
	if err != nil {
		return TreeView{}, err
	}
	t, err := d.Store.TreeByTag(ctx, code)
	if err != nil {
		return TreeView{}, err
	}
	return d.viewTree(ctx, d.Store, who, t)
}

func (d *Desk) viewTree(ctx context.Context, s *store.Store, who Caller, t store.Tree) (TreeView, error) {
	v := TreeView{Tree: t, Done: map[string]bool{}}
	var err error
	if v.Lot, err = s.LotByID(ctx, t.LotID); err != nil {
		return v, err
	}
	if v.Checks, err = s.ChecksOf(ctx, t.ID); err != nil {
		return v, err
	}
	if v.Corrections, err = s.CorrectionsOf(ctx, t.ID); err != nil {
		return v, err
	}
	if v.Photos, err = s.PhotosOf(ctx, t.ID); err != nil {
		return v, err
	}
	if v.Damages, err = s.DamagesOf(ctx, t.ID); err != nil {
		return v, err
	}
	if v.Last, err = s.LastReadings(ctx, t.LotID, t.ID); err != nil {
		return v, err
	}
	if v.NextTag, err = d.nextTree(ctx, s, v); err != nil {
		return v, err
	}
	clock, err := d.within(s).clockOf(ctx, who.House, v.Lot, t, d.Now())
	if err != nil {
		return v, err
	}
	v.Subject = d.subject(who.House, v.Lot, clock)
	if c := v.Current(); c != nil {
		v.Done = doneOf(v.Corrections, c.ID)
	}
	v.Potting, err = d.PottingOf(who, v)
	return v, err
}

// nextTree is the next tree of the lot's sample that nobody looked at; without a sample the next in the lot.
func (d *Desk) nextTree(ctx context.Context, s *store.Store, v TreeView) (string, error) {
	if v.Lot.Decision == "open" {
		drawn, err := s.DrawnOf(ctx, v.Lot.ID)
		if err != nil {
			return "", err
		}
		if drawn != nil {
			return s.NextDrawn(ctx, v.Lot.ID, drawn, v.Tree.Number)
		}
	}
	return s.NextInLot(ctx, v.Lot.Number, v.Tree.Number)
}

// doneOf reads which work of a check stands as done: the last entry for each key counts.
func doneOf(corrections []store.Correction, checkID string) map[string]bool {
	done := map[string]bool{}
	for _, c := range corrections {
		if c.CheckID == checkID {
			done[c.WorkKey] = c.Done
		}
	}
	return done
}

// subject is what the yard knows of a tree before anyone looks at it, in today's season.
func (d *Desk) subject(h rules.House, lot store.Lot, clock string) stock.Subject {
	foliage := "deciduous"
	if lot.Kind.Facts.Evergreen {
		foliage = "evergreen"
	}
	season := stock.Season(care.DayOf(d.today()), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)),
		lot.Kind.Facts.Evergreen, nil)
	return stock.Subject{
		Form: lot.Form, Habit: lot.Kind.Habit, Foliage: foliage, Pot: lot.Pot, Season: season,
		Covered: !lot.Kind.Facts.NotCovered, Medium: lot.Medium, Sizing: lot.Sizing, Grafted: lot.Grafted, Clock: clock, Origin: lot.Origin,
		MovesBadly: lot.Kind.Facts.MovesBadly,
	}
}

func (d *Desk) daysToDormancy(h rules.House) int {
	return stock.DaysToDormancy(care.DayOf(d.today()), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)))
}

// Assess answers while someone types. It reads no record: the page brings what the bench told it of the tree.
func (d *Desk) Assess(who Caller, s stock.Subject, r stock.Readings) (stock.Assessment, error) {
	if !May(who.Role, CheckTrees) {
		return stock.Assessment{}, ErrNotAllowed
	}
	return stock.Assess(who.House, s, r)
}

// NewCheck is one look to be kept.
type NewCheck struct {
	Version   int            `json:"version" doc:"of the tree as it was seen"`
	AfterWork bool           `json:"after_work" doc:"measured again after the work list was done"`
	Season    string         `json:"season,omitempty" enum:",dormant,autumn,summer,spring-flush" doc:"a person may correct it"`
	Readings  stock.Readings `json:"readings"`
}

// Saved is what a save answers: where the tree stands, and the tree that comes next.
type Saved struct {
	Tag     string
	State   stock.State
	Version int
	NextTag string
}

// SaveCheck appends one look at a tree and moves the tree to where its entries put it.
//
// Errors: Stale with the TreeView when somebody else saved meanwhile; Refused when the tree has left the yard's hands.
func (d *Desk) SaveCheck(ctx context.Context, who Caller, typed, key string, c NewCheck) (Saved, error) {
	if !May(who.Role, CheckTrees) {
		return Saved{}, ErrNotAllowed
	}
	code, err := tag.Parse(typed)
	if err != nil {
		return Saved{}, err
	}
	if len(key) < 8 || len(key) > 64 {
		return Saved{}, Refused{Code: "idempotency-key", Field: "idempotency_key"}
	}
	onBench, err := d.Store.TreeOnBench(ctx, code)
	if err != nil {
		return Saved{}, err
	}
	t, lot := onBench.Tree, onBench.Lot
	check, err := d.judgeLook(ctx, d.Store, who, lot, t, c)
	if err != nil {
		return Saved{}, err
	}
	// The entry is named by the key that it came with: sent twice, it is there once. This is the deed of the fast hands; it
	// takes no lock before it writes, and the tree's version says whether somebody was there meanwhile.
	check.ID = idOf(who.ID, key, code)
	after := t
	after.Version, after.State, after.StateSince, after.CheckID, after.DueOn = c.Version, stock.StateAfter(check.Assessment), check.At, &check.ID, nil
	after.Faulty = stock.CountsForLot(check.Assessment, c.AfterWork)
	if after.State == stock.Held {
		due := d.dayOf(check.At).AddDate(0, 0, stock.HoldDays(check.Assessment.Reasons, d.daysToDormancy(who.House)))
		after.DueOn = &due
	}
	err = d.Store.SaveLook(ctx, check, after, closedStates)
	switch {
	case errors.Is(err, store.ErrTwice):
		if after, err = d.Store.TreeByTag(ctx, code); err != nil {
			return Saved{}, err
		}
		after.Version--
	case errors.Is(err, store.ErrMoved):
		return Saved{}, d.whyNotSaved(ctx, who, code)
	case err != nil:
		return Saved{}, err
	}
	next := onBench.NextInLot
	switch {
	case lot.Decision == "open" && onBench.Drawn != nil:
		next, err = d.Store.NextDrawn(ctx, lot.ID, onBench.Drawn, t.Number)
	case next == "": // the last of the lot: perhaps one before it was left out
		next, err = d.Store.NextInLot(ctx, lot.Number, t.Number)
	}
	return Saved{Tag: code, State: after.State, Version: after.Version + 1, NextTag: next}, err
}

// closedStates are those in which a tree has left the yard's hands.
var closedStates = [4]stock.State{stock.Sold, stock.Reserved, stock.SentBack, stock.Lost}

// whyNotSaved tells a tree that has left the yard from one that somebody else saved meanwhile.
func (d *Desk) whyNotSaved(ctx context.Context, who Caller, code string) error {
	t, err := d.Store.TreeByTag(ctx, code)
	if err != nil {
		return err
	}
	if slices.Contains(closedStates[:], t.State) {
		return Refused{Code: "tree-" + string(t.State), Field: "tag"}
	}
	view, err := d.viewTree(ctx, d.Store, who, t)
	return errors.Join(err, Stale{Current: view})
}

// idOf names an entry by who sent it, the key that it came with, and its tree.
func idOf(personID, key, code string) string {
	sum := sha256.Sum256([]byte(personID + " " + key + " " + code))
	return strings.ToLower(base32.StdEncoding.EncodeToString(sum[:10]))
}

// judgeLook makes the entry of a look, with what was known of the tree and the rules in force.
func (d *Desk) judgeLook(ctx context.Context, tx *store.Store, who Caller, lot store.Lot, t store.Tree, c NewCheck) (store.Check, error) {
	clock, err := d.within(tx).clockOf(ctx, who.House, lot, t, d.entered(who))
	if err != nil {
		return store.Check{}, err
	}
	subject := d.subject(who.House, lot, clock)
	if c.Season != "" {
		subject.Season = c.Season
	}
	a, err := stock.Assess(who.House, subject, c.Readings)
	return store.Check{
		ID: store.NewID(), TreeID: t.ID, PersonID: who.ID, At: d.entered(who), AfterWork: c.AfterWork, Verdict: a.Verdict,
		Subject: subject, Readings: c.Readings, Assessment: a, Rules: who.House.Changed(), CoreVersion: rules.CoreVersion,
	}, err
}

// Correct appends that a piece of work is done, or takes that back.
func (d *Desk) Correct(ctx context.Context, who Caller, typed, key, workKey string, done bool) (TreeView, error) {
	if !May(who.Role, CheckTrees) {
		return TreeView{}, ErrNotAllowed
	}
	return d.onTree(ctx, who, typed, key, "correct", func(tx *store.Store, t store.Tree) (string, error) {
		if t.CheckID == nil || t.State != stock.InWork && t.State != stock.NotJudged {
			return "", Refused{Code: "no-work", Field: "work_key"}
		}
		check, err := tx.CheckByID(ctx, *t.CheckID)
		if err != nil {
			return "", err
		}
		for _, w := range check.Assessment.Work {
			if w.Key == workKey {
				c := store.Correction{ID: store.NewID(), TreeID: t.ID, CheckID: check.ID, WorkKey: w.Key, Code: w.Code,
					AmountMM: w.AmountMM, Done: done, PersonID: who.ID, At: d.entered(who)}
				return c.ID, store.Add(ctx, tx, &c)
			}
		}
		return "", Refused{Code: "no-such-work", Field: "work_key"}
	})
}

// Move is a change of state that a person decides.
type Move struct {
	Version int         `json:"version"`
	To      stock.State `json:"to" enum:"sold,sent-back,for-sale,not-yet-judged"`
	Note    string      `json:"note" maxLength:"500"`
}

// moves lists who may move a tree from where to where.
var moves = map[[2]stock.State]Deed{
	{stock.ForSale, stock.Sold}:     SellTrees,
	{stock.Reserved, stock.Sold}:    SellTrees,
	{stock.Reserved, stock.ForSale}: SellTrees,
	{stock.Unreleased, stock.Sold}:  SellTrees,
	{stock.Apart, stock.SentBack}:   DecideReturn,
	{stock.Apart, stock.NotJudged}:  DecideReturn,
}

// MoveTree sells a tree, lets a reservation go, or decides on a proposed send-back.
func (d *Desk) MoveTree(ctx context.Context, who Caller, typed, key string, m Move) (TreeView, error) {
	return d.onTree(ctx, who, typed, key, "move", func(tx *store.Store, t store.Tree) (string, error) {
		if t.Version != m.Version {
			view, err := d.viewTree(ctx, tx, who, t)
			return "", errors.Join(err, Stale{Current: view})
		}
		deed, ok := moves[[2]stock.State{t.State, m.To}]
		if !ok {
			return "", Refused{Code: "no-such-move", Field: "to"}
		}
		if !May(who.Role, deed) {
			return "", ErrNotAllowed
		}
		if m.To == stock.Sold {
			open, err := tx.OpenDamages(ctx, t.ID)
			if err != nil {
				return "", err
			}
			if open > 0 {
				return "", Refused{Code: "repair-first", Field: "to"}
			}
		}
		return t.Tag, d.moveTo(ctx, tx, who, t, m.To, m.Note)
	})
}

func (d *Desk) moveTo(ctx context.Context, tx *store.Store, who Caller, t store.Tree, to stock.State, note string) error {
	return d.moveToUntil(ctx, tx, who, t, to, note, nil)
}

func (d *Desk) moveToUntil(ctx context.Context, tx *store.Store, who Caller, t store.Tree, to stock.State, note string, due *time.Time) error {
	now := d.Now()
	event := store.TreeEvent{ID: store.NewID(), TreeID: t.ID, PersonID: who.ID, At: now, FromState: t.State, ToState: to, Note: note}
	if err := store.Add(ctx, tx, &event); err != nil {
		return err
	}
	t.State, t.StateSince, t.DueOn = to, now, due
	return tx.MoveTree(ctx, t)
}
