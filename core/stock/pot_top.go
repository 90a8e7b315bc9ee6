package stock

import (
	"sedum/core/num"
	"sedum/core/rules"
)

// judgePot reads what is told of the pot itself: weeds on its top come off before sale, and kinds that move badly get their last
// chance when they have stood in it for long (stock.md, Corrections; the months are a house rule). Neither is asked of a tree
// that stands in no pot, and neither keeps it from being judged when nobody told.
func (a *Assessment) judgePot(h rules.House, s Subject, r Readings) {
	if s.Form != Container && s.Form != Plug {
		return
	}
	if r.PotTop == PotTopWeeds {
		a.because(PartPot, "weeds", Fix)
	}
	if s.MovesBadly && r.MonthsInPot != nil && num.AtLeast(*r.MonthsInPot, h.Value(rules.YardLastChance)) {
		a.against(PartPot, "last-chance", Fix, &Evidence{*r.MonthsInPot, h.Value(rules.YardLastChance), "months", rules.YardLastChance})
	}
}

func (a *Assessment) listPotWork() {
	for _, reason := range a.Reasons {
		switch {
		case reason.Part == PartPot && reason.Code == "weeds":
			a.addWork(PullWeeds, nil)
		case reason.Part == PartPot && reason.Code == "last-chance":
			a.Work = append(a.Work, Work{Key: "plant-this-season", Code: PlantThisSeason, AtPlanting: true})
		}
	}
}
