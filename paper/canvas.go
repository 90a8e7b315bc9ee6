package paper

import (
	"regexp"
	"strings"

	"codeberg.org/go-pdf/fpdf"
)

// canvas is a paper on which every text is printable: what the fonts cannot reach falls back visibly, and no number parts from its unit.
type canvas struct{ *fpdf.Fpdf }

// beyond is past what the fonts are addressed by; the library refuses a whole paper for one such sign.
const (
	beyond  = 0xFFFF
	instead = '\uFFFD'
	noBreak = "\u00a0"
)

var beforeUnit = regexp.MustCompile(`([0-9⅛¼⅜½⅝¾⅞]) (mm|cm|m|in|ft|L|US gal|US qt|gal|qt|kg|lb|oz|g|h|°C|°F)\b`)

func printable(text string) string {
	text = strings.Map(func(r rune) rune {
		if r > beyond {
			return instead
		}
		return r
	}, text)
	return beforeUnit.ReplaceAllStringFunc(text, func(found string) string { return strings.ReplaceAll(found, " ", noBreak) })
}

// CellFormat is the library's, with a printable text.
func (c canvas) CellFormat(w, h float64, text, border string, ln int, align string, fill bool, link int, to string) {
	c.Fpdf.CellFormat(w, h, printable(text), border, ln, align, fill, link, to)
}

// MultiCell is the library's, with a printable text.
func (c canvas) MultiCell(w, h float64, text, border, align string, fill bool) {
	c.Fpdf.MultiCell(w, h, printable(text), border, align, fill)
}

// Text is the library's, with a printable text.
func (c canvas) Text(x, y float64, text string) { c.Fpdf.Text(x, y, printable(text)) }

// GetStringWidth is the library's, of a printable text.
func (c canvas) GetStringWidth(text string) float64 { return c.Fpdf.GetStringWidth(printable(text)) }

// SplitText is the library's, of a printable text. It takes a no-break space for one that breaks; MultiCell does not: a letter that is no
// narrower stands for it.
func (c canvas) SplitText(text string, w float64) []string {
	text, letter := printable(text), "m"
	for _, each := range []string{"i", "l", "t", "r", "s", "n"} {
		if c.Fpdf.GetStringWidth(each) >= c.Fpdf.GetStringWidth(noBreak) {
			letter = each
			break
		}
	}
	return c.Fpdf.SplitText(strings.ReplaceAll(text, noBreak, letter), w)
}
