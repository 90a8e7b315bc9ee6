package search_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/planted"
	"sedum/app/search"
	"sedum/demo"
	"sedum/kernel"
)

func found(w *World, who kernel.Who, text string) map[search.Kind][]search.Hit {
	w.T.Helper()
	out, err := Did[search.Found](w, who, "search", search.Ask{Text: text}, nil)
	require.NoError(w.T, err)
	of := map[search.Kind][]search.Hit{}
	for _, h := range out.Hits {
		of[h.Kind] = append(of[h.Kind], h)
	}
	return of
}

// A few letters find a person's ground, sheets, trees and claims; a tag its tree; a number its lot and its sheet; nobody in the yard finds a customer.
func TestAFewLettersFindAnything(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	var line planted.Line
	for _, each := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if each.Customer == "Idris Vane" {
			line = each
		}
	}
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: Ten.Format("2006-01-02"), Said: "it dies"})
	of := found(w, w.Advisor, "idris")
	assert.Equal(t, line.ID, of["planted"][0].Ref)
	assert.Len(t, of["sheet"], 1)
	assert.Contains(t, of["spot"][0].Title, "Idris Vane")
	assert.Equal(t, "1", of["claim"][0].Ref)
	assert.NotEmpty(t, found(w, w.Advisor, "mill row")["spot"], "by the address")
	byTag := found(w, w.Advisor, line.Tag[:4])
	assert.Equal(t, line.Tag, byTag["tree"][0].Ref)
	assert.Equal(t, line.ID, byTag["planted"][0].Ref)
	assert.NotEmpty(t, found(w, w.Advisor, "hornb")["kind"])
	assert.NotEmpty(t, found(w, w.Advisor, "marrow")["grower"])
	assert.Equal(t, "15", found(w, w.Advisor, "#15")["lot"][0].Ref)
	assert.Equal(t, "2", found(w, w.Advisor, "2")["sheet"][0].Ref, "one figure is enough")
	assert.LessOrEqual(t, len(found(w, w.Advisor, "an")["spot"]), 4)
	assert.Empty(t, found(w, w.Advisor, "%%"), "a letter of a search has no sense of its own")
	assert.Empty(t, found(w, w.Advisor, "x"))
	hand := found(w, w.Hand, "idris")
	assert.Empty(t, hand, "the yard finds no customer")
	assert.NotEmpty(t, found(w, w.Hand, "hornb")["kind"])
}
