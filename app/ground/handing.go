package ground

import (
	"regexp"
	"time"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/keeping"
	"sedum/kernel"
)

// Handing is that a ground with its trees went to somebody else.
type Handing struct {
	ID       string `gorm:"primaryKey"`
	SiteID   string
	HandedOn time.Time
	PersonID string
	At       time.Time
}

// TableName says of what.
func (Handing) TableName() string { return "site_handings" }

// Leaving is that whoever lives at a ground said they leave it.
type Leaving struct {
	ID         string `gorm:"primaryKey"`
	SiteID     string
	LeavesOn   time.Time
	ByCustomer bool
	PersonID   *string
	At         time.Time
	EndedAt    *time.Time
}

// TableName says of what.
func (Leaving) TableName() string { return "site_leavings" }

// NewLeaving is from when somebody is gone. ID is made where it is entered, so that what is sent twice is one.
type NewLeaving struct {
	ID       string `json:"id" maxLength:"32"`
	LeavesOn string `json:"leaves_on"`
}

var leavingID = regexp.MustCompile(`^[A-Za-z0-9_-]{8,32}$`)

func leave(tx *kernel.Tx, p kernel.ByID, n NewLeaving) (string, error) {
	return p.ID, Leave(tx, p.ID, n, false)
}

// Leave writes down that whoever lives at a spot's ground leaves it; a newer word of it stands over the older, whichever comes here first.
//
// Errors: kernel.ErrMissing; faults at id and leaves_on.
func Leave(tx *kernel.Tx, spotID string, n NewLeaving, byCustomer bool) error {
	if err := Touch(tx, spotID); err != nil {
		return err
	}
	s, err := kernel.One[Spot](tx, "id = ?", spotID)
	if err != nil {
		return err
	}
	var l fault.List
	on := kernel.Date(&l, "leaves_on", n.LeavesOn)
	if first, last := keeping.LeavesBetween(tx.Today()); len(l) == 0 && on.Before(first) {
		l.Add("leaves_on", fault.AtLeast, first.Format(time.DateOnly))
	} else if len(l) == 0 && on.After(last) {
		l.Add("leaves_on", fault.AtMost, last.Format(time.DateOnly))
	}
	if !leavingID.MatchString(n.ID) {
		l.Add("id", fault.NotAChoice, nil)
	}
	if err := l.Err(); err != nil {
		return err
	}
	if known, err := kernel.Many[Leaving](tx, "id", "id = ?", n.ID); err != nil || len(known) > 0 {
		return err
	}
	out := Leaving{ID: n.ID, SiteID: s.SiteID, LeavesOn: on, ByCustomer: byCustomer, At: tx.Entered()}
	if !byCustomer {
		out.PersonID = &tx.Who.ID
	}
	newer, err := saidSince(tx, s.SiteID, out.At)
	if err != nil {
		return err
	}
	if newer != nil {
		out.EndedAt = newer
	} else if err := endLeavings(tx, s.SiteID); err != nil {
		return err
	}
	return kernel.Add(tx, &out)
}

// saidSince is when something newer was said of who lives at a ground than at a moment, nil where nothing was: what waited on a telephone comes late.
func saidSince(tx *kernel.Tx, siteID string, at time.Time) (*time.Time, error) {
	list, err := kernel.Rows[struct{ At time.Time }](tx, `SELECT at FROM (SELECT at FROM site_leavings WHERE site_id = ? UNION ALL SELECT ended_at FROM site_leavings WHERE site_id = ? AND ended_at IS NOT NULL
		UNION ALL SELECT at FROM site_handings WHERE site_id = ?) said WHERE at > ? ORDER BY at LIMIT 1`, siteID, siteID, siteID, at)
	if err != nil || len(list) == 0 {
		return nil, err
	}
	return &list[0].At, nil
}

