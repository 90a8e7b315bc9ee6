package arrival

import (
	"sedum/core/set"
	"slices"
	"strings"
)

// Column is what a column of a note tells.
type Column string

// The columns. Kind, form and count are needed; a pot needs its litres, the rest has a usual value.
const (
	ColumnKind      Column = "kind"
	ColumnForm      Column = "form"
	ColumnCount     Column = "count"
	ColumnPotL      Column = "pot_l"
	ColumnPot       Column = "pot"
	ColumnBallMM    Column = "ball_diameter_mm"
	ColumnHeightMM  Column = "ball_height_mm"
	ColumnCaliperMM Column = "caliper_mm"
	ColumnHeightM   Column = "height_m"
	ColumnSize      Column = "size"
	ColumnBundle    Column = "bundle_count"
	ColumnPrice     Column = "price"
	ColumnGrafted   Column = "grafted"
	ColumnOrdered   Column = "ordered"
	ColumnCultivar  Column = "cultivar"
	ColumnRootstock Column = "rootstock"
	ColumnRaised    Column = "propagation"
)

// All lists every column in the order of the preview.
func (Column) All() []Column {
	return []Column{ColumnKind, ColumnForm, ColumnCount, ColumnPotL, ColumnPot, ColumnBallMM, ColumnHeightMM, ColumnCaliperMM, ColumnHeightM,
		ColumnSize, ColumnBundle, ColumnPrice, ColumnGrafted, ColumnOrdered, ColumnCultivar, ColumnRootstock, ColumnRaised}
}

// Needed lists the columns without which there is no lot.
func Needed() []Column { return []Column{ColumnKind, ColumnForm, ColumnCount} }

// called is how growers head their columns, in small letters without signs.
var called = map[Column][]string{
	ColumnKind:      {"kind", "plant", "species", "tree", "name", "botanical", "botanicalname", "commonname"},
	ColumnForm:      {"form", "stock", "stockform", "type", "stocktype"},
	ColumnCount:     {"count", "qty", "quantity", "number", "pieces", "pcs", "trees"},
	ColumnPotL:      {"potl", "litres", "liters", "potsize", "volumel", "container", "containerl"},
	ColumnPot:       {"pot", "pottype"},
	ColumnBallMM:    {"ballmm", "balldiametermm", "ball", "ballwidthmm", "rootballmm"},
	ColumnHeightMM:  {"ballheightmm", "balldepthmm"},
	ColumnCaliperMM: {"calipermm", "caliper", "calliper", "girth", "trunkmm"},
	ColumnHeightM:   {"heightm", "height"},
	ColumnSize:      {"size", "grade"},
	ColumnBundle:    {"bundle", "bundlesize", "bundlecount", "perbundle", "bundleof"},
	ColumnPrice:     {"price", "unitprice", "each", "priceeach"},
	ColumnGrafted:   {"grafted", "graft"},
	ColumnOrdered:   {"ordered", "order", "orderqty"},
	ColumnCultivar:  {"cultivar", "variety", "selection", "cv"},
	ColumnRootstock: {"rootstock", "understock", "onstock"},
	ColumnRaised:    {"propagation", "propagated", "raised", "raisedby", "raisedfrom"},
}

// Guess maps columns to places in the note by their headings.
func Guess(headings []string) map[Column]int {
	out := map[Column]int{}
	taken := map[int]bool{}
	for _, column := range set.All[Column]() {
		for _, name := range called[column] {
			i := slices.IndexFunc(headings, func(h string) bool { return plain(h) == name })
			if i >= 0 && !taken[i] {
				out[column], taken[i] = i, true
				break
			}
		}
	}
	return out
}

func plain(heading string) string {
	return strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' {
			return r
		}
		return -1
	}, strings.ToLower(heading))
}
