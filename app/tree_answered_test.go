package app_test

import (
	"fmt"
	"sedum/app/apptest"
	"sedum/core/stock"
	"testing"

	"github.com/stretchr/testify/require"
)

// What is done with a tree, its lot and its grower, each asked over the one connection.
func TestTheDeedsOnATreeAndItsLotAnswer(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	ok := func(method, path string, body any, into any) {
		t.Helper()
		status, text := p.send(method, path, body)
		require.Less(t, status, 300, "%s %s: %s", method, path, text)
		if into != nil {
			require.NoError(t, unmarshal(text, into), text)
		}
	}
	type work struct {
		Version int
		Checks  []struct {
			Assessment struct{ Work []struct{ Key string } }
		}
	}
	of := func(tag string) (out work) {
		p.get("/api/v1/trees/"+tag, &out)
		return out
	}
	ok("POST", "/api/v1/bench/assess", assess(emptyLook), nil)
	shaved := p.tagIn("in-work")
	tree := of(shaved)
	ok("POST", "/api/v1/trees/"+shaved+"/corrections", map[string]any{"work_key": tree.Checks[0].Assessment.Work[0].Key, "done": true}, nil)

	sold := p.tagIn("for-sale")
	ok("POST", "/api/v1/trees/"+sold+"/moves", map[string]any{"version": of(sold).Version, "to": "sold", "note": ""}, nil)

	var note struct{ ID string }
	status, text := p.send("POST", "/api/v1/notes?name=note.csv", "kind;form;count\nHornbeam;ball;3\n", "Content-Type", "application/octet-stream")
	require.Less(t, status, 300, text)
	require.NoError(t, unmarshal(text, &note))
	ok("PUT", "/api/v1/notes/"+note.ID+"/how", map[string]any{"columns": map[string]int{"kind": 0, "form": 1, "count": 2}}, nil)
	ok("GET", "/api/v1/notes/"+note.ID, nil, nil)

	bundled := apptest.LotOf("Hornbeam", stock.BareRoot, 10)
	bundled.Bundle, bundled.Size = 5, "whip"
	var came struct{ Lots []struct{ Number int } }
	ok("POST", "/api/v1/deliveries", map[string]any{"grower": "Marrow Hill Growers", "lifted_at": "", "arrived_at": "", "packing": "", "place": "", "note": "", "lots": []any{bundled}}, &came)
	var bundles struct {
		Trees []struct {
			Tag     string
			Version int
		}
	}
	p.get(fmt.Sprintf("/api/v1/trees?lot=%d&limit=1", came.Lots[0].Number), &bundles)
	ok("POST", "/api/v1/trees/"+bundles.Trees[0].Tag+"/split", map[string]any{"count": 2}, nil)

	var lot struct{ Version int }
	p.get("/api/v1/lots/14", &lot)
	ok("POST", "/api/v1/lots/14/decisions", map[string]any{"version": lot.Version, "decision": "refused", "note": "no flare"}, nil)
	p.get("/api/v1/lots/14", &lot)
	said := map[string]any{"version": lot.Version, "asked": "credit", "message": "", "language": "en-US", "units": "metric"}
	ok("POST", "/api/v1/lots/14/grower-note/draft", said, nil)
	var sent struct{ Number, Version int }
	ok("POST", "/api/v1/lots/14/grower-note", said, &sent)
	ok("PUT", fmt.Sprintf("/api/v1/grower-notes/%d/answer", sent.Number), map[string]any{"version": sent.Version, "answer": "agreed", "note": ""}, nil)
}

const emptyLook = `{"above":{},"probes":[],"roots":[]}`
