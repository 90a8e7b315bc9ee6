package lots

import (
	"sedum/app/yard"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
)

// samplePlan is how many to check of a lot, for each number of looks that may be announced.
type samplePlan struct {
	lotSize        int
	tolerableShare float64
	confidence     float64
	strictness     sampling.Strictness
	// options holds the looks for one, two and three looks.
	options [][]sampling.Look
	// usual is how many looks the house announces.
	usual int
	// curves are the operating curves of the last look of each option.
	curves [][]sampling.CurvePoint
}

// sampleFound is what the drawn trees have shown so far.
type sampleFound struct {
	// checked of the drawn trees were judged, Faulty of them.
	checked, faulty int
	// look is the look that is due or was just reached, from 0; Left trees are still to check until it.
	look, left int
	// answer is the sample's answer at the last look that is complete; nil between looks.
	answer *sampling.Result
	// nextTag is the next drawn tree that nobody judged, "" when the look is complete.
	nextTag string
	// settled is true when the answer is final: release or refuse, or no look is left.
	settled bool
}

// strictness is how strictly a lot is checked, by the grower's record before it.
func strictness(h rules.House, record []yard.Closed, lot yard.Lot) sampling.Strictness {
	released := []bool{}
	for _, c := range record {
		if c.Number != lot.Number {
			released = append(released, c.Decision == stock.LotReleased)
		}
	}
	return sampling.Switch(h, released)
}

// Answer is what a complete look of a lot's drawn trees says of the whole lot.
type Answer struct {
	Checked, Faulty int
	sampling.Result
}

// AnswerOf is the answer of the last complete look of drawn trees; nil when there is none, and nothing may be claimed for the whole lot.
func AnswerOf(tx *kernel.Tx, lot yard.Lot) (*Answer, error) {
	v, err := view(tx, lot)
	if err != nil || v.sample == nil || v.found.answer == nil || v.found.left > 0 {
		return nil, err
	}
	return &Answer{v.found.checked, v.found.faulty, *v.found.answer}, nil
}

// planSample sizes the sample for one, two and three looks, by the grower's record before this lot.
func planSample(h rules.House, v lotView) (samplePlan, error) {
	p := samplePlan{lotSize: v.Tags, confidence: h.Value(rules.SampleConfidence), strictness: strictness(h, v.record, v.lot),
		usual: int(h.Value(rules.SampleLooks))}
	p.tolerableShare = sampling.TolerableShare(h, p.strictness)
	if p.lotSize == 0 {
		return p, nil
	}
	for looks := 1; looks <= 3; looks++ {
		announced, err := sampling.Announce(sampling.PlanInput{LotSize: p.lotSize, TolerableShare: p.tolerableShare,
			Confidence: p.confidence, Accept: int(h.Value(rules.SampleAccept))}, looks)
		if err != nil {
			return p, err
		}
		p.options = append(p.options, announced)
		last := announced[len(announced)-1]
		p.curves = append(p.curves, sampling.Curve(p.lotSize, last.Checked, last.Accept, min(1, 4*p.tolerableShare)))
	}
	return p, nil
}

// find counts the drawn trees in the order in which they were drawn, up to each look that was announced.
func find(s yard.Sample, v lotView) (sampleFound, error) {
	drawn := map[int]yard.Tree{} // by place in the lot
	for _, t := range v.drawn {
		drawn[t.Number] = t
	}
	var f sampleFound
	for i, look := range s.Looks {
		f = sampleFound{look: i, answer: f.answer}
		for _, place := range s.Drawn[:look.Checked] {
			t := drawn[place]
			switch {
			case t.Faulty == nil && f.nextTag == "":
				f.nextTag, f.left = t.Tag, f.left+1
			case t.Faulty == nil:
				f.left++
			default:
				f.checked++
				if *t.Faulty {
					f.faulty++
				}
			}
		}
		if f.left > 0 {
			return f, nil // between looks only what was found is told
		}
		answer, err := sampling.Answer(sampling.ResultInput{LotSize: s.LotSize, Checked: f.checked, Defective: f.faulty,
			TolerableShare: s.TolerableShare, Confidence: s.Confidence, Looks: len(s.Looks)})
		if err != nil {
			return f, err
		}
		f.answer = &answer
		if answer.Decision != sampling.KeepChecking {
			f.settled = true
			return f, nil
		}
	}
	f.settled = true
	return f, nil
}

// places turns a draw of 1..n into places in the lot, which may have gaps.
func places(taken, drawn []int) []int {
	out := make([]int, len(drawn))
	for i, n := range drawn {
		out[i] = taken[n-1]
	}
	return out
}
