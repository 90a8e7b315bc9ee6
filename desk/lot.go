package desk

import (
	"context"
	"errors"
	"math/rand/v2"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/store"
)

// LotView is a lot with its plan, what was found, and what follows.
type LotView struct {
	Lot store.Lot
	store.LotTally
	// First are the first trees by place, Drawn those of the sample.
	First     []store.Tree
	Drawn     []store.Tree
	Delivery  *store.Delivery
	Record    []store.ClosedLot
	Plan      SamplePlan
	Sample    *store.Sample
	Found     SampleFound
	Decisions []store.LotDecision
	Keeping   Keeping
}

// shownTrees of a lot are shown with it; the bench lists the rest.
const shownTrees = 60

// SamplePlan is how many to check of a lot, for each number of looks that may be announced.
type SamplePlan struct {
	LotSize        int
	TolerableShare float64
	Confidence     float64
	Strictness     sampling.Strictness
	// Options holds the looks for one, two and three looks.
	Options [][]sampling.Look
	// Usual is how many looks the house announces.
	Usual int
	// Curves are the operating curves of the last look of each option.
	Curves [][]sampling.CurvePoint
}

// SampleFound is what the drawn trees have shown so far.
type SampleFound struct {
	// Checked of the drawn trees were judged, Faulty of them.
	Checked, Faulty int
	// Look is the look that is due or was just reached, from 0; Left trees are still to check until it.
	Look, Left int
	// Answer is the sample's answer at the last look that is complete; nil between looks.
	Answer *sampling.Result
	// NextTag is the next drawn tree that nobody judged, "" when the look is complete.
	NextTag string
	// Settled is true when the answer is final: release or refuse, or no look is left.
	Settled bool
}

// Lot shows one lot.
func (d *Desk) Lot(ctx context.Context, who Caller, number int) (LotView, error) {
	if !May(who.Role, SeeYard) {
		return LotView{}, ErrNotAllowed
	}
	lot, err := d.Store.LotByNumber(ctx, number)
	if err != nil {
		return LotView{}, err
	}
	return d.viewLot(ctx, d.Store, who, lot)
}

func (d *Desk) viewLot(ctx context.Context, s *store.Store, who Caller, lot store.Lot) (LotView, error) {
	v := LotView{Lot: lot, Drawn: []store.Tree{}}
	var err error
	if v.LotTally, err = s.TallyOf(ctx, lot.Number); err != nil {
		return v, err
	}
	if v.First, err = s.FirstTrees(ctx, lot.ID, shownTrees); err != nil {
		return v, err
	}
	if lot.DeliveryID != nil {
		delivery, err := s.DeliveryByID(ctx, *lot.DeliveryID)
		if err != nil {
			return v, err
		}
		v.Delivery = &delivery
	}
	if v.Record, err = s.RecordOf(ctx, lot.GrowerID); err != nil {
		return v, err
	}
	if v.Decisions, err = s.DecisionsOf(ctx, lot.ID); err != nil {
		return v, err
	}
	if v.Plan, err = planSample(who.House, lot, v); err != nil {
		return v, err
	}
	if v.Keeping, err = d.keeping(ctx, s, who.House, v); err != nil {
		return v, err
	}
	sample, err := s.SampleOf(ctx, lot.ID)
	if errors.Is(err, store.ErrMissing) {
		return v, nil
	}
	if err != nil {
		return v, err
	}
	v.Sample = &sample
	if v.Drawn, err = s.TreesAt(ctx, lot.ID, sample.Drawn); err != nil {
		return v, err
	}
	v.Found, err = found(sample, v)
	return v, err
}

