package paper

import (
	"fmt"
	"math"
	"strings"

	"sedum/words"
)

const (
	betweenCells = 4.0
	betweenRows  = 2.2
)

// plantIt is the first page: who, which tree, where, when; what can hurt; the sentence that says the whole plan; the drawing; the moves of
// the hands one by one; what to have ready.
func (p *page) plantIt() {
	p.AddPage()
	y := p.head()
	y = p.hurts(y)
	f := &flow{page: p, x: marginMM, y: y, wide: p.inner()}
	f.para("answer", "", p.body*2.05, sentence(p.sheet.Words.Headline))
	f.text(p.sheet.Words.Why)
	f.gap(1)
	if p.large {
		p.plantItLarge(f.y)
		return
	}
	rows, strip := p.rows()
	high := p.bottom() - f.y - strip
	p.spilt = nil
	for p.spills && high < p.least && len(rows) > 1 {
		last := rows[len(rows)-1]
		rows, p.spilt = rows[:len(rows)-1], append([]row{last}, p.spilt...)
		high += last.high + betweenRows
	}
	if high < p.least {
		p.over, high = true, p.least
	}
	high = math.Min(high, 92)
	p.drawings(f.y, high)
	p.strip(f.y+high, rows)
}

// plantItLarge lets the moves flow on under the drawing, and what to have ready after them.
func (p *page) plantItLarge(y float64) {
	if y+p.least > p.bottom() {
		p.AddPage()
		y = marginMM
	}
	p.drawings(y, p.least)
	y += p.least + 1
	for _, row := range p.panelRows() {
		if y+row.high > p.bottom() {
			p.AddPage()
			y = marginMM
		}
		p.row(y, row)
		y += row.high + betweenRows
	}
	f := &flow{page: p, x: marginMM, y: y, wide: p.inner()}
	p.part(f, p.ready)
	p.at = f.y
}

// head is who hands it out, which tree, for whom, where and when.
func (p *page) head() float64 {
	s, sheet := p.s, p.sheet
	p.SetXY(marginMM, marginMM-3)
	p.letterhead(p.house, fmt.Sprintf("%s · %s", numberOf(s, sheet), sheet.Tag))
	f := &flow{page: p, x: marginMM, y: p.GetY() + 2.4, wide: p.inner()}
	if sheet.Ended != "" {
		p.across(f, s.Say("sheet.ended", nil), sheet.Ended)
	} else if p.locked() {
		p.across(f, s.Say("sheet.not-to-dig", nil), s.Say("sheet.not-to-dig-more", nil))
	}
	f.para("answer", "", p.body*2.5, s.Say("paper.plant", map[string]any{"common": sheet.Common}))
	f.gap(0.6)
	for i, line := range lead(s, sheet) {
		style := ""
		if i == 0 || i > 1 { // whom it is for and when; what stands here on some sheets only
			style = "B"
		}
		f.para("text", style, p.body*1.04, line)
	}
	if against := againstOf(s, sheet); against != "" {
		f.gap(0.8)
		top := f.y
		f.x, f.wide, f.y = f.x+2, f.wide-4, f.y+1
		f.bold(against)
		f.x, f.wide, f.y = f.x-2, f.wide+4, f.y+1
		p.SetLineWidth(0.6)
		p.Rect(marginMM, top, p.inner(), f.y-top, "D")
	}
	f.gap(1.4)
	return f.y
}

// across is what must be read before anything else.
func (p *page) across(f *flow, loud, more string) {
	measure := *f
	measure.dry = true
	measure.para("answer", "", p.body*2.2, loud)
	measure.text(more)
	p.SetFillColor(18, 18, 18)
	p.Rect(marginMM, f.y, p.inner(), measure.y-f.y+3, "F")
	p.SetTextColor(255, 255, 255)
	f.x, f.wide, f.y = f.x+3, f.wide-6, f.y+1.5
	f.para("answer", "", p.body*2.2, loud)
	f.text(more)
	p.SetTextColor(0, 0, 0)
	f.x, f.wide, f.y = f.x-3, f.wide+6, f.y+3
}

