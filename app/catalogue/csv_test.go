package catalogue_test

import (
	"encoding/json"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/app/mending"
	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/kind"
	"sedum/core/set"
	"sedum/kernel"
	"sedum/notefile"
	"sedum/paper"
)

// What does not fit in a table of kinds is named by row and column; an empty cell is unknown.
func TestATableOfKindsIsReadStrictly(t *testing.T) {
	kinds, err := catalogue.ReadCSV(strings.NewReader("\ufeffcommon,botanical,habit,ph,drought,uses,flags\nSourwood, Oxydendrum arboreum ,single,4 4.5 6 6.5,1,flower shade,autumn_hazard\nX,Y,multi,,,,\n"), "list.csv")
	require.NoError(t, err)
	require.Len(t, kinds, 2)
	assert.Equal(t, "Oxydendrum arboreum", kinds[0].Botanical)
	assert.Equal(t, [4]float64{4, 4.5, 6, 6.5}, *kinds[0].Facts.PH)
	assert.Equal(t, 1, *kinds[0].Facts.Drought)
	assert.True(t, kinds[0].Facts.AutumnHazard)
	assert.Equal(t, "list.csv", kinds[0].Facts.Source)
	assert.Nil(t, kinds[1].Facts.PH)
	assert.Nil(t, kinds[1].Facts.Drought)
	assert.Nil(t, kinds[1].Facts.ColdC)
	for text, want := range map[string]string{
		"":                                    "headings required",
		"common,colour\nx,red\n":              "colour unknown_field",
		"common,botanical,habit\nx,,single\n": "row 2.botanical required",
		"common,botanical,habit\nx,y,bush\n":  "row 2.habit not_a_choice",
		"common,botanical,habit,ph\nx,y,single,7\n":             "row 2.ph wrong_type",
		"common,botanical,habit,ph\nx,y,single,7 6 5 4\n":       "row 2.ph not_rising",
		"common,botanical,habit,cold_c\nx,y,single,NaN\n":       "row 2.cold_c wrong_type",
		"common,botanical,habit,drought\nx,y,single,1.5\n":      "row 2.drought not_a_choice",
		"common,botanical,habit,soil\nx,y,single,good bears\n":  "row 2.soil not_a_choice",
		"common,botanical,habit,flags\nx,y,single,big\n":        "row 2.flags not_a_choice",
		"common,botanical,habit\nx,y\n":                         "row 2 wrong_type",
		"common,botanical,habit,fruiting\nx,y,single,perhaps\n": "row 2.fruiting not_a_choice",
	} {
		_, err := catalogue.ReadCSV(strings.NewReader(text), "")
		var l fault.List
		require.ErrorAs(t, err, &l, text)
		assert.Equal(t, want, l[0].Field+" "+string(l[0].Code), text)
	}
}

// The kinds that ship are taken once; what a house has of its own is left as it is.
func TestTheStarterIsTakenOnce(t *testing.T) {
	w := Open(t)
	taken, err := Did[catalogue.Taken](w, w.Manager, "take-starter-kinds", kernel.None{}, kernel.None{})
	require.NoError(t, err)
	assert.Zero(t, taken.Added)
	assert.GreaterOrEqual(t, len(taken.There), 250)
}

// What ships is a catalogue for a counter: kinds enough of every climate, no name twice, nothing that contradicts itself, and the cautions
// that the genus asks for. What only one table says is not known to be true by it: the second table is of genera, written apart.
func TestTheStarterHoldsTogether(t *testing.T) {
	kinds, err := catalogue.Starter("")
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(kinds), 250)
	names, uses, cold := map[string]bool{}, map[string]int{}, map[string]int{}
	for _, k := range kinds {
		for _, name := range []string{k.Common, k.Botanical} {
			assert.False(t, names[strings.ToLower(name)], "%s stands twice", name)
			names[strings.ToLower(name)] = true
		}
		assert.Empty(t, kind.OddOf(k.Habit, k.Facts), "%s", k.Common)
		assert.Empty(t, kind.Careless(k.Facts, kind.Genus(k.Botanical)), "%s", k.Botanical)
		assert.NotEmpty(t, k.Facts.Uses, "%s", k.Common)
		assert.Contains(t, k.Facts.Source, "general knowledge", "%s", k.Common)
		for _, use := range k.Facts.Uses {
			uses[string(use)]++
		}
		switch c := *k.Facts.ColdC; {
		case c <= -20:
			cold["cool"]++
		case c <= -8:
			cold["mediterranean"]++
		default:
			cold["warm"]++
		}
	}
	for use, n := range uses {
		assert.Greater(t, n, 20, use)
	}
	assert.Greater(t, cold["mediterranean"], 25)
	assert.Greater(t, cold["warm"], 15)
	for _, asked := range []string{"oak", "birch", "apple", "cherry", "pear", "plum", "elm", "dogwood", "lilac"} {
		found := false
		for name := range names {
			found = found || strings.Contains(name, asked)
		}
		assert.True(t, found, "a counter is asked for %s", asked)
	}
}

