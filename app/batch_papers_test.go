package app_test

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"testing"
	"time"

	"github.com/pdfcpu/pdfcpu/pkg/api"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// The papers of a batch come behind each other to be printed, and as files: byte for byte those that were handed over.
func TestThePapersOfABatch(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	spot := p.spotOf(h, "Petra Averill")
	var trees []yard.Tree
	require.NoError(t, h.kernel.Look(context.Background(), kernel.Who{}, func(tx *kernel.Tx) (err error) {
		trees, err = kernel.Many[yard.Tree](tx, "tag LIMIT 3", "state = ?", stock.ForSale)
		return err
	}))
	list := []any{}
	for _, tree := range trees {
		list = append(list, map[string]any{"tag": tree.Tag, "spot_id": spot, "planting_on": time.Now().UTC().AddDate(0, 0, 1).Format(time.DateOnly), "high_c": 6, "ground": "workable", "buds": "dormant",
			"stands_alone": true, "schools": map[string]any{}, "tree_version": tree.Version, "signed_reason": "as the customer wishes", "units": "metric", "language": "en-US"})
	}
	status, said := p.send("POST", "/api/v1/spots/"+spot+"/sheets", map[string]any{"sheets": list})
	require.Less(t, status, 300, said)
	var batch sheets.BatchPage
	require.NoError(t, json.Unmarshal([]byte(said), &batch))
	assert.Equal(t, 3, batch.Waiting)
	status, said = p.send("GET", "/api/v1/batches/"+batch.ID+"/sheets.pdf?paper=a4", nil)
	assert.Equal(t, http.StatusConflict, status, "nothing is out: %s", said)
	for _, deed := range []string{"stopped", "resumed"} {
		status, said = p.send("POST", "/api/v1/batches/"+batch.ID+"/"+deed, map[string]any{})
		require.Less(t, status, 300, said)
	}
	for _, j := range h.kernel.Jobs() {
		if j.ID == "sheet-batches" {
			_, err := h.kernel.Run(context.Background(), j)
			require.NoError(t, err)
		}
	}
	p.get("/api/v1/batches/"+batch.ID, &batch)
	require.Equal(t, 3, batch.Issued, "%+v", batch.Items)
	var lines sheets.BatchLines
	p.get("/api/v1/batches", &lines)
	assert.Equal(t, batch.BatchLine, lines.Batches[0])

	handed := func(number int, size string) []byte {
		status, pdf := p.send("GET", fmt.Sprintf("/api/v1/sheets/%d/handed-over.pdf?paper=%s", number, size), nil)
		require.Equal(t, http.StatusOK, status)
		return []byte(pdf)
	}
	_, joined := p.send("GET", "/api/v1/batches/"+batch.ID+"/sheets.pdf?paper=a4", nil)
	_, archive := p.send("GET", "/api/v1/batches/"+batch.ID+"/sheets.zip?paper=letter", nil)
	files, err := zip.NewReader(bytes.NewReader([]byte(archive)), int64(len(archive)))
	require.NoError(t, err)
	require.Len(t, files.File, 3)
	pages := 0
	for i, item := range batch.Items {
		count, err := api.PageCount(bytes.NewReader(handed(item.Number, "a4")), nil)
		require.NoError(t, err)
		pages += count
		file, err := files.File[i].Open()
		require.NoError(t, err)
		content, err := io.ReadAll(file)
		require.NoError(t, err)
		assert.Equal(t, handed(item.Number, "letter"), content)
	}
	count, err := api.PageCount(bytes.NewReader([]byte(joined)), nil)
	require.NoError(t, err)
	assert.Equal(t, pages, count)
	status, said = p.send("POST", "/api/v1/plans", map[string]any{"plans": []any{map[string]any{"tag": trees[0].Tag, "spot_id": spot, "planting_on": "soon", "schools": map[string]any{}}}})
	require.Less(t, status, 300, said)
	assert.Contains(t, said, "This must be a date")
}
