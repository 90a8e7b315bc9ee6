package arrival

import (
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"sedum/core/fault"
	"sedum/core/set"
	"sedum/core/stock"
)

// MostTrees is how many trees one row may bring.
const MostTrees = 5000

// LotRow is one lot as a note gives it; what it does not state is assumed and named so.
type LotRow struct {
	Kind string
	stock.LotFacts
	Count  int
	Bundle int
}

var forms = map[string]stock.Form{
	"layer": stock.BareRoot, "young layer": stock.BareRoot, "garden-lifted": stock.Balled, "garden lifted": stock.Balled,
	"container": stock.Container, "pot": stock.Container, "potted": stock.Container, "c": stock.Container,
	"balled": stock.Balled, "ball": stock.Balled, "rootball": stock.Balled, "root ball": stock.Balled,
	"bare-root": stock.BareRoot, "bare root": stock.BareRoot, "bareroot": stock.BareRoot,
	"plug": stock.Plug, "tube": stock.Plug, "cell": stock.Plug,
}

// origins are the forms whose stock has a list of its own at the bench.
var origins = map[string]stock.Origin{"layer": stock.Layer, "young layer": stock.Layer, "garden-lifted": stock.Garden, "garden lifted": stock.Garden}

var raised = map[string]stock.Propagation{"": "", "seed": stock.PropagationSeed, "seedling": stock.PropagationSeed, "cutting": stock.PropagationCutting, "cuttings": stock.PropagationCutting, "graft": stock.PropagationGraft, "grafted": stock.PropagationGraft,
	"bud": stock.PropagationGraft, "budded": stock.PropagationGraft, "layer": stock.PropagationLayer, "division": stock.PropagationDivision, "tissue": stock.PropagationTissue, "tissue culture": stock.PropagationTissue}

var pots = map[string]stock.Pot{"": "", "standard": stock.PotStandard, "air": stock.PotAirPruning, "air-pruning": stock.PotAirPruning, "fabric": stock.PotFabric, "cloth": stock.PotFabric}

// ReadRow reads one row of a note by its columns. Every fault names its column.
func (n Note) ReadRow(i int, columns map[Column]int) (LotRow, fault.List) {
	r := rowReader{cells: n.Rows[i], columns: columns, decimalComma: n.Delimiter == ';'}
	out := LotRow{Kind: r.text(ColumnKind), Bundle: 1}
	out.Size = stock.Size(strings.ToLower(r.text(ColumnSize)))
	if out.Kind == "" && !r.faults.Has(string(ColumnKind)) {
		r.faults.Add(string(ColumnKind), fault.Required, nil)
	}
	form, known := forms[strings.ToLower(r.text(ColumnForm))]
	if !known && !r.faults.Has(string(ColumnForm)) {
		r.faults.Add(string(ColumnForm), fault.NotAChoice, []string{"container", "balled", "bare-root", "plug", "layer", "garden-lifted"})
	}
	out.Form, out.Origin = form, origins[strings.ToLower(r.text(ColumnForm))]
	pot, known := pots[strings.ToLower(r.text(ColumnPot))]
	if !known {
		r.faults.Add(string(ColumnPot), fault.NotAChoice, []string{"standard", "air-pruning", "fabric"})
	}
	out.Pot = pot
	if form == stock.Plug {
		out.Pot = stock.PotPlug
	}
	if count := r.whole(ColumnCount, 1, MostTrees); count != nil {
		out.Count = *count
	} else if !r.faults.Has(string(ColumnCount)) {
		r.faults.Add(string(ColumnCount), fault.Required, nil)
	}
	out.Ordered = r.whole(ColumnOrdered, 0, MostTrees)
	if bundle := r.whole(ColumnBundle, 1, MostTrees); bundle != nil && form == stock.BareRoot {
		out.Bundle = *bundle
	}
	if price := r.number(ColumnPrice, 0, 1e6); price != nil {
		out.PriceCents = int(math.Round(*price * 100))
	}
	if grafted := strings.ToLower(r.text(ColumnGrafted)); grafted != "" {
		is := !slices.Contains([]string{"no", "0", "false", "own root"}, grafted)
		out.Grafted = &is
	}
	r.parentage(&out)
	r.sizes(&out)
	return out, r.faults
}

