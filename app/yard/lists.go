package yard

import (
	"strings"
	"time"

	"sedum/app/catalogue"
	"sedum/core/stock"
	"sedum/kernel"
)

// SeeYard is for everybody who works in the house.
var SeeYard = catalogue.SeeYard

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	decided := []kernel.Permission{}
	for _, s := range stock.Steps() {
		decided = append(decided, kernel.Permission{Name: s.Name, Roles: s.By})
	}
	return kernel.Capability{Name: "yard", Tables: kernel.Folder(tables), Permissions: decided, Operations: []kernel.Operation{
		kernel.Read("list-lots", "/lots", SeeYard, listLots),
		kernel.Read("list-grower-names", "/growers/names", SeeYard, growerNames),
	}}
}

// LotLine is a lot as a list shows it.
type LotLine struct {
	Number    int    `json:"number"`
	Common    string `json:"common"`
	Botanical string `json:"botanical"`
	Grower    string `json:"grower"`
	stock.LotFacts
	ArrivedOn string            `json:"arrived_on"`
	Decision  stock.LotDecision `json:"decision"`
	Unchecked bool              `json:"released_unchecked" doc:"released without a complete look of drawn trees"`
	PerRow    int               `json:"per_row" doc:"trees in a row as they stand; 0 when nobody said"`
}

// Line is the lot as a list shows it.
func (l Lot) Line() LotLine {
	return LotLine{l.Number, l.Kind.Common, l.Kind.Botanical, l.Grower.Name, l.LotFacts, l.ArrivedOn.Format(time.DateOnly), l.Decision, l.Unchecked, l.PerRow}
}

// CountedLot is a lot with how many trees stand in which state.
type CountedLot struct {
	LotLine
	Counts map[stock.State]int `json:"counts" doc:"tags in each state"`
	Count  int                 `json:"trees_count" doc:"trees, those in bundles too"`
}

// Counted joins lots with their counts.
func Counted(tx *kernel.Tx, lots []Lot) ([]CountedLot, error) {
	numbers := []int{}
	for _, l := range lots {
		numbers = append(numbers, l.Number)
	}
	tallies, err := TalliesOf(tx, numbers)
	out := []CountedLot{}
	for _, l := range lots {
		t := tallies[l.Number]
		if t.Counts == nil {
			t.Counts = map[stock.State]int{}
		}
		out = append(out, CountedLot{l.Line(), t.Counts, t.Trees})
	}
	return out, err
}

// Lots is a page of lots, newest first.
type Lots struct {
	Lots []CountedLot `json:"lots"`
	// Next is the number to ask before for the next page, 0 at the end.
	Next int `json:"next"`
}

type lotsAsk struct {
	Before int `query:"before" doc:"number of the last lot of the page before"`
	Limit  int `query:"limit" default:"60" minimum:"1" maximum:"200"`
	// ToCheck lists only lots with trees that nobody looked at.
	ToCheck bool `query:"to_check"`
}

func listLots(tx *kernel.Tx, ask lotsAsk) (Lots, error) {
	if ask.ToCheck {
		counted, err := ToCheck(tx, ask.Limit)
		return Lots{Lots: counted}, err
	}
	lots, next, err := kernel.Newest(tx.With("Grower", "Kind"), ask.Before, ask.Limit, func(l Lot) int { return l.Number })
	if err != nil {
		return Lots{}, err
	}
	counted, err := Counted(tx, lots)
	return Lots{counted, next}, err
}

// TreeRow is a line of the bench list.
type TreeRow struct {
	Tag       string      `json:"tag"`
	Number    int         `json:"number"`
	State     stock.State `json:"state"`
	DueOn     *time.Time  `json:"due_on"`
	LotNumber int         `json:"lot_number"`
	Common    string      `json:"common"`
	Grower    string      `json:"grower"`
	PotL      float64     `json:"pot_l"`
	Form      stock.Form  `json:"form"`
	Bundle    int         `json:"bundle_count"`
	Place     string      `json:"place" doc:"where it was moved to; empty: with its lot"`
	// Spent says that it is for sale and its bare roots are spent: it is not sold. Worked out, not kept.
	Spent bool `json:"spent" gorm:"-"`
}

// RowColumns are the columns of a TreeRow.
const RowColumns = `t.tag, t.number, t.state, t.due_on, l.number AS lot_number, k.common, g.name AS grower, l.pot_l, l.form, t.bundle_count AS bundle, t.place`

// RowsOf names the chosen trees' lots, kinds and growers. Which trees and in which order is settled over the trees alone, by their
// index, and ends with a LIMIT: so a page costs the same in a large yard. Whoever lists trees joins a table of their own inside.
func RowsOf(chosen string) string {
	return "(" + chosen + ") t STRAIGHT_JOIN lots l ON l.id = t.lot_id STRAIGHT_JOIN kinds k ON k.id = l.kind_id STRAIGHT_JOIN growers g ON g.id = l.grower_id"
}

