package match

import (
	"slices"
	"strings"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/fit"
	"sedum/kernel"
)

// OrderAsk asks what could be ordered for a spot, or, with a name, about the kinds of that name.
type OrderAsk struct {
	kernel.ByID
	Find string `query:"find" maxLength:"120" doc:"part of a name; left out, the best that nobody has in stock"`
}

// Orderable are kinds of the catalogue held against a spot, the best first.
type Orderable struct {
	Kinds []Candidate `json:"kinds"`
	// More is how many others would do as well as the last of them or less well.
	More int `json:"more"`
	// Provisional kinds are not judged: nobody said yet what they bear.
	Unjudged []string `json:"unjudged"`
}

const (
	// youngM is the height of a tree as it is ordered where nobody chose one yet.
	youngM    = 1.5
	mostOrder = 12
)

// couldOrder holds kinds that nobody has in stock against a spot: a young tree in a pot of each. Asked by name it answers for what is excluded, and
// for what is in stock, too: why not this one?
func couldOrder(tx *kernel.Tx, ask OrderAsk) (Orderable, error) {
	out := Orderable{Kinds: []Candidate{}, Unjudged: []string{}}
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return out, err
	}
	kinds, err := catalogue.Every(tx)
	if err != nil {
		return out, err
	}
	stocked, err := stockedKinds(tx)
	if err != nil {
		return out, err
	}
	find := strings.ToLower(strings.TrimSpace(ask.Find))
	judged := []Judged{}
	for _, kind := range kinds {
		named := strings.Contains(strings.ToLower(strings.Join(append([]string{kind.Common, kind.Botanical}, kind.Facts.Synonyms...), "\n")), find)
		switch {
		case find != "" && !named, find == "" && (stocked[kind.ID] || kind.Provisional):
			continue
		case kind.Provisional:
			out.Unjudged = append(out.Unjudged, kind.Common)
			continue
		}
		j := orderable(tx, k, kind)
		if find == "" && (j.excluded() || j.mark(tx.Who.House) == fit.Poor) {
			continue
		}
		judged = append(judged, j)
	}
	slices.SortStableFunc(judged, func(a, b Judged) int { return order(a, b, k.Ground) })
	for _, j := range judged[:min(len(judged), mostOrder)] {
		out.Kinds = append(out.Kinds, j.Show(tx.Say, tx.Who.House))
	}
	out.More = len(judged) - len(out.Kinds)
	return out, nil
}

// stockedKinds are the kinds of which a tree may be sold now.
func stockedKinds(tx *kernel.Tx) (map[string]bool, error) {
	offers, err := yard.Offers(tx)
	if err != nil {
		return nil, err
	}
	ids := []string{}
	for _, o := range offers {
		ids = append(ids, o.LotID)
	}
	lots, err := yard.LotsByID(tx, ids)
	out := map[string]bool{}
	for _, l := range lots {
		out[l.Kind.ID] = true
	}
	return out, err
}
