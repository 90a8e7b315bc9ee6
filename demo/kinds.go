package demo

import (
	_ "embed" // the catalogue
	"encoding/csv"
	"fmt"
	"strconv"
	"strings"

	"sedum/app/catalogue"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed kinds.csv
var kindsCSV string

const kindsSource = "house catalogue of the made-up nursery"

// kinds reads the catalogue. An empty cell is unknown, or does not apply.
func kinds() ([]catalogue.Kind, error) {
	rows, err := csv.NewReader(strings.NewReader(kindsCSV)).ReadAll()
	if err != nil {
		return nil, err
	}
	out := []catalogue.Kind{}
	for _, row := range rows[1:] {
		k, err := kindOf(rows[0], row)
		if err != nil {
			return nil, fmt.Errorf("kind %s: %w", row[0], err)
		}
		out = append(out, k)
	}
	return out, nil
}

func kindOf(names, row []string) (catalogue.Kind, error) {
	cell := map[string]string{}
	for i, name := range names {
		cell[name] = row[i]
	}
	var failed error
	number := func(name string) *float64 {
		if cell[name] == "" {
			return nil
		}
		x, err := strconv.ParseFloat(cell[name], 64)
		if err != nil {
			failed = err
		}
		return &x
	}
	four := func(name string) *[4]float64 {
		var out [4]float64
		for i, text := range strings.Fields(cell[name]) {
			x, err := strconv.ParseFloat(text, 64)
			if err != nil || i > 3 {
				failed = fmt.Errorf("%s: %q", name, cell[name])
				return nil
			}
			out[i] = x
		}
		return &out
	}
	has := func(list, word string) bool {
		for _, each := range strings.Fields(cell[list]) {
			if each == word {
				return true
			}
		}
		return false
	}
	drought, err := strconv.Atoi(cell["drought"])
	if err != nil {
		return catalogue.Kind{}, err
	}
	bearing := strings.Fields(cell["soil"])
	drainage, wind := ground.Drainage(cell["drainage_max"]), ground.Wind(cell["wind"])
	k := catalogue.Kind{ID: kernel.NewID(), Common: cell["common"], Botanical: cell["botanical"], Habit: stock.Habit(cell["habit"]), Version: 1}
	k.Facts = catalogue.Facts{
		Kind: fit.Kind{
			ColdC: number("cold_c"), HeatC: number("heat_c"), SunH: four("sun_h"), DrainageMax: &drainage, PH: four("ph"),
			Drought: &drought, Wind: &wind, ChillNeed: number("chill_need"), Fruiting: cell["fruiting"] == "yes",
			SelfFertile:  cell["self_fertile"] == "yes",
			SoilBearings: map[ground.SoilGroup]fit.Bears{ground.SoilGroupCoarse: fit.Bears(bearing[0]), ground.SoilGroupMedium: fit.Bears(bearing[1]), ground.SoilGroupFine: fit.Bears(bearing[2])},
		},
		Height10M: number("height_10_m"), HeightMaxM: number("height_max_m"), Spread10M: number("spread_10_m"), SpreadMaxM: number("spread_max_m"),
		Thirsty: has("flags", "thirsty"), SharpDrainage: has("flags", "sharp"), Evergreen: has("flags", "evergreen"),
		Tender: has("flags", "tender"), AutumnHazard: has("flags", "autumn_hazard"), BarkTender: has("flags", "bark_tender"), MovesBadly: has("flags", "moves_badly"),
		OldWood: has("flags", "old_wood"), Bleeds: has("flags", "bleeds"), StoneFruit: has("flags", "stone_fruit"), Shrub: has("flags", "shrub"), Cautions: fields[planting.Caution](cell["cautions"]),
		Uses: fields[ground.Purpose](cell["uses"]), Source: kindsSource,
	}
	return k, failed
}

// fields are the words of a cell.
func fields[T ~string](cell string) []T {
	out := []T{}
	for _, word := range strings.Fields(cell) {
		out = append(out, T(word))
	}
	return out
}
