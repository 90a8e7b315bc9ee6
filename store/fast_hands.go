package store

import (
	"context"
	"encoding/json"
	"errors"

	"github.com/go-sql-driver/mysql"
	"gorm.io/gorm"

	"sedum/core/stock"
)

// The deed that is done most, by twelve hands at once, speaks to the database in as few words as it can: these
// statements are written out, and take only what a save needs.

// direct is the connection itself, or the transaction's.
func (s *Store) direct() gorm.ConnPool { return s.db.Statement.ConnPool }

// BenchTree is a tree with what a save needs of its lot and kind.
type BenchTree struct {
	Tree Tree
	Lot  Lot
	// Drawn is the places that the lot's sample holds, nil when none was drawn.
	Drawn []int
	// NextInLot is the next unchecked tree of the lot after this one, "" when it was the last.
	NextInLot string
}

// Without the hint the next tree is looked for by reading the lot.
const benchTree = `SELECT t.id, t.lot_id, t.number, t.state, t.version, l.number, l.form, l.pot, l.medium, l.sizing, l.grafted, l.sensitivity, l.origin, l.decision,
	k.common, k.habit, k.facts, (SELECT s.drawn FROM samples s WHERE s.lot_id = t.lot_id),
	(SELECT n.tag FROM trees n FORCE INDEX (ix_trees_lot) WHERE n.lot_number = t.lot_number AND n.state = 'unchecked' AND n.number > t.number
		ORDER BY n.number LIMIT 1)
	FROM trees t JOIN lots l ON l.id = t.lot_id JOIN kinds k ON k.id = l.kind_id WHERE t.tag = ?`

// TreeOnBench finds a tree with all that a save needs, in one round trip.
func (s *Store) TreeOnBench(ctx context.Context, tag string) (BenchTree, error) {
	var b BenchTree
	var facts []byte
	var drawn *[]byte
	var next *string
	t, l := &b.Tree, &b.Lot
	err := s.direct().QueryRowContext(ctx, benchTree, tag).Scan(&t.ID, &t.LotID, &t.Number, &t.State, &t.Version, &l.Number, &l.Form, &l.Pot, &l.Medium,
		&l.Sizing, &l.Grafted, &l.Sensitivity, &l.Origin, &l.Decision, &l.Kind.Common, &l.Kind.Habit, &facts, &drawn, &next)
	if err != nil {
		return b, ours(err)
	}
	t.Tag, t.LotNumber, l.ID = tag, l.Number, t.LotID
	if err := json.Unmarshal(facts, &l.Kind.Facts); err != nil {
		return b, err
	}
	if drawn != nil {
		if err := json.Unmarshal(*drawn, &b.Drawn); err != nil {
			return b, err
		}
	}
	if next != nil {
		b.NextInLot = *next
	}
	return b, nil
}

// ErrMoved says that a tree is not as it was seen.
var ErrMoved = errors.New("store: the tree is not as it was seen")

// A whole transaction in one statement: the tree moves when it is as it was seen, and then the look goes in.
const saveLook = `BEGIN NOT ATOMIC
	DECLARE EXIT HANDLER FOR SQLEXCEPTION BEGIN ROLLBACK; RESIGNAL; END;
	START TRANSACTION;
	INSERT INTO checks (id, tree_id, person_id, at, after_work, verdict, core_version, subject, readings, assessment, rules)
		VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?);
	UPDATE trees SET state = ?, state_since = ?, due_on = ?, check_id = ?, faulty = COALESCE(?, faulty), version = version + 1 WHERE id = ? AND version = ? AND state NOT IN (?, ?, ?, ?);
	IF ROW_COUNT() <> 1 THEN SIGNAL SQLSTATE '45000' SET MYSQL_ERRNO = 31000, MESSAGE_TEXT = 'moved'; END IF;
	COMMIT;
END`

const movedNumber = 31000

// SaveLook puts a look in and moves its tree, both or neither. The tree is as it shall be, its version the one that was seen;
// its Faulty is left as it was when nil. A tree in one of the closed states does not move.
//
// Errors: ErrTwice when the look is there already, ErrMoved when the tree is not as it was seen.
func (s *Store) SaveLook(ctx context.Context, c Check, t Tree, closed [4]stock.State) error {
	args := []any{c.ID, c.TreeID, c.PersonID, c.At, c.AfterWork, c.Verdict, c.CoreVersion}
	for _, part := range []any{c.Subject, c.Readings, c.Assessment, c.Rules} {
		text, err := json.Marshal(part)
		if err != nil {
			return err
		}
		args = append(args, string(text))
	}
	args = append(args, t.State, t.StateSince, t.DueOn, t.CheckID, t.Faulty, t.ID, t.Version)
	for _, state := range closed {
		args = append(args, state)
	}
	err := again(ctx, func() error {
		_, err := s.direct().ExecContext(ctx, saveLook, args...)
		return err
	})
	if e := (*mysql.MySQLError)(nil); errors.As(err, &e) && e.Number == movedNumber {
		return ErrMoved
	}
	return ours(err)
}

// Caller is a person with the state of the house's rules, read in one query for every request.
type Caller struct {
	ID           string
	Name         string
	Role         Role
	Active       bool
	SessionEpoch int
	RulesSeq     int
}

// CallerByID reads who is calling, and how many rule changes there have been.
func (s *Store) CallerByID(ctx context.Context, id string) (Caller, error) {
	var c Caller
	err := s.direct().QueryRowContext(ctx, `SELECT id, name, role, active, session_epoch, (SELECT COALESCE(MAX(seq), 0) FROM rule_changes)
		FROM people WHERE id = ?`, id).Scan(&c.ID, &c.Name, &c.Role, &c.Active, &c.SessionEpoch, &c.RulesSeq)
	return c, ours(err)
}
