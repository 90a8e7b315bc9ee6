package store

import (
	"context"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"sedum/core/stock"
	"sedum/core/yard"
)

// DampLook is what a hand felt at waiting roots, appended.
type DampLook struct {
	ID       string
	LotID    string
	TreeID   *string
	Damp     yard.Damp
	PersonID string
	At       time.Time

	Person Person
}

// DampLooksOf lists what was felt at some lots, newest first.
func (s *Store) DampLooksOf(ctx context.Context, lotIDs []string) ([]DampLook, error) {
	out, err := gorm.G[DampLook](s.db).Preload("Person", nil).Where("lot_id IN ?", lotIDs).Order("at DESC, id DESC").Find(ctx)
	return out, ours(err)
}

// RootOutcome is what a batch of bare roots came to, as counted on a day, appended.
type RootOutcome struct {
	ID       string
	LotID    string
	Lost     int
	Doubtful int
	Sound    int
	Note     string
	PersonID string
	At       time.Time

	Person Person
}

// OutcomesOf lists what a lot came to, newest first.
func (s *Store) OutcomesOf(ctx context.Context, lotID string) ([]RootOutcome, error) {
	out, err := gorm.G[RootOutcome](s.db).Preload("Person", nil).Where("lot_id = ?", lotID).Order("at DESC, id DESC").Find(ctx)
	return out, ours(err)
}

// JourneyDamage is what a journey did to a tree, and the repair.
type JourneyDamage struct {
	ID         string
	TreeID     string
	Journey    string
	Damage     yard.Damage
	GirthShare float64
	Repair     string
	Verdict    stock.Verdict
	Note       string
	PersonID   string
	At         time.Time
	RepairedAt *time.Time
	RepairedBy *string

	Person Person
}

// DamagesOf lists what journeys did to a tree, newest first.
func (s *Store) DamagesOf(ctx context.Context, treeID string) ([]JourneyDamage, error) {
	out, err := gorm.G[JourneyDamage](s.db).Preload("Person", nil).Where("tree_id = ?", treeID).Order("at DESC, id DESC").Find(ctx)
	return out, ours(err)
}

// OpenDamages counts the repairs of a tree that wait.
func (s *Store) OpenDamages(ctx context.Context, treeID string) (int, error) {
	n, err := gorm.G[JourneyDamage](s.db).Where("tree_id = ? AND repaired_at IS NULL AND verdict = ?", treeID, stock.Fix).Count(ctx, "id")
	return int(n), ours(err)
}

// DamagedTree is a repair that waits, with its tree.
type DamagedTree struct {
	TreeRow
	ID     string
	Damage yard.Damage
	Repair string
	At     time.Time
}

// DamagesToRepair lists the repairs that wait in the yard, oldest first.
func (s *Store) DamagesToRepair(ctx context.Context) ([]DamagedTree, error) {
	out, err := gorm.G[DamagedTree](s.db).Raw(`SELECT t.tag, t.number, t.state, t.due_on, l.number AS lot_number, k.common, g.name AS grower, l.pot_l,
		l.form, t.bundle_count AS bundle, d.id, d.damage, d.repair, d.at
		FROM journey_damages d JOIN trees t ON t.id = d.tree_id JOIN lots l ON l.id = t.lot_id JOIN kinds k ON k.id = l.kind_id JOIN growers g ON g.id = l.grower_id
		WHERE d.repaired_at IS NULL AND d.verdict = 'fix' AND d.journey = 'arrival' AND t.state NOT IN ('sold', 'sent-back', 'lost')
		ORDER BY d.at, d.id LIMIT 200`).Find(ctx)
	return out, ours(err)
}

// SetRepaired notes that a damage is repaired, or takes that back (nil). ErrMissing when there is no such damage of the tree.
func (s *Store) SetRepaired(ctx context.Context, id, treeID string, at *time.Time, by *string) error {
	out := s.db.WithContext(ctx).Model(&JourneyDamage{}).Where("id = ? AND tree_id = ?", id, treeID).
		Updates(map[string]any{"repaired_at": at, "repaired_by": by})
	if out.Error == nil && out.RowsAffected == 0 {
		return ErrMissing
	}
	return ours(out.Error)
}

// Soak is stock that stands in water.
type Soak struct {
	ID       string
	LotID    string
	TreeID   *string
	Water    yard.Water
	BegunAt  time.Time
	EndedAt  *time.Time
	Told     bool
	PersonID string

	Person Person
}

// OpenSoaks lists what stands in water now, the longest first.
func (s *Store) OpenSoaks(ctx context.Context) ([]Soak, error) {
	out, err := gorm.G[Soak](s.db).Preload("Person", nil).Where("ended_at IS NULL").Order("begun_at, id").Find(ctx)
	return out, ours(err)
}

// EndSoak takes stock out of the water; what is out of it stays so from when it was. ErrMissing when there is no such soak.
func (s *Store) EndSoak(ctx context.Context, id string, at time.Time) error {
	return s.InTransaction(ctx, func(tx *Store) error {
		var soak Soak
		if err := tx.db.WithContext(ctx).Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?", id).Take(&soak).Error; err != nil {
			return ours(err)
		}
		if soak.EndedAt != nil {
			return nil
		}
		return ours(tx.db.WithContext(ctx).Model(&soak).Update("ended_at", at).Error)
	})
}

// TellSoak claims to tell of a soak, once; false when somebody was told before.
func (s *Store) TellSoak(ctx context.Context, id string) (bool, error) {
	out := s.db.WithContext(ctx).Model(&Soak{}).Where("id = ? AND ended_at IS NULL AND NOT told", id).Update("told", true)
	return out.RowsAffected == 1, ours(out.Error)
}
