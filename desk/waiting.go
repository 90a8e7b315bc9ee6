package desk

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/core/yard"
	"sedum/store"
)

// NewDampLook is what a hand felt at the roots of a waiting lot or bundle.
type NewDampLook struct {
	Lot  int       `json:"lot" minimum:"1"`
	Tag  string    `json:"tag"`
	Damp yard.Damp `json:"damp" enum:"moist,drying,dry"`
}

// FeelRoots appends what was felt. Drying or dry roots are wetted in the same touch: the clock is told of it.
func (d *Desk) FeelRoots(ctx context.Context, who Caller, key string, n NewDampLook) ([]ClockUnit, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	if err := fault.Check(n).Err(); err != nil {
		return nil, err
	}
	_, err := once(ctx, d, who, key, "damp", func(tx *store.Store) (string, error) {
		lot, treeID, err := d.within(tx).clockSubject(ctx, n.Lot, n.Tag)
		if err != nil {
			return "", err
		}
		look := store.DampLook{ID: store.NewID(), LotID: lot.ID, TreeID: treeID, Damp: n.Damp, PersonID: who.ID, At: d.entered(who)}
		if err := store.Add(ctx, tx, &look); err != nil || n.Damp == yard.Moist {
			return look.ID, err
		}
		wetted := store.ClockStage{ID: store.NewID(), LotID: lot.ID, TreeID: treeID, At: look.At, Rewet: true, PersonID: who.ID, EnteredAt: d.Now()}
		return look.ID, store.Add(ctx, tx, &wetted)
	})
	if err != nil {
		return nil, err
	}
	return d.Clock(ctx, who)
}

// feltAt joins to each unit what was last felt at it, and whether it is to be felt today.
func (d *Desk) feltAt(ctx context.Context, units []ClockUnit) error {
	ids := []string{}
	for _, u := range units {
		ids = append(ids, u.Lot.ID)
	}
	if len(ids) == 0 {
		return nil
	}
	looks, err := d.Store.DampLooksOf(ctx, ids)
	if err != nil {
		return err
	}
	for i := range units {
		u := &units[i]
		for _, l := range looks { // newest first; what was felt of the whole lot holds for its bundles too
			if l.LotID == u.Lot.ID && (l.TreeID == nil || (u.TreeID != nil && *l.TreeID == *u.TreeID)) {
				u.Felt = &l
				break
			}
		}
		last := time.Time{}
		if u.Felt != nil {
			last = u.Felt.At
		}
		u.FeelToday = yard.DampDue(last, d.yardNow())
	}
	return nil
}

// NewOutcome is what a batch of bare roots came to.
type NewOutcome struct {
	Lot int `json:"lot" minimum:"1"`
	yard.Outcome
	Note string `json:"note" maxLength:"200"`
}

// BatchOutcome is a count with its shares.
type BatchOutcome struct {
	store.RootOutcome
	Shares yard.OutcomeShares
}

// CountBatch appends what a batch came to. It cannot count more trees than came.
func (d *Desk) CountBatch(ctx context.Context, who Caller, key string, n NewOutcome) ([]BatchOutcome, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	if err := fault.Check(n).Err(); err != nil {
		return nil, err
	}
	lot, err := d.Store.LotByNumber(ctx, n.Lot)
	if err != nil {
		return nil, err
	}
	if lot.Form != stock.BareRoot {
		return nil, Refused{Code: "no-clock", Field: "lot"}
	}
	tally, err := d.Store.TallyOf(ctx, lot.Number)
	if err != nil {
		return nil, err
	}
	if _, err := n.Shares(tally.Trees); err != nil {
		return nil, err
	}
	_, err = once(ctx, d, who, key, "outcome", func(tx *store.Store) (string, error) {
		o := store.RootOutcome{ID: store.NewID(), LotID: lot.ID, Lost: n.Lost, Doubtful: n.Doubtful, Sound: n.Sound, Note: strings.TrimSpace(n.Note),
			PersonID: who.ID, At: d.Now()}
		return o.ID, store.Add(ctx, tx, &o)
	})
	if err != nil {
		return nil, err
	}
	return d.outcomesOf(ctx, d.Store, lot.ID)
}

func (d *Desk) outcomesOf(ctx context.Context, s *store.Store, lotID string) ([]BatchOutcome, error) {
	list, err := s.OutcomesOf(ctx, lotID)
	out := []BatchOutcome{}
	for _, o := range list {
		shares, err := yard.Outcome{Lost: o.Lost, Doubtful: o.Doubtful, Sound: o.Sound}.Shares(o.Lost + o.Doubtful + o.Sound)
		if err != nil {
			return nil, err
		}
		out = append(out, BatchOutcome{o, shares})
	}
	return out, err
}

// SoakView is stock in water, with what is left.
type SoakView struct {
	store.Soak
	Lot     store.Lot
	Tag     string
	Soaking yard.Soaking
}

