// Package stocktake counts the yard by scanning: what is there, what is missing, what should not be.
package stocktake

import (
	"embed"
	"fmt"
	"slices"
	"strings"
	"time"

	"sedum/app/people"
	records "sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	coretag "sedum/core/tag"
	"sedum/core/yard"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Stocktake is one count, of some lots or of the whole yard.
type Stocktake struct {
	ID       string
	Number   int
	Lots     []int `gorm:"serializer:json"`
	BegunBy  string
	BegunAt  time.Time
	ClosedBy *string
	ClosedAt *time.Time
	// Result is what it said when it was closed, nil while it is open.
	Result *yard.Stocktake `gorm:"serializer:json"`

	Begun people.Named `gorm:"foreignKey:BegunBy"`
}

// Scan is a tag that somebody read.
type Scan struct {
	StocktakeID string
	Tag         string
	PersonID    string
	At          time.Time
}

// Capability declares what can be done here.
func Capability() kernel.Capability {
	same := func(tx *kernel.Tx, p kernel.ByNumber, _ int) (Page, error) { return page(tx, p) }
	return kernel.Capability{Name: "stocktake", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-stocktakes", "/stocktakes", records.SeeYard, list),
		kernel.Read("see-stocktake", "/stocktakes/{number}", records.SeeYard, page),
		kernel.Deed("begin-stocktake", "POST", "/stocktakes", records.SeeYard, begin, func(tx *kernel.Tx, _ kernel.None, number int) (Page, error) {
			return page(tx, kernel.ByNumber{Number: number})
		}).Makes("list-stocktakes"),
		kernel.Deed("scan-tags", "POST", "/stocktakes/{number}/scans", records.SeeYard, scan, same).Keep().Makes("see-stocktake", "list-stocktakes"),
		kernel.Deed("unscan-tag", "POST", "/stocktakes/{number}/scans/taken-back", records.SeeYard, unscan, same).Makes("see-stocktake", "list-stocktakes"),
		kernel.Deed("close-stocktake", "PUT", "/stocktakes/{number}/closed", records.SeeYard, closeIt, same).Makes("see-stocktake", "list-stocktakes"),
	}}
}

// New is which lots are counted.
type New struct {
	Lots []int `json:"lots" maxItems:"500" doc:"numbers; empty: the whole yard"`
}

func begin(tx *kernel.Tx, _ kernel.None, n New) (int, error) {
	lots := slices.Compact(slices.Sorted(slices.Values(n.Lots)))
	for _, number := range lots {
		if _, err := records.LotByNumber(tx, number); err != nil {
			return 0, err
		}
	}
	number, err := tx.Next("stocktake", 1)
	if err != nil {
		return 0, err
	}
	return number, kernel.Add(tx, &Stocktake{ID: kernel.NewID(), Number: number, Lots: append([]int{}, lots...), BegunBy: tx.Who.ID, BegunAt: tx.Now})
}

// Tags are what was read.
type Tags struct {
	Tags []string `json:"tags" minItems:"1" maxItems:"500"`
}

// open is a stocktake that is not closed; it is held for this deed.
func open(tx *kernel.Tx, number int) (Stocktake, error) {
	s, err := kernel.Held[Stocktake](tx, "SELECT * FROM stocktakes WHERE number = ?", number)
	if err == nil && s.ClosedAt != nil {
		err = kernel.Refused{Code: "stocktake-closed", Field: "tags"}
	}
	return s, err
}

// scan writes tags down as they were read; one that is read twice counts once, whoever reads it.
func scan(tx *kernel.Tx, p kernel.ByNumber, tags Tags) (int, error) {
	s, err := open(tx, p.Number)
	if err != nil {
		return 0, err
	}
	for i, typed := range tags.Tags {
		code, err := coretag.Parse(typed)
		if err != nil {
			return 0, fault.List{{Field: fmt.Sprintf("tags.%d", i), Code: fault.BadCheck}}
		}
		if _, err := kernel.Exec(tx, "INSERT IGNORE INTO scans (stocktake_id, tag, person_id, at) VALUES (?, ?, ?, ?)", s.ID, code, tx.Who.ID, tx.Now); err != nil {
			return 0, err
		}
	}
	return s.Number, nil
}

// unscan takes a tag off again that was read by mistake.
func unscan(tx *kernel.Tx, p kernel.ByNumber, tags Tags) (int, error) {
	s, err := open(tx, p.Number)
	if err != nil {
		return 0, err
	}
	codes := []string{}
	for _, typed := range tags.Tags {
		code, err := coretag.Parse(typed)
		if err != nil {
			return 0, err
		}
		codes = append(codes, code)
	}
	_, err = kernel.Exec(tx, "DELETE FROM scans WHERE stocktake_id = ? AND tag IN ?", s.ID, codes)
	return s.Number, err
}

