package paper

import (
	"math"
	"slices"
	"strings"
	"time"

	"sedum/words"
)

// stripMonths is how long the strip of dates is.
const stripMonths = 24

// keepAlive is the second page: the water in one box, two years with their few dates, what comes off again, what never to do, what may look
// odd, what was done and chosen, and whom to call.
func (p *page) keepAlive() {
	w := p.sheet.Words.Sheet
	f := &flow{page: p, x: marginMM, y: marginMM - 2, wide: p.inner()}
	title := func(f *flow) {
		f.para("answer", "", p.body*2.5, p.s.Say("paper.keep-alive", nil))
		said := []string{}
		for _, each := range []string{p.sheet.Common, p.sheet.Tag, p.house.Name, p.house.Telephone} {
			if each != "" {
				said = append(said, each)
			}
		}
		f.text(strings.Join(said, " · "))
		f.gap(1.6)
		p.waterBox(f, w)
	}
	if p.large {
		f.y = p.at + 3
		p.part(f, title)
		p.part(f, p.twoYears)
	} else {
		p.AddPage()
		if len(p.spilt) > 0 {
			f.para("answer", "", p.body*1.36, p.s.Say("paper.plant-more", nil))
			f.gap(0.8)
			own := p.setting
			p.setting = p.spiltSet
			for _, r := range p.spilt {
				if f.y+r.high > p.bottom() {
					p.AddPage()
					f.y = marginMM
				}
				p.row(f.y, r)
				f.y += r.high + betweenRows
			}
			p.setting = own
			f.gap(1)
		}
		if p.flowing {
			p.part(f, title)
			p.part(f, p.twoYears)
		} else {
			title(f)
			f.gap(2.6)
			p.twoYears(f)
			f.gap(2.4)
		}
	}
	parts := []func(*flow){
		func(f *flow) {
			f.heading(p.s.Say("paper.off", nil))
			for _, o := range w.Off {
				what, when := *f, *f
				what.wide, when.x, when.wide = f.wide*0.54, f.x+f.wide*0.57, f.wide*0.43
				what.ticked("text", "B", p.body, upper(o.What))
				when.text(o.When)
				f.y = math.Max(what.y, when.y) + 0.8
			}
		},
		func(f *flow) {
			f.heading(p.s.Say("paper.never", nil))
			f.text(sentence(upper(strings.Join(w.Never, " · "))))
		},
		func(f *flow) {
			f.heading(p.s.Say("paper.until", nil))
			f.text(strings.Join(w.Until, " "))
		},
	}
	if p.sheet.Words.Sheet.Regrowth != nil && p.plain == 0 {
		parts = append(parts, p.regrowth)
	}
	if p.kitLater && !p.large {
		parts = append([]func(*flow){p.ready}, parts...)
	}
	signs := p.odd()
	if p.large || p.flowing {
		for _, part := range slices.Concat(parts, signs, []func(*flow){p.callUs, p.did}) {
			p.part(f, part)
		}
		return
	}
	// The signs stay together where there is room, and part between two where there is not.
	together := func(f *flow) {
		for _, sign := range signs {
			sign(f)
		}
	}
	if p.columnsOf(f, slices.Concat(parts, []func(*flow){together, p.callUs, p.did}), 0, 0) {
		return
	}
	first := len(parts)
	p.over = !p.columnsOf(f, slices.Concat(parts, signs, []func(*flow){p.callUs, p.did}), first, first+len(signs)-1) || p.over
}

