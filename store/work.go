package store

import (
	"context"
	"maps"
	"slices"

	"gorm.io/gorm"

	"sedum/core/stock"
)

// OpenCheck is a tree with its newest look.
type OpenCheck struct {
	TreeRow
	CheckID    string
	Subject    stock.Subject    `gorm:"serializer:json"`
	Assessment stock.Assessment `gorm:"serializer:json"`
}

// OpenChecks lists the trees in some states with their newest look, by when they are due, then by lot and place.
func (s *Store) OpenChecks(ctx context.Context, states []stock.State, limit int) ([]OpenCheck, error) {
	// The order is made over the short columns only; the looks themselves come after, by their keys.
	out, err := gorm.G[OpenCheck](s.db).Raw(`SELECT t.tag, t.number, t.state, t.due_on, l.number AS lot_number, k.common, g.name AS grower, l.pot_l,
		l.form, t.bundle_count AS bundle, t.check_id
		FROM trees t JOIN lots l ON l.id = t.lot_id JOIN kinds k ON k.id = l.kind_id JOIN growers g ON g.id = l.grower_id
		WHERE t.state IN ? AND t.check_id IS NOT NULL ORDER BY t.due_on IS NULL, t.due_on, l.number, t.number LIMIT ?`, states, limit).Find(ctx)
	if err != nil || len(out) == 0 {
		return out, ours(err)
	}
	place := map[string]int{}
	for i, o := range out {
		place[o.CheckID] = i
	}
	type look struct {
		ID         string
		Subject    stock.Subject    `gorm:"serializer:json"`
		Assessment stock.Assessment `gorm:"serializer:json"`
	}
	looks, err := gorm.G[look](s.db).Raw("SELECT id, subject, assessment FROM checks WHERE id IN ?", slices.Collect(maps.Keys(place))).Find(ctx)
	for _, l := range looks {
		out[place[l.ID]].Subject, out[place[l.ID]].Assessment = l.Subject, l.Assessment
	}
	return out, ours(err)
}

// DoneWork tells which work of each look stands as done.
func (s *Store) DoneWork(ctx context.Context, checkIDs []string) (map[string]map[string]bool, error) {
	out := map[string]map[string]bool{}
	if len(checkIDs) == 0 {
		return out, nil
	}
	all, err := gorm.G[Correction](s.db).Where("check_id IN ?", checkIDs).Order("at, id").Find(ctx)
	for _, c := range all {
		if out[c.CheckID] == nil {
			out[c.CheckID] = map[string]bool{}
		}
		out[c.CheckID][c.WorkKey] = c.Done
	}
	return out, ours(err)
}
