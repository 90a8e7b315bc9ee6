package sheets

import (
	"sedum/app/bench"
	"sedum/app/ground"
	housed "sedum/app/rules"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// TryRule is a change of a house rule that somebody thinks of: a threshold, or (key "school:step") a school.
type TryRule struct {
	Key   string `json:"key" maxLength:"60"`
	Value string `json:"value" maxLength:"60"`
}

// Tried is what a change would mean today: to the trees that were looked at, and to the sheets that are still to be planted by. Nothing of
// it is done: what was judged stays until it is looked at again, and issued sheets do not move.
type Tried struct {
	Is     string       `json:"is"`
	Would  string       `json:"would"`
	Trees  []TriedTree  `json:"trees"`
	Looked int          `json:"looked" doc:"how many trees were judged anew for this"`
	More   bool         `json:"more" doc:"there are more trees than were judged anew"`
	Sheets []TriedSheet `json:"sheets"`
	Open   int          `json:"open" doc:"how many sheets are still to be planted by"`
}

// TriedTree is a tree that would be judged otherwise.
type TriedTree struct {
	Tag   string `json:"tag"`
	Is    string `json:"is"`
	Would string `json:"would"`
}

// TriedSheet is a sheet that would come out otherwise, with its figures before and after.
type TriedSheet struct {
	Number   int      `json:"number"`
	Customer string   `json:"customer"`
	Figures  []string `json:"figures"`
}

// triedMost is how many looks are judged anew for one question.
const triedMost = 3000

func tryRule(tx *kernel.Tx, _ kernel.None, ask TryRule) (Tried, error) {
	now := tx.Who.House
	next, err := housed.With(now, ask.Key, ask.Value)
	if err != nil {
		return Tried{}, err
	}
	out := Tried{Trees: []TriedTree{}, Sheets: []TriedSheet{}}
	out.Is, _ = housed.Says(tx.Say, now, ask.Key)
	out.Would, _ = housed.Says(tx.Say, next, ask.Key)
	looks, err := bench.Judged(tx, triedMost+1)
	if err != nil {
		return out, err
	}
	if len(looks) > triedMost {
		looks, out.More = looks[:triedMost], true
	}
	out.Looked = len(looks)
	for _, l := range looks {
		is, err := stock.Assess(now, l.Subject, l.Readings)
		if err != nil {
			continue // of an earlier program: it is judged when it is looked at again
		}
		would, err := stock.Assess(next, l.Subject, l.Readings)
		if err == nil && is.Verdict != would.Verdict {
			out.Trees = append(out.Trees, TriedTree{l.Tag, verdictWord(tx.Say, is.Verdict), verdictWord(tx.Say, would.Verdict)})
		}
	}
	open, err := kernel.Many[Sheet](tx, "number", "withdrawn_at IS NULL AND planting_on >= ?", tx.Today())
	if err != nil {
		return out, err
	}
	out.Open = len(open)
	spotIDs := []string{}
	for _, s := range open {
		spotIDs = append(spotIDs, s.SpotID)
	}
	grounds, err := ground.SchoolsOf(tx, spotIDs)
	if err != nil {
		return out, err
	}
	for _, s := range open {
		now, next := grounds[s.SpotID].House(now), grounds[s.SpotID].House(next)
		if figures := figuresApart(tx.Say, now, next, s.Content); len(figures) > 0 {
			out.Sheets = append(out.Sheets, TriedSheet{s.Number, s.Content.Customer, figures})
		}
	}
	return out, nil
}

func verdictWord(s words.Speaker, v stock.Verdict) string { return s.Say("verdict."+string(v), nil) }

// figuresApart says in which figures a sheet's plan by two houses differs, the schools that were chosen for it kept; whether it would still
// be one comes first.
func figuresApart(s words.Speaker, now, next rules.House, c Content) []string {
	is, would := planBy(now, c), planBy(next, c)
	if is.Refused != would.Refused {
		return []string{s.Say("plan.refused", nil)}
	}
	out := []string{}
	after := map[string]planting.Number{}
	for _, n := range would.Numbers {
		after[n.Key] = n
	}
	for _, n := range is.Numbers {
		was, then := s.Measure(planting.Measure{Value: n.Value, Unit: n.Unit}), s.Measure(planting.Measure{Value: after[n.Key].Value, Unit: n.Unit})
		if was != then {
			out = append(out, s.Say("rules.figure", map[string]any{"what": s.Say("number."+n.Key, nil), "is": was, "would": then}))
		}
	}
	if len(out) == 0 && !same(is.Steps, would.Steps) {
		out = append(out, s.Say("rules.steps-apart", nil))
	}
	return out
}

// planBy is the plan of a sheet's facts by a house, with the schools that somebody chose for that sheet alone.
func planBy(house rules.House, c Content) planting.Plan {
	for step, choice := range c.Chosen {
		if next, err := house.WithSchool(step, choice); err == nil {
			house = next
		}
	}
	p, err := planting.Make(house, c.Input)
	if err != nil {
		return planting.Plan{}
	}
	return p
}
