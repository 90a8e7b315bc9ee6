package words_test

import (
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
	"sedum/words"
)

// ofOthers are words that belong to another form of stock: nobody lowers a ball of bare roots or tips a dug ball out of a pot.
var ofOthers = map[stock.Form]*regexp.Regexp{
	stock.BareRoot:  regexp.MustCompile(`(?i)\b(ball|pot|mix|cloth|basket|plugs?)\b`),
	stock.Plug:      regexp.MustCompile(`(?i)\b(ball|pot|cloth|basket)\b`),
	stock.Balled:    regexp.MustCompile(`(?i)\b(pot|mix|plugs?)\b`),
	stock.Container: regexp.MustCompile(`(?i)\b(basket|plugs?|cloth)\b`),
}

// figure is a number as it is read, with its unit.
var figure = regexp.MustCompile(`\d[\d.]*[⅛¼⅜½⅝¾⅞]?|[⅛¼⅜½⅝¾⅞]`)

// Of every plan, in both units and languages: every sentence belongs to the form, every figure in a step is the plan's, nothing is said of
// what is not there, and what is said once is not opposed by another sentence.
func TestEveryPlanReadsTrue(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		s := words.In(rapid.SampledFrom(set.All[words.Language]()).Draw(t, "language"), rapid.SampledFrom(set.All[words.Units]()).Draw(t, "units"))
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		w := s.Plan(in, p, care.Calendar(care.FactsOf(house, planted, in, p)))
		said := slices.Concat(w.Water, w.Trouble)
		for i, step := range w.Steps {
			said = append(said, step.Text, step.Why)
			said = append(said, step.Cautions...)
			if !step.Locked {
				readFigures(t, s, p.Steps[i], step.Text)
			}
		}
		for _, c := range w.Care {
			said = append(said, c.Text)
		}
		text := strings.ReplaceAll(strings.Join(said, "\n"), "cloth pot", "pot of fabric")
		require.NotContains(t, text, "{{")
		require.NotContains(t, text, "no value")
		for _, line := range strings.Split(text, "\n") {
			require.NotRegexp(t, ofOthers[in.Tree.Form], line, "of another form than %s", in.Tree.Form)
		}
		says := func(pattern string) bool { return regexp.MustCompile(`(?i)` + pattern).MatchString(text) }
		require.False(t, !p.Stake.Needed && says(`\b(tie and stake|stakes? and ties|tie not rubbing)\b`), "no tie where there is no stake")
		require.False(t, p.Berm == planting.BermNone && says(`\bring of soil\b|inside the ring|basin filled`), "no basin where there is none")
		require.False(t, in.Spot.Frost.First == nil && says(`frost lifted`), "no frost where none falls")
		require.False(t, says(`cut[^.\n]*girdl`), "no girdling root is cut by a customer")
		levels := 0
		for _, each := range p.Steps {
			if each.Code == "finish" {
				levels++
			}
		}
		require.Equal(t, 1, levels, "one sentence says how high it ends")
	})
}

// readFigures holds each figure of a sentence against the step's own; what else stands there stands in the sentence of every tree.
func readFigures(t *rapid.T, s words.Speaker, step planting.Step, text string) {
	constant := figure.FindAllString(s.Choice("step."+string(step.Code), step.Choice, nil), -1)
	for _, read := range figure.FindAllString(text, -1) {
		of := func(m planting.Measure) bool {
			shown, _ := s.Figure(m)
			return strings.Contains(shown, read)
		}
		known := slices.Contains(constant, read)
		for _, m := range step.Values {
			known = known || of(m)
		}
		require.True(t, known, "%s: %q says %s, and the plan does not: %v", step.Code, text, read, step.Values)
	}
}
