package bench

import (
	"time"

	"sedum/app/journeys"
	"sedum/app/photos"
	housed "sedum/app/rules"
	"sedum/app/yard"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Look is one look in the record of a tree.
type Look struct {
	ID        string       `json:"id"`
	At        time.Time    `json:"at"`
	By        string       `json:"by"`
	AfterWork bool         `json:"after_work"`
	Season    stock.Season `json:"season"`
	// SeasonText says that a person corrected the season, from what and why; "" when nobody did.
	SeasonText string         `json:"season_text"`
	Readings   stock.Readings `json:"readings"`
	Assessment Assessed       `json:"assessment"`
}

// Tree is the page of a tree.
type Tree struct {
	Tag       string      `json:"tag"`
	Number    int         `json:"number" doc:"place in the lot"`
	Row       int         `json:"row" doc:"where it stands; 0 when its lot does not stand in rows"`
	InRow     int         `json:"in_row"`
	State     stock.State `json:"state"`
	StateWord string      `json:"state_word"`
	DueOn     *string     `json:"due_on"`
	// Said is the word by which it stands so; null when a look put it there.
	Said    *yard.Said    `json:"said"`
	Version int           `json:"version"`
	Lot     yard.LotLine  `json:"lot"`
	Subject stock.Subject `json:"subject"`
	// Above is what is looked at above the line, the sound finding first.
	Above   []stock.AbovePart `json:"above"`
	Checks  []Look            `json:"checks" doc:"newest first"`
	NextTag string            `json:"next_tag"`
	ID      string            `json:"id" doc:"what its mended entries are kept under"`
	Bundle  int               `json:"bundle_count" doc:"trees under this tag"`
	Place   string            `json:"place" doc:"where it was moved to; empty: with its lot"`
	Photos  []photos.Shown    `json:"photos"`
	Damages []journeys.Shown  `json:"damages" doc:"what journeys did, newest first"`
	Potting []string          `json:"potting" doc:"how it is potted up, in order; empty for what stands in no pot"`
	// Last is the newest look at another tree of the lot, for what repeats in it.
	Last *stock.Readings `json:"last"`
	// WorkDone says that every piece of work is done and the ball is to be measured again.
	WorkDone bool `json:"work_done"`
	// Uncovered says that the flare was uncovered since the newest look, and is to be measured.
	Uncovered bool            `json:"uncovered"`
	After     *stock.Readings `json:"after" doc:"the next look as it would be when the work is done: hints to measure against, never entries"`
	// Untouched is what of the last look the work did not touch; the rest is looked at again.
	Untouched *stock.Readings `json:"untouched"`
}

func (b Bench) page(tx *kernel.Tx, p kernel.ByTag) (Tree, error) {
	t, err := yard.TreeByTag(tx, p.Tag)
	if err != nil {
		return Tree{}, err
	}
	r, err := RecordOf(tx, t)
	if err != nil {
		return Tree{}, err
	}
	out := Tree{Tag: t.Tag, Number: t.Number, State: t.State, StateWord: yard.StateWord(tx, t.State), Version: t.Version, Lot: r.Lot.Line(),
		Checks: []Look{}, Bundle: t.BundleCount, Place: t.Place, ID: t.ID}
	out.Row, out.InRow = sampling.Rows{PerRow: r.Lot.PerRow}.Standing(t.Number)
	if t.DueOn != nil {
		due := t.DueOn.Format(time.DateOnly)
		out.DueOn = &due
	}
	status, err := b.Clocks.Status(tx, r.Lot, t, tx.Now)
	if err != nil {
		return out, err
	}
	out.Subject = subjectOf(tx, r.Lot, status)
	if t.State == stock.ForSale && status == stock.Spent {
		out.StateWord = tx.Say.Say("state.spent", nil)
	}
	out.Subject.RemovedBefore = removedBefore(tx, r)
	out.Above = stock.AboveParts(out.Subject)
	said, err := yard.SaidOf(tx, []string{t.ID})
	if err != nil {
		return out, err
	}
	if word, ok := said[t.ID]; ok && word.Note != "" {
		out.Said = &word
	}
	if out.Photos, err = photos.Show(tx, t.ID); err != nil {
		return out, err
	}
	if out.Damages, err = journeys.Show(tx, t.ID); err != nil {
		return out, err
	}
	if out.Last, err = lastInLot(tx, t); err != nil {
		return out, err
	}
	if out.NextTag, err = yard.NextToLookAt(tx, r.Lot, t.Number); err != nil {
		return out, err
	}
	if out.Potting, err = potting(tx, r); err != nil {
		return out, err
	}
	out.workDone(r)
	return out, out.looks(tx, r)
}

// looks shows each look by the rules that it was judged by.
func (t *Tree) looks(tx *kernel.Tx, r Record) error {
	digests := []string{}
	for _, c := range r.Checks {
		digests = append(digests, c.House)
	}
	houses, err := housed.Kept(tx, digests)
	for _, c := range r.Checks {
		done := map[string]Correction{}
		for _, each := range r.Corrections {
			if each.CheckID == c.ID {
				done[each.WorkKey] = each
			}
		}
		t.Checks = append(t.Checks, Look{c.ID, c.At, c.Person.Name, c.AfterWork, c.Subject.Season, seasonText(tx.Say, c), c.Readings,
			showAssessment(tx.Say, houses[c.House], c.Subject.Season, c.Readings, c.Assessment, done)})
	}
	return err
}

func (t *Tree) workDone(r Record) {
	c := r.Current()
	if c == nil {
		return
	}
	t.Uncovered = r.Tree.State == stock.NotJudged && c.Assessment.ToUncover() && r.Done[string(stock.Uncover)]
	if !r.Tree.State.MayWork() {
		return
	}
	if t.WorkDone = stock.WorkDone(c.Assessment, r.Done); t.WorkDone {
		after := stock.AfterWork(c.Assessment, c.Readings, func(key string) bool { return r.Done[key] })
		untouched := stock.Untouched(c.Assessment, c.Readings, func(key string) bool { return r.Done[key] })
		t.After, t.Untouched = &after, &untouched
	}
}

func seasonText(s words.Speaker, c Check) string {
	if c.SeasonWas == "" {
		return ""
	}
	return s.Say("season.corrected", map[string]any{"was": s.Say("season."+string(c.SeasonWas), nil), "is": s.Say("season."+string(c.Subject.Season), nil),
		"by": c.Person.Name, "reason": c.SeasonReason})
}
