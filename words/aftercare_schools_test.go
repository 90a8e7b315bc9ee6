package words_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/internal/plantingtest"
	"sedum/words"
)

// The schools of what comes after the day act on the sheet: fixed days are water days (never while nothing grows, and never against a finger that
// finds it wet), a pest is watched or reported, first fruit is left or taken off.
func TestTheSchoolsOfAftercareAct(t *testing.T) {
	s, planned := words.In(words.American, words.Metric), 0
	rapid.Check(t, func(t *rapid.T) {
		_, in, _ := plantingtest.Plan(t)
		said := func(step rules.Step, school string) (string, planting.Plan) {
			h, err := rules.House{}.WithSchool(step, school)
			require.NoError(t, err)
			p, err := planting.Make(h, in)
			require.NoError(t, err)
			if p.Refused != "" {
				return "", p
			}
			planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
			w := s.Plan(in, p, care.Calendar(care.FactsOf(h, planted, in, p)))
			all := append([]string{w.Sheet.Finger}, w.Water...)
			for _, r := range w.Sheet.Rows {
				all = append(all, r.While+" "+r.Often)
			}
			for _, o := range w.Sheet.Odd {
				all = append(all, o.Sign+": "+o.Do)
			}
			for _, o := range w.Sheet.Off {
				all = append(all, o.What)
			}
			return strings.Join(all, "\n"), p
		}
		usual, p := said(rules.StepWatering, "balance")
		if p.Refused != "" {
			return
		}
		planned++
		rests := strings.Contains(usual, "while nothing grows") // not where it grows all the year
		assert.NotContains(t, usual, "water every")
		fixed, p := said(rules.StepWatering, "interval")
		assert.Contains(t, fixed, "water every")
		assert.Equal(t, rests, strings.Contains(fixed, "while nothing grows test every"))
		assert.Contains(t, fixed, "Finger test")
		assert.Empty(t, p.Idle)
		feel, p := said(rules.StepWatering, "feel")
		assert.Equal(t, usual, feel)
		assert.Equal(t, []rules.Step{rules.StepWatering}, p.Idle)
		assert.Contains(t, usual, "Wait and watch.")
		treated, _ := said(rules.StepPests, "treat")
		assert.Contains(t, treated, "Follow the label.")
		left, p := said(rules.StepFruit, "leave")
		assert.Equal(t, !in.Kind.GrownForFruit, len(p.Idle) == 1, "it changes nothing for what bears none, and says so")
		assert.Equal(t, in.Kind.GrownForFruit, left != usual)
	})
	assert.Positive(t, planned)
}
