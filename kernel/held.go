package kernel

import (
	"fmt"
	"hash/fnv"
	"reflect"

	"gorm.io/gorm"
	"gorm.io/gorm/schema"
)

// Held finds the one record that a query names and keeps it for this transaction, or ErrMissing. Whoever holds the same record waits.
func Held[T any](tx *Tx, query string, args ...any) (T, error) {
	var out T
	if err := tx.db.Raw(query+" FOR UPDATE", args...).Take(&out).Error; err != nil {
		return out, ours(err)
	}
	return out, guard(tx, &out)
}

// HeldMany is Held of every record that a query names.
func HeldMany[T any](tx *Tx, query string, args ...any) ([]T, error) {
	out := []T{}
	if err := tx.db.Raw(query+" FOR UPDATE", args...).Find(&out).Error; err != nil {
		return nil, ours(err)
	}
	for i := range out {
		if err := guard(tx, &out[i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// guards is how many rows stand for the records that are held. Two records may share one: their deeds then wait for each other in vain,
// and harm nothing.
const guards = 4096

// guard makes a held record hold in all servers of a cluster. A lock is one server's own; what the servers settle between them are rows
// that were written. So a row that stands for the record is written along: of two deeds that hold the same one on two servers, the second
// to commit is refused, and done again.
func guard(tx *Tx, record any) error {
	stmt := &gorm.Statement{DB: tx.db}
	if err := stmt.Parse(record); err != nil {
		return err
	}
	if len(stmt.Schema.PrimaryFields) == 0 {
		return fmt.Errorf("kernel: a record of %s is held, and none of its fields is marked as its key", stmt.Schema.Table)
	}
	if !tx.many {
		return nil
	}
	_, err := Exec(tx, "INSERT INTO held (slot, times) VALUES (?, 1) ON DUPLICATE KEY UPDATE times = times + 1", slotOf(tx, stmt.Schema, record))
	return err
}

func slotOf(tx *Tx, s *schema.Schema, record any) int {
	sum := fnv.New32a()
	_, _ = fmt.Fprint(sum, s.Table)
	for _, f := range s.PrimaryFields {
		value, _ := f.ValueOf(tx.ctx, reflect.Indirect(reflect.ValueOf(record)))
		_, _ = fmt.Fprintf(sum, "\x00%v", value)
	}
	return int(sum.Sum32() % guards)
}
