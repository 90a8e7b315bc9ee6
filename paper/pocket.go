package paper

import (
	"math"
	"strings"

	"sedum/words"
)

// pocketCards are on a page, two and two: for whoever waters, in a pocket, on the shed door, at the neighbour's.
const pocketCards = 4

// PocketCardPDF is one page of four like cards for whoever waters: first how to feel whether it is dry, then how much, where and how often. It
// names the tree and nobody.
func PocketCardPDF(s words.Speaker, h House, sheet Sheet, size string) ([]byte, error) {
	var p *page
	for _, body := range []float64{13, 12.5, 12, 11.5, 11, 10.5, 10, 9.5, 9, 8.5, 8, 7.5, 7, 6.5} {
		p = &page{canvas: blank(s.Say("pocket.title", map[string]any{"common": sheet.Common}), s.Language, size, sheet.IssuedAt), setting: setting{body: body}, s: s, sheet: sheet, house: h}
		p.SetAutoPageBreak(false, 0)
		p.SetCellMargin(0)
		p.width, p.height = p.GetPageSize()
		p.AddPage()
		if p.pockets(); !p.over {
			break
		}
	}
	p.made(s)
	return bytesOf(p.canvas)
}

func (p *page) pockets() {
	const edge = 8.0
	wide, high := p.width/2, p.height/2
	p.SetDrawColor(0, 0, 0)
	p.SetLineWidth(0.2)
	p.SetDashPattern([]float64{1.2, 1.2}, 0)
	p.Line(wide, edge, wide, p.height-edge)
	p.Line(edge, high, p.width-edge, high)
	p.SetDashPattern([]float64{}, 0)
	for i := range pocketCards {
		p.pocket(float64(i%2)*wide+edge, float64(i/2)*high+edge, wide-2*edge, high-2*edge)
	}
}

func (p *page) pocket(x, y, wide, high float64) {
	w, s := p.sheet.Words.Sheet, p.s
	f := &flow{page: p, x: x, y: y, wide: wide}
	f.para("answer", "", p.body*1.9, s.Say("pocket.title", map[string]any{"common": p.sheet.Common}))
	names := []string{}
	for _, each := range []string{p.sheet.Tag, p.sheet.SpotName} {
		if each != "" {
			names = append(names, each)
		}
	}
	f.text(strings.Join(names, " · "))
	f.gap(1.4)
	third := wide * 0.34
	p.fingering(x, f.y, third, third*0.8)
	felt := &flow{page: p, x: x + third + 4, y: f.y, wide: wide - third - 4}
	felt.para("answer", "", p.body*1.3, s.Say("pocket.first", nil))
	felt.bold(w.Finger)
	f.y = math.Max(felt.y, f.y+third*0.8) + 2
	f.para("answer", "", p.body*1.5, w.Pour)
	f.text(w.Where)
	f.gap(1.2)
	for _, r := range w.Rows {
		top := f.y
		when, often := *f, *f
		when.wide = wide * 0.54
		when.text(r.While)
		often.x, often.y, often.wide = x+wide*0.57, top, wide*0.43
		often.bold(r.Often)
		f.y = math.Max(when.y, often.y) + 1.2
	}
	f.text(w.Then)
	f.gap(1)
	f.text(s.Say("pocket.full", nil))
	if p.house.Name != "" {
		f.gap(1)
		f.bold(s.Say("pocket.call", map[string]any{"house": strings.TrimSpace(p.house.Name + " " + p.house.Telephone)}))
	}
	p.over = p.over || f.y > y+high
}
