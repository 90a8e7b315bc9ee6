package paper_test

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
	"sedum/core/set"
	"sedum/paper"
	"sedum/words"
)

var day = time.Date(2026, 11, 25, 9, 0, 0, 0, time.UTC)

func keep(t *testing.T, raw []byte) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "x.pdf")
	require.NoError(t, os.WriteFile(file, raw, 0o600))
	return file
}

func labels(n int) []paper.Label {
	out := []paper.Label{}
	for i := range n {
		out = append(out, paper.Label{Tag: fmt.Sprintf("TAG-%03d", i), Common: "Small-leaved linden", LotNumber: 21, Number: i + 1, Bundle: 1 + i%2*19, ArrivedOn: day})
	}
	return out
}

// Three columns of seven fit on a page of either size; nothing is lost between pages.
func TestLabelsFillTheirPages(t *testing.T) {
	for size, pages := range map[string]string{"a4": "3", "letter": "3"} {
		for _, language := range set.All[words.Language]() {
			raw, err := paper.LabelsPDF(words.In(language, words.Metric), paper.House{}, labels(50), size, day)
			require.NoError(t, err)
			file := keep(t, raw)
			assert.Regexp(t, `Pages:\s+`+pages+`\n`, run(t, "pdfinfo", file), size)
			text := squash(run(t, "pdftotext", "-layout", file, "-"))
			for i := range 50 {
				assert.Contains(t, text, fmt.Sprintf("TAG-%03d", i))
			}
			assert.Contains(t, text, words.In(language, words.Metric).Say("labels.bundle", map[string]any{"count": 20}))
		}
	}
}

func aNote(findings int) paper.GrowerNote {
	var thumb bytes.Buffer
	img := image.NewRGBA(image.Rect(0, 0, 320, 240))
	img.Set(10, 10, color.White)
	_ = jpeg.Encode(&thumb, img, nil)
	n := paper.GrowerNote{Number: 12, Grower: "Marrow Hill Growers", Place: "Marrow Hill", Common: "Hornbeam", Botanical: "Carpinus betulus", LotNumber: 14, LotSize: 18,
		ArrivedOn: "November 22, 2026", SentAt: day, SentBy: "Wren Halloway", Headline: "3 to go back: please credit", SampleText: "14 of 18 trees were checked.",
		Asked: "We ask for a credit.", Message: "Please look at your potting depth."}
	for i := range findings {
		n.Findings = append(n.Findings, paper.Finding{Tag: fmt.Sprintf("AAA-%03d", i), Place: i + 1, Verdict: "Send it back", Reasons: []string{"The flare lies too deep."},
			FlareMM: ptr(96.0), BallMM: ptr(260.0), WidthMM: ptr(300.0), TrunkMM: ptr(26.0), Photos: [][]byte{thumb.Bytes()}})
	}
	return n
}

func TestANoteToAGrowerHasFiguresDrawingsAndPhotographs(t *testing.T) {
	for _, size := range []string{"a4", "letter"} {
		raw, err := paper.GrowerNotePDF(words.For("en-US", words.Metric), paper.House{}, aNote(9), size)
		require.NoError(t, err)
		file := keep(t, raw)
		text := strings.ReplaceAll(squash(run(t, "pdftotext", "-layout", file, "-")), " ", " ")
		for _, want := range []string{"Note 12 to the grower", "3 to go back: please credit", "Marrow Hill Growers", "our lot 14 of 18 trees", "We ask for a credit.",
			"Please look at your potting depth.", "AAA-000", "AAA-008", "96 mm", "Wren Halloway"} {
			assert.Contains(t, text, want, size)
		}
		pictures := strings.Split(strings.TrimSpace(run(t, "pdfimages", "-list", file)), "\n")
		assert.Greater(t, len(pictures), 2, "photographs are in it")
		for _, line := range strings.Split(strings.TrimSpace(run(t, "pdffonts", file)), "\n")[2:] {
			assert.Regexp(t, `TrueType.*yes`, line)
		}
	}
}

func TestANoteInInchesAndOneWithoutMeasures(t *testing.T) {
	n := aNote(1)
	raw, err := paper.GrowerNotePDF(words.For("en-US", words.US), paper.House{}, n, "letter")
	require.NoError(t, err)
	assert.Contains(t, strings.ReplaceAll(squash(run(t, "pdftotext", "-layout", keep(t, raw), "-")), " ", " "), "3¾ in", "96 mm are 3.78 inches")
	n.Number, n.Findings[0].BallMM = 0, nil
	raw, err = paper.GrowerNotePDF(words.For("en-GB", words.Metric), paper.House{}, n, "a4")
	require.NoError(t, err)
	text := squash(run(t, "pdftotext", "-layout", keep(t, raw), "-"))
	assert.Contains(t, text, "Draft of a note to the grower")
	assert.Contains(t, text, "The ball was not measured.")
}

// What a spreadsheet would run is only read; everything else comes back as it was.
func TestATableIsSafeAndComesBack(t *testing.T) {
	rows := [][]string{{"kind", "note"}, {"Hornbeam", `says "deep", twice`}, {"=HYPERLINK(1)", "@SUM(A1)"}, {"-5", "+4.5"}, {"-cmd|'/C calc'!A0", "line\nbreak"}, {"é", ""}}
	raw, err := paper.TableCSV(rows, arrival.Semicolon)
	require.NoError(t, err)
	raw, marked := bytes.CutPrefix(raw, []byte("\uFEFF"))
	assert.True(t, marked, "a spreadsheet knows its letters by the mark")
	reader := csv.NewReader(bytes.NewReader(raw))
	reader.Comma = ';'
	back, err := reader.ReadAll()
	require.NoError(t, err)
	require.Len(t, back, len(rows))
	assert.Equal(t, rows[1], back[1])
	assert.Equal(t, []string{"'=HYPERLINK(1)", "'@SUM(A1)"}, back[2])
	assert.Equal(t, rows[3], back[3], "numbers with a sign are no formulas")
	assert.Equal(t, "'-cmd|'/C calc'!A0", back[4][0])
	assert.Equal(t, rows[5], back[5])
}
