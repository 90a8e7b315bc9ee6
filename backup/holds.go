package backup

import (
	"context"
	"database/sql"
	"strings"
)

// names one: a column of a table names one of another, as part of a constraint.
type naming struct{ constraint, child, column, parent, key string }

// holds tells whether every record that another one names is there.
func (c *Checked) holds(ctx context.Context, pool *sql.DB) error {
	all, err := namings(ctx, pool)
	if err != nil {
		return err
	}
	for len(all) > 0 {
		n := 1
		for n < len(all) && all[n].constraint == all[0].constraint && all[n].child == all[0].child {
			n++
		}
		var on, given []string
		for _, each := range all[:n] {
			on = append(on, "c."+quoted(each.column)+" = p."+quoted(each.key))
			given = append(given, "c."+quoted(each.column)+" IS NOT NULL")
		}
		var missing int64
		err := pool.QueryRowContext(ctx, "SELECT COUNT(*) FROM "+quoted(all[0].child)+" c LEFT JOIN "+quoted(all[0].parent)+" p ON "+strings.Join(on, " AND ")+
			" WHERE "+strings.Join(given, " AND ")+" AND p."+quoted(all[0].key)+" IS NULL").Scan(&missing)
		if err != nil {
			return err
		}
		if missing > 0 {
			return c.broken("%d rows of %s name %s that are not in it", missing, all[0].child, all[0].parent)
		}
		all = all[n:]
	}
	return nil
}

func namings(ctx context.Context, pool *sql.DB) ([]naming, error) {
	rows, err := pool.QueryContext(ctx, `SELECT constraint_name, table_name, column_name, referenced_table_name, referenced_column_name FROM information_schema.key_column_usage
		WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL ORDER BY table_name, constraint_name, ordinal_position`)
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	out := []naming{}
	for rows.Next() {
		var n naming
		if err := rows.Scan(&n.constraint, &n.child, &n.column, &n.parent, &n.key); err != nil {
			return nil, err
		}
		out = append(out, n)
	}
	return out, rows.Err()
}
