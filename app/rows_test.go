package app_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A drawn tree is told by its row and number, on the lot's page and at the tree itself.
func TestADrawnTreeIsToldByRowAndNumber(t *testing.T) {
	p := open(t).as(t, "ilsa")
	status, body := p.send("PUT", "/api/v1/lots/15/rows", map[string]any{"per_row": 4})
	require.Equal(t, 200, status, body)
	status, body = p.send("POST", "/api/v1/lots/15/sample", map[string]any{"looks": 1})
	require.Equal(t, 200, status, body)
	var lot struct {
		PerRow int `json:"per_row"`
		Sample struct {
			Drawn []struct {
				Tag    string
				Number int
				Row    int
				InRow  int `json:"in_row"`
			}
		}
	}
	p.get("/api/v1/lots/15", &lot)
	assert.Equal(t, 4, lot.PerRow)
	require.NotEmpty(t, lot.Sample.Drawn)
	for _, d := range lot.Sample.Drawn {
		assert.Equal(t, d.Number, (d.Row-1)*4+d.InRow, d.Tag)
		assert.LessOrEqual(t, d.InRow, 4)
	}
	first := lot.Sample.Drawn[0]
	var tree struct {
		Row   int
		InRow int `json:"in_row"`
	}
	p.get("/api/v1/trees/"+first.Tag, &tree)
	assert.Equal(t, [2]int{first.Row, first.InRow}, [2]int{tree.Row, tree.InRow})

	status, problem := p.problem("PUT", "/api/v1/lots/15/rows", map[string]any{"per_row": -1})
	assert.Equal(t, 422, status)
	assert.Equal(t, "per_row", problem.Errors[0].Field)
	status, problem = p.problem("PUT", "/api/v1/lots/15/rows", map[string]any{"per_row": 2.5})
	assert.Equal(t, 422, status)
	assert.Equal(t, "per_row", problem.Errors[0].Field)
}
