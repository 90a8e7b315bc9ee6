package catalogue

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/planting"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
)

// Columns of a catalogue as CSV, by their headings. An empty cell is unknown, or does not apply; four figures stand in one cell with
// spaces between; words of a list too.
var Columns = []string{"common", "botanical", "habit", "cold_c", "heat_c", "sun_h", "drainage_max", "ph", "drought", "wind", "chill_need", "fruiting", "self_fertile",
	"soil", "height_10_m", "height_max_m", "spread_10_m", "spread_max_m", "flags", "cautions", "uses", "source", "synonyms", "partners", "flower", "fruit", "autumn", "salt", "bare_roots", "rootstocks", "pollination_group", "origin", "sources", "spanish"}

// ReadCSV reads kinds of a catalogue. What is wrong is named by row and column ("3.ph": the second row under the headings).
// Source is where the figures come from when no column says it. Errors: fault.List.
func ReadCSV(from io.Reader, source string) ([]Kind, error) {
	return readTable(from, arrival.Comma, source)
}

// readTable is ReadCSV with another sign between the cells.
func readTable(from io.Reader, delimiter arrival.Delimiter, source string) ([]Kind, error) {
	lines := csv.NewReader(from)
	lines.TrimLeadingSpace, lines.Comma = true, delimiter.Sign()
	rows, err := lines.ReadAll()
	if e, ok := errors.AsType[*csv.ParseError](err); ok {
		return nil, fault.List{{Field: fmt.Sprintf("row %d", e.Line), Code: fault.WrongType, Limit: "row of a CSV file"}}
	}
	if err != nil {
		return nil, err
	}
	return ReadRows(rows, source)
}

// ReadRows reads kinds of rows of cells, the headings first. A row may end before its last columns: what is not there is unknown.
func ReadRows(rows [][]string, source string) ([]Kind, error) {
	if len(rows) == 0 {
		return nil, fault.List{{Field: "headings", Code: fault.Required}}
	}
	headings := []string{}
	var l fault.List
	for i, name := range rows[0] {
		name = strings.ToLower(strings.TrimSpace(name))
		if i == 0 {
			name = strings.TrimPrefix(name, "\ufeff")
		}
		if !slices.Contains(Columns, name) {
			l.Add(name, fault.UnknownField, nil)
		}
		headings = append(headings, name)
	}
	for _, needed := range []string{"common", "botanical", "habit"} {
		if !slices.Contains(headings, needed) {
			l.Add(needed, fault.Required, nil)
		}
	}
	if err := l.Err(); err != nil {
		return nil, err
	}
	out := []Kind{}
	for i, row := range rows[1:] {
		r := csvRow{cells: map[string]string{}}
		if len(row) > len(headings) {
			l.Add(fmt.Sprintf("row %d", i+2), fault.TooMany, len(headings))
		}
		for at, name := range headings {
			cell := ""
			if at < len(row) {
				cell = strings.TrimSpace(row[at])
			}
			if bare, is := strings.CutPrefix(cell, "'"); is && arrival.Formula(bare) { // as our own tables write it
				cell = bare
			}
			r.cells[name] = cell
		}
		out = append(out, r.kind(source))
		l = append(l, r.faults.Under(fmt.Sprintf("row %d", i+2))...)
	}
	return out, l.Err()
}

// csvRow reads the cells of a row, and notes what does not fit.
type csvRow struct {
	cells  map[string]string
	faults fault.List
}

func (r *csvRow) number(name string) *float64 {
	if r.cells[name] == "" {
		return nil
	}
	x, err := kernel.Finite(r.cells[name])
	if err != nil {
		r.faults.Add(name, fault.WrongType, "number")
		return nil
	}
	return &x
}

func (r *csvRow) four(name string) *[4]float64 {
	parts := strings.Fields(r.cells[name])
	if len(parts) == 0 {
		return nil
	}
	var out [4]float64
	for i := range out {
		x, err := 0.0, strconv.ErrSyntax
		if len(parts) == len(out) {
			x, err = kernel.Finite(parts[i])
		}
		if err != nil {
			r.faults.Add(name, fault.WrongType, "row of four numbers")
			return nil
		}
		out[i] = x
	}
	if !slices.IsSorted(out[:]) {
		r.faults.Add(name, fault.NotRising, nil)
	}
	return &out
}

