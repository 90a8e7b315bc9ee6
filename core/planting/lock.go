package planting

// Lock is a plan in which nobody digs any more: its marking of buried services has ended since it was made. What was told of the digging is
// withheld again, as from the beginning where it never was marked (handbook, planting.md, "When there is no plan").
func (p Plan) Lock() Plan {
	if p.Locked || p.Refused != "" {
		return p
	}
	out := p
	out.Locked = true
	out.Steps = append([]Step{}, p.Steps...)
	for i := range out.Steps {
		out.Steps[i].Locked = out.Steps[i].Digs
	}
	out.Numbers, out.Quantities = append([]Number{}, p.Numbers...), append([]Quantity{}, p.Quantities...)
	return out.withheld()
}
