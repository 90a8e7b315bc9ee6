package bench

import (
	"context"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/core/tag"
	"sedum/demo"
	"sedum/kernel"
)

// The nursery of ten years is the demo with its summer, and behind it so many trees more: a tenth of them in the yard, four fifths of the
// others planted at households with their sheets, looks, waterings and losses, four trees a household. Rows are copies of what the deeds of
// the demo wrote, moved back in time by a seed.
const (
	decadeDays  = 3650
	lotSize     = 100
	trees4Years = 420 // days a lot stays in the yard at most
)

// decadeTree is what the seed says of one tree.
type decadeTree struct {
	N              int
	ID, Tag, LotID string
	LotNumber      int
	Arrived        time.Time
	InYard         bool
	PlantedOn      *time.Time
	Template       *string
	Shift          int
	EndedOn        *time.Time
	Cause          *string
	Looks          int
	Station        int
	Sheet          int
	House          int
	First          bool
}

func decadeOf(seed uint64, trees, stations int, today time.Time, templates []string, templateDay time.Time) []decadeTree {
	random := rand.New(rand.NewPCG(seed, 10))
	causes := []string{"dry", "wet", "deep", "circling", "animals", "mower", "unknown"}
	out, gone := make([]decadeTree, trees), 0
	for n := range out {
		lot := n / lotSize
		t := decadeTree{N: n, ID: fmt.Sprintf("t%09d", n), Tag: tag.Of(uint32(1_000_000 + n)), LotID: fmt.Sprintf("l%09d", lot), LotNumber: 10_000 + lot, Station: random.IntN(stations), Sheet: 10_000 + n}
		lots := (trees + lotSize - 1) / lotSize
		t.Arrived = today.AddDate(0, 0, -decadeDays+decadeDays*lot/lots)
		t.InYard = today.Sub(t.Arrived) < trees4Years*24*time.Hour
		if !t.InYard && n%5 != 4 {
			on := t.Arrived.AddDate(0, 0, 20+random.IntN(180))
			which := random.IntN(len(templates))
			t.PlantedOn, t.Template, t.Shift = &on, &templates[which], int(templateDay.Sub(on).Hours()/24)
			until := today
			if random.Float64() < 0.15 {
				if end := on.AddDate(0, 0, 60+random.IntN(1500)); end.Before(today) {
					t.EndedOn, t.Cause, until = &end, &causes[random.IntN(len(causes))], end
				}
			}
			t.House, t.First = gone/4, gone%4 == 0
			gone++
			t.Looks = int(until.Sub(on).Hours() / 24 / 290)
		}
		out[n] = t
	}
	return out
}

// copied writes rows of a table from rows of it that stand there: each column as it is, but for those that are said.
func copied(tx *kernel.Tx, table, from string, as map[string]string, args ...any) error {
	columns, err := kernel.Rows[struct{ Name string }](tx, "SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? AND is_generated = 'NEVER' ORDER BY ordinal_position", table)
	if err != nil {
		return err
	}
	into, values := []string{}, []string{}
	for _, c := range columns {
		into = append(into, "`"+c.Name+"`")
		value, said := as[c.Name]
		if !said {
			value = "s.`" + c.Name + "`"
		}
		values = append(values, value)
	}
	if _, err = kernel.Exec(tx, "INSERT INTO "+table+" ("+strings.Join(into, ", ")+") SELECT "+strings.Join(values, ", ")+" FROM "+from, args...); err != nil {
		return fmt.Errorf("%s: %w", table, err)
	}
	return nil
}

