package match

import (
	"fmt"
	"strconv"

	"sedum/app/clock"
	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/kernel"
	"sedum/paper"
)

// tableColumns of a whole match as CSV; the score is from 0 to 1, heights in metres, prices in the house's money.
var tableColumns = []string{"kind", "botanical", "tag", "lot", "form", "height_m", "pot_l", "price", "score", "says", "held_back_by", "against"}

// TableAsk asks for the whole match of a spot as a table.
type TableAsk struct {
	kernel.ByID
	paper.Separated
}

// TableOf is every tree that may be sold, held against a spot, the best first: one row a tree, under its headings.
func TableOf(tx *kernel.Tx, clocks clock.Clocks, ask kernel.ByID) ([][]string, error) {
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return nil, err
	}
	judged, spent, err := matches{clocks}.judgeAll(tx, k, anyLot)
	if err != nil {
		return nil, err
	}
	lots := []string{}
	for _, j := range judged {
		lots = append(lots, j.LotID)
	}
	trees, err := yard.EveryOffered(tx, lots)
	if err != nil {
		return nil, err
	}
	tags := map[string][]string{}
	for _, t := range trees {
		if key := offerKey(t.LotID, t.HeightM); !spent[t.ID] {
			tags[key] = append(tags[key], t.Tag)
		}
	}
	out := make([][]string, 1, len(trees)+1)
	out[0] = tableColumns
	for _, j := range judged {
		c := j.Show(tx.Say, tx.Who.House)
		against := []string{}
		for _, a := range c.Against {
			against = append(against, a.Text)
		}
		row := []string{c.Common, c.Botanical, "", strconv.Itoa(c.LotNumber), string(c.Form), figure(c.HeightM), figure(c.PotL), fmt.Sprintf("%.2f", float64(c.PriceCents)/100),
			fmt.Sprintf("%.2f", c.Overall), c.Word, c.Limiting, tx.Say.List(against)}
		for _, tag := range tags[offerKey(j.LotID, j.HeightM)] {
			row[2] = tag
			out = append(out, append([]string(nil), row...))
		}
	}
	return out, nil
}

// figure is a number as a table has it, empty where it is none.
func figure(x float64) string {
	if x <= 0 {
		return ""
	}
	return strconv.FormatFloat(x, 'f', -1, 64)
}

// table gives the whole match as CSV.
func (m matches) table(tx *kernel.Tx, ask TableAsk) (kernel.File, error) {
	rows, err := TableOf(tx, m.clocks, ask.ByID)
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableCSV(rows, ask.Separator)
	return kernel.CSV(file, "match.csv"), err
}
