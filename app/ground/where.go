package ground

import (
	"sedum/core/survey"
	"sedum/kernel"
)

// Where is where a spot lies, as whoever goes there needs it.
type Where struct {
	Address string
	Phone   string
	// At is where its plan begins on the globe, nil while nobody knows.
	At *survey.LatLon
}

// WhereOf is where some spots lie.
func WhereOf(tx *kernel.Tx, spotIDs []string) (map[string]Where, error) {
	out := map[string]Where{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	rows, err := kernel.Rows[struct{ ID, SiteID, Address, Phone string }](tx, "SELECT p.id, s.id AS site_id, s.address, c.phone FROM spots p JOIN sites s ON s.id = p.site_id JOIN customers c ON c.id = s.customer_id WHERE p.id IN ?", spotIDs)
	if err != nil {
		return out, err
	}
	sites := []string{}
	for _, r := range rows {
		sites = append(sites, r.SiteID)
	}
	plans, err := plansOf(tx, sites)
	for _, r := range rows {
		out[r.ID] = Where{Address: r.Address, Phone: r.Phone, At: plans[r.SiteID].Plan.OriginAt}
	}
	return out, err
}
