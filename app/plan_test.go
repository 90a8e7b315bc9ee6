package app_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// planAsk asks the plan of a tree of lot 16 in Petra Averill's lawn, with the schools of one sheet.
func (p person) planAsk(t *testing.T, h house, schools map[string]string) map[string]any {
	t.Helper()
	id := p.spotOf(h, "Petra Averill")
	return map[string]any{"tag": p.tagIn("for-sale"), "spot_id": id, "planting_on": time.Now().UTC().AddDate(0, 0, 1).Format(time.DateOnly), "high_c": 6, "ground": "workable", "buds": "dormant",
		"stands_alone": true, "schools": schools}
}

type planned struct {
	Words struct {
		Steps      []struct{ Code, Text string }
		Quantities []struct{ Code, Label, Amount string }
		Schools    string
	}
	Schools []struct {
		Step, Chosen string
		Choices      []struct{ Code, Text string }
	}
}

func (v planned) step(code string) string {
	for _, s := range v.Words.Steps {
		if s.Code == code {
			return s.Text
		}
	}
	return ""
}

// Feed is told only where the school of this sheet asks for some: beside the roots, never on them; the same on paper.
func TestFeedIsASchoolOfTheSheet(t *testing.T) {
	h := open(t)
	p := h.as(t, "bram")
	for _, c := range []struct{ school, text, amount string }{
		{"none", "", ""},
		{"tablets", "When the hole is half filled, set 3 fertilizer tablets round the roots, spread: never on a root, never touching one", "3"},
		{"slow-release-ring", "Scatter slow-release feed by its label in a ring from", ""},
	} {
		ask := p.planAsk(t, h, map[string]string{"feed": c.school})
		status, body := p.send("POST", "/api/v1/plan", ask)
		require.Equal(t, 200, status, body)
		var v planned
		require.NoError(t, json.Unmarshal([]byte(body), &v))
		var facts struct{ Input json.RawMessage }
		require.NoError(t, json.Unmarshal([]byte(body), &facts))
		status, drawn := p.send("POST", "/api/v1/plan/redraw", map[string]any{"planting_on": ask["planting_on"], "input": facts.Input, "schools": ask["schools"]})
		require.Equal(t, 200, status, drawn)
		var again planned
		require.NoError(t, json.Unmarshal([]byte(drawn), &again))
		assert.Equal(t, v.Words.Steps, again.Words.Steps, "drawn at once of the facts on the page, as a page sends them")
		assert.Equal(t, v.Words.Quantities, again.Words.Quantities)
		if c.text == "" {
			assert.Empty(t, v.step("feed"))
		} else {
			assert.Contains(t, v.step("feed"), c.text)
		}
		amount := ""
		for _, q := range v.Words.Quantities {
			if q.Code == "tablets" {
				amount = q.Amount
			}
		}
		assert.Equal(t, c.amount, amount, c.school)
		offered := []string{}
		for _, s := range v.Schools {
			if s.Step == "feed" {
				assert.Equal(t, c.school, s.Chosen)
				for _, each := range s.Choices {
					offered = append(offered, each.Code)
				}
			}
		}
		assert.Equal(t, []string{"none", "light-starter", "slow-release-ring", "tablets"}, offered)
		if c.school == "tablets" {
			ask["units"], ask["language"], ask["tree_version"], ask["signed_reason"] = "metric", "en-US", 1, ""
			status, pdf := p.send("POST", "/api/v1/plan/draft.pdf", ask)
			require.Equal(t, 200, status, pdf)
			assert.Contains(t, poppler(t, []byte(pdf), "pdftotext", "-layout"), "fertilizer tablets")
		}
	}
	ask := p.planAsk(t, h, map[string]string{"feed": "dung"})
	status, problem := p.problem("POST", "/api/v1/plan", ask)
	assert.Equal(t, 422, status)
	assert.Equal(t, "schools.feed", problem.Errors[0].Field)
}
