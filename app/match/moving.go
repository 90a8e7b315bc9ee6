package match

import (
	"time"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/letterhead"
	"sedum/core/calc"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
)

// MoveAsk is a tree that stands in the wrong place of a garden, and the spot where it shall stand.
type MoveAsk struct {
	kernel.ByID
	Kind      string  `query:"kind" maxLength:"120" doc:"common or botanical name, as in the catalogue"`
	CaliperMM float64 `query:"caliper_mm" minimum:"0" maximum:"400"`
	HeightM   float64 `query:"height_m" minimum:"0" maximum:"20"`
	// Years it has stood there; empty is that nobody knows.
	Years   string        `query:"years" maxLength:"10"`
	Lifters stock.Lifters `query:"lifters" optional:"true" doc:"staff or public; empty is public"`
}

// Moving is whether and how it is moved.
type Moving struct {
	planting.Moved
	Common   string            `json:"common"`
	Headline string            `json:"headline"`
	Why      []kernel.Sentence `json:"why"`
	Carry    string            `json:"carry"`
	// Day is the next day that the calendar of the place calls good for it, empty where nobody knows its frosts.
	Day   string            `json:"day"`
	Steps []kernel.Sentence `json:"steps"`
	// There is how the kind would do at the spot where it shall stand.
	There Candidate `json:"there"`
}

func (a MoveAsk) read() (in planting.MoveInput, err error) {
	var l fault.List
	if a.CaliperMM <= 0 {
		l.Add("caliper_mm", fault.Required, nil)
	}
	if a.Lifters == "" {
		a.Lifters = stock.Public
	}
	if !set.Has(a.Lifters) {
		l.Add("lifters", fault.NotAChoice, set.Texts[stock.Lifters]())
	}
	in = planting.MoveInput{CaliperMM: a.CaliperMM, Lifters: a.Lifters}
	if a.Years != "" {
		years, err := kernel.Finite(a.Years)
		switch {
		case err != nil:
			l.Add("years", fault.WrongType, "number")
		case years < 0:
			l.Add("years", fault.AtLeast, 0)
		case years > 300:
			l.Add("years", fault.AtMost, 300)
		}
		in.YearsThere = &years
	}
	return in, l.Err()
}

// moving judges a tree that is to be moved to a spot.
func moving(tx *kernel.Tx, ask MoveAsk) (Moving, error) {
	in, err := ask.read()
	if err != nil {
		return Moving{}, err
	}
	kinds, err := catalogue.ByName(tx)
	if err != nil {
		return Moving{}, err
	}
	kind, ok := kinds.Find(ask.Kind)
	if !ok {
		return Moving{}, fault.List{{Field: "kind", Code: fault.UnknownKind, Limit: kinds.Nearest(ask.Kind)}}
	}
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return Moving{}, err
	}
	in.MovesBadly = kind.Facts.MovesBadly
	moved, err := planting.Move(tx.Who.House, in)
	if err != nil {
		return Moving{}, err
	}
	j := orderable(tx, k, kind)
	if ask.HeightM > 0 {
		lot := j.Lot
		lot.HeightM = ask.HeightM
		j = Judge(tx.Who.House, k, lot, j.Offer)
	}
	say := tx.Say
	out := Moving{Moved: calc.Rounded(moved), Common: kind.Common, Headline: say.Say("move.word."+string(moved.Word), map[string]any{"kind": kind.Common}), Why: []kernel.Sentence{}, Steps: []kernel.Sentence{},
		There: j.Show(say, tx.Who.House), Carry: say.Say("carry."+string(moved.Handling), map[string]any{"mass": planting.Measure{Value: moved.MassKG, Unit: "kg"}})}
	for _, r := range moved.Reasons {
		out.Why = append(out.Why, kernel.Sentence{Code: string(r), Text: say.Say("move.reason."+string(r), nil)})
	}
	today := climate.DayOfYear(k.Today)
	plan := planting.Input{Tree: planting.Tree{CaliperMM: ask.CaliperMM}, Kind: PlanKind(kind, k.Ground), Spot: PlanSpot(k, time.Time{})}
	if day, ok := planting.NextMove(tx.Who.House, plan, today); ok {
		out.Day = k.Today.AddDate(0, 0, ((day-today)%365+365)%365).Format(time.DateOnly)
	}
	for _, step := range moved.Steps() {
		out.Steps = append(out.Steps, kernel.Sentence{Code: string(step), Text: say.Say("move.step."+string(step), map[string]any{"diameter": planting.Measure{Value: moved.BallDiameterMM, Unit: "mm"},
			"depth": planting.Measure{Value: moved.BallDepthMM, Unit: "mm"}, "carry": out.Carry})})
	}
	return out, nil
}

type moveOnPaper struct {
	MoveAsk
	kernel.Paper
}

// movePDF is the same on paper, to take to the tree.
func movePDF(tx *kernel.Tx, ask moveOnPaper) (kernel.File, error) {
	m, err := moving(tx, ask.MoveAsk)
	if err != nil {
		return kernel.File{}, err
	}
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	out := paper.Move{Common: m.Common, Headline: m.Headline, Where: tx.Say.Say("move.where", map[string]any{"customer": k.Spot.Site.Customer.Name, "spot": k.Spot.Name}), At: tx.Now,
		BallMM: m.BallDiameterMM, DepthMM: m.BallDepthMM, TrunkMM: ask.CaliperMM}
	for _, w := range m.Why {
		out.Why = append(out.Why, w.Text)
	}
	if m.Day != "" {
		day, _ := time.Parse(time.DateOnly, m.Day)
		out.When = tx.Say.Say("move.day", map[string]any{"day": tx.Say.Date(day)})
	}
	for _, s := range m.Steps {
		out.Steps = append(out.Steps, s.Text)
	}
	pdf, err := paper.MovePDF(tx.Say, h, out, ask.Paper.Paper)
	return kernel.PDF(pdf, "move-%s.pdf", k.Spot.ID), err
}
