package archive

import (
	"context"
	"slices"
	"strings"
)

// Tables lists what goes into an archive, by name.
func Tables(ctx context.Context, from Reader) ([]Table, error) {
	documents, err := documentsOf(ctx, from)
	if err != nil {
		return nil, err
	}
	rows, err := from.QueryContext(ctx, `SELECT c.table_name, t.table_comment, c.column_name, c.column_comment, c.data_type, c.column_type, c.is_nullable = 'YES', c.column_key = 'PRI'
		FROM information_schema.columns c JOIN information_schema.tables t ON t.table_schema = c.table_schema AND t.table_name = c.table_name
		WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE' AND c.is_generated = 'NEVER' ORDER BY c.table_name, c.ordinal_position`)
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	out := []Table{}
	for rows.Next() {
		var table, about, dataType, columnType string
		var c Column
		var key bool
		if err := rows.Scan(&table, &about, &c.Name, &c.About, &dataType, &columnType, &c.Nullable, &key); err != nil {
			return nil, err
		}
		if LeftOut(table) || Secret(table, c.Name) {
			continue
		}
		c.Kind = kindOf(dataType, columnType)
		if documents[table+"."+c.Name] {
			c.Kind = object
		}
		if len(out) == 0 || out[len(out)-1].Name != table {
			out = append(out, Table{Name: table, About: about})
		}
		t := &out[len(out)-1]
		t.Columns = append(t.Columns, c)
		if key {
			t.Key = append(t.Key, c.Name)
		}
	}
	if err := rows.Err(); err != nil {
		return nil, err
	}
	return out, named(ctx, from, out)
}

func kindOf(dataType, columnType string) kind {
	switch {
	case columnType == "tinyint(1)":
		return yesNo
	case strings.HasSuffix(dataType, "int"):
		return whole
	case slices.Contains([]string{"decimal", "double", "float"}, dataType):
		return number
	case dataType == "date":
		return day
	case dataType == "datetime", dataType == "timestamp":
		return moment
	case strings.HasSuffix(dataType, "blob"), strings.HasSuffix(dataType, "binary"):
		return picture
	}
	return text
}

// documentsOf are the columns that hold JSON: MariaDB keeps them as text and looks that they are.
func documentsOf(ctx context.Context, from Reader) (map[string]bool, error) {
	rows, err := from.QueryContext(ctx, "SELECT table_name, check_clause FROM information_schema.check_constraints WHERE constraint_schema = DATABASE() AND check_clause LIKE 'json_valid(%'")
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	out := map[string]bool{}
	for rows.Next() {
		var table, clause string
		if err := rows.Scan(&table, &clause); err != nil {
			return nil, err
		}
		out[table+"."+strings.Trim(strings.TrimPrefix(clause, "json_valid"), "(`)")] = true
	}
	return out, rows.Err()
}

// named joins to each table which rows of others it names.
func named(ctx context.Context, from Reader, tables []Table) error {
	rows, err := from.QueryContext(ctx, `SELECT constraint_name, table_name, column_name, referenced_table_name, referenced_column_name FROM information_schema.key_column_usage
		WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL ORDER BY table_name, constraint_name, ordinal_position`)
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	last := ""
	for rows.Next() {
		var constraint, table, column, parent, key string
		if err := rows.Scan(&constraint, &table, &column, &parent, &key); err != nil {
			return err
		}
		i := slices.IndexFunc(tables, func(t Table) bool { return t.Name == table })
		if i < 0 || LeftOut(parent) {
			continue
		}
		t := &tables[i]
		if last != table+"."+constraint {
			t.Names = append(t.Names, Naming{Table: parent})
		}
		last = table + "." + constraint
		n := &t.Names[len(t.Names)-1]
		n.Columns, n.Keys = append(n.Columns, column), append(n.Keys, key)
	}
	return rows.Err()
}