// closeIt keeps what the count says now; what happens to its trees later changes nothing of it.
func closeIt(tx *kernel.Tx, p kernel.ByNumber, _ kernel.None) (int, error) {
	s, err := open(tx, p.Number)
	if err != nil {
		return 0, err
	}
	count, err := s.count(tx)
	if err != nil {
		return 0, err
	}
	s.Result, s.ClosedAt, s.ClosedBy = &count, &tx.Now, &tx.Who.ID
	return s.Number, kernel.Ours(tx.DB().Model(&s).Select("result", "closed_at", "closed_by").Updates(&s).Error)
}

// count holds what was scanned against what should be there now.
func (s Stocktake) count(tx *kernel.Tx) (yard.Stocktake, error) {
	if s.Result != nil {
		return *s.Result, nil
	}
	where, args := []string{"state NOT IN ?"}, []any{stock.Gone()}
	if len(s.Lots) > 0 {
		where, args = append(where, "lot_number IN ?"), append(args, s.Lots)
	}
	expected, err := kernel.Rows[tree](tx, "SELECT id, tag, state, lot_number FROM trees WHERE "+strings.Join(where, " AND ")+" ORDER BY lot_number, number", args...)
	if err != nil {
		return yard.Stocktake{}, err
	}
	type scanned struct {
		Tag       string
		Present   *string
		State     *stock.State
		LotNumber *int
	}
	scans, err := kernel.Rows[scanned](tx, `SELECT s.tag, COALESCE(t.tag, o.tag) AS present, COALESCE(t.state, o.state) AS state, COALESCE(t.lot_number, o.lot_number) AS lot_number
		FROM scans s LEFT JOIN trees t ON t.tag = s.tag LEFT JOIN replaced_tags r ON r.tag = s.tag LEFT JOIN trees o ON o.id = r.tree_id WHERE s.stocktake_id = ? ORDER BY s.at, s.tag`, s.ID)
	if err != nil {
		return yard.Stocktake{}, err
	}
	tags := make([]string, len(expected))
	for i, t := range expected {
		tags[i] = t.Tag
	}
	seen := []yard.Seen{}
	for _, each := range scans {
		one := yard.Seen{Tag: each.Tag, Known: each.Present != nil}
		if one.Known {
			one.Tag, one.Gone = *each.Present, each.State.Left()
			one.Expected = !one.Gone && (len(s.Lots) == 0 || slices.Contains(s.Lots, *each.LotNumber))
		}
		seen = append(seen, one)
	}
	return yard.Count(tags, seen), nil
}

type tree struct {
	ID, Tag   string
	State     stock.State
	LotNumber int
}

// Odd is a scanned tag that should not be there.
type Odd struct {
	Tag string   `json:"tag"`
	Why yard.Odd `json:"why"`
	// Says is what the records say of it, in words.
	Says string `json:"says"`
}

// Line is a stocktake in a list.
type Line struct {
	Number   int        `json:"number"`
	Lots     []int      `json:"lots"`
	By       string     `json:"by"`
	BegunAt  time.Time  `json:"begun_at"`
	ClosedAt *time.Time `json:"closed_at"`
}

// Page is a stocktake: what is there, what is missing, what should not be.
type Page struct {
	Line
	Expected int `json:"expected"`
	There    int `json:"there"`
	// Missing are the first of those that nobody scanned, by lot and place; MissingCount are all of them.
	Missing      []records.TreeRow `json:"missing"`
	MissingCount int               `json:"missing_count"`
	Unexpected   []Odd             `json:"unexpected"`
}

// mostMissing are listed; who misses more has not begun to scan.
const mostMissing = 500

func page(tx *kernel.Tx, p kernel.ByNumber) (Page, error) {
	s, err := kernel.One[Stocktake](tx.With("Begun"), "number = ?", p.Number)
	if err != nil {
		return Page{}, err
	}
	count, err := s.count(tx)
	if err != nil {
		return Page{}, err
	}
	out := Page{Line: s.line(), Expected: count.Expected, There: count.There, MissingCount: len(count.Missing), Missing: []records.TreeRow{}, Unexpected: []Odd{}}
	if out.Missing, err = records.RowsByTag(tx, count.Missing[:min(len(count.Missing), mostMissing)]); err != nil {
		return out, err
	}
	for _, each := range count.Unexpected {
		odd := Odd{Tag: each.Tag, Why: each.Why, Says: tx.Say.Say("stocktake.odd."+string(each.Why), nil)}
		if each.Why != yard.OddUnknown {
			stands, err := records.Show(tx, each.Tag)
			if err != nil {
				return out, err
			}
			odd.Says += " " + stands.StateWord
		}
		out.Unexpected = append(out.Unexpected, odd)
	}
	return out, nil
}

func (s Stocktake) line() Line { return Line{s.Number, s.Lots, s.Begun.Name, s.BegunAt, s.ClosedAt} }

// List are the newest stocktakes.
type List struct {
	Stocktakes []Line `json:"stocktakes"`
}

func list(tx *kernel.Tx, _ kernel.None) (List, error) {
	var rows []Stocktake
	err := tx.DB().Preload("Begun").Omit("result").Order("number DESC").Limit(50).Find(&rows).Error
	out := List{Stocktakes: []Line{}}
	for _, s := range rows {
		out.Stocktakes = append(out.Stocktakes, s.line())
	}
	return out, kernel.Ours(err)
}
