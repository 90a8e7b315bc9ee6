package words_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/internal/plantingtest"
	"sedum/words"
)

// What people ask is answered by the plan itself, in every language: by the very step it asks for, by the school it was made with; a painted trunk is
// explained where one is painted and nowhere else.
func TestWhatPeopleAskIsAnsweredByThePlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := words.In(rapid.SampledFrom([]words.Language{words.American, words.Spanish}).Draw(t, "language"), words.Metric)
		_, in, p := plantingtest.Plan(t)
		said := s.Plan(in, p, nil)
		if p.Refused != "" {
			assert.Empty(t, said.Asked)
			return
		}
		answers := map[string]string{}
		for _, a := range said.Asked {
			assert.NotEmpty(t, a.Question)
			answers[a.Code] = a.Answer
		}
		for i, step := range p.Steps {
			switch step.Code {
			case "prune":
				assert.Contains(t, answers["prune"], said.Steps[i].Text)
			case "sun-paint":
				assert.Contains(t, answers["paint"], said.Steps[i].Text)
			}
		}
		_, explained := answers["paint"]
		painted := false
		for _, step := range p.Steps {
			painted = painted || step.Code == "sun-paint"
		}
		assert.Equal(t, painted, explained)
		assert.Contains(t, answers["amend"], s.Say("school.backfill."+p.Schools["backfill"], nil))
		require.Contains(t, answers["water"], said.Sheet.Finger)
	})
}
