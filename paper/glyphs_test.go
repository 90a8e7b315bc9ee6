package paper_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"unicode"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/image/font/sfnt"

	"sedum/app/catalogue"
	"sedum/core/planting"
	"sedum/words"
)

// lacks are the signs of a text that a font has no glyph for.
func lacks(t *testing.T, font *sfnt.Font, text string) string {
	t.Helper()
	var buffer sfnt.Buffer
	out := strings.Builder{}
	for _, r := range text {
		if r == '\n' || r == '\u200b' {
			continue
		}
		if g, err := font.GlyphIndex(&buffer, r); (err != nil || g == 0) && !strings.ContainsRune(out.String(), r) {
			out.WriteRune(r)
		}
	}
	return out.String()
}

func fonts(t *testing.T) map[string]*sfnt.Font {
	t.Helper()
	files, err := filepath.Glob("fonts/*.ttf")
	require.NoError(t, err)
	require.NotEmpty(t, files)
	out := map[string]*sfnt.Font{}
	for _, file := range files {
		raw, err := os.ReadFile(file)
		require.NoError(t, err)
		out[file], err = sfnt.Parse(raw)
		require.NoError(t, err)
	}
	return out
}

// Whatever a paper may say has a glyph in each of its fonts: every sentence, every kind that ships, every figure in both units (an eighth of
// an inch is how deep somebody digs), and names as people have them from Reykjavík to Vladivostok.
func TestEverythingAPaperSaysHasAGlyph(t *testing.T) {
	all := strings.Builder{}
	files, err := filepath.Glob("../words/messages/*.json")
	require.NoError(t, err)
	for _, file := range files {
		raw, err := os.ReadFile(file)
		require.NoError(t, err)
		var messages map[string]any
		require.NoError(t, json.Unmarshal(raw, &messages))
		for _, m := range messages {
			text, err := json.Marshal(m)
			require.NoError(t, err)
			all.Write(text)
		}
	}
	all.WriteString(catalogue.StarterCSV)
	us := words.In("en-US", words.US)
	eighths := ""
	for tenths := range 4000 {
		eighths += us.Measure(planting.Measure{Value: float64(tenths) / 2, Unit: "mm"})
	}
	for _, sign := range "⅛¼⅜½⅝¾⅞" {
		require.Contains(t, eighths, string(sign))
	}
	all.WriteString(eighths)
	for _, of := range []struct {
		table *unicode.RangeTable
		most  rune
	}{{unicode.Latin, 0x17f}, {unicode.Greek, 0x3ce}, {unicode.Cyrillic, 0x4ff}} {
		for _, r := range of.table.R16 {
			for c := rune(r.Lo); c <= rune(r.Hi) && c <= of.most; c += rune(r.Stride) {
				if unicode.IsLetter(c) && c != 'ͺ' {
					all.WriteRune(c)
				}
			}
		}
	}
	names, err := os.ReadFile("testdata/names.txt")
	require.NoError(t, err)
	require.Equal(t, 2000, strings.Count(string(names), "\n"), "names of 25 languages")
	all.Write(names)
	all.WriteString("Þórður Ægisson, Žofie Dvořáková, Łukasz Śnieżek, Gökçe Yıldız, İpek, Ștefan Țuțu, Nguyễn Thị Hường, Ελευθερία Παπαδοπούλου, Юлія Їжакевич, Ёлкин, Ђорђе Џаџић")
	for file, font := range fonts(t) {
		assert.Empty(t, lacks(t, font, all.String()), file)
	}
}

// Any name prints: what no font reaches is seen to be missing, and the paper is whole all the same. No number parts from its unit.
func TestAnyNamePrintsAndNoNumberPartsFromItsUnit(t *testing.T) {
	parted := regexp.MustCompile(`(?m)[0-9⅛¼⅜½⅝¾⅞]\s*\n\s*(mm|cm|in|ft|L|US gal|kg|lb|°C|°F)\b`)
	for _, s := range speakers() {
		for _, size := range []string{"a4", "letter"} {
			sh := sheet(t, s, nil)
			sh.Customer = "Žofie Їжакевич 🌳 Παπαδοπούλου Nguyễn"
			file, _ := pdf(t, s, sh, size)
			text := run(t, "pdftotext", "-raw", file, "-")
			assert.Contains(t, text, "Žofie Їжакевич \uFFFD Παπαδοπούλου Nguyễn")
			assert.Empty(t, parted.FindAllString(text, -1), "%s %s", s.Units, size)
		}
	}
}