// By another name of theirs kinds are found, unless a kind has that name for its own.
func TestKindsAreFoundByTheirOtherNames(t *testing.T) {
	w := Open(t)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		names, err := catalogue.ByName(tx)
		require.NoError(t, err)
		for typed, want := range map[string]string{"Pedunculate Oak": "English oak", "quercus robur": "English oak", "gean": "Wild cherry", "Sweet bay": "Sweet bay", "bay laurel": "Bay laurel"} {
			k, ok := names.Find(typed)
			assert.True(t, ok, typed)
			assert.Equal(t, want, k.Common, typed)
		}
		return nil
	}))
}

// The whole catalogue goes out as a table and comes in again as it was, whatever sign stands between the cells; what is there is left as it is.
func TestTheCatalogueGoesOutAndComesIn(t *testing.T) {
	kinds, err := catalogue.Starter("")
	require.NoError(t, err)
	for _, d := range set.All[arrival.Delimiter]() {
		file, err := paper.TableCSV(catalogue.TableOf(kinds), d)
		require.NoError(t, err)
		text, found, err := notefile.Lines(file)
		require.NoError(t, err)
		assert.Equal(t, d, found)
		if d != arrival.Comma {
			continue
		}
		again, err := catalogue.ReadCSV(strings.NewReader(text), "")
		require.NoError(t, err)
		require.Len(t, again, len(kinds))
		for i := range kinds {
			again[i].ID = kinds[i].ID
			assert.Equal(t, kinds[i], again[i], kinds[i].Common)
		}
	}
	w := Open(t)
	file, err := paper.TableCSV([][]string{{"common", "botanical", "habit", "cold_c"}, {"Hornbeam", "Carpinus betulus", "single", "-29"}, {"Sky pine", "Pinus caelestis", "single", "-41"}}, arrival.Semicolon)
	require.NoError(t, err)
	taken, err := Did[catalogue.Taken](w, w.Manager, "bring-kinds", catalogue.TableFile{Name: "ours.csv"}, file)
	require.NoError(t, err)
	assert.Equal(t, catalogue.Taken{Added: 1, There: []string{"Hornbeam"}}, taken)
	var l fault.List
	require.ErrorAs(t, w.Err(w.Manager, "bring-kinds", catalogue.TableFile{}, []byte("common,botanical,habit\nX,Y,bush\n")), &l)
	assert.Equal(t, "row 2.habit", l[0].Field)
	require.ErrorAs(t, w.Err(w.Manager, "bring-kinds", catalogue.TableFile{}, []byte("common,botanical,habit\nX,Y,single,7\n")), &l)
	assert.Equal(t, "row 2", l[0].Field)
}

// As a workbook the catalogue goes out and comes in as it was, with where each value comes from; what is no workbook is refused with a reason.
func TestTheCatalogueGoesOutAsAWorkbook(t *testing.T) {
	kinds, err := catalogue.Starter("")
	require.NoError(t, err)
	kinds[3].Facts.PollinationGroup = Ptr(4)
	kinds[3].Facts.Origin = kind.Grower
	kinds[3].Facts.Sources = map[string]kind.Sourced{"cold_c": {Origin: kind.House, Says: "our own winter, 2021"}, "ph": {Origin: kind.Grower, Says: "Marl Hill"}}
	file, err := paper.TableBook(catalogue.TableOf(kinds))
	require.NoError(t, err)
	rows, err := notefile.Rows(file)
	require.NoError(t, err)
	again, err := catalogue.ReadRows(rows, "")
	require.NoError(t, err)
	require.Len(t, again, len(kinds))
	for i := range kinds {
		again[i].ID = kinds[i].ID
		assert.Equal(t, kinds[i], again[i], kinds[i].Common)
	}
	w := Open(t)
	file, err = paper.TableBook([][]string{{"common", "botanical", "habit"}, {"Sky pine", "Pinus caelestis", "single"}, {"=1+1", "Pinus formularis", "single"}})
	require.NoError(t, err)
	taken, err := Did[catalogue.Taken](w, w.Manager, "bring-kinds", catalogue.TableFile{Name: "ours.xlsx"}, file)
	require.NoError(t, err)
	assert.Equal(t, 2, taken.Added)
	var said kernel.Said
	require.ErrorAs(t, w.Err(w.Manager, "bring-kinds", catalogue.TableFile{}, file[:200]), &said)
	assert.Equal(t, "table-zip", said.Code)
}

