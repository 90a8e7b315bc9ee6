package visits

import (
	"time"

	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/core/calc"
	"sedum/core/roles"
	"sedum/core/survey"
	"sedum/core/visit"
	"sedum/kernel"
)

// Stop is a tree on the round.
type Stop struct {
	planted.Line
	Address string `json:"address"`
	Phone   string `json:"phone"`
	// DueOn is the planned look that it is due for, null for one that is gone to for what was found.
	DueOn *time.Time `json:"due_on"`
	Late  bool       `json:"late"`
	// Wants is how many things its newest visit asks for.
	Wants  int        `json:"wants"`
	LastOn *time.Time `json:"last_on"`
	Placed bool       `json:"placed" doc:"somebody knows where on the globe it lies"`
	// LegM is how far it is from the stop before, null where nobody knows.
	LegM *float64 `json:"leg_m" decimals:"0"`
}

// Round is who goes where: trees that are due, or of which something was found, in the order of a short way.
type Round struct {
	Stops []Stop  `json:"stops"`
	WayM  float64 `json:"way_m" decimals:"0" doc:"between those stops of which the place is known"`
	// Left are those that are due as well and do not fit a day.
	Left int `json:"left"`
}

// RoundAsk is how far ahead a round looks, and how many trees a day holds.
type RoundAsk struct {
	Days  int `query:"days" default:"7" minimum:"0" maximum:"60" doc:"what is due within so many days is taken along"`
	Limit int `query:"limit" default:"12" minimum:"1" maximum:"60"`
}

type dueRow struct {
	ID     string
	SpotID string
	DueOn  *time.Time
	Wants  int
	LastOn *time.Time
}

// dueRows are the trees to go to until a day, what hurts most first. A tree that nobody visited yet is due a month after planting. What hurts is
// gone to whoever planned it; a planned look only where one was promised.
func dueRows(tx *kernel.Tx, until time.Time) ([]dueRow, error) {
	const living = " AND t.taken_back_at IS NULL AND t.ended_on IS NULL "
	const looked = "SELECT t.id, t.spot_id, IF(t.contact, d.due_on, NULL) AS due_on, d.wants, d.last_on, d.worst FROM visit_due d STRAIGHT_JOIN planted_trees t ON t.id = d.planted_id WHERE "
	// Each part is read in its own order and no further than is shown: those at which something was found, those that are only due, those nobody has looked at.
	return kernel.Rows[dueRow](tx, looked+"d.urgent"+living+"UNION "+looked+"d.worst < 99 AND d.due_on <= ? AND t.contact"+living+
		"UNION ("+looked+"d.worst = 99 AND d.due_on <= ? AND t.contact"+living+"ORDER BY d.due_on, d.planted_id LIMIT 500)"+
		"UNION ALL (SELECT t.id, t.spot_id, t.planted_on + INTERVAL 1 MONTH AS due_on, 0 AS wants, NULL AS last_on, 99 AS worst FROM planted_trees t WHERE NOT t.visited AND t.contact AND t.planted_on <= ? - INTERVAL 28 DAY AND t.planted_on + INTERVAL 1 MONTH <= ?"+living+
		"ORDER BY t.planted_on, t.id LIMIT 500) ORDER BY worst, due_on, id LIMIT 500", until, until, until, until)
}

// round takes what is late or hurts soonest, as many as a day holds, and puts them in the order of a short way. A tree whose look somebody has
// settled, the customer's with a photograph too, is not on it.
func round(tx *kernel.Tx, ask RoundAsk) (Round, error) {
	out := Round{Stops: []Stop{}}
	until := tx.Today().AddDate(0, 0, ask.Days)
	rows, err := dueRows(tx, until)
	if err != nil {
		return out, err
	}
	if len(rows) > ask.Limit {
		out.Left = len(rows) - ask.Limit
		rows = rows[:ask.Limit]
	}
	ids, spotIDs := []string{}, []string{}
	for _, r := range rows {
		ids, spotIDs = append(ids, r.ID), append(spotIDs, r.SpotID)
	}
	lines, err := planted.LinesOf(tx, ids)
	if err != nil {
		return out, err
	}
	where, err := ground.WhereOf(tx, spotIDs)
	if err != nil {
		return out, err
	}
	stops := []visit.Stop{}
	var origin *survey.LatLon
	for _, r := range rows {
		stop := visit.Stop{}
		if at := where[r.SpotID].At; at != nil {
			if origin == nil { // the way begins at the tree that is gone to for the most urgent thing
				origin = at
			}
			stop.X, stop.Y = origin.OnPlan(*at)
			stop.Known = true
		}
		stops = append(stops, stop)
	}
	at := visit.Stop{Known: true}
	for _, i := range visit.Order(at, stops) {
		r, w := rows[i], where[rows[i].SpotID]
		s := Stop{Line: lines[i], DueOn: r.DueOn, Wants: r.Wants, LastOn: r.LastOn, Placed: stops[i].Known}
		if r.DueOn != nil && r.DueOn.After(until) { // gone to for what was found
			s.DueOn = nil
		}
		s.Late = s.DueOn != nil && visit.IsLate(*s.DueOn, tx.Today())
		if roles.SeesContact(tx.Who.Role) {
			s.Address, s.Phone = w.Address, w.Phone
		}
		if stops[i].Known {
			leg := visit.Apart(at, stops[i])
			s.LegM, out.WayM, at = &leg, out.WayM+leg, stops[i]
		}
		out.Stops = append(out.Stops, calc.Rounded(s))
	}
	return calc.Rounded(out), nil
}
