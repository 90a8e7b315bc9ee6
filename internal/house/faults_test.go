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

// What the account of security names as tried is there to be run.
func TestWhatSecurityNamesIsTried(t *testing.T) {
	text, err := os.ReadFile("../../docs/security.md")
	require.NoError(t, err)
	named := regexp.MustCompile("`((?:Test|Fuzz)[A-Z]\\w+)`").FindAllStringSubmatch(string(text), -1)
	assert.Greater(t, len(named), 80)
	there := testsThere(t)
	for _, m := range named {
		assert.True(t, there[m[1]], "no test %s", m[1])
	}
	// A line that holds says how.
	for line := range strings.Lines(string(text)) {
		cells := strings.Split(strings.Trim(strings.TrimSpace(line), "|"), "|")
		if len(cells) != 4 || !regexp.MustCompile(`^ \d+\.\d`).MatchString(cells[0]) {
			continue
		}
		assert.Contains(t, []string{"yes", "no", "part", "–"}, strings.TrimSpace(cells[2]), line)
		if is := strings.TrimSpace(cells[2]); is == "no" || is == "part" {
			assert.NotEmpty(t, strings.TrimSpace(cells[3]), "what is missing, and why: %s", line)
		}
	}
}

// Every fault that was mended names the tests that hold it, and each of them is there: who renames or drops one mends the list.
func TestEveryMendedFaultHasItsTests(t *testing.T) {
	there := testsThere(t)
	list, err := os.ReadFile("../../docs/faults.md")
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

// testsThere are the names of all tests.
func testsThere(t *testing.T) map[string]bool {
	there := map[string]bool{}
	require.NoError(t, filepath.WalkDir("../..", func(path string, d fs.DirEntry, err error) error {
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
		for _, m := range regexp.MustCompile(`(?m)^func ((?:Test|Fuzz)\w+)\(`).FindAllSubmatch(text, -1) {
			there[string(m[1])] = true
		}
		return err
	}))
	return there
}
