package care

import (
	"time"

	"sedum/core/rules"
)

// SpareWay is how a plant is made once more.
type SpareWay string

// All lists them.
func (SpareWay) All() []SpareWay { return []SpareWay{"cutting", "graft", "seed"} }

// SpareCode names what is due of the spare of a tree that somebody holds dear.
type SpareCode string

// All lists them.
func (SpareCode) All() []SpareCode { return []SpareCode{SpareTake, SpareRenew} }

// The words of SpareCode.
const (
	SpareTake  SpareCode = "take"
	SpareRenew SpareCode = "renew"
)

// SpareDate is when a spare is due: while there is none, in the next rest of the tree, a month before its buds swell; the newest of those that
// live is renewed after the house's years, for what stands in a pot ages there (handbook, features.md, F219).
func SpareDate(h rules.House, f Facts, dear time.Time, newest *time.Time) (SpareCode, time.Time) {
	if newest == nil {
		return SpareTake, f.next(f.springDay()-30, dear)
	}
	return SpareRenew, After(*newest, int(12*h.Value(rules.CareSpareYears)))
}
