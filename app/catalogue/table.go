package catalogue

import (
	"cmp"
	"errors"
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"sedum/core/arrival"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/kernel"
	"sedum/notefile"
	"sedum/paper"
)

// TableLimit is how many bytes a table of kinds may have.
const TableLimit = 4 << 20

// TableOf is kinds as a table with the headings of Columns, as ReadCSV reads it.
func TableOf(kinds []Kind) [][]string {
	out := [][]string{Columns}
	for _, k := range kinds {
		cells := k.cells()
		row := []string{}
		for _, column := range Columns {
			row = append(row, cells[column])
		}
		out = append(out, row)
	}
	return out
}

// cells are what a table says of a kind, by column; what is unknown is an empty cell.
func (k Kind) cells() map[string]string {
	f := k.Facts
	number := func(x *float64) string {
		if x == nil {
			return ""
		}
		return strconv.FormatFloat(*x, 'f', -1, 64)
	}
	whole := func(x *int) string {
		if x == nil {
			return ""
		}
		return strconv.Itoa(*x)
	}
	four := func(x *[4]float64) string {
		if x == nil {
			return ""
		}
		out := []string{}
		for _, each := range x {
			out = append(out, strconv.FormatFloat(each, 'f', -1, 64))
		}
		return strings.Join(out, " ")
	}
	yes := func(is bool) string {
		if is {
			return "yes"
		}
		return ""
	}
	soil := ""
	if len(f.SoilBearings) > 0 {
		soils := []string{}
		for _, group := range []ground.SoilGroup{ground.SoilGroupCoarse, ground.SoilGroupMedium, ground.SoilGroupFine} {
			soils = append(soils, string(f.SoilBearings[group]))
		}
		if !slices.Contains(soils, "") { // a table has room for all three or for none
			soil = strings.Join(soils, " ")
		}
	}
	has := map[string]bool{"thirsty": f.Thirsty, "sharp": f.SharpDrainage, "evergreen": f.Evergreen, "tender": f.Tender, "autumn_hazard": f.AutumnHazard, "bark_tender": f.BarkTender,
		"moves_badly": f.MovesBadly, "old_wood": f.OldWood, "bleeds": f.Bleeds, "stone_fruit": f.StoneFruit, "shrub": f.Shrub, "not_covered": f.NotCovered, "conifer": f.Conifer, "scented": f.Scented, "coloured_stems": f.ColouredStems}
	are := []string{}
	for _, flag := range flags {
		if has[flag] {
			are = append(are, flag)
		}
	}
	return map[string]string{
		"common": k.Common, "botanical": k.Botanical, "habit": string(k.Habit), "cold_c": number(f.ColdC), "heat_c": number(f.HeatC), "sun_h": four(f.SunH), "drainage_max": text(f.DrainageMax),
		"ph": four(f.PH), "drought": whole(f.Drought), "wind": text(f.Kind.Wind), "chill_need": number(f.ChillNeed), "fruiting": yes(f.Fruiting), "self_fertile": yes(f.SelfFertile), "soil": soil,
		"height_10_m": number(f.Height10M), "height_max_m": number(f.HeightMaxM), "spread_10_m": number(f.Spread10M), "spread_max_m": number(f.SpreadMaxM), "flags": strings.Join(are, " "),
		"cautions": joined(f.Cautions), "uses": joined(f.Uses), "source": f.Source, "synonyms": strings.Join(f.Synonyms, "; "), "partners": whole(f.Partners), "flower": look(f.Flower),
		"fruit": look(f.Fruit), "autumn": string(f.Autumn), "salt": text(f.Salt), "bare_roots": text(f.BareRoots),
		"rootstocks": rootstocks(f.Rootstocks), "pollination_group": whole(f.PollinationGroup), "origin": string(f.Origin), "sources": sourcesText(f.Sources), "spanish": f.Spanish,
	}
}

func sourcesText(sources map[string]kind.Sourced) string {
	out := []string{}
	for _, field := range slices.Sorted(maps.Keys(sources)) {
		s := sources[field]
		out = append(out, strings.TrimSpace(field+" "+string(s.Origin)+" "+strings.ReplaceAll(s.Says, ";", ",")))
	}
	return strings.Join(out, "; ")
}

func rootstocks(list []fit.Rootstock) string {
	out := []string{}
	for _, r := range list {
		soils := []string{}
		for _, b := range []fit.Bears{r.Coarse, r.Medium, r.Fine} {
			soils = append(soils, cmp.Or(string(b), "?"))
		}
		out = append(out, fmt.Sprintf("%s %s %s", r.Name, strconv.FormatFloat(r.SizePct, 'f', -1, 64), strings.Join(soils, " ")))
	}
	return strings.Join(out, "; ")
}

func text[T ~string](v *T) string {
	if v == nil {
		return ""
	}
	return string(*v)
}

func joined[T ~string](list []T) string {
	out := []string{}
	for _, v := range list {
		out = append(out, string(v))
	}
	return strings.Join(out, " ")
}

func look(l *fit.Look) string {
	if l == nil {
		return ""
	}
	return fmt.Sprintf("%s %d %d", l.Colour, l.From, l.To)
}

// kindsTable gives the whole catalogue as CSV.
func kindsTable(tx *kernel.Tx, p paper.Separated) (kernel.File, error) {
	kinds, err := kernel.Many[Kind](tx, "common", "")
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableCSV(TableOf(kinds), p.Separator)
	return kernel.CSV(file, "kinds.csv"), err
}

// kindsBook gives the whole catalogue as a workbook.
func kindsBook(tx *kernel.Tx, _ kernel.None) (kernel.File, error) {
	kinds, err := kernel.Many[Kind](tx, "common", "")
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableBook(TableOf(kinds))
	return kernel.File{Type: paper.BookType, Name: "kinds.xlsx", Attached: true, Content: file}, err
}

// TableFile is a table that is brought.
type TableFile struct {
	Name string `query:"name" maxLength:"200" doc:"of the file; it is the source of what no column gives one"`
}

// bringKinds takes the kinds of a table in; those that are there by either name are left as they are. Errors: fault.List by row and column.
func bringKinds(tx *kernel.Tx, p TableFile, content []byte) (Taken, error) {
	rows, err := notefile.Rows(content)
	if u, ok := errors.AsType[arrival.Unreadable](err); ok {
		return Taken{}, kernel.Said{Status: http.StatusUnprocessableEntity, Code: "table-" + u.Code, Field: "file", Values: map[string]any{"limit": u.Limit}}
	}
	if err != nil {
		return Taken{}, err
	}
	kinds, err := ReadRows(rows, p.Name)
	if err != nil {
		return Taken{}, err
	}
	return Import(tx, kinds)
}
