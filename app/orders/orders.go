// Package orders is what the plantings of one customer take together: materials in whole bags, water and how long the hose runs, hands and gear, and
// what it costs (handbook, planting.md, "Quantities and cost"). It keeps nothing: it is worked out of the sheets that hold.
package orders

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"sedum/app/prices"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/order"
	"sedum/core/planting"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// Capability declares what can be asked here.
func Capability(desk sheets.Desk) kernel.Capability {
	return kernel.Capability{Name: "orders", Operations: []kernel.Operation{
		kernel.Read("order-of-sheet", "/sheets/{number}/order", sheets.IssueSheets, page),
		kernel.Ask("plans-beside", "/plans/beside", sheets.IssueSheets, plansBeside(desk)),
		kernel.ReadFile("order-table", "/sheets/{number}/order.csv", sheets.IssueSheets, "text/csv", tableCSV),
		kernel.ReadFile("order-workbook", "/sheets/{number}/order.xlsx", sheets.IssueSheets, paper.BookType, tableBook),
	}}
}

// Ask is which of the customer's sheets count, and how the hose was timed.
type Ask struct {
	Number  int     `path:"number" minimum:"1"`
	Without string  `query:"without" doc:"numbers of sheets that do not count, with commas"`
	Hands   bool    `query:"hands" doc:"the house plants: its hours count"`
	CanL    float64 `query:"can_l" minimum:"0" maximum:"1000" doc:"what a can holds"`
	Seconds float64 `query:"seconds" minimum:"0" maximum:"3600" doc:"how long the hose fills it"`
}

// Piece is one sheet of the customer that holds.
type Piece struct {
	Number     int    `json:"number"`
	Tag        string `json:"tag"`
	Common     string `json:"common"`
	SpotName   string `json:"spot_name"`
	PlantingOn string `json:"planting_on"`
	Count      int    `json:"count"`
	PriceCents int    `json:"price_cents" doc:"of one; 0 is not stated"`
	Counts     bool   `json:"counts"`
}

// LineWords is a line of the order as it is read.
type LineWords struct {
	order.Line
	Label string `json:"label"`
	// Needed is how much it takes, Buy what is bought of it.
	Needed string `json:"needed"`
	Buy    string `json:"buy"`
	// LooseBuy is the same loose, "" where it does not come so.
	LooseBuy string `json:"loose_buy"`
}

// Page is what an order takes.
type Page struct {
	Customer string      `json:"customer"`
	Sheets   []Piece     `json:"sheets"`
	Order    order.Order `json:"order"`
	Lines    []LineWords `json:"lines"`
	Water    string      `json:"water"`
	// HoseMinutes is how long the hose runs for it, null where it was not timed.
	HoseMinutes *float64 `json:"hose_minutes" decimals:"0"`
	Away        string   `json:"away" doc:"soil to carry off, empty when none is left"`
	OwnSoil     string   `json:"own_soil" doc:"of the customer's own, beyond what is dug; empty when none is"`
	// Notes say what the total does not count.
	Notes []string `json:"notes"`
}

func page(tx *kernel.Tx, ask Ask) (Page, error) {
	out := Page{Sheets: []Piece{}, Lines: []LineWords{}, Notes: []string{}}
	leave, err := ask.without()
	if err != nil {
		return out, err
	}
	list, err := sheets.HoldingBeside(tx, ask.Number)
	if err != nil {
		return out, err
	}
	price, err := priceOf(tx, list)
	if err != nil {
		return out, err
	}
	trees := []order.Tree{}
	for _, s := range list {
		c := s.Content
		piece := Piece{s.Number, c.Tag, c.Common, c.SpotName, s.PlantingOn.Format(time.DateOnly), max(1, c.Input.Tree.Count), price[s.TreeID], !slices.Contains(leave, s.Number)}
		out.Customer, out.Sheets = c.Customer, append(out.Sheets, piece)
		if piece.Counts {
			trees = append(trees, order.Tree{Input: c.Input, Plan: c.Plan, PriceCents: piece.PriceCents})
		}
	}
	listed, err := prices.InForce(tx)
	if err != nil {
		return out, err
	}
	whole := order.Of(tx.Who.House, trees, listed, ask.Hands)
	for _, l := range whole.Lines {
		out.Lines = append(out.Lines, lineWords(tx.Say, l))
	}
	out.Water = tx.Say.Measure(planting.Measure{Value: whole.WaterL, Unit: "l"})
	if minutes := order.HoseMinutes(whole.WaterL, ask.CanL, ask.Seconds); minutes != nil {
		rounded := calc.Rounded(struct {
			M float64 `decimals:"0"`
		}{*minutes}).M
		out.HoseMinutes = &rounded
	}
	if whole.AwayL > 0 {
		out.Away = tx.Say.Measure(planting.Measure{Value: whole.AwayL, Unit: "l"})
	}
	if whole.OwnSoilL > 0 {
		out.OwnSoil = tx.Say.Measure(planting.Measure{Value: whole.OwnSoilL, Unit: "l"})
	}
	out.Notes = notes(tx.Say, whole)
	out.Order = calc.Rounded(whole)
	return out, nil
}

func (a Ask) without() ([]int, error) {
	out := []int{}
	for _, each := range strings.FieldsFunc(a.Without, func(r rune) bool { return r == ',' }) {
		n, err := strconv.Atoi(strings.TrimSpace(each))
		if err != nil {
			return nil, fault.List{{Field: "without", Code: fault.NotWhole}}
		}
		out = append(out, n)
	}
	return out, nil
}

