package arrivals

import (
	"strings"
	"time"

	"sedum/app/clock"
	"sedum/app/mending"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/kernel"
)

// Amended is a delivery as it should be, and why.
type Amended struct {
	LiftedAt  string        `json:"lifted_at" doc:"RFC 3339; \"\" when nobody knows"`
	ArrivedAt string        `json:"arrived_at" doc:"RFC 3339"`
	Packing   stock.Packing `json:"packing" optional:"true"`
	Note      string        `json:"note" maxLength:"500"`
	Reason    string        `json:"reason" maxLength:"500"`
}

// wasDelivery is what a delivery said before.
type wasDelivery struct {
	LiftedAt  *time.Time    `json:"lifted_at"`
	ArrivedAt time.Time     `json:"arrived_at"`
	Packing   stock.Packing `json:"packing"`
	Note      string        `json:"note"`
}

// amend corrects when and how a delivery came. The clocks of its bare roots begin anew from it: they follow the facts.
//
// Errors: a fault at lifted_at when a clock has an entry before it; Refused when the delivery was taken back.
func amend(tx *kernel.Tx, p kernel.ByNumber, a Amended) (int, error) {
	d, err := holdDelivery(tx, p.Number)
	if err != nil {
		return 0, err
	}
	was := wasDelivery{d.LiftedAt, d.ArrivedAt, d.Packing, d.Note}
	var l fault.List
	is := Came{Grower: d.Grower.Name, LiftedAt: a.LiftedAt, ArrivedAt: a.ArrivedAt, Packing: a.Packing}.read(tx, &l)
	if strings.TrimSpace(a.ArrivedAt) == "" {
		l.Add("arrived_at", fault.Required, nil)
	}
	if err := l.Err(); err != nil {
		return 0, err
	}
	if err := mending.Keep(tx, mending.Delivery, d.ID, was, a.Reason); err != nil {
		return 0, err
	}
	d.LiftedAt, d.ArrivedAt, d.Packing, d.Note = is.LiftedAt, is.ArrivedAt, is.Packing, strings.TrimSpace(a.Note)
	err = kernel.ChangeOne[yard.Delivery](tx, map[string]any{"lifted_at": d.LiftedAt, "arrived_at": d.ArrivedAt, "packing": d.Packing, "note": d.Note}, "id = ?", d.ID)
	if err != nil {
		return 0, err
	}
	lots, err := lotsOf(tx, d)
	for _, lot := range lots {
		if err := kernel.ChangeOne[yard.Lot](tx, map[string]any{"arrived_on": tx.DayOf(d.ArrivedAt), "version": lot.Version + 1}, "id = ?", lot.ID); err != nil {
			return 0, err
		}
		if err := clock.BeginAnew(tx, lot, d); err != nil {
			return 0, err
		}
	}
	return d.Number, err
}

// TakenBack is why an entry was a mistake.
type TakenBack struct {
	Reason string `json:"reason" maxLength:"500"`
}

// takeBack undoes a delivery that was entered by mistake: its trees leave the yard's lists and its lots count nowhere. Only while nobody
// has acted on any of its trees, by who took it in or a manager.
func takeBack(tx *kernel.Tx, p kernel.ByNumber, t TakenBack) (int, error) {
	d, err := holdDelivery(tx, p.Number)
	if err != nil {
		return 0, err
	}
	if !roles.MayTakeBack(d.PersonID == tx.Who.ID, tx.Who.Role) {
		return 0, kernel.ErrNotAllowed
	}
	if err := mending.Keep(tx, mending.Delivery, d.ID, wasDelivery{d.LiftedAt, d.ArrivedAt, d.Packing, d.Note}, t.Reason); err != nil {
		return 0, err
	}
	lots, err := lotsOf(tx, d)
	if err != nil {
		return 0, err
	}
	for _, lot := range lots {
		held, err := yard.HoldLot(tx, lot.Number)
		if err != nil {
			return 0, err
		}
		tally, err := yard.TallyOf(tx, lot.Number)
		if err != nil {
			return 0, err
		}
		if held.Decision != stock.LotOpen || tally.Counts[stock.Unchecked] != tally.Tags {
			return 0, kernel.Refused{Code: "delivery-touched", Field: "number"}
		}
		if _, err := yard.MoveLot(tx, held, []stock.State{stock.Unchecked}, stock.Lost, strings.TrimSpace(t.Reason)); err != nil {
			return 0, err
		}
	}
	return d.Number, kernel.ChangeOne[yard.Delivery](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", d.ID)
}

// holdDelivery holds a delivery that stands.
func holdDelivery(tx *kernel.Tx, number int) (yard.Delivery, error) {
	if _, err := kernel.Held[yard.Delivery](tx, "SELECT * FROM deliveries WHERE number = ?", number); err != nil {
		return yard.Delivery{}, err
	}
	d, err := kernel.One[yard.Delivery](tx.With("Grower"), "number = ?", number)
	if err == nil && d.TakenBackAt != nil {
		err = kernel.Refused{Code: "taken-back", Field: "number"}
	}
	return d, err
}

func lotsOf(tx *kernel.Tx, d yard.Delivery) ([]yard.Lot, error) {
	return kernel.Many[yard.Lot](tx.With("Grower", "Kind"), "number", "delivery_id = ?", d.ID)
}