func (r *csvRow) yes(name string) bool {
	switch r.cells[name] {
	case "yes":
		return true
	case "", "no":
	default:
		r.faults.Add(name, fault.NotAChoice, []string{"yes", "no"})
	}
	return false
}

// whole is a whole number from 0 to the most, nil when the cell is empty.
func (r *csvRow) whole(name string, most int) *int {
	x := r.number(name)
	if x == nil {
		return nil
	}
	n := int(*x)
	if float64(n) != *x || n < 0 || n > most {
		choices := []string{}
		for i := range most + 1 {
			choices = append(choices, strconv.Itoa(i))
		}
		r.faults.Add(name, fault.NotAChoice, choices)
		return nil
	}
	return &n
}

// look is a colour and the months from and to which it is seen, nil when the cell is empty.
func (r *csvRow) look(name string) *fit.Look {
	parts := strings.Fields(r.cells[name])
	if len(parts) == 0 {
		return nil
	}
	colour := word[fit.Colour](r, name, parts[0])
	if len(parts) != 3 {
		r.faults.Add(name, fault.WrongType, "colour with two months")
		return nil
	}
	from, errFrom := strconv.Atoi(parts[1])
	to, errTo := strconv.Atoi(parts[2])
	if errFrom != nil || errTo != nil || from < 1 || from > 12 || to < 1 || to > 12 {
		r.faults.Add(name, fault.WrongType, "colour with two months")
		return nil
	}
	if colour == nil {
		return nil
	}
	return &fit.Look{Colour: *colour, From: from, To: to}
}

// rootstock is a name, a size in percent, and how it bears coarse, medium and fine soil ("?" is not known): "MM106 60 good good bears".
func (r *csvRow) rootstock(cell string) fit.Rootstock {
	parts := strings.Fields(cell)
	if len(parts) < 5 {
		r.faults.Add("rootstocks", fault.WrongType, "name, percent and three soils")
		return fit.Rootstock{}
	}
	n := len(parts) - 4
	size, err := kernel.Finite(parts[n])
	if err != nil || size < 5 || size > 150 {
		r.faults.Add("rootstocks", fault.WrongType, "percent from 5 to 150")
	}
	out := fit.Rootstock{Name: strings.Join(parts[:n], " "), SizePct: size}
	for i, into := range []*fit.Bears{&out.Coarse, &out.Medium, &out.Fine} {
		if soil := parts[n+1+i]; soil != "?" {
			if v := word[fit.Bears](r, "rootstocks", soil); v != nil {
				*into = *v
			}
		}
	}
	return out
}

// sources are where single values come from: a field, what that is, and who says so, with ";" between them: "ph grower Marl Hill; cold_c house own winter of 2021".
func (r *csvRow) sources() map[string]kind.Sourced {
	var out map[string]kind.Sourced
	for _, each := range strings.Split(r.cells["sources"], ";") {
		parts := strings.Fields(each)
		if len(parts) == 0 {
			continue
		}
		if len(parts) < 2 {
			r.faults.Add("sources", fault.WrongType, "field, what it is, who says so")
			continue
		}
		if o := word[kind.Origin](r, "sources", parts[1]); o != nil {
			if out == nil {
				out = map[string]kind.Sourced{}
			}
			out[parts[0]] = kind.Sourced{Origin: *o, Says: strings.Join(parts[2:], " ")}
		}
	}
	return out
}

// word is one of a set, nil when the cell is empty.
func word[T set.Closed[T]](r *csvRow, name, cell string) *T {
	v := T(cell)
	switch {
	case cell == "":
		return nil
	case !set.Has(v):
		r.faults.Add(name, fault.NotAChoice, set.Texts[T]())
		return nil
	}
	return &v
}

func wordsOf[T set.Closed[T]](r *csvRow, name string) []T {
	out := []T{}
	for _, each := range strings.Fields(r.cells[name]) {
		if v := word[T](r, name, each); v != nil {
			out = append(out, *v)
		}
	}
	return out
}

