package arrival

import (
	"maps"
	"slices"
	"strings"
	"unicode"

	"sedum/core/set"
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
	ColumnGirth     Column = "girth_cm"
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
	return []Column{ColumnKind, ColumnForm, ColumnCount, ColumnPotL, ColumnPot, ColumnBallMM, ColumnHeightMM, ColumnCaliperMM, ColumnGirth, ColumnHeightM,
		ColumnSize, ColumnBundle, ColumnPrice, ColumnGrafted, ColumnOrdered, ColumnCultivar, ColumnRootstock, ColumnRaised}
}

// Missing lists the columns without which no row is a lot. The form is not among them where all rows are said to be of one, or where
// a pot or a size may say it.
func (n Note) Missing() []Column {
	out := []Column{}
	for _, c := range []Column{ColumnKind, ColumnForm, ColumnCount} {
		_, there := n.As.Columns[c]
		if c == ColumnForm && !there {
			_, pot := n.As.Columns[ColumnPotL]
			_, size := n.As.Columns[ColumnSize]
			there = n.As.Form != "" || pot || size
		}
		if !there {
			out = append(out, c)
		}
	}
	return out
}

// Unread names the headings of the columns that tell nothing here.
func (n Note) Unread() []string {
	out := []string{}
	for i, h := range n.Headings {
		read := slices.Contains(slices.Collect(maps.Values(n.As.Columns)), i)
		if h != "" && !read {
			out = append(out, h)
		}
	}
	return out
}

// called is how growers head their columns, in small letters without signs and without a unit.
var called = map[Column][]string{
	ColumnKind:      {"kind", "plant", "plantname", "species", "tree", "name", "botanical", "botanicalname", "latinname", "commonname", "variety", "description", "item"},
	ColumnForm:      {"form", "stock", "stockform", "type", "stocktype", "rootform", "rootsystem", "roots"},
	ColumnCount:     {"count", "qty", "quantity", "number", "no", "nr", "pieces", "pcs", "trees", "delivered", "qtydelivered", "shipped", "qtyshipped", "supplied"},
	ColumnPotL:      {"potl", "litres", "liters", "potsize", "volume", "volumel", "container", "containerl", "containersize", "contsize", "potvolume"},
	ColumnPot:       {"pot", "pottype"},
	ColumnBallMM:    {"ballmm", "balldiameter", "balldiametermm", "ball", "ballwidth", "ballwidthmm", "rootball", "rootballmm", "balldia"},
	ColumnHeightMM:  {"ballheight", "ballheightmm", "balldepth", "balldepthmm"},
	ColumnCaliperMM: {"calipermm", "caliper", "calliper", "cal", "trunk", "trunkmm", "stemdiameter", "collar", "collardiameter"},
	ColumnGirth:     {"girth", "girthcm", "stemgirth", "circumference"},
	ColumnHeightM:   {"heightm", "height", "ht", "hgt"},
	ColumnSize:      {"size", "grade", "spec", "specification"},
	ColumnBundle:    {"bundle", "bundlesize", "bundlecount", "perbundle", "bundleof"},
	ColumnPrice:     {"price", "unitprice", "each", "priceeach", "cost", "rate"},
	ColumnGrafted:   {"grafted", "graft"},
	ColumnOrdered:   {"ordered", "order", "orderqty", "qtyordered"},
	ColumnCultivar:  {"cultivar", "variety", "selection", "cv"},
	ColumnRootstock: {"rootstock", "understock", "onstock"},
	ColumnRaised:    {"propagation", "propagated", "raised", "raisedby", "raisedfrom"},
}

// Guess maps columns to places in the note by their headings, and says which headings name a unit.
func Guess(headings []string) (map[Column]int, map[int]Unit) {
	out, units, taken := map[Column]int{}, map[int]Unit{}, map[int]bool{}
	whole, bare := make([]string, len(headings)), make([]string, len(headings))
	for i, h := range headings {
		var unit Unit
		whole[i], bare[i], unit = headed(h)
		if unit != "" {
			units[i] = unit
		}
	}
	take := func(c Column, heads []string, name string) bool {
		i := slices.Index(heads, name)
		if i < 0 || taken[i] {
			return false
		}
		out[c], taken[i] = i, true
		return true
	}
	// A whole heading says more than one without its unit, so all of those are taken first; "variety" is the kind only where no
	// other column is.
	for _, heads := range [][]string{whole, bare} {
		for _, c := range set.All[Column]() {
			if _, there := out[c]; there {
				continue
			}
			for _, name := range called[c] {
				if take(c, heads, name) {
					break
				}
			}
		}
	}
	if i := slices.Index(bare, "pot"); i >= 0 && units[i].volume() {
		delete(out, ColumnPot)
		out[ColumnPotL] = i
	}
	return out, units
}

// headed is a heading in small letters without signs, the same without its unit, and the unit.
func headed(heading string) (whole, bare string, unit Unit) {
	words := strings.FieldsFunc(strings.ToLower(marked.Replace(heading)), func(r rune) bool { return !unicode.IsLetter(r) })
	for i, w := range words {
		if u, is := unitWords[w]; is && (i > 0 || len(words) == 1) {
			unit = u
			continue
		}
		bare += w
	}
	return strings.Join(words, ""), bare, unit
}

// Known counts the headings of its best line that are known: from two on it is a table of lots.
func (t Table) Known() int {
	most := 0
	for _, l := range t.Lines[:min(len(t.Lines), topLines)] {
		columns, _ := Guess(l.Cells)
		most = max(most, len(columns))
	}
	return most
}

// headingsAt is the place in the table of the line with the headings: the one that is asked for, or the first with the most known headings.
func headingsAt(t Table, asked int) (int, error) {
	if asked > 0 {
		at := slices.IndexFunc(t.Lines, func(l Line) bool { return l.Line == asked })
		if at < 0 {
			return 0, Unreadable{"headings", asked}
		}
		return at, nil
	}
	best, most := 0, 1
	for i, l := range t.Lines[:min(len(t.Lines), topLines)] {
		if columns, _ := Guess(l.Cells); len(columns) > most {
			best, most = i, len(columns)
		}
	}
	return best, nil
}
