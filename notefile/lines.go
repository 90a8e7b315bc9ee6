package notefile

import (
	"encoding/csv"
	"errors"
	"io"
	"slices"
	"strings"

	"sedum/core/arrival"
	"sedum/core/set"
)

// told is a delimiter that the first line of a file states ("sep=;"), as one spreadsheet writes it for itself.
func told(text string) (arrival.Delimiter, string) {
	first, rest, _ := strings.Cut(text, "\n")
	sign, is := strings.CutPrefix(strings.ToLower(strings.Trim(first, " \"")), "sep=")
	for _, d := range set.All[arrival.Delimiter]() {
		if is && sign == string(d.Sign()) {
			return d, "\n" + rest
		}
	}
	return "", text
}

// delimiterOf is the sign that takes the first lines into the most cells alike.
func delimiterOf(text string) arrival.Delimiter {
	best, most := arrival.Comma, 0
	for _, d := range set.All[arrival.Delimiter]() {
		counts := map[int]int{}
		for i, line := range strings.SplitN(text, "\n", 61) {
			if n := outside(line, d.Sign()); i < 60 && n > 0 {
				counts[n]++
			}
		}
		for n, lines := range counts {
			if n*lines > most {
				best, most = d, n*lines
			}
		}
	}
	return best
}

// outside counts a sign where it stands in no quotation marks.
func outside(line string, sign rune) int {
	n, quoted := 0, false
	for _, r := range line {
		switch {
		case r == '"':
			quoted = !quoted
		case r == sign && !quoted:
			n++
		}
	}
	return n
}

// cellsOf takes a text apart. A mark inside a cell (2" pot) is the mark of an inch; one that swallows lines was left open.
func cellsOf(text string, d arrival.Delimiter) (arrival.Table, error) {
	out, err := cut(text, d, false)
	var broken *csv.ParseError
	if errors.As(err, &broken) {
		out, err = cut(text, d, true)
	}
	return out, err
}

func cut(text string, d arrival.Delimiter, lazy bool) (arrival.Table, error) {
	reader := csv.NewReader(strings.NewReader(text))
	reader.Comma, reader.FieldsPerRecord, reader.LazyQuotes = d.Sign(), -1, lazy
	var out arrival.Table
	for {
		record, err := reader.Read()
		if errors.Is(err, io.EOF) {
			return out, nil
		}
		var broken *csv.ParseError
		if errors.As(err, &broken) && lazy {
			return out, arrival.Unreadable{Code: "quotes", Limit: broken.StartLine}
		}
		if err != nil {
			return out, err
		}
		line, _ := reader.FieldPos(0)
		if lazy && slices.ContainsFunc(record, func(c string) bool { return strings.Contains(c, "\n") }) {
			return out, arrival.Unreadable{Code: "quotes", Limit: line}
		}
		if err := out.Add(line, record); err != nil {
			return out, err
		}
	}
}
