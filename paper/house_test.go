package paper_test

import (
	"bytes"
	"image"
	"image/color"
	"image/png"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/paper"
	"sedum/words"
)

func aHouse(t *testing.T) paper.House {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 90, 30))
	for x := range 90 {
		img.Set(x, 15, color.Black)
	}
	var logo bytes.Buffer
	require.NoError(t, png.Encode(&logo, img))
	return paper.House{Name: "Þorsteinn & Žižka, Baumschule", Address: "4 Quarry Lane, Quarrywell", Telephone: "+44 1632 960044", Mail: "yard@quarrywell.example",
		Opening: "Tuesday to Saturday, 8 to 17", Web: "https://yard.quarrywell.example", Logo: logo.Bytes()}
}

// Who hands a paper out, and how to reach them, stands on every paper; with what it was made stands there once, and small.
func TestEveryPaperSaysWhoseItIs(t *testing.T) {
	h := aHouse(t)
	s := words.For("en-GB", words.Metric)
	for name, c := range map[string]struct {
		make  func(paper.House) ([]byte, error)
		whole bool
	}{
		"sheet":      {func(h paper.House) ([]byte, error) { return paper.SheetPDF(s, h, sheet(t, s, nil), "a4", false) }, true},
		"letter":     {func(h paper.House) ([]byte, error) { return paper.SheetPDF(s, h, sheet(t, s, nil), "letter", false) }, true},
		"note":       {func(h paper.House) ([]byte, error) { return paper.GrowerNotePDF(s, h, aNote(3), "a4") }, true},
		"confidence": {func(h paper.House) ([]byte, error) { return paper.ConfidencePDF(s, h, "Hazel", "moist", "a4", day) }, true},
		"letterhead": {func(h paper.House) ([]byte, error) { return paper.LetterheadPDF(s, h, "letter", day) }, true},
		"labels":     {func(h paper.House) ([]byte, error) { return paper.LabelsPDF(s, h, labels(2), "a4", day) }, false},
	} {
		raw, err := c.make(h)
		require.NoError(t, err, name)
		file := keep(t, raw)
		text := squash(run(t, "pdftotext", "-layout", file, "-"))
		assert.Contains(t, text, h.Name, name)
		if c.whole {
			for _, line := range []string{h.Address, h.Telephone, h.Mail, h.Opening} {
				assert.Contains(t, text, line, name)
			}
			assert.Regexp(t, `image\s+[0-9]+\s+[0-9]+`, run(t, "pdfimages", "-list", file), "%s has the logo", name)
		}
		meta := run(t, "pdfinfo", "-meta", file)
		assert.Contains(t, meta, "<dc:language><rdf:Bag><rdf:li>en-GB</rdf:li>", name)
		assert.Regexp(t, `<dc:title><rdf:Alt><rdf:li xml:lang="x-default">[^<]+</rdf:li>`, meta, name)
		assert.NotRegexp(t, `(^|[^h]) Sedum`, text, "%s: only as what it was made with", name)
		none, err := c.make(paper.House{})
		require.NoError(t, err, name)
		assert.NotContains(t, run(t, "pdftotext", "-layout", keep(t, none), "-"), "960044", name)
	}
	calendar := strings.ReplaceAll(paper.CareCalendar(s, h, sheet(t, s, nil)), "\r\n ", "")
	assert.Contains(t, calendar, "+44 1632 960044")
}

// With the longest letterhead a sheet still keeps to its two pages.
func TestALongLetterheadTakesNoPage(t *testing.T) {
	h := aHouse(t)
	h.Name, h.Address, h.Opening = strings.Repeat("Trees of the Upper Valley ", 3), strings.Repeat("4 Quarry Lane, Quarrywell; ", 5), strings.Repeat("Tuesday to Saturday, 8 to 17; ", 5)
	for _, size := range []string{"a4", "letter"} {
		for _, units := range []words.Units{words.Metric, words.US} {
			s := words.For("en-US", units)
			raw, err := paper.SheetPDF(s, h, sheet(t, s, nil), size, false)
			require.NoError(t, err)
			assert.Regexp(t, `Pages:\s+2\n`, run(t, "pdfinfo", keep(t, raw)), "%s %s", size, units)
		}
	}
}
