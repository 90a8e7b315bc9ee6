package troubles

import (
	"errors"
	"slices"
	"time"

	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/visits"
	"sedum/app/yard"
	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/trouble"
	"sedum/core/visit"
	"sedum/kernel"
	"sedum/words"
)

// gathered is all that is known of a trouble: what somebody looked at, what was heard in their words, and what the record answers.
type gathered struct {
	seen    trouble.Seen
	heard   []trouble.Heard
	record  map[trouble.Question]trouble.Answer
	changed []trouble.Changed
	input   *planting.Input
}

// gather joins them: what somebody looked at stands over what was heard, that over what the record says.
func gather(tx *kernel.Tx, s Signs) (gathered, error) {
	out := gathered{seen: trouble.Seen{}, heard: []trouble.Heard{}, record: map[trouble.Question]trouble.Answer{}}
	typed := s.seen()
	if err := typed.Check().Err(); err != nil {
		return out, err
	}
	var err error
	if out.changed, err = changed(tx); err != nil {
		return out, err
	}
	if s.PlantedID != "" {
		if err := out.ofRecord(tx, s.PlantedID); err != nil {
			return out, err
		}
	} else {
		out.record["season"] = trouble.SeasonOf(tx.Today(), false)
		out.seen["season"] = out.record["season"]
	}
	for _, h := range trouble.Hear(map[string]string{"": s.Said}) {
		if slices.Contains(s.Unheard, string(h.Question)) || typed[h.Question] != "" {
			continue
		}
		out.heard = append(out.heard, h)
		out.seen[h.Question] = h.Answer
		delete(out.record, h.Question)
	}
	for q, a := range typed {
		out.seen[q] = a
		delete(out.record, q)
	}
	return out, nil
}

// ofRecord answers what the record of a planted tree of ours knows: its age, the season there, how it came and was cut, its kind, its ground,
// its last winter. What nobody recorded stays open.
func (g *gathered) ofRecord(tx *kernel.Tx, id string) error {
	t, err := kernel.One[planted.Tree](tx, "id = ? AND taken_back_at IS NULL", id)
	if err != nil {
		return err
	}
	s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
	if err != nil {
		return err
	}
	in := s.Content.Input
	g.input = &in
	put := func(q trouble.Question, a trouble.Answer) {
		if a != "" {
			g.record[q], g.seen[q] = a, a
		}
	}
	put("months", trouble.MonthsSince(tx.Today().Sub(t.PlantedOn).Hours()/24/30.4))
	put("season", trouble.SeasonOf(tx.Today(), in.Spot.LatDeg < 0))
	put("form", trouble.Answer(in.Tree.Form))
	if in.Kind.BarkTender {
		put("bark_kind", "thin")
	}
	if in.Tree.Found.CutInLeaf {
		put("arrival_roots", "cut-in-leaf")
	}
	if in.Tree.Found.Basket != nil && *in.Tree.Found.Basket {
		put("basket", "there")
	}
	if d := in.Spot.Drain300Min; d != nil {
		put("drainage", map[bool]trouble.Answer{true: "slow", false: "drains"}[*d > tx.Who.House.Value(rules.DrainGood)])
	}
	put("exposure", map[string]trouble.Answer{"exposed": "exposed", "sheltered": "sheltered"}[string(in.Spot.Exposure)])
	if err := g.chill(tx, t); err != nil {
		return err
	}
	v, growth, err := visits.Newest(tx, t.ID)
	if err == nil && tx.Today().Sub(v.VisitedOn) <= 30*24*time.Hour { // what was seen a while ago may be otherwise by now
		for q, a := range visit.Signs(v.Facts.SoilStill(v.VisitedOn, tx.Today(), false), growth) {
			put(q, a)
		}
	}
	if errors.Is(err, kernel.ErrMissing) {
		err = nil
	}
	return err
}

// chill is whether the last whole winter of the station gave what the kind needs.
func (g *gathered) chill(tx *kernel.Tx, t planted.Tree) error {
	trees, err := yard.TreesByID(tx, []string{t.TreeID})
	if err != nil || len(trees) == 0 {
		return err
	}
	lot, err := yard.LotByID(tx, trees[0].LotID)
	if err != nil || lot.Kind.Facts.ChillNeed == nil {
		return err
	}
	k, err := ground.SpotOf(tx, t.SpotID)
	if err != nil || len(k.Winters) == 0 {
		return err
	}
	last := k.Winters[len(k.Winters)-1]
	g.record["winter_chill"] = map[bool]trouble.Answer{true: "short", false: "enough"}[last.Portions < *lot.Kind.Facts.ChillNeed]
	g.seen["winter_chill"] = g.record["winter_chill"]
	return nil
}

