package house_test

import (
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every fault that was mended names the tests that hold it, and each of them is there: who renames or drops one mends the list.
func TestEveryMendedFaultHasItsTests(t *testing.T) {
	root := "../.."
	there := map[string]bool{}
	require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == "node_modules" || d.Name() == ".git") {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(path, "_test.go") {
			return nil
		}
		text, err := os.ReadFile(path)
		for _, m := range regexp.MustCompile(`(?m)^func (Test\w+)\(`).FindAllSubmatch(text, -1) {
			there[string(m[1])] = true
		}
		return err
	}))
	list, err := os.ReadFile(filepath.Join(root, "docs/faults.md"))
	require.NoError(t, err)
	faults := regexp.MustCompile(`(?m)^\| ([A-F]\d+) \|.*\|$`).FindAllString(string(list), -1)
	assert.Len(t, faults, 35)
	for _, fault := range faults {
		tests := regexp.MustCompile("`(Test\\w+)`").FindAllStringSubmatch(fault, -1)
		assert.NotEmpty(t, tests, fault)
		for _, m := range tests {
			assert.True(t, there[m[1]], "%s: no test %s", strings.Fields(fault)[1], m[1])
		}
	}
}
