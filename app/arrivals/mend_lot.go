package arrivals

import (
	"sedum/app/catalogue"
	"sedum/app/mending"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// AmendedLot is a lot as it should be stated, and why.
type AmendedLot struct {
	Version int    `json:"version"`
	Kind    string `json:"kind" maxLength:"120"`
	stock.LotFacts
	Reason string `json:"reason" maxLength:"500"`
}

// wasLot is what a lot was stated to be before.
type wasLot struct {
	Kind string `json:"kind"`
	stock.LotFacts
}

// amendLot corrects what a lot is stated to be. What its looks were judged by (the kind, the form, where it was raised, whether it is
// grafted) is only changed while nobody has looked at a tree of it.
func amendLot(tx *kernel.Tx, p kernel.ByNumber, a AmendedLot) (int, error) {
	was, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return 0, err
	}
	lot, err := yard.SeenLot(tx, p.Number, a.Version)
	if err != nil {
		return 0, err
	}
	kinds, err := catalogue.ByName(tx)
	if err != nil {
		return 0, err
	}
	var l fault.List
	kind, known := kinds.Find(a.Kind)
	if !known {
		l.Add("kind", fault.UnknownKind, kinds.Nearest(a.Kind))
	}
	if !a.Origin.Fits(a.Form) {
		l.Add("origin", fault.NotAChoice, []string{string(stock.BareRoot), string(stock.Balled)})
	}
	if err := l.Err(); err != nil {
		return 0, err
	}
	is := a.LotFacts
	is.Assumed = nil
	is = is.Settled()
	field := lot.LotFacts.JudgedBy(is)
	if lot.KindID != kind.ID {
		field = "kind"
	}
	if field != "" {
		looked, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE lot_id = ? AND check_id IS NOT NULL", lot.ID)
		if err == nil && looked > 0 {
			err = kernel.Refused{Code: "lot-looked-at", Field: field}
		}
		if err != nil {
			return 0, err
		}
	}
	if (lot.Form == stock.BareRoot) != (is.Form == stock.BareRoot) {
		return 0, kernel.Refused{Code: "lot-clock", Field: "form"}
	}
	if err := mending.Keep(tx, mending.Lot, lot.ID, wasLot{was.Kind.Common, was.LotFacts}, a.Reason); err != nil {
		return 0, err
	}
	lot.KindID, lot.Kind, lot.LotFacts, lot.Version = kind.ID, kind, is, a.Version+1
	done := tx.DB().Omit("Grower", "Kind").Save(&lot)
	return p.Number, kernel.Ours(done.Error)
}
