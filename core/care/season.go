package care

import (
	"sedum/core/planting"
	"sedum/core/stock"
)

// renewals is what was put on against sun and teeth and is looked at before its first year is over (handbook, aftercare.md, "The care
// calendar": paint or guard renewed).
func (l *list) renewals(f Facts) {
	if f.Painted {
		l.between("paint-look", After(f.Planted, 6), After(f.Planted, 12), nil)
		l.between("paint-look", After(f.Planted, 18), After(f.Planted, 24), nil)
	}
	if f.Guarded {
		l.between("guard-look", After(f.Planted, 6), After(f.Planted, 12), nil)
	}
	if f.LeaderTied {
		l.on("leader-look", After(f.Planted, 3), nil)
		l.on("leader-off", After(f.Planted, 12), nil)
	}
}

// restDays is how long a dug tree has had at midsummer before what shows no life is dead.
const restDays = 60

// cuts are what is cut in the years after: what a dug tree let die, a frame of fruit by half and then its second tier, stems for their colour.
// What grows on wires is tied in while it bends.
func (l *list) cuts(f Facts) {
	if f.Dug {
		l.on("deadwood-look", f.next(f.shift(180), f.Planted.AddDate(0, 0, restDays)), nil)
	}
	code, day := f.pruning()
	for _, year := range []int{2, 3, 4} {
		on := After(f.next(day, f.Planted), 12*(year-1))
		switch {
		case !f.SingleTrunk:
		case !f.Framed:
			l.on(code, on, nil)
		case year == 2:
			l.on(f.dry("frame-half", "frame-half-dry"), on, nil)
		case year == 3:
			l.on(f.dry("frame-tier", "frame-tier-dry"), on, nil)
		}
	}
	firstSpring := f.next(f.springDay(), f.Planted)
	for year := range 3 {
		if f.Trained {
			from := After(firstSpring, 12*year).AddDate(0, 0, 60)
			l.between("tie-in", from, from.AddDate(0, 0, 90), nil)
		}
		if f.StemsForColour {
			l.on("stems-low", After(firstSpring, 12*(year+1)).AddDate(0, 0, -30), nil)
		}
	}
}

// dry is the wording for stone fruit, which is cut in dry weather only.
func (f Facts) dry(any, dry Code) Code {
	if f.StoneFruit {
		return dry
	}
	return any
}

// dug tells whether a tree was lifted out of the ground and left most of its roots there.
func dug(p planting.Input) bool { return p.Tree.Form == stock.Balled || p.Tree.Form == stock.BareRoot }
