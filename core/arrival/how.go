package arrival

import (
	"sedum/core/set"
	"sedum/core/stock"
)

// Encoding is in what letters a file is written.
type Encoding string

// The encodings that growers' programs write.
const (
	UTF8        Encoding = "utf-8"
	UTF16LE     Encoding = "utf-16le"
	UTF16BE     Encoding = "utf-16be"
	Windows1252 Encoding = "windows-1252"
	Windows1250 Encoding = "windows-1250"
	MacRoman    Encoding = "mac-roman"
)

// All lists them.
func (Encoding) All() []Encoding {
	return []Encoding{UTF8, UTF16LE, UTF16BE, Windows1252, Windows1250, MacRoman}
}

// Delimiter is what stands between two cells.
type Delimiter string

// The delimiters.
const (
	Comma     Delimiter = "comma"
	Semicolon Delimiter = "semicolon"
	Tab       Delimiter = "tab"
	Pipe      Delimiter = "pipe"
)

// All lists them.
func (Delimiter) All() []Delimiter { return []Delimiter{Comma, Semicolon, Tab, Pipe} }

var signs = map[Delimiter]rune{Comma: ',', Semicolon: ';', Tab: '\t', Pipe: '|'}

// Sign is the delimiter itself; a comma when nothing is said.
func (d Delimiter) Sign() rune {
	if sign, ok := signs[d]; ok {
		return sign
	}
	return ','
}

// Decimal is the sign before the tenths.
type Decimal string

// The decimal signs.
const (
	DecimalPoint Decimal = "point"
	DecimalComma Decimal = "comma"
)

// All lists them.
func (Decimal) All() []Decimal { return []Decimal{DecimalPoint, DecimalComma} }

// Mend is a cell that somebody wrote anew, because the note says it wrongly; the file stays as it came.
type Mend struct {
	Line  int    `json:"line" minimum:"1" maximum:"2000000" doc:"of the file"`
	Place int    `json:"place" minimum:"0" maximum:"199" doc:"of the column, from 0"`
	Text  string `json:"text" maxLength:"200"`
}

// How a file is read. What is left empty is found out; what a person chose stands.
type How struct {
	Encoding  Encoding  `json:"encoding,omitempty" optional:"true" doc:"of a file of text; left out it is found out"`
	Delimiter Delimiter `json:"delimiter,omitempty" optional:"true" doc:"of a file of text; left out it is found out"`
	// Sheet is of a workbook, "" for the first that holds a table.
	Sheet string `json:"sheet,omitempty" optional:"true" maxLength:"100" doc:"of a workbook"`
	// HeadingLine is where the headings stand, from 1; 0 when it is to be found out.
	HeadingLine int `json:"heading_line,omitempty" optional:"true" minimum:"0" maximum:"2000000"`
	// Columns is what each column tells, by its place; nil when it is to be found out by the headings.
	Columns  map[Column]int     `json:"columns,omitempty" doc:"what each column tells, by its place from 0"`
	Units    map[Column]Unit    `json:"units,omitempty" doc:"of what is written without one"`
	Decimals map[Column]Decimal `json:"decimals,omitempty"`
	// Form is what rows are that do not say it.
	Form   stock.Form `json:"form,omitempty" optional:"true" doc:"of the rows that do not say it"`
	Mended []Mend     `json:"mended,omitempty" maxItems:"1000"`
}

// Unsound names the field in which a word is of no set, "" when all are: a map may come with any keys.
func (h How) Unsound() string {
	for c, place := range h.Columns {
		if !set.Has(c) || place < 0 || place >= MostColumns {
			return "columns"
		}
	}
	for c, u := range h.Units {
		if !set.Has(c) || c.stored() == "" || !u.fits(c) {
			return "units"
		}
	}
	for c, d := range h.Decimals {
		if !set.Has(c) || !set.Has(d) {
			return "decimals"
		}
	}
	return ""
}
