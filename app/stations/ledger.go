package stations

import (
	"strconv"

	"sedum/app/catalogue"
	"sedum/core/calc"
	"sedum/core/climate"
	"sedum/core/station"
	"sedum/kernel"
	"sedum/paper"
)

// ChillWinter is one winter of a station, by each way of counting.
type ChillWinter struct {
	Year  int                 `json:"year" doc:"in which it began"`
	Days  int                 `json:"days" doc:"that are known"`
	Whole bool                `json:"whole" doc:"nearly all of its days are known: only then does it count"`
	Chill climate.ChillResult `json:"chill"`
	// Enough is of how many of the house's kinds with a need it had as much, null of a winter that is not whole.
	Enough *int `json:"enough"`
	// Worst is the least of the whole ones, in portions.
	Worst bool `json:"worst"`
}

// ChillStation is a station's winters, the newest first.
type ChillStation struct {
	ID      string        `json:"id"`
	Name    string        `json:"name"`
	Winters []ChillWinter `json:"winters"`
	Median  *float64      `json:"median" decimals:"1" doc:"portions of the whole winters; null with fewer than three"`
}

// Ledger is the chill of every winter that a station of ours has read (handbook, features.md, F234).
type Ledger struct {
	Stations []ChillStation `json:"stations"`
	Kinds    int            `json:"kinds" doc:"of the house with a need for chill"`
}

func ledger(tx *kernel.Tx, _ kernel.None) (Ledger, error) {
	out := Ledger{Stations: []ChillStation{}}
	needs, err := catalogue.ChillNeeds(tx)
	if err != nil {
		return out, err
	}
	out.Kinds = len(needs)
	all, err := All(tx)
	for _, s := range all {
		each := ChillStation{ID: s.ID, Name: s.Name, Winters: []ChillWinter{}, Median: s.Summary.ChillMedian}
		worst := worstOf(s.Summary.Winters)
		for i := range s.Summary.Winters {
			w := s.Summary.Winters[len(s.Summary.Winters)-1-i]
			line := ChillWinter{Year: w.Year, Days: w.Days, Whole: w.Whole, Chill: w.Chill, Worst: w.Whole && w.Year == worst}
			if w.Whole {
				enough := 0
				for _, need := range needs {
					if w.Chill.Portions >= need {
						enough++
					}
				}
				line.Enough = &enough
			}
			each.Winters = append(each.Winters, line)
		}
		out.Stations = append(out.Stations, each)
	}
	return calc.Rounded(out), err
}

// worstOf is the year of the whole winter with the least chill, 0 where none is whole.
func worstOf(winters []station.Winter) int {
	year, least := 0, 0.0
	for _, w := range winters {
		if w.Whole && (year == 0 || w.Chill.Portions < least) {
			year, least = w.Year, w.Chill.Portions
		}
	}
	return year
}

func ledgerCSV(tx *kernel.Tx, q paper.Separated) (kernel.File, error) {
	l, err := ledger(tx, kernel.None{})
	if err != nil {
		return kernel.File{}, err
	}
	table := [][]string{{"station", "winter", "days", "whole", "portions", "utah_units", "below_hours"}}
	num := func(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) }
	for _, s := range l.Stations {
		for _, w := range s.Winters {
			table = append(table, []string{s.Name, strconv.Itoa(w.Year), strconv.Itoa(w.Days), strconv.FormatBool(w.Whole), num(w.Chill.Portions), num(w.Chill.UtahUnits), num(float64(w.Chill.BelowHours))})
		}
	}
	file, err := paper.TableCSV(table, q.Separator)
	return kernel.File{Type: "text/csv", Name: "chill.csv", Content: file}, err
}