// planSample sizes the sample for one, two and three looks, by the grower's record before this lot.
func planSample(h rules.House, lot store.Lot, v LotView) (SamplePlan, error) {
	released := []bool{}
	for _, c := range v.Record {
		if c.Number != lot.Number {
			released = append(released, c.Decision == "released")
		}
	}
	p := SamplePlan{LotSize: v.Tags, Confidence: h.Value(rules.SampleConfidence), Strictness: sampling.Switch(released),
		Usual: int(h.Value(rules.SampleLooks))}
	p.TolerableShare = sampling.TolerableShare(h, p.Strictness)
	if p.LotSize == 0 {
		return p, nil
	}
	for looks := 1; looks <= 3; looks++ {
		announced, err := sampling.Announce(sampling.PlanInput{LotSize: p.LotSize, TolerableShare: p.TolerableShare,
			Confidence: p.Confidence, Accept: int(h.Value(rules.SampleAccept))}, looks)
		if err != nil {
			return p, err
		}
		p.Options = append(p.Options, announced)
		last := announced[len(announced)-1]
		p.Curves = append(p.Curves, sampling.Curve(p.LotSize, last.Checked, last.Accept, min(1, 4*p.TolerableShare)))
	}
	return p, nil
}

// found counts the drawn trees in the order in which they were drawn, up to each look that was announced.
func found(s store.Sample, v LotView) (SampleFound, error) {
	drawn := map[int]store.Tree{} // by place in the lot
	for _, t := range v.Drawn {
		drawn[t.Number] = t
	}
	var f SampleFound
	for i, look := range s.Looks {
		f = SampleFound{Look: i, Answer: f.Answer}
		for _, place := range s.Drawn[:look.Checked] {
			t := drawn[place]
			switch {
			case t.Faulty == nil && f.NextTag == "":
				f.NextTag, f.Left = t.Tag, f.Left+1
			case t.Faulty == nil:
				f.Left++
			default:
				f.Checked++
				if *t.Faulty {
					f.Faulty++
				}
			}
		}
		if f.Left > 0 {
			return f, nil // between looks only what was found is told
		}
		answer, err := sampling.Answer(sampling.ResultInput{LotSize: s.LotSize, Checked: f.Checked, Defective: f.Faulty,
			TolerableShare: s.TolerableShare, Confidence: s.Confidence, Looks: len(s.Looks)})
		if err != nil {
			return f, err
		}
		f.Answer = &answer
		if answer.Decision != sampling.KeepChecking {
			f.Settled = true
			return f, nil
		}
	}
	f.Settled = true
	return f, nil
}

// DrawLot announces the looks of a lot and draws its trees. The seed is kept.
func (d *Desk) DrawLot(ctx context.Context, who Caller, number int, key string, looks int) (LotView, error) {
	if !May(who.Role, DrawSample) {
		return LotView{}, ErrNotAllowed
	}
	_, err := once(ctx, d, who, key, "draw", func(tx *store.Store) (int, error) {
		lot, err := tx.LotForUpdate(ctx, number)
		if err != nil {
			return 0, err
		}
		if lot.Decision != "open" {
			return 0, Refused{Code: "lot-closed", Field: "lot"}
		}
		v, err := d.viewLot(ctx, tx, who, lot)
		if err != nil {
			return 0, err
		}
		if v.Sample != nil {
			return 0, Refused{Code: "sample-drawn", Field: "looks"}
		}
		if looks < 1 || looks > len(v.Plan.Options) {
			return 0, fault.List{{Field: "looks", Code: fault.AtMost, Limit: len(v.Plan.Options)}}
		}
		announced := v.Plan.Options[looks-1]
		taken, err := tx.PlacesOf(ctx, lot.ID)
		if err != nil {
			return 0, err
		}
		seed := rand.Uint64() >> 1
		sample := store.Sample{ID: store.NewID(), LotID: lot.ID, Seed: seed, LotSize: v.Plan.LotSize, TolerableShare: v.Plan.TolerableShare,
			Confidence: v.Plan.Confidence, Strictness: v.Plan.Strictness, Looks: announced,
			Drawn: places(taken, sampling.Draw(rand.New(rand.NewPCG(seed, uint64(len(taken)))), len(taken), announced[len(announced)-1].Checked)), PersonID: who.ID, At: d.Now()}
		return number, store.Add(ctx, tx, &sample)
	})
	if err != nil {
		return LotView{}, err
	}
	return d.Lot(ctx, who, number)
}

