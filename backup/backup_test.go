package backup_test

import (
	"archive/zip"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/rules"
	"sedum/app/yard"
	"sedum/backup"
	house "sedum/core/rules"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
)

var ctx = context.Background()

func quiet(string, int64, int64) {}

func program(d *kernel.Database) *kernel.Kernel {
	return app.New(d, app.Settings{Outside: demo.Outside()})
}

// nursery is the made-up nursery in a database of its own.
func nursery(t *testing.T) (*kernel.Kernel, string) {
	t.Helper()
	dsn := testdb.DSN(t)
	d, err := kernel.Open(dsn)
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	k := program(d)
	require.NoError(t, k.Migrate(ctx))
	require.NoError(t, demo.Load(ctx, k))
	return k, dsn
}

// rowsOf are all rows of all tables that are kept, as the database writes them.
func rowsOf(t *testing.T, k *kernel.Kernel) map[string][]string {
	t.Helper()
	out := map[string][]string{}
	require.NoError(t, k.Look(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		names, err := kernel.Rows[string](tx, "SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT IN ('sessions', 'house', 'goose_db_version', 'migration_lock', 'held', 'security_log')")
		if err != nil {
			return err
		}
		for _, name := range names {
			var rows []map[string]any
			if err := tx.DB().Raw("SELECT * FROM `" + name + "`").Scan(&rows).Error; err != nil {
				return err
			}
			out[name] = []string{}
			for _, row := range rows {
				text := fmt.Sprint(row) // in the order of the names
				if name == "jobs" {
					text = row["id"].(string)
				}
				out[name] = append(out[name], text)
			}
			slices.Sort(out[name])
		}
		return nil
	}))
	return out
}

func written(t *testing.T, dsn string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "yard.sedum")
	require.NoError(t, backup.Write(ctx, dsn, file, quiet))
	return file
}

func restoring(dsn, file string) backup.Restore {
	return backup.Restore{DSN: dsn, File: file, Over: true, Program: program, Progress: quiet}
}

func addGrower(t *testing.T, k *kernel.Kernel, name string) {
	t.Helper()
	require.NoError(t, k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		return kernel.Add(tx, &yard.Grower{ID: kernel.NewID(), Name: name, Version: 1})
	}))
}

// parts is a backup taken apart.
type parts map[string][]byte

func partsOf(t *testing.T, file string) parts {
	t.Helper()
	r, err := zip.OpenReader(file)
	require.NoError(t, err)
	defer func() { _ = r.Close() }()
	out := parts{}
	for _, f := range r.File {
		c, err := f.Open()
		require.NoError(t, err)
		out[f.Name], err = io.ReadAll(c)
		require.NoError(t, err)
		require.NoError(t, c.Close())
	}
	return out
}

// manifest changes what a backup says is in it; the checksums are put right after.
func (p parts) manifest(t *testing.T, change func(*backup.Manifest)) parts {
	t.Helper()
	var m backup.Manifest
	require.NoError(t, json.Unmarshal(p["manifest.json"], &m))
	m.Header = p.sum("sedum.json")
	for i, each := range m.Tables {
		m.Tables[i].SHA256 = p.sum("tables/" + each.Name + ".jsonl")
	}
	change(&m)
	text, err := json.Marshal(m)
	require.NoError(t, err)
	p["manifest.json"] = text
	return p
}

func (p parts) honest(t *testing.T) parts { return p.manifest(t, func(*backup.Manifest) {}) }

func (p parts) replace(name, old, new string) parts {
	p[name] = []byte(strings.Replace(string(p[name]), old, new, 1))
	return p
}

func (p parts) sum(name string) string { s := sha256.Sum256(p[name]); return hex.EncodeToString(s[:]) }

func (p parts) file(t *testing.T, more ...string) []byte {
	t.Helper()
	return p.zipped(more...)
}

// zipped puts the parts together, some of them twice. It is written into memory, which refuses nothing.
func (p parts) zipped(more ...string) []byte {
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for _, name := range append(slices.Sorted(maps.Keys(p)), more...) {
		c, _ := w.Create(name)
		_, _ = c.Write(p[name])
	}
	_ = w.Close()
	return out.Bytes()
}

