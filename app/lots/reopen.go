package lots

import (
	"strings"

	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// Reopening is why a lot is open again.
type Reopening struct {
	Version int    `json:"version"`
	Reason  string `json:"reason" maxLength:"500"`
}

// reopen opens a closed lot again, with a reason. The trees that the decision moved, and nobody has moved since, stand again where they
// stood; what was found at them stays.
func (l Lots) reopen(tx *kernel.Tx, p kernel.ByNumber, r Reopening) (string, error) {
	lot, err := yard.SeenLot(tx, p.Number, r.Version)
	if err != nil {
		return "", err
	}
	r.Reason = strings.TrimSpace(r.Reason)
	if err := fault.Missing("reason", r.Reason).Err(); err != nil {
		return "", err
	}
	if lot.Decision == stock.LotOpen || lot.DecidedAt == nil {
		return "", kernel.Refused{Code: "lot-open", Field: "decision"}
	}
	_, to := stock.Follows(lot.Decision)
	if err := yard.MoveBack(tx, lot, to, *lot.DecidedAt, r.Reason); err != nil {
		return "", err
	}
	return lot.ID, yard.Reopen(tx, lot, r.Reason)
}
