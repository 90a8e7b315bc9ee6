package sampling

import (
	"sort"

	"sedum/core/fault"
	"sedum/core/num"
)

// PlanInput is what a sample must be good enough for.
type PlanInput struct {
	LotSize        int     `json:"lot_size" minimum:"1" maximum:"1000000000" doc:"trees in the lot"`
	TolerableShare float64 `json:"tolerable_share" exclusiveMinimum:"0" maximum:"1" doc:"the share of faulty trees that can be lived with"`
	Confidence     float64 `json:"confidence" exclusiveMinimum:"0" exclusiveMaximum:"1"`
	Accept         int     `json:"accept" minimum:"0" doc:"faulty trees that the sample may hold"`
}

// PlanResult is how many to check. Both are nil when no sample can do it.
type PlanResult struct {
	SampleSize       *int     `json:"sample_size"`
	DefectiveAtLimit int      `json:"defective_at_limit"`
	MissProbability  *float64 `json:"miss_probability" decimals:"5"`
}

// Plan is the least sample that lets a lot with more than the tolerable share slip through no oftener
// than one minus the confidence.
func Plan(in PlanInput) (PlanResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return PlanResult{}, err
	}
	atLimit := int(num.Ceiling(in.TolerableShare * float64(in.LotSize)))
	out := PlanResult{DefectiveAtLimit: atLimit}
	if in.Accept >= atLimit {
		return out, nil
	}
	// The chance to slip through never rises with the sample, so the least size is found by halving.
	size := 1 + sort.Search(in.LotSize-1, func(i int) bool {
		return num.AtMost(Slips(in.LotSize, atLimit, i+1, in.Accept), 1-in.Confidence)
	})
	miss := Slips(in.LotSize, atLimit, size, in.Accept)
	out.SampleSize, out.MissProbability = &size, &miss
	return out, nil
}
