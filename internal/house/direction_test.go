// Package house_test holds the shape of the house: everything points one way. A capability knows the kernel, the core and the
// capabilities gathered before it; the kernel knows no capability; the core knows no table, request, clock, file or random source.
package house_test

import (
	"os/exec"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/kernel"
)

func imports(t *testing.T, pattern, format string) map[string][]string {
	t.Helper()
	c := exec.Command("go", "list", "-f", "{{.ImportPath}} "+format, pattern)
	c.Dir = "../.."
	out, err := c.Output()
	require.NoError(t, err)
	all := map[string][]string{}
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		parts := strings.Fields(line)
		all[parts[0]] = parts[1:]
	}
	return all
}

func within(pkg string, folders ...string) bool {
	return slices.ContainsFunc(folders, func(f string) bool { return pkg == f || strings.HasPrefix(pkg, f+"/") })
}

func TestDependenciesPointOneWay(t *testing.T) {
	// The first folder that holds a package says what of ours it may know, beside its own folder.
	layers := []struct {
		folder string
		may    []string
	}{
		{"sedum/core", nil},
		{"sedum/words", []string{"sedum/core"}},
		{"sedum/paper", []string{"sedum/words", "sedum/core"}},
		{"sedum/kernel", []string{"sedum/words", "sedum/core"}},
		{"sedum/notefile", []string{"sedum/core"}},
		{"sedum/archive", []string{"sedum/core"}},
		{"sedum/backup", []string{"sedum/kernel", "sedum/archive"}},
		{"sedum/standin", []string{"sedum/core"}},
		{"sedum/ui", nil},
		{"sedum/app/apptest", []string{"sedum"}},
		{"sedum/app", []string{"sedum/kernel", "sedum/archive", "sedum/notefile", "sedum/paper", "sedum/words", "sedum/core"}},
		{"sedum/demo", []string{"sedum/app", "sedum/kernel", "sedum/words", "sedum/core", "sedum/standin"}},
		{"sedum/database/testdb", []string{"sedum/database", "sedum/app", "sedum/kernel"}},
		{"sedum/database", nil},
	}
	for pkg, list := range imports(t, "./...", `{{join .Imports " "}}`) {
		for _, layer := range layers {
			if !within(pkg, layer.folder) {
				continue
			}
			for _, each := range list {
				if within(each, "sedum") {
					assert.True(t, within(each, append(layer.may, layer.folder)...), "%s imports %s", pkg, each)
				}
			}
			break
		}
	}
}

// What one capability takes from another comes from one gathered before it: tables and operations are made in that order.
func TestACapabilityKnowsOnlyThoseBeforeIt(t *testing.T) {
	d, err := kernel.Open("sedum@tcp(127.0.0.1:1)/sedum")
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	order := app.New(d, app.Settings{}).Capabilities()
	seen := 0
	for pkg, list := range imports(t, "./app/...", `{{join .Imports " "}}`) {
		name := strings.TrimPrefix(pkg, "sedum/app/")
		if pkg == "sedum/app" || name == "apptest" {
			continue
		}
		seen++
		at := slices.Index(order, name)
		require.GreaterOrEqual(t, at, 0, "%s is gathered by nobody", name)
		for _, each := range list {
			if other, ok := strings.CutPrefix(each, "sedum/app/"); ok {
				before := slices.Index(order, other)
				assert.True(t, before >= 0 && before < at, "%s knows %s, which is gathered after it", name, other)
			}
		}
	}
	assert.Len(t, order, seen+1, "each capability is a folder, but for what the kernel keeps itself")
}

func TestTheCoreIsPure(t *testing.T) {
	for pkg, list := range imports(t, "./core/...", `{{join .Deps " "}}`) {
		for _, each := range list {
			if !strings.Contains(strings.Split(each, "/")[0], ".") {
				continue
			}
			assert.True(t, strings.HasPrefix(each, "gonum.org/v1/gonum/"), "%s depends on %s", pkg, each)
		}
	}
	for pkg, list := range imports(t, "./core/...", `{{join .Imports " "}}`) {
		for _, each := range list {
			assert.NotContains(t, []string{"os", "net/http", "database/sql", "math/rand", "math/rand/v2", "log", "log/slog", "io/fs"}, each, pkg)
		}
	}
}
