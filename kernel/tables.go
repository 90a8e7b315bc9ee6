package kernel

import (
	"embed"
	"io/fs"
	"time"
)

//go:embed tables/*.sql
var tableFiles embed.FS

// Folder is the tables of a capability from its embedded folder "tables".
func Folder(files embed.FS) Tables {
	folder, err := fs.Sub(files, "tables")
	if err != nil {
		panic(err) // the name is a constant
	}
	return folder
}

// own is what the kernel keeps itself.
var own = Capability{Name: "kernel", Tables: Folder(tableFiles), Jobs: []Job{{ID: "sweep", Every: time.Hour, Due: Always, Each: sweep}}}

// keptOutcomes is how long the outcome of a request is kept under its key: longer than a device may keep an entry.
const keptOutcomes = LongestKept + 16*24*time.Hour

// Always is what is due of a job that has no units: itself.
func Always(*Tx) ([]string, error) { return []string{""}, nil }

// sweep takes ended sessions and old keys away, a piece at a time.
func sweep(tx *Tx, _ string) error {
	if _, err := Exec(tx, "DELETE FROM sessions WHERE expiry < ? LIMIT 1000", tx.Now); err != nil {
		return err
	}
	_, err := Exec(tx, "DELETE FROM once WHERE at < ? LIMIT 5000", tx.Now.Add(-keptOutcomes))
	return err
}