// columnsOf writes parts into two columns that end as evenly as they can, when they fit; between two of a list, from first to last, there is no
// gap. What does not fit is written all the same when it is the last way, that of a list.
func (p *page) columnsOf(f *flow, parts []func(*flow), first, last int) (fits bool) {
	wide, highs := (p.inner()-8)/2, []float64{}
	gap := func(n int) float64 {
		if n >= first && n < last {
			return 0
		}
		return 2.4
	}
	for n, part := range parts {
		g := &flow{page: p, wide: wide, dry: true}
		part(g)
		highs = append(highs, g.y+gap(n))
	}
	sides, high := evenly(highs, 2)
	fits = f.y+high-2.4 <= p.bottom()
	if !fits && last == 0 {
		return false
	}
	for i, side := range sides {
		g := &flow{page: p, x: marginMM + float64(i)*(wide+8), y: f.y, wide: wide}
		for _, n := range side {
			parts[n](g)
			g.gap(gap(n))
		}
	}
	return fits
}

// part writes one part of a page in large print, on the next page when it does not fit.
func (p *page) part(f *flow, part func(*flow)) {
	dry := *f
	dry.dry = true
	part(&dry)
	if dry.y > p.bottom() {
		p.AddPage()
		f.y = marginMM
	}
	top := f.y
	part(f)
	if f.y-top > 12 { // not after each line of a list
		f.gap(3)
	}
}

// waterBox is how much, where, how often by season, and how to tell: the one thing read at the tap.
func (p *page) waterBox(f *flow, w words.SheetWords) {
	pad := 3.0
	first, third := p.inner()*0.2, p.inner()*0.22
	if p.large {
		first, third = p.inner()*0.16, p.inner()*0.3
	}
	second := p.inner() - first - third - 2*pad - 8
	measure := func(dry bool) float64 {
		m := &flow{page: p, x: marginMM + pad + first + 4, y: f.y + pad, wide: second, dry: dry}
		m.para("answer", "", p.body*1.75, w.Pour)
		m.bold(w.Where)
		m.text(p.s.Say("box.why", nil))
		m.gap(1)
		for _, r := range w.Rows {
			top := m.y
			when := *m
			when.wide = second * 0.52
			when.bold(r.While)
			often := *m
			often.x, often.wide, often.y = m.x+second*0.55, second*0.45, top
			often.text(r.Often)
			m.y = math.Max(when.y, often.y) + 0.5
		}
		m.text(w.Then)
		t := &flow{page: p, x: p.width - marginMM - pad - third, y: f.y + pad + third*0.62, wide: third, dry: dry}
		t.bold(w.Finger)
		return math.Max(m.y, t.y) + pad
	}
	low := measure(true)
	if f.dry {
		f.y = low
		return
	}
	p.SetLineWidth(0.7)
	p.SetDrawColor(0, 0, 0)
	p.Rect(marginMM, f.y, p.inner(), low-f.y, "D")
	measure(false)
	p.pouring(marginMM+pad, f.y+pad, first, math.Min(low-f.y-2*pad, first*1.1))
	p.fingering(p.width-marginMM-pad-third, f.y+pad, third, third*0.58)
	f.y = low
}

// twoYears is the strip: the months, when one looks whether it is dry, and the few dates.
func (p *page) twoYears(f *flow) {
	f.para("answer", "", p.body*1.36, p.s.Say("paper.two-years", nil))
	f.gap(1)
	from := time.Date(p.sheet.PlantingOn.Year(), p.sheet.PlantingOn.Month(), 1, 0, 0, 0, 0, time.UTC)
	until := from.AddDate(0, stripMonths, 0)
	at := func(t time.Time) float64 {
		return f.x + f.wide*float64(t.Sub(from))/float64(until.Sub(from))
	}
	p.months(f, from, at)
	p.watered(f, until, at)
	p.knife(f, from, until, at)
	p.dates(f, until, at)
	later := []string{}
	for _, d := range careByDeed(p.sheet.Words.Care) {
		years := []string{}
		for _, c := range p.sheet.Words.Care {
			if c.Code == d.code && !c.InBox && !c.From.Before(until) && !slices.Contains(years, c.From.Format("2006")) {
				years = append(years, c.From.Format("2006"))
			}
		}
		if len(years) > 0 {
			later = append(later, p.s.Say("strip."+string(d.code), nil)+": "+strings.Join(years, ", "))
		}
	}
	if len(later) > 0 {
		f.text(p.s.Say("paper.later", nil) + ": " + strings.Join(later, "; ") + ".")
	}
}

