package arrival

import (
	"slices"
	"strings"
)

// Why is why a row is no lot.
type Why string

// The rows that are no lots.
const (
	WhyTotals   Why = "totals"
	WhyHeadings Why = "headings" // once more, as a long list has them on every page
	WhyRemark   Why = "remark"   // one filled cell: the title of a section, a remark
)

// All lists them.
func (Why) All() []Why { return []Why{WhyTotals, WhyHeadings, WhyRemark} }

// LeftOut is a row that is no lot, with what a row of totals says and what its rows add up to.
type LeftOut struct {
	Line int    `json:"line"`
	Why  Why    `json:"why"`
	Text string `json:"text"`
	Said *int   `json:"said" doc:"trees, as a row of totals says"`
	Sum  int    `json:"sum" doc:"trees of the rows that it stands under"`
}

var totalWords = []string{"total", "totals", "subtotal", "subtotals", "sum", "grand", "sub", "trees", "plants", "pieces", "pcs", "qty", "quantity", "of", "all", "items", "order", "delivery", "number", "carried", "forward"}

// totals tells whether a cell heads a row of totals: "Total", "Grand total trees:", but no name with such a word in it.
func totals(cell string) bool {
	words := strings.FieldsFunc(strings.ToLower(cell), func(r rune) bool { return strings.ContainsRune(" :.-=", r) })
	if len(words) == 0 {
		return false
	}
	is := false
	for _, w := range words {
		if !slices.Contains(totalWords, w) {
			return false
		}
		is = is || slices.Contains([]string{"total", "totals", "subtotal", "subtotals", "sum"}, w)
	}
	return is
}

// leaveOut takes the rows out that are no lots, and says which.
func (n *Note) leaveOut() {
	rows, lines := n.Rows[:0:0], n.Lines[:0:0]
	countAt, counted := n.As.Columns[ColumnCount]
	whole, part, ofPart := 0, 0, 0
	for i, cells := range n.Rows {
		filled := slices.DeleteFunc(slices.Clone(cells), func(c string) bool { return c == "" })
		count := 0
		if counted && countAt < len(cells) {
			count = wholeOf(cells[countAt])
		}
		out := LeftOut{Line: n.Lines[i], Text: strings.Join(filled, " ")}
		onlyCount := len(filled) == 1 && count > 0 && (count == whole || count == part)
		switch {
		case len(filled) == 0:
			continue
		case slices.Equal(cells, n.Headings):
			out.Why = WhyHeadings
		case onlyCount || slices.ContainsFunc(filled[:min(len(filled), 3)], totals):
			out.Why, out.Sum = WhyTotals, part
			if count > 0 {
				out.Said = &count
			}
			if ofPart == 0 || count == whole { // the second of two in a row stands under all
				out.Sum = whole
			}
			part, ofPart = 0, 0
		case len(filled) == 1 && len(n.Headings) > 2:
			out.Why = WhyRemark
		}
		if out.Why != "" {
			n.Left = append(n.Left, out)
			continue
		}
		whole, part, ofPart = whole+count, part+count, ofPart+1
		rows, lines = append(rows, cells), append(lines, n.Lines[i])
	}
	n.Rows, n.Lines = rows, lines
}