// hurts is the one box that nobody can overlook.
func (p *page) hurts(y float64) float64 { return p.blackBox(y, hurtsOf(p.house, p.sheet)) }

func (p *page) blackBox(y float64, list []words.HurtWords) float64 {
	columns := min(len(list), 4)
	if p.large {
		columns = min(columns, 2)
	}
	const pad, gap, between = 3.0, 5.0, 1.4
	cell := 0.0
	write := func(f *flow, hurt words.HurtWords) {
		f.para("answer", "", p.body*1.2, hurt.Title)
		f.gap(0.3)
		f.text(hurt.Text)
		f.gap(between)
	}
	parted := func() ([][]int, float64) {
		cell = (p.inner() - 2*pad - gap*float64(columns-1)) / float64(columns)
		highs := []float64{}
		for _, hurt := range list {
			f := &flow{page: p, wide: cell, dry: true}
			write(f, hurt)
			highs = append(highs, f.y)
		}
		return evenly(highs, columns)
	}
	parts, high := parted()
	if len(parts) < columns { // no column stays empty
		columns = len(parts)
		parts, high = parted()
	}
	at := func(top float64) {
		for c, part := range parts {
			f := &flow{page: p, x: marginMM + pad + float64(c)*(cell+gap), y: top, wide: cell}
			for _, i := range part {
				write(f, list[i])
			}
		}
	}
	low := y + 2.2 + high - between + 2.2
	p.SetFillColor(18, 18, 18)
	p.Rect(marginMM, y, p.inner(), low-y, "F")
	p.SetTextColor(255, 255, 255)
	at(y + 2.2)
	p.SetTextColor(0, 0, 0)
	return low + 2
}

// evenly parts a list into so many columns, in its order, that the highest is as low as can be.
func evenly(highs []float64, columns int) (parts [][]int, high float64) {
	sum := 0.0
	for _, h := range highs {
		sum += h
	}
	best := func(limit float64) (out [][]int) {
		room := 0.0
		for i, h := range highs {
			if len(out) == 0 || room+h > limit {
				out, room = append(out, nil), 0
			}
			out[len(out)-1] = append(out[len(out)-1], i)
			room += h
		}
		return out
	}
	for high = sum / float64(columns); high < sum; high += 0.5 {
		fits := true
		for _, h := range highs {
			fits = fits && h <= high
		}
		if parts = best(high); fits && len(parts) <= columns {
			return parts, high
		}
	}
	return best(sum), sum
}

// hurtsOf are they with what only the sheet knows: the marking, and the number to call.
func hurtsOf(h House, sheet Sheet) []words.HurtWords {
	out := []words.HurtWords{}
	for _, hurt := range sheet.Words.Sheet.Hurts {
		switch {
		case hurt.Code == "dig" && sheet.Marked != "":
			hurt.Text = sentence(sheet.Marked) + " " + hurt.Text
		case hurt.Code == "call" && h.Telephone != "":
			hurt.Title += ", " + strings.ReplaceAll(h.Telephone, " ", noBreak)
		}
		out = append(out, hurt)
	}
	return out
}

// row is one row of pictures with its height.
type row struct {
	panels []words.PanelWords
	first  int
	high   float64
	// ready is the width of the list of what to have ready, which takes what the last row leaves; 0 where it stands elsewhere.
	ready int
}

func (p *page) cellWide() float64 {
	return (p.inner() - betweenCells*float64(p.columns-1)) / float64(p.columns)
}

func (p *page) panelRows() []row {
	panels := p.sheet.Words.Sheet.Panels
	out := []row{}
	for i := 0; i < len(panels); i += p.columns {
		r := row{panels: panels[i:min(i+p.columns, len(panels))], first: i + 1}
		for n, panel := range r.panels {
			f := &flow{page: p, y: 0, wide: p.cellWide(), dry: true}
			p.panel(f, panel, r.first+n)
			r.high = math.Max(r.high, f.y)
		}
		out = append(out, r)
	}
	return out
}

