package arrival

import (
	"math"
	"regexp"
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
	"container": stock.Container, "pot": stock.Container, "potted": stock.Container, "c": stock.Container, "cont": stock.Container, "container grown": stock.Container, "cg": stock.Container,
	"balled": stock.Balled, "ball": stock.Balled, "rootball": stock.Balled, "root ball": stock.Balled, "rootballed": stock.Balled, "root balled": stock.Balled, "rb": stock.Balled,
	"b&b": stock.Balled, "bb": stock.Balled, "balled and burlapped": stock.Balled, "wire basket": stock.Balled,
	"bare-root": stock.BareRoot, "bare root": stock.BareRoot, "bareroot": stock.BareRoot, "bare rooted": stock.BareRoot, "bare-rooted": stock.BareRoot, "br": stock.BareRoot,
	"plug": stock.Plug, "tube": stock.Plug, "cell": stock.Plug, "cell grown": stock.Plug,
}

// origins are the forms whose stock has a list of its own at the bench.
var origins = map[string]stock.Origin{"layer": stock.Layer, "young layer": stock.Layer, "garden-lifted": stock.Garden, "garden lifted": stock.Garden}

var raised = map[string]stock.Propagation{"": "", "seed": stock.PropagationSeed, "seedling": stock.PropagationSeed, "cutting": stock.PropagationCutting, "cuttings": stock.PropagationCutting, "graft": stock.PropagationGraft, "grafted": stock.PropagationGraft,
	"bud": stock.PropagationGraft, "budded": stock.PropagationGraft, "layer": stock.PropagationLayer, "division": stock.PropagationDivision, "tissue": stock.PropagationTissue, "tissue culture": stock.PropagationTissue}

var pots = map[string]stock.Pot{"": "", "standard": stock.PotStandard, "air": stock.PotAirPruning, "air-pruning": stock.PotAirPruning, "fabric": stock.PotFabric, "cloth": stock.PotFabric}

// ReadRow reads one row of a note. Every fault names its column.
func (n Note) ReadRow(i int) (LotRow, fault.List) {
	r := rowReader{cells: n.Rows[i], as: n.As}
	out := LotRow{Bundle: 1}
	out.Kind = r.text(ColumnKind)
	if out.Kind == "" && !r.faults.Has(string(ColumnKind)) {
		r.faults.Add(string(ColumnKind), fault.Required, nil)
	}
	r.form(&out)
	pot, known := pots[strings.ToLower(r.text(ColumnPot))]
	if !known {
		r.faults.Add(string(ColumnPot), fault.NotAChoice, []string{"standard", "air-pruning", "fabric"})
	}
	out.Pot = pot
	if out.Form == stock.Plug {
		out.Pot = stock.PotPlug
	}
	if count := r.whole(ColumnCount, 1, MostTrees); count != nil {
		out.Count = *count
	} else if !r.faults.Has(string(ColumnCount)) {
		r.faults.Add(string(ColumnCount), fault.Required, nil)
	}
	out.Ordered = r.whole(ColumnOrdered, 0, MostTrees)
	if bundle := r.whole(ColumnBundle, 1, MostTrees); bundle != nil && out.Form == stock.BareRoot {
		out.Bundle = *bundle
	}
	if price := r.price(); price != nil {
		out.PriceCents = int(math.Round(*price * 100))
	}
	if grafted := strings.ToLower(r.text(ColumnGrafted)); grafted != "" {
		is := !slices.Contains([]string{"no", "n", "0", "false", "own root"}, grafted)
		out.Grafted = &is
	}
	r.parentage(&out)
	r.sizes(&out)
	return out, r.faults
}