// tenYears fills the nursery with so many trees more, all from one seed.
func (y nursery) tenYears(trees, stations int) {
	y.b.Helper()
	ctx := context.Background()
	require.NoError(y.b, demo.LoadPlanted(ctx, y.Kernel))
	type template struct {
		ID        string
		PlantedOn time.Time
	}
	var templates []template
	var all []decadeTree
	step := func(do func(tx *kernel.Tx) error) { require.NoError(y.b, y.Do(ctx, y.Hand, do)) }
	step(func(tx *kernel.Tx) (err error) {
		templates, err = kernel.Rows[template](tx, "SELECT id, planted_on FROM planted_trees WHERE ended_on IS NULL AND taken_back_at IS NULL ORDER BY id")
		ids := []string{}
		for _, t := range templates {
			ids = append(ids, t.ID)
		}
		all = decadeOf(20160501, trees, stations, tx.Today(), ids, templates[0].PlantedOn)
		return err
	})
	step(func(tx *kernel.Tx) error {
		_, err := kernel.Exec(tx, `CREATE TABLE decade (n INT PRIMARY KEY, id VARCHAR(16), tag VARCHAR(10), lot_id VARCHAR(16), lot_number INT, arrived DATE, in_yard BOOL, planted_on DATE, template VARCHAR(16), shift INT, ended_on DATE, cause VARCHAR(40), looks INT, station INT, sheet INT, house INT, first BOOL, INDEX (lot_number)) CHARSET=ascii COLLATE=ascii_bin`)
		return err
	})
	for part := range slices.Chunk(all, 1000) {
		step(func(tx *kernel.Tx) error {
			marks, args := []string{}, []any{}
			for _, t := range part {
				marks = append(marks, "("+strings.Repeat("?, ", 16)+"?)")
				args = append(args, t.N, t.ID, t.Tag, t.LotID, t.LotNumber, t.Arrived, t.InYard, t.PlantedOn, t.Template, t.Shift, t.EndedOn, t.Cause, t.Looks, t.Station, t.Sheet, t.House, t.First)
			}
			_, err := kernel.Exec(tx, "INSERT INTO decade VALUES "+strings.Join(marks, ", "), args...)
			return err
		})
	}
	const yardTree = "(SELECT id FROM trees WHERE lot_number < 10000 AND state = 'for-sale' AND check_id IS NOT NULL AND bundle_of IS NULL ORDER BY id LIMIT 1)"
	const planted = "decade d JOIN planted_trees p ON p.id = d.template "
	const household = "CONCAT('%s', LPAD(d.house, 9, '0'))"
	of := func(letter string) string { return fmt.Sprintf(household, letter) }
	own := func(letter string) string { return fmt.Sprintf("CONCAT('%s', LPAD(d.n, 9, '0'))", letter) }
	back := func(column string) string { return "s." + column + " - INTERVAL d.shift DAY" }
	first := " WHERE d.first"
	steps := []struct {
		table, from string
		as          map[string]string
	}{
		{"stations", "stations s JOIN seq_1_to_" + fmt.Sprint(max(1, stations-1)) + " q ON TRUE WHERE s.taken_back_at IS NULL AND q.seq < " + fmt.Sprint(stations), map[string]string{
			"id": "CONCAT('w', LPAD(q.seq, 9, '0'))", "name": "CONCAT('Station ', q.seq)", "lat_deg": "s.lat_deg + q.seq / 50", "polled": "FALSE"}},
		{"station_readings", "station_readings s JOIN stations w ON w.id LIKE 'w0%' AND s.station_id NOT LIKE 'w0%'", map[string]string{"station_id": "w.id"}},
		{"deliveries", "(SELECT lot_number, MIN(arrived) AS arrived FROM decade GROUP BY lot_number) d JOIN (SELECT * FROM deliveries ORDER BY number LIMIT 1) s", map[string]string{
			"id": "CONCAT('d', LPAD(d.lot_number, 9, '0'))", "number": "d.lot_number", "arrived_at": "d.arrived", "lifted_at": "NULL", "at": "d.arrived"}},
		{"lots", "(SELECT lot_number, lot_id, MIN(arrived) AS arrived FROM decade GROUP BY lot_number, lot_id) d JOIN (SELECT l.* FROM lots l JOIN trees t ON t.lot_id = l.id AND t.id = " + yardTree + ") s", map[string]string{
			"id": "d.lot_id", "number": "d.lot_number", "delivery_id": "CONCAT('d', LPAD(d.lot_number, 9, '0'))", "arrived_on": "d.arrived",
			"kind_id":   "(SELECT id FROM kinds WHERE NOT provisional ORDER BY MD5(CONCAT(id, d.lot_number)) LIMIT 1)",
			"grower_id": "(SELECT id FROM growers ORDER BY MD5(CONCAT(id, d.lot_number)) LIMIT 1)", "decision": "'released'", "decided_at": "d.arrived"}},
		{"trees", "decade d JOIN trees s ON s.id = " + yardTree, map[string]string{
			"id": "d.id", "tag": "d.tag", "lot_id": "d.lot_id", "lot_number": "d.lot_number", "number": fmt.Sprintf("d.n MOD %d + 1", lotSize), "check_id": own("k"),
			"state": "IF(d.in_yard, 'for-sale', IF(d.planted_on IS NULL, 'lost', 'sold'))", "state_since": "d.arrived + INTERVAL 5 DAY"}},
		{"checks", "decade d JOIN trees y ON y.id = " + yardTree + " JOIN checks s ON s.id = y.check_id", map[string]string{"id": own("k"), "tree_id": "d.id", "at": "d.arrived + INTERVAL 5 DAY"}},
		{"corrections", "decade d JOIN trees y ON y.id = " + yardTree + " JOIN corrections s ON s.tree_id = (SELECT tree_id FROM corrections WHERE check_id NOT LIKE 'k0%' ORDER BY id LIMIT 1)", map[string]string{
			"id": "CONCAT('x', SUBSTRING(MD5(CONCAT(s.id, d.n)), 1, 14))", "tree_id": "d.id", "check_id": own("k"), "at": "d.arrived + INTERVAL 6 DAY", "done": "TRUE"}},
		{"tree_events", "decade d JOIN (SELECT e.* FROM tree_events e WHERE e.to_state = 'sold' AND e.id NOT LIKE 'e0%' ORDER BY id LIMIT 1) s WHERE NOT d.in_yard", map[string]string{
			"id": own("e"), "tree_id": "d.id", "at": "d.arrived + INTERVAL 20 DAY", "to_state": "IF(d.planted_on IS NULL, 'lost', 'sold')"}},
		{"customers", planted + "JOIN spots o ON o.id = p.spot_id JOIN sites i ON i.id = o.site_id JOIN customers s ON s.id = i.customer_id" + first, map[string]string{
			"id": of("c"), "name": "CONCAT('Household ', d.house)", "touched_at": "d.planted_on"}},
		{"sites", planted + "JOIN spots o ON o.id = p.spot_id JOIN sites s ON s.id = o.site_id" + first, map[string]string{
			"id": of("i"), "customer_id": of("c"), "address": "CONCAT(d.house, ' Long Lane')", "station_id": "IF(d.station = 0, s.station_id, CONCAT('w', LPAD(d.station, 9, '0')))"}},
		{"spots", planted + "JOIN spots s ON s.id = p.spot_id", map[string]string{"id": own("o"), "site_id": of("i"), "name": "CONCAT('place ', d.n MOD 4)"}},
		{"markings", planted + "JOIN markings s ON s.spot_id = p.spot_id", map[string]string{"id": own("m"), "spot_id": own("o"), "at": back("at"), "marked_on": back("marked_on"), "expires_on": back("expires_on")}},
		{"drainage_tests", planted + "JOIN drainage_tests s ON s.spot_id = p.spot_id", map[string]string{"id": own("r"), "spot_id": own("o"), "at": back("at")}},
		{"sheets", planted + "JOIN sheets s ON s.id = p.sheet_id", map[string]string{
			"id": own("h"), "number": "d.sheet", "tree_id": "d.id", "spot_id": own("o"), "issued_at": back("issued_at"), "planting_on": back("planting_on"), "series": own("h")}},
		{"sheet_links", planted + "JOIN sheet_links s ON s.sheet_id = p.sheet_id", map[string]string{
			"id": own("u"), "sheet_id": own("h"), "token": "MD5(CONCAT(s.token, d.n))", "made_at": back("made_at"), "expires_on": back("expires_on")}},
		{"planted_trees", "decade d JOIN planted_trees s ON s.id = d.template", map[string]string{
			"id": own("p"), "sheet_id": own("h"), "tree_id": "d.id", "spot_id": own("o"), "planted_on": "d.planted_on", "at": back("at"),
			"ended_on": "d.ended_on", "ended_as": "IF(d.ended_on IS NULL, '', 'dead')", "cause": "COALESCE(d.cause, '')", "claimed_on": "NULL", "visited": "d.ended_on IS NULL OR d.looks > 0"}},
		{"planted_groups", "decade d JOIN planted_groups s ON s.planted_id = d.template", map[string]string{"planted_id": own("p")}},
		{"care_entries", "decade d JOIN (SELECT *, ROW_NUMBER() OVER (PARTITION BY planted_id ORDER BY done_on) AS place FROM care_entries) s ON s.planted_id = d.template AND s.place <= 6", map[string]string{
			"id": "CONCAT('g', SUBSTRING(MD5(CONCAT(s.id, d.n)), 1, 24))", "planted_id": own("p"), "done_on": back("done_on"), "at": back("at")}},
		{"visits", "decade d JOIN seq_1_to_12 q ON q.seq <= d.looks JOIN (SELECT *, ROW_NUMBER() OVER (PARTITION BY planted_id ORDER BY visited_on) AS place FROM visits) s ON s.planted_id = d.template AND s.place = 1", map[string]string{
			"id": "CONCAT('v', LPAD(d.n, 9, '0'), q.seq)", "planted_id": own("p"), "visited_on": "d.planted_on + INTERVAL q.seq * 290 DAY", "at": "d.planted_on + INTERVAL q.seq * 290 DAY"}},
		{"visit_due", "decade d JOIN visit_due s ON s.planted_id = d.template WHERE d.ended_on IS NULL OR d.looks > 0", map[string]string{
			"planted_id": own("p"), "wants": "IF(d.n MOD 400 = 0, s.wants, 0)", "worst": "IF(d.n MOD 400 = 0, s.worst, 99)", "urgent": "d.n MOD 400 = 0 AND s.urgent", "last_on": "IF(d.looks = 0, NULL, d.planted_on + INTERVAL d.looks * 290 DAY)",
			"due_on": "IF(d.ended_on IS NULL, d.planted_on + INTERVAL (d.looks + 1) * 290 DAY, NULL)"}},
		{"troubles", "decade d JOIN troubles s ON s.id NOT LIKE 'b0%' WHERE d.planted_on IS NOT NULL AND d.n MOD 40 = 0", map[string]string{
			"id": own("b"), "number": "d.sheet", "planted_id": own("p"), "opened_on": "d.planted_on + INTERVAL 100 DAY", "at": "d.planted_on + INTERVAL 100 DAY",
			"cause": "IF(d.n MOD 400 = 0 AND d.ended_on IS NULL, s.cause, 'too-deep')", "decided_by": "IF(d.n MOD 400 = 0 AND d.ended_on IS NULL, s.decided_by, s.person_id)", "decided_at": "IF(d.n MOD 400 = 0 AND d.ended_on IS NULL, s.decided_at, d.planted_on + INTERVAL 110 DAY)"}},
		{"refusals", "decade d JOIN people w ON w.sign_in = 'bram' LEFT JOIN refusals s ON FALSE WHERE d.planted_on IS NOT NULL AND d.n MOD 50 = 0", map[string]string{
			"id": own("f"), "spot_id": own("o"), "sheet_id": own("h"), "advice": "'water'", "advised": "'Two buckets a week'", "reason": "'No tap there'", "refused_on": "d.planted_on", "person_id": "w.id", "at": "d.planted_on"}},
		{"amounts_used", "decade d JOIN people w ON w.sign_in = 'bram' LEFT JOIN amounts_used s ON FALSE WHERE d.planted_on IS NOT NULL AND d.n MOD 3 = 0", map[string]string{
			"id": own("a"), "planted_id": own("p"), "counted": "'hour'", "amount": "0.5 + d.n MOD 5", "person_id": "w.id", "at": "d.planted_on"}},
		{"guarantee_claims", "decade d JOIN people w ON w.sign_in = 'wren' LEFT JOIN guarantee_claims s ON FALSE WHERE d.ended_on IS NOT NULL AND d.n MOD 5 = 0", map[string]string{
			"id": own("q"), "number": "d.sheet", "planted_id": own("p"), "asked_on": "d.ended_on", "said": "'It died'", "planted_by": "'house'", "person_id": "w.id", "at": "d.ended_on", "version": "2",
			"answer": "'granted'", "given": "'tree'", "cents": "9900", "reason": "'Planted by us'", "letter": "'A new tree is yours.'", "frozen": "'[]'", "decided_by": "w.id", "decided_at": "d.ended_on + INTERVAL 9 DAY"}},
	}
	for _, s := range steps {
		began := time.Now()
		rest, parted := strings.CutPrefix(s.from, "decade d")
		for n := 0; parted && n < trees; n += 5_000 { // no statement longer than a connection waits
			step(func(tx *kernel.Tx) error {
				return copied(tx, s.table, "(SELECT * FROM decade WHERE n >= ? AND n < ?) d"+rest, s.as, n, n+5_000)
			})
		}
		if !parted {
			step(func(tx *kernel.Tx) error { return copied(tx, s.table, s.from, s.as) })
		}
		y.b.Logf("%-18s %6.1f s", s.table, time.Since(began).Seconds())
	}
	step(func(tx *kernel.Tx) error {
		for _, statement := range []string{
			"INSERT INTO lot_counts (lot_number, state, tags, trees, checked, faulty) SELECT lot_number, state, COUNT(*), SUM(bundle_count), COUNT(faulty), COALESCE(SUM(faulty), 0) FROM trees WHERE lot_number >= 10000 GROUP BY lot_number, state",
			"UPDATE planted_groups g JOIN planted_trees p ON p.id = g.planted_id JOIN trees t ON t.id = p.tree_id JOIN lots l ON l.id = t.lot_id JOIN growers w ON w.id = l.grower_id JOIN kinds k ON k.id = l.kind_id SET g.grower = w.name, g.kind = k.common WHERE g.planted_id LIKE 'p0%'",
			"INSERT INTO ground_words (of, id, word) SELECT 'customer', id, 'Household' FROM customers WHERE id LIKE 'c0%' UNION SELECT 'customer', id, SUBSTRING_INDEX(name, ' ', -1) FROM customers WHERE id LIKE 'c0%'",
			"INSERT INTO ground_words (of, id, word) SELECT 'site', id, w.word FROM sites JOIN (SELECT 'Long' AS word UNION SELECT 'Lane') w WHERE id LIKE 'i0%' UNION SELECT 'site', id, SUBSTRING_INDEX(address, ' ', 1) FROM sites WHERE id LIKE 'i0%'",
			"INSERT INTO ground_words (of, id, word) SELECT 'spot', id, 'place' FROM spots WHERE id LIKE 'o0%' UNION SELECT 'spot', id, SUBSTRING_INDEX(name, ' ', -1) FROM spots WHERE id LIKE 'o0%'",
			"DROP TABLE decade",
		} {
			if _, err := kernel.Exec(tx, statement); err != nil {
				return err
			}
		}
		return nil
	})
}

// weighed are how many rows stand in the tables that grow.
func (y nursery) weighed(tables ...string) map[string]int {
	out := map[string]int{}
	require.NoError(y.b, y.Tx(func(tx *kernel.Tx) error {
		for _, t := range tables {
			n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM "+t)
			if err != nil {
				return err
			}
			out[t] = n
		}
		return nil
	}))
	return out
}