// priceOf is what each tree costs, by its lot; 0 is not stated.
func priceOf(tx *kernel.Tx, list []sheets.Sheet) (map[string]int, error) {
	ids := []string{}
	for _, s := range list {
		ids = append(ids, s.TreeID)
	}
	trees, err := yard.TreesByID(tx, ids)
	if err != nil {
		return nil, err
	}
	lots := []string{}
	for _, t := range trees {
		lots = append(lots, t.LotID)
	}
	byLot, err := yard.LotsByID(tx, lots)
	out := map[string]int{}
	for _, t := range trees {
		out[t.ID] = byLot[t.LotID].PriceCents
	}
	return out, err
}

func lineWords(s words.Speaker, l order.Line) LineWords {
	out := LineWords{Line: calc.Rounded(l), Label: s.Say("quantity."+string(l.Material), nil), Needed: s.Measure(l.Amount), Buy: sold(s, l.Sold, l.Units)}
	if l.Each != nil {
		out.Label = s.Say("order.each", map[string]any{"what": out.Label, "length": *l.Each})
	}
	if l.Sold == order.ByPiece {
		out.Needed = ""
	}
	if l.LooseM3 > 0 {
		out.LooseBuy = sold(s, order.ByM3, l.LooseM3)
	}
	return out
}

func sold(s words.Speaker, by order.Sold, n float64) string {
	return s.Say("sold."+string(by), map[string]any{"n": strconv.FormatFloat(n, 'f', -1, 64), "one": n == 1})
}

// notes say what the total does not count, and what the numbers lean on.
func notes(s words.Speaker, o order.Order) []string {
	out := []string{}
	if o.Withheld {
		out = append(out, s.Say("order.withheld", nil))
	}
	if len(o.Unpriced) > 0 {
		list := []string{}
		for _, m := range o.Unpriced {
			list = append(list, s.Say("quantity."+string(m), nil))
		}
		out = append(out, s.Say("order.unpriced", map[string]any{"what": s.List(list)}))
	}
	if o.UnpricedTrees > 0 {
		out = append(out, s.Say("order.unpriced-trees", map[string]any{"n": fmt.Sprint(o.UnpricedTrees), "one": o.UnpricedTrees == 1}))
	}
	if o.Contractor > 0 {
		out = append(out, s.Say("order.contractor", map[string]any{"n": fmt.Sprint(o.Contractor), "one": o.Contractor == 1}))
	}
	return out
}

// tableColumns of an order as CSV; money is the house's own.
var tableColumns = []string{"what", "needed", "unit", "buy", "sold_by", "price", "loose_m3", "loose_price", "counts_as"}

// Table is an order as rows under their headings: its trees, then its materials, water and soil.
func Table(p Page) [][]string {
	money := func(cents *int) string {
		if cents == nil {
			return ""
		}
		return fmt.Sprintf("%.2f", float64(*cents)/100)
	}
	num := func(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) }
	out := [][]string{tableColumns}
	for _, s := range p.Sheets {
		if s.Counts {
			price := ""
			if s.PriceCents > 0 {
				price = fmt.Sprintf("%.2f", float64(s.PriceCents*s.Count)/100)
			}
			out = append(out, []string{s.Common + " " + s.Tag, strconv.Itoa(s.Count), "", strconv.Itoa(s.Count), string(order.ByPiece), price, "", "", "pieces"})
		}
	}
	for _, l := range p.Lines {
		as := string(l.Sold)
		if l.Loose {
			as = "loose"
		}
		loose := ""
		if l.LooseM3 > 0 {
			loose = num(l.LooseM3)
		}
		out = append(out, []string{l.Label, num(l.Amount.Value), l.Amount.Unit, num(l.Units), string(l.Sold), money(l.Cents), loose, money(l.LooseCents), as})
	}
	out = append(out, []string{"water", num(p.Order.WaterL), "l", "", "", "", "", "", ""}, []string{"soil away", num(p.Order.AwayL), "l", "", "", "", "", "", ""}, []string{"own soil", num(p.Order.OwnSoilL), "l", "", "", "", "", "", ""},
		[]string{"hours", num(p.Order.Hours), "h", "", "", "", "", "", ""}, []string{"people", strconv.Itoa(p.Order.People), "", "", "", "", "", "", ""})
	total := p.Order.TotalCents
	return append(out, []string{"total", "", "", "", "", money(&total), "", "", ""})
}

// TableAsk asks for an order as a table.
type TableAsk struct {
	Ask
	paper.Separated
}

func tableCSV(tx *kernel.Tx, ask TableAsk) (kernel.File, error) {
	p, err := page(tx, ask.Ask)
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableCSV(Table(p), ask.Separator)
	return kernel.File{Name: fmt.Sprintf("order-%d.csv", ask.Number), Type: "text/csv", Content: file}, err
}

func tableBook(tx *kernel.Tx, ask Ask) (kernel.File, error) {
	p, err := page(tx, ask)
	if err != nil {
		return kernel.File{}, err
	}
	file, err := paper.TableBook(Table(p))
	return kernel.File{Name: fmt.Sprintf("order-%d.xlsx", ask.Number), Type: paper.BookType, Content: file}, err
}
