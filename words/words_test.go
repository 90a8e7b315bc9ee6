package words_test

import (
	"encoding/json"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/words"
)

func messages(t *testing.T, file string) map[string]string {
	t.Helper()
	text, err := os.ReadFile(file)
	require.NoError(t, err)
	out := map[string]string{}
	require.NoError(t, json.Unmarshal(text, &out))
	return out
}

// The second language says only what it says in its own way, with the same values; on the server and in the page.
func TestTheSecondLanguageSaysOnlyWhatDiffers(t *testing.T) {
	value := regexp.MustCompile(`\{\{\.?\w+\}\}`)
	for _, folder := range []string{"messages/", "../ui/src/words/"} {
		us, gb := messages(t, folder+"en-US.json"), messages(t, folder+"en-GB.json")
		assert.NotEmpty(t, gb)
		for id, text := range us {
			assert.NotEmpty(t, text, id)
		}
		for id, text := range gb {
			assert.NotEqual(t, us[id], text, id)
			assert.Contains(t, us, id)
			assert.ElementsMatch(t, value.FindAllString(us[id], -1), value.FindAllString(text, -1), id)
		}
	}
	british := words.In(words.British, words.Metric)
	assert.Equal(t, "mould", british.Say("missing.mould", nil))
	assert.Equal(t, words.In(words.American, words.Metric).Say("verdict.sell", nil), british.Say("verdict.sell", nil), "the rest is said as in the first")
}

// Spanish is complete, on the server and in the page: it has every sentence, with the same values, and none is left in English.
func TestSpanishIsComplete(t *testing.T) {
	value := regexp.MustCompile(`\{\{[^}]*\}\}`)
	left := regexp.MustCompile(`(?i)\b(the|and|with|your|from|when|roots?|trees?|water|nobody|which)\b`)
	for _, folder := range []string{"messages/", "../ui/src/words/"} {
		us, es := messages(t, folder+"en-US.json"), messages(t, folder+"es.json")
		for id, text := range us {
			said, there := es[id]
			if assert.True(t, there, "%s%s is not said", folder, id) {
				assert.ElementsMatch(t, value.FindAllString(text, -1), value.FindAllString(said, -1), id)
				assert.NotRegexp(t, left, value.ReplaceAllString(said, ""), id)
				assert.Equal(t, strings.HasSuffix(text, " "), strings.HasSuffix(said, " "), id)
				assert.Equal(t, endsSentence(text), endsSentence(said), id)
			}
		}
		assert.Len(t, es, len(us))
	}
	spanish := words.In(words.Spanish, words.Metric)
	assert.Equal(t, "3 de marzo de 2027", spanish.Date(time.Date(2027, 3, 3, 0, 0, 0, 0, time.UTC)))
	assert.Equal(t, words.Spanish, words.For("es-MX,es;q=0.9,en;q=0.5", words.Metric).Language)
}

// endsSentence tells whether a text ends as a sentence does: what is joined to it relies on that.
func endsSentence(text string) bool {
	return strings.HasSuffix(text, ".") || strings.HasSuffix(text, "?")
}