// Damaged and foreign files of many sorts: each is refused with a reason, and changes nothing.
func TestWhatIsNoWholeBackupChangesNothing(t *testing.T) {
	k, dsn := nursery(t)
	good := written(t, dsn)
	whole, err := os.ReadFile(good)
	require.NoError(t, err)
	addGrower(t, k, "came later")
	before := rowsOf(t, k)
	taken := func() parts { return partsOf(t, good) }
	flipped := slices.Clone(whole)
	flipped[len(flipped)/2] ^= 0x40
	newest, err := k.Newest()
	require.NoError(t, err)
	header := func(old, new string) []byte { return taken().replace("sedum.json", old, new).honest(t).file(t) }
	rows := func(table, old, new string) []byte {
		p := taken().replace("tables/"+table+".jsonl", old, new)
		return p.honest(t).file(t)
	}
	for name, c := range map[string]struct {
		content []byte
		says    string
	}{
		"empty":                     {nil, "it is empty"},
		"three bytes":               {[]byte("PK\x03"), "it is something else"},
		"a text":                    {[]byte("CREATE TABLE trees (id INT);\n"), "it is something else"},
		"a dump of before":          {[]byte("\x1f\x8b\x08\x00\x00\x00\x00\x00"), "by a program of before"},
		"a picture":                 {[]byte("\x89PNG\r\n\x1a\n"), "it is something else"},
		"its first half":            {whole[:len(whole)/2], "it does not end as one"},
		"without its last byte":     {whole[:len(whole)-1], "it does not end as one"},
		"a bit turned":              {flipped, "no whole backup"},
		"another ZIP":               {parts{"letter.txt": []byte("dear")}.file(t), "sedum.json is missing"},
		"of another product":        {header("Sedum", "Other"), "no backup of this program"},
		"of a newer program":        {header(fmt.Sprintf(`"schema":%d`, newest), fmt.Sprintf(`"schema":%d`, newest+1)), "Update the program first"},
		"of a newer container":      {header(`"container":1`, `"container":2`), "Update the program first"},
		"of no version":             {header(fmt.Sprintf(`"schema":%d`, newest), `"schema":0`), "of which version"},
		"a header that is no JSON":  {header(`{`, `[`), "sedum.json cannot be read"},
		"a header changed":          {taken().replace("sedum.json", "202", "201").file(t), "its first part was changed"},
		"without an end":            {func() []byte { p := taken(); delete(p, "manifest.json"); return p.file(t) }(), "manifest.json is missing"},
		"without a table":           {func() []byte { p := taken(); delete(p, "tables/trees.jsonl"); return p.file(t) }(), "parts where"},
		"with a part more":          {func() []byte { p := taken(); p["../../etc/passwd"] = []byte("x"); return p.file(t) }(), "parts where"},
		"a part twice":              {taken().file(t, "tables/trees.jsonl"), "in it twice"},
		"a row changed":             {taken().replace("tables/growers.jsonl", "Marrow Hill", "Barrow Hill").file(t), "were changed"},
		"rows that do not count up": {taken().manifest(t, func(m *backup.Manifest) { m.Tables[0].Rows++ }).file(t), "belong in it"},
		"a row too short":           {rows("growers", `["`, `[], ["`), "it is no list of texts"},
		"a row that is an object":   {rows("growers", `[`, `{"a":[`), "it is no list of texts"},
		"a number for a text":       {rows("growers", `["`, `[1,"`), "it is no list of texts"},
		"a column unknown":          {taken().manifest(t, func(m *backup.Manifest) { m.Tables[1].Columns[0] = "id`; DROP TABLE trees; --" }).file(t), "no such table"},
		"a table unknown": {func() []byte {
			p := taken()
			p["tables/evil.jsonl"] = p["tables/trees.jsonl"]
			delete(p, "tables/trees.jsonl")
			return p.manifest(t, func(m *backup.Manifest) { rename(m, "trees", "evil") }).honest(t).file(t)
		}(), "no such table"},
		"who is signed in": {func() []byte {
			p := taken()
			p["tables/sessions.jsonl"] = p["tables/trees.jsonl"]
			delete(p, "tables/trees.jsonl")
			return p.manifest(t, func(m *backup.Manifest) { rename(m, "trees", "sessions") }).file(t)
		}(), "does not say what"},
		"a value that nothing holds": {rows("people", `"manager"`, `"king"`), "people refuses a row"},
		"a record that is missing": {func() []byte {
			p := taken()
			p["tables/growers.jsonl"] = nil
			return p.manifest(t, func(m *backup.Manifest) { count(m, "growers", 0) }).file(t)
		}(), "that are not in it"},
		"no number": {func() []byte {
			p := taken()
			p.replace("tables/counters.jsonl", `","`, `","NaN`)
			return p.honest(t).file(t)
		}(), "counters refuses a row"},
	} {
		file := filepath.Join(t.TempDir(), "it.sedum")
		require.NoError(t, os.WriteFile(file, c.content, 0o600))
		err := restoring(dsn, file).Do(ctx)
		if assert.Error(t, err, name) {
			assert.Contains(t, err.Error(), c.says, name)
		}
		assert.Equal(t, before, rowsOf(t, k), name)
	}
	require.NoError(t, restoring(dsn, good).Do(ctx))
	after := rowsOf(t, k)
	assert.NotEqual(t, before["growers"], after["growers"])
	delete(before, "growers")
	delete(after, "growers")
	assert.Equal(t, before, after)
}

