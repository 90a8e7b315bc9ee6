package sampling

import "sedum/core/fault"

// Look is one of the looks announced beforehand: how many trees will have been checked by then.
type Look struct {
	Checked int     `json:"checked" doc:"trees checked in all at this look"`
	Accept  int     `json:"accept" doc:"faulty trees with which the lot is still released"`
	Miss    float64 `json:"miss_probability" decimals:"5" doc:"how often a lot at the limit slips through at this look"`
}

// Announce sizes every look before the first tree is touched. Each is the plan at the confidence that
// is its share of the doubt, and forgives one faulty tree more than the look before. A lot that a look cannot be sized
// for is checked whole.
func Announce(in PlanInput, looks int) ([]Look, error) {
	l := fault.Check(in)
	if looks < 1 || looks > 3 {
		l.Add("looks", fault.AtMost, 3)
	}
	if err := l.Err(); err != nil {
		return nil, err
	}
	out := []Look{}
	for k := range looks {
		each := in
		each.Confidence = 1 - (1-in.Confidence)/float64(looks)
		each.Accept = in.Accept + k
		plan, err := Plan(each)
		if err != nil {
			return nil, err
		}
		look := Look{Checked: in.LotSize, Accept: each.Accept}
		if plan.SampleSize != nil {
			look.Checked, look.Miss = *plan.SampleSize, *plan.MissProbability
		}
		out = append(out, look)
		if look.Checked == in.LotSize {
			break
		}
	}
	return out, nil
}

// Source is a source of chance, handed in so that a draw can be made again.
type Source interface {
	Perm(n int) []int
}

// Draw picks count of the places 1..lotSize at random, in the order in which they are to be checked.
func Draw(random Source, lotSize, count int) []int {
	places := random.Perm(lotSize)[:count]
	for i := range places {
		places[i]++
	}
	return places
}

// CurvePoint is a point of the operating curve: a lot with that share of faulty trees is released so often.
type CurvePoint struct {
	Share    float64 `json:"share" decimals:"4"`
	Released float64 `json:"released" decimals:"4"`
}

// Curve is the operating curve of one sample for a lot of that size, over shares up to most.
func Curve(lotSize, sample, accept int, most float64) []CurvePoint {
	const steps = 40
	out := []CurvePoint{}
	last := -1
	for i := range steps + 1 {
		d := int(most * float64(lotSize) * float64(i) / steps)
		if d == last {
			continue
		}
		last = d
		out = append(out, CurvePoint{float64(d) / float64(lotSize), Slips(lotSize, d, sample, accept)})
	}
	return out
}
