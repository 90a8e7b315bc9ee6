package stock

// Untouched is the next look as far as the work did not touch the tree: what was seen and measured at it stands. What was cleared, cut
// or soaked is looked at and measured again (stock.md: "After clearing and cutting the ball is measured again, as it now is").
func Untouched(a Assessment, r Readings, done func(key string) bool) Readings {
	next := r
	next.Roots = append([]Circler{}, r.Roots...)
	ball := false
	for _, w := range a.Work {
		if !done(w.Key) {
			continue
		}
		switch w.Code {
		case KeepOneLeader:
			next.Above.Leader = ""
		case CutRubbing:
			next.Above.Branching = ""
		case CutDeadTips:
			next.Above.Life = ""
		case RemoveTie:
			next.Above.Ties = ""
		case Soak:
			next.Moisture = ""
		case PullWeeds:
			next.PotTop = ""
		case SoakRoots:
			next.bareRoot(func(b *BareRootLook) { b.Moisture = "" })
		case CutStub:
			next.bareRoot(func(b *BareRootLook) { b.Stub = "" })
		case TrimBroken: // the cut shortens what it takes
			next.bareRoot(func(b *BareRootLook) { b.BrokenRoots, b.SpreadMM, b.LengthMM = nil, nil, nil })
		case RemoveTwine:
			next.balled(func(b *BalledLook) { b.Twine = nil })
		case PickWeeds:
			next.balled(func(b *BalledLook) { b.GardenSoil = "" })
		case Uncover:
			next.SeenDepthMM = nil
		case Clear, CutStray, Shave, Score, Tease, CutAndTease, Slice, CutAtCollar, CountMainRoots:
			ball = true
		}
	}
	if ball {
		next.BallDiameterMM, next.BallHeightMM, next.SeenDepthMM, next.Probes = nil, nil, nil, []Probe{}
		next.ZonesLooked, next.RootsLooked, next.Roots, next.MainRootsMM = nil, false, []Circler{}, nil
		next.MatSidePct, next.MatBottomPct = nil, nil
	}
	return next
}

func (r *Readings) bareRoot(change func(*BareRootLook)) {
	if r.BareRoot != nil {
		look := *r.BareRoot
		change(&look)
		r.BareRoot = &look
	}
}

func (r *Readings) balled(change func(*BalledLook)) {
	if r.Balled != nil {
		look := *r.Balled
		change(&look)
		r.Balled = &look
	}
}