func rename(m *backup.Manifest, from, to string) {
	for i := range m.Tables {
		if m.Tables[i].Name == from {
			m.Tables[i].Name = to
		}
	}
}

func count(m *backup.Manifest, table string, rows int64) {
	for i := range m.Tables {
		if m.Tables[i].Name == table {
			m.Tables[i].Rows, m.Tables[i].SHA256 = rows, hex.EncodeToString(sha256.New().Sum(nil))
		}
	}
}

// A backup of an older program comes up to date as its database would have.
func TestABackupOfAnOlderProgramComesUpToDate(t *testing.T) {
	dsn := testdb.DSN(t)
	d, err := kernel.Open(dsn)
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	require.NoError(t, program(d).MigrateTo(ctx, 34))
	_, err = d.SQL().Exec("INSERT INTO people (id, sign_in, name, role, password_hash, active, session_epoch, version) VALUES ('old', 'old', 'Oldest Hand', 'manager', 'x', 1, 3, 1)")
	require.NoError(t, err)
	file := written(t, dsn)
	k, into := nursery(t)
	require.NoError(t, restoring(into, file).Do(ctx))
	rows := rowsOf(t, k)
	require.Len(t, rows["people"], 1)
	assert.Contains(t, rows["people"][0], "pin_hash:<nil>")
	assert.Empty(t, rows["trees"])
	require.NoError(t, k.Migrate(ctx), "nothing is left to do")

	empty := testdb.DSN(t)
	none := restoring(empty, file)
	none.Over = false
	require.NoError(t, none.Do(ctx), "an empty database needs no word")
	again := restoring(into, file)
	again.Over = false
	addGrower(t, k, "came later")
	require.NoError(t, k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error { _, err := tx.Next("trees", 1); return err }))
	assert.ErrorIs(t, again.Do(ctx), backup.ErrUsed)
}

