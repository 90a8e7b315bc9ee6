// Package archive is everything that the house holds in open formats: a ZIP with a table a file, as CSV for a spreadsheet and as JSON for a program,
// pictures as files, and a description of every table and column (datapackage.json, after the open Data Package standard; README.md for people). It
// can be put back. Nothing by which anybody comes in is in it: passwords, PINs and tablets are made anew.
package archive

import (
	"context"
	"database/sql"
	"slices"
)

const (
	// Described is the entry by which an archive is known, and its last.
	Described  = "datapackage.json"
	profile    = "sedum-archive"
	container  = 1
	jsonFolder = "json/"
	csvFolder  = "csv/"
	fileFolder = "files/"
	readMe     = "README.md"
)

// Reader is a connection, or a transaction on one, that shows one moment.
type Reader interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
}

// leftOut are the tables that say how this very database is run, who is signed in where, and what is guessed at.
var leftOut = []string{"sessions", "goose_db_version", "migration_lock", "migration_turn", "held", "house", "jobs", "once", "devices", "device_people", "recovery_codes", "first_codes", "second_asked", "sign_in_failures"}

// secret are the columns by which somebody comes in. A text that must be there is empty when the archive is put back, and opens nothing.
var secret = map[string][]string{"people": {"password_hash", "pin_hash", "second_secret", "second_begun", "second_step"}}

// LeftOut tells whether a table is in no archive.
func LeftOut(table string) bool { return slices.Contains(leftOut, table) }

// Secret tells whether a column is in no archive.
func Secret(table, column string) bool { return slices.Contains(secret[table], column) }

// kind is what the values of a column are.
type kind string

const (
	text    kind = "string"
	whole   kind = "integer"
	number  kind = "number"
	yesNo   kind = "boolean"
	day     kind = "date"
	moment  kind = "datetime"
	object  kind = "object"
	picture kind = "file"
)

// Column of a table.
type Column struct {
	Name     string
	About    string
	Kind     kind
	Nullable bool
}

// Table with its columns; what is worked out by the database is none of them.
type Table struct {
	Name    string
	About   string
	Columns []Column
	Key     []string
	Names   []Naming
	Rows    int64
}

// Naming is that columns of a table name a row of another.
type Naming struct {
	Columns []string
	Table   string
	Keys    []string
}
