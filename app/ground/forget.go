package ground

import (
	"time"

	"sedum/app/mending"
	"sedum/app/stations"
	"sedum/core/climate"
	"sedum/core/rules"
	"sedum/kernel"
)

// Forgotten stands where a name or an address stood.
const Forgotten = "—"

// Touch says that the counter writes something down of whose spot it is, and keeps them from being forgotten until it is done. Refused:
// customer-erased when they were. Errors: kernel.ErrMissing.
func Touch(tx *kernel.Tx, spotID string) error {
	c, err := HoldCustomerOf(tx, spotID)
	if err != nil {
		return err
	}
	return c.touched(tx)
}

func (c Customer) touched(tx *kernel.Tx) error {
	if c.ErasedAt != nil {
		return kernel.Refused{Code: "customer-erased", Field: "name"}
	}
	_, err := kernel.Exec(tx, "UPDATE customers SET touched_at = ? WHERE id = ?", tx.Now, c.ID)
	return err
}

// HoldCustomerOf holds whose spot it is. Errors: kernel.ErrMissing.
func HoldCustomerOf(tx *kernel.Tx, spotID string) (Customer, error) {
	return kernel.Held[Customer](tx, "SELECT c.* FROM customers c JOIN sites s ON s.customer_id = c.id JOIN spots p ON p.site_id = s.id WHERE p.id = ?", spotID)
}

// HoldCustomer holds a customer. Errors: kernel.ErrMissing.
func HoldCustomer(tx *kernel.Tx, id string) error {
	_, err := kernel.Held[Customer](tx, "SELECT * FROM customers WHERE id = ?", id)
	return err
}

// Data is all that is kept of a customer here.
type Data struct {
	Name      string       `json:"name"`
	Telephone string       `json:"telephone"`
	TouchedAt time.Time    `json:"last_written_to"`
	Sites     []SiteData   `json:"sites"`
	Corrected []WasWritten `json:"corrected"`
	// Spots are the ids of their spots, for who keeps more of them.
	Spots []string `json:"-"`
}

// SiteData is a customer's ground.
type SiteData struct {
	Address string `json:"address"`
	// LeavesOn is when they said that they leave it; null while they did not.
	LeavesOn *time.Time `json:"leaves_on"`
	LatDeg   float64    `json:"latitude_deg"`
	Climate  any        `json:"climate"`
	Station  string     `json:"weather_station" doc:"whose record counts there"`
	// Schools are the ways of working that were chosen for it, and why.
	Schools []rules.Own `json:"schools"`
	Plans   []any       `json:"plans" doc:"every version of the plan of the ground"`
	Spots   []SpotData  `json:"spots"`
}

// SpotData is one spot with its records.
type SpotData struct {
	Name     string         `json:"name"`
	Ground   any            `json:"ground"`
	Markings []MarkingData  `json:"markings"`
	Drainage []DrainageData `json:"drainage"`
	Answers  []AnswerData   `json:"line_answers"`
	Pictures []PictureData  `json:"pictures"`
}

// PictureData is a picture of a spot; the picture itself is asked for by its address.
type PictureData struct {
	At      time.Time `json:"at"`
	Shows   Shows     `json:"shows"`
	Caption string    `json:"caption"`
	Address string    `json:"address"`
}

// MarkingData is a marking of buried services.
type MarkingData struct {
	Reference string    `json:"reference"`
	MarkedBy  string    `json:"marked_by"`
	MarkedOn  time.Time `json:"marked_on"`
	ExpiresOn time.Time `json:"expires_on"`
}

// DrainageData is a drainage hole.
type DrainageData struct {
	At          time.Time `json:"at"`
	HoleWidthMM float64   `json:"hole_width_mm"`
	Readings    any       `json:"readings"`
}

// AnswerData is what the owner of an overhead line answered.
type AnswerData struct {
	Owner      string    `json:"owner"`
	Reference  string    `json:"reference"`
	Answer     string    `json:"answer"`
	AnsweredOn time.Time `json:"answered_on"`
}

// WasWritten is what stood before a correction.
type WasWritten struct {
	At  time.Time         `json:"at"`
	Was map[string]string `json:"was"`
}

