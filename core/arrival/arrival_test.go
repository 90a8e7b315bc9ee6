package arrival_test

import (
	"errors"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/stock"
)

func read(t *testing.T, text string) (arrival.Note, map[arrival.Column]int) {
	t.Helper()
	n, err := arrival.Read([]byte(text))
	require.NoError(t, err)
	return n, arrival.Guess(n.Headings)
}

func TestANoteIsReadAsGrowersWriteIt(t *testing.T) {
	n, columns := read(t, "\xEF\xBB\xBFPlant;Type;Pot size;Qty;Price\nHornbeam;pot;12,5 L;40;19,90\n\n Field maple ;bare root;;300;\n")
	require.Len(t, n.Rows, 2)
	assert.Equal(t, []int{2, 4}, n.Lines)
	row, faults := n.ReadRow(0, columns)
	require.Empty(t, faults)
	assert.Equal(t, "Hornbeam", row.Kind)
	assert.Equal(t, stock.Container, row.Form)
	assert.InDelta(t, 12.5, row.PotL, 0)
	assert.Equal(t, 40, row.Count)
	assert.Equal(t, 1990, row.PriceCents)
	width, height := row.BallDiameterMM, row.BallHeightMM
	assert.InDelta(t, 12.5, 3.14159265/4*width*width*height*0.9/1e6, 0.2, "the usual pot holds what it says")
	row, faults = n.ReadRow(1, columns)
	require.Empty(t, faults)
	assert.Equal(t, "Field maple", row.Kind)
	assert.Equal(t, stock.BareRoot, row.Form)
	assert.EqualValues(t, "whip", row.Size)
}

func TestAFileThatIsNoNoteIsToldWhy(t *testing.T) {
	for name, c := range map[string]struct {
		file string
		code string
	}{
		"a workbook": {"PK\x03\x04....", "zip"}, "UTF-16": {"\xFF\xFEk\x00", "encoding"}, "another encoding": {"kind,form,count\nH\xE4ssel,pot,3\n", "encoding"},
		"nothing": {"", "empty"}, "headings only": {"kind,form,count\n", "empty"}, "an open quote": {"kind,form\n\"Horn,pot\n", "quotes"},
		"too many rows": {"kind\n" + strings.Repeat("x\n", arrival.MostRows+1), "rows"},
	} {
		_, err := arrival.Read([]byte(c.file))
		var u arrival.Unreadable
		require.True(t, errors.As(err, &u), name)
		assert.Equal(t, c.code, u.Code, name)
	}
}

func TestEveryFaultOfARowNamesItsColumn(t *testing.T) {
	n, columns := read(t, strings.Join([]string{
		"kind,form,pot_l,count,caliper_mm,size",
		"Hornbeam,pot,25,0,,", "Hornbeam,pot,25,1000000,,", "Hornbeam,pot,25,many,,", "Hornbeam,pot,25,2.5,,", "Hornbeam,pot,,5,,",
		"Hornbeam,tub,25,5,,", ",pot,25,5,,", "=HYPERLINK(1),pot,25,5,,", "Hornbeam,pot,25,5,0,", "Hornbeam,bare root,,5,,huge", "Hornbeam,pot,25",
	}, "\n"))
	for i, want := range []fault.Fault{
		{Field: "count", Code: fault.AtLeast}, {Field: "count", Code: fault.AtMost}, {Field: "count", Code: fault.WrongType}, {Field: "count", Code: fault.NotWhole},
		{Field: "pot_l", Code: fault.Required}, {Field: "form", Code: fault.NotAChoice}, {Field: "kind", Code: fault.Required}, {Field: "kind", Code: fault.Formula},
		{Field: "caliper_mm", Code: fault.MustExceed}, {Field: "size", Code: fault.NotAChoice}, {Field: "count", Code: fault.Required},
	} {
		_, faults := n.ReadRow(i, columns)
		require.Len(t, faults, 1, "row %d: %v", i, faults)
		assert.Equal(t, want.Field, faults[0].Field, "row %d", i)
		assert.Equal(t, want.Code, faults[0].Code, "row %d", i)
	}
}

func TestOnlyWhatWouldRunIsAFormula(t *testing.T) {
	for cell, want := range map[string]bool{"": false, "Hornbeam": false, "-4": false, "+4,5": false, "=1": true, "@x": true, "-x": true, "+cmd|' /C'": true} {
		assert.Equal(t, want, arrival.Formula(cell), cell)
	}
}