// parentage is the cultivar, what it stands on and how it was raised; whatever stands on a rootstock is grafted.
func (r *rowReader) parentage(out *LotRow) {
	out.Cultivar, out.Rootstock = r.words(ColumnCultivar, 80), r.words(ColumnRootstock, 60)
	if own := strings.ToLower(out.Rootstock); own == "own root" || own == "own roots" || own == "no" || own == "-" {
		out.Rootstock = ""
	}
	how, known := raised[strings.ToLower(r.text(ColumnRaised))]
	if !known {
		r.faults.Add(string(ColumnRaised), fault.NotAChoice, set.Texts[stock.Propagation]())
	}
	out.Propagation = how
	if how == stock.PropagationGraft || out.Rootstock != "" {
		yes := true
		out.Grafted = &yes
	}
}

func (r *rowReader) words(c Column, most int) string {
	text := strings.TrimSpace(r.text(c))
	if utf8.RuneCountInString(text) > most {
		r.faults.Add(string(c), fault.TooLong, most)
		return ""
	}
	return text
}

// sizes reads what a note states; the rest is 0, and the usual of the form is assumed.
func (r *rowReader) sizes(out *LotRow) {
	stated := func(column Column, least, most float64) float64 {
		if given := r.number(column, least, most); given != nil {
			return *given
		}
		return 0
	}
	out.PotL = stated(ColumnPotL, 0.01, 2000)
	if out.Form == stock.Container && out.PotL == 0 && !r.faults.Has(string(ColumnPotL)) {
		r.faults.Add(string(ColumnPotL), fault.Required, nil)
	}
	out.BallDiameterMM, out.BallHeightMM = stated(ColumnBallMM, 0, 3000), stated(ColumnHeightMM, 0, 2000)
	out.CaliperMM, out.HeightM = stated(ColumnCaliperMM, 0, 400), stated(ColumnHeightM, 0, 20)
	if out.Form != stock.BareRoot {
		out.Size = "" // only bare roots are graded by it
	} else if out.Size != "" && !set.Has(out.Size) {
		r.faults.Add(string(ColumnSize), fault.NotAChoice, set.Texts[stock.Size]())
	}
	out.LotFacts = out.Settled()
}

type rowReader struct {
	cells        []string
	columns      map[Column]int
	decimalComma bool
	faults       fault.List
}

func (r *rowReader) text(c Column) string {
	i, ok := r.columns[c]
	if !ok || i < 0 || i >= len(r.cells) {
		return ""
	}
	cell := r.cells[i]
	if Formula(cell) {
		if !r.faults.Has(string(c)) {
			r.faults.Add(string(c), fault.Formula, nil)
		}
		return ""
	}
	return cell
}

// Formula tells whether a cell would run as a formula when a spreadsheet opens it. A plain number with a sign is none.
func Formula(cell string) bool {
	if cell == "" {
		return false
	}
	switch cell[0] {
	case '=', '@', '\t', '\r':
		return true
	case '+', '-':
		_, err := strconv.ParseFloat(strings.ReplaceAll(cell, ",", "."), 64)
		return err != nil
	}
	return false
}

// number reads a cell; nil when it is empty or faulty. The low limit itself is not allowed when it is 0 and the cell is a size.
func (r *rowReader) number(c Column, low, high float64) *float64 {
	text := r.text(c)
	if text == "" {
		return nil
	}
	text = strings.TrimSpace(strings.TrimRight(strings.ToLower(text), "lm "))
	if r.decimalComma || !strings.Contains(text, ".") {
		text = strings.Replace(text, ",", ".", 1)
	}
	x, err := strconv.ParseFloat(text, 64)
	switch {
	case err != nil || math.IsNaN(x) || math.IsInf(x, 0):
		r.faults.Add(string(c), fault.WrongType, "number")
	case x < low:
		r.faults.Add(string(c), fault.AtLeast, low)
	case x == 0 && c != ColumnPrice:
		r.faults.Add(string(c), fault.MustExceed, 0)
	case x > high:
		r.faults.Add(string(c), fault.AtMost, high)
	default:
		return &x
	}
	return nil
}

func (r *rowReader) whole(c Column, low, high int) *int {
	text := r.text(c)
	if text == "" {
		return nil
	}
	n, err := strconv.Atoi(text)
	switch {
	case err != nil:
		if _, asNumber := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64); asNumber == nil {
			r.faults.Add(string(c), fault.NotWhole, nil)
		} else {
			r.faults.Add(string(c), fault.WrongType, "number")
		}
	case n < low:
		r.faults.Add(string(c), fault.AtLeast, low)
	case n > high:
		r.faults.Add(string(c), fault.AtMost, high)
	default:
		return &n
	}
	return nil
}