// TreesAsk is which trees are listed.
type TreesAsk struct {
	Lot   int    `query:"lot"`
	State string `query:"state" doc:"states, comma separated"`
	Text  string `query:"text" doc:"part of a tag, a kind or a grower"`
	After string `query:"after" doc:"tag of the last row of the page before"`
	Limit int    `query:"limit" default:"60" minimum:"1" maximum:"5000"`
}

// Trees is a page of trees by tag.
type Trees struct {
	Trees []TreeRow `json:"trees"`
	// Next is the tag to ask after for the next page, "" at the end.
	Next string `json:"next"`
}

// ListTrees lists trees by tag, page by page.
func ListTrees(tx *kernel.Tx, q TreesAsk) (Trees, error) {
	where, args := []string{"t.tag > ?"}, []any{q.After}
	if q.Lot > 0 {
		where, args = append(where, "t.lot_number = ?"), append(args, q.Lot)
	}
	if states := strings.FieldsFunc(q.State, func(r rune) bool { return r == ',' }); len(states) > 0 {
		where, args = append(where, "t.state IN ?"), append(args, states)
	}
	if q.Text != "" {
		like := "%" + Letters(q.Text) + "%"
		where = append(where, `(t.tag LIKE ? OR t.lot_id IN (SELECT l.id FROM lots l JOIN kinds k ON k.id = l.kind_id JOIN growers g ON g.id = l.grower_id
			WHERE k.common LIKE ? OR k.botanical LIKE ? OR g.name LIKE ?))`)
		args = append(args, strings.ToUpper(like), like, like, like)
	}
	chosen := "SELECT t.tag, t.number, t.state, t.due_on, t.bundle_count, t.place, t.lot_id FROM trees t WHERE " + strings.Join(where, " AND ") + " ORDER BY t.tag LIMIT ?"
	rows, err := kernel.Rows[TreeRow](tx, "SELECT "+RowColumns+" FROM "+RowsOf(chosen)+" ORDER BY t.tag", append(args, q.Limit)...)
	out := Trees{Trees: rows}
	if len(rows) == q.Limit {
		out.Next = rows[len(rows)-1].Tag
	}
	return out, err
}

// Letters are those of a text as a search takes them, none with a sense of its own.
func Letters(text string) string {
	return strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(text)
}

// ToWorkOn lists trees in a state by when they are due, then by how long they have waited.
func ToWorkOn(tx *kernel.Tx, state stock.State, limit int) ([]TreeRow, error) {
	const order = " ORDER BY t.due_on IS NULL, t.due_on, t.state_since, t.tag"
	return kernel.Rows[TreeRow](tx, "SELECT "+RowColumns+" FROM "+RowsOf("SELECT t.* FROM trees t WHERE t.state = ?"+order+" LIMIT ?")+order, state, limit)
}

// RowsByTag lists trees by their tags, by lot and place.
func RowsByTag(tx *kernel.Tx, tags []string) ([]TreeRow, error) {
	if len(tags) == 0 {
		return []TreeRow{}, nil
	}
	return kernel.Rows[TreeRow](tx, "SELECT "+RowColumns+" FROM "+RowsOf("SELECT t.* FROM trees t WHERE t.tag IN ? ORDER BY t.lot_number, t.number LIMIT ?")+" ORDER BY l.number, t.number", tags, len(tags))
}

// GrowerNames are the growers by name.
type GrowerNames struct {
	Growers []string `json:"growers"`
}

func growerNames(tx *kernel.Tx, _ kernel.None) (GrowerNames, error) {
	list, err := kernel.Many[Grower](tx, "name", "")
	out := GrowerNames{[]string{}}
	for _, g := range list {
		out.Growers = append(out.Growers, g.Name)
	}
	return out, err
}

// ToCheck lists the newest lots with trees that nobody looked at, with their counts.
func ToCheck(tx *kernel.Tx, limit int) ([]CountedLot, error) {
	lots := []Lot{}
	err := tx.DB().Preload("Grower").Preload("Kind").Order("number DESC").Limit(limit).
		Where("number IN (SELECT lot_number FROM lot_counts WHERE state = ? AND tags > 0)", stock.Unchecked).Find(&lots).Error
	if err != nil {
		return nil, kernel.Ours(err)
	}
	return Counted(tx, lots)
}

// OpenSince counts the tags that have stood in a state since before a time.
func OpenSince(tx *kernel.Tx, state stock.State, before time.Time) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE state = ? AND state_since < ?", state, before)
}
