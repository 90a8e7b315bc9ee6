package week

import (
	"fmt"
	"time"

	"sedum/app/dates"
	"sedum/app/planted"
	"sedum/app/visits"
	"sedum/app/yard"
	"sedum/core/stock"
)

// check is what in the yard nobody looked at, and what is to be looked at again within the week.
func (a asked) check() error {
	const lotsToShow = 5
	held, err := yard.ToWorkOn(a.tx, stock.Held, most)
	if err != nil {
		return err
	}
	due := 0
	for _, t := range held {
		if t.DueOn == nil || t.DueOn.After(a.to) {
			continue
		}
		due++
		a.line("check", t.DueOn, a.tx.Say.Say("week.look-again", map[string]any{"kind": t.Common, "tag": t.Tag}), a.lot(t.LotNumber, t.Grower), "/bench/"+t.Tag)
	}
	lots, err := yard.ToCheck(a.tx, lotsToShow)
	if err != nil {
		return err
	}
	for _, l := range lots {
		n := l.Counts[stock.Unchecked]
		a.line("check", nil, a.tx.Say.Say("week.unchecked", map[string]any{"n": fmt.Sprint(n), "one": n == 1, "kind": l.Common}), a.lot(l.Number, l.Grower), fmt.Sprintf("/lots/%d", l.Number))
	}
	counts, err := yard.CountByState(a.tx)
	a.counted("check", due+counts[stock.Unchecked], "/arrivals")
	return err
}

func (a asked) lot(number int, grower string) string {
	return a.tx.Say.Say("week.lot", map[string]any{"lot": number, "grower": grower})
}

// plant is whose planting day falls into the week. A day for which services are not marked says so.
func (a asked) plant() error {
	list, n, err := planted.PlantingFrom(a.tx, a.from, a.to, most)
	for _, p := range list {
		c := p.Sheet.Content
		note := a.whose(c.Customer, c.SpotName)
		if !p.Marked {
			note = a.tx.Say.Say("week.unmarked", map[string]any{"where": note})
		}
		a.line("plant", &p.Sheet.PlantingOn, a.tx.Say.Say("week.tree", map[string]any{"kind": c.Common, "tag": c.Tag}), note, fmt.Sprintf("/sheets/%d", p.Sheet.Number))
	}
	a.counted("plant", n, "/sheets")
	return err
}

// water is what is owed today: of the days to come nobody knows.
func (a asked) water() error {
	list, err := planted.OwedFirst(a.tx, most)
	if err != nil {
		return err
	}
	for _, l := range list {
		text := a.tx.Say.Say("week.tree", map[string]any{"kind": l.Common, "tag": l.Tag})
		if l.FillL != nil {
			text = a.tx.Say.Say("week.litres", map[string]any{"tree": text, "litres": fmt.Sprintf("%.0f", *l.FillL)})
		}
		a.line("water", nil, text, a.whose(l.Customer, l.SpotName), "/planted/"+l.ID)
	}
	n, err := planted.Owed(a.tx)
	a.counted("water", n, "/planted")
	return err
}

// care is what the calendars of planted trees ask for within the week.
func (a asked) care() error {
	list, n, err := dates.SoonOf(a.tx, a.from, a.to, most)
	if err != nil {
		return err
	}
	ids := []string{}
	for _, d := range list {
		ids = append(ids, d.PlantedID)
	}
	lines, err := planted.LinesOf(a.tx, ids)
	if err != nil {
		return err
	}
	for i, d := range list {
		on, err := time.Parse(time.DateOnly, d.Line.From)
		if err != nil {
			return err
		}
		note := a.tx.Say.Say("week.tree", map[string]any{"kind": lines[i].Common, "tag": lines[i].Tag}) + ", " + a.whose(lines[i].Customer, lines[i].SpotName)
		if d.Line.Waits != "" && d.Line.Since == "" {
			note = a.tx.Say.Say("week.waits", map[string]any{"tree": note})
		}
		a.line("care", &on, d.Line.Text, note, "/planted/"+d.PlantedID)
	}
	if n > dates.SoonMost {
		n, a.parts["care"].Beyond = dates.SoonMost, true
	}
	a.counted("care", n, "/planted")
	return nil
}

// look is which planted trees are due to be looked at, what hurts most first.
func (a asked) look() error {
	list, n, late, err := visits.DueUntil(a.tx, a.to, most)
	if err != nil {
		return err
	}
	for _, l := range list {
		note := a.whose(l.Customer, l.SpotName)
		if l.Wants > 0 {
			note = a.tx.Say.Say("week.wants", map[string]any{"n": fmt.Sprint(l.Wants), "one": l.Wants == 1, "where": note})
		}
		due := l.DueOn
		if due != nil && due.After(a.to) { // gone to for what was found
			due = nil
		}
		a.line("look", due, a.tx.Say.Say("week.tree", map[string]any{"kind": l.Common, "tag": l.Tag}), note, "/planted/"+l.ID+"/visit")
	}
	a.counted("look", n, "/round")
	a.told(late, "looks", "/round")
	return nil
}
