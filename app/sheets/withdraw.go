package sheets

import (
	"strings"
	"time"

	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/kernel"
)

// Withdrawal is why a sheet holds no more.
type Withdrawal struct {
	Reason string `json:"reason" maxLength:"500"`
}

// withdraw makes a sheet hold no more, and lets its tree go when it was reserved by it. What it said stays; its paper and its calendar
// say that it is withdrawn.
//
// Refused when it is withdrawn already; ErrNotAllowed for an advisor once the tree is sold.
func withdraw(tx *kernel.Tx, p kernel.ByNumber, w Withdrawal) (int, error) {
	w.Reason = strings.TrimSpace(w.Reason)
	if err := fault.Missing("reason", w.Reason).Err(); err != nil {
		return 0, err
	}
	s, t, err := held(tx, p.Number)
	if err != nil {
		return 0, err
	}
	if !planting.MayWithdraw(t.State, tx.Who.Role) {
		return 0, kernel.ErrNotAllowed
	}
	return p.Number, s.end(tx, t, w.Reason, nil)
}

// held is a sheet that holds, with its tree held for the deed.
func held(tx *kernel.Tx, number int) (Sheet, yard.Tree, error) {
	s, err := byNumber(tx, number)
	if err != nil {
		return s, yard.Tree{}, err
	}
	t, err := yard.HoldTreeByID(tx, s.TreeID)
	if err != nil {
		return s, t, err
	}
	// Read again: whoever held the tree before may have ended it.
	if s, err = byNumber(tx, number); err == nil && s.WithdrawnAt != nil {
		err = kernel.Refused{Code: "sheet-withdrawn", Field: "number"}
	}
	return s, t, err
}

// end writes that a sheet holds no more, for a reason or because another took its place.
func (s Sheet) end(tx *kernel.Tx, t yard.Tree, reason string, replacedBy *int) error {
	by := &tx.Who.ID
	if tx.Who.ID == "" {
		by = nil // the house itself
	}
	err := kernel.ChangeOne[Sheet](tx, map[string]any{"withdrawn_at": tx.Now, "withdrawn_by": by, "withdrawn_reason": reason, "replaced_by": replacedBy},
		"id = ? AND withdrawn_at IS NULL", s.ID)
	if err != nil || t.State != stock.Reserved || replacedBy != nil {
		return err
	}
	as := *tx
	if as.Who.ID == "" {
		as.Who.ID = s.PersonID
	}
	return yard.Move(&as, t, stock.ForSale, reason, nil)
}

// Telling is what was told of a sheet to who issued it, once.
type Telling struct {
	SheetID string
	What    string
	At      time.Time
}

// TableName says of what.
func (Telling) TableName() string { return "sheet_tellings" }

// OfTree are the sheets of a tree.
type OfTree struct {
	Sheets []Line `json:"sheets" doc:"newest first"`
	// Holds is the number of the one that holds its tree, 0 for none.
	Holds int  `json:"holds"`
	May   bool `json:"may_withdraw"`
}

// Holds tells whether a sheet holds a tree.
func Holds(tx *kernel.Tx, treeID string) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM sheets WHERE tree_id = ? AND withdrawn_at IS NULL", treeID)
	return n > 0, err
}

// HoldsSpot tells whether a sheet holds a tree that is to be planted at a spot.
func HoldsSpot(tx *kernel.Tx, spotID string) (bool, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM sheets s JOIN trees t ON t.id = s.tree_id WHERE s.spot_id = ? AND s.withdrawn_at IS NULL AND t.state = ?", spotID, stock.Reserved)
	return n > 0, err
}

func ofTree(tx *kernel.Tx, p kernel.ByTag) (OfTree, error) {
	out := OfTree{Sheets: []Line{}}
	t, err := yard.TreeByTag(tx, p.Tag)
	if err != nil {
		return out, err
	}
	list, err := kernel.Many[Sheet](tx, "number DESC", "tree_id = ?", t.ID)
	for _, s := range list {
		out.Sheets = append(out.Sheets, s.line())
		if s.WithdrawnAt == nil && out.Holds == 0 {
			out.Holds = s.Number
		}
	}
	out.May = out.Holds > 0 && planting.MayWithdraw(t.State, roles.Role(tx.Who.Role))
	return out, err
}
