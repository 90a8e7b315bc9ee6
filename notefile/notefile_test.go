package notefile_test

import (
	"errors"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
	"sedum/notefile"
)

func TestAFileThatIsNoNoteIsToldWhy(t *testing.T) {
	for name, c := range map[string]struct {
		file string
		how  arrival.How
		code string
	}{
		"a broken workbook": {file: "PK\x03\x04....", code: "zip"}, "no text": {file: "kind,form\nHorn\x01,pot\n", code: "encoding"},
		"not in the letters that were chosen": {"kind,form\nH\xE4ssel,pot\n", arrival.How{Encoding: arrival.UTF8}, "encoding"},
		"nothing":                             {file: "", code: "empty"}, "headings only": {file: "kind,form,count\n", code: "empty"},
		"an open quote":            {file: "kind,form\n\"Horn,pot\nRowan,pot\n", code: "quotes"},
		"too many rows":            {file: "kind\n" + strings.Repeat("x\n", arrival.MostRows+1), code: "rows"},
		"too many columns":         {file: "kind" + strings.Repeat(",x", arrival.MostColumns) + "\n", code: "columns"},
		"too many cells":           {file: "kind\n" + strings.Repeat(strings.Repeat("x,", 40)+"\n", arrival.MostCells/40+1), code: "cells"},
		"a whole book in a cell":   {file: "kind\n" + strings.Repeat("x", arrival.LongestCell+1), code: "cell"},
		"no such line of headings": {"kind,form\nHornbeam,pot\n", arrival.How{HeadingLine: 9}, "headings"},
	} {
		_, err := notefile.Read([]byte(c.file), c.how)
		var u arrival.Unreadable
		require.True(t, errors.As(err, &u), name)
		assert.Equal(t, c.code, u.Code, name)
	}
	for _, sheet := range []string{"Cover", "Trees"} {
		n, err := notefile.Read(noteFile(t, "29-workbook.xlsx"), arrival.How{Sheet: sheet})
		if sheet == "Cover" {
			require.NoError(t, err)
			assert.Equal(t, []string{"Cover", "Trees"}, n.Sheets, "another sheet can be chosen")
		}
	}
	_, err := notefile.Read(noteFile(t, "29-workbook.xlsx"), arrival.How{Sheet: "Shrubs"})
	assert.Equal(t, arrival.Unreadable{Code: "sheet"}, err)
}
