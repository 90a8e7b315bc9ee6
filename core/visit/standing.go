package visit

// Look is a visit's facts, and whether whoever lives with the tree looked.
type Look struct {
	Facts
	ByCustomer bool
}

// Standing is how a tree stands by all looks at it, the oldest first: of each thing the newest look that saw it counts, and a look that did not
// look at it settles nothing; but the soil is as the newest look of the house felt it, or unknown. A customer's word waits until somebody of the house has looked.
func Standing(looks []Look) Facts {
	out := Facts{}
	for _, l := range looks {
		f := l.Facts
		put(&out.Alive, f.Alive)
		put(&out.Leaves, f.Leaves)
		put(&out.Flare, f.Flare)
		put(&out.Stake, f.Stake)
		put(&out.Tie, f.Tie)
		put(&out.Guard, f.Guard)
		put(&out.Mulch, f.Mulch)
		put(&out.Grass, f.Grass)
		put(&out.ShootMM, f.ShootMM)
		put(&out.Rocks, f.Rocks)
		put(&out.Damage, f.Damage)
		if f.LeanDeg != nil {
			out.LeanDeg, out.LeanTo = f.LeanDeg, f.LeanTo
		}
		if !l.ByCustomer { // how wet the soil is passes: what was felt in June says nothing of a tree that was seen in August
			out.TopSoil, out.MiddleSoil, out.DeepSoil = f.TopSoil, f.MiddleSoil, f.DeepSoil
		}
		if !l.ByCustomer || f.Says != "" {
			out.Says = f.Says
		}
	}
	return out
}

func put[T comparable](into *T, seen T) {
	var nothing T
	if seen != nothing {
		*into = seen
	}
}