// flags are what a kind is or is not, by their words in a CSV.
var flags = []string{"thirsty", "sharp", "evergreen", "tender", "autumn_hazard", "bark_tender", "moves_badly", "old_wood", "bleeds", "stone_fruit", "shrub", "not_covered", "conifer", "scented", "coloured_stems"}

func (r *csvRow) kind(source string) Kind {
	if r.cells["source"] != "" {
		source = r.cells["source"]
	}
	r.faults = append(r.faults, fault.Missing("common", r.cells["common"], "botanical", r.cells["botanical"], "habit", r.cells["habit"])...)
	has := strings.Fields(r.cells["flags"])
	for _, each := range has {
		if !slices.Contains(flags, each) {
			r.faults.Add("flags", fault.NotAChoice, flags)
		}
	}
	is := func(flag string) bool { return slices.Contains(has, flag) }
	bears := map[ground.SoilGroup]fit.Bears{}
	if soil := strings.Fields(r.cells["soil"]); len(soil) > 0 {
		for i, group := range []ground.SoilGroup{ground.SoilGroupCoarse, ground.SoilGroupMedium, ground.SoilGroupFine} {
			cell := "?"
			if len(soil) == 3 {
				cell = soil[i]
			}
			if v := word[fit.Bears](r, "soil", cell); v != nil {
				bears[group] = *v
			}
		}
	}
	k := Kind{ID: kernel.NewID(), Common: r.cells["common"], Botanical: r.cells["botanical"], Version: 1}
	if h := word[stock.Habit](r, "habit", r.cells["habit"]); h != nil {
		k.Habit = *h
	}
	k.Facts = Facts{
		Kind: fit.Kind{
			ColdC: r.number("cold_c"), HeatC: r.number("heat_c"), SunH: r.four("sun_h"), DrainageMax: word[ground.Drainage](r, "drainage_max", r.cells["drainage_max"]), PH: r.four("ph"),
			Drought: r.whole("drought", 3), Wind: word[ground.Wind](r, "wind", r.cells["wind"]), ChillNeed: r.number("chill_need"), Fruiting: r.yes("fruiting"), SelfFertile: r.yes("self_fertile"), SoilBearings: bears,
		},
		Height10M: r.number("height_10_m"), HeightMaxM: r.number("height_max_m"), Spread10M: r.number("spread_10_m"), SpreadMaxM: r.number("spread_max_m"),
		Thirsty: is("thirsty"), SharpDrainage: is("sharp"), Evergreen: is("evergreen"), Tender: is("tender"), AutumnHazard: is("autumn_hazard"), BarkTender: is("bark_tender"),
		MovesBadly: is("moves_badly"), OldWood: is("old_wood"), Bleeds: is("bleeds"), StoneFruit: is("stone_fruit"), Shrub: is("shrub"), NotCovered: is("not_covered"),
		Cautions: wordsOf[planting.Caution](r, "cautions"), Uses: wordsOf[ground.Purpose](r, "uses"), Source: source,
		Conifer: is("conifer"), Scented: is("scented"), ColouredStems: is("coloured_stems"), Flower: r.look("flower"), Fruit: r.look("fruit"), Salt: word[fit.Bears](r, "salt", r.cells["salt"]),
		BareRoots: word[stock.Sensitivity](r, "bare_roots", r.cells["bare_roots"]), Partners: r.whole("partners", 2), PollinationGroup: r.whole("pollination_group", 9), Sources: r.sources(),
	}
	if o := word[kind.Origin](r, "origin", r.cells["origin"]); o != nil {
		k.Facts.Origin = *o
	}
	if colour := word[fit.Colour](r, "autumn", r.cells["autumn"]); colour != nil {
		k.Facts.Autumn = *colour
	}
	for _, stock := range strings.Split(r.cells["rootstocks"], ";") {
		if stock = strings.TrimSpace(stock); stock != "" {
			k.Facts.Rootstocks = append(k.Facts.Rootstocks, r.rootstock(stock))
		}
	}
	k.Facts.Spanish = strings.TrimSpace(r.cells["spanish"])
	for _, name := range strings.Split(r.cells["synonyms"], ";") {
		if name = strings.TrimSpace(name); name != "" {
			k.Facts.Synonyms = append(k.Facts.Synonyms, name)
		}
	}
	return k
}
