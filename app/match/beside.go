package match

import (
	"slices"
	"strings"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/stock"
	"sedum/kernel"
)

// BesideAsk asks for up to three kinds side by side.
type BesideAsk struct {
	kernel.ByID
	Kinds string `query:"kinds" maxLength:"400" doc:"as the match calls them, with ; between; up to three"`
}

// mostBeside kinds stand side by side.
const mostBeside = 3

// Beside are kinds held against one spot, side by side.
type Beside struct {
	Spot  ground.Page  `json:"spot"`
	Kinds []BesideKind `json:"kinds"`
}

// BesideKind is a kind with what one buys it for, and how it would do at the other spots of the same ground.
type BesideKind struct {
	Candidate
	Count     int             `json:"trees_count" doc:"trees of it that may be sold; 0 is to be ordered"`
	Care      coreground.Care `json:"care"`
	Evergreen bool            `json:"evergreen"`
	Conifer   bool            `json:"conifer"`
	Flower    *fit.Look       `json:"flower"`
	Fruit     *fit.Look       `json:"fruit"`
	Autumn    fit.Colour      `json:"autumn" optional:"true"`
	Elsewhere []AtSpot        `json:"elsewhere"`
}

// AtSpot is how a kind would do at another spot.
type AtSpot struct {
	SpotID   string   `json:"spot_id"`
	Name     string   `json:"name"`
	Overall  float64  `json:"overall" decimals:"4"`
	Mark     fit.Mark `json:"mark"`
	Limiting string   `json:"limiting"`
}

// beside holds up to three kinds against a spot and against its neighbours on the same ground: a tree of the yard where one may be sold, else
// one that could be ordered. Errors: kernel.ErrMissing of a spot, fault.List of a kind that is in no catalogue.
func (m matches) beside(tx *kernel.Tx, ask BesideAsk) (Beside, error) {
	names := []string{}
	for _, name := range strings.Split(ask.Kinds, ";") {
		if name = strings.TrimSpace(name); name != "" && !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	if len(names) == 0 {
		return Beside{}, fault.List{{Field: "kinds", Code: fault.Required}}
	}
	if len(names) > mostBeside {
		return Beside{}, fault.List{{Field: "kinds", Code: fault.TooMany, Limit: mostBeside}}
	}
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return Beside{}, err
	}
	judged, _, err := m.judgeAll(tx, k, anyLot)
	if err != nil {
		return Beside{}, err
	}
	tallies, err := talliesOf(tx, judged)
	if err != nil {
		return Beside{}, err
	}
	site, _, err := ground.SiteOf(tx, ask.ID)
	if err != nil {
		return Beside{}, err
	}
	out := Beside{Spot: k.Page(tx), Kinds: []BesideKind{}}
	for _, name := range names {
		j, err := besideOne(tx, k, judged, name)
		if err != nil {
			return Beside{}, err
		}
		f := j.Lot.Kind.Facts
		each := BesideKind{Candidate: j.Show(tx.Say, tx.Who.House), Care: j.careWanted(), Evergreen: f.Evergreen, Conifer: f.Conifer, Flower: f.Flower, Fruit: f.Fruit, Autumn: f.Autumn, Elsewhere: []AtSpot{}}
		if j.LotID != "" {
			each.Count = tallies.count(judged, func(o Judged) bool { return o.Lot.Called() == j.Lot.Called() })
		}
		for _, other := range site {
			if other.Spot.ID == k.Spot.ID {
				continue
			}
			o := Judge(tx.Who.House, other, j.Lot, j.Offer)
			shown := o.Show(tx.Say, tx.Who.House)
			each.Elsewhere = append(each.Elsewhere, AtSpot{other.Spot.ID, other.Spot.Name, calc.Rounded(o.Result).Overall, shown.Mark, shown.Limiting})
		}
		out.Kinds = append(out.Kinds, each)
	}
	return out, nil
}

// besideOne is the best tree of the yard of that name, else a young one that could be ordered.
func besideOne(tx *kernel.Tx, k ground.Known, judged []Judged, name string) (Judged, error) {
	for _, j := range judged {
		if j.Lot.Called() == name || j.Lot.Kind.Botanical == name {
			return j, nil
		}
	}
	kinds, err := catalogue.ByName(tx)
	if err != nil {
		return Judged{}, err
	}
	kind, ok := kinds.Find(name)
	if !ok || kind.Provisional {
		return Judged{}, fault.List{{Field: "kinds", Code: fault.UnknownKind, Limit: name}}
	}
	return orderable(tx, k, kind), nil
}

// orderable is a young tree in a pot of a kind that nobody has in stock.
func orderable(tx *kernel.Tx, k ground.Known, kind catalogue.Kind) Judged {
	lot := yard.Lot{Kind: kind}
	lot.Form, lot.HeightM = stock.Container, youngM
	return Judge(tx.Who.House, k, lot, yard.Offer{})
}
