package stock

// effect is what a piece of work does to the next look: which readings it touches, so that they are empty until somebody looks again, and
// what they will read when all went well, as a hint to measure against. Every correction stands here once (stock.md: "After clearing and
// cutting the ball is measured again, as it now is").
type effect struct {
	empties func(*Readings)
	leaves  func(*Readings, Assessment)
}

// ball empties what a cut or a clearing changes of the ball as a whole.
func ball(leaves func(*Readings, Assessment)) effect {
	return effect{func(r *Readings) {
		r.BallDiameterMM, r.BallHeightMM, r.SeenDepthMM, r.Probes = nil, nil, nil, []Probe{}
		r.ZonesLooked, r.RootsLooked, r.Roots, r.MainRootsMM = nil, false, []Circler{}, nil
		r.MatSidePct, r.MatBottomPct = nil, nil
	}, leaves}
}

// above empties one answer above the line.
func above(answer func(*Above) *Cause, good Cause) effect {
	return effect{func(r *Readings) { *answer(&r.Above) = "" }, func(r *Readings, _ Assessment) { *answer(&r.Above) = good }}
}

func bareRoot(change func(*BareRootLook), good func(*BareRootLook)) effect {
	return effect{func(r *Readings) { r.bareRoot(change) }, func(r *Readings, _ Assessment) { r.bareRoot(good) }}
}

func balled(change func(*BalledLook), good func(*BalledLook)) effect {
	return effect{func(r *Readings) { r.balled(change) }, func(r *Readings, _ Assessment) { r.balled(good) }}
}

func nothing(*Readings, Assessment) {}

// combed takes the roots that the shell held: those at the collar stay.
func combed(r *Readings, _ Assessment) {
	r.MatSidePct = new(float64)
	r.Roots = keep(r.Roots, func(c Circler) bool { return c.Zone == ZoneCollar })
}

var effects = map[Correction]effect{
	KeepOneLeader: above(func(a *Above) *Cause { return &a.Leader }, "one"),
	CutRubbing:    above(func(a *Above) *Cause { return &a.Branching }, "well-spaced"),
	CutDeadTips:   above(func(a *Above) *Cause { return &a.Life }, "plump"),
	RemoveTie:     above(func(a *Above) *Cause { return &a.Ties }, "none"),
	Soak:          {func(r *Readings) { r.Moisture = "" }, func(r *Readings, _ Assessment) { r.Moisture = MoistureMoist }},
	PullWeeds:     {func(r *Readings) { r.PotTop = "" }, func(r *Readings, _ Assessment) { r.PotTop = PotTopClean }},
	SoakRoots:     bareRoot(func(b *BareRootLook) { b.Moisture = "" }, func(b *BareRootLook) { b.Moisture = RootMoistureMoist }),
	CutStub:       bareRoot(func(b *BareRootLook) { b.Stub = "" }, func(b *BareRootLook) { b.Stub = StubClean }),
	// The cut shortens what it takes.
	TrimBroken:  bareRoot(func(b *BareRootLook) { b.BrokenRoots, b.SpreadMM, b.LengthMM = nil, nil, nil }, func(b *BareRootLook) { b.BrokenRoots = new(int) }),
	RemoveTwine: balled(func(b *BalledLook) { b.Twine = nil }, func(b *BalledLook) { b.Twine = new(bool) }),
	PickWeeds:   balled(func(b *BalledLook) { b.GardenSoil = "" }, func(b *BalledLook) { b.GardenSoil = GardenSoilClean }),
	Uncover:     {func(r *Readings) { r.SeenDepthMM = nil }, nothing},
	Clear: ball(func(r *Readings, a Assessment) {
		r.SeenDepthMM, r.Probes, r.BallHeightMM = new(float64), []Probe{}, a.Flare.UsableHeightMM
	}),
	CutStray:    ball(func(r *Readings, _ Assessment) { r.Probes = []Probe{} }),
	Score:       ball(combed),
	Tease:       ball(combed),
	CutAndTease: ball(combed),
	Shave: ball(func(r *Readings, a Assessment) {
		combed(r, a)
		r.BallDiameterMM = a.LeftDiameterMM
	}),
	Slice: ball(func(r *Readings, a Assessment) {
		r.MatBottomPct = new(float64)
		r.Roots = keep(r.Roots, func(c Circler) bool { return c.Zone != ZoneBottom })
		if r.BallHeightMM != nil {
			left := *r.BallHeightMM - a.RootBall.BottomSliceMM
			r.BallHeightMM = &left
		}
	}),
	CutAtCollar: ball(func(r *Readings, _ Assessment) {
		r.Roots = keep(r.Roots, func(c Circler) bool { return c.Zone != ZoneCollar })
	}),
	CountMainRoots: ball(nothing),
}

// after is the next look as the work that is done leaves it.
func after(a Assessment, r Readings, done func(key string) bool, each func(effect, *Readings)) Readings {
	next := r
	next.Roots = append([]Circler{}, r.Roots...)
	for _, w := range a.Work {
		if e, touches := effects[w.Code]; touches && done(w.Key) {
			each(e, &next)
		}
	}
	return next
}

// Untouched is the next look as far as the work did not touch the tree: what was seen and measured at it stands. What was cleared, cut
// or soaked is looked at and measured again.
func Untouched(a Assessment, r Readings, done func(key string) bool) Readings {
	return after(a, r, done, func(e effect, next *Readings) { e.empties(next) })
}

// AfterWork is the next look as it would be when the work is done, for the hand to measure against: hints, never entries. What was
// cleared and cut is gone, and nothing is assumed that the work did not touch.
func AfterWork(a Assessment, r Readings, done func(key string) bool) Readings {
	return after(a, r, done, func(e effect, next *Readings) { e.leaves(next, a) })
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
