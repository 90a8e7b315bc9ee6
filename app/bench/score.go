package bench

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"sedum/core/stock"
	"sedum/kernel"
)

// Score is of how many of a grower's trees something is so, by the look that counts for their lots, in the half year of that look. It is
// kept with every look: a grower's record asks for years of them.
type Score struct {
	GrowerID string
	// Half of a year, as 2026-2.
	Half string
	// Code is ScoreChecked, ScoreFaulty, or a fault that growers are counted by.
	Code  string
	Trees int
}

// What is counted beside the faults.
const (
	ScoreChecked = "checked"
	ScoreFaulty  = "faulty"
)

// TableName says whose scores they are.
func (Score) TableName() string { return "grower_scores" }

// HalfYear is the half year that a moment lies in, as 2026-2.
func HalfYear(at time.Time) string {
	if at.Month() <= time.June {
		return fmt.Sprintf("%d-1", at.Year())
	}
	return fmt.Sprintf("%d-2", at.Year())
}

// ScoresOf reads what is kept of every grower, by half year.
func ScoresOf(tx *kernel.Tx) (map[string][]Score, error) {
	list, err := kernel.Many[Score](tx, "grower_id, half, code", "trees > 0")
	out := map[string][]Score{}
	for _, s := range list {
		out[s.GrowerID] = append(out[s.GrowerID], s)
	}
	return out, err
}

// scored is what a look says of its tree.
func scored(at time.Time, a stock.Assessment) []Score {
	half := HalfYear(at.UTC())
	out := []Score{{Half: half, Code: ScoreChecked}}
	if faulty, _ := stock.Faulty(a); faulty {
		out = append(out, Score{Half: half, Code: ScoreFaulty})
	}
	for code := range stock.GrowerFaults(a) {
		out = append(out, Score{Half: half, Code: code})
	}
	return out
}

// keepScore counts a look that counts for its lot; the tree's look of before, when there was one, counts no more.
func keepScore(tx *kernel.Tx, growerID string, again bool, c Check) error {
	change := map[Score]int{}
	if again {
		type look struct {
			At         time.Time
			Assessment stock.Assessment `gorm:"serializer:json"`
		}
		before, err := kernel.Rows[look](tx, `SELECT at, assessment FROM checks WHERE tree_id = ? AND id <> ? AND after_work = FALSE AND while_apart = FALSE AND verdict <> 'not-yet-judged'
			ORDER BY at DESC LIMIT 1`, c.TreeID, c.ID)
		if err != nil {
			return err
		}
		for _, b := range before {
			for _, s := range scored(b.At, b.Assessment) {
				change[s]--
			}
		}
	}
	for _, s := range scored(c.At, c.Assessment) {
		change[s]++
	}
	maps.DeleteFunc(change, func(_ Score, by int) bool { return by == 0 })
	if len(change) == 0 {
		return nil
	}
	// Always in the same order, so that two deeds do not wait for each other.
	order := slices.SortedFunc(maps.Keys(change), func(a, b Score) int { return strings.Compare(a.Half+a.Code, b.Half+b.Code) })
	rows, args := []string{}, []any{}
	for _, s := range order {
		rows, args = append(rows, "(?,?,?,?)"), append(args, growerID, s.Half, s.Code, change[s])
	}
	_, err := kernel.Exec(tx, "INSERT INTO grower_scores (grower_id, half, code, trees) VALUES "+strings.Join(rows, ",")+
		" ON DUPLICATE KEY UPDATE trees = trees + VALUES(trees)", args...)
	return err
}
