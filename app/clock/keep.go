package clock

import (
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
	"strings"
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
	return kernel.Add(tx, &s)
}

// Undo is why a touch is taken back; who made it needs no reason before the clock has warned.
type Undo struct {
	Reason string `json:"reason" maxLength:"500"`
}

// undoStage takes the last touch of a unit back; the record keeps it, with who and why. The first stays: without it there is no clock.
func undoStage(tx *kernel.Tx, p kernel.ByID, u Undo) (kernel.None, error) {
	s, err := kernel.One[Stage](tx, "id = ?", p.ID)
	if err != nil {
		return kernel.None{}, err
	}
	lots, err := yard.LotsByID(tx, []string{s.LotID})
	if err != nil {
		return kernel.None{}, err
	}
	if _, err := yard.HoldLot(tx, lots[s.LotID].Number); err != nil {
		return kernel.None{}, err
	}
	list, err := there(tx, s.LotID, s.TreeID)
	switch {
	case err != nil:
		return kernel.None{}, err
	case len(list) == 0 || list[0].ID == s.ID:
		return kernel.None{}, kernel.Refused{Code: "first-stage", Field: "stage"}
	case list[len(list)-1].ID != s.ID:
		return kernel.None{}, kernel.Refused{Code: "not-last-stage", Field: "stage"}
	}
	unit := s.LotID
	if s.TreeID != nil {
		unit = *s.TreeID
	}
	warned, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM clock_alarms WHERE unit_id = ? AND at >= ?", unit, s.EnteredAt)
	if err != nil {
		return kernel.None{}, err
	}
	u.Reason = strings.TrimSpace(u.Reason)
	if !stock.MayUndoTouch(s.PersonID == tx.Who.ID, warned > 0, tx.Who.Role, u.Reason) {
		return kernel.None{}, kernel.Refused{Code: "stage-of-another", Field: "reason"}
	}
	return kernel.None{}, kernel.ChangeOne[Stage](tx, map[string]any{"undone": true, "undone_by": tx.Who.ID, "undone_at": tx.Now, "undone_reason": u.Reason}, "id = ? AND undone = FALSE", s.ID)
}