// form is what the row says it is, by its form or by a pot (C10), else what all rows of the note are said to be.
func (r *rowReader) form(out *LotRow) {
	said := strings.ToLower(r.text(ColumnForm))
	form, known := forms[said]
	pot, isPot := sizeOf(said, r.as.Decimals[ColumnPotL])
	switch {
	case r.faults.Has(string(ColumnForm)):
	case known:
		out.Form, out.Origin = form, origins[said]
	case said != "" && isPot && pot.unit.volume() && pot.high == 0:
		out.Form = stock.Container
		out.PotL, _, _ = pot.in(ColumnPotL, Litre)
	case said != "":
		r.faults.Add(string(ColumnForm), fault.NotAChoice, []string{"container", "balled", "bare-root", "plug", "layer", "garden-lifted"})
	case r.text(ColumnPotL) != "" || r.isPot(ColumnSize):
		out.Form = stock.Container
	case r.as.Form != "":
		out.Form = r.as.Form
	default:
		r.faults.Add(string(ColumnForm), fault.Required, nil)
	}
}

func (r *rowReader) isPot(c Column) bool {
	s, ok := sizeOf(r.text(c), r.as.Decimals[ColumnPotL])
	return ok && s.unit.volume()
}

// parentage is the cultivar, what it stands on and how it was raised; whatever stands on a rootstock is grafted.
func (r *rowReader) parentage(out *LotRow) {
	out.Cultivar, out.Rootstock = r.words(ColumnCultivar, 80), r.words(ColumnRootstock, 60)
	if own := strings.ToLower(out.Rootstock); own == "own root" || own == "own roots" || own == "no" {
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

// inMarks is a name with a cultivar in quotation marks after it.
var inMarks = regexp.MustCompile(`^(.{2,}?) ?['"‘’“”‚„]([^'"‘’“”‚„]{2,80})['"‘’“”]$`)

// SplitCultivar takes the name in a kind's cell apart from the cultivar in marks behind it; without marks the cell is the name.
func SplitCultivar(cell string) (kind, cultivar string) {
	if m := inMarks.FindStringSubmatch(cell); m != nil {
		return m[1], m[2]
	}
	return cell, ""
}

func (r *rowReader) words(c Column, most int) string {
	text := r.text(c)
	if utf8.RuneCountInString(text) > most {
		r.faults.Add(string(c), fault.TooLong, most)
		return ""
	}
	return strings.Trim(text, `'"‘’“”`)
}

// sizes reads what a note states; the rest is 0, and the usual of the form is assumed.
func (r *rowReader) sizes(out *LotRow) {
	if litres := r.size(out, ColumnPotL, ColumnPotL, r.text(ColumnPotL), 2000); litres > 0 {
		out.PotL = litres
	}
	out.BallDiameterMM, out.BallHeightMM = r.size(out, ColumnBallMM, ColumnBallMM, r.text(ColumnBallMM), 3000), r.size(out, ColumnHeightMM, ColumnHeightMM, r.text(ColumnHeightMM), 2000)
	r.caliper(out)
	out.HeightM = r.size(out, ColumnHeightM, ColumnHeightM, r.text(ColumnHeightM), 20)
	r.graded(out)
	if out.Form == stock.Container && out.PotL == 0 && !r.faults.Has(string(ColumnPotL)) && !r.faults.Has(string(ColumnSize)) {
		r.faults.Add(string(ColumnPotL), fault.Required, nil)
	}
	out.LotFacts = out.Settled()
}

// caliper is across the trunk, girth round it: a cell that says girth is one, wherever it stands.
func (r *rowReader) caliper(out *LotRow) {
	out.GirthCM = r.size(out, ColumnGirth, ColumnGirth, r.text(ColumnGirth), 200)
	text := r.text(ColumnCaliperMM)
	if s, ok := sizeOf(text, r.as.Decimals[ColumnCaliperMM]); ok && s.girth {
		if _, two := r.as.Columns[ColumnGirth]; two {
			r.faults.Add(string(ColumnCaliperMM), fault.NotASize, unitTexts(ColumnCaliperMM))
			return
		}
		out.GirthCM = r.size(out, ColumnGirth, ColumnCaliperMM, text, 200)
		return
	}
	out.CaliperMM = r.size(out, ColumnCaliperMM, ColumnCaliperMM, text, 400)
}

// graded is the size of a bare root by its word; else what the trade writes there: a pot, a girth, a height.
func (r *rowReader) graded(out *LotRow) {
	text := r.text(ColumnSize)
	if out.Size = stock.Size(strings.ToLower(text)); out.Size == "" || (set.Has(out.Size) && out.Form == stock.BareRoot) {
		return
	}
	out.Size = ""
	s, ok := sizeOf(text, r.as.Decimals[ColumnHeightM])
	switch {
	case ok && s.unit.volume() && out.PotL == 0:
		out.PotL = r.size(out, ColumnPotL, ColumnSize, text, 2000)
	case ok && s.girth && out.GirthCM == 0:
		out.GirthCM = r.size(out, ColumnGirth, ColumnSize, text, 200)
	case ok && s.unit != "" && !s.unit.volume() && out.HeightM == 0:
		out.HeightM = r.size(out, ColumnHeightM, ColumnSize, text, 20)
	case out.Form == stock.BareRoot:
		r.faults.Add(string(ColumnSize), fault.NotAChoice, set.Texts[stock.Size]())
	}
}

type rowReader struct {
	cells  []string
	as     How
	faults fault.List
}

func (r *rowReader) text(c Column) string {
	i, ok := r.as.Columns[c]
	if !ok || i < 0 || i >= len(r.cells) || slices.Contains([]string{"-", "–", "—", "./."}, r.cells[i]) {
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

// size reads what a cell in one column (at) says of the size that another (c) is for, in the unit of c; 0 when it is empty or faulty. A
// range gives its low, and is kept.
func (r *rowReader) size(out *LotRow, c, at Column, text string, most float64) float64 {
	if text == "" {
		return 0
	}
	s, ok := sizeOf(text, r.as.Decimals[c])
	if !ok {
		r.faults.Add(string(at), fault.NotASize, unitTexts(c))
		return 0
	}
	low, high, ok := s.in(c, r.as.Units[c])
	if s.unit == "" && r.as.Units[c] == "" {
		low, high, ok = s.in(c, c.stored())
	}
	switch {
	case !ok:
		r.faults.Add(string(at), fault.NotASize, unitTexts(c))
	case low <= 0:
		r.faults.Add(string(at), fault.MustExceed, 0)
	case math.Max(low, high) > most:
		r.faults.Add(string(at), fault.AtMost, most)
	case s.high > 0 && high < low:
		r.faults.Add(string(at), fault.BelowMinimum, low)
	default:
		if high > low {
			out.Ranges = append(out.Ranges, stock.Range{Of: stock.Ranged(c), Low: low, High: high})
		}
		return low
	}
	return 0
}

var currency = regexp.MustCompile(`(?i)^(?:[$€£]|eur|usd|gbp)\s*|\s*(?:[$€£]|eur|usd|gbp)$`)

func (r *rowReader) price() *float64 {
	text := currency.ReplaceAllString(r.text(ColumnPrice), "")
	if text == "" {
		return nil
	}
	x, ok := numberOf(text, r.as.Decimals[ColumnPrice], false)
	switch {
	case !ok:
		r.faults.Add(string(ColumnPrice), fault.WrongType, "number")
	case x < 0:
		r.faults.Add(string(ColumnPrice), fault.AtLeast, 0)
	case x > 1e6:
		r.faults.Add(string(ColumnPrice), fault.AtMost, 1e6)
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
	x, ok := numberOf(text, DecimalPoint, true)
	switch {
	case !ok:
		r.faults.Add(string(c), fault.WrongType, "number")
	case x != math.Trunc(x):
		r.faults.Add(string(c), fault.NotWhole, nil)
	case x < float64(low):
		r.faults.Add(string(c), fault.AtLeast, low)
	case x > float64(high):
		r.faults.Add(string(c), fault.AtMost, high)
	default:
		n := int(x)
		return &n
	}
	return nil
}
