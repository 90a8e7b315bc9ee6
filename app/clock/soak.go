package clock

import (
	"errors"
	"fmt"
	"slices"
	"time"

	"sedum/app/people"
	records "sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// Soak is stock that stands in water.
type Soak struct {
	ID       string
	LotID    string
	TreeID   *string
	Water    yard.Water
	BegunAt  time.Time
	EndedAt  *time.Time
	EndedBy  *string
	Told     bool
	PersonID string
	// UndoneAt is when somebody said that it never stood in water.
	UndoneAt *time.Time
	UndoneBy *string
	// BegunStageID and EndedStageID are the touches of the clock that it is for bare roots.
	BegunStageID *string
	EndedStageID *string

	Person people.Named
	Ender  *people.Named `gorm:"foreignKey:EndedBy"`
}

// NewSoak puts a tree, a bundle or a whole lot into water.
type NewSoak struct {
	Lot int `json:"lot" minimum:"0" doc:"0 when a tag is given"`
	// Tag of one tree or bundle; "" is the whole lot.
	Tag   string     `json:"tag"`
	Water yard.Water `json:"water"`
}

// beginSoak starts the clock of a soak. What stands in water, by itself or with its lot, is not put in again: the lot is held meanwhile,
// and an open soak is there once by its key.
func beginSoak(tx *kernel.Tx, _ kernel.None, n NewSoak) (string, error) {
	s := Soak{ID: kernel.NewID(), Water: n.Water, BegunAt: tx.Entered(), PersonID: tx.Who.ID}
	lotNumber := n.Lot
	switch {
	case n.Tag != "":
		t, err := records.TreeByTag(tx, n.Tag)
		if err != nil {
			return "", err
		}
		lotNumber, s.TreeID = t.LotNumber, &t.ID
	case n.Lot == 0:
		return "", fault.List{{Field: "tag", Code: fault.Required}}
	}
	lot, err := records.HoldLot(tx, lotNumber)
	if err != nil {
		return "", err
	}
	s.LotID = lot.ID
	open, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM soaks WHERE lot_id = ? AND ended_at IS NULL AND undone_at IS NULL AND (tree_id IS NULL OR tree_id = ?)", lot.ID, s.TreeID)
	if err == nil && open > 0 {
		err = kernel.ErrTwice
	}
	// Bare roots in a bucket are kept in water: a soak is a stage of their clock, and ends as one.
	if err == nil && lot.Form == stock.BareRoot {
		stage := Stage{ID: kernel.NewID(), LotID: lot.ID, TreeID: s.TreeID, At: s.BegunAt, Cover: stock.WaterBucket, PersonID: tx.Who.ID, EnteredAt: tx.Now}
		s.BegunStageID = &stage.ID
		err = addStage(tx, lot, stage)
	}
	if err == nil {
		err = kernel.Add(tx, &s)
	}
	if errors.Is(err, kernel.ErrTwice) {
		err = kernel.Refused{Code: "in-water", Field: "tag"}
	}
	return s.ID, err
}

// OutOfWater says how bare roots are kept from then on.
type OutOfWater struct {
	Cover stock.Cover `json:"cover" optional:"true" doc:"of bare roots: how they are kept now"`
}

// endSoak takes it out of the water; what is out of it stays so from when it was. Bare roots need a cover: nobody knows how they are kept
// then.
func endSoak(tx *kernel.Tx, p kernel.ByID, o OutOfWater) (kernel.None, error) {
	s, err := kernel.One[Soak](tx, "id = ?", p.ID)
	if err != nil || s.EndedAt != nil || s.UndoneAt != nil {
		return kernel.None{}, err
	}
	lots, err := records.LotsByID(tx, []string{s.LotID})
	if err != nil {
		return kernel.None{}, err
	}
	lot := lots[s.LotID]
	if lot.Form == stock.BareRoot && (o.Cover == "" || o.Cover == stock.WaterBucket || o.Cover == stock.GelBag) {
		return kernel.None{}, fault.List{{Field: "cover", Code: fault.Required}}
	}
	if lot.Form != stock.BareRoot {
		at := tx.Entered()
		if at.Before(s.BegunAt) {
			at = s.BegunAt
		}
		_, err := kernel.Change[Soak](tx, map[string]any{"ended_at": at, "ended_by": tx.Who.ID}, "id = ? AND ended_at IS NULL", p.ID)
		return kernel.None{}, err
	}
	return kernel.None{}, addStage(tx, lot, Stage{ID: kernel.NewID(), LotID: lot.ID, TreeID: s.TreeID, At: tx.Entered(), Cover: o.Cover, PersonID: tx.Who.ID, EnteredAt: tx.Now})
}

// InWater is stock in water, with what is left.
type InWater struct {
	ID        string     `json:"id"`
	Lot       int        `json:"lot"`
	Tag       string     `json:"tag"`
	Common    string     `json:"common"`
	Water     yard.Water `json:"water"`
	WaterText string     `json:"water_text"`
	BegunAt   time.Time  `json:"begun_at"`
	EndsAt    time.Time  `json:"ends_at" doc:"out of the water at the latest"`
	Over      bool       `json:"over"`
	Bare      bool       `json:"bare_root" doc:"how it is kept is asked when it comes out"`
	By        string     `json:"by"`
}

// Soaks is what stands in water.
type Soaks struct {
	Soaks []InWater  `json:"soaks" doc:"first what must come out first"`
	Out   []OutAgain `json:"out" doc:"taken out within the last hour, the last first"`
}

func seeSoaks(tx *kernel.Tx, _ kernel.None) (Soaks, error) {
	open, err := kernel.Many[Soak](tx.With("Person"), "begun_at, id", "ended_at IS NULL AND undone_at IS NULL")
	if err != nil {
		return Soaks{}, err
	}
	lots, tags, err := whatOf(tx, open)
	if err != nil {
		return Soaks{}, err
	}
	out := Soaks{Soaks: []InWater{}}
	if out.Out, err = justOut(tx); err != nil {
		return out, err
	}
	for _, s := range open {
		left, err := yard.Soak(tx.Who.House, s.Water, s.BegunAt, tx.Now)
		if err != nil {
			return out, err
		}
		lot, v := lots[s.LotID], InWater{ID: s.ID, Water: s.Water, WaterText: tx.Say.Say("soak.water."+string(s.Water), nil), BegunAt: s.BegunAt,
			EndsAt: left.EndsAt, Over: left.Over, By: s.Person.Name}
		v.Lot, v.Common, v.Bare = lot.Number, lot.Called(), lot.Form == stock.BareRoot
		if s.TreeID != nil {
			v.Tag = tags[*s.TreeID]
		}
		out.Soaks = append(out.Soaks, v)
	}
	slices.SortStableFunc(out.Soaks, func(a, b InWater) int { return a.EndsAt.Compare(b.EndsAt) })
	return out, nil
}

// soakAlarms tells whoever is on duty, once, of what has stood in water as long as it may.
func (c Clocks) soakAlarms() kernel.Job {
	return kernel.Job{ID: "soak-alarms", Every: time.Minute,
		Due: func(tx *kernel.Tx) ([]string, error) {
			open, err := kernel.Many[Soak](tx, "begun_at, id", "ended_at IS NULL AND undone_at IS NULL AND NOT told")
			due := []string{}
			for _, s := range open {
				left, err := yard.Soak(tx.Who.House, s.Water, s.BegunAt, tx.Now)
				if err != nil {
					return nil, err
				}
				if left.Left <= 0 {
					due = append(due, s.ID)
				}
			}
			return due, err
		},
		Each: func(tx *kernel.Tx, id string) error {
			n, err := kernel.Change[Soak](tx, map[string]any{"told": true}, "id = ? AND ended_at IS NULL AND undone_at IS NULL AND NOT told", id)
			if err != nil || n == 0 {
				return err
			}
			all, err := seeSoaks(tx, kernel.None{})
			for _, s := range all.Soaks {
				if s.ID == id {
					return c.Tell.TellDuty(tx, "soak-over", map[string]string{"kind": s.Common, "lot": fmt.Sprint(s.Lot), "tag": s.Tag, "water": string(s.Water)})
				}
			}
			return err
		}}
}
