package outcomes

import (
	"fmt"
	"slices"
	"time"

	"sedum/app/bench"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/core/visit"
	"sedum/kernel"
)

// MarkKind is what a mark on the line of a tree's life is.
type MarkKind string

// All lists them in the order of a life.
func (MarkKind) All() []MarkKind {
	return []MarkKind{"came", "looked", "worked", "sheet", "planted", "visited", "trouble", "claim", "lost", "due"}
}

// Mark is something that happened to a tree, or that is planned for it.
type Mark struct {
	On   string   `json:"on"`
	Kind MarkKind `json:"kind"`
	Text string   `json:"text"`
	// Wants is that it asked for something, or found it ailing.
	Wants bool `json:"wants"`
	// ShootMM is the growth that was measured then, null where nobody did.
	ShootMM *float64 `json:"shoot_mm" decimals:"0"`
	Ref     string   `json:"ref" doc:"what its page is called by, empty where it has none"`
}

// Life is a tree from its arrival to its seventh year in the ground.
type Life struct {
	From  string `json:"from"`
	To    string `json:"to"`
	Marks []Mark `json:"marks" doc:"in their order"`
}

// yearsFollowed is how long a planted tree is followed.
const yearsFollowed = 7

func life(tx *kernel.Tx, p kernel.ByID) (Life, error) {
	out := Life{Marks: []Mark{}}
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return out, err
	}
	s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
	if err != nil {
		return out, err
	}
	of, err := yard.TreesByID(tx, []string{t.TreeID})
	if err != nil || len(of) == 0 {
		return out, err
	}
	r, err := bench.RecordOf(tx, of[0])
	if err != nil {
		return out, err
	}
	out.inTheYard(tx, r)
	out.add(tx.DayOf(s.IssuedAt), "sheet", tx.Say.Say("life.sheet", map[string]any{"number": s.Number}), false, fmt.Sprint(s.Number))
	out.add(t.PlantedOn, "planted", tx.Say.Say("life.planted", map[string]any{"customer": s.Content.SpotName}), false, "")
	if err := out.inTheGround(tx, t); err != nil {
		return out, err
	}
	slices.SortStableFunc(out.Marks, func(a, b Mark) int {
		switch {
		case a.On < b.On:
			return -1
		case a.On > b.On:
			return 1
		}
		return 0
	})
	out.From = out.Marks[0].On
	out.To = max(out.Marks[len(out.Marks)-1].On, t.PlantedOn.AddDate(yearsFollowed, 0, 0).Format(time.DateOnly))
	return out, nil
}

func (out *Life) add(on time.Time, kind MarkKind, text string, wants bool, ref string) *Mark {
	out.Marks = append(out.Marks, Mark{On: on.Format(time.DateOnly), Kind: kind, Text: text, Wants: wants, Ref: ref})
	return &out.Marks[len(out.Marks)-1]
}

// inTheYard is what happened before it left: it came, it was looked at, its roots were worked on.
func (out *Life) inTheYard(tx *kernel.Tx, r bench.Record) {
	out.add(r.Lot.ArrivedOn, "came", tx.Say.Say("life.came", map[string]any{"grower": r.Lot.Grower.Name, "lot": r.Lot.Number}), false, fmt.Sprint(r.Lot.Number))
	for _, c := range r.Checks {
		out.add(tx.DayOf(c.At), "looked", tx.Say.Say("life.looked", map[string]any{"verdict": tx.Say.Say("verdict."+string(c.Assessment.Verdict), nil), "by": c.Person.Name}), c.Assessment.Verdict != stock.Sell, r.Tree.Tag)
	}
	days := map[string]bool{}
	for _, c := range r.Corrections {
		on := tx.DayOf(c.At)
		if c.Done && !days[on.Format(time.DateOnly)] {
			days[on.Format(time.DateOnly)] = true
			out.add(on, "worked", tx.Say.Say("life.worked", map[string]any{"by": c.Person.Name}), false, r.Tree.Tag)
		}
	}
}

// inTheGround is what happened since: visits, troubles, claims, its end; and the looks that are planned still.
func (out *Life) inTheGround(tx *kernel.Tx, t planted.Tree) error {
	page, err := visits.Pages(tx, t)
	if err != nil {
		return err
	}
	for _, v := range page.Visits {
		on, err := time.Parse(time.DateOnly, v.VisitedOn)
		if err != nil {
			return err
		}
		by := v.By
		if v.ByCustomer {
			by = tx.Say.Say("life.customer", nil)
		}
		m := out.add(on, "visited", tx.Say.Say("life.visited", map[string]any{"by": by}), len(v.Wants) > 0, "")
		m.ShootMM = v.Facts.ShootMM
		for _, w := range v.Wants {
			m.Text += "; " + w
		}
	}
	list, err := kernel.Many[troubles.Trouble](tx, "number", "planted_id = ? AND taken_back_at IS NULL", t.ID)
	if err != nil {
		return err
	}
	for _, each := range list {
		text := tx.Say.Say("life.trouble", nil)
		if each.Cause != "" {
			text = tx.Say.Say("life.trouble-of", map[string]any{"cause": tx.Say.Say("cause.name."+string(each.Cause), nil)})
		}
		out.add(each.OpenedOn, "trouble", text, true, fmt.Sprint(each.Number))
	}
	claims, err := kernel.Rows[struct {
		Number  int
		AskedOn time.Time
		Answer  string
	}](tx, "SELECT number, asked_on, answer FROM guarantee_claims WHERE planted_id = ? AND taken_back_at IS NULL ORDER BY number", t.ID)
	if err != nil {
		return err
	}
	for _, c := range claims {
		text := tx.Say.Say("life.claim", nil)
		if c.Answer != "" {
			text += ": " + tx.Say.Say("claim.answer."+c.Answer, nil)
		}
		out.add(c.AskedOn, "claim", text, c.Answer == "", fmt.Sprint(c.Number))
	}
	if t.EndedOn != nil {
		out.add(*t.EndedOn, "lost", tx.Say.Say("life.lost", nil), true, "")
		return nil
	}
	for _, due := range visit.Days(t.PlantedOn) {
		if t.Contact && due.After(tx.Today()) {
			out.add(due, "due", tx.Say.Say("life.due", nil), false, "")
		}
	}
	return nil
}
