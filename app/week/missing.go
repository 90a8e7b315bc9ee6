package week

import (
	"fmt"
	"slices"

	"sedum/app/claims"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/troubles"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/core/stock"
)

const (
	// silentDays is for how long a station may tell nothing.
	silentDays = 2
	// openDays is for how long a look may stand unfinished, or a question unanswered.
	openDays = 14
	// unsaidDays is for how long after its planting day a tree is asked after.
	unsaidDays = 60
	// spotsLately are those in which something missing is looked for.
	spotsLately = 24
)

// unread is what nobody has read or said though it was due.
func (a asked) unread() error {
	unfelt, err := a.clocks.Unfelt(a.tx)
	if err != nil {
		return err
	}
	a.told(len(unfelt), "unfelt", "/clock")
	open, err := yard.OpenSince(a.tx, stock.NotJudged, a.tx.Now.AddDate(0, 0, -silentDays))
	if err != nil {
		return err
	}
	a.told(open, "unjudged", "/work")
	without, silent, err := planted.Unfollowed(a.tx, a.tx.Today().AddDate(0, 0, -silentDays))
	if err != nil {
		return err
	}
	a.told(without, "no-station", "/planted")
	a.told(silent, "silent", "/stations")
	_, unsaid, err := planted.PlantingFrom(a.tx, a.from.AddDate(0, 0, -unsaidDays), a.from.AddDate(0, 0, -1), 0)
	if err != nil {
		return err
	}
	a.told(unsaid, "unsaid", "/sheets")
	if !roles.SeesContact(a.tx.Who.Role) {
		return nil
	}
	spots, err := ground.Lately(a.tx, spotsLately)
	if err != nil {
		return err
	}
	for _, s := range spots.Spots { // services are asked for where somebody is about to dig: at the sheets of the week
		missing := []string{}
		for _, m := range s.Reading.Missing {
			if slices.Contains([]string{"drainage", "soil"}, m.Code) {
				missing = append(missing, m.Text)
			}
		}
		if len(missing) > 0 && len(a.parts["missing"].Lines) < 2*most {
			a.line("missing", nil, a.tx.Say.Say("week.missing.ground", map[string]any{"what": a.tx.Say.List(missing)}), s.Customer+", "+s.Name, fmt.Sprintf("/ground/%s", s.ID))
			a.counted("missing", 1, "")
		}
	}
	return nil
}

// undecided is what waits for somebody to decide it.
func (a asked) undecided() error {
	if !roles.SeesContact(a.tx.Who.Role) {
		return nil
	}
	since := a.tx.Today().AddDate(0, 0, -openDays)
	asked, err := claims.OpenSince(a.tx, since)
	if err != nil {
		return err
	}
	a.told(asked, "claims", "/claims")
	troubled, err := troubles.OpenSince(a.tx, since)
	a.told(troubled, "troubles", "/trouble")
	return err
}