// StandInRows says how the trees of a lot stand, so that a drawn tree is found by its row and number.
func (d *Desk) StandInRows(ctx context.Context, who Caller, number int, rows sampling.Rows) (LotView, error) {
	if !May(who.Role, DrawSample) {
		return LotView{}, ErrNotAllowed
	}
	if err := rows.Check(); err != nil {
		return LotView{}, err
	}
	lot, err := d.Store.LotByNumber(ctx, number)
	if err != nil {
		return LotView{}, err
	}
	if err := d.Store.StandInRows(ctx, lot.ID, rows.PerRow); err != nil {
		return LotView{}, err
	}
	return d.Lot(ctx, who, number)
}

// places turns a draw of 1..n into places in the lot, which may have gaps.
func places(taken, drawn []int) []int {
	out := make([]int, len(drawn))
	for i, n := range drawn {
		out[i] = taken[n-1]
	}
	return out
}

// LotClosing is a decision on a lot as it was seen.
type LotClosing struct {
	Version  int    `json:"version"`
	Decision string `json:"decision" enum:"released,refused"`
	Note     string `json:"note" maxLength:"500"`
}

// follows are the states in which a tree still follows its lot.
var follows = map[string][]stock.State{
	"released": {stock.Unchecked},
	"refused":  {stock.Unchecked, stock.NotJudged, stock.InWork, stock.Held, stock.ForSale, stock.Unreleased},
}

var followsTo = map[string]stock.State{"released": stock.Unreleased, "refused": stock.Apart}

// CloseLot releases a lot or refuses it. A manager's word closes it; anyone else's is a proposal. Released, trees that nobody
// looked at say so until someone does; refused, every tree that is still ours is kept apart.
func (d *Desk) CloseLot(ctx context.Context, who Caller, number int, key string, c LotClosing) (LotView, error) {
	if !May(who.Role, ProposeLot) {
		return LotView{}, ErrNotAllowed
	}
	_, err := once(ctx, d, who, key, "close lot", func(tx *store.Store) (int, error) {
		lot, err := tx.LotForUpdate(ctx, number)
		if err != nil {
			return 0, err
		}
		if lot.Version != c.Version {
			full, err := tx.LotByNumber(ctx, number)
			if err != nil {
				return 0, err
			}
			view, err := d.viewLot(ctx, tx, who, full)
			return 0, errors.Join(err, Stale{Current: view})
		}
		if lot.Decision != "open" {
			return 0, Refused{Code: "lot-closed", Field: "decision"}
		}
		now := d.Now()
		proposed := !May(who.Role, DecideLot)
		decision := store.LotDecision{ID: store.NewID(), LotID: lot.ID, Decision: c.Decision, Proposed: proposed, Note: c.Note, PersonID: who.ID, At: now}
		if err := store.Add(ctx, tx, &decision); err != nil || proposed {
			return 0, err
		}
		if _, err := tx.MoveTreesOfLot(ctx, lot.ID, follows[c.Decision], followsTo[c.Decision], now); err != nil {
			return 0, err
		}
		lot.Decision, lot.DecidedAt = c.Decision, &now
		return number, tx.DecideLot(ctx, lot)
	})
	if err != nil {
		return LotView{}, err
	}
	return d.Lot(ctx, who, number)
}

// Following is what happens to the trees of a lot when it is closed in some way.
type Following struct {
	Trees int
	To    stock.State
}

// Follows says what would happen to how many trees, for each decision.
func Follows(v LotView) map[string]Following {
	out := map[string]Following{}
	for decision, states := range follows {
		f := Following{To: followsTo[decision]}
		for _, s := range states {
			f.Trees += v.Counts[s]
		}
		out[decision] = f
	}
	return out
}
