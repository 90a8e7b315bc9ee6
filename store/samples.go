package store

import (
	"cmp"
	"context"
	"slices"
	"strings"
	"time"

	"gorm.io/gorm"

	"sedum/core/sampling"
	"sedum/core/stock"
)

// Sample is the plan for a lot as it was announced, and the trees that were drawn.
type Sample struct {
	ID             string
	LotID          string
	Seed           uint64
	LotSize        int
	TolerableShare float64
	Confidence     float64
	Strictness     sampling.Strictness
	Looks          []sampling.Look `gorm:"serializer:json"`
	Drawn          []int           `gorm:"serializer:json"`
	PersonID       string
	At             time.Time

	Person Person
}

// LotDecision is what someone decided on a lot, or proposed; appended.
type LotDecision struct {
	ID       string
	LotID    string
	Decision string
	Proposed bool
	Note     string
	PersonID string
	At       time.Time

	Person Person
}

// SampleOf finds the sample of a lot.
func (s *Store) SampleOf(ctx context.Context, lotID string) (Sample, error) {
	var out Sample
	err := s.db.WithContext(ctx).Joins("Person").Where("samples.lot_id = ?", lotID).Take(&out).Error
	return out, ours(err)
}

// DecisionsOf lists what was decided on a lot, newest first.
func (s *Store) DecisionsOf(ctx context.Context, lotID string) ([]LotDecision, error) {
	out, err := gorm.G[LotDecision](s.db).Preload("Person", nil).Where("lot_id = ?", lotID).Order("at DESC, id DESC").Find(ctx)
	return out, ours(err)
}

// DecideLot writes a lot's decision and counts its version up. The caller holds the row.
func (s *Store) DecideLot(ctx context.Context, l Lot) error {
	return ours(s.db.WithContext(ctx).Model(&Lot{}).Where("id = ?", l.ID).
		Updates(map[string]any{"decision": l.Decision, "decided_at": l.DecidedAt, "version": l.Version + 1}).Error)
}

// StandInRows writes how the trees of a lot stand.
func (s *Store) StandInRows(ctx context.Context, lotID string, perRow int) error {
	return ours(s.db.WithContext(ctx).Model(&Lot{}).Where("id = ?", lotID).Update("per_row", perRow).Error)
}

// MoveTreesOfLot moves every tree of a lot that stands in one of the states, and says how many moved.
func (s *Store) MoveTreesOfLot(ctx context.Context, lotID string, from []stock.State, to stock.State, at time.Time) (int64, error) {
	out := s.db.WithContext(ctx).Exec(
		"UPDATE trees SET state = ?, state_since = ?, due_on = NULL, version = version + 1 WHERE lot_id = ? AND state IN ?", to, at, lotID, from)
	return out.RowsAffected, ours(out.Error)
}

// ClosedLot is one lot of a grower's record.
type ClosedLot struct {
	Number    int       `json:"number"`
	Decision  string    `json:"decision"`
	DecidedAt time.Time `json:"decided_at"`
}

// RecordOf lists a grower's closed lots, oldest first.
func (s *Store) RecordOf(ctx context.Context, growerID string) ([]ClosedLot, error) {
	out := []ClosedLot{}
	err := s.db.WithContext(ctx).Raw(
		"SELECT number, decision, decided_at FROM lots WHERE grower_id = ? AND decided_at IS NOT NULL ORDER BY decided_at, number", growerID).Scan(&out).Error
	return out, ours(err)
}

// FirstLook is the last look at a tree before any work on it: what the lot is judged by.
type FirstLook struct {
	CheckID    string
	TreeID     string
	Number     int
	Tag        string
	LotNumber  int
	At         time.Time
	Assessment stock.Assessment `gorm:"serializer:json"`
}

