package trials

import (
	"errors"
	"time"

	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/core/trial"
	"sedum/kernel"
)

// Pair is a tree for a spot.
type Pair struct {
	Tag    string `query:"tag" json:"tag" maxLength:"40"`
	SpotID string `query:"spot_id" json:"spot_id" maxLength:"16"`
}

// Offer is a trial that a tree may be drawn for, or was.
type Offer struct {
	Number   int    `json:"number"`
	Question string `json:"question"`
	Step     string `json:"step"`
	WayA     string `json:"way_a" doc:"in words"`
	WayB     string `json:"way_b"`
	// Drawn is the way that was drawn, empty while it was not.
	Drawn  trial.Way `json:"drawn" optional:"true"`
	Way    string    `json:"way" doc:"that way in words"`
	Choice string    `json:"choice" doc:"the choice of the step that it is"`
}

// Offers are the trials of a tree and a spot.
type Offers struct {
	Trials []Offer `json:"trials"`
}

func offered(tx *kernel.Tx, p Pair) (Offers, error) {
	out := Offers{Trials: []Offer{}}
	t, err := yard.TreeByTag(tx, p.Tag)
	if errors.Is(err, kernel.ErrMissing) {
		return out, nil
	}
	if err != nil {
		return out, err
	}
	list, err := kernel.Many[Trial](tx, "number", "ended_as = '' OR id IN (SELECT trial_id FROM trial_trees WHERE tree_id = ?)", t.ID)
	if err != nil {
		return out, err
	}
	drawn, err := kernel.Many[Drawn](tx, "trial_id", "tree_id = ? AND spot_id = ?", t.ID, p.SpotID)
	if err != nil {
		return out, err
	}
	for _, each := range list {
		a, b := each.ways(tx)
		o := Offer{Number: each.Number, Question: each.Question, Step: string(each.Step), WayA: a, WayB: b}
		for _, d := range drawn {
			if d.TrialID != each.ID {
				continue
			}
			o.Drawn, o.Way, o.Choice = d.Way, a, each.WayA
			if d.Way == trial.B {
				o.Way, o.Choice = b, each.WayB
			}
		}
		if o.Drawn == "" && (each.EndedAs != "" || t.State != stock.ForSale) {
			continue
		}
		out.Trials = append(out.Trials, o)
	}
	return out, nil
}

// draw lets chance decide in which way a tree is planted, by its block: of one kind and one customer. What was drawn is never drawn again, and
// never taken back: a lot that could be thrown twice is none.
//
// Refused: trial-ended; trial-drawn; trial-not-for-sale.
func draw(tx *kernel.Tx, p kernel.ByNumber, pair Pair) (Pair, error) {
	t, err := kernel.Held[Trial](tx, "SELECT * FROM trials WHERE number = ?", p.Number) // who draws waits for who draws: a place is had once
	if err != nil {
		return pair, err
	}
	if t.EndedAs != "" {
		return pair, kernel.Refused{Code: "trial-ended"}
	}
	tree, err := yard.HoldTree(tx, pair.Tag)
	if err != nil {
		return pair, err
	}
	if tree.State != stock.ForSale {
		return pair, kernel.Refused{Code: "trial-not-for-sale", Field: "tag"}
	}
	type of struct{ KindID, CustomerID string }
	block, err := kernel.Rows[of](tx, "SELECT l.kind_id, i.customer_id FROM lots l, spots p JOIN sites i ON i.id = p.site_id WHERE l.id = ? AND p.id = ?", tree.LotID, pair.SpotID)
	if err != nil {
		return pair, err
	}
	if len(block) == 0 {
		return pair, kernel.ErrMissing
	}
	d := Drawn{TrialID: t.ID, TreeID: tree.ID, SpotID: pair.SpotID, Block: block[0].KindID + " " + block[0].CustomerID, PersonID: tx.Who.ID, At: tx.Now}
	if d.Place, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trial_trees WHERE trial_id = ? AND block = ?", t.ID, d.Block); err != nil {
		return pair, err
	}
	d.Way = trial.Draw(t.Seed, d.Block, d.Place)
	if err := kernel.Add(tx, &d); errors.Is(err, kernel.ErrTwice) {
		return pair, kernel.Refused{Code: "trial-drawn", Field: "tag"}
	} else if err != nil {
		return pair, err
	}
	return Pair{Tag: tree.Tag, SpotID: pair.SpotID}, nil
}

// looks looks at each trial on the days that were fixed when it began, once, with what was known of each day.
func looks() kernel.Job {
	return kernel.Job{ID: "trial-looks", Every: time.Hour, Due: func(tx *kernel.Tx) ([]string, error) {
		list, err := kernel.Many[Trial](tx, "number", "ended_as = ''")
		out := []string{}
		for _, t := range list {
			n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM trial_looks WHERE trial_id = ?", t.ID)
			if err != nil {
				return out, err
			}
			if n < len(t.Looks) && t.Looks[n] <= tx.Today().Format(time.DateOnly) {
				out = append(out, t.ID)
			}
		}
		return out, err
	}, Each: func(tx *kernel.Tx, id string) error {
		t, err := kernel.Held[Trial](tx, "SELECT * FROM trials WHERE id = ?", id)
		if err != nil || t.EndedAs != "" {
			return err
		}
		told, err := toldOf(tx, t)
		if err != nil {
			return err
		}
		for k := len(told); k < len(t.Looks) && t.Looks[k] <= tx.Today().Format(time.DateOnly); k++ {
			on, err := time.Parse(time.DateOnly, t.Looks[k])
			if err != nil {
				return err
			}
			trees, err := treesOf(tx, t, on)
			if err != nil {
				return err
			}
			had := []float64{}
			for _, before := range told {
				if !before.Told.TooEarly {
					had = append(had, before.Told.Limit)
				}
			}
			look := Told{TrialID: t.ID, Look: k, DueOn: on, At: tx.Now, Told: trial.At(inCore(trees), trial.Limit(t.FalseAlarm, len(t.Looks), k, had), t.Seed+uint64(k), trial.Redraws)}
			if err := kernel.Add(tx, &look); err != nil {
				return err
			}
			told = append(told, look)
		}
		return nil
	}}
}
