package backup_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/archive"
	"sedum/backup"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
)

func archived(t *testing.T, dsn string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "house.zip")
	require.NoError(t, backup.WriteArchive(ctx, dsn, file, quiet))
	return file
}

type described struct {
	Resources []struct {
		Name, Description, Path, JSON string
		Rows                          int
		SHA256                        string
		Schema                        struct {
			Fields []struct{ Name, Type string }
		}
	}
}

// Everything goes out and comes back: an archive put into an empty house is the same house, but for how one comes in.
func TestAnArchiveIsTheHouse(t *testing.T) {
	k, dsn := nursery(t)
	require.NoError(t, demo.LoadPlanted(ctx, k))
	require.NoError(t, k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error { // what breaks text formats: quotes, lines, a formula, signs of other scripts
		_, err := kernel.Exec(tx, "UPDATE customers SET name = ? WHERE name = 'Petra Averill'", "=1+\"Ø\n\\N,\tпетра 🌳")
		return err
	}))
	before := rowsOf(t, k)
	file := archived(t, dsn)
	p := partsOf(t, file)

	var d described
	require.NoError(t, json.Unmarshal(p["datapackage.json"], &d))
	hashes := []string{}
	require.NoError(t, k.Look(ctx, kernel.Who{}, func(tx *kernel.Tx) (err error) {
		hashes, err = kernel.Rows[string](tx, "SELECT password_hash FROM people")
		return err
	}))
	for name, content := range p {
		for _, hash := range hashes {
			assert.NotContains(t, string(content), hash, name)
		}
	}
	for _, r := range d.Resources {
		assert.NotEmpty(t, r.Description, "%s is not described", r.Name)
		assert.False(t, archive.LeftOut(r.Name))
		var objects []map[string]any
		numbers := json.NewDecoder(bytes.NewReader(p[r.JSON]))
		numbers.UseNumber()
		require.NoError(t, numbers.Decode(&objects), r.Name)
		assert.Len(t, objects, r.Rows, r.Name)
		lines, err := csv.NewReader(bytes.NewReader(p[r.Path])).ReadAll()
		require.NoError(t, err, r.Name)
		require.Len(t, lines, r.Rows+1, r.Name)
		for i, object := range objects { // both formats say the same
			for c, f := range r.Schema.Fields {
				is := lines[i+1][c]
				switch value := object[f.Name].(type) {
				case nil:
					if f.Type != "object" {
						assert.Empty(t, is)
					}
				case string:
					assert.Equal(t, strings.ReplaceAll(value, "\r\n", "\n"), strings.TrimPrefix(is, "'"), "%s.%s", r.Name, f.Name)
					if f.Type == "file" {
						assert.NotEmpty(t, p[value], value)
					}
				case json.Number, bool:
					assert.Equal(t, fmt.Sprint(value), is, "%s.%s", r.Name, f.Name)
				default:
					assert.True(t, json.Valid([]byte(is)), "%s.%s", r.Name, f.Name)
				}
			}
		}
	}
	assert.Contains(t, string(p["README.md"]), "| trees |")

	fresh := testdb.DSN(t)
	require.NoError(t, restoring(fresh, file).Do(ctx))
	other, err := kernel.Open(fresh)
	require.NoError(t, err)
	t.Cleanup(func() { _ = other.Close() })
	after := rowsOf(t, program(other))
	for name, rows := range before {
		if archive.LeftOut(name) {
			continue
		}
		secret := regexp.MustCompile(`(password_hash|pin_hash|second_secret|second_begun|second_step):\S*`)
		for _, list := range [][]string{rows, after[name]} {
			for i := range list {
				list[i] = secret.ReplaceAllString(list[i], "")
			}
			slices.Sort(list)
		}
		assert.Equal(t, rows, after[name], name)
	}
}

// What was changed, cut or put in by somebody else is refused, and changes nothing.
func TestABrokenArchiveChangesNothing(t *testing.T) {
	k, dsn := nursery(t)
	good := archived(t, dsn)
	before := rowsOf(t, k)
	taken := func() parts { return partsOf(t, good) }
	whole, err := os.ReadFile(good)
	require.NoError(t, err)
	for name, c := range map[string]struct {
		content []byte
		says    string
	}{
		"its first half":           {whole[:len(whole)/2], "it does not end as one"},
		"a row changed":            {taken().replace("json/growers.json", "Marrow Hill", "Barrow Hill").zipped(), "was changed"},
		"a table missing":          {func() []byte { p := taken(); delete(p, "json/trees.json"); return p.zipped() }(), `"json/trees.json" is not in it`},
		"no list":                  {taken().replace("json/growers.json", "[", "{").zipped(), "is no list"},
		"a field more":             {taken().replace("json/growers.json", `"id":`, `"more":1,"id":`).zipped(), "which is not described"},
		"a field less":             {taken().replace("json/growers.json", `"name":`, `"mane":`).zipped(), "it is not there"},
		"a description that is no": {taken().replace("datapackage.json", "{", "[").zipped(), "it is not described"},
		"of a newer program":       {taken().replace("datapackage.json", `"schema": `, `"schema": 9`).zipped(), "Update the program first"},
		"a password put in":        {taken().replace("datapackage.json", `"name": "one_time_until"`, `"name": "password_hash"`).zipped(), "which no archive has"},
		"a session put in":         {taken().replace("datapackage.json", `"name": "growers"`, `"name": "sessions"`).zipped(), "does not say what"},
		"a part twice":             {taken().zipped("json/trees.json"), "in it twice"},
	} {
		file := filepath.Join(t.TempDir(), "house.zip")
		require.NoError(t, os.WriteFile(file, c.content, 0o600))
		assert.ErrorContains(t, restoring(dsn, file).Do(ctx), c.says, name)
	}
	assert.Equal(t, before, rowsOf(t, k))
	assert.ErrorIs(t, backup.Restore{DSN: dsn, File: good, Program: program, Progress: quiet}.Do(ctx), backup.ErrUsed)
}

// No column by which somebody comes in goes into an archive, of a table of tomorrow either.
func TestNoWayInIsInAnArchive(t *testing.T) {
	k, dsn := nursery(t)
	known := map[string]bool{ // a digest of a paper or a file opens nothing; a customer's link opens that customer's copy
		"delivery_notes.digest": true, "sheet_links.token": true, "card_links.token": true, "mail_wishes.token": true, "station_records.digest": true, "houses.digest": true, "sheet_batches.digest": true}
	wayIn := regexp.MustCompile(`hash|secret|token|password|pin\b|digest|second_`)
	require.NoError(t, k.Look(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		tables, err := archive.Tables(ctx, k.Database().SQL())
		for _, table := range tables {
			for _, c := range table.Columns {
				name := table.Name + "." + c.Name
				assert.True(t, known[name] || !wayIn.MatchString(c.Name), name)
			}
		}
		return err
	}))
	_ = dsn
}
