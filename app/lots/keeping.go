package lots

import (
	"fmt"
	"math"

	"sedum/app/clock"
	"sedum/app/letterhead"
	records "sedum/app/yard"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// Keeping is what a lot needs while it waits, and what is told with it.
type Keeping struct {
	Standing  []string        `json:"standing" doc:"what waiting stock asks of where it stands, the most pressing first"`
	Kept      string          `json:"kept" doc:"what share of its roots comes along, and what that rests on"`
	Spare     string          `json:"spare"`
	Wanted    int             `json:"wanted" doc:"trees that shall stand in the end"`
	Risks     []string        `json:"risks" doc:"of today's air to roots in pots"`
	Air       string          `json:"air"`
	Box       string          `json:"box" doc:"the daily routine of a box that came without packing"`
	Outcomes  []clock.Counted `json:"outcomes"`
	Beside    []Beside        `json:"beside" doc:"a plug and a young bare root side by side"`
	BareRoots bool            `json:"bare_roots"`
}

// Beside is a plug or a young bare root, held beside the other.
type Beside struct {
	Form    stock.Form `json:"form"`
	Title   string     `json:"title"`
	Hole    string     `json:"hole"`
	Handle  string     `json:"handle"`
	Water   string     `json:"water"`
	Time    string     `json:"time"`
	Allowed string     `json:"allowed"`
}

func (l Lots) keeping(tx *kernel.Tx, p kernel.ByNumber) (Keeping, error) {
	lot, err := records.LotByNumber(tx, p.Number)
	if err != nil {
		return Keeping{}, err
	}
	return l.keepingOf(tx, lot)
}

func (l Lots) keepingOf(tx *kernel.Tx, lot records.Lot) (Keeping, error) {
	s, h := tx.Say, tx.Who.House
	tally, err := records.TallyOf(tx, lot.Number)
	if err != nil {
		return Keeping{}, err
	}
	out := Keeping{Standing: []string{}, Risks: []string{}, Outcomes: []clock.Counted{}, Beside: []Beside{}, BareRoots: lot.Form == stock.BareRoot, Wanted: tally.Trees,
		Kept: sayKept(s, lot.Form)}
	for _, place := range yard.Standing(lot.Form) {
		out.Standing = append(out.Standing, s.Say("standing."+string(place), nil))
	}
	if lot.Ordered != nil && *lot.Ordered > 0 {
		out.Wanted = *lot.Ordered
	}
	if out.Wanted > 0 {
		spare := yard.Spare(h, lot.Form, out.Wanted)
		out.Spare = s.Say("spare", map[string]any{"wanted": fmt.Sprint(out.Wanted), "all": fmt.Sprint(out.Wanted + spare), "spare": fmt.Sprint(spare)})
	}
	if high, low, ok := l.Clocks.AirToday(tx).Range(); ok && (lot.Form == stock.Container || lot.Form == stock.Plug) {
		for _, r := range yard.PotRoots(h, lot.Form, high, low) {
			out.Risks = append(out.Risks, s.Say("pot-roots."+r.Kind, map[string]any{"air": kernel.Celsius(r.AirC), "limit": kernel.Celsius(r.LimitC)}))
		}
		out.Air = s.Say("pot-roots.air", map[string]any{"high": kernel.Celsius(math.Round(high)), "low": kernel.Celsius(math.Round(low))})
	}
	if out.BareRoots {
		if err := bareRoots(tx, lot, &out); err != nil {
			return out, err
		}
	}
	if lot.Form == stock.Plug || (out.BareRoots && (lot.Size == stock.SizeSeedling || lot.Size == stock.SizeWhip)) {
		both, err := planting.PlugAndWhip(h)
		if err != nil {
			return out, err
		}
		for _, b := range both {
			out.Beside = append(out.Beside, beside(s, b))
		}
	}
	return out, nil
}

// bareRoots tells the daily routine of a box that came without packing, and what the batch came to.
func bareRoots(tx *kernel.Tx, lot records.Lot, out *Keeping) error {
	if lot.DeliveryID != nil {
		d, err := kernel.One[records.Delivery](tx, "id = ?", *lot.DeliveryID)
		if err != nil {
			return err
		}
		if stock.PackedAs(d.Packing) == stock.DryBox {
			out.Box = tx.Say.Say("box.routine", map[string]any{"water": kernel.Litres(yard.BoxWater(tx.Who.House, 1))})
		}
	}
	outcomes, err := clock.OutcomesOf(tx, lot.ID)
	out.Outcomes = outcomes.Outcomes
	return err
}

// sayKept says what share of its roots comes along, "" when nobody knows.
func sayKept(s words.Speaker, form stock.Form) string {
	k := yard.KeptRoots(form)
	if k.Source == "" {
		return ""
	}
	return s.Say("kept."+k.Source, map[string]any{"least": kernel.Share(k.Least), "most": kernel.Share(k.Most)})
}

func beside(s words.Speaker, b planting.SmallStock) Beside {
	form := string(b.Form)
	v := Beside{Form: b.Form, Title: s.Say("beside."+form, nil), Handle: s.Say("beside."+form+".handle", nil),
		Hole:  s.Say("beside.hole", map[string]any{"wide": kernel.MM(b.HoleTopMM), "deep": kernel.MM(b.HoleDepthMM)}),
		Water: s.Say("beside.water", map[string]any{"water": kernel.Litres(b.FirstWaterL)}), Time: s.Say("beside.time", map[string]any{"minutes": fmt.Sprintf("%.0f", b.Minutes)}),
		Allowed: s.Say("beside.waits", nil)}
	if b.DaysAllowed > 0 {
		v.Allowed = s.Say("beside.allowed", map[string]any{"days": fmt.Sprintf("%.0f", b.DaysAllowed)})
	}
	return v
}

type onPaper struct {
	kernel.ByNumber
	kernel.Paper
}

// confidence is the customer's card for bare roots.
func (l Lots) confidence(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	lot, err := records.LotByNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	if lot.Form != stock.BareRoot {
		return kernel.File{}, kernel.Refused{Code: "no-clock", Field: "number"}
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.ConfidencePDF(tx.Say, h, lot.Called(), sayKept(tx.Say, lot.Form), p.Paper.Paper, tx.Now)
	return kernel.PDF(pdf, "lot-%d-confidence.pdf", p.Number), err
}