// While it goes on every client is told so, and nobody's work is lost in between; then everybody signs in again.
func TestClientsAreShutOutMeanwhile(t *testing.T) {
	k, dsn := nursery(t)
	file := written(t, dsn)
	server := httptest.NewServer(k.Handler())
	t.Cleanup(server.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	client := &http.Client{Jar: jar, Timeout: 20 * time.Second}
	send := func(method, path, body string) (int, string) {
		request, err := http.NewRequestWithContext(ctx, method, server.URL+"/api/v1"+path, strings.NewReader(body))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		answer, err := client.Do(request)
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		text, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return answer.StatusCode, string(text)
	}
	const signIn = `{"sign_in":"wren","password":"office-quarrywell"}`
	status, text := send("POST", "/session", signIn)
	require.Equal(t, 200, status, text)
	addGrower(t, k, "came later")
	looked := 0
	r := restoring(dsn, file)
	r.Grace = 2 * time.Second
	r.Progress = func(doing string, done, _ int64) {
		if !strings.HasPrefix(doing, "putting in trees") && !strings.HasPrefix(doing, "waiting") {
			return
		}
		looked++
		for _, each := range [][3]string{{"GET", "/session", ""}, {"GET", "/trees?limit=1", ""}, {"GET", "/welcome", ""}, {"POST", "/session", signIn}} {
			status, text := send(each[0], each[1], each[2])
			assert.Equal(t, 503, status, "%s %s: %s", each[0], each[1], text)
			assert.Contains(t, text, "restoring")
		}
		n, err := k.Turn(ctx)
		assert.NoError(t, err)
		assert.Zero(t, n, "the house does nothing by itself either")
		second := restoring(dsn, file)
		assert.ErrorContains(t, second.Do(ctx), "a restore is under way")
	}
	require.NoError(t, r.Do(ctx))
	assert.GreaterOrEqual(t, looked, 2, "while it fills, and while it waits for requests under way")
	status, _ = send("GET", "/session", "")
	assert.Equal(t, 401, status)
	status, text = send("POST", "/session", signIn)
	assert.Equal(t, 200, status, text)
	for _, g := range rowsOf(t, k)["growers"] {
		assert.NotContains(t, g, "came later")
	}
	var lines []string
	require.NoError(t, k.Look(ctx, kernel.Who{}, func(tx *kernel.Tx) (err error) {
		lines, err = kernel.Rows[string](tx, "SELECT CONCAT(operation, ' ', outcome) FROM security_log WHERE outcome <> 'restoring' ORDER BY seq")
		return err
	}))
	assert.Equal(t, []string{"sign-in done", "restore done", "sign-in done"}, lines, "who came in before it stays told")
}

// A program that serves on remembers no rule of the records before, though the last change has the same number.
func TestAProgramForgetsTheRulesOfBefore(t *testing.T) {
	k, dsn := nursery(t)
	raise := func() float64 { return apptest.Of(t, k).Manager.House.Value(house.HoleRaiseGood) }
	change := func(value string) {
		w := apptest.Of(t, k)
		w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.HoleRaiseGood), Value: value, Reason: "our ground settles"})
	}
	usual := raise()
	untouched := written(t, dsn)
	change("60")
	changed := written(t, dsn)
	require.NoError(t, restoring(dsn, untouched).Do(ctx))
	assert.InDelta(t, usual, raise(), 0)
	change("55")
	assert.InDelta(t, 55, raise(), 0)
	require.NoError(t, restoring(dsn, changed).Do(ctx))
	assert.InDelta(t, 60, raise(), 0)
}

// Cut short at any moment, what was there stands whole and the house is open; the next one goes through.
func TestWhatIsCutShortLeavesWhatWasThere(t *testing.T) {
	k, dsn := nursery(t)
	file := written(t, dsn)
	addGrower(t, k, "came later")
	before := rowsOf(t, k)
	steps := 0
	counting := restoring(testdb.DSN(t), file)
	counting.Progress = func(string, int64, int64) { steps++ }
	require.NoError(t, counting.Do(ctx))
	stood := 0
	for range apptest.Times(5, 60) {
		until, cancel := context.WithCancel(ctx)
		at := 1 + rand.IntN(steps)
		r := restoring(dsn, file)
		r.Progress = func(string, int64, int64) {
			if at--; at == 0 {
				cancel()
			}
		}
		err := r.Do(until)
		cancel()
		if err != nil {
			stood++
			assert.True(t, errors.Is(err, context.Canceled), err)
			require.Equal(t, before, rowsOf(t, k))
			addGrower(t, k, "the house is open")
			_, err = k.Database().SQL().Exec("DELETE FROM growers WHERE name = 'the house is open'")
			require.NoError(t, err)
		}
	}
	assert.Positive(t, stood, "one at least was cut short")
	require.NoError(t, restoring(dsn, file).Do(ctx))
	assert.NotEqual(t, before["growers"], rowsOf(t, k)["growers"])
}
