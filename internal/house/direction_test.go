// Package house_test holds the shape of the house: dependencies point one way, and the core knows no
// screen, request, table, clock or random source.
package house_test

import (
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
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

func TestDependenciesPointOneWay(t *testing.T) {
	allowed := map[string][]string{
		"sedum/core": {"sedum/core"}, "sedum/words": {"sedum/core"}, "sedum/store": {"sedum/core"}, "sedum/paper": {"sedum/words", "sedum/core"},
		"sedum/desk": {"sedum/store", "sedum/core"}, "sedum/standin": {"sedum/store", "sedum/core"}, "sedum/database": {},
		"sedum/demo": {"sedum/desk", "sedum/store", "sedum/core", "sedum/standin"},
		"sedum/api":  {"sedum/desk", "sedum/store", "sedum/core", "sedum/words", "sedum/paper", "sedum/standin", "sedum/ui"},
	}
	for pkg, list := range imports(t, "./...", `{{join .Imports " "}}`) {
		for layer, may := range allowed {
			if pkg != layer && !strings.HasPrefix(pkg, layer+"/") || pkg == "sedum/database/testdb" {
				continue
			}
			for _, each := range list {
				if strings.HasPrefix(each, "sedum/") && each != layer && !strings.HasPrefix(each, layer+"/") {
					ok := false
					for _, m := range may {
						ok = ok || each == m || strings.HasPrefix(each, m+"/")
					}
					assert.True(t, ok, "%s imports %s", pkg, each)
				}
			}
		}
	}
}

func TestTheCoreIsPure(t *testing.T) {
	schema := []string{"github.com/santhosh-tekuri/jsonschema", "golang.org/x/text"}
	for pkg, list := range imports(t, "./core/...", `{{join .Deps " "}}`) {
		for _, each := range list {
			if !strings.Contains(strings.Split(each, "/")[0], ".") {
				continue
			}
			ok := pkg == "sedum/core/calc"
			known := false
			for _, s := range schema {
				known = known || strings.HasPrefix(each, s)
			}
			numbers := strings.HasPrefix(each, "gonum.org/v1/gonum/")
			assert.True(t, (ok && known) || numbers, "%s depends on %s", pkg, each)
		}
	}
	for pkg, list := range imports(t, "./core/...", `{{join .Imports " "}}`) {
		for _, each := range list {
			assert.NotContains(t, []string{"os", "net/http", "database/sql", "math/rand", "math/rand/v2", "log", "log/slog", "io/fs"}, each, pkg)
		}
	}
}