// FirstLooks reads the looks by which the trees of a lot (or of all lots of a grower) are counted.
func (s *Store) FirstLooks(ctx context.Context, where string, id string) ([]FirstLook, error) {
	column := map[string]string{"lot": "l.id", "grower": "l.grower_id"}[where]
	rows, err := gorm.G[FirstLook](s.db).Raw(`SELECT c.id AS check_id, c.tree_id, t.number, t.tag, l.number AS lot_number, c.at, c.assessment
		FROM lots l JOIN trees t FORCE INDEX (ix_trees_lot_check) ON t.lot_id = l.id AND t.check_id IS NOT NULL JOIN checks c ON c.tree_id = t.id
		WHERE `+column+` = ? AND c.after_work = FALSE AND c.verdict <> 'not-yet-judged'`, id).Find(ctx)
	if err != nil {
		return nil, ours(err)
	}
	// Sorted here: the database would write every assessment into a table on disk first, and has died of that.
	slices.SortFunc(rows, func(a, b FirstLook) int { return cmp.Or(a.At.Compare(b.At), strings.Compare(a.CheckID, b.CheckID)) })
	// The newest such look of each tree counts, in the order of the trees.
	place := map[string]int{}
	out := []FirstLook{}
	for _, r := range rows {
		if i, ok := place[r.TreeID]; ok {
			out[i] = r
			continue
		}
		place[r.TreeID] = len(out)
		out = append(out, r)
	}
	return out, nil
}

// LotTally is how a lot stands without reading each of its trees.
type LotTally struct {
	Counts map[stock.State]int
	// Checked trees were judged, Faulty of them count against the lot.
	Checked, Faulty int
	// Tags counts trees and bundles as one each, Trees every tree.
	Tags, Trees int
}

// TallyOf counts the trees of a lot.
func (s *Store) TallyOf(ctx context.Context, lotNumber int) (LotTally, error) {
	type row struct {
		State           stock.State
		Tags, Trees     int
		Checked, Faulty int
	}
	rows, err := gorm.G[row](s.db).Raw(`SELECT state, COUNT(*) AS tags, SUM(bundle_count) AS trees, COUNT(faulty) AS checked,
		COALESCE(SUM(faulty), 0) AS faulty FROM trees WHERE lot_number = ? GROUP BY state`, lotNumber).Find(ctx)
	out := LotTally{Counts: map[stock.State]int{}}
	for _, r := range rows {
		out.Counts[r.State] = r.Tags
		out.Tags, out.Trees = out.Tags+r.Tags, out.Trees+r.Trees
		out.Checked, out.Faulty = out.Checked+r.Checked, out.Faulty+r.Faulty
	}
	return out, ours(err)
}

// FirstTrees lists the first trees of a lot by place, with what a list of them shows: tag, place, state, how many stand under it and how they count.
func (s *Store) FirstTrees(ctx context.Context, lotID string, limit int) ([]Tree, error) {
	// Without the hint a long lot is read whole and sorted.
	out, err := gorm.G[Tree](s.db).Raw("SELECT id, tag, number, state, faulty, bundle_count FROM trees FORCE INDEX (uq_trees_place) WHERE lot_id = ? ORDER BY number LIMIT ?", lotID, limit).Find(ctx)
	return out, ours(err)
}

// TreesAt lists the trees at some places of a lot.
func (s *Store) TreesAt(ctx context.Context, lotID string, places []int) ([]Tree, error) {
	if len(places) == 0 {
		return []Tree{}, nil
	}
	return many[Tree](ctx, s, "number", "lot_id = ? AND number IN ?", lotID, places)
}

// PlacesOf lists the places that are taken in a lot.
func (s *Store) PlacesOf(ctx context.Context, lotID string) ([]int, error) {
	var out []int
	err := s.db.WithContext(ctx).Raw("SELECT number FROM trees WHERE lot_id = ? ORDER BY number", lotID).Scan(&out).Error
	return out, ours(err)
}

// DrawnOf is the places that a lot's sample holds, nil when none was drawn.
func (s *Store) DrawnOf(ctx context.Context, lotID string) ([]int, error) {
	type row struct {
		Drawn []int `gorm:"serializer:json"`
	}
	rows, err := gorm.G[row](s.db).Raw("SELECT drawn FROM samples WHERE lot_id = ?", lotID).Find(ctx)
	if err != nil || len(rows) == 0 {
		return nil, ours(err)
	}
	return rows[0].Drawn, nil
}