// rows are the rows of the strip with what to have ready, and how high they are in all. The list stands beside the last pictures when they
// leave room for it, else under them.
func (p *page) rows() (out []row, high float64) {
	out = p.panelRows()
	if len(out) == 0 {
		return out, 0
	}
	last := &out[len(out)-1]
	free := p.columns - len(last.panels)
	if free > 0 && !p.kitLater && !p.spills {
		f := &flow{page: p, wide: float64(free)*p.cellWide() + float64(free-1)*betweenCells, dry: true}
		p.ready(f)
		if f.y <= last.high+9 {
			last.ready, last.high = free, math.Max(last.high, f.y)
		}
	}
	for _, r := range out {
		high += r.high + betweenRows
	}
	if last.ready == 0 && !p.kitLater {
		f := &flow{page: p, wide: p.inner(), dry: true}
		p.ready(f)
		high += f.y
	}
	return out, high
}

func (p *page) strip(y float64, rows []row) {
	for _, r := range rows {
		p.row(y, r)
		if r.ready > 0 {
			wide := float64(r.ready)*p.cellWide() + float64(r.ready-1)*betweenCells
			f := &flow{page: p, x: p.width - marginMM - wide, y: y, wide: wide}
			p.ready(f)
		}
		y += r.high + betweenRows
	}
	if len(rows) > 0 && rows[len(rows)-1].ready == 0 && !p.kitLater {
		p.ready(&flow{page: p, x: marginMM, y: y, wide: p.inner()})
	}
}

func (p *page) row(y float64, r row) {
	for i, panel := range r.panels {
		f := &flow{page: p, x: marginMM + float64(i)*(p.cellWide()+betweenCells), y: y, wide: p.cellWide()}
		p.panel(f, panel, r.first+i)
	}
}

// panel is one move: its picture, its caution, its figure with a box to tick, one sentence for each thing done, and why.
func (p *page) panel(f *flow, panel words.PanelWords, number int) {
	high := f.wide * 0.4
	if p.large {
		high = f.wide * 0.44
	}
	if !f.dry {
		p.SetDrawColor(0, 0, 0)
		p.SetLineWidth(0.35)
		p.Line(f.x, f.y, f.x+f.wide, f.y)
		p.picture(panel.Code, f.x, f.y+0.6, f.wide, high-0.6)
		p.SetFont("answer", "", p.body*1.15)
		p.SetXY(f.x, f.y+0.8)
		p.CellFormat(7, lineOf(p.body*1.15), fmt.Sprint(number), "", 0, "L", false, 0, "")
		if p.sheet.Changed[panel.Code] { // a thick line over it, and the word
			p.SetLineWidth(1.1)
			p.Line(f.x, f.y-0.3, f.x+f.wide, f.y-0.3)
			p.SetFont("text", "B", p.body*0.9)
			p.SetXY(f.x, f.y+0.8)
			p.CellFormat(f.wide, lineOf(p.body*0.9), p.s.Say("paper.changed", nil), "", 0, "R", false, 0, "")
		}
	}
	f.gap(high + 0.6)
	f.warned(strings.Join(panel.Cautions, " "))
	f.ticked("answer", "", p.body*1.3, panel.Figure)
	f.gap(0.3)
	said := []string{}
	for _, text := range panel.Texts {
		said = append(said, sentence(text))
	}
	f.text(strings.Join(said, " "))
	if p.whys && panel.Why != "" && !panel.Locked {
		f.para("text", "", p.body*0.9, "("+panel.Why+")")
	}
}

// ready is what to have ready: tools, then what is bought.
func (p *page) ready(f *flow) {
	f.heading(p.s.Say("paper.ready", nil))
	list := append([]string{}, p.sheet.Words.Sheet.Kit...)
	list = append(list, toBring(p.sheet)...)
	columns := max(1, int(f.wide/40))
	if p.large {
		columns = max(1, int(f.wide/60))
	}
	wide := (f.wide - betweenCells*float64(columns-1)) / float64(columns)
	each := (len(list) + columns - 1) / columns
	low := f.y
	for c := range columns {
		g := *f
		g.x, g.wide = f.x+float64(c)*(wide+betweenCells), wide
		for _, line := range list[min(c*each, len(list)):min((c+1)*each, len(list))] {
			g.ticked("text", "", p.body, line)
			g.gap(0.3)
		}
		low = math.Max(low, g.y)
	}
	f.y = low
}