// DataOf gathers what is kept of a customer, what was taken back too. Errors: kernel.ErrMissing.
func DataOf(tx *kernel.Tx, customerID string) (Data, error) {
	c, err := kernel.One[Customer](tx, "id = ?", customerID)
	if err != nil {
		return Data{}, err
	}
	out := Data{Name: c.Name, Telephone: c.Phone, TouchedAt: c.TouchedAt, Sites: []SiteData{}, Corrected: []WasWritten{}, Spots: []string{}}
	sites, err := kernel.Many[Site](tx, "id", "customer_id = ?", customerID)
	if err != nil {
		return out, err
	}
	ids := []string{}
	for _, s := range sites {
		if s.StationID != nil {
			ids = append(ids, *s.StationID)
		}
	}
	near, err := stations.Of(tx, ids)
	if err != nil {
		return out, err
	}
	for _, s := range sites {
		spots, err := kernel.Many[Spot](tx, "name, id", "site_id = ?", s.ID)
		if err != nil {
			return out, err
		}
		leaving, err := leavingOf(tx, s.ID)
		if err != nil {
			return out, err
		}
		site := SiteData{Address: s.Address, LeavesOn: leaving, LatDeg: s.LatDeg, Climate: s.Climate, Schools: []rules.Own{}, Plans: []any{}, Spots: []SpotData{}}
		schools, err := kernel.Many[SiteSchool](tx, "at, id", "site_id = ?", s.ID)
		if err != nil {
			return out, err
		}
		for _, each := range schools {
			site.Schools = append(site.Schools, rules.Own{Step: each.Step, Choice: each.Choice, Reason: each.Reason})
		}
		if s.StationID != nil {
			site.Station = near[*s.StationID].Name
		}
		plans, err := kernel.Many[SitePlan](tx, "version", "site_id = ?", s.ID)
		if err != nil {
			return out, err
		}
		for _, p := range plans {
			site.Plans = append(site.Plans, p.Plan)
		}
		for _, p := range spots {
			spot, err := dataOf(tx, p)
			if err != nil {
				return out, err
			}
			site.Spots, out.Spots = append(site.Spots, spot), append(out.Spots, p.ID)
		}
		out.Sites = append(out.Sites, site)
	}
	corrected, err := mending.Of(tx, mending.Customer, customerID)
	for _, m := range corrected {
		out.Corrected = append(out.Corrected, WasWritten{m.At, m.Was})
	}
	return out, err
}

// dataOf is a spot with its records, those that were taken back too.
func dataOf(tx *kernel.Tx, p Spot) (SpotData, error) {
	out := SpotData{Name: p.Name, Ground: p.Ground, Markings: []MarkingData{}, Drainage: []DrainageData{}, Answers: []AnswerData{}, Pictures: []PictureData{}}
	pictures, err := kernel.Rows[ShownPhoto](tx, "SELECT id, shows, caption, at FROM spot_photos WHERE spot_id = ? ORDER BY at, id", p.ID)
	if err != nil {
		return out, err
	}
	for _, f := range pictures {
		out.Pictures = append(out.Pictures, PictureData{f.At, f.Shows, f.Caption, "/api/v1/spot-photos/" + f.ID + "/picture.jpg"})
	}
	markings, err := kernel.Many[Marking](tx, "at, id", "spot_id = ?", p.ID)
	if err != nil {
		return out, err
	}
	for _, m := range markings {
		out.Markings = append(out.Markings, MarkingData{m.Reference, m.MarkedBy, m.MarkedOn, m.ExpiresOn})
	}
	holes, err := kernel.Many[DrainageTest](tx, "at, id", "spot_id = ?", p.ID)
	if err != nil {
		return out, err
	}
	for _, d := range holes {
		out.Drainage = append(out.Drainage, DrainageData{d.At, d.HoleWidthMM, d.Readings})
	}
	answers, err := kernel.Many[LineAnswer](tx, "at, id", "spot_id = ?", p.ID)
	for _, a := range answers {
		out.Answers = append(out.Answers, AnswerData{a.Owner, a.Reference, a.Answer, a.AnsweredOn})
	}
	return out, err
}

// Forget leaves of a customer what the ground is, and nothing of who they are or where it lies; their spots come off the lists. Done
// again, it changes nothing more.
func Forget(tx *kernel.Tx, customerID string) error {
	const spots = "(SELECT p.id FROM spots p JOIN sites s ON s.id = p.site_id WHERE s.customer_id = ?)"
	for _, deed := range []struct {
		sql  string
		args []any
	}{
		{"DELETE FROM ground_words WHERE id IN (SELECT ? UNION SELECT id FROM sites WHERE customer_id = ? UNION SELECT p.id FROM spots p JOIN sites s ON s.id = p.site_id WHERE s.customer_id = ?)", []any{customerID, customerID, customerID}},
		{"DELETE FROM site_leavings WHERE site_id IN (SELECT id FROM sites WHERE customer_id = ?)", []any{customerID}},
		{"UPDATE customers SET name = ?, phone = '', erased_at = ?, version = version + 1 WHERE id = ? AND erased_at IS NULL", []any{Forgotten, tx.Now, customerID}},
		{"UPDATE markings SET reference = ?, marked_by = ? WHERE spot_id IN " + spots, []any{Forgotten, Forgotten, customerID}},
		{"DELETE FROM spot_photos WHERE spot_id IN " + spots, []any{customerID}},
		{"UPDATE line_answers SET owner = ?, reference = ?, answer = ? WHERE spot_id IN " + spots, []any{Forgotten, Forgotten, Forgotten, customerID}},
		{"UPDATE spots p JOIN sites s ON s.id = p.site_id SET p.name = ?, p.taken_back_at = COALESCE(p.taken_back_at, ?), p.version = p.version + 1 WHERE s.customer_id = ?", []any{Forgotten, tx.Now, customerID}},
		{"UPDATE site_schools SET reason = ? WHERE site_id IN (SELECT s.id FROM sites s WHERE s.customer_id = ?)", []any{Forgotten, customerID}},
		{"UPDATE sites SET address = ?, lat_deg = ROUND(lat_deg), version = version + 1 WHERE customer_id = ?", []any{Forgotten, customerID}},
	} {
		if _, err := kernel.Exec(tx, deed.sql, deed.args...); err != nil {
			return err
		}
	}
	ids, err := kernel.Rows[struct{ ID string }](tx, "SELECT p.id FROM spots p JOIN sites s ON s.id = p.site_id WHERE s.customer_id = ?", customerID)
	if err != nil {
		return err
	}
	if err := forgetAround(tx, customerID); err != nil {
		return err
	}
	if err := forgetPlans(tx, customerID); err != nil {
		return err
	}
	if err := forgetStations(tx, customerID); err != nil {
		return err
	}
	of := []string{customerID}
	for _, spot := range ids {
		of = append(of, spot.ID)
	}
	return mending.Forget(tx, of)
}