// A manager corrects one figure of a kind: it says whose it is, the others stay what they were, and the record says what stood there.
func TestACorrectedFigureSaysWhoseItIs(t *testing.T) {
	w := Open(t)
	var id string
	for _, k := range Saw[catalogue.All](w, "list-kinds", kernel.None{}).Kinds {
		if k.Common == "Apple" {
			id = k.ID
		}
	}
	apple := Saw[catalogue.Whole](w, "see-kind", ByID(id))
	assert.Equal(t, kind.General, apple.Base.Origin)
	c := asItStands(t, apple)
	c.ColdC, c.Origin, c.Source = Ptr(-30.0), kind.House, "our own winter of 2021"
	c.Rootstocks = append(c.Rootstocks, fit.Rootstock{Name: "Own root", SizePct: 110})
	w.Deed(w.Manager, "complete-kind", ByID(id), c)
	now := Saw[catalogue.Whole](w, "see-kind", ByID(id))
	assert.Equal(t, []string{"cold_c", "rootstocks"}, slices.Sorted(maps.Keys(now.Facts.Sources)))
	assert.Equal(t, apple.Base, now.Base)
	assert.Equal(t, apple.Facts.PH, now.Facts.PH)
	record := Saw[mending.Record](w, "see-mendings", mending.Ask{What: mending.Kind, ID: id})
	assert.Equal(t, "-34", record.Mendings[0].Was["cold_c"])
	assert.NotContains(t, record.Mendings[0].Was, "ph")

	c = asItStands(t, now)
	c.Origin, c.Source = kind.House, "the same"
	c.Rootstocks = append(c.Rootstocks, fit.Rootstock{Name: "own ROOT", SizePct: 90}, fit.Rootstock{Name: " ", SizePct: 90})
	var l fault.List
	require.ErrorAs(t, w.Err(w.Manager, "complete-kind", ByID(id), c), &l)
	assert.Equal(t, []string{"rootstocks.6.name", "rootstocks.7.name"}, fields(l))
	c.Rootstocks, c.Origin = nil, ""
	require.ErrorAs(t, w.Err(w.Manager, "complete-kind", ByID(id), c), &l)
	assert.Equal(t, []string{"origin"}, fields(l))
}

// asItStands is what a page sends of a kind that nobody changed.
func asItStands(t *testing.T, k catalogue.Whole) catalogue.Completed {
	text, err := json.Marshal(k.Facts)
	require.NoError(t, err)
	c := catalogue.Completed{}
	require.NoError(t, json.Unmarshal(text, &c))
	c.Version, c.Common, c.Botanical, c.Habit = k.Version, k.Common, k.Botanical, k.Habit
	c.Coarse, c.Medium, c.Fine = k.Facts.SoilBearings["coarse"], k.Facts.SoilBearings["medium"], k.Facts.SoilBearings["fine"]
	return c
}

func fields(l fault.List) []string {
	out := []string{}
	for _, f := range l {
		out = append(out, f.Field)
	}
	return out
}

// A kind on a rootstock is as large as the stock makes it, and bears no soil better than the stock does.
func TestAKindOnARootstock(t *testing.T) {
	kinds, err := catalogue.Starter("")
	require.NoError(t, err)
	for _, k := range kinds {
		if k.Botanical != "Malus domestica" {
			continue
		}
		on, stock := k.On("m.9")
		require.NotNil(t, stock)
		assert.InDelta(t, *k.Facts.HeightMaxM*0.35, *on.Facts.HeightMaxM, 1e-9)
		assert.EqualValues(t, "dislikes", on.Facts.SoilBearings["coarse"])
		same, stock := k.On("")
		assert.Nil(t, stock)
		assert.Equal(t, k, same)
		return
	}
	require.Fail(t, "the catalogue has no apple")
}
