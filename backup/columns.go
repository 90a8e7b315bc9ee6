package backup

import (
	"context"
	"database/sql"
	"slices"
)

// reader is a connection, or a transaction on one.
type reader interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
}

// tablesOf lists the tables of a database by name, with the columns that hold something of their own.
func tablesOf(ctx context.Context, from reader) ([]Table, error) {
	rows, err := from.QueryContext(ctx, `SELECT c.table_name, c.column_name, c.data_type IN ('blob', 'tinyblob', 'mediumblob', 'longblob', 'binary', 'varbinary', 'bit')
		FROM information_schema.columns c JOIN information_schema.tables t ON t.table_schema = c.table_schema AND t.table_name = c.table_name
		WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE' AND c.is_generated = 'NEVER' ORDER BY c.table_name, c.ordinal_position`)
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	out := []Table{}
	for rows.Next() {
		var table, column string
		var bytes bool
		if err := rows.Scan(&table, &column, &bytes); err != nil {
			return nil, err
		}
		if notKept(table) {
			continue
		}
		if len(out) == 0 || out[len(out)-1].Name != table {
			out = append(out, Table{Name: table})
		}
		t := &out[len(out)-1]
		t.Columns, t.Bytes = append(t.Columns, column), append(t.Bytes, bytes)
	}
	return out, rows.Err()
}

// names lists every table of a database, of ours or not.
func names(ctx context.Context, from reader, database string) ([]string, error) {
	rows, err := from.QueryContext(ctx, "SELECT table_name FROM information_schema.tables WHERE table_schema = ? ORDER BY table_name", database)
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	out := []string{}
	for rows.Next() {
		var name string
		if err := rows.Scan(&name); err != nil {
			return nil, err
		}
		out = append(out, name)
	}
	return out, rows.Err()
}

func has(all []Table, name string) (Table, bool) {
	i := slices.IndexFunc(all, func(t Table) bool { return t.Name == name })
	if i < 0 {
		return Table{}, false
	}
	return all[i], true
}
