package ground

import (
	"cmp"
	"errors"
	"math"
	"slices"

	"sedum/app/stations"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/survey"
	"sedum/kernel"
)

// ChosenStation is whose record counts for a site; "" is none.
type ChosenStation struct {
	StationID   string `json:"station_id"`
	SiteVersion int    `json:"site_version"`
}

// chooseStation keeps with a site which station's record says its climate. Errors: kernel.Stale.
func chooseStation(tx *kernel.Tx, p kernel.ByID, c ChosenStation) (string, error) {
	s, err := kernel.One[Spot](tx.With("Site"), "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	var id *string
	if c.StationID != "" {
		known, err := stations.Of(tx, []string{c.StationID})
		if err != nil {
			return "", err
		}
		if _, ok := known[c.StationID]; !ok {
			return "", fault.List{{Field: "station_id", Code: fault.NotThere, Limit: c.StationID}}
		}
		id = &c.StationID
	}
	if s.Site.Version != c.SiteVersion {
		return "", stale(tx, p)
	}
	err = kernel.ChangeOne[Site](tx, map[string]any{"station_id": id, "version": c.SiteVersion + 1}, "id = ? AND version = ?", s.SiteID, c.SiteVersion)
	if errors.Is(err, kernel.ErrMissing) {
		return "", stale(tx, p)
	}
	if err != nil {
		return "", err
	}
	return p.ID, Touch(tx, p.ID)
}

// ByStation is what the record of a site's station says, on the page.
type ByStation struct {
	ID     string          `json:"id"`
	Name   string          `json:"name"`
	From   string          `json:"from"`
	To     string          `json:"to"`
	AwayKM *float64        `json:"away_km" doc:"null while nobody knows where on the globe one of the two lies"`
	Facts  climate.Facts   `json:"facts"`
	Chill  []station.Short `json:"chill" doc:"portions of each whole winter, the oldest first"`
	Wind   *float64        `json:"wind_from_deg" doc:"prevailing; null where none prevails"`
}

// climateOf joins what was typed of a site with what its station says; typed stands over it. A wind that prevails at the station blows at the spot
// too, while nobody says otherwise.
func (k *Known) climateOf() {
	s := k.station
	typed := k.Spot.Site.Climate
	k.Climate, k.Station, k.Winters = typed.WithChill(), nil, nil
	if typed.ChillPortions == nil {
		for _, w := range typed.ChillWinters {
			k.Winters = append(k.Winters, station.Short{Year: w.Year, Portions: w.Portions})
		}
		slices.SortFunc(k.Winters, func(a, b station.Short) int { return a.Year - b.Year })
	}
	if s.ID == "" || s.Summary.Days == 0 {
		return
	}
	facts := s.Summary.Facts()
	k.Climate = k.Climate.Over(facts)
	by := ByStation{ID: s.ID, Name: s.Name, From: s.Summary.From, To: s.Summary.To, Facts: facts, Chill: s.Summary.Chills()}
	if w := s.Summary.Wind; w.PrevailingDeg != nil && w.Variable != nil && !*w.Variable {
		by.Wind = w.PrevailingDeg
	}
	by.AwayKM = k.awayKM(s)
	k.Station = &by
	if typed.ChillPortions == nil && len(k.Winters) == 0 {
		k.Winters = by.Chill
	}
}

// Near is a station and how far from a site it lies, as far as that is known.
type Near struct {
	stations.Line
	// AwayKM is null while nobody knows the longitude of both; NorthKM is how far apart they lie from north to south at least.
	AwayKM  *float64 `json:"away_km"`
	NorthKM float64  `json:"north_km"`
	Chosen  bool     `json:"chosen"`
}

// NearList are the stations, the nearest first.
type NearList struct {
	Stations []Near `json:"stations"`
}

// nearStations are all stations by how near they lie to a spot.
func nearStations(tx *kernel.Tx, p kernel.ByID) (NearList, error) {
	out := NearList{[]Near{}}
	k, err := SpotOf(tx, p.ID)
	if err != nil {
		return out, err
	}
	all, err := stations.All(tx)
	if err != nil {
		return out, err
	}
	site := k.Spot.Site
	for _, s := range all {
		n := Near{Line: s.Line(), NorthKM: math.Round(math.Abs(s.LatDeg-site.LatDeg) * 111.2), Chosen: site.StationID != nil && *site.StationID == s.ID}
		n.AwayKM = k.awayKM(s)
		out.Stations = append(out.Stations, n)
	}
	far := func(n Near) float64 {
		if n.AwayKM != nil {
			return *n.AwayKM
		}
		return n.NorthKM
	}
	slices.SortStableFunc(out.Stations, func(a, b Near) int { return cmp.Compare(far(a), far(b)) })
	return out, nil
}

// awayKM is how far a station lies from the ground, nil while nobody knows where on the globe one of the two lies.
func (k *Known) awayKM(s stations.Station) *float64 {
	at := k.plan.Plan.OriginAt
	if at == nil || s.LonDeg == nil {
		return nil
	}
	km := math.Round(at.KMTo(survey.LatLon{LatDeg: s.LatDeg, LonDeg: *s.LonDeg}))
	return &km
}

// stationFor is the station of a new site, and its latitude: the one that was named, or the only one there is where nobody says a latitude.
func stationFor(tx *kernel.Tx, c NewCustomer) (id *string, latDeg float64, err error) {
	all, err := stations.All(tx)
	if err != nil {
		return nil, 0, err
	}
	for _, s := range all {
		if s.ID == c.StationID || (c.StationID == "" && c.LatDeg == nil && len(all) == 1) {
			id, latDeg = &s.ID, s.LatDeg
		}
	}
	switch {
	case c.StationID != "" && id == nil:
		return nil, 0, fault.List{{Field: "station_id", Code: fault.NotThere, Limit: c.StationID}}
	case c.LatDeg != nil:
		latDeg = *c.LatDeg
	case id == nil:
		return nil, 0, fault.List{{Field: "lat_deg", Code: fault.Required}}
	}
	return id, latDeg, nil
}

// takeNearest gives a site that has no station the nearest one, once somebody says where on the globe it lies: of those whose place is known and
// that lie near enough (rules.SiteStationKM). Whoever knows better chooses another, or none.
func takeNearest(tx *kernel.Tx, site Site, at survey.LatLon) error {
	if site.StationID != nil {
		return nil
	}
	all, err := stations.All(tx)
	if err != nil {
		return err
	}
	nearest, away := "", tx.Who.House.Value(rules.SiteStationKM)
	for _, s := range all {
		if s.LonDeg == nil {
			continue
		}
		if km := at.KMTo(survey.LatLon{LatDeg: s.LatDeg, LonDeg: *s.LonDeg}); num.AtMost(km, away) {
			nearest, away = s.ID, km
		}
	}
	if nearest == "" {
		return nil
	}
	return kernel.ChangeOne[Site](tx, map[string]any{"station_id": nearest, "version": site.Version + 1}, "id = ?", site.ID)
}
