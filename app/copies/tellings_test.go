package copies_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/ground"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// carded is the token of a tree's take-home card, as it is printed.
func carded(t *testing.T, w *World, tag string) string {
	_, err := Did[string](w, w.Advisor, "hand-card", ByTag(tag), kernel.None{})
	require.NoError(t, err)
	address := ""
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		l, err := kernel.One[sheets.CardLink](tx, "tree_id = (SELECT id FROM trees WHERE tag = ?)", tag)
		address = l.Token
		return err
	}))
	return address
}

func told(s string, body string) func(t *testing.T, url string) int {
	return func(t *testing.T, url string) int {
		answer, err := http.Post(url+"/h/"+s+"/told", "application/json", strings.NewReader(body))
		require.NoError(t, err)
		_ = answer.Body.Close()
		return answer.StatusCode
	}
}

const answers = `{"name":"Odile Marsh","telephone":"555 0142","ground":{"purpose":"shade","stands_in_winter":true,"sun_h":5,"obstacles":[{"kind":"wall","distance_m":6}],"ribbon":{"length":"short","feel":"gritty"}}}`

// What somebody tells at home comes to the counter as said, becomes a customer's ground there, and nothing of it is left where it came in.
func TestSomebodyTellsOfTheirGroundAtHome(t *testing.T) {
	w, s := open(t)
	tag := w.TreeIn(stock.ForSale).Tag
	token := carded(t, w, tag)
	assert.Equal(t, token, carded(t, w, tag), "a second card of the tree has the same address")
	status, body, header := get(t, s.URL+"/h/"+token+"/data")
	require.Equal(t, 200, status, body)
	assert.Contains(t, body, tag)
	assert.Equal(t, "no-store", header.Get("Cache-Control"))
	assert.Empty(t, Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings)

	assert.Equal(t, 204, told(token, `{"name":"Odile","telephone":"555 0142","ground":{}}`)(t, s.URL))
	assert.Equal(t, 204, told(token, answers)(t, s.URL), "told again, the newer counts")
	list := Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings
	require.Len(t, list, 1)
	assert.Equal(t, []any{"Odile Marsh", "555 0142", tag, 5}, []any{list[0].Name, list[0].Telephone, list[0].Tag, list[0].Answers})

	_, err := Did[string](w, w.Advisor, "take-up-telling", ByID(list[0].ID), copies.TakenUp{Address: "", SpotName: "lawn"})
	Fault(t, err, "address", fault.Required)
	spot, err := Did[string](w, w.Advisor, "take-up-telling", ByID(list[0].ID), copies.TakenUp{Address: "9 Weir Cottages", SpotName: "lawn"})
	require.NoError(t, err)
	page := Saw[ground.Page](w, "see-spot", ByID(spot))
	assert.Equal(t, []any{"Odile Marsh", "555 0142", "9 Weir Cottages"}, []any{page.Customer, page.Phone, page.Address})
	assert.InDelta(t, 5, *page.Ground.SunH, 0)
	assert.True(t, *page.Ground.StandsInWinter)
	assert.InDelta(t, 6, *page.Ground.Obstacles[0].DistanceM, 0)
	assert.False(t, page.Ground.RoomLooked, "who named one thing has not looked all round")
	assert.Nil(t, page.Reading.Marked, "nobody digs for it")
	for _, k := range page.Reading.Known {
		assert.NotEqual(t, ground.How("measured"), k.How, k.What)
	}
	assert.Empty(t, Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		left, err := kernel.One[copies.Telling](tx, "id = ?", list[0].ID)
		assert.Equal(t, []any{"", "", (*copies.ToldGround)(nil)}, []any{left.Name, left.Telephone, left.Ground})
		return err
	}))
	_, err = Did[string](w, w.Advisor, "take-up-telling", ByID(list[0].ID), copies.TakenUp{Address: "9 Weir Cottages", SpotName: "lawn"})
	Refused(t, err, "telling-ended")
	assert.Equal(t, 410, told(token, answers)(t, s.URL), "somebody works with it")
	_, body, _ = get(t, s.URL+"/h/"+token+"/data")
	assert.Contains(t, body, `"taken":true`)
}

