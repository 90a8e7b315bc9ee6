package sampling

import (
	"sort"

	"sedum/core/fault"
	"sedum/core/num"
)

// Decision is what a sample says of its lot.
type Decision string

// All lists them.
func (Decision) All() []Decision { return []Decision{Release, Refuse, KeepChecking} }

// The decisions.
const (
	Release      Decision = "release"
	Refuse       Decision = "refuse"
	KeepChecking Decision = "keep-checking"
)

// ResultInput is a sample that was looked at.
type ResultInput struct {
	LotSize        int     `json:"lot_size" minimum:"1" maximum:"1000000000"`
	Checked        int     `json:"checked" minimum:"1"`
	Defective      int     `json:"defective" minimum:"0"`
	TolerableShare float64 `json:"tolerable_share" exclusiveMinimum:"0" maximum:"1"`
	Confidence     float64 `json:"confidence" exclusiveMinimum:"0" exclusiveMaximum:"1"`
	Looks          int     `json:"looks" minimum:"1" maximum:"3" doc:"how many looks were announced beforehand"`
}

// Result is between how many and how many trees of the lot are faulty, and what follows.
type Result struct {
	DefectiveLow  int      `json:"defective_low"`
	DefectiveHigh int      `json:"defective_high"`
	Decision      Decision `json:"decision"`
}

// Check returns what is wrong with the input.
func (in ResultInput) Check() error {
	l := fault.Check(in)
	if len(l) == 0 {
		if in.Checked > in.LotSize {
			l.Add("checked", fault.AtMost, in.LotSize)
		}
		if in.Defective > in.Checked {
			l.Add("defective", fault.AtMost, in.Checked)
		}
	}
	return l.Err()
}

// Answer draws the sample's answer at a look that was announced. The doubt is shared among the looks,
// so that looking again does not let bad lots through.
func Answer(in ResultInput) (Result, error) {
	if err := in.Check(); err != nil {
		return Result{}, err
	}
	doubt := (1 - in.Confidence) / float64(in.Looks)
	least, most := in.Defective, in.LotSize-(in.Checked-in.Defective)
	// P(X <= x) falls as more of the lot is faulty and P(X >= x) rises.
	beyond := sort.Search(most-least, func(i int) bool {
		p, _ := chances(in.LotSize, least+1+i, in.Checked, in.Defective)
		return !num.Over(p, doubt)
	})
	before := sort.Search(most-least, func(i int) bool {
		_, p := chances(in.LotSize, least+i, in.Checked, in.Defective)
		return num.Over(p, doubt)
	})
	out := Result{DefectiveLow: least + before, DefectiveHigh: least + beyond, Decision: KeepChecking}
	switch n := float64(in.LotSize); {
	case num.AtMost(float64(out.DefectiveHigh)/n, in.TolerableShare):
		out.Decision = Release
	case num.Over(float64(out.DefectiveLow)/n, in.TolerableShare):
		out.Decision = Refuse
	}
	return out, nil
}
