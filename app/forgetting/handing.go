package forgetting

import (
	"strings"
	"time"

	"sedum/app/claims"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/refusals"
	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/core/fault"
	"sedum/core/keeping"
	"sedum/kernel"
)

// Handed is who lives at a ground from a day on.
type Handed struct {
	// Was is the customer's name until now, as the page shows it: what somebody else handed over meanwhile is not handed over once more.
	Was      string `json:"was" maxLength:"120"`
	Name     string `json:"name" maxLength:"120"`
	Phone    string `json:"phone" maxLength:"40"`
	HandedOn string `json:"handed_on"`
}

// handOver gives a customer's ground and trees to who lives there now. What was planted, seen and watered stays with the trees; who lived there
// before is forgotten, their letters end, and what opened on their telephone opens no more.
//
// Errors: faults at was, name and handed_on; Refused tree-held-for-them while a tree is held for them, their-claim-open while one of theirs is undecided.
func handOver(tx *kernel.Tx, p kernel.ByID, h Handed) (kernel.None, error) {
	none := kernel.None{}
	customer, err := ground.HoldCustomerOf(tx, p.ID)
	if err != nil {
		return none, err
	}
	tx.About(customer.ID)
	h.Name, h.Phone = strings.TrimSpace(h.Name), strings.TrimSpace(h.Phone)
	l := fault.Missing("name", h.Name)
	on := kernel.Date(&l, "handed_on", h.HandedOn)
	if first, _ := keeping.LeavesBetween(tx.Today()); len(l) == 0 && on.Before(first) {
		l.Add("handed_on", fault.AtLeast, first.Format(time.DateOnly))
	} else if len(l) == 0 && on.After(tx.Today()) {
		l.Add("handed_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	}
	if customer.Name != h.Was || customer.ErasedAt != nil {
		l.Add("was", fault.NotThisName, nil)
	}
	if err := l.Err(); err != nil {
		return none, err
	}
	data, err := ground.DataOf(tx, customer.ID)
	if err != nil {
		return none, err
	}
	if err := freed(tx, data); err != nil {
		return none, err
	}
	if open, err := claims.OpenAt(tx, data.Spots); err != nil || open {
		return none, orRefused(err, kernel.Refused{Code: "their-claim-open", Field: "name"})
	}
	for _, rename := range []func(*kernel.Tx, []string, string, string) error{planted.HandOver, visits.HandOver} {
		if err := rename(tx, data.Spots, customer.Name, ground.Forgotten); err != nil {
			return none, err
		}
	}
	for _, leave := range []func(*kernel.Tx, []string) error{troubles.Forget, claims.Forget, refusals.Forget, reminders.Forget} {
		if err := leave(tx, data.Spots); err != nil {
			return none, err
		}
	}
	if err := sheets.HandOver(tx, data.Spots, h.Name, ground.Forgotten, on); err != nil {
		return none, err
	}
	return none, ground.HandOver(tx, customer, h.Name, h.Phone, on)
}

func orRefused(err error, refused kernel.Refused) error {
	if err != nil {
		return err
	}
	return refused
}

// freed refuses while a tree is held for somebody.
func freed(tx *kernel.Tx, data ground.Data) error {
	for _, spot := range data.Spots {
		if held, err := sheets.HoldsSpot(tx, spot); err != nil || held {
			return orRefused(err, kernel.Refused{Code: "tree-held-for-them", Field: "name"})
		}
	}
	return nil
}
