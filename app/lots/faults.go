package lots

import (
	"slices"

	"sedum/app/bench"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"

	"sedum/app/yard"
)

// Share is a share of checked trees with its range.
type Share struct {
	Code    string  `json:"code"`
	Text    string  `json:"text"`
	Found   int     `json:"found"`
	Checked int     `json:"checked"`
	Share   float64 `json:"share"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
}

// Commonest puts what was found oftener first.
func Commonest(a, b Share) int {
	return sampling.CommonestFirst(a.Found, b.Found, a.Code, b.Code)
}

// FaultText says a grower's fault.
func FaultText(s words.Speaker, code string) string { return s.Say("grower.fault."+code, nil) }

// Faults is what was found in a lot, by fault.
type Faults struct {
	Checked int     `json:"checked"`
	Ranged  bool    `json:"ranged" doc:"each share carries its range for the whole lot: only at a complete look of a drawn sample"`
	Faults  []Share `json:"faults" doc:"the commonest first"`
}

// faults counts the faults that were found in a lot: those of the sample up to its last whole look, of all that anyone looked at when
// none was drawn. The range of each is exact for a lot of that size, at the sample's own confidence shared among its looks; between
// looks, and without a sample that chance drew, there is none.
func (l Lots) faults(tx *kernel.Tx, p kernel.ByNumber) (Faults, error) {
	lot, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return Faults{}, err
	}
	v, err := view(tx, lot)
	if err != nil {
		return Faults{}, err
	}
	looks, err := bench.FirstLooksOfLot(tx, lot.ID)
	if err != nil {
		return Faults{}, err
	}
	out := Faults{Faults: []Share{}}
	if upTo := v.wholeLook(); upTo > 0 {
		drawn := v.sample.Drawn[:upTo]
		looks = slices.DeleteFunc(looks, func(l bench.FirstLook) bool { return !slices.Contains(drawn, l.Number) })
		out.Ranged = true
	}
	out.Checked = len(looks)
	found := map[string]int{}
	for _, look := range looks {
		for code := range stock.GrowerFaults(look.Assessment) {
			found[code]++
		}
	}
	for code, n := range found {
		s := Share{Code: code, Text: FaultText(tx.Say, code), Found: n, Checked: out.Checked, Share: float64(n) / float64(out.Checked)}
		if out.Ranged {
			answer, err := sampling.Answer(sampling.ResultInput{LotSize: v.sample.LotSize, Checked: out.Checked, Defective: n,
				TolerableShare: v.sample.TolerableShare, Confidence: v.sample.Confidence, Looks: len(v.sample.Looks)})
			if err != nil {
				return out, err
			}
			s.Low, s.High = float64(answer.DefectiveLow)/float64(v.sample.LotSize), float64(answer.DefectiveHigh)/float64(v.sample.LotSize)
		}
		out.Faults = append(out.Faults, s)
	}
	slices.SortFunc(out.Faults, Commonest)
	return out, nil
}

// wholeLook is how many drawn trees the last look that is complete holds, 0 when none is.
func (v lotView) wholeLook() int {
	if v.sample == nil {
		return 0
	}
	at := v.found.look
	if v.found.left > 0 {
		at--
	}
	if at < 0 {
		return 0
	}
	return v.sample.Looks[at].Checked
}