// What is named by a rule of the job and belongs to no set has its sentence too.
func TestEveryCodeHasItsSentence(t *testing.T) {
	ids := []string{"message.soak-over", "message.space-low", "remedy.sentence"}
	add := func(prefix string, codes ...string) {
		for _, c := range codes {
			ids = append(ids, prefix+c)
		}
	}
	add("problem.note-", "zip", "encoding", "empty", "quotes", "rows", "too-large")
	for _, state := range stock.Spoken() {
		add("refused.tree-", string(state))
	}
	for _, f := range []fit.Factor{fit.Cold, fit.Heat, fit.Light, fit.Drainage, fit.Reaction, fit.Drought, fit.Room, fit.Chill, fit.Wind, fit.SoilGroup} {
		add("fit.unknown.", string(f))
	}
	for _, tool := range stock.Tools() {
		add("tool.", tool)
		for _, code := range stock.WorkOf(tool) {
			if !code.Looks() { // looking is not told on the sheet
				add("done.", string(code))
			}
		}
	}
	for _, form := range set.All[stock.Form]() {
		add("kept.", yard.KeptRoots(form).Source)
		for _, risk := range yard.PotRoots(rules.House{}, form, 50, -50) {
			add("pot-roots.", risk.Kind)
		}
	}
	for _, s := range rules.AllSchools() {
		add("school.step.", string(s.Step))
		add("school."+string(s.Step)+".", s.Choices...)
		add("school.when."+string(s.Step)+".", s.Choices...)
	}
	for _, language := range set.All[words.Language]() {
		s := words.In(language, words.Metric)
		assert.Equal(t, language, s.Language)
		for _, id := range ids {
			assert.True(t, s.Knows(id), "%s in %s", id, language)
		}
	}
}

// Whatever the program can refuse or find wrong, as its source says it, has its sentence.
func TestEveryAnswerOfTheProgramHasItsSentence(t *testing.T) {
	code := regexp.MustCompile(`(Refused|Said)\{[^}]*Code: "([a-z-]+)"`)
	found := 0
	for _, folder := range []string{"../app", "../kernel"} {
		require.NoError(t, filepath.WalkDir(folder, func(path string, d fs.DirEntry, err error) error {
			if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			text, err := os.ReadFile(path)
			for _, m := range code.FindAllStringSubmatch(string(text), -1) {
				found++
				id := map[string]string{"Refused": "refused.", "Said": "problem."}[m[1]] + m[2]
				if strings.HasSuffix(id, "-") {
					continue // the rest follows from a state or a code of the core, named above
				}
				for _, language := range set.All[words.Language]() {
					assert.True(t, words.In(language, words.Metric).Knows(id), "%s in %s, of %s", id, language, path)
				}
			}
			return err
		}))
	}
	assert.Greater(t, found, 40)
}

// Lengths, volumes and weights by the exact factors (25.4 mm, 3.785411784 L, 0.45359237 kg).
func TestMeasuresInBothSystems(t *testing.T) {
	metric, us := words.For("en-US", words.Metric), words.For("en-US", words.US)
	for _, c := range []struct {
		value      float64
		unit       string
		metric, us string
	}{
		{194.4, "mm", "194 mm", "7⅝ in"}, {25.4, "mm", "25 mm", "1 in"}, {3, "mm", "3 mm", "⅛ in"}, {0, "mm", "0 mm", "0 in"},
		{656, "mm", "656 mm", "26 in"}, {1810, "mm", "1810 mm", "71 in"},
		{20, "l", "20 L", "5.3 US gal"}, {3.25, "l", "3.3 L", "3.4 US qt"}, {15.4, "kg", "15 kg", "34 lb"},
		{-18, "c", "−18 °C", "−0 °F"}, {2.2, "m", "2.2 m", "7 ft"}, {270, "deg", "270°", "270°"},
	} {
		m := planting.Measure{Value: c.value, Unit: c.unit}
		assert.Equal(t, c.metric, strings.ReplaceAll(metric.Measure(m), " ", " "))
		if c.value != -18 {
			assert.Equal(t, c.us, strings.ReplaceAll(us.Measure(m), " ", " "))
		}
	}
}

func TestDatesAndFallbacks(t *testing.T) {
	day := time.Date(2026, 11, 25, 0, 0, 0, 0, time.UTC)
	assert.Equal(t, "November 25, 2026", words.For("en-US", "").Date(day))
	assert.Equal(t, "25 November 2026", words.For("en-GB,en;q=0.8", "").Date(day))
	assert.EqualValues(t, "en-US", words.For("fi", "furlongs").Language)
	assert.Equal(t, words.Metric, words.For("fi", "furlongs").Units)
	assert.Contains(t, words.For("", "").Fault(fault.Fault{Field: "form", Code: fault.NotAChoice, Limit: []string{"container", "plug", "balled"}}), "container, plug or balled")
}

