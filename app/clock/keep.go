package clock

import (
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// NewStage is one touch on the board: another cover, or a rewetting, from its time on.
type NewStage struct {
	Lot int `json:"lot" minimum:"1"`
	// Tag of a bundle that is kept in its own way; "" is the whole lot.
	Tag   string      `json:"tag"`
	Cover stock.Cover `json:"cover" optional:"true"`
	Rewet bool        `json:"rewet"`
	// At is when it happened, RFC 3339; "" is when it was entered.
	At    string   `json:"at"`
	TempC *float64 `json:"temp_c,omitempty" minimum:"-60" maximum:"60" doc:"typed; else by the weather station"`
	RHPct *float64 `json:"rh_pct,omitempty" minimum:"0" maximum:"100"`
}

func keepRoots(tx *kernel.Tx, _ kernel.None, n NewStage) (string, error) {
	var l fault.List
	if n.Rewet == (n.Cover != "") {
		l.Add("cover", fault.Required, nil)
	}
	if n.Cover == stock.GelBag {
		l.Add("cover", fault.NotAChoice, []string{"gel-dip"})
	}
	at := tx.Moment(&l, "at", n.At)
	if err := l.Err(); err != nil {
		return "", err
	}
	lot, treeID, err := subject(tx, n.Lot, n.Tag)
	if err != nil {
		return "", err
	}
	s := Stage{ID: kernel.NewID(), LotID: lot.ID, TreeID: treeID, At: tx.Entered(), Cover: n.Cover, Rewet: n.Rewet, TempC: n.TempC, RHPct: n.RHPct,
		PersonID: tx.Who.ID, EnteredAt: tx.Now}
	if at != nil {
		s.At = *at
	}
	return s.ID, addStage(tx, lot, s)
}

// subject is what an entry is about: a lot of bare roots, or a bundle of it by the tag as typed.
func subject(tx *kernel.Tx, lotNumber int, typed string) (yard.Lot, *string, error) {
	lot, err := yard.LotByNumber(tx, lotNumber)
	if err != nil {
		return lot, nil, err
	}
	if lot.Form != stock.BareRoot {
		return lot, nil, kernel.Refused{Code: "no-clock", Field: "lot"}
	}
	if typed == "" {
		return lot, nil, nil
	}
	t, err := yard.TreeByTag(tx, typed)
	if err != nil {
		return lot, nil, err
	}
	if t.LotID != lot.ID {
		return lot, nil, kernel.Refused{Code: "other-lot", Field: "tag"}
	}
	return lot, &t.ID, nil
}

// there are the touches that count for a unit, in their order: a bundle shared the life of its lot.
func there(tx *kernel.Tx, lotID string, treeID *string) ([]Stage, error) {
	return kernel.Many[Stage](tx, "at, entered_at, id", "lot_id = ? AND undone = FALSE AND (tree_id IS NULL OR tree_id = ?)", lotID, treeID)
}

// addStage adds a touch whose time can be: its lot is held meanwhile, so that two hands do not pass each other.
func addStage(tx *kernel.Tx, lot yard.Lot, s Stage) error {
	if _, err := yard.HoldLot(tx, lot.Number); err != nil {
		return err
	}
	before, err := there(tx, lot.ID, s.TreeID)
	if err != nil {
		return err
	}
	touches := []stock.Touch{}
	for _, each := range before {
		touches = append(touches, each.touch())
	}
	if err := stock.CheckTouch(s.At, touches, tx.Now).Err(); err != nil {
		return err
	}
	return stands(tx, s)
}

// stands enters a touch and takes out of the water what it says is kept otherwise now: a bundle by itself, or the whole lot.
func stands(tx *kernel.Tx, s Stage) error {
	if err := kernel.Add(tx, &s); err != nil || s.Cover == "" || s.Cover == stock.WaterBucket {
		return err
	}
	_, err := kernel.Change[Soak](tx, map[string]any{"ended_at": s.At, "ended_by": tx.Who.ID, "ended_stage_id": s.ID},
		"lot_id = ? AND ended_at IS NULL AND undone_at IS NULL AND begun_at <= ? AND (? IS NULL OR tree_id = ?)", s.LotID, s.At, s.TreeID, s.TreeID)
	return err
}
