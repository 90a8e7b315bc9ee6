package desk

import (
	"context"
	"slices"
	"strings"

	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/store"
)

// LotFaults is what was found in a lot, by fault, the commonest first.
type LotFaults struct {
	// Checked trees were judged: those of the sample up to its last whole look, all that anyone looked at when none was drawn.
	Checked int
	// Ranged is true when the shares carry an honest range for the whole lot; between looks, and without a sample that chance drew, they
	// do not, and Low and High are 0.
	Ranged bool
	Faults []ShareOf
}

// FaultsOfLot counts the faults that were found in a lot. The range of each is exact for a lot of that size, at the sample's own
// confidence shared among its looks.
func (d *Desk) FaultsOfLot(ctx context.Context, who Caller, number int) (LotFaults, error) {
	v, err := d.Lot(ctx, who, number)
	if err != nil {
		return LotFaults{}, err
	}
	looks, err := d.Store.FirstLooks(ctx, "lot", v.Lot.ID)
	if err != nil {
		return LotFaults{}, err
	}
	out := LotFaults{Faults: []ShareOf{}}
	upTo := wholeLook(v)
	if v.Sample != nil && upTo > 0 {
		drawn := v.Sample.Drawn[:upTo]
		looks = slices.DeleteFunc(looks, func(l store.FirstLook) bool { return !slices.Contains(drawn, l.Number) })
		out.Ranged = true
	}
	found := map[string]int{}
	for _, look := range looks {
		out.Checked++
		for code := range stock.GrowerFaults(look.Assessment) {
			found[code]++
		}
	}
	for code, n := range found {
		share := ShareOf{Code: code, Found: n, Checked: out.Checked, Share: float64(n) / float64(out.Checked)}
		if out.Ranged {
			answer, err := sampling.Answer(sampling.ResultInput{LotSize: v.Sample.LotSize, Checked: out.Checked, Defective: n,
				TolerableShare: v.Sample.TolerableShare, Confidence: v.Sample.Confidence, Looks: len(v.Sample.Looks)})
			if err != nil {
				return LotFaults{}, err
			}
			share.Low, share.High = float64(answer.DefectiveLow)/float64(v.Sample.LotSize), float64(answer.DefectiveHigh)/float64(v.Sample.LotSize)
		}
		out.Faults = append(out.Faults, share)
	}
	slices.SortFunc(out.Faults, commonest)
	return out, nil
}

// wholeLook is how many drawn trees the last look that is complete holds, 0 when none is.
func wholeLook(v LotView) int {
	if v.Sample == nil {
		return 0
	}
	at := v.Found.Look
	if v.Found.Left > 0 {
		at--
	}
	if at < 0 {
		return 0
	}
	return v.Sample.Looks[at].Checked
}

// commonest puts what was found oftener first.
func commonest(a, b ShareOf) int {
	if a.Found != b.Found {
		return b.Found - a.Found
	}
	return strings.Compare(a.Code, b.Code)
}