// NewSoak puts a tree, a bundle or a whole lot into water.
type NewSoak struct {
	Lot int `json:"lot" minimum:"0" doc:"0 when a tag is given"`
	// Tag of one tree or bundle; "" is the whole lot.
	Tag   string     `json:"tag"`
	Water yard.Water `json:"water" enum:"clean,muddy"`
}

// Soaks lists what stands in water, the one that must come out first on top.
func (d *Desk) Soaks(ctx context.Context, who Caller) ([]SoakView, error) {
	if !May(who.Role, SeeYard) {
		return nil, ErrNotAllowed
	}
	return d.soaks(ctx, who.House)
}

func (d *Desk) soaks(ctx context.Context, h rules.House) ([]SoakView, error) {
	open, err := d.Store.OpenSoaks(ctx)
	if err != nil {
		return nil, err
	}
	out := []SoakView{}
	for _, s := range open {
		v := SoakView{Soak: s}
		if v.Lot, err = d.Store.LotByID(ctx, s.LotID); err != nil {
			return nil, err
		}
		if s.TreeID != nil {
			trees, err := d.Store.TreesByID(ctx, []string{*s.TreeID})
			if err != nil {
				return nil, err
			}
			if len(trees) > 0 {
				v.Tag = trees[0].Tag
			}
		}
		if v.Soaking, err = yard.Soak(h, s.Water, s.BegunAt, d.Now()); err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	soonestFirst(out)
	return out, nil
}

// BeginSoak starts the clock of a soak.
func (d *Desk) BeginSoak(ctx context.Context, who Caller, key string, n NewSoak) ([]SoakView, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	l := fault.Check(n)
	if n.Lot == 0 && n.Tag == "" {
		l.Add("tag", fault.Required, nil)
	}
	if err := l.Err(); err != nil {
		return nil, err
	}
	_, err := once(ctx, d, who, key, "soak", func(tx *store.Store) (string, error) {
		s := store.Soak{ID: store.NewID(), Water: n.Water, BegunAt: d.entered(who), PersonID: who.ID}
		if n.Tag != "" {
			code, err := tag.Parse(n.Tag)
			if err != nil {
				return "", err
			}
			t, err := tx.TreeByTag(ctx, code)
			if err != nil {
				return "", err
			}
			s.LotID, s.TreeID = t.LotID, &t.ID
		} else {
			lot, err := tx.LotByNumber(ctx, n.Lot)
			if err != nil {
				return "", err
			}
			s.LotID = lot.ID
		}
		open, err := tx.OpenSoaks(ctx)
		if err != nil {
			return "", err
		}
		for _, o := range open {
			if o.LotID == s.LotID && (o.TreeID == nil || (s.TreeID != nil && *o.TreeID == *s.TreeID)) {
				return "", Refused{Code: "in-water", Field: "tag"}
			}
		}
		return s.ID, store.Add(ctx, tx, &s)
	})
	if err != nil {
		return nil, err
	}
	return d.Soaks(ctx, who)
}

// EndSoak takes it out of the water.
func (d *Desk) EndSoak(ctx context.Context, who Caller, id string) ([]SoakView, error) {
	if !May(who.Role, KeepClock) {
		return nil, ErrNotAllowed
	}
	if err := d.Store.EndSoak(ctx, id, d.entered(who)); err != nil {
		return nil, err
	}
	return d.Soaks(ctx, who)
}

// ringSoaks tells whoever is on duty, once, of what has stood in water as long as it may.
func (d *Desk) ringSoaks(ctx context.Context, h rules.House) (int, error) {
	list, err := d.soaks(ctx, h)
	if err != nil {
		return 0, err
	}
	rung := 0
	for _, s := range list {
		if s.Soaking.Left > 0 {
			continue
		}
		told, did, err := store.Person{}, false, error(nil)
		err = d.Store.InTransaction(ctx, func(tx *store.Store) error {
			if did, err = tx.TellSoak(ctx, s.ID); err != nil || !did {
				return err
			}
			if told, err = tx.OnDuty(ctx); err != nil {
				return err
			}
			return store.Add(ctx, tx, &store.Message{ID: store.NewID(), PersonID: told.ID, Code: "soak-over", At: d.Now(), Facts: map[string]string{
				"kind": s.Lot.Called(), "lot": fmt.Sprint(s.Lot.Number), "tag": s.Tag, "water": string(s.Water)}})
		})
		if err != nil {
			return rung, err
		}
		if did {
			rung++
			if err := d.Gateway.Send(ctx, told.ID, "soak-over"); err != nil {
				return rung, err
			}
		}
	}
	return rung, nil
}

// CountTablets counts fertiliser tablets out for a job.
func (d *Desk) CountTablets(who Caller, in yard.TabletInput) (yard.TabletCount, error) {
	if !May(who.Role, SeeYard) {
		return yard.TabletCount{}, ErrNotAllowed
	}
	return yard.Tablets(in)
}

func soonestFirst(list []SoakView) {
	slices.SortStableFunc(list, func(a, b SoakView) int { return a.Soaking.EndsAt.Compare(b.Soaking.EndsAt) })
}