func (p *page) months(f *flow, from time.Time, at func(time.Time) float64) {
	small := p.body * 0.86
	if f.dry {
		f.y += 2*lineOf(small) + 3.2
		return
	}
	p.SetFont("text", "", small)
	p.SetLineWidth(0.25)
	base := f.y + 2*lineOf(small) + 0.6
	for m := range stripMonths {
		month := from.AddDate(0, m, 0)
		x := at(month)
		p.SetFont("text", map[bool]string{true: "B"}[month.Month() == time.January || m == 0], small)
		p.SetXY(x-0.6, f.y)
		p.CellFormat(f.wide/stripMonths+1, lineOf(small), initial(p.s.Say("month."+strings.ToLower(month.Month().String()[:3]), nil)), "", 0, "L", false, 0, "")
		if m == 0 || month.Month() == time.January {
			if next := month.AddDate(0, 13-int(month.Month()), 0); m > 0 || at(next)-x > 9 { // room for its figures
				p.SetXY(x-0.6, f.y+lineOf(small))
				p.CellFormat(12, lineOf(small), month.Format("2006"), "", 0, "L", false, 0, "")
			}
		}
		p.Line(x, base, x, base+1.4)
	}
	p.Line(f.x, base, f.x+f.wide, base)
	f.y = base + 2.6
}

// watered are the spans of looking for water: the darker, the oftener.
func (p *page) watered(f *flow, until time.Time, at func(time.Time) float64) {
	rows := make(labels, 3)
	for _, c := range p.sheet.Words.Care {
		if !c.InBox || c.EveryDays == 0 || !c.From.Before(until) {
			continue
		}
		to := c.To
		if to.After(until) {
			to = until
		}
		shade := 255 - 170/c.EveryDays
		if c.Code == "water-dormant" {
			shade = 255
		}
		x, wide := at(c.From), at(to)-at(c.From)
		if !f.dry {
			p.SetFillColor(shade, shade, shade)
			p.SetLineWidth(0.25)
			p.Rect(x, f.y, wide, 3, "DF")
		}
		text := p.s.Say("strip.days", map[string]any{"days": c.EveryDays})
		if c.EveryDays == 1 {
			text = p.s.Say("strip.daily", nil)
		}
		if c.Code == "water-dormant" || c.Code == "water-second-season" {
			text = p.s.Say("strip.if-dry", nil)
		}
		rows.write(p, f, x, f.y+3.4, text)
	}
	f.y += 3.6 + float64(rows.used())*lineOf(p.body*0.92) + 0.6
}

// dates are points on the strip, each on a line to its month, written where no other is.
func (p *page) dates(f *flow, until time.Time, at func(time.Time) float64) {
	size := p.body * 0.95
	high := lineOf(size) + 0.5
	p.SetFont("text", "", size)
	type placed struct{ from, to float64 }
	rows := [][]placed{}
	top := f.y
	for _, c := range p.sheet.Words.Care {
		if c.InBox && c.Code != "established" || !c.From.Before(until) {
			continue
		}
		text := p.s.Say("strip."+string(c.Code), nil)
		x, wide := at(c.From), p.GetStringWidth(text)+4
		from := x - 0.9
		left := x+wide > f.x+f.wide // no room at its right: it stands at its left
		if left {
			from = x - wide
		}
		n := slices.IndexFunc(rows, func(r []placed) bool {
			return !slices.ContainsFunc(r, func(o placed) bool { return from < o.to+1 && from+wide > o.from-1 })
		})
		if n < 0 {
			n = len(rows)
			rows = append(rows, nil)
		}
		rows[n] = append(rows[n], placed{from, from + wide})
		y := top + float64(n)*high
		if f.dry {
			continue
		}
		p.SetFillColor(0, 0, 0)
		p.Circle(x, y+high/2, 0.85, "F")
		if left {
			p.SetXY(from, y)
			p.CellFormat(wide-1.8, high, text, "", 0, "R", false, 0, "")
		} else {
			p.SetXY(x+1.8, y)
			p.CellFormat(wide, high, text, "", 0, "L", false, 0, "")
		}
	}
	f.y = top + float64(len(rows))*high + 0.6
}

