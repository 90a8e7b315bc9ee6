package match

import (
	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/calc"
	coreground "sedum/core/ground"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// RoomAsk asks how a kind grows at a spot; a height is of the tree as it is planted, left out it is a young one.
type RoomAsk struct {
	kernel.ByID
	Kind    string  `query:"kind" maxLength:"120" doc:"by its botanical name"`
	HeightM float64 `query:"height_m" minimum:"0" maximum:"50" doc:"0 is a young tree of 1.5 m"`
}

// Grown is a tree at a spot from the day it is planted to its fiftieth year.
type Grown struct {
	Spot      ground.Page `json:"spot"`
	Common    string      `json:"common"`
	Botanical string      `json:"botanical"`
	Conifer   bool        `json:"conifer"`
	// KeepsLeaves is that it shades in winter too.
	KeepsLeaves bool              `json:"keeps_leaves"`
	Years       []coreground.Size `json:"years" doc:"empty where the catalogue does not know its size"`
	Meets       []Met             `json:"meets"`
	// Known is that somebody looked all round: else it may meet more.
	Known bool   `json:"known"`
	Text  string `json:"text"`
}

// Met is something near the spot, and the first year in which the tree meets it; null is never in fifty.
type Met struct {
	coreground.Obstacle
	FirstYear *int   `json:"first_year"`
	AskOwner  bool   `json:"ask_owner"`
	Text      string `json:"text"`
}

func seeRoom(tx *kernel.Tx, ask RoomAsk) (Grown, error) {
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return Grown{}, err
	}
	names, err := catalogue.ByName(tx)
	if err != nil {
		return Grown{}, err
	}
	kind, ok := names.Find(ask.Kind)
	if !ok {
		return Grown{}, kernel.ErrMissing
	}
	lot := yard.Lot{Kind: kind}
	if lot.Form, lot.HeightM = stock.Container, ask.HeightM; lot.HeightM == 0 {
		lot.HeightM = youngM
	}
	f := kind.Facts
	out := Grown{Spot: k.Page(tx), Common: kind.Common, Botanical: kind.Botanical, Conifer: f.Conifer, KeepsLeaves: f.Evergreen, Years: []coreground.Size{}, Meets: []Met{}}
	j := Judge(tx.Who.House, k, lot, yard.Offer{})
	out.Known = !j.Site.RoomUnknown
	if f.Height10M == nil || f.HeightMaxM == nil || f.Spread10M == nil || f.SpreadMaxM == nil {
		out.Text = tx.Say.Say("fit.unknown.room", nil)
		return out, nil
	}
	years, err := coreground.Growing(coreground.RoomInput{HeightNowM: min(lot.HeightM, *f.HeightMaxM), Height10M: *f.Height10M, HeightMaxM: *f.HeightMaxM,
		Spread10M: *f.Spread10M, SpreadMaxM: *f.SpreadMaxM, Obstacles: []coreground.Obstacle{}})
	if err != nil {
		return out, err
	}
	for _, size := range years {
		out.Years = append(out.Years, calc.Rounded(size))
	}
	if j.Room != nil {
		for i, met := range j.Room.Obstacles {
			out.Meets = append(out.Meets, Met{k.Ground.Obstacles[i], met.FirstYear, met.AskOwner, sayMet(tx.Say, met)})
		}
	}
	if out.Text = roomText(tx.Say, j); !out.Known {
		out.Text += " " + tx.Say.Say("room.not-all", nil)
	}
	return out, nil
}

func sayMet(s words.Speaker, m coreground.Meeting) string {
	what := map[string]any{"what": s.Say("obstacle."+string(m.Kind), nil)}
	switch {
	case m.FirstYear == nil:
		return s.Say("room.never", what)
	case *m.FirstYear == 0:
		return s.Say("fit.room.now", what)
	}
	what["year"] = *m.FirstYear
	return s.Say("fit.room.year", what)
}
