package station

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// ForecastDay is what somebody else foretells of a day; nothing is foretold by us.
type ForecastDay struct {
	Date   string   `json:"date"`
	MinC   *float64 `json:"min_c" minimum:"-60" maximum:"60"`
	MaxC   *float64 `json:"max_c" minimum:"-60" maximum:"60"`
	RainMM *float64 `json:"rain_mm" minimum:"0" maximum:"500"`
}

// furthest is how many days ahead anybody foretells.
const furthest = 15

// CheckForecast tells what cannot be used of a forecast that was made on a day: fields are days.N.date and so on.
func CheckForecast(made time.Time, days []ForecastDay) fault.List {
	var l fault.List
	seen := map[string]bool{}
	for i, d := range days {
		at := func(field string) string { return fmt.Sprintf("days.%d.%s", i, field) }
		on, err := time.Parse(time.DateOnly, d.Date)
		switch {
		case err != nil:
			l.Add(at("date"), fault.WrongType, "date")
		case on.Before(made):
			l.Add(at("date"), fault.AtLeast, made.Format(time.DateOnly))
		case on.After(made.AddDate(0, 0, furthest)):
			l.Add(at("date"), fault.AtMost, made.AddDate(0, 0, furthest).Format(time.DateOnly))
		case seen[d.Date]:
			l.Add(at("date"), fault.SaidTwice, nil)
		}
		seen[d.Date] = true
		if d.MinC != nil && d.MaxC != nil && *d.MinC > *d.MaxC {
			l.Add(at("max_c"), fault.AtLeast, *d.MinC)
		}
		if d.MinC == nil && d.MaxC == nil && d.RainMM == nil {
			l.Add(at("rain_mm"), fault.Required, nil)
		}
	}
	return l
}

// TooOld tells whether a forecast that was made on a day is nothing to go by any more (rules.WaterForecast).
func TooOld(h rules.House, made, today time.Time) bool {
	return num.Over(today.Sub(made).Hours()/24, h.Value(rules.WaterForecast))
}

// RainAhead is the rain that is foretold from a day on for so many days, and the last of them of which anything is told; nil where nobody tells of rain.
func RainAhead(days []ForecastDay, from time.Time, ahead int) (mm *float64, until string) {
	for _, d := range days {
		if d.RainMM == nil || d.Date < from.Format(time.DateOnly) || d.Date >= from.AddDate(0, 0, ahead).Format(time.DateOnly) {
			continue
		}
		sum := *d.RainMM
		if mm != nil {
			sum += *mm
		}
		mm, until = &sum, max(until, d.Date)
	}
	return mm, until
}

// ReadForecast reads a table with a line of headings: date, min_c, max_c, rain_mm in any order, cells parted by commas, semicolons or tabs. An empty
// cell is not told. Errors: a fault at file, or at file.LINE.COLUMN.
func ReadForecast(text string) ([]ForecastDay, error) {
	text = strings.TrimPrefix(text, "\uFEFF")
	first, _, _ := strings.Cut(text, "\n")
	lines := csv.NewReader(strings.NewReader(text))
	for _, sign := range ";\t" {
		if strings.ContainsRune(first, sign) {
			lines.Comma = sign
		}
	}
	heads, err := lines.Read()
	if err != nil {
		return nil, fault.List{{Field: "file", Code: fault.WrongType, Limit: "table"}}
	}
	place := map[string]int{}
	for i, h := range heads {
		place[strings.ToLower(strings.TrimSpace(h))] = i
	}
	if _, ok := place["date"]; !ok {
		return nil, fault.List{{Field: "file", Code: fault.NotAChoice, Limit: "date, min_c, max_c, rain_mm"}}
	}
	out := []ForecastDay{}
	for {
		row, err := lines.Read()
		if errors.Is(err, io.EOF) {
			return out, nil
		}
		if err != nil {
			return nil, fault.List{{Field: fmt.Sprintf("file.%d", len(out)+2), Code: fault.WrongType, Limit: "table"}}
		}
		d := ForecastDay{Date: strings.TrimSpace(row[place["date"]])}
		for name, into := range map[string]**float64{"min_c": &d.MinC, "max_c": &d.MaxC, "rain_mm": &d.RainMM} {
			i, ok := place[name]
			if !ok || strings.TrimSpace(row[i]) == "" {
				continue
			}
			cell := strings.TrimSpace(row[i])
			if lines.Comma != ',' { // a decimal comma is one where cells are not parted by it
				cell = strings.ReplaceAll(cell, ",", ".")
			}
			v, err := strconv.ParseFloat(cell, 64)
			if err != nil || v != v || v > 1e6 || v < -1e6 {
				return nil, fault.List{{Field: fmt.Sprintf("file.%d.%s", len(out)+2, name), Code: fault.WrongType, Limit: "number"}}
			}
			*into = &v
		}
		out = append(out, d)
	}
}