// odd are the signs with what is done then, each a part of its own.
func (p *page) odd() []func(*flow) {
	out := []func(*flow){}
	for i, o := range p.sheet.Words.Sheet.Odd {
		out = append(out, func(f *flow) {
			if i == 0 {
				f.heading(p.s.Say("paper.odd", nil))
			} else if !f.dry {
				p.SetLineWidth(0.12)
				p.Line(f.x, f.y-0.3, f.x+f.wide, f.y-0.3)
			}
			sign, do := *f, *f
			sign.wide = f.wide * 0.37
			do.x, do.wide = f.x+f.wide*0.4, f.wide*0.6
			sign.bold(upper(o.Sign))
			do.text(o.Do)
			f.y = math.Max(sign.y, do.y) + 1
		})
	}
	return out
}

// did is what stands behind the sheet: what was done in the yard, the ground as it was found, and the ways chosen where practice differs.
func (p *page) did(f *flow) {
	f.heading(p.s.Say("paper.did", nil))
	if len(p.sheet.Done) > 0 {
		f.text(sentence(p.s.Say("sheet.before", nil) + ": " + strings.Join(p.sheet.Done, "; ")))
	}
	f.text(p.sheet.Words.Schools)
	f.bold(p.sheet.Chosen)
	f.text(p.s.Say("sheet.mulch-not-grade", nil))
	for _, n := range p.sheet.Words.Notes {
		f.text(n)
	}
}

func (p *page) callUs(f *flow) {
	dry := *f
	dry.dry, dry.x, dry.wide = true, f.x+3, f.wide-6
	dry.y += 2
	p.calling(&dry)
	if !f.dry {
		p.SetLineWidth(0.7)
		p.Rect(f.x, f.y, f.wide, dry.y+2-f.y, "D")
		in := *f
		in.x, in.wide, in.y = f.x+3, f.wide-6, f.y+2
		p.calling(&in)
	}
	f.y = dry.y + 2
}

// codeMM is the side of the code of a sheet's own page.
const codeMM = 24.0

func (p *page) calling(f *flow) {
	if p.sheet.Link != "" {
		top, wide := f.y, f.wide
		f.x, f.wide = f.x+codeMM+3, wide-codeMM-3
		f.para("answer", "", p.body*1.3, p.s.Say("paper.copy", nil))
		f.text(p.s.Say("paper.copy.about", nil))
		f.x, f.wide = f.x-codeMM-3, wide
		if !f.dry {
			if err := drawCode(p.canvas, p.sheet.Link, f.x, top, codeMM); err != nil {
				p.SetError(err)
			}
		}
		f.y = math.Max(f.y, top+codeMM) + 2
	}
	f.para("answer", "", p.body*1.3, p.s.Say("paper.call", nil))
	said := []string{}
	for _, each := range []string{p.house.Name, p.house.Telephone, p.house.Mail, p.house.Opening} {
		if each != "" {
			said = append(said, each)
		}
	}
	f.bold(strings.Join(said, " · "))
	if p.sheet.Number > 0 {
		f.text(pageIs(p.s, p.house, p.sheet))
	}
}

func upper(text string) string {
	if text == "" {
		return text
	}
	r := []rune(text)
	return strings.ToUpper(string(r[0])) + string(r[1:])
}

func initial(text string) string { return string([]rune(text)[0]) }