// Weighing is where a trouble stands: the answer first, then the causes, what to look at next, and what to do.
type Weighing struct {
	Answer   string            `json:"answer" doc:"as a phrase"`
	Sure     bool              `json:"sure"`
	Causes   []WeighedCause    `json:"causes" doc:"the likeliest first; those under a hundredth are left out"`
	Next     []trouble.Check   `json:"next" doc:"what would tell most, first"`
	Ladder   []trouble.Rung    `json:"ladder" doc:"for short growth, in its order"`
	Heard    []trouble.Heard   `json:"heard"`
	Record   map[string]string `json:"record" doc:"what our own record answers"`
	Seen     map[string]string `json:"seen" doc:"all answers that count"`
	Wait     trouble.Wait      `json:"wait" optional:"true"`
	WaitSays string            `json:"wait_says"`
	Asked    []AskedQuestion   `json:"asked" doc:"every question with its answers, from the crown down"`
}

// AskedQuestion is a question and what can be answered.
type AskedQuestion struct {
	Question trouble.Question `json:"question"`
	Place    trouble.Place    `json:"place"`
	Effort   trouble.Effort   `json:"effort"`
	Answers  []trouble.Answer `json:"answers"`
}

// WeighedCause is a cause with its words.
type WeighedCause struct {
	trouble.Weighed
	Name string `json:"name"`
	Do   string `json:"do"`
	Dont string `json:"dont"`
	Call string `json:"call" doc:"empty where nobody need be called"`
}

func causeName(say words.Speaker, c trouble.Cause) string {
	return say.Say("cause.name."+string(c), nil)
}

func weigh(tx *kernel.Tx, _ kernel.None, s Signs) (Weighing, error) {
	g, err := gather(tx, s)
	if err != nil {
		return Weighing{}, err
	}
	return g.weighing(tx)
}

func (g gathered) weighing(tx *kernel.Tx) (Weighing, error) {
	out := Weighing{Causes: []WeighedCause{}, Next: []trouble.Check{}, Ladder: []trouble.Rung{}, Heard: g.heard, Record: map[string]string{}, Seen: map[string]string{}, Asked: []AskedQuestion{}}
	odds := trouble.OddsOf(g.changed)
	weighed, err := odds.Weigh(g.seen)
	if err != nil {
		return out, err
	}
	for _, w := range weighed {
		if w.Share >= trouble.LeastShown && len(out.Causes) < 8 {
			out.Causes = append(out.Causes, causeWords(tx.Say, w))
		}
	}
	out.Next = append(out.Next, odds.Next(g.seen)...)
	out.Ladder = append(out.Ladder, trouble.SlowGrowth(g.seen)...)
	for q, a := range g.record {
		out.Record[string(q)] = string(a)
	}
	for q, a := range g.seen {
		out.Seen[string(q)] = string(a)
	}
	for _, q := range trouble.Questions() {
		out.Asked = append(out.Asked, AskedQuestion{q.Question, q.Place, q.Effort, q.Names()})
	}
	first := weighed[0]
	switch {
	case len(g.seen) == len(g.record) || first.Share < trouble.LikelyFrom:
		out.Answer = tx.Say.Say("cause.unsure", nil)
	case first.Share < trouble.SureFrom:
		out.Answer = tx.Say.Say("cause.likely", map[string]any{"cause": causeName(tx.Say, first.Cause)})
	default:
		out.Answer, out.Sure = causeName(tx.Say, first.Cause), true
	}
	input := planting.Input{}
	if g.input != nil {
		input = *g.input
	}
	wait, until := trouble.DormantOrDead(tx.Who.House, g.seen, care.BudSwell(tx.Who.House, input, tx.Today()), tx.Today())
	if out.Wait = wait; wait != "" {
		out.WaitSays = tx.Say.Say("cause.wait."+string(wait), map[string]any{"date": until})
	}
	return out, nil
}

func causeWords(say words.Speaker, w trouble.Weighed) WeighedCause {
	out := WeighedCause{Weighed: w, Name: causeName(say, w.Cause), Do: say.Say("cause.do."+string(w.Cause), nil), Dont: say.Say("cause.dont."+string(w.Cause), nil)}
	if id := "cause.call." + string(w.Cause); say.Knows(id) {
		out.Call = say.Say(id, nil)
	}
	return out
}

// Line is a trouble in a list.
type Line struct {
	Number   int    `json:"number"`
	OpenedOn string `json:"opened_on"`
	Tag      string `json:"tag" doc:"empty for a tree that is none of ours"`
	Common   string `json:"common"`
	Customer string `json:"customer"`
	// Leading is the likeliest cause as it was saved, Cause what was decided, empty while nothing is.
	Leading   string  `json:"leading"`
	Share     float64 `json:"share"`
	Cause     string  `json:"cause"`
	PlantedID string  `json:"planted_id"`
}

