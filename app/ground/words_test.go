package ground_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/kernel"
)

// Somebody is found by the beginnings of the words of their name, their address and their spot, in any order, whatever the case and the accents; an
// address by nobody in the yard.
func TestPeopleAreFoundByTheBeginningsOfTheirWords(t *testing.T) {
	w := Open(t)
	id := func(name, address, spot string) string {
		got, err := Did[string](w, w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: name, Address: address, SpotName: spot, LatDeg: Ptr(51.0)})
		require.NoError(t, err)
		return got
	}
	zoe, oshea := id("Zoë Ångström-Pérez", "14 Élan Row, Süd-Wharf", "front bed"), id("Bríd O'Shea", "2b Zoll Lane", "под окном")
	found := func(who kernel.Who, text string) (ids []string) {
		require.NoError(t, w.Do(t.Context(), who, func(tx *kernel.Tx) (err error) {
			ids, err = ground.Named(tx, text, 10)
			return err
		}))
		return ids
	}
	for text, want := range map[string][]string{
		"zoe": {zoe}, "ZO": {oshea, zoe}, "angst": {zoe}, "perez zoë": {zoe}, "elan": {zoe}, "wharf": {zoe}, "sud": {zoe}, "14 elan": {zoe}, "o'shea": {oshea}, "shea": {oshea}, "zoll 2b": {oshea},
		"под": {oshea}, "ОКНОМ": {oshea}, "zoe shea": {}, "hea": {}, "%": {}, "_oe": {}, "'": {}, "": {}, "zoe zoe": {zoe}, "front zoe": {zoe},
	} {
		assert.ElementsMatch(t, want, found(w.Advisor, text), text)
	}
	assert.Empty(t, found(w.Hand, "elan"), "the yard finds no address")
	assert.Equal(t, []string{zoe}, found(w.Hand, "angstrom"))
	w.Deed(w.Advisor, "amend-customer", ByID(zoe), ground.Person{Name: "Zoë Quill", Address: "9 Marsh Row", Reason: "married"})
	assert.Empty(t, found(w.Advisor, "angst"), "by the old name no more")
	assert.Empty(t, found(w.Advisor, "elan"))
	assert.Equal(t, []string{zoe}, found(w.Advisor, "quill marsh"))
}

// Of a name that hundreds share, a second word finds the one that is meant, the shorter of the two as well.
func TestTheRarestWordLeads(t *testing.T) {
	w := Open(t)
	add := func(name string) (id string) {
		id, err := Did[string](w, w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: name, Address: "Long Lane", SpotName: "bed", LatDeg: Ptr(51.0)})
		require.NoError(t, err)
		return id
	}
	meant := []string{}
	for range 30 {
		meant = append(meant, add("Vi Householder"))
	}
	for range 450 {
		add("Oz Householder")
	}
	require.NoError(t, w.Do(t.Context(), w.Advisor, func(tx *kernel.Tx) error {
		for _, text := range []string{"householder vi", "vi long", "vi"} {
			ids, err := ground.Named(tx, text, 50)
			require.NoError(t, err)
			assert.ElementsMatch(t, meant, ids, text)
		}
		return nil
	}))
}

// Migration 80 takes the words of what stands there apart as a deed does.
func TestTheWordsOfOldRowsAreThoseOfNewOnes(t *testing.T) {
	w := Open(t)
	for _, name := range []string{"Zoë Ångström-Pérez", "O'Shea  &  Sons", "  ", "№5 «Дача»", `a "quoted" \ name`, "x"} {
		_ = w.Err(w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: name, Address: name + " row", SpotName: name + " bed", LatDeg: Ptr(51.0)})
	}
	type word struct{ Of, ID, Word string }
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		const all = "SELECT * FROM ground_words ORDER BY of, id, word"
		deeds, err := kernel.Rows[word](tx, all)
		require.NoError(t, err)
		require.Greater(t, len(deeds), 60)
		_, err = kernel.Exec(tx, "DELETE FROM ground_words")
		require.NoError(t, err)
		for _, statement := range ground.OldWords() {
			_, err := kernel.Exec(tx, statement)
			require.NoError(t, err)
		}
		migrated, err := kernel.Rows[word](tx, all)
		assert.Equal(t, deeds, migrated)
		return err
	}))
}
