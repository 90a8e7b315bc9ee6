package paper_test

import (
	"bytes"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/net/html"

	"sedum/core/planting"
	"sedum/paper"
	"sedum/words"
)

var quarrywell = paper.House{Name: "Nursery <Quarrywell>", Address: "Quarry Road 1", Telephone: "555 0100-7", Mail: "trees@quarrywell.example", Opening: "Mon-Sat 8-18"}

// sheetOnPage is the page as a reader of HTML has it.
func sheetOnPage(t *testing.T, s words.Speaker, sh paper.Sheet) *html.Node {
	t.Helper()
	page, err := paper.SheetPage(s, quarrywell, sh)
	require.NoError(t, err)
	root, err := html.Parse(bytes.NewReader(page))
	require.NoError(t, err)
	return root
}

func elements(root *html.Node, name string) []*html.Node {
	out := []*html.Node{}
	for n := range root.Descendants() {
		if n.Type == html.ElementNode && n.Data == name {
			out = append(out, n)
		}
	}
	return out
}

func textOf(root *html.Node) string {
	out := strings.Builder{}
	for n := range root.Descendants() {
		if n.Type == html.TextNode {
			out.WriteString(n.Data + " ")
		}
	}
	return squash(out.String())
}

// The page says what the paper says, in its order: every step with its cautions before it, every figure, all that comes after; what people
// are called is text.
func TestTheSheetAsAPageSaysWhatThePaperSays(t *testing.T) {
	for _, s := range speakers() {
		sh := sheet(t, s, nil)
		sh.Customer = "<script>alert(1)</script> & sons"
		root := sheetOnPage(t, s, sh)
		assert.Equal(t, string(s.Language), attribute(elements(root, "html")[0], "lang"))
		assert.Equal(t, s.Say("sheet.title", nil)+", K74-QDX", textOf(elements(root, "title")[0]))
		assert.Empty(t, elements(root, "script"))
		all := textOf(root)
		for _, want := range []string{sh.Customer, "Nursery <Quarrywell>", sh.Words.Headline, "Services marked: LM-1", "66 mm cleared off the top (Ilsa Tarrow)", "the customer's wish", sh.Words.Schools} {
			assert.Contains(t, all, squash(want))
		}
		steps := elements(elements(root, "ol")[0], "li")
		require.Len(t, steps, len(sh.Words.Steps))
		for i, step := range sh.Words.Steps {
			said := textOf(steps[i])
			at := strings.Index(said, squash(step.Text))
			require.GreaterOrEqual(t, at, 0, step.Text)
			for _, caution := range step.Cautions {
				before := strings.Index(said, s.Say("sheet.caution", nil)+" "+squash(caution))
				assert.GreaterOrEqual(t, before, 0, caution)
				assert.Less(t, before, at, "a caution stands before its step: %s", said)
			}
		}
		labels, figures := elements(root, "dt"), elements(root, "dd")
		require.Len(t, labels, len(sh.Words.Figures))
		for i, f := range sh.Words.Figures {
			assert.Equal(t, squash(f.Label), textOf(labels[i]))
			assert.Equal(t, squash(f.Figure+" "+f.Unit), textOf(figures[i]))
		}
		for _, line := range slices.Concat(sh.Words.Water, sh.Words.Notes, sh.Words.Sheet.Kit, sh.Words.Sheet.Until, did(sh.Words.Sheet.Odd)) {
			assert.Contains(t, all, squash(line))
		}
		for _, c := range sh.Words.Care {
			if !c.InBox {
				assert.Contains(t, all, squash(c.Text))
				assert.Contains(t, all, squash(c.Date))
			}
		}
		for _, a := range elements(root, "a") {
			assert.Contains(t, []string{"tel:55501007", "mailto:trees@quarrywell.example"}, attribute(a, "href"))
		}
		for _, tag := range []string{"img", "link", "iframe", "object", "form"} {
			assert.Empty(t, elements(root, tag), "it needs nothing else")
		}
	}
}

// Where services are not marked no digging figure is on the page either, and a sheet that holds no more says so first.
func TestThePageOfASheetWithholdsWhatThePaperWithholds(t *testing.T) {
	s := words.In("en-US", words.Metric)
	sh := sheet(t, s, func(in *planting.Input) { in.Spot.ServicesMarked = false })
	require.True(t, sh.Plan.Locked)
	root := sheetOnPage(t, s, sh)
	assert.Contains(t, textOf(root), "NOT TO DIG")
	withheld := 0
	figures := elements(root, "dd")
	for i, f := range sh.Words.Figures {
		if f.Withheld {
			withheld++
			assert.Equal(t, "withheld", textOf(figures[i]))
		}
	}
	assert.Positive(t, withheld)

	ended := sheet(t, s, nil)
	ended.Ended = "Withdrawn on 1 December: they wait for spring."
	loud := textOf(elements(sheetOnPage(t, s, ended), "main")[0])
	assert.True(t, strings.HasPrefix(loud, "NOT VALID. Withdrawn on 1 December"), loud[:80])
}

// The paper says where its page is to be had.
func TestThePaperSaysWhereItsPageIs(t *testing.T) {
	s := words.In("en-US", words.Metric)
	raw, err := paper.SheetPDF(s, quarrywell, sheet(t, s, nil), "a4", false)
	require.NoError(t, err)
	assert.Contains(t, squash(run(t, "pdftotext", "-raw", keep(t, raw), "-")), "To have this sheet read aloud, or larger, ask us for sheet 118 as a page for your telephone or computer: trees@quarrywell.example.")
}

func attribute(n *html.Node, name string) string {
	for _, a := range n.Attr {
		if a.Key == name {
			return a.Val
		}
	}
	return ""
}

func did(list []words.OddWords) (out []string) {
	for _, o := range list {
		out = append(out, o.Do)
	}
	return out
}
