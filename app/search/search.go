// Package search finds anything of the house by a few letters: a tag, a kind, a person, an address, a lot, a sheet, a claim (handbook, features).
package search

import (
	"strconv"
	"strings"

	"sedum/app/ground"
	"sedum/app/yard"
	"sedum/core/roles"
	"sedum/kernel"
)

// Kind is what was found.
type Kind string

// All lists them in the order in which they are shown.
func (Kind) All() []Kind {
	return []Kind{"tree", "planted", "sheet", "spot", "lot", "kind", "grower", "claim"}
}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "search", Operations: []kernel.Operation{kernel.Read("search", "/search", yard.SeeYard, find)}}
}

// Ask is what is looked for.
type Ask struct {
	Text string `query:"text" maxLength:"60"`
}

// Hit is one thing that was found.
type Hit struct {
	Kind  Kind   `json:"kind"`
	Ref   string `json:"ref" doc:"what its page is called by: a tag, a number, an id"`
	Title string `json:"title"`
	More  string `json:"more"`
}

// Found are the hits, a few of each kind.
type Found struct {
	Hits []Hit `json:"hits"`
}

const (
	fewestLetters = 2
	each          = 4
)

// queries find each kind by its letters; :like is within, :tag and :spots where a word begins so. counter is what only those see who stand before
// a customer.
var queries = []struct {
	kind    Kind
	counter bool
	sql     string
	args    string
}{
	{"tree", false, "SELECT y.tag AS ref, CONCAT(k.common, ' ', y.tag) AS title, CONCAT('#', l.number) AS more FROM trees y JOIN lots l ON l.id = y.lot_id JOIN kinds k ON k.id = l.kind_id WHERE y.tag LIKE ? ORDER BY y.tag LIMIT ?", "tag"},
	{"planted", true, `SELECT t.id AS ref, CONCAT(k.common, ' ', y.tag) AS title, CONCAT(c.name, ', ', p.name) AS more FROM (SELECT id FROM planted_trees WHERE spot_id IN ? UNION SELECT b.id FROM trees a JOIN planted_trees b ON b.tree_key = a.id WHERE a.tag LIKE ?) f
		STRAIGHT_JOIN planted_trees t ON t.id = f.id JOIN trees y ON y.id = t.tree_id JOIN lots l ON l.id = y.lot_id JOIN kinds k ON k.id = l.kind_id
		JOIN spots p ON p.id = t.spot_id JOIN sites i ON i.id = p.site_id JOIN customers c ON c.id = i.customer_id WHERE t.taken_back_at IS NULL ORDER BY t.planted_on DESC, t.id LIMIT ?`, "spots tag"},
	{"sheet", true, `SELECT s.number AS ref, CONCAT('#', s.number, ' ', s.common) AS title, s.customer AS more FROM (SELECT id FROM sheets WHERE number = ? UNION SELECT id FROM sheets WHERE spot_id IN ?) f STRAIGHT_JOIN sheets s ON s.id = f.id
		WHERE s.replaced_by IS NULL ORDER BY s.number = ? DESC, s.number DESC LIMIT ?`, "number spots number"},
	{"spot", true, "SELECT p.id AS ref, CONCAT(c.name, ', ', p.name) AS title, i.address AS more FROM spots p JOIN sites i ON i.id = p.site_id JOIN customers c ON c.id = i.customer_id WHERE p.id IN ? ORDER BY c.name, p.name, p.id LIMIT ?", "spots"},
	{"lot", false, `SELECT l.number AS ref, CONCAT('#', l.number, ' ', k.common) AS title, g.name AS more FROM (SELECT id FROM lots WHERE number = ? UNION SELECT l.id FROM kinds k JOIN lots l ON l.kind_id = k.id WHERE k.common LIKE ? OR k.botanical LIKE ?) f
		STRAIGHT_JOIN lots l ON l.id = f.id JOIN kinds k ON k.id = l.kind_id JOIN deliveries d ON d.id = l.delivery_id JOIN growers g ON g.id = d.grower_id ORDER BY l.number DESC LIMIT ?`, "number like like"},
	{"kind", false, "SELECT k.id AS ref, k.common AS title, k.botanical AS more FROM kinds k WHERE k.common LIKE ? OR k.botanical LIKE ? ORDER BY k.common LIMIT ?", "like like"},
	{"grower", false, "SELECT g.id AS ref, g.name AS title, g.place AS more FROM growers g WHERE g.name LIKE ? ORDER BY g.name LIMIT ?", "like"},
	{"claim", true, `SELECT m.number AS ref, CONCAT('#', m.number, ' ', c.name) AS title, y.tag AS more FROM (SELECT id FROM planted_trees WHERE spot_id IN ? UNION SELECT b.id FROM trees a JOIN planted_trees b ON b.tree_key = a.id WHERE a.tag LIKE ?) f
		STRAIGHT_JOIN guarantee_claims m ON m.planted_id = f.id JOIN planted_trees t ON t.id = f.id JOIN trees y ON y.id = t.tree_id JOIN spots p ON p.id = t.spot_id JOIN sites i ON i.id = p.site_id JOIN customers c ON c.id = i.customer_id
		WHERE m.taken_back_at IS NULL ORDER BY m.number DESC LIMIT ?`, "spots tag"},
}

// mostSpots are the spots of a name in which something is looked for.
const mostSpots = 100

// find looks in every place by the same letters; a letter of a search has no sense of its own. Whoever does not stand before a customer finds no
// customer.
func find(tx *kernel.Tx, q Ask) (Found, error) {
	out := Found{Hits: []Hit{}}
	text := strings.TrimSpace(q.Text)
	number, err := strconv.Atoi(strings.TrimPrefix(text, "#"))
	if err != nil {
		number = -1
	}
	if len([]rune(text)) < fewestLetters && number < 0 {
		return out, nil
	}
	spots := []string{}
	if roles.SeesContact(tx.Who.Role) {
		if spots, err = ground.Named(tx, text, mostSpots); err != nil {
			return out, err
		}
	}
	letters := yard.Letters(text)
	values := map[string]any{"like": "%" + letters + "%", "tag": strings.ToUpper(letters) + "%", "number": number, "spots": append(spots, "")}
	for _, place := range queries {
		if place.counter && !roles.SeesContact(tx.Who.Role) {
			continue
		}
		args := []any{}
		for _, name := range strings.Fields(place.args) {
			args = append(args, values[name])
		}
		rows, err := kernel.Rows[Hit](tx, place.sql, append(args, each)...)
		if err != nil {
			return out, err
		}
		for _, h := range rows {
			h.Kind = place.kind
			out.Hits = append(out.Hits, h)
		}
	}
	return out, nil
}
