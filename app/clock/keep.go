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
	return s.ID, kernel.Add(tx, &s)
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

// undoStage takes a touch back; the record keeps it. The first stays: without it there is no clock.
func undoStage(tx *kernel.Tx, p kernel.ByID) error {
	s, err := kernel.One[Stage](tx, "id = ?", p.ID)
	if err != nil {
		return err
	}
	first, err := kernel.Value[string](tx, "SELECT id FROM clock_stages WHERE lot_id = ? AND undone = FALSE ORDER BY at, entered_at, id LIMIT 1", s.LotID)
	if err != nil {
		return err
	}
	if first == s.ID {
		return kernel.Refused{Code: "first-stage", Field: "stage"}
	}
	_, err = kernel.Change[Stage](tx, map[string]any{"undone": true}, "id = ?", s.ID)
	return err
}
