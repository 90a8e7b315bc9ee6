package match

import (
	"fmt"
	"strings"
	"time"

	"sedum/app/catalogue"
	"sedum/app/ground"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// orderForms are the kinds of stock that may be ordered, the lightest on the purse first.
var orderForms = []stock.Form{stock.BareRoot, stock.Balled, stock.Container}

// FormWhen is a kind of stock and the first day from today on that the calendar of the place calls good for planting it.
type FormWhen struct {
	Form stock.Form
	Day  time.Time
}

// whenByForm is when a kind could be planted as each kind of stock; a kind that moves badly comes in a pot only.
func whenByForm(h rules.House, k ground.Known, j Judged) []FormWhen {
	out := []FormWhen{}
	today := climate.DayOfYear(k.Today)
	for _, form := range orderForms {
		if j.Lot.Kind.Facts.MovesBadly && form != stock.Container {
			continue
		}
		in := planting.Input{Tree: planting.Tree{Form: form, CaliperMM: j.Lot.CaliperMM, HeightM: j.heightM()}, Kind: PlanKind(j.Lot.Kind, k.Ground), Spot: PlanSpot(k, time.Time{}), Standing: j.Standing}
		if day, ok := planting.NextByCalendar(h, in, today); ok {
			out = append(out, FormWhen{form, k.Today.AddDate(0, 0, ((day-today)%365+365)%365)})
		}
	}
	return out
}

// orderNote is what to order for a spot, as text: each kind with how it would do there, as which kind of stock it can come, and from when it can be
// planted. It names the spot and nobody's telephone. Errors: fault.List of a kind that is in no catalogue.
func orderNote(tx *kernel.Tx, ask BesideAsk) (kernel.File, error) {
	k, err := ground.SpotOf(tx, ask.ID)
	if err != nil {
		return kernel.File{}, err
	}
	kinds, err := catalogue.ByName(tx)
	if err != nil {
		return kernel.File{}, err
	}
	var out strings.Builder
	fmt.Fprintln(&out, tx.Say.Say("order.title", map[string]any{"day": tx.Say.Date(tx.Today()), "customer": k.Spot.Site.Customer.Name, "spot": k.Spot.Name}))
	written := 0
	for _, name := range strings.Split(ask.Kinds, ";") {
		if name = strings.TrimSpace(name); name == "" {
			continue
		}
		kind, ok := kinds.Find(name)
		if !ok || kind.Provisional {
			return kernel.File{}, fault.List{{Field: "kinds", Code: fault.UnknownKind, Limit: name}}
		}
		written++
		j := orderable(tx, k, kind)
		c := j.Show(tx.Say, tx.Who.House)
		fmt.Fprintf(&out, "\n%s (%s): %s %.2f\n", kind.Botanical, kind.Common, c.Word, c.Overall)
		for _, line := range []string{c.Limiting, c.Remedy} {
			if line != "" {
				fmt.Fprintln(&out, "  "+line)
			}
		}
		for _, a := range append(c.Against, c.Beware...) {
			fmt.Fprintln(&out, "  "+a.Text)
		}
		for _, u := range c.Unknown {
			fmt.Fprintln(&out, "  "+u)
		}
		for _, w := range whenByForm(tx.Who.House, k, j) {
			fmt.Fprintln(&out, "  "+tx.Say.Say("order.form."+string(w.Form), map[string]any{"day": tx.Say.Date(w.Day)}))
		}
	}
	if written == 0 {
		return kernel.File{}, fault.List{{Field: "kinds", Code: fault.Required}}
	}
	return kernel.File{Type: "text/plain", Name: "order.txt", Attached: true, Content: []byte(out.String())}, nil
}