// Whatever else comes by that way changes nothing: a token of a sheet, one that ran out, fields that are not asked, a figure out of range.
func TestWhatComesByACardIsHeldAgainstItsQuestions(t *testing.T) {
	w, s := open(t)
	token := carded(t, w, w.TreeIn(stock.ForSale).Tag)
	for body, status := range map[string]int{
		`{"name":"","telephone":"1","ground":{}}`:                                       422,
		`{"name":"A","telephone":"","ground":{}}`:                                       422,
		`{"name":"A","telephone":"1","ground":{"sun_h":25}}`:                            422,
		`{"name":"A","telephone":"1","ground":{"purpose":"throne"}}`:                    422,
		`{"name":"A","telephone":"1","ground":{"obstacles":[{"kind":"dragon"}]}}`:       422,
		`{"name":"A","telephone":"1","ground":{"raise_mm":300}}`:                        400,
		`{"name":"A","telephone":"1","ground":{"sun_h":NaN}}`:                           400,
		`{"name":"` + strings.Repeat("x", 121) + `","telephone":"1","ground":{}}`:       422,
		`{"name":"A","telephone":"1","ground":{},"x":"` + strings.Repeat("y", 9) + `"}`: 400,
		strings.Repeat("z", 80<<10):                                                     400,
	} {
		assert.Equal(t, status, told(token, body)(t, s.URL), body[:min(len(body), 90)])
	}
	sheet := tokenOf(t, w, 1)
	assert.Equal(t, 404, told(sheet, answers)(t, s.URL), "a sheet's token tells nothing")
	status, _, _ := get(t, s.URL+"/c/"+token+"/data")
	assert.Equal(t, 404, status, "and a card's opens no sheet")
	assert.Empty(t, Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings)
	w.At(w.Clock().AddDate(3, 0, 0))
	assert.Equal(t, 410, told(token, answers)(t, s.URL))
}

// What nobody took up is forgotten as a customer is who only asked.
func TestATellingThatNobodyTookUpIsForgotten(t *testing.T) {
	w, s := open(t)
	one, other := carded(t, w, w.TreesOf(14)[0].Tag), ""
	for _, tree := range w.TreesOf(15) {
		if tree.State == stock.ForSale {
			other = carded(t, w, tree.Tag)
			break
		}
	}
	require.NotEmpty(t, other)
	require.Equal(t, 204, told(one, answers)(t, s.URL))
	require.Equal(t, 204, told(other, answers)(t, s.URL))
	list := Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings
	require.Len(t, list, 2)
	w.Deed(w.Advisor, "drop-telling", ByID(list[0].ID), kernel.None{})
	w.Job("tellings-sweep")
	assert.Len(t, Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings, 1)
	w.At(w.Clock().AddDate(5, 0, 0))
	w.Job("tellings-sweep")
	assert.Empty(t, Saw[copies.ToldLines](w, "list-tellings", kernel.None{}).Tellings)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM tellings WHERE name <> '' OR ground IS NOT NULL")
		assert.Zero(t, n)
		return err
	}))
}

// A guessed, a cut or a sheet's token opens no card and says nothing; who goes on trying waits, also with a good one.
func TestAGuessedCardOpensNothing(t *testing.T) {
	w, s := open(t)
	token := carded(t, w, w.TreeIn(stock.ForSale).Tag)
	for _, wrong := range []string{strings.Repeat("A", len(token)), token[:len(token)-1], token + "A", "..%2f..", "%27%20OR%201=1", tokenOf(t, w, 1)} {
		status, body, _ := get(t, s.URL+"/h/"+wrong+"/data")
		assert.Equal(t, 404, status, wrong)
		assert.NotContains(t, body, "Quince")
		assert.Equal(t, 404, told(wrong, answers)(t, s.URL), wrong)
	}
	status, _, _ := get(t, s.URL+"/h/"+token+"/data")
	assert.Equal(t, 200, status)
	waits := 0
	for range 60 {
		if status, _, _ := get(t, s.URL+"/h/"+strings.Repeat("B", 26)+"/data"); status == 429 {
			waits++
		}
	}
	assert.Greater(t, waits, 30)
	status, _, header := get(t, s.URL+"/h/"+token+"/data")
	assert.Equal(t, 429, status)
	assert.NotEmpty(t, header.Get("Retry-After"))
}
