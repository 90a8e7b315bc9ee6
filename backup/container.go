// Package backup writes everything that the house holds into one file and puts it back. Nothing of such a file is ever run: it holds rows,
// and the tables for them are made by this program's own migrations.
//
// The file is a ZIP: sedum.json says what it is, tables/NAME.jsonl holds the rows of a table, a line each (a JSON array of texts, null, and
// base64 for bytes), and manifest.json, written last, says what must be in it, with a checksum of each.
package backup

import (
	"errors"
	"fmt"
	"strings"
)

const (
	product      = "Sedum"
	container    = 1
	headerName   = "sedum.json"
	manifestName = "manifest.json"
	rowsFolder   = "tables/"
	rowsEnding   = ".jsonl"
	// longestRow is what one row may have as JSON: a photograph is the largest.
	longestRow = 96 << 20
)

// Header says what a backup is. It is its first entry.
type Header struct {
	Product   string `json:"product"`
	Container int    `json:"container"`
	// Schema is the version of the tables that the rows were in.
	Schema int64  `json:"schema"`
	MadeAt string `json:"made_at"`
}

// Manifest says what must be in a backup. It is its last entry, and so its end mark.
type Manifest struct {
	// Header is the checksum of the first entry.
	Header string  `json:"header"`
	Tables []Table `json:"tables"`
}

// Table is what a backup holds of one.
type Table struct {
	Name    string   `json:"name"`
	Columns []string `json:"columns"`
	// Bytes says of each column whether its values are bytes, written as base64.
	Bytes  []bool `json:"bytes"`
	Rows   int64  `json:"rows"`
	SHA256 string `json:"sha256"`
}

func (t Table) entry() string { return rowsFolder + t.Name + rowsEnding }

// notKept are the tables that say how this very database is run: who is signed in, its migrations and locks, whether it is closed.
func notKept(table string) bool {
	switch table {
	case "sessions", "goose_db_version", "migration_lock", "migration_turn", "held", "house":
		return true
	}
	return false
}

// Broken says why a file is no backup that can be put back.
type Broken struct {
	File, Why string
}

func (b Broken) Error() string { return fmt.Sprintf("%s is no whole backup: %s", b.File, b.Why) }

// ErrUsed says that there are records, and that nobody said that they may go.
var ErrUsed = errors.New("there are records in this database. Say --over to put the backup in their place")

// Progress hears how far it is: what is done now, and how much of it.
type Progress func(doing string, done, of int64)

func quoted(name string) string { return "`" + strings.ReplaceAll(name, "`", "``") + "`" }

func quotedAll(names []string) string {
	out := make([]string, len(names))
	for i, n := range names {
		out[i] = quoted(n)
	}
	return strings.Join(out, ", ")
}