// Lines are the troubles, newest first.
type Lines struct {
	Troubles []Line `json:"troubles"`
	Next     int    `json:"next"`
}

type linesAsk struct {
	Before  int    `query:"before"`
	Limit   int    `query:"limit" default:"100" minimum:"1" maximum:"500"`
	Planted string `query:"planted" doc:"only those of a planted tree"`
}

func list(tx *kernel.Tx, ask linesAsk) (Lines, error) {
	out := Lines{Troubles: []Line{}}
	before := ask.Before
	if before == 0 {
		before = 1 << 30
	}
	where, args := "number < ? AND taken_back_at IS NULL", []any{before}
	if ask.Planted != "" {
		where, args = where+" AND planted_id = ?", append(args, ask.Planted)
	}
	// Of what was weighed the first is shown; the whole of it is read with the trouble itself.
	type row struct {
		Number     int
		OpenedOn   time.Time
		PlantedID  *string
		Cause      trouble.Cause
		FirstCause trouble.Cause
		Share      float64
	}
	rows, err := kernel.Rows[row](tx, "SELECT number, opened_on, planted_id, cause, COALESCE(JSON_VALUE(weighed, '$[0].cause'), '') AS first_cause, COALESCE(JSON_VALUE(weighed, '$[0].share'), 0) AS share FROM troubles WHERE "+where+" ORDER BY number DESC LIMIT ?", append(args, ask.Limit)...)
	if err != nil {
		return out, err
	}
	ids := []string{}
	for _, r := range rows {
		if r.PlantedID != nil && !slices.Contains(ids, *r.PlantedID) {
			ids = append(ids, *r.PlantedID)
		}
	}
	trees, err := planted.LinesOf(tx, ids)
	if err != nil {
		return out, err
	}
	for _, r := range rows {
		l := Line{Number: r.Number, OpenedOn: r.OpenedOn.Format(time.DateOnly)}
		if r.Cause != "" {
			l.Cause = causeName(tx.Say, r.Cause)
		}
		if r.FirstCause != "" {
			l.Leading, l.Share = causeName(tx.Say, r.FirstCause), r.Share
		}
		for _, t := range trees {
			if r.PlantedID != nil && t.ID == *r.PlantedID {
				l.Tag, l.Common, l.Customer, l.PlantedID = t.Tag, t.Common, t.Customer, t.ID
			}
		}
		out.Troubles = append(out.Troubles, l)
	}
	if len(rows) == ask.Limit {
		out.Next = rows[len(rows)-1].Number
	}
	return out, nil
}

// Page is a trouble as it stands, weighed by the odds of the house now.
type Page struct {
	Number    int      `json:"number"`
	OpenedOn  string   `json:"opened_on"`
	Version   int      `json:"version"`
	TakenBack bool     `json:"taken_back"`
	PlantedID string   `json:"planted_id"`
	Said      string   `json:"said"`
	Weighing  Weighing `json:"weighing"`
	// Cause is what was decided, by whom and when; empty while nothing is.
	Cause     trouble.Cause `json:"cause" optional:"true"`
	CauseName string        `json:"cause_name"`
	DecidedBy string        `json:"decided_by"`
	DecidedAt *time.Time    `json:"decided_at"`
}

func see(tx *kernel.Tx, p kernel.ByNumber) (Page, error) {
	t, err := kernel.One[Trouble](tx, "number = ?", p.Number)
	if err != nil {
		return Page{}, err
	}
	out := Page{Number: t.Number, OpenedOn: t.OpenedOn.Format(time.DateOnly), Version: t.Version, TakenBack: t.TakenBackAt != nil, Said: t.Said, Cause: t.Cause, DecidedAt: t.DecidedAt}
	// What was seen then is kept: the record of today does not answer for that day.
	g := gathered{seen: t.Seen, heard: []trouble.Heard{}, record: map[trouble.Question]trouble.Answer{}}
	if g.changed, err = changed(tx); err != nil {
		return out, err
	}
	if t.PlantedID != nil {
		out.PlantedID = *t.PlantedID
		was := gathered{seen: trouble.Seen{}, record: map[trouble.Question]trouble.Answer{}}
		if err := was.ofRecord(tx, *t.PlantedID); err != nil && !errors.Is(err, kernel.ErrMissing) {
			return out, err
		}
		g.input = was.input
	}
	if t.Cause != "" {
		out.CauseName = causeName(tx.Say, t.Cause)
	}
	if t.DecidedBy != nil {
		names, err := kernel.Rows[struct{ Name string }](tx, "SELECT name FROM people WHERE id = ?", *t.DecidedBy)
		if err != nil {
			return out, err
		}
		if len(names) == 1 {
			out.DecidedBy = names[0].Name
		}
	}
	out.Weighing, err = g.weighing(tx)
	return out, err
}