// Every sentence that the page asks for by its whole name is there, and every group of house rules has its heading.
func TestThePageKnowsItsWords(t *testing.T) {
	known := messages(t, "../ui/src/words/en-US.json")
	asked := regexp.MustCompile(`\bt\(\s*'([^']+)'`)
	files := 0
	require.NoError(t, filepath.WalkDir("../ui/src", func(path string, d fs.DirEntry, err error) error {
		if err != nil || (!strings.HasSuffix(path, ".tsx") && !strings.HasSuffix(path, ".ts")) {
			return err
		}
		text, err := os.ReadFile(path)
		for _, m := range asked.FindAllStringSubmatch(string(text), -1) {
			_, plain := known[m[1]]
			_, counted := known[m[1]+"_other"]
			assert.True(t, plain || counted, "%s in %s", m[1], path)
		}
		files++
		return err
	}))
	assert.Greater(t, files, 50)
	for _, r := range rules.Catalogue() {
		assert.Contains(t, known, "rules.group."+r.Group())
	}
}

// Lists and fields are said as people say them, and figures as they are printed.
func TestListsFieldsAndFigures(t *testing.T) {
	s := words.For("en-US", "metric")
	for want, list := range map[string][]string{"": {}, "a spade": {"a spade"}, "a spade and a hose": {"a spade", "a hose"},
		"a spade, a hose and twine": {"a spade", "a hose", "twine"}} {
		assert.Equal(t, want, s.List(list))
	}
	for want, list := range map[string][]string{"": {}, "moss": {"moss"}, "moss or gel": {"moss", "", "gel"}, "moss, paper or gel": {"moss", "paper", "gel"}} {
		assert.Equal(t, want, s.Among(list), "what is empty is no choice")
	}
	assert.Equal(t, "ball height", s.Field("readings.ball_height_mm"))
	assert.Equal(t, "something else", s.Field("a.0.something_else"), "a field without a name of its own is still readable")
	assert.Equal(t, "Give this and first frost together, or neither.", s.Fault(fault.Fault{Field: "climate.last_frost_day", Code: fault.BothOrNeither, Limit: "first_frost_day"}))
	day := fault.Fault{Field: "done_on", Code: fault.AtMost, Limit: "2026-12-01"}
	assert.Equal(t, "This must be December 1, 2026 or earlier.", s.Fault(day))
	assert.Equal(t, "Esto debe ser el 1 de diciembre de 2026 o antes.", words.For("es", "").Fault(day))
	assert.Equal(t, "This must be December 1, 2026, 14:05 or earlier.", s.Fault(fault.Fault{Field: "lifted_at", Code: fault.AtMost, Limit: "2026-12-01 14:05"}))
	assert.Equal(t, "This must come after December 1, 2026.", s.Fault(fault.Fault{Field: "expires_on", Code: fault.NotRising, Limit: "2026-12-01"}))
	assert.Equal(t, "Choose one of: moss, paper or gel.", s.Fault(fault.Fault{Field: "packing", Code: fault.NotAChoice, Limit: []string{"", "moss", "paper", "gel"}}))
}

// What lies between two temperatures is no temperature: four degrees over the usual are 7.2 of Fahrenheit, not 39.
func TestDegreesBetweenTwoTemperatures(t *testing.T) {
	over, _ := rules.Find(rules.WindowHeatOver)
	assert.Equal(t, "4 °C", words.In(words.American, words.Metric).RuleValue(over, 4))
	assert.Equal(t, "7.2 °F", words.In(words.American, words.US).RuleValue(over, 4))
	stop, _ := rules.Find(rules.PlanHeatStop)
	assert.Equal(t, "82 °F", words.In(words.American, words.US).RuleValue(stop, 28))
}
