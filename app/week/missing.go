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
	"sedum/core/rules"
	"sedum/core/stock"
)

const (
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
	silentDays := a.days(rules.WeekSilentDays)
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
	_, unsaid, err := planted.PlantingFrom(a.tx, a.from.AddDate(0, 0, -a.days(rules.WeekUnsaidDays)), a.from.AddDate(0, 0, -1), 0)
	if err != nil {
		return err
	}
	a.told(unsaid, "unsaid", "/sheets")
	if !roles.SeesContact(a.tx.Who.Role) {
		return nil
	}
	leaving, n, err := ground.LeavingUntil(a.tx, a.to, most)
	if err != nil {
		return err
	}
	for _, l := range leaving {
		a.line("missing", &l.LeavesOn, a.tx.Say.Say("week.missing.leaving", nil), l.Customer+", "+l.SpotName, fmt.Sprintf("/ground/%s", l.SpotID))
	}
	a.counted("missing", n, "")
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

func (a asked) days(k rules.Key) int { return int(a.tx.Who.House.Value(k)) }

// undecided is what waits for somebody to decide it.
func (a asked) undecided() error {
	if !roles.SeesContact(a.tx.Who.Role) {
		return nil
	}
	since := a.tx.Today().AddDate(0, 0, -a.days(rules.WeekOpenDays))
	asked, err := claims.OpenSince(a.tx, since)
	if err != nil {
		return err
	}
	a.told(asked, "claims", "/claims")
	troubled, err := troubles.OpenSince(a.tx, since)
	a.told(troubled, "troubles", "/trouble")
	return err
}
