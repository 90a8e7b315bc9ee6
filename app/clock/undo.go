package clock

import (
	"strings"

	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// Undo is why a touch is taken back; who made it needs no reason before the clock has warned.
type Undo struct {
	Reason string `json:"reason" maxLength:"500"`
}

// undoStage takes the last touch of a unit back; the record keeps it, with who and why. The first stays: without it there is no clock. What
// the touch was follows it: gel that was not dipped into stands there, and what was not put into water does not stand in it.
func undoStage(tx *kernel.Tx, p kernel.ByID, u Undo) (kernel.None, error) {
	return kernel.None{}, takeBack(tx, p.ID, u.Reason)
}

func takeBack(tx *kernel.Tx, id, reason string) error {
	s, err := kernel.One[Stage](tx, "id = ?", id)
	if err != nil {
		return err
	}
	lots, err := yard.LotsByID(tx, []string{s.LotID})
	if err != nil {
		return err
	}
	if _, err := yard.HoldLot(tx, lots[s.LotID].Number); err != nil {
		return err
	}
	list, err := there(tx, s.LotID, s.TreeID)
	switch {
	case err != nil:
		return err
	case len(list) == 0 || list[0].ID == s.ID:
		return kernel.Refused{Code: "first-stage", Field: "stage"}
	case list[len(list)-1].ID != s.ID:
		return kernel.Refused{Code: "not-last-stage", Field: "stage"}
	}
	unit := s.LotID
	if s.TreeID != nil {
		unit = *s.TreeID
	}
	warned, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM clock_alarms WHERE unit_id = ? AND at >= ?", unit, s.EnteredAt)
	if err != nil {
		return err
	}
	reason = strings.TrimSpace(reason)
	if !stock.MayUndoTouch(s.PersonID == tx.Who.ID, warned > 0, tx.Who.Role, reason) {
		return kernel.Refused{Code: "stage-of-another", Field: "reason"}
	}
	if err := kernel.ChangeOne[Stage](tx, map[string]any{"undone": true, "undone_by": tx.Who.ID, "undone_at": tx.Now, "undone_reason": reason}, "id = ? AND undone = FALSE", s.ID); err != nil {
		return err
	}
	if err := undip(tx, s.ID); err != nil {
		return err
	}
	return unsoak(tx, s.ID, reason)
}
