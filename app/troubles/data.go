package troubles

import (
	"time"

	"sedum/app/planted"
	"sedum/app/visits"
	"sedum/kernel"
)

// Data is what is kept of a planted tree for the person it was planted for: when, what was entered and seen, and what troubled it.
type Data struct {
	PlantedOn string               `json:"planted_on"`
	EndedOn   *time.Time           `json:"ended_on"`
	EndedAs   string               `json:"ended_as"`
	Entries   []planted.ShownEntry `json:"entries"`
	Visits    []visits.Shown       `json:"visits"`
	Troubles  []Kept               `json:"troubles"`
	// Spares are where spares of it stand or stood.
	Spares []string `json:"spares"`
}

// Kept is a trouble as it was written down.
type Kept struct {
	OpenedOn string            `json:"opened_on"`
	Said     string            `json:"said"`
	Seen     map[string]string `json:"seen"`
	Cause    string            `json:"cause"`
}

// DataOf are the trees planted at some spots.
func DataOf(tx *kernel.Tx, spotIDs []string) ([]Data, error) {
	out := []Data{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	trees, err := kernel.Many[planted.Tree](tx, "planted_on, id", "spot_id IN ?", spotIDs)
	if err != nil {
		return out, err
	}
	ids := []string{}
	for _, t := range trees {
		ids = append(ids, t.ID)
	}
	spares, err := planted.SparesOf(tx, ids)
	if err != nil {
		return out, err
	}
	for _, t := range trees {
		page, err := visits.Pages(tx, t)
		if err != nil {
			return out, err
		}
		d := Data{PlantedOn: t.PlantedOn.Format(time.DateOnly), EndedOn: t.EndedOn, EndedAs: t.EndedAs, Entries: page.Entries, Visits: page.Visits, Troubles: []Kept{}, Spares: []string{}}
		list, err := kernel.Many[Trouble](tx, "number", "planted_id = ?", t.ID)
		if err != nil {
			return out, err
		}
		for _, each := range list {
			k := Kept{OpenedOn: each.OpenedOn.Format(time.DateOnly), Said: each.Said, Seen: map[string]string{}, Cause: string(each.Cause)}
			for q, a := range each.Seen {
				k.Seen[string(q)] = string(a)
			}
			d.Troubles = append(d.Troubles, k)
		}
		for _, s := range spares[t.ID] {
			d.Spares = append(d.Spares, s.TakenOn.Format(time.DateOnly)+": "+s.Stands)
		}
		out = append(out, d)
	}
	return out, nil
}

// OpenSince counts the troubles of our trees that were opened before a day and whose cause nobody has settled.
func OpenSince(tx *kernel.Tx, before time.Time) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM troubles WHERE cause = '' AND planted_id IS NOT NULL AND taken_back_at IS NULL AND opened_on < ?", before)
}
