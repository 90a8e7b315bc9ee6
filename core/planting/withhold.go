package planting

// GivesAway tells whether a quantity gives the digging away: its amount, or how long each is.
func (q Quantity) GivesAway() bool {
	switch q.Code {
	case "mound-soil", "spoil-left", "blend", "grit", "aggregate", "bark", "chips", "pipe", "cage":
		return true
	}
	return false
}

// withheld is a plan without its digging figures: while buried services are not marked for the planting day they do not leave the core, and
// no drawing or sentence has to hide them (handbook, planting.md, "When there is no plan").
func (p Plan) withheld() Plan {
	if !p.Locked || p.Refused != "" {
		return p
	}
	p.Soil, p.Long, p.Stake.Stakes = Soil{}, LongRoots{}, []Foot{}
	p.Hole = HoleResult{FlareToBaseMM: p.Hole.FlareToBaseMM, FinishedRaiseMM: p.Hole.FinishedRaiseMM, StickMM: p.Hole.StickMM, SettleMM: p.Hole.SettleMM}
	for i := range p.Steps {
		if p.Steps[i].Digs {
			p.Steps[i].Values = map[string]Measure{}
		}
	}
	for i := range p.Numbers {
		if n := &p.Numbers[i]; n.Digs {
			n.Value, n.Rules, n.School, n.From = 0, []RuleUsed{}, nil, map[string]Measure{}
		}
	}
	for i := range p.Quantities {
		if q := &p.Quantities[i]; q.GivesAway() {
			q.Amount.Value, q.Bags, q.Each = 0, 0, nil
		}
	}
	return p
}
