package ui

import (
	"encoding/json"
	"io/fs"
)

// Copies are the files of the customer's copy in the built front end, and the names of those that its page needs beside itself.
func Copies() (files fs.FS, names []string) {
	built, _ := fs.Sub(Built, "built")
	list, err := fs.ReadFile(built, "copy-files.json")
	if err == nil {
		_ = json.Unmarshal(list, &names)
	}
	return built, names
}