// stay is that they do not leave after all.
func stay(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	s, err := kernel.One[Spot](tx, "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	return p.ID, endLeavings(tx, s.SiteID)
}

func endLeavings(tx *kernel.Tx, siteID string) error {
	_, err := kernel.Exec(tx, "UPDATE site_leavings SET ended_at = ? WHERE site_id = ? AND ended_at IS NULL", tx.Entered(), siteID)
	return err
}

// Left is a ground whose people said they leave it, with a spot of it.
type Left struct {
	SpotID   string
	Customer string
	SpotName string
	LeavesOn time.Time
}

// LeavingUntil are those who leave until a day and whose ground nobody has handed over, the soonest first; the first so many, and how many there are.
func LeavingUntil(tx *kernel.Tx, until time.Time, most int) ([]Left, int, error) {
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM site_leavings WHERE ended_at IS NULL AND leaves_on <= ?", until)
	if err != nil || n == 0 {
		return nil, n, err
	}
	list, err := kernel.Rows[Left](tx, `SELECT p.id AS spot_id, c.name AS customer, p.name AS spot_name, l.leaves_on FROM site_leavings l JOIN sites s ON s.id = l.site_id JOIN customers c ON c.id = s.customer_id
		JOIN spots p ON p.id = (SELECT MIN(id) FROM spots WHERE site_id = s.id AND taken_back_at IS NULL) WHERE l.ended_at IS NULL AND l.leaves_on <= ? ORDER BY l.leaves_on, p.id LIMIT ?`, until, most)
	return list, n, err
}

// Owner is what is known of who comes and goes at a ground.
type Owner struct {
	// LeavesOn is when those who live there leave, as somebody said; empty while nobody did. LeavesByCopy is that they said it themselves.
	LeavesOn     string `json:"leaves_on"`
	LeavesByCopy bool   `json:"leaves_by_copy"`
	// HandedOn is when it came to those who live there now, empty where it was theirs from the beginning.
	HandedOn string `json:"handed_on"`
}

func owner(tx *kernel.Tx, p kernel.ByID) (Owner, error) {
	out := Owner{}
	s, err := kernel.One[Spot](tx, "id = ?", p.ID)
	if err != nil {
		return out, err
	}
	leaving, err := kernel.Many[Leaving](tx, "at DESC", "site_id = ? AND ended_at IS NULL", s.SiteID)
	if err != nil {
		return out, err
	}
	if len(leaving) > 0 {
		out.LeavesOn, out.LeavesByCopy = leaving[0].LeavesOn.Format(time.DateOnly), leaving[0].ByCustomer
	}
	handed, err := HandedOn(tx, p.ID)
	if handed != nil {
		out.HandedOn = handed.Format(time.DateOnly)
	}
	return out, err
}

// LeavesOn is when those who live at the ground of a spot leave it, nil while nobody said so.
func LeavesOn(tx *kernel.Tx, spotID string) (*time.Time, error) {
	s, err := kernel.One[Spot](tx, "id = ?", spotID)
	if err != nil {
		return nil, err
	}
	return leavingOf(tx, s.SiteID)
}

func leavingOf(tx *kernel.Tx, siteID string) (*time.Time, error) {
	list, err := kernel.Many[Leaving](tx, "at DESC, id", "site_id = ? AND ended_at IS NULL", siteID)
	if err != nil || len(list) == 0 {
		return nil, err
	}
	return &list[0].LeavesOn, nil
}

// HandedOn is since when the ground of a spot is with those who live there now, nil where it was theirs from the beginning.
func HandedOn(tx *kernel.Tx, spotID string) (*time.Time, error) {
	list, err := kernel.Rows[Handing](tx, "SELECT h.* FROM site_handings h JOIN spots p ON p.site_id = h.site_id WHERE p.id = ? ORDER BY h.handed_on DESC, h.at DESC LIMIT 1", spotID)
	if err != nil || len(list) == 0 {
		return nil, err
	}
	return &list[0].HandedOn, nil
}

// HandOver gives all ground of a customer to somebody else from a day on, and forgets who they were: the ground stays as it is, the questions that
// only they could answer are open again.
func HandOver(tx *kernel.Tx, old Customer, called, phone string, on time.Time) error {
	next := Customer{ID: kernel.NewID(), Name: called, Phone: phone, Version: 1, TouchedAt: tx.Now}
	if err := kernel.Add(tx, &next); err != nil {
		return err
	}
	sites, err := kernel.Many[Site](tx, "id", "customer_id = ?", old.ID)
	if err != nil {
		return err
	}
	for _, s := range sites {
		if err := kernel.Add(tx, &Handing{ID: kernel.NewID(), SiteID: s.ID, HandedOn: on, PersonID: tx.Who.ID, At: tx.Now}); err != nil {
			return err
		}
		if err := endLeavings(tx, s.ID); err != nil {
			return err
		}
	}
	const spots = "(SELECT p.id FROM spots p JOIN sites s ON s.id = p.site_id WHERE s.customer_id = ?)"
	for _, deed := range []struct {
		sql  string
		args []any
	}{
		{"DELETE FROM ground_words WHERE of = 'customer' AND id = ?", []any{old.ID}},
		{"UPDATE markings SET marked_by = REPLACE(marked_by, ?, ?) WHERE spot_id IN " + spots, []any{old.Name, Forgotten, old.ID}},
		{"UPDATE site_schools SET reason = REPLACE(reason, ?, ?) WHERE site_id IN (SELECT s.id FROM sites s WHERE s.customer_id = ?)", []any{old.Name, Forgotten, old.ID}},
		{"UPDATE customers SET name = ?, phone = '', erased_at = ?, version = version + 1 WHERE id = ?", []any{Forgotten, tx.Now, old.ID}},
	} {
		if _, err := kernel.Exec(tx, deed.sql, deed.args...); err != nil {
			return err
		}
	}
	if err := forgetAround(tx, old.ID); err != nil {
		return err
	}
	if err := forgetReporter(tx, old); err != nil {
		return err
	}
	if _, err := kernel.Exec(tx, "UPDATE sites SET customer_id = ?, version = version + 1 WHERE customer_id = ?", next.ID, old.ID); err != nil {
		return err
	}
	if err := name(tx, aCustomer, next.ID, called); err != nil {
		return err
	}
	return mending.Forget(tx, []string{old.ID})
}

// forgetReporter takes a name out of the plan of a ground, and leaves the rest of it.
func forgetReporter(tx *kernel.Tx, old Customer) error {
	plans, err := kernel.Many[SitePlan](tx, "id", "site_id IN (SELECT s.id FROM sites s WHERE s.customer_id = ?)", old.ID)
	if err != nil {
		return err
	}
	for _, p := range plans {
		for i := range p.Plan.Things {
			if p.Plan.Things[i].ReportedBy == old.Name {
				p.Plan.Things[i].ReportedBy = ""
			}
		}
		if err := tx.DB().Model(&p).Select("plan").Updates(&p).Error; err != nil {
			return kernel.Ours(err)
		}
	}
	return nil
}

func ofOwner(tx *kernel.Tx, p kernel.ByID, _ string) (Owner, error) { return owner(tx, p) }