// forgetAround leaves what a spot is, and takes from it who waters there, whose leave it has, and who told of its winters.
func forgetAround(tx *kernel.Tx, customerID string) error {
	sites, err := kernel.Many[Site](tx, "id", "customer_id = ?", customerID)
	if err != nil {
		return err
	}
	for _, s := range sites {
		if s.Climate.ChillSaid == "" {
			continue
		}
		s.Climate.ChillSaid = Forgotten
		if err := tx.DB().Model(&s).Select("climate").Updates(&s).Error; err != nil {
			return kernel.Ours(err)
		}
	}
	spots, err := kernel.Many[Spot](tx, "id", "site_id IN (SELECT s.id FROM sites s WHERE s.customer_id = ?)", customerID)
	if err != nil {
		return err
	}
	for _, s := range spots {
		s.Ground.WaterBy, s.Ground.LeaveBy, s.Ground.LeaveRef = "", "", ""
		if err := tx.DB().Model(&s).Select("ground").Updates(&s).Error; err != nil {
			return kernel.Ours(err)
		}
	}
	return nil
}

// forgetPlans leaves what stands on the ground, and takes from every version of the plan its names and where on the globe it lies.
func forgetPlans(tx *kernel.Tx, customerID string) error {
	plans, err := kernel.Many[SitePlan](tx, "id", "site_id IN (SELECT s.id FROM sites s WHERE s.customer_id = ?)", customerID)
	if err != nil {
		return err
	}
	for _, p := range plans {
		p.Plan.OriginAt = nil
		for i := range p.Plan.Things {
			p.Plan.Things[i].Name, p.Plan.Things[i].ReportedBy = "", ""
		}
		if err := tx.DB().Model(&p).Select("plan").Updates(&p).Error; err != nil {
			return kernel.Ours(err)
		}
	}
	return nil
}

// forgetStations leaves the figures of a site's climate, and not the town where they were written down.
func forgetStations(tx *kernel.Tx, customerID string) error {
	sites, err := kernel.Many[Site](tx, "id", "customer_id = ? AND station_id IS NOT NULL", customerID)
	if err != nil {
		return err
	}
	for _, s := range sites {
		near, err := stations.Of(tx, []string{*s.StationID})
		if err != nil {
			return err
		}
		if at, ok := near[*s.StationID]; ok && at.Summary.Days > 0 {
			s.Climate = s.Climate.Over(at.Summary.Facts())
			s.Climate.Source = climate.SourceStation
		}
		s.StationID = nil
		if err := tx.DB().Model(&s).Select("climate", "station_id").Updates(&s).Error; err != nil {
			return kernel.Ours(err)
		}
	}
	return nil
}

// Quiet is a customer of whom nothing was written down for a while.
type Quiet struct {
	ID        string
	TouchedAt time.Time
}

// Untouched are the customers of whom nothing was written down since a moment, the longest quiet first, after one of them (its zero value:
// from the first); at most so many.
func Untouched(tx *kernel.Tx, since time.Time, after Quiet, most int) ([]Quiet, error) {
	return kernel.Rows[Quiet](tx, `SELECT id, touched_at FROM customers WHERE erased_at IS NULL AND touched_at < ? AND (touched_at > ? OR (touched_at = ? AND id > ?))
		ORDER BY touched_at, id LIMIT ?`, since, after.TouchedAt, after.TouchedAt, after.ID, most)
}

// DataOfSpot is DataOf of whose spot it is. Errors: kernel.ErrMissing.
func DataOfSpot(tx *kernel.Tx, spotID string) (Data, error) {
	s, err := kernel.One[Spot](tx.With("Site"), "id = ?", spotID)
	if err != nil {
		return Data{}, err
	}
	return DataOf(tx, s.Site.CustomerID)
}
