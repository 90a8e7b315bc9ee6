package outcomes_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/outcomes"
	"sedum/app/planted"
	"sedum/demo"
)

// A tree's life in its order, from where it came from to the looks that are planned; a lost one ends with its loss.
func TestALifeOnOneLine(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if line.EndedOn != nil {
			w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: Ten.Format(time.DateOnly), Said: "it is dead"})
		}
		life := Saw[outcomes.Life](w, "see-life", ByID(line.ID))
		count := map[outcomes.MarkKind]int{}
		for i, m := range life.Marks {
			count[m.Kind]++
			assert.NotEmpty(t, m.Text)
			if i > 0 {
				assert.LessOrEqual(t, life.Marks[i-1].On, m.On, "in its order")
			}
		}
		assert.Equal(t, outcomes.MarkKind("came"), life.Marks[0].Kind)
		assert.Contains(t, life.Marks[0].Text, "Marrow Hill Growers")
		assert.Equal(t, []int{1, 1, 1}, []int{count["came"], count["sheet"], count["planted"]})
		assert.Positive(t, count["looked"])
		assert.Positive(t, count["visited"])
		assert.GreaterOrEqual(t, life.To, line.PlantedOn.AddDate(7, 0, 0).Format(time.DateOnly))
		if line.EndedOn != nil {
			assert.Equal(t, []int{1, 1, 0}, []int{count["lost"], count["claim"], count["due"]}, "nothing is planned for a dead tree")
		} else {
			assert.Positive(t, count["due"])
			assert.Zero(t, count["lost"])
		}
		if line.Customer == "Odile Marsh" {
			for _, m := range life.Marks {
				if m.ShootMM != nil {
					assert.InDelta(t, 230, *m.ShootMM, 0.5)
				}
			}
		}
	}
}
