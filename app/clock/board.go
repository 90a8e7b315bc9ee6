package clock

import (
	"time"

	"sedum/app/people"
	"sedum/core/calc"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// Entry is one touch in the record of a unit.
type Entry struct {
	ID    string      `json:"id"`
	At    time.Time   `json:"at"`
	Cover stock.Cover `json:"cover" optional:"true"`
	Rewet bool        `json:"rewet"`
	TempC *float64    `json:"temp_c"`
	RHPct *float64    `json:"rh_pct"`
	By    string      `json:"by"`
}

// OpenDip is gel that stands mixed and was not used yet.
type OpenDip struct {
	ID       string    `json:"id"`
	Trees    int       `json:"trees"`
	MixedAt  time.Time `json:"mixed_at"`
	ReadyAt  time.Time `json:"ready_at"`
	Batches  int       `json:"batches"`
	WeighedG float64   `json:"weighed_g"`
}

// ThrownGel was thrown away a little while ago: a wrong touch can be taken back.
type ThrownGel struct {
	ID       string    `json:"id"`
	WeighedG float64   `json:"weighed_g"`
	At       time.Time `json:"at"`
	By       string    `json:"by"`
}

// Felt is what a hand last felt.
type Felt struct {
	Damp yard.Damp `json:"damp"`
	Text string    `json:"text"`
	At   time.Time `json:"at"`
	By   string    `json:"by"`
}

// Unit is one lot of bare roots, or a bundle that is kept in its own way, on the board.
type Unit struct {
	Lot        int                  `json:"lot"`
	Tag        string               `json:"tag"`
	Common     string               `json:"common"`
	Grower     string               `json:"grower"`
	Size       stock.Size           `json:"size" optional:"true"`
	Trees      int                  `json:"trees"`
	Cover      stock.Cover          `json:"cover" optional:"true"`
	CoverText  string               `json:"cover_text"`
	Since      time.Time            `json:"since"`
	Now        stock.Air            `json:"now"`
	Assumed    bool                 `json:"assumed" doc:"some of the air is the house's guess: nobody measured it"`
	Result     stock.ExposureResult `json:"result"`
	StatusText string               `json:"status_text"`
	Alarms     []string             `json:"alarms"`
	EndsAt     *time.Time           `json:"ends_at"`
	Stages     []Entry              `json:"stages"`
	Dip        *OpenDip             `json:"dip"`
	Thrown     *ThrownGel           `json:"thrown"`
	// Felt is what a hand last felt at the roots.
	Felt      *Felt `json:"felt"`
	FeelToday bool  `json:"feel_today" doc:"nobody has felt the roots today"`
}

// Board is every clock of bare roots in the yard.
type Board struct {
	At time.Time `json:"at"`
	people.Duty
	Units []Unit `json:"units" doc:"the soonest to be spent first"`
}

func (c Clocks) board(tx *kernel.Tx) (Board, error) {
	units, err := c.all(tx, tx.Now)
	if err != nil {
		return Board{}, err
	}
	if err := feltAt(tx, units); err != nil {
		return Board{}, err
	}
	out := Board{At: tx.Now, Units: []Unit{}}
	if out.Duty, err = people.ShowDuty(tx); err != nil {
		return Board{}, err
	}
	untold, err := untoldPacking(tx, units)
	for _, u := range units {
		v := u.view(tx)
		// Nobody named the packing: it counts as a dry box, and is not said to be one.
		if u.lot.DeliveryID != nil && untold[*u.lot.DeliveryID] && v.Cover == stock.DryBox && v.Since.Equal(u.stages[0].At) {
			v.CoverText = tx.Say.Say("clock.cover.untold", nil)
		}
		out.Units = append(out.Units, v)
	}
	return out, err
}

// untoldPacking are the deliveries whose packing nobody named.
func untoldPacking(tx *kernel.Tx, units []unit) (map[string]bool, error) {
	ids := []string{""}
	for _, u := range units {
		if u.lot.DeliveryID != nil {
			ids = append(ids, *u.lot.DeliveryID)
		}
	}
	type row struct{ ID string }
	rows, err := kernel.Rows[row](tx, "SELECT id FROM deliveries WHERE id IN ? AND packing = ''", ids)
	out := map[string]bool{}
	for _, r := range rows {
		out[r.ID] = true
	}
	return out, err
}

func (u unit) view(tx *kernel.Tx) Unit {
	say, in, r := tx.Say, u.clock.Input, calc.Rounded(u.clock.Result)
	v := Unit{Lot: u.lot.Number, Tag: u.tag, Common: u.lot.Called(), Grower: u.lot.Grower.Name, Size: u.lot.Size, Trees: u.trees, Cover: in.Now.Cover,
		CoverText: say.Say("clock.cover."+string(in.Now.Cover), nil), Since: u.clock.Since, Now: calc.Rounded(in.Now), Assumed: u.clock.Assumed, Result: r,
		StatusText: say.Say("clock.status."+string(r.Status), nil), Alarms: []string{}, EndsAt: u.clock.EndsAt, Stages: []Entry{}, FeelToday: u.feelToday(tx)}
	if f := u.felt; f != nil {
		v.Felt = &Felt{f.Damp, say.Say("damp."+string(f.Damp), nil), f.At, f.Person.Name}
	}
	for _, a := range r.Alarms {
		v.Alarms = append(v.Alarms, say.Say("clock.alarm."+string(a), nil))
	}
	for _, s := range u.stages {
		v.Stages = append(v.Stages, Entry{s.ID, s.At, s.Cover, s.Rewet, s.TempC, s.RHPct, s.Person.Name})
	}
	if d := u.dip; d != nil {
		v.Dip = &OpenDip{d.ID, d.Trees, d.MixedAt, d.ReadyAt, d.Result.Batches, d.WeighedG}
	}
	if d := u.thrown; d != nil && u.dip == nil {
		v.Thrown = &ThrownGel{ID: d.ID, WeighedG: d.WeighedG, At: *d.ThrownAt}
		if d.Thrower != nil {
			v.Thrown.By = d.Thrower.Name
		}
	}
	return v
}
