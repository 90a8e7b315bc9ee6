package arrival

import (
	"regexp"
	"strconv"
	"strings"
)

// grouped is a number with thousands set apart by the sign it is asked for, or by none.
var grouped = map[string]*regexp.Regexp{
	",": regexp.MustCompile(`^\d{1,3}(,\d{3})+$`), ".": regexp.MustCompile(`^\d{1,3}(\.\d{3})+$`),
}

// setApart is a space or an apostrophe between thousands.
var setApart = regexp.MustCompile(`(\d)[ '’](\d{3})\b`)

// numberOf reads a number as a column writes it. A sign that cannot be the thousands' (1,5 or 12.25) is the decimal sign whatever the
// column does; one that may be either (1,250) is what the column's decimal sign leaves it. ok is false when it is no number.
func numberOf(text string, decimal Decimal, whole bool) (x float64, ok bool) {
	for setApart.MatchString(text) {
		text = setApart.ReplaceAllString(text, "$1$2")
	}
	comma, point := strings.LastIndex(text, ","), strings.LastIndex(text, ".")
	switch {
	case comma >= 0 && point >= 0: // the last is the decimal sign, the other sets thousands apart
		thousands, sign := ",", "."
		if comma > point {
			thousands, sign = ".", ","
		}
		head, tail, _ := strings.Cut(text, sign)
		if !grouped[thousands].MatchString(strings.TrimPrefix(head, "-")) {
			return 0, false
		}
		text = strings.ReplaceAll(head, thousands, "") + "." + tail
	case comma >= 0:
		text = single(text, ",", decimal == DecimalComma && !whole)
	case point >= 0:
		text = single(text, ".", decimal != DecimalComma && !whole)
	}
	x, err := strconv.ParseFloat(text, 64)
	return x, err == nil && plainNumber.MatchString(text)
}

// plainNumber keeps out what a program would read and a person would not write: NaN, 0x1p-2, 1e9.
var plainNumber = regexp.MustCompile(`^[+-]?(\d+\.?\d*|\.\d+)$`)

// single is a number with one sort of sign, with a decimal point.
func single(text, sign string, isDecimal bool) string {
	once := strings.Count(text, sign) == 1
	if grouped[sign].MatchString(text) && (!once || !isDecimal) {
		return strings.ReplaceAll(text, sign, "")
	}
	if once {
		return strings.Replace(text, sign, ".", 1)
	}
	return text
}

func wholeOf(text string) int {
	x, ok := numberOf(text, DecimalPoint, true)
	if !ok || x != float64(int(x)) {
		return 0
	}
	return int(x)
}

var digits = regexp.MustCompile(`\d[\d.,]*\d|\d`)

// decimals is the decimal sign of every column of numbers: as chosen, as its own cells show, as the other columns show, as its file's
// other signs suggest.
func (n Note) decimals(chosen map[Column]Decimal) map[Column]Decimal {
	votes := map[Column]int{} // for the comma, less those for the point
	all := 0
	for c, place := range n.As.Columns {
		if c.stored() == "" && c != ColumnPrice {
			continue
		}
		votes[c] = 0
		for _, cells := range n.Rows {
			if place >= len(cells) {
				continue
			}
			for _, number := range digits.FindAllString(cells[place], 2) {
				votes[c] += shows(number)
			}
		}
		all += votes[c]
	}
	usual := DecimalPoint
	if all > 0 || (all == 0 && n.As.Delimiter == Semicolon) {
		usual = DecimalComma
	}
	out := map[Column]Decimal{}
	for c, v := range votes {
		switch {
		case chosen[c] != "":
			out[c] = chosen[c]
		case v > 0:
			out[c] = DecimalComma
		case v < 0:
			out[c] = DecimalPoint
		default:
			out[c] = usual
		}
	}
	return out
}

// shows is what a number alone shows of its decimal sign: 1 a comma, -1 a point, 0 nothing.
func shows(number string) int {
	comma, point := strings.Count(number, ","), strings.Count(number, ".")
	switch {
	case comma > 0 && point > 0:
		if strings.LastIndex(number, ",") > strings.LastIndex(number, ".") {
			return 1
		}
		return -1
	case comma == 1 && !grouped[","].MatchString(number), point > 1:
		return 1
	case point == 1 && !grouped["."].MatchString(number), comma > 1:
		return -1
	}
	return 0
}
