package ground

import (
	"errors"
	"maps"
	"slices"
	"strings"
	"time"

	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/words"
)

// SiteSchool is a way of doing a step on one ground, appended; the last of a step holds. Choice is "" from when it is done as the house does it.
type SiteSchool struct {
	ID       string
	SiteID   string
	Step     rules.Step
	Choice   string
	Reason   string
	PersonID string
	At       time.Time

	Person people.Named
}

// SiteSchools are all that were ever chosen for a ground, the oldest first.
type SiteSchools []SiteSchool

// SchoolsOf are the schools of the grounds of some spots, by spot.
func SchoolsOf(tx *kernel.Tx, spotIDs []string) (map[string]SiteSchools, error) {
	type row struct {
		SiteSchool
		SpotID string
	}
	out := map[string]SiteSchools{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	list, err := kernel.Rows[row](tx, "SELECT c.*, p.id AS spot_id FROM site_schools c JOIN spots p ON p.site_id = c.site_id WHERE p.id IN ? ORDER BY c.at, c.id", spotIDs)
	for _, r := range list {
		out[r.SpotID] = append(out[r.SpotID], r.SiteSchool)
	}
	return out, err
}

// NewSiteSchools are ways of doing steps on a ground, and why; the empty way is the house's own again.
type NewSiteSchools struct {
	Schools     map[rules.Step]string `json:"schools"`
	Reason      string                `json:"reason" maxLength:"500"`
	SiteVersion int                   `json:"site_version"`
}

// setSiteSchools chooses schools for a whole ground, with the reason that is printed on its sheets. Issued sheets keep theirs.
//
// Errors: a fault by step for what is no choice; kernel.Stale when somebody else changed the site meanwhile.
func setSiteSchools(tx *kernel.Tx, p kernel.ByID, n NewSiteSchools) (string, error) {
	l := fault.Missing("reason", strings.TrimSpace(n.Reason))
	if len(n.Schools) == 0 {
		l.Add("schools", fault.Required, nil)
	}
	for step, choice := range n.Schools {
		if choice == "" {
			if _, known := rules.FindSchools(step); known {
				continue
			}
		}
		if _, err := tx.Who.House.WithSchool(step, choice); err != nil {
			l.Add("schools."+string(step), fault.NotAChoice, nil)
		}
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	s, err := kernel.One[Spot](tx.With("Site"), "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if s.Site.Version != n.SiteVersion {
		return "", stale(tx, p)
	}
	switch err := kernel.ChangeOne[Site](tx, map[string]any{"version": n.SiteVersion + 1}, "id = ? AND version = ?", s.SiteID, n.SiteVersion); {
	case errors.Is(err, kernel.ErrMissing):
		return "", stale(tx, p)
	case err != nil:
		return "", err
	}
	for _, step := range slices.Sorted(maps.Keys(n.Schools)) {
		added := SiteSchool{ID: kernel.NewID(), SiteID: s.SiteID, Step: step, Choice: n.Schools[step], Reason: strings.TrimSpace(n.Reason), PersonID: tx.Who.ID, At: tx.Now}
		if err := kernel.Add(tx, &added); err != nil {
			return "", err
		}
	}
	return p.ID, nil
}

// House is a house as it works on this ground: its own schools stand over the house's. One that a later version dropped no longer applies.
func (l SiteSchools) House(h rules.House) rules.House {
	for _, each := range l.inForce() {
		if next, err := h.WithSchool(each.Step, each.Choice); err == nil {
			h = next
		}
	}
	return h
}

// inForce are the schools that this ground has for itself, in the order of the work.
func (l SiteSchools) inForce() []SiteSchool {
	last := map[rules.Step]SiteSchool{}
	for _, each := range l {
		last[each.Step] = each
	}
	out := []SiteSchool{}
	for _, each := range rules.AllSchools() {
		if s, own := last[each.Step]; own && s.Choice != "" {
			out = append(out, s)
		}
	}
	return out
}

// Own are the schools in which this ground differs from a house, with why.
func (l SiteSchools) Own(h rules.House) []rules.Own {
	out := []rules.Own{}
	for _, each := range l.inForce() {
		if _, err := h.WithSchool(each.Step, each.Choice); err == nil && h.School(each.Step) != each.Choice {
			out = append(out, rules.Own{Step: each.Step, Choice: each.Choice, Reason: each.Reason})
		}
	}
	return out
}

// ShownSchool is a school of a ground on its page; those that were given up stay to be seen.
type ShownSchool struct {
	Step   rules.Step `json:"step"`
	Choice string     `json:"choice" doc:"empty: as the house does it"`
	Text   string     `json:"text"`
	Reason string     `json:"reason"`
	By     string     `json:"by"`
	At     time.Time  `json:"at"`
	Holds  bool       `json:"holds"`
}

// shown are the schools of a ground, the newest first.
func (l SiteSchools) shown(s words.Speaker) []ShownSchool {
	out, seen := []ShownSchool{}, map[rules.Step]bool{}
	for i := len(l) - 1; i >= 0; i-- {
		each := l[i]
		if _, known := rules.FindSchools(each.Step); !known {
			continue
		}
		out = append(out, ShownSchool{each.Step, each.Choice, SaySchool(s, each.Step, each.Choice), each.Reason, each.Person.Name, each.At, !seen[each.Step] && each.Choice != ""})
		seen[each.Step] = true
	}
	return out
}

// SaySchool says a way of doing a step; the empty one is the house's.
func SaySchool(s words.Speaker, step rules.Step, choice string) string {
	how := s.Say("school.as-house", nil)
	if choice != "" {
		how = s.Say("school."+string(step)+"."+choice, nil)
	}
	return s.Say("school.step."+string(step), nil) + ": " + how
}
