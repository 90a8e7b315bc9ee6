package sheets_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	housed "sedum/app/rules"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/kernel"
)

func try(w *World, key rules.Key, value string) sheets.Tried {
	out, err := Did[sheets.Tried](w, w.Who("wren"), "try-rule", kernel.None{}, sheets.TryRule{Key: string(key), Value: value})
	require.NoError(w.T, err)
	return out
}

func readRules(w *World, f housed.File) []housed.Difference {
	out, err := Did[housed.ReadFile](w, w.Who("wren"), "read-rules", kernel.None{}, f)
	require.NoError(w.T, err)
	return out.Differences
}

// Whoever thinks of changing a rule is told what it would mean today, before it is done: which trees would be judged otherwise, which
// sheets would come out otherwise and in which figure. Nothing is changed by asking, and what is issued does not move by the change either.
func TestAChangeIsTriedBeforeItIsMade(t *testing.T) {
	w := Open(t)
	number, err := issue(w, w.Advisor, ask(w, "Petra Averill"))
	require.NoError(t, err)

	wider := try(w, rules.MulchGap, "150")
	assert.Equal(t, "Mulch keeps 100 mm away from the trunk", wider.Is)
	assert.Equal(t, "Mulch keeps 150 mm away from the trunk", wider.Would)
	assert.Empty(t, wider.Trees, "no verdict hangs on mulch")
	require.NotEmpty(t, wider.Sheets)
	mine := wider.Sheets[len(wider.Sheets)-1]
	assert.Equal(t, number, mine.Number)
	assert.Equal(t, "Petra Averill", mine.Customer)
	require.Len(t, mine.Figures, 1)
	assert.Regexp(t, `^mulch: [\d.]+ L, then [\d.]+ L$`, mine.Figures[0])
	assert.Positive(t, wider.Looked)

	// A rule of the bench: with more of a pot to be filled by roots, trees that are sold as they are would be supported at planting first.
	stricter := try(w, rules.RootsFillSupport, "90")
	require.NotEmpty(t, stricter.Trees)
	assert.Greater(t, stricter.Looked, len(stricter.Trees), "others are filled well, or judged by something else")
	for _, tree := range stricter.Trees {
		assert.Equal(t, "Sell", tree.Is, tree.Tag)
		assert.Equal(t, "Fix, then sell", tree.Would, tree.Tag)
	}
	assert.Empty(t, stricter.Sheets, "what is issued is planted by what was found")

	// The same as it is: nothing.
	same := try(w, rules.MulchGap, "100")
	assert.Empty(t, same.Sheets)
	for _, bad := range []sheets.TryRule{{Key: "mulch.gap_mm", Value: "9000"}, {Key: "x.y", Value: "1"}, {Key: "school:flare", Value: "sideways"}} {
		var l fault.List
		assert.ErrorAs(t, w.Err(w.Manager, "try-rule", kernel.None{}, bad), &l)
	}

	before := sheet(w, number).Content
	w.Deed(w.Manager, "change-rule", kernel.None{}, housed.NewChange{Key: "mulch.gap_mm", Value: "150", Reason: "wet years"})
	assert.Equal(t, before, sheet(w, number).Content, "an issued sheet does not move")
	assert.Empty(t, try(w, rules.MulchGap, "150").Sheets, "it is in force: nothing is left to change")
}

// Every change is kept with its sentence before and after, who, when and why, and can be put back; a file carries a house to its branch.
func TestRulesAreKeptPutBackAndShared(t *testing.T) {
	w := Open(t)
	change := func(key, value, reason string) {
		w.Deed(w.Who("wren"), "change-rule", kernel.None{}, housed.NewChange{Key: key, Value: value, Reason: reason})
	}
	change("mulch.gap_mm", "150", "wet years")
	change("school:flare", "proud", "clay everywhere")
	list := Saw[housed.History](w, "rule-changes", kernel.None{}).Changes
	require.Len(t, list, 2)
	assert.Equal(t, housed.Changed{Seq: 2, Key: "school:flare", Was: list[0].Was, WasTo: "slight", Is: list[0].Is, Reason: "clay everywhere", By: "Wren Halloway", At: list[0].At}, list[0])
	assert.Equal(t, "Mulch keeps 100 mm away from the trunk", list[1].Was)
	assert.Equal(t, "100", list[1].WasTo)

	kept := w.Who("wren").House.Whole()
	change("mulch.gap_mm", list[1].WasTo, "back again")
	change("school:flare", list[0].WasTo, "back again")
	assert.Equal(t, rules.House{}.Whole(), w.Who("wren").House.Whole(), "put back")

	// The other branch takes the file over: only what differs, with one reason; it reads before what it would do.
	f := housed.File{Format: "sedum-house-rules-1", Values: kept.Values, Schools: kept.Schools}
	text, err := json.Marshal(f)
	require.NoError(t, err)
	var back housed.File
	require.NoError(t, json.Unmarshal(text, &back))
	read := readRules(w, back)
	require.Len(t, read, 2)
	assert.Equal(t, "Mulch keeps 150 mm away from the trunk", read[0].Would)
	require.NoError(t, w.Err(w.Who("wren"), "take-in-rules", kernel.None{}, housed.TakenIn{File: back, Reason: "as at the main yard"}))
	assert.Equal(t, kept, w.Who("wren").House.Whole())
	assert.Empty(t, readRules(w, back))

	// Nothing of a file with a fault is taken in, and the fault names the rule.
	for at, bad := range map[string]housed.File{
		"values.mulch.gap_mm": {Format: "sedum-house-rules-1", Values: map[rules.Key]float64{"mulch.gap_mm": 9000, "plan.feather_raise_mm": 60}},
		"values.x.y":          {Format: "sedum-house-rules-1", Values: map[rules.Key]float64{"x.y": 1}},
		"schools.flare":       {Format: "sedum-house-rules-1", Schools: map[rules.Step]string{"flare": "sideways"}},
		"format":              {Format: "something else"},
	} {
		var l fault.List
		require.ErrorAs(t, w.Err(w.Who("wren"), "take-in-rules", kernel.None{}, housed.TakenIn{File: bad, Reason: "r"}), &l, at)
		assert.Equal(t, at, l[0].Field)
		assert.Equal(t, kept, w.Who("wren").House.Whole())
	}
}
